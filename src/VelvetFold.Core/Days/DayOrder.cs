namespace VelvetFold.Core.Days;

/// <summary>A go of somebody at something.</summary>
/// <param name="Guest">Whose it is, from 0.</param>
/// <param name="Task">Which of their tasks, from 0.</param>
/// <param name="Tool">Which of the tools of its kind they hold, from 0; none where they hold none.</param>
internal readonly record struct Go(int Guest, int Task, int? Tool);

/// <summary>
/// The order of a day: for every guest the order of their tasks, for every tool who holds it after whom. With how long each go takes,
/// the times follow: each begins as soon as the guest, what it waits for and the tool are free, and not so that it runs into a break.
/// </summary>
internal sealed class DayOrder
{
    private readonly IReadOnlyList<IReadOnlyList<DayTask>> _work;
    private readonly IReadOnlyList<Go> _goes;
    private readonly IReadOnlyList<(int From, int To)> _pauses;
    private readonly IReadOnlyList<int?> _beside;
    private readonly int[][][] _before;

    /// <param name="work">The tasks of every guest, in the guide's order.</param>
    /// <param name="goes">All of them, each after those it waits for.</param>
    /// <param name="pauses">When nobody works, in seconds after the start, in order.</param>
    /// <param name="beside">Each one's grown-up, whom they wait for and keep at blades and heat; none for who needs nobody.</param>
    public DayOrder(
        IReadOnlyList<IReadOnlyList<DayTask>> work,
        IReadOnlyList<Go> goes,
        IReadOnlyList<(int From, int To)> pauses,
        IReadOnlyList<int?>? beside = null
    )
    {
        (_work, _goes, _pauses) = (work, goes, pauses);
        _beside = beside ?? new int?[work.Count];
        _before = [.. work.Select(Before)];
    }

    public IReadOnlyList<Go> Goes => _goes;

    /// <summary>The same with other goes.</summary>
    public DayOrder With(IReadOnlyList<Go> goes) => new(_work, goes, _pauses, _beside);

    /// <summary>The tasks that each of a guest's waits for: the one before it on the same layout; what serves all waits for all before
    /// it, and all after it for that. On another layout they may work meanwhile.</summary>
    public static int[][] Before(IReadOnlyList<DayTask> tasks)
    {
        var before = new int[tasks.Count][];
        var last = new Dictionary<string, int>();
        var shared = -1;
        for (var i = 0; i < tasks.Count; i++)
        {
            if (tasks[i].Layout is not { } layout)
            {
                before[i] = [.. last.Values.Append(shared).Where(b => b >= 0)];
                (shared, last) = (i, []);
                continue;
            }
            before[i] =
                last.TryGetValue(layout, out var own) ? [own]
                : shared >= 0 ? [shared]
                : [];
            last[layout] = i;
        }
        return before;
    }

    /// <summary>When each go begins and ends, in seconds after the start, and how long its guest and what it waits for were ready
    /// before it for want of the tool.</summary>
    /// <param name="seconds">How long each guest's tasks take.</param>
    /// <param name="arrives">When each guest comes, in seconds after the start.</param>
    public DayTimes Play(IReadOnlyList<int[]> seconds, IReadOnlyList<int>? arrives = null)
    {
        var starts = new int[_goes.Count];
        var ends = new int[_goes.Count];
        var waits = new int[_goes.Count];
        var done = _work.Select(tasks => new int[tasks.Count]).ToArray();
        var free = _work.Select((_, guest) => arrives?[guest] ?? 0).ToArray();
        var tools = new Dictionary<(SharedTool, int), int>();
        for (var i = 0; i < _goes.Count; i++)
        {
            var (guest, task, tool) = _goes[i];
            var what = _work[guest][task];
            var takes = seconds[guest][task];
            var ready = arrives?[guest] ?? 0;
            foreach (var before in _before[guest][task])
                ready = Math.Max(ready, done[guest][before]);
            if (!what.NeedsHands)
            {
                var lies = tool is { } place ? Math.Max(ready, tools.GetValueOrDefault((what.Tool!.Value, place))) : ready;
                (starts[i], ends[i], waits[i]) = (lies, lies + takes, lies - ready);
                done[guest][task] = ends[i];
                if (tool is { } rack)
                    tools[(what.Tool!.Value, rack)] = ends[i];
                continue;
            }
            var helper = what.NeedsGrownUp ? _beside[guest] : null;
            ready = Clear(Math.Max(ready, free[guest]), takes);
            var start = Clear(Math.Max(ready, helper is { } other ? free[other] : 0), takes);
            if (tool is { } which)
            {
                start = Clear(Math.Max(start, tools.GetValueOrDefault((what.Tool!.Value, which))), takes);
                tools[(what.Tool.Value, which)] = start + takes;
            }
            if (helper is { } grownUp)
                free[grownUp] = start + takes;
            (starts[i], ends[i], waits[i]) = (start, start + takes, start - ready);
            done[guest][task] = free[guest] = ends[i];
        }
        return new(starts, ends, waits);
    }

    // The next moment at which something of that length does not run into a break; what is longer than any time between is begun all
    // the same when the break is over.
    private int Clear(int at, int takes)
    {
        foreach (var (from, to) in _pauses)
            if (at < to && at + takes > from)
                at = to;
        return at;
    }
}

/// <summary>The times of a day, go by go, in seconds.</summary>
internal sealed record DayTimes(int[] Starts, int[] Ends, int[] Waits)
{
    /// <summary>When the last one is done.</summary>
    public int End => Ends.Length == 0 ? 0 : Ends.Max();
}
