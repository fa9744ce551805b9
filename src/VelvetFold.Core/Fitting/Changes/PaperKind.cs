using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Its outer mat, or the card in its place, is cut from another paper.</summary>
internal sealed class PaperKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Paper;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        layout.Piece(change.Piece) is { Opening.Mats.Count: > 0 } or { Opening: null, Kind: PieceKind.Journaling }
        && Making.PaperIn(kit, change) is not null;

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change) =>
        layout.With(Making.InPaper(layout.Piece(change.Piece)!, Making.PaperIn(kit, change)!.Value));

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.is-cut-from", ("label", Label(change)), ("paper", Paper(kit, change)));
}
