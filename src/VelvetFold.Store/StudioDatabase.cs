using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace VelvetFold.Store;

/// <summary>Where the studio's database lies and how it is opened.</summary>
public static class StudioDatabase
{
    /// <summary>The file in a data folder.</summary>
    public static string PathIn(string folder) => Path.Combine(folder, "studio.db");

    /// <summary>Options that open the database of a folder. Foreign keys are enforced; a writer waits up to five seconds for another.</summary>
    public static DbContextOptionsBuilder UseStudio(this DbContextOptionsBuilder builder, string folder) =>
        builder.UseSqlite(new SqliteConnectionStringBuilder { DataSource = PathIn(folder), ForeignKeys = true, DefaultTimeout = 5, Pooling = true }.ToString());

    /// <summary>Brings the database to the newest form, and sets write-ahead logging: readers go on while one writes, and a write that is
    /// interrupted leaves what was there.</summary>
    public static async Task PrepareAsync(StudioContext context, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(context);
        await context.Database.MigrateAsync(cancel);
        await context.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;", cancel);
        await KitShelf.BeginLedgerAsync(context, cancel);
    }
}

/// <summary>For the migration tool only.</summary>
internal sealed class StudioContextFactory : IDesignTimeDbContextFactory<StudioContext>
{
    public StudioContext CreateDbContext(string[] args) =>
        new((DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(Path.GetTempPath()).Options);
}
