using System.Globalization;
using Google.OrTools.Sat;

namespace VelvetFold.Core.Days;

/// <summary>The order of a day, and how good it is.</summary>
/// <param name="Minutes">How long each guest's tasks take, in minutes.</param>
/// <param name="Lost">How many minutes all guests together wait, what is beyond half an hour of one guest counted three times and a
/// minute after nine tenths of the day twenty times; no order has fewer than <paramref name="Bound"/>.</param>
internal sealed record DayOrdered(
    DayOrder Order,
    IReadOnlyList<int[]> Minutes,
    IReadOnlyList<IReadOnlyList<DayTask>> Work,
    long Lost,
    long Bound
)
{
    /// <summary>The rule that its order was found by; of use to a day that is much like it.</summary>
    public ServingRule? Rule { get; init; }
}

/// <summary>Who comes first of those who can begin at the same time: the least by this.</summary>
/// <param name="ShortFirst">How much the length of the task counts.</param>
/// <param name="Much">How much what a guest has before them counts against it.</param>
/// <param name="Own">What counts for each guest.</param>
internal sealed record ServingRule(double ShortFirst, double Much, double[] Own)
{
    public double Of(int guest, int minutes, int left) => ShortFirst * minutes - Much * left + Own[guest];
}

/// <summary>
/// Orders a day: who does what when, and who holds a tool after whom, so that it ends in time with the least waiting. By constraint
/// programming (CP-SAT) from an order that serves whoever can begin first; the search is measured in its own steps, not in seconds, so
/// that the same day is ordered the same again.
/// </summary>
internal static class DayPlanner
{
    /// <summary>A minute after nine tenths of the day counts as so many of waiting: the last tenth is kept for what goes otherwise (common
    /// practice, no source).</summary>
    private const int Late = 20;

    /// <summary>A wait is long after so many minutes, and what is beyond counts so many times.</summary>
    private const int Long = 30,
        LongTimes = 3;

    /// <summary>How long it searches, in the solver's own measure; about as many seconds.</summary>
    public const double Effort = 0.4;

    /// <summary>So many tasks are ordered anew for each measure of effort.</summary>
    private const double Tries = 300_000;

    /// <summary>The clock stops it all the same, on a slow machine.</summary>
    private const double Clock = 20;

    /// <summary>Orders a day.</summary>
    /// <param name="work">The tasks of every guest.</param>
    /// <param name="effort">How long it searches; 0 for the order that serves whoever can begin first.</param>
    /// <param name="like">The rule of a day much like it, to begin from.</param>
    public static DayOrdered Order(
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        double effort = Effort,
        ServingRule? like = null,
        CancellationToken cancel = default
    )
    {
        var minutes = work.Select((tasks, g) => tasks.Select(t => MinutesOf(t, guests[g])).ToArray()).ToList();
        var beside = guests.Select(g => g.Beside).ToArray();
        var (first, rule) = Best(setup, work, minutes, beside, effort, like);
        if (effort <= 0)
            return Weighed(setup, work, minutes, beside, first, null) with { Rule = rule };
        var (starts, bound) = Solve(setup, work, minutes, beside, first, effort, cancel);
        var better = starts is null ? first : Ordered(setup, work, minutes, starts);
        var (one, other) = (Weighed(setup, work, minutes, beside, first, bound), Weighed(setup, work, minutes, beside, better, bound));
        return (other.Lost <= one.Lost ? other : one) with { Rule = rule };
    }

    private static int MinutesOf(DayTask task, DayGuest guest) =>
        (int)Math.Ceiling(task.Seconds / 60.0 * (task.NeedsHands ? DayWork.Share(guest.Pace) * (100 + guest.MoreTime) / 100 : 1));

    private static List<(int From, int To)> Pauses(DaySetup setup, int unit) => [.. setup.Pauses.Select(p => (p.From * unit, p.To * unit))];

    // In whole minutes; no order is better than each guest alone with every tool.
    private static DayOrdered Weighed(
        DaySetup setup,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        int?[] beside,
        List<Go> goes,
        long? bound
    )
    {
        var order = new DayOrder(work, goes, Pauses(setup, 1), beside);
        var ends = Ends(order, order.Play(minutes), work.Count);
        var alone = Alone(setup, work, minutes);
        var cost = ends.Select((e, g) => Cost(setup, e, alone[g])).Sum();
        var least = Math.Max(Math.Max(bound ?? 0, alone.Sum(e => Cost(setup, e, e))), Queued(setup, work, minutes, alone));
        var floor = alone.Sum(e => (long)e);
        return new(order, minutes, work, cost - floor, Math.Min(cost, least) - floor);
    }

    private static int Due(DaySetup setup) => setup.Minutes - setup.Minutes / 10;

    // Somebody who waits for hours is worse off than many who wait a little.
    private static long Cost(DaySetup setup, int end, int alone) =>
        end + (long)Late * Math.Max(0, end - Due(setup)) + (LongTimes - 1) * Math.Max(0L, end - alone - Long);

    /// <summary>When each guest is done with all of it.</summary>
    public static int[] Ends(DayOrder order, DayTimes times, int guests)
    {
        var ends = new int[guests];
        for (var i = 0; i < order.Goes.Count; i++)
            ends[order.Goes[i].Guest] = Math.Max(ends[order.Goes[i].Guest], times.Ends[i]);
        return ends;
    }

    // No guest is done before their hands have done all of it, breaks beside, nor before the longest line of what follows each other.
    private static int[] Alone(DaySetup setup, IReadOnlyList<IReadOnlyList<DayTask>> work, List<int[]> minutes) =>
        [
            .. work.Select(
                (tasks, g) =>
                {
                    var end = Enumerable.Range(0, tasks.Count).Where(t => tasks[t].NeedsHands).Sum(t => minutes[g][t]);
                    foreach (var (from, to) in setup.Pauses)
                        if (end > from)
                            end += to - from;
                    var (before, line) = (DayOrder.Before(tasks), new int[tasks.Count]);
                    for (var t = 0; t < tasks.Count; t++)
                        line[t] = before[t].Select(b => line[b]).DefaultIfEmpty(0).Max() + minutes[g][t];
                    return Math.Max(end, line.DefaultIfEmpty(0).Max());
                }
            ),
        ];

    // What many must do with a tool before anything else: on several equal tools the sum of the ends is least where the shortest go first
    // (Conway, Maxwell and Miller, "Theory of Scheduling", 1967), and the rest of each one's work follows it. Nobody works in the breaks
    // before their end. Who needs no tool before the rest is done when they would be alone.
    private static long Queued(DaySetup setup, IReadOnlyList<IReadOnlyList<DayTask>> work, List<int[]> minutes, int[] alone)
    {
        var best = 0L;
        foreach (var tool in Enum.GetValues<SharedTool>().Where(t => t != SharedTool.Rack))
        {
            var ends = 0L;
            var queue = new List<int>();
            var ready = int.MaxValue;
            for (var g = 0; g < work.Count; g++)
            {
                // What serves all layouts comes before them, and after what served all before it.
                var tasks = work[g];
                bool IsFirst(int t) => tasks[t].Layout is null && tasks[t].Tool == tool;
                var last = Enumerable.Range(0, tasks.Count).LastOrDefault(IsFirst, -1);
                if (last < 0)
                {
                    ends += alone[g];
                    continue;
                }
                queue.Add(Enumerable.Range(0, last + 1).Where(IsFirst).Sum(t => minutes[g][t]));
                ready = Math.Min(
                    ready,
                    Enumerable.Range(0, tasks.Count).TakeWhile(t => !IsFirst(t)).Where(t => tasks[t].NeedsHands).Sum(t => minutes[g][t])
                );
                ends += Enumerable.Range(last + 1, tasks.Count - last - 1).Where(t => tasks[t].NeedsHands).Sum(t => minutes[g][t]);
                ends += setup.Pauses.Where(p => p.To <= alone[g]).Sum(p => p.To - p.From);
            }
            if (queue.Count == 0)
                continue;
            // Nobody has a tool before the one who is ready first.
            var places = Enumerable.Repeat((long)ready, Math.Max(1, setup.CountOf(tool))).ToArray();
            foreach (var takes in queue.Order())
            {
                var place = Array.IndexOf(places, places.Min());
                places[place] += takes;
                ends += places[place];
            }
            // However the waiting is shared out, what is beyond the long wait of all of them is beyond that of some.
            var beyond = Math.Max(0L, ends - alone.Sum(e => (long)e) - (long)Long * work.Count);
            best = Math.Max(best, ends + (LongTimes - 1) * beyond);
        }
        return best;
    }

    // Serves whoever can begin first, by several rules for those who can begin at the same time, and by chance around the best of them;
    // the best order of all is kept. The chance has a seed of its own: the same day is ordered the same again.
    private static (List<Go> Goes, ServingRule Rule) Best(
        DaySetup setup,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        int?[] beside,
        double effort,
        ServingRule? like
    )
    {
        var alone = Alone(setup, work, minutes);
        var random = new Random(work.Count);
        var level = new double[work.Count];
        (long Cost, List<Go> Goes, ServingRule Rule)? best = null;
        (long Cost, ServingRule Rule)? at = null;
        void Try(ServingRule rule, double mayLose)
        {
            var goes = Greedy(setup, work, minutes, beside, rule);
            var order = new DayOrder(work, goes, Pauses(setup, 1), beside);
            var cost = Ends(order, order.Play(minutes), work.Count).Select((e, g) => Cost(setup, e, alone[g])).Sum();
            if (best is null || cost < best.Value.Cost)
                best = (cost, goes, rule);
            if (at is null || cost <= at.Value.Cost + mayLose)
                at = (cost, rule);
        }
        foreach (var (shortFirst, much) in new[] { (0.0, 1.0), (1.0, 0.0), (1.0, 0.1), (1.0, -0.1), (1.0, 0.3), (0.3, 1.0), (-1.0, 0.0) })
            Try(new(shortFirst, much, level), 0);
        if (like is not null)
            Try(like, 0);
        at = (best!.Value.Cost, best.Value.Rule);
        var floor = alone.Sum(e => (long)e);
        var tries = (int)(effort * Tries / Math.Max(1, work.Sum(t => t.Count)));
        for (var n = 0; n < tries; n++)
        {
            var rule = at.Value.Rule;
            var own = rule.Own.ToArray();
            // Two change their turns, or one is served sooner or later than before.
            var (one, other) = (random.Next(own.Length), random.Next(own.Length));
            if (random.Next(2) == 0)
                (own[one], own[other]) = (own[other], own[one]);
            else
                own[one] += (random.NextDouble() - 0.5) * 120;
            // Something worse is gone on from at first, so that it does not stay where no small change helps (annealing: Kirkpatrick,
            // Gelatt and Vecchi, "Optimization by simulated annealing", 1983).
            var warm = 0.03 * (at.Value.Cost - floor) * (1 - (double)n / tries);
            Try(
                new(rule.ShortFirst + (random.NextDouble() - 0.5) * 0.2, rule.Much + (random.NextDouble() - 0.5) * 0.1, own),
                -Math.Log(1 - random.NextDouble()) * warm
            );
        }
        return (best!.Value.Goes, best.Value.Rule);
    }

    private static List<Go> Greedy(
        DaySetup setup,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        int?[] beside,
        ServingRule rule
    )
    {
        var pauses = setup.Pauses;
        var before = work.Select(DayOrder.Before).ToArray();
        var missing = before.Select(b => b.Select(w => w.Length).ToArray()).ToArray();
        var follows = before
            .Select(b =>
                Enumerable.Range(0, b.Length).Select(t => Enumerable.Range(0, b.Length).Where(f => b[f].Contains(t)).ToArray()).ToArray()
            )
            .ToArray();
        var ready = work.Select(t => new int[t.Count]).ToArray();
        var open = missing.Select(m => Enumerable.Range(0, m.Length).Where(t => m[t] == 0).ToList()).ToArray();
        var free = new int[work.Count];
        var left = minutes.Select(m => m.Sum()).ToArray();
        var tools = Enum.GetValues<SharedTool>().Select(t => new int[Math.Max(1, setup.CountOf(t))]).ToArray();
        var goes = new List<Go>();
        var all = work.Sum(t => t.Count);
        while (goes.Count < all)
        {
            (int Start, double Key, int Guest, int Task, int? Tool)? best = null;
            for (var g = 0; g < work.Count; g++)
                foreach (var t in open[g])
                {
                    var task = work[g][t];
                    var start = ready[g][t];
                    int? held = null;
                    if (task.NeedsHands)
                        start = Math.Max(start, free[g]);
                    if (task.NeedsGrownUp && beside[g] is { } other)
                        start = Math.Max(start, free[other]);
                    if (task.Tool is { } kind)
                    {
                        var own = tools[(int)kind];
                        held = Array.IndexOf(own, own.Min());
                        start = Math.Max(start, own[held.Value]);
                    }
                    if (task.NeedsHands)
                        foreach (var (from, to) in pauses)
                            if (start < to && start + minutes[g][t] > from)
                                start = to;
                    var key = rule.Of(g, minutes[g][t], left[g]);
                    if (best is null || start < best.Value.Start || (start == best.Value.Start && key < best.Value.Key))
                        best = (start, key, g, t, held);
                }
            var (at, _, guest, what, tool) = best!.Value;
            var end = at + minutes[guest][what];
            open[guest].Remove(what);
            foreach (var f in follows[guest][what])
            {
                ready[guest][f] = Math.Max(ready[guest][f], end);
                if (--missing[guest][f] == 0)
                    open[guest].Add(f);
            }
            left[guest] -= minutes[guest][what];
            if (work[guest][what].NeedsHands)
                free[guest] = end;
            if (work[guest][what].NeedsGrownUp && beside[guest] is { } grownUp)
                free[grownUp] = end;
            if (tool is { } which)
                tools[(int)work[guest][what].Tool!.Value][which] = end;
            goes.Add(new(guest, what, tool));
        }
        return goes;
    }

    private static (int[][]? Starts, long? Bound) Solve(
        DaySetup setup,
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        List<int[]> minutes,
        int?[] beside,
        List<Go> first,
        double effort,
        CancellationToken cancel
    )
    {
        var alone = Alone(setup, work, minutes);
        var order = new DayOrder(work, first, Pauses(setup, 1), beside);
        var hint = order.Play(minutes);
        var horizon = hint.End + setup.Minutes;
        var at = new Dictionary<(int, int), int>();
        for (var i = 0; i < first.Count; i++)
            at[(first[i].Guest, first[i].Task)] = hint.Starts[i];
        var model = new CpModel();
        var starts = work.Select((tasks, g) => tasks.Select((_, t) => model.NewIntVar(0, horizon, "")).ToArray()).ToArray();
        var held = Enum.GetValues<SharedTool>().ToDictionary(t => t, _ => new List<IntervalVar>());
        var ends = new List<LinearExpr>();
        // What nobody does while they do something else: each one's own work, and a child's at blades and heat.
        var hands = work.Select(_ => setup.Pauses.Select(p => model.NewFixedSizeIntervalVar(p.From, p.To - p.From, "")).ToList()).ToArray();
        for (var g = 0; g < work.Count; g++)
        {
            var before = DayOrder.Before(work[g]);
            var end = model.NewIntVar(0, horizon, "");
            for (var t = 0; t < work[g].Count; t++)
            {
                var (start, takes) = (starts[g][t], minutes[g][t]);
                model.AddHint(start, at[(g, t)]);
                foreach (var b in before[t])
                    model.Add(start >= starts[g][b] + minutes[g][b]);
                model.Add(end >= start + takes);
                var interval = model.NewFixedSizeIntervalVar(start, takes, "");
                if (work[g][t].NeedsHands)
                    hands[g].Add(interval);
                if (work[g][t].NeedsGrownUp && beside[g] is { } grownUp)
                    hands[grownUp].Add(interval);
                if (work[g][t].Tool is { } tool)
                    held[tool].Add(interval);
            }
            var (late, waits) = (model.NewIntVar(0, horizon, ""), model.NewIntVar(0, horizon, ""));
            model.Add(late >= end - Due(setup));
            model.Add(waits >= end - alone[g] - Long);
            ends.Add(end + Late * late + (LongTimes - 1) * waits);
        }
        foreach (var own in hands)
            model.AddNoOverlap(own);
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
                .Where(g => beside[g] is null && !beside.Contains(g))
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
                $"num_workers:1,random_seed:1,max_deterministic_time:{effort},max_time_in_seconds:{Clock}"
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
