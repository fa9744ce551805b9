using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// Two equal outlines that lie into each other: two waves, two right triangles. They are cut out of one rectangle smaller than two of
/// their boxes, and parted by hand
/// along the outline.
/// </summary>
/// <param name="Points">The outline of the first, from the top left of the rectangle.</param>
/// <param name="Second">The outline of the second, from the same corner.</param>
/// <param name="Shift">How far the second lies from the first along <paramref name="Axis"/>.</param>
/// <param name="HalfTurned">Whether the second is turned by a half.</param>
public sealed record NestedPair(
    Size Size,
    IReadOnlyList<OutlinePoint> Points,
    IReadOnlyList<OutlinePoint> Second,
    Axis Axis,
    Length Shift,
    bool HalfTurned
)
{
    /// <summary>
    /// The pair in the smallest rectangle, the second beside or under the first, as it stands or turned by a half; null where no
    /// rectangle is smaller than two boxes.
    /// </summary>
    /// <param name="points">The outline, from the top left of its box; no two sides cross.</param>
    /// <param name="step">The shift is a whole number of these.</param>
    public static NestedPair? Of(IReadOnlyList<OutlinePoint> points, Length step, bool mayHalfTurn)
    {
        var bounds = Outline.Bounds(points);
        IReadOnlyList<OutlinePoint> first = [.. points.Select(p => new OutlinePoint(p.X - bounds.X, p.Y - bounds.Y))];
        NestedPair? best = null;
        foreach (var half in mayHalfTurn ? [false, true] : new[] { false })
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        {
            IReadOnlyList<OutlinePoint> second = half
                ? [.. first.Select(p => new OutlinePoint(bounds.Width - p.X, bounds.Height - p.Y))]
                : first;
            var least = axis == Axis.Across ? Apart(first, second) : Apart(Swapped(first), Swapped(second));
            var shift = new Length((least.Ticks + step.Ticks - 1) / step.Ticks * step.Ticks);
            var alone = bounds.Size.Along(axis);
            if (shift >= alone || shift < Length.Zero)
                continue;
            var size = axis == Axis.Across ? new Size(alone + shift, bounds.Height) : new Size(bounds.Width, alone + shift);
            if (best is not null && size.Area >= best.Size.Area)
                continue;
            best = new(
                size,
                first,
                [.. second.Select(p => axis == Axis.Across ? new OutlinePoint(p.X + shift, p.Y) : new OutlinePoint(p.X, p.Y + shift))],
                axis,
                shift,
                half
            );
        }
        return best;
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
