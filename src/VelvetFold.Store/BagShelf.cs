using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>Keeps the bags of a kit and what was scanned into them.</summary>
public sealed class BagShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>The most bags a kit has.</summary>
    public const int MostBags = 2_000;

    /// <summary>The bags of a kit by number.</summary>
    public async Task<IReadOnlyList<BagRow>> ListAsync(string slug, CancellationToken cancel) =>
        await Of(slug).AsNoTracking().OrderBy(b => b.Number).ToListAsync(cancel);

    /// <summary>A bag; null where the kit has none of that number.</summary>
    public async Task<BagRow?> FindAsync(string slug, int number, CancellationToken cancel) =>
        await Of(slug).SingleOrDefaultAsync(b => b.Number == number, cancel);

    /// <summary>Puts out bags: one for each guest that has none yet, then so many more.</summary>
    /// <param name="guests">With the revision each one's bag is packed by.</param>
    /// <returns>How many were put out.</returns>
    public async Task<int> PutOutAsync(
        string slug,
        IReadOnlyList<(int Guest, int Revision)> guests,
        int more,
        int revision,
        CancellationToken cancel
    )
    {
        // One writer at a time, so that two who put out bags at once number them one after the other.
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        var kit = await context.Kits.Where(k => k.Slug == slug).Select(k => k.Id).SingleAsync(cancel);
        var there = await Of(slug).AsNoTracking().ToListAsync(cancel);
        var number = there.Count == 0 ? 0 : there.Max(b => b.Number);
        List<BagRow> bags =
        [
            .. guests
                .Where(g => there.TrueForAll(b => b.GuestId != g.Guest))
                .Select(g => new BagRow
                {
                    KitId = kit,
                    Number = ++number,
                    GuestId = g.Guest,
                    Revision = g.Revision,
                    Version = 1,
                }),
            .. Enumerable
                .Range(0, more)
                .Select(_ => new BagRow
                {
                    KitId = kit,
                    Number = ++number,
                    Revision = revision,
                    Version = 1,
                }),
        ];
        context.Bags.AddRange(bags);
        await context.SaveChangesAsync(cancel);
        await whole.CommitAsync(cancel);
        return bags.Count;
    }

    /// <summary>What was scanned into a bag.</summary>
    public static IReadOnlyDictionary<string, int> PackedIn(BagRow bag)
    {
        ArgumentNullException.ThrowIfNull(bag);
        return JsonSerializer.Deserialize<Dictionary<string, int>>(bag.Packed) ?? [];
    }

    /// <summary>Keeps what lies in a bag now.</summary>
    /// <returns>Whether nobody else changed it meanwhile.</returns>
    public async Task<bool> PackAsync(BagRow bag, IReadOnlyDictionary<string, int> packed, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(bag);
        bag.Packed = JsonSerializer.Serialize(packed.Where(p => p.Value > 0).ToDictionary(p => p.Key, p => p.Value));
        return await WriteAsync(bag, cancel);
    }

    /// <summary>Closes a bag with its record.</summary>
    public async Task<bool> CloseAsync(BagRow bag, string by, string? substitutions, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(bag);
        (bag.ClosedAt, bag.ClosedBy, bag.Substitutions) = (Now, by, substitutions);
        bag.Record +=
            $"{Now:yyyy-MM-dd HH:mm}Z closed by {by}, revision "
            + $"{bag.Revision}{(substitutions is null ? "" : $"; instead: {substitutions}")}\n";
        return await WriteAsync(bag, cancel);
    }

    /// <summary>Opens a closed bag again, to be packed by another revision where one is named.</summary>
    public async Task<bool> OpenAsync(BagRow bag, string why, int revision, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(bag);
        (bag.ClosedAt, bag.ClosedBy, bag.Revision) = (null, null, revision);
        bag.Record += $"{Now:yyyy-MM-dd HH:mm}Z opened: {why}\n";
        return await WriteAsync(bag, cancel);
    }

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    private IQueryable<BagRow> Of(string slug) => context.Bags.Where(b => context.Kits.Any(k => k.Id == b.KitId && k.Slug == slug));

    private async Task<bool> WriteAsync(BagRow bag, CancellationToken cancel)
    {
        bag.Version++;
        try
        {
            await context.SaveChangesAsync(cancel);
            return true;
        }
        catch (DbUpdateConcurrencyException)
        {
            // Whoever tries again reads it anew.
            context.Entry(bag).State = EntityState.Detached;
            return false;
        }
    }
}
