using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>Moves a piece along its own relations: the number in its rule changes, and it goes on leaning on what it leant on.</summary>
public static class Nudge
{
    /// <summary>The layout with a piece moved right (left where negative) and down (up where negative).</summary>
    /// <remarks>A centred piece is measured from then on from the start edge of what it was centred in. A piece that an arrangement
    /// places stays.</remarks>
    public static Layout Move(Layout layout, Kit kit, Piece piece, Length across, Length down)
    {
        var resolved = Resolver.Resolve(layout, kit);
        var moved = piece.With(Axis.Across, Moved(layout, resolved, piece, Axis.Across, across));
        return layout.With(moved.With(Axis.Down, Moved(layout, resolved, moved, Axis.Down, down)));
    }

    private static AxisRule Moved(Layout layout, ResolvedLayout resolved, Piece piece, Axis axis, Length by)
    {
        if (by == Length.Zero)
            return piece.Rule(axis);
        return piece.Rule(axis) switch
        {
            FromEdge inside => inside with { Distance = inside.Edge.IsStart() ? inside.Distance + by : inside.Distance - by },
            Beside beside => beside with { Gap = beside.Edge.IsStart() ? beside.Gap - by : beside.Gap + by },
            Flush flush => flush with
            {
                Distance = flush.EdgeOn(layout.Kind, piece.Side).IsStart() ? flush.Distance + by : flush.Distance - by,
            },
            Tucked tucked => tucked with { By = tucked.Edge.IsStart() ? tucked.By + by : tucked.By - by },
            Hanging hanging => hanging with { By = hanging.Edge.IsStart() ? hanging.By - by : hanging.By + by },
            Centred centred => FromStart(layout, resolved, piece, centred, axis, by),
            var rule => rule,
        };
    }

    // The page, the piece, or the block of the arrangement that a piece is centred in; null where it has no place.
    private static Span? Ground(Layout layout, ResolvedLayout resolved, string? on, Piece piece, Axis axis)
    {
        if (on is null)
            return layout.PageBox(piece.Side).Along(axis);
        if (resolved.Piece(on) is { } other)
            return other.Box.Along(axis);
        var members = (layout.Arrangement(on)?.Members ?? [])
            .Select(resolved.Piece)
            .OfType<PlacedPiece>()
            .Select(m => m.Box.Along(axis))
            .ToList();
        if (members.Count == 0)
            return null;
        var start = members.Min(m => m.Start);
        return new(start, members.Max(m => m.End) - start);
    }

    private static AxisRule FromStart(Layout layout, ResolvedLayout resolved, Piece piece, Centred centred, Axis axis, Length by)
    {
        if (resolved.Piece(piece.Id) is not { } placed)
            return centred;
        if (Ground(layout, resolved, centred.In, piece, axis) is not { } ground)
            return centred;
        return new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, placed.Box.Along(axis).Start - ground.Start + by, centred.In);
    }
}
