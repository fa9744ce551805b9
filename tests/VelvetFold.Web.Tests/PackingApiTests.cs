using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>Counts, bags, bookings and the ledger over the wire.</summary>
public sealed class PackingApiTests(Studio studio) : IClassFixture<Studio>
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

    [Fact]
    public async Task A_run_is_counted_priced_and_reconciled()
    {
        var (status, answer) = await Ask(
            HttpMethod.Post,
            "/api/compute/counts",
            $$"""{"kit":{{Kite}},"kits":20,"onHand":[{"id":"ember","onHand":3}]}"""
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal((20, true, "ember"), ((int)answer!["kits"]!, (bool)answer["reconciliation"]!["agrees"]!, (string?)answer["first"]));
        var lines = answer["cost"]!["lines"]!
            .AsArray()
            .Sum(l => decimal.Parse((string)l!["amount"]!, System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal(lines, decimal.Parse((string)answer["cost"]!["total"]!, System.Globalization.CultureInfo.InvariantCulture));
        // A real roster in place of equal kits.
        var (_, real) = await Ask(
            HttpMethod.Post,
            "/api/compute/counts",
            $$"""{"kit":{{Kite}},"fits":[[],[{"layout":"L1","piece":"P2","move":"turn"}]]}"""
        );
        Assert.Equal((2, 1), ((int)real!["kits"]!, (int)real["roster"]!["changed"]!));
    }

    [Theory]
    [InlineData("\"kits\":-1", "kits")]
    [InlineData("\"onHand\":[{\"id\":\"nothing\",\"onHand\":3}]", "onHand[0].id")]
    [InlineData("\"onHand\":[{\"id\":\"ember\",\"onHand\":-3}]", "onHand[0].onHand")]
    [InlineData("\"fits\":[[{\"layout\":\"L1\",\"piece\":\"Z9\",\"move\":\"turn\"}]]", "fits[0]")]
    public async Task Bad_input_is_named(string more, string path)
    {
        var (status, answer) = await Ask(HttpMethod.Post, "/api/compute/counts", $$"""{"kit":{{Kite}},{{more}}}""");
        Assert.Equal((HttpStatusCode.BadRequest, true), (status, answer!["errors"]!.AsObject().ContainsKey(path)));
    }

    [Fact]
    public async Task A_bag_is_scanned_full_closed_with_a_record_and_opened_for_a_late_change()
    {
        var slug = await NewKit("Packed kit");
        var bags = $"/api/kits/{slug}/bags";
        var (_, guest) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/guests", """{"name":"Wren","changes":[]}""");
        var (_, lines) = await Ask(HttpMethod.Post, bags, """{"guests":true,"more":1}""");
        Assert.Equal(2, lines!.AsArray().Count);
        // Asked for again, nobody gets a second one.
        Assert.Equal(2, (await Ask(HttpMethod.Post, bags, """{"guests":true,"more":0}""")).Answer!.AsArray().Count);

        var (_, bag) = await Ask(HttpMethod.Get, $"{bags}/1");
        var first = (string)bag!["items"]![0]!["label"]!;
        Assert.Equal(
            "packed",
            (string?)
                (
                    await Ask(
                        HttpMethod.Post,
                        $"{bags}/1/scans",
                        $$"""{"code":"http://127.0.0.1/kits/{{slug}}/bench?layout=L1&piece={{Uri.EscapeDataString(first)}}"}"""
                    )
                ).Answer!["outcome"]
        );
        Assert.Equal(
            "twice",
            (string?)(await Ask(HttpMethod.Post, $"{bags}/1/scans", $$"""{"code":"{{first.ToLowerInvariant()}}"}""")).Answer!["outcome"]
        );
        Assert.Equal("unknown", (string?)(await Ask(HttpMethod.Post, $"{bags}/1/scans", """{"code":"L7-B9"}""")).Answer!["outcome"]);
        Assert.Equal(
            "not-here",
            (string?)(await Ask(HttpMethod.Post, $"{bags}/1/scans", """{"code":"L1-A2","takeOut":true}""")).Answer!["outcome"]
        );
        // Scans of different things at once all count.
        var labels = bag!["items"]!
            .AsArray()
            .Where(i => (int)i!["count"]! == 1)
            .Select(i => (string)i!["label"]!)
            .Skip(3)
            .Take(12)
            .ToList();
        var scans = await Task.WhenAll(labels.Select(l => Ask(HttpMethod.Post, $"{bags}/1/scans", $$"""{"code":"{{l}}"}""")));
        Assert.All(scans, s => Assert.Equal((HttpStatusCode.OK, "packed"), (s.Status, (string?)s.Answer!["outcome"])));
        // Not whole: it is not closed without a word about it.
        var (refused, why) = await Ask(HttpMethod.Post, $"{bags}/1/closing", """{"by":"Ada"}""");
        Assert.Equal((HttpStatusCode.BadRequest, true), (refused, why!["errors"]!.AsObject().ContainsKey("substitutions")));

        foreach (var item in bag["items"]!.AsArray())
            for (var n = (string)item!["label"]! == first ? 1 : 0; n < (int)item["count"]!; n++)
                await Ask(HttpMethod.Post, $"{bags}/1/scans", $$"""{"code":"{{item["label"]}}"}""");
        var (closed, done) = await Ask(HttpMethod.Post, $"{bags}/1/closing", """{"by":"Ada"}""");
        Assert.Equal((HttpStatusCode.OK, "Ada"), (closed, (string?)done!["line"]!["closedBy"]));
        Assert.Equal(HttpStatusCode.Conflict, (await Ask(HttpMethod.Post, $"{bags}/1/scans", """{"code":"L1-A2"}""")).Status);

        // The guest's photos change: the bag needs a look, and says what comes out and goes in.
        await Ask(
            HttpMethod.Put,
            $"/api/kits/{slug}/guests/{guest!["id"]}",
            """{"name":"Wren","changes":[{"layout":"L1","piece":"P2","move":"card"}]}""",
            1
        );
        var (_, changed) = await Ask(HttpMethod.Get, $"{bags}/1");
        Assert.True((bool)changed!["line"]!["needsALook"]!);
        Assert.Contains(changed["state"]!["takeOut"]!.AsArray(), t => (string?)t!["label"] == "L1-P2 mat");
        Assert.Contains(changed["state"]!["missing"]!.AsArray(), m => (string?)m!["label"] == "L1-P2");
        var (_, open) = await Ask(HttpMethod.Post, $"{bags}/1/opening", """{"why":"other photos"}""");
        Assert.Equal((null, 2), ((string?)open!["line"]!["closedBy"], open["record"]!.AsArray().Count));
    }

    [Fact]
    public async Task What_is_booked_adds_up_and_stays_when_the_kit_goes()
    {
        var slug = await NewKit("Booked kit");
        Assert.Equal(
            HttpStatusCode.OK,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"cut","kits":2}""", 1)).Status
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"packed","kits":1}""", 1)).Status
        );
        Assert.Equal(
            HttpStatusCode.Conflict,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"cut","kits":500}""", 1)).Status
        );
        Assert.Equal(
            HttpStatusCode.PreconditionFailed,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/batch", """{"what":"cut","kits":1}""", 2)).Status
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await Ask(
                    HttpMethod.Post,
                    $"/api/kits/{slug}/stock/corrections",
                    """{"reason":"two were damp","id":"ember","onHand":30}""",
                    1
                )
            ).Status
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await Ask(
                    HttpMethod.Post,
                    $"/api/kits/{slug}/stock/corrections",
                    """{"reason":"counted","text":"Id;On hand\nslate;50"}""",
                    1
                )
            ).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/corrections", """{"reason":"","id":"ember","onHand":30}""", 1)).Status
        );
        var kit = (await Ask(HttpMethod.Get, $"/api/kits/{slug}")).Answer!["kit"]!;
        var (_, ledger) = await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}");
        foreach (var paper in kit["papers"]!.AsArray().Where(p => p!["onHand"] is not null))
            Assert.Equal(
                (int)paper!["onHand"]!,
                ledger!["balances"]!
                    .AsArray()
                    .Where(b => (string?)b!["item"] == "sheets" && (string?)b["itemId"] == (string?)paper["id"])
                    .Sum(b => (int)b!["onHand"]!)
            );
        Assert.Contains(ledger!["movements"]!.AsArray(), m => (string?)m!["reason"] == "counted: two were damp");
        Assert.Contains(
            ledger["movements"]!.AsArray(),
            m => (string?)m!["item"] == "offcuts" && (int)m["count"]! > 0 && (string?)m["reason"] == "2 kits cut"
        );
        var before = ledger["movements"]!.AsArray().Count;
        Assert.Equal(HttpStatusCode.NoContent, (await Ask(HttpMethod.Delete, $"/api/kits/{slug}", seen: 1)).Status);
        (_, ledger) = await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}");
        Assert.Empty(ledger!["balances"]!.AsArray());
        // Nothing is taken out of the ledger; the stock is the studio's and stays.
        Assert.Equal(before, ledger["movements"]!.AsArray().Count);
        Assert.Contains(
            (await Ask(HttpMethod.Get, "/api/ledger")).Answer!["balances"]!.AsArray(),
            b => (string?)b!["name"] == "Slate cardstock" && (int)b["onHand"]! == 50
        );
        Assert.Single((await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}&find=damp")).Answer!["movements"]!.AsArray());
    }

    [Fact]
    public async Task Tables_labels_and_what_can_be_made_are_had()
    {
        var slug = await NewKit("Tabled kit");
        foreach (var table in new[] { "stock", "counts", "shopping", "costs" })
            Assert.Contains(",", await _http.GetStringAsync($"/api/kits/{slug}/tables/{table}.csv"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync($"/api/kits/{slug}/tables/nothing.csv")).StatusCode);
        Assert.Equal("%PDF"u8.ToArray(), (await _http.GetByteArrayAsync($"/api/kits/{slug}/labels.pdf?of=sleeves&sheet=2"))[..4]);
        Assert.Equal(
            HttpStatusCode.OK,
            (await _http.GetAsync($"/api/kits/{slug}/labels?custom=8 1/2,11,4,2,2,5,5/32,1/2,4 3/16,2")).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await _http.GetAsync($"/api/kits/{slug}/labels?custom=8 1/2,11,4,2,2,9,5/32,1/2,4 3/16,2")).StatusCode
        );
        Assert.Equal(HttpStatusCode.BadRequest, (await _http.GetAsync($"/api/kits/{slug}/labels?of=guests")).StatusCode);
        var (_, makes) = await Ask(HttpMethod.Get, "/api/stock/makes?width=3 1/4&height=4 1/4");
        Assert.Contains(makes!.AsArray().SelectMany(m => m!["pieces"]!.AsArray()), p => (string?)p!["label"] == "L1-P3 mat");
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask(HttpMethod.Get, "/api/stock/makes?width=wide&height=4")).Status);
    }

    [Fact]
    public async Task Tables_come_back_what_was_bought_prices_and_a_tally()
    {
        var slug = await NewKit("Bought kit");
        async Task<JsonNode> Paper(string id) =>
            (await Ask(HttpMethod.Get, $"/api/kits/{slug}")).Answer!["kit"]!["papers"]!.AsArray().First(p => (string?)p!["id"] == id)!;
        var before = (int)(await Paper("ember"))["onHand"]!;
        var of = (int)(await Paper("ember"))["pack"]!["of"]!;
        Assert.Equal(
            HttpStatusCode.OK,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/bought", """{"text":"Id,Packs\nember,2"}""", 1)).Status
        );
        Assert.Equal(before + 2 * of, (int)(await Paper("ember"))["onHand"]!);
        var (_, ledger) = await Ask(HttpMethod.Get, $"/api/ledger?kit={slug}&find=bought");
        Assert.Equal((2 * of, "bought"), ((int)ledger!["movements"]![0]!["count"]!, (string?)ledger["movements"]![0]!["reason"]));

        // Nothing is half booked; a table of somebody who has not seen the newest is refused; one without a purchase says so.
        var (status, fault) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/bought", """{"text":"Id,Packs\nember,1\ngold,1"}""", 1);
        Assert.Equal(
            (HttpStatusCode.BadRequest, true),
            (status, fault!["errors"]!.ToJsonString().Contains("gold", StringComparison.Ordinal))
        );
        Assert.Equal(before + 2 * of, (int)(await Paper("ember"))["onHand"]!);
        Assert.Equal(
            HttpStatusCode.PreconditionFailed,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/bought", """{"text":"Id,Packs\nember,1"}""", 7)).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/stock/bought", """{"text":"Id,Packs\nember,0"}""", 1)).Status
        );

        // Prices come in with the stock table, and stay where the table is silent.
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await Ask(
                    HttpMethod.Post,
                    $"/api/kits/{slug}/stock/corrections",
                    """{"reason":"new prices","text":"Id;Pack of;Pack price\nember;10;8,25\nslate;;9"}""",
                    1
                )
            ).Status
        );
        Assert.Equal((10, "8.25"), ((int)(await Paper("ember"))["pack"]!["of"]!, (string?)(await Paper("ember"))["pack"]!["price"]));
        Assert.Equal(before + 2 * of, (int)(await Paper("ember"))["onHand"]!);
        Assert.Equal("9.00", (string?)(await Paper("slate"))["pack"]!["price"]);

        // A tally of one's own agrees where it is ours.
        var own = await _http.GetStringAsync($"/api/kits/{slug}/tables/counts.csv");
        var (_, same) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/tables/counts", new JsonObject { ["text"] = own }.ToJsonString());
        Assert.Empty(same!["differences"]!.AsArray());
        var (_, other) = await Ask(
            HttpMethod.Post,
            $"/api/kits/{slug}/tables/counts",
            new JsonObject { ["text"] = own[..own.TrimEnd().LastIndexOf('\n')] }.ToJsonString()
        );
        Assert.Contains("0 in your table", (string?)Assert.Single(other!["differences"]!.AsArray()), StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Post, $"/api/kits/{slug}/tables/counts", """{"text":"Name\nx"}""")).Status
        );
    }

    [Fact]
    public async Task A_label_printer_is_stood_in_for_dot_by_dot()
    {
        var slug = await NewKit("Printed kit");
        var (_, view) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/labels?sheet=4");
        Assert.Equal((int)view!["labels"]!, (int)view["count"]!);
        var png = await _http.GetByteArrayAsync($"/api/kits/{slug}/labels/1.png?sheet=4");
        Assert.Equal([0x89, .. "PNG"u8], png[..4]);
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync($"/api/kits/{slug}/labels/999.png?sheet=4")).StatusCode);
    }
}
