using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>What came of writing a guest.</summary>
public enum GuestOutcome
{
    Done,
    NoKit,
    NoGuest,
    NameTaken,
    LostRace,
}

/// <summary>Keeps the guests of kits.</summary>
public sealed class GuestList(StudioContext context)
{
    /// <summary>The guests of a kit by name; null where there is no such kit.</summary>
    public async Task<IReadOnlyList<GuestRow>?> ListAsync(string slug, CancellationToken cancel) =>
        await context.Kits.AnyAsync(k => k.Slug == slug, cancel) ? await Of(slug).AsNoTracking().OrderBy(g => g.Name).ToListAsync(cancel) : null;

    /// <summary>Adds a guest.</summary>
    public async Task<(GuestOutcome Outcome, GuestRow? Guest)> AddAsync(string slug, string name, string changes, string? photos, CancellationToken cancel)
    {
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit) return (GuestOutcome.NoKit, null);
        var guest = new GuestRow { KitId = kit.Id, Name = name, Changes = changes, Photos = photos ?? "{}", Version = 1 };
        context.Guests.Add(guest);
        return await WriteAsync(guest, cancel);
    }

    /// <summary>Adds many guests, all or none.</summary>
    /// <returns>Whether there is such a kit and all were added; where not, a name was taken meanwhile.</returns>
    public async Task<GuestOutcome> AddAllAsync(string slug, IReadOnlyList<(string Name, string Photos)> guests, CancellationToken cancel)
    {
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit) return GuestOutcome.NoKit;
        context.Guests.AddRange(guests.Select(g => new GuestRow { KitId = kit.Id, Name = g.Name, Changes = "[]", Photos = g.Photos, Version = 1 }));
        try
        {
            await context.SaveChangesAsync(cancel);
            return GuestOutcome.Done;
        }
        catch (DbUpdateException taken) when (taken.InnerException is SqliteException { SqliteErrorCode: 19 })
        {
            return GuestOutcome.NameTaken;
        }
    }

    /// <summary>Changes a guest whose version was seen; photos that are not said stay as they are.</summary>
    public async Task<(GuestOutcome Outcome, GuestRow? Guest)> SaveAsync(string slug, int id, int seen, string name, string changes, string? photos, CancellationToken cancel)
    {
        if (await Of(slug).SingleOrDefaultAsync(g => g.Id == id, cancel) is not { } guest) return (GuestOutcome.NoGuest, null);
        if (guest.Version != seen) return (GuestOutcome.LostRace, null);
        (guest.Name, guest.Changes, guest.Photos, guest.Version) = (name, changes, photos ?? guest.Photos, seen + 1);
        return await WriteAsync(guest, cancel);
    }

    /// <summary>Removes a guest.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> RemoveAsync(string slug, int id, CancellationToken cancel) =>
        await Of(slug).Where(g => g.Id == id).ExecuteDeleteAsync(cancel) == 1;

    private IQueryable<GuestRow> Of(string slug) => context.Guests.Where(g => context.Kits.Any(k => k.Id == g.KitId && k.Slug == slug));

    private async Task<(GuestOutcome, GuestRow?)> WriteAsync(GuestRow guest, CancellationToken cancel)
    {
        try
        {
            await context.SaveChangesAsync(cancel);
            return (GuestOutcome.Done, guest);
        }
        catch (DbUpdateConcurrencyException)
        {
            return (GuestOutcome.LostRace, null);
        }
        catch (DbUpdateException taken) when (taken.InnerException is SqliteException { SqliteErrorCode: 19 })
        {
            context.Entry(guest).State = EntityState.Detached;
            return (GuestOutcome.NameTaken, null);
        }
    }
}
