using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>Keeps the links that let people of the studio in, once each.</summary>
public sealed class Welcomes(StudioContext context, TimeProvider clock)
{
    /// <summary>So long a link opens, in days.</summary>
    public const int Days = 7;

    /// <summary>Makes a link.</summary>
    /// <param name="role">What a new person may do; without a meaning where it gives a new password.</param>
    /// <param name="person">Whom it gives a new password; none where it is for somebody new.</param>
    /// <param name="whom">For whom it is, as the owner writes it.</param>
    /// <returns>Its secret, which is kept nowhere.</returns>
    public async Task<(string Secret, WelcomeRow Row)> MakeAsync(StudioRole role, string? person, string? whom, CancellationToken cancel)
    {
        var (secret, now) = (Secrets.Make(), clock.GetUtcNow().UtcDateTime);
        var row = new WelcomeRow
        {
            SecretHash = Secrets.Hash(secret),
            Role = role,
            PersonId = person,
            For = whom,
            CreatedAt = now,
            EndsAt = now.AddDays(Days),
        };
        context.Welcomes.Add(row);
        await context.SaveChangesAsync(cancel);
        return (secret, row);
    }

    /// <summary>A link for an owner, as the start prints it; the one that was printed before opens nothing any more.</summary>
    public async Task<string> ForOwnerAsync(CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        await context
            .Welcomes.Where(w => w.Role == StudioRole.Owner && w.PersonId == null && w.For == null && w.ClosedAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(w => w.ClosedAt, now), cancel);
        return (await MakeAsync(StudioRole.Owner, null, null, cancel)).Secret;
    }

    /// <summary>The links that still open something, newest first.</summary>
    public async Task<IReadOnlyList<WelcomeRow>> OpenOnesAsync(CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        return await context
            .Welcomes.AsNoTracking()
            .Where(w => w.ClosedAt == null && w.EndsAt > now && w.PersonId == null)
            .OrderByDescending(w => w.Id)
            .ToListAsync(cancel);
    }

    /// <summary>What a secret opens; null where it is none, was used or withdrawn, or is too old.</summary>
    public async Task<WelcomeRow?> FindAsync(string secret, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(secret);
        if (!Secrets.CanBe(secret))
            return null;
        var (hash, now) = (Secrets.Hash(secret), clock.GetUtcNow().UtcDateTime);
        return await context
            .Welcomes.AsNoTracking()
            .SingleOrDefaultAsync(w => w.SecretHash == hash && w.ClosedAt == null && w.EndsAt > now, cancel);
    }

    /// <summary>Closes a link.</summary>
    /// <returns>Whether it was open until now: of two who use one at the same time, one comes first.</returns>
    public async Task<bool> CloseAsync(int id, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        return await context
                .Welcomes.Where(w => w.Id == id && w.ClosedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(w => w.ClosedAt, now), cancel) == 1;
    }
}
