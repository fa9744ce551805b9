using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>It takes another size; mats and whatever leans on it follow.</summary>
internal sealed class ResizeKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Resize;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        change.Size is { IsReal: true } size && (piece with { Size = size }).Stack(kit) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        layout.With(piece with { Size = change.Size!.Value });

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.is-made", ("label", Label(change)), ("size", Size(kit, change)));
}
