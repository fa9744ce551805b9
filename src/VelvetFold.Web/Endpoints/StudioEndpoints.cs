using System.Globalization;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

internal static class StudioEndpoints
{
    public static void MapStudio(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/demo",
                async (DemoStudio demo, CancellationToken cancel) =>
                {
                    await demo.OpenAsync(cancel);
                    return Results.NoContent();
                }
            )
            .May(StudioRole.Owner, "deed.demo-opened")
            .WithTags("Studio")
            .Produces(204);
        api.MapGet("/studio/backup.zip", BackupAsync).May(StudioRole.Owner).WithTags("Studio").Produces<string>(200, "application/zip");
        api.MapGet("/health", () => Results.Ok()).Anybody().WithTags("Studio").Produces(200);
    }

    // The whole studio: written beside it first, so that what goes wrong is an answer and no file that is cut off.
    private static async Task<IResult> BackupAsync(StudioFolder studio, TimeProvider clock, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var file = new FileStream(
            Path.Combine(studio.Path, $".backup-{Guid.NewGuid():N}.zip"),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        try
        {
            await StudioArchive.WriteAsync(studio.Path, file, now, cancel);
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
        file.Position = 0;
        return Results.Stream(file, "application/zip", $"studio-{now.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}.zip");
    }
}
