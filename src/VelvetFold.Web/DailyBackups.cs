using System.Globalization;
using VelvetFold.Store;

namespace VelvetFold.Web;

/// <summary>Saves the studio once a day into its folder <c>backups</c>, and keeps the newest so many; where that was asked for at the
/// start.</summary>
internal sealed partial class DailyBackups(StudioFolder studio, int keep, TimeProvider clock, ILogger<DailyBackups> log) : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Look, clock);
        do try
        {
            await SaveAsync(stoppingToken);
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException or Microsoft.Data.Sqlite.SqliteException)
        {
            // A disk that is full today may have room in an hour; the studio stays open.
            NotSaved(log, failed.Message);
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Saves it unless that was done today, and removes what is older than the newest so many.</summary>
    internal async Task SaveAsync(CancellationToken cancel)
    {
        var folder = Directory.CreateDirectory(Path.Combine(studio.Path, "backups")).FullName;
        var now = clock.GetUtcNow();
        var path = Path.Combine(folder, $"studio-{now.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}.zip");
        if (File.Exists(path))
            return;
        await using (var to = File.Create(path + ".unfinished"))
            await StudioArchive.WriteAsync(studio.Path, to, now, cancel);
        File.Move(path + ".unfinished", path);
        foreach (var old in Directory.GetFiles(folder, "studio-*.zip").OrderDescending(StringComparer.Ordinal).Skip(keep))
            File.Delete(old);
    }

    [LoggerMessage(LogLevel.Error, "The daily backup was not written: {Why}")]
    private static partial void NotSaved(ILogger log, string why);
}
