using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>The faces or the writing of the guest's photo are where the design's are not: trimming takes from the other sides.</summary>
internal sealed class FacesKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Faces;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => At(change) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Opening = piece.Opening! with { Faces = At(change) } });

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.faces-are", ("label", Label(change)), ("edge", change.With ?? ""));

    private static Edge? At(OpeningChange change) => Edges.All.Where(e => e.Word() == change.With).Select(e => (Edge?)e).FirstOrDefault();
}
