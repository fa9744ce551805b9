using Microsoft.Net.Http.Headers;

namespace VelvetFold.Web;

/// <summary>The built front end in wwwroot: one page, and files whose names change with their contents.</summary>
internal static class FrontEnd
{
    public static StaticFileOptions Files(IHostEnvironment environment) =>
        new()
        {
            OnPrepareResponse = file =>
                file.Context.Response.Headers[HeaderNames.CacheControl] = file.Context.Request.Path.StartsWithSegments("/assets")
                    ? "public, max-age=31536000, immutable"
                    : "no-cache",
        };

    public static IResult Page(IWebHostEnvironment environment, HttpContext context)
    {
        if (!HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method))
            return Results.StatusCode(405);
        var page = environment.WebRootFileProvider.GetFileInfo("index.html");
        if (!page.Exists)
            return Results.Problem(statusCode: 404, detail: "The front end is not built; run ./velvet build.");
        context.Response.Headers[HeaderNames.CacheControl] = "no-cache";
        return Results.Stream(page.CreateReadStream(), "text/html; charset=utf-8");
    }
}
