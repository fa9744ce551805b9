using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Tests;

/// <summary>Who may do what in a studio that people share.</summary>
public sealed class PeopleApiTests : IAsyncDisposable
{
    private readonly SharedStudio _studio = new();

    public ValueTask DisposeAsync() => _studio.DisposeAsync();

    private List<RouteEndpoint> Endpoints() =>
        [
            .. _studio
                .Factory.Services.GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .Where(e =>
                    e.RoutePattern.RawText!.StartsWith("/api/", StringComparison.Ordinal)
                    && MethodOf(e) is not null
                    && !e.RoutePattern.RawText.Contains("{*", StringComparison.Ordinal)
                )
                .Where(e => e.RoutePattern.RawText != "/api/{documentName}.json"),
        ];

    private static string? MethodOf(RouteEndpoint endpoint) =>
        endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.Routing.IHttpMethodMetadata>()?.HttpMethods is [var method, ..] ? method : null;

    [Fact]
    public void Every_endpoint_says_who_may_use_it_and_every_change_what_is_written_down()
    {
        var endpoints = Endpoints();
        Assert.True(endpoints.Count > 120, $"{endpoints.Count}");
        Assert.All(endpoints, e => Assert.NotNull(e.Metadata.GetMetadata<MayUse>()));
        // What computes changes nothing; what anybody may use says by its own secret who it was.
        var changes = endpoints
            .Where(e => MethodOf(e) != "GET" && e.Metadata.GetMetadata<MayUse>()!.Least is not null && !Computes(e))
            .ToList();
        Assert.DoesNotContain(changes, e => e.Metadata.GetMetadata<Does>() is null);
        Assert.All(
            changes,
            e => Assert.True(Lexicon.German.Has(e.Metadata.GetMetadata<Does>()!.What), e.Metadata.GetMetadata<Does>()!.What)
        );
    }

    // Also the simulated plotter, a comparison of counts, going out, and what a passkey is asked to sign.
    private static bool Computes(RouteEndpoint endpoint) =>
        endpoint.RoutePattern.RawText!.StartsWith("/api/compute/", StringComparison.Ordinal)
        || endpoint.RoutePattern.RawText
            is "/api/plotter"
                or "/api/kits/{slug}/tables/counts"
                or "/api/workshops/{slug}/day/calendar"
                or "/api/me/sign-out"
                or "/api/me/passkeys/options";

    [Theory]
    [InlineData(null)]
    [InlineData(StudioRole.Helper)]
    [InlineData(StudioRole.Designer)]
    [InlineData(StudioRole.Owner)]
    public async Task Every_endpoint_is_open_to_its_roles_and_closed_to_the_others(StudioRole? role)
    {
        var browser = role is { } has ? await _studio.ComeInAsync(has) : _studio.Browser();
        var wrong = new List<string>();
        // Going out is last: nothing is open after it.
        foreach (var endpoint in Endpoints().OrderBy(e => e.RoutePattern.RawText!.Contains("sign-out", StringComparison.Ordinal)))
        {
            if (endpoint.RoutePattern.RawText is "/api/me/sign-out/everywhere" && role is not null)
                continue; // after it nobody is in for /api/me/sign-out; it has a test of its own
            using var asked = new HttpRequestMessage(new(MethodOf(endpoint)!), Filled(endpoint));
            if (MethodOf(endpoint) != "GET")
                asked.Content = Content(endpoint);
            using var answer = await browser.SendAsync(asked, HttpCompletionOption.ResponseHeadersRead);
            var least = endpoint.Metadata.GetMetadata<MayUse>()!.Least;
            var isOpen = least is null || role >= least;
            var wanted = role is null ? HttpStatusCode.Unauthorized : HttpStatusCode.Forbidden;
            var refused = answer.StatusCode is HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden;
            if (isOpen ? refused && least is not null : answer.StatusCode != wanted)
                wrong.Add($"{MethodOf(endpoint)} {endpoint.RoutePattern.RawText}: {(int)answer.StatusCode}");
        }
        Assert.Empty(wrong);
    }

    private static string Filled(RouteEndpoint endpoint) =>
        string.Join(
            '/',
            endpoint
                .RoutePattern.PathSegments.Select(s =>
                    string.Concat(
                        s.Parts.Select(p =>
                            p switch
                            {
                                Microsoft.AspNetCore.Routing.Patterns.RoutePatternLiteralPart literal => literal.Content,
                                Microsoft.AspNetCore.Routing.Patterns.RoutePatternSeparatorPart separator => separator.Content,
                                Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart
                                {
                                    ParameterPolicies: [{ Content: "guid" }]
                                } => "00000000-0000-0000-0000-000000000000",
                                Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart { ParameterPolicies.Count: > 0 } => "1",
                                _ => "nothing",
                            }
                        )
                    )
                )
                .Prepend("")
        );

    private static ByteArrayContent Content(RouteEndpoint endpoint)
    {
        var type = endpoint.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes[0] ?? "application/json";
        var content = new ByteArrayContent("{}"u8.ToArray());
        content.Headers.ContentType = new(type);
        return content;
    }

    [Fact]
    public async Task Nobody_gets_in_without_a_link_and_a_link_lets_in_once()
    {
        using var stranger = _studio.Browser();
        using var closed = await stranger.GetAsync("/api/kits");
        Assert.Equal(HttpStatusCode.Unauthorized, closed.StatusCode);
        Assert.Equal("Sign in first.", await SharedStudio.TitleAsync(closed));
        var link = await _studio.LinkAsync(StudioRole.Designer);
        var entry = new { name = "Ida", password = SharedStudio.Password };
        using var weak = await stranger.PostAsJsonAsync($"/api/welcome/{link}", new { name = "Ida", password = "aaaaaaaaaaaaaa" });
        Assert.Equal(HttpStatusCode.BadRequest, weak.StatusCode);
        using var came = await stranger.PostAsJsonAsync($"/api/welcome/{link}", entry);
        Assert.Equal(HttpStatusCode.Created, came.StatusCode);
        using var open = await stranger.GetAsync("/api/kits");
        Assert.Equal(HttpStatusCode.OK, open.StatusCode);
        using var second = _studio.Browser();
        using var again = await second.PostAsJsonAsync($"/api/welcome/{link}", new { name = "Another", password = SharedStudio.Password });
        Assert.Equal(HttpStatusCode.NotFound, again.StatusCode);
    }

    [Fact]
    public async Task A_wrong_password_and_a_wrong_name_are_told_alike_and_five_make_the_name_wait()
    {
        (await _studio.ComeInAsync(StudioRole.Designer, "Ida")).Dispose();
        using var browser = _studio.Browser();
        using var noName = await browser.PostAsJsonAsync("/api/sign-in", new { name = "Nobody", password = "something else" });
        string? told = null;
        for (var attempt = 1; attempt <= 5; attempt++)
        {
            using var wrong = await browser.PostAsJsonAsync("/api/sign-in", new { name = "Ida", password = "something else" });
            told ??= await SharedStudio.TitleAsync(wrong);
        }
        Assert.Equal(HttpStatusCode.Unauthorized, noName.StatusCode);
        Assert.Equal(await SharedStudio.TitleAsync(noName), told);
        using var right = await browser.PostAsJsonAsync("/api/sign-in", new { name = "Ida", password = SharedStudio.Password });
        Assert.Equal((HttpStatusCode)429, right.StatusCode);
        Assert.Equal("Too many wrong passwords.", await SharedStudio.TitleAsync(right));
    }

    [Fact]
    public async Task Many_tries_from_one_address_wait_whatever_their_names()
    {
        using var browser = _studio.Browser();
        var answers = new List<HttpStatusCode>();
        for (var attempt = 1; attempt <= Limits.Knocks + 1; attempt++)
        {
            using var answer = await browser.PostAsJsonAsync("/api/sign-in", new { name = $"Name {attempt}", password = "something else" });
            answers.Add(answer.StatusCode);
            if (attempt > Limits.Knocks)
                Assert.NotNull(answer.Headers.RetryAfter);
        }
        Assert.Equal(Limits.Knocks, answers.Count(a => a == HttpStatusCode.Unauthorized));
        Assert.Equal((HttpStatusCode)429, answers[^1]);
    }

    [Fact]
    public async Task A_change_without_the_token_of_the_page_does_nothing()
    {
        using var browser = await _studio.ComeInAsync(StudioRole.Designer);
        browser.DefaultRequestHeaders.Remove("X-Velvet-Token");
        using var forged = await browser.PostAsync("/api/kits", Studio.Json(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))));
        Assert.Equal(HttpStatusCode.BadRequest, forged.StatusCode);
        Assert.Equal("This page was opened before you signed in.", await SharedStudio.TitleAsync(forged));
        Assert.Equal(0, (await browser.GetFromJsonAsync<JsonElement>("/api/kits")).GetArrayLength());
        browser.DefaultRequestHeaders.Add("Sec-Fetch-Site", "cross-site");
        await SharedStudio.TokenAsync(browser);
        using var foreign = await browser.PostAsync("/api/kits", Studio.Json(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))));
        Assert.Equal(HttpStatusCode.Forbidden, foreign.StatusCode);
    }

    [Fact]
    public async Task Signed_out_everywhere_is_out_in_every_browser_and_a_new_role_holds_at_once()
    {
        using var owner = await _studio.ComeInAsync(StudioRole.Owner);
        using var first = await _studio.ComeInAsync(StudioRole.Designer, "Ida");
        using var second = await _studio.SignInAsync("Ida");
        using var everywhere = await first.PostAsync("/api/me/sign-out/everywhere", null);
        Assert.Equal(HttpStatusCode.NoContent, everywhere.StatusCode);
        using var out1 = await second.GetAsync("/api/kits");
        Assert.Equal(HttpStatusCode.Unauthorized, out1.StatusCode);

        using var third = await _studio.SignInAsync("Ida");
        var people = (await owner.GetFromJsonAsync<JsonElement>("/api/people")).GetProperty("people");
        var ida = people.EnumerateArray().Single(p => p.GetProperty("name").GetString() == "Ida").GetProperty("id").GetString();
        using var given = await owner.PutAsJsonAsync($"/api/people/{ida}/role", new { role = "helper" });
        Assert.Equal(HttpStatusCode.NoContent, given.StatusCode);
        using var out2 = await third.GetAsync("/api/kits");
        Assert.Equal(HttpStatusCode.Unauthorized, out2.StatusCode);
        using var helper = await _studio.SignInAsync("Ida");
        using var not = await helper.PostAsync("/api/kits", Studio.Json(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))));
        Assert.Equal(HttpStatusCode.Forbidden, not.StatusCode);
        Assert.Equal("This is not yours to do.", await SharedStudio.TitleAsync(not));
    }

    [Fact]
    public async Task The_last_owner_stays_and_a_link_gives_a_new_password()
    {
        using var owner = await _studio.ComeInAsync(StudioRole.Owner, "Mara");
        (await _studio.ComeInAsync(StudioRole.Helper, "Ida")).Dispose();
        var people = (await owner.GetFromJsonAsync<JsonElement>("/api/people")).GetProperty("people").EnumerateArray().ToList();
        string Id(string name) => people.Single(p => p.GetProperty("name").GetString() == name).GetProperty("id").GetString()!;
        using var last = await owner.DeleteAsync(new Uri($"/api/people/{Id("Mara")}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.Conflict, last.StatusCode);
        using var made = await owner.PostAsJsonAsync(
            $"/api/people/{Id("Ida")}/password",
            new { mail = false, address = "http://localhost" }
        );
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        var link = new Uri((await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("link").GetString()!).AbsolutePath;
        using var browser = _studio.Browser();
        using var came = await browser.PostAsJsonAsync("/api" + link, new { password = "another long password" });
        Assert.Equal(HttpStatusCode.Created, came.StatusCode);
        (await _studio.SignInAsync("Ida", "another long password")).Dispose();
        using var old = await browser.PostAsJsonAsync("/api/sign-in", new { name = "Ida", password = SharedStudio.Password });
        Assert.Equal(HttpStatusCode.Unauthorized, old.StatusCode);
    }

    [Fact]
    public async Task What_was_done_is_written_down_by_name_and_saves_that_follow_each_other_together()
    {
        using var owner = await _studio.ComeInAsync(StudioRole.Owner, "Mara");
        using var designer = await _studio.ComeInAsync(StudioRole.Designer, "Ida");
        var document = KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));
        using var made = await designer.PostAsync("/api/kits", Studio.Json(document));
        var at = made.Headers.Location!;
        foreach (var seen in new[] { 1, 2 })
        {
            using var save = new HttpRequestMessage(HttpMethod.Put, at) { Content = Studio.Json(document) };
            save.Headers.IfMatch.Add(new($"\"{seen}\""));
            using var saved = await designer.SendAsync(save);
            Assert.Equal(HttpStatusCode.OK, saved.StatusCode);
        }
        var deeds = (await owner.GetFromJsonAsync<JsonElement>("/api/people/deeds")).EnumerateArray().ToList();
        var saves = deeds.Single(d => d.GetProperty("says").GetString() == "saved a kit");
        Assert.Equal("Ida", saves.GetProperty("who").GetString());
        Assert.Equal(at.ToString().Split('/')[^1], saves.GetProperty("on").GetString());
        Assert.Equal(2, saves.GetProperty("times").GetInt32());
        Assert.Contains(deeds, d => d.GetProperty("says").GetString() == "came in by a link" && d.GetProperty("who").GetString() == "Mara");
    }

    [Fact]
    public async Task A_helper_sees_guests_without_their_addresses()
    {
        using var designer = await _studio.ComeInAsync(StudioRole.Designer);
        using var helper = await _studio.ComeInAsync(StudioRole.Helper);
        using var made = await designer.PostAsync("/api/kits", Studio.Json(KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))));
        var guests = $"{made.Headers.Location}/guests/";
        using var added = await designer.PostAsJsonAsync(
            guests,
            new
            {
                name = "Wren",
                changes = Array.Empty<object>(),
                email = "wren@example.org",
                needs = "large print",
            }
        );
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        Assert.Contains("wren@example.org", await designer.GetStringAsync(guests), StringComparison.Ordinal);
        var seen = await helper.GetStringAsync(guests);
        Assert.Contains("Wren", seen, StringComparison.Ordinal);
        Assert.Contains("large print", seen, StringComparison.Ordinal);
        Assert.DoesNotContain("wren@example.org", seen, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Cookies_are_for_this_studio_over_https_alone()
    {
        await using var shared = new SharedStudio("https://studio.example");
        using var browser = shared.Browser();
        using var came = await browser.PostAsJsonAsync(
            $"/api/welcome/{await shared.LinkAsync(StudioRole.Helper)}",
            new { name = "Ida", password = SharedStudio.Password }
        );
        var cookie = came.Headers.GetValues("Set-Cookie").Single(c => c.Contains("velvet-person", StringComparison.Ordinal));
        Assert.StartsWith("__Host-", cookie, StringComparison.Ordinal);
        Assert.All(
            ["secure", "httponly", "samesite=strict", "path=/"],
            part => Assert.Contains(part, cookie, StringComparison.OrdinalIgnoreCase)
        );
        Assert.NotNull(came.Headers.GetValues("Strict-Transport-Security"));
        using var plain = shared.Factory.CreateClient(new() { BaseAddress = new("http://localhost") });
        using var refused = await plain.GetAsync("/api/health");
        Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        Assert.Equal("This studio is reached by HTTPS only.", await SharedStudio.TitleAsync(refused));
    }
}
