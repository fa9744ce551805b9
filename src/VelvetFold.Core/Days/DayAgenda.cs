using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>What a guest does from when to when.</summary>
/// <param name="Guest">Their place in the list, from 0.</param>
/// <param name="ToolNumber">Which of the tools of its kind, from 1.</param>
/// <param name="Steps">The numbers of the guide's steps.</param>
/// <param name="Waits">How many minutes they wait for the tool before it.</param>
public sealed record AgendaLine(
    int Guest,
    string? Layout,
    DayPhase Phase,
    SharedTool? Tool,
    int? ToolNumber,
    TimeOnly From,
    TimeOnly To,
    IReadOnlyList<int> Steps,
    int Waits
);

/// <summary>A guest's day.</summary>
/// <param name="Works">How many minutes their hands are at work.</param>
/// <param name="Waits">How many minutes they wait for tools.</param>
public sealed record GuestDay(string Name, string? Table, TimeOnly Ends, int Works, int Waits);

/// <summary>How a shared tool is used.</summary>
/// <param name="Held">How many minutes all of them are held.</param>
/// <param name="Waited">How many minutes all guests wait for one.</param>
public sealed record ToolDay(SharedTool Tool, int Count, int Held, int Waited);

/// <summary>What would save time, and how much.</summary>
/// <param name="Saves">By how many minutes the day ends earlier.</param>
/// <param name="Lost">How many minutes all guests would wait then.</param>
public sealed record DayOption(Saying Says, int Saves, int Lost);

/// <summary>The agenda of a day.</summary>
/// <param name="Ends">When the last one is done.</param>
/// <param name="Waits">How many minutes all guests together wait for tools.</param>
/// <param name="IsProved">Whether no other order loses less.</param>
/// <param name="Gap">How many minutes less another order could lose at most; what one waits beyond half an hour counts three times, what is
/// after the end twenty times.</param>
/// <param name="Says">What there is to say of it.</param>
/// <param name="Options">What would help, where it ends too late, or many wait.</param>
public sealed record DayAgenda(
    IReadOnlyList<AgendaLine> Lines,
    IReadOnlyList<GuestDay> Guests,
    IReadOnlyList<ToolDay> Tools,
    TimeOnly Ends,
    int Waits,
    bool IsProved,
    long Gap,
    IReadOnlyList<Saying> Says,
    IReadOnlyList<DayOption> Options
)
{
    /// <summary>An option is looked into this long, in the solver's measure.</summary>
    private const double OptionEffort = 0.05;

    /// <summary>Plans a day.</summary>
    /// <param name="steps">The guide of one kit.</param>
    /// <param name="timed">What was timed at the tables, in place of the defaults.</param>
    public static DayAgenda Plan(
        Kit kit,
        IReadOnlyList<Step> steps,
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<TimedKind> timed,
        CancellationToken cancel = default
    ) => Of(kit, steps, setup, guests, timed, Ordered(steps, setup, guests, timed, DayPlanner.Effort, cancel), cancel);

    /// <summary>Orders the day: who makes which layouts, and what is cut beforehand, decides what there is to do.</summary>
    internal static DayOrdered Ordered(
        IReadOnlyList<Step> steps,
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<TimedKind> timed,
        double effort,
        CancellationToken cancel
    )
    {
        var all = DayWork.Of(steps, timed, setup.PreCut);
        var work = guests
            .Select(g =>
                (IReadOnlyList<DayTask>)[.. all.Where(t => t.Layout is null || g.Layouts is not { } own || own.Contains(t.Layout))]
            )
            .ToList();
        return DayPlanner.Order(setup, guests, work, effort, cancel);
    }

    private static DayAgenda Of(
        Kit kit,
        IReadOnlyList<Step> steps,
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<TimedKind> timed,
        DayOrdered plan,
        CancellationToken cancel
    )
    {
        var times = plan.Order.Play(plan.Minutes);
        var ends = DayPlanner.Ends(plan.Order, times, guests.Count);
        AgendaLine Line(int at)
        {
            var go = plan.Order.Goes[at];
            var task = plan.Work[go.Guest][go.Task];
            return new(
                go.Guest,
                task.Layout,
                task.Phase,
                task.Tool,
                go.Tool + 1,
                setup.Clock(times.Starts[at]),
                setup.Clock(times.Ends[at]),
                task.Steps,
                times.Waits[at]
            );
        }
        // By the minute and not by the clock: a day that is much too long goes past midnight.
        var lines = Enumerable
            .Range(0, plan.Order.Goes.Count)
            .OrderBy(i => times.Starts[i])
            .ThenBy(i => plan.Order.Goes[i].Guest)
            .Select(Line)
            .ToList();
        int Waits(int guest) => lines.Where(l => l.Guest == guest).Sum(l => l.Waits);
        int Works(int guest) => plan.Work[guest].Select((t, i) => t.NeedsHands ? plan.Minutes[guest][i] : 0).Sum();
        var used = Enum.GetValues<SharedTool>()
            .Select(tool => new ToolDay(
                tool,
                setup.CountOf(tool),
                lines.Where(l => l.Tool == tool).Sum(l => (int)(l.To - l.From).TotalMinutes),
                lines.Where(l => l.Tool == tool).Sum(l => l.Waits)
            ))
            .Where(t => t.Held > 0)
            .ToList();
        var over = times.End - setup.Minutes;
        var waits = lines.Sum(l => l.Waits);
        return new(
            lines,
            [.. guests.Select((g, i) => new GuestDay(g.Name, g.Table, setup.Clock(ends[i]), Works(i), Waits(i)))],
            used,
            setup.Clock(times.End),
            waits,
            plan.Lost <= plan.Bound,
            plan.Lost - plan.Bound,
            [
                over > 0
                    ? Saying.Of("day.too-much", ("minutes", over), ("ends", Clock(setup.Clock(times.End))))
                    : Saying.Of("day.in-time", ("minutes", -over), ("ends", Clock(setup.Clock(times.End)))),
                plan.Lost <= plan.Bound
                    ? Saying.Of("day.proved", ("waits", waits))
                    : Saying.Of("day.gap", ("waits", waits), ("gap", plan.Lost - plan.Bound)),
            ],
            over > 0 || waits > 0 ? Helps(kit, steps, setup, guests, timed, times.End, used, cancel) : []
        );
    }

    // Each tried: what it saves is what the day planned anew has less.
    private static List<DayOption> Helps(
        Kit kit,
        IReadOnlyList<Step> steps,
        DaySetup setup,
        IReadOnlyList<DayGuest> guests,
        IReadOnlyList<TimedKind> timed,
        int end,
        IReadOnlyList<ToolDay> used,
        CancellationToken cancel
    )
    {
        var tries = new List<(Saying Says, DaySetup Setup, IReadOnlyList<DayGuest> Guests)>();
        if (!setup.PreCut)
            tries.Add((Saying.Of("day.cut-before"), setup with { PreCut = true }, guests));
        foreach (var tool in used.Where(t => t.Waited > 0))
            tries.Add(
                (
                    Saying.Of("day.one-more", ("tool", Named(tool.Tool))),
                    setup with
                    {
                        Tools = [.. setup.Tools.Where(t => t.Tool != tool.Tool), new(tool.Tool, tool.Count + 1)],
                    },
                    guests
                )
            );
        if (end > setup.Minutes)
            foreach (var layout in kit.Layouts.Where(_ => kit.Layouts.Count > 1))
                tries.Add(
                    (
                        Saying.Of("day.without", ("layout", layout.Id), ("name", layout.Name)),
                        setup,
                        [
                            .. guests.Select(g =>
                                g with
                                {
                                    Layouts = [.. (g.Layouts ?? [.. kit.Layouts.Select(l => l.Id)]).Where(l => l != layout.Id)],
                                }
                            ),
                        ]
                    )
                );
        return
        [
            .. tries
                .Select(t => (t.Says, Plan: Ordered(steps, t.Setup, t.Guests, timed, OptionEffort, cancel)))
                .Select(t => (t.Says, Times: t.Plan.Order.Play(t.Plan.Minutes)))
                .Select(t => new DayOption(t.Says, end - t.Times.End, t.Times.Waits.Sum()))
                .OrderByDescending(o => o.Saves)
                .ThenBy(o => o.Lost),
        ];
    }

    private static string Clock(TimeOnly at) => at.ToString("HH\\:mm", System.Globalization.CultureInfo.InvariantCulture);

    private static string Named(SharedTool tool) =>
        tool switch
        {
            SharedTool.Trimmer => "trimmer",
            SharedTool.Punch => "punch",
            _ => "stamp",
        };
}
