using Google.OrTools.LinearSolver;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>The linear master problem: the fewest sheets when patterns may be cut in fractions, and what one more piece of each kind
/// would cost. Patterns can be added.</summary>
internal sealed class PatternMaster : IDisposable
{
    private readonly Solver _solver = Solver.CreateSolver("GLOP");
    private readonly Constraint[] _rows;
    private readonly List<(Variable Times, GridPattern Pattern)> _columns = [];

    public PatternMaster(CutGrid grid)
    {
        _rows = [.. grid.Pieces.Select((p, k) => _solver.MakeConstraint(p.Wanted, double.PositiveInfinity, $"piece {k}"))];
        _solver.Objective().SetMinimization();
    }

    public void Add(GridPattern pattern)
    {
        var times = _solver.MakeNumVar(0, double.PositiveInfinity, $"pattern {_columns.Count}");
        _solver.Objective().SetCoefficient(times, 1);
        for (var k = 0; k < _rows.Length; k++)
            if (pattern.Counts[k] > 0)
                _rows[k].SetCoefficient(times, pattern.Counts[k]);
        _columns.Add((times, pattern));
    }

    /// <summary>Solves it: the sheets in fractions and the price of a piece of each kind; null where the solver gives up.</summary>
    public (double Sheets, double[] Prices)? Solve()
    {
        if (_solver.Solve() != Solver.ResultStatus.OPTIMAL)
            return null;
        Solution = [.. _columns.Select(c => (c.Pattern, c.Times.SolutionValue())).Where(c => c.Item2 > 1e-7)];
        return (_solver.Objective().Value(), [.. _rows.Select(r => Math.Max(0, r.DualValue()))]);
    }

    /// <summary>How often each pattern is cut in the solution last found, those that are not left out.</summary>
    public IReadOnlyList<(GridPattern Pattern, double Times)> Solution { get; private set; } = [];

    public void Dispose() => _solver.Dispose();
}
