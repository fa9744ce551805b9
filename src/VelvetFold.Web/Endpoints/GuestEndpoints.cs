using System.Text.Json;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Formats.Print;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A guest and what is changed for them.</summary>
/// <param name="Photos">Their photos in a line of text, by the id of the layout they are for. What is left out stays as it is; what is
/// empty is taken away.</param>
/// <param name="Workshop">The address of the workshop they sit at.</param>
/// <param name="Words">Their own words, by the id of the layout they are for; like the photos, what is left out stays as it is.</param>
internal sealed record GuestEntry(
    string Name,
    IReadOnlyList<OpeningChange> Changes,
    IReadOnlyDictionary<string, string>? Photos = null,
    string? Email = null,
    string? Needs = null,
    string? Workshop = null,
    IReadOnlyDictionary<string, LayoutWords>? Words = null
);

/// <summary>A guest as stored; the version goes into If-Match.</summary>
internal sealed record GuestView(
    int Id,
    int Version,
    string Name,
    IReadOnlyList<OpeningChange> Changes,
    IReadOnlyDictionary<string, string> Photos,
    IReadOnlyDictionary<string, LayoutWords> Words,
    string? Workshop,
    string? Email,
    string? Needs,
    IReadOnlyList<PictureView> Pictures,
    InvitationState Invitation,
    DateTime? AnsweredAt,
    string? Table
);

/// <summary>How it stands with a guest's photos.</summary>
/// <param name="Open">The layouts that they do not go onto yet.</param>
internal sealed record StandingView(int Id, Standing Stands, IReadOnlyList<string> Open);

/// <summary>How it stands with a guest's private link.</summary>
/// <param name="MadeAt">None where there is no link that opens.</param>
internal sealed record InvitationState(DateTime? MadeAt, DateTime? MailedAt);

/// <summary>A roster as a table: pasted from a spreadsheet, or the text of a CSV file.</summary>
/// <param name="Workshop">The address of the workshop they all sit at.</param>
internal sealed record RosterText(string Text, string? Workshop = null);

internal static class GuestEndpoints
{
    public static void MapGuests(this RouteGroupBuilder api)
    {
        var guests = api.MapGroup("/kits/{slug}/guests").May(StudioRole.Designer).WithTags("Guests");
        guests.MapGet("/", ListAsync).May(StudioRole.Helper).Produces<IReadOnlyList<GuestView>>().ProducesProblem(404);
        guests
            .MapPost("/", AddAsync)
            .May(StudioRole.Designer, "deed.guest-added")
            .Accepts<GuestEntry>("application/json")
            .Produces<GuestView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        guests
            .MapPut("/{id:int}", SaveAsync)
            .May(StudioRole.Designer, "deed.guest-saved")
            .Accepts<GuestEntry>("application/json")
            .Produces<GuestView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428);
        guests
            .MapPost("/roster", RosterAsync)
            .May(StudioRole.Designer, "deed.roster-read")
            .Accepts<RosterText>("application/json")
            .Produces<IReadOnlyList<GuestView>>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        guests
            .MapGet("/standing", StandingAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .Produces<IReadOnlyList<StandingView>>()
            .ProducesProblem(404);
        guests.MapGet("/totals", TotalsAsync).May(StudioRole.Helper).IsLongWork().Produces<RosterTotals>().ProducesProblem(404);
        guests
            .MapGet("/cards.pdf", CardsAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .Produces<string>(200, "application/pdf")
            .ProducesProblem(400)
            .ProducesProblem(404);
        guests
            .MapGet("/prints.pdf", PrintsAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .Produces<string>(200, "application/pdf")
            .ProducesProblem(400)
            .ProducesProblem(404);
        guests
            .MapDelete("/{id:int}", RemoveAsync)
            .May(StudioRole.Designer, "deed.guest-removed")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
    }

    // Who packs sees who comes and what they need; where they are reached is the host's to know.
    private static async Task<IResult> ListAsync(string slug, HttpContext context, GuestList list, CancellationToken cancel) =>
        await list.ListAsync(slug, cancel) is { } guests && await list.WorkshopsAsync(cancel) is var workshops
            ? Results.Ok(
                guests
                    .Select(g => View(g, workshops))
                    .Select(g => context.User.RoleOf() >= StudioRole.Designer ? g : g with { Email = null })
                    .ToList()
            )
            : Problems.NoKit(slug);

    private static async Task<IResult> AddAsync(string slug, HttpContext context, GuestList list, CancellationToken cancel)
    {
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null)
            return Problems.Bad(faults);
        return await list.AddAsync(slug, Said(entry), cancel) switch
        {
            (GuestOutcome.Done, { } guest) => Answer(context, guest, await list.WorkshopsAsync(cancel), 201),
            (var outcome, _) => Refuse(outcome, slug, entry.Name),
        };
    }

    private static async Task<IResult> SaveAsync(string slug, int id, HttpContext context, GuestList list, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null)
            return Problems.Bad(faults);
        return await list.SaveAsync(slug, id, seen, Said(entry), cancel) switch
        {
            (GuestOutcome.Done, { } guest) => Answer(context, guest, await list.WorkshopsAsync(cancel), 200),
            (var outcome, _) => Refuse(outcome, slug, entry.Name),
        };
    }

    // All of the table or nothing of it.
    private static async Task<IResult> RosterAsync(
        string slug,
        HttpContext context,
        GuestList list,
        KitShelf shelf,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<RosterText>(context.Request);
        if (reading.Value is not { } roster)
            return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored || await list.ListAsync(slug, cancel) is not { } before)
            return Problems.NoKit(slug);
        if (roster.Text.Length > 500_000)
            return Problems.Bad("text", Saying.Of("problem.the-table-is-longer"));
        var (guests, faults) = RosterFile.Read(roster.Text, stored.Kit, before.Select(g => g.Name));
        if (faults.Count > 0)
            return Problems.Bad(faults);
        return await list.AddAllAsync(
            slug,
            [
                .. guests.Select(g =>
                    (
                        g.Name,
                        JsonSerializer.Serialize(g.Photos, JsonText.In(LengthUnit.Inch)),
                        JsonSerializer.Serialize(g.Words, JsonText.In(LengthUnit.Inch))
                    )
                ),
            ],
            roster.Workshop,
            cancel
        ) switch
        {
            GuestOutcome.Done => await ListAsync(slug, context, list, cancel),
            GuestOutcome.NoKit => Problems.NoKit(slug),
            GuestOutcome.NoWorkshop => Problems.Bad("workshop", Saying.Of("problem.there-is-no-such")),
            _ => Problems.Of(409, "problem.a-name-is-taken"),
        };
    }

    // The guests of one workshop with the revision that was handed out there; of all, where none is named, with the newest.
    private static async Task<(Kit? Kit, IReadOnlyList<GuestRow> Guests)> OfAsync(
        string slug,
        string? workshop,
        GuestList list,
        KitShelf shelf,
        CancellationToken cancel
    )
    {
        if (await list.ListAsync(slug, cancel) is not { } guests)
            return (null, []);
        if (string.IsNullOrEmpty(workshop))
            return ((await shelf.FindAsync(slug, null, cancel))?.Kit, guests);
        var at = (await list.WorkshopsAsync(cancel)).FirstOrDefault(w => w.Value == workshop).Key;
        var fixedAt = (await list.HandedOutAsync(slug, cancel)).TryGetValue(at, out var revision) ? revision : (int?)null;
        return ((await shelf.FindAsync(slug, fixedAt, cancel))?.Kit, [.. guests.Where(g => g.WorkshopId == at && at != 0)]);
    }

    // Guests who say the same stand the same: each is looked at once.
    private static async Task<IResult> StandingAsync(
        string slug,
        string? workshop,
        GuestList list,
        KitShelf shelf,
        CancellationToken cancel
    )
    {
        if (await OfAsync(slug, workshop, list, shelf, cancel) is not ({ } kit, var guests))
            return Problems.NoKit(slug);
        var same = guests
            .Select(g => (Guest: g, Photos: AllPhotosOf(g)))
            .GroupBy(g => $"{g.Guest.Changes}\n{string.Join('\n', g.Photos.OrderBy(p => p.Key, StringComparer.Ordinal))}")
            .ToList();
        var standing = same.AsParallel()
            .WithCancellation(cancel)
            .SelectMany(g =>
                GuestStanding.Of(kit, g.First().Photos, ChangesOf(g.First().Guest)) is var stands
                    ? g.Select(m => new StandingView(m.Guest.Id, stands.Stands, stands.Open))
                    : []
            );
        return Body.Json(standing.OrderBy(s => s.Id).ToList(), kit.Unit);
    }

    private static async Task<IResult> TotalsAsync(
        string slug,
        string? workshop,
        GuestList list,
        KitShelf shelf,
        PlanMemory memory,
        CancellationToken cancel
    ) =>
        await OfAsync(slug, workshop, list, shelf, cancel) is ({ } kit, var guests)
            ? Body.Json(RosterTotals.Of(kit, [.. guests.Select(AllOf)], new() { Memory = memory, Cancel = cancel }), kit.Unit)
            : Problems.NoKit(slug);

    // The card of one guest, or of all who make something otherwise.
    private static async Task<IResult> CardsAsync(
        string slug,
        int? guest,
        string? paper,
        string? workshop,
        GuestList list,
        KitShelf shelf,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        if (paper is not (null or "letter" or "a4"))
            return Problems.Bad("paper", Saying.Of("problem.is-no-paper-to", ("paper", paper)));
        if (await OfAsync(slug, workshop, list, shelf, cancel) is not ({ } kit, var guests))
            return Problems.NoKit(slug);
        var chosen = guests.Where(g => guest is { } id ? g.Id == id : AllOf(g).Count > 0).ToList();
        if (chosen.Count == 0)
            return guest is null ? Problems.Of(404, "problem.no-card") : NoGuest();
        var onPaper = paper == "a4" ? PrintPaper.A4 : PrintPaper.Letter;
        var terms = new PlanTerms { Memory = memory, Cancel = cancel };
        var pages = chosen
            .SelectMany(g =>
                SwapCard.Of(
                    kit,
                    KitAnswer.ForGuest(kit, Adaptation.Known(kit, AllOf(g)), terms, Words.In(kit.Guide.Language)),
                    g.Name,
                    onPaper
                )
            )
            .ToList();
        return Results.File(PdfFile.Write(pages, kit.Name, Words.In(kit.Guide.Language).Language), "application/pdf", $"{slug}-cards.pdf");
    }

    // All photos as they end, small ones together on sheets with crop marks.
    private static async Task<IResult> PrintsAsync(
        string slug,
        int? guest,
        string? paper,
        string? workshop,
        GuestList list,
        KitShelf shelf,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        if (paper is not (null or "letter" or "a4"))
            return Problems.Bad("paper", Saying.Of("problem.is-no-paper-to", ("paper", paper)));
        if (await OfAsync(slug, workshop, list, shelf, cancel) is not ({ } kit, var guests))
            return Problems.NoKit(slug);
        var chosen = guests.Where(g => guest is null || g.Id == guest).ToList();
        if (chosen.Count == 0)
            return guest is null ? Problems.Of(404, "problem.no-guests") : NoGuest();
        var onPaper = paper == "a4" ? PrintPaper.A4 : PrintPaper.Letter;
        var photos = chosen.SelectMany(g => GangSheets.Of(AdaptedFor(kit, g), g.Name)).ToList();
        var sheets = GangSheets.Of(
            photos,
            onPaper.Sheet(),
            new()
            {
                BudgetMs = 500,
                Memory = memory,
                Cancel = cancel,
            }
        );
        return Results.File(
            PdfFile.Write(GangPages.Of(kit, sheets, onPaper), $"{kit.Name}, photos", "en"),
            "application/pdf",
            $"{slug}-photos.pdf"
        );
    }

    private static async Task<IResult> RemoveAsync(string slug, int id, HttpRequest request, GuestList list, CancellationToken cancel) =>
        Body.SeenRevision(request) is not { } seen ? Problems.NotSeen()
        : await list.RemoveAsync(slug, id, seen, cancel) is var outcome && outcome == GuestOutcome.Done ? Results.NoContent()
        : outcome == GuestOutcome.LostRace ? Problems.LostRace(null)
        : NoGuest();

    private static async Task<(GuestEntry? Entry, IReadOnlyList<Fault> Faults)> ReadAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<GuestEntry>(request);
        if (reading.Value is not { } entry)
            return (null, reading.Faults);
        if (string.IsNullOrWhiteSpace(entry.Name) || entry.Name.Length > 120)
            return (null, [new("name", Saying.Of("problem.a-guest-needs-a"))]);
        if (entry.Photos is { } photos && (photos.Count > 100 || photos.Values.Any(p => p.Length > 1_000)))
            return (null, [new("photos", Saying.Of("problem.photos-are-said-for"))]);
        if (entry.Email is { Length: > 0 } email && (email.Length > 254 || !MailFile.IsAddress(email)))
            return (null, [new("email", Saying.Of("problem.is-no-mail-address", ("email", email)))]);
        if (entry.Needs?.Length > 1000)
            return (null, [new("needs", Saying.Of("problem.what-they-need-is"))]);
        if (GuestWords.Faults(entry.Words) is { Count: > 0 } words)
            return (null, words);
        return entry.Changes.Count > 500 ? (null, [new("changes", Saying.Of("problem.a-guest-has-at"))]) : (entry, []);
    }

    private static IResult Answer(HttpContext context, GuestRow guest, IReadOnlyDictionary<int, string> workshops, int status)
    {
        Body.SetRevision(context, guest.Version);
        return Body.Json(View(guest, workshops), LengthUnit.Inch, status);
    }

    private static IResult Refuse(GuestOutcome outcome, string slug, string name) =>
        outcome switch
        {
            GuestOutcome.NoKit => Problems.NoKit(slug),
            GuestOutcome.NameTaken => Problems.Of(409, "problem.the-name-is-taken", ("name", name.Trim())),
            GuestOutcome.NoWorkshop => Problems.Bad("workshop", Saying.Of("problem.there-is-no-such")),
            GuestOutcome.LostRace => Problems.LostRace(null),
            _ => NoGuest(),
        };

    /// <summary>The kit as that guest makes it; changes that name nothing in it any more are left aside.</summary>
    public static Kit AdaptedFor(Kit kit, GuestRow guest) => Bag.Adapted(kit, AllOf(guest));

    public static IResult NoGuest() => Problems.Of(404, "problem.no-such-guest");

    public static IReadOnlyDictionary<string, string> PhotosOf(GuestRow guest) =>
        JsonSerializer.Deserialize<Dictionary<string, string>>(guest.Photos, JsonText.In(LengthUnit.Inch)) ?? [];

    public static IReadOnlyDictionary<string, LayoutWords> WordsOf(GuestRow guest) =>
        JsonSerializer.Deserialize<Dictionary<string, LayoutWords>>(guest.Words, JsonText.In(LengthUnit.Inch)) ?? [];

    /// <summary>All that is made otherwise for a guest: changes to pages, and their own words.</summary>
    public static IReadOnlyList<OpeningChange> AllOf(GuestRow guest) => [.. ChangesOf(guest), .. GuestWords.Changes(WordsOf(guest))];

    // What they say in a line, then what they gave as files.
    public static IReadOnlyDictionary<string, string> AllPhotosOf(GuestRow guest)
    {
        var photos = new Dictionary<string, string>(PhotosOf(guest));
        foreach (var picture in guest.Pictures.OrderBy(p => p.Id).Select(PictureEndpoints.View))
            photos[picture.Layout] = string.Join(
                ", ",
                new[] { photos.GetValueOrDefault(picture.Layout, ""), picture.Said }.Where(t => !string.IsNullOrWhiteSpace(t))
            );
        return photos;
    }

    public static IReadOnlyList<OpeningChange> ChangesOf(GuestRow guest) =>
        JsonSerializer.Deserialize<List<OpeningChange>>(guest.Changes, JsonText.In(LengthUnit.Inch)) ?? [];

    private static GuestSaid Said(GuestEntry entry) =>
        new(
            entry.Name.Trim(),
            JsonSerializer.Serialize(entry.Changes, JsonText.In(LengthUnit.Inch)),
            entry.Photos is { } photos ? JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)) : null,
            entry.Email?.Trim(),
            entry.Needs?.Trim(),
            entry.Workshop,
            entry.Words is { } words ? JsonSerializer.Serialize(words, JsonText.In(LengthUnit.Inch)) : null
        );

    private static GuestView View(GuestRow guest, IReadOnlyDictionary<int, string> workshops)
    {
        var link = guest.Invitations.Where(i => i.WithdrawnAt is null).MaxBy(i => i.Id);
        return new(
            guest.Id,
            guest.Version,
            guest.Name,
            ChangesOf(guest),
            PhotosOf(guest),
            WordsOf(guest),
            guest.WorkshopId is { } at ? workshops.GetValueOrDefault(at) : null,
            guest.Email,
            guest.Needs,
            [.. guest.Pictures.OrderBy(p => p.Id).Select(PictureEndpoints.View)],
            new(link?.CreatedAt, link?.MailedAt),
            guest.AnsweredAt,
            DayAtHand.SeatOf(guest).Table
        );
    }
}
