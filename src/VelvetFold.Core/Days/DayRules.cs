using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>What a day must be to be planned.</summary>
public static class DayRules
{
    public const int MostGuests = 60;
    public const int MostDays = 5_000;
    private const int MostTools = 50;
    private const int MostBreaks = 8;
    public const int MostMoreTime = 200;
    private const double MostChance = 0.5;

    /// <summary>Every fault of a day and its guests, each with its path.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyList<Kit> kits, DaySetup setup, IReadOnlyList<DayGuest> guests)
    {
        var faults = Faults(setup);
        if (guests.Count is 0 or > MostGuests)
            faults.Add(new("guests", Saying.Of("fault.day-guests", ("most", MostGuests))));
        for (var i = 0; i < guests.Count; i++)
        {
            if (string.IsNullOrWhiteSpace(guests[i].Name) || guests[i].Name.Length > 120)
                faults.Add(new($"guests[{i}].name", Saying.Of("fault.day-name")));
            if (guests[i].MoreTime is < 0 or > MostMoreTime)
                faults.Add(new($"guests[{i}].moreTime", Saying.Of("fault.day-more-time", ("most", MostMoreTime))));
            if (guests[i].Kit < 0 || guests[i].Kit >= kits.Count)
            {
                faults.Add(new($"guests[{i}].kit", Saying.Of("fault.day-kit", ("kits", kits.Count))));
                continue;
            }
            if (guests[i].Beside is { } other && (other < 0 || other >= guests.Count || other == i || guests[other].Beside is not null))
                faults.Add(new($"guests[{i}].beside", Saying.Of("fault.day-beside")));
            foreach (var layout in (guests[i].Layouts ?? []).Where(l => kits[guests[i].Kit].Layout(l) is null))
                faults.Add(new($"guests[{i}].layouts", Saying.Of("fault.day-layout", ("layout", layout))));
        }
        return faults;
    }

    /// <summary>Every fault of the hours and tools.</summary>
    public static List<Fault> Faults(DaySetup setup)
    {
        var faults = new List<Fault>();
        if (setup.Ends <= setup.Starts)
            faults.Add(new("day.ends", Saying.Of("fault.day-ends")));
        for (var i = 0; i < setup.Tools.Count; i++)
        {
            if (setup.Tools[i].Count is < 1 or > MostTools)
                faults.Add(new($"day.tools[{i}].count", Saying.Of("fault.day-tools", ("most", MostTools))));
            if (setup.Tools.Take(i).Any(t => t.Tool == setup.Tools[i].Tool))
                faults.Add(new($"day.tools[{i}].tool", Saying.Of("fault.day-tool-twice")));
        }
        if (setup.Breaks.Count > MostBreaks)
            faults.Add(new("day.breaks", Saying.Of("fault.day-breaks", ("most", MostBreaks))));
        for (var i = 0; i < setup.Breaks.Count; i++)
            if (setup.Breaks[i] is var pause && (pause.At < setup.Starts || pause.At >= setup.Ends || pause.Minutes is < 1 or > 240))
                faults.Add(new($"day.breaks[{i}]", Saying.Of("fault.day-break")));
        return faults;
    }

    /// <summary>Every fault of what was timed.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyList<TimedKind> timed) =>
        [
            .. timed
                .Select((t, i) => (t.Seconds, Path: $"timed[{i}].seconds"))
                .Where(t => t.Seconds is not (> 0 and <= 7_200))
                .Select(t => new Fault(t.Path, Saying.Of("fault.day-seconds"))),
        ];

    /// <summary>Every fault of what happens by chance, and how often it is played.</summary>
    public static IReadOnlyList<Fault> Faults(DayChances chances, int days)
    {
        var faults = new List<Fault>();
        void Share(double share, string name)
        {
            if (share is not (>= 0 and <= MostChance))
                faults.Add(new($"chances.{name}", Saying.Of("fault.day-chance", ("most", MostChance))));
        }
        Share(chances.Spread, "spread");
        Share(chances.Late, "late");
        Share(chances.Miscut, "miscut");
        Share(chances.Spoiled, "spoiled");
        Share(chances.Missing, "missing");
        Share(chances.WrongPhoto, "wrongPhoto");
        if (chances.LateMinutes is < 0 or > 240)
            faults.Add(new("chances.lateMinutes", Saying.Of("fault.day-late")));
        if (days is < 1 or > MostDays)
            faults.Add(new("days", Saying.Of("fault.day-days", ("most", MostDays))));
        return faults;
    }
}
