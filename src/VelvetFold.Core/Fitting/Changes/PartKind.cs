using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>A ready-made part of the kit lies in the middle of a patch of its mat's paper.</summary>
internal sealed class PartKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Part;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        Fillings.PartIn(kit, piece, change) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        WithPart(kit, layout, piece, Fillings.PartIn(kit, piece, change)!);

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.becomes-a-patch-with", ("label", Label(change)), ("part", change.With?.Split(' ', 2)[^1]));

    private static Layout WithPart(Kit kit, Layout layout, Piece piece, Piece part)
    {
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        var laid = part with
        {
            Id = Making.Free(layout, piece.Id, "S"),
            Side = piece.Side,
            Across = new Centred(piece.Id),
            Down = new Centred(piece.Id),
        };
        return layout with { Pieces = [.. layout.Pieces.Take(at), Making.Patch(kit, piece), laid, .. layout.Pieces.Skip(at + 1)] };
    }
}
