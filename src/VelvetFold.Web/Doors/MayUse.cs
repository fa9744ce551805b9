using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using VelvetFold.Store;

namespace VelvetFold.Web.Doors;

/// <summary>Says of an endpoint who may use it.</summary>
/// <param name="Least">The least role that may; none where anybody may, by a link or without one.</param>
internal sealed record MayUse(StudioRole? Least);

/// <summary>Says of an endpoint what is done by it, for the record of who did what.</summary>
/// <param name="What">The key of its sentence.</param>
internal sealed record Does(string What);

internal static class Doors
{
    /// <summary>The claim a person's role is in.</summary>
    public const string RoleClaim = "role";

    /// <summary>Says who may use an endpoint or a group; what is said nearer to the endpoint holds.</summary>
    public static T May<T>(this T builder, StudioRole least, string? does = null)
        where T : IEndpointConventionBuilder
    {
        builder.WithMetadata(new MayUse(least));
        return does is null ? builder : builder.WithMetadata(new Does(does));
    }

    /// <summary>Says that anybody may use an endpoint: it asks for a secret of its own, or has nothing of the studio in it.</summary>
    public static T Anybody<T>(this T builder)
        where T : IEndpointConventionBuilder => builder.WithMetadata(new MayUse((StudioRole?)null));

    /// <summary>Has every endpoint of a group say who may use it: the application does not start with one that does not.</summary>
    public static void AreSaid(this RouteGroupBuilder group) =>
        ((IEndpointConventionBuilder)group).Finally(endpoint =>
        {
            var may =
                endpoint.Metadata.OfType<MayUse>().LastOrDefault()
                ?? throw new InvalidOperationException($"{endpoint.DisplayName} does not say who may use it.");
            endpoint.Metadata.Add(may.Least is { } least ? new AuthorizeAttribute(least.ToString()) : new AllowAnonymousAttribute());
        });

    /// <summary>The rules that the roles stand for.</summary>
    public static void Rules(AuthorizationOptions options)
    {
        foreach (var least in Enum.GetValues<StudioRole>())
            options.AddPolicy(least.ToString(), policy => policy.RequireAssertion(asked => asked.User.RoleOf() >= least));
    }

    /// <summary>What somebody may do; none where they are not signed in.</summary>
    public static StudioRole? RoleOf(this ClaimsPrincipal user) =>
        Enum.TryParse<StudioRole>(user.FindFirstValue(RoleClaim), out var role) ? role : null;

    /// <summary>The name somebody signed in by; none where nobody signs in, or nobody has.</summary>
    public static string? NameOf(this ClaimsPrincipal user) =>
        user.Identity is { IsAuthenticated: true, Name: { Length: > 0 } name } ? name : null;
}
