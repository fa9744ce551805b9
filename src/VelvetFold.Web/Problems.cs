using Microsoft.AspNetCore.Diagnostics;
using VelvetFold.Core.Kits;

namespace VelvetFold.Web;

/// <summary>Errors as problem details (RFC 9457), with a sentence for each bad value under its path.</summary>
internal static class Problems
{
    public static IResult Bad(IReadOnlyList<Fault> faults) =>
        Results.Problem(
            statusCode: 400,
            title: "Something in it cannot be read.",
            detail: string.Join(" ", faults.Take(5).Select(f => f.Says)),
            extensions: new Dictionary<string, object?> { ["errors"] = Errors(faults) }
        );

    public static IResult Bad(string path, string says) => Bad([new Fault(path, says)]);

    public static IResult NoKit(string slug) =>
        Results.Problem(
            statusCode: 404,
            title: "No such kit.",
            detail: $"There is no kit '{slug}'. It may have been removed, or the address is mistyped."
        );

    public static IResult NotSeen() =>
        Results.Problem(
            statusCode: 428,
            title: "Say which revision you saw.",
            detail: "A write needs an If-Match header with the ETag that was read."
        );

    public static IResult LostRace(int? newest) =>
        Results.Problem(
            statusCode: 412,
            title: "Somebody else saved meanwhile.",
            detail: "The kit was saved by somebody else since you opened it. Nothing was overwritten: choose which to keep.",
            extensions: newest is null ? null : new Dictionary<string, object?> { ["revision"] = newest }
        );

    private static Dictionary<string, string> Errors(IReadOnlyList<Fault> faults) =>
        faults.GroupBy(f => f.Path).ToDictionary(g => g.Key, g => string.Join(" ", g.Select(f => f.Says)));

    /// <summary>A body that is too large or cut short is the sender's error, not ours.</summary>
    internal sealed class BadRequestHandler : IExceptionHandler
    {
        public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
        {
            if (exception is OperationCanceledException && context.RequestAborted.IsCancellationRequested)
            {
                context.Response.StatusCode = 499; // nobody is waiting for the answer any more
                return true;
            }
            if (exception is not BadHttpRequestException bad)
                return false;
            var detail = bad.StatusCode == 413 ? $"The request is larger than {Application.LargestBody / 1024 / 1024} MB." : bad.Message;
            await Results.Problem(statusCode: bad.StatusCode, title: "The request cannot be taken.", detail: detail).ExecuteAsync(context);
            return true;
        }
    }
}
