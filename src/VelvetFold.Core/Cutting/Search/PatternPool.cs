using System.Globalization;
using Google.OrTools.Sat;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>The patterns met so far, one of each content, and the best choice among them.</summary>
internal sealed class PatternPool(CutGrid grid, WorkBudget budget, int most)
{
    /// <summary>Less time than this, in seconds, is not worth building the model for.</summary>
    private const double Least = 0.01;

    private readonly List<GridPattern> _patterns = [];
    private readonly Dictionary<string, int> _known = [];

    public IReadOnlyList<GridPattern> Patterns => _patterns;

    /// <summary>Takes a pattern in; of two with the same content the one with fewer cuts stays.</summary>
    public void Add(GridPattern pattern)
    {
        var key = string.Join(',', pattern.Counts);
        if (_known.TryGetValue(key, out var at))
        {
            if (pattern.Root.Cuts < _patterns[at].Root.Cuts)
                _patterns[at] = pattern;
        }
        else if (_patterns.Count < most)
        {
            _known[key] = _patterns.Count;
            _patterns.Add(pattern);
        }
    }

    /// <summary>The plan of the fewest sheets among the pool's patterns, fewer than a plan that is known. Null where none is found
    /// within the deterministic time.</summary>
    public IReadOnlyList<(GridPattern Pattern, int Times)>? Fewest(int fewerThan, int atLeast, double seconds) =>
        Choose(
            seconds,
            (model, times) =>
            {
                var sheets = LinearExpr.Sum(times);
                model.AddLinearConstraint(sheets, atLeast, fewerThan - 1);
                model.Minimize(sheets);
            }
        );

    /// <summary>A plan of so many sheets with as few different patterns, and then as few cuts, as is found within the deterministic
    /// time.</summary>
    public IReadOnlyList<(GridPattern Pattern, int Times)>? Plainest(int sheets, double seconds) =>
        Choose(
            seconds,
            (model, times) =>
            {
                model.Add(LinearExpr.Sum(times) == sheets);
                var used = times
                    .Select(
                        (t, i) =>
                        {
                            var use = model.NewBoolVar($"use {i}");
                            model.Add(t <= (long)sheets * use);
                            return use;
                        }
                    )
                    .ToArray();
                var heaviest = _patterns.Max(p => p.Root.Cuts) + 1;
                model.Minimize(
                    LinearExpr.Sum(used) * ((long)heaviest * sheets)
                        + LinearExpr.WeightedSum(times, _patterns.Select(p => (long)p.Root.Cuts))
                );
            }
        );

    private List<(GridPattern Pattern, int Times)>? Choose(double seconds, Action<CpModel, IntVar[]> aim)
    {
        if (seconds < Least)
            return null;
        var model = new CpModel();
        var times = _patterns.Select((p, i) => model.NewIntVar(0, MostUseful(p), $"pattern {i}")).ToArray();
        for (var k = 0; k < grid.Pieces.Count; k++)
        {
            var users = Enumerable.Range(0, times.Length).Where(i => _patterns[i].Counts[k] > 0).ToList();
            model.Add(
                LinearExpr.WeightedSum(users.Select(i => times[i]), users.Select(i => (long)_patterns[i].Counts[k]))
                    >= grid.Pieces[k].Wanted
            );
        }
        aim(model, times);
        var solver = new CpSolver
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"num_workers:1, linearization_level:2, random_seed:1, max_deterministic_time:{seconds:0.###}, "
                    + $"max_time_in_seconds:{budget.ClockSeconds:0.###}"
            ),
        };
        if (solver.Solve(model) is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
            return null;
        return [.. times.Select((t, i) => (_patterns[i], (int)solver.Value(t))).Where(p => p.Item2 > 0)];
    }

    private int MostUseful(GridPattern pattern)
    {
        var most = 0;
        for (var k = 0; k < pattern.Counts.Length; k++)
            if (pattern.Counts[k] > 0)
                most = Math.Max(most, (grid.Pieces[k].Wanted + pattern.Counts[k] - 1) / pattern.Counts[k]);
        return most;
    }
}
