using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>Something that must be done before the day.</summary>
[JsonConverter(typeof(TextEnum<BeforeKind>))]
public enum BeforeKind
{
    [JsonStringEnumMemberName("papers-bought")]
    PapersBought,

    [JsonStringEnumMemberName("photos-asked")]
    PhotosAsked,

    [JsonStringEnumMemberName("photos-in")]
    PhotosIn,

    [JsonStringEnumMemberName("fits-taken")]
    FitsTaken,

    [JsonStringEnumMemberName("prints-ordered")]
    PrintsOrdered,

    /// <summary>Cards and guides.</summary>
    [JsonStringEnumMemberName("printed")]
    Printed,

    [JsonStringEnumMemberName("pieces-cut")]
    PiecesCut,

    [JsonStringEnumMemberName("bags-packed")]
    BagsPacked,

    [JsonStringEnumMemberName("room-prepared")]
    RoomPrepared,
}

/// <summary>How many minutes the host works on the days of a week, Monday first, and how many days they wait for others.</summary>
/// <param name="Minutes">Seven of them; 0 for a day off.</param>
/// <param name="Delivery">Days until what is bought is there.</param>
/// <param name="Answer">Days that guests are given to say their photos.</param>
/// <param name="Prints">Days until prints that are ordered are there.</param>
public sealed record HostHours(IReadOnlyList<int> Minutes, int Delivery, int Answer, int Prints)
{
    /// <summary>Two hours on six days of the week, five days for a delivery, ten to answer, four for prints (common practice, no
    /// source).</summary>
    public static HostHours Usual { get; } = new([120, 120, 120, 120, 120, 120, 0], 5, 10, 4);

    internal int On(DateOnly day) => Minutes[((int)day.DayOfWeek + 6) % 7];

    /// <summary>Whether there is no hour in the week at all.</summary>
    internal bool IsNever => Minutes.All(m => m == 0);
}

/// <summary>A thing before the day that the host has moved to another day.</summary>
public sealed record MovedBefore(BeforeKind Kind, DateOnly Due);

/// <summary>What is known of the days before.</summary>
/// <param name="Cuts">Cuts that the host makes for all bags.</param>
/// <param name="CutSeconds">How long one takes, as timed at the tables; the default where nothing was.</param>
/// <param name="Short">Papers and parts of which there is too little.</param>
/// <param name="Unasked">Guests who were not asked for their photos.</param>
/// <param name="Silent">Guests who have not said what photos they bring.</param>
/// <param name="Unfitted">Guests whose photos do not go onto the pages yet.</param>
/// <param name="Unprinted">Kits whose guide was not printed as it is now.</param>
/// <param name="Unpacked">Bags that are not closed, or not put out.</param>
public sealed record BeforeFacts(
    int Guests,
    long Cuts,
    double? CutSeconds,
    IReadOnlyList<string> Short,
    IReadOnlyList<string> Unasked,
    IReadOnlyList<string> Silent,
    IReadOnlyList<string> Unfitted,
    IReadOnlyList<string> Unprinted,
    int Unpacked
);

/// <summary>A thing to do before the day.</summary>
/// <param name="Minutes">The host's own work on it.</param>
/// <param name="WaitDays">Days that pass after it before what waits for it can begin: a delivery, answers.</param>
/// <param name="After">What it waits for.</param>
/// <param name="Begin">The last day on which it can be begun.</param>
/// <param name="Due">The day on which it is done at the latest.</param>
/// <param name="Moved">Whether the host put it on that day.</param>
/// <param name="Done">Whether it is done; seen from the studio, or marked by the host.</param>
/// <param name="LateDays">How many days too late it is or comes; 0 where it is in time.</param>
/// <param name="Endangers">What it holds up, where it is late.</param>
/// <param name="Open">What is still open of it.</param>
public sealed record BeforeTask(
    BeforeKind Kind,
    int Minutes,
    int WaitDays,
    IReadOnlyList<BeforeKind> After,
    DateOnly Begin,
    DateOnly Due,
    bool Moved,
    bool Done,
    int LateDays,
    IReadOnlyList<BeforeKind> Endangers,
    Saying? Open
);

/// <summary>
/// The days before a workshop, planned backwards from it on the hours that the host gives: each thing as late as it can be, so that nothing
/// is cut before it is known what is wanted, and no day holds more than its hours.
/// </summary>
/// <param name="Tasks">In the order in which they are due.</param>
/// <param name="Ready">When all of it can be done if it is begun today; none where nothing is left, or no hour is given.</param>
public sealed record DaysBefore(IReadOnlyList<BeforeTask> Tasks, DateOnly? Ready, Saying Says)
{
    /// <summary>Minutes for each thing (common practice, no source).</summary>
    private const int Buying = 40,
        Asking = 5,
        AskingEach = 1,
        RemindingEach = 2,
        FittingEach = 4,
        Ordering = 20,
        PrintingEach = 3,
        PackingEach = 6,
        Room = 60;

    /// <summary>Seconds for each cut (common practice, no source).</summary>
    private const double CutSeconds = 20;

    /// <summary>It is not looked further back, or ahead, than so many days.</summary>
    private const int Farthest = 1_000;

    private static readonly IReadOnlyDictionary<BeforeKind, BeforeKind[]> Waits = new Dictionary<BeforeKind, BeforeKind[]>
    {
        [BeforeKind.PapersBought] = [],
        [BeforeKind.PhotosAsked] = [],
        [BeforeKind.PhotosIn] = [BeforeKind.PhotosAsked],
        [BeforeKind.FitsTaken] = [BeforeKind.PhotosIn],
        [BeforeKind.PrintsOrdered] = [BeforeKind.FitsTaken],
        [BeforeKind.Printed] = [BeforeKind.FitsTaken],
        [BeforeKind.PiecesCut] = [BeforeKind.PapersBought, BeforeKind.FitsTaken],
        [BeforeKind.BagsPacked] = [BeforeKind.PiecesCut, BeforeKind.Printed, BeforeKind.PrintsOrdered],
        [BeforeKind.RoomPrepared] = [],
    };

    /// <summary>Plans the days before.</summary>
    /// <param name="day">The day of the workshop.</param>
    /// <param name="done">What the host has marked as done.</param>
    public static DaysBefore Plan(
        DateOnly today,
        DateOnly day,
        BeforeFacts facts,
        HostHours hours,
        IReadOnlyCollection<BeforeKind> done,
        IReadOnlyList<MovedBefore> moved
    )
    {
        ArgumentNullException.ThrowIfNull(facts);
        ArgumentNullException.ThrowIfNull(hours);
        var kinds = Enum.GetValues<BeforeKind>();
        bool IsDone(BeforeKind kind) => done.Contains(kind) || Seen(kind, facts);
        int Work(BeforeKind kind) => IsDone(kind) ? 0 : Minutes(kind, facts);
        int Lag(BeforeKind kind) => IsDone(kind) ? 0 : WaitDays(kind, hours);

        // Backwards: what follows it says when it is due, and days that are full already are passed over.
        var taken = new Dictionary<DateOnly, int>();
        var begin = new Dictionary<BeforeKind, DateOnly>();
        var due = new Dictionary<BeforeKind, DateOnly>();
        var latest = new Dictionary<BeforeKind, DateOnly>();
        foreach (var kind in kinds.Reverse())
        {
            latest[kind] = kinds
                .Where(k => Waits[k].Contains(kind))
                .Select(k => begin[k])
                .Append(day.AddDays(-1))
                .Min()
                .AddDays(-WaitDays(kind, hours));
            due[kind] = moved.FirstOrDefault(m => m.Kind == kind)?.Due ?? latest[kind];
            begin[kind] = Back(due[kind], Work(kind), hours, taken);
        }

        // Forwards from today: what is left, as soon as it can be.
        var ahead = new Dictionary<DateOnly, int>();
        var ready = new Dictionary<BeforeKind, DateOnly?>();
        foreach (var kind in kinds)
        {
            DateOnly? from = today;
            foreach (var before in Waits[kind])
                from = ready[before] is { } at && from is { } so ? (at > so ? at : so) : null;
            ready[kind] = from is { } start && Ahead(start, Work(kind), hours, ahead) is { } end ? end.AddDays(Lag(kind)) : null;
        }
        var left = kinds.Where(k => !IsDone(k)).ToList();
        DateOnly? all = left.Count == 0 || left.Any(k => ready[k] is null) ? null : left.Max(k => ready[k]);

        BeforeTask Task(BeforeKind kind)
        {
            // Late is what should have been begun, and what was put on a day after the last on which it helps.
            var late = IsDone(kind)
                ? 0
                : Math.Max(Math.Max(0, today.DayNumber - begin[kind].DayNumber), due[kind].DayNumber - latest[kind].DayNumber);
            return new(
                kind,
                Minutes(kind, facts),
                WaitDays(kind, hours),
                Waits[kind],
                begin[kind],
                due[kind],
                moved.Any(m => m.Kind == kind),
                IsDone(kind),
                Math.Max(0, late),
                late > 0 ? [.. kinds.Where(k => k != kind && !IsDone(k) && HangsOn(k, kind))] : [],
                IsDone(kind) ? null : Open(kind, facts)
            );
        }
        return new(
            [.. kinds.Select(Task).OrderBy(t => t.Due).ThenBy(t => t.Begin).ThenBy(t => t.Kind)],
            all,
            left.Count == 0 ? Saying.Of("day.before-done")
                : hours.IsNever ? Saying.Of("day.before-never")
                : all is { } last && last >= day ? Saying.Of("day.before-late", ("days", last.DayNumber - day.DayNumber + 1))
                : Saying.Of("day.before-left", ("things", left.Count), ("minutes", left.Sum(k => Minutes(k, facts))))
        );
    }

    private static bool HangsOn(BeforeKind kind, BeforeKind on) => Waits[kind].Any(w => w == on || HangsOn(w, on));

    private static DateOnly Back(DateOnly due, int minutes, HostHours hours, Dictionary<DateOnly, int> taken)
    {
        var day = due;
        for (var n = 0; minutes > 0 && n < Farthest; n++)
        {
            var room = Math.Min(minutes, hours.On(day) - taken.GetValueOrDefault(day));
            if (room > 0)
                (taken[day], minutes) = (taken.GetValueOrDefault(day) + room, minutes - room);
            if (minutes > 0)
                day = day.AddDays(-1);
        }
        return day;
    }

    private static DateOnly? Ahead(DateOnly from, int minutes, HostHours hours, Dictionary<DateOnly, int> taken)
    {
        var day = from;
        for (var n = 0; minutes > 0; n++)
        {
            if (n == Farthest)
                return null;
            var room = Math.Min(minutes, hours.On(day) - taken.GetValueOrDefault(day));
            if (room > 0)
                (taken[day], minutes) = (taken.GetValueOrDefault(day) + room, minutes - room);
            if (minutes > 0)
                day = day.AddDays(1);
        }
        return day;
    }

    private static int Minutes(BeforeKind kind, BeforeFacts facts) =>
        kind switch
        {
            BeforeKind.PapersBought => Buying,
            BeforeKind.PhotosAsked => Asking + AskingEach * facts.Unasked.Count,
            BeforeKind.PhotosIn => RemindingEach * facts.Silent.Count,
            BeforeKind.FitsTaken => FittingEach * (facts.Unfitted.Count + facts.Silent.Count),
            BeforeKind.PrintsOrdered => Ordering,
            BeforeKind.Printed => PrintingEach * facts.Guests,
            BeforeKind.PiecesCut => (int)Math.Ceiling(facts.Cuts * (facts.CutSeconds ?? CutSeconds) / 60),
            BeforeKind.BagsPacked => PackingEach * facts.Unpacked,
            _ => Room,
        };

    private static int WaitDays(BeforeKind kind, HostHours hours) =>
        kind switch
        {
            BeforeKind.PapersBought => hours.Delivery,
            BeforeKind.PhotosAsked => hours.Answer,
            BeforeKind.PrintsOrdered => hours.Prints,
            _ => 0,
        };

    // What the studio sees by itself; the rest the host marks.
    private static bool Seen(BeforeKind kind, BeforeFacts facts) =>
        kind switch
        {
            BeforeKind.PapersBought => facts.Short.Count == 0,
            BeforeKind.PhotosAsked => facts.Unasked.Count == 0,
            BeforeKind.PhotosIn => facts.Silent.Count == 0,
            BeforeKind.FitsTaken => facts.Silent.Count == 0 && facts.Unfitted.Count == 0,
            BeforeKind.Printed => facts.Unprinted.Count == 0,
            BeforeKind.PiecesCut => facts.Cuts == 0 || facts.Unpacked == 0,
            BeforeKind.BagsPacked => facts.Unpacked == 0,
            _ => false,
        };

    private static Saying? Open(BeforeKind kind, BeforeFacts facts) =>
        kind switch
        {
            BeforeKind.PapersBought => Saying.Of("day.open-papers", ("papers", facts.Short)),
            BeforeKind.PhotosAsked => Saying.Of("day.open-asked", ("guests", facts.Unasked)),
            BeforeKind.PhotosIn => Saying.Of("day.open-photos", ("guests", facts.Silent)),
            BeforeKind.FitsTaken when facts.Unfitted.Count > 0 => Saying.Of("day.open-fits", ("guests", facts.Unfitted)),
            BeforeKind.Printed => Saying.Of("day.open-printed", ("kits", facts.Unprinted)),
            BeforeKind.PiecesCut => Saying.Of("day.open-cuts", ("cuts", facts.Cuts)),
            BeforeKind.BagsPacked => Saying.Of("day.open-bags", ("bags", facts.Unpacked)),
            _ => null,
        };
}
