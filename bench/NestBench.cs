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
            Checked((string)one["name"]!, nest, SizeOf(one["sheet"]!));
        }
        Console.WriteLine(
            $"{cases.Count} cases: {total} sheets by boxes, {nested} nested: {100.0 * (total - nested) / total:0.0} percent fewer"
        );
    }

    // By counting on a fine grid that knows nothing of how they were laid: nothing overlaps, nothing runs off its sheet.
    private static void Checked(string name, Nest nest, Size sheet)
    {
        const long Cell = Length.TicksPerInch / 48;
        foreach (var places in nest.Places.GroupBy(p => p.Sheet))
        {
            var taken = new HashSet<(long, long)>();
            foreach (var ring in places.Select(p => p.Points))
            {
                var box = Outline.Bounds(ring);
                if (!new Box(Length.Zero, Length.Zero, sheet).Contains(box))
                    throw new InvalidOperationException($"{name}: one runs off its sheet.");
                for (var x = box.X.Ticks / Cell * Cell + Cell / 2; x < box.Right.Ticks; x += Cell)
                for (var y = box.Y.Ticks / Cell * Cell + Cell / 2; y < box.Bottom.Ticks; y += Cell)
                    if (Holds(ring, x, y) && !taken.Add((x, y)))
                        throw new InvalidOperationException($"{name}: one lies on another.");
            }
        }
    }

    private static bool Holds(IReadOnlyList<OutlinePoint> ring, long x, long y)
    {
        var inside = false;
        for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
        {
            var (a, b) = (ring[i], ring[j]);
            var (across, down) = ((double)(b.X - a.X).Ticks, (double)(b.Y - a.Y).Ticks);
            if (a.Y.Ticks > y != b.Y.Ticks > y && x < across * (y - a.Y.Ticks) / down + a.X.Ticks)
                inside = !inside;
        }
        return inside;
    }
}
