using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A patch of another paper takes its place, as large as its mats, or the ready-made card that is its outer mat.</summary>
internal sealed class PatchKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Patch;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        change.With is null ? piece.Opening!.Mats is [.., { Card: not null }] : Making.PaperIn(kit, change) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(Making.PaperIn(kit, change) is { } paper ? Making.InPaper(Making.Patch(kit, piece), paper) : Making.Patch(kit, piece));

    public override Saying Says(Kit kit, OpeningChange change) =>
        change.With is null
            ? Saying.Of("fit.keeps-its-card", ("label", Label(change)))
            : Saying.Of("fit.becomes-a-patch-of", ("label", Label(change)), ("paper", Paper(kit, change)));
}
