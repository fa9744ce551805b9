using System.Net;
using System.Text.Json.Nodes;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>Pages out of sizes, asked from outside.</summary>
public sealed class ProposalsApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static readonly string Kite = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));

    private async Task<(HttpStatusCode Status, JsonNode Answer)> Ask(string path, string body)
    {
        var response = await _http.PostAsync(path, Studio.Json(body));
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task A_proposal_can_be_put_into_the_kit_as_it_is()
    {
        var (status, answer) = await Ask(
            "/api/compute/proposals",
            $$"""{"kit":{{Kite}},"text":"9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 1/2 x 12, 2 x 3","sheets":3}"""
        );
        Assert.Equal(HttpStatusCode.OK, status);
        var proposals = answer["proposals"]!.AsArray();
        Assert.InRange(proposals.Count, 1, 6);
        foreach (var proposal in proposals)
        {
            Assert.True(proposal!["sheets"]!.AsArray().Sum(s => (int)s!["sheets"]!) <= 3);
            Assert.NotEmpty(proposal["says"]!.AsArray());
            Assert.NotEmpty(proposal["picture"]!["marks"]!.AsArray());
        }
        var kit = JsonNode.Parse(Kite)!;
        kit["layouts"]!.AsArray().Add(proposals[0]!["layout"]!.DeepClone());
        var (computed, pages) = await Ask("/api/compute/kit", $$"""{"kit":{{kit.ToJsonString()}}}""");
        Assert.Equal(HttpStatusCode.OK, computed);
        Assert.DoesNotContain(pages["layouts"]!.AsArray()[^1]!["findings"]!.AsArray(), f => (string)f!["gravity"]! == "fault");
    }

    [Fact]
    public async Task A_layout_of_another_kit_is_used_with_its_papers_mapped()
    {
        var into = JsonNode.Parse(Kite)!;
        into["layouts"]!.AsArray().Clear();
        into["papers"]!.AsArray().RemoveAt(0);
        async Task<(HttpStatusCode Status, JsonNode Answer)> Bring(string more) =>
            await Ask("/api/compute/brought", $$"""{"kit":{{into.ToJsonString()}},"from":{{Kite}},{{more}}}""");
        var (status, answer) = await Bring("""  "layout":"L2"  """);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal("L1", (string)answer["layout"]!);
        Assert.Single(answer["kit"]!["layouts"]!.AsArray());
        Assert.NotEmpty(answer["papers"]!.AsArray());
        Assert.Equal(HttpStatusCode.BadRequest, (await Bring("""  "layout":"L9"  """)).Status);
        var (refused, says) = await Bring("""  "layout":"L2","papers":{"ember":"moon"}  """);
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.NotNull(says["errors"]!["papers.ember"]);
    }

    [Theory]
    [InlineData("""  "text":"nine by nine"  """, "text")]
    [InlineData("""  "text":""  """, "text")]
    [InlineData("""  "text":"9 x 9, 14 x 3"  """, "text")]
    [InlineData("""  "text":"9 x 9","sheets":0  """, "sheets")]
    [InlineData("""  "text":"9 x 9","count":7  """, "count")]
    [InlineData("""  "text":"9 x 9","papers":["spar-plaid","moon"]  """, "papers[1]")]
    [InlineData("""  "text":"9 x 9","page":{"width":"0 in","height":"12 in"}  """, "page")]
    public async Task What_cannot_be_asked_is_named(string more, string at)
    {
        var (status, answer) = await Ask("/api/compute/proposals", $$"""{"kit":{{Kite}},{{more}}}""");
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(answer["errors"]![at]);
    }
}
