using System.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Store;

namespace VelvetFold.Bench;

/// <summary>A ledger of 100,000 movements, opened as the screen opens it: the last ones, and what all of them add up to.</summary>
internal static class LedgerBench
{
    public static async Task RunAsync()
    {
        var folder = Directory.CreateTempSubdirectory("ledger-").FullName;
        await using (
            var context = new StudioContext(
                (DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(folder).Options
            )
        )
        {
            await StudioDatabase.PrepareAsync(context);
            var chance = new Random(1);
            for (var part = 0; part < 20; part++)
            {
                context.Movements.AddRange(
                    Enumerable
                        .Range(0, 5_000)
                        .Select(i => new MovementRow
                        {
                            At = DateTime.UtcNow,
                            Kit = $"kit-{chance.Next(40)}",
                            Revision = i,
                            Item = chance.Next(3) == 0 ? "offcuts" : "sheets",
                            ItemId = $"paper-{chance.Next(12)}",
                            Name = "A paper",
                            Count = chance.Next(1, 20) * (chance.Next(2) == 0 ? 1 : -1),
                            Reason = "counted",
                        })
                );
                await context.SaveChangesAsync();
                context.ChangeTracker.Clear();
            }
            var ledger = new Ledger(context);
            var times = new List<double>();
            for (var i = 0; i < 12; i++)
            {
                var began = Stopwatch.GetTimestamp();
                await ledger.ListAsync(null, null, null, default);
                await ledger.BalancesAsync(null, default);
                times.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
            }
            times.Sort();
            Console.WriteLine($"  a ledger of 100,000 movements opens  {times[times.Count / 2], 8:0.0} ms");
        }
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
