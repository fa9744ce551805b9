using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;

namespace VelvetFold.Web.Tests;

/// <summary>What nobody should send is refused with a sentence, and never a fault of ours.</summary>
public sealed class BadRequestTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private const string Kit = """
        {"name":"K","unit":"in","ruler":"1/16 in","matting":{"school":"grow-mat","reveal":"1/8 in"},"kits":2,
        "papers":[{"id":"p","name":"P","size":{"width":"12 in","height":"12 in"},"faceA":{"colour":"#ffffff"}}],"layouts":[LAYOUTS]}
        """;

    private static string With(string piece) =>
        Kit.Replace(
            "LAYOUTS",
            """{"id":"L1","name":"One","kind":"single","page":{"width":"12 in","height":"12 in"},"pieces":[PIECE]}""".Replace(
                "PIECE",
                piece,
                StringComparison.Ordinal
            ),
            StringComparison.Ordinal
        );

    private const string Rules = "\"across\":{\"rule\":\"centred\"},\"down\":{\"rule\":\"centred\"}";

    // Doubled members, half of a surrogate pair, control characters, numbers that nothing holds, rules that say nothing, sizes that are
    // none: each of them was a fault of the application once.
    [Theory]
    [InlineData(
        """{"id":"B1","id":"B2","kind":"panel","size":{"width":"1 in","height":"1 in"},RULES}""",
        "kit.layouts[0].pieces[0].id",
        "twice"
    )]
    [InlineData(
        """{"id":"B1","name":"\ud800","kind":"panel","size":{"width":"1 in","height":"1 in"},RULES}""",
        "kit.layouts[0].pieces[0].name",
        "half a sign"
    )]
    [InlineData(
        """{"id":"B1","name":"a\u0000b","kind":"panel","size":{"width":"1 in","height":"1 in"},RULES}""",
        "kit.layouts[0].pieces[0].name",
        "cannot be printed"
    )]
    [InlineData(
        """{"id":"B1","kind":"panel","tilt":1e400,"size":{"width":"1 in","height":"1 in"},RULES}""",
        "kit.layouts[0].pieces[0].tilt",
        "No number"
    )]
    [InlineData("""{"id":"B1","kind":"panel","size":null,RULES}""", "kit.layouts[0].pieces[0].size", "null")]
    [InlineData(
        """{"id":"B1","kind":"panel","size":{"width":"1 in","height":"1 in"},"across":{},"down":{"rule":"centred"}}""",
        "kit.layouts[0].pieces[0].across",
        ""
    )]
    [InlineData("""null""", "kit.layouts[0].pieces[0]", "")]
    public async Task A_bad_document_is_told_by_its_path(string piece, string path, string says)
    {
        var body = $$"""{"kit":{{With(piece.Replace("RULES", Rules, StringComparison.Ordinal))}}}""";
        using var answer = await _http.PostAsync("/api/compute/kit", Studio.Json(body));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var errors = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!.AsObject();
        Assert.Contains(
            errors,
            e => e.Key.StartsWith(path, StringComparison.Ordinal) && ((string)e.Value!).Contains(says, StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_name_has_a_length()
    {
        var kit = With(
            $$"""{"id":"B1","name":"{{new string('x', 121)}}","kind":"panel","size":{"width":"1 in","height":"1 in"},{{Rules}}}"""
        );
        using var answer = await _http.PostAsync("/api/compute/kit", Studio.Json($$"""{"kit":{{kit}}}"""));
        Assert.Contains("120 at most", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    // Every piece has a bad length: each is told, and a piece's own only, whatever the others are.
    [Fact]
    public async Task Every_bad_piece_of_many_is_told()
    {
        var pieces = string.Join(
            ',',
            Enumerable.Range(0, 300).Select(i => $$"""{"id":"B{{i}}","kind":"panel","size":{"width":"wide","height":"1 in"},{{Rules}}}""")
        );
        using var answer = await _http.PostAsync("/api/compute/kit", Studio.Json($$"""{"kit":{{With(pieces)}}}"""));
        var errors = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!.AsObject();
        Assert.Equal(Enumerable.Range(0, 300).Select(i => $"kit.layouts[0].pieces[{i}].size.width"), errors.Select(e => e.Key));
    }

    [Theory]
    [InlineData("POST", "/api/compute/kit", "text/plain", HttpStatusCode.UnsupportedMediaType)]
    [InlineData("POST", "/api/kits", "application/xml", HttpStatusCode.UnsupportedMediaType)]
    [InlineData("PATCH", "/api/kits", "application/json", HttpStatusCode.MethodNotAllowed)]
    [InlineData("GET", "/api/compute/kit", null, HttpStatusCode.MethodNotAllowed)]
    [InlineData("GET", "/api/kits/a/b/c/d", null, HttpStatusCode.NotFound)]
    [InlineData("POST", "/api/nothing", "text/plain", HttpStatusCode.NotFound)]
    public async Task What_is_there_says_what_it_takes(string method, string path, string? type, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(new(method), path);
        if (type is not null)
            request.Content = new StringContent("{}", Encoding.UTF8, type);
        using var answer = await _http.SendAsync(request);
        Assert.Equal(status, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal(status == HttpStatusCode.MethodNotAllowed, answer.Content.Headers.Allow.Count > 0);
    }

    [Fact]
    public async Task What_is_missing_in_an_address_is_named()
    {
        using var answer = await _http.GetAsync("/api/stock/cards");
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.False(string.IsNullOrEmpty((string?)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["detail"]));
    }

    private static DefaultHttpContext Asked(RequestDelegate run, LongWorkMark mark)
    {
        var context = new DefaultHttpContext();
        context.SetEndpoint(new(run, new(mark), "long"));
        context.Response.Body = new MemoryStream();
        context.RequestServices = new ServiceCollection().AddLogging().BuildServiceProvider();
        return context;
    }

    [Fact]
    public async Task Long_work_waits_for_its_place_and_what_is_too_much_is_asked_again_later()
    {
        var work = new LongWork();
        var hold = new TaskCompletionSource();
        var asked = Enumerable
            .Range(0, Environment.ProcessorCount + LongWork.MostWaiting + 5)
            .Select(_ => Asked(_ => hold.Task, LongWork.Usual))
            .ToList();
        var under = asked.Select(c => work.RunAsync(c, _ => hold.Task)).ToList();
        hold.SetResult();
        await Task.WhenAll(under);
        var refused = asked.Where(c => c.Response.StatusCode == 503).ToList();
        Assert.Equal(asked.Count - LongWork.MostWaiting - Math.Max(1, Environment.ProcessorCount / 2), refused.Count);
        Assert.All(refused, c => Assert.NotEmpty(c.Response.Headers.RetryAfter.ToString()));
    }

    [Fact]
    public async Task Long_work_that_takes_too_kitis_given_up()
    {
        var work = new LongWork();
        var context = Asked(_ => Task.CompletedTask, new(TimeSpan.FromMilliseconds(1)));
        await work.RunAsync(context, c => Task.Delay(Timeout.Infinite, c.RequestAborted));
        Assert.Equal(503, context.Response.StatusCode);
    }

    [Fact]
    public async Task What_nobody_waits_for_any_more_is_no_answer()
    {
        var work = new LongWork();
        using var left = new CancellationTokenSource();
        var context = Asked(_ => Task.CompletedTask, LongWork.Usual);
        context.RequestAborted = left.Token;
        var under = work.RunAsync(context, c => Task.Delay(Timeout.Infinite, c.RequestAborted));
        await left.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => under);
    }
}
