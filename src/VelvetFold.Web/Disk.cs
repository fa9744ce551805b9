using Microsoft.Data.Sqlite;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web;

/// <summary>A disk that is full, or refuses: told in a sentence, never as a fault of the tool.</summary>
internal static class Disk
{
    // SQLite, Result and Error Codes; ENOSPC of errno.h as Linux has it.
    private const int ReadOnly = 8,
        InputOutput = 10,
        Full = 13,
        CannotOpen = 14,
        NoSpace = 28;

    /// <summary>Less than so much free, and no more files are taken: saves of kits have what is left. In bytes.</summary>
    private const long KeptFree = 64L * 1024 * 1024;

    /// <summary>So much guests' pictures may take together, in bytes.</summary>
    public const long MostPictures = 2L * 1024 * 1024 * 1024;

    /// <summary>What to say of a fault that comes from the disk; null where it does not.</summary>
    public static IResult? Trouble(Exception exception)
    {
        for (var fault = exception; fault is not null; fault = fault.InnerException)
            switch (fault)
            {
                case SqliteException { SqliteErrorCode: Full }:
                case IOException { HResult: NoSpace }:
                    return Problems.Of(507, "problem.disk-full");
                case SqliteException { SqliteErrorCode: ReadOnly or InputOutput or CannotOpen } refused:
                    return Problems.Of(507, "problem.disk-refuses", ("why", Saying.Plain(refused.Message)));
                case UnauthorizedAccessException refused:
                    return Problems.Of(507, "problem.disk-refuses", ("why", Saying.Plain(refused.Message)));
            }
        return null;
    }

    /// <summary>Files are taken only while there is room for what matters more.</summary>
    public static async Task RoomForFiles(HttpContext context, RequestDelegate next)
    {
        if (context.GetEndpoint()?.Metadata.GetMetadata<TakesFilesMark>() is not null && await WhyNotAsync(context) is { } why)
        {
            await Problems.Of(507, "problem.no-room-for-files", ("why", why)).ExecuteAsync(context);
            return;
        }
        await next(context);
    }

    private static async Task<Saying?> WhyNotAsync(HttpContext context)
    {
        if (new DriveInfo(context.RequestServices.GetRequiredService<StudioFolder>().Path).AvailableFreeSpace < KeptFree)
            return Saying.Of("problem.disk-nearly-full", ("size", KeptFree / 1024 / 1024));
        return await context.RequestServices.GetRequiredService<Pictures>().BytesAsync(context.RequestAborted) >= MostPictures
            ? Saying.Of("problem.pictures-of-all", ("size", MostPictures / 1024 / 1024))
            : null;
    }
}
