using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Formats;

namespace VelvetFold.Store;

/// <summary>A kit as it stands in the store: a document, with the counts that the ledger adds up to now.</summary>
public sealed record StoredKit(string Slug, int Revision, DateTime SavedAt, Kit Kit)
{
    /// <summary>The number it goes by in the store.</summary>
    public int Id { get; init; }

    /// <summary>What the ledger says of its piles.</summary>
    public KitStock Stock { get; init; } = KitStock.None;

    /// <summary>Whether it is put away; told where all kits are.</summary>
    public bool PutAway { get; init; }
}

/// <summary>A revision without its document.</summary>
public sealed record RevisionStamp(int Number, DateTime SavedAt, DateTime? PrintedAt);

/// <summary>A kit on the shelf whose document cannot be read, and why.</summary>
public sealed record UnreadableKit(string Slug, string Name, int Revision, DateTime SavedAt, string Why);

/// <summary>Keeps kits and their revisions. A revision is written whole in one transaction and never changed; it carries no counts of
/// stock.</summary>
public sealed class KitShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>So many of the newest revisions are all kept.</summary>
    public const int NewestKept = 200;

    /// <summary>So long all revisions are kept, and then the last of each day.</summary>
    public static readonly TimeSpan AllKept = TimeSpan.FromDays(7);

    // Looking for what may go is not done at every save.
    private const int ThinnedEvery = 50;

    private readonly StockBook _stock = new(context, clock);

    /// <summary>All kits that can be read, the last saved first.</summary>
    public async Task<IReadOnlyList<StoredKit>> ListAsync(CancellationToken cancel) => (await AllAsync(cancel)).Kits;

    /// <summary>All kits, the last saved first; and those whose document cannot be read, with the reason: they spoil none of the
    /// others.</summary>
    public async Task<(IReadOnlyList<StoredKit> Kits, IReadOnlyList<UnreadableKit> Unreadable)> AllAsync(CancellationToken cancel)
    {
        var rows = await context
            .Kits.AsNoTracking()
            .OrderByDescending(k => k.SavedAt)
            .Join(
                context.Revisions,
                k => new { KitId = k.Id, Number = k.Revision },
                r => new { r.KitId, r.Number },
                (k, r) =>
                    new
                    {
                        k.Id,
                        k.Slug,
                        k.Name,
                        k.PutAway,
                        r.Number,
                        r.SavedAt,
                        r.Document,
                    }
            )
            .ToListAsync(cancel);
        var stock = await _stock.OfAsync([.. rows.Select(r => (r.Id, r.Slug))], cancel);
        var (kits, unreadable) = (new List<StoredKit>(), new List<UnreadableKit>());
        foreach (var row in rows)
            try
            {
                kits.Add(
                    Read(row.Id, row.Slug, row.Number, row.SavedAt, KitFile.ReadDocument(row.Document), stock[row.Id]) with
                    {
                        PutAway = row.PutAway,
                    }
                );
            }
            catch (InvalidDataException why)
            {
                unreadable.Add(new(row.Slug, row.Name, row.Number, row.SavedAt, why.Message));
            }
        return (kits, unreadable);
    }

    /// <summary>A kit at its newest revision, or at the one asked for; null where there is none.</summary>
    public async Task<StoredKit?> FindAsync(string slug, int? revision, CancellationToken cancel)
    {
        var row = await context
            .Kits.AsNoTracking()
            .Where(k => k.Slug == slug)
            .Join(
                context.Revisions,
                k => k.Id,
                r => r.KitId,
                (k, r) =>
                    new
                    {
                        k.Id,
                        k.Slug,
                        Newest = k.Revision,
                        r.Number,
                        r.SavedAt,
                        r.Document,
                    }
            )
            .Where(r => r.Number == (revision ?? r.Newest))
            .FirstOrDefaultAsync(cancel);
        return row is null
            ? null
            : Read(
                row.Id,
                row.Slug,
                row.Number,
                row.SavedAt,
                KitFile.ReadDocument(row.Document),
                await _stock.OfAsync(row.Id, row.Slug, cancel)
            );
    }

    /// <summary>Puts a kit away, or takes it out again; its document and its revision stay what they are.</summary>
    /// <returns>Whether there is such a kit.</returns>
    public async Task<bool> PutAwayAsync(string slug, bool away, CancellationToken cancel) =>
        await context.Kits.Where(k => k.Slug == slug).ExecuteUpdateAsync(set => set.SetProperty(k => k.PutAway, away), cancel) == 1;

    private static StoredKit Read(int id, string slug, int revision, DateTime savedAt, Kit kit, KitStock stock) =>
        new(slug, revision, savedAt, stock.In(kit)) { Id = id, Stock = stock };

    /// <summary>The revisions of a kit, newest first.</summary>
    public async Task<IReadOnlyList<RevisionStamp>> RevisionsAsync(string slug, CancellationToken cancel) =>
        await context
            .Revisions.AsNoTracking()
            .Where(r => context.Kits.Any(k => k.Id == r.KitId && k.Slug == slug))
            .OrderByDescending(r => r.Number)
            .Select(r => new RevisionStamp(r.Number, r.SavedAt, r.PrintedAt))
            .ToListAsync(cancel);

    /// <summary>Puts a new kit on the shelf under an address made from its name. Its papers and parts are new things of the
    /// studio.</summary>
    /// <param name="books">Whether the counts its document carries are booked as what is on hand of them; else they are left aside.</param>
    public async Task<StoredKit> AddAsync(Kit kit, CancellationToken cancel, bool books = true)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        for (var attempt = 1; ; attempt++)
        {
            var row = new KitRow
            {
                Slug = await FreeSlugAsync(kit.Name, cancel),
                Name = kit.Name,
                Revision = 1,
                CreatedAt = now,
                SavedAt = now,
            };
            row.Revisions.Add(
                new()
                {
                    Number = 1,
                    SavedAt = now,
                    Document = KitFile.WriteDocument(KitStock.Without(kit)),
                }
            );
            await using var whole = await context.Database.BeginTransactionAsync(cancel);
            context.Kits.Add(row);
            try
            {
                await context.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException taken) when (attempt < 5 && taken.InnerException is SqliteException { SqliteErrorCode: 19 })
            {
                context.ChangeTracker.Clear(); // another took the address between asking and writing: ask again
                continue;
            }
            await new Things(context).DescribeAsync(row.Id, null, books ? kit : KitStock.Without(kit), cancel);
            var opening = Booking.Opening(kit) with
            {
                Sheets = [.. kit.KeptSheets.Where(k => k.Cut > 0).Select(k => new SheetsCut(k, k.Cut))],
            };
            if (books && opening.Moves.Count + opening.Sheets.Count > 0)
                await _stock.AddAsync(opening, row, "as the kit begins", cancel);
            await context.SaveChangesAsync(cancel);
            await whole.CommitAsync(cancel);
            return (await FindAsync(row.Slug, null, cancel))!;
        }
    }

    /// <summary>Saves the next revision over the one that was seen. Counts that it carries change nothing.</summary>
    /// <returns>What was saved; null where there is no such kit or another revision has been saved meanwhile.</returns>
    public async Task<StoredKit?> SaveAsync(string slug, int seen, Kit kit, CancellationToken cancel)
    {
        kit = KitStock.Without(kit);
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        var row = await context.Kits.SingleOrDefaultAsync(k => k.Slug == slug, cancel);
        if (row is null || row.Revision != seen)
            return null;
        var now = clock.GetUtcNow().UtcDateTime;
        var before = KitFile.ReadDocument(
            await context.Revisions.Where(r => r.KitId == row.Id && r.Number == seen).Select(r => r.Document).SingleAsync(cancel)
        );
        (row.Name, row.SavedAt, row.Revision) = (kit.Name, now, seen + 1);
        context.Revisions.Add(
            new()
            {
                KitId = row.Id,
                Number = seen + 1,
                SavedAt = now,
                Document = KitFile.WriteDocument(kit),
            }
        );
        try
        {
            await context.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException lost)
            when (lost is DbUpdateConcurrencyException || lost.InnerException is SqliteException { SqliteErrorCode: 19 })
        {
            return null;
        }
        await new Things(context).DescribeAsync(row.Id, KitStock.Without(before), kit, cancel);
        if (seen % ThinnedEvery == 0)
            await ThinAsync(row.Id, seen + 1, now, cancel);
        await whole.CommitAsync(cancel);
        return Read(row.Id, slug, seen + 1, now, kit, await _stock.OfAsync(row.Id, slug, cancel));
    }

    // With age of each day only the last is kept: every save is a revision, and nobody goes back to the thirtieth of an afternoon a month
    // ago. The newest, the first, those printed, handed out, packed by and booked stay.
    private async Task ThinAsync(int kit, int newest, DateTime now, CancellationToken cancel)
    {
        var from = now - AllKept;
        var old = await context
            .Revisions.Where(r =>
                r.KitId == kit && r.Number <= newest - NewestKept && r.Number > 1 && r.SavedAt < from && r.PrintedAt == null
            )
            .Select(r => new { r.Number, r.SavedAt })
            .ToListAsync(cancel);
        var asked = (await context.WorkshopKits.Where(k => k.KitId == kit).Select(k => k.Revision).ToListAsync(cancel))
            .OfType<int>()
            .Concat(await context.Bags.Where(b => b.KitId == kit).Select(b => b.Revision).ToListAsync(cancel))
            .Concat(await context.Bookings.Where(b => b.KitId == kit).Select(b => b.Revision).ToListAsync(cancel))
            .ToHashSet();
        var lasting = old.GroupBy(r => r.SavedAt.Date).Select(day => day.Max(r => r.Number)).ToHashSet();
        var gone = old.Select(r => r.Number).Where(n => !lasting.Contains(n) && !asked.Contains(n)).ToList();
        foreach (var some in gone.Chunk(500))
            await context.Revisions.Where(r => r.KitId == kit && some.Contains(r.Number)).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Marks a revision as the one its guide was printed from.</summary>
    /// <returns>Whether there is such a revision.</returns>
    public async Task<bool> MarkPrintedAsync(string slug, int number, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        return await context
                .Revisions.Where(r => r.Number == number && context.Kits.Any(k => k.Id == r.KitId && k.Slug == slug))
                .ExecuteUpdateAsync(set => set.SetProperty(r => r.PrintedAt, now), cancel) == 1;
    }

    /// <summary>Takes a kit off the shelf for good, with its revisions and guests. What is promised to it is free again; its stock is
    /// the studio's and stays.</summary>
    /// <returns>Whether it was there at that revision.</returns>
    public async Task<bool> RemoveAsync(string slug, int seen, CancellationToken cancel)
    {
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        if (await context.Kits.SingleOrDefaultAsync(k => k.Slug == slug && k.Revision == seen, cancel) is not { } row)
            return false;
        var released = Booking.Released(await _stock.OfAsync(row.Id, slug, cancel));
        if (released.Promises.Count > 0)
            await _stock.AddAsync(released, row, "the kit was removed", cancel);
        await context.SaveChangesAsync(cancel);
        await context.Kits.Where(k => k.Id == row.Id).ExecuteDeleteAsync(cancel);
        // A picture that no kit shows any more nobody could erase.
        await context.FacePictures.Where(p => !context.KitThings.Any(l => l.ThingId == p.ThingId)).ExecuteDeleteAsync(cancel);
        await whole.CommitAsync(cancel);
        return true;
    }

    private async Task<string> FreeSlugAsync(string name, CancellationToken cancel)
    {
        var slug = Slug.Of(name, "kit");
        return Slug.Free(slug, await context.Kits.Where(k => k.Slug.StartsWith(slug)).Select(k => k.Slug).ToHashSetAsync(cancel));
    }
}
