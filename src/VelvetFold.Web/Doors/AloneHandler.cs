using System.Security.Claims;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;
using VelvetFold.Store;

namespace VelvetFold.Web.Doors;

/// <summary>Where only this machine reaches the studio, whoever sits at it is its owner, without a name.</summary>
internal sealed class AloneHandler(IOptionsMonitor<AuthenticationSchemeOptions> options, ILoggerFactory logger, UrlEncoder encoder)
    : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public const string SchemeName = "alone";

    private static readonly ClaimsPrincipal Owner = new(new ClaimsIdentity([new(Doors.RoleClaim, nameof(StudioRole.Owner))], SchemeName));

    protected override Task<AuthenticateResult> HandleAuthenticateAsync() =>
        Task.FromResult(AuthenticateResult.Success(new(Owner, SchemeName)));
}
