using System.Text.Json;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Json;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

/// <summary>A guest and what is changed for them.</summary>
/// <param name="Photos">Their photos in a line of text, by the id of the layout they are for; where left out, those that are known stay.</param>
internal sealed record GuestEntry(string Name, IReadOnlyList<OpeningChange> Changes, IReadOnlyDictionary<string, string>? Photos = null);

/// <summary>A guest as stored; the version goes into If-Match.</summary>
internal sealed record GuestView(int Id, int Version, string Name, IReadOnlyList<OpeningChange> Changes, IReadOnlyDictionary<string, string> Photos);

internal static class GuestEndpoints
{
    public static void MapGuests(this RouteGroupBuilder api)
    {
        var guests = api.MapGroup("/kits/{slug}/guests").WithTags("Guests");
        guests.MapGet("/", ListAsync).Produces<IReadOnlyList<GuestView>>().ProducesProblem(404);
        guests.MapPost("/", AddAsync).Accepts<GuestEntry>("application/json").Produces<GuestView>(201).ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);
        guests.MapPut("/{id:int}", SaveAsync).Accepts<GuestEntry>("application/json").Produces<GuestView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(412).ProducesProblem(428);
        guests.MapDelete("/{id:int}", RemoveAsync).Produces(204).ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(string slug, GuestList list, CancellationToken cancel) =>
        await list.ListAsync(slug, cancel) is { } guests ? Results.Ok(guests.Select(View).ToList()) : Problems.NoKit(slug);

    private static async Task<IResult> AddAsync(string slug, HttpContext context, GuestList list, CancellationToken cancel)
    {
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null) return Problems.Bad(faults);
        return await list.AddAsync(slug, entry.Name.Trim(), Text(entry), Photos(entry), cancel) switch
        {
            (GuestOutcome.Done, { } guest) => Answer(context, guest, 201),
            (var outcome, _) => Refuse(outcome, slug, entry.Name),
        };
    }

    private static async Task<IResult> SaveAsync(string slug, int id, HttpContext context, GuestList list, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen) return Problems.NotSeen();
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null) return Problems.Bad(faults);
        return await list.SaveAsync(slug, id, seen, entry.Name.Trim(), Text(entry), Photos(entry), cancel) switch
        {
            (GuestOutcome.Done, { } guest) => Answer(context, guest, 200),
            (var outcome, _) => Refuse(outcome, slug, entry.Name),
        };
    }

    private static async Task<IResult> RemoveAsync(string slug, int id, GuestList list, CancellationToken cancel) =>
        await list.RemoveAsync(slug, id, cancel) ? Results.NoContent() : NoGuest();

    private static async Task<(GuestEntry? Entry, IReadOnlyList<Fault> Faults)> ReadAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<GuestEntry>(request);
        if (reading.Value is not { } entry) return (null, reading.Faults);
        if (string.IsNullOrWhiteSpace(entry.Name) || entry.Name.Length > 120) return (null, [new("name", "A guest needs a name of 1 to 120 characters.")]);
        if (entry.Photos is { } photos && (photos.Count > 100 || photos.Values.Any(p => p.Length > 1_000))) return (null, [new("photos", "Photos are said for at most 100 layouts, in at most 1000 characters each.")]);
        return entry.Changes.Count > 500 ? (null, [new("changes", "A guest has at most 500 changes.")]) : (entry, []);
    }

    private static IResult Answer(HttpContext context, GuestRow guest, int status)
    {
        Body.SetRevision(context, guest.Version);
        return Body.Json(View(guest), LengthUnit.Inch, status);
    }

    private static IResult Refuse(GuestOutcome outcome, string slug, string name) => outcome switch
    {
        GuestOutcome.NoKit => Problems.NoKit(slug),
        GuestOutcome.NameTaken => Results.Problem(statusCode: 409, title: "The name is taken.", detail: $"Another guest of this kit is called '{name.Trim()}'. Add a surname or an initial."),
        GuestOutcome.LostRace => Problems.LostRace(null),
        _ => NoGuest(),
    };

    private static IResult NoGuest() => Results.Problem(statusCode: 404, title: "No such guest.", detail: "The guest may have been removed meanwhile.");

    private static string Text(GuestEntry entry) => JsonSerializer.Serialize(entry.Changes, JsonText.In(LengthUnit.Inch));

    private static string? Photos(GuestEntry entry) => entry.Photos is { } photos ? JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)) : null;

    private static GuestView View(GuestRow guest) =>
        new(guest.Id, guest.Version, guest.Name, JsonSerializer.Deserialize<List<OpeningChange>>(guest.Changes, JsonText.In(LengthUnit.Inch)) ?? [],
            JsonSerializer.Deserialize<Dictionary<string, string>>(guest.Photos, JsonText.In(LengthUnit.Inch)) ?? []);
}
