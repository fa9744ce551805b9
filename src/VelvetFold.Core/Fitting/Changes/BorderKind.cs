using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>The guest's photo was printed with a white border that the design does not have, or of another width.</summary>
internal sealed class BorderKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Border;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        change.Gutter is { } width && PhotoOpening.IsBorder(width, piece.Size);

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Opening = piece.Opening! with { Border = change.Gutter } });

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of(
            "fit.has-a-white-border",
            ("label", Label(change)),
            ("border", change.Gutter is { } width ? kit.Reading().Format(width) : "")
        );
}
