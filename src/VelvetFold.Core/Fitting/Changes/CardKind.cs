using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A card to write on, out of its mat's paper, takes its place.</summary>
internal sealed class CardKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Card;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => piece.Opening!.Mats.Count > 0;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(
            piece with
            {
                Kind = PieceKind.Journaling,
                Name = "Card",
                Size = piece.Stack(kit)?.Outer ?? piece.Size,
                Paper = piece.Opening!.Mats[^1].Paper,
                Face = piece.Opening.Mats[^1].Face,
                Part = Making.PartOf(piece.Opening.Mats[^1]),
                Opening = null,
            }
        );

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.becomes-a-card-to", ("label", Label(change)));
}
