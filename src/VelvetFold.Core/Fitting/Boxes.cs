using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Two photos next to each other: beside (a gap across) or under each other.</summary>
internal readonly record struct Neighbour(Lying First, Lying Second, Axis Axis, Length Gap);

/// <summary>How boxes lie to each other, as an eye sees it.</summary>
internal static class Boxes
{
    /// <summary>Less than this share is not seen: of what lay on another already, and of decoration.</summary>
    public const double Nothing = 0.01;

    /// <summary>How much of the smaller of two the two share.</summary>
    public static double Share(Box a, Box b)
    {
        if (!a.Overlaps(b))
            return 0;
        var w = Math.Min(a.Right.Ticks, b.Right.Ticks) - Math.Max(a.X.Ticks, b.X.Ticks);
        var h = Math.Min(a.Bottom.Ticks, b.Bottom.Ticks) - Math.Max(a.Y.Ticks, b.Y.Ticks);
        return (double)w * h / Math.Min((double)a.Width.Ticks * a.Height.Ticks, (double)b.Width.Ticks * b.Height.Ticks);
    }

    /// <summary>How much of the first the second hides.</summary>
    public static double Covered(Box box, Box by) =>
        !box.Overlaps(by)
            ? 0
            : (double)(Math.Min(box.Right.Ticks, by.Right.Ticks) - Math.Max(box.X.Ticks, by.X.Ticks))
                * (Math.Min(box.Bottom.Ticks, by.Bottom.Ticks) - Math.Max(box.Y.Ticks, by.Y.Ticks))
                / ((double)box.Width.Ticks * box.Height.Ticks);

    /// <summary>Whether a photo lies half on a ground: neither on it, nor off it, nor over all of it.</summary>
    public static bool Straddles(Box photo, Box ground) => photo.Overlaps(ground) && !ground.Contains(photo) && !photo.Contains(ground);

    /// <summary>The least distance to the page's edges; negative where it runs over one.</summary>
    public static Length Margin(Box box, Box page) =>
        Length.Min(Length.Min(box.X - page.X, page.Right - box.Right), Length.Min(box.Y - page.Y, page.Bottom - box.Bottom));

    /// <summary>The distance between two boxes, across and down together; nothing where they touch.</summary>
    public static Length Between(Box a, Box b) =>
        Length.Max(Length.Max(a.X - b.Right, b.X - a.Right), Length.Zero)
        + Length.Max(Length.Max(a.Y - b.Bottom, b.Y - a.Bottom), Length.Zero);

    /// <summary>By how much two stretches miss each other's line: of their starts, ends and middles the nearest.</summary>
    public static long Off(Length start, Length end, Length other, Length otherEnd)
    {
        var (s, e) = (Math.Abs(start.Ticks - other.Ticks), Math.Abs(end.Ticks - otherEnd.Ticks));
        var m = Math.Abs(start.Ticks + end.Ticks - other.Ticks - otherEnd.Ticks) / 2;
        return Math.Min(s, Math.Min(e, m));
    }

    /// <summary>Whether it is in line with another piece that is looked at on its page.</summary>
    public static bool InLine(Lying thing, IEnumerable<Lying> all, Design design)
    {
        var side = design.SideOf(thing.Box);
        foreach (var other in all)
        {
            if (!other.IsContent || ReferenceEquals(other, thing) || other.Id == thing.Id || design.SideOf(other.Box) != side)
                continue;
            var across = Off(thing.Box.X, thing.Box.Right, other.Box.X, other.Box.Right);
            var down = Off(thing.Box.Y, thing.Box.Bottom, other.Box.Y, other.Box.Bottom);
            if (Math.Min(across, down) <= design.Same.Ticks)
                return true;
        }
        return false;
    }

    /// <summary>Photos next to each other on one page, with at least half of the shorter side in common and no photo between.</summary>
    public static List<Neighbour> Neighbours(IReadOnlyList<Lying> photos, Design design)
    {
        var found = new List<Neighbour>();
        foreach (var a in photos)
        foreach (var b in photos)
            if (a != b && design.SideOf(a.Box) == design.SideOf(b.Box))
                foreach (var axis in Axes)
                    if (AreNext(a, b, axis, photos))
                        found.Add(new(a, b, axis, b.Box.Along(axis).Start - a.Box.Along(axis).End));
        return found;
    }

    private static readonly Axis[] Axes = [Axis.Across, Axis.Down];

    private static bool AreNext(Lying a, Lying b, Axis axis, IReadOnlyList<Lying> photos)
    {
        var other = axis == Axis.Across ? Axis.Down : Axis.Across;
        var (first, second, beside) = (a.Box.Along(axis), b.Box.Along(axis), a.Box.Along(other));
        if (first.End > second.Start || !Common(beside, b.Box.Along(other)))
            return false;
        foreach (var c in photos)
            if (
                c != a
                && c != b
                && c.Box.Along(axis) is var between
                && between.Start >= first.End
                && between.End <= second.Start
                && c.Box.Along(other) is var across
                && across.Start < beside.End
                && beside.Start < across.End
            )
                return false;
        return true;
    }

    private static bool Common(Span a, Span b)
    {
        var shared = Math.Min(a.End.Ticks, b.End.Ticks) - Math.Max(a.Start.Ticks, b.Start.Ticks);
        return shared * 2 >= Math.Min(a.Extent.Ticks, b.Extent.Ticks);
    }
}

/// <summary>Gaps that differ and lines that are missed, counted.</summary>
internal readonly record struct Evenness(int Uneven, int Missed)
{
    /// <summary>Of the photos of all pages: directions of a page whose gaps differ, and neighbours that miss each other's line. Those that
    /// lie as designed stand as they were designed.</summary>
    public static Evenness Of(IReadOnlyList<Lying> photos, Design design)
    {
        var (uneven, missed) = (0, 0);
        bool IsNew(Neighbour n) => design[n.First.Id]?.Box != n.First.Box || design[n.Second.Id]?.Box != n.Second.Box;
        foreach (var group in Boxes.Neighbours(photos, design).GroupBy(n => (n.Axis, design.SideOf(n.First.Box))))
        {
            var (least, most, isNew) = (group.Min(n => n.Gap), group.Max(n => n.Gap), group.Any(IsNew));
            if (isNew && (most - least > design.Same || least < design.Same))
                uneven++;
            foreach (var neighbour in group)
                if (IsNew(neighbour) && Misses(neighbour, design))
                    missed++;
        }
        return new(uneven, missed);
    }

    private static bool Misses(Neighbour neighbour, Design design)
    {
        var (a, b, axis, _) = neighbour;
        var off =
            axis == Axis.Across
                ? Boxes.Off(a.Box.Y, a.Box.Bottom, b.Box.Y, b.Box.Bottom)
                : Boxes.Off(a.Box.X, a.Box.Right, b.Box.X, b.Box.Right);
        if (off > design.Same.Ticks && off < Design.Near.Ticks)
            return true;
        // Photos that stood level on different mats still do.
        return axis == Axis.Across
            && design[a.Id]?.Print is { } before
            && design[b.Id]?.Print is { } beside
            && (before.Y - beside.Y).Magnitude <= design.Same
            && a.Print is { } first
            && b.Print is { } second
            && first.Height == second.Height
            && (first.Y - second.Y).Magnitude is var step
            && step > design.Same
            && step < Design.Near;
    }
}
