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
}
