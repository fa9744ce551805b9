using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>The whole layout, or one page of a spread, as its mirror image.</summary>
internal sealed class MirrorKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.Mirror;

    public override bool IsWhole => true;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        change.With is null || (layout.Kind == LayoutKind.Spread && change.With is "left" or "right");

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change) =>
        change.With is { } page ? LayoutWork.Mirror(layout, page == "left" ? PageSide.Left : PageSide.Right) : LayoutWork.Mirror(layout);

    public override Saying Says(Kit kit, OpeningChange change) =>
        change.With is { } page
            ? Saying.Of("fit.the-page-of-is-2", ("page", page), ("layout", change.Layout))
            : Saying.Of("fit.is-mirrored", ("layout", change.Layout));
}
