namespace VelvetFold.Web;

/// <summary>By which address others reach the studio: what links and codes begin with. It is never taken from what a request says of
/// itself: mail would carry links that lead elsewhere.</summary>
/// <param name="Public">As it was named at the start; none where the studio is reached on this machine alone.</param>
internal sealed record StudioAddress(Uri? Public)
{
    /// <summary>The address that links begin with; null where the one asked for is none of this studio.</summary>
    /// <param name="asked">The browser's own, such as <c>http://127.0.0.1:5080</c>.</param>
    public Uri? For(string? asked) =>
        Public
        ?? (
            Uri.TryCreate(asked, UriKind.Absolute, out var own) && own.Scheme is "http" or "https" && own.IsLoopback
                ? new Uri(own.GetLeftPart(UriPartial.Authority))
                : null
        );

    /// <summary>Whether a page of that origin is the studio's own.</summary>
    public bool IsOwn(string origin, HttpRequest request) =>
        origin == $"{request.Scheme}://{request.Host}" || (Public is { } named && origin == named.GetLeftPart(UriPartial.Authority));
}
