using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>A kit at a workshop, by its address.</summary>
/// <param name="Revision">The revision that was handed out; none while the newest holds.</param>
/// <param name="Newest">The kit's newest revision.</param>
public sealed record KitAtWorkshop(string Slug, string Name, int? Revision, DateTime? HandedOutAt, int Newest);

/// <summary>What a host says of a workshop.</summary>
public sealed record WorkshopEntry(
    string Name,
    DateOnly Date,
    TimeOnly? Starts = null,
    TimeOnly? Ends = null,
    string? Place = null,
    IReadOnlyList<string>? Kits = null
);

/// <summary>A workshop with its kits and how many come.</summary>
public sealed record StoredWorkshop(
    string Slug,
    int Version,
    string Name,
    DateOnly Date,
    TimeOnly? Starts,
    TimeOnly? Ends,
    string? Place,
    IReadOnlyList<KitAtWorkshop> Kits,
    int Guests
);

/// <summary>Keeps workshops and which kits are made at them.</summary>
public sealed class WorkshopShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>All workshops, the next to come first.</summary>
    public async Task<IReadOnlyList<StoredWorkshop>> ListAsync(CancellationToken cancel)
    {
        var rows = await context.Workshops.AsNoTracking().Include(w => w.Kits).OrderBy(w => w.Date).ThenBy(w => w.Name).ToListAsync(cancel);
        var kits = await context.Kits.AsNoTracking().ToDictionaryAsync(k => k.Id, cancel);
        var guests = await context
            .Guests.Where(g => g.WorkshopId != null)
            .GroupBy(g => g.WorkshopId!.Value)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count, cancel);
        return
        [
            .. rows.Select(w => new StoredWorkshop(
                w.Slug,
                w.Version,
                w.Name,
                w.Date,
                w.Starts,
                w.Ends,
                w.Place,
                [
                    .. w.Kits.Select(k => new KitAtWorkshop(
                        kits[k.KitId].Slug,
                        kits[k.KitId].Name,
                        k.Revision,
                        k.HandedOutAt,
                        kits[k.KitId].Revision
                    )),
                ],
                guests.GetValueOrDefault(w.Id)
            )),
        ];
    }

    /// <summary>A workshop; null where there is none of that address.</summary>
    public async Task<StoredWorkshop?> FindAsync(string slug, CancellationToken cancel) =>
        (await ListAsync(cancel)).FirstOrDefault(w => w.Slug == slug);

    /// <summary>Adds a workshop under an address made from its name.</summary>
    /// <exception cref="UnknownKitException">It names a kit that there is not.</exception>
    public async Task<StoredWorkshop> AddAsync(WorkshopEntry entry, CancellationToken cancel)
    {
        var kits = await KitsAsync(entry.Kits ?? [], cancel);
        // One writer at a time from here on, so that an address that is free stays free.
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        var wish = Slug.Of(entry.Name, "workshop");
        var taken = await context.Workshops.Where(w => w.Slug.StartsWith(wish)).Select(w => w.Slug).ToHashSetAsync(cancel);
        var row = new WorkshopRow
        {
            Slug = Slug.Free(wish, taken),
            Name = entry.Name,
            Date = entry.Date,
            Starts = entry.Starts,
            Ends = entry.Ends,
            Place = entry.Place,
            Version = 1,
        };
        row.Kits.AddRange(kits.Select(k => new WorkshopKitRow { KitId = k.Id }));
        context.Workshops.Add(row);
        await context.SaveChangesAsync(cancel);
        await whole.CommitAsync(cancel);
        return (await FindAsync(row.Slug, cancel))!;
    }

    /// <summary>Changes a workshop whose version was seen; kits that are handed out stay at their revision.</summary>
    /// <returns>What was saved; null where it is not there or somebody else saved meanwhile.</returns>
    /// <exception cref="UnknownKitException">It names a kit that there is not.</exception>
    public async Task<StoredWorkshop?> SaveAsync(string slug, int seen, WorkshopEntry entry, CancellationToken cancel)
    {
        if (
            await context.Workshops.Include(w => w.Kits).SingleOrDefaultAsync(w => w.Slug == slug, cancel) is not { } row
            || row.Version != seen
        )
            return null;
        (row.Name, row.Date, row.Starts, row.Ends, row.Place, row.Version) = (
            entry.Name,
            entry.Date,
            entry.Starts,
            entry.Ends,
            entry.Place,
            seen + 1
        );
        if (entry.Kits is { } named)
        {
            var ids = (await KitsAsync(named, cancel)).Select(k => k.Id).ToHashSet();
            row.Kits.RemoveAll(k => !ids.Contains(k.KitId));
            var known = row.Kits.Select(k => k.KitId).ToHashSet();
            row.Kits.AddRange(ids.Except(known).Select(id => new WorkshopKitRow { KitId = id }));
        }
        try
        {
            await context.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return null;
        }
        context.ChangeTracker.Clear();
        return await FindAsync(slug, cancel);
    }

    /// <summary>Fixes a kit's newest revision as the one that is handed out, or lets it go again.</summary>
    /// <param name="seen">The version of the workshop that was seen.</param>
    /// <returns>The workshop's new version; 0 where somebody else changed it meanwhile, null where the kit is not made there.</returns>
    public async Task<int?> HandOutAsync(string slug, string kit, bool handedOut, int seen, CancellationToken cancel)
    {
        var row = await context.Workshops.Include(w => w.Kits).SingleOrDefaultAsync(w => w.Slug == slug, cancel);
        var made = await context.Kits.Where(k => k.Slug == kit).Select(k => new { k.Id, k.Revision }).SingleOrDefaultAsync(cancel);
        if (made is null || row?.Kits.Find(k => k.KitId == made.Id) is not { } there)
            return null;
        if (row.Version != seen)
            return 0;
        row.Version = seen + 1;
        there.Revision = handedOut ? made.Revision : null;
        there.HandedOutAt = handedOut ? clock.GetUtcNow().UtcDateTime : null;
        try
        {
            await context.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return 0;
        }
        return row.Version;
    }

    /// <summary>Removes a workshop; its guests stay with their kits.</summary>
    /// <returns>Whether there was one at that version.</returns>
    public async Task<bool> RemoveAsync(string slug, int seen, CancellationToken cancel) =>
        await context.Workshops.Where(w => w.Slug == slug && w.Version == seen).ExecuteDeleteAsync(cancel) == 1;

    private async Task<List<KitRow>> KitsAsync(IReadOnlyList<string> slugs, CancellationToken cancel)
    {
        var kits = await context.Kits.AsNoTracking().Where(k => slugs.Contains(k.Slug)).ToListAsync(cancel);
        return slugs.FirstOrDefault(s => kits.TrueForAll(k => k.Slug != s)) is { } unknown ? throw new UnknownKitException(unknown) : kits;
    }
}

/// <summary>A kit that is named and not on the shelf.</summary>
public sealed class UnknownKitException(string slug) : Exception($"There is no kit '{slug}'.")
{
    public string Slug => slug;
}
