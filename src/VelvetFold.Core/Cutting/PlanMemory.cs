using System.Collections.Concurrent;
using System.Globalization;
using System.Text;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// Plans that were searched for before, by all that they depend on, the work they were given with it: the same question has the same
/// answer, whatever was asked in between. While a piece is moved, nothing about the cuts changes. Safe to use from several threads.
/// </summary>
public sealed class PlanMemory
{
    private const int Most = 512;

    private readonly ConcurrentDictionary<(string Key, int Budget, bool Polish), SheetPlan> _plans = [];

    /// <summary>The plan for the same question and the same work; null where there is none yet.</summary>
    public SheetPlan? Recall(StockSheet sheet, IReadOnlyList<Demand> pieces, CuttingInstance order, PlanTerms terms) =>
        _plans.GetValueOrDefault((Key(sheet, pieces, order), terms.BudgetMs, terms.Polish));

    /// <summary>Keeps a plan; not one whose search was ended before its work was done, as another run may find another.</summary>
    public void Keep(StockSheet sheet, IReadOnlyList<Demand> pieces, CuttingInstance order, PlanTerms terms, SheetPlan plan)
    {
        if (plan.CutShort)
            return;
        if (_plans.Count >= Most)
            _plans.Clear();
        _plans[(Key(sheet, pieces, order), terms.BudgetMs, terms.Polish)] = plan;
    }

    /// <summary>All that a plan depends on, in one text.</summary>
    internal static string Key(StockSheet sheet, IReadOnlyList<Demand> pieces, CuttingInstance order)
    {
        var key = new StringBuilder();
        key.Append(
            CultureInfo.InvariantCulture,
            $"{sheet.Id}|{sheet.Size.Width.Ticks}x{sheet.Size.Height.Ticks}|{sheet.OnHand}|{sheet.TearStripFace}|{sheet.AtOnce}|{order.LongestCut?.Ticks}|{order.NarrowestStrip?.Ticks}"
        );
        foreach (var (edge, width, tear) in sheet.Trims.Strips)
            key.Append(CultureInfo.InvariantCulture, $"|-{edge}{width.Ticks}{tear}");
        foreach (var kept in sheet.Kept)
        {
            key.Append(CultureInfo.InvariantCulture, $"|={kept.Times},{kept.Cut}");
            foreach (var p in kept.Pieces)
                key.Append(
                    CultureInfo.InvariantCulture,
                    $";{p.Piece}@{p.Box.X.Ticks},{p.Box.Y.Ticks},{p.Box.Width.Ticks},{p.Box.Height.Ticks}{p.Turned}"
                );
        }
        foreach (var extra in sheet.Remnants)
            key.Append(
                CultureInfo.InvariantCulture,
                $"|+{extra.Source.Text}:{extra.Size.Width.Ticks}x{extra.Size.Height.Ticks}*{extra.Count}{extra.Face}"
            );
        foreach (var p in pieces)
            key.Append(
                CultureInfo.InvariantCulture,
                $"|{p.Id}:{p.Size.Width.Ticks}x{p.Size.Height.Ticks}*{p.Quantity}{p.Turn}{p.Face}{p.Gut?.Ticks}"
            );
        foreach (var (p, box) in pieces.SelectMany(p => (p.At ?? []).Select(box => (p, box))))
            key.Append(CultureInfo.InvariantCulture, $"|@{p.Id}:{box.X.Ticks},{box.Y.Ticks}");
        foreach (var row in pieces.Where(p => p.Row is not null).Select(p => p.Row!))
        {
            key.Append(
                CultureInfo.InvariantCulture,
                $"|&{row.Count}*{row.Shifts[0].Ticks},{row.Shifts[^1].Ticks}{row.Axis}{row.HalfTurned}"
            );
            foreach (var point in row.Points)
                key.Append(CultureInfo.InvariantCulture, $";{point.X.Ticks},{point.Y.Ticks}");
        }
        return key.ToString();
    }
}
