using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>How pieces lie on, under and beside each other.</summary>
internal static class Layers
{
    /// <summary>An overlap thinner than this is taken for an accident unless the pieces lean on each other.</summary>
    private static readonly Length Thin = Length.Inches(0, 1, 2);

    /// <summary>A gap narrower than this is taken for two edges that should meet.</summary>
    private static readonly Length Narrow = Length.Inches(0, 1, 16);

    public static IEnumerable<Finding> WhollyHidden(Kit kit, ResolvedLayout layout)
    {
        for (var i = 0; i < layout.Pieces.Count; i++)
        {
            var placed = layout.Pieces[i];
            if (placed.Piece.Kind == PieceKind.Printed)
                continue;
            var covers = layout.Pieces.Skip(i + 1).Where(p => Hidden.IsOpaque(p) && p.Box.Overlaps(placed.Box)).ToList();
            // Covers that together have less paper than the piece cannot hide it.
            if (covers.Aggregate(Int128.Zero, (sum, c) => sum + c.Box.Intersect(placed.Box)!.Value.Size.Area) < placed.Box.Size.Area)
                continue;
            if (covers.Count == 0 || Uncovered.Rectangles(placed.Box, covers.Select(c => c.Box)).Count > 0)
                continue;
            yield return new(
                "wholly-hidden",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id, .. covers.Select(c => c.Id)],
                Saying.Of("finding.wholly-hidden", ("placed", placed.Label), ("list", covers.Select(c => c.Id)), ("n", covers.Count))
            );
        }
    }

    /// <summary>What tucks under a piece must lie behind it: laid afterwards, it finds the edge glued down.</summary>
    public static IEnumerable<Finding> TuckedOver(Kit kit, ResolvedLayout layout)
    {
        var order = layout.Layout.Pieces.Select(p => p.Id).ToList();
        foreach (var piece in layout.Layout.Pieces)
        foreach (var rule in new[] { piece.Across, piece.Down })
        {
            if (rule is not Tucked tucked || order.IndexOf(piece.Id) < order.IndexOf(tucked.Under) || !order.Contains(tucked.Under))
                continue;
            yield return new(
                "tucked-over",
                Gravity.Fault,
                layout.Layout.Id,
                [piece.Id, tucked.Under],
                Saying.Of("finding.tucked-over", ("piece", layout.Layout.Label(piece)), ("under", tucked.Under)),
                new(Saying.Of("finding.lay-it-behind", ("under", tucked.Under)), piece, tucked.Under)
            );
        }
    }

    /// <summary>What may lie where it pleases and is shown on a photo or a card, or is measured from: the guide measures its place all the
    /// same.</summary>
    public static IEnumerable<Finding> RoughlyOver(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Roughly && !Roughly.May(layout, p)))
        {
            var (under, leaning) = (Roughly.Covered(layout, placed).Select(p => p.Id).ToList(), Roughly.Leaning(layout, placed).ToList());
            yield return new(
                "roughly-over",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id, .. under],
                under.Count > 0
                    ? Saying.Of("finding.roughly-over", ("placed", placed.Label), ("list", under))
                    : Saying.Of("finding.roughly-leant-on", ("placed", placed.Label), ("list", leaning)),
                new(Saying.Of("finding.say-its-place"), layout.Layout.Piece(placed.Id)! with { Roughly = false })
            );
        }
    }

    public static IEnumerable<Finding> UnaskedOverlaps(Kit kit, ResolvedLayout layout)
    {
        var pieces = layout
            .Pieces.Where(p =>
                p.Piece.Kind
                    is not (
                        PieceKind.Tie
                        or PieceKind.Sticker
                        or PieceKind.DieCut
                        or PieceKind.Raised
                        or PieceKind.Printed
                        or PieceKind.Drawn
                    )
            )
            .ToList();
        for (var i = 0; i < pieces.Count; i++)
        for (var j = i + 1; j < pieces.Count; j++)
        {
            var (under, over) = (pieces[i], pieces[j]);
            if (under.Box.Intersect(over.Box) is not { } shared || under.Box.Contains(over.Box) || over.Box.Contains(under.Box))
                continue;
            if (LeansOn(layout.Layout, over.Piece, under.Id) || LeansOn(layout.Layout, under.Piece, over.Id))
                continue;
            if (Shapes.Corners(under) is { } low && Shapes.Corners(over) is { } high && !Outline.Overlap(low, high))
                continue;
            // Hexagons stand side by side: that one lies across another is never meant.
            var hexagons = under.Piece.Shape?.Kind == OutlineKind.Hexagon && over.Piece.Shape?.Kind == OutlineKind.Hexagon;
            if (!hexagons && !under.Piece.HoldsPhoto && !IsEdgeOverlap(under.Box, over.Box, shared))
                continue;
            yield return new(
                "unasked-overlap",
                Gravity.Note,
                layout.Layout.Id,
                [over.Id, under.Id],
                Saying.Of(
                    "finding.unasked-overlap",
                    ("over", over.Label),
                    ("size", kit.Reading().Format(shared.Size)),
                    ("under", under.Label)
                ),
                Apart(over, under, shared)
            );
        }
    }

    // Two edges that run a little over each other; a strip laid across a panel is not that.
    private static bool IsEdgeOverlap(Box under, Box over, Box shared)
    {
        var axis = shared.Width < shared.Height ? Axis.Across : Axis.Down;
        var thin = shared.Along(axis).Extent;
        return thin < Thin && thin < under.Along(axis).Extent && thin < over.Along(axis).Extent;
    }

    // Straight or through others: what is measured from a piece may well lie on it.
    private static bool LeansOn(Layout layout, Piece piece, string on)
    {
        var (open, seen) = (new Stack<string>([piece.Id]), new HashSet<string>());
        while (open.TryPop(out var id))
        {
            if (!seen.Add(id) || layout.Piece(id) is not { } next)
                continue;
            foreach (var rule in new[] { next.Across, next.Down })
            {
                if (rule is not (FromEdge or Centred or Tucked) || rule.LeansOn is not { } lean)
                    continue;
                if (lean == on)
                    return true;
                open.Push(lean);
            }
        }
        return false;
    }

    private static Mend? Apart(PlacedPiece over, PlacedPiece under, Box shared)
    {
        var axis = shared.Width < shared.Height ? Axis.Across : Axis.Down;
        if (LeansAlready(over.Piece, under.Id))
            return null;
        var after = over.Box.Along(axis).Start > under.Box.Along(axis).Start;
        var edge =
            axis == Axis.Across ? (after ? Edge.Right : Edge.Left)
            : after ? Edge.Bottom
            : Edge.Top;
        return new(
            Saying.Of("finding.lay-against", ("piece", over.Id), ("on", under.Id)),
            over.Piece.With(axis, new Beside(edge, under.Id, Length.Zero))
        );
    }

    private static bool LeansAlready(Piece piece, string on) => piece.Across.LeansOn == on || piece.Down.LeansOn == on;

    public static IEnumerable<Finding> NearlyMeeting(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces)
        foreach (var other in layout.Pieces)
        {
            if (other.Id == placed.Id || other.Piece.Side != placed.Piece.Side)
                continue;
            foreach (var edge in new[] { Edge.Right, Edge.Bottom })
            {
                var gap = placed.Box.At(edge.Opposite()) - other.Box.At(edge);
                var cross = edge.Axis() == Axis.Across ? Axis.Down : Axis.Across;
                var (a, b) = (placed.Box.Along(cross), other.Box.Along(cross));
                if (!gap.IsPositive || gap >= Narrow || a.Start >= b.End || b.Start >= a.End)
                    continue;
                yield return new(
                    "nearly-meet",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id, other.Id],
                    Saying.Of("finding.nearly-meet", ("placed", placed.Label), ("other", other.Label), ("gap", kit.Reading().Format(gap))),
                    new(
                        Saying.Of("finding.lay-against", ("piece", placed.Id), ("on", other.Id)),
                        placed.Piece.With(edge.Axis(), new Beside(edge, other.Id, Length.Zero))
                    )
                );
            }
        }
    }

    public static IEnumerable<Finding> RaisedUnderProtector(Kit kit, ResolvedLayout layout) =>
        !kit.Protectors
            ? []
            : layout
                .Pieces.Where(p => p.Piece.Mount == Mount.Raised || p.Piece.Kind == PieceKind.Raised)
                .Select(p => new Finding(
                    "raised-under-protector",
                    Gravity.Note,
                    layout.Layout.Id,
                    [p.Id],
                    Saying.Of("finding.raised-under-protector", ("piece", p.Label)),
                    p.Piece.Mount == Mount.Raised ? new(Saying.Of("finding.stick-it-flat"), p.Piece with { Mount = Mount.Flat }) : null
                ));
}
