using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Only one page of a spread is used.</summary>
internal sealed class OnePageKind : ChangeKind
{
    public override OpeningMove Move => OpeningMove.OnePage;

    public override bool IsWhole => true;

    public override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        layout.Kind == LayoutKind.Spread && change.With is "left" or "right";

    public override Layout Apply(Kit kit, Layout layout, OpeningChange change)
    {
        var (left, right) = LayoutWork.ToSinglePages(layout, layout.Id);
        return (change.With == "left" ? left : right) with { Name = layout.Name };
    }

    public override decimal Cost(OpeningChange change) => 16;

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.only-the-page-of-2", ("with", change.With), ("layout", change.Layout));
}
