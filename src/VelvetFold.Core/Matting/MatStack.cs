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

/// <summary>One mat: its paper, the face that shows, and how much of it shows on every side.</summary>
public sealed record Mat
{
    public required string Paper { get; init; }

    public SheetFace Face { get; init; }

    public required Length Reveal { get; init; }

    /// <summary>The width of the strips where a mitred frame of four strips takes the place of a whole mat; none for a whole mat.</summary>
    public Length? Frame { get; init; }

    /// <summary>The border that is kept where its hidden middle is cut out for other pieces; none where it stays whole.</summary>
    public Length? Gut { get; init; }
}

/// <summary>A mat with the size it is cut to.</summary>
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
    /// Builds the stack for a photo of the given stock size, with mats from the inner to the outer one.
    /// </summary>
    /// <returns>The stack, or null where trimming would leave nothing of the photo (or a negative reveal nothing of a mat).</returns>
    public static MatStack? Build(Size photo, MatSchool school, IReadOnlyList<Mat> mats)
    {
        var shown = mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);
        var trimmed = school == MatSchool.TrimPhoto ? photo.Grown(-shown) : photo;
        if (trimmed is not { } final)
            return null;
        var layers = new List<MatLayer>();
        var size = final;
        foreach (var mat in mats)
        {
            if (size.Grown(mat.Reveal) is not { } grown)
                return null;
            layers.Add(new(mat, size = grown));
        }
        return new(final, layers);
    }
}
