using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Where a designed rule would put a piece among what lies on a page now.</summary>
internal static class Leaning
{
    /// <summary>Where it would begin along an axis; null where an arrangement puts it, or what it leans on is gone.</summary>
    public static Length? Start(Design design, Piece piece, Axis axis, Length extent, IReadOnlyList<Lying> things)
    {
        var rule = piece.Rule(axis);
        Span ground;
        if (rule.LeansOn is not { } on)
            ground = design.Layout.PageBox(piece.Side).Along(axis);
        else
        {
            Lying? other = null;
            foreach (var thing in things)
                if (thing.Id == on)
                    other = thing;
            if (other is null)
                return null;
            ground = other.Box.Along(axis);
        }
        return rule switch
        {
            FromEdge inside => inside.Edge.IsStart() ? ground.Start + inside.Distance : ground.End - inside.Distance - extent,
            Centred => ground.Start + (ground.Extent - extent).Half,
            Beside beside => beside.Edge.IsStart() ? ground.Start - beside.Gap - extent : ground.End + beside.Gap,
            Flush flush => flush.EdgeOn(design.Layout.Kind, piece.Side).IsStart()
                ? ground.Start + flush.Distance
                : ground.End - flush.Distance - extent,
            Tucked tucked => tucked.Edge.IsStart() ? ground.Start + tucked.By - extent : ground.End - tucked.By,
            Hanging hanging => hanging.Edge.IsStart() ? ground.Start - hanging.By : ground.End + hanging.By - extent,
            _ => null,
        };
    }
}
