using System.Globalization;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;
using VelvetFold.Web.Post;

namespace VelvetFold.Web.Endpoints;

/// <summary>What has gone into the outbox, and whether it also leaves the house.</summary>
internal sealed record OutboxView(bool Leaves, IReadOnlyList<OutboxMail> Mail);

/// <summary>Workshops, the kits that are made there, and the post that leaves.</summary>
internal static class WorkshopEndpoints
{
    public static void MapWorkshops(this RouteGroupBuilder api)
    {
        var workshops = api.MapGroup("/workshops").May(StudioRole.Helper).WithTags("Workshops");
        workshops
            .MapGet("/", async (WorkshopShelf shelf, CancellationToken cancel) => Results.Ok(await shelf.ListAsync(cancel)))
            .Produces<IReadOnlyList<StoredWorkshop>>();
        workshops
            .MapPost("/", AddAsync)
            .May(StudioRole.Designer, "deed.workshop-made")
            .Accepts<WorkshopEntry>("application/json")
            .Produces<StoredWorkshop>(201)
            .ProducesProblem(400);
        workshops
            .MapPut("/{slug}", SaveAsync)
            .May(StudioRole.Designer, "deed.workshop-saved")
            .Accepts<WorkshopEntry>("application/json")
            .Produces<StoredWorkshop>()
            .ProducesProblem(400)
            .ProducesProblem(412)
            .ProducesProblem(428);
        workshops
            .MapDelete("/{slug}", RemoveAsync)
            .May(StudioRole.Designer, "deed.workshop-removed")
            .Produces(204)
            .ProducesProblem(412)
            .ProducesProblem(428);
        workshops
            .MapPut("/{slug}/kits/{kit}/handed-out", HandOutAsync)
            .May(StudioRole.Designer, "deed.kit-handed-out")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        workshops
            .MapDelete("/{slug}/kits/{kit}/handed-out", TakeBackAsync)
            .May(StudioRole.Designer, "deed.hand-out-taken-back")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        var outbox = api.MapGroup("/outbox").May(StudioRole.Designer).WithTags("Workshops");
        outbox
            .MapGet(
                "/",
                async (PostRoom post, CancellationToken cancel) => Results.Ok(new OutboxView(post.Leaves, await post.ListAsync(cancel)))
            )
            .Produces<OutboxView>();
        outbox
            .MapGet(
                "/{id}.eml",
                (string id, PostRoom post) =>
                    post.PathOf(id) is { } path
                        ? Results.File(path, "message/rfc822", $"{id}.eml")
                        : Problems.Of(404, "problem.no-such-message")
            )
            .Produces<string>(200, "message/rfc822")
            .ProducesProblem(404);
    }

    private static async Task<IResult> AddAsync(HttpContext context, WorkshopShelf shelf, CancellationToken cancel)
    {
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null)
            return Problems.Bad(faults);
        try
        {
            var stored = await shelf.AddAsync(entry, cancel);
            Body.SetRevision(context, stored.Version);
            return Results.Json(stored, statusCode: 201);
        }
        catch (UnknownKitException unknown)
        {
            return Problems.Bad("kits", Saying.Of("problem.there-is-no-kit", ("slug", unknown.Slug)));
        }
    }

    private static async Task<IResult> SaveAsync(string slug, HttpContext context, WorkshopShelf shelf, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        var (entry, faults) = await ReadAsync(context.Request);
        if (entry is null)
            return Problems.Bad(faults);
        try
        {
            if (await shelf.SaveAsync(slug, seen, entry, cancel) is not { } stored)
                return Problems.LostRace(null);
            Body.SetRevision(context, stored.Version);
            return Results.Json(stored);
        }
        catch (UnknownKitException unknown)
        {
            return Problems.Bad("kits", Saying.Of("problem.there-is-no-kit", ("slug", unknown.Slug)));
        }
    }

    private static async Task<IResult> RemoveAsync(string slug, HttpContext context, WorkshopShelf shelf, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        return await shelf.RemoveAsync(slug, seen, cancel) ? Results.NoContent() : Problems.LostRace(null);
    }

    private static Task<IResult> HandOutAsync(
        string slug,
        string kit,
        HttpContext context,
        WorkshopShelf shelf,
        CancellationToken cancel
    ) => FixAsync(slug, kit, context, true, shelf, cancel);

    private static Task<IResult> TakeBackAsync(
        string slug,
        string kit,
        HttpContext context,
        WorkshopShelf shelf,
        CancellationToken cancel
    ) => FixAsync(slug, kit, context, false, shelf, cancel);

    // Handed out once more, it would be fixed at another revision: only whoever saw the workshop as it is does so.
    private static async Task<IResult> FixAsync(
        string slug,
        string kit,
        HttpContext context,
        bool handedOut,
        WorkshopShelf shelf,
        CancellationToken cancel
    )
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        switch (await shelf.HandOutAsync(slug, kit, handedOut, seen, cancel))
        {
            case null:
                return NotMade(slug, kit);
            case 0:
                return Problems.LostRace(null);
            case { } version:
                Body.SetRevision(context, version);
                return Results.NoContent();
        }
    }

    private static IResult NotMade(string slug, string kit) => Problems.Of(404, "problem.not-made-there", ("kit", kit), ("slug", slug));

    private static async Task<(WorkshopEntry? Entry, IReadOnlyList<Core.Kits.Fault> Faults)> ReadAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<WorkshopEntry>(request);
        if (reading.Value is not { } entry)
            return (null, reading.Faults);
        if (string.IsNullOrWhiteSpace(entry.Name) || entry.Name.Length > 120)
            return (null, [new("name", Saying.Of("problem.a-workshop-needs-a"))]);
        if (entry.Place?.Length > 200)
            return (null, [new("place", Saying.Of("problem.a-place-is-said"))]);
        if (entry.Starts is { } starts && entry.Ends is { } ends && ends <= starts)
            return (null, [new("ends", Saying.Of("problem.it-ends-at-before", ("ends", Clock(ends)), ("starts", Clock(starts))))]);
        return (entry with { Name = entry.Name.Trim() }, []);
    }

    private static string Clock(TimeOnly time) => time.ToString("HH\\:mm", CultureInfo.InvariantCulture);
}
