using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Bench;

/// <summary>Plans every instance of a folder and writes what came out: sheets, bound, time, and the plans themselves for an independent
/// checker.</summary>
internal static class CutBench
{
    public static void Run(string folder, string? plans, int budgetMs, string only)
    {
        var times = new List<double>();
        var totals = new Dictionary<string, (int Count, int Sheets, int Bound, int Proved)>();
        // The solvers' native parts are loaded once, before the clock runs.
        CutPlanner.Plan(
            new CuttingInstance([new("S", Square(10))], [new("a", "S", Square(4), 7), new("b", "S", Square(3), 9)]),
            new() { BudgetMs = 200 }
        );
        foreach (var file in Directory.GetFiles(Path.Combine(folder, "instances"), "*.json").Order(StringComparer.Ordinal))
        {
            var name = Path.GetFileNameWithoutExtension(file);
            if (name == "cw1" || !name.Contains(only, StringComparison.Ordinal))
                continue;
            using var json = JsonDocument.Parse(File.ReadAllText(file));
            var order = Read(json.RootElement);
            var clock = Stopwatch.StartNew();
            var plan = CutPlanner.Plan(order, new() { BudgetMs = budgetMs, ClockMs = budgetMs }).BySheet[0];
            var ms = clock.Elapsed.TotalMilliseconds;
            times.Add(ms);
            var kind = name[..3] == "kit" ? "kit" : "class";
            var t = totals.GetValueOrDefault(kind);
            totals[kind] = (t.Count + 1, t.Sheets + plan.SheetsUsed, t.Bound + plan.LowerBound, t.Proved + (plan.Proved ? 1 : 0));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{name, -18} {plan.SheetsUsed, 4} sheets, bound {plan.LowerBound, 4} {(plan.Proved ? "proved" : "      ")} {ms, 8:0} ms{(plan.CutShort ? " by the clock" : "")}"
                )
            );
            if (plans is not null)
                File.WriteAllText(Path.Combine(plans, name + ".json"), JsonSerializer.Serialize(Sheets(plan)));
        }
        foreach (var (kind, t) in totals)
            Console.WriteLine($"{kind}: {t.Count} instances, {t.Sheets} sheets, bound {t.Bound}, {t.Proved} proved");
        times.Sort();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"median {times[times.Count / 2]:0} ms, most {times[^1]:0} ms, memory {Process.GetCurrentProcess().PeakWorkingSet64 / 1024 / 1024} MB"
            )
        );
    }

    private static Size Square(int n) => new(Length.Sixteenth * n, Length.Sixteenth * n);

    private static CuttingInstance Read(JsonElement json)
    {
        Length L(JsonElement value) => Length.Sixteenth * value.GetInt32();
        var sheet = json.GetProperty("sheet");
        return new(
            [new("S", new(L(sheet.GetProperty("w")), L(sheet.GetProperty("h"))))],
            [
                .. json.GetProperty("pieces")
                    .EnumerateArray()
                    .Select(p => new Demand(
                        p.GetProperty("id").GetString()!,
                        "S",
                        new(L(p.GetProperty("w")), L(p.GetProperty("h"))),
                        p.GetProperty("qty").GetInt32(),
                        p.GetProperty("turn").GetBoolean() ? Turn.Free : Turn.None
                    )),
            ]
        );
    }

    private static IEnumerable<object> Sheets(SheetPlan plan) =>
        plan.Patterns.SelectMany(p =>
            Enumerable.Repeat(
                p.Placements.Select(q => new
                {
                    id = q.Piece,
                    x = Units(q.Box.X),
                    y = Units(q.Box.Y),
                    w = Units(q.Box.Width),
                    h = Units(q.Box.Height),
                }),
                p.Times
            )
        );

    private static long Units(Length length) => length.Ticks / Length.Sixteenth.Ticks;
}
