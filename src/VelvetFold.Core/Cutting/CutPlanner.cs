using System.Diagnostics;
using VelvetFold.Core.Cutting.Search;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>Plans how pieces are cut from sheets by edge-to-edge cuts: the fewest sheets, then few patterns and few cuts.</summary>
/// <remarks>
/// Deterministic: the same order and budget give the same plan, unless the clock had to end the search (<see cref="SheetPlan.CutShort"/>).
/// The bound beside the plan is computed without looking at it.
/// </remarks>
public static partial class CutPlanner
{
    /// <summary>The most pieces one order may have.</summary>
    public const int MostPieces = 10_000;

    /// <summary>The most papers one order may have.</summary>
    public const int MostSheets = 200;

    /// <summary>Plans an order.</summary>
    /// <exception cref="ArgumentException">A piece fits no sheet, or names one that is not there; <see cref="Unfit"/> tells
    /// beforehand.</exception>
    /// <exception cref="OperationCanceledException">The terms' <see cref="PlanTerms.Cancel"/> was asked for.</exception>
    public static CutPlan Plan(CuttingInstance order, PlanTerms? terms = null)
    {
        terms ??= new();
        order = Added(order);
        if (Unfit(order with { LongestCut = null }) is [var piece, ..])
            throw new ArgumentException($"{piece.Id} does not fit its sheet.", nameof(order));
        var plans = new List<SheetPlan>();
        var (left, clock, ends) = ((double)terms.BudgetMs, Stopwatch.StartNew(), terms.ClockMs ?? 1e9);
        var open = order
            .Sheets.Select(s => (Sheet: s, Pieces: (IReadOnlyList<Demand>)[.. order.Pieces.Where(p => p.Sheet == s.Id && p.Quantity > 0)]))
            .Where(s => s.Pieces.Count > 0 || s.Sheet.Kept.Count > 0)
            .ToList();
        for (var i = 0; i < open.Count; i++)
        {
            terms.Cancel.ThrowIfCancellationRequested();
            // An equal share of what is left for each paper that is left, and half as much again: most need far less than theirs.
            var share = i == open.Count - 1 ? 1 : Math.Min(1, 1.5 / (open.Count - i));
            var budget = new WorkBudget(
                Math.Max(0.5, left * share),
                Math.Max(1, (ends - clock.Elapsed.TotalMilliseconds) * share),
                terms.Stop,
                terms.Cancel
            );
            var plan = PlanSheet(open[i].Sheet, open[i].Pieces, order, budget, terms);
            terms.Cancel.ThrowIfCancellationRequested();
            var used = budget.Used;
            left -= used;
            plans.Add(plan);
        }
        return new(plans);
    }

    // Lines that ask for the same are one.
    private static CuttingInstance Added(CuttingInstance order) =>
        order.Pieces.CountBy(p => p.Id).All(c => c.Value == 1)
            ? order
            : order with
            {
                Pieces =
                [
                    .. order
                        .Pieces.GroupBy(p => p with { Quantity = 0, Labels = [] })
                        .Select(g => g.First() with { Quantity = g.Sum(p => p.Quantity) }),
                ],
            };

    /// <summary>The pieces that cannot be cut from the sheet they name: it is too small, not there, or the trimmer too short to set
    /// them free.</summary>
    public static IReadOnlyList<Demand> Unfit(CuttingInstance order) =>
        [
            .. order.Pieces.Where(p =>
                order.Sheets.FirstOrDefault(s => s.Id == p.Sheet) is not { } sheet
                || (p.At is { } at ? !at.Any(Usable(sheet).Contains) : !Fits(p, Usable(sheet).Size, order.LongestCut))
            ),
        ];

    /// <summary>
    /// What of an order can be planned for as many sheets as it takes: without the stock's limits and the pieces that fit no sheet, of
    /// which findings tell.
    /// </summary>
    public static CuttingInstance Plannable(CuttingInstance order)
    {
        order = order with { Sheets = [.. order.Sheets.Select(s => s with { OnHand = null })] };
        var unfit = Unfit(order with { LongestCut = null }).Select(p => p.Id).ToHashSet();
        return order with { Pieces = [.. order.Pieces.Where(p => !unfit.Contains(p.Id))] };
    }

    /// <summary>The part of a sheet that pieces may be cut from: all of it less the tear strip and what squares it.</summary>
    public static Box Usable(StockSheet sheet) => sheet.Trims.Usable(sheet.Size);

    /// <summary>
    /// Lays a piece on a sheet by hand, with what lies there already; what finds no room any more is left for the planner.
    /// </summary>
    /// <param name="there">The labels on the sheet, so often as each lies there; none for a sheet of its own.</param>
    /// <returns>The pieces of the sheet in their new places; null where the piece cannot be cut from such a sheet.</returns>
    /// <exception cref="ArgumentException">The order does not have the piece, or one that lies there.</exception>
    public static IReadOnlyList<KeptPiece>? Lay(CuttingInstance order, string sheet, IReadOnlyList<string> there, string piece)
    {
        Demand Named(string label) =>
            order.Pieces.FirstOrDefault(p => p.Id == label && p.Sheet == sheet)
            ?? throw new ArgumentException($"{label} is not cut from {sheet}.", nameof(piece));
        return FixedPatterns.Lay(order.Sheets.First(s => s.Id == sheet), [.. there.Select(Named)], Named(piece), order.LongestCut);
    }

    /// <summary>Whether a piece can be set free from so much paper.</summary>
    internal static bool Fits(Demand piece, Size room, Length? longestCut) =>
        Fits(piece.Size, room, longestCut) || (piece.Turn == Turn.Free && Fits(piece.Size.Turned, room, longestCut));

    // It must be set free by cuts the trimmer can make: the first goes along one whole side of the sheet.
    private static bool Fits(Size piece, Size room, Length? longestCut)
    {
        if (!piece.FitsIn(room))
            return false;
        if (longestCut is not { } longest || room.Longer <= longest)
            return true;
        var (right, below) = (piece.Width < room.Width, piece.Height < room.Height);
        if (!right && !below)
            return true;
        // Upright first: along the height, then along the width of the piece; or the other way round.
        return (right && room.Height <= longest && (!below || piece.Width <= longest))
            || (below && room.Width <= longest && (!right || piece.Height <= longest));
    }

    /// <summary>A sheet as it is cut with these pieces in these places; null where no cuts from edge to edge part them, or they do not
    /// lie on it.</summary>
    public static CutPattern? PatternOf(Paper paper, KeptSheet kept, Length? longestCut, Length? ruler)
    {
        ArgumentNullException.ThrowIfNull(paper);
        ArgumentNullException.ThrowIfNull(kept);
        var sheet = new StockSheet(paper.Id, paper.Sheet) { Trims = paper.Trims, Kept = [kept with { Times = 1, Cut = 0 }] };
        IReadOnlyList<Demand> demands =
        [
            .. kept
                .Pieces.GroupBy(p => p.Piece)
                .Select(g => new Demand(g.Key, paper.Id, g.First().Turned ? g.First().Box.Size.Turned : g.First().Box.Size, g.Count())),
        ];
        sheet = AsCut(sheet, demands, ruler);
        return FixedPatterns.Of(sheet, demands, longestCut).Patterns is [var pattern]
            ? new(sheet.Id, 1, Trimmed(sheet, pattern.Root)) { IsKept = true }
            : null;
    }

    private static SheetPlan PlanSheet(
        StockSheet sheet,
        IReadOnlyList<Demand> pieces,
        CuttingInstance order,
        WorkBudget budget,
        PlanTerms terms
    )
    {
        if (terms.Memory?.Recall(sheet, pieces, order, terms) is { } known)
            return known;
        sheet = AsCut(sheet, pieces, order.Ruler);
        var kept = FixedPatterns.Of(sheet, pieces, order.LongestCut);
        // What the trimmer cannot set free is cut by knife and a long ruler, from sheets of its own; the trimmer's limit stays for the
        // rest.
        var room = Usable(sheet).Size;
        IReadOnlyList<Demand> placed = [.. kept.Left.Where(p => p.At is not null)];
        IReadOnlyList<Demand> knife = [.. kept.Left.Where(p => p.At is null && !Fits(p, room, order.LongestCut))];
        IReadOnlyList<Demand> left = [.. kept.Left.Except(placed).Except(knife)];
        var plan =
            placed.Count == 0
                ? Free(sheet, left, order.LongestCut, budget, terms, 0)
                : WithPlaced(sheet, placed, left, order.LongestCut, budget, terms);
        if (knife.Count > 0)
        {
            var byKnife = FromSheets(sheet, knife, null, budget, terms);
            var least = Math.Max(
                Math.Max(plan.LowerBound, byKnife.LowerBound),
                GridBounds.Sheets(CutGrid.Of(room, kept.Left)) - sheet.Remnants.Sum(e => e.Count)
            );
            plan = plan with
            {
                SheetsUsed = plan.SheetsUsed + byKnife.SheetsUsed,
                LowerBound = least,
                Patterns = [.. byKnife.Patterns, .. plan.Patterns],
                CutShort = plan.CutShort || byKnife.CutShort,
            };
        }
        var own = kept.Patterns.Sum(p => p.Times);
        plan = plan with
        {
            SheetsUsed = plan.SheetsUsed + own,
            LowerBound = plan.LowerBound + own,
            Stale = kept.Stale,
            Patterns = [.. kept.Patterns.Concat(plan.Patterns).Select(Handled)],
        };
        plan = Limit(sheet, pieces, plan);
        terms.Memory?.Keep(sheet, pieces, order, terms, plan);
        return plan;

        // As it is cut on the trimmer: what squares a sheet first, no setting too narrow, as many sheets at once as lie equal.
        CutPattern Handled(CutPattern pattern) =>
            new(
                sheet.Id,
                pattern.Times,
                Reachable(pattern.From is null ? Trimmed(sheet, pattern.Root) : pattern.Root, order.NarrowestStrip)
            )
            {
                From = pattern.From,
                IsKept = pattern.IsKept,
                Cut = pattern.Cut,
                LongestCut = order.LongestCut,
                AtOnce = Math.Clamp(sheet.AtOnce, 1, Math.Max(1, pattern.Times - pattern.Cut)),
            };
    }

    // Packings that are tried of a piece of paper that is there; of what lies between placed pieces, of which there are many ways, fewer.
    private const int ThoroughTries = 24;
    private const int QuickTries = 5;

    // Pieces with a place of their own first; the others between them where that saves a sheet, else from sheets of their own.
    private static SheetPlan WithPlaced(
        StockSheet sheet,
        IReadOnlyList<Demand> placed,
        IReadOnlyList<Demand> left,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms
    )
    {
        var ways = PlacedPatterns.Ways(sheet, placed, longestCut);
        // Of the ways to lay and part them the one between whose pieces most of the others find room.
        var (own, patterns, rest) = ways.Select(way =>
                way.Filled((size, open) => FillExtra(sheet, new(PaperPart.Scrap, size, 1), open, longestCut, QuickTries), left)
                    is var (cut, over)
                    ? (way, cut, over)
                    : default
            )
            .MinBy(w => (double)w.over.Aggregate(Int128.Zero, (sum, d) => sum + d.Size.Area * d.Quantity));
        // With all of them between proven sheets nothing is left to search.
        if (rest.Count == 0 && own.Sheets == own.LowerBound)
            return new(sheet.Id, own.Sheets, own.LowerBound, patterns, []);
        var apart = Free(sheet, left, longestCut, budget, terms, own.Sheets);
        var between = Free(sheet, rest, longestCut, budget, terms with { Progress = null }, own.Sheets);
        var best =
            between.SheetsUsed < apart.SheetsUsed
                ? between with
                {
                    Patterns = [.. patterns, .. between.Patterns],
                }
                : apart with
                {
                    Patterns = [.. own.Patterns, .. apart.Patterns],
                };
        var sheets = own.Sheets + best.SheetsUsed;
        // Whatever has a place takes as much of a sheet as if it had none.
        var byArea =
            GridBounds.Sheets(CutGrid.Of(Usable(sheet).Size, [.. left, .. placed.Select(p => p with { At = null })]))
            - sheet.Remnants.Sum(e => e.Count)
            - (TearStripsOf(sheet, sheets)?.Count ?? 0);
        return best with
        {
            SheetsUsed = sheets,
            LowerBound = Math.Max(Math.Max(own.LowerBound, apart.LowerBound), byArea),
            CutShort = apart.CutShort || between.CutShort,
        };
    }

    // Pieces that are cut from anywhere: from new sheets, from what is there anyway, from tear strips.
    private static SheetPlan Free(
        StockSheet sheet,
        IReadOnlyList<Demand> left,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms,
        int others
    )
    {
        var plan = FromSheets(sheet, left, longestCut, budget, terms);
        if (FromExtras(sheet, left, longestCut, budget, terms, plan) is { } saving)
            plan = saving;
        else if (sheet.Remnants.Count > 0)
            // That this filling of what is there saves nothing proves nothing: another may.
            plan = plan with
            {
                LowerBound = LeastWith(sheet, sheet.Remnants, left, plan, longestCut, budget, terms),
            };
        if (FromTearStrips(sheet, left, longestCut, budget, terms, plan) is { } better)
            plan = better;
        else if (TearStripsOf(sheet, others + plan.SheetsUsed - 1) is { Count: > 0 } strips)
            plan = plan with { LowerBound = LeastWith(sheet, [.. sheet.Remnants, strips], left, plan, longestCut, budget, terms) };
        return plan;
    }

    // A sheet of 305 mm for pieces in sixteenths is a sheet of 12 in: nobody cuts off the fifth of a millimetre that is left of a
    // ruler's step.
    private static StockSheet AsCut(StockSheet sheet, IReadOnlyList<Demand> pieces, Length? ruler)
    {
        if (
            ruler is not { IsPositive: true } step
            || pieces.Any(p => p.At is not null)
            || pieces.Any(p => p.Size.Width.Ticks % step.Ticks != 0 || p.Size.Height.Ticks % step.Ticks != 0)
        )
            return sheet;
        var room = Usable(sheet).Size;
        var (over, under) = (new Length(room.Width.Ticks % step.Ticks), new Length(room.Height.Ticks % step.Ticks));
        return room.Width > over && room.Height > under
            ? sheet with
            {
                Size = new(sheet.Size.Width - over, sheet.Size.Height - under),
            }
            : sheet;
    }

    private static SheetPlan FromSheets(
        StockSheet sheet,
        IReadOnlyList<Demand> pieces,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms
    )
    {
        if (pieces.Count == 0)
            return new(sheet.Id, 0, 0, [], []);
        var room = Usable(sheet);
        var grid = CutGrid.Of(room.Size, pieces, longestCut);
        var found = PlanSearch.Run(grid, budget, (sheets, bound) => terms.Progress?.Invoke(new(sheet.Id, sheets, bound)), terms.Polish);
        IReadOnlyList<CutPattern> patterns =
        [
            .. NormalForm.Of(grid, found.Patterns, room).Select(p => new CutPattern(sheet.Id, p.Times, p.Root)),
        ];
        return new(sheet.Id, patterns.Sum(p => p.Times), found.AtLeast, patterns, []) { CutShort = found.CutShort };
    }

    // The tear strip comes off first, then what squares the sheet.
    private static CutNode Trimmed(StockSheet sheet, CutNode usable)
    {
        return Off(new Box(Length.Zero, Length.Zero, sheet.Size), [.. sheet.Trims.Strips]);

        CutNode Off(Box box, IReadOnlyList<(Edge Edge, Length Width, bool IsTearStrip)> strips)
        {
            if (strips is not [var strip, ..])
                return usable;
            var (off, rest) = SplitNode.Halve(box, strip.Edge, strip.Width);
            return new SplitNode(box, strip.Edge, new OffcutNode(off, strip.IsTearStrip), Off(rest, [.. strips.Skip(1)]));
        }
    }

    // A strip that the fence cannot be set to lies beyond the blade instead: the fence is at the other edge.
    private static CutNode Reachable(CutNode node, Length? narrowest)
    {
        if (narrowest is not { } least || node is not SplitNode split)
            return node;
        var (off, rest) = (Reachable(split.Off, narrowest), Reachable(split.Rest, narrowest));
        return split.Setting < least && rest.Box.Along(split.Fence.Axis()).Extent >= least
            ? new SplitNode(split.Box, split.Fence.Opposite(), rest, off)
            : split with
            {
                Off = off,
                Rest = rest,
            };
    }

    // With too few sheets on hand the plan stops when they are used, and says which pieces are missing.
    private static SheetPlan Limit(StockSheet sheet, IReadOnlyList<Demand> pieces, SheetPlan plan)
    {
        if (sheet.OnHand is not { } onHand || onHand >= plan.SheetsUsed)
            return plan;
        var (kept, room) = (new List<CutPattern>(), onHand);
        foreach (var pattern in plan.Patterns)
        {
            var times = pattern.From is null ? Math.Min(pattern.Times, room) : pattern.Times;
            if (times == 0)
                continue;
            kept.Add(pattern with { Times = times });
            if (pattern.From is null)
                room -= times;
        }
        var got = kept.SelectMany(p => p.Placements.Select(q => (q.Piece, p.Times)))
            .GroupBy(q => q.Piece)
            .ToDictionary(g => g.Key, g => g.Sum(q => q.Times));
        var missing = pieces.Select(p => new Shortfall(p.Id, p.Quantity - got.GetValueOrDefault(p.Id))).Where(s => s.Missing > 0).ToList();
        return plan with { SheetsUsed = onHand, Patterns = kept, Shortfall = missing };
    }
}
