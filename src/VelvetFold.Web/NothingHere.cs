using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing.Template;
using Microsoft.Net.Http.Headers;

namespace VelvetFold.Web;

/// <summary>What the API says where no endpoint takes a request: that there is nothing at the address, or what is asked of what is
/// there.</summary>
internal static class NothingHere
{
    public static IResult Answer(HttpContext context, EndpointDataSource endpoints)
    {
        var there = endpoints
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e =>
                e.RoutePattern.RawText is { } pattern && !pattern.Contains("{*", StringComparison.Ordinal) && IsAt(pattern, context)
            )
            .ToList();
        if (there.Count == 0)
            return Problems.Of(404, "problem.there-is-nothing-at");
        var methods = there.SelectMany(MethodsOf).Distinct().Order(StringComparer.Ordinal).ToList();
        if (!methods.Contains(context.Request.Method))
        {
            context.Response.Headers.Allow = string.Join(", ", methods);
            return Problems.Of(405, "problem.not-by-this-method", ("method", context.Request.Method), ("list", methods));
        }
        var types = there
            .Where(e => MethodsOf(e).Contains(context.Request.Method))
            .SelectMany(e => e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes ?? [])
            .Distinct()
            .ToList();
        return types.Count == 0
            ? Problems.Of(404, "problem.there-is-nothing-at")
            : Problems.Of(
                415,
                "problem.not-of-this-type",
                ("type", context.Request.Headers[HeaderNames.ContentType].ToString() is { Length: > 0 } own ? own : "-"),
                ("list", types)
            );
    }

    private static bool IsAt(string pattern, HttpContext context) =>
        new TemplateMatcher(TemplateParser.Parse(pattern.TrimStart('/')), []).TryMatch(context.Request.Path, []);

    private static IReadOnlyList<string> MethodsOf(RouteEndpoint endpoint) =>
        endpoint.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? [];
}
