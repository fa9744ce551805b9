using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace VelvetFold.Web.Doors;

/// <summary>By which address others reach the studio: what links and codes begin with. It is never taken from what a request says of
/// itself: mail would carry links that lead elsewhere.</summary>
/// <param name="Public">As it was named at the start, or the one it answers on; none where the studio is reached on this machine
/// alone.</param>
internal sealed record StudioAddress(Uri? Public)
{
    public static StudioAddress Of(StartOptions start) =>
        new(
            start.Public
                ?? (start.IsOfThisMachine ? null : new UriBuilder(Uri.UriSchemeHttps, Reached(start.Listens!).ToString(), start.Port).Uri)
        );

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

    /// <summary>The names and addresses under which a browser may ask for the studio. By another name a page from elsewhere would be of
    /// the same origin as the studio (a name that is bound anew to this machine).</summary>
    public static IReadOnlyList<string> Hosts(StartOptions start) =>
        [
            "localhost",
            "127.0.0.1",
            "[::1]",
            .. start.Public is { } named ? [named.Host] : Array.Empty<string>(),
            .. start.IsOfThisMachine
                ? []
                : Own(start.Listens!).Select(Written).Append(Environment.MachineName).Append(Environment.MachineName + ".local"),
        ];

    /// <summary>The addresses that are meant by one: itself, or all of this machine's.</summary>
    public static IReadOnlyList<IPAddress> Own(IPAddress address) =>
        IsAny(address)
            ?
            [
                .. NetworkInterface
                    .GetAllNetworkInterfaces()
                    .SelectMany(n => n.GetIPProperties().UnicastAddresses)
                    .Select(a => a.Address)
                    .Where(a => !a.IsIPv6LinkLocal)
                    .OrderBy(a => IPAddress.IsLoopback(a))
                    .ThenBy(a => a.AddressFamily == AddressFamily.InterNetworkV6),
            ]
            : [address];

    private static string Written(IPAddress address) =>
        address.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{address}]" : address.ToString();

    private static bool IsAny(IPAddress address) => address.Equals(IPAddress.Any) || address.Equals(IPAddress.IPv6Any);

    // Of all addresses of this machine, the first by which others come.
    private static IPAddress Reached(IPAddress address) => Own(address) is [var first, ..] ? first : IPAddress.Loopback;
}
