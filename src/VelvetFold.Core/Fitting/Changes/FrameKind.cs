using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Four mitred strips take the place of its outer mat.</summary>
internal sealed class FrameKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Frame;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        piece.Opening!.Mats is [.., { Frame: null, Card: null }] && Framed(kit, piece) is not null;

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) => layout.With(Framed(kit, piece)!);

    public override Saying Says(Kit kit, OpeningChange change) => Saying.Of("fit.gets-a-frame-of-2", ("label", Label(change)));

    // Strips twice as wide as they show: half of them lies under the photo (common practice, no source).
    private static Piece? Framed(Kit kit, Piece piece)
    {
        var outer = piece.Opening!.Mats[^1];
        var framed = piece with
        {
            Opening = piece.Opening with
            {
                Mats = [.. piece.Opening.Mats.SkipLast(1), outer with { Frame = outer.Reveal * 2, Gut = null }],
            },
        };
        return
            outer.Reveal.IsPositive && framed.Stack(kit) is { } stack && new MitredFrame(stack.Outer, outer.Reveal * 2).Opening is not null
            ? framed
            : null;
    }
}
