using System.Collections.Concurrent;
using System.Globalization;
using System.Text;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// Plans that were searched for before, by what they were asked: while a piece is moved, nothing about the cuts changes, and a plan that a longer search found
/// is shown wherever the same question is asked again. Safe to use from several threads.
/// </summary>
public sealed class PlanMemory
{
    private const int Most = 512;

    private readonly ConcurrentDictionary<string, (SheetPlan Plan, int Budget)> _plans = [];

    /// <summary>A plan for the same question, if it is proved or was searched for as long; null where there is none.</summary>
    public SheetPlan? Recall(StockSheet sheet, IReadOnlyList<Demand> pieces, CutOrder order, int budgetMs) =>
        _plans.TryGetValue(Key(sheet, pieces, order), out var known) && (known.Plan.Proved || known.Budget >= budgetMs) ? known.Plan : null;

    /// <summary>Keeps a plan, unless a better one is known already; the one that is kept.</summary>
    public SheetPlan Keep(StockSheet sheet, IReadOnlyList<Demand> pieces, CutOrder order, int budgetMs, SheetPlan plan)
    {
        if (_plans.Count >= Most) _plans.Clear();
        if (plan.CutShort) budgetMs = 0;
        return _plans.AddOrUpdate(Key(sheet, pieces, order), (plan, budgetMs), (_, known) =>
            known.Plan.SheetsUsed < plan.SheetsUsed || (known.Plan.SheetsUsed == plan.SheetsUsed && known.Budget > budgetMs) ? known : (plan, budgetMs)).Plan;
    }

    private static string Key(StockSheet sheet, IReadOnlyList<Demand> pieces, CutOrder order)
    {
        var key = new StringBuilder();
        key.Append(CultureInfo.InvariantCulture, $"{sheet.Id}|{sheet.Size.Width.Ticks}x{sheet.Size.Height.Ticks}|{sheet.OnHand}|{sheet.TearStripFace}|{sheet.AtOnce}|{order.LongestCut?.Ticks}|{order.NarrowestStrip?.Ticks}");
        foreach (var (edge, width, tear) in sheet.Trims.Strips) key.Append(CultureInfo.InvariantCulture, $"|-{edge}{width.Ticks}{tear}");
        foreach (var kept in sheet.Kept)
        {
            key.Append(CultureInfo.InvariantCulture, $"|={kept.Times},{kept.Cut}");
            foreach (var p in kept.Pieces) key.Append(CultureInfo.InvariantCulture, $";{p.Piece}@{p.Box.X.Ticks},{p.Box.Y.Ticks},{p.Box.Width.Ticks},{p.Box.Height.Ticks}{p.Turned}");
        }
        foreach (var extra in sheet.Extras) key.Append(CultureInfo.InvariantCulture, $"|+{extra.Name}:{extra.Size.Width.Ticks}x{extra.Size.Height.Ticks}*{extra.Count}{extra.Face}");
        foreach (var p in pieces) key.Append(CultureInfo.InvariantCulture, $"|{p.Id}:{p.Size.Width.Ticks}x{p.Size.Height.Ticks}*{p.Quantity}{p.Turn}{p.Face}{p.Gut?.Ticks}{p.Pair?.Shift.Ticks}{p.Pair?.HalfTurned}");
        return key.ToString();
    }
}
