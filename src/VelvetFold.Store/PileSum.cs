using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;

namespace VelvetFold.Store;

/// <summary>What the movements of one pile add up to that were booked for one kit: what came and went, or what is promised to it.</summary>
internal sealed record PileSum(bool IsPromise, int Thing, string Item, long? Width, long? Height, string? Face, string Kit, int Sum)
{
    /// <summary>The pile, called by an id.</summary>
    public Pile Pile(string id) => new(Ledger.Words.Item(Item), id, Ledger.Words.Size(Width, Height), Ledger.Words.Face(Face));

    /// <summary>The sums of some movements that belong to things.</summary>
    public static async Task<IReadOnlyList<PileSum>> OfAsync(IQueryable<MovementRow> rows, CancellationToken cancel) =>
        await rows.Where(m => m.ThingId != null)
            .GroupBy(m => new
            {
                m.IsPromise,
                m.ThingId,
                m.Item,
                m.Width,
                m.Height,
                m.Face,
                m.Kit,
            })
            .Select(g => new PileSum(
                g.Key.IsPromise,
                g.Key.ThingId!.Value,
                g.Key.Item,
                g.Key.Width,
                g.Key.Height,
                g.Key.Face,
                g.Key.Kit,
                g.Sum(m => m.Count)
            ))
            .ToListAsync(cancel);

    /// <summary>The sums of the piles of some things.</summary>
    public static Task<IReadOnlyList<PileSum>> OfAsync(StudioContext context, IReadOnlyCollection<int> things, CancellationToken cancel) =>
        OfAsync(context.Movements.AsNoTracking().Where(m => m.ThingId != null && things.Contains(m.ThingId.Value)), cancel);
}
