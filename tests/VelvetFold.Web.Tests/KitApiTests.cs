using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Core.Kits;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

public sealed class KitApiTests : IDisposable
{
    private readonly Studio _studio = new();
    private readonly HttpClient _http;

    public KitApiTests() => _http = _studio.CreateClient();

    public void Dispose() => _studio.Dispose();

    private static Kit Demo => DemoStudio.Kit("kite-weekend");

    private static string Document(Kit kit) => KitFile.WriteDocument(kit);

    private static async Task<JsonNode> Read(HttpResponseMessage response) => JsonNode.Parse(await response.Content.ReadAsStringAsync())!;

    private async Task<HttpResponseMessage> Put(string slug, Kit kit, string? etag)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/kits/{slug}") { Content = Studio.Json(Document(kit)) };
        if (etag is not null)
            request.Headers.TryAddWithoutValidation("If-Match", etag);
        return await _http.SendAsync(request);
    }

    [Fact]
    public async Task A_kit_is_put_away_and_taken_out_again_and_stays_what_it_is()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        async Task<JsonNode> OnShelf() => Assert.Single((await Read(await _http.GetAsync("/api/kits"))).AsArray())!;
        Assert.False((bool)(await OnShelf())["putAway"]!);
        foreach (var away in new[] { true, false })
        {
            using var put = await _http.PutAsync(
                "/api/kits/kite-weekend/put-away",
                Studio.Json(new JsonObject { ["putAway"] = away }.ToJsonString())
            );
            Assert.Equal(HttpStatusCode.NoContent, put.StatusCode);
            Assert.Equal((away, 1), ((bool)(await OnShelf())["putAway"]!, (int)(await OnShelf())["revision"]!));
        }
        using var none = await _http.PutAsync("/api/kits/none/put-away", Studio.Json("""{"putAway":true}"""));
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
        using var bad = await _http.PutAsync("/api/kits/kite-weekend/put-away", Studio.Json("{}"));
        Assert.Equal(HttpStatusCode.BadRequest, bad.StatusCode);
    }

    [Fact]
    public async Task A_kit_is_added_read_and_saved_as_the_next_revision()
    {
        var added = await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        Assert.Equal("/api/kits/kite-weekend", added.Headers.Location!.ToString());
        Assert.Equal("\"1\"", added.Headers.ETag!.Tag);

        var saved = await Put("kite-weekend", Demo with { Name = "Kites" }, "\"1\"");
        Assert.Equal((HttpStatusCode.OK, "\"2\""), (saved.StatusCode, saved.Headers.ETag!.Tag));
        Assert.Equal("Kites", (string?)(await Read(await _http.GetAsync("/api/kits/kite-weekend")))["kit"]!["name"]);
        Assert.Equal("Kite weekend", (string?)(await Read(await _http.GetAsync("/api/kits/kite-weekend/revisions/1")))["kit"]!["name"]);
        Assert.Equal(2, (await Read(await _http.GetAsync("/api/kits/kite-weekend/revisions"))).AsArray().Count);
    }

    [Fact]
    public async Task A_revision_is_marked_as_the_one_its_guide_was_printed_from()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        await Put("kite-weekend", Demo with { Name = "Kites" }, "\"1\"");
        Assert.Equal(HttpStatusCode.NoContent, (await _http.PutAsync("/api/kits/kite-weekend/revisions/1/printed", null)).StatusCode);
        var revisions = (await Read(await _http.GetAsync("/api/kits/kite-weekend/revisions"))).AsArray();
        Assert.Null(revisions[0]!["printedAt"]);
        Assert.NotNull(revisions[1]!["printedAt"]);
        Assert.Equal(HttpStatusCode.NotFound, (await _http.PutAsync("/api/kits/kite-weekend/revisions/9/printed", null)).StatusCode);
    }

    [Fact]
    public async Task Papers_and_parts_are_found_across_kits()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        await _http.PostAsync("/api/kits", Studio.Json(Document(DemoStudio.Kit("year-of-bread"))));
        async Task<string[]> Found(string find) =>
            [
                .. (await Read(await _http.GetAsync($"/api/stock?find={Uri.EscapeDataString(find)}")))
                    .AsArray()
                    .SelectMany(k => k!["papers"]!.AsArray().Concat(k["parts"]!.AsArray()))
                    .Select(p => (string)p!["name"]!),
            ];
        Assert.Equal(["Tail twine"], await Found("TWINE"));
        Assert.Equal(["Spar Plaid"], await Found("kite plaid")); // a word of the kit's name and one of the paper's
        Assert.Empty(await Found("velvet rope"));
        Assert.True((await Found("")).Length > 12);
    }

    [Fact]
    public async Task A_lost_race_is_told_and_nothing_is_overwritten()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        await Put("kite-weekend", Demo with { Name = "First" }, "\"1\"");
        var lost = await Put("kite-weekend", Demo with { Name = "Second" }, "\"1\"");
        Assert.Equal(HttpStatusCode.PreconditionFailed, lost.StatusCode);
        Assert.Equal(2, (int?)(await Read(lost))["revision"]);
        Assert.Equal("First", (string?)(await Read(await _http.GetAsync("/api/kits/kite-weekend")))["kit"]!["name"]);
    }

    [Fact]
    public async Task Writers_at_once_win_one_by_one()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(i => Put("kite-weekend", Demo with { Name = $"Kit {i}" }, "\"1\"")));
        Assert.Equal(1, answers.Count(a => a.StatusCode == HttpStatusCode.OK));
        Assert.All(
            answers.Where(a => a.StatusCode != HttpStatusCode.OK),
            a => Assert.Equal(HttpStatusCode.PreconditionFailed, a.StatusCode)
        );
    }

    [Fact]
    public async Task A_write_must_say_what_it_saw()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        Assert.Equal(428, (int)(await Put("kite-weekend", Demo, null)).StatusCode);
    }

    [Fact]
    public async Task Kits_of_one_name_get_addresses_of_their_own()
    {
        for (var i = 0; i < 3; i++)
            await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        var slugs = (await Read(await _http.GetAsync("/api/kits"))).AsArray().Select(k => (string?)k!["slug"]);
        Assert.Equal(["kite-weekend", "kite-weekend-2", "kite-weekend-3"], slugs.Order());
    }

    [Fact]
    public async Task A_bad_document_is_refused_with_the_path_of_each_bad_value()
    {
        var kit = JsonNode.Parse(Document(Demo))!;
        kit["layouts"]![0]!["pieces"]![2]!["size"]!["width"] = "eleven";
        kit["papers"]![0]!["faceA"]!["colour"] = "#12";
        var refused = await _http.PostAsync("/api/kits", Studio.Json(kit.ToJsonString()));
        Assert.Equal(
            (HttpStatusCode.BadRequest, "application/problem+json"),
            (refused.StatusCode, refused.Content.Headers.ContentType!.MediaType)
        );
        Assert.Contains(
            "'eleven' is not a length",
            (string?)(await Read(refused))["errors"]!["layouts[0].pieces[2].size.width"],
            StringComparison.Ordinal
        );
        Assert.Empty((await Read(await _http.GetAsync("/api/kits"))).AsArray());
    }

    [Fact]
    public async Task A_kit_goes_out_as_a_file_and_comes_back_the_same()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        var file = await _http.GetAsync("/api/kits/kite-weekend/file");
        Assert.Equal("kite-weekend.kit.json", file.Content.Headers.ContentDisposition!.FileName);
        var text = await file.Content.ReadAsStringAsync();
        var back = await _http.PostAsync("/api/kits/file", Studio.Json(text));
        Assert.Equal(HttpStatusCode.Created, back.StatusCode);
        Assert.Equal(text, await _http.GetStringAsync($"{back.Headers.Location}/file"));
    }

    [Fact]
    public async Task A_bad_file_changes_nothing_and_lists_every_fault()
    {
        var refused = await _http.PostAsync(
            "/api/kits/file",
            Studio.Json("""{"format":"velvet-fold-kit","version":1,"kit":{"name":"X","ruler":"0.1","unit":"ell","matting":{}}}""")
        );
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Equal(["kit.matting.reveal", "kit.unit"], (await Read(refused))["errors"]!.AsObject().Select(e => e.Key).Order());
        Assert.Empty((await Read(await _http.GetAsync("/api/kits"))).AsArray());
    }

    [Fact]
    public async Task A_body_that_is_too_large_is_refused_in_words()
    {
        var refused = await _http.PostAsync("/api/kits", Studio.Json(new string(' ', 9 * 1024 * 1024)));
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, refused.StatusCode);
        Assert.Contains("8 MB", (string?)(await Read(refused))["detail"], StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_kit_is_removed_only_as_it_was_seen()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        async Task<HttpStatusCode> Remove(string etag)
        {
            using var request = new HttpRequestMessage(HttpMethod.Delete, "/api/kits/kite-weekend");
            request.Headers.TryAddWithoutValidation("If-Match", etag);
            return (await _http.SendAsync(request)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.PreconditionFailed, await Remove("\"7\""));
        Assert.Equal(HttpStatusCode.NoContent, await Remove("\"1\""));
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync("/api/kits/kite-weekend")).StatusCode);
    }

    [Theory]
    [InlineData("/api/kits/none")]
    [InlineData("/api/kits/none/guests")]
    [InlineData("/api/kits/none/file")]
    [InlineData("/api/nothing/here")]
    public async Task What_is_not_there_is_a_problem_in_words(string address)
    {
        var response = await _http.GetAsync(address);
        Assert.Equal(
            (HttpStatusCode.NotFound, "application/problem+json"),
            (response.StatusCode, response.Content.Headers.ContentType!.MediaType)
        );
    }

    [Fact]
    public async Task The_schema_is_served() =>
        Assert.Equal(
            "https://json-schema.org/draft/2020-12/schema",
            (string?)(await Read(await _http.GetAsync("/api/schema/kit")))["$schema"]
        );

    [Fact]
    public async Task The_demo_opens_once_however_often_it_is_asked_for()
    {
        for (var i = 0; i < 2; i++)
            Assert.Equal(HttpStatusCode.NoContent, (await _http.PostAsync("/api/demo", null)).StatusCode);
        var kits = (await Read(await _http.GetAsync("/api/kits"))).AsArray();
        Assert.Equal(2, kits.Count);
        Assert.All(kits, k => Assert.Equal(0, (int?)k!["faults"]));
    }

    [Fact]
    public async Task Guests_are_kept_with_their_changes_and_races_are_told()
    {
        await _http.PostAsync("/api/kits", Studio.Json(Document(Demo)));
        const string guests = "/api/kits/kite-weekend/guests";
        var added = await Read(
            await _http.PostAsync(guests, Studio.Json("""{"name":"Marta","changes":[{"layout":"L1","piece":"P2","move":"turn"}]}"""))
        );
        Assert.Equal(HttpStatusCode.Conflict, (await _http.PostAsync(guests, Studio.Json("""{"name":"Marta","changes":[]}"""))).StatusCode);

        async Task<HttpStatusCode> Save(int seen)
        {
            using var request = new HttpRequestMessage(HttpMethod.Put, $"{guests}/{(int?)added["id"]}")
            {
                Content = Studio.Json("""{"name":"Marta B","changes":[]}"""),
            };
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{seen}\"");
            return (await _http.SendAsync(request)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await Save(1));
        Assert.Equal(HttpStatusCode.PreconditionFailed, await Save(1));
        var list = (await Read(await _http.GetAsync(guests))).AsArray();
        Assert.Equal("Marta B", (string?)Assert.Single(list)!["name"]);

        // Somebody who saw the guest before the change does not remove it.
        async Task<HttpStatusCode> Remove(string? seen)
        {
            using var request = new HttpRequestMessage(HttpMethod.Delete, $"{guests}/{(int?)added["id"]}");
            if (seen is not null)
                request.Headers.TryAddWithoutValidation("If-Match", seen);
            return (await _http.SendAsync(request)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.PreconditionRequired, await Remove(null));
        Assert.Equal(HttpStatusCode.PreconditionFailed, await Remove("\"1\""));
        Assert.Equal(HttpStatusCode.NoContent, await Remove("\"2\""));
        Assert.Equal(HttpStatusCode.NotFound, await Remove("\"2\""));
    }
}
