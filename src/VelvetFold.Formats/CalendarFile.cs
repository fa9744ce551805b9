using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using VelvetFold.Core.Days;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>What a calendar that was read back has of a workshop.</summary>
/// <param name="Day">The day of the workshop itself; none where it is not among them.</param>
/// <param name="Due">The days of what is done before it.</param>
public sealed record CalendarRead(DateOnly? Day, IReadOnlyList<MovedBefore> Due);

/// <summary>A workshop and the days before it as a calendar (iCalendar, RFC 5545).</summary>
public static class CalendarFile
{
    /// <summary>The largest that is read, in bytes.</summary>
    private const int Largest = 2_000_000;

    private const string Host = "@velvet-fold.invalid";
    private const string TheDay = "day";

    /// <summary>Writes the calendar: the workshop in its hours, each thing before it on the whole day on which it is due.</summary>
    /// <param name="slug">The address of the workshop, by which its entries are found again.</param>
    /// <param name="stamp">When it is written, in UTC.</param>
    public static byte[] Write(
        string slug,
        string name,
        DateOnly day,
        TimeOnly starts,
        TimeOnly ends,
        string? place,
        IReadOnlyList<BeforeTask> tasks,
        DateTime stamp
    )
    {
        ArgumentNullException.ThrowIfNull(tasks);
        var calendar = new Calendar { ProductId = "-//Velvet Fold//Velvet Fold//EN" };
        var at = new CalDateTime(stamp, "UTC");
        // Local times without a zone: the workshop is where it is, whatever the zone of who reads it ("floating", RFC 5545, 3.3.5).
        calendar.Events.Add(
            new CalendarEvent
            {
                Uid = Uid(slug, TheDay),
                DtStamp = at,
                Summary = name,
                Location = place,
                DtStart = new CalDateTime(day, starts),
                DtEnd = new CalDateTime(day, ends),
            }
        );
        foreach (var task in tasks)
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = Uid(slug, Named(task.Kind)),
                    DtStamp = at,
                    Summary = $"{name}: {Saying.Of("day.kind", ("kind", Named(task.Kind)))}",
                    Description = task.Open?.ToString(),
                    Status = task.Done ? EventStatus.Confirmed : EventStatus.Tentative,
                    Transparency = TransparencyType.Transparent,
                    DtStart = new CalDateTime(task.Due),
                    DtEnd = new CalDateTime(task.Due.AddDays(1)),
                }
            );
        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar) ?? "");
    }

    /// <summary>Reads a calendar back: the days on which the entries of that workshop lie now. What else is in it is passed over.</summary>
    public static (CalendarRead? Value, IReadOnlyList<Fault> Faults) Read(byte[] bytes, string slug)
    {
        ArgumentNullException.ThrowIfNull(bytes);
        if (bytes.Length > Largest)
            return (null, [new("", Saying.Of("fault.calendar-large", ("most", Largest / 1_000_000)))]);
        List<CalendarEvent> events;
        try
        {
            events = [.. (CalendarCollection.Load(Encoding.UTF8.GetString(bytes)) ?? []).SelectMany(c => c.Events)];
        }
        catch (Exception unread)
            when (unread
                    is FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or System.Runtime.Serialization.SerializationException
            )
        {
            return (null, [new("", Saying.Of("fault.calendar-unread"))]);
        }
        DateOnly? Day(string what) =>
            events.FirstOrDefault(e => e.Uid == Uid(slug, what))?.DtStart is { } at ? DateOnly.FromDateTime(at.Value) : null;
        var due = Enum.GetValues<BeforeKind>()
            .Select(k => (Kind: k, Due: Day(Named(k))))
            .Where(k => k.Due is not null)
            .Select(k => new MovedBefore(k.Kind, k.Due!.Value))
            .ToList();
        var day = Day(TheDay);
        return day is null && due.Count == 0 ? (null, [new("", Saying.Of("fault.calendar-none"))]) : (new(day, due), []);
    }

    private static string Uid(string slug, string what) => $"{slug}.{what}{Host}";

    private static string Named(BeforeKind kind) => System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString());
}
