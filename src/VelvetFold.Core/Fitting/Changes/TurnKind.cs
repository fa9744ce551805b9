using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Upright becomes lying, lying upright; mats and whatever leans on it follow.</summary>
internal sealed class TurnKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Turn;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Size = piece.Size.Turned });

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.is-turned", ("label", Label(change)));
}
