using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Counting;

/// <summary>How far the sheets of one paper on hand reach when all kits are cut together.</summary>
/// <param name="Kits">How many kits they give.</param>
/// <param name="WithOneMore">How many they would give with one more sheet.</param>
public sealed record PaperReach(string Paper, int OnHand, int Kits, int WithOneMore);

/// <summary>How many kits the stock on hand gives, and what stops it.</summary>
/// <param name="Kits">The kits of the scarcest paper or part; none where nothing is limited.</param>
/// <param name="First">The paper or sheet of parts that runs out first.</param>
/// <param name="WithOneMore">How many kits one more sheet of it would bring it to, the others as they are.</param>
/// <param name="Savings">Sheets that the run would not take, were hidden middles cut out.</param>
public sealed record StockReach(
    int? Kits,
    string? First,
    int? WithOneMore,
    IReadOnlyList<PaperReach> Papers,
    IReadOnlyList<GutSaving> Savings
)
{
    /// <summary>Finds it for a kit, planning each limited paper for one number of kits and another until the sheets just suffice.</summary>
    /// <param name="kits">The run that savings are looked for in.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static StockReach Of(Kit kit, int kits, PlanTerms? terms = null)
    {
        var savings = GutSaving.Of(kit, kit.WithSpares(kits), terms);
        var work = new KitWork(kit, terms).Counting();
        var papers = new List<PaperReach>();
        // A piece that fits no sheet is told by a finding, and takes none.
        var cut = new[] { CutMode.Batch, CutMode.EachKit }.SelectMany(mode => work.Order(1, mode).Pieces).Select(p => p.Sheet).ToHashSet();
        foreach (var paper in kit.Papers.Where(p => p.Free is not null && cut.Contains(p.Id)))
        {
            var (onHand, own) = (Math.Max(0, paper.Free!.Value), work.Only(c => c.Paper == paper.Id));
            var most = Most(own, paper.Id, onHand, 0);
            papers.Add(new(paper.Id, onHand, most, Most(own, paper.Id, onHand + 1, most)));
        }
        var parts = PartCounts
            .Of(kit, 1)
            .Where(p => p.KitsPossible is not null)
            .Select(p => (Id: p.Sheet, Kits: p.KitsPossible!.Value))
            .ToList();
        var all = papers.Select(p => (Id: p.Paper, p.Kits)).Concat(parts).OrderBy(p => p.Kits).ToList();
        if (all.Count == 0)
            return new(null, null, null, papers, savings);
        var (first, reach) = all[0];
        var next = all.Count > 1 ? all[1].Kits : int.MaxValue;
        return new(
            reach,
            first,
            papers.FirstOrDefault(p => p.Paper == first) is { } scarce ? Math.Min(scarce.WithOneMore, next) : null,
            papers,
            savings
        );
    }

    /// <summary>
    /// The most kits that so many sheets give: doubled until they do not suffice, then halved in between. More kits never need fewer sheets
    /// (<see cref="CanonicalPlan"/>).
    /// </summary>
    /// <param name="atLeast">A number of kits that they suffice for.</param>
    /// <param name="below">A number of kits that they do not suffice for; none where none is known.</param>
    internal static int Most(KitWork work, string paper, int sheets, int atLeast, int? below = null)
    {
        bool Suffice(int kits) => work.Run(kits) is var run && run.Sheets(paper) - run.Cut(paper) <= sheets;

        var (low, high) = (atLeast, below ?? Math.Max(1, atLeast + 1));
        while (below is null && high <= KitRules.MostKits && Suffice(high))
            (low, high) = (high, high * 2);
        while (high - low > 1)
        {
            var middle = low + (high - low) / 2;
            if (Suffice(middle))
                low = middle;
            else
                high = middle;
        }
        return low;
    }
}
