using System.IO.Compression;
using VelvetFold.Core;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

internal static class KitFileEndpoints
{
    public static void MapKitFiles(this RouteGroupBuilder api)
    {
        api.MapGet("/kits/{slug}/file", DownloadAsync).May(StudioRole.Helper).WithTags("Files").Produces<KitFile>().ProducesProblem(404);
        api.MapGet("/studio/kits.zip", AllAsync).May(StudioRole.Designer).WithTags("Files").Produces<string>(200, "application/zip");
        api.MapPost("/kits/file", UploadAsync)
            .May(StudioRole.Designer, "deed.kit-made")
            .TakesFiles()
            .WithTags("Files")
            .Accepts<KitFile>("application/json")
            .Produces<KitView>(201)
            .ProducesProblem(400);
        api.MapGet(
                "/kits/{slug}/cuts.csv",
                (string slug, int? kits, KitShelf shelf, PlanMemory memory, CancellationToken cancel) =>
                    CutsAsync(slug, kits, shelf, memory, "text/csv", CutSheetFiles.Csv, cancel)
            )
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "text/csv")
            .ProducesProblem(404);
        api.MapGet(
                "/kits/{slug}/cuts.svg",
                (string slug, int? kits, KitShelf shelf, PlanMemory memory, CancellationToken cancel) =>
                    CutsAsync(slug, kits, shelf, memory, "image/svg+xml", CutSheetFiles.TrueSize, cancel)
            )
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "image/svg+xml")
            .ProducesProblem(404);
        api.MapGet(
                "/schema/kit",
                () => Results.Text(SchemaOf.Json(typeof(KitFile)).ToJsonString(new() { WriteIndented = true }), "application/schema+json")
            )
            .Anybody()
            .WithTags("Files")
            .Produces<object>(200, "application/schema+json");
    }

    // How one kit is cut; how all are cut together where their number is said.
    private static async Task<IResult> CutsAsync(
        string slug,
        int? kits,
        KitShelf shelf,
        PlanMemory memory,
        string type,
        Func<Kit, CutPlan, string> write,
        CancellationToken cancel
    )
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (kits is < 1 or > KitRules.MostKits)
            return Problems.Bad("kits", Saying.Of("problem.kits-cannot-be-planned-2", ("kits", kits), ("mostKits", KitRules.MostKits)));
        var plan = kits is { } n
            ? KitAnswer.BatchOf(stored.Kit, n, new() { Memory = memory, Cancel = cancel })
            : KitAnswer.PlanOf(stored.Kit, CutMode.EachKit, 1, new() { Memory = memory, Cancel = cancel });
        return Results.File(
            System.Text.Encoding.UTF8.GetBytes(write(stored.Kit, plan.Plan)),
            type,
            $"{slug}-cuts.{(type == "text/csv" ? "csv" : "svg")}"
        );
    }

    // Without counts and pictures, unless they are asked for: a kit travels, the stock stays.
    private static async Task<IResult> DownloadAsync(
        string slug,
        bool? counts,
        bool? pictures,
        KitShelf shelf,
        FacePictures kept,
        CancellationToken cancel
    )
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        IReadOnlyList<FilePicture> along =
            pictures == true
                ?
                [
                    .. (await kept.WithBytesAsync(stored.Id, cancel)).Select(p => new FilePicture(
                        p.Kept.Paper,
                        p.Kept.Face,
                        p.Kept.Shown,
                        p.Jpeg
                    )),
                ]
                : [];
        return Results.File(
            KitFile.Write(counts == true ? stored.Kit : KitStock.Without(stored.Kit), along),
            "application/json",
            $"{stored.Slug}.kit.json"
        );
    }

    // Every kit of the studio as a kit file; what the studio counts stays in it.
    private static async Task<IResult> AllAsync(KitShelf shelf, CancellationToken cancel)
    {
        var all = new MemoryStream();
        await using (var zip = new ZipArchive(all, ZipArchiveMode.Create, leaveOpen: true))
            foreach (var stored in await shelf.ListAsync(cancel))
            {
                await using var into = await zip.CreateEntry($"{stored.Slug}.kit.json").OpenAsync(cancel);
                await into.WriteAsync(KitFile.Write(KitStock.Without(stored.Kit)), cancel);
            }
        all.Position = 0;
        return Results.Stream(all, "application/zip", "kits.zip");
    }

    // What a file counts is booked only where that is asked for; a paper that the studio has a picture of keeps that.
    private static async Task<IResult> UploadAsync(bool? book, HttpContext context, KitShelf shelf, FacePictures pictures)
    {
        var reading = KitFile.ReadWhole(await Body.BytesAsync(context.Request));
        if (reading.Value is not { } file)
            return Problems.Bad(reading.Faults);
        var stored = await shelf.AddAsync(file.Kit, context.RequestAborted, book == true);
        var there = await pictures.OfKitAsync(stored.Id, CancellationToken.None);
        foreach (var picture in (file.Pictures ?? []).Where(p => !there.Any(t => (t.Paper, t.Face) == (p.Paper, p.Face))))
        {
            await pictures.KeepAsync(stored.Id, picture.Paper, picture.Face, picture.Jpeg, CancellationToken.None);
            if (!picture.Shown)
                await pictures.ShowAsync(stored.Id, picture.Paper, picture.Face, false, CancellationToken.None);
        }
        return KitEndpoints.Created(context, stored);
    }
}
