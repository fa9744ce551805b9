using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>The other school of matting: the mat keeps the photo's size and the photo is trimmed, or the mat grows around it.</summary>
internal sealed class SchoolKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.School;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        piece.Opening!.Mats.Count > 0 && OtherSchool(kit, piece).Stack(kit) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => layout.With(OtherSchool(kit, piece));

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.is-matted-the-other", ("label", Label(change)));

    private static Piece OtherSchool(Kit kit, Piece piece) =>
        piece with
        {
            Opening = piece.Opening! with { School = Making.Grows(kit, piece) ? MatSchool.TrimPhoto : MatSchool.GrowMat },
        };
}
