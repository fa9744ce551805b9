using System.Globalization;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace VelvetFold.Web.Doors;

/// <summary>Says of an endpoint that it tries a password, a passkey or a link that lets somebody in.</summary>
internal sealed record KnocksMark;

/// <summary>Says of an endpoint that it takes pictures or files.</summary>
internal sealed record TakesFilesMark;

/// <summary>
/// How often somebody may ask, where others than this machine reach the studio: by person, by link, by address. Generous to people, who
/// type and press; in the way of programs that try.
/// </summary>
internal static class Limits
{
    /// <summary>Tries to get in, each minute and address.</summary>
    public const int Knocks = 10;

    /// <summary>Questions of a guest's link each minute; and, from one address, of all links: the guests of a table share one.</summary>
    public const int Link = 120;
    public const int Links = 600;

    /// <summary>Files of a person or link each minute.</summary>
    public const int Files = 60;

    /// <summary>Long computations of a person each minute.</summary>
    public const int Computations = 120;

    /// <summary>Anything of a person, or of an address where nobody is signed in, each minute: the answers that follow typing are among
    /// them.</summary>
    public const int Questions = 1_200;

    public static void Say(RateLimiterOptions options)
    {
        options.RejectionStatusCode = 429;
        options.OnRejected = async (rejected, _) =>
        {
            var wait = rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromMinutes(1);
            var seconds = (int)Math.Ceiling(wait.TotalSeconds);
            rejected.HttpContext.Response.Headers.RetryAfter = seconds.ToString(CultureInfo.InvariantCulture);
            await Problems.Of(429, "problem.too-often", ("seconds", seconds)).ExecuteAsync(rejected.HttpContext);
        };
        options.GlobalLimiter = PartitionedRateLimiter.CreateChained(
            By(context => Has<KnocksMark>(context) ? ("knock " + Address(context), Knocks) : null),
            By(context => Secret(context) is { } secret ? ("link " + secret, Link) : null),
            By(context => Secret(context) is not null ? ("links " + Address(context), Links) : null),
            By(context => Has<TakesFilesMark>(context) ? ("files " + (Secret(context) ?? Asker(context)), Files) : null),
            By(context => Has<LongWorkMark>(context) ? ("work " + Asker(context), Computations) : null),
            By(context => context.Request.Path.StartsWithSegments("/api") ? ("any " + Asker(context), Questions) : null)
        );
    }

    private static PartitionedRateLimiter<HttpContext> By(Func<HttpContext, (string Whose, int Minute)?> share) =>
        PartitionedRateLimiter.Create<HttpContext, string>(context =>
            share(context) is not var (whose, minute)
                ? RateLimitPartition.GetNoLimiter("")
                : RateLimitPartition.GetSlidingWindowLimiter(
                    whose,
                    _ =>
                        new()
                        {
                            PermitLimit = minute,
                            Window = TimeSpan.FromMinutes(1),
                            SegmentsPerWindow = 6,
                            QueueLimit = 0,
                        }
                )
        );

    private static bool Has<T>(HttpContext context)
        where T : class => context.GetEndpoint()?.Metadata.GetMetadata<T>() is not null;

    // Of a link that opens nothing, too: who tries links is held by the address.
    private static string? Secret(HttpContext context) =>
        context.Request.RouteValues.TryGetValue("secret", out var secret) ? secret as string : null;

    private static string Asker(HttpContext context) => context.User.NameOf() ?? Address(context);

    private static string Address(HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "here";
}

internal static class LimitMarks
{
    /// <summary>Marks an endpoint that lets somebody in, or not.</summary>
    public static T Knocks<T>(this T builder)
        where T : IEndpointConventionBuilder => builder.WithMetadata(new KnocksMark());

    /// <summary>Marks an endpoint that takes pictures or files.</summary>
    public static T TakesFiles<T>(this T builder)
        where T : IEndpointConventionBuilder => builder.WithMetadata(new TakesFilesMark());
}
