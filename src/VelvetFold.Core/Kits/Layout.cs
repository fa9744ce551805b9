using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>A single page, or two that face each other.</summary>
[JsonConverter(typeof(TextEnum<LayoutKind>))]
public enum LayoutKind
{
    [JsonStringEnumMemberName("single")]
    Single,

    [JsonStringEnumMemberName("spread")]
    Spread,
}

/// <summary>The page of a spread a piece lies on. A single page is its layout's left page.</summary>
[JsonConverter(typeof(TextEnum<PageSide>))]
public enum PageSide
{
    [JsonStringEnumMemberName("left")]
    Left,

    [JsonStringEnumMemberName("right")]
    Right,

    /// <summary>Across the seam, on both; it is cut in two where the pages meet.</summary>
    [JsonStringEnumMemberName("both")]
    Both,
}

/// <summary>A page or a spread with its pieces from back to front.</summary>
/// <remarks>Boxes are measured from the top left corner of the left page; the right page begins at the seam.</remarks>
public sealed record Layout
{
    /// <summary>Its short label, L1 and so on, which the labels of its pieces begin with.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }

    public LayoutKind Kind { get; init; }

    /// <summary>The size of one page.</summary>
    public required Size Page { get; init; }

    /// <summary>What is to be read on it; none where that is left to whoever makes it.</summary>
    public LayoutWords? Words { get; init; }

    /// <summary>The pieces, back to front.</summary>
    public IReadOnlyList<Piece> Pieces { get; init; } = [];

    /// <summary>Pieces that are placed together: spread evenly, in a row, a column or a grid.</summary>
    public IReadOnlyList<Arrangement> Arrangements { get; init; } = [];

    /// <summary>Findings the designer has seen and lets stand, with the reason; they print in the designer's notes, not in the
    /// guide.</summary>
    public IReadOnlyList<Acceptance> Accepted { get; init; } = [];

    /// <summary>Other arrangements of it that are kept beside this one, to be compared and chosen between; nothing is cut, counted or packed
    /// for them.</summary>
    public IReadOnlyList<Variant> Variants { get; init; } = [];

    /// <summary>The variant of that name, or null.</summary>
    public Variant? Variant(string? name) => Variants.FirstOrDefault(v => v.Name == name);

    /// <summary>The layout as a variant has it.</summary>
    public Layout As(Variant variant) => this with { Pieces = variant.Pieces, Arrangements = variant.Arrangements };

    /// <summary>The layout with its variants changed as it is itself.</summary>
    internal Layout WithVariants(Func<Layout, Layout> change) => this with { Variants = [.. Variants.Select(v => Changed(v, change))] };

    private Variant Changed(Variant variant, Func<Layout, Layout> change)
    {
        var changed = change(As(variant) with { Variants = [] });
        return variant with { Pieces = changed.Pieces, Arrangements = changed.Arrangements };
    }

    /// <summary>The page sides it has.</summary>
    [JsonIgnore]
    public IReadOnlyList<PageSide> Sides => Kind == LayoutKind.Spread ? [PageSide.Left, PageSide.Right] : [PageSide.Left];

    /// <summary>The size of the page or of both pages together.</summary>
    [JsonIgnore]
    public Size Size => Kind == LayoutKind.Spread ? new(Page.Width * 2, Page.Height) : Page;

    /// <summary>Where one of its pages lies.</summary>
    public Box PageBox(PageSide side) =>
        side == PageSide.Both
            ? new(Length.Zero, Length.Zero, Size)
            : new(side == PageSide.Right && Kind == LayoutKind.Spread ? Page.Width : Length.Zero, Length.Zero, Page);

    /// <summary>The piece of that id, or null.</summary>
    public Piece? Piece(string? id) => Pieces.FirstOrDefault(p => p.Id == id);

    /// <summary>The arrangement of that id, or null.</summary>
    public Arrangement? Arrangement(string? id) => Arrangements.FirstOrDefault(a => a.Id == id);

    /// <summary>The first label that no piece of it has: its kind's letter and a number.</summary>
    /// <param name="taken">Labels that are given already.</param>
    public string FreeLabel(PieceKind kind, IReadOnlyList<string>? taken = null)
    {
        var letter = kind switch
        {
            PieceKind.Strip => 'S',
            PieceKind.Photo => 'P',
            PieceKind.Title => 'T',
            PieceKind.Journaling => 'J',
            PieceKind.DieCut or PieceKind.Sticker or PieceKind.Raised or PieceKind.Drawn => 'D',
            PieceKind.Tie => 'Y',
            _ => 'B',
        };
        return Enumerable
            .Range(1, Pieces.Count + (taken?.Count ?? 0) + 1)
            .Select(n => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{letter}{n}"))
            .First(id => Piece(id) is null && taken?.Contains(id) != true);
    }

    /// <summary>The first label for an arrangement that nothing of it has: G and a number.</summary>
    /// <param name="taken">Labels that are given already.</param>
    public string FreeArrangementLabel(IReadOnlyCollection<string>? taken = null) =>
        Enumerable
            .Range(1, int.MaxValue)
            .Select(n => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"G{n}"))
            .First(id => Arrangement(id) is null && Piece(id) is null && taken?.Contains(id) != true);

    /// <summary>The label of one of its pieces as it stands on screen, cut sheet and step: L1-B2.</summary>
    public string Label(Piece piece) => $"{Id}-{piece.Id}";

    /// <summary>The layout with one piece exchanged for another of the same id.</summary>
    public Layout With(Piece piece) => this with { Pieces = [.. Pieces.Select(p => p.Id == piece.Id ? piece : p)] };
}

/// <summary>Another arrangement of a layout's pieces.</summary>
public sealed record Variant
{
    /// <summary>What the designer calls it; no other variant of the layout has the same.</summary>
    public required string Name { get; init; }

    /// <summary>The pieces, back to front.</summary>
    public IReadOnlyList<Piece> Pieces { get; init; } = [];

    public IReadOnlyList<Arrangement> Arrangements { get; init; } = [];
}

/// <summary>A finding let stand: its code, the piece it is first about, and why.</summary>
public sealed record Acceptance(string Code, string Piece, string Note);
