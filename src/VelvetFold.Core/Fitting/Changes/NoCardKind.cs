using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It is laid without the ready-made cards among its mats, as its photo is too large for them.</summary>
internal sealed class NoCardKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.NoCard;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => Making.HasCards(piece);

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => layout.With(Making.WithoutCards(piece));

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.lies-without-its-card", ("label", Label(change)));
}
