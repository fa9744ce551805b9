using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>No photo, no mats; its place stays.</summary>
internal sealed class LeaveEmptyKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.LeaveEmpty;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Opening = piece.Opening! with { Use = OpeningUse.Empty } });

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.stays-empty", ("label", Label(change)));
}
