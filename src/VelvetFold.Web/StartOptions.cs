using System.Net;
using System.Net.Sockets;

namespace VelvetFold.Web;

/// <summary>How the application was asked to start.</summary>
internal sealed record StartOptions
{
    public required string Data { get; init; }

    public int Port { get; init; }

    public bool Demo { get; init; }

    /// <summary>How many daily backups are kept; 0 where none are made, -1 where that was no number.</summary>
    public int KeepBackups { get; init; }

    /// <summary>The address it answers on, as it was said.</summary>
    public required string Address { get; init; }

    /// <summary>The address others reach it by; none where it is the one it answers on.</summary>
    public string? PublicAddress { get; init; }

    /// <summary>The proxies that bring others to it, by their addresses, with commas between.</summary>
    public string? Proxy { get; init; }

    /// <summary>A certificate in PEM or PFX; none where one is made.</summary>
    public string? Certificate { get; init; }

    /// <summary>The key of a certificate in PEM; none where it is in the same file.</summary>
    public string? CertificateKey { get; init; }

    /// <summary>Whether people sign in on this machine too.</summary>
    public bool SignIn { get; init; }

    /// <summary>Whether a link for an owner is to be printed though there is one.</summary>
    public bool OwnerLink { get; init; }

    public static StartOptions From(IConfiguration configuration)
    {
        string? Said(string name) => configuration[name] is { Length: > 0 } said ? said : null;
        return new()
        {
            Data = Path.GetFullPath(configuration["data"] ?? Path.Combine(Environment.CurrentDirectory, ".velvet", "studio")),
            Port = int.TryParse(configuration["port"] ?? "5080", out var port) ? port : -1,
            Demo = configuration["demo"] is "true",
            KeepBackups = int.TryParse(configuration["keep-backups"] ?? "0", out var keep) ? keep : -1,
            Address = Said("address") ?? Said("VELVET_ADDRESS") ?? "127.0.0.1",
            PublicAddress = Said("public-address"),
            Proxy = Said("proxy"),
            Certificate = Said("certificate"),
            CertificateKey = Said("certificate-key"),
            SignIn = configuration["sign-in"] is "true",
            OwnerLink = configuration["owner-link"] is "true",
        };
    }

    /// <summary>The public address as one, or null where it is none, or not named.</summary>
    public Uri? Public =>
        Uri.TryCreate(PublicAddress, UriKind.Absolute, out var address)
        && address.Scheme == Uri.UriSchemeHttps
        && address.PathAndQuery == "/"
            ? address
            : null;

    /// <summary>The address it answers on, or null where it is none.</summary>
    public IPAddress? Listens =>
        Address == "localhost" ? IPAddress.Loopback
        : IPAddress.TryParse(Address, out var address) ? address
        : null;

    /// <summary>Whether only this machine reaches it. The other addresses of the loopback range stand for other machines.</summary>
    public bool IsOfThisMachine => Listens is { } at && (at.Equals(IPAddress.Loopback) || at.Equals(IPAddress.IPv6Loopback));

    /// <summary>Whether nobody but whoever sits at this machine uses it: nobody signs in.</summary>
    public bool IsAlone => IsOfThisMachine && PublicAddress is null && Proxy is null && !SignIn;

    /// <summary>The proxies that are believed; one of this machine where none is named but others reach it by another address.</summary>
    public IReadOnlyList<IPAddress> Proxies =>
        Proxy is { } named
            ? [.. named.Split(',', StringSplitOptions.TrimEntries).Select(p => IPAddress.TryParse(p, out var one) ? one : IPAddress.None)]
        : IsOfThisMachine && PublicAddress is not null ? [IPAddress.Loopback, IPAddress.IPv6Loopback]
        : [];

    /// <summary>Whether it holds the certificate itself; a proxy before it has its own.</summary>
    public bool IsSecured => !IsOfThisMachine && Proxies.Count == 0;

    /// <summary>Whether what does not come by HTTPS is refused.</summary>
    public bool NeedsHttps => !IsOfThisMachine || Proxies.Count > 0;

    /// <summary>Why it cannot start so, in one sentence, or null where it can.</summary>
    public string? WhyNot()
    {
        if (Port is < 1 or > 65535)
            return "The port must be a number from 1 to 65535.";
        if (KeepBackups is < 0 or > 1_000)
            return "--keep-backups must be a number from 0 (none) to 1000.";
        if (Listens is not { } at)
            return $"--address {Address} is no address of a machine: name one like 192.168.1.5, 0.0.0.0 for all of this machine’s, or 127.0.0.1.";
        if (PublicAddress is not null && Public is null)
            return $"--public-address {PublicAddress} is none: it must read like https://studio.example, with nothing after it.";
        if (Proxies.Contains(IPAddress.None))
            return $"--proxy {Proxy} is no address of a machine: name one like 192.168.1.2, several with commas between.";
        if (Proxy is not null && Public is null)
            return "Behind a proxy the studio must know by which address others reach it: name it with --public-address https://studio.example.";
        if (Demo && !IsAlone)
            return "The demo is for this machine alone; serve a studio of your own to others.";
        foreach (var file in new[] { Certificate, CertificateKey })
            if (file is not null && !File.Exists(file))
                return $"There is no file {file}; --certificate and --certificate-key name files of this machine.";
        if (Certificate is not null && !IsSecured)
            return "A certificate is of use only where the studio answers on another address than this machine’s own, and without a proxy.";
        try
        {
            Directory.CreateDirectory(Data);
            var probe = Path.Combine(Data, $".write-{Environment.ProcessId}");
            File.WriteAllText(probe, "");
            File.Delete(probe);
        }
        catch (Exception refused) when (refused is IOException or UnauthorizedAccessException)
        {
            return $"The data folder {Data} cannot be written ({refused.Message.TrimEnd('.')}); name another with --data.";
        }
        try
        {
            using var listener = new TcpListener(at, Port);
            listener.Start();
            return null;
        }
        catch (SocketException taken)
        {
            return taken.SocketErrorCode == SocketError.AddressNotAvailable
                ? $"{Address} is no address of this machine; name one of its own with --address."
                : $"Port {Port} is taken by another program; name another with --port.";
        }
    }
}
