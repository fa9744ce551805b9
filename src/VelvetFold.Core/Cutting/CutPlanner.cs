using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Plans how pieces are cut from sheets by edge-to-edge cuts.</summary>
/// <remarks>Deterministic: the same order gives the same plan. Several ways of filling are tried, and the plan with the fewest sheets, then the
/// fewest patterns, then the fewest cuts is taken; the bound beside it is computed without looking at the plan.</remarks>
public static class CutPlanner
{
    /// <summary>Plans an order.</summary>
    /// <exception cref="ArgumentException">A piece fits no sheet, or names one that is not there; <see cref="Unfit"/> tells beforehand.</exception>
    public static CutPlan Plan(CutOrder order, CancellationToken cancel = default)
    {
        if (Unfit(order) is [var piece, ..]) throw new ArgumentException($"{piece.Id} does not fit its sheet.", nameof(order));
        return new([.. order.Sheets.Select(sheet => PlanSheet(sheet, [.. order.Pieces.Where(p => p.Sheet == sheet.Id && p.Quantity > 0)], cancel)).Where(p => p.SheetsUsed > 0 || p.Shortfall.Count > 0)]);
    }

    /// <summary>The pieces that cannot be cut from the sheet they name: it is too small, or not there.</summary>
    public static IReadOnlyList<Demand> Unfit(CutOrder order) =>
        [.. order.Pieces.Where(p => order.Sheets.FirstOrDefault(s => s.Id == p.Sheet) is not { } sheet || !Fits(p, Usable(sheet).Size))];

    /// <summary>The part of a sheet that pieces may be cut from: all of it less the tear strip.</summary>
    public static Box Usable(StockSheet sheet)
    {
        var whole = new Box(Length.Zero, Length.Zero, sheet.Size);
        return sheet.TearStrip is { } strip ? SplitNode.Halve(whole, strip.Edge, strip.Width).Remainder : whole;
    }

    private static bool Fits(Demand piece, Size room) => piece.Size.FitsIn(room) || (piece.Turn == Turn.Free && piece.Size.Turned.FitsIn(room));

    private static SheetPlan PlanSheet(StockSheet sheet, IReadOnlyList<Demand> pieces, CancellationToken cancel)
    {
        var bound = LowerBound.Sheets(Usable(sheet).Size, pieces);
        IReadOnlyList<CutPattern>? best = null;
        foreach (var way in Filling.Ways)
        {
            cancel.ThrowIfCancellationRequested();
            var patterns = FillAll(sheet, pieces, way, cancel);
            if (best is null || Worth(patterns).CompareTo(Worth(best)) < 0) best = patterns;
        }
        return Limit(sheet, pieces, bound, best ?? []);
    }

    private static (int Sheets, int Patterns, int Cuts) Worth(IReadOnlyList<CutPattern> patterns) =>
        (patterns.Sum(p => p.Times), patterns.Count, patterns.Sum(p => p.Root.Splits));

    // A sheet is filled once and cut that way as often as the demand allows: few patterns, whatever the number of kits.
    private static List<CutPattern> FillAll(StockSheet sheet, IReadOnlyList<Demand> pieces, Filling way, CancellationToken cancel)
    {
        var order = way.Order(pieces);
        var left = order.Select(p => p.Quantity).ToArray();
        var place = order.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i);
        var patterns = new List<CutPattern>();
        while (left.Any(n => n > 0))
        {
            cancel.ThrowIfCancellationRequested();
            var filled = way.Fill(Usable(sheet), order, left);
            var used = new int[order.Count];
            foreach (var node in filled.All())
                if (node is PieceNode piece) used[place[piece.Piece.Id]]++;
            var times = Enumerable.Range(0, used.Length).Where(i => used[i] > 0).Min(i => left[i] / used[i]);
            for (var i = 0; i < used.Length; i++) left[i] -= times * used[i];
            patterns.Add(new(sheet.Id, times, WithTearStrip(sheet, filled)));
        }
        return patterns;
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
