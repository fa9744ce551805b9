using System.Data.Common;
using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using VelvetFold.Formats;
using VelvetFold.Store;

namespace VelvetFold.Web.Tests;

/// <summary>What is kept of guests: listed, exported, erased; and a disk that is full.</summary>
public sealed class PrivacyTests : IAsyncDisposable
{
    private readonly Studio _studio = new();
    private readonly HttpClient _http;

    public PrivacyTests() => _http = _studio.CreateClient();

    public async ValueTask DisposeAsync()
    {
        _http.Dispose();
        await _studio.DisposeAsync();
    }

    private const string Address = "wren.of.the.pier@example.org";

    // A guest with all that can be kept, at a workshop so many days ago.
    private async Task<int> GuestAsync(int daysAgo = 10)
    {
        await _http.PostAsync("/api/demo", null);
        var date = DateTime.UtcNow.Date.AddDays(-daysAgo).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        using var workshop = await _http.PostAsJsonAsync(
            "/api/workshops",
            new
            {
                name = $"Old table {daysAgo}",
                date,
                kits = new[] { "kite-weekend" },
            }
        );
        Assert.Equal(HttpStatusCode.Created, workshop.StatusCode);
        var slug = (await workshop.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("slug").GetString();
        using var added = await _http.PostAsJsonAsync(
            "/api/kits/kite-weekend/guests",
            new
            {
                name = $"Wrenna Pierside {daysAgo}",
                changes = Array.Empty<object>(),
                photos = new Dictionary<string, string> { ["L1"] = "6x4" },
                email = Address,
                needs = "left-handed trimmer",
                workshop = slug,
                words = new Dictionary<string, object> { ["L1"] = new { names = "Wrenna and Tam" } },
            }
        );
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        var id = (await added.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt32();
        using var link = await _http.PostAsJsonAsync(
            $"/api/kits/kite-weekend/guests/{id}/invitation",
            new { mail = true, address = "http://127.0.0.1:5080" }
        );
        Assert.Equal(HttpStatusCode.Created, link.StatusCode);
        return id;
    }

    private async Task<JsonElement> KeptAsync(int id) =>
        (await _http.GetFromJsonAsync<JsonElement>("/api/privacy"))
            .GetProperty("guests")
            .EnumerateArray()
            .Single(g => g.GetProperty("kept").GetProperty("id").GetInt32() == id);

    private async Task<bool> IsErasedAsync(int id) => Has((await KeptAsync(id)).GetProperty("kept"), "erasedAt");

    private static bool Has(JsonElement of, string name) => of.TryGetProperty(name, out var value) && value.ValueKind != JsonValueKind.Null;

    [Fact]
    public async Task What_is_kept_is_listed_and_leaves_in_open_formats()
    {
        var id = await GuestAsync();
        var listed = await KeptAsync(id);
        var kept = listed.GetProperty("kept");
        Assert.Equal(Address, kept.GetProperty("email").GetString());
        Assert.True(kept.GetProperty("hasPhotos").GetBoolean() && kept.GetProperty("hasWords").GetBoolean());
        Assert.Equal(1, kept.GetProperty("links").GetInt32());
        Assert.Equal(1, listed.GetProperty("messages").GetInt32());
        await using var zip = new ZipArchive(await _http.GetStreamAsync($"/api/privacy/guests/{id}.zip"));
        using var text = new StreamReader(await zip.GetEntry("guest.json")!.OpenAsync());
        var guest = JsonSerializer.Deserialize<JsonElement>(await text.ReadToEndAsync());
        Assert.Equal("left-handed trimmer", guest.GetProperty("needs").GetString());
        Assert.Equal("Wrenna and Tam", guest.GetProperty("words").GetProperty("L1").GetProperty("names").GetString());
        Assert.Single(zip.Entries, e => e.FullName.StartsWith("messages/", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_is_erased_is_in_no_file_of_the_studio_and_the_bags_add_up_as_before()
    {
        var id = await GuestAsync();
        var bags = await _http.GetStringAsync("/api/kits/kite-weekend/guests/totals");
        using var erased = await _http.DeleteAsync(new Uri($"/api/privacy/guests/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NoContent, erased.StatusCode);
        var kept = (await KeptAsync(id)).GetProperty("kept");
        Assert.Equal($"Guest {id}", kept.GetProperty("name").GetString());
        Assert.False(Has(kept, "email"));
        Assert.True(Has(kept, "erasedAt"));
        // The lock is held, and empty.
        foreach (
            var file in Directory
                .GetFiles(_studio.Folder, "*", SearchOption.AllDirectories)
                .Where(f => !f.EndsWith(".open", StringComparison.Ordinal))
        )
        {
            var bytes = await ReadAsync(file);
            foreach (var told in new[] { Address, "Wrenna", "left-handed" })
                Assert.False(bytes.AsSpan().IndexOf(Encoding.UTF8.GetBytes(told)) >= 0, $"{told} is in {Path.GetFileName(file)}");
        }
        Assert.NotEmpty(bags);

        // Copies that were made before are named: a daily one, one before a migration, and what a restore put aside.
        Directory.CreateDirectory(Path.Combine(_studio.Folder, "before-20260101-120000"));
        await File.WriteAllTextAsync(Path.Combine(_studio.Folder, "studio.db.before-Table"), "");
        await File.WriteAllTextAsync(
            Path.Combine(Directory.CreateDirectory(Path.Combine(_studio.Folder, "backups")).FullName, "studio.zip"),
            ""
        );
        var copies = (await _http.GetFromJsonAsync<JsonElement>("/api/privacy")).GetProperty("copies").EnumerateArray();
        Assert.Equal(
            ["backups/studio.zip", "before-20260101-120000", "studio.db.before-Table"],
            copies.Select(c => c.GetProperty("name").GetString()).Order(StringComparer.Ordinal)
        );
        using var gone = await _http.DeleteAsync(new Uri("/api/privacy/guests/99999", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, gone.StatusCode);
    }

    private static async Task<byte[]> ReadAsync(string file)
    {
        await using var from = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        using var to = new MemoryStream();
        await from.CopyToAsync(to);
        return to.ToArray();
    }

    [Fact]
    public async Task Guests_are_erased_so_many_days_after_their_workshop_where_the_studio_says_so()
    {
        var old = await GuestAsync(31);
        var young = await GuestAsync(29);
        var forgetting = _studio.Services.GetServices<IHostedService>().OfType<Forgetting>().Single();
        await forgetting.EraseDueAsync(default);
        Assert.False(await IsErasedAsync(old));
        using var refused = await _http.PutAsJsonAsync("/api/privacy", new { erasedAfterDays = -1 });
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        using var set = await _http.PutAsJsonAsync("/api/privacy", new { erasedAfterDays = 30 });
        Assert.Equal(HttpStatusCode.NoContent, set.StatusCode);
        await forgetting.EraseDueAsync(default);
        Assert.True(await IsErasedAsync(old));
        Assert.False(await IsErasedAsync(young));
    }

    [Fact]
    public async Task A_full_disk_is_told_in_one_sentence_and_what_was_saved_is_whole()
    {
        var growth = new NoGrowth();
        await using var own = new Studio();
        await using var disk = own.WithWebHostBuilder(b =>
            b.ConfigureTestServices(services =>
                services.AddDbContext<StudioContext>((_, o) => o.UseStudio(own.Folder).AddInterceptors(growth))
            )
        );
        using var http = disk.CreateClient();
        await http.PostAsync("/api/demo", null);
        var before = await http.GetStringAsync("/api/kits/kite-weekend");
        growth.IsOver = true;
        HttpResponseMessage? answer = null;
        for (var n = 0; n < 40 && answer?.StatusCode is null or HttpStatusCode.Created; n++)
        {
            answer?.Dispose();
            answer = await http.PostAsync("/api/kits", Studio.Json(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))));
        }
        Assert.Equal(HttpStatusCode.InsufficientStorage, answer!.StatusCode);
        Assert.Equal("The disk of the studio is full.", await SharedStudio.TitleAsync(answer));
        answer.Dispose();
        Assert.Equal(before, await http.GetStringAsync("/api/kits/kite-weekend"));
    }

    // The database may not grow: SQLite says of it what it says of a full disk.
    private sealed class NoGrowth : DbConnectionInterceptor
    {
        public bool IsOver { get; set; }

        public override async Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            if (!IsOver)
                return;
            await using var pages = connection.CreateCommand();
            pages.CommandText = "PRAGMA page_count";
            var now = Convert.ToInt64(await pages.ExecuteScalarAsync(cancellationToken), CultureInfo.InvariantCulture);
            await using var most = connection.CreateCommand();
            most.CommandText = string.Create(CultureInfo.InvariantCulture, $"PRAGMA max_page_count={now}");
            await most.ExecuteScalarAsync(cancellationToken);
        }
    }
}
