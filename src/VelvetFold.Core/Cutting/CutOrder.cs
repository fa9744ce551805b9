using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>Whether a piece may be turned on the sheet.</summary>
[JsonConverter(typeof(TextEnum<Turn>))]
public enum Turn
{
    /// <summary>By a quarter, either way.</summary>
    [JsonStringEnumMemberName("free")] Free,

    /// <summary>It is cut as it stands (a half turn changes nothing about the cut).</summary>
    [JsonStringEnumMemberName("none")] None,
}

/// <summary>Sheets to cut from: all of one size, with the part that may be used and the tear strip that comes off first.</summary>
public sealed record StockSheet(string Id, Size Size, int? OnHand = null)
{
    /// <summary>The tear strip, cut off first.</summary>
    public TearStrip? TearStrip { get; init; }

    /// <summary>Paper of the same kind that is there anyway: offcuts on hand, and the insides of pieces that are gutted.</summary>
    public IReadOnlyList<ExtraPaper> Extras { get; init; } = [];
}

/// <summary>Rectangles of paper that need no new sheet, none larger than one: what they are called, and how many there are.</summary>
public sealed record ExtraPaper(string Name, Size Size, int Count);

/// <summary>So many pieces of one size out of one kind of sheet.</summary>
public sealed record Demand(string Id, string Sheet, Size Size, int Quantity, Turn Turn = Turn.Free, SheetFace Face = SheetFace.A);

/// <summary>What is to be cut, and from what.</summary>
/// <param name="LongestCut">The longest cut of the trimmer; none where it is no limit.</param>
public sealed record CutOrder(IReadOnlyList<StockSheet> Sheets, IReadOnlyList<Demand> Pieces, Length? LongestCut = null);
