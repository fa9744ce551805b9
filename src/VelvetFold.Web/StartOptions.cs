using System.Net;
using System.Net.Sockets;

namespace VelvetFold.Web;

/// <summary>How the application was asked to start.</summary>
/// <param name="KeepBackups">How many daily backups are kept; 0 where none are made, -1 where that was no number.</param>
/// <param name="PublicAddress">The address others reach it by, through a proxy of this machine; none where nobody else does.</param>
internal sealed record StartOptions(string Data, int Port, bool Demo, string? PublicAddress, int KeepBackups)
{
    public static StartOptions From(IConfiguration configuration) =>
        new(
            Path.GetFullPath(configuration["data"] ?? Path.Combine(Environment.CurrentDirectory, ".velvet", "studio")),
            int.TryParse(configuration["port"] ?? "5080", out var port) ? port : -1,
            configuration["demo"] is "true",
            configuration["public-address"] is { Length: > 0 } address ? address : null,
            int.TryParse(configuration["keep-backups"] ?? "0", out var keep) ? keep : -1
        );

    /// <summary>The address as one, or null where it is none, or not named.</summary>
    public Uri? Public =>
        Uri.TryCreate(PublicAddress, UriKind.Absolute, out var address)
        && address.Scheme is "http" or "https"
        && address.PathAndQuery == "/"
            ? address
            : null;

    /// <summary>Why it cannot start so, in one sentence, or null where it can.</summary>
    public string? WhyNot()
    {
        if (Port is < 1 or > 65535)
            return "The port must be a number from 1 to 65535.";
        if (KeepBackups is < 0 or > 1_000)
            return "--keep-backups must be a number from 0 (none) to 1000.";
        if (PublicAddress is not null && Public is null)
            return $"--public-address {PublicAddress} is no address: it must read like https://studio.example, with nothing after it.";
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
            using var listener = new TcpListener(IPAddress.Loopback, Port);
            listener.Start();
            return null;
        }
        catch (SocketException)
        {
            return $"Port {Port} is taken by another program; name another with --port.";
        }
    }
}
