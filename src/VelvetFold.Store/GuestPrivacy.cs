using System.Globalization;
using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>What is kept of a guest.</summary>
/// <param name="Kit">The name of the kit they make.</param>
/// <param name="Date">When their workshop is; none where they sit at none.</param>
public sealed record KeptOfGuest(
    int Id,
    string Kit,
    string Name,
    string? Workshop,
    DateOnly? Date,
    string? Email,
    string? Needs,
    bool HasPhotos,
    bool HasWords,
    int Pictures,
    int Links,
    DateTime? ErasedAt
);

/// <summary>What is kept of guests: listed, and erased, by hand or so many days after their workshop.</summary>
public sealed class GuestPrivacy(StudioContext context, TimeProvider clock)
{
    /// <summary>All guests of the studio, those of the oldest workshops first.</summary>
    public async Task<IReadOnlyList<KeptOfGuest>> ListAsync(CancellationToken cancel) =>
        await (
            from guest in context.Guests.AsNoTracking()
            join kit in context.Kits on guest.KitId equals kit.Id
            join at in context.Workshops on guest.WorkshopId equals (int?)at.Id into seats
            from workshop in seats.DefaultIfEmpty()
            orderby workshop == null, workshop.Date, kit.Slug, guest.Name
            select new KeptOfGuest(
                guest.Id,
                kit.Name,
                guest.Name,
                workshop == null ? null : workshop.Name,
                workshop == null ? null : workshop.Date,
                guest.Email,
                guest.Needs,
                guest.Photos != "{}",
                guest.Words != "{}",
                guest.Pictures.Count,
                guest.Invitations.Count,
                guest.ErasedAt
            )
        ).ToListAsync(cancel);

    /// <summary>A guest with all that is kept of them; null where there is none.</summary>
    public async Task<GuestRow?> FindAsync(int id, CancellationToken cancel) =>
        await context
            .Guests.AsNoTracking()
            .Include(g => g.Invitations)
            .Include(g => g.Pictures)
            .SingleOrDefaultAsync(g => g.Id == id, cancel);

    /// <summary>So many days after their workshop guests are erased; none where they stay.</summary>
    public async Task<int?> ErasedAfterDaysAsync(CancellationToken cancel) =>
        await context.Settings.Where(s => s.Id == SettingsRow.Only).Select(s => s.ErasedAfterDays).SingleOrDefaultAsync(cancel);

    /// <summary>Has guests erased so many days after their workshop, from the next hour on.</summary>
    public async Task EraseAfterAsync(int? days, CancellationToken cancel)
    {
        if (await context.Settings.SingleOrDefaultAsync(s => s.Id == SettingsRow.Only, cancel) is { } settings)
            settings.ErasedAfterDays = days;
        else
            context.Settings.Add(new() { ErasedAfterDays = days });
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>The guests whose time is over, by the studio's own setting.</summary>
    public async Task<IReadOnlyList<int>> DueAsync(CancellationToken cancel)
    {
        if (await ErasedAfterDaysAsync(cancel) is not { } days)
            return [];
        var last = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime).AddDays(-days);
        return await context
            .Guests.Where(g => g.ErasedAt == null && context.Workshops.Any(w => w.Id == g.WorkshopId && w.Date < last))
            .Select(g => g.Id)
            .ToListAsync(cancel);
    }

    /// <summary>
    /// Erases what says who a guest is: name, address, needs, seat, words, photos, pictures and links. That somebody was there, and what was
    /// changed in the paper for them, stays: bags and the ledger add up as before.
    /// </summary>
    /// <returns>Whether there is such a guest.</returns>
    public async Task<bool> EraseAsync(int id, CancellationToken cancel)
    {
        // What is removed is written over: the file itself holds none of it any more.
        await context.Database.OpenConnectionAsync(cancel);
        try
        {
            await context.Database.ExecuteSqlRawAsync("PRAGMA secure_delete=ON", cancel);
            await using var all = await context.Database.BeginTransactionAsync(cancel);
            if (await context.Guests.SingleOrDefaultAsync(g => g.Id == id, cancel) is not { } guest)
                return false;
            var name = guest.Name;
            await context.Pictures.Where(p => p.GuestId == id).ExecuteDeleteAsync(cancel);
            await context.Invitations.Where(i => i.GuestId == id).ExecuteDeleteAsync(cancel);
            (guest.Name, guest.Email, guest.Needs, guest.Seat) = (await FreeNameAsync(guest, cancel), null, null, null);
            (guest.Photos, guest.Words, guest.AnsweredAt) = ("{}", "{}", null);
            (guest.ErasedAt, guest.Version) = (clock.GetUtcNow().UtcDateTime, guest.Version + 1);
            await context
                .Set<SpoiledRow>()
                .Where(s => s.KitId == guest.KitId && s.Person == name)
                .ExecuteUpdateAsync(set => set.SetProperty(s => s.Person, guest.Name), cancel);
            await context.SaveChangesAsync(cancel);
            await all.CommitAsync(cancel);
            await context.Database.ExecuteSqlRawAsync("PRAGMA wal_checkpoint(TRUNCATE)", cancel);
            return true;
        }
        finally
        {
            await context.Database.CloseConnectionAsync();
        }
    }

    private async Task<string> FreeNameAsync(GuestRow guest, CancellationToken cancel)
    {
        for (var n = guest.Id; ; n++)
            if (
                string.Create(CultureInfo.InvariantCulture, $"Guest {n}") is var name
                && !await context.Guests.AnyAsync(g => g.KitId == guest.KitId && g.Name == name, cancel)
            )
                return name;
    }
}
