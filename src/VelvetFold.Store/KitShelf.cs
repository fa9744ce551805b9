using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Layouts;
using VelvetFold.Formats;

namespace VelvetFold.Store;

/// <summary>A kit as it stands in the store.</summary>
public sealed record StoredKit(string Slug, int Revision, DateTime SavedAt, Kit Kit);

/// <summary>A revision without its document.</summary>
public sealed record RevisionStamp(int Number, DateTime SavedAt, DateTime? PrintedAt);

/// <summary>Keeps kits and their revisions. A revision is written whole in one transaction and never changed.</summary>
public sealed class KitShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>All kits, the last saved first.</summary>
    public async Task<IReadOnlyList<StoredKit>> ListAsync(CancellationToken cancel)
    {
        var rows = await context.Kits.AsNoTracking()
            .OrderByDescending(k => k.SavedAt)
            .Join(context.Revisions, k => new { KitId = k.Id, Number = k.Revision }, r => new { r.KitId, r.Number }, (k, r) => new { k.Slug, r.Number, r.SavedAt, r.Document })
            .ToListAsync(cancel);
        return [.. rows.Select(r => new StoredKit(r.Slug, r.Number, r.SavedAt, KitFile.ReadDocument(r.Document)))];
    }

    /// <summary>A kit at its newest revision, or at the one asked for; null where there is none.</summary>
    public async Task<StoredKit?> FindAsync(string slug, int? revision, CancellationToken cancel)
    {
        var row = await context.Kits.AsNoTracking().Where(k => k.Slug == slug)
            .Join(context.Revisions, k => k.Id, r => r.KitId, (k, r) => new { k.Slug, Newest = k.Revision, r.Number, r.SavedAt, r.Document })
            .Where(r => r.Number == (revision ?? r.Newest))
            .FirstOrDefaultAsync(cancel);
        return row is null ? null : new(row.Slug, row.Number, row.SavedAt, KitFile.ReadDocument(row.Document));
    }

    /// <summary>The revisions of a kit, newest first.</summary>
    public async Task<IReadOnlyList<RevisionStamp>> RevisionsAsync(string slug, CancellationToken cancel) =>
        await context.Revisions.AsNoTracking()
            .Where(r => context.Kits.Any(k => k.Id == r.KitId && k.Slug == slug))
            .OrderByDescending(r => r.Number).Select(r => new RevisionStamp(r.Number, r.SavedAt, r.PrintedAt)).ToListAsync(cancel);

    /// <summary>Puts a new kit on the shelf under an address made from its name.</summary>
    public async Task<StoredKit> AddAsync(Kit kit, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        for (var attempt = 1; ; attempt++)
        {
            var row = new KitRow { Slug = await FreeSlugAsync(kit.Name, cancel), Name = kit.Name, Revision = 1, CreatedAt = now, SavedAt = now };
            row.Revisions.Add(new() { Number = 1, SavedAt = now, Document = KitFile.WriteDocument(kit) });
            context.Kits.Add(row);
            try
            {
                await context.SaveChangesAsync(cancel);
                return new(row.Slug, 1, now, kit);
            }
            catch (DbUpdateException taken) when (attempt < 5 && taken.InnerException is SqliteException { SqliteErrorCode: 19 })
            {
                context.ChangeTracker.Clear(); // another took the address between asking and writing: ask again
            }
        }
    }

    /// <summary>Saves the next revision over the one that was seen.</summary>
    /// <returns>What was saved; null where there is no such kit or another revision has been saved meanwhile.</returns>
    public async Task<StoredKit?> SaveAsync(string slug, int seen, Kit kit, CancellationToken cancel)
    {
        var row = await context.Kits.SingleOrDefaultAsync(k => k.Slug == slug, cancel);
        if (row is null || row.Revision != seen) return null;
        var now = clock.GetUtcNow().UtcDateTime;
        (row.Name, row.SavedAt, row.Revision) = (kit.Name, now, seen + 1);
        context.Revisions.Add(new() { KitId = row.Id, Number = seen + 1, SavedAt = now, Document = KitFile.WriteDocument(kit) });
        try
        {
            await context.SaveChangesAsync(cancel);
            return new(slug, seen + 1, now, kit);
        }
        catch (DbUpdateException lost) when (lost is DbUpdateConcurrencyException || lost.InnerException is SqliteException { SqliteErrorCode: 19 })
        {
            return null;
        }
    }

    /// <summary>Marks a revision as the one its guide was printed from.</summary>
    /// <returns>Whether there is such a revision.</returns>
    public async Task<bool> MarkPrintedAsync(string slug, int number, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        return await context.Revisions.Where(r => r.Number == number && context.Kits.Any(k => k.Id == r.KitId && k.Slug == slug))
            .ExecuteUpdateAsync(set => set.SetProperty(r => r.PrintedAt, now), cancel) == 1;
    }

    /// <summary>Takes a kit off the shelf for good, with its revisions and guests.</summary>
    /// <returns>Whether it was there at that revision.</returns>
    public async Task<bool> RemoveAsync(string slug, int seen, CancellationToken cancel) =>
        await context.Kits.Where(k => k.Slug == slug && k.Revision == seen).ExecuteDeleteAsync(cancel) == 1;

    private async Task<string> FreeSlugAsync(string name, CancellationToken cancel)
    {
        var slug = Slug.Of(name, "kit");
        return Slug.Free(slug, await context.Kits.Where(k => k.Slug.StartsWith(slug)).Select(k => k.Slug).ToHashSetAsync(cancel));
    }
}
