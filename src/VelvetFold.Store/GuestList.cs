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
    NoWorkshop,
    LostRace,
}

/// <summary>What is said of a guest. What is null stays as it is; what is empty is taken away.</summary>
/// <param name="Changes">As JSON, like <paramref name="Photos"/>.</param>
/// <param name="Workshop">The address of the workshop they sit at.</param>
public sealed record GuestSaid(
    string Name,
    string Changes,
    string? Photos = null,
    string? Email = null,
    string? Needs = null,
    string? Workshop = null,
    string? Words = null
);

/// <summary>Keeps the guests of kits.</summary>
public sealed class GuestList(StudioContext context)
{
    /// <summary>The guests of a kit by name; null where there is no such kit.</summary>
    public async Task<IReadOnlyList<GuestRow>?> ListAsync(string slug, CancellationToken cancel) =>
        await context.Kits.AnyAsync(k => k.Slug == slug, cancel)
            ? await Whole(slug).AsNoTracking().OrderBy(g => g.Name).ToListAsync(cancel)
            : null;

    /// <summary>A guest of a kit; null where there is none.</summary>
    public async Task<GuestRow?> FindAsync(string slug, int id, CancellationToken cancel) =>
        await Whole(slug).AsNoTracking().SingleOrDefaultAsync(g => g.Id == id, cancel);

    /// <summary>The revisions that were handed out at workshops, by the id of the workshop; those of guests of other workshops follow
    /// the newest.</summary>
    public async Task<IReadOnlyDictionary<int, int>> HandedOutAsync(string slug, CancellationToken cancel) =>
        await context
            .WorkshopKits.Where(k => k.Revision != null && context.Kits.Any(x => x.Id == k.KitId && x.Slug == slug))
            .ToDictionaryAsync(k => k.WorkshopId, k => k.Revision!.Value, cancel);

    /// <summary>The addresses of workshops by their ids.</summary>
    public async Task<IReadOnlyDictionary<int, string>> WorkshopsAsync(CancellationToken cancel) =>
        await context.Workshops.ToDictionaryAsync(w => w.Id, w => w.Slug, cancel);

    /// <summary>Adds a guest.</summary>
    public async Task<(GuestOutcome Outcome, GuestRow? Guest)> AddAsync(string slug, GuestSaid said, CancellationToken cancel)
    {
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit)
            return (GuestOutcome.NoKit, null);
        if (said.Workshop is { Length: > 0 } at && !await context.Workshops.AnyAsync(w => w.Slug == at, cancel))
            return (GuestOutcome.NoWorkshop, null);
        var guest = new GuestRow
        {
            KitId = kit.Id,
            Name = said.Name,
            Changes = said.Changes,
            Version = 1,
        };
        await TakeAsync(guest, said, cancel);
        context.Guests.Add(guest);
        return await WriteAsync(guest, cancel);
    }

    /// <summary>Adds many guests, all or none.</summary>
    /// <returns>Whether there is such a kit and all were added; where not, a name was taken meanwhile.</returns>
    public async Task<GuestOutcome> AddAllAsync(
        string slug,
        IReadOnlyList<(string Name, string Photos, string Words)> guests,
        string? workshop,
        CancellationToken cancel
    )
    {
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit)
            return GuestOutcome.NoKit;
        var seat = await SeatAsync(workshop, cancel);
        if (seat is null && !string.IsNullOrEmpty(workshop))
            return GuestOutcome.NoWorkshop;
        context.Guests.AddRange(
            guests.Select(g => new GuestRow
            {
                KitId = kit.Id,
                Name = g.Name,
                Changes = "[]",
                Photos = g.Photos,
                Words = g.Words,
                WorkshopId = seat,
                Version = 1,
            })
        );
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

    /// <summary>Changes a guest whose version was seen; what is not said stays as it is.</summary>
    public async Task<(GuestOutcome Outcome, GuestRow? Guest)> SaveAsync(
        string slug,
        int id,
        int seen,
        GuestSaid said,
        CancellationToken cancel
    )
    {
        if (await Whole(slug).SingleOrDefaultAsync(g => g.Id == id, cancel) is not { } guest)
            return (GuestOutcome.NoGuest, null);
        if (guest.Version != seen)
            return (GuestOutcome.LostRace, null);
        if (said.Workshop is { Length: > 0 } at && !await context.Workshops.AnyAsync(w => w.Slug == at, cancel))
            return (GuestOutcome.NoWorkshop, null);
        (guest.Name, guest.Changes, guest.Version) = (said.Name, said.Changes, seen + 1);
        await TakeAsync(guest, said, cancel);
        return await WriteAsync(guest, cancel);
    }

    /// <summary>Removes a guest whose version was seen.</summary>
    /// <returns>Whether it is done; where not, there is no such guest, or somebody changed it meanwhile.</returns>
    public async Task<GuestOutcome> RemoveAsync(string slug, int id, int seen, CancellationToken cancel) =>
        await Of(slug).Where(g => g.Id == id && g.Version == seen).ExecuteDeleteAsync(cancel) == 1 ? GuestOutcome.Done
        : await Of(slug).AnyAsync(g => g.Id == id, cancel) ? GuestOutcome.LostRace
        : GuestOutcome.NoGuest;

    private async Task<int?> SeatAsync(string? workshop, CancellationToken cancel) =>
        string.IsNullOrEmpty(workshop)
            ? null
            : await context.Workshops.Where(w => w.Slug == workshop).Select(w => (int?)w.Id).SingleOrDefaultAsync(cancel);

    private async Task TakeAsync(GuestRow guest, GuestSaid said, CancellationToken cancel)
    {
        if (said.Photos is { } photos)
            guest.Photos = photos;
        if (said.Words is { } words)
            guest.Words = words;
        if (said.Email is { } email)
            guest.Email = email.Length == 0 ? null : email;
        if (said.Needs is { } needs)
            guest.Needs = needs.Length == 0 ? null : needs;
        if (said.Workshop is { } workshop)
            guest.WorkshopId = await SeatAsync(workshop, cancel);
    }

    private IQueryable<GuestRow> Whole(string slug) => Of(slug).Include(g => g.Invitations).Include(g => g.Pictures);

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
