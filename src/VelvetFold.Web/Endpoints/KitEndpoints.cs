using VelvetFold.Core;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A kit on the shelf: enough for a list with its real little spread; of one that cannot be read, why.</summary>
internal sealed record KitOnShelf(
    string Slug,
    string Name,
    int Revision,
    DateTime SavedAt,
    int Layouts,
    int Pieces,
    int Photos,
    int Faults,
    Scene? Picture,
    IReadOnlyList<Paper> Papers,
    Saying? Unreadable = null,
    bool PutAway = false
);

/// <summary>Whether a kit is put away.</summary>
internal sealed record PutAwayWish(bool PutAway);

/// <summary>A kit with its revision.</summary>
internal sealed record KitView(string Slug, int Revision, DateTime SavedAt, Kit Kit);

internal static class KitEndpoints
{
    public static void MapKits(this RouteGroupBuilder api)
    {
        var kits = api.MapGroup("/kits").May(StudioRole.Helper).WithTags("Kits");
        kits.MapGet("/", ListAsync).Produces<IReadOnlyList<KitOnShelf>>();
        kits.MapPost("/", AddAsync)
            .May(StudioRole.Designer, "deed.kit-made")
            .Accepts<Kit>("application/json")
            .Produces<KitView>(201)
            .ProducesProblem(400);
        kits.MapGet("/{slug}", FindAsync).Produces<KitView>().ProducesProblem(404);
        kits.MapGet("/{slug}/live", LiveAsync).Produces<KitNews>(200, "text/event-stream").ProducesProblem(404);
        kits.MapPut("/{slug}", SaveAsync)
            .May(StudioRole.Designer, "deed.kit-saved")
            .Accepts<Kit>("application/json")
            .Produces<KitView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        kits.MapDelete("/{slug}", RemoveAsync)
            .May(StudioRole.Designer, "deed.kit-removed")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        kits.MapPut("/{slug}/put-away", PutAwayAsync)
            .May(StudioRole.Designer, "deed.kit-put-away")
            .Accepts<PutAwayWish>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404);
        kits.MapGet("/{slug}/revisions", RevisionsAsync).Produces<IReadOnlyList<RevisionStamp>>().ProducesProblem(404);
        kits.MapGet("/{slug}/revisions/{number:int}", RevisionAsync).Produces<KitView>().ProducesProblem(404);
        kits.MapPut("/{slug}/revisions/{number:int}/printed", PrintedAsync)
            .May(StudioRole.Helper, "deed.guide-printed")
            .Produces(204)
            .ProducesProblem(404);
    }

    private static async Task<IResult> PutAwayAsync(string slug, HttpRequest request, KitShelf shelf, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<PutAwayWish>(request);
        return reading.Value is not { } wish ? Problems.Bad(reading.Faults)
            : await shelf.PutAwayAsync(slug, wish.PutAway, cancel) ? Results.NoContent()
            : Problems.NoKit(slug);
    }

    private static async Task<IResult> PrintedAsync(string slug, int number, KitShelf shelf, CancellationToken cancel) =>
        await shelf.MarkPrintedAsync(slug, number, cancel) ? Results.NoContent() : NoRevision(slug, number);

    private static IResult NoRevision(string slug, int number) =>
        Problems.Of(404, "problem.no-such-revision", ("number", number), ("slug", slug));

    private static async Task<IResult> ListAsync(KitShelf shelf, CancellationToken cancel)
    {
        var (kits, unreadable) = await shelf.AllAsync(cancel);
        return Results.Ok(kits.Select(OnShelf).Concat(unreadable.Select(OnShelf)).ToList());
    }

    private static async Task<IResult> AddAsync(HttpContext context, KitShelf shelf)
    {
        var reading = await Body.ReadAsync<Kit>(context.Request, "", kit => kit);
        return reading.Value is { } kit
            ? Created(context, await shelf.AddAsync(kit, context.RequestAborted))
            : Problems.Bad(reading.Faults);
    }

    internal static IResult Created(HttpContext context, StoredKit stored)
    {
        Body.SetRevision(context, stored.Revision);
        context.Response.Headers.Location = $"/api/kits/{stored.Slug}";
        return Body.Json(View(stored), stored.Kit.Unit, 201);
    }

    private static async Task<IResult> FindAsync(string slug, HttpContext context, KitShelf shelf, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        Body.SetRevision(context, stored.Revision);
        return Body.Json(View(stored), stored.Kit.Unit);
    }

    // Who has it open: for as long as they listen.
    private static async Task<IResult> LiveAsync(
        string slug,
        HttpContext context,
        KitShelf shelf,
        KitRooms rooms,
        CancellationToken cancel
    ) =>
        await shelf.FindAsync(slug, null, cancel) is null
            ? Problems.NoKit(slug)
            : Results.ServerSentEvents(rooms.EnterAsync(slug, context.User.NameOf(), cancel));

    private static async Task<IResult> SaveAsync(string slug, HttpContext context, KitShelf shelf, KitRooms rooms, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        var reading = await Body.ReadAsync<Kit>(context.Request, "", kit => kit);
        if (reading.Value is not { } kit)
            return Problems.Bad(reading.Faults);
        if (await shelf.SaveAsync(slug, seen, kit, cancel) is not { } stored)
            return await LostAsync(slug, shelf, cancel);
        Body.SetRevision(context, stored.Revision);
        rooms.Saved(slug, stored.Revision, context.User.NameOf());
        return Body.Json(View(stored), kit.Unit);
    }

    private static async Task<IResult> RemoveAsync(string slug, HttpContext context, KitShelf shelf, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        return await shelf.RemoveAsync(slug, seen, cancel) ? Results.NoContent() : await LostAsync(slug, shelf, cancel);
    }

    private static async Task<IResult> RevisionsAsync(string slug, KitShelf shelf, CancellationToken cancel)
    {
        var revisions = await shelf.RevisionsAsync(slug, cancel);
        return revisions.Count == 0 ? Problems.NoKit(slug) : Results.Ok(revisions);
    }

    private static async Task<IResult> RevisionAsync(string slug, int number, KitShelf shelf, CancellationToken cancel) =>
        await shelf.FindAsync(slug, number, cancel) is { } stored ? Body.Json(View(stored), stored.Kit.Unit) : NoRevision(slug, number);

    private static async Task<IResult> LostAsync(string slug, KitShelf shelf, CancellationToken cancel) =>
        await shelf.FindAsync(slug, null, cancel) is { } newest ? Problems.LostRace(newest.Revision) : Problems.NoKit(slug);

    private static KitView View(StoredKit stored) => new(stored.Slug, stored.Revision, stored.SavedAt, stored.Kit);

    private static KitOnShelf OnShelf(UnreadableKit kit) =>
        new(
            kit.Slug,
            kit.Name,
            kit.Revision,
            kit.SavedAt,
            0,
            0,
            0,
            0,
            null,
            [],
            Saying.Of("problem.unreadable-kit.detail", ("why", Saying.Plain(kit.Why)))
        );

    private static KitOnShelf OnShelf(StoredKit stored)
    {
        var answer = KitAnswer.Pages(stored.Kit);
        var pieces = stored.Kit.Layouts.SelectMany(l => l.Pieces).ToList();
        return new(
            stored.Slug,
            stored.Kit.Name,
            stored.Revision,
            stored.SavedAt,
            stored.Kit.Layouts.Count,
            pieces.Count,
            pieces.Count(p => p.HasPrint),
            answer.Sum(l => l.Findings.Count(f => f.Gravity == Gravity.Fault)),
            answer.Count > 0 ? answer[0].Picture : null,
            stored.Kit.Papers,
            PutAway: stored.PutAway
        );
    }
}
