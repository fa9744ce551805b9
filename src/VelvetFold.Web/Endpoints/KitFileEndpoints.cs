using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

internal static class KitFileEndpoints
{
    public static void MapKitFiles(this RouteGroupBuilder api)
    {
        api.MapGet("/kits/{slug}/file", DownloadAsync).WithTags("Files").Produces<KitFile>().ProducesProblem(404);
        api.MapPost("/kits/file", UploadAsync).WithTags("Files").Accepts<KitFile>("application/json").Produces<KitView>(201).ProducesProblem(400);
        api.MapGet("/schema/kit", () => Results.Text(SchemaOf.Json(typeof(KitFile)).ToJsonString(new() { WriteIndented = true }), "application/schema+json"))
            .WithTags("Files").Produces<object>(200, "application/schema+json");
    }

    private static async Task<IResult> DownloadAsync(string slug, KitShelf shelf, CancellationToken cancel) =>
        await shelf.FindAsync(slug, null, cancel) is { } stored
            ? Results.File(KitFile.Write(stored.Kit), "application/json", $"{stored.Slug}.kit.json")
            : Problems.NoKit(slug);

    private static async Task<IResult> UploadAsync(HttpContext context, KitShelf shelf)
    {
        var reading = KitFile.Read(await Body.BytesAsync(context.Request));
        return reading.Value is { } kit
            ? KitEndpoints.Created(context, await shelf.AddAsync(kit, context.RequestAborted))
            : Problems.Bad(reading.Faults);
    }
}
