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
            .WithTags("Studio")
            .Produces(204);
        api.MapGet("/health", () => Results.Ok()).WithTags("Studio").Produces(200);
    }
}
