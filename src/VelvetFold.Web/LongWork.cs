using System.Globalization;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web;

/// <summary>Says of an endpoint that it may compute for seconds.</summary>
/// <param name="Budget">After so long it is given up; none where it has an end of its own.</param>
internal sealed record LongWorkMark(TimeSpan? Budget);

/// <summary>
/// Long computations wait for one of a few places, those who ask in turn, so that saves and the small answers that follow typing never
/// wait behind them. Where too many wait already, or one takes too long, it is said when to ask again.
/// </summary>
internal sealed class LongWork
{
    /// <summary>So many wait at most.</summary>
    public const int MostWaiting = 40;

    /// <summary>How long one may take.</summary>
    private static readonly TimeSpan Budget = TimeSpan.FromSeconds(90);

    /// <summary>When to ask again, in seconds.</summary>
    private const int RetryAfter = 5;

    // Each of them uses all cores where it can; half as many at once leave some to the others.
    private readonly FairQueue _places = new(Math.Max(1, Environment.ProcessorCount / 2), MostWaiting);

    /// <summary>What a search with its own end is marked with.</summary>
    public static LongWorkMark Endless { get; } = new((TimeSpan?)null);

    public static LongWorkMark Usual { get; } = new(Budget);

    public async Task RunAsync(HttpContext context, RequestDelegate next)
    {
        if (context.GetEndpoint()?.Metadata.GetMetadata<LongWorkMark>() is not { } mark)
        {
            await next(context);
            return;
        }
        var left = context.RequestAborted;
        using var place = await _places.EnterAsync(Asker(context), left);
        if (place is null)
        {
            await LaterAsync(context, "problem.too-many-at-once");
            return;
        }
        using var end = CancellationTokenSource.CreateLinkedTokenSource(left);
        if (mark.Budget is { } budget)
            end.CancelAfter(budget);
        context.RequestAborted = end.Token;
        try
        {
            await next(context);
        }
        catch (OperationCanceledException) when (!left.IsCancellationRequested && !context.Response.HasStarted)
        {
            context.RequestAborted = left;
            await LaterAsync(context, "problem.took-too-long");
        }
        finally
        {
            context.RequestAborted = left;
        }
    }

    // Whoever signed in, a guest by their link; else all who sit at one machine.
    private static string Asker(HttpContext context) =>
        context.User.NameOf()
        ?? context.Request.RouteValues.GetValueOrDefault("secret") as string
        ?? context.Connection.RemoteIpAddress?.ToString()
        ?? "";

    private static Task LaterAsync(HttpContext context, string key)
    {
        context.Response.Headers.RetryAfter = RetryAfter.ToString(CultureInfo.InvariantCulture);
        return Problems.Of(503, key).ExecuteAsync(context);
    }
}

internal static class LongWorkEndpoints
{
    /// <summary>Marks an endpoint that may compute for seconds.</summary>
    public static T IsLongWork<T>(this T builder, bool endless = false)
        where T : IEndpointConventionBuilder => builder.WithMetadata(endless ? LongWork.Endless : LongWork.Usual);
}
