using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A piece takes another place, measured from the page, and another size where one is said; a photo always says its own.</summary>
internal sealed class PlaceKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Place;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        change.At is not null
        && layout.Piece(change.Piece) is { } piece
        && (
            piece.Opening is null
                ? piece.Kind is not PieceKind.Base && change.Size is null or { IsReal: true }
                : change.Size is { IsReal: true } size && (piece with { Size = size }).Stack(kit) is not null
        );

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change)
    {
        var piece = layout.Piece(change.Piece)!;
        var (across, down, side) = Making.OnPage(layout, change.At!);
        var placed = piece with
        {
            Across = across,
            Down = down,
            Side = side,
            Tilt = piece.Opening is null ? piece.Tilt : null,
            Size = change.Size ?? piece.Size,
            // What is said here is what is seen on the page.
            Stated = change.Size is not null && piece.IsStatedAsCut(kit) ? StatedSize.Finished : piece.Stated,
        };
        return Making.AboveGround(kit, layout, Making.Without(layout.With(placed), piece.Id), piece.Id);
    }

    public override Saying Says(Kit kit, OpeningChange change) =>
        change.Size is null
            ? Saying.Of("fit.moves", ("label", Label(change)))
            : Saying.Of("fit.is-laid-anew", ("label", Label(change)), ("size", Size(kit, change)));
}
