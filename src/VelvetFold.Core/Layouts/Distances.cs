using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A distance between two edges: whose and which, and how far apart they are; negative where they have passed each
/// other.</summary>
public sealed record EdgeDistance(Edge From, Edge To, Length Distance);

/// <summary>Measures between any two pieces.</summary>
public static class Distances
{
    /// <summary>
    /// From every edge of one piece to the edges of another that run the same way: left and right to left and right, top and bottom to
    /// top and bottom.
    /// </summary>
    public static IReadOnlyList<EdgeDistance> Between(PlacedPiece from, PlacedPiece to) =>
        [
            .. Edges.All.SelectMany(a =>
                Edges.All.Where(b => b.Axis() == a.Axis()).Select(b => new EdgeDistance(a, b, to.Box.At(b) - from.Box.At(a)))
            ),
        ];

    /// <summary>The dimension lines worth showing: the gap where the pieces lie apart; where they do not, the nearest edges across and
    /// down.</summary>
    public static IReadOnlyList<DimensionMark> Lines(Kit kit, PlacedPiece from, PlacedPiece to)
    {
        var apart = new[] { Axis.Across, Axis.Down }.Where(axis => IsApart(from.Box.Along(axis), to.Box.Along(axis))).ToList();
        return
        [
            .. Between(from, to)
                .Where(d => d.Distance != Length.Zero && (apart.Count == 0 || apart.Contains(d.From.Axis())))
                .GroupBy(d => d.From.Axis())
                .Select(g => g.MinBy(d => d.Distance.Magnitude)!)
                .Select(d => Line(kit, from, d.From, to, d.To)),
        ];
    }

    private static bool IsApart(Span a, Span b) => a.End < b.Start || b.End < a.Start;

    /// <summary>The dimension line between one edge of a piece and one of another, half way along what they share, or between their
    /// middles.</summary>
    /// <exception cref="ArgumentException">One edge runs across and the other down.</exception>
    public static DimensionMark Line(Kit kit, PlacedPiece from, Edge fromEdge, PlacedPiece to, Edge toEdge)
    {
        if (fromEdge.Axis() != toEdge.Axis())
            throw new ArgumentException(
                $"Between the {fromEdge.Word()} and the {toEdge.Word()} edge there is no straight distance.",
                nameof(toEdge)
            );
        var cross = fromEdge.Axis() == Axis.Across ? Axis.Down : Axis.Across;
        var (a, b) = (from.Box.Along(cross), to.Box.Along(cross));
        var (start, end) = (Length.Max(a.Start, b.Start), Length.Min(a.End, b.End));
        var at = start < end ? start + (end - start).Half : (a.Start + a.Extent.Half + b.Start + b.Extent.Half).Half;
        var (x, y) = (from.Box.At(fromEdge), to.Box.At(toEdge));
        return new(
            Role.Dimension,
            from.Label,
            fromEdge.Axis(),
            at,
            Length.Min(x, y),
            Length.Max(x, y),
            kit.Reading().Format((x - y).Magnitude)
        );
    }
}
