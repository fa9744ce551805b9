using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace VelvetFold.Web.Tests;

/// <summary>The application over a real SQLite file in a folder of its own.</summary>
public sealed class Studio : WebApplicationFactory<Program>
{
    public string Folder { get; } = Directory.CreateTempSubdirectory("velvet-").FullName;

    protected override void ConfigureWebHost(IWebHostBuilder builder) =>
        builder.UseSetting("data", Folder).UseSetting("port", FreePort().ToString(System.Globalization.CultureInfo.InvariantCulture));

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (!disposing)
            return;
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (Directory.Exists(Folder))
            Directory.Delete(Folder, recursive: true);
    }

    public static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    public static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");
}
