using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;

namespace VelvetFold.Core;

/// <summary>All that is counted of a run: pieces, sheets and parts, what to buy, what it costs, and whether the counts agree.</summary>
/// <param name="SpareKits">Kits' worth of pieces that are cut beyond the run.</param>
/// <param name="Roster">The totals of a real roster; none where the run is of equal kits.</param>
/// <param name="KitsPossible">How many kits the stock on hand gives; none where nothing is limited.</param>
/// <param name="First">What runs out first.</param>
/// <param name="Cuts">Cuts that the host makes.</param>
/// <param name="Supplies">What the host gets besides papers and parts, by where it is got.</param>
/// <param name="WhyFewer">Why the list has fewer sheets than the guides together take; none where it has not.</param>
public sealed record CountsAnswer(
    int Kits,
    int SpareKits,
    Counts Counts,
    RosterTotals? Roster,
    int? KitsPossible,
    string? First,
    IReadOnlyList<Purchase> Shopping,
    CostSheet Cost,
    Reconciliation Reconciliation,
    long Cuts,
    Saying? WhyFewer,
    IReadOnlyList<SupplySource> Supplies
)
{
    /// <summary>Counts a run of equal kits, or, where fits are given, one kit for each of them.</summary>
    /// <param name="fits">The changes of each guest.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static CountsAnswer For(Kit kit, int kits, IReadOnlyList<IReadOnlyList<OpeningChange>>? fits = null, PlanTerms? terms = null)
    {
        ArgumentNullException.ThrowIfNull(kit);
        if (fits is not null)
            kits = fits.Count;
        var spare = kit.WithSpares(kits) - kits;
        var work = new KitWork(kit, terms);
        var (layouts, pieces, each) = (work.Layouts, work.Pieces, work.EachKit);
        // The guide is written and followed while the run is planned: neither waits for the other.
        var (run, proof) = AtOnce.Run(
            () => work.Run(kits + spare),
            () => GuideProof.Replay(kit, layouts, pieces, each, Guide.Write(kit, layouts, pieces, each, Words.In(kit.Guide.Language)))
        );
        var counts = PieceCounts.Of(work, run, kits, spares: true);
        var roster = fits is null ? null : RosterTotals.Of(kit, fits, terms);
        var alone = roster is null ? run : work.OneByOne;
        // A roster's kits differ, and are cut one by one; its spares are kits as designed.
        var sheets = roster is null
            ? kit.Papers.ToDictionary(p => p.Id, p => run.Sheets(p.Id) - run.Cut(p.Id))
            : kit.Papers.ToDictionary(
                p => p.Id,
                p => (roster.Sheets.FirstOrDefault(s => s.Paper == p.Id)?.Count ?? 0) + spare * alone.Sheets(p.Id)
            );
        // What spares alone take: of a batch, the sheets that it takes more than the run without them.
        var bare = roster is null && spare > 0 ? work.Counting().Run(kits) : null;
        var spares = kit.Papers.ToDictionary(
            p => p.Id,
            p =>
                bare is not null ? Math.Max(0, run.Sheets(p.Id) - bare.Sheets(p.Id))
                : roster is not null ? spare * alone.Sheets(p.Id)
                : 0
        );
        var shopping = Counting.Shopping.Of(kit, sheets, spares, counts.Parts);
        // What a run costs does not change while it is cut: what is done counts like what is to do.
        var costed = roster is null ? kit.Papers.ToDictionary(p => p.Id, p => run.Sheets(p.Id)) : sheets;
        var cuts = roster is null ? run.Host.AllCuts : roster.HostCuts + (long)spare * alone.Host.AllCuts;
        var plans = roster is null ? run.Plans : [.. roster.Plans, .. alone.Plans.Select(p => (p.Plan, p.Times * spare))];
        var (possible, first) = Scarcest(counts);
        return new(
            kits,
            spare,
            counts,
            roster,
            possible,
            first,
            shopping,
            Costing.Of(
                kit,
                kits,
                costed,
                Costing.Used(kit, plans.Where(p => p.Item2 > 0)),
                shopping.Where(s => !s.IsPaper).ToDictionary(s => s.Item, s => s.Needed),
                cuts
            ),
            Counting.Reconciliation.Of(pieces, run, proof, kits + spare),
            cuts,
            roster is null ? Fewer(counts) : null,
            SupplyList.ForHost(kit, kits)
        );
    }

    private static Saying? Fewer(Counts counts)
    {
        var (guides, list) = (
            counts.Sheets.Sum(s => (long)s.PerKit) * (counts.Kits + counts.SpareKits),
            counts.Sheets.Sum(s => (long)s.Total)
        );
        return guides > list ? Saying.Of("summary.guides-take-more", ("guides", guides), ("list", list)) : null;
    }

    private static (int? Kits, string? First) Scarcest(Counts counts)
    {
        var limits = counts
            .Sheets.Where(s => s.KitsPossible is not null)
            .Select(s => (Id: s.Paper, Kits: s.KitsPossible!.Value))
            .Concat(counts.Parts.Where(p => p.KitsPossible is not null).Select(p => (Id: p.Sheet, Kits: p.KitsPossible!.Value)))
            .OrderBy(l => l.Kits)
            .ToList();
        return limits.Count == 0 ? (null, null) : (limits[0].Kits, limits[0].Id);
    }
}
