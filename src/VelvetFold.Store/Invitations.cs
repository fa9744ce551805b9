using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>What an invitation opens: one guest of one kit at one workshop, and nobody else.</summary>
public sealed record Invited(GuestRow Guest, string Kit, int? Revision, WorkshopRow Workshop);

/// <summary>Keeps the private links of guests.</summary>
public sealed class Invitations(StudioContext context, TimeProvider clock)
{
    /// <summary>Makes a link for a guest; those they had before open nothing any more.</summary>
    /// <returns>Its secret, which is kept nowhere.</returns>
    public async Task<(string Secret, InvitationRow Row)> MakeAsync(int guest, CancellationToken cancel)
    {
        await WithdrawAsync(guest, cancel);
        var secret = Secrets.Make();
        var row = new InvitationRow
        {
            GuestId = guest,
            SecretHash = Secrets.Hash(secret),
            CreatedAt = clock.GetUtcNow().UtcDateTime,
        };
        context.Invitations.Add(row);
        await context.SaveChangesAsync(cancel);
        return (secret, row);
    }

    /// <summary>Marks a link as mailed.</summary>
    public async Task MailedAsync(InvitationRow row, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(row);
        row.MailedAt = clock.GetUtcNow().UtcDateTime;
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>Withdraws the links of a guest.</summary>
    /// <returns>How many there were that still opened something.</returns>
    public async Task<int> WithdrawAsync(int guest, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        return await context
            .Invitations.Where(i => i.GuestId == guest && i.WithdrawnAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(i => i.WithdrawnAt, now), cancel);
    }

    /// <summary>What a secret opens; null where it is none, was withdrawn, or the workshop is over.</summary>
    public async Task<Invited?> OpenAsync(string secret, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(secret);
        if (!Secrets.CanBe(secret))
            return null;
        var hash = Secrets.Hash(secret);
        var guest = await context
            .Guests.Include(g => g.Pictures)
            .SingleOrDefaultAsync(g => g.Invitations.Any(i => i.SecretHash == hash && i.WithdrawnAt == null), cancel);
        if (
            guest?.WorkshopId is not { } at
            || await context.Workshops.AsNoTracking().SingleAsync(w => w.Id == at, cancel) is not { } workshop
        )
            return null;
        // Until the end of the day, wherever the guest is: half a day later at most.
        if (clock.GetUtcNow().UtcDateTime > workshop.Date.AddDays(1).ToDateTime(new(12, 0)))
            return null;
        var kit = await context.Kits.AsNoTracking().SingleAsync(k => k.Id == guest.KitId, cancel);
        var revision = await context
            .WorkshopKits.Where(k => k.WorkshopId == at && k.KitId == guest.KitId)
            .Select(k => k.Revision)
            .SingleOrDefaultAsync(cancel);
        return new(guest, kit.Slug, revision, workshop);
    }

    /// <summary>Keeps what a guest has answered, in place of what they saw.</summary>
    /// <returns>Whether nobody else has changed the guest since.</returns>
    public async Task<bool> AnswerAsync(GuestRow guest, int seen, string? photos, string? needs, string? words, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(guest);
        if (guest.Version != seen)
            return false;
        if (photos is not null)
            guest.Photos = photos;
        if (words is not null)
            guest.Words = words;
        if (needs is not null)
            guest.Needs = needs.Length == 0 ? null : needs;
        (guest.AnsweredAt, guest.Version) = (clock.GetUtcNow().UtcDateTime, guest.Version + 1);
        try
        {
            await context.SaveChangesAsync(cancel);
            return true;
        }
        catch (DbUpdateConcurrencyException)
        {
            return false;
        }
    }
}
