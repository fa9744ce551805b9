using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using VelvetFold.Formats;
using VelvetFold.Store;

namespace VelvetFold.Web.Tests;

/// <summary>One bad record spoils nothing else.</summary>
public sealed class BadRecordTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static JsonNode Kite => JsonNode.Parse(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend")))!;

    [Theory]
    [InlineData("papers")]
    [InlineData("parts")]
    [InlineData("layouts")]
    [InlineData("keptSheets")]
    [InlineData("chosenPlans")]
    [InlineData("spares")]
    public async Task Nothing_in_a_list_is_refused_with_its_place(string list)
    {
        var kit = Kite;
        var items = kit[list] as JsonArray ?? [];
        kit[list] = new JsonArray([.. items.Select(i => i!.DeepClone()), null]);
        var response = await _http.PostAsync("/api/kits", Studio.Json(kit.ToJsonString()));
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        var errors = JsonNode.Parse(await response.Content.ReadAsStringAsync())!["errors"]!.AsObject();
        Assert.Equal($"{list}[{items.Count}]", Assert.Single(errors).Key);
    }

    [Theory]
    [InlineData("/api/kits/kite-weekend/guests", """{"name":"A","changes":[null]}""", "changes[0]")]
    [InlineData("/api/workshops", """{"name":"A","date":"2031-05-01","kits":["kite-weekend",null]}""", "kits[1]")]
    [InlineData("/api/compute/cuts", """{"sheets":[null],"pieces":[]}""", "sheets[0]")]
    [InlineData("/api/compute/counts", """{"kit":{"name":"A","layouts":[{"id":"L1","pieces":[null]}]}}""", "kit.layouts[0].pieces[0]")]
    public async Task Nothing_in_any_other_list_is_refused_likewise(string path, string body, string place)
    {
        await _http.PostAsync("/api/demo", null);
        var response = await _http.PostAsync(path, Studio.Json(body));
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        var errors = JsonNode.Parse(await response.Content.ReadAsStringAsync())!["errors"]!.AsObject();
        Assert.Equal(place, Assert.Single(errors).Key);
    }

    [Fact]
    public async Task A_stored_kit_that_cannot_be_read_is_named_and_the_others_go_on()
    {
        await _http.PostAsync("/api/demo", null);
        await using (var connection = new SqliteConnection($"Data Source={StudioDatabase.PathIn(studio.Folder)}"))
        {
            await connection.OpenAsync();
            await using var spoil = connection.CreateCommand();
            spoil.CommandText =
                "UPDATE Revisions SET Document = '{\"name\":' WHERE KitId = (SELECT Id FROM Kits WHERE Slug = 'a-year-of-bread')";
            Assert.Equal(1, await spoil.ExecuteNonQueryAsync());
        }
        var kits = JsonNode.Parse(await _http.GetStringAsync("/api/kits"))!.AsArray();
        Assert.Null(kits.Single(k => (string?)k!["slug"] == "kite-weekend")!["unreadable"]);
        var bad = kits.Single(k => (string?)k!["slug"] == "a-year-of-bread")!;
        Assert.Contains("cannot be read", (string?)bad["unreadable"], StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _http.GetAsync("/api/kits/kite-weekend")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await _http.GetAsync("/api/ledger")).StatusCode);
        var response = await _http.GetAsync("/api/kits/a-year-of-bread");
        Assert.Equal(HttpStatusCode.InternalServerError, response.StatusCode);
        Assert.Equal("This kit cannot be read.", (string?)JsonNode.Parse(await response.Content.ReadAsStringAsync())!["title"]);
    }

    // What is refused at the door and stands in a stored kit all the same: it is opened, named as what it is, and mended by saving.
    [Fact]
    public async Task A_stored_kit_with_stock_beyond_its_limit_and_an_offcut_named_twice_opens_and_spoils_nothing()
    {
        await _http.PostAsync("/api/demo", null);
        var kit = JsonNode.Parse(await _http.GetStringAsync("/api/kits/kite-weekend"))!["kit"]!.AsObject();
        kit["papers"]![0]!["onHand"] = 2_000_000_000;
        var offcut = new JsonObject
        {
            ["size"] = new JsonObject { ["width"] = "6 in", ["height"] = "4 in" },
            ["count"] = 1,
        };
        kit["papers"]![1]!["offcuts"] = new JsonArray(offcut.DeepClone(), offcut.DeepClone());
        Assert.Equal(HttpStatusCode.BadRequest, (await _http.PostAsync("/api/kits", Studio.Json(kit.ToJsonString()))).StatusCode);
        await using (var connection = new SqliteConnection($"Data Source={StudioDatabase.PathIn(studio.Folder)}"))
        {
            await connection.OpenAsync();
            await using var spoil = connection.CreateCommand();
            spoil.CommandText = "UPDATE Revisions SET Document = $document WHERE KitId = (SELECT Id FROM Kits WHERE Slug = 'kite-weekend')";
            spoil.Parameters.AddWithValue("$document", kit.ToJsonString());
            Assert.Equal(1, await spoil.ExecuteNonQueryAsync());
        }
        Assert.Equal(HttpStatusCode.OK, (await _http.GetAsync("/api/kits")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await _http.GetAsync("/api/ledger")).StatusCode);
        // Another kit, of this test's own: those of the demo are spoiled by others.
        var other = await _http.PostAsync("/api/kits", Studio.Json(Kite.ToJsonString()));
        var slug = (string)JsonNode.Parse(await other.Content.ReadAsStringAsync())!["slug"]!;
        Assert.Equal(HttpStatusCode.OK, (await _http.GetAsync($"/api/kits/{slug}")).StatusCode);
        // Counts are the ledger's: what the document says of them is not looked at.
        var opened = JsonNode.Parse(await _http.GetStringAsync("/api/kits/kite-weekend"))!["kit"]!;
        Assert.Equal(24, (int)opened["papers"]![0]!["onHand"]!);
        Assert.Empty(opened["papers"]![1]!["offcuts"]!.AsArray());
    }

    [Fact]
    public async Task An_empty_message_in_the_outbox_is_told_and_the_others_are_shown()
    {
        var outbox = Directory.CreateDirectory(Path.Combine(studio.Folder, "outbox")).FullName;
        await File.WriteAllTextAsync(Path.Combine(outbox, "20310501-120000-000-aaaaaaaa.eml"), "");
        await File.WriteAllTextAsync(
            Path.Combine(outbox, "20310501-120000-001-bbbbbbbb.eml"),
            "From: a@example.org\r\nTo: b@example.org\r\nSubject: Hello\r\nDate: Thu, 01 May 2031 12:00:00 +0000\r\n\r\nGood day.\r\n"
        );
        var mail = JsonNode.Parse(await _http.GetStringAsync("/api/outbox"))!["mail"]!.AsArray();
        Assert.Equal(2, mail.Count);
        Assert.Contains(mail, m => (string?)m!["subject"] == "Hello");
    }
}
