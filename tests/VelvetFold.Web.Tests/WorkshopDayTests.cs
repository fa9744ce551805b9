using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;

namespace VelvetFold.Web.Tests;

/// <summary>A workshop's day as it is kept, led and reminded of.</summary>
public sealed class WorkshopDayTests : IAsyncDisposable
{
    private const string At = "/api/workshops/saturday-table/day";

    private readonly Studio _studio = new();
    private readonly HttpClient _http;

    public WorkshopDayTests() => _http = _studio.CreateClient();

    public async ValueTask DisposeAsync()
    {
        _http.Dispose();
        await _studio.DisposeAsync();
    }

    private async Task<JsonElement> ShownAsync()
    {
        await _http.PostAsync("/api/demo", null);
        return await _http.GetFromJsonAsync<JsonElement>(At);
    }

    private async Task<HttpResponseMessage> SaveAsync(int seen, object entry)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, At) { Content = JsonContent.Create(entry) };
        request.Headers.TryAddWithoutValidation("If-Match", $"\"{seen}\"");
        return await _http.SendAsync(request);
    }

    private static object Plan(string? remind = null, int trimmers = 3, object[]? breaks = null, object[]? moved = null) =>
        new
        {
            tools = new[] { new { tool = "trimmer", count = trimmers } },
            breaks = breaks ?? [],
            preCut = true,
            remind,
            moved,
        };

    private static int IdOf(JsonElement day, string name) =>
        day.GetProperty("guests").EnumerateArray().Single(g => g.GetProperty("name").GetString() == name).GetProperty("id").GetInt32();

    [Fact]
    public async Task The_demo_day_has_its_tables_and_is_planned_rehearsed_and_wished_for()
    {
        var day = await ShownAsync();
        Assert.Equal(14, day.GetProperty("guests").GetArrayLength());
        Assert.Equal(2, day.GetProperty("plan").GetProperty("tools")[0].GetProperty("count").GetInt32());
        var agenda = await _http.GetFromJsonAsync<JsonElement>($"{At}/agenda");
        var rehearsed = await _http.GetFromJsonAsync<JsonElement>($"{At}/rehearsal?seed=3");
        Assert.Equal(14, agenda.GetProperty("guests").GetArrayLength());
        Assert.Equal(3, rehearsed.GetProperty("seed").GetInt32());
        // A child cuts with a grown-up, and the same seed gives the same day.
        Assert.Contains(agenda.GetProperty("lines").EnumerateArray(), l => l.TryGetProperty("beside", out _));
        Assert.Equal(rehearsed.GetRawText(), (await _http.GetFromJsonAsync<JsonElement>($"{At}/rehearsal?seed=3")).GetRawText());
        Assert.NotEqual(0, (await _http.GetFromJsonAsync<JsonElement>($"{At}/tools")).GetArrayLength());
    }

    [Fact]
    public async Task What_is_said_of_it_is_kept_and_a_lost_race_is_seen()
    {
        var day = await ShownAsync();
        var version = day.GetProperty("version").GetInt32();
        var petra = IdOf(day, "Petra");
        var seats = new[] { new { guest = petra, seat = new { table = "Quiet corner", pace = "quick" } } };
        using var saved = await SaveAsync(version, new { plan = Plan(), seats });
        Assert.Equal(HttpStatusCode.NoContent, saved.StatusCode);
        using var late = await SaveAsync(version, new { plan = Plan(trimmers: 9) });
        Assert.Equal(HttpStatusCode.PreconditionFailed, late.StatusCode);
        var again = await _http.GetFromJsonAsync<JsonElement>(At);
        Assert.True(again.GetProperty("plan").GetProperty("preCut").GetBoolean());
        var seat = again.GetProperty("guests").EnumerateArray().Single(g => g.GetProperty("id").GetInt32() == petra).GetProperty("seat");
        Assert.Equal(("Quiet corner", "quick"), (seat.GetProperty("table").GetString(), seat.GetProperty("pace").GetString()));
        // Others sit as before.
        Assert.Equal(
            "Window",
            again
                .GetProperty("guests")
                .EnumerateArray()
                .Single(g => g.GetProperty("name").GetString() == "Ash")
                .GetProperty("seat")
                .GetProperty("table")
                .GetString()
        );
        // Erased with the rest of what is kept of a guest.
        using var erased = await _http.DeleteAsync($"/api/privacy/guests/{petra}");
        Assert.Equal(HttpStatusCode.NoContent, erased.StatusCode);
        Assert.DoesNotContain("Quiet corner", (await _http.GetFromJsonAsync<JsonElement>(At)).GetRawText(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_fault_is_named_with_its_place()
    {
        var day = await ShownAsync();
        var ash = IdOf(day, "Ash");
        var entry = new
        {
            plan = new
            {
                tools = new[] { new { tool = "trimmer", count = 0 } },
                breaks = new[]
                {
                    new
                    {
                        name = "",
                        at = "18:00",
                        minutes = 500,
                    },
                },
                remind = "nobody at all",
                hours = new
                {
                    minutes = new[] { 1, 2 },
                    delivery = 500,
                    answer = 1,
                    prints = 1,
                },
                longestWait = 0,
            },
            seats = new object[]
            {
                new { guest = 99_999, seat = new { } },
                new
                {
                    guest = ash,
                    seat = new
                    {
                        beside = ash,
                        moreTime = 900,
                        table = " ",
                    },
                },
            },
        };
        using var refused = await SaveAsync(day.GetProperty("version").GetInt32(), entry);
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        var errors = (await refused.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("errors").EnumerateObject().Select(e => e.Name);
        Assert.Equal(
            [
                "plan.breaks",
                "plan.breaks[0]",
                "plan.hours",
                "plan.hours.minutes",
                "plan.longestWait",
                "plan.remind",
                "plan.tools[0].count",
                "seats[0].guest",
                "seats[1].seat.beside",
                "seats[1].seat.moreTime",
                "seats[1].seat.table",
            ],
            errors.Order(StringComparer.Ordinal)
        );
        using var unseen = await _http.PutAsJsonAsync(At, new { plan = Plan() });
        Assert.Equal((HttpStatusCode)428, unseen.StatusCode);
        using var nowhere = await _http.GetAsync("/api/workshops/nowhere/day/agenda");
        Assert.Equal(HttpStatusCode.NotFound, nowhere.StatusCode);
    }

    [Fact]
    public async Task Minutes_lost_move_the_agenda_and_are_taken_back()
    {
        await ShownAsync();
        async Task<string> EndsAsync() => (await _http.GetFromJsonAsync<JsonElement>($"{At}/agenda")).GetProperty("ends").GetString()!;
        var before = await EndsAsync();
        using var told = await _http.PostAsJsonAsync($"{At}/late", new { at = "10:30", minutes = 20 });
        Assert.Equal(HttpStatusCode.NoContent, told.StatusCode);
        Assert.True(string.CompareOrdinal(await EndsAsync(), before) > 0);
        using var wrong = await _http.PostAsJsonAsync($"{At}/late", new { at = "10:30", minutes = 0 });
        Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);
        using var back = await _http.DeleteAsync($"{At}/late");
        Assert.Equal(before, await EndsAsync());
    }

    [Fact]
    public async Task A_calendar_read_back_proposes_what_was_moved_and_changes_nothing()
    {
        var day = await ShownAsync();
        var file = await _http.GetStringAsync($"{At}/calendar.ics");
        var due = day.GetProperty("before")
            .GetProperty("tasks")
            .EnumerateArray()
            .Single(t => t.GetProperty("kind").GetString() == "room-prepared")
            .GetProperty("due")
            .GetString()!;
        var compact = due.Replace("-", "", StringComparison.Ordinal);
        var moved = DateOnly.ParseExact(due, "yyyy-MM-dd", CultureInfo.InvariantCulture).AddDays(-2);
        var at = file.IndexOf("room-prepared", StringComparison.Ordinal);
        var begin = file.LastIndexOf("BEGIN:VEVENT", at, StringComparison.Ordinal);
        var theirs =
            file[..begin]
            + file[begin..].Replace($"DTSTART;VALUE=DATE:{compact}", $"DTSTART;VALUE=DATE:{moved:yyyyMMdd}", StringComparison.Ordinal);
        using var body = new StringContent(theirs, Encoding.UTF8, new MediaTypeHeaderValue("text/calendar"));
        using var answer = await _http.PostAsync($"{At}/calendar", body);
        var proposal = await answer.Content.ReadFromJsonAsync<JsonElement>();
        var only = Assert.Single(proposal.GetProperty("moved").EnumerateArray());
        Assert.Equal(("room-prepared", $"{moved:yyyy-MM-dd}"), (only.GetProperty("kind").GetString(), only.GetProperty("due").GetString()));
        Assert.Equal(
            day.GetProperty("version").GetInt32(),
            (await _http.GetFromJsonAsync<JsonElement>(At)).GetProperty("version").GetInt32()
        );
        using var none = new StringContent("nothing", Encoding.UTF8, new MediaTypeHeaderValue("text/calendar"));
        using var refused = await _http.PostAsync($"{At}/calendar", none);
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
    }

    [Fact]
    public async Task How_far_a_table_is_is_seen_where_the_day_is_led_and_forgotten_with_the_guest()
    {
        var day = await ShownAsync();
        using var told = await _http.PostAsJsonAsync(
            "/api/kits/kite-weekend/table/progress",
            new
            {
                person = "Odile",
                step = 7,
                done = 6,
                of = 52,
            }
        );
        Assert.Equal(HttpStatusCode.NoContent, told.StatusCode);
        var stands = Assert.Single((await _http.GetFromJsonAsync<JsonElement>($"{At}/progress")).EnumerateArray());
        Assert.Equal(("Odile", 7), (stands.GetProperty("person").GetString(), stands.GetProperty("step").GetInt32()));
        using var wrong = await _http.PostAsJsonAsync(
            "/api/kits/kite-weekend/table/progress",
            new
            {
                person = "Odile",
                step = 7,
                done = 60,
                of = 52,
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);
        await _http.DeleteAsync($"/api/privacy/guests/{IdOf(day, "Odile")}");
        Assert.Empty((await _http.GetFromJsonAsync<JsonElement>($"{At}/progress")).EnumerateArray());
    }

    [Fact]
    public async Task Whoever_wants_it_is_reminded_once_of_what_is_to_be_begun_and_no_guest_is_named()
    {
        var day = await ShownAsync();
        using var saved = await SaveAsync(day.GetProperty("version").GetInt32(), new { plan = Plan("host@example.org") });
        var reminding = _studio.Services.GetServices<IHostedService>().OfType<Reminding>().Single();
        await reminding.RemindDueAsync(default);
        await reminding.RemindDueAsync(default);
        var mail = (await _http.GetFromJsonAsync<JsonElement>("/api/outbox"))
            .GetProperty("mail")
            .EnumerateArray()
            .Where(m => m.GetProperty("to").GetString()!.Contains("host@example.org", StringComparison.Ordinal))
            .ToList();
        var text = Assert.Single(mail).GetProperty("text").GetString()!;
        Assert.Contains("Photos asked for: late by", text, StringComparison.Ordinal);
        Assert.Contains("which holds up Photos in", text, StringComparison.Ordinal);
        Assert.All(
            day.GetProperty("guests").EnumerateArray(),
            g => Assert.DoesNotContain(g.GetProperty("name").GetString()!, text, StringComparison.Ordinal)
        );
    }
}
