using System.Globalization;
using Google.OrTools.Sat;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Days;

/// <summary>So many spare sheets of a paper or of parts.</summary>
/// <param name="Id">The paper's or the sheet's.</param>
/// <param name="Cost">What they cost, in the kit's money; none where no price is known.</param>
public sealed record Spares(string Id, string Name, bool IsPaper, int Sheets, decimal? Cost);

/// <summary>What a day can need in place of what went wrong: sheets of papers, and sheets, packs of parts.</summary>
internal sealed class SpareItems
{
    private readonly Kit _kit;
    private readonly IReadOnlyList<IReadOnlyList<(string Sheet, string Part)>> _parts;

    public SpareItems(Kit kit, IReadOnlyList<DayGuest> guests)
    {
        _kit = kit;
        _parts =
        [
            .. guests.Select(g =>
                kit.Parts.SelectMany(s =>
                        kit.TakenOf(s)
                            .Where(t => g.Layouts is not { } own || own.Any(l => t.Label.StartsWith(l + "-", StringComparison.Ordinal)))
                            .SelectMany(t => t.Use.Takes(s))
                            .Select(part => (s.Id, part))
                    )
                    .ToList()
            ),
        ];
    }

    public int Count => _kit.Papers.Count + _kit.Parts.Count;

    /// <summary>The ready-made parts a guest takes, each as often as they take it.</summary>
    public IReadOnlyList<(string Sheet, string Part)> PartsOf(int guest) => _parts[guest];

    /// <summary>How many sheets of each are needed: pieces are cut again from whole sheets, largest first, in rows across the
    /// sheet.</summary>
    public int[] Needed(IReadOnlyList<CutPiece> pieces, IReadOnlyDictionary<(string Sheet, string Part), int> parts)
    {
        var needed = new int[Count];
        if (pieces.Count > 0)
            for (var i = 0; i < _kit.Papers.Count; i++)
                needed[i] = Sheets(_kit.Papers[i].Size, [.. pieces.Where(p => p.Paper == _kit.Papers[i].Id).Select(p => p.Size)]);
        if (parts.Count > 0)
            for (var i = 0; i < _kit.Parts.Count; i++)
                needed[_kit.Papers.Count + i] = _kit.Parts[i]
                    .Parts.Select(p => (Of: p.Count, Wanted: parts.GetValueOrDefault((_kit.Parts[i].Id, p.Id))))
                    .Select(p => (p.Wanted + p.Of - 1) / Math.Max(1, p.Of))
                    .DefaultIfEmpty(0)
                    .Max();
        return needed;
    }

    /// <summary>How many sheets suffice for pieces cut in rows, first fit by height (Coffman, Garey, Johnson and Tarjan, "Performance
    /// bounds for level-oriented two-dimensional packing algorithms", 1980).</summary>
    internal static int Sheets(Size sheet, IReadOnlyList<Size> pieces)
    {
        var rows = new List<(int Sheet, Length Height, Length Left)>();
        var left = new List<Length>();
        foreach (var piece in pieces.OrderByDescending(p => p.Height).ThenByDescending(p => p.Width))
        {
            var row = rows.FindIndex(r => r.Height >= piece.Height && r.Left >= piece.Width);
            if (row >= 0)
            {
                rows[row] = rows[row] with { Left = rows[row].Left - piece.Width };
                continue;
            }
            var at = left.FindIndex(l => l >= piece.Height);
            if (at < 0)
            {
                at = left.Count;
                left.Add(sheet.Height);
            }
            left[at] -= piece.Height;
            rows.Add((at, piece.Height, sheet.Width - piece.Width));
        }
        return left.Count;
    }

    /// <summary>The least-cost spares with which nobody lacks anything on that share of the days played.</summary>
    /// <returns>How many sheets of each, and whether it is proved that nothing costs less.</returns>
    public (int[] Spares, bool Proved) Choose(IReadOnlyList<DayPlayed> days, double share, CancellationToken cancel)
    {
        var kinds = days.GroupBy(d => string.Join(',', d.Needed)).Select(g => (Needed: g.First().Needed, Days: g.Count())).ToList();
        var most = Enumerable.Range(0, Count).Select(i => kinds.Max(k => k.Needed[i])).ToArray();
        var model = new CpModel();
        var spares = most.Select(m => model.NewIntVar(0, m, "")).ToArray();
        var covered = new List<LinearExpr>();
        foreach (var (needed, times) in kinds)
        {
            var suffices = model.NewBoolVar("");
            for (var i = 0; i < Count; i++)
                if (needed[i] > 0)
                    model.Add(spares[i] >= needed[i] * suffices);
            covered.Add(times * suffices);
            model.AddHint(suffices, 1);
        }
        model.Add(LinearExpr.Sum(covered) >= (long)Math.Ceiling(share * days.Count));
        model.Minimize(LinearExpr.WeightedSum(spares, Enumerable.Range(0, Count).Select(i => Weight(i))));
        using var solver = new CpSolver
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"num_workers:1,random_seed:1,max_deterministic_time:1,max_time_in_seconds:10"
            ),
        };
        using var stop = cancel.Register(solver.StopSearch);
        var status = solver.Solve(model);
        cancel.ThrowIfCancellationRequested();
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? ([.. spares.Select(s => (int)solver.Value(s))], status == CpSolverStatus.Optimal)
            : (most, false);
    }

    /// <summary>Whether spares suffice for a day.</summary>
    public static bool Suffice(int[] spares, DayPlayed day) => !spares.Where((s, i) => s < day.Needed[i]).Any();

    /// <summary>The spares by name, those of which none is needed left out.</summary>
    public IReadOnlyList<Spares> Named(int[] spares) =>
        [
            .. spares
                .Select(
                    (count, i) =>
                        i < _kit.Papers.Count
                            ? new Spares(_kit.Papers[i].Id, _kit.Papers[i].Name, true, count, Price(i) * count)
                            : new Spares(
                                _kit.Parts[i - _kit.Papers.Count].Id,
                                _kit.Parts[i - _kit.Papers.Count].Name,
                                false,
                                count,
                                Price(i) * count
                            )
                )
                .Where(s => s.Sheets > 0),
        ];

    // A sheet without a price counts as much as the dearest with one, or as one.
    private long Weight(int item) => (long)Math.Ceiling(100 * (Price(item) ?? Enumerable.Range(0, Count).Max(Price) ?? 1m));

    private decimal? Price(int item) =>
        (item < _kit.Papers.Count ? _kit.Papers[item].Pack : _kit.Parts[item - _kit.Papers.Count].Pack)
            is { Price: { } price, Of: > 0 and var of }
            ? price.Amount / of
            : null;
}
