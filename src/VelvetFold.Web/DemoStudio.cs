using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Days;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Measures;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Store;

namespace VelvetFold.Web;

/// <summary>The made-up demo studio: its kits are kit files like anyone's, its guests changes like anyone's.</summary>
internal sealed class DemoStudio(
    StudioContext context,
    KitShelf shelf,
    GuestList guests,
    WorkshopShelf workshops,
    DayShelf days,
    TimeProvider clock
)
{
    private static readonly string[] Files = ["year-of-bread", "kite-weekend"];

    /// <summary>Puts the demo kits on the shelf, those that are not there yet.</summary>
    public async Task OpenAsync(CancellationToken cancel)
    {
        foreach (var file in Files)
        {
            var kit = Kit(file);
            if (await context.Kits.AnyAsync(k => k.Name == kit.Name, cancel))
                continue;
            var stored = await shelf.AddAsync(kit, cancel);
            if (file == "kite-weekend")
                await SeatGuestsAsync(stored.Slug, cancel);
        }
    }

    /// <summary>One of the demo kits.</summary>
    internal static Core.Kits.Kit Kit(string file)
    {
        using var stream =
            typeof(DemoStudio).Assembly.GetManifestResourceStream($"VelvetFold.Web.Demo.{file}.json")
            ?? throw new InvalidOperationException($"No demo kit {file}.");
        using var buffer = new MemoryStream();
        stream.CopyTo(buffer);
        var reading = KitFile.Read(buffer.ToArray());
        return reading.Value
            ?? throw new InvalidDataException(
                $"The demo kit {file}: {string.Join(" ", reading.Faults.Select(f => $"{f.Path}: {f.Says}"))}"
            );
    }

    private async Task SeatGuestsAsync(string slug, CancellationToken cancel)
    {
        // The Saturday after next: what is to come is what a host looks at.
        var today = DateOnly.FromDateTime(clock.GetLocalNow().Date);
        var saturday = today.AddDays((DayOfWeek.Saturday - today.DayOfWeek + 7) % 7 + 7);
        var workshop = (
            await workshops.AddAsync(new("Saturday table", saturday, new(10, 0), new(16, 0), "The long table, Mill Lane", [slug]), cancel)
        ).Slug;
        (string Name, OpeningChange[] Changes, Dictionary<string, string>? Photos)[] seats =
        [
            ("Marta", [new("L1", "P2", OpeningMove.Turn)], null),
            ("Ilse", [new("L1", "P4", OpeningMove.LeaveEmpty), new("L2", "P1", OpeningMove.Turn)], null),
            ("Bram", [], new() { ["L1"] = "4 x 6 focal, 3 of 4 x 3, 2 of 3 x 4, 3 x 4 once", ["L2"] = "4 x 6, 3 x 4" }),
            (
                "Odile",
                [],
                new()
                {
                    ["L1"] = "4 x 6, 4 x 3, 3 of 3 x 4, 3 x 2",
                    ["L2"] = "6 x 4, 3 x 4",
                    ["L3"] = "4 x 6",
                }
            ),
            ("Wren", [], new() { ["L1"] = "5 of 4 x 6 left", ["L2"] = "2 of 4 x 6" }),
            ("Tamsin", [], new() { ["L1"] = "9 of 3 x 4", ["L3"] = "6 x 4" }),
            ("Ash", [], new() { ["L1"] = "4 x 6 focal, 4 x 6, 6 x 4, 6 x 4 later", ["L2"] = "3 x 4 once" }),
            ("Linnet", [], new() { ["L2"] = "3 of 4 x 3", ["L3"] = "2 of 3 x 4" }),
            ("Jory", [], new() { ["L1"] = "3 x 4 once, 4 x 3 once, 4 x 6 once" }),
            ("Petra", [], null),
            ("Sorrel", [], new() { ["L1"] = "4 x 6 right, 5 of 4 x 3 whole", ["L2"] = "6 x 4, 4 x 3" }),
            (
                "Hale",
                [],
                new()
                {
                    ["L1"] = "7 of 4 x 6",
                    ["L2"] = "4 x 6",
                    ["L3"] = "5 x 7",
                }
            ),
            ("Ingrid", [], new() { ["L2"] = "6 x 4 focal, 3 x 4", ["L3"] = "4 x 6" }),
            ("Quill", [], new() { ["L1"] = "4 x 6 focal, 6 x 4, 2 of 3 x 4, 3 x 2, 2 x 3" }),
        ];
        foreach (var (name, changes, photos) in seats)
            await guests.AddAsync(
                slug,
                new(
                    name,
                    JsonSerializer.Serialize(changes, JsonText.In(LengthUnit.Inch)),
                    photos is null ? null : JsonSerializer.Serialize(photos, JsonText.In(LengthUnit.Inch)),
                    $"{name.ToLowerInvariant()}@example.org",
                    name == "Petra" ? "large print, please" : null,
                    workshop
                ),
                cancel
            );
        await SetTablesAsync(workshop, cancel);
    }

    // Two trimmers and a hot-air tool for fourteen; one needs large print and more time, one is a child beside a grown-up.
    private async Task SetTablesAsync(string workshop, CancellationToken cancel)
    {
        if (await days.FindAsync(workshop, cancel) is not { } day)
            return;
        var ids = day.Guests.ToDictionary(g => g.Guest.Name, g => g.Guest.Id);
        GuestSeat Seat(string name, int at)
        {
            var table = at switch
            {
                < 5 => "Window",
                < 10 => "Stove",
                _ => "Door",
            };
            return name switch
            {
                "Petra" => new(table, Pace.Beginner, 25, true),
                "Jory" => new(table, Pace.Beginner, 0, false, ids["Linnet"]),
                "Hale" or "Odile" => new(table, Pace.Quick),
                "Tamsin" => new(table, Pace.Beginner),
                _ => new(table),
            };
        }
        var json = JsonText.In(LengthUnit.Inch);
        var plan = DayPlan.Usual(new(10, 0), new(16, 0), day.Guests.Count) with
        {
            Tools = [new(SharedTool.Trimmer, 2), new(SharedTool.Punch, 1), new(SharedTool.Stamp, 2), new(SharedTool.Heat, 1)],
        };
        await days.SaveAsync(
            workshop,
            day.Version,
            JsonSerializer.Serialize(plan, json),
            ids.OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select((g, i) => (g.Value, Json: (string?)JsonSerializer.Serialize(Seat(g.Key, i), json)))
                .ToDictionary(g => g.Value, g => g.Json),
            cancel
        );
    }
}
