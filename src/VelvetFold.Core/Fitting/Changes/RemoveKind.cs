using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It is taken out; what leaned on it stays where it is, measured from the page.</summary>
internal sealed class RemoveKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Remove;

    // What the page is built of stays, and so does its title.
    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        layout.Piece(change.Piece)
            is { Opening: not null }
                or {
                    Kind: PieceKind.Journaling
                        or PieceKind.DieCut
                        or PieceKind.Sticker
                        or PieceKind.Tie
                        or PieceKind.Raised
                        or PieceKind.Drawn
                };

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change) => Removed(kit, layout, layout.Piece(change.Piece)!);

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.is-taken-out", ("label", Label(change)));

    private static Layout Removed(Kit kit, Layout layout, Piece piece)
    {
        var resolved = Resolver.Resolve(layout, kit);
        AxisRule Kept(Piece p, Axis axis)
        {
            var rule = p.Rule(axis);
            if (rule.LeansOn != piece.Id || resolved.Piece(p.Id) is not { } placed)
                return rule;
            var start = placed.Box.Along(axis).Start - layout.PageBox(p.Side).Along(axis).Start;
            return new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, start);
        }
        return Making.Without(
            layout with
            {
                Pieces =
                [
                    .. layout
                        .Pieces.Where(p => p.Id != piece.Id)
                        .Select(p => p with { Across = Kept(p, Axis.Across), Down = Kept(p, Axis.Down) }),
                ],
            },
            piece.Id
        );
    }
}
