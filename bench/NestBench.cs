using System.Diagnostics;
using System.Globalization;
using System.Text.Json.Nodes;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
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
        var (total, nested) = (0, 0);
        IReadOnlyList<OutlinePoint> Points(JsonNode template) =>
            (string?)template["shape"]!["kind"] == "template"
                ?
                [
                    .. template["shape"]!["points"]!
                        .AsArray()
                        .Select(p => new OutlinePoint(exact.Parse((string)p!["x"]!).OrThrow(), exact.Parse((string)p["y"]!).OrThrow())),
                ]
                : Nest.PointsOf(new() { Kind = OutlineKind.Oval }, SizeOf(template["size"]!));
        static NestTurn Turning(string? turn) =>
            turn switch
            {
                "any" => NestTurn.Any,
                "half" => NestTurn.Half,
                _ => NestTurn.None,
            };
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
            var clock = Stopwatch.StartNew();
            var nest = Nest.Of(
                SizeOf(one["sheet"]!),
                [
                    .. templates.Select(
                        (t, i) =>
                            new NestTemplate(
                                i.ToString(CultureInfo.InvariantCulture),
                                Points(t!),
                                (int)t!["count"]!,
                                Turning((string?)t["turn"])
                            )
                    ),
                ],
                exact.Parse((string)one["between"]!).OrThrow(),
                Length.Inches(0, 1, 32)
            );
            nested += nest.Sheets;
            Console.WriteLine(
                $"{(string)one["name"]!, -50} boxes {plan.SheetsUsed, 3}, nested {nest.Sheets, 3} (at least {nest.LowerBound}), on the first sheet {nest.Places.Count(p => p.Sheet == 1), 3}; {clock.ElapsedMilliseconds} ms"
            );
        }
        Console.WriteLine(
            $"{cases.Count} cases: {total} sheets by boxes, {nested} nested: {100.0 * (total - nested) / total:0.0} percent fewer"
        );
    }
}
