using System.Net;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace VelvetFold.Web.Tests;

/// <summary>What the eye says, over the wire: findings, colours of a picture, papers that are alike.</summary>
public sealed class EyeApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private async Task<(HttpStatusCode Status, JsonNode? Answer)> Ask(string path, HttpContent? body = null)
    {
        using var response = body is null ? await _http.GetAsync(path) : await _http.PostAsync(path, body);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    private static ByteArrayContent Png(byte[] bytes) => new(bytes) { Headers = { ContentType = new("image/png") } };

    [Fact]
    public async Task Findings_of_the_eye_are_part_of_the_answer_for_pages()
    {
        var kit = JsonNode.Parse(VelvetFold.Formats.KitFile.WriteDocument(DemoStudio.Kit("kite-weekend")))!;
        var photo = kit["layouts"]![0]!["pieces"]!.AsArray().Single(p => (string?)p!["id"] == "P2")!;
        photo["opening"]!["mats"] = JsonNode.Parse("""[{"paper":"chalk","face":"A","reveal":"1/8 in"}]""");
        foreach (var path in new[] { "/api/compute/pages", "/api/compute/kit" })
        {
            var (status, answer) = await Ask(path, Studio.Json(new JsonObject { ["kit"] = kit.DeepClone() }.ToJsonString()));
            Assert.Equal(HttpStatusCode.OK, status);
            var finding = Assert.Single(
                answer!["layouts"]![0]!["findings"]!.AsArray(),
                f => ((string)f!["code"]!).StartsWith("eye-", StringComparison.Ordinal)
            )!;
            Assert.Equal(
                ("eye-vanishes", "eye", "P2"),
                ((string)finding["code"]!, (string)finding["gravity"]!, (string)finding["pieces"]![0]!)
            );
        }
    }

    [Fact]
    public async Task A_picture_gives_its_colours_and_bad_ones_are_refused()
    {
        using var surface = SKSurface.Create(new SKImageInfo(300, 300));
        surface.Canvas.Clear(SKColor.Parse("#f3e8d0"));
        for (var x = 0; x < 300; x += 30)
            surface.Canvas.DrawRect(x, 0, 12, 300, new SKPaint { Color = SKColor.Parse("#24406b") });
        using var png = surface.Snapshot().Encode(SKEncodedImageFormat.Png, 100);
        var (status, look) = await Ask("/api/compute/colours?width=12&height=12", Png(png.ToArray()));
        Assert.Equal((HttpStatusCode.OK, "stripe", 2), (status, (string?)look!["print"], look["colours"]!.AsArray().Count));
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/colours", Png([1, 2, 3]))).Status);
        var (bad, faults) = await Ask("/api/compute/colours?width=wide&height=12", Png(png.ToArray()));
        Assert.Equal((HttpStatusCode.BadRequest, true), (bad, faults!["errors"]!.AsObject().ContainsKey("width")));
    }

    [Fact]
    public async Task A_picture_of_a_paper_is_kept_shown_and_erased()
    {
        await _http.PostAsync("/api/demo", null);
        const string papers = "/api/kits/kite-weekend/papers",
            ember = papers + "/ember/A/picture";
        using var surface = SKSurface.Create(new SKImageInfo(60, 60));
        surface.Canvas.Clear(SKColor.Parse("#c65a3a"));
        using var png = surface.Snapshot().Encode(SKEncodedImageFormat.Png, 100);
        async Task<HttpStatusCode> Put(string path, HttpContent body)
        {
            using var response = await _http.PutAsync(path, body);
            return response.StatusCode;
        }
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(ember)).Status);
        Assert.Equal(HttpStatusCode.NoContent, await Put(ember, Png(png.ToArray())));
        using (var read = await _http.GetAsync(ember))
            Assert.Equal("image/jpeg", read.Content.Headers.ContentType!.MediaType);
        async Task<JsonNode> Kept() => Assert.Single((await Ask(papers + "/pictures")).Answer!.AsArray())!;
        var first = await Kept();
        Assert.Equal(("ember", "A", true), ((string?)first["paper"], (string?)first["face"], (bool)first["shown"]!));
        // Another version has another address in the browser.
        Assert.Equal(HttpStatusCode.NoContent, await Put(ember + "/shown", Studio.Json("""{"shown":false}""")));
        var hidden = await Kept();
        Assert.Equal((false, true), ((bool)hidden["shown"]!, (int)hidden["version"]! > (int)first["version"]!));

        Assert.Equal(HttpStatusCode.BadRequest, await Put(ember, Png([1, 2, 3])));
        Assert.Equal(HttpStatusCode.BadRequest, await Put(ember + "/shown", Studio.Json("{}")));
        Assert.Equal(HttpStatusCode.NotFound, await Put(papers + "/nothing/A/picture", Png(png.ToArray())));
        Assert.Equal(HttpStatusCode.NotFound, await Put("/api/kits/nothing/papers/ember/A/picture", Png(png.ToArray())));
        using (var gone = await _http.DeleteAsync(ember))
            Assert.Equal(HttpStatusCode.NoContent, gone.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, await Put(ember + "/shown", Studio.Json("""{"shown":true}""")));
        Assert.Empty((await Ask(papers + "/pictures")).Answer!.AsArray());
    }

    [Fact]
    public async Task Solids_of_the_studio_are_proposed_for_prints()
    {
        await _http.PostAsync("/api/demo", null);
        var (status, solids) = await Ask("/api/stock/solids?kit=kite-weekend");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(["ground", "mats", "accent"], solids!.AsArray().Select(s => (string?)s!["role"]));
        Assert.Equal(3, solids!.AsArray().Select(s => (string?)s!["name"]).Distinct().Count());
        Assert.Equal(HttpStatusCode.OK, (await Ask("/api/stock/solids?kit=kite-weekend&papers=ember")).Status);
        var (bad, faults) = await Ask("/api/stock/solids?kit=kite-weekend&papers=ember,nothing");
        Assert.Equal((HttpStatusCode.BadRequest, true), (bad, faults!["errors"]!.AsObject().ContainsKey("papers")));
        Assert.Equal(HttpStatusCode.NotFound, (await Ask("/api/stock/solids?kit=nothing")).Status);
    }

    [Fact]
    public async Task Papers_near_a_colour_are_named_with_what_is_free()
    {
        await _http.PostAsync("/api/demo", null);
        var (_, papers) = await Ask("/api/stock/alike?colour=%23c65a3a");
        Assert.Equal(("Ember cardstock", 0m), ((string?)papers![0]!["name"], (decimal)papers[0]!["difference"]!));
        var differences = papers.AsArray().Select(p => (decimal)p!["difference"]!).ToList();
        Assert.Equal(differences.Order(), differences);
        var (_, others) = await Ask("/api/stock/alike?kit=kite-weekend&paper=ember&face=A");
        Assert.DoesNotContain(others!.AsArray(), p => (string?)p!["name"] == "Ember cardstock" && (string?)p["slug"] == "kite-weekend");
        // In place of the paper that was asked for, for as many kits as the free sheets give what one kit takes of it.
        Assert.All(others!.AsArray().Where(p => p!["free"] is null), p => Assert.Null(p!["reaches"]));
        Assert.Contains(others!.AsArray(), p => p!["reaches"] is not null);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/stock/alike?colour=red")).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/stock/alike")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await Ask("/api/stock/alike?kit=nothing&paper=ember")).Status);
    }

    [Fact]
    public async Task A_kit_file_carries_pictures_where_that_is_asked_for_only()
    {
        await _http.PostAsync("/api/demo", null);
        using var bitmap = new SKBitmap(300, 300);
        bitmap.Erase(SKColors.Coral);
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        using var put = await _http.PutAsync("/api/kits/a-year-of-bread/papers/" + Bread + "/A/picture", Png(png.ToArray()));
        Assert.Equal(HttpStatusCode.NoContent, put.StatusCode);
        Assert.Null((await Ask("/api/kits/a-year-of-bread/file")).Answer!["pictures"]);
        var file = (await Ask("/api/kits/a-year-of-bread/file?pictures=true")).Answer!;
        Assert.Equal(Bread, (string?)Assert.Single(file["pictures"]!.AsArray())!["paper"]);

        // A paper that the studio does not know yet gets the picture; as it was, not shown.
        file["kit"]!["name"] = "Bread, by mail";
        file["kit"]!["papers"]!.AsArray().Single(p => (string?)p!["id"] == Bread)!["name"] = "A paper from elsewhere";
        file["pictures"]![0]!["shown"] = false;
        var (status, made) = await Ask("/api/kits/file", Studio.Json(file.ToJsonString()));
        Assert.Equal(HttpStatusCode.Created, status);
        var kept = Assert.Single((await Ask($"/api/kits/{made!["slug"]}/papers/pictures")).Answer!.AsArray())!;
        Assert.Equal((Bread, false), ((string)kept["paper"]!, (bool)kept["shown"]!));

        var before = (await Ask("/api/kits")).Answer!.AsArray().Count;
        file["pictures"]![0]!["jpeg"] = "AAAA";
        var (refused, why) = await Ask("/api/kits/file", Studio.Json(file.ToJsonString()));
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.Contains("pictures[0].jpeg", why!.ToJsonString(), StringComparison.Ordinal);
        file["pictures"]![0]!["paper"] = "none";
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/kits/file", Studio.Json(file.ToJsonString()))).Status);
        Assert.Equal(before, (await Ask("/api/kits")).Answer!.AsArray().Count);
    }

    private static readonly string Bread = DemoStudio.Kit("year-of-bread").Papers[0].Id;

    private static JsonObject With(string kit, string more)
    {
        var question = JsonNode.Parse(more)!.AsObject();
        question["kit"] = JsonNode.Parse(VelvetFold.Formats.KitFile.WriteDocument(DemoStudio.Kit(kit)));
        return question;
    }

    [Fact]
    public async Task Another_place_of_a_colour_is_found_or_it_is_said_why_not()
    {
        var question = With("kite-weekend", """{"layout":"L3","colour":"#e2a93b"}""");
        var pages = (
            await Ask("/api/compute/pages", Studio.Json(new JsonObject { ["kit"] = question["kit"]!.DeepClone() }.ToJsonString()))
        ).Answer!;
        var open = pages["layouts"]!.AsArray().Single(l => (string?)l!["id"] == "L3")!["returns"]!
            .AsArray()
            .Single(r => !(bool)r!["isTriangle"]!)!;
        question["colour"] = (string?)open["colour"];
        var (status, none) = await Ask("/api/compute/again", Studio.Json(question.ToJsonString()));
        Assert.Equal((HttpStatusCode.OK, 0), (status, none!["places"]!.AsArray().Count));
        Assert.Contains("Nothing of that colour is left", (string?)none["why"], StringComparison.Ordinal);
        // One more sun on its sheet, and there is one.
        foreach (var part in question["kit"]!["parts"]!.AsArray().SelectMany(s => s!["parts"]?.AsArray() ?? []))
            if ((string?)part!["colour"] == (string?)open["colour"])
                part["count"] = 3;
        var places = (await Ask("/api/compute/again", Studio.Json(question.ToJsonString()))).Answer!["places"]!.AsArray();
        Assert.NotEmpty(places);
        question["colour"] = "mustard";
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/again", Studio.Json(question.ToJsonString()))).Status);
        question["layout"] = "L9";
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/again", Studio.Json(question.ToJsonString()))).Status);
    }

    [Fact]
    public async Task Variants_are_kept_compared_chosen_and_dropped()
    {
        var question = With("kite-weekend", """{"layout":"L2","do":"keep","with":"calm"}""");
        var (status, kept) = await Ask("/api/compute/layouts", Studio.Json(question.ToJsonString()));
        Assert.Equal(HttpStatusCode.OK, status);
        var kit = kept!["kit"]!;
        var layout = kit["layouts"]!.AsArray().Single(l => (string?)l!["id"] == "L2")!;
        layout["pieces"]!.AsArray().Single(p => (string?)p!["id"] == "D2")!["across"] = JsonNode.Parse(
            """{"rule":"from","edge":"left","distance":"2 in"}"""
        );
        JsonObject Asked(string deed, string with, string? keptAs = null) =>
            new()
            {
                ["kit"] = kit.DeepClone(),
                ["layout"] = "L2",
                ["do"] = deed,
                ["with"] = with,
                ["keptAs"] = keptAs,
            };
        var compared = (
            await Ask("/api/compute/variants", Studio.Json(new JsonObject { ["kit"] = kit.DeepClone(), ["layout"] = "L2" }.ToJsonString()))
        ).Answer!.AsArray();
        Assert.Equal([null, "calm"], compared.Select(v => (string?)v!["name"]));
        Assert.Equal("L2-D2", (string?)Assert.Single(compared[1]!["moved"]!.AsArray()));
        var chosen = (await Ask("/api/compute/layouts", Studio.Json(Asked("choose", "calm", "moved").ToJsonString()))).Answer!["kit"]!;
        Assert.Equal("moved", (string?)chosen["layouts"]![1]!["variants"]![0]!["name"]);
        var dropped = (await Ask("/api/compute/layouts", Studio.Json(Asked("drop", "calm").ToJsonString()))).Answer!["kit"]!;
        Assert.Empty(dropped["layouts"]![1]!["variants"]?.AsArray() ?? []);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask("/api/compute/layouts", Studio.Json(Asked("choose", "none").ToJsonString()))).Status
        );
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/layouts", Studio.Json(Asked("keep", " ").ToJsonString()))).Status);
    }

    [Fact]
    public async Task Some_pieces_of_another_kits_layout_are_laid_on_one_of_this_kit()
    {
        var question = With("kite-weekend", """{"layout":"L1","pieces":["P1"],"onto":"L2"}""");
        question["from"] = JsonNode.Parse(VelvetFold.Formats.KitFile.WriteDocument(DemoStudio.Kit("year-of-bread")));
        var photo = question["from"]!["layouts"]![0]!["pieces"]!.AsArray().First(p => (string?)p!["kind"] == "photo")!;
        question["pieces"] = new JsonArray((string?)photo["id"]);
        var (status, answer) = await Ask("/api/compute/brought", Studio.Json(question.ToJsonString()));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal("L2", (string?)answer!["layout"]);
        Assert.Equal(
            1 + question["kit"]!["layouts"]![1]!["pieces"]!.AsArray().Count,
            answer["kit"]!["layouts"]![1]!["pieces"]!.AsArray().Count
        );
        question["onto"] = "L9";
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/brought", Studio.Json(question.ToJsonString()))).Status);
        question["onto"] = null;
        question["pieces"] = new JsonArray("Z9");
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/brought", Studio.Json(question.ToJsonString()))).Status);
        question["pieces"] = null;
        question["page"] = "both";
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("/api/compute/brought", Studio.Json(question.ToJsonString()))).Status);
    }
}
