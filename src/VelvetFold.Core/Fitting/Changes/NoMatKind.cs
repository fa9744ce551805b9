using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It is laid straight on the page, where the paper there lets a photo stand out by itself.</summary>
internal sealed class NoMatKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.NoMat;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => piece.Opening!.Mats.Count > 0;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => layout.With(Making.WithoutMats(piece));

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.lies-without-its-mat", ("label", Label(change)));
}
