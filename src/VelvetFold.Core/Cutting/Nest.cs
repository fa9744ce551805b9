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
public sealed record Nest(int Sheets, int ByBoxes, int LowerBound, bool Whole, IReadOnlyList<NestPlace> Places)
{
    /// <summary>Outlines at most.</summary>
    public const int Most = 500;

    /// <summary>
    /// Lays outlines as close as their edges allow, a pencil's or a blade's width between them. Places are whole steps of the raster, so that
    /// they are exact; an outline takes every cell that it comes nearer to than half that width, so that none overlap whatever the raster
    /// rounds.
    /// </summary>
    /// <remarks>
    /// Each is laid where it reaches least far; from the top on and from the left on, all ways round and few; the best of these counts, and
    /// never more sheets than boxes take. A heuristic with a bound by area.
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
        var area = templates.Aggregate(Int128.Zero, (sum, t) => sum + Outline.TwiceArea(t.Points) * t.Count);
        var least = (int)((area + sheet.Area * 2 - 1) / (sheet.Area * 2));
        var boxes = Boxes(sheet, templates);
        var ways = (
            from across in Both
            from way in Ways
            where templates.Any(t => Turns(t.Turn).Any(way.Quarters.Contains))
            select (across, way.Bottom, way.Quarters)
        ).ToList();
        var laid = new List<NestPlace>[ways.Count];
        Parallel.For(
            0,
            ways.Count,
            new ParallelOptions { CancellationToken = cancel },
            i => laid[i] = new Raster(sheet, between, step, ways[i].across, ways[i].Bottom, ways[i].Quarters).Lay(templates, cancel)
        );
        var best = laid.Prepend(boxes).MaxBy(l => (l.Count, -SheetsOf(l)))!;
        return new(SheetsOf(best), SheetsOf(boxes), least, best.Count == templates.Sum(t => t.Count), best);
    }

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

    // One way of laying: rows of bits, a bit a cell.
    private sealed class Raster(Size sheet, Length between, Length step, bool across, bool bottom, int[] ways)
    {
        private sealed record Mask(
            int Template,
            int Quarters,
            IReadOnlyList<OutlinePoint> Points,
            int Wide,
            int High,
            List<(int From, int To)>[] Rows
        );

        // Half of what lies between two may run over the sheet's edge.
        private readonly Length _half = between.Half;

        private readonly int _wide = (int)(((across ? sheet.Height : sheet.Width) + between).Ticks / step.Ticks);
        private readonly int _high = (int)(((across ? sheet.Width : sheet.Height) + between).Ticks / step.Ticks);

        public List<NestPlace> Lay(IReadOnlyList<NestTemplate> templates, CancellationToken cancel)
        {
            var masks = templates.Select((t, i) => Masks(t, i)).ToList();
            var left = templates.Select(t => t.Count).ToArray();
            var order = Enumerable.Range(0, templates.Count).OrderByDescending(i => Outline.TwiceArea(templates[i].Points)).ToList();
            var (places, sheets) = (new List<NestPlace>(), 0);
            while (left.Any(n => n > 0))
            {
                var rows = Enumerable.Range(0, _high).Select(_ => new ulong[_wide / 64 + 2]).ToArray();
                var (laid, from) = (0, new Dictionary<Mask, int>());
                sheets++;
                foreach (var template in order)
                    while (left[template] > 0)
                    {
                        cancel.ThrowIfCancellationRequested();
                        (Mask Mask, int X, int Y)? best = null;
                        foreach (var mask in masks[template])
                            if (
                                First(rows, mask, from.GetValueOrDefault(mask), best is { } b ? Reach(b.Mask, b.Y) : int.MaxValue)
                                is var (x, y)
                            )
                            {
                                from[mask] = y;
                                if (best is not { } so || (Reach(mask, y), x).CompareTo((Reach(so.Mask, so.Y), so.X)) < 0)
                                    best = (mask, x, y);
                            }
                        if (best is not { } found)
                            break;
                        Put(rows, found.Mask, found.X, found.Y);
                        places.Add(Placed(templates[template], found.Mask, found.X, found.Y, sheets));
                        left[template]--;
                        laid++;
                    }
                if (laid == 0)
                    break;
            }
            return places;
        }

        private int Reach(Mask mask, int y) => bottom ? y + mask.High : y * 2 + mask.High;

        private NestPlace Placed(NestTemplate template, Mask mask, int x, int y, int sheetNumber)
        {
            var (dx, dy) = (step * x - _half + Inset(mask.Points, p => p.X), step * y - _half + Inset(mask.Points, p => p.Y));
            return new(
                sheetNumber,
                template.Name,
                mask.Quarters,
                [.. mask.Points.Select(p => new OutlinePoint(p.X + dx, p.Y + dy)).Select(p => across ? new OutlinePoint(p.Y, p.X) : p)]
            );
        }

        // The mask begins half of what lies between before the outline.
        private Length Inset(IReadOnlyList<OutlinePoint> points, Func<OutlinePoint, Length> along) => _half - points.Min(along);

        private List<Mask> Masks(NestTemplate template, int at)
        {
            var turns = Turns(template.Turn);
            var quarters = turns.Where(ways.Contains).DefaultIfEmpty(turns[0]).ToArray();
            var masks = new List<Mask>();
            foreach (var q in quarters)
            {
                // A sheet laid the other way round is its mirror image along the diagonal.
                var points = Turned(template.Points, q).Select(p => across ? new OutlinePoint(p.Y, p.X) : p).ToList();
                var rows = Rows(points, out var wide, out var high);
                if (!masks.Exists(m => m.Wide == wide && m.High == high && m.Rows.Zip(rows).All(r => r.First.SequenceEqual(r.Second))))
                    masks.Add(new(at, q, points, wide, high, rows));
            }
            return masks;
        }

        // Every cell that some of the outline, grown by half of what lies between, may touch.
        private List<(int From, int To)>[] Rows(IReadOnlyList<OutlinePoint> points, out int wide, out int high)
        {
            var box = Outline.Bounds(points);
            var (cell, half) = ((double)step.Ticks, (double)_half.Ticks);
            wide = (int)Math.Ceiling((box.Width.Ticks + 2 * half) / cell);
            high = (int)Math.Ceiling((box.Height.Ticks + 2 * half) / cell);
            var ring = points.Select(p => (X: (p.X - box.X).Ticks + half, Y: (p.Y - box.Y).Ticks + half)).ToList();
            var near = half + cell * Math.Sqrt(0.5);
            var rows = new List<(int, int)>[high];
            for (var y = 0; y < high; y++)
            {
                rows[y] = [];
                var begun = -1;
                for (var x = 0; x <= wide; x++)
                {
                    var taken = x < wide && Near(ring, (x + 0.5) * cell, (y + 0.5) * cell, near);
                    if (taken && begun < 0)
                        begun = x;
                    if (!taken && begun >= 0)
                    {
                        rows[y].Add((begun, x));
                        begun = -1;
                    }
                }
            }
            return rows;
        }

        private static bool Near(List<(double X, double Y)> ring, double x, double y, double near)
        {
            var inside = false;
            for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
            {
                var (a, b) = (ring[i], ring[j]);
                if (a.Y > y != b.Y > y && x < (b.X - a.X) * (y - a.Y) / (b.Y - a.Y) + a.X)
                    inside = !inside;
                var (dx, dy) = (b.X - a.X, b.Y - a.Y);
                var t = dx == 0 && dy == 0 ? 0 : Math.Clamp(((x - a.X) * dx + (y - a.Y) * dy) / (dx * dx + dy * dy), 0, 1);
                var (ex, ey) = (x - a.X - t * dx, y - a.Y - t * dy);
                if (ex * ex + ey * ey < near * near)
                    return true;
            }
            return inside;
        }

        // The first place from a row on, in the topmost row the leftmost one; null where there is none that reaches less far.
        private (int X, int Y)? First(ulong[][] rows, Mask mask, int from, int reach)
        {
            var blocked = new ulong[_wide / 64 + 2];
            for (var y = from; y + mask.High <= _high && Reach(mask, y) <= reach; y++)
            {
                Array.Clear(blocked);
                for (var r = 0; r < mask.High; r++)
                    foreach (var (begin, end) in mask.Rows[r])
                        Block(blocked, rows[y + r], begin, end);
                for (var w = 0; w * 64 <= _wide - mask.Wide; w++)
                    if (~blocked[w] is var free && free != 0)
                    {
                        var x = w * 64 + System.Numerics.BitOperations.TrailingZeroCount(free);
                        if (x + mask.Wide <= _wide)
                            return (x, y);
                        break;
                    }
            }
            return null;
        }

        // A place is blocked where any bit from begin to end beyond it is taken: shifts that double, joined.
        private static void Block(ulong[] blocked, ulong[] row, int begin, int end)
        {
            Span<ulong> any = stackalloc ulong[row.Length];
            row.CopyTo(any);
            var length = 1;
            while (length * 2 <= end - begin)
            {
                Join(any, any, length);
                length *= 2;
            }
            Join(any, any, end - begin - length);
            for (var w = 0; w < blocked.Length; w++)
                blocked[w] |= Shifted(any, w, begin);
        }

        private static void Join(Span<ulong> into, Span<ulong> of, int by)
        {
            if (by == 0)
                return;
            for (var w = 0; w < into.Length; w++)
                into[w] |= Shifted(of, w, by);
        }

        // Bits so far on, in the word they come to.
        private static ulong Shifted(ReadOnlySpan<ulong> bits, int word, int by)
        {
            var (skip, bit) = (word + by / 64, by % 64);
            var low = skip < bits.Length ? bits[skip] >> bit : 0;
            return bit == 0 || skip + 1 >= bits.Length ? low : low | bits[skip + 1] << (64 - bit);
        }

        private static void Put(ulong[][] rows, Mask mask, int x, int y)
        {
            for (var r = 0; r < mask.High; r++)
                foreach (var (begin, end) in mask.Rows[r])
                    for (var at = x + begin; at < x + end; at++)
                        rows[y + r][at / 64] |= 1UL << (at % 64);
        }
    }
}
