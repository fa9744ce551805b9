using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>Whether a piece may be turned on the sheet.</summary>
[JsonConverter(typeof(TextEnum<Turn>))]
public enum Turn
{
    /// <summary>By a quarter, either way.</summary>
    [JsonStringEnumMemberName("free")]
    Free,

    /// <summary>It is cut as it stands (a half turn changes nothing about the cut).</summary>
    [JsonStringEnumMemberName("none")]
    None,
}

/// <summary>Sheets to cut from: all of one size, with the part that may be used and the tear strip that comes off first.</summary>
public sealed record StockSheet(string Id, Size Size, int? OnHand = null)
{
    /// <summary>What comes off every sheet first: its tear strip, and what squares it.</summary>
    public SheetTrims Trims { get; init; } = new(null, null);

    /// <summary>The face of the tear strip that may be used, its other one bearing the maker's name; none where neither may.</summary>
    public SheetFace? TearStripFace { get; init; }

    /// <summary>How many sheets are cut at once, 1 or more.</summary>
    public int AtOnce { get; init; } = 1;

    /// <summary>Sheets that are cut as they stand here; the rest is planned around them.</summary>
    public IReadOnlyList<KeptSheet> Kept { get; init; } = [];

    /// <summary>Paper of the same kind that is there anyway: offcuts on hand, and the insides of pieces that are gutted.</summary>
    public IReadOnlyList<Remnant> Remnants { get; init; } = [];
}

/// <summary>Remnants: rectangles of paper that need no new sheet, none larger than one; what they are, and how many there are.</summary>
/// <param name="Face">The face that may be used; both where none is named.</param>
public sealed record Remnant(PaperPart Source, Size Size, int Count, SheetFace? Face = null);

/// <summary>So many pieces of one size out of one kind of sheet.</summary>
public sealed record Demand(string Id, string Sheet, Size Size, int Quantity, Turn Turn = Turn.Free, SheetFace Face = SheetFace.A)
{
    /// <summary>The border that is kept where the inside is cut out; none where it stays whole.</summary>
    public Length? Gut { get; init; }

    /// <summary>Where on the whole sheet, face A up, it is cut from: any of these places; none where it is cut anywhere. It lies there as
    /// its size says, unturned.</summary>
    public IReadOnlyList<Box>? At { get; init; }

    /// <summary>For outlines cut out of one rectangle: how they lie in it.</summary>
    public NestedRow? Row { get; init; }

    /// <summary>The pieces it is made into, as they lie in the row; itself, unless it is one.</summary>
    public IReadOnlyList<string> Labels { get; init; } = [Id];

    /// <summary>The same as a row of outlines, of the size of its rectangle.</summary>
    public Demand In(NestedRow row) => this with { Size = row.Size, Row = row };

    /// <summary>Its inside, once that is out.</summary>
    public PaperPart Inside => PaperPart.Inside(Id);
}

/// <summary>What is to be cut, and from what.</summary>
/// <param name="LongestCut">The longest cut of the trimmer; none where it is no limit.</param>
/// <param name="Ruler">The smallest step of the ruler; what is thinner is not cut off. None where anything is.</param>
/// <param name="NarrowestStrip">The narrowest setting of its fence; none where it is no limit. What is narrower lies on the far side of
/// the blade.</param>
public sealed record CuttingInstance(
    IReadOnlyList<StockSheet> Sheets,
    IReadOnlyList<Demand> Pieces,
    Length? LongestCut = null,
    Length? NarrowestStrip = null,
    Length? Ruler = null
);
