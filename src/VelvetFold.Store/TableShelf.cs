using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>How long a kind of step takes in this studio.</summary>
/// <param name="Seconds">The median for one thing of it: a cut, a mat, a piece laid.</param>
/// <param name="Times">How many times it was timed.</param>
public sealed record StepTime(string Kind, double Seconds, int Times);

/// <summary>Keeps what is told at the tables: spoiled and missing pieces, and how long steps take.</summary>
public sealed class TableShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>The most pieces that are told of a kit; more are refused.</summary>
    public const int MostTold = 2_000;

    /// <summary>What is settled by handing over a spare.</summary>
    public const string Spare = "spare";

    /// <summary>The newest times of a kind that count.</summary>
    private const int Newest = 500;

    /// <summary>What was told of a kit, the newest first.</summary>
    public async Task<IReadOnlyList<SpoiledRow>> ListAsync(string slug, CancellationToken cancel) =>
        await context
            .Spoiled.AsNoTracking()
            .Where(s => context.Kits.Any(k => k.Id == s.KitId && k.Slug == slug))
            .OrderByDescending(s => s.Id)
            .Take(MostTold)
            .ToListAsync(cancel);

    /// <summary>Keeps that a piece was spoiled or missing; null where there is no such kit.</summary>
    public async Task<SpoiledRow?> TellAsync(string slug, string piece, bool missing, string? person, CancellationToken cancel)
    {
        if (await KitAsync(slug, cancel) is not { } kit)
            return null;
        var row = new SpoiledRow
        {
            KitId = kit,
            Piece = piece,
            IsMissing = missing,
            Person = person,
            ToldAt = clock.GetUtcNow().UtcDateTime,
        };
        context.Spoiled.Add(row);
        await context.SaveChangesAsync(cancel);
        return row;
    }

    /// <summary>Keeps how a piece was put right, or that it is open again where null. A spare is handed over only where one is left, looked
    /// at and written at once: two hosts never hand out the same.</summary>
    /// <param name="spares">How many spares there are in all.</param>
    /// <param name="shares">The pieces that share them, its own among these.</param>
    /// <returns>What is kept; null where nothing like it was told, or no spare is left.</returns>
    public async Task<SpoiledRow?> SettleAsync(
        string slug,
        int id,
        string? how,
        int spares,
        IReadOnlyCollection<string> shares,
        CancellationToken cancel
    )
    {
        await using var alone = await context.Database.BeginTransactionAsync(cancel);
        var row = await context.Spoiled.SingleOrDefaultAsync(
            s => s.Id == id && context.Kits.Any(k => k.Id == s.KitId && k.Slug == slug),
            cancel
        );
        if (row is null)
            return null;
        if (
            how == Spare
            && await context.Spoiled.CountAsync(
                s => s.KitId == row.KitId && shares.Contains(s.Piece) && s.Settled == Spare && s.Id != id,
                cancel
            ) >= spares
        )
            return null;
        (row.Settled, row.SettledAt) = (how, how is null ? null : clock.GetUtcNow().UtcDateTime);
        await context.SaveChangesAsync(cancel);
        await alone.CommitAsync(cancel);
        return row;
    }

    /// <summary>Keeps how long a step took; false where there is no such kit.</summary>
    public async Task<bool> TimeAsync(string slug, string kind, int seconds, int things, CancellationToken cancel)
    {
        if (await KitAsync(slug, cancel) is not { } kit)
            return false;
        context.StepTimes.Add(
            new()
            {
                KitId = kit,
                Kind = kind,
                Seconds = seconds,
                Things = things,
                ToldAt = clock.GetUtcNow().UtcDateTime,
            }
        );
        await context.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>How long each kind of step takes in the whole studio: medians, which one long pause does not move.</summary>
    public async Task<IReadOnlyList<StepTime>> TimesAsync(CancellationToken cancel)
    {
        var rows = await context.StepTimes.AsNoTracking().OrderByDescending(t => t.Id).Take(Newest * 20).ToListAsync(cancel);
        return
        [
            .. rows.GroupBy(t => t.Kind)
                .Select(g => (g.Key, Each: g.Take(Newest).Select(t => (double)t.Seconds / t.Things).Order().ToList()))
                .Select(g => new StepTime(g.Key, Median(g.Each), g.Each.Count))
                .OrderBy(t => t.Kind, StringComparer.Ordinal),
        ];
    }

    private static double Median(List<double> sorted) =>
        sorted.Count % 2 == 1 ? sorted[sorted.Count / 2] : (sorted[sorted.Count / 2 - 1] + sorted[sorted.Count / 2]) / 2;

    private Task<int?> KitAsync(string slug, CancellationToken cancel) =>
        context.Kits.Where(k => k.Slug == slug).Select(k => (int?)k.Id).SingleOrDefaultAsync(cancel);
}
