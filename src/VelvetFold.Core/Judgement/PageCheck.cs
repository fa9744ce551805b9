using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Judgement;

/// <summary>Checks one resolved layout. Each rule is a small function of its own; a new one is added to the list and touches no
/// other.</summary>
public static class PageCheck
{
    private static readonly Func<Kit, ResolvedLayout, IEnumerable<Finding>>[] Rules =
    [
        PageArithmetic.OffThePage,
        PageArithmetic.PastTheBase,
        PageArithmetic.TiltedOffThePage,
        PageArithmetic.LargerThanItsGround,
        Layers.WhollyHidden,
        Layers.TuckedOver,
        Layers.UnaskedOverlaps,
        Layers.NearlyMeeting,
        Layers.RoughlyOver,
        Reveals.Uneven,
        Reveals.Thin,
        Reveals.Borders,
        PaperCheck.PaperOf,
        PaperCheck.LongerThanTheTrimmer,
        PaperCheck.NarrowerThanTheTrimmer,
        PaperCheck.PhotoAcrossTheSeam,
        PaperCheck.GuttedWhereItShows,
        PaperCheck.FrameOfTheWrongWidth,
        Holes.NotCovered,
        PaperCheck.AgainstItsDirection,
        Shapes.Regular,
        Shapes.OutsideItsPiece,
        PaperCheck.PreprintedCutUp,
        Joins.Uncovered,
        PartCheck.PartOf,
        PartCheck.CardsOf,
        PartCheck.CutOf,
        PartCheck.UsedUp,
        PartCheck.LongerThanItsRoll,
        Layers.RaisedUnderProtector,
    ];

    /// <summary>The findings of a layout, those of the resolver first; what the designer lets stand is marked so.</summary>
    public static IReadOnlyList<Finding> Of(Kit kit, ResolvedLayout layout) =>
        [
            .. layout
                .Findings.Concat(Rules.SelectMany(rule => rule(kit, layout)))
                .Select(f => Accept(layout.Layout, Restate(kit, layout.Layout, f))),
        ];

    // What mends a piece says its size as the designer states it.
    private static Finding Restate(Kit kit, Layout layout, Finding finding) =>
        finding.Mend is { } mend && layout.Piece(mend.Piece.Id) is { } stated && stated.IsStatedAsCut(kit)
            ? finding with
            {
                Mend = mend with { Piece = mend.Piece with { Size = mend.Piece.CutSize(kit.Unit), Stated = stated.Stated } },
            }
            : finding;

    // A fault cannot be let stand: it cannot be made.
    internal static Finding Accept(Layout layout, Finding finding) =>
        finding.Gravity != Gravity.Fault
        && layout.Accepted.FirstOrDefault(a => a.Code == finding.Code && a.Piece == finding.Pieces[0]) is { } accepted
            ? finding with
            {
                Accepted = accepted.Note,
            }
            : finding;
}
