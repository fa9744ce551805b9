using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Identity;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Who asks.</summary>
/// <param name="SignsIn">Whether people sign in to this studio; where they do not, whoever sits at its machine is its owner.</param>
/// <param name="Name">None where nobody is signed in, or nobody signs in.</param>
/// <param name="Role">None where nobody is signed in.</param>
/// <param name="Token">Goes with every change in the header X-Velvet-Token; none where nobody is signed in.</param>
internal sealed record MeView(bool SignsIn, string? Name, StudioRole? Role, string? Token);

internal sealed record SignInEntry(string Name, string Password);

/// <summary>What a link lets in.</summary>
/// <param name="Name">Whom it gives a new password; none where it is for somebody new.</param>
internal sealed record WelcomeView(StudioRole Role, string? Name, string? For);

/// <summary>Who comes in by a link.</summary>
/// <param name="Name">The name to sign in by; not needed where the link gives a new password.</param>
internal sealed record WelcomeEntry(string Password, string? Name = null);

internal sealed record PasswordEntry(string Old, string New);

/// <summary>A passkey of a person.</summary>
internal sealed record PasskeyView(string Id, string? Name, DateTimeOffset MadeAt);

/// <summary>What a browser's authenticator made, as WebAuthn's JSON.</summary>
internal sealed record PasskeyEntry(string Credential, string? Name = null);

/// <summary>Coming in and going out: by password, by passkey, by a link that lets in once.</summary>
internal static class SignInEndpoints
{
    /// <summary>The longest name to sign in by, in characters.</summary>
    private const int LongestName = 80;

    /// <summary>The longest password, in characters: a hash of a novel takes its time.</summary>
    private const int LongestPassword = 200;

    // What is compared where there is no such person, so that the answer takes as long.
    private static readonly string Nobody = new PasswordHasher<Person>().HashPassword(new(), Guid.NewGuid().ToString());

    public static void MapSignIn(this RouteGroupBuilder api)
    {
        api.MapGet("/me", Me).WithTags("People").Anybody().Produces<MeView>();
        api.MapPost("/sign-in", SignInAsync)
            .WithTags("People")
            .Anybody()
            .Knocks()
            .Accepts<SignInEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(401)
            .ProducesProblem(429);
        api.MapPost("/sign-in/passkey/options", AskPasskeyAsync)
            .WithTags("People")
            .Anybody()
            .Knocks()
            .Produces<string>(200, "application/json")
            .ProducesProblem(404);
        api.MapPost("/sign-in/passkey", ByPasskeyAsync)
            .WithTags("People")
            .Anybody()
            .Knocks()
            .Accepts<PasskeyEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(401);
        var welcome = api.MapGroup("/welcome/{secret}").WithTags("People").Anybody().Knocks();
        welcome.MapGet("/", WelcomeAsync).Produces<WelcomeView>().ProducesProblem(404);
        welcome.MapPost("/", ComeInAsync).Accepts<WelcomeEntry>("application/json").Produces(201).ProducesProblem(400).ProducesProblem(404);

        var me = api.MapGroup("/me").WithTags("People").May(StudioRole.Helper);
        me.MapPost("/sign-out", SignOutAsync).Produces(204);
        me.MapPost("/sign-out/everywhere", SignOutEverywhereAsync).May(StudioRole.Helper, "deed.signed-out-everywhere").Produces(204);
        me.MapPut("/password", PasswordAsync)
            .May(StudioRole.Helper, "deed.password-changed")
            .Accepts<PasswordEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400);
        me.MapGet("/passkeys", PasskeysAsync).Produces<IReadOnlyList<PasskeyView>>();
        me.MapPost("/passkeys/options", NewPasskeyAsync).Produces<string>(200, "application/json").ProducesProblem(404);
        me.MapPost("/passkeys", KeepPasskeyAsync)
            .May(StudioRole.Helper, "deed.passkey-added")
            .Accepts<PasskeyEntry>("application/json")
            .Produces<PasskeyView>(201)
            .ProducesProblem(400);
        me.MapDelete("/passkeys/{id}", RemovePasskeyAsync)
            .May(StudioRole.Helper, "deed.passkey-removed")
            .Produces(204)
            .ProducesProblem(404);
    }

    private static MeView Me(HttpContext context, SignInWanted wanted, IAntiforgery forgery) =>
        new(
            wanted.IsWanted,
            context.User.NameOf(),
            context.User.RoleOf(),
            wanted.IsWanted && context.User.RoleOf() is not null ? forgery.GetAndStoreTokens(context).RequestToken : null
        );

    private static async Task<IResult> SignInAsync(HttpContext context, SignInManager<Person> door, SignInWanted wanted)
    {
        if (!wanted.IsWanted)
            return NobodySignsIn();
        var reading = await Body.ReadAsync<SignInEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.Password.Length > LongestPassword || await door.UserManager.FindByNameAsync(entry.Name) is not { } person)
        {
            door.UserManager.PasswordHasher.VerifyHashedPassword(
                new(),
                Nobody,
                entry.Password[..Math.Min(LongestPassword, entry.Password.Length)]
            );
            return Problems.Of(401, "problem.name-or-password");
        }
        var result = await door.PasswordSignInAsync(person, entry.Password, isPersistent: true, lockoutOnFailure: true);
        return result.Succeeded ? Results.NoContent()
            : result.IsLockedOut ? Problems.Of(429, "problem.name-waits")
            : Problems.Of(401, "problem.name-or-password");
    }

    private static async Task<IResult> AskPasskeyAsync(SignInManager<Person> door, SignInWanted wanted) =>
        wanted.IsWanted ? Results.Text(await door.MakePasskeyRequestOptionsAsync(null), "application/json") : NobodySignsIn();

    private static async Task<IResult> ByPasskeyAsync(HttpContext context, SignInManager<Person> door, SignInWanted wanted)
    {
        if (!wanted.IsWanted)
            return NobodySignsIn();
        var reading = await Body.ReadAsync<PasskeyEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        try
        {
            return (await door.PasskeySignInAsync(entry.Credential)).Succeeded
                ? Results.NoContent()
                : Problems.Of(401, "problem.no-such-passkey");
        }
        catch (InvalidOperationException)
        {
            return Problems.Of(401, "problem.no-such-passkey"); // nothing was asked to be signed, or too long ago
        }
    }

    private static async Task<IResult> WelcomeAsync(string secret, Welcomes welcomes, UserManager<Person> people, CancellationToken cancel)
    {
        if (await welcomes.FindAsync(secret, cancel) is not { } link)
            return Problems.Of(404, "problem.welcome-over");
        var person = link.PersonId is { } id ? await people.FindByIdAsync(id) : null;
        return Results.Ok(new WelcomeView(person?.Role ?? link.Role, person?.UserName, link.For));
    }

    private static async Task<IResult> ComeInAsync(
        string secret,
        HttpContext context,
        Welcomes welcomes,
        SignInManager<Person> door,
        Deeds deeds,
        SignInWanted wanted,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!wanted.IsWanted)
            return NobodySignsIn();
        if (await welcomes.FindAsync(secret, cancel) is not { } link)
            return Problems.Of(404, "problem.welcome-over");
        var reading = await Body.ReadAsync<WelcomeEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.Password.Length > LongestPassword)
            return Problems.Bad("password", Saying.Of("problem.password-long", ("most", LongestPassword)));
        var people = door.UserManager;
        var person = link.PersonId is { } known
            ? (await people.FindByIdAsync(known))!
            : new() { Role = link.Role, JoinedAt = clock.GetUtcNow().UtcDateTime };
        if (link.PersonId is null)
        {
            var name = entry.Name?.Trim() ?? "";
            if (name.Length is 0 or > LongestName || name.Any(char.IsControl))
                return Problems.Bad("name", Saying.Of("problem.name-to-sign-in", ("most", LongestName)));
            person.UserName = name;
        }
        // All that can be wrong is found before the link is used up.
        foreach (var rule in people.PasswordValidators)
            if (await rule.ValidateAsync(people, person, entry.Password) is { Succeeded: false } weak)
                return Refused(weak);
        foreach (var rule in people.UserValidators)
            if (await rule.ValidateAsync(people, person) is { Succeeded: false } taken)
                return Refused(taken);
        if (!await welcomes.CloseAsync(link.Id, cancel))
            return Problems.Of(404, "problem.welcome-over");
        var done = link.PersonId is null
            ? await people.CreateAsync(person, entry.Password)
            : await GiveAsync(people, person, entry.Password);
        if (!done.Succeeded)
            return Refused(done);
        await deeds.TellAsync(person.UserName!, link.PersonId is null ? "deed.came-in" : "deed.password-changed", "", cancel);
        await door.SignInAsync(person, isPersistent: true);
        return Results.StatusCode(201);
    }

    private static async Task<IdentityResult> GiveAsync(UserManager<Person> people, Person person, string password)
    {
        await people.RemovePasswordAsync(person);
        await people.SetLockoutEndDateAsync(person, null);
        return await people.AddPasswordAsync(person, password); // changes the stamp: who is signed in elsewhere is out
    }

    private static async Task<IResult> SignOutAsync(HttpContext context, SignInManager<Person> door, SignInWanted wanted)
    {
        if (!wanted.IsWanted)
            return NobodySignsIn();
        await door.SignOutAsync();
        // What the bench keeps for a table without a network leaves with the person.
        context.Response.Headers["Clear-Site-Data"] = "\"cache\"";
        return Results.NoContent();
    }

    private static async Task<IResult> SignOutEverywhereAsync(HttpContext context, SignInManager<Person> door, SignInWanted wanted)
    {
        if (await door.UserManager.GetUserAsync(context.User) is { } person)
            await door.UserManager.UpdateSecurityStampAsync(person);
        return await SignOutAsync(context, door, wanted);
    }

    private static async Task<IResult> PasswordAsync(HttpContext context, SignInManager<Person> door)
    {
        if (await door.UserManager.GetUserAsync(context.User) is not { } person)
            return NobodySignsIn();
        var reading = await Body.ReadAsync<PasswordEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.New.Length > LongestPassword)
            return Problems.Bad("new", Saying.Of("problem.password-long", ("most", LongestPassword)));
        var done = await door.UserManager.ChangePasswordAsync(person, entry.Old, entry.New);
        if (!done.Succeeded)
            return Refused(done, "new", "old");
        await door.RefreshSignInAsync(person);
        return Results.NoContent();
    }

    private static async Task<IResult> PasskeysAsync(HttpContext context, UserManager<Person> people) =>
        await people.GetUserAsync(context.User) is { } person
            ? Results.Ok((await people.GetPasskeysAsync(person)).Select(View).ToList())
            : Results.Ok(Array.Empty<PasskeyView>());

    private static async Task<IResult> NewPasskeyAsync(HttpContext context, SignInManager<Person> door) =>
        await door.UserManager.GetUserAsync(context.User) is { } person
            ? Results.Text(
                await door.MakePasskeyCreationOptionsAsync(
                    new()
                    {
                        Id = person.Id,
                        Name = person.UserName!,
                        DisplayName = person.UserName!,
                    }
                ),
                "application/json"
            )
            : NobodySignsIn();

    private static async Task<IResult> KeepPasskeyAsync(HttpContext context, SignInManager<Person> door)
    {
        if (await door.UserManager.GetUserAsync(context.User) is not { } person)
            return NobodySignsIn();
        var reading = await Body.ReadAsync<PasskeyEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.Name is { Length: > LongestName })
            return Problems.Bad("name", Saying.Of("problem.name-to-sign-in", ("most", LongestName)));
        PasskeyAttestationResult made;
        try
        {
            made = await door.PerformPasskeyAttestationAsync(entry.Credential);
        }
        catch (InvalidOperationException)
        {
            return Problems.Of(400, "problem.passkey-not-made");
        }
        if (!made.Succeeded)
            return Problems.Of(400, "problem.passkey-not-made");
        made.Passkey.Name = entry.Name;
        var kept = await door.UserManager.AddOrUpdatePasskeyAsync(person, made.Passkey);
        return kept.Succeeded ? Results.Json(View(made.Passkey), statusCode: 201) : Refused(kept);
    }

    private static async Task<IResult> RemovePasskeyAsync(string id, HttpContext context, UserManager<Person> people)
    {
        if (
            await people.GetUserAsync(context.User) is not { } person
            || (await people.GetPasskeysAsync(person)).FirstOrDefault(p => IdOf(p) == id) is not { } passkey
        )
            return Problems.Of(404, "problem.no-such-passkey");
        await people.RemovePasskeyAsync(person, passkey.CredentialId);
        return Results.NoContent();
    }

    private static PasskeyView View(UserPasskeyInfo passkey) => new(IdOf(passkey), passkey.Name, passkey.CreatedAt);

    private static string IdOf(UserPasskeyInfo passkey) =>
        Microsoft.AspNetCore.WebUtilities.WebEncoders.Base64UrlEncode(passkey.CredentialId);

    private static IResult NobodySignsIn() => Problems.Of(404, "problem.nobody-signs-in");

    /// <summary>What Identity refuses, in this studio's words.</summary>
    internal static IResult Refused(IdentityResult result, string password = "password", string old = "password") =>
        Problems.Bad([
            .. result.Errors.Select(e =>
                e.Code switch
                {
                    nameof(IdentityErrorDescriber.PasswordTooShort) => new(
                        password,
                        Saying.Of("problem.password-short", ("least", Doors.SignIn.ShortestPassword))
                    ),
                    nameof(IdentityErrorDescriber.PasswordRequiresUniqueChars) => new(
                        password,
                        Saying.Of("problem.password-alike", ("least", Doors.SignIn.DifferentCharacters))
                    ),
                    nameof(IdentityErrorDescriber.PasswordMismatch) => new(old, Saying.Of("problem.password-wrong")),
                    nameof(IdentityErrorDescriber.DuplicateUserName) => new Core.Kits.Fault("name", Saying.Of("problem.name-is-taken")),
                    _ => new Core.Kits.Fault("", Saying.Plain(e.Description)),
                }
            ),
        ]);
}
