using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>Fits over the wire.</summary>
public sealed class FitsApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static readonly string Kite = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));

    private async Task<(HttpStatusCode Status, JsonNode Answer)> Ask(string more, string path = "fits")
    {
        var response = await _http.PostAsync($"/api/compute/{path}", Studio.Json($$"""{"kit":{{Kite}},{{more}}}"""));
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task What_is_held_stays_and_what_cannot_be_held_is_named()
    {
        var (_, moved) = await Ask("""  "layout":"L2","changes":[],"piece":"P2","by":{"across":"0 in","down":"2 in"}  """, "moved");
        var changes = moved["changes"]!.ToJsonString();
        var (status, around) = await Ask($"""  "layout":"L2","text":"6 x 4, 3 x 4","changes":{changes},"held":["P2"]  """, "around");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.NotEmpty(around["changes"]!.AsArray());
        var (refused, says) = await Ask("""  "layout":"L2","text":"6 x 4","changes":[],"held":["P2","P99"]  """, "around");
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.NotNull(says["errors"]!["held[1]"]);
        Assert.Equal(HttpStatusCode.BadRequest, (await Ask("""  "layout":"L2","text":"six","changes":[],"held":[]  """, "around")).Status);
    }

    // Every combination of 1 to 8 photos, upright and lying, on each layout: a fit or a reason.
    [Fact]
    public async Task Every_number_of_photos_on_every_layout_has_a_fit_or_an_honest_reason()
    {
        foreach (var layout in new[] { "L1", "L2", "L3" })
            for (var n = 1; n <= 8; n++)
                foreach (var lying in new[] { 0, n / 2, n })
                {
                    var text = string.Join(", ", Enumerable.Range(0, n).Select(i => i < lying ? "4 x 3" : "3 x 4"));
                    var (status, answer) = await Ask($"""  "layout":"{layout}","text":"{text}"  """);
                    Assert.Equal(HttpStatusCode.OK, status);
                    Assert.True(answer["fits"]!.AsArray().Count > 0 || ((string?)answer["why"])!.Length > 20, $"{layout}: {text}");
                    Assert.Equal(n, answer["photos"]!.AsArray().Count);
                    Assert.All(answer["fits"]!.AsArray(), f => Assert.Equal(n, f!["fit"]!["places"]!.AsArray().Count));
                }
    }

    [Theory]
    [InlineData(""" "layout":"L9","text":"3 x 4" """, "layout")]
    [InlineData(""" "layout":"L1","text":"three by four" """, "text")]
    [InlineData(""" "layout":"L1","text":"13 of 3 x 4" """, "photos")]
    [InlineData(""" "layout":"L1","text":"3 x 4","count":0 """, "count")]
    [InlineData(
        """ "layout":"L1","photos":[{"id":"a","size":{"width":"3 in","height":"4 in"}},{"id":"a","size":{"width":"3 in","height":"4 in"}}] """,
        "photos[1].id"
    )]
    public async Task Bad_input_is_named(string more, string path)
    {
        var (status, answer) = await Ask(more);
        Assert.Equal((HttpStatusCode.BadRequest, true), (status, answer["errors"]!.AsObject().ContainsKey(path)));
    }

    [Fact]
    public async Task A_guests_photos_are_kept_with_them()
    {
        await _http.PostAsync("/api/demo", null);
        var added = await _http.PostAsync(
            "/api/kits/kite-weekend/guests",
            Studio.Json("""{"name":"Marit","changes":[],"photos":{"L1":"2 of 4 x 6"}}""")
        );
        var guest = JsonNode.Parse(await added.Content.ReadAsStringAsync())!;
        Assert.Equal("2 of 4 x 6", (string?)guest["photos"]!["L1"]);
        // Changes alone leave them as they are.
        using var change = new HttpRequestMessage(HttpMethod.Put, $"/api/kits/kite-weekend/guests/{guest["id"]}")
        {
            Content = Studio.Json(
                """{"name":"Marit","changes":[{"layout":"L1","piece":"P2","move":"split","rows":1,"columns":2,"gutter":"1/8 in"}]}"""
            ),
        };
        change.Headers.TryAddWithoutValidation("If-Match", $"\"{guest["version"]}\"");
        var saved = JsonNode.Parse(await (await _http.SendAsync(change)).Content.ReadAsStringAsync())!;
        Assert.Equal(("2 of 4 x 6", "split"), ((string?)saved["photos"]!["L1"], (string?)saved["changes"]![0]!["move"]));
    }
}
