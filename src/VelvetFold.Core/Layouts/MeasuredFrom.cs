using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>Measures a piece from another edge without moving it.</summary>
public static class MeasuredFrom
{
    /// <summary>
    /// The layout with a piece measured from an edge of the page or of another piece: from inside the edge where the piece lies on that
    /// side of it, as a gap where it lies beyond. The piece stays where it is.
    /// </summary>
    /// <returns>Null where either has no place, the piece is placed by an arrangement, or the other already leans on it.</returns>
    public static Layout? Edge(Layout layout, Kit kit, string id, Edge edge, string? of)
    {
        var resolved = Resolver.Resolve(layout, kit);
        if (resolved.Piece(id) is not { } placed || id == of || (of is not null && resolved.Piece(of) is null))
            return null;
        var axis = edge.Axis();
        if (placed.Piece.Rule(axis) is Member)
            return null;
        var (piece, ground) = (
            placed.Box.Along(axis),
            resolved.Piece(of)?.Box.Along(axis) ?? layout.PageBox(placed.Piece.Side).Along(axis)
        );
        var changed = layout.With(placed.Piece.With(axis, Rule(edge, of, piece, ground)));
        var after = Resolver.Resolve(changed, kit);
        return after.Piece(id)?.Box == placed.Box && after.Findings.Count <= resolved.Findings.Count ? changed : null;
    }

    private static AxisRule Rule(Edge edge, string? of, Span piece, Span ground)
    {
        if (of is not null && !edge.IsStart() && piece.Start >= ground.End)
            return new Beside(edge, of, piece.Start - ground.End);
        if (of is not null && edge.IsStart() && piece.End <= ground.Start)
            return new Beside(edge, of, ground.Start - piece.End);
        return new FromEdge(edge, edge.IsStart() ? piece.Start - ground.Start : ground.End - piece.End, of);
    }
}
