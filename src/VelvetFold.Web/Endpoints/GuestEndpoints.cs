using System.Text.Json;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Workshops;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Formats.Print;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

/// <summary>A guest and what is changed for them.</summary>
/// <param name="Photos">Their photos in a line of text, by the id of the layout they are for; where left out, those that are known stay.</param>
internal sealed record GuestEntry(string Name, IReadOnlyList<OpeningChange> Changes, IReadOnlyDictionary<string, string>? Photos = null);

/// <summary>A guest as stored; the version goes into If-Match.</summary>
internal sealed record GuestView(int Id, int Version, string Name, IReadOnlyList<OpeningChange> Changes, IReadOnlyDictionary<string, string> Photos);

/// <summary>A roster as a table: pasted from a spreadsheet, or the text of a CSV file.</summary>
internal sealed record RosterText(string Text);

internal static class GuestEndpoints
{
    public static void MapGuests(this RouteGroupBuilder api)
    {
        var guests = api.MapGroup("/kits/{slug}/guests").WithTags("Guests");
        guests.MapGet("/", ListAsync).Produces<IReadOnlyList<GuestView>>().ProducesProblem(404);
        guests.MapPost("/", AddAsync).Accepts<GuestEntry>("application/json").Produces<GuestView>(201).ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);
        guests.MapPut("/{id:int}", SaveAsync).Accepts<GuestEntry>("application/json").Produces<GuestView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(412).ProducesProblem(428);
        guests.MapPost("/roster", RosterAsync).Accepts<RosterText>("application/json").Produces<IReadOnlyList<GuestView>>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);
        guests.MapGet("/totals", TotalsAsync).Produces<RosterTotals>().ProducesProblem(404);
        guests.MapGet("/cards.pdf", CardsAsync).Produces<string>(200, "application/pdf").ProducesProblem(400).ProducesProblem(404);
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

    // All of the table or nothing of it.
    private static async Task<IResult> RosterAsync(string slug, HttpContext context, GuestList list, KitShelf shelf, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<RosterText>(context.Request);
        if (reading.Value is not { } roster) return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored || await list.ListAsync(slug, cancel) is not { } before) return Problems.NoKit(slug);
        if (roster.Text.Length > 500_000) return Problems.Bad("text", "The table is longer than 500000 characters.");
        var (guests, faults) = RosterFile.Read(roster.Text, stored.Kit, before.Select(g => g.Name));
        if (faults.Count > 0) return Problems.Bad(faults);
        return await list.AddAllAsync(slug, [.. guests.Select(g => (g.Name, JsonSerializer.Serialize(g.Photos, JsonText.In(LengthUnit.Inch))))], cancel) switch
        {
            GuestOutcome.Done => await ListAsync(slug, list, cancel),
            GuestOutcome.NoKit => Problems.NoKit(slug),
            _ => Results.Problem(statusCode: 409, title: "A name is taken.", detail: "Somebody added a guest of one of these names meanwhile; nothing was added. Try again."),
        };
    }

    private static async Task<IResult> TotalsAsync(string slug, GuestList list, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored || await list.ListAsync(slug, cancel) is not { } guests) return Problems.NoKit(slug);
        return Body.Json(RosterTotals.Of(stored.Kit, [.. guests.Select(g => View(g).Changes)], new() { Memory = memory, Cancel = cancel }), stored.Kit.Unit);
    }

    // The card of one guest, or of all who make something otherwise.
    private static async Task<IResult> CardsAsync(string slug, int? guest, string? paper, GuestList list, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (paper is not (null or "letter" or "a4")) return Problems.Bad("paper", $"'{paper}' is no paper to print on; letter and a4 are.");
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored || await list.ListAsync(slug, cancel) is not { } guests) return Problems.NoKit(slug);
        var chosen = guests.Select(View).Where(g => guest is { } id ? g.Id == id : g.Changes.Count > 0).ToList();
        if (chosen.Count == 0) return guest is null ? Results.Problem(statusCode: 404, title: "No card.", detail: "Every guest makes the kit as designed.") : NoGuest();
        var onPaper = paper == "a4" ? PrintPaper.A4 : PrintPaper.Letter;
        var terms = new PlanTerms { Memory = memory, Cancel = cancel };
        var pages = chosen.SelectMany(g => SwapCard.Of(stored.Kit, KitAnswer.ForGuest(stored.Kit, Adaptation.Known(stored.Kit, g.Changes), terms), g.Name, onPaper)).ToList();
        return Results.File(PdfFile.Write(pages, stored.Kit.Name, "en"), "application/pdf", $"{slug}-cards.pdf");
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

    /// <summary>The kit as that guest makes it; changes that name nothing in it any more are left aside.</summary>
    public static Kit AdaptedFor(Kit kit, GuestRow guest) => Adaptation.Apply(kit, Adaptation.Known(kit, View(guest).Changes));

    public static IResult NoGuest() => Results.Problem(statusCode: 404, title: "No such guest.", detail: "The guest may have been removed meanwhile.");

    private static string Text(GuestEntry entry) => JsonSerializer.Serialize(entry.Changes, JsonText.In(LengthUnit.Inch));

    private static string? Photos(GuestEntry entry) => entry.Photos is { } photos ? JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)) : null;

    private static GuestView View(GuestRow guest) =>
        new(guest.Id, guest.Version, guest.Name, JsonSerializer.Deserialize<List<OpeningChange>>(guest.Changes, JsonText.In(LengthUnit.Inch)) ?? [],
            JsonSerializer.Deserialize<Dictionary<string, string>>(guest.Photos, JsonText.In(LengthUnit.Inch)) ?? []);
}
