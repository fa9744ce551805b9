using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store.Tests;

/// <summary>A studio opens whatever a start that was killed has left behind.</summary>
public sealed class StudioDatabaseTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("velvet-opening-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private StudioContext Open() =>
        new((DbContextOptions<StudioContext>)new DbContextOptionsBuilder<StudioContext>().UseStudio(_folder).Options);

    // The row by which the framework keeps others from migrating at the same time; it stays where its process is killed, and would be
    // waited for without an end.
    private async Task LeaveLock()
    {
        await using var context = Open();
        await context.Database.ExecuteSqlRawAsync(
            """
            CREATE TABLE "__EFMigrationsLock" ("Id" INTEGER NOT NULL CONSTRAINT "PK___EFMigrationsLock" PRIMARY KEY, "Timestamp" TEXT NOT NULL);
            INSERT INTO "__EFMigrationsLock" VALUES (1, '2026-01-01');
            """
        );
    }

    [Fact]
    public async Task A_lock_that_was_left_before_the_first_migration_is_cleared()
    {
        await LeaveLock();
        await OpensSoon();
    }

    [Fact]
    public async Task A_lock_that_was_left_between_two_migrations_is_cleared()
    {
        await using (var context = Open())
            await context.Database.MigrateAsync(context.Database.GetMigrations().First());
        await using (var context = Open())
            await context.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
        await LeaveLock();
        await OpensSoon();
        Assert.NotEmpty(Directory.GetFiles(_folder, "studio.db.before-*"));
    }

    private async Task OpensSoon()
    {
        await using var context = Open();
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(5));
        await StudioDatabase.PrepareAsync(context, patience.Token);
        Assert.Empty(await context.Kits.ToListAsync());
    }
}
