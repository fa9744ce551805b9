using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Days;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Post;

namespace VelvetFold.Web;

/// <summary>Reminds hosts of what is to be begun before their workshops: at the start, with what is overdue, then hourly.</summary>
internal sealed partial class Reminding(IServiceScopeFactory scopes, PostRoom post, TimeProvider clock, ILogger<Reminding> log)
    : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromHours(1);

    /// <summary>What is late is said again after so many days.</summary>
    private const int Again = 2;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Look, clock);
        do try
        {
            await RemindDueAsync(stoppingToken);
        }
        catch (Exception failed)
            when (failed
                    is IOException
                        or UnauthorizedAccessException
                        or FormatException
                        or Microsoft.Data.Sqlite.SqliteException
                        or Microsoft.EntityFrameworkCore.DbUpdateException
            )
        {
            NotReminded(log, failed.Message); // tried again in an hour
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Writes to every host who wants it and has something to begin that they were not told of yet.</summary>
    internal async Task RemindDueAsync(CancellationToken cancel)
    {
        var today = DateOnly.FromDateTime(clock.GetLocalNow().Date);
        await using var scope = scopes.CreateAsyncScope();
        var shelf = scope.ServiceProvider.GetRequiredService<DayShelf>();
        var days = scope.ServiceProvider.GetRequiredService<WorkshopDays>();
        foreach (var (slug, reminded) in await shelf.RemindedAsync(today, cancel))
        {
            if (await days.FindAsync(slug, cancel) is not { Plan.Remind: { } to } day)
                continue;
            var told = JsonSerializer.Deserialize<Dictionary<string, DateOnly>>(reminded) ?? [];
            var due = (await days.BeforeAsync(day, cancel)).Tasks.Where(t => !t.Done && t.Begin <= today).ToList();
            bool IsNew(BeforeTask task) =>
                !told.TryGetValue(Named(task.Kind), out var last) || (task.LateDays > 0 && last.AddDays(Again) <= today);
            if (!due.Any(IsNew))
                continue;
            var words = day.Kits.Count > 0 && day.Kits[0].Kit.Guide.Language == GuideLanguage.German ? Lexicon.German : Lexicon.English;
            var workshop = day.Stored.Workshop;
            await post.SendAsync(
                to,
                workshop.Name,
                Saying.Of("day.remind-subject", ("workshop", workshop.Name), ("things", due.Count)).In(words),
                Text(workshop, due, words),
                cancel
            );
            // After it lies in the outbox: what could not be written is tried again.
            foreach (var task in due)
                told[Named(task.Kind)] = today;
            await shelf.RemindAsync(slug, JsonSerializer.Serialize(told), cancel);
        }
    }

    // No guest is named: what is erased of them is in no message to somebody else.
    private static string Text(StoredWorkshop workshop, IReadOnlyList<BeforeTask> due, Lexicon words)
    {
        Saying What(BeforeKind kind) => Saying.Of("day.kind", ("kind", Named(kind)));
        Saying Line(BeforeTask task) =>
            task.LateDays == 0 ? Saying.Of("day.remind-line", ("what", What(task.Kind)), ("due", Day(task.Due)))
            : task.Endangers.Count == 0 ? Saying.Of("day.remind-late-alone", ("what", What(task.Kind)), ("days", task.LateDays))
            : Saying.Of(
                "day.remind-late",
                ("what", What(task.Kind)),
                ("days", task.LateDays),
                ("list", task.Endangers.Select(What).ToList())
            );
        return string.Join(
            '\n',
            [
                Saying.Of("day.remind-head", ("workshop", workshop.Name), ("date", Day(workshop.Date))).In(words),
                "",
                .. due.Select(t => $"- {Line(t).In(words)}"),
                "",
            ]
        );
    }

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Named(BeforeKind kind) => JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString());

    [LoggerMessage(LogLevel.Error, "Nobody was reminded: {Why}")]
    private static partial void NotReminded(ILogger log, string why);
}
