using Microsoft.AspNetCore.Identity;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;

namespace VelvetFold.Store;

/// <summary>Where the studio's database lies and how it is opened.</summary>
public static class StudioDatabase
{
    /// <summary>The file in a data folder.</summary>
    public static string PathIn(string folder) => Path.Combine(folder, "studio.db");

    /// <summary>Options that open the database of a folder. Foreign keys are enforced; a writer waits up to five seconds for
    /// another.</summary>
    public static DbContextOptionsBuilder UseStudio(this DbContextOptionsBuilder builder, string folder) =>
        UseFile(builder, PathIn(folder), pooling: true);

    private static DbContextOptionsBuilder UseFile(DbContextOptionsBuilder builder, string file, bool pooling) =>
        builder
            .UseApplicationServiceProvider(Tables)
            .UseSqlite(
                new SqliteConnectionStringBuilder
                {
                    DataSource = file,
                    ForeignKeys = true,
                    DefaultTimeout = 5,
                    Pooling = pooling,
                }.ToString()
            );

    // Which tables the people have is asked of the application's services: here of these, so that what opens the database without the
    // application sees the same. The third form has passkeys.
    private static readonly ServiceProvider Tables = new ServiceCollection()
        .Configure<IdentityOptions>(identity => identity.Stores.SchemaVersion = IdentitySchemaVersions.Version3)
        .BuildServiceProvider();

    /// <summary>Brings the database to the newest form, and sets write-ahead logging: readers go on while one writes, and a write that is
    /// interrupted leaves what was there.</summary>
    public static async Task PrepareAsync(StudioContext context, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(context);
        await MakeAsync(context.Database.GetDbConnection().DataSource, cancel);
        // Migrating takes a lock row even where there is nothing to do, and waits for ever on one that a killed start left behind.
        if ((await context.Database.GetPendingMigrationsAsync(cancel)).Any())
            await MigrateAsync(context, cancel);
        await context.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;", cancel);
        await new TakeOver(context).RunAsync(cancel);
    }

    // A new one is made under another name and moved: a start that is killed leaves none rather than an empty one, which would look like
    // one that was lost.
    private static async Task MakeAsync(string file, CancellationToken cancel)
    {
        if (File.Exists(file))
            return;
        await using var only = await OnlyAsync(file + ".starting", cancel);
        if (File.Exists(file))
            return;
        var unfinished = file + ".unfinished";
        File.Delete(unfinished);
        File.Delete(unfinished + "-journal");
        var options = UseFile(new DbContextOptionsBuilder<StudioContext>(), unfinished, pooling: false).Options;
        await using (var made = new StudioContext((DbContextOptions<StudioContext>)options))
        {
            await made.Database.MigrateAsync(cancel);
            await made.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=DELETE;", cancel);
        }
        File.Move(unfinished, file);
    }

    // One at a time by a lock of our own, which ends with the process; with a copy of what was there before.
    private static async Task MigrateAsync(StudioContext context, CancellationToken cancel)
    {
        var file = context.Database.GetDbConnection().DataSource;
        await using var only = await OnlyAsync(file + ".starting", cancel);
        var pending = (await context.Database.GetPendingMigrationsAsync(cancel)).ToList();
        if (pending.Count == 0)
            return;
        // A start that was killed leaves the row behind, before its first migration as well.
        await context.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\"", cancel);
        if ((await context.Database.GetAppliedMigrationsAsync(cancel)).Any())
            await CopyAsync(context, $"{file}.before-{pending[^1]}", cancel);
        await context.Database.MigrateAsync(cancel);
    }

    private static async Task CopyAsync(StudioContext context, string to, CancellationToken cancel)
    {
        if (File.Exists(to))
            return;
        // Written under another name and moved: a copy that was cut off is none.
        var unfinished = to + ".unfinished";
        File.Delete(unfinished);
        await context.Database.ExecuteSqlAsync($"VACUUM INTO {unfinished}", cancel);
        File.Move(unfinished, to);
    }

    private static async Task<FileStream> OnlyAsync(string path, CancellationToken cancel)
    {
        for (var attempt = 1; ; attempt++)
            try
            {
                return new FileStream(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None, 1, FileOptions.DeleteOnClose);
            }
            catch (IOException) when (attempt < 300)
            {
                await Task.Delay(100, cancel);
            }
    }
}

/// <summary>For the migration tool only.</summary>
internal sealed class StudioContextFactory : IDesignTimeDbContextFactory<StudioContext>
{
    public StudioContext CreateDbContext(string[] args) =>
        new((DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(Path.GetTempPath()).Options);
}
