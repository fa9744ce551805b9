using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>Guides over the wire: written, proved, set on pages, taken along.</summary>
public sealed class GuideApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static readonly string Kite = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));

    private async Task<(HttpStatusCode Status, JsonNode Answer)> Ask(string path, string question)
    {
        var response = await _http.PostAsync(path, Studio.Json(question));
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    [Theory]
    [InlineData("kite-weekend", "en")]
    [InlineData("kite-weekend", "de")]
    [InlineData("year-of-bread", "en")]
    [InlineData("year-of-bread", "de")]
    public async Task The_guide_of_a_demo_kit_is_proved_in_both_languages(string name, string language)
    {
        var (status, answer) = await Ask(
            "/api/compute/guide",
            $$"""{"kit":{{KitFile.WriteDocument(DemoStudio.Kit(name))}},"language":"{{language}}"}"""
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True((bool)answer["proof"]!["holds"]!, answer["proof"]!.ToJsonString());
        Assert.Equal(answer["steps"]!.AsArray().Count, answer["pictures"]!.AsArray().Count);
        var lay = answer["steps"]!.AsArray().First(s => (string?)s!["kind"] == "lay")!;
        Assert.NotEmpty(answer["facts"]![answer["steps"]!.AsArray().IndexOf(lay)]!.AsArray());
        Assert.NotNull(answer["pictures"]![answer["steps"]!.AsArray().IndexOf(lay)]);
        Assert.NotEmpty(answer["materials"]!.AsArray());
        Assert.StartsWith(language == "en" ? "Lay " : "Lege ", (string)lay["text"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_has_changed_since_the_last_print_is_marked()
    {
        var (_, same) = await Ask("/api/compute/guide", $$"""{"kit":{{Kite}},"since":{{Kite}}}""");
        Assert.Empty(same["changed"]!.AsArray());
        var now = JsonNode.Parse(Kite)!;
        now["layouts"]![0]!["pieces"]!.AsArray().First(p => (string?)p!["id"] == "T1")!["size"]!["width"] = "5 in";
        var (_, answer) = await Ask("/api/compute/guide", $$"""{"kit":{{now.ToJsonString()}},"since":{{Kite}}}""");
        Assert.Contains("lay:L1:L1-J1,L1-T1", answer["changed"]!.AsArray().Select(c => (string?)c));
    }

    [Fact]
    public async Task Bad_input_is_named()
    {
        var (status, answer) = await Ask("/api/compute/guide", $$"""{"kit":{{Kite}},"language":"xx"}""");
        Assert.Equal((HttpStatusCode.BadRequest, true), (status, answer["errors"]!.AsObject().ContainsKey("language")));
        var bad = JsonNode.Parse(Kite)!;
        bad["kits"] = -1;
        var (_, since) = await Ask("/api/compute/guide", $$"""{"kit":{{Kite}},"since":{{bad.ToJsonString()}}}""");
        Assert.True(since["errors"]!.AsObject().ContainsKey("since.kits"));
        await _http.PostAsync("/api/demo", null);
        foreach (
            var (query, path) in new[] { ("form=poster", "form"), ("paper=a0", "paper"), ("language=xx", "language"), ("form=1", "form") }
        )
        {
            var refused = await _http.GetAsync($"/api/kits/kite-weekend/guide.pdf?{query}");
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
            Assert.Contains($"\"{path}\"", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync("/api/kits/nothing/guide.pdf")).StatusCode);
    }

    [Fact]
    public async Task Pages_come_as_svg_and_the_files_as_files()
    {
        var (_, pages) = await Ask("/api/compute/guide/pages", $$"""{"kit":{{Kite}},"form":"card","paper":"a4"}""");
        Assert.All(pages["pages"]!.AsArray(), p => Assert.StartsWith("<svg ", (string)p!["svg"]!, StringComparison.Ordinal));
        await _http.PostAsync("/api/demo", null);
        foreach (
            var (path, type) in new[]
            {
                ("guide.pdf?form=wordless", "application/pdf"),
                ("guide.html?language=de", "text/html"),
                ("bench", "application/json"),
            }
        )
        {
            var file = await _http.GetAsync($"/api/kits/kite-weekend/{path}");
            Assert.Equal((HttpStatusCode.OK, type), (file.StatusCode, file.Content.Headers.ContentType!.MediaType));
        }
    }
}
