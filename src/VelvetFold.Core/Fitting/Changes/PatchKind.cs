using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A patch of another paper takes its place, as large as its mats.</summary>
internal sealed class PatchKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Patch;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => Making.PaperIn(kit, change) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(Making.InPaper(Making.Patch(kit, piece), Making.PaperIn(kit, change)!.Value));

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.becomes-a-patch-of", ("label", Label(change)), ("paper", Paper(kit, change)));
}
