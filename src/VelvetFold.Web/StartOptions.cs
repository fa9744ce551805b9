using System.Net;
using System.Net.Sockets;

namespace VelvetFold.Web;

/// <summary>How the application was asked to start.</summary>
internal sealed record StartOptions(string Data, int Port, bool Demo)
{
    public static StartOptions From(IConfiguration configuration) =>
        new(
            Path.GetFullPath(configuration["data"] ?? Path.Combine(Environment.CurrentDirectory, ".velvet", "studio")),
            int.TryParse(configuration["port"] ?? "5080", out var port) ? port : -1,
            configuration["demo"] is "true"
        );

    /// <summary>Why it cannot start so, in one sentence, or null where it can.</summary>
    public string? WhyNot()
    {
        if (Port is < 1 or > 65535)
            return "The port must be a number from 1 to 65535.";
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
