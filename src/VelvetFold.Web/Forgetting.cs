using VelvetFold.Store;
using VelvetFold.Web.Post;

namespace VelvetFold.Web;

/// <summary>Erases what is kept of guests so many days after their workshop, where the studio says so: at the start, then hourly.</summary>
internal sealed partial class Forgetting(
    IServiceScopeFactory scopes,
    PostRoom post,
    TableProgress tables,
    TimeProvider clock,
    ILogger<Forgetting> log
) : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Look, clock);
        do try
        {
            await EraseDueAsync(stoppingToken);
        }
        catch (Exception failed)
            when (failed
                    is IOException
                        or UnauthorizedAccessException
                        or Microsoft.Data.Sqlite.SqliteException
                        or Microsoft.EntityFrameworkCore.DbUpdateException
            )
        {
            NotErased(log, failed.Message); // tried again in an hour
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Erases all whose time is over.</summary>
    internal async Task EraseDueAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var privacy = scope.ServiceProvider.GetRequiredService<GuestPrivacy>();
        foreach (var guest in await privacy.DueAsync(cancel))
            await EraseAsync(privacy, post, tables, guest, cancel);
    }

    /// <summary>Erases a guest here and in the outbox.</summary>
    /// <returns>Whether there was one.</returns>
    public static async Task<bool> EraseAsync(
        GuestPrivacy privacy,
        PostRoom post,
        TableProgress tables,
        int guest,
        CancellationToken cancel
    )
    {
        var before = await privacy.FindAsync(guest, cancel);
        if (before is null)
            return false;
        // The mail first: where that fails, the address is still known for the next try.
        if (before.Email is { } email)
            await post.EraseToAsync(email, cancel);
        tables.Forget(before.Name);
        return await privacy.EraseAsync(guest, cancel);
    }

    [LoggerMessage(LogLevel.Error, "What is kept of guests was not erased: {Why}")]
    private static partial void NotErased(ILogger log, string why);
}
