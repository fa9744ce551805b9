using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A hinged pocket lies on it and holds more photos.</summary>
internal sealed class PocketKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Pocket;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => Pocket(layout, piece);

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.a-hinged-pocket-lies", ("label", Label(change)));

    // As large as the photo it lies on, hinged along its upper edge; it is bought, not cut.
    private static Layout Pocket(Layout layout, Piece piece)
    {
        var pocket = new Piece
        {
            Id = Making.Free(layout, piece.Id, "K"),
            Name = "Hinged pocket",
            Kind = PieceKind.DieCut,
            Side = piece.Side,
            Size = piece.Size,
            Across = new Centred(piece.Id),
            Down = new Centred(piece.Id),
        };
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        return layout with { Pieces = [.. layout.Pieces.Take(at + 1), pocket, .. layout.Pieces.Skip(at + 1)] };
    }
}
