using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Which ways round an outline may be laid.</summary>
[JsonConverter(typeof(TextEnum<NestTurn>))]
public enum NestTurn
{
    /// <summary>By quarters.</summary>
    [JsonStringEnumMemberName("any")]
    Any,

    /// <summary>By a half.</summary>
    [JsonStringEnumMemberName("half")]
    Half,

    [JsonStringEnumMemberName("none")]
    None,
}

/// <summary>An outline that is cut so many times.</summary>
/// <param name="Points">Its corners, from the top left of its box; a round one by corners that lie outside of it.</param>
public sealed record NestTemplate(string Name, IReadOnlyList<OutlinePoint> Points, int Count, NestTurn Turn = NestTurn.Any);

/// <summary>Where one of them lies.</summary>
/// <param name="Sheet">From 1.</param>
/// <param name="Quarters">How many quarters it is turned clockwise.</param>
/// <param name="Points">Its corners on the sheet.</param>
public sealed record NestPlace(int Sheet, string Template, int Quarters, IReadOnlyList<OutlinePoint> Points);

/// <summary>Outlines nested into sheets: traced or plotted, not cut from edge to edge.</summary>
/// <param name="ByBoxes">So many sheets their boxes take, cut from edge to edge.</param>
/// <param name="LowerBound">By area alone: no way whatever takes fewer.</param>
/// <param name="Whole">Whether all of them found room; those larger than the sheet do not.</param>
public sealed partial record Nest(int Sheets, int ByBoxes, int LowerBound, bool Whole, IReadOnlyList<NestPlace> Places)
{
    /// <summary>Outlines at most.</summary>
    public const int Most = 500;

    /// <summary>
    /// Lays outlines as close as their edges allow, a pencil's or a blade's width between them. Places are whole steps of the raster, so that
    /// they are exact; an outline takes every cell that it comes nearer to than half that width, so that none overlap whatever the raster
    /// rounds.
    /// </summary>
    /// <remarks>
    /// Each is laid where it reaches least far; from the top on and from the left on, all ways round and few, on an empty sheet and on the
    /// best rows of one of them; the best of these counts, and never more sheets than boxes take. A heuristic with a bound by area.
    /// </remarks>
    /// <param name="step">The raster: finer is closer and slower.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static Nest Of(
        Size sheet,
        IReadOnlyList<NestTemplate> templates,
        Length between,
        Length step,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(templates);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(templates.Sum(t => t.Count), Most);
        var least = Least(sheet, templates);
        var boxes = Boxes(sheet, templates);
        var best = boxes;
        // Rows take longer, and are looked for only where there may be something to gain.
        foreach (var ways in new[] { Freely(templates, step), InRows(step) })
        {
            if (best.Count == templates.Sum(t => t.Count) && SheetsOf(best) == least)
                break;
            // Of no use but with fewer sheets; where not all found room, with any.
            var most = best.Count == templates.Sum(t => t.Count) ? SheetsOf(best) - 1 : Most;
            var laid = new List<NestPlace>[ways.Count];
            Parallel.For(
                0,
                ways.Count,
                new ParallelOptions { CancellationToken = cancel },
                i =>
                    laid[i] = new Raster(sheet, between, ways[i].Step, ways[i].Across, ways[i].Bottom, ways[i].Quarters).Lay(
                        templates,
                        ways[i].Rows,
                        most,
                        cancel
                    )
            );
            best = laid.Prepend(best).MaxBy(l => (l.Count, -SheetsOf(l)))!;
        }
        return new(SheetsOf(best), SheetsOf(boxes), least, best.Count == templates.Sum(t => t.Count), best);
    }

    // By the area of all, and by how many of one the area of a sheet holds.
    private static int Least(Size sheet, IReadOnlyList<NestTemplate> templates)
    {
        static int Up(Int128 share, Int128 of) => (int)((share + of - 1) / of);
        var twice = sheet.Area * 2;
        return templates
            .Where(t => t.Count > 0)
            .Select(t => (t.Count, Each: twice / Int128.Max(1, Outline.TwiceArea(t.Points))))
            .Select(t => t.Each > 0 ? Up(t.Count, t.Each) : t.Count)
            .Append(Up(Twice(templates), twice))
            .Max();
    }

    private static Int128 Twice(IReadOnlyList<NestTemplate> templates) =>
        templates.Aggregate(Int128.Zero, (sum, t) => sum + Outline.TwiceArea(t.Points) * t.Count);

    // One way to lay all: whether across the sheet, by how far each reaches or where it begins, how it is turned, and what sheets begin with.
    private sealed record Way(bool Across, bool Bottom, int[] Quarters, Begun Rows, Length Step);

    private static List<Way> Freely(IReadOnlyList<NestTemplate> templates, Length step) =>
        [
            .. from across in Both
            from way in Ways
            where templates.Any(t => Turns(t.Turn).Any(way.Quarters.Contains))
            select new Way(across, way.Bottom, way.Quarters, Begun.Empty, step),
        ];

    // Pairs on the raster, and single ones, of which there are few ways, on one twice as fine.
    private static List<Way> InRows(Length step) =>
        [
            .. Both.Select(across => new Way(across, true, [0, 1, 2, 3], Begun.Pairs, step)),
            .. step.Ticks % 2 == 0 ? Both.Select(across => new Way(across, true, [0, 1, 2, 3], Begun.Singles, step.Half)) : [],
        ];

    private static readonly bool[] Both = [false, true];

    // All ways round at once, and for outlines that lie into each other only when all lie alike, few of them.
    private static readonly (bool Bottom, int[] Quarters)[] Ways =
    [
        (false, [0, 1, 2, 3]),
        (true, [0, 1, 2, 3]),
        (true, [0, 2]),
        (true, [0]),
        (true, [1]),
    ];

    private static int[] Turns(NestTurn turn) =>
        turn switch
        {
            NestTurn.Any => [0, 1, 2, 3],
            NestTurn.Half => [0, 2],
            _ => [0],
        };

    private static int SheetsOf(List<NestPlace> places) => places.Count == 0 ? 0 : places.Max(p => p.Sheet);

    // As the planner cuts boxes, edge to edge: two of them share a cut.
    private static List<NestPlace> Boxes(Size sheet, IReadOnlyList<NestTemplate> templates)
    {
        var order = new CuttingInstance(
            [new("sheet", sheet)],
            [
                .. templates.Select(
                    (t, i) =>
                        new Demand(
                            i.ToString(CultureInfo.InvariantCulture),
                            "sheet",
                            Outline.Bounds(t.Points).Size,
                            t.Count,
                            t.Turn == NestTurn.Any ? Turn.Free : Turn.None
                        )
                ),
            ]
        );
        var (places, number) = (new List<NestPlace>(), 0);
        foreach (var pattern in CutPlanner.Plan(CutPlanner.Plannable(order), new() { BudgetMs = 300 }).BySheet.SelectMany(s => s.Patterns))
            for (var n = 0; n < pattern.Times; n++)
            {
                number++;
                foreach (var placed in pattern.Placements)
                {
                    var template = templates[int.Parse(placed.Piece, CultureInfo.InvariantCulture)];
                    var quarters = placed.Turned ? 1 : 0;
                    places.Add(
                        new(
                            number,
                            template.Name,
                            quarters,
                            [.. Turned(template.Points, quarters).Select(p => new OutlinePoint(p.X + placed.Box.X, p.Y + placed.Box.Y))]
                        )
                    );
                }
            }
        return places;
    }

    /// <summary>The corners of an outline of that size: of a round one corners that lie outside of it, of none those of its box.</summary>
    public static IReadOnlyList<OutlinePoint> PointsOf(Outline? shape, Size size)
    {
        var (w, h) = (size.Width, size.Height);
        Length Quarter(int n) => new(h.Ticks * n / 4);
        return shape?.Kind switch
        {
            OutlineKind.Circle or OutlineKind.Oval => Round(size),
            OutlineKind.Template when shape.Points.Count >= 3 => shape.Points,
            OutlineKind.Hexagon =>
            [
                new(w.Half, Length.Zero),
                new(w, Quarter(1)),
                new(w, Quarter(3)),
                new(w.Half, h),
                new(Length.Zero, Quarter(3)),
                new(Length.Zero, Quarter(1)),
            ],
            _ => [new(Length.Zero, Length.Zero), new(w, Length.Zero), new(w, h), new(Length.Zero, h)],
        };
    }

    /// <summary>A circle or an oval as corners that lie outside of it, on whole ticks away from its middle.</summary>
    private static IReadOnlyList<OutlinePoint> Round(Size size, int corners = 48)
    {
        var out1 = 1 / Math.Cos(Math.PI / corners);
        return
        [
            .. Enumerable
                .Range(0, corners)
                .Select(i => (2 * i + 1) * Math.PI / corners)
                .Select(a => new OutlinePoint(At(size.Width, Math.Cos(a) * out1), At(size.Height, Math.Sin(a) * out1))),
        ];

        // Where the corner would leave the box it stands on its side: the oval touches it there.
        static Length At(Length side, double share)
        {
            var at = side.Ticks / 2.0 * (1 + share);
            return new((long)Math.Clamp(share >= 0 ? Math.Ceiling(at) : Math.Floor(at), 0, side.Ticks));
        }
    }

    private static IEnumerable<OutlinePoint> Turned(IReadOnlyList<OutlinePoint> points, int quarters)
    {
        var box = Outline.Bounds(points);
        return points
            .Select(p => (X: p.X - box.X, Y: p.Y - box.Y))
            .Select(p =>
                quarters switch
                {
                    1 => new OutlinePoint(box.Height - p.Y, p.X),
                    2 => new OutlinePoint(box.Width - p.X, box.Height - p.Y),
                    3 => new OutlinePoint(p.Y, box.Width - p.X),
                    _ => new OutlinePoint(p.X, p.Y),
                }
            );
    }
}
