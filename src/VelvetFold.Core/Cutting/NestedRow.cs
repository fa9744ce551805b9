using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// Equal outlines that lie into each other in a row: waves, arches, triangles. They are cut out of one rectangle smaller than so many of
/// their boxes, and parted by hand along their outlines.
/// </summary>
/// <param name="Size">Of the rectangle.</param>
/// <param name="Points">The outline of the first, from the top left of the rectangle.</param>
/// <param name="Axis">Along which they lie.</param>
/// <param name="Shifts">How far each of the others lies from the first, the next one first.</param>
/// <param name="HalfTurned">Whether every second one is turned by a half.</param>
public sealed record NestedRow(Size Size, IReadOnlyList<OutlinePoint> Points, Axis Axis, IReadOnlyList<Length> Shifts, bool HalfTurned)
{
    /// <summary>How many there are.</summary>
    public int Count => Shifts.Count + 1;

    /// <summary>All of them, from the top left of the rectangle.</summary>
    public IReadOnlyList<IReadOnlyList<OutlinePoint>> Outlines
    {
        get
        {
            var turned = HalfTurned ? Half(Points) : Points;
            return [Points, .. Shifts.Select((shift, i) => Moved(i % 2 == 0 ? turned : Points, shift))];
        }
    }

    private IReadOnlyList<OutlinePoint> Moved(IReadOnlyList<OutlinePoint> points, Length shift) =>
        [.. points.Select(p => Axis == Axis.Across ? new OutlinePoint(p.X + shift, p.Y) : new OutlinePoint(p.X, p.Y + shift))];

    /// <summary>
    /// Two, three and more of them as long as they can be cut, each time in the smallest rectangle: beside or under one another, all as they
    /// stand or every second one turned by a half. Empty where no rectangle is smaller than two boxes.
    /// </summary>
    /// <remarks>
    /// Each begins at every height where the one before it has ended, so that those further apart do not touch either: every outline has
    /// paper at every height of its box.
    /// </remarks>
    /// <param name="points">The outline; no two sides cross.</param>
    /// <param name="most">No row has more.</param>
    /// <param name="step">The shifts are whole numbers of these.</param>
    /// <param name="fits">Whether a rectangle can be cut.</param>
    public static IReadOnlyList<NestedRow> UpTo(
        IReadOnlyList<OutlinePoint> points,
        int most,
        Length step,
        bool mayHalfTurn,
        Func<Size, bool>? fits = null
    )
    {
        var patterns = most < 2 ? [] : Patterns(points, step, mayHalfTurn).ToList();
        var rows = new List<NestedRow>();
        while (
            rows.Count + 2 <= most
            && patterns.Select(p => p.Row(rows.Count + 2)).Where(r => fits is null || fits(r.Size)).MinBy(r => r.Size.Area) is { } row
        )
            rows.Add(row);
        return rows;
    }

    // How a row goes on: from one that stands as the first to the next, and from that to the one after it.
    private sealed record Pattern(IReadOnlyList<OutlinePoint> Points, Size Box, Axis Axis, bool HalfTurned, Length There, Length Back)
    {
        public NestedRow Row(int count)
        {
            var shifts = Enumerable.Range(1, count - 1).Select(i => There * ((i + 1) / 2) + Back * (i / 2)).ToList();
            var along = Box.Along(Axis) + shifts[^1];
            return new(Axis == Axis.Across ? new(along, Box.Height) : new(Box.Width, along), Points, Axis, shifts, HalfTurned);
        }
    }

    private static IEnumerable<Pattern> Patterns(IReadOnlyList<OutlinePoint> points, Length step, bool mayHalfTurn)
    {
        var bounds = Outline.Bounds(points);
        IReadOnlyList<OutlinePoint> first = [.. points.Select(p => new OutlinePoint(p.X - bounds.X, p.Y - bounds.Y))];
        foreach (var half in mayHalfTurn ? [false, true] : new[] { false })
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        {
            var second = half ? Half(first) : first;
            var (there, back) = (Shift(first, second), Shift(second, first));
            // Two have to gain something, or a row of more begins with two that do not.
            if (there < bounds.Size.Along(axis) && back <= bounds.Size.Along(axis))
                yield return new(first, bounds.Size, axis, half, there, back);

            Length Shift(IReadOnlyList<OutlinePoint> one, IReadOnlyList<OutlinePoint> next)
            {
                var least = axis == Axis.Across ? Apart(one, next) : Apart(Swapped(one), Swapped(next));
                return new((least.Ticks + step.Ticks - 1) / step.Ticks * step.Ticks);
            }
        }
    }

    private static IReadOnlyList<OutlinePoint> Half(IReadOnlyList<OutlinePoint> points)
    {
        var box = Outline.Bounds(points);
        return [.. points.Select(p => new OutlinePoint(box.Width - p.X, box.Height - p.Y))];
    }

    // How far to the right the second has to be moved so that at every height it begins where the first has ended, rounded up to a tick.
    // Between two heights at which there are corners all sides are straight, so that the most is needed at one of them.
    private static Length Apart(IReadOnlyList<OutlinePoint> first, IReadOnlyList<OutlinePoint> second)
    {
        var heights = first.Concat(second).Select(p => p.Y.Ticks).Distinct().Order().ToArray();
        var most = 0L;
        for (var i = 0; i + 1 < heights.Length; i++)
        {
            var (top, bottom) = (heights[i], heights[i + 1]);
            foreach (var y in new[] { top, bottom })
                if (Reach(first, top, bottom, y, right: true) is { } ends && Reach(second, top, bottom, y, right: false) is { } begins)
                    most = Math.Max(most, ends - begins);
        }
        return new(most);
    }

    // Where the sides that run through the whole band lie at that height: the rightmost, rounded up, or the leftmost, rounded down.
    private static long? Reach(IReadOnlyList<OutlinePoint> points, long top, long bottom, long y, bool right)
    {
        long? reach = null;
        for (var i = 0; i < points.Count; i++)
        {
            var (a, b) = (points[i], points[(i + 1) % points.Count]);
            if (a.Y > b.Y)
                (a, b) = (b, a);
            if (a.Y.Ticks > top || b.Y.Ticks < bottom)
                continue;
            var (run, rise) = ((Int128)(b.X.Ticks - a.X.Ticks) * (y - a.Y.Ticks), (Int128)(b.Y.Ticks - a.Y.Ticks));
            var (whole, rest) = Int128.DivRem(run, rise);
            var x =
                a.X.Ticks
                + (long)whole
                + (
                    right && rest > 0 ? 1
                    : !right && rest < 0 ? -1
                    : 0
                );
            reach =
                reach is not { } so ? x
                : right ? Math.Max(so, x)
                : Math.Min(so, x);
        }
        return reach;
    }

    private static IReadOnlyList<OutlinePoint> Swapped(IReadOnlyList<OutlinePoint> points) =>
        [.. points.Select(p => new OutlinePoint(p.Y, p.X))];
}
