using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

// Laying outlines by bits.
public sealed partial record Nest
{
    // One way of laying: rows of bits, a bit a cell.
    private sealed partial class Raster(Size sheet, Length between, Length step, bool across, bool bottom, int[] ways)
    {
        public sealed record Mask(
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

        /// <summary>Lays one after the other, where each reaches least far.</summary>
        /// <param name="begin">What each sheet begins with, of the largest template of which some are left.</param>
        /// <param name="most">So many sheets are of use: where as much as lies on the first does not make it with these, it ends there.</param>
        public List<NestPlace> Lay(IReadOnlyList<NestTemplate> templates, Begun begin, int most, CancellationToken cancel)
        {
            var masks = templates.Select((t, i) => Masks(t, i)).ToList();
            var begun = begin == Begun.Empty ? [] : masks.ConvertAll(m => Rows(m, begin == Begun.Pairs, cancel));
            var left = templates.Select(t => t.Count).ToArray();
            var order = Enumerable.Range(0, templates.Count).OrderByDescending(i => Outline.TwiceArea(templates[i].Points)).ToList();
            var (places, sheets) = (new List<NestPlace>(), 0);
            while (left.Any(n => n > 0))
            {
                var rows = Enumerable.Range(0, _high).Select(_ => new ulong[_wide / 64 + 2]).ToArray();
                var (laid, from) = (0, new Dictionary<Mask, int>());
                sheets++;
                void Take(int template, Mask mask, int x, int y)
                {
                    Put(rows, mask, x, y);
                    places.Add(Placed(templates[template], mask, x, y, sheets));
                    left[template]--;
                    laid++;
                }
                foreach (var template in order.Where(t => begun.Count > 0 && left[t] > 0 && begun[t].Count > 0).Take(1))
                foreach (var (mask, x, y) in begun[template].Take(left[template]))
                    Take(template, mask, x, y);
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
                        Take(template, found.Mask, found.X, found.Y);
                    }
                if (
                    laid == 0
                    || (
                        sheets == 1
                        && places.Aggregate(Int128.Zero, (sum, p) => sum + Outline.TwiceArea(p.Points)) * most < Twice(templates)
                    )
                )
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
                var rows = Cells(points, out var wide, out var high);
                if (!masks.Exists(m => m.Wide == wide && m.High == high && m.Rows.Zip(rows).All(r => r.First.SequenceEqual(r.Second))))
                    masks.Add(new(at, q, points, wide, high, rows));
            }
            return masks;
        }

        // Every cell that some of the outline, grown by half of what lies between, may touch.
        private List<(int From, int To)>[] Cells(IReadOnlyList<OutlinePoint> points, out int wide, out int high)
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
