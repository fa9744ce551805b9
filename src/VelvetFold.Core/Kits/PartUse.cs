using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>A slice that is cut off a part on one side.</summary>
/// <param name="Edge">The side it comes off.</param>
/// <param name="Off">How wide it is.</param>
public sealed record PartSlice(Edge Edge, Length Off);

/// <summary>What twine, ribbon or thread is tied to.</summary>
[JsonConverter(typeof(TextEnum<TieKind>))]
public enum TieKind
{
    /// <summary>A knot in its middle, its ends lying out to both sides.</summary>
    [JsonStringEnumMemberName("knot")]
    Knot,

    /// <summary>A bow of two loops and two ends.</summary>
    [JsonStringEnumMemberName("bow")]
    Bow,

    /// <summary>A bow of four loops and two ends.</summary>
    [JsonStringEnumMemberName("double-bow")]
    DoubleBow,
}

/// <summary>Letters of a text that come from another sheet than the rest of it.</summary>
/// <param name="Sheet">The id of that sheet of letters.</param>
/// <param name="Letters">The letters, each as often as it comes from there.</param>
public sealed record OtherLetters(string Sheet, string Letters);

/// <summary>The ready-made part a piece is: from which sheet, and which of it.</summary>
public sealed record PartUse
{
    /// <summary>The id of the sheet, pack or roll.</summary>
    public required string Sheet { get; init; }

    /// <summary>The part; of a sheet of letters the text that is set; nothing of a roll.</summary>
    public string? Part { get; init; }

    /// <summary>Of a roll: what is cut more than the piece is long, for a bow or a knot; none for nothing more.</summary>
    public Length? More { get; init; }

    /// <summary>Of a roll: what it is tied to; none where it lies straight.</summary>
    public TieKind? Tied { get; init; }

    /// <summary>Of a text set in letters: those of its letters that come from other sheets, because this one has too few of them.</summary>
    public IReadOnlyList<OtherLetters> Others { get; init; } = [];

    /// <summary>Which half of the part it is, where that is cut in two; none where it is whole. Two halves make one.</summary>
    public Edge? Half { get; init; }

    /// <summary>What is cut off it; none for nothing. The part is used up by it.</summary>
    public PartSlice? Slice { get; init; }

    /// <summary>The size it has where the whole part has that one, as it stands on its sheet; null where nothing would be left.</summary>
    public Size? SizeOf(Size whole)
    {
        var half = Half?.Axis() switch
        {
            Axis.Across => new(whole.Width.Half, whole.Height),
            Axis.Down => new(whole.Width, whole.Height.Half),
            _ => whole,
        };
        var size = Slice switch
        {
            null => half,
            { Edge: var edge, Off: var off } when edge.Axis() == Axis.Across => Size.Of(half.Width - off, half.Height),
            { Off: var off } => Size.Of(half.Width, half.Height - off),
        };
        return size is { IsReal: true } ? size : null;
    }

    /// <summary>What it takes off its own sheet: each part once, each letter of a text as often as it stands there and does not come from
    /// another sheet, nothing of a roll.</summary>
    public IEnumerable<string> Takes(PartSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        if (sheet.Kind == PartKind.ByLength || Part is null)
            return [];
        return sheet.Kind == PartKind.Letters
            ? Own().Select(c => sheet.Part(c.ToString())?.Id ?? c.ToString())
            : [sheet.Part(Part)?.Id ?? Part];
    }

    /// <summary>From which sheet each letter of its text comes, in the order of the text, blanks left out. Of a letter that comes from
    /// two sheets the last ones are the others'.</summary>
    public IReadOnlyList<(char Letter, string Sheet)> Letters()
    {
        var others = Others.SelectMany(o => o.Letters.Where(c => !char.IsWhiteSpace(c)).Select(c => (Letter: c, o.Sheet))).ToList();
        var letters = (Part ?? "").Where(c => !char.IsWhiteSpace(c)).Select(c => (Letter: c, Sheet)).ToList();
        for (var i = letters.Count - 1; i >= 0; i--)
            if (others.FindIndex(o => Same(o.Letter, letters[i].Letter)) is >= 0 and var at)
            {
                letters[i] = (letters[i].Letter, others[at].Sheet);
                others.RemoveAt(at);
            }
        return letters;
    }

    /// <summary>Whether two letters are the same one, large or small.</summary>
    public static bool Same(char one, char other) => char.ToUpperInvariant(one) == char.ToUpperInvariant(other);

    private IEnumerable<char> Own() =>
        Others.Count == 0 ? (Part ?? "").Where(c => !char.IsWhiteSpace(c)) : Letters().Where(l => l.Sheet == Sheet).Select(l => l.Letter);

    /// <summary>What a knot takes at each of its ends: 1 in, or 2.5 cm (common practice, no source).</summary>
    public static Length Knot(LengthUnit unit) => unit == LengthUnit.Inch ? Length.Inches(1) : Length.Millimetres(25);

    /// <summary>The lengths that are cut off a roll for a piece: the first from its left or top end. Where it is joined, each end that is
    /// knotted takes a knot more; what is cut more comes to the last. A knot in the middle takes as much as two ends. Of a bow the size
    /// is that of its loops from tip to tip: each loop is laid out and back, both ends are as long as a loop, and its knot takes as any
    /// (common practice, no source).</summary>
    /// <param name="along">How long the piece is, or how wide its bow.</param>
    /// <param name="joins">Where lengths meet, from its left or top end.</param>
    public IReadOnlyList<Length> Lengths(Length along, IReadOnlyList<Length> joins, LengthUnit unit)
    {
        ArgumentNullException.ThrowIfNull(joins);
        var knot = Knot(unit);
        var tied = Tied switch
        {
            TieKind.Knot => along + knot * 2,
            TieKind.Bow => along * 3 + knot * 2,
            TieKind.DoubleBow => along * 5 + knot * 2,
            _ => along,
        };
        if (Tied is not null || joins.Count == 0)
            return [tied + (More ?? Length.Zero)];
        var (lengths, from) = (new List<Length>(), Length.Zero);
        foreach (var (to, i) in joins.Append(along).Select((to, i) => (to, i)))
        {
            var knots = (i > 0 ? 1 : 0) + (i < joins.Count ? 1 : 0);
            lengths.Add(to - from + knot * knots + (i == joins.Count ? More ?? Length.Zero : Length.Zero));
            from = to;
        }
        return lengths;
    }
}
