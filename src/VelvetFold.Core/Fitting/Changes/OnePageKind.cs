using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Only one page of a spread is used; title or card of the other one may be taken along.</summary>
internal sealed class OnePageKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.OnePage;

    public override bool IsWhole => true;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        layout.Kind == LayoutKind.Spread
        && change.With is "left" or "right"
        && (change.Take ?? []).All(t => layout.Piece(t) is { Opening: null });

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change)
    {
        var (left, right) = LayoutWork.ToSinglePages(layout, layout.Id);
        var page = (change.With == "left" ? left : right) with { Name = layout.Name };
        if (change.Take is not { Count: > 0 } taken)
            return page;
        // What is taken along lies as far from the edges as it did on its own page.
        var resolved = Resolver.Resolve(layout, kit);
        return page with
        {
            Pieces =
            [
                .. page.Pieces,
                .. taken
                    .Where(t => page.Piece(t) is null)
                    .Select(resolved.Piece)
                    .OfType<PlacedPiece>()
                    .Select(p =>
                        layout.Piece(p.Id)! with
                        {
                            Side = PageSide.Left,
                            Across = new FromEdge(Measures.Edge.Left, p.Box.X - layout.PageBox(p.Piece.Side).X),
                            Down = new FromEdge(Measures.Edge.Top, p.Box.Y),
                        }
                    ),
            ],
        };
    }

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.only-the-page-of-2", ("with", change.With), ("layout", change.Layout));
}
