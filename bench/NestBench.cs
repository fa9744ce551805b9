using System.Globalization;
using System.Text.Json.Nodes;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Bench;

/// <summary>How many sheets the boxes of outlines take: what a nest by their outlines has to beat.</summary>
internal static class NestBench
{
    public static void Run(string folder)
    {
        var exact = LengthPattern.Exact(LengthUnit.Inch);
        Size SizeOf(JsonNode size) => new(exact.Parse((string)size["width"]!).OrThrow(), exact.Parse((string)size["height"]!).OrThrow());
        var cases = JsonNode.Parse(File.ReadAllText(Path.Combine(folder, "bench", "nests", "cases.json")))!["cases"]!.AsArray();
        var total = 0;
        foreach (var one in cases)
        {
            var templates = one!["templates"]!.AsArray();
            var order = new CuttingInstance(
                [new("sheet", SizeOf(one["sheet"]!))],
                [
                    .. templates.Select(
                        (t, i) =>
                            new Demand(
                                i.ToString(CultureInfo.InvariantCulture),
                                "sheet",
                                SizeOf(t!["size"]!),
                                (int)t["count"]!,
                                (string?)t["turn"] == "any" ? Turn.Free : Turn.None
                            )
                    ),
                ]
            );
            var plan = CutPlanner.Plan(order, new() { BudgetMs = 1_800 });
            total += plan.SheetsUsed;
            Console.WriteLine($"{(string)one["name"]!, -50} boxes {plan.SheetsUsed, 3}, at least {plan.LowerBound, 3}");
        }
        Console.WriteLine($"{cases.Count} cases: {total} sheets by boxes");
    }
}
