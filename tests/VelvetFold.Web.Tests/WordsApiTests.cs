using System.Text.Json.Nodes;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>The language of what is said, and that nothing else hangs on it.</summary>
public sealed class WordsApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static JsonNode Kite => JsonNode.Parse(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend")))!;

    private async Task<(HttpResponseMessage Response, JsonNode? Answer)> Ask(
        string language,
        HttpMethod method,
        string path,
        JsonNode? body
    )
    {
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : Studio.Json(body.ToJsonString()) };
        request.Headers.TryAddWithoutValidation("Accept-Language", language);
        var response = await _http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return (response, text.Length == 0 || text[0] is not ('{' or '[') ? null : JsonNode.Parse(text));
    }

    // A kit with much to say about it: pieces off the page and the sheet, a narrow stock, a missing paper.
    private static JsonNode Faulty()
    {
        var kit = Kite;
        kit["papers"]![0]!["onHand"] = 1;
        kit["ruler"] = "1/8 in";
        foreach (var (piece, i) in kit["layouts"]![0]!["pieces"]!.AsArray().Select((p, i) => (p!, i)))
            if (i % 3 == 2)
                piece["size"]!["width"] = "13 in";
        kit["layouts"]![1]!["pieces"]![1]!["paper"] = "nothing";
        kit["layouts"]![1]!["pieces"]![2]!["across"] = JsonNode.Parse("""{"rule":"beside","of":"Z9","edge":"right","gap":"0 in"}""");
        return kit;
    }

    private static JsonNode With(JsonNode kit, string more)
    {
        var question = JsonNode.Parse(more)!.AsObject();
        question["kit"] = kit;
        return question;
    }

    public static TheoryData<string, string> Questions()
    {
        var after = Kite;
        (after["name"], after["kits"], after["layouts"]![0]!["pieces"]![2]!["size"]!["height"]) = ("Other", 3, "1 1/4 in");
        after["layouts"]![0]!["pieces"]![3]!["across"] = JsonNode.Parse("""{"rule":"from-edge","edge":"right","distance":"1 in"}""");
        var unknown = Kite;
        unknown["papers"]![0]!["id"] = "a b";
        (unknown["kits"], unknown["ruler"]) = (-1, "3 in");
        var mistyped = Kite;
        (mistyped["kits"], mistyped["layouts"]![0]!["page"]!["width"], mistyped["nothing"]) = ("many", "twelve", 1);
        return new()
        {
            { "/api/compute/kit", With(Kite, """{"kits":14}""").ToJsonString() },
            { "/api/compute/kit", With(Faulty(), """{"kits":14}""").ToJsonString() },
            { "/api/compute/kit", With(unknown, """{"kits":14}""").ToJsonString() },
            { "/api/compute/kit", With(mistyped, """{"kits":14}""").ToJsonString() },
            { "/api/compute/counts", With(Faulty(), """{"kits":14}""").ToJsonString() },
            { "/api/compute/guide", With(Kite, "{}").ToJsonString() },
            {
                "/api/compute/fits",
                With(Kite, """{"layout":"L1","text":"4 x 6, 4 x 6 bw, 3 x 4, 6 x 4 focal, 4 x 6 later"}""").ToJsonString()
            },
            { "/api/compute/fits", With(Kite, """{"layout":"L2","text":"5 x 7 whole, 3 x 3, 2 of 4 x 6"}""").ToJsonString() },
            { "/api/compute/fits", With(Kite, """{"layout":"L3","text":"10 x 12 whole"}""").ToJsonString() },
            { "/api/compute/fits", With(Kite, """{"layout":"L1","text":"three by four"}""").ToJsonString() },
            {
                "/api/compute/guest",
                With(Kite, """{"changes":[{"layout":"L1","piece":"P2","move":"turn"},{"layout":"L1","piece":"P4","move":"card"}]}""")
                    .ToJsonString()
            },
            { "/api/compute/guest", With(Kite, """{"changes":[{"layout":"L1","piece":"A1","move":"turn"}]}""").ToJsonString() },
            { "/api/compute/revisions", new JsonObject { ["before"] = Kite, ["after"] = after }.ToJsonString() },
            { "/api/compute/length", """{"text":"3 1/z","unit":"in"}""" },
            {
                "/api/compute/rest",
                With(Kite, """{"layout":"L1","piece":"J1","across":"1 in","down":"1/2 in","reach":"1/4 in"}""").ToJsonString()
            },
            { "/api/compute/layouts", With(Kite, """{"layout":"L1","do":"add"}""").ToJsonString() },
            { "/api/compute/layouts", With(Kite, """{"layout":"L2","do":"add","kind":"photo","side":"right"}""").ToJsonString() },
            { "/api/compute/length", """{"text":"0.333","unit":"in"}""" },
            { "/api/compute/measure-lines", """{"text":"Kit: A\nL1 A spread 12 x 12\nblock B1 9 x 7 \"Nothing\nstrip 13"}""" },
            { "/api/compute/outline", """{"path":"a curve","size":{"width":"4 in","height":"3 in"}}""" },
            {
                "/api/compute/cuts",
                """
                    {"sheets":[{"id":"s","width":"12 in","height":"12 in"}],"pieces":[{"id":"p","sheet":"t","width":"13 in","height":"0 in",
                    "quantity":0}]}
                    """
            },
        };
    }

    // English with every sentence worded anew: whatever differs in the answer is a sentence, and says so.
    [Theory]
    [MemberData(nameof(Questions))]
    public async Task Rewording_every_sentence_changes_nothing_but_the_sentences(string path, string question)
    {
        var english = await Ask("en", HttpMethod.Post, path, JsonNode.Parse(question));
        var pseudo = await Ask(Lexicon.PseudoLanguage, HttpMethod.Post, path, JsonNode.Parse(question));
        Assert.Equal(english.Response.StatusCode, pseudo.Response.StatusCode);
        Assert.NotEqual(0, Compare(english.Answer, pseudo.Answer, "$"));
    }

    // A day in the stock and at the bags: the same outcomes, whatever the words.
    [Fact]
    public async Task Stock_and_bags_do_the_same_in_any_wording()
    {
        Assert.NotEqual(0, Compare(await DayAsync("en"), await DayAsync(Lexicon.PseudoLanguage), "$"));

        async Task<JsonArray> DayAsync(string language)
        {
            var answers = new JsonArray();
            async Task<JsonNode?> Do(HttpMethod method, string path, string? body = null)
            {
                var (response, answer) = await Ask(language, method, path, body is null ? null : JsonNode.Parse(body));
                var kept = answer?.DeepClone();
                answers.Add(new JsonObject { ["status"] = (int)response.StatusCode, ["answer"] = kept });
                return answer;
            }
            var kit = Kite;
            kit["name"] = "A day";
            var slug = (string)(await Do(HttpMethod.Post, "/api/kits", kit.ToJsonString()))!["slug"]!;
            var label = (string)
                (await Do(HttpMethod.Post, "/api/compute/kit", new JsonObject { ["kit"] = kit.DeepClone(), ["kits"] = 1 }.ToJsonString()))![
                    "cutList"
                ]![0]!["label"]!;
            await Do(HttpMethod.Post, $"/api/kits/{slug}/bags", """{"guests":false,"more":2}""");
            await Do(HttpMethod.Get, $"/api/kits/{slug}/bags");
            foreach (var code in new[] { label, label, "Z9", "" })
                await Do(HttpMethod.Post, $"/api/kits/{slug}/bags/1/scans", $$"""{"code":"{{code}}"}""");
            await Do(HttpMethod.Post, $"/api/kits/{slug}/bags/1/closing", """{"by":"A"}""");
            await Do(HttpMethod.Post, $"/api/kits/{slug}/bags/9/closing", """{"by":"A"}""");
            await Do(HttpMethod.Get, "/api/kits/nothing");
            await Do(HttpMethod.Delete, $"/api/kits/{slug}");
            return answers;
        }
    }

    [Theory]
    [InlineData("de", "Dieses Set gibt es nicht.")]
    [InlineData("de-AT, en;q=0.5", "Dieses Set gibt es nicht.")]
    [InlineData("fr, de;q=0.4, en;q=0.7", "No such kit.")]
    [InlineData("fr", "No such kit.")]
    public async Task The_language_is_the_one_asked_for(string accepted, string title)
    {
        var (response, problem) = await Ask(accepted, HttpMethod.Get, "/api/kits/nothing", null);
        Assert.Equal(title, (string?)problem!["title"]);
        Assert.Equal(title[0] == 'D' ? "de" : "en", Assert.Single(response.Content.Headers.ContentLanguage));
        Assert.Contains("Accept-Language", response.Headers.Vary);
    }

    // Refused before any endpoint is asked, and by one that fails: in the language asked for all the same.
    [Fact]
    public async Task What_is_refused_at_the_door_is_said_in_the_language_asked_for()
    {
        using var foreign = new HttpRequestMessage(HttpMethod.Get, "/api/kits");
        foreign.Headers.Add("Origin", "https://evil.example");
        foreign.Headers.TryAddWithoutValidation("Accept-Language", "de");
        var refused = JsonNode.Parse(await (await _http.SendAsync(foreign)).Content.ReadAsStringAsync())!;
        Assert.Equal("Eine fremde Seite fragt.", (string?)refused["title"]);
        using var large = new HttpRequestMessage(HttpMethod.Post, "/api/kits") { Content = Studio.Json(new string(' ', 9 * 1024 * 1024)) };
        large.Headers.TryAddWithoutValidation("Accept-Language", "de");
        var tooLarge = JsonNode.Parse(await (await _http.SendAsync(large)).Content.ReadAsStringAsync())!;
        Assert.Equal("Die Anfrage ist größer als 8 MB.", (string?)tooLarge["detail"]);
    }

    [Fact]
    public async Task Findings_reasons_and_differences_are_said_in_German()
    {
        var (_, answer) = await Ask("de", HttpMethod.Post, "/api/compute/kit", With(Faulty(), """{"kits":14}"""));
        var says = answer!["layouts"]!.AsArray().SelectMany(l => l!["findings"]!.AsArray()).Select(f => (string)f!["says"]!).ToList();
        Assert.Contains(says, s => s.StartsWith("Das Papier nothing (L2-", StringComparison.Ordinal));
        Assert.Contains(says, s => s.EndsWith("Miss von einem anderen Stück oder von der Seite.", StringComparison.Ordinal));
        var (_, fits) = await Ask("de", HttpMethod.Post, "/api/compute/fits", With(Kite, """{"layout":"L1","text":"4 of 4 x 6"}"""));
        var reasons = fits!["fits"]!.AsArray().SelectMany(f => f!["fit"]!["reasons"]!.AsArray()).Select(r => (string)r!["says"]!).ToList();
        Assert.NotEmpty(reasons);
        Assert.All(
            reasons,
            r =>
                Assert.Matches(
                    "wird|werden|liegen|berühren|kommt|verlässt|verfehlen|entfällt|steht|gehören|teilen|findet|gleich|verliert|bekommt|bleibt|liegt|rückt|sehen|nimmt|geteilt|kommt",
                    r
                )
        );
        var (_, guest) = await Ask(
            "de",
            HttpMethod.Post,
            "/api/compute/guest",
            With(Kite, """{"changes":[{"layout":"L1","piece":"P2","move":"turn"}]}""")
        );
        Assert.Contains(
            guest!["differences"]!.AsArray(),
            d => ((string)d!["says"]!).StartsWith("L1-P2 ist gedreht", StringComparison.Ordinal)
        );
    }

    // How many sentences differ; anything else that does fails, with its place.
    private static int Compare(JsonNode? english, JsonNode? pseudo, string at)
    {
        switch (english, pseudo)
        {
            case (JsonObject a, JsonObject b):
                Assert.Equal(a.Select(p => p.Key), b.Select(p => p.Key));
                return a.Sum(p => Compare(p.Value, b[p.Key], $"{at}.{p.Key}"));
            case (JsonArray a, JsonArray b):
                Assert.True(a.Count == b.Count, $"{at} has {a.Count} and {b.Count}.");
                return a.Select((value, i) => Compare(value, b[i], $"{at}[{i}]")).Sum();
            default:
                var (said, reworded) = (english?.ToJsonString(), pseudo?.ToJsonString());
                if (
                    said == reworded
                    || at.EndsWith("At", StringComparison.Ordinal)
                    || at.EndsWith(".traceId", StringComparison.Ordinal)
                    || at.EndsWith(".slug", StringComparison.Ordinal)
                )
                    return 0;
                Assert.True(pseudo is JsonValue v && v.TryGetValue<string>(out var t) && t.Contains('‹'), $"{at}: {said} and {reworded}");
                return 1;
        }
    }
}
