using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>What is bought of a paper or of parts for a run.</summary>
/// <param name="Item">The id within the kit.</param>
/// <param name="Spare">How many of <paramref name="Needed"/> are spares.</param>
/// <param name="OnHand">None where it is not counted; then all that is needed is bought.</param>
/// <param name="Packs">Packs to buy; single ones where no pack is known.</param>
/// <param name="LeftAfter">What is left for others when the run is done.</param>
/// <param name="Price">Of the packs together; none where no price is known.</param>
public sealed record Purchase(
    string Item,
    string Name,
    bool IsPaper,
    int Needed,
    int Spare,
    int? OnHand,
    int Missing,
    int PackOf,
    int Packs,
    int LeftAfter,
    Money? Price
);

/// <summary>Works out what to buy.</summary>
public static class Shopping
{
    /// <summary>The purchases for sheets and parts that are needed.</summary>
    /// <param name="sheets">Sheets by paper that still have to be there, spares included.</param>
    /// <param name="spare">How many of them are there for spares only.</param>
    /// <param name="parts">Counts of parts for the run, spares included.</param>
    public static IReadOnlyList<Purchase> Of(
        Kit kit,
        IReadOnlyDictionary<string, int> sheets,
        IReadOnlyDictionary<string, int> spare,
        IReadOnlyList<PartCount> parts
    ) =>
        [
            .. kit
                .Papers.Where(p => sheets.GetValueOrDefault(p.Id) > 0)
                .Select(p =>
                    Line(p.Id, p.Name, true, sheets[p.Id], Math.Min(sheets[p.Id], spare.GetValueOrDefault(p.Id)), p.OnHand, p.Free, p.Pack)
                ),
            .. parts
                .Where(p => p.Total > 0)
                .Select(p => (Count: p, Sheet: kit.PartSheet(p.Sheet)!))
                .Select(p =>
                    Line(p.Sheet.Id, p.Sheet.Name, false, p.Count.Total, p.Count.Spare, p.Sheet.OnHand, p.Sheet.Free, p.Sheet.Pack)
                ),
        ];

    private static Purchase Line(string id, string name, bool isPaper, int needed, int spare, int? onHand, int? free, Pack? pack)
    {
        var missing = Math.Max(0, needed - (free ?? 0));
        var of = pack?.Of ?? 1;
        var packs = (missing + of - 1) / of;
        return new(
            id,
            name,
            isPaper,
            needed,
            spare,
            onHand,
            missing,
            of,
            packs,
            (free ?? 0) + packs * of - needed,
            pack?.Price is { } price ? price * packs : null
        );
    }
}
