using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>Keeps which layouts of a kit are crossed off in its sleeve.</summary>
public sealed class SleeveShelf(StudioContext context, TimeProvider clock)
{
    /// <summary>When layouts were crossed off, by their ids.</summary>
    public async Task<IReadOnlyDictionary<string, DateTime>> CrossedAsync(int kit, CancellationToken cancel) =>
        await context.Crossed.Where(c => c.KitId == kit).ToDictionaryAsync(c => c.Layout, c => c.CrossedAt, cancel);

    /// <summary>Crosses a layout off, or takes that back. Said twice it is said once.</summary>
    public async Task CrossAsync(int kit, string layout, bool crossed, CancellationToken cancel)
    {
        await using var alone = await context.Database.BeginTransactionAsync(cancel);
        var there = await context.Crossed.AnyAsync(c => c.KitId == kit && c.Layout == layout, cancel);
        if (crossed && !there)
        {
            context.Crossed.Add(
                new()
                {
                    KitId = kit,
                    Layout = layout,
                    CrossedAt = clock.GetUtcNow().UtcDateTime,
                }
            );
            await context.SaveChangesAsync(cancel);
        }
        if (!crossed && there)
            await context.Crossed.Where(c => c.KitId == kit && c.Layout == layout).ExecuteDeleteAsync(cancel);
        await alone.CommitAsync(cancel);
    }
}
