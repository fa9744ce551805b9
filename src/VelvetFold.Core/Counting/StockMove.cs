using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>What lies in stock.</summary>
[JsonConverter(typeof(TextEnum<StockItem>))]
public enum StockItem
{
    [JsonStringEnumMemberName("sheets")]
    Sheets,

    [JsonStringEnumMemberName("offcuts")]
    Offcuts,

    [JsonStringEnumMemberName("parts")]
    Parts,
}

/// <summary>What a pile in stock is of: whole sheets of a paper, its offcuts of one size, or packs of parts.</summary>
/// <param name="Id">The paper or the sheet of parts, as the kit calls it.</param>
/// <param name="Size">Of offcuts.</param>
/// <param name="Face">Of offcuts of which only one face may be used.</param>
public readonly record struct Pile(StockItem Item, string Id, Size? Size = null, SheetFace? Face = null)
{
    public static Pile Sheets(string paper) => new(StockItem.Sheets, paper);

    public static Pile Parts(string sheet) => new(StockItem.Parts, sheet);

    public static Pile Offcuts(string paper, Size size, SheetFace? face) => new(StockItem.Offcuts, paper, size, face);
}

/// <summary>So many of a pile came into stock, or went out where negative; never 0.</summary>
public sealed record StockMove(Pile Pile, int Count);
