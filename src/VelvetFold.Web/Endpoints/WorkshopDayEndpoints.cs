using System.Text.Json;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Days;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A guest of the day, in the order in which the agenda counts them.</summary>
internal sealed record DayGuestView(int Id, string Name, string Kit, string? Needs, GuestSeat Seat);

/// <summary>A kit that is made on the day.</summary>
/// <param name="Layouts">Names of its layouts, by their ids.</param>
internal sealed record DayKitView(string Slug, string Name, int Revision, IReadOnlyDictionary<string, string> Layouts);

/// <summary>A workshop's day: what the host says of it, who comes, and the days before.</summary>
/// <param name="IsUsual">Whether nobody has said anything yet, and it is as usual.</param>
/// <param name="Supplies">What the host brings, by where it is got.</param>
/// <param name="Bring">What each guest is asked to bring.</param>
/// <param name="Earlier">What was noted after earlier days with the same kits, the last first.</param>
internal sealed record DayView(
    int Version,
    bool IsUsual,
    string Name,
    DateOnly Date,
    TimeOnly Starts,
    TimeOnly Ends,
    string? Place,
    DayPlan Plan,
    IReadOnlyList<DayKitView> Kits,
    IReadOnlyList<DayGuestView> Guests,
    DaysBefore Before,
    IReadOnlyList<SupplySource> Supplies,
    IReadOnlyList<string> Bring,
    IReadOnlyList<DayNote> Earlier
);

/// <summary>What was noted after a day.</summary>
internal sealed record DayNote(string Workshop, DateOnly Date, string Notes);

/// <summary>How a guest sits.</summary>
internal sealed record SeatEntry(int Guest, GuestSeat Seat);

/// <summary>A day as the host says it.</summary>
/// <param name="Seats">How guests sit; those who are not named sit as before.</param>
internal sealed record DayEntry(DayPlan Plan, IReadOnlyList<SeatEntry>? Seats = null);

/// <summary>What a calendar that was read back has otherwise.</summary>
/// <param name="Moved">What lies on another day than here.</param>
/// <param name="Day">Where the workshop itself lies, where that is another day.</param>
internal sealed record CalendarProposal(IReadOnlyList<MovedBefore> Moved, DateOnly? Day);

/// <summary>The days of workshops: planned, rehearsed and led.</summary>
internal static class WorkshopDayEndpoints
{
    /// <summary>So many days are played for the leaf, from the seed that is asked for.</summary>
    private const int Days = 2_000;

    public static void MapWorkshopDays(this RouteGroupBuilder api)
    {
        var day = api.MapGroup("/workshops/{slug}/day").May(StudioRole.Helper).WithTags("Day");
        day.MapGet("/", ShowAsync).IsLongWork().Produces<DayView>().ProducesProblem(404);
        day.MapPut("/", SaveAsync)
            .May(StudioRole.Designer, "deed.day-saved")
            .Accepts<DayEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        day.MapGet("/agenda", AgendaAsync).IsLongWork().Produces<DayAgenda>().ProducesProblem(400).ProducesProblem(404);
        day.MapGet("/rehearsal", RehearseAsync).IsLongWork().Produces<DayRehearsed>().ProducesProblem(400).ProducesProblem(404);
        day.MapGet("/tools", ToolsAsync).IsLongWork().Produces<IReadOnlyList<ToolWish>>().ProducesProblem(400).ProducesProblem(404);
        day.MapGet("/progress", ProgressAsync).Produces<IReadOnlyList<TableStands>>().ProducesProblem(404);
        day.MapPost("/late", LateAsync)
            .May(StudioRole.Helper, "deed.day-late")
            .Accepts<DayDelay>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412);
        day.MapDelete("/late", NotLateAsync)
            .May(StudioRole.Helper, "deed.day-late-back")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412);
        day.MapGet("/calendar.ics", CalendarAsync).IsLongWork().Produces<string>(200, "text/calendar").ProducesProblem(404);
        day.MapPost("/calendar", ReadCalendarAsync)
            .May(StudioRole.Designer)
            .Accepts<string>("text/calendar")
            .Produces<CalendarProposal>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static async Task<IResult> ShowAsync(string slug, HttpContext context, WorkshopDays days)
    {
        var cancel = context.RequestAborted;
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        var (supplies, bring) = WorkshopDays.Supplies(day);
        Body.SetRevision(context, day.Stored.Version);
        return Body.Json(
            new DayView(
                day.Stored.Version,
                day.Stored.Plan is null,
                day.Stored.Workshop.Name,
                day.Stored.Workshop.Date,
                day.Starts,
                day.Ends,
                day.Stored.Workshop.Place,
                day.Plan with
                {
                    Hours = day.Plan.Hours ?? HostHours.Usual,
                },
                [
                    .. day.Kits.Select(k => new DayKitView(
                        k.Slug,
                        k.Kit.Name,
                        k.Revision,
                        k.Kit.Layouts.ToDictionary(l => l.Id, l => l.Name)
                    )),
                ],
                [.. day.Guests.Select(g => new DayGuestView(g.Guest.Id, g.Guest.Name, g.Kit, g.Guest.Needs, DayAtHand.SeatOf(g.Guest)))],
                await days.BeforeAsync(day, cancel),
                supplies,
                bring,
                await days.EarlierAsync(day, cancel)
            ),
            LengthUnit.Inch
        );
    }

    private static async Task<IResult> SaveAsync(
        string slug,
        HttpContext context,
        WorkshopDays days,
        DayShelf shelf,
        CancellationToken cancel
    )
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        var reading = await Body.ReadAsync<DayEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        IReadOnlyList<Fault> faults = [.. entry.Plan.Faults(day.Starts, day.Ends), .. Faults(entry.Seats ?? [], day)];
        if (faults.Count > 0)
            return Problems.Bad(faults);
        return await WriteAsync(slug, seen, entry.Plan, entry.Seats ?? [], context, shelf, cancel);
    }

    private static List<Fault> Faults(IReadOnlyList<SeatEntry> seats, DayAtHand day)
    {
        var ids = day.Guests.Select(g => g.Guest.Id).ToHashSet();
        var beside = day.Guests.ToDictionary(g => g.Guest.Id, g => DayAtHand.SeatOf(g.Guest).Beside);
        foreach (var seat in seats.Where(s => ids.Contains(s.Guest)))
            beside[seat.Guest] = seat.Seat.Beside;
        var faults = new List<Fault>();
        for (var i = 0; i < seats.Count; i++)
        {
            var (guest, seat) = (seats[i].Guest, seats[i].Seat);
            if (!ids.Contains(guest))
                faults.Add(new($"seats[{i}].guest", Saying.Of("fault.day-seat", ("guest", guest))));
            if (seat.Table is { } table && (string.IsNullOrWhiteSpace(table) || table.Length > 60))
                faults.Add(new($"seats[{i}].seat.table", Saying.Of("fault.day-table")));
            if (seat.MoreTime is < 0 or > DayRules.MostMoreTime)
                faults.Add(new($"seats[{i}].seat.moreTime", Saying.Of("fault.day-more-time", ("most", DayRules.MostMoreTime))));
            if (seat.Beside is { } other && (other == guest || !ids.Contains(other) || beside[other] is not null))
                faults.Add(new($"seats[{i}].seat.beside", Saying.Of("fault.day-beside")));
            if (seat.Beside is not null && beside.Any(b => b.Value == guest))
                faults.Add(new($"seats[{i}].seat.beside", Saying.Of("fault.day-beside")));
        }
        return faults;
    }

    private static async Task<IResult> WriteAsync(
        string slug,
        int seen,
        DayPlan plan,
        IReadOnlyList<SeatEntry> seats,
        HttpContext context,
        DayShelf shelf,
        CancellationToken cancel
    )
    {
        var json = JsonText.In(LengthUnit.Inch);
        var saved = await shelf.SaveAsync(
            slug,
            seen,
            JsonSerializer.Serialize(plan, json),
            seats.ToDictionary(s => s.Guest, s => (string?)JsonSerializer.Serialize(s.Seat, json)),
            cancel
        );
        if (saved is not { } version)
            return Problems.LostRace(null);
        Body.SetRevision(context, version);
        return Results.NoContent();
    }

    private static async Task<IResult> AgendaAsync(string slug, HttpContext context, WorkshopDays days)
    {
        var cancel = context.RequestAborted;
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        return Fault(day) ?? Body.Json((await days.PlannedAsync(day, cancel)).Agenda(day.Plan.Delays, cancel), LengthUnit.Inch);
    }

    private static async Task<IResult> RehearseAsync(string slug, HttpContext context, WorkshopDays days, int seed = 1)
    {
        var cancel = context.RequestAborted;
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        return Fault(day) ?? Body.Json((await days.PlannedAsync(day, cancel)).Rehearse(new(), Days, seed, cancel), LengthUnit.Inch);
    }

    private static async Task<IResult> ToolsAsync(string slug, HttpContext context, WorkshopDays days)
    {
        var cancel = context.RequestAborted;
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        return Fault(day)
            ?? Body.Json((await days.PlannedAsync(day, cancel)).ToolsFor(day.Plan.LongestWait, new(), cancel), LengthUnit.Inch);
    }

    private static async Task<IResult> ProgressAsync(string slug, WorkshopShelf shelf, TableProgress tables, CancellationToken cancel) =>
        await shelf.FindAsync(slug, cancel) is { } workshop
            ? Results.Ok(tables.Of([.. workshop.Kits.Select(k => k.Slug)]))
            : NoWorkshop(slug);

    // Whoever leads says it at once; nothing that was seen before is needed, as it is added to what there is.
    private static async Task<IResult> LateAsync(
        string slug,
        HttpContext context,
        WorkshopDays days,
        DayShelf shelf,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<DayDelay>(context.Request);
        if (reading.Value is not { } delay)
            return Problems.Bad(reading.Faults);
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        var plan = day.Plan with { Delays = [.. day.Plan.Delays ?? [], delay] };
        if (plan.Faults(day.Starts, day.Ends) is { Count: > 0 } faults)
            return Problems.Bad(faults);
        return await WriteAsync(slug, day.Stored.Version, plan, [], context, shelf, cancel);
    }

    private static async Task<IResult> NotLateAsync(
        string slug,
        HttpContext context,
        WorkshopDays days,
        DayShelf shelf,
        CancellationToken cancel
    )
    {
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        var plan = day.Plan with { Delays = [.. (day.Plan.Delays ?? []).SkipLast(1)] };
        return await WriteAsync(slug, day.Stored.Version, plan, [], context, shelf, cancel);
    }

    private static async Task<IResult> CalendarAsync(string slug, HttpContext context, WorkshopDays days, TimeProvider clock)
    {
        var cancel = context.RequestAborted;
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        var workshop = day.Stored.Workshop;
        var file = CalendarFile.Write(
            slug,
            workshop.Name,
            workshop.Date,
            day.Starts,
            day.Ends,
            workshop.Place,
            (await days.BeforeAsync(day, cancel)).Tasks,
            clock.GetUtcNow().UtcDateTime
        );
        return Results.File(file, "text/calendar; charset=utf-8", $"{slug}.ics");
    }

    // It only proposes: nothing is moved before the host says so.
    private static async Task<IResult> ReadCalendarAsync(string slug, HttpContext context, WorkshopDays days, CancellationToken cancel)
    {
        var bytes = await Body.BytesAsync(context.Request);
        if (await days.FindAsync(slug, cancel) is not { } day)
            return NoWorkshop(slug);
        var (read, faults) = CalendarFile.Read(bytes, slug);
        if (read is null)
            return Problems.Bad(faults);
        var now = (await days.BeforeAsync(day, cancel)).Tasks.ToDictionary(t => t.Kind, t => t.Due);
        return Results.Ok(
            new CalendarProposal([.. read.Due.Where(d => now[d.Kind] != d.Due)], read.Day == day.Stored.Workshop.Date ? null : read.Day)
        );
    }

    private static IResult? Fault(DayAtHand day) =>
        DayRules.Faults([.. day.Kits.Select(k => k.Kit)], day.Plan.Setup(day.Starts, day.Ends), day.Comers()) is { Count: > 0 } faults
            ? Problems.Bad(faults)
            : null;

    private static IResult NoWorkshop(string slug) => Problems.Of(404, "problem.no-such-workshop", ("slug", slug));
}
