using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Any piece moves along its own relations; what leans on it follows.</summary>
internal sealed class ShiftKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Shift;

    // Pulled out from under what it is tucked under, it would be no tuck any more.
    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        change.At is not null
        && layout.Piece(change.Piece) is { } piece
        && !Making.IsMember(piece)
        && piece is not ({ Across: Tucked } or { Down: Tucked });

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change) =>
        Nudge.Move(layout, kit, layout.Piece(change.Piece)!, change.At!.Across, change.At.Down);

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.moves", ("label", Label(change)));
}
