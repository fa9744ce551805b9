using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>What is told at the tables: spoiled and missing pieces against the spares, and how long steps take.</summary>
public sealed class TableApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private async Task<(HttpStatusCode Status, JsonNode? Answer)> Ask(HttpMethod method, string path, string? body = null)
    {
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : Studio.Json(body) };
        using var response = await _http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    private async Task<string> NewKit(string name, string spares = """[{"of":"pieces","count":1}]""")
    {
        var kit = JsonNode.Parse(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend")))!;
        kit["name"] = name;
        kit["spares"] = JsonNode.Parse(spares);
        return (string)(await Ask(HttpMethod.Post, "/api/kits", kit.ToJsonString())).Answer!["slug"]!;
    }

    [Fact]
    public async Task A_spoiled_piece_is_seen_by_the_host_and_takes_a_spare()
    {
        var slug = await NewKit("Table one");
        var (status, told) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L1-A4","person":"Ida"}""");
        Assert.Equal((HttpStatusCode.Created, 1), (status, (int)told!["spares"]!));
        Assert.NotEmpty(told["again"]!.AsArray());
        var (_, second) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L1-A4","missing":true}""");
        var (_, settled) = await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{told["id"]}", """{"how":"spare"}""");
        Assert.Equal(("spare", 0), ((string)settled!["settled"]!, (int)settled["spares"]!));
        // One spare is one spare.
        Assert.Equal(
            HttpStatusCode.Conflict,
            (await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{second!["id"]}", """{"how":"spare"}""")).Status
        );
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{told["id"]}", """{"how":null}""");
        var (_, list) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/table");
        Assert.Equal([(int)second["id"]!, (int)told["id"]!], list!["spoiled"]!.AsArray().Select(s => (int)s!["id"]!));
        Assert.All(list["spoiled"]!.AsArray(), s => Assert.Equal((1, null), ((int)s!["spares"]!, (string?)s["settled"])));
    }

    [Fact]
    public async Task Ready_made_parts_share_the_spares_of_their_sheet_and_come_from_another_pack()
    {
        var slug = await NewKit("Table parts", """[{"of":"stickers","count":1}]""");
        async Task<int?> Packs() =>
            (int?)
                (await Ask(HttpMethod.Get, $"/api/kits/{slug}")).Answer!["kit"]!["parts"]!
                    .AsArray()
                    .Single(p => (string?)p!["id"] == "weather")!["onHand"];
        var (_, gull) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L2-D1"}""");
        var (_, sun) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L3-D1"}""");
        Assert.Equal((true, 1, 1), ((bool)gull!["part"]!, (int)gull["spares"]!, (int)sun!["spares"]!));
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{gull["id"]}", """{"how":"spare"}""");
        // The one spare of the sheet is gone for the other as well.
        Assert.Equal(
            HttpStatusCode.Conflict,
            (await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{sun["id"]}", """{"how":"spare"}""")).Status
        );
        var there = await Packs();
        Assert.NotNull(there);
        var (status, settled) = await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{sun["id"]}", """{"how":"sheet"}""");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal("sheet", (string?)settled!["settled"]);
        Assert.Equal(there - 1, await Packs());
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{sun["id"]}", """{"how":null}""");
        Assert.Equal(there, await Packs());
    }

    [Fact]
    public async Task Hosts_who_press_at_once_hand_out_the_last_spare_once()
    {
        var slug = await NewKit("Table at once");
        var ids = new List<int>();
        for (var i = 0; i < 6; i++)
            ids.Add((int)(await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L1-A4"}""")).Answer!["id"]!);
        var answers = await Task.WhenAll(ids.Select(id => Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{id}", """{"how":"spare"}""")));
        Assert.Equal(1, answers.Count(a => a.Status == HttpStatusCode.OK));
        Assert.Equal(5, answers.Count(a => a.Status == HttpStatusCode.Conflict));
    }

    [Fact]
    public async Task A_piece_that_is_cut_from_another_sheet_takes_the_sheet_out_of_stock_and_back()
    {
        var slug = await NewKit("Table two");
        async Task<int?> Stock()
        {
            var kit = (await Ask(HttpMethod.Get, $"/api/kits/{slug}")).Answer!["kit"]!;
            var paper = (string)kit["layouts"]![0]!["pieces"]!.AsArray().Single(p => (string?)p!["id"] == "A4")!["paper"]!;
            return (int?)kit["papers"]!.AsArray().Single(p => (string?)p!["id"] == paper)!["onHand"];
        }
        var there = await Stock();
        var (_, told) = await Ask(HttpMethod.Post, $"/api/kits/{slug}/table", """{"piece":"L1-A4"}""");
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{told!["id"]}", """{"how":"sheet"}""");
        Assert.Equal(there - 1, await Stock());
        // Pressed again it is the same sheet.
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{told["id"]}", """{"how":"sheet"}""");
        Assert.Equal(there - 1, await Stock());
        await Ask(HttpMethod.Put, $"/api/kits/{slug}/table/{told["id"]}", """{"how":"covered"}""");
        Assert.Equal(there, await Stock());
    }

    [Theory]
    [InlineData("POST", "", """{"piece":"L9-Z9"}""", 400, "piece")]
    [InlineData("PUT", "/999", """{"how":"spare"}""", 404, null)]
    [InlineData("PUT", "/1", """{"how":"glue"}""", 400, "how")]
    [InlineData("POST", "/times", """{"kind":"fly","seconds":3}""", 400, "kind")]
    [InlineData("POST", "/times", """{"kind":"cut","seconds":0}""", 400, "seconds")]
    [InlineData("POST", "/times", """{"kind":"cut","seconds":30,"things":0}""", 400, "things")]
    public async Task What_cannot_be_told_names_the_value(string method, string path, string body, int status, string? member)
    {
        var slug = await NewKit($"Table {method}{path.Trim('/')} {status} {member}");
        var (code, answer) = await Ask(new(method), $"/api/kits/{slug}/table{path}", body);
        Assert.Equal(status, (int)code);
        if (member is not null)
            Assert.NotNull(answer!["errors"]![member]);
    }

    [Fact]
    public async Task Times_told_at_the_tables_become_the_median_of_the_studio()
    {
        var slug = await NewKit("Table three");
        // Seconds a thing: 10, 20, 90. One long pause does not move the middle one.
        foreach (var (seconds, things) in new[] { (20, 2), (60, 3), (90, 1) })
            Assert.Equal(
                HttpStatusCode.NoContent,
                (
                    await Ask(
                        HttpMethod.Post,
                        $"/api/kits/{slug}/table/times",
                        $$"""{"kind":"mat","seconds":{{seconds}},"things":{{things}}}"""
                    )
                ).Status
            );
        var (_, list) = await Ask(HttpMethod.Get, $"/api/kits/{slug}/table");
        var mat = Assert.Single(list!["times"]!.AsArray(), t => (string?)t!["kind"] == "mat")!;
        Assert.Equal((20.0, 3), ((double)mat["seconds"]!, (int)mat["times"]!));
    }
}
