using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text.Json;
using VelvetFold.Core;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Days;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Workshops;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Endpoints;

namespace VelvetFold.Web;

/// <summary>A workshop's day with all it is planned from.</summary>
/// <param name="Plan">What the host says of it, or what is usual where they have said nothing.</param>
/// <param name="Kits">The kits as they were handed out there, or their newest revisions.</param>
internal sealed record DayAtHand(StoredDay Stored, TimeOnly Starts, TimeOnly Ends, DayPlan Plan, IReadOnlyList<StoredKit> Kits)
{
    public IReadOnlyList<DayGuestRow> Guests => Stored.Guests;

    /// <summary>How a guest sits.</summary>
    public static GuestSeat SeatOf(GuestRow guest) =>
        guest.Seat is { } seat ? JsonSerializer.Deserialize<GuestSeat>(seat, JsonText.In(LengthUnit.Inch)) ?? new() : new();

    /// <summary>Who comes, as the planner takes them; a grown-up who does not come any more is beside nobody.</summary>
    public IReadOnlyList<DayGuest> Comers()
    {
        var at = Guests.Select((g, i) => (g.Guest.Id, i)).ToDictionary(g => g.Id, g => g.i);
        return
        [
            .. Guests.Select(g =>
            {
                var seat = SeatOf(g.Guest);
                return new DayGuest(
                    g.Guest.Name,
                    seat.Pace,
                    seat.Table,
                    null,
                    seat.MoreTime,
                    seat.Beside is { } beside && at.TryGetValue(beside, out var other) ? other : null,
                    Kits.ToList().FindIndex(k => k.Slug == g.Kit)
                );
            }),
        ];
    }
}

/// <summary>The days that were ordered last: agenda, rehearsal and delays are played from one order.</summary>
internal sealed class DayMemory
{
    private const int Most = 16;

    private readonly ConcurrentDictionary<string, PlannedDay> _days = [];

    /// <summary>A day in its order.</summary>
    /// <param name="kits">Which revisions of which kits it is about.</param>
    public PlannedDay Of(DayAsked asked, IReadOnlyList<StoredKit> kits, CancellationToken cancel)
    {
        var key = Convert.ToHexString(
            SHA256.HashData(
                JsonSerializer.SerializeToUtf8Bytes(
                    new
                    {
                        asked.Setup,
                        asked.Guests,
                        asked.Timed,
                        Kits = kits.Select(k => new
                        {
                            k.Slug,
                            k.Revision,
                            k.SavedAt,
                        }),
                    },
                    JsonText.In(LengthUnit.Inch)
                )
            )
        );
        if (_days.TryGetValue(key, out var known))
            return known;
        if (_days.Count >= Most)
            _days.Clear();
        return _days[key] = PlannedDay.Of(asked, cancel);
    }
}

/// <summary>Workshop days out of what the studio keeps.</summary>
internal sealed class WorkshopDays(
    DayShelf days,
    KitShelf shelf,
    TableShelf table,
    PlanMemory memory,
    DayMemory planned,
    TimeProvider clock
)
{
    /// <summary>A workshop's day; null where there is no such workshop.</summary>
    public async Task<DayAtHand?> FindAsync(string slug, CancellationToken cancel)
    {
        if (await days.FindAsync(slug, cancel) is not { } stored)
            return null;
        var kits = new List<StoredKit>();
        foreach (var kit in stored.Workshop.Kits.OrderBy(k => k.Slug, StringComparer.Ordinal))
            if (await shelf.FindAsync(kit.Slug, kit.Revision, cancel) is { } found)
                kits.Add(found);
        var starts = stored.Workshop.Starts ?? DayPlan.Starts;
        var ends = stored.Workshop.Ends ?? (starts < DayPlan.Ends ? DayPlan.Ends : new TimeOnly(23, 59));
        var plan = stored.Plan is { } said ? JsonSerializer.Deserialize<DayPlan>(said, JsonText.In(LengthUnit.Inch)) : null;
        return new(stored, starts, ends, plan ?? DayPlan.Usual(starts, ends, stored.Guests.Count), kits);
    }

    /// <summary>The day in its order.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public async Task<PlannedDay> PlannedAsync(DayAtHand day, CancellationToken cancel)
    {
        var asked = new DayAsked(
            [.. day.Kits.Select(k => (k.Kit, Answer: Answer(k, cancel))).Select(k => new DayKit(k.Kit, k.Answer.Steps, k.Answer.CutList))],
            day.Plan.Setup(day.Starts, day.Ends),
            day.Comers(),
            await TimedAsync(cancel)
        );
        return planned.Of(asked, day.Kits, cancel);
    }

    /// <summary>The days before it, as they stand today.</summary>
    public async Task<DaysBefore> BeforeAsync(DayAtHand day, CancellationToken cancel)
    {
        var workshop = day.Stored.Workshop;
        var slugs = day.Kits.Select(k => k.Slug).ToList();
        var packed = await days.PackedAsync(slugs, cancel);
        var printed = await days.PrintedAsync([.. day.Kits.Select(k => (k.Slug, k.Revision))], cancel);
        var counted = day
            .Kits.Select(k => (k, Guests: day.Guests.Count(g => g.Kit == k.Slug)))
            .Where(k => k.Guests > 0)
            .Select(k =>
                (Kit: k.k, k.Guests, Counts: CountsAnswer.For(k.k.Kit, k.Guests, null, new() { Memory = memory, Cancel = cancel }))
            )
            .ToList();
        var standing = day
            .Guests.Select(g => (g.Guest, Kit: day.Kits.First(k => k.Slug == g.Kit).Kit))
            .AsParallel()
            .AsOrdered()
            .WithCancellation(cancel)
            .Select(g => (g.Guest, GuestStanding.Of(g.Kit, GuestEndpoints.AllPhotosOf(g.Guest), GuestEndpoints.ChangesOf(g.Guest)).Stands))
            .ToList();
        var times = await table.TimesAsync(cancel);
        var facts = new BeforeFacts(
            day.Guests.Count,
            day.Plan.PreCut ? counted.Sum(c => c.Counts.Cuts) : 0,
            times.FirstOrDefault(t => t.Kind == "cut")?.Seconds,
            [.. counted.SelectMany(c => c.Counts.Shopping.Where(s => s.Missing > 0).Select(s => s.Name)).Distinct()],
            [
                .. standing
                    .Where(s =>
                        s.Stands == Standing.NotHeard
                        && s.Guest.AnsweredAt is null
                        && s.Guest.Invitations.TrueForAll(i => i.MailedAt is null)
                    )
                    .Select(s => s.Guest.Name),
            ],
            [.. standing.Where(s => s.Stands == Standing.NotHeard).Select(s => s.Guest.Name)],
            [.. standing.Where(s => s.Stands == Standing.NeedsAFit).Select(s => s.Guest.Name)],
            [.. counted.Where(c => !printed.Contains(c.Kit.Slug)).Select(c => c.Kit.Kit.Name)],
            counted.Sum(c =>
            {
                var own = day.Guests.Where(g => g.Kit == c.Kit.Slug).Select(g => (int?)g.Guest.Id).ToHashSet();
                // A bag for nobody named is whoever's.
                return Math.Max(0, c.Guests - packed[c.Kit.Slug].Count(b => b is null || own.Contains(b)));
            })
        );
        return DaysBefore.Plan(
            DateOnly.FromDateTime(clock.GetLocalNow().Date),
            workshop.Date,
            facts,
            day.Plan.Hours ?? HostHours.Usual,
            day.Plan.Done?.ToHashSet() ?? [],
            day.Plan.Moved ?? []
        );
    }

    /// <summary>What was noted after earlier days with the same kits.</summary>
    public async Task<IReadOnlyList<DayNote>> EarlierAsync(DayAtHand day, CancellationToken cancel) =>
        [
            .. from earlier in await days.EarlierAsync(day.Stored.Workshop, cancel)
            let plan = JsonSerializer.Deserialize<DayPlan>(earlier.Plan, JsonText.In(LengthUnit.Inch))
            where !string.IsNullOrWhiteSpace(plan?.Notes)
            select new DayNote(earlier.Name, earlier.Date, plan.Notes!),
        ];

    /// <summary>What the host brings for those who come, and what they are asked to bring.</summary>
    public static (IReadOnlyList<SupplySource> Host, IReadOnlyList<string> Guests) Supplies(DayAtHand day) =>
        (
            [
                .. day
                    .Kits.SelectMany(k => SupplyList.ForHost(k.Kit, day.Guests.Count(g => g.Kit == k.Slug)))
                    .GroupBy(s => s.Source)
                    .Select(g => new SupplySource(g.Key, [.. g.SelectMany(s => s.Supplies)])),
            ],
            [.. day.Kits.SelectMany(k => SupplyList.ForGuest(k.Kit)).Distinct()]
        );

    private KitAnswer Answer(StoredKit kit, CancellationToken cancel) =>
        KitAnswer.For(kit.Kit, 1, new() { Memory = memory, Cancel = cancel });

    // As the tables told it; too few times say little yet.
    private async Task<IReadOnlyList<TimedKind>> TimedAsync(CancellationToken cancel)
    {
        const int Enough = 5;
        return
        [
            .. (await table.TimesAsync(cancel))
                .Where(t => t.Times >= Enough && t.Seconds > 0)
                .Select(t => new TimedKind(t.Kind, t.Seconds)),
        ];
    }
}
