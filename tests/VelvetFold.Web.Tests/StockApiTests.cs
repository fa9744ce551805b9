using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>The studio's stock over the wire: two kits on a pile, a run that is confirmed, bookings that are repeated and taken back,
/// revisions that come back.</summary>
public sealed class StockApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static readonly string Kite = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));

    private async Task<(HttpStatusCode Status, JsonNode? Answer)> Ask(HttpMethod method, string path, string? body = null, int? seen = null)
    {
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : Studio.Json(body) };
        if (seen is { } version)
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{version}\"");
        using var response = await _http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    private async Task<string> NewKit(string name)
    {
        var kit = JsonNode.Parse(Kite)!;
        kit["name"] = name;
        var (status, made) = await Ask(HttpMethod.Post, "/api/kits", kit.ToJsonString());
        Assert.Equal(HttpStatusCode.Created, status);
        return (string)made!["slug"]!;
    }

    private async Task<JsonNode> Paper(string slug, string id) =>
        (await Kit(slug))["papers"]!.AsArray().First(p => (string?)p!["id"] == id)!;

    private async Task<JsonNode> Kit(string slug) => (await Ask(HttpMethod.Get, $"/api/kits/{slug}")).Answer!["kit"]!;

    private async Task<JsonNode> Stock(string slug) => (await Ask(HttpMethod.Get, $"/api/kits/{slug}/stock")).Answer!;

    private async Task<JsonNode> Thing(string slug, string id) =>
        (await Stock(slug))["things"]!.AsArray().First(t => (string?)t!["id"] == id)!;

    private async Task<JsonNode?> Done(HttpMethod method, string path, string? body = null, int? seen = null)
    {
        var (status, answer) = await Ask(method, path, body, seen);
        Assert.True((int)status < 300, $"{status} {answer}");
        return answer;
    }

    [Fact]
    public async Task A_run_that_was_booked_stays_booked_whatever_revision_comes_back()
    {
        var slug = await NewKit("Restored kit");
        var (first, before) = (await Kit(slug), (int)(await Paper(slug, "ember"))["onHand"]!);
        await Done(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"cut","kits":4}""", 1);
        var after = (int)(await Paper(slug, "ember"))["onHand"]!;
        Assert.True(after < before);
        // The document as it was, counts and all, saved again; then the same over somebody else's revision ("keep mine").
        await Done(HttpMethod.Put, $"/api/kits/{slug}", first.ToJsonString(), 1);
        Assert.Equal(after, (int)(await Paper(slug, "ember"))["onHand"]!);
        Assert.Equal(HttpStatusCode.PreconditionFailed, (await Ask(HttpMethod.Put, $"/api/kits/{slug}", first.ToJsonString(), 1)).Status);
        await Done(HttpMethod.Put, $"/api/kits/{slug}", first.ToJsonString(), 2);
        Assert.Equal(after, (int)(await Paper(slug, "ember"))["onHand"]!);
        Assert.Equal(
            after,
            (int)
                (await Ask(HttpMethod.Get, $"/api/kits/{slug}/revisions/1")).Answer!["kit"]!["papers"]!
                    .AsArray()
                    .First(p => (string?)p!["id"] == "ember")!["onHand"]!
        );
        // No revision's document carries a count, and no file does unless it is asked to.
        Assert.DoesNotContain("onHand", (await _http.GetStringAsync($"/api/kits/{slug}/file")), StringComparison.Ordinal);
        Assert.Contains("onHand", (await _http.GetStringAsync($"/api/kits/{slug}/file?counts=true")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_double_press_books_once_and_a_booking_is_taken_back_by_another()
    {
        var slug = await NewKit("Pressed kit");
        var before = (await Paper(slug, "ember")).ToJsonString();
        var presses = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(_ => Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"cut","kits":2,"key":"a press"}""", 1))
        );
        Assert.All(presses, p => Assert.Equal(HttpStatusCode.OK, p.Status));
        async Task<List<JsonNode>> Cut() =>
            [.. (await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}&find=2 kits cut")).Answer!["movements"]!.AsArray().Select(m => m!)];
        var booked = await Cut();
        var booking = Assert.Single(booked.Select(m => (long)m["booking"]!).Distinct());
        Assert.All(booked, m => Assert.True((bool)m["mayGoBack"]!));

        Assert.Equal(HttpStatusCode.NoContent, (await Ask(HttpMethod.Post, $"/api/ledger/bookings/{booking}/back", "{}")).Status);
        Assert.Equal(before, (await Paper(slug, "ember")).ToJsonString());
        Assert.All((await Cut()).Where(m => (long)m["booking"]! == booking), m => Assert.False((bool)m["mayGoBack"]!));
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Post, $"/api/ledger/bookings/{booking}/back", "{}")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Post, "/api/ledger/bookings/999999/back", "{}")).Status);
    }

    [Fact]
    public async Task Two_kits_on_one_pile_a_run_confirmed_and_a_kit_that_changes_after_it()
    {
        var (first, second) = (await NewKit("First table"), await NewKit("Second table"));
        var (mine, theirs) = (await Thing(first, "ember"), await Thing(second, "ember"));
        Assert.Contains(mine["alike"]!.AsArray(), a => (int)a!["thing"]! == (int)theirs["thing"]!);
        await Done(HttpMethod.Post, $"/api/stock/things/{theirs["thing"]}/join", $$"""{"into":{{mine["thing"]}}}""");
        var both = (int)mine["onHand"]! + (int)theirs["onHand"]!;
        Assert.Equal(both, (int)(await Thing(second, "ember"))["onHand"]!);

        await Done(HttpMethod.Post, $"/api/kits/{first}/stock/run", """{"kits":14}""", 1);
        var own = await Thing(first, "ember");
        var promised = (int)own["promisedHere"]!;
        Assert.True(promised > 0);
        Assert.Equal(both, (int)own["free"]!);
        var seen = await Thing(second, "ember");
        Assert.Equal((promised, both - promised), ((int)seen["promised"]!, (int)seen["free"]!));
        Assert.Equal(("First table", promised), ((string?)seen["promises"]![0]!["kit"], (int)seen["promises"]![0]!["count"]!));
        Assert.Equal(promised, (int)(await Paper(second, "ember"))["promised"]!);
        Assert.Null((await Paper(first, "ember"))["promised"]);

        var run = (await Stock(first))["run"]!;
        Assert.Equal((14, true), ((int)run["kits"]!, (bool)run["isCurrent"]!));
        // Another number of kits is another run: it asks to be confirmed anew; a new name is not.
        var kit = await Kit(first);
        kit["name"] = "First table, renamed";
        await Done(HttpMethod.Put, $"/api/kits/{first}", kit.ToJsonString(), 1);
        Assert.True((bool)(await Stock(first))["run"]!["isCurrent"]!);
        kit["kits"] = 15;
        await Done(HttpMethod.Put, $"/api/kits/{first}", kit.ToJsonString(), 2);
        Assert.False((bool)(await Stock(first))["run"]!["isCurrent"]!);

        // What is cut is promised no more; what is let go is free.
        await Done(HttpMethod.Post, $"/api/kits/{first}/stock/batch", """{"what":"cut","kits":5}""", 3);
        Assert.True((int)(await Thing(first, "ember"))["promisedHere"]! < promised);
        await Done(HttpMethod.Delete, $"/api/kits/{first}/stock/run", seen: 3);
        Assert.Equal(0, (int)(await Thing(second, "ember"))["promised"]!);
        Assert.Null((await Stock(first))["run"]);
    }

    [Fact]
    public async Task Sheets_marked_as_cut_leave_the_stock_and_come_back_and_no_document_has_them()
    {
        var slug = await NewKit("Marked kit");
        var before = (await Paper(slug, "slate")).ToJsonString();
        var plan = (
            await Ask(HttpMethod.Post, "/api/compute/batch", $$"""{"kit":{{(await Kit(slug)).ToJsonString()}},"kits":14}""")
        ).Answer!["plan"]!;
        var pattern = plan["bySheet"]!.AsArray().First(s => (string?)s!["sheet"] == "slate")!["patterns"]!
            .AsArray()
            .First(p => p!["from"] is null)!;
        var pieces = new JsonArray([
            .. pattern["placements"]!
                .AsArray()
                .Select(p =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["piece"] = (string?)p!["piece"],
                            ["box"] = p["box"]!.DeepClone(),
                            ["turned"] = (bool)p["turned"]!,
                        }
                ),
        ]);
        string Sheets(int cut, JsonArray of) =>
            new JsonObject
            {
                ["sheet"] = new JsonObject
                {
                    ["paper"] = "slate",
                    ["mode"] = "batch",
                    ["pieces"] = of.DeepClone(),
                },
                ["cut"] = cut,
            }.ToJsonString();

        await Done(HttpMethod.Post, $"/api/kits/{slug}/stock/sheets", Sheets(1, pieces), 1);
        Assert.Equal(1, (int)(await Stock(slug))["cut"]![0]!["cut"]!);
        var kept = Assert.Single((await Kit(slug))["keptSheets"]!.AsArray())!;
        Assert.Equal((1, true), ((int)kept["cut"]!, (bool)kept["booked"]!));
        // The document that is read and saved again keeps nothing of it; the sheets stay cut.
        await Done(HttpMethod.Put, $"/api/kits/{slug}", (await Kit(slug)).ToJsonString(), 1);
        Assert.Equal(1, (int)Assert.Single((await Kit(slug))["keptSheets"]!.AsArray())!["cut"]!);
        await Done(HttpMethod.Post, $"/api/kits/{slug}/stock/sheets", Sheets(0, pieces), 2);
        Assert.Empty((await Kit(slug))["keptSheets"]!.AsArray());
        Assert.Equal(before, (await Paper(slug, "slate")).ToJsonString());
        // Marked and whole again: to take the mark back as well would make a sheet out of nothing.
        var marks = (await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}&find=1 sheet cut")).Answer!["movements"]!.AsArray();
        var back = await Ask(HttpMethod.Post, $"/api/ledger/bookings/{marks[0]!["booking"]}/back", "{}");
        Assert.Equal(HttpStatusCode.Conflict, back.Status);
        Assert.Equal(before, (await Paper(slug, "slate")).ToJsonString());
        // More than there are is refused, and says how many there are.
        var (status, refused) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/sheets", Sheets(500, pieces), 2);
        Assert.Equal(HttpStatusCode.Conflict, status);
        Assert.Contains("Slate cardstock", (string?)refused!["detail"], StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/sheets", Sheets(1, []), 2)).Status);
    }

    [Fact]
    public async Task Counts_in_a_file_are_booked_only_where_that_is_asked_for()
    {
        var file = KitFile.Write(DemoStudio.Kit("kite-weekend"));
        async Task<string> Upload(string query)
        {
            using var content = new ByteArrayContent(file);
            content.Headers.ContentType = new("application/json");
            using var response = await _http.PostAsync($"/api/kits/file{query}", content);
            Assert.Equal(HttpStatusCode.Created, response.StatusCode);
            return (string)JsonNode.Parse(await response.Content.ReadAsStringAsync())!["slug"]!;
        }
        Assert.Null((await Paper(await Upload(""), "ember"))["onHand"]);
        Assert.NotNull((await Paper(await Upload("?book=true"), "ember"))["onHand"]);
    }

    [Fact]
    public async Task A_count_an_offcut_and_whether_it_is_counted_at_all_are_put_right()
    {
        var slug = await NewKit("Counted kit");
        await Done(
            HttpMethod.Post,
            $"/api/kits/{slug}/stock/corrections",
            """{"reason":"found some","id":"slate","onHand":3,"offcut":{"width":"4 in","height":"6 in"},"face":"B"}""",
            1
        );
        Assert.Contains((await Thing(slug, "slate"))["offcuts"]!.AsArray(), o => (string?)o!["face"] == "B" && (int)o["count"]! == 3);
        await Done(
            HttpMethod.Post,
            $"/api/kits/{slug}/stock/corrections",
            """{"reason":"the shop has plenty","id":"slate","limited":false}""",
            1
        );
        Assert.Null((await Paper(slug, "slate"))["onHand"]);
        foreach (
            var bad in new[]
            {
                """{"reason":"x","id":"gold","onHand":3}""",
                """{"reason":"x","id":"slate"}""",
                """{"reason":"x","id":"slate","onHand":-1}""",
                """{"reason":"x","id":"slate","onHand":1,"offcut":{"width":"40 in","height":"6 in"}}""",
            }
        )
            Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/corrections", bad, 1)).Status);
    }

    [Fact]
    public async Task The_sleeve_says_layout_by_layout_what_is_used_up_and_what_still_comes_out()
    {
        var slug = await NewKit("In its sleeve");
        var (status, before) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/sleeve");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(["L1", "L2", "L3"], before!.AsArray().Select(l => (string?)l!["layout"]));
        Assert.All(before.AsArray(), l => Assert.Null(l!["crossedAt"]));
        for (var twice = 0; twice < 2; twice++)
            Assert.Equal(
                HttpStatusCode.NoContent,
                (await Ask(HttpMethod.Put, $"/api/kits/{slug}/sleeve/L2", """{ "crossed": true }""")).Status
            );
        var (_, after) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/sleeve");
        Assert.Equal([false, true, false], after!.AsArray().Select(l => l!["crossedAt"] is not null));
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await Ask(HttpMethod.Put, $"/api/kits/{slug}/sleeve/L2", """{ "crossed": false }""")).Status
        );
        var (_, again) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/sleeve");
        Assert.Equal(before.ToJsonString(), again!.ToJsonString());
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Put, $"/api/kits/{slug}/sleeve/L9", """{ "crossed": true }""")).Status
        );
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Get, "/api/kits/nowhere/sleeve")).Status);
    }

    // What can still be made is made: a kit of one layout, its papers the studio's own, what it takes promised to it, once.
    [Fact]
    public async Task What_can_still_be_made_is_made_by_a_press()
    {
        var slug = await NewKit("Still there");
        var (status, answer) = await Ask(HttpMethod.Get, "/api/stock/still");
        Assert.Equal(HttpStatusCode.OK, status);
        var four = answer!["made"]!.AsArray().First(m => (string?)m!["slug"] == slug && (string?)m["layout"] == "L3")!;
        Assert.True((bool)four["isWhole"]!);
        var (_, made) = await Ask(HttpMethod.Post, "/api/stock/still", $$"""{ "slug": "{{slug}}", "layout": "L3" }""");
        var own = (string)made!["slug"]!;
        Assert.Single(made["kit"]!["layouts"]!.AsArray());
        var slate = (await Stock(own))["things"]!.AsArray().First(t => (string?)t!["name"] == "Slate cardstock")!;
        Assert.Equal(1, (int)slate["promisedHere"]!);
        Assert.Contains(slug, slate["usedBy"]!.AsArray().Select(u => (string)u!));
        // Until nothing is left: then it does not come out any more, and nothing is made.
        var (gone, _) = await Ask(HttpMethod.Post, "/api/stock/still", $$"""{ "slug": "{{slug}}", "layout": "L9" }""");
        Assert.Equal(HttpStatusCode.BadRequest, gone);
        var (none, _) = await Ask(HttpMethod.Post, "/api/stock/still", """{ "slug": "nowhere", "layout": "L1" }""");
        Assert.Equal(HttpStatusCode.NotFound, none);
    }

    [Fact]
    public async Task Pages_are_proposed_out_of_what_is_there_and_one_is_made_by_a_press()
    {
        await NewKit("Left over");
        const string Sizes = """{ "text": "9 x 9, 5 x 7, 4 x 6 photo" }""";
        var (status, answer) = await Ask(HttpMethod.Post, "/api/compute/left-pages", Sizes);
        Assert.Equal(HttpStatusCode.OK, status);
        var page = answer!["pages"]!.AsArray()[0]!;
        Assert.NotNull(page["picture"]);
        Assert.All(page["takes"]!.AsArray(), t => Assert.True((bool)t!["isCounted"]!));
        var entry = new JsonObject { ["page"] = page["layout"]!.DeepClone() };
        var (made, kit) = await Ask(HttpMethod.Post, "/api/stock/still", entry.ToJsonString());
        Assert.Equal(HttpStatusCode.Created, made);
        var things = (await Stock((string)kit!["slug"]!))["things"]!.AsArray();
        Assert.Equal(page["takes"]!.AsArray().Sum(t => (int)t!["sheets"]!), things.Sum(t => (int)t!["promisedHere"]!));
        // A page of papers that are not there is none.
        foreach (var piece in entry["page"]!["pieces"]!.AsArray())
            if (piece!["paper"] is not null)
                piece["paper"] = "there-9999";
        Assert.Equal(HttpStatusCode.Conflict, (await Ask(HttpMethod.Post, "/api/stock/still", entry.ToJsonString())).Status);
        foreach (
            var bad in new[]
            {
                """{ "text": "wide" }""",
                """{ "text": "9 x 9", "count": 7 }""",
                """{ "text": "9 x 9", "page": { "width": "0 in", "height": "1 in" } }""",
            }
        )
            Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Post, "/api/compute/left-pages", bad)).Status);
    }

    [Fact]
    public async Task Cards_of_a_size_are_counted_and_a_wrong_size_is_said()
    {
        await NewKit("Cards");
        var (status, cards) = await Ask(HttpMethod.Get, "/api/stock/cards?width=3%20in&height=4%20in");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains(cards!.AsArray(), c => (string?)c!["name"] == "High Wind" && (int)c["count"]! > 0);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Get, "/api/stock/cards?width=3%20in&height=0%20in")).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Get, "/api/stock/cards?width=wide&height=4%20in")).Status);
    }
}
