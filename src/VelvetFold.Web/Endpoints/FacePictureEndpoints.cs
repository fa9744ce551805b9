using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Whether a kept picture is shown in place of the drawn print.</summary>
internal sealed record FacePictureShown(bool Shown);

/// <summary>Pictures of papers, kept with the studio and shown on sheets and pages.</summary>
internal static class FacePictureEndpoints
{
    public static void MapFacePictures(this RouteGroupBuilder api)
    {
        var own = api.MapGroup("/kits/{slug}/papers").May(StudioRole.Helper).WithTags("Stock");
        own.MapGet("/pictures", ListAsync).Produces<IReadOnlyList<KeptFacePicture>>().ProducesProblem(404);
        own.MapGet("/{paper}/{face}/picture", ReadAsync).Produces(200, contentType: "image/jpeg").ProducesProblem(404);
        own.MapPut("/{paper}/{face}/picture", KeepAsync)
            .May(StudioRole.Designer, "deed.paper-pictured")
            .TakesFiles()
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(PictureFile.LargestBytes + 1024))
            .Accepts<string>("image/jpeg", "image/png", "image/webp", "application/octet-stream")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(413);
        own.MapPut("/{paper}/{face}/picture/shown", ShowAsync)
            .May(StudioRole.Designer, "deed.paper-pictured")
            .Accepts<FacePictureShown>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404);
        own.MapDelete("/{paper}/{face}/picture", RemoveAsync)
            .May(StudioRole.Designer, "deed.paper-picture-removed")
            .Produces(204)
            .ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(string slug, KitShelf shelf, FacePictures pictures, CancellationToken cancel) =>
        await shelf.FindAsync(slug, null, cancel) is { } stored
            ? Body.Json(await pictures.OfKitAsync(stored.Id, cancel), LengthUnit.Inch)
            : Problems.NoKit(slug);

    private static async Task<IResult> ReadAsync(
        string slug,
        string paper,
        SheetFace face,
        KitShelf shelf,
        FacePictures pictures,
        CancellationToken cancel
    ) =>
        await shelf.FindAsync(slug, null, cancel) is not { } stored ? Problems.NoKit(slug)
        : await pictures.FindAsync(stored.Id, paper, face, cancel) is { } small ? Results.Bytes(small, "image/jpeg")
        : None(stored.Kit, paper);

    private static async Task<IResult> KeepAsync(
        string slug,
        string paper,
        SheetFace face,
        HttpRequest request,
        KitShelf shelf,
        FacePictures pictures,
        CancellationToken cancel
    )
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (stored.Kit.Paper(paper)?[face] is null)
            return Problems.Of(404, "problem.no-face-for-a-picture", ("paper", paper), ("face", face));
        var (read, fault) = PictureFile.Read(await Body.BytesAsync(request, PictureFile.LargestBytes + 1024));
        if (read is null)
            return Problems.Bad("file", fault!);
        return await pictures.KeepAsync(stored.Id, paper, face, read.Small, cancel)
            ? Results.NoContent()
            : Problems.Of(404, "problem.no-face-for-a-picture", ("paper", paper), ("face", face));
    }

    private static async Task<IResult> ShowAsync(
        string slug,
        string paper,
        SheetFace face,
        HttpRequest request,
        KitShelf shelf,
        FacePictures pictures,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<FacePictureShown>(request);
        if (reading.Value is not { } said)
            return Problems.Bad(reading.Faults);
        return await shelf.FindAsync(slug, null, cancel) is not { } stored ? Problems.NoKit(slug)
            : await pictures.ShowAsync(stored.Id, paper, face, said.Shown, cancel) ? Results.NoContent()
            : None(stored.Kit, paper);
    }

    private static async Task<IResult> RemoveAsync(
        string slug,
        string paper,
        SheetFace face,
        KitShelf shelf,
        FacePictures pictures,
        CancellationToken cancel
    ) =>
        await shelf.FindAsync(slug, null, cancel) is not { } stored ? Problems.NoKit(slug)
        : await pictures.RemoveAsync(stored.Id, paper, face, cancel) ? Results.NoContent()
        : None(stored.Kit, paper);

    private static IResult None(Kit kit, string paper) =>
        Problems.Of(404, "problem.no-picture-of-a-paper", ("paper", kit.Paper(paper)?.Name ?? paper));
}
