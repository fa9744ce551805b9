using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A dimension line and the stretch along the other axis it may stand at: a painter looks there for a free place.</summary>
public sealed record PageDimension(DimensionMark Mark, Span Beside);

/// <summary>
/// The dimension lines of a finished page: every size and every place that cannot be read from another one. Along an axis the edges of
/// pages and pieces are the points of a graph and a dimension is a line of it; those that close a ring say nothing new, so that a spanning
/// tree is left (Kruskal, "On the Shortest Spanning Subtree of a Graph", 1956), sizes before gaps before distances from the page's edge.
/// </summary>
public static class PageDimensions
{
    private static readonly Axis[] Axes = [Axis.Across, Axis.Down];

    /// <summary>The dimensions of a layout, along one axis and then the other. Ready-made parts are as large as they are; only their places
    /// are
    /// said.</summary>
    public static IReadOnlyList<PageDimension> Of(Kit kit, ResolvedLayout resolved)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(resolved);
        return [.. Axes.SelectMany(axis => Along(kit, resolved, axis))];
    }

    /// <summary>Reads the dimensions back: where each edge lies by their texts alone, starting from the pages' edges.</summary>
    /// <param name="read">The length a text says; null where it says none.</param>
    /// <returns>The places said of the given edges; an edge that none leads to is not in it.</returns>
    public static IReadOnlyDictionary<(Axis Axis, Length At), Length> Read(
        Layout layout,
        IEnumerable<DimensionMark> dimensions,
        Func<string, Length?> read
    )
    {
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(dimensions);
        ArgumentNullException.ThrowIfNull(read);
        var places = new Dictionary<(Axis, Length), Length>();
        foreach (var (axis, at) in Axes.SelectMany(axis => PageEdges(layout, axis).Select(at => (axis, at))))
            places[(axis, at)] = at;
        var left = dimensions.ToList();
        // Each round follows the lines that hang on an edge whose place is known; a tree of n lines takes at most n rounds.
        while (left.Count > 0)
        {
            var next = left.FindAll(d => places.ContainsKey((d.Axis, d.From)) || places.ContainsKey((d.Axis, d.To)));
            if (next.Count == 0)
                break;
            foreach (var mark in next)
                if (read(mark.Text) is { } said)
                {
                    if (places.TryGetValue((mark.Axis, mark.From), out var from))
                        places.TryAdd((mark.Axis, mark.To), from + said);
                    else
                        places.TryAdd((mark.Axis, mark.From), places[(mark.Axis, mark.To)] - said);
                }
            left.RemoveAll(next.Contains);
        }
        return places;
    }

    /// <summary>The edges whose places a reader has to know: of what is cut or printed both, of a ready-made part one.</summary>
    public static IEnumerable<(Axis Axis, Length At)> Edges(ResolvedLayout resolved)
    {
        ArgumentNullException.ThrowIfNull(resolved);
        foreach (var placed in Laid(resolved))
        foreach (var axis in Axes)
        {
            var span = placed.Box.Along(axis);
            yield return (axis, span.Start);
            if (IsMeasured(placed.Piece))
                yield return (axis, span.End);
        }
    }

    private static IEnumerable<PlacedPiece> Laid(ResolvedLayout resolved) =>
        resolved.Pieces.Where(p => p.Piece.Kind != PieceKind.Printed && !Roughly.May(resolved, p));

    private static bool IsMeasured(Piece piece) => piece.Part is null;

    private static IEnumerable<Length> PageEdges(Layout layout, Axis axis)
    {
        var page = layout.Page.Along(axis);
        yield return Length.Zero;
        yield return page;
        if (axis == Axis.Across && layout.Kind == LayoutKind.Spread)
            yield return page * 2;
    }

    private static List<PageDimension> Along(Kit kit, ResolvedLayout resolved, Axis axis)
    {
        var (reading, other) = (kit.GuideReading(), axis == Axis.Across ? Axis.Down : Axis.Across);
        var (known, chosen) = (new Dictionary<Length, Length>(), new List<PageDimension>());
        Length Root(Length at) => known.TryGetValue(at, out var up) ? known[at] = Root(up) : at;
        foreach (var edge in PageEdges(resolved.Layout, axis).Skip(1))
            known[edge] = Length.Zero;
        var pieces = Laid(resolved).ToList();
        foreach (var placed in pieces.Where(p => IsMeasured(p.Piece)))
            Add(placed, placed.Box.Along(axis));
        foreach (var placed in pieces)
            if (LayoutPicture.Gap(resolved, placed, axis) is { } gap)
                Add(placed, gap);
        // A chain that hangs on nothing is measured from the edge of its page.
        foreach (var placed in pieces)
        {
            var (page, start) = (resolved.Layout.PageBox(placed.Piece.Side).Along(axis), placed.Box.Along(axis).Start);
            Add(placed, new(Length.Min(page.Start, start), (start - page.Start).Magnitude));
        }
        return chosen;

        void Add(PlacedPiece placed, Span span)
        {
            var (from, to) = (Root(span.Start), Root(span.End));
            if (from == to)
                return;
            // The page's edges stay the root.
            if (to == Length.Zero)
                (from, to) = (to, from);
            known[to] = from;
            chosen.Add(
                new(
                    new(
                        Role.Dimension,
                        placed.Label,
                        axis,
                        placed.Box.Along(other).Start + placed.Box.Along(other).Extent.Half,
                        span.Start,
                        span.End,
                        reading.Format(span.Extent)
                    ),
                    placed.Box.Along(other)
                )
            );
        }
    }
}
