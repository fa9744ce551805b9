using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Somebody of the studio.</summary>
/// <param name="WaitsUntil">Until when the name waits, after too many wrong passwords; none where it does not.</param>
internal sealed record PersonView(string Id, string Name, StudioRole Role, DateTime JoinedAt, DateTimeOffset? WaitsUntil);

/// <summary>A link that was made for somebody and not used yet.</summary>
internal sealed record WaitingView(int Id, StudioRole Role, string? For, DateTime EndsAt);

internal sealed record PeopleView(IReadOnlyList<PersonView> People, IReadOnlyList<WaitingView> Waiting);

/// <summary>Whom to let in.</summary>
/// <param name="For">Who it is, for the owner to remember.</param>
/// <param name="Address">The address the browser has the studio at, for the link.</param>
internal sealed record WelcomeAsked(StudioRole Role, string Address, string? For = null);

/// <summary>A link that lets somebody in; it is shown this once.</summary>
internal sealed record WelcomeMade(string Link, DateTime EndsAt);

internal sealed record RoleEntry(StudioRole Role);

/// <summary>What somebody did.</summary>
/// <param name="Says">What, in the language asked for.</param>
/// <param name="Times">How often from the first to the last.</param>
internal sealed record DeedView(long Id, string Who, string Says, string On, DateTime FirstAt, DateTime LastAt, int Times);

/// <summary>The people of the studio, and what they did; for its owners.</summary>
internal static class PeopleEndpoints
{
    private const int MostDeeds = 500;
    private const int LongestFor = 120;

    public static void MapPeople(this RouteGroupBuilder api)
    {
        var people = api.MapGroup("/people").WithTags("People").May(StudioRole.Owner);
        people.MapGet("/", ListAsync).Produces<PeopleView>();
        people
            .MapPost("/welcome", WelcomeAsync)
            .May(StudioRole.Owner, "deed.person-invited")
            .Accepts<WelcomeAsked>("application/json")
            .Produces<WelcomeMade>(201)
            .ProducesProblem(400);
        people
            .MapDelete("/welcome/{id:int}", WithdrawAsync)
            .May(StudioRole.Owner, "deed.invitation-withdrawn")
            .Produces(204)
            .ProducesProblem(404);
        people
            .MapPut("/{person}/role", RoleAsync)
            .May(StudioRole.Owner, "deed.role-given")
            .Accepts<RoleEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        people
            .MapPost("/{person}/password", PasswordAsync)
            .May(StudioRole.Owner, "deed.password-link-made")
            .Accepts<InvitationAsked>("application/json")
            .Produces<WelcomeMade>(201)
            .ProducesProblem(400)
            .ProducesProblem(404);
        people
            .MapDelete("/{person}", RemoveAsync)
            .May(StudioRole.Owner, "deed.person-removed")
            .Produces(204)
            .ProducesProblem(404)
            .ProducesProblem(409);
        people.MapGet("/deeds", DeedsAsync).Produces<IReadOnlyList<DeedView>>();
    }

    private static async Task<IResult> ListAsync(UserManager<Person> people, Welcomes welcomes, CancellationToken cancel) =>
        Results.Ok(
            new PeopleView(
                [
                    .. (await people.Users.AsNoTracking().OrderBy(p => p.NormalizedUserName).ToListAsync(cancel)).Select(
                        p => new PersonView(
                            p.Id,
                            p.UserName!,
                            p.Role,
                            p.JoinedAt,
                            p.LockoutEnd > DateTimeOffset.UtcNow ? p.LockoutEnd : null
                        )
                    ),
                ],
                [.. (await welcomes.OpenOnesAsync(cancel)).Select(w => new WaitingView(w.Id, w.Role, w.For, w.EndsAt))]
            )
        );

    private static async Task<IResult> WelcomeAsync(
        HttpContext context,
        Welcomes welcomes,
        StudioAddress address,
        SignInWanted wanted,
        CancellationToken cancel
    )
    {
        if (!wanted.IsWanted)
            return Problems.Of(404, "problem.nobody-signs-in");
        var reading = await Body.ReadAsync<WelcomeAsked>(context.Request);
        if (reading.Value is not { } asked)
            return Problems.Bad(reading.Faults);
        if (address.For(asked.Address) is not { } studio)
            return Problems.Bad("address", Saying.Of("problem.is-no-address-of", ("address", asked.Address)));
        if (asked.For is { Length: > LongestFor })
            return Problems.Bad("for", Saying.Of("problem.name-to-sign-in", ("most", LongestFor)));
        return Made(studio, await welcomes.MakeAsync(asked.Role, null, asked.For, cancel));
    }

    private static async Task<IResult> WithdrawAsync(int id, Welcomes welcomes, CancellationToken cancel) =>
        await welcomes.CloseAsync(id, cancel) ? Results.NoContent() : Problems.Of(404, "problem.welcome-over");

    private static async Task<IResult> RoleAsync(string person, HttpRequest request, UserManager<Person> people, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<RoleEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (await people.FindByIdAsync(person) is not { } found)
            return NoPerson();
        if (entry.Role != StudioRole.Owner && await IsLastOwnerAsync(people, found, cancel))
            return Problems.Of(409, "problem.last-owner");
        found.Role = entry.Role;
        // Changes the stamp with it: they come in anew with what they may do now.
        var done = await people.UpdateSecurityStampAsync(found);
        return done.Succeeded ? Results.NoContent() : SignInEndpoints.Refused(done);
    }

    private static async Task<IResult> PasswordAsync(
        string person,
        HttpRequest request,
        UserManager<Person> people,
        Welcomes welcomes,
        StudioAddress address,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<InvitationAsked>(request);
        if (reading.Value is not { } asked)
            return Problems.Bad(reading.Faults);
        if (address.For(asked.Address) is not { } studio)
            return Problems.Bad("address", Saying.Of("problem.is-no-address-of", ("address", asked.Address)));
        return await people.FindByIdAsync(person) is { } found
            ? Made(studio, await welcomes.MakeAsync(found.Role, found.Id, null, cancel))
            : NoPerson();
    }

    private static async Task<IResult> RemoveAsync(string person, UserManager<Person> people, CancellationToken cancel)
    {
        if (await people.FindByIdAsync(person) is not { } found)
            return NoPerson();
        if (await IsLastOwnerAsync(people, found, cancel))
            return Problems.Of(409, "problem.last-owner");
        var done = await people.DeleteAsync(found);
        return done.Succeeded ? Results.NoContent() : SignInEndpoints.Refused(done);
    }

    private static async Task<IResult> DeedsAsync(Deeds deeds, CancellationToken cancel) =>
        Results.Ok(
            (await deeds.NewestAsync(MostDeeds, cancel))
                .Select(d => new DeedView(d.Id, d.Who, Saying.Of(d.What).ToString(), d.On, d.FirstAt, d.LastAt, d.Times))
                .ToList()
        );

    private static async Task<bool> IsLastOwnerAsync(UserManager<Person> people, Person person, CancellationToken cancel) =>
        person.Role == StudioRole.Owner && !await people.Users.AnyAsync(p => p.Role == StudioRole.Owner && p.Id != person.Id, cancel);

    private static IResult Made(Uri studio, (string Secret, WelcomeRow Row) link) =>
        Results.Json(new WelcomeMade(new Uri(studio, $"/welcome/{link.Secret}").ToString(), link.Row.EndsAt), statusCode: 201);

    private static IResult NoPerson() => Problems.Of(404, "problem.no-such-person");
}
