using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A new opening, matted like the one named, comes to lie on the page.</summary>
internal sealed class AddKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Add;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        change is { Size.IsReal: true, At: not null }
        && Making.IsFree(layout, change.Piece)
        && layout.Piece(change.With) is { Opening: not null };

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change)
    {
        // There is no card for one more.
        var like = Making.WithoutCards(layout.Piece(change.With)!);
        var (across, down, side) = Making.OnPage(layout, change.At!);
        var piece = like with
        {
            Id = change.Piece,
            Name = null,
            Size = change.Size!.Value,
            Across = across,
            Down = down,
            Side = side,
            Tilt = null,
            Opening = like.Opening! with { Focal = false, Use = OpeningUse.Photo },
        };
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == like.Id);
        return Making.AboveGround(
            kit,
            layout,
            layout with
            {
                Pieces = [.. layout.Pieces.Take(at + 1), piece, .. layout.Pieces.Skip(at + 1)],
            },
            piece.Id
        );
    }

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.is-added", ("label", Label(change)), ("size", Size(kit, change)));
}
