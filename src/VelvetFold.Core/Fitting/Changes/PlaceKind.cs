using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It takes another size and another place, measured from the page.</summary>
internal sealed class PlaceKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Place;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        change is { Size: { IsReal: true } size, At: not null } && (piece with { Size = size }).Stack(kit.Matting) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => Placed(layout, piece, change);

    public override decimal Cost(OpeningChange change) => 4;

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.is-laid-anew", ("label", Label(change)), ("size", Size(kit, change)));

    private static Layout Placed(Layout layout, Piece piece, OpeningChange change)
    {
        var (across, down, side) = Making.OnPage(layout, change.At!);
        return Making.Without(
            layout.With(piece with { Size = change.Size!.Value, Across = across, Down = down, Side = side, Tilt = null }),
            piece.Id
        );
    }
}
