using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests;

/// <summary>Plot files, titles, nests and the simulated plotter over HTTP.</summary>
public sealed class PlotApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private async Task<(HttpStatusCode Status, JsonNode Body)> PostAsync(string path, object body)
    {
        using var answer = await _http.PostAsJsonAsync(path, body);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task Every_sheet_of_a_kit_is_had_as_a_plot_file_that_the_plotter_takes()
    {
        (await _http.PostAsync("/api/demo", null)).EnsureSuccessStatusCode();
        var sheets = (await _http.GetFromJsonAsync<JsonNode>("/api/kits/kite-weekend/plots"))!["sheets"]!.AsArray();
        Assert.NotEmpty(sheets);
        var first = sheets[0]!;
        foreach (var ending in new[] { "svg", "gcode" })
        {
            var file = await _http.GetStringAsync($"/api/kits/kite-weekend/plots/{first["paper"]}/{first["sheet"]}.{ending}");
            var (status, drawn) = await PostAsync("/api/plotter", new { file });
            Assert.Equal(HttpStatusCode.OK, status);
            Assert.Empty(drawn["reports"]!.AsArray());
            Assert.Equal(
                first["pieces"]!.AsArray().Select(p => (string?)p),
                drawn["strokes"]!.AsArray().Where(s => (string?)s!["tool"] == "blade").Select(s => (string?)s!["name"])
            );
        }
        using var none = await _http.GetAsync("/api/kits/kite-weekend/plots/slate/99.svg");
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
        using var nobody = await _http.GetAsync("/api/kits/no-such-kit/plots");
        Assert.Equal(HttpStatusCode.NotFound, nobody.StatusCode);
    }

    [Theory]
    [InlineData("", "1", "text")]
    [InlineData("Up", "no", "height")]
    [InlineData("Up", "0", "height")]
    [InlineData("Up", "30", "height")]
    public async Task A_title_that_cannot_be_cut_is_refused_by_name(string text, string height, string member)
    {
        var (status, body) = await PostAsync("/api/compute/title", new { text, height });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(body["errors"]![member]);
    }

    [Fact]
    public async Task A_title_is_outlined()
    {
        var (status, body) = await PostAsync("/api/compute/title", new { text = "Hill", height = "1 1/2" });
        Assert.Equal((HttpStatusCode.OK, "1 1/2 in", 1), (status, (string?)body["size"]!["height"], (int)body["parts"]!));
    }

    [Theory]
    [InlineData("hello")]
    [InlineData("<svg")]
    public async Task What_is_no_plot_file_is_refused(string file)
    {
        var (status, body) = await PostAsync("/api/plotter", new { file });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(body["errors"]!["file"]);
    }

    [Fact]
    public async Task Outlines_are_nested_and_bad_ones_refused_by_name()
    {
        static object Asked(string width, int count, string name = "disc") =>
            new
            {
                sheet = new { width = "12 in", height = "12 in" },
                templates = new[]
                {
                    new
                    {
                        name,
                        count,
                        size = new { width, height = "3 1/4 in" },
                        shape = new { kind = "oval" },
                    },
                },
            };
        var (status, nest) = await PostAsync("/api/compute/nest", Asked("3 1/4 in", 20));
        Assert.Equal((HttpStatusCode.OK, 2, 3), (status, (int)nest["sheets"]!, (int)nest["byBoxes"]!));
        Assert.Equal(20, nest["places"]!.AsArray().Count);
        var (_, drawn) = await PostAsync("/api/plotter", new { file = (string)nest["gCode"]![0]! });
        Assert.Empty(drawn["reports"]!.AsArray());
        foreach (
            var (asked, member) in new[]
            {
                (Asked("40 in", 1), "templates[0].size"),
                (Asked("3 in", 0), "templates[0].count"),
                (Asked("3 in", 1_000), "templates"),
                (Asked("3 in", 1, ""), "templates[0].name"),
            }
        )
        {
            var (refused, body) = await PostAsync("/api/compute/nest", asked);
            Assert.Equal(HttpStatusCode.BadRequest, refused);
            Assert.NotNull(body["errors"]![member]);
        }
    }
}
