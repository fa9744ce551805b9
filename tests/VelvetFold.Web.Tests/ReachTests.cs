using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace VelvetFold.Web.Tests;

/// <summary>How others reach a studio: over HTTPS, or by a proxy. Other addresses of the loopback range stand for other machines.</summary>
public sealed class ReachTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("velvet-reach-").FullName;
    private readonly List<Process> _started = [];

    public void Dispose()
    {
        foreach (var process in _started)
        {
            process.Kill();
            process.WaitForExit();
            process.Dispose();
        }
        Directory.Delete(_folder, recursive: true);
    }

    // Until it has said all that is said at the start; the last is the owner's link.
    private async Task<List<string>> Started(int port, params string[] more)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [
                Path.Combine(AppContext.BaseDirectory, "VelvetFold.Web.dll"),
                "--data",
                Path.Combine(_folder, "studio"),
                "--port",
                port.ToString(CultureInfo.InvariantCulture),
                .. more,
            ]
        )
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        var process = Process.Start(start)!;
        _started.Add(process);
        var said = new List<string>();
        using var wait = new CancellationTokenSource(TimeSpan.FromMinutes(5));
        while (await process.StandardOutput.ReadLineAsync(wait.Token) is { } line)
        {
            said.Add(line);
            if (line.Contains("/welcome/", StringComparison.Ordinal))
                return said;
        }
        throw new InvalidOperationException(await process.StandardError.ReadToEndAsync());
    }

    // Whoever is served with another certificate than the one whose fingerprint was printed goes no further.
    private static HttpClient Client(string address, string from, string? fingerprint = null) =>
        new(
            new SocketsHttpHandler
            {
                AllowAutoRedirect = false,
                SslOptions = new()
                {
                    RemoteCertificateValidationCallback = (_, certificate, _, _) => Fingerprint(certificate!) == fingerprint,
                },
                ConnectCallback = async (asked, cancel) =>
                {
                    var socket = new Socket(AddressFamily.InterNetwork, SocketType.Stream, ProtocolType.Tcp);
                    socket.Bind(new IPEndPoint(IPAddress.Parse(from), 0));
                    await socket.ConnectAsync(asked.DnsEndPoint, cancel);
                    return new NetworkStream(socket, ownsSocket: true);
                },
            }
        )
        {
            BaseAddress = new(address),
        };

    private static string Fingerprint(X509Certificate certificate) =>
        string.Join(':', Convert.ToHexString(SHA256.HashData(certificate.GetRawCertData())).Chunk(2).Select(pair => new string(pair)));

    [Fact]
    public async Task On_another_address_it_is_reached_over_https_with_the_certificate_whose_fingerprint_is_printed()
    {
        var port = Studio.FreePort();
        var said = await Started(port, "--address", "127.0.0.2");
        Assert.Contains(said, s => s.StartsWith($"Velvet Fold is open at https://127.0.0.2:{port}", StringComparison.Ordinal));
        var fingerprint = said.Single(s => s.Contains("fingerprint", StringComparison.Ordinal)).Split(' ')[^1];
        using var http = Client($"https://127.0.0.2:{port}", "127.0.0.3", fingerprint);
        using var health = await http.GetAsync("/api/health");
        Assert.Equal(HttpStatusCode.OK, health.StatusCode);
        using var mistaken = Client($"https://127.0.0.2:{port}", "127.0.0.3", fingerprint[..^2] + "??");
        await Assert.ThrowsAnyAsync<HttpRequestException>(() => mistaken.GetAsync("/api/health"));
        using var kits = await http.GetAsync("/api/kits");
        Assert.Equal(HttpStatusCode.Unauthorized, kits.StatusCode);
        // By another name it could be a page from elsewhere that asks.
        using var named = new HttpRequestMessage(HttpMethod.Get, "/api/health") { Headers = { Host = "evil.example" } };
        using var refused = await http.SendAsync(named);
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        using var plain = Client($"http://127.0.0.2:{port}", "127.0.0.3");
        await Assert.ThrowsAnyAsync<HttpRequestException>(() => plain.GetAsync("/api/health"));
        // Whoever can read the key can be the studio.
        if (!OperatingSystem.IsWindows())
        {
            var file = Path.Combine(_folder, "studio", "certificate.pfx");
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(file));
        }

        _started[0].Kill();
        await _started[0].WaitForExitAsync();
        var again = await Started(port, "--address", "127.0.0.2");
        Assert.Contains(again, s => s.EndsWith(fingerprint, StringComparison.Ordinal));
        // The link of the first start is over.
        var link = said[^1].Split(' ')[^1];
        using var old = await http.GetAsync("/api" + new Uri(link).AbsolutePath);
        Assert.Equal(HttpStatusCode.NotFound, old.StatusCode);
    }

    [Fact]
    public async Task Behind_a_proxy_nobody_else_is_answered_and_what_the_proxy_says_is_believed()
    {
        var port = Studio.FreePort();
        var said = await Started(port, "--address", "127.0.0.2", "--proxy", "127.0.0.4", "--public-address", "https://studio.example");
        Assert.StartsWith("https://studio.example/welcome/", said[^1].Split(' ')[^1], StringComparison.Ordinal);
        static async Task<HttpStatusCode> Asked(HttpClient http, string? proto)
        {
            using var asked = new HttpRequestMessage(HttpMethod.Get, "/api/health") { Headers = { Host = "studio.example" } };
            if (proto is not null)
                asked.Headers.Add("X-Forwarded-Proto", proto);
            asked.Headers.Add("X-Forwarded-For", "192.0.2.7");
            using var answer = await http.SendAsync(asked);
            return answer.StatusCode;
        }
        using var proxy = Client($"http://127.0.0.2:{port}", "127.0.0.4");
        using var stranger = Client($"http://127.0.0.2:{port}", "127.0.0.3");
        Assert.Equal(HttpStatusCode.OK, await Asked(proxy, "https"));
        Assert.Equal(HttpStatusCode.Forbidden, await Asked(proxy, "http"));
        Assert.Equal(HttpStatusCode.Forbidden, await Asked(proxy, null));
        Assert.Equal(HttpStatusCode.Forbidden, await Asked(stranger, "https"));
    }

    [Theory]
    [InlineData("--address nowhere", "--address nowhere is no address of a machine")]
    [InlineData("--address 192.0.2.1", "192.0.2.1 is no address of this machine")]
    [InlineData("--public-address http://studio.example", "it must read like https://studio.example")]
    [InlineData("--proxy 127.0.0.4", "name it with --public-address")]
    [InlineData("--proxy elsewhere --public-address https://studio.example", "--proxy elsewhere is no address of a machine")]
    [InlineData("--address 127.0.0.2 --certificate /nowhere.pem", "There is no file /nowhere.pem")]
    [InlineData("--certificate /etc/hostname", "A certificate is of use only")]
    [InlineData("--address 127.0.0.2 --certificate /etc/hostname", "The certificate /etc/hostname cannot be used")]
    [InlineData("--address 127.0.0.2 --demo true", "The demo is for this machine alone")]
    public async Task What_cannot_be_is_refused_in_one_sentence(string asked, string told)
    {
        var refused = await Assert.ThrowsAsync<InvalidOperationException>(() => Started(Studio.FreePort(), asked.Split(' ')));
        Assert.Contains(told, Assert.Single(refused.Message.Trim().Split('\n')), StringComparison.Ordinal);
    }
}
