using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// The one plan of an instance: pieces, papers, stock and a number of kits. It is searched within counted work and never by the clock, so
/// that it is the same on every machine and in any order of asking; every screen, file and print shows it.
/// </summary>
/// <remarks>
/// Beside what the search finds for n kits itself stand the plans for a few kits fewer with so many kits by themselves, and those for a few
/// more with what is too much left out: so n kits never take more than n - 1 and one, nor more than a larger number of kits. Plans that are
/// proved need none of that.
/// </remarks>
public sealed class CanonicalPlan(Kit kit, IReadOnlyList<CutPiece> pieces, CutMode mode, PlanTerms terms)
{
    /// <summary>How many numbers of kits above and below the one that is asked for are looked at; of a run of more than
    /// <see cref="LargeRun"/> kits the next ones alone.</summary>
    private const int MostBeside = 8;

    private const int LargeRun = 60;

    // By the number of kits; 0 stands for one kit more.
    private readonly Dictionary<(string Paper, int Key), SheetPlan?> _found = [];
    private readonly Dictionary<(string Paper, int Kits), SheetPlan?> _least = [];
    private readonly Dictionary<int, CuttingInstance> _orders = [];
    private CuttingInstance? _one;

    /// <summary>The plan for so many kits.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CutPlan For(int kits) => new([.. Order(kits).Sheets.Select(s => Least(s.Id, kits)).OfType<SheetPlan>()]);

    /// <summary>What is to be cut for so many kits, equal outlines as the plan cuts them.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CuttingInstance Order(int kits) => _orders.TryGetValue(kits, out var known) ? known : _orders[kits] = Ordered(kit, kits);

    // One kit more, out of new sheets: what lies about is used up by the others, and kept sheets are theirs.
    private CuttingInstance One =>
        _one ??= Ordered(kit with { Papers = [.. kit.Papers.Select(p => p with { Offcuts = [] })], KeptSheets = [] }, 1);

    // Outlines lie in rows as long as can be, in pairs, or each in its box, paper by paper: whichever takes the fewest sheets. A long row is
    // less paper, and harder to find room for.
    private CuttingInstance Ordered(Kit own, int kits)
    {
        CuttingInstance By(int inRow) => CutPlanner.Plannable(CutList.Order(own, pieces, kits, mode, inRow));
        var order = CutPlanner.Plannable(CutList.Order(own, pieces, kits, mode));
        foreach (var paper in order.Pieces.Where(p => p.Row is not null).Select(p => p.Sheet).Distinct().ToList())
        {
            var (best, sheets) = (Only(order, paper), (int?)null);
            foreach (var other in new[] { By(2), By(1) }.Select(o => Only(o, paper)))
                if (!other.Pieces.Select(p => p.Id).SequenceEqual(best.Pieces.Select(p => p.Id)))
                {
                    sheets ??= Sheets(best);
                    if (Sheets(other) is var fewer && fewer < sheets)
                        (best, sheets) = (other, fewer);
                }
            order = order with { Pieces = [.. order.Pieces.Where(p => p.Sheet != paper), .. best.Pieces] };
        }
        return order;

        int Sheets(CuttingInstance of) => CutPlanner.Plan(of, terms).BySheet.Sum(s => s.SheetsUsed + s.Shortfall.Sum(m => m.Missing));
    }

    // What the search finds for so many kits, nothing else looked at; null where nothing of that paper is cut.
    private SheetPlan? Found(string paper, int kits) => Found(paper, kits, Order(kits));

    private SheetPlan? OneMore(string paper) => Found(paper, 0, One);

    private SheetPlan? Found(string paper, int key, CuttingInstance order) =>
        _found.TryGetValue((paper, key), out var known)
            ? known
            : _found[(paper, key)] = CutPlanner.Plan(Only(order, paper), terms).For(paper);

    private static CuttingInstance Only(CuttingInstance order, string paper) =>
        order with
        {
            Sheets = [.. order.Sheets.Where(s => s.Id == paper)],
            Pieces = [.. order.Pieces.Where(p => p.Sheet == paper)],
        };

    private SheetPlan? Least(string paper, int kits)
    {
        if (_least.TryGetValue((paper, kits), out var known))
            return known;
        var best = Found(paper, kits);
        if (best is not null && Chosen(paper, kits, best) is { } chosen)
            return _least[(paper, kits)] = chosen;
        if (
            mode == CutMode.Batch
            && best is { Proved: false }
            && Order(kits).Pieces.All(p => p.Sheet != paper || p is { Row: null, At: null })
        )
        {
            best = Above(paper, kits, best);
            best = Below(paper, kits, best);
        }
        return _least[(paper, kits)] = best;
    }

    private SheetPlan? Chosen(string paper, int kits, SheetPlan canonical) =>
        kit
            .ChosenPlans.Where(c => c.Paper == paper && c.Mode == mode && (c.Kits == kits || mode == CutMode.EachKit))
            .Select(c => ChosenPlans.Read(c, Only(Order(kits), paper), canonical))
            .FirstOrDefault(p => p is not null);

    /// <summary>
    /// What a longer search finds, paper by paper, where that is better than the canonical plan (fewer sheets, or as many in fewer
    /// cuts), as plans to choose; and the plan
    /// with them.
    /// </summary>
    /// <param name="longer">The work of the search, and who hears of it.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public (CutPlan Plan, IReadOnlyList<ChosenPlan> Better) Searched(int kits, PlanTerms longer)
    {
        var (plans, better) = (new List<SheetPlan>(), new List<ChosenPlan>());
        var open = Order(kits).Sheets.Select(s => s.Id).Where(id => Least(id, kits) is not null).ToList();
        foreach (var (paper, i) in open.Select((paper, i) => (paper, i)))
        {
            var (own, canonical) = (Only(Order(kits), paper), Least(paper, kits)!);
            // Sheets that are kept stand as they are; what lies round them is not searched again.
            var found =
                longer.Stop.IsCancellationRequested || own.Sheets[0].Kept.Count > 0
                    ? null
                    : CutPlanner.Plan(own, longer with { BudgetMs = Math.Max(1, longer.BudgetMs / open.Count), Memory = null }).For(paper);
            if (found is null || (found.SheetsUsed, Cuts(found)).CompareTo((canonical.SheetsUsed, Cuts(canonical))) >= 0)
                plans.Add(canonical);
            else
            {
                plans.Add(found);
                better.Add(ChosenPlans.Write(found, own, mode, kits));
            }
        }
        return (new(plans), better);
    }

    private static int Cuts(SheetPlan plan) => plan.Patterns.Sum(p => p.Passes * p.Cuts.Count);

    // A plan for more kits is one for fewer with something left out.
    private SheetPlan Above(string paper, int kits, SheetPlan best)
    {
        for (
            var more = kits + 1;
            more <= kits + Beside(kits) && more <= KitRules.MostKits && !best.Proved && AreaBound(paper, more) < best.SheetsUsed;
            more++
        )
        {
            // What more kits cannot do with fewer sheets, still more cannot either.
            if (Found(paper, more) is not { } other || other.LowerBound >= best.SheetsUsed)
                break;
            if (
                other.SheetsUsed < best.SheetsUsed
                && PlanSums.Without(other, Only(Order(kits), paper)) is { } less
                && less.SheetsUsed < best.SheetsUsed
            )
                best = less with { LowerBound = best.LowerBound, Stale = best.Stale };
        }
        return best;
    }

    // A plan for fewer kits and so many kits by themselves. Plans are put together from what the search finds, not from each other, so
    // that none asks for all the numbers below it.
    private SheetPlan Below(string paper, int kits, SheetPlan best)
    {
        if (kits < 2 || best.Proved || OneMore(paper) is not { } one)
            return best;
        for (var by = 1; by <= Beside(kits) && by < kits && !best.Proved; by++)
            if (
                AreaBound(paper, kits - by) + by * one.SheetsUsed < best.SheetsUsed
                && Found(paper, kits - by) is { } fewer
                && fewer.SheetsUsed + by * one.SheetsUsed < best.SheetsUsed
                && Sum(paper, fewer, one, kits, by) is { } sum
            )
                best = sum with { LowerBound = best.LowerBound, Stale = best.Stale };
        return best;
    }

    private SheetPlan? Sum(string paper, SheetPlan fewer, SheetPlan one, int kits, int by)
    {
        SheetPlan? sum = fewer;
        for (var n = kits - by + 1; n <= kits && sum is not null; n++)
            sum = PlanSums.Of(sum, one, Only(Order(n), paper));
        return sum;
    }

    // Of a large run one kit more or less is a small share, and each plan takes long.
    private static int Beside(int kits) => kits <= LargeRun ? MostBeside : 1;

    // What the area alone asks for, remnants given away.
    private int AreaBound(string paper, int kits)
    {
        var order = Order(kits);
        var sheet = order.Sheets.First(s => s.Id == paper);
        var area =
            order.Pieces.Where(p => p.Sheet == paper).Aggregate(Int128.Zero, (sum, p) => sum + p.Size.Area * p.Quantity)
            - sheet.Remnants.Aggregate(Int128.Zero, (sum, e) => sum + e.Size.Area * e.Count);
        return area <= 0 ? 0 : (int)((area + sheet.Size.Area - 1) / sheet.Size.Area);
    }
}
