using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace VelvetFold.Web.Tests;

/// <summary>Workshops, private links, pictures and the post.</summary>
public sealed class InvitationApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private const string Guests = "/api/kits/kite-weekend/guests";

    private async Task<(HttpStatusCode Status, JsonNode? Answer)> Ask(HttpMethod method, string path, string? body = null, int? seen = null)
    {
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : Studio.Json(body) };
        if (seen is { } version)
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{version}\"");
        using var response = await _http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    private async Task<JsonNode> GuestAt(string name, string? workshop, string? email = null)
    {
        await _http.PostAsync("/api/demo", null);
        var (status, guest) = await Ask(
            HttpMethod.Post,
            Guests,
            $$"""{"name":"{{name}}","changes":[],"workshop":"{{workshop}}","email":"{{email}}"}"""
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return guest!;
    }

    private async Task<string> LinkOf(JsonNode guest, bool mail = false)
    {
        var (status, made) = await Ask(
            HttpMethod.Post,
            $"{Guests}/{guest["id"]}/invitation",
            $$"""{"mail":{{(mail ? "true" : "false")}},"address":"http://127.0.0.1:5080"}"""
        );
        Assert.Equal(HttpStatusCode.Created, status);
        return ((string)made!["address"]!).Replace("http://127.0.0.1:5080/invite", "/api/invitations", StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_guest_answers_by_a_link_that_shows_nobody_else_and_can_be_withdrawn()
    {
        var guest = await GuestAt("Zinnia", "saturday-table", "zinnia@example.org");
        var link = await LinkOf(guest, mail: true);
        var (_, view) = await Ask(HttpMethod.Get, link);
        Assert.Equal(("Zinnia", "Saturday table"), ((string?)view!["guest"], (string?)view["workshop"]));
        Assert.DoesNotContain("Wren", view.ToJsonString(), StringComparison.Ordinal);

        // What cannot be read is told by page, and nothing is kept.
        var seen = (int)view["version"]!;
        Assert.Equal(HttpStatusCode.PreconditionRequired, (await Ask(HttpMethod.Put, link, """{"photos":{}}""")).Status);
        var (bad, faults) = await Ask(HttpMethod.Put, link, """{"photos":{"L1":"four"}}""", seen);
        Assert.Equal((HttpStatusCode.BadRequest, true), (bad, faults!["errors"]!.AsObject().ContainsKey("photos.L1")));
        // The host writes a line meanwhile: a stale leaf does not erase it.
        await Ask(
            HttpMethod.Put,
            $"{Guests}/{guest["id"]}",
            """{"name":"Zinnia","changes":[],"photos":{"L2":"3 x 4"}}""",
            (int)guest["version"]!
        );
        const string answer = """{"photos":{"L1":"2 of 4 x 6 whole"},"needs":"a seat by the window"}""";
        Assert.Equal(HttpStatusCode.PreconditionFailed, (await Ask(HttpMethod.Put, link, answer, seen)).Status);
        var (_, now) = await Ask(HttpMethod.Get, link);
        Assert.Equal("3 x 4", (string?)now!["photos"]!["L2"]);
        Assert.Equal(HttpStatusCode.OK, (await Ask(HttpMethod.Put, link, answer, (int)now["version"]!)).Status);
        var mine = (await Ask(HttpMethod.Get, Guests)).Answer!.AsArray().Single(g => (string?)g!["name"] == "Zinnia")!;
        Assert.Equal(
            ("2 of 4 x 6 whole", "a seat by the window", true),
            ((string?)mine["photos"]!["L1"], (string?)mine["needs"], mine["answeredAt"] is not null)
        );

        // The message lies in the outbox, with the link in it.
        var sent = (await Ask(HttpMethod.Get, "/api/outbox")).Answer!["mail"]![0]!;
        Assert.Contains("zinnia@example.org", (string?)sent["to"], StringComparison.Ordinal);
        Assert.Contains(
            link.Replace("/api/invitations", "/invite", StringComparison.Ordinal),
            (string?)sent["text"],
            StringComparison.Ordinal
        );
        Assert.StartsWith("From: ", await _http.GetStringAsync($"/api/outbox/{sent["id"]}.eml"), StringComparison.Ordinal);

        // A new link closes the old one; withdrawn, none opens.
        var second = await LinkOf(guest);
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Get, link)).Status);
        Assert.Equal(HttpStatusCode.OK, (await Ask(HttpMethod.Get, second)).Status);
        await Ask(HttpMethod.Delete, $"{Guests}/{guest["id"]}/invitation");
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Get, second)).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Get, "/api/invitations/guessed")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync("/api/outbox/..%2Fstudio.eml")).StatusCode);
    }

    [Fact]
    public async Task A_link_ends_with_its_workshop_and_needs_one()
    {
        var alone = await GuestAt("Yarrow", null);
        var (status, why) = await Ask(
            HttpMethod.Post,
            $"{Guests}/{alone["id"]}/invitation",
            """{"mail":false,"address":"http://127.0.0.1:5080"}"""
        );
        Assert.Equal((HttpStatusCode.BadRequest, true), (status, why!["errors"]!.AsObject().ContainsKey("workshop")));
        var (_, past) = await Ask(
            HttpMethod.Post,
            "/api/workshops",
            """{"name":"Last spring","date":"2020-04-01","kits":["kite-weekend"]}"""
        );
        var late = await GuestAt("Willow", (string?)past!["slug"]);
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Get, await LinkOf(late))).Status);
    }

    [Fact]
    public async Task A_picture_is_kept_small_and_says_its_print_size()
    {
        var guest = await GuestAt("Tansy", "saturday-table");
        var link = await LinkOf(guest);
        using var bitmap = new SKBitmap(1500, 1000);
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 90);
        using var bytes = new ByteArrayContent(data.ToArray())
        {
            Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") },
        };
        var added = JsonNode.Parse(
            await (await _http.PostAsync($"{link}/pictures?layout=L1&name=..%2Fdune.png", bytes)).Content.ReadAsStringAsync()
        )!;
        Assert.Equal(("dune.png", "6 x 4", 1500), ((string?)added["name"], (string?)added["said"], (int)added["pixelWidth"]!));
        var small = await _http.GetByteArrayAsync($"{link}/pictures/{added["id"]}");
        using var shown = SKBitmap.Decode(small);
        Assert.Equal((480, 320), (shown.Width, shown.Height));
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Put, $"{link}/pictures/{added["id"]}", """{"said":"large"}""")).Status
        );
        // Two who saw the same: the second is told, and nothing is lost without a word.
        var (address, seen) = ($"{link}/pictures/{added["id"]}", (int)added["version"]!);
        Assert.Equal(428, (int)(await Ask(HttpMethod.Put, address, """{"said":"4 x 3 whole"}""")).Status);
        var (_, whole) = await Ask(HttpMethod.Put, address, """{"said":"4 x 3 whole"}""", seen);
        Assert.Equal("4 x 3 whole", (string?)whole!["said"]);
        Assert.Equal(HttpStatusCode.PreconditionFailed, (await Ask(HttpMethod.Put, address, """{"said":"6 x 4"}""", seen)).Status);
        Assert.Equal(HttpStatusCode.PreconditionFailed, (await Ask(HttpMethod.Delete, address, null, seen)).Status);
        Assert.Equal(428, (int)(await Ask(HttpMethod.Delete, address)).Status);
        using var text = new ByteArrayContent("no picture"u8.ToArray())
        {
            Headers = { ContentType = new MediaTypeHeaderValue("image/jpeg") },
        };
        Assert.Equal(HttpStatusCode.BadRequest, (await _http.PostAsync($"{link}/pictures?layout=L1", text)).StatusCode);
        // Another guest's link does not show it.
        var other = await LinkOf(await GuestAt("Teasel", "saturday-table"));
        Assert.Equal(HttpStatusCode.NotFound, (await _http.GetAsync($"{other}/pictures/{added["id"]}")).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await Ask(HttpMethod.Delete, address, null, (int)whole["version"]!)).Status);
    }

    [Fact]
    public async Task A_workshop_is_kept_changed_and_its_kit_fixed_when_handed_out()
    {
        await _http.PostAsync("/api/demo", null);
        var (created, workshop) = await Ask(
            HttpMethod.Post,
            "/api/workshops",
            """{"name":"Autumn table","date":"2027-10-02","starts":"10:00:00","ends":"15:00:00","kits":["kite-weekend"]}"""
        );
        Assert.Equal(HttpStatusCode.Created, created);
        var path = $"/api/workshops/{workshop!["slug"]}";
        Assert.Equal(428, (int)(await Ask(HttpMethod.Put, $"{path}/kits/kite-weekend/handed-out")).Status);
        Assert.Equal(HttpStatusCode.NoContent, (await Ask(HttpMethod.Put, $"{path}/kits/kite-weekend/handed-out", null, 1)).Status);
        Assert.Equal(
            HttpStatusCode.PreconditionFailed,
            (await Ask(HttpMethod.Put, $"{path}/kits/kite-weekend/handed-out", null, 1)).Status
        );
        Assert.Equal(HttpStatusCode.NotFound, (await Ask(HttpMethod.Put, $"{path}/kits/a-year-of-bread/handed-out", null, 2)).Status);
        var (changed, saved) = await Ask(
            HttpMethod.Put,
            path,
            """{"name":"Autumn table","date":"2027-10-09","kits":["kite-weekend","a-year-of-bread"]}""",
            2
        );
        Assert.True(changed == HttpStatusCode.OK, saved?.ToJsonString());
        Assert.Equal(["a-year-of-bread", "kite-weekend"], saved!["kits"]!.AsArray().Select(k => (string?)k!["slug"]).Order());
        Assert.Equal(1, saved["kits"]!.AsArray().Count(k => k!["revision"] is not null));
        Assert.Equal(
            HttpStatusCode.PreconditionFailed,
            (await Ask(HttpMethod.Put, path, """{"name":"Autumn table","date":"2027-10-09"}""", 1)).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await Ask(HttpMethod.Post, "/api/workshops", """{"name":"X","date":"2027-10-09","kits":["nothing"]}""")).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await Ask(HttpMethod.Post, "/api/workshops", """{"name":"X","date":"2027-10-09","starts":"10:00:00","ends":"09:00:00"}""")
            ).Status
        );
        Assert.Equal(HttpStatusCode.NoContent, (await Ask(HttpMethod.Delete, path, seen: 3)).Status);
    }

    [Fact]
    public async Task Photos_are_printed_together()
    {
        await _http.PostAsync("/api/demo", null);
        var pdf = await _http.GetByteArrayAsync($"{Guests}/prints.pdf?workshop=saturday-table&paper=a4");
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
    }

    // A mail server that takes one message, on loopback (RFC 5321).
    [Fact]
    public async Task A_mail_server_that_is_configured_gets_the_message()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var port = ((IPEndPoint)listener.LocalEndpoint).Port;
        var taken = TakeAsync(listener);
        await using var own = new Studio();
        await using var configured = own.WithWebHostBuilder(b =>
            b.UseSetting("mail:host", "127.0.0.1").UseSetting("mail:port", port.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        using var http = configured.CreateClient();
        await http.PostAsync("/api/demo", null);
        var guest = JsonNode.Parse(await http.GetStringAsync(Guests))!.AsArray().Single(g => (string?)g!["name"] == "Wren")!;
        var made = JsonNode.Parse(
            await (
                await http.PostAsync(
                    $"{Guests}/{guest["id"]}/invitation",
                    Studio.Json("""{"mail":true,"address":"http://127.0.0.1:5080"}""")
                )
            ).Content.ReadAsStringAsync()
        )!;
        Assert.True((bool)made["mailed"]!, (string?)made["trouble"]);
        Assert.Contains("Dear Wren", await taken, StringComparison.Ordinal);
        // What was sent is kept without its secret.
        var kept = (string)JsonNode.Parse(await http.GetStringAsync("/api/outbox"))!["mail"]![0]!["text"]!;
        Assert.Contains("http://127.0.0.1:5080/invite/…", kept, StringComparison.Ordinal);
        listener.Stop();
        // Nobody answers any more: it is said, and the message lies in the outbox all the same.
        made = JsonNode.Parse(
            await (
                await http.PostAsync(
                    $"{Guests}/{guest["id"]}/invitation",
                    Studio.Json("""{"mail":true,"address":"http://127.0.0.1:5080"}""")
                )
            ).Content.ReadAsStringAsync()
        )!;
        Assert.Contains("did not take the message", (string?)made["trouble"], StringComparison.Ordinal);
        Assert.Equal(2, JsonNode.Parse(await http.GetStringAsync("/api/outbox"))!["mail"]!.AsArray().Count);
    }

    [Theory]
    [InlineData("https://evil.example")]
    [InlineData("http://127.0.0.1.evil.example")]
    [InlineData("ftp://127.0.0.1")]
    [InlineData("nowhere")]
    public async Task A_link_never_leads_elsewhere(string asked)
    {
        await using var own = new Studio();
        using var http = own.CreateClient();
        await http.PostAsync("/api/demo", null);
        var guest = JsonNode.Parse(await http.GetStringAsync(Guests))!.AsArray()[0]!;
        var body = Studio.Json($$"""{"mail":false,"address":"{{asked}}"}""");
        using var answer = await http.PostAsync($"{Guests}/{guest["id"]}/invitation", body);
        Assert.Equal(System.Net.HttpStatusCode.BadRequest, answer.StatusCode);
    }

    [Fact]
    public async Task Links_begin_with_the_address_named_at_the_start()
    {
        await using var own = new SharedStudio("https://studio.example");
        using var http = await own.ComeInAsync(VelvetFold.Store.StudioRole.Owner);
        await http.PostAsync("/api/demo", null);
        var guest = JsonNode.Parse(await http.GetStringAsync(Guests))!.AsArray()[0]!;
        using var answer = await http.PostAsync(
            $"{Guests}/{guest["id"]}/invitation",
            Studio.Json("""{"mail":false,"address":"https://evil.example"}""")
        );
        Assert.StartsWith(
            "https://studio.example/invite/",
            (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["address"]!,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_guest_sees_papers_and_neither_stock_nor_prices()
    {
        await using var own = new Studio();
        using var http = own.CreateClient();
        await http.PostAsync("/api/demo", null);
        var guest = JsonNode.Parse(await http.GetStringAsync(Guests))!.AsArray().Single(g => (string?)g!["name"] == "Wren")!;
        using var made = await http.PostAsync(
            $"{Guests}/{guest["id"]}/invitation",
            Studio.Json("""{"mail":false,"address":"http://127.0.0.1:5080"}""")
        );
        var link = new Uri((string)JsonNode.Parse(await made.Content.ReadAsStringAsync())!["address"]!);
        using var answer = await http.GetAsync($"/api/invitations/{link.Segments[^1]}");
        var papers = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["papers"]!.AsArray();
        Assert.NotEmpty(papers);
        Assert.All(papers, p => Assert.True(p!["onHand"] is null && p["pack"] is null && p["promised"] is null));
        Assert.All(papers, p => Assert.Empty(p!["offcuts"]?.AsArray() ?? []));
        Assert.Equal("no-store", answer.Headers.CacheControl?.ToString());
    }

    private static async Task<string> TakeAsync(TcpListener listener)
    {
        using var client = await listener.AcceptTcpClientAsync();
        using var reader = new StreamReader(client.GetStream(), Encoding.ASCII);
        await using var writer = new StreamWriter(client.GetStream(), Encoding.ASCII) { AutoFlush = true, NewLine = "\r\n" };
        await writer.WriteLineAsync("220 ready");
        var (message, isData) = (new StringBuilder(), false);
        while (await reader.ReadLineAsync() is { } line)
        {
            if (isData && line != ".")
                message.AppendLine(line);
            else if (isData)
            {
                isData = false;
                await writer.WriteLineAsync("250 taken");
            }
            else if (line == "DATA")
            {
                isData = true;
                await writer.WriteLineAsync("354 go on");
            }
            else if (line == "QUIT")
            {
                await writer.WriteLineAsync("221 bye");
                break;
            }
            else
                await writer.WriteLineAsync("250 ok");
        }
        return message.ToString();
    }

    [Fact]
    public async Task A_guests_own_words_go_into_their_guide_their_card_and_their_bags_label()
    {
        var guest = await GuestAt("Quince Sorrel", "saturday-table");
        var link = await LinkOf(guest);
        var (_, view) = await Ask(HttpMethod.Get, link);
        var seen = (int)view!["version"]!;
        var (bad, faults) = await Ask(HttpMethod.Put, link, """{"words":{"L9":{"title":"x"}}}""", seen);
        Assert.Equal((HttpStatusCode.BadRequest, true), (bad, faults!["errors"]!.AsObject().ContainsKey("words.L9")));
        var (status, kept) = await Ask(HttpMethod.Put, link, """{"words":{"L1":{"title":"Our windy dune","names":"Ida, Ole"}}}""", seen);
        Assert.Equal((HttpStatusCode.OK, "Our windy dune"), (status, (string?)kept!["words"]!["L1"]!["title"]));

        using var guide = UglyToad.PdfPig.PdfDocument.Open(
            await _http.GetByteArrayAsync($"/api/kits/kite-weekend/guide.pdf?guest={guest["id"]}")
        );
        Assert.Contains(guide.GetPages(), p => p.Text.Contains("Our windy dune", StringComparison.Ordinal));
        using var card = UglyToad.PdfPig.PdfDocument.Open(
            await _http.GetByteArrayAsync($"/api/kits/kite-weekend/guests/cards.pdf?guest={guest["id"]}")
        );
        Assert.Contains(card.GetPages(), p => p.Text.Contains("Our windy dune", StringComparison.Ordinal));
        await _http.PostAsync("/api/kits/kite-weekend/bags", Studio.Json("""{"guests":true,"more":0}"""));
        var labels = await (await _http.GetAsync("/api/kits/kite-weekend/labels?of=bags&sheet=0")).Content.ReadAsStringAsync();
        Assert.Contains("Our windy dune", labels, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Words_asked_with_a_kit_are_computed_and_refused_with_their_place()
    {
        var kit = VelvetFold.Formats.KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"));
        var (_, answer) = await Ask(
            HttpMethod.Post,
            "/api/compute/guest",
            $$"""{"kit":{{kit}},"changes":[],"words":{"L1":{"date":"June 2019"} } }"""
        );
        Assert.Contains("June 2019", answer!["differences"]!.ToJsonString(), StringComparison.Ordinal);
        var (status, bad) = await Ask(
            HttpMethod.Post,
            "/api/compute/guest",
            $$"""{"kit":{{kit}},"changes":[],"words":{"L7":{"date":"June"} } }"""
        );
        Assert.Equal((HttpStatusCode.BadRequest, true), (status, bad!["errors"]!.AsObject().ContainsKey("words.L7")));
    }
}
