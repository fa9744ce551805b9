using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>So much of its outer mat shows on every side.</summary>
internal sealed class RevealKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Reveal;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        piece.Opening!.Mats is [.., { Card: null }]
        && change.Gutter is { IsPositive: true } shown
        && Making.Showing(piece, shown).Stack(kit) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(Making.Showing(piece, change.Gutter!.Value));

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of(
            "fit.shows-of-its-mat-2",
            ("label", Label(change)),
            ("shown", change.Gutter is { } shown ? kit.Reading().Format(shown) : "")
        );
}
