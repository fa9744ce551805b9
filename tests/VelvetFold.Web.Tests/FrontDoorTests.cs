using System.Net;
using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests;

/// <summary>Who is answered at all, and the description of the API.</summary>
public sealed class FrontDoorTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private async Task<HttpStatusCode> Ask(HttpMethod method, string path, string? host = null, string? origin = null)
    {
        using var request = new HttpRequestMessage(method, path);
        request.Headers.Host = host;
        if (origin is not null)
            request.Headers.Add("Origin", origin);
        using var response = await _http.SendAsync(request);
        return response.StatusCode;
    }

    // A name bound anew to this machine makes another page the studio's own to the browser; only the name gives it away.
    [Theory]
    [InlineData("evil.example", HttpStatusCode.BadRequest)]
    [InlineData("127.0.0.1.evil.example:5080", HttpStatusCode.BadRequest)]
    [InlineData("127.0.0.1:5080", HttpStatusCode.OK)]
    [InlineData("localhost:5080", HttpStatusCode.OK)]
    [InlineData("[::1]:5080", HttpStatusCode.OK)]
    public async Task A_foreign_name_is_refused(string host, HttpStatusCode status) =>
        Assert.Equal(status, await Ask(HttpMethod.Get, "/api/kits", host));

    [Theory]
    [InlineData("https://evil.example", HttpStatusCode.Forbidden)]
    [InlineData("http://localhost:8080", HttpStatusCode.Forbidden)]
    [InlineData("null", HttpStatusCode.Forbidden)]
    [InlineData("http://localhost", HttpStatusCode.Created)]
    [InlineData(null, HttpStatusCode.Created)]
    public async Task A_page_from_elsewhere_writes_nothing(string? origin, HttpStatusCode status)
    {
        var before = JsonNode.Parse(await _http.GetStringAsync("/api/workshops"))!.AsArray().Count;
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/workshops")
        {
            Content = Studio.Json("""{"name":"By the sea","date":"2031-05-01","kits":[]}"""),
        };
        if (origin is not null)
            request.Headers.Add("Origin", origin);
        Assert.Equal(status, (await _http.SendAsync(request)).StatusCode);
        var after = JsonNode.Parse(await _http.GetStringAsync("/api/workshops"))!.AsArray().Count;
        Assert.Equal(status == HttpStatusCode.Created ? before + 1 : before, after);
    }

    [Theory]
    [InlineData("/api/kits", HttpStatusCode.OK)]
    [InlineData("/api/stock/cards", HttpStatusCode.BadRequest)]
    [InlineData("/api/nothing", HttpStatusCode.NotFound)]
    public async Task Errors_carry_the_same_headers(string path, HttpStatusCode status)
    {
        using var answer = await _http.GetAsync(path);
        Assert.Equal(status, answer.StatusCode);
        Assert.Contains("frame-ancestors 'none'", answer.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.True(answer.Headers.CacheControl!.NoStore);
    }

    [Fact]
    public async Task The_running_application_describes_its_own_API()
    {
        var description = JsonNode.Parse(await _http.GetStringAsync("/api/openapi.json"))!;
        Assert.StartsWith("3.", (string?)description["openapi"], StringComparison.Ordinal);
        Assert.Contains("/api/compute/kit", description["paths"]!.AsObject().Select(p => p.Key));
    }

    // Whoever asks at once makes workshops of one name, each with an address of its own.
    [Fact]
    public async Task Many_at_once_are_no_trouble()
    {
        var made = await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(_ => _http.PostAsync("/api/workshops", Studio.Json("""{"name":"All at once","date":"2031-05-01","kits":[]}""")))
        );
        Assert.All(made, r => Assert.Equal(HttpStatusCode.Created, r.StatusCode));
        var slugs = await Task.WhenAll(made.Select(async r => (string?)JsonNode.Parse(await r.Content.ReadAsStringAsync())!["slug"]));
        Assert.Equal(12, slugs.Distinct().Count());

        // Bags put out at once are numbered one after the other.
        await _http.PostAsync("/api/demo", null);
        var bags = await Task.WhenAll(
            Enumerable.Range(0, 6).Select(_ => _http.PostAsync("/api/kits/kite-weekend/bags", Studio.Json("""{"guests":true,"more":1}""")))
        );
        Assert.All(bags, r => Assert.Equal(HttpStatusCode.OK, r.StatusCode));
        var lines = JsonNode.Parse(await _http.GetStringAsync("/api/kits/kite-weekend/bags"))!.AsArray();
        Assert.Equal(Enumerable.Range(1, lines.Count), lines.Select(l => (int)l!["number"]!));
    }
}
