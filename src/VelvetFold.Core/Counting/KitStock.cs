using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>What the ledger says of the piles that a kit uses: what lies there, and to whom it is promised.</summary>
/// <param name="OnHand">What all movements of a pile add up to.</param>
/// <param name="Limited">The papers and sheets of parts that are counted; of the others as many as needed can be bought.</param>
/// <param name="PromisedHere">What is promised to this kit.</param>
/// <param name="PromisedElsewhere">What is promised to others.</param>
/// <param name="Cut">The sheets of this kit that are marked as cut, each kind once.</param>
public sealed record KitStock(
    IReadOnlyDictionary<Pile, int> OnHand,
    IReadOnlySet<Pile> Limited,
    IReadOnlyDictionary<Pile, int> PromisedHere,
    IReadOnlyDictionary<Pile, int> PromisedElsewhere,
    IReadOnlyList<SheetsCut> Cut
)
{
    /// <summary>The most sizes of offcuts of a paper that a plan looks at, the largest first, and the most of one size.</summary>
    public const int MostOffcuts = 100,
        MostOfOne = 1_000;

    /// <summary>Nothing on hand, nothing limited.</summary>
    public static readonly KitStock None = new(
        new Dictionary<Pile, int>(),
        new HashSet<Pile>(),
        new Dictionary<Pile, int>(),
        new Dictionary<Pile, int>(),
        []
    );

    /// <summary>A kit's document with its counts: what is on hand, what of it is promised to others, and which of its sheets are
    /// cut.</summary>
    public Kit In(Kit kit)
    {
        kit = Without(kit);
        return kit with
        {
            Papers =
            [
                .. kit.Papers.Select(p =>
                    p with
                    {
                        OnHand = Of(Pile.Sheets(p.Id)),
                        Promised = Elsewhere(Pile.Sheets(p.Id)),
                        Offcuts = OffcutsOf(p.Id),
                    }
                ),
            ],
            Parts = [.. kit.Parts.Select(p => p with { OnHand = Of(Pile.Parts(p.Id)), Promised = Elsewhere(Pile.Parts(p.Id)) })],
            KeptSheets =
            [
                .. kit.KeptSheets.Select(k => CutLike(k) is > 0 and var cut ? k with { Cut = cut, Times = Math.Max(cut, k.Times) } : k),
                .. Cut.Where(c => !kit.KeptSheets.Any(c.Sheet.IsLike) && c.Count > 0 && kit.Paper(c.Sheet.Paper) is not null)
                    .Select(c => c.Sheet with { Times = c.Count, Cut = c.Count, Booked = true }),
            ],
        };
    }

    /// <summary>A kit's document without any counts: what is kept of it.</summary>
    public static Kit Without(Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return kit with
        {
            Papers = [.. kit.Papers.Select(p => p with { OnHand = null, Promised = null, Offcuts = [] })],
            Parts = [.. kit.Parts.Select(p => p with { OnHand = null, Promised = null })],
            KeptSheets = [.. kit.KeptSheets.Where(k => k.Booked != true).Select(k => k with { Cut = 0 })],
        };
    }

    /// <summary>How many sheets are marked as cut like this one.</summary>
    public int CutLike(KeptSheet sheet) => Cut.FirstOrDefault(c => c.Sheet.IsLike(sheet))?.Count ?? 0;

    private int? Of(Pile pile) => Limited.Contains(pile) ? OnHand.GetValueOrDefault(pile) : null;

    private int? Elsewhere(Pile pile) =>
        Limited.Contains(pile) && PromisedElsewhere.GetValueOrDefault(pile) is not 0 and var promised ? promised : null;

    private IReadOnlyList<OffcutOnHand> OffcutsOf(string paper) =>
        [
            .. OnHand
                .Where(p => p.Key is { Item: StockItem.Offcuts, Size: not null } && p.Key.Id == paper)
                .Select(p => new OffcutOnHand
                {
                    Size = p.Key.Size!.Value,
                    Face = p.Key.Face,
                    Count = Math.Min(MostOfOne, p.Value - PromisedElsewhere.GetValueOrDefault(p.Key)),
                })
                .Where(o => o.Count > 0)
                .OrderByDescending(o => o.Size.Area)
                .ThenBy(o => o.Size.Width)
                .ThenBy(o => o.Face)
                .Take(MostOffcuts),
        ];
}
