using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
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
            context.Movements.AddRange(Movements(row.Slug, 1, now, null, kit, "as the kit begins"));
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

    /// <summary>Saves the next revision over the one that was seen, and books what its stock differs by.</summary>
    /// <param name="reason">Why the stock differs.</param>
    /// <returns>What was saved; null where there is no such kit or another revision has been saved meanwhile.</returns>
    public async Task<StoredKit?> SaveAsync(string slug, int seen, Kit kit, string reason, CancellationToken cancel)
    {
        var row = await context.Kits.SingleOrDefaultAsync(k => k.Slug == slug, cancel);
        if (row is null || row.Revision != seen) return null;
        var now = clock.GetUtcNow().UtcDateTime;
        var before = KitFile.ReadDocument(await context.Revisions.Where(r => r.KitId == row.Id && r.Number == seen).Select(r => r.Document).SingleAsync(cancel));
        context.Movements.AddRange(Movements(slug, seen + 1, now, before, kit, reason));
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

    /// <summary>Books the stock of kits that were kept before movements were.</summary>
    internal static async Task BeginLedgerAsync(StudioContext context, CancellationToken cancel)
    {
        var kits = await context.Kits.Where(k => !context.Movements.Any(m => m.Kit == k.Slug))
            .Join(context.Revisions, k => new { KitId = k.Id, Number = k.Revision }, r => new { r.KitId, r.Number }, (k, r) => new { k.Slug, r.Number, r.SavedAt, r.Document }).ToListAsync(cancel);
        foreach (var kit in kits) context.Movements.AddRange(Movements(kit.Slug, kit.Number, kit.SavedAt, null, KitFile.ReadDocument(kit.Document), "as the ledger begins"));
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>Takes a kit off the shelf for good, with its revisions and guests; its stock is booked out, and its movements stay.</summary>
    /// <returns>Whether it was there at that revision.</returns>
    public async Task<bool> RemoveAsync(string slug, int seen, CancellationToken cancel)
    {
        if (await FindAsync(slug, null, cancel) is not { } stored || stored.Revision != seen) return false;
        await using var together = await context.Database.BeginTransactionAsync(cancel);
        var empty = stored.Kit with { Papers = [.. stored.Kit.Papers.Select(p => p with { OnHand = null, Offcuts = [] })], Parts = [.. stored.Kit.Parts.Select(p => p with { OnHand = null })] };
        context.Movements.AddRange(Movements(slug, seen, clock.GetUtcNow().UtcDateTime, stored.Kit, empty, "the kit was removed"));
        await context.SaveChangesAsync(cancel);
        if (await context.Kits.Where(k => k.Slug == slug && k.Revision == seen).ExecuteDeleteAsync(cancel) != 1) return false;
        await together.CommitAsync(cancel);
        return true;
    }

    private static IEnumerable<MovementRow> Movements(string slug, int revision, DateTime at, Kit? before, Kit after, string reason) => StockMoves.Between(before, after).Select(m => new MovementRow
    {
        At = at,
        Kit = slug,
        Revision = revision,
        Item = Ledger.Word(m.Item),
        ItemId = m.Id,
        Name = m.Name,
        Width = m.Size?.Width.Ticks,
        Height = m.Size?.Height.Ticks,
        Count = m.Count,
        Reason = reason,
    });

    private async Task<string> FreeSlugAsync(string name, CancellationToken cancel)
    {
        var slug = Slug.Of(name, "kit");
        return Slug.Free(slug, await context.Kits.Where(k => k.Slug.StartsWith(slug)).Select(k => k.Slug).ToHashSetAsync(cancel));
    }
}
