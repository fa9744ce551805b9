using System.Globalization;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>A day in its order. Agenda, rehearsal and what a delay moves are all played from it.</summary>
public sealed class PlannedDay
{
    /// <summary>An option is looked into this long, in the solver's measure.</summary>
    private const double OptionEffort = 0.05;

    /// <summary>So many days are played to see how many of a tool are needed, from this seed.</summary>
    private const int ToolDays = 200,
        ToolSeed = 1;

    /// <summary>More of a tool than so many more are not looked at.</summary>
    private const int MoreTools = 4;

    private readonly DayAsked _asked;
    private readonly DayOrdered _plan;
    private IReadOnlyList<DayOption>? _options;

    private PlannedDay(DayAsked asked, DayOrdered plan) => (_asked, _plan) = (asked, plan);

    /// <summary>Orders a day.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static PlannedDay Of(DayAsked asked, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(asked);
        return new(asked, asked.Order(DayPlanner.Effort, cancel));
    }

    /// <summary>The agenda, with what was lost on the day itself: who is at something then takes so much longer, and all that follows
    /// moves, in the same order, around the same breaks.</summary>
    public DayAgenda Agenda(IReadOnlyList<DayDelay>? delays = null, CancellationToken cancel = default)
    {
        var minutes = delays is { Count: > 0 } ? Delayed(delays) : _plan.Minutes;
        var times = _plan.Order.Play(minutes);
        var ends = DayPlanner.Ends(_plan.Order, times, _asked.Guests.Count);
        // By the minute and not by the clock: a day that is much too long goes past midnight.
        var lines = Enumerable
            .Range(0, _plan.Order.Goes.Count)
            .OrderBy(i => times.Starts[i])
            .ThenBy(i => _plan.Order.Goes[i].Guest)
            .Select(i => Line(i, times))
            .ToList();
        int Works(int guest) => _plan.Work[guest].Select((t, i) => t.NeedsHands ? minutes[guest][i] : 0).Sum();
        var used = Enum.GetValues<SharedTool>()
            .Select(tool => new ToolDay(
                tool,
                _asked.Setup.CountOf(tool),
                lines.Where(l => l.Tool == tool).Sum(l => (int)(l.To - l.From).TotalMinutes),
                lines.Where(l => l.Tool == tool).Sum(l => l.Waits)
            ))
            .Where(t => t.Held > 0)
            .ToList();
        var over = times.End - _asked.Setup.Minutes;
        var waits = lines.Sum(l => l.Waits);
        return new(
            lines,
            [
                .. _asked.Guests.Select(
                    (g, i) =>
                        new GuestDay(
                            g.Name,
                            g.Table,
                            g.Kit,
                            _asked.Setup.Clock(ends[i]),
                            Works(i),
                            lines.Where(l => l.Guest == i).Sum(l => l.Waits)
                        )
                ),
            ],
            used,
            _asked.Setup.Clock(times.End),
            waits,
            _plan.Lost <= _plan.Bound,
            _plan.Lost - _plan.Bound,
            Says(over, waits, times.End, delays is { Count: > 0 }),
            delays is { Count: > 0 } ? (over > 0 ? StillFits(minutes, delays.Max(d => d.At), times.End) : [])
                : over > 0 || waits > 0 ? _options ??= Helps(cancel)
                : [],
            Cautions(lines)
        );
    }

    /// <summary>Plays the day many times.</summary>
    /// <param name="seed">The same gives the same days.</param>
    public DayRehearsed Rehearse(DayChances chances, int days, int seed, CancellationToken cancel = default) =>
        DayRehearsed.Play(_asked, _plan, chances, days, seed, cancel);

    /// <summary>How many of each shared tool there must be so that on 19 of 20 days no guest waits longer for it. Each number is ordered
    /// anew and played.</summary>
    /// <param name="minutes">The longest wait that is let pass.</param>
    public IReadOnlyList<ToolWish> ToolsFor(int minutes, DayChances chances, CancellationToken cancel = default)
    {
        var wishes = new List<ToolWish>();
        foreach (var tool in Enum.GetValues<SharedTool>().Where(t => _plan.Work.Any(w => w.Any(task => task.Tool == t))))
        {
            var count = _asked.Setup.CountOf(tool);
            for (var n = count; ; n++)
            {
                var with = _asked with { Setup = _asked.Setup.With(tool, n) };
                var plan = n == count ? _plan : with.Order(OptionEffort, cancel, _plan.Rule);
                var longest = Rehearsal
                    .Of(with, plan, chances)
                    .Play(ToolDays, ToolSeed, cancel)
                    .Select(d => d.Longest[(int)tool])
                    .Order()
                    .ToList();
                var waits = (int)Math.Ceiling(longest[(int)Math.Ceiling(0.95 * longest.Count) - 1]);
                if (waits > minutes && n < count + MoreTools)
                    continue;
                wishes.Add(new(tool, n, waits));
                break;
            }
        }
        return wishes;
    }

    private AgendaLine Line(int at, DayTimes times)
    {
        var go = _plan.Order.Goes[at];
        var task = _plan.Work[go.Guest][go.Task];
        return new(
            go.Guest,
            task.Layout,
            task.Phase,
            task.Tool,
            go.Tool + 1,
            _asked.Setup.Clock(times.Starts[at]),
            _asked.Setup.Clock(times.Ends[at]),
            task.Steps,
            times.Waits[at],
            task.NeedsGrownUp ? _asked.Guests[go.Guest].Beside : null
        );
    }

    // Who is at something when it is told takes so much longer for it; in a break it is what they begin next. Who only waits is moved by those
    // they wait for.
    private List<int[]> Delayed(IReadOnlyList<DayDelay> delays)
    {
        var minutes = _plan.Minutes.Select(m => m.ToArray()).ToList();
        foreach (var delay in delays.OrderBy(d => d.At))
        {
            var times = _plan.Order.Play(minutes);
            var at = Math.Max(0, _asked.Setup.Minute(delay.At));
            var pause = _asked.Setup.Pauses.Where(p => p.From <= at && at < p.To).Select(p => (int?)p.To).Max();
            foreach (
                var own in Enumerable
                    .Range(0, _plan.Order.Goes.Count)
                    .Where(i => _plan.Work[_plan.Order.Goes[i].Guest][_plan.Order.Goes[i].Task].NeedsHands)
                    .GroupBy(i => _plan.Order.Goes[i].Guest)
                    .Where(g => delay.Table is null || _asked.Guests[g.Key].Table == delay.Table)
            )
                if (
                    own.Where(i => times.Starts[i] <= (pause ?? at) && times.Ends[i] > at).Select(i => (int?)i).FirstOrDefault() is
                    { } running
                )
                    minutes[own.Key][_plan.Order.Goes[running].Task] += delay.Minutes;
        }
        return minutes;
    }

    // What nobody has begun yet and can be left out, so that the rest ends sooner.
    private List<DayOption> StillFits(IReadOnlyList<int[]> minutes, TimeOnly now, int end)
    {
        var times = _plan.Order.Play(minutes);
        var at = _asked.Setup.Minute(now);
        var options = new List<DayOption>();
        for (var k = 0; k < _asked.Kits.Count; k++)
            foreach (var layout in _asked.Kits[k].Kit.Layouts)
            {
                bool IsOf(int i)
                {
                    var go = _plan.Order.Goes[i];
                    return _asked.Guests[go.Guest].Kit == k && _plan.Work[go.Guest][go.Task].Layout == layout.Id;
                }
                var own = Enumerable.Range(0, _plan.Order.Goes.Count).Where(IsOf).ToList();
                if (own.Count == 0 || own.Any(i => times.Starts[i] < at))
                    continue;
                var rest = _plan.Order.With([
                    .. Enumerable.Range(0, _plan.Order.Goes.Count).Where(i => !IsOf(i)).Select(i => _plan.Order.Goes[i]),
                ]);
                var without = rest.Play(minutes);
                options.Add(new(Leave(layout), end - without.End, without.Waits.Sum()));
            }
        return [.. options.Where(o => o.Saves > 0).OrderByDescending(o => o.Saves)];
    }

    private IReadOnlyList<Saying> Says(int over, int waits, int end, bool late)
    {
        var ends = _asked.Setup.Clock(end).ToString("HH\\:mm", CultureInfo.InvariantCulture);
        return
        [
            over > 0
                ? Saying.Of("day.too-much", ("minutes", over), ("ends", ends))
                : Saying.Of("day.in-time", ("minutes", -over), ("ends", ends)),
            late ? Saying.Of("day.moved", ("waits", waits))
            : _plan.Lost <= _plan.Bound ? Saying.Of("day.proved", ("waits", waits))
            : Saying.Of("day.gap", ("waits", waits), ("gap", _plan.Lost - _plan.Bound)),
        ];
    }

    private IReadOnlyList<Saying> Cautions(IReadOnlyList<AgendaLine> lines)
    {
        var child = _asked.Guests.Any(g => g.Beside is not null);
        return
        [
            .. lines.Any(l => l.Phase is DayPhase.Cut or DayPhase.HandWork) ? [Saying.Of("guide.caution.blades")] : Array.Empty<Saying>(),
            .. lines.Any(l => l.Phase == DayPhase.Heat) ? [Saying.Of("day.heat")] : Array.Empty<Saying>(),
            .. lines.Any(l => l.Phase == DayPhase.Wet) ? [Saying.Of("guide.caution.wet")] : Array.Empty<Saying>(),
            .. child ? [Saying.Of("day.children")] : Array.Empty<Saying>(),
        ];
    }

    // Each tried: what it saves is what the day planned anew has less.
    private List<DayOption> Helps(CancellationToken cancel)
    {
        var (setup, guests) = (_asked.Setup, _asked.Guests);
        var end = _plan.Order.Play(_plan.Minutes).End;
        var waits = _plan.Order.Play(_plan.Minutes).Waits;
        var tries = new List<(Saying Says, DayAsked Asked)>();
        if (!setup.PreCut)
            tries.Add((Saying.Of("day.cut-before"), _asked with { Setup = setup with { PreCut = true } }));
        foreach (
            var tool in Enumerable
                .Range(0, waits.Length)
                .Where(i => waits[i] > 0)
                .Select(i => _plan.Work[_plan.Order.Goes[i].Guest][_plan.Order.Goes[i].Task].Tool)
                .OfType<SharedTool>()
                .Distinct()
                .Order()
        )
            tries.Add(
                (Saying.Of("day.one-more", ("tool", Named(tool))), _asked with { Setup = setup.With(tool, setup.CountOf(tool) + 1) })
            );
        if (end > setup.Minutes)
            for (var k = 0; k < _asked.Kits.Count; k++)
            {
                var layouts = _asked.Kits[k].Kit.Layouts;
                foreach (var layout in layouts.Where(_ => layouts.Count > 1))
                    tries.Add(
                        (
                            Leave(layout),
                            _asked with
                            {
                                Guests =
                                [
                                    .. guests.Select(g =>
                                        g.Kit == k
                                            ? g with
                                            {
                                                Layouts = [.. (g.Layouts ?? [.. layouts.Select(l => l.Id)]).Where(l => l != layout.Id)],
                                            }
                                            : g
                                    ),
                                ],
                            }
                        )
                    );
            }
        return
        [
            .. tries
                .Select(t => (t.Says, Plan: t.Asked.Order(OptionEffort, cancel, _plan.Rule)))
                .Select(t => (t.Says, Times: t.Plan.Order.Play(t.Plan.Minutes)))
                .Select(t => new DayOption(t.Says, end - t.Times.End, t.Times.Waits.Sum()))
                .Where(o => o.Saves > 0 || o.Lost < waits.Sum())
                .OrderByDescending(o => o.Saves)
                .ThenBy(o => o.Lost),
        ];
    }

    private static Saying Leave(Kits.Layout layout) => Saying.Of("day.without", ("layout", layout.Id), ("name", layout.Name));

    private static string Named(SharedTool tool) => tool.ToString().ToLowerInvariant();
}
