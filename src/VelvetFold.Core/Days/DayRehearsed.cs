namespace VelvetFold.Core.Days;

/// <summary>A guest's days: when they are done, in minutes after the start, and how long they wait.</summary>
public sealed record GuestRehearsed(string Name, DaySpread Ends, DaySpread Waits);

/// <summary>How long all guests together wait for a tool, in minutes.</summary>
public sealed record ToolRehearsed(SharedTool Tool, DaySpread Waits);

/// <summary>The least-cost spares with which nobody lacks anything.</summary>
/// <param name="Wanted">The share of days that was asked for.</param>
/// <param name="Chosen">The share of the days they were chosen on.</param>
/// <param name="Verified">The share of as many other days.</param>
/// <param name="Cost">What they cost, as far as prices are known, in the kit's money.</param>
/// <param name="IsProved">Whether nothing that suffices for that share of the days they were chosen on costs less.</param>
public sealed record SparesChosen(
    IReadOnlyList<Spares> Items,
    decimal Cost,
    double Wanted,
    double Chosen,
    DayShare Verified,
    bool IsProved
);

/// <summary>A day, played many times.</summary>
/// <param name="Ends">When the last one is done, in minutes after the start.</param>
/// <param name="InTime">The share of days that end in time.</param>
public sealed record DayRehearsed(
    int Days,
    int Seed,
    DaySpread Ends,
    DayShare InTime,
    IReadOnlyList<GuestRehearsed> Guests,
    IReadOnlyList<ToolRehearsed> Tools,
    SparesChosen Spares
)
{
    /// <summary>Nobody lacks anything on this share of the days.</summary>
    private const double Sure = 0.95;

    internal static DayRehearsed Play(DayAsked asked, DayOrdered plan, DayChances chances, int days, int seed, CancellationToken cancel)
    {
        var items = new SpareItems(asked);
        var rehearsal = new Rehearsal(asked, plan, items, chances);
        var (setup, guests) = (asked.Setup, asked.Guests);
        var played = rehearsal.Play(days, seed, cancel);
        // Other days, so that chance in the choice is not taken for certainty.
        var fresh = rehearsal.Play(days, unchecked(seed + 1), cancel);
        var (spares, proved) = items.Choose(played, Sure, cancel);
        var named = items.Named(spares);
        return new(
            days,
            seed,
            Spread(played, d => d.Ends.DefaultIfEmpty(0).Max()),
            DayShare.Of(played.Count(d => d.Ends.DefaultIfEmpty(0).Max() <= setup.Minutes), days),
            [.. guests.Select((g, i) => new GuestRehearsed(g.Name, Spread(played, d => d.Ends[i]), Spread(played, d => d.Waits[i])))],
            [
                .. Enum.GetValues<SharedTool>()
                    .Where(t => plan.Work.Any(w => w.Any(task => task.Tool == t)))
                    .Select(t => new ToolRehearsed(t, Spread(played, d => d.ToolWaits[(int)t]))),
            ],
            new(
                named,
                named.Sum(n => n.Cost ?? 0),
                Sure,
                (double)played.Count(d => SpareItems.Suffice(spares, d)) / days,
                DayShare.Of(fresh.Count(d => SpareItems.Suffice(spares, d)), days),
                proved
            )
        );
    }

    private static DaySpread Spread(IReadOnlyList<DayPlayed> days, Func<DayPlayed, double> of) =>
        DaySpread.Of([.. days.Select(of).Order()]);
}
