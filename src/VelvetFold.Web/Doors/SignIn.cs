using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using VelvetFold.Store;

namespace VelvetFold.Web.Doors;

/// <summary>Whether people sign in to the studio; where they do not, whoever sits at this machine is its owner.</summary>
internal sealed record SignInWanted(bool IsWanted);

/// <summary>How people sign in: ASP.NET Core Identity over the studio's own database.</summary>
internal static class SignIn
{
    /// <summary>The shortest password, in characters. Rules of composition make passwords worse (NIST SP 800-63B, 3.1.1.2: length, no
    /// composition rules).</summary>
    public const int ShortestPassword = 12;

    /// <summary>So many characters must differ: twelve times the same is none.</summary>
    public const int DifferentCharacters = 5;

    /// <summary>So many wrong passwords, and the name waits.</summary>
    private const int Attempts = 5;

    private static readonly TimeSpan Waits = TimeSpan.FromMinutes(15);

    /// <summary>So long one stays signed in without coming by.</summary>
    private static readonly TimeSpan Stays = TimeSpan.FromDays(14);

    public static void Add(IServiceCollection services, StartOptions start)
    {
        services.AddSingleton(new SignInWanted(!start.IsAlone));
        services.AddAuthorization(Doors.Rules);
        services
            .AddIdentityCore<Person>(identity =>
            {
                identity.Stores.SchemaVersion = IdentitySchemaVersions.Version3;
                identity.User.AllowedUserNameCharacters = ""; // names as people have them
                identity.Password.RequiredLength = ShortestPassword;
                identity.Password.RequiredUniqueChars = DifferentCharacters;
                (identity.Password.RequireDigit, identity.Password.RequireNonAlphanumeric) = (false, false);
                (identity.Password.RequireLowercase, identity.Password.RequireUppercase) = (false, false);
                (identity.Lockout.MaxFailedAccessAttempts, identity.Lockout.DefaultLockoutTimeSpan) = (Attempts, Waits);
            })
            .AddEntityFrameworkStores<StudioContext>()
            .AddSignInManager()
            .AddClaimsPrincipalFactory<WithRole>();
        // Passkeys are for the name that a browser shows; behind a proxy that is not the one the request has here.
        services.Configure<IdentityPasskeyOptions>(passkeys => passkeys.ServerDomain = start.Public?.Host);
        services.AddAntiforgery(forgery =>
        {
            forgery.HeaderName = "X-Velvet-Token";
            forgery.Cookie.Name = Named(start, "token");
            Guard(forgery.Cookie, start);
        });
        if (start.IsAlone)
        {
            services
                .AddAuthentication(AloneHandler.SchemeName)
                .AddScheme<AuthenticationSchemeOptions, AloneHandler>(AloneHandler.SchemeName, null);
            return;
        }
        var keys = Directory.CreateDirectory(Path.Combine(start.Data, "keys"));
        if (!OperatingSystem.IsWindows())
            keys.UnixFileMode = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
        services.AddDataProtection().SetApplicationName("velvet-fold").PersistKeysToFileSystem(keys);
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies();
        services.ConfigureApplicationCookie(cookie =>
        {
            cookie.Cookie.Name = Named(start, "person");
            Guard(cookie.Cookie, start);
            (cookie.ExpireTimeSpan, cookie.SlidingExpiration) = (Stays, true);
            cookie.Events = new CookieAuthenticationEvents
            {
                OnRedirectToLogin = asked => Problems.Of(401, "problem.sign-in-first").ExecuteAsync(asked.HttpContext),
                OnRedirectToAccessDenied = asked => Problems.Of(403, "problem.not-yours-to-do").ExecuteAsync(asked.HttpContext),
                OnValidatePrincipal = StillInAsync,
            };
        });
        // Holds what a passkey is asked to sign, for the minutes of signing.
        services.Configure<CookieAuthenticationOptions>(
            IdentityConstants.TwoFactorUserIdScheme,
            cookie =>
            {
                cookie.Cookie.Name = Named(start, "passkey");
                Guard(cookie.Cookie, start);
            }
        );
    }

    // With every request: who was signed out everywhere, removed, or given another role, is out at once.
    private static async Task StillInAsync(CookieValidatePrincipalContext asked)
    {
        var people = asked.HttpContext.RequestServices.GetRequiredService<UserManager<Person>>();
        var stamp = asked.Principal!.FindFirstValue(people.Options.ClaimsIdentity.SecurityStampClaimType);
        if (
            await people.GetUserAsync(asked.Principal!) is { } person
            && person.SecurityStamp == stamp
            && person.Role == asked.Principal!.RoleOf()
        )
            return;
        asked.RejectPrincipal();
        await asked.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    // A name with __Host- is bound to this host, to HTTPS and to the whole of it (RFC 6265bis, 4.1.3.2).
    private static string Named(StartOptions start, string what) => start.NeedsHttps ? $"__Host-velvet-{what}" : $"velvet-{what}";

    private static void Guard(CookieBuilder cookie, StartOptions start)
    {
        (cookie.HttpOnly, cookie.SameSite, cookie.Path) = (true, SameSiteMode.Strict, "/");
        cookie.SecurePolicy = start.NeedsHttps ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
    }

    /// <summary>Puts a person's role beside their name.</summary>
    private sealed class WithRole(UserManager<Person> people, IOptions<IdentityOptions> options)
        : UserClaimsPrincipalFactory<Person>(people, options)
    {
        protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
        {
            var identity = await base.GenerateClaimsAsync(user);
            identity.AddClaim(new(Doors.RoleClaim, user.Role.ToString()));
            return identity;
        }
    }
}
