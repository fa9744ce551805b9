using System.Globalization;
using Google.OrTools.Sat;

namespace VelvetFold.Core.Days;

/// <summary>The order of a day, and how good it is.</summary>
/// <param name="Minutes">How long each guest's tasks take, in minutes.</param>
/// <param name="Lost">How many minutes all guests together wait or end too late, a late one counted as 20; and no order has fewer than
/// <paramref name="Bound"/>.</param>
internal sealed record DayOrdered(
    DayOrder Order,
    IReadOnlyList<int[]> Minutes,
    IReadOnlyList<IReadOnlyList<DayTask>> Work,
    long Lost,
    long Bound
);

/// <summary>
/// Orders a day: who does what when, and who holds a tool after whom, so that it ends in time with the least waiting. By constraint
/// programming (CP-SAT) from an order that serves whoever can begin first; the search is measured in its own steps, not in seconds, so
/// that the same day is ordered the same again.
/// </summary>
internal static class DayPlanner
{
    /// <summary>A minute after the end of the day counts as so many of waiting.</summary>
    private const int Late = 20;

    /// <summary>How long it searches, in the solver's own measure; about as many seconds.</summary>
    public const double Effort = 2.5;

    /// <summary>The clock stops it all the same, on a slow machine.</summary>
    private const double Clock = 20;

    /// <summary>Orders a day.</summary>
    /// <param name="work">The tasks of every guest.</param>
    /// <param name="effort">How long it searches; 0 for the order that serves whoever can begin first.</param>
    public static DayOrdered Order(
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        double effort = Effort,
        CancellationToken cancel = default
    )
    {
        var minutes = work.Select((tasks, g) => tasks.Select(t => MinutesOf(t, guests[g])).ToArray()).ToList();
        var first = Greedy(setup, work, minutes);
        if (effort <= 0)
            return Weighed(setup, work, minutes, first, null);
        var (starts, bound) = Solve(setup, guests, work, minutes, first, effort, cancel);
        var better = starts is null ? first : Ordered(setup, work, minutes, starts);
        var (one, other) = (Weighed(setup, work, minutes, first, bound), Weighed(setup, work, minutes, better, bound));
        return other.Lost <= one.Lost ? other : one;
    }

    private static int MinutesOf(DayTask task, DayGuest guest) =>
        (int)Math.Ceiling(task.Seconds / 60.0 * (task.NeedsHands ? DayWork.Share(guest.Pace) * (100 + guest.MoreTime) / 100 : 1));

    private static List<(int From, int To)> Pauses(DaySetup setup, int unit) => [.. setup.Pauses.Select(p => (p.From * unit, p.To * unit))];

    // In whole minutes; no order is better than each guest alone with every tool.
    private static DayOrdered Weighed(
        DaySetup setup,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        List<Go> goes,
        long? bound
    )
    {
        var order = new DayOrder(work, goes, Pauses(setup, 1));
        var ends = Ends(order, order.Play(minutes), work.Count);
        var alone = Alone(setup, work, minutes);
        var cost = ends.Sum(e => Cost(setup, e));
        var least = Math.Max(bound ?? 0, alone.Sum(e => Cost(setup, e)));
        var floor = alone.Sum(e => (long)e);
        return new(order, minutes, work, cost - floor, Math.Min(cost, least) - floor);
    }

    private static long Cost(DaySetup setup, int end) => end + (long)Late * Math.Max(0, end - setup.Minutes);

    /// <summary>When each guest is done with all of it.</summary>
    public static int[] Ends(DayOrder order, DayTimes times, int guests)
    {
        var ends = new int[guests];
        for (var i = 0; i < order.Goes.Count; i++)
            ends[order.Goes[i].Guest] = Math.Max(ends[order.Goes[i].Guest], times.Ends[i]);
        return ends;
    }

    // Each as if they were alone with every tool.
    private static int[] Alone(DaySetup setup, IReadOnlyList<IReadOnlyList<DayTask>> work, List<int[]> minutes) =>
        [
            .. work.Select(
                (tasks, g) =>
                {
                    IReadOnlyList<IReadOnlyList<DayTask>> own = [tasks];
                    List<int[]> takes = [minutes[g]];
                    var order = new DayOrder(own, Greedy(setup, own, takes), Pauses(setup, 1));
                    return order.Play(takes).End;
                }
            ),
        ];

    // Whoever can begin first begins; of several, who has most before them.
    private static List<Go> Greedy(DaySetup setup, IReadOnlyList<IReadOnlyList<DayTask>> work, List<int[]> minutes)
    {
        var pauses = setup.Pauses;
        var before = work.Select(DayOrder.Before).ToArray();
        var done = work.Select(t => Enumerable.Repeat(-1, t.Count).ToArray()).ToArray();
        var free = new int[work.Count];
        var left = minutes.Select(m => m.Sum()).ToArray();
        var tools = Enum.GetValues<SharedTool>().ToDictionary(t => t, t => new int[Math.Max(1, setup.CountOf(t))]);
        var goes = new List<Go>();
        var all = work.Sum(t => t.Count);
        while (goes.Count < all)
        {
            (int Start, int Left, Go Go)? best = null;
            for (var g = 0; g < work.Count; g++)
            for (var t = 0; t < work[g].Count; t++)
            {
                if (done[g][t] >= 0 || before[g][t].Any(b => done[g][b] < 0))
                    continue;
                var task = work[g][t];
                var ready = before[g][t].Select(b => done[g][b]).DefaultIfEmpty(0).Max();
                if (task.NeedsHands)
                    ready = Math.Max(ready, free[g]);
                int? held = task.Tool is { } kind ? Array.IndexOf(tools[kind], tools[kind].Min()) : null;
                if (held is { } which)
                    ready = Math.Max(ready, tools[task.Tool!.Value][which]);
                if (task.NeedsHands)
                    foreach (var (from, to) in pauses)
                        if (ready < to && ready + minutes[g][t] > from)
                            ready = to;
                if (best is null || (ready, -left[g]).CompareTo((best.Value.Start, -best.Value.Left)) < 0)
                    best = (ready, left[g], new(g, t, held));
            }
            var (start, _, go) = best!.Value;
            var end = start + minutes[go.Guest][go.Task];
            done[go.Guest][go.Task] = end;
            left[go.Guest] -= minutes[go.Guest][go.Task];
            if (work[go.Guest][go.Task].NeedsHands)
                free[go.Guest] = end;
            if (go.Tool is { } tool)
                tools[work[go.Guest][go.Task].Tool!.Value][tool] = end;
            goes.Add(go);
        }
        return goes;
    }

    private static (int[][]? Starts, long? Bound) Solve(
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        List<Go> first,
        double effort,
        CancellationToken cancel
    )
    {
        var order = new DayOrder(work, first, Pauses(setup, 1));
        var hint = order.Play(minutes);
        var horizon = hint.End + setup.Minutes;
        var at = new Dictionary<(int, int), int>();
        for (var i = 0; i < first.Count; i++)
            at[(first[i].Guest, first[i].Task)] = hint.Starts[i];
        var model = new CpModel();
        var starts = work.Select((tasks, g) => tasks.Select((_, t) => model.NewIntVar(0, horizon, "")).ToArray()).ToArray();
        var held = Enum.GetValues<SharedTool>().ToDictionary(t => t, _ => new List<IntervalVar>());
        var ends = new List<LinearExpr>();
        for (var g = 0; g < work.Count; g++)
        {
            var own = setup.Pauses.Select(p => model.NewFixedSizeIntervalVar(p.From, p.To - p.From, "")).ToList();
            var before = DayOrder.Before(work[g]);
            var end = model.NewIntVar(0, horizon, "");
            for (var t = 0; t < work[g].Count; t++)
            {
                var (start, takes) = (starts[g][t], minutes[g][t]);
                model.AddHint(start, at[(g, t)]);
                foreach (var b in before[t])
                    model.Add(start >= starts[g][b] + minutes[g][b]);
                model.Add(end >= start + takes);
                if (!work[g][t].NeedsHands)
                    continue;
                var interval = model.NewFixedSizeIntervalVar(start, takes, "");
                own.Add(interval);
                if (work[g][t].Tool is { } tool)
                    held[tool].Add(interval);
            }
            model.AddNoOverlap(own);
            var late = model.NewIntVar(0, horizon, "");
            model.Add(late >= end - setup.Minutes);
            ends.Add(end + Late * late);
        }
        foreach (var (tool, goes) in held)
            if (goes.Count > 0)
            {
                var places = model.AddCumulative(Math.Max(1, setup.CountOf(tool)));
                foreach (var go in goes)
                    places.AddDemand(go, 1);
            }
        // Of those who do the same in the same time, the first named begins first.
        foreach (
            var alike in Enumerable
                .Range(0, work.Count)
                .GroupBy(g => (string.Join(',', minutes[g]), string.Join(',', work[g].Select(t => $"{t.Layout}{t.Phase}"))))
        )
        foreach (var (one, next) in alike.Zip(alike.Skip(1)))
            if (work[one].ToList().FindIndex(t => t.Tool is not null) is >= 0 and var tool)
                model.Add(starts[one][tool] <= starts[next][tool]);
        model.Minimize(LinearExpr.Sum(ends));
        using var solver = new CpSolver
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"num_workers:4,interleave_search:true,random_seed:1,max_deterministic_time:{effort},max_time_in_seconds:{Clock}"
            ),
        };
        using var stop = cancel.Register(solver.StopSearch);
        var found = solver.Solve(model) is CpSolverStatus.Optimal or CpSolverStatus.Feasible;
        cancel.ThrowIfCancellationRequested();
        return (
            found ? [.. starts.Select(own => own.Select(s => (int)solver.Value(s)).ToArray())] : null,
            found ? (long)Math.Ceiling(solver.BestObjectiveBound - 1e-6) : null
        );
    }

    // The order of the goes by when they begin; each takes the tool that has been free longest.
    private static List<Go> Ordered(DaySetup setup, IReadOnlyList<IReadOnlyList<DayTask>> work, List<int[]> minutes, int[][] starts)
    {
        var tools = Enum.GetValues<SharedTool>().ToDictionary(t => t, t => new int[Math.Max(1, setup.CountOf(t))]);
        var goes = new List<Go>();
        foreach (
            var (g, t) in work.SelectMany((tasks, g) => tasks.Select((_, t) => (g, t)))
                .OrderBy(x => starts[x.g][x.t])
                .ThenBy(x => x.g)
                .ThenBy(x => x.t)
        )
        {
            int? held = null;
            if (work[g][t].Tool is { } kind)
            {
                held = Array.IndexOf(tools[kind], tools[kind].Min());
                tools[kind][held.Value] = starts[g][t] + minutes[g][t];
            }
            goes.Add(new(g, t, held));
        }
        return goes;
    }
}
