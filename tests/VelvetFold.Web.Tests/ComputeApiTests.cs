using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

public sealed class ComputeApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static JsonNode Demo(string name) => JsonNode.Parse(KitFile.WriteDocument(DemoStudio.Kit(name)))!;

    private async Task<(HttpStatusCode Status, JsonNode Answer)> Ask(string address, JsonNode question)
    {
        var response = await _http.PostAsync(address, Studio.Json(question.ToJsonString()));
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task A_changed_measurement_flows_into_boxes_cuts_counts_and_steps()
    {
        var kit = Demo("kite-weekend");
        kit["layouts"]![0]!["pieces"]![2]!["size"]!["height"] = "1 1/2 in"; // the wind band A3
        var (status, answer) = await Ask("/api/compute/kit", new JsonObject { ["kit"] = kit, ["kits"] = 14 });
        Assert.Equal(HttpStatusCode.OK, status);
        JsonNode Piece(string id) => answer["layouts"]![0]!["pieces"]!.AsArray().Single(p => (string?)p!["id"] == id)!;
        Assert.Equal("1 1/2 in", (string?)Piece("A3")["placed"]!["box"]!["height"]);
        Assert.Equal("3 1/2 in", (string?)Piece("S1")["placed"]!["box"]!["y"]);
        Assert.Equal("1 1/2 in", (string?)answer["cutList"]!.AsArray().Single(c => (string?)c!["label"] == "L1-A3")!["size"]!["height"]);
        Assert.Contains(
            answer["counts"]!["byPiece"]!.AsArray(),
            c => c!["labels"]!.AsArray().Any(l => (string?)l == "L1-A3") && (int?)c["total"] == 14
        );
        Assert.Contains(
            answer["steps"]!.AsArray(),
            s => s!["lines"]!.AsArray().Any(l => ((string)l!).StartsWith("L1-A3 (11½ x 1½", StringComparison.Ordinal))
        );
    }

    [Fact]
    public async Task A_piece_is_measured_from_another_edge_and_stays()
    {
        JsonObject Question(string piece, string edge, string? of) =>
            new()
            {
                ["kit"] = Demo("kite-weekend"),
                ["layout"] = "L2",
                ["piece"] = piece,
                ["edge"] = edge,
                ["of"] = of,
            };
        var (status, answer) = await Ask("/api/compute/measured-from", Question("B3", "right", null));
        Assert.Equal(HttpStatusCode.OK, status);
        var down = answer["kit"]!["layouts"]![1]!["pieces"]!.AsArray().Single(p => (string?)p!["id"] == "B3")!["across"]!;
        Assert.Equal(("from", "right"), ((string?)down["rule"], (string?)down["edge"]));
        var (refused, problem) = await Ask("/api/compute/measured-from", Question("B3", "right", "B3"));
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.Contains("cannot be measured from the right edge of B3", (string?)problem["errors"]!["of"], StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_outline_is_read_from_a_path_or_refused_in_words()
    {
        JsonObject Question(string path) =>
            new()
            {
                ["path"] = path,
                ["size"] = new JsonObject { ["width"] = "4 in", ["height"] = "3 in" },
            };
        var (status, answer) = await Ask("/api/compute/outline", Question("M0 0 L4 0 L2 3 Z"));
        Assert.Equal((HttpStatusCode.OK, 3), (status, answer["shape"]!["points"]!.AsArray().Count));
        var (refused, problem) = await Ask("/api/compute/outline", Question("a curve"));
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.Contains("is no SVG path", (string?)problem["errors"]!["path"], StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_metric_kit_is_answered_in_millimetres()
    {
        var (_, answer) = await Ask("/api/compute/kit", new JsonObject { ["kit"] = Demo("year-of-bread") });
        Assert.Equal("305 mm", (string?)answer["layouts"]![0]!["picture"]!["size"]!["height"]);
        Assert.DoesNotContain(" in\"", answer["cutList"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_guest_is_answered_with_the_adapted_kit_and_the_differences()
    {
        var question = JsonNode.Parse(
            """{"changes":[{"layout":"L1","piece":"P2","move":"turn"},{"layout":"L1","piece":"P4","move":"leave-empty"}]}"""
        )!;
        question["kit"] = Demo("kite-weekend");
        var (status, answer) = await Ask("/api/compute/guest", question);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains(answer["differences"]!.AsArray(), d => (string?)d!["says"] == "L1-P2 is turned: 3¼ x 4¼ instead of 4¼ x 3¼.");
        Assert.Equal(8, answer["answer"]!["counts"]!["photos"]!.AsArray().Sum(p => (int?)p!["total"]));
    }

    [Fact]
    public async Task A_change_to_no_opening_names_it()
    {
        var question = JsonNode.Parse("""{"changes":[{"layout":"L1","piece":"A1","move":"turn"}]}""")!;
        question["kit"] = Demo("kite-weekend");
        var (status, answer) = await Ask("/api/compute/guest", question);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains("L1-A1", (string?)answer["errors"]!["changes[0]"], StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("3 1/2", "in", "3 1/2 in", "3½")]
    [InlineData("89", "mm", "89 mm", "89 mm")]
    [InlineData("8.9 cm", "mm", "89 mm", "89 mm")]
    public async Task A_typed_length_is_read(string text, string unit, string exact, string reading)
    {
        var (_, answer) = await Ask(
            "/api/compute/length",
            new JsonObject
            {
                ["text"] = text,
                ["unit"] = unit,
                ["ruler"] = unit == "in" ? "1/16 in" : "1 mm",
            }
        );
        Assert.Equal((exact, reading), ((string?)answer["exact"], (string?)answer["reading"]));
    }

    [Fact]
    public async Task A_typed_text_that_is_no_length_says_where()
    {
        var (status, answer) = await Ask("/api/compute/length", new JsonObject { ["text"] = "3 1/z", ["unit"] = "in" });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains("column 5", (string?)answer["errors"]!["text"], StringComparison.Ordinal);
    }

    [Fact]
    public async Task Pages_are_computed_with_cut_sizes_hidden_middles_and_findings()
    {
        var kit = Demo("kite-weekend");
        kit["layouts"]![2]!["pieces"]![1]!["finishes"] = JsonNode.Parse("""[{"edge":"top","work":"torn"}]""");
        var (status, answer) = await Ask("/api/compute/pages", new JsonObject { ["kit"] = kit });
        Assert.Equal(HttpStatusCode.OK, status);
        var panel = answer["layouts"]![2]!["pieces"]![1]!;
        Assert.Equal(
            ("11 1/2 in", "11 3/4 in"),
            ((string?)panel["placed"]!["box"]!["height"], (string?)panel["placed"]!["cutSize"]!["height"])
        );
        Assert.Equal("10 1/2 in", (string?)answer["layouts"]![2]!["pieces"]![0]!["hidden"]![0]!["box"]!["width"]);
        Assert.All(answer["layouts"]!.AsArray(), l => Assert.Empty(l!["findings"]!.AsArray()));
    }

    [Fact]
    public async Task Measure_lines_are_read_with_errors_and_written_back()
    {
        var (status, answer) = await Ask(
            "/api/compute/measure-lines",
            new JsonObject
            {
                ["text"] =
                    "spread 12 x 12 \"Harbour\"\nbase 12 x 12 Slate\n4 strips 2 x 7 Bridle Dot, 2 from top, evenly 1 from sides\nstrp 9 x 1",
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(5, answer["layout"]!["pieces"]!.AsArray().Count);
        var error = Assert.Single(answer["errors"]!.AsArray())!;
        Assert.Equal((4, 1, "strip"), ((int?)error["line"], (int?)error["column"], (string?)error["suggestion"]));
        Assert.Contains("G1: evenly S1 S2 S3 S4, 1 and 1 from sides", (string?)answer["text"], StringComparison.Ordinal);
        var back = await Ask("/api/compute/measure-lines", new JsonObject { ["text"] = (string?)answer["text"] });
        Assert.Equal((string?)answer["text"], (string?)back.Answer["text"]);
    }

    [Fact]
    public async Task A_layout_is_mirrored_and_a_piece_moved()
    {
        var (_, mirrored) = await Ask(
            "/api/compute/layouts",
            new JsonObject
            {
                ["kit"] = Demo("kite-weekend"),
                ["layout"] = "L1",
                ["do"] = "mirror",
            }
        );
        Assert.Equal("right", (string?)mirrored["kit"]!["layouts"]![0]!["pieces"]![0]!["side"]);
        var (_, moved) = await Ask(
            "/api/compute/move",
            new JsonObject
            {
                ["kit"] = Demo("kite-weekend"),
                ["layout"] = "L2",
                ["piece"] = "B2",
                ["across"] = 2,
                ["down"] = -1,
            }
        );
        var piece = moved["kit"]!["layouts"]![1]!["pieces"]![1]!;
        Assert.Equal(("1 5/8 in", "15/16 in"), ((string?)piece["across"]!["distance"], (string?)piece["down"]!["distance"]));
        var (status, refused) = await Ask(
            "/api/compute/move",
            new JsonObject
            {
                ["kit"] = Demo("kite-weekend"),
                ["layout"] = "L2",
                ["piece"] = "X9",
                ["across"] = 2,
                ["down"] = 0,
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(refused["errors"]!["piece"]);
    }

    [Fact]
    public async Task A_piece_is_added_and_let_go_where_it_is_to_lie()
    {
        JsonObject Asked(params (string Name, JsonNode? Value)[] more) =>
            new([new("kit", Demo("kite-weekend")), new("layout", "L1"), .. more.Select(m => KeyValuePair.Create(m.Name, m.Value))]);
        var (_, added) = await Ask("/api/compute/layouts", Asked(("do", "add"), ("kind", "photo"), ("side", "right")));
        Assert.Equal("P7", (string?)added["piece"]);
        // Like P6, the last on that page: 3 x 2 on two mats.
        var photo = added["kit"]!["layouts"]![0]!["pieces"]!.AsArray()[^1]!;
        Assert.Equal(("3 in", 2), ((string?)photo["size"]!["width"], photo["opening"]!["mats"]!.AsArray().Count));
        var (_, faced) = await Ask("/api/compute/layouts", Asked(("do", "facing"), ("piece", "J1")));
        Assert.Equal("J2", (string?)faced["piece"]);
        // Let go a little beside where it lay, it is drawn back.
        var (_, rested) = await Ask(
            "/api/compute/rest",
            Asked(("piece", "J1"), ("across", "0.1 in"), ("down", "0.05 in"), ("reach", "1/4 in"))
        );
        Assert.Equal("left as P2 · bottom as A4", (string?)rested["place"]);
        Assert.Equal("4 1/4 in", (string?)rested["box"]!["width"]);
        foreach (
            var (path, asked, field) in new[]
            {
                ("/api/compute/layouts", Asked(("do", "add")), "kind"),
                ("/api/compute/rest", Asked(("piece", "X9"), ("across", "0 in"), ("down", "0 in"), ("reach", "0 in")), "piece"),
                ("/api/compute/rest", Asked(("piece", "J1"), ("across", "1001 in"), ("down", "0 in"), ("reach", "0 in")), "across"),
            }
        )
        {
            var (status, refused) = await Ask(path, asked);
            Assert.Equal(HttpStatusCode.BadRequest, status);
            Assert.NotNull(refused["errors"]![field]);
        }
    }

    [Theory]
    [InlineData("9 x 1½", "9 in", "1 1/2 in")]
    [InlineData("9 by 1 1/2", "9 in", "1 1/2 in")]
    [InlineData("9", "9 in", null)]
    public async Task Two_sides_are_read_where_both_may_be_typed(string text, string exact, string? other)
    {
        var (_, answer) = await Ask(
            "/api/compute/length",
            new JsonObject
            {
                ["text"] = text,
                ["unit"] = "in",
                ["sides"] = true,
            }
        );
        Assert.Equal((exact, other), ((string?)answer["exact"], (string?)answer["other"]));
        var (status, _) = await Ask(
            "/api/compute/length",
            new JsonObject
            {
                ["text"] = text + " x 3 x 4",
                ["unit"] = "in",
                ["sides"] = true,
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, status);
    }

    [Fact]
    public async Task Two_revisions_are_compared_in_words()
    {
        var after = Demo("kite-weekend");
        after["layouts"]![0]!["pieces"]![2]!["size"]!["height"] = "1 1/4 in";
        var (_, answer) = await Ask("/api/compute/revisions", new JsonObject { ["before"] = Demo("kite-weekend"), ["after"] = after });
        Assert.Equal("Wind band (L1-A3) went from 1 to 1¼ high.", (string?)Assert.Single(answer["changes"]!.AsArray())!["says"]);
    }

    [Fact]
    public async Task Too_many_kits_are_refused()
    {
        var (status, answer) = await Ask("/api/compute/kit", new JsonObject { ["kit"] = Demo("kite-weekend"), ["kits"] = 1_000_000 });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(answer["errors"]!["kits"]);
    }
}
