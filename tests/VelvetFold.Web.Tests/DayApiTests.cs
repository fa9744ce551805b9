using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using VelvetFold.Formats;

namespace VelvetFold.Web.Tests;

/// <summary>A workshop day, planned and rehearsed over the API.</summary>
public sealed class DayApiTests(Studio studio) : IClassFixture<Studio>
{
    private readonly HttpClient _http = studio.CreateClient();

    private static readonly JsonElement Kit = JsonSerializer.Deserialize<JsonElement>(
        KitFile.WriteDocument(DemoStudio.Kit("kite-weekend"))
    );

    private static object Day(string ends = "16:00", int trimmers = 2) =>
        new
        {
            starts = "10:00",
            ends,
            tools = new[] { new { tool = "trimmer", count = trimmers } },
            breaks = new[]
            {
                new
                {
                    name = "Lunch",
                    at = "12:30",
                    minutes = 45,
                },
            },
        };

    private static object[] Guests(int count) =>
        [
            .. Enumerable
                .Range(1, count)
                .Select(i => new
                {
                    name = $"Guest {i}",
                    pace = i % 2 == 0 ? "beginner" : "practised",
                    table = "A",
                }),
        ];

    private async Task<(HttpStatusCode Status, JsonElement Answer)> Ask(string what, object question)
    {
        using var answer = await _http.PostAsJsonAsync($"/api/compute/{what}", question);
        return (answer.StatusCode, await answer.Content.ReadFromJsonAsync<JsonElement>());
    }

    [Fact]
    public async Task A_day_has_its_agenda_in_clock_time_around_lunch()
    {
        var question = new
        {
            kit = Kit,
            day = Day(),
            guests = Guests(6),
        };
        var (status, agenda) = await Ask("day", question);
        Assert.Equal(HttpStatusCode.OK, status);
        var lines = agenda.GetProperty("lines").EnumerateArray().ToList();
        Assert.Equal(6, lines.Select(l => l.GetProperty("guest").GetInt32()).Distinct().Count());
        static TimeOnly At(JsonElement line, string name) =>
            TimeOnly.Parse(line.GetProperty(name).GetString()!, System.Globalization.CultureInfo.InvariantCulture);
        Assert.All(
            lines.Where(l => l.GetProperty("phase").GetString() != "dry"),
            l => Assert.True(At(l, "to") <= new TimeOnly(12, 30) || At(l, "from") >= new TimeOnly(13, 15))
        );
        // Two trimmers: never are more than two cutting.
        var cuts = lines.Where(l => l.TryGetProperty("tool", out var tool) && tool.GetString() == "trimmer").ToList();
        Assert.All(cuts, c => Assert.InRange(cuts.Count(o => At(o, "from") <= At(c, "from") && At(o, "to") > At(c, "from")), 1, 2));
        Assert.StartsWith("The last is done at", agenda.GetProperty("says")[0].GetString(), StringComparison.Ordinal);
        // What was timed at the tables takes the place of the defaults.
        var (_, quicker) = await Ask(
            "day",
            new
            {
                question.kit,
                question.day,
                question.guests,
                timed = new[] { new { kind = "cut", seconds = 2 } },
            }
        );
        Assert.True(quicker.GetProperty("waits").GetInt32() < agenda.GetProperty("waits").GetInt32());
    }

    [Fact]
    public async Task A_day_is_rehearsed_and_the_same_seed_gives_the_same()
    {
        object Question(int seed) =>
            new
            {
                kit = Kit,
                day = Day(),
                guests = Guests(5),
                days = 300,
                seed,
            };
        var (status, one) = await Ask("rehearsal", Question(7));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(one.ToString(), (await Ask("rehearsal", Question(7))).Answer.ToString());
        Assert.NotEqual(one.ToString(), (await Ask("rehearsal", Question(8))).Answer.ToString());
        Assert.True(one.GetProperty("spares").GetProperty("chosen").GetDouble() >= 0.95);
        Assert.NotEmpty(one.GetProperty("spares").GetProperty("items").EnumerateArray());
        var ends = one.GetProperty("ends");
        Assert.True(ends.GetProperty("low").GetDouble() < ends.GetProperty("high").GetDouble());
    }

    [Theory]
    [InlineData("""{"starts":"16:00","ends":"10:00","tools":[],"breaks":[]}""", "day.ends", "The day ends after it starts.")]
    [InlineData(
        """{"starts":"10:00","ends":"16:00","tools":[{"tool":"trimmer","count":0}],"breaks":[]}""",
        "day.tools[0].count",
        "There are 1 to 50 of a tool."
    )]
    [InlineData(
        """{"starts":"10:00","ends":"16:00","tools":[],"breaks":[{"name":"Lunch","at":"17:00","minutes":30}]}""",
        "day.breaks[0]",
        "A break begins within the day and takes 1 to 240 minutes."
    )]
    [InlineData(
        """{"starts":"10 o'clock","ends":"16:00","tools":[],"breaks":[]}""",
        "day.starts",
        "'10 o'clock' is no time of day; write it as 09:30."
    )]
    public async Task What_is_no_day_is_told_with_its_path(string day, string path, string says)
    {
        foreach (var what in new[] { "day", "rehearsal" })
        {
            var (status, problem) = await Ask(
                what,
                new
                {
                    kit = Kit,
                    day = JsonSerializer.Deserialize<JsonElement>(day),
                    guests = Guests(2),
                }
            );
            Assert.Equal(HttpStatusCode.BadRequest, status);
            var errors = problem.GetProperty("errors");
            Assert.True(errors.TryGetProperty(path, out var told), errors.ToString());
            Assert.Equal(says, told.GetString());
            Assert.Single(errors.EnumerateObject()); // and nothing that is right is told of
        }
    }

    [Fact]
    public async Task Chances_and_guests_have_their_bounds()
    {
        var (status, problem) = await Ask(
            "rehearsal",
            new
            {
                kit = Kit,
                day = Day(),
                guests = new object[] { new { name = "", layouts = new[] { "L9" } } },
                chances = new { miscut = 0.9 },
                days = 0,
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, status);
        var errors = problem.GetProperty("errors");
        Assert.All(
            ["guests[0].name", "guests[0].layouts", "chances.miscut", "days"],
            path => Assert.True(errors.TryGetProperty(path, out _), path)
        );
    }
}
