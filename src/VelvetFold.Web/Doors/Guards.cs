using System.Net;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using VelvetFold.Store;

namespace VelvetFold.Web.Doors;

/// <summary>What stands before every request: where it comes from, by which way, and what is written down of it.</summary>
internal static class Guards
{
    /// <summary>Behind a proxy nobody else is answered: who comes round it could say whom they like to be.</summary>
    public static Task FromTheProxy(HttpContext context, IReadOnlyList<IPAddress> proxies, RequestDelegate next)
    {
        var from = context.Connection.RemoteIpAddress; // none where the host runs inside a test
        if (from is { IsIPv4MappedToIPv6: true })
            from = from.MapToIPv4();
        return from is null || proxies.Contains(from)
            ? next(context)
            : Problems.Of(403, "problem.not-by-the-proxy", ("address", from.ToString())).ExecuteAsync(context);
    }

    public static Task ByHttps(HttpContext context, RequestDelegate next) =>
        context.Request.IsHttps ? next(context) : Problems.Of(403, "problem.by-https-only").ExecuteAsync(context);

    /// <summary>A page from elsewhere may neither write nor, where the browser tells where it comes from, read.</summary>
    public static Task OwnPagesOnly(HttpContext context, RequestDelegate next)
    {
        var origin = context.Request.Headers.Origin.ToString();
        var site = context.Request.Headers["Sec-Fetch-Site"].ToString();
        // A link from elsewhere opens a page, and changes nothing by it (Fetch Metadata Request Headers, W3C).
        var isForeign =
            origin.Length > 0 && !context.RequestServices.GetRequiredService<StudioAddress>().IsOwn(origin, context.Request)
            || IsChange(context.Request) && site is not ("" or "same-origin" or "none");
        return isForeign
            ? Problems.Of(403, "problem.foreign-page", ("origin", origin.Length > 0 ? origin : site)).ExecuteAsync(context)
            : next(context);
    }

    /// <summary>Who is known by a cookie says with every change what only a page of the studio can know.</summary>
    public static async Task NotForged(HttpContext context, RequestDelegate next)
    {
        if (
            IsChange(context.Request)
            && context.User.Identity?.AuthenticationType == IdentityConstants.ApplicationScheme
            && context.GetEndpoint()?.Metadata.GetMetadata<IAllowAnonymous>() is null
            && !await context.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(context)
        )
        {
            await Problems.Of(400, "problem.page-is-old").ExecuteAsync(context);
            return;
        }
        await next(context);
    }

    /// <summary>Writes down what a person did, once it is done.</summary>
    public static async Task WriteDown(HttpContext context, RequestDelegate next)
    {
        await next(context);
        if (
            context.User.NameOf() is not { } who
            || context.Response.StatusCode >= 400
            || context.GetEndpoint()?.Metadata.GetMetadata<Does>() is not { What: var what }
        )
            return;
        await using var scope = context.RequestServices.CreateAsyncScope();
        await scope.ServiceProvider.GetRequiredService<Deeds>().TellAsync(who, what, On(context.Request.RouteValues), default);
    }

    private static bool IsChange(HttpRequest request) =>
        !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method) && !HttpMethods.IsOptions(request.Method);

    // What an address names: the kit or workshop, then which of it.
    private static string On(RouteValueDictionary values)
    {
        var on = string.Join(
            ' ',
            values.Where(v => v.Key != "secret").Select(v => v.Value?.ToString()).Where(v => !string.IsNullOrEmpty(v))
        );
        return on.Length > 120 ? on[..120] : on;
    }
}
