using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>What a host says of a workshop's day beside its hours.</summary>
/// <param name="Remind">Where reminders go; none where nobody is reminded.</param>
/// <param name="Done">What is done of the days before, as far as the studio does not see it.</param>
/// <param name="Moved">What was put on another day.</param>
/// <param name="Delays">What was lost on the day itself, in the order it was told.</param>
/// <param name="LongestWait">How long a guest waits for a tool at most before one more is wished for, in minutes.</param>
/// <param name="Notes">What was noted after the day.</param>
public sealed record DayPlan(
    IReadOnlyList<ToolCount> Tools,
    IReadOnlyList<DayBreak> Breaks,
    bool PreCut = false,
    HostHours? Hours = null,
    string? Remind = null,
    IReadOnlyList<BeforeKind>? Done = null,
    IReadOnlyList<MovedBefore>? Moved = null,
    IReadOnlyList<DayDelay>? Delays = null,
    int LongestWait = 15,
    string? Notes = null
)
{
    /// <summary>When a workshop begins and ends where nobody has said.</summary>
    public static readonly TimeOnly Starts = new(10, 0),
        Ends = new(16, 0);

    private const int MostDelays = 100;
    private const int LongestNotes = 4_000;

    /// <summary>A trimmer for seven, a punch and a set of stamps for the room, and lunch where the day is long enough (common practice, no
    /// source).</summary>
    public static DayPlan Usual(TimeOnly starts, TimeOnly ends, int guests) =>
        new(
            [
                new(SharedTool.Trimmer, Math.Max(1, (guests + 6) / 7)),
                new(SharedTool.Punch, Math.Max(1, (guests + 13) / 14)),
                new(SharedTool.Stamp, Math.Max(1, (guests + 6) / 7)),
            ],
            ends - starts >= TimeSpan.FromHours(5) && starts < new TimeOnly(12, 30) && ends > new TimeOnly(14, 0)
                ? [new("lunch", new(12, 30), 45)]
                : []
        );

    /// <summary>The hours and the tools.</summary>
    public DaySetup Setup(TimeOnly starts, TimeOnly ends) => new(starts, ends, Tools, Breaks, PreCut);

    /// <summary>Every fault, each with its path.</summary>
    public IReadOnlyList<Fault> Faults(TimeOnly starts, TimeOnly ends)
    {
        List<Fault> faults =
        [
            .. DayRules
                .Faults(Setup(starts, ends))
                .Select(f => f with { Path = f.Path.Replace("day.", "plan.", StringComparison.Ordinal) }),
        ];
        if (Hours is { } hours)
        {
            if (hours.Minutes is not { Count: 7 } || hours.Minutes.Any(m => m is < 0 or > 1_440))
                faults.Add(new("plan.hours.minutes", Saying.Of("fault.day-hours")));
            if (new[] { hours.Delivery, hours.Answer, hours.Prints }.Any(d => d is < 0 or > 90))
                faults.Add(new("plan.hours", Saying.Of("fault.day-wait-days")));
        }
        if (Breaks.Any(b => b.Name is not { Length: > 0 and <= 60 }))
            faults.Add(new("plan.breaks", Saying.Of("fault.day-break-name")));
        if (Remind is { } to && (to.Length > 200 || to.Count(c => c == '@') != 1 || to.StartsWith('@') || to.EndsWith('@')))
            faults.Add(new("plan.remind", Saying.Of("fault.day-remind", ("address", to))));
        if (Delays is { } delays && (delays.Count > MostDelays || delays.Any(d => d.Minutes is < 1 or > 240)))
            faults.Add(new("plan.delays", Saying.Of("fault.day-delay", ("most", MostDelays))));
        if (LongestWait is < 1 or > 240)
            faults.Add(new("plan.longestWait", Saying.Of("fault.day-longest-wait")));
        if (Notes is { Length: > LongestNotes })
            faults.Add(new("plan.notes", Saying.Of("fault.day-notes", ("most", LongestNotes))));
        return faults;
    }
}

/// <summary>How a guest sits at a workshop.</summary>
/// <param name="LargePrint">Whether their guide and cards are printed large.</param>
/// <param name="Beside">The id of the grown-up a child works beside; none for who needs nobody.</param>
public sealed record GuestSeat(
    string? Table = null,
    Pace Pace = Pace.Practised,
    int MoreTime = 0,
    bool LargePrint = false,
    int? Beside = null
);
