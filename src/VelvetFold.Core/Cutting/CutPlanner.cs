using System.Diagnostics;
using VelvetFold.Core.Cutting.Search;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Plans how pieces are cut from sheets by edge-to-edge cuts: the fewest sheets, then few patterns and few cuts.</summary>
/// <remarks>
/// Deterministic: the same order and budget give the same plan, unless the clock had to end the search (<see cref="SheetPlan.CutShort"/>). The bound beside the plan is
/// computed without looking at it.
/// </remarks>
public static class CutPlanner
{
    /// <summary>The most pieces one order may have.</summary>
    public const int MostPieces = 10_000;

    /// <summary>The most papers one order may have.</summary>
    public const int MostSheets = 200;

    /// <summary>Plans an order.</summary>
    /// <exception cref="ArgumentException">A piece fits no sheet, or names one that is not there; <see cref="Unfit"/> tells beforehand.</exception>
    /// <exception cref="OperationCanceledException">The terms' <see cref="PlanTerms.Cancel"/> was asked for.</exception>
    public static CutPlan Plan(CutOrder order, PlanTerms? terms = null)
    {
        terms ??= new();
        if (Unfit(order) is [var piece, ..]) throw new ArgumentException($"{piece.Id} does not fit its sheet.", nameof(order));
        var plans = new List<SheetPlan>();
        var (left, clock, ends) = ((double)terms.BudgetMs, Stopwatch.StartNew(), terms.ClockMs ?? 8.0 * terms.BudgetMs + 200);
        var open = order.Sheets.Select(s => (Sheet: s, Pieces: (IReadOnlyList<Demand>)[.. order.Pieces.Where(p => p.Sheet == s.Id && p.Quantity > 0)])).Where(s => s.Pieces.Count > 0).ToList();
        for (var i = 0; i < open.Count; i++)
        {
            terms.Cancel.ThrowIfCancellationRequested();
            // An equal share of what is left for each paper that is left, and half as much again: most need far less than theirs.
            var share = i == open.Count - 1 ? 1 : Math.Min(1, 1.5 / (open.Count - i));
            var budget = new WorkBudget(Math.Max(0.5, left * share), Math.Max(1, (ends - clock.Elapsed.TotalMilliseconds) * share), terms.Stop, terms.Cancel);
            var plan = PlanSheet(open[i].Sheet, open[i].Pieces, order.LongestCut, budget, terms);
            terms.Cancel.ThrowIfCancellationRequested();
            var used = budget.Used;
            left -= used;
            plans.Add(plan);
        }
        return new(plans);
    }

    /// <summary>The pieces that cannot be cut from the sheet they name: it is too small, or not there.</summary>
    public static IReadOnlyList<Demand> Unfit(CutOrder order) =>
        [.. order.Pieces.Where(p => order.Sheets.FirstOrDefault(s => s.Id == p.Sheet) is not { } sheet || !Fits(p, Usable(sheet).Size, order.LongestCut))];

    /// <summary>
    /// What of an order can be planned for as many sheets as it takes: without the stock's limits and the pieces that fit no sheet, of which findings tell; where the
    /// trimmer is too short for a piece, for a knife and a long ruler.
    /// </summary>
    public static CutOrder Plannable(CutOrder order)
    {
        order = order with { Sheets = [.. order.Sheets.Select(s => s with { OnHand = null })] };
        var unfit = Unfit(order with { LongestCut = null }).Select(p => p.Id).ToHashSet();
        order = order with { Pieces = [.. order.Pieces.Where(p => !unfit.Contains(p.Id))] };
        return Unfit(order).Count > 0 ? order with { LongestCut = null } : order;
    }

    /// <summary>The part of a sheet that pieces may be cut from: all of it less the tear strip.</summary>
    public static Box Usable(StockSheet sheet)
    {
        var whole = new Box(Length.Zero, Length.Zero, sheet.Size);
        return sheet.TearStrip is { } strip ? SplitNode.Halve(whole, strip.Edge, strip.Width).Remainder : whole;
    }

    private static bool Fits(Demand piece, Size room, Length? longestCut) => Fits(piece.Size, room, longestCut) || (piece.Turn == Turn.Free && Fits(piece.Size.Turned, room, longestCut));

    // It must be set free by cuts the trimmer can make: the first goes along one whole side of the sheet.
    private static bool Fits(Size piece, Size room, Length? longestCut)
    {
        if (!piece.FitsIn(room)) return false;
        if (longestCut is not { } longest || room.Longer <= longest) return true;
        var (right, below) = (piece.Width < room.Width, piece.Height < room.Height);
        if (!right && !below) return true;
        // Upright first: along the height, then along the width of the piece; or the other way round.
        return (right && room.Height <= longest && (!below || piece.Width <= longest)) || (below && room.Width <= longest && (!right || piece.Height <= longest));
    }

    private static SheetPlan PlanSheet(StockSheet sheet, IReadOnlyList<Demand> pieces, Length? longestCut, WorkBudget budget, PlanTerms terms)
    {
        if (terms.Memory?.Recall(sheet, pieces, longestCut, terms.BudgetMs) is { } known) return known;
        var plan = FromSheets(sheet, pieces, longestCut, budget, terms);
        if (sheet.Extras.Count > 0 && FromExtras(sheet, pieces, longestCut, budget, terms, plan) is { } saving) plan = saving;
        return terms.Memory?.Keep(sheet, pieces, longestCut, terms.BudgetMs, plan) ?? plan;
    }

    private static SheetPlan FromSheets(StockSheet sheet, IReadOnlyList<Demand> pieces, Length? longestCut, WorkBudget budget, PlanTerms terms)
    {
        if (pieces.Count == 0) return new(sheet.Id, 0, 0, [], []);
        var room = Usable(sheet);
        var grid = CutGrid.Of(room.Size, pieces, longestCut);
        var found = PlanSearch.Run(grid, budget, (sheets, bound) => terms.Told?.Invoke(new(sheet.Id, sheets, bound)));
        IReadOnlyList<CutPattern> patterns = [.. Handed.Of(grid, found.Patterns, room).Select(p => new CutPattern(sheet.Id, p.Times, WithTearStrip(sheet, p.Root)))];
        return Limit(sheet, pieces, found.AtLeast, patterns) with { CutShort = found.CutShort };
    }

    // What is there anyway is filled first, the largest of it and the largest pieces first, and the sheets planned for the rest; null where that saves no sheet.
    private static SheetPlan? FromExtras(StockSheet sheet, IReadOnlyList<Demand> pieces, Length? longestCut, WorkBudget budget, PlanTerms terms, SheetPlan without)
    {
        var (cut, left) = (new List<CutPattern>(), pieces);
        foreach (var extra in sheet.Extras.OrderByDescending(e => e.Size.Area).ThenBy(e => e.Name, StringComparer.Ordinal))
        {
            for (var count = extra.Count; count > 0 && FillExtra(sheet, extra, left, longestCut) is { } filled;)
            {
                var pattern = filled with { Times = Math.Min(count, filled.Times) };
                count -= pattern.Times;
                cut.Add(pattern);
                var taken = pattern.Placements.CountBy(p => p.Piece).ToDictionary();
                left = [.. left.Select(d => d with { Quantity = d.Quantity - pattern.Times * taken.GetValueOrDefault(d.Id) }).Where(d => d.Quantity > 0)];
            }
        }
        if (cut.Count == 0) return null;
        var rest = FromSheets(sheet, left, longestCut, budget, terms);
        if (rest.SheetsUsed + rest.Shortfall.Sum(s => s.Missing) >= without.SheetsUsed + without.Shortfall.Sum(s => s.Missing)) return null;
        // None of it is larger than a sheet, so that each can stand for one sheet at most.
        var bound = Math.Max(0, without.LowerBound - sheet.Extras.Sum(e => e.Count));
        return rest with { Patterns = [.. rest.Patterns, .. cut], LowerBound = Math.Min(bound, rest.SheetsUsed) };
    }

    // Of some tries the one that uses most of it, so often as the demand allows; null where nothing fits.
    private static CutPattern? FillExtra(StockSheet sheet, ExtraPaper extra, IReadOnlyList<Demand> left, Length? longestCut)
    {
        IReadOnlyList<Demand> fitting = [.. left.Where(d => Fits(d, extra.Size, longestCut))];
        if (fitting.Count == 0) return null;
        var grid = CutGrid.Of(extra.Size, fitting, longestCut);
        var packer = new SheetPacker(grid, new WorkBudget(1_000, 1_000), seed: 0);
        var all = packer.All();
        var best = Enumerable.Range(0, 24).Select(_ => packer.PackOne([.. all])).MaxBy(p => p.Used)!;
        var counts = new int[grid.Pieces.Count];
        best.Root.Count(counts);
        var times = Enumerable.Range(0, counts.Length).Where(k => counts[k] > 0).Min(k => grid.Pieces[k].Wanted / counts[k]);
        var (root, often) = Handed.Of(grid, [(new GridPattern(best.Root, counts), times)], new(Length.Zero, Length.Zero, extra.Size))[0];
        return new CutPattern(sheet.Id, often, root) { From = extra.Name };
    }

    private static CutNode WithTearStrip(StockSheet sheet, CutNode usable)
    {
        if (sheet.TearStrip is not { } strip) return usable;
        var whole = new Box(Length.Zero, Length.Zero, sheet.Size);
        return new SplitNode(whole, strip.Edge, new OffcutNode(SplitNode.Halve(whole, strip.Edge, strip.Width).Off, IsTearStrip: true), usable);
    }

    // With too few sheets on hand the plan stops when they are used, and says which pieces are missing.
    private static SheetPlan Limit(StockSheet sheet, IReadOnlyList<Demand> pieces, int bound, IReadOnlyList<CutPattern> patterns)
    {
        var total = patterns.Sum(p => p.Times);
        if (sheet.OnHand is not { } onHand || onHand >= total) return new(sheet.Id, total, bound, patterns, []);
        var (kept, room) = (new List<CutPattern>(), onHand);
        foreach (var pattern in patterns)
        {
            var times = Math.Min(pattern.Times, room);
            if (times == 0) break;
            kept.Add(pattern with { Times = times });
            room -= times;
        }
        var got = kept.SelectMany(p => p.Placements.Select(q => (q.Piece, p.Times))).GroupBy(q => q.Piece).ToDictionary(g => g.Key, g => g.Sum(q => q.Times));
        var missing = pieces.Select(p => new Shortfall(p.Id, p.Quantity - got.GetValueOrDefault(p.Id))).Where(s => s.Missing > 0).ToList();
        return new(sheet.Id, onHand, bound, kept, missing);
    }
}
