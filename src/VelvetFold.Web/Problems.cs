using Microsoft.AspNetCore.Diagnostics;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Web;

/// <summary>Errors as problem details (RFC 9457), with a sentence for each bad value under its path.</summary>
internal static class Problems
{
    public static IResult Bad(IReadOnlyList<Fault> faults) =>
        Results.Problem(
            statusCode: 400,
            title: Saying.Of("problem.something-in-it-cannot").ToString(),
            detail: string.Join(" ", faults.Take(5).Select(f => f.Says)),
            extensions: new Dictionary<string, object?> { ["errors"] = Errors(faults) }
        );

    public static IResult Bad(string path, Saying says) => Bad([new Fault(path, says)]);

    /// <summary>A problem by the key of its title; KEY.detail, where the word files have it, says what to do.</summary>
    public static IResult Of(int status, string key, params IReadOnlyList<(string Blank, object? With)> blanks) =>
        Results.Problem(
            statusCode: status,
            title: Saying.Of(key, blanks).ToString(),
            detail: Lexicon.English.Has(key + ".detail") ? Saying.Of(key + ".detail", blanks).ToString() : null
        );

    public static IResult NoKit(string slug) => Problems.Of(404, "problem.no-such-kit", ("slug", slug));

    public static IResult NotSeen() => Problems.Of(428, "problem.say-which-revision-you");

    public static IResult LostRace(int? newest) =>
        Results.Problem(
            statusCode: 412,
            title: Saying.Of("problem.somebody-else-saved-meanwhile").ToString(),
            detail: Saying.Of("problem.somebody-else-saved-meanwhile.detail").ToString(),
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
            if (exception is InvalidDataException unreadable)
            {
                await Of(500, "problem.unreadable-kit", ("why", Saying.Plain(unreadable.Message))).ExecuteAsync(context);
                return true;
            }
            if (Disk.Trouble(exception) is { } trouble)
            {
                await trouble.ExecuteAsync(context);
                return true;
            }
            if (exception is not BadHttpRequestException bad)
                return false;
            var detail =
                bad.StatusCode == 413
                    ? Saying.Of("problem.the-request-is-larger", ("largestBody", Application.LargestBody / 1024 / 1024)).ToString()
                    : bad.Message;
            await Results
                .Problem(statusCode: bad.StatusCode, title: Saying.Of("problem.the-request-cannot-be").ToString(), detail: detail)
                .ExecuteAsync(context);
            return true;
        }
    }
}
