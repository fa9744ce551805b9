using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It and the neighbour become one opening that covers both.</summary>
internal sealed class JoinKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Join;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.Piece(change.With) is { Opening: not null } other && other.Id != piece.Id && Joined(kit, layout, piece, other) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        Join(kit, layout, piece, layout.Piece(change.With)!);

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.joined-with", ("label", Label(change)), ("layout", change.Layout), ("with", change.With));

    // One opening over both and the gap between them; only of two that stand beside or under each other, equally long where they meet.
    private static Size? Joined(Kit kit, Layout layout, Piece first, Piece second)
    {
        if (
            Making.IsMember(first)
            || Making.IsMember(second)
            || first.Side != second.Side
            || first.Across.LeansOn == second.Id
            || first.Down.LeansOn == second.Id
        )
            return null;
        var resolved = Resolver.Resolve(layout, kit);
        if (resolved.Piece(first.Id)?.Box is not { } a || resolved.Piece(second.Id)?.Box is not { } b)
            return null;
        var beside = a.Y == b.Y && a.Height == b.Height && b.X >= a.Right;
        var under = a.X == b.X && a.Width == b.Width && b.Y >= a.Bottom;
        if (!beside && !under)
            return null;
        // Nothing else may lie in the gap, and the first has to keep its place while it grows.
        var whole = new Box(a.X, a.Y, b.Right - a.X, b.Bottom - a.Y);
        var grows = beside ? first.Across : first.Down;
        if (
            grows
            is not (FromEdge { Edge: Edge.Left or Edge.Top } or Beside { Edge: Edge.Right or Edge.Bottom } or Flush { Flank: Flank.Seam })
        )
            return null;
        if (grows is Flush flush && flush.EdgeOn(layout.Kind, first.Side) != Edge.Left)
            return null;
        if (whole.Width - a.Width > Length.Inches(12))
            return null;
        // Their cards are too small for it.
        first = Making.WithoutCards(first);
        var around = Making.Grows(kit, first) ? -Making.Shown(first) : Length.Zero;
        return whole.Size.Grown(around);
    }

    private static Layout Join(Kit kit, Layout layout, Piece first, Piece second)
    {
        var joined = layout.With(Making.WithoutCards(first) with { Size = Joined(kit, layout, first, second)!.Value });
        return Making.Leaning(joined with { Pieces = [.. joined.Pieces.Where(p => p.Id != second.Id)] }, second.Id, first.Id);
    }
}
