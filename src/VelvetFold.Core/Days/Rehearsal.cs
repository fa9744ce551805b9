using VelvetFold.Core.Cutting;

namespace VelvetFold.Core.Days;

/// <summary>What goes otherwise than planned, by chance (all defaults common practice, no source).</summary>
/// <param name="Spread">How much times vary: the standard deviation of their logarithm. 0.25: two of three within a quarter more or
/// less.</param>
/// <param name="Late">The share of guests who come late.</param>
/// <param name="LateMinutes">How late they come on the average.</param>
/// <param name="Miscut">The share of pieces that are cut wrong at the tables.</param>
/// <param name="Spoiled">The share of pieces and parts that are torn, smudged or stuck askew.</param>
/// <param name="Missing">The share of pieces and parts that are not in the bag.</param>
/// <param name="WrongPhoto">The share of photos that are not as was said, and are trimmed or matted anew.</param>
public sealed record DayChances(
    double Spread = 0.25,
    double Late = 0.1,
    int LateMinutes = 12,
    double Miscut = 0.02,
    double Spoiled = 0.01,
    double Missing = 0.005,
    double WrongPhoto = 0.05
)
{
    /// <summary>Nothing goes otherwise.</summary>
    public static DayChances None { get; } = new(0, 0, 0, 0, 0, 0, 0);
}

/// <summary>A value by its spread: one day in twenty below the first, one in two below the second, one in twenty above the third.</summary>
public sealed record DaySpread(double Low, double Middle, double High)
{
    /// <summary>Of values in order.</summary>
    internal static DaySpread Of(IReadOnlyList<double> sorted) => new(At(sorted, 0.05), At(sorted, 0.5), At(sorted, 0.95));

    private static double At(IReadOnlyList<double> sorted, double share) =>
        sorted.Count == 0 ? 0 : sorted[Math.Clamp((int)Math.Ceiling(share * sorted.Count) - 1, 0, sorted.Count - 1)];
}

/// <summary>A share of days, with the interval in which it lies in 95 of 100 such samples (Wilson, "Probable inference, the law of
/// succession, and statistical inference", 1927).</summary>
public sealed record DayShare(double Share, double From, double To)
{
    internal static DayShare Of(int hits, int of)
    {
        const double z = 1.959964;
        var (n, p) = ((double)of, (double)hits / of);
        var (middle, half) = (p + z * z / (2 * n), z * Math.Sqrt(p * (1 - p) / n + z * z / (4 * n * n)));
        return new(p, Math.Max(0, (middle - half) / (1 + z * z / n)), Math.Min(1, (middle + half) / (1 + z * z / n)));
    }
}

/// <summary>One day as it was played.</summary>
/// <param name="Ends">When each guest is done, in minutes after the start.</param>
/// <param name="Waits">How long each guest waited for tools, in minutes.</param>
/// <param name="ToolWaits">How long all waited for a tool, in minutes, by the tool.</param>
/// <param name="Longest">How long one waited for a tool at one go at most, in minutes, by the tool.</param>
/// <param name="Needed">How many sheets or prints were needed in place of others, by the item.</param>
internal sealed record DayPlayed(double[] Ends, double[] Waits, double[] ToolWaits, double[] Longest, int[] Needed);

/// <summary>
/// Plays a day many times: tools really queue, in the planned order; times, mistakes, late guests and photos come by chance from a
/// stated seed. With all chance off it is the agenda itself.
/// </summary>
internal sealed class Rehearsal
{
    /// <summary>What a mistake at cutting costs, and a photo that is not as was said, in seconds (common practice, no source).</summary>
    private const int Recut = 90,
        Rematch = 240;

    private readonly DayAsked _asked;
    private readonly DayOrdered _plan;
    private readonly DayChances _chances;
    private readonly SpareItems _items;
    private readonly DayOrder _order;
    private readonly IReadOnlyList<IReadOnlyList<CutPiece>> _pieces;
    private readonly IReadOnlyList<IReadOnlyList<DayPrint>> _prints;

    public Rehearsal(DayAsked asked, DayOrdered plan, SpareItems items, DayChances chances)
    {
        (_asked, _plan, _chances, _items) = (asked, plan, chances, items);
        _pieces = [.. asked.Guests.Select(g => asked.Kits[g.Kit].Cut.Where(c => g.Makes(c.Layout)).ToList())];
        _prints = [.. asked.Guests.Select(g => asked.Kits[g.Kit].Prints.Where(p => g.Makes(p.Layout)).ToList())];
        _order = new(
            plan.Work,
            plan.Order.Goes,
            [.. asked.Setup.Pauses.Select(p => (p.From * 60, p.To * 60))],
            [.. asked.Guests.Select(g => g.Beside)]
        );
    }

    public static Rehearsal Of(DayAsked asked, DayOrdered plan, DayChances chances) => new(asked, plan, new(asked), chances);

    /// <summary>Plays so many days; the same seed gives the same days.</summary>
    public IReadOnlyList<DayPlayed> Play(int days, int seed, CancellationToken cancel = default)
    {
        var random = new Random(seed);
        var played = new List<DayPlayed>(days);
        for (var day = 0; day < days; day++)
        {
            cancel.ThrowIfCancellationRequested();
            played.Add(One(random));
        }
        return played;
    }

    private DayPlayed One(Random random)
    {
        var guests = _plan.Work.Count;
        var (arrives, seconds) = (new int[guests], new int[guests][]);
        var wrong = new List<(int Kit, CutPiece Piece)>();
        var parts = new Dictionary<DayPart, int>();
        var prints = new List<DayPrint>();
        for (var g = 0; g < guests; g++)
        {
            if (Happens(random, _chances.Late))
                arrives[g] = (int)(-Math.Log(1 - random.NextDouble()) * _chances.LateMinutes * 60);
            var extra = 0.0;
            foreach (var piece in _pieces[g])
            {
                if (!_asked.Setup.PreCut && Happens(random, _chances.Miscut))
                {
                    wrong.Add((_asked.Guests[g].Kit, piece));
                    extra += Recut;
                }
                if (Happens(random, _chances.Spoiled) || Happens(random, _chances.Missing))
                    wrong.Add((_asked.Guests[g].Kit, piece));
            }
            foreach (var part in _items.PartsOf(g))
                if (Happens(random, _chances.Spoiled) || Happens(random, _chances.Missing))
                    parts[part] = parts.GetValueOrDefault(part) + 1;
            foreach (var print in _prints[g])
            {
                if (Happens(random, _chances.WrongPhoto))
                {
                    prints.Add(print);
                    extra += Rematch;
                }
                else if (Happens(random, _chances.Spoiled))
                    prints.Add(print);
            }
            seconds[g] = Seconds(random, g, (int)extra);
        }
        var times = _order.Play(seconds, arrives);
        var waits = new double[guests];
        var tools = new double[Enum.GetValues<SharedTool>().Length];
        var longest = new double[tools.Length];
        for (var i = 0; i < _order.Goes.Count; i++)
        {
            var go = _order.Goes[i];
            waits[go.Guest] += times.Waits[i] / 60.0;
            if (_plan.Work[go.Guest][go.Task].Tool is { } tool)
            {
                tools[(int)tool] += times.Waits[i] / 60.0;
                longest[(int)tool] = Math.Max(longest[(int)tool], times.Waits[i] / 60.0);
            }
        }
        return new(
            [.. DayPlanner.Ends(_order, times, guests).Select(e => e / 60.0)],
            waits,
            tools,
            longest,
            _items.Needed(wrong, parts, prints)
        );
    }

    // What is made good again is done with the first task that hands are needed for after the gathering.
    private int[] Seconds(Random random, int guest, int extra)
    {
        var tasks = _plan.Work[guest];
        var seconds = new int[tasks.Count];
        var mends = Math.Max(0, tasks.ToList().FindIndex(t => t.NeedsHands && t.Phase != DayPhase.Gather));
        for (var t = 0; t < tasks.Count; t++)
        {
            var takes = _plan.Minutes[guest][t] * 60.0;
            if (tasks[t].NeedsHands && _chances.Spread > 0)
                takes *= Math.Exp(_chances.Spread * Normal(random) - _chances.Spread * _chances.Spread / 2);
            seconds[t] = (int)Math.Round(takes) + (t == mends ? extra : 0);
        }
        return seconds;
    }

    // Nothing is drawn where nothing can happen: a chance that is off leaves the others as they are.
    private static bool Happens(Random random, double share) => share > 0 && random.NextDouble() < share;

    // Box and Muller, "A note on the generation of random normal deviates", 1958.
    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
