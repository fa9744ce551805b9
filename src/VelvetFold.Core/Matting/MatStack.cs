using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Matting;

/// <summary>The two schools of matting (common practice, no source).</summary>
[JsonConverter(typeof(TextEnum<MatSchool>))]
public enum MatSchool
{
    /// <summary>The photo keeps its size and the mat grows around it: 4 x 4 on 4 1/2 x 4 1/2 shows 1/4.</summary>
    [JsonStringEnumMemberName("grow-mat")]
    GrowMat,

    /// <summary>The mat keeps the photo's stock size and the photo is trimmed: 3 x 4 trimmed to 2 3/4 x 3 3/4 shows 1/8.</summary>
    [JsonStringEnumMemberName("trim-photo")]
    TrimPhoto,
}

/// <summary>The two schools of trimming a photo (common practice, no source).</summary>
[JsonConverter(typeof(TextEnum<PhotoTrim>))]
public enum PhotoTrim
{
    /// <summary>The whole amount comes off one long and one short side: two cuts.</summary>
    [JsonStringEnumMemberName("two-sides")]
    TwoSides,

    /// <summary>Half of the amount comes off each of the four sides.</summary>
    [JsonStringEnumMemberName("all-round")]
    AllRound,
}

/// <summary>How a kit mats its photos unless a photo says otherwise.</summary>
public sealed record MatRule
{
    public MatSchool School { get; init; }

    /// <summary>From which sides a photo is trimmed.</summary>
    public PhotoTrim Trim { get; init; }

    /// <summary>How much of a mat shows on every side.</summary>
    public required Length Reveal { get; init; }
}

/// <summary>A ready-made part, from which sheet or pack, and which of it.</summary>
public sealed record ReadyCard(string Sheet, string Part);

/// <summary>One mat: its paper, the face that shows, and how much of it shows on every side; or a ready-made card.</summary>
public sealed record Mat
{
    /// <summary>The paper it is cut from; none where it is a ready-made card.</summary>
    public string? Paper { get; init; }

    public SheetFace Face { get; init; }

    /// <summary>How much of it shows on every side; of a ready-made card the least that shows where a photo is trimmed for
    /// it.</summary>
    public required Length Reveal { get; init; }

    /// <summary>The ready-made card that serves as this mat; none where it is cut.</summary>
    public ReadyCard? Card { get; init; }

    /// <summary>The width of the strips where a mitred frame of four strips takes the place of a whole mat; none for a whole mat.</summary>
    public Length? Frame { get; init; }

    /// <summary>The border that is kept where its hidden middle is cut out for other pieces; none where it stays whole.</summary>
    public Length? Gut { get; init; }
}

/// <summary>A mat with the size it is cut to, or the card comes in.</summary>
public sealed record MatLayer(Mat Mat, Size Size);

/// <summary>
/// A photo on its mats: the size the photo ends at, and the size of every mat, inner one first.
/// </summary>
public sealed record MatStack(Size Photo, IReadOnlyList<MatLayer> Layers)
{
    /// <summary>What a mat is called on sheets, bags and in guides: L1-P1 mat, or mat 1 (the inner one) and mat 2 where there are
    /// two.</summary>
    /// <param name="photo">The photo's label, L1-P1.</param>
    /// <param name="mat">Which, from 0, the inner one first; and of how <paramref name="many"/>.</param>
    public static string LabelOf(string photo, int mat, int many) =>
        many > 1 ? string.Create(CultureInfo.InvariantCulture, $"{photo} mat {mat + 1}") : $"{photo} mat";

    /// <summary>The size of the whole stack as it lies on the page.</summary>
    public Size Outer => Layers.Count == 0 ? Photo : Layers[^1].Size;

    /// <summary>
    /// Builds the stack for a photo of the given stock size, with mats from the inner to the outer one. A ready-made card keeps its size
    /// and lies as the photo does; in the school that trims photos the photo is trimmed as far as the innermost card asks for, and no
    /// farther, in the other one it has to be smaller than the card.
    /// </summary>
    /// <param name="cardSize">How large a ready-made card is; null where that is not known, and it is then taken as if it were
    /// cut.</param>
    /// <returns>The stack, or null where trimming would leave nothing of the photo, a negative reveal nothing of a mat, or a card is not
    /// larger than what lies on it.</returns>
    public static MatStack? Build(Size photo, MatSchool school, IReadOnlyList<Mat> mats, Func<ReadyCard, Size?>? cardSize = null)
    {
        Size? Ready(Mat mat) => mat.Card is { } card && cardSize?.Invoke(card) is { } size ? size.LyingAs(photo) : null;
        if ((school == MatSchool.TrimPhoto ? Trimmed(photo, mats, Ready) : photo) is not { } final)
            return null;
        var layers = new List<MatLayer>();
        var size = final;
        foreach (var mat in mats)
        {
            if ((Ready(mat) ?? size.Grown(mat.Reveal)) is not { } larger)
                return null;
            if (mat.Card is not null && (larger.Width <= size.Width || larger.Height <= size.Height))
                return null;
            layers.Add(new(mat, size = larger));
        }
        return new(final, layers);
    }

    // For cut mats by all that shows of them; for a card by what shows of it and of the mats within it.
    private static Size? Trimmed(Size photo, IReadOnlyList<Mat> mats, Func<Mat, Size?> ready)
    {
        var shown = Length.Zero;
        foreach (var mat in mats)
        {
            shown += mat.Reveal;
            if (ready(mat) is { } card)
                return card.Grown(-shown) is { } most
                    ? new(Length.Min(photo.Width, most.Width), Length.Min(photo.Height, most.Height))
                    : null;
        }
        return photo.Grown(-shown);
    }
}
