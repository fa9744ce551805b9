using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A card as large as the photo holds its place until that is printed; its mats are cut.</summary>
internal sealed class PlaceholderKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Placeholder;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Opening = piece.Opening! with { Use = OpeningUse.Placeholder } });

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.holds-a-placeholder-card", ("label", Label(change)));
}
