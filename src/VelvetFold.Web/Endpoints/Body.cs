using System.Globalization;
using Microsoft.Net.Http.Headers;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Json;

namespace VelvetFold.Web.Endpoints;

/// <summary>Reads requests and writes answers the way all endpoints do.</summary>
internal static class Body
{
    /// <summary>Reads a whole body as a document: its value, or every fault it has.</summary>
    public static async Task<DocumentReading<T>> ReadAsync<T>(HttpRequest request)
        where T : class => Document.Read<T>(await BytesAsync(request));

    /// <summary>Reads a body that carries a kit, and checks the kit's rules too.</summary>
    public static async Task<DocumentReading<T>> ReadAsync<T>(HttpRequest request, string kitPath, Func<T, Kit> kit)
        where T : class
    {
        var reading = await ReadAsync<T>(request);
        if (reading.Value is not { } value)
            return reading;
        var faults = KitRules.Faults(kit(value));
        return faults.Count == 0 ? reading : new(null, [.. faults.Select(f => f with { Path = kitPath + f.Path })]);
    }

    public static async Task<byte[]> BytesAsync(HttpRequest request, long most = Application.LargestBody)
    {
        using var buffer = new MemoryStream();
        var chunk = new byte[64 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, request.HttpContext.RequestAborted)) > 0)
        {
            // The server stops at the limit by itself; a host without one must not fill the memory either.
            if (buffer.Length + read > most)
                throw new BadHttpRequestException(Saying.Of("problem.too-large").ToString(), StatusCodes.Status413PayloadTooLarge);
            buffer.Write(chunk, 0, read);
        }
        return buffer.ToArray();
    }

    /// <summary>An answer with its lengths in a unit.</summary>
    public static IResult Json<T>(T value, LengthUnit unit, int status = 200) => Results.Json(value, JsonText.In(unit), statusCode: status);

    public static void SetRevision(HttpContext context, int revision) =>
        context.Response.Headers[HeaderNames.ETag] = string.Create(CultureInfo.InvariantCulture, $"\"{revision}\"");

    /// <summary>The revision a writer says it saw, or null where it says none.</summary>
    public static int? SeenRevision(HttpRequest request) =>
        int.TryParse(
            request.Headers.IfMatch.ToString().Replace("W/", "", StringComparison.Ordinal).Trim('"'),
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out var seen
        )
            ? seen
            : null;
}
