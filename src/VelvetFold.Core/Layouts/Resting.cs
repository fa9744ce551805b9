using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>Where a piece that is let go by hand comes to rest: in the relation to what lies there that the hand most likely meant.</summary>
/// <remarks>
/// A place by hand is about right; a relation is exact. Along each axis the relations that would put the piece near where it was let go
/// are weighed by how far they lie from there and by how usual they are: centred on what it lies on, flush with the seam, touching a
/// neighbour or with a gap the layout has already, an edge in line with a neighbour's, a round distance from the edge of what it lies on.
/// Where none is near, the number in its own relation changes (<see cref="Nudge"/>).
/// </remarks>
public static class Resting
{
    // What a relation is behind others that lie as near; in shares of the reach. Ours, from trying.
    private const double AsItWas = 0.1;
    private const double Middle = 0;
    private const double Touching = 0.05;
    private const double NextTo = 0.1;
    private const double KnownGap = 0.15;
    private const double InLine = 0.2;
    private const double Round = 0.35;

    private sealed record Candidate(AxisRule Rule, double Behind);

    /// <summary>The layout with a piece moved by hand and come to rest.</summary>
    /// <param name="across">How far it was moved to the right, to the left where negative.</param>
    /// <param name="down">How far it was moved down, up where negative.</param>
    /// <param name="reach">How far a relation may draw it from where it was let go.</param>
    /// <remarks>Let go over the facing page of a spread it lies there from then on. An axis along which an arrangement places it stays as
    /// it is.</remarks>
    /// <returns>Null where the piece is not there or has no place.</returns>
    public static Layout? Near(Layout layout, Kit kit, string id, Length across, Length down, Length reach)
    {
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(kit);
        var resolved = Resolver.Resolve(layout, kit);
        if (resolved.Piece(id) is not { } placed)
            return null;
        var hand = new Hand(layout, kit, resolved, placed, placed.Box.Moved(across, down), reach);
        // The piece as the layout has it, not as it was placed: there a size that says what is cut has become the finished one.
        var piece = layout.Piece(id)! with
        {
            Side = hand.Side,
        };
        return layout.With(
            piece with
            {
                Across = hand.Rule(piece.Across, Axis.Across, across),
                Down = hand.Rule(piece.Down, Axis.Down, down),
            }
        );
    }

    private sealed class Hand(Layout layout, Kit kit, ResolvedLayout resolved, PlacedPiece placed, Box dropped, Length reach)
    {
        private readonly List<PlacedPiece> _others = Others(layout, resolved, placed, SideOf(layout, placed, dropped));

        public PageSide Side { get; } = SideOf(layout, placed, dropped);

        public AxisRule Rule(AxisRule was, Axis axis, Length by)
        {
            if (was is Member || (by == Length.Zero && Side == placed.Piece.Side))
                return was;
            var span = dropped.Along(axis);
            return Candidates(was, axis)
                    .Select(c =>
                        (
                            c.Rule,
                            c.Behind,
                            Off: (
                                (Side == placed.Piece.Side && c.Rule == was ? placed.Box.Along(axis).Start : Start(c.Rule, axis))
                                - span.Start
                            ).Magnitude
                        )
                    )
                    .Where(c => c.Off <= reach)
                    .OrderBy(c => (double)c.Off.Ticks / Math.Max(1, reach.Ticks) + c.Behind)
                    .Select(c => c.Rule)
                    .FirstOrDefault()
                ?? Freely(was, axis, by);
        }

        private static PageSide SideOf(Layout layout, PlacedPiece placed, Box dropped) =>
            layout.Kind != LayoutKind.Spread || placed.Piece.Side == PageSide.Both ? placed.Piece.Side
            : dropped.X + dropped.Width.Half < layout.Page.Width ? PageSide.Left
            : PageSide.Right;

        // What it may lean on: what lies on that page and does not lean on it, not even by others.
        private static List<PlacedPiece> Others(Layout layout, ResolvedLayout resolved, PlacedPiece placed, PageSide side)
        {
            // An arrangement leans on its members, and they on it: where one of them moves, the others may.
            var leaning = new HashSet<string> { placed.Id };
            for (var known = 0; known < leaning.Count; )
            {
                known = leaning.Count;
                leaning.UnionWith(layout.Arrangements.Where(a => LeansOn(a, leaning)).SelectMany(a => a.Members.Append(a.Id)));
                leaning.UnionWith(layout.Pieces.Where(p => Leans(p.Across, leaning) || Leans(p.Down, leaning)).Select(p => p.Id));
            }
            return [.. resolved.Pieces.Where(p => !leaning.Contains(p.Id) && (p.Piece.Side == side || p.Piece.Side == PageSide.Both))];
        }

        private static bool Leans(AxisRule? rule, HashSet<string> on) => rule?.LeansOn is { } id && on.Contains(id);

        private static bool LeansOn(Arrangement arrangement, HashSet<string> on) =>
            arrangement.Members.Any(on.Contains)
            || Leans(arrangement.Across, on)
            || Leans(arrangement.Down, on)
            || (arrangement.Over is { } over && on.Contains(over));

        // The topmost piece behind it that its middle lies on and that is larger; none where that is the page, or covers it.
        private PlacedPiece? Ground
        {
            get
            {
                var at = layout.Pieces.TakeWhile(p => p.Id != placed.Id).Select(p => p.Id).ToHashSet();
                var middle = new Box(dropped.X + dropped.Width.Half, dropped.Y + dropped.Height.Half, Length.Zero, Length.Zero);
                return _others.LastOrDefault(o =>
                    at.Contains(o.Id)
                    && o.Box != layout.PageBox(Side)
                    && o.Box.Contains(middle)
                    && o.Box.Width >= dropped.Width
                    && o.Box.Height >= dropped.Height
                );
            }
        }

        private IEnumerable<Candidate> Candidates(AxisRule was, Axis axis)
        {
            var (start, end) = axis == Axis.Across ? (Edge.Left, Edge.Right) : (Edge.Top, Edge.Bottom);
            var gaps = UsualGaps.Of(layout, kit.Unit);
            var step = UsualGaps.Step(kit.Unit);
            var ground = Ground;
            // A hand that moves it down wavers a little across.
            if (Side == placed.Piece.Side && (dropped.Along(axis).Start - placed.Box.Along(axis).Start).Magnitude * 2 <= reach)
                yield return new(was, AsItWas);
            foreach (var on in ground is null ? new string?[] { null } : [ground.Id, null])
            {
                // What it lies on comes before the page that lies under that.
                var behind = ground is not null && on is null ? 0.1 : 0;
                yield return new(new Centred(on), Middle + behind);
                foreach (var edge in new[] { start, end })
                {
                    var flush = on is null && axis == Axis.Across && layout.Kind == LayoutKind.Spread && Side != PageSide.Both;
                    AxisRule At(Length distance) => flush ? new Flush(FlankOf(edge), distance) : new FromEdge(edge, distance, on);
                    yield return new(At(Length.Zero), Touching + behind);
                    var off = Off(edge, on);
                    foreach (var gap in gaps.Take(2))
                        yield return new(At(gap), KnownGap + behind);
                    // From the nearer edge, as one measures.
                    if (off.Magnitude <= Off(edge.Opposite(), on).Magnitude)
                        yield return new(new FromEdge(edge, off.SnapTo(step), on), Round + behind);
                }
            }
            foreach (var other in _others.Where(o => o.Id != ground?.Id && o.Piece.Kind != PieceKind.Base))
            {
                var away = Away(other, axis == Axis.Across ? Axis.Down : Axis.Across);
                if (away == 0)
                    foreach (var edge in new[] { start, end })
                    {
                        yield return new(new Beside(edge, other.Id, Length.Zero), Touching);
                        foreach (var gap in gaps.Take(3))
                            yield return new(new Beside(edge, other.Id, gap), KnownGap);
                    }
                var inLine = away * layout.Page.Longer.Ticks <= step.Ticks * 2 ? NextTo : InLine + away;
                yield return new(new FromEdge(start, Length.Zero, other.Id), inLine);
                yield return new(new FromEdge(end, Length.Zero, other.Id), inLine);
                if (other.Box.Along(axis).Extent != dropped.Along(axis).Extent)
                    yield return new(new Centred(other.Id), InLine + 0.05 + away);
            }
        }

        private Flank FlankOf(Edge edge) => new Flush(Flank.Seam, Length.Zero).EdgeOn(layout.Kind, Side) == edge ? Flank.Seam : Flank.Outer;

        private Length Off(Edge edge, string? on)
        {
            var (piece, ground) = (dropped.Along(edge.Axis()), SpanOf(on, edge.Axis()));
            return edge.IsStart() ? piece.Start - ground.Start : ground.End - piece.End;
        }

        // How far another lies to the side, in shares of the page; 0 where the two face each other.
        private double Away(PlacedPiece other, Axis axis)
        {
            var (piece, there) = (dropped.Along(axis), other.Box.Along(axis));
            var apart = Length.Max(there.Start - piece.End, piece.Start - there.End);
            return apart.IsPositive ? (double)apart.Ticks / layout.Page.Along(axis).Ticks : 0;
        }

        private Span SpanOf(string? on, Axis axis) => (resolved.Piece(on)?.Box ?? layout.PageBox(Side)).Along(axis);

        // Where the rule puts the start of the piece.
        private Length Start(AxisRule rule, Axis axis)
        {
            var extent = dropped.Along(axis).Extent;
            var page = layout.PageBox(Side).Along(axis);
            Length Inside(Edge edge, Span ground, Length by) => edge.IsStart() ? ground.Start + by : ground.End - by - extent;
            Length Outside(Edge edge, Span other, Length by) => edge.IsStart() ? other.Start - by - extent : other.End + by;
            return rule switch
            {
                FromEdge from => Inside(from.Edge, SpanOf(from.Of, axis), from.Distance),
                Flush flush => Inside(flush.EdgeOn(layout.Kind, Side), page, flush.Distance),
                Hanging hanging => Inside(hanging.Edge, page, -hanging.By),
                Beside beside => Outside(beside.Edge, SpanOf(beside.Of, axis), beside.Gap),
                Tucked tucked => Outside(tucked.Edge, SpanOf(tucked.Under, axis), -tucked.By),
                Centred centred => SpanOf(centred.In, axis).Start + (SpanOf(centred.In, axis).Extent - extent).Half,
                _ => placed.Box.Along(axis).Start,
            };
        }

        // Along its own relation while it stays on its page; from the edge of the other page otherwise. To the ruler's step.
        private AxisRule Freely(AxisRule was, Axis axis, Length by)
        {
            if (Side == placed.Piece.Side)
            {
                var step = by.SnapTo(kit.Ruler);
                return Nudge
                    .Move(
                        layout,
                        kit,
                        layout.Piece(placed.Id)!,
                        axis == Axis.Across ? step : Length.Zero,
                        axis == Axis.Down ? step : Length.Zero
                    )
                    .Piece(placed.Id)!
                    .Rule(axis);
            }
            var edge = axis == Axis.Across ? Edge.Left : Edge.Top;
            return new FromEdge(edge, Off(edge, null).SnapTo(kit.Ruler));
        }
    }
}
