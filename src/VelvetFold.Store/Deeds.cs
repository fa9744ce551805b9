using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>The record of who did what.</summary>
public sealed class Deeds(StudioContext context, TimeProvider clock)
{
    /// <summary>The same of the same person within so many minutes is one entry: a kit is saved with every few words.</summary>
    private const int TogetherMinutes = 15;

    /// <summary>So long it is kept, in days.</summary>
    public const int KeptDays = 400;

    /// <summary>Writes down what somebody did.</summary>
    public async Task TellAsync(string who, string what, string on, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        var since = now.AddMinutes(-TogetherMinutes);
        var together = await context
            .Deeds.Where(d => d.Who == who && d.What == what && d.On == on && d.LastAt >= since)
            .ExecuteUpdateAsync(set => set.SetProperty(d => d.LastAt, now).SetProperty(d => d.Times, d => d.Times + 1), cancel);
        if (together > 0)
            return;
        context.Deeds.Add(
            new()
            {
                Who = who,
                What = what,
                On = on,
                FirstAt = now,
                LastAt = now,
                Times = 1,
            }
        );
        await context.SaveChangesAsync(cancel);
        var old = now.AddDays(-KeptDays);
        await context.Deeds.Where(d => d.LastAt < old).ExecuteDeleteAsync(cancel);
    }

    /// <summary>The newest, at most so many.</summary>
    public async Task<IReadOnlyList<DeedRow>> NewestAsync(int most, CancellationToken cancel) =>
        await context.Deeds.AsNoTracking().OrderByDescending(d => d.LastAt).ThenByDescending(d => d.Id).Take(most).ToListAsync(cancel);
}
