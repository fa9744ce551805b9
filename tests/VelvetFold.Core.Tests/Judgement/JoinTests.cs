using CsCheck;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Judgement;

/// <summary>A long strip from short paper: where it is joined, and what covers the join.</summary>
public class JoinTests
{
    private static readonly Piece Strip = Piece("S1", "20", "1", Left("0"), Top("2"), PageSide.Both, PieceKind.Strip);

    private static IReadOnlyList<Finding> Findings(Kit kit) => PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit));

    // Common practice, no source: the join lies 3 in from one end, where a part covers it.
    [Fact]
    public void A_join_under_a_part_is_in_order_and_one_in_the_open_is_told()
    {
        var cover = Piece("P9", "2", "3", Left("2"), Top("1"));
        Assert.DoesNotContain(
            Findings(Kit(Layout(LayoutKind.Spread, Strip with { Joins = [L("3")] }, cover))),
            f => f.Code == "join-not-covered"
        );
        var told = Assert.Single(
            Findings(Kit(Layout(LayoutKind.Spread, Strip with { Joins = [L("9")] }, cover))),
            f => f.Code == "join-not-covered"
        );
        Assert.Contains("joined 9 from its left end", told.Says.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_join_that_a_part_covers_only_in_part_is_told()
    {
        var cover = Piece("P9", "2", "1/2", Left("2"), Top("2"));
        Assert.Contains(
            Findings(Kit(Layout(LayoutKind.Spread, Strip with { Joins = [L("3")] }, cover))),
            f => f.Code == "join-not-covered"
        );
    }

    [Fact]
    public void A_strip_too_long_for_its_paper_is_mended_by_a_covered_join()
    {
        var page = Layout(
            LayoutKind.Single,
            Piece("S1", "14", "1", Left("0"), Top("2"), kind: PieceKind.Strip),
            Piece("P9", "1", "3", Left("4"), Top("1"))
        ) with
        {
            Page = S("14", "12"),
        };
        var kit = Kit(page);
        var told = Assert.Single(Findings(kit), f => f.Code == "larger-than-sheet");
        var mended = kit.With(page.With(told.Mend!.Piece));
        Assert.Equal([L("4 1/8")], told.Mend.Piece.Joins); // the first place by sixteenths with 1/8 in of cover on either side
        Assert.DoesNotContain(Findings(mended), f => f.Code is "larger-than-sheet" or "join-not-covered");
        Assert.Equal(
            [("L1-S1 part 1", S("4 1/8", "1")), ("L1-S1 part 2", S("9 7/8", "1"))],
            KitAnswer.For(mended, 1).CutList.Where(c => c.Piece == "S1").Select(c => (c.Label, c.Size))
        );
    }

    [Fact]
    public void Parts_of_a_joined_piece_add_up_to_its_cut_size() =>
        Gen.Int[1, 319]
            .ArrayUnique[1, 5]
            .Sample(marks =>
            {
                var joins = marks.Order().Select(m => Length.Sixteenth * m).ToList();
                var piece = Strip with
                {
                    Joins = joins,
                    Finishes = [new() { Edge = Edge.Left, Work = EdgeWork.Torn }, new() { Edge = Edge.Top, Work = EdgeWork.Scalloped }],
                };
                var parts = piece.CutParts(LengthUnit.Inch);
                Assert.Equal(joins.Count + 1, parts.Count);
                Assert.Equal(piece.CutSize(LengthUnit.Inch).Width, parts.Aggregate(Length.Zero, (sum, p) => sum + p.Width));
                Assert.All(parts, p => Assert.Equal(piece.CutSize(LengthUnit.Inch).Height, p.Height));
            });

    [Fact]
    public void The_guide_says_where_a_strip_is_joined()
    {
        var kit = Kit(Layout(LayoutKind.Spread, Strip with { Joins = [L("3")] }));
        Assert.Contains(
            KitAnswer.For(kit, 1).Steps,
            s => s.Text.EndsWith("It is joined end to end, 3 from its left end.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_base_printed_for_a_page_is_not_cut_up()
    {
        var printed = Paper("plain") with { Preprinted = true };
        var whole = Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base);
        Assert.Empty(Findings(Kit(Layout(LayoutKind.Single, whole), printed)));
        var told = Assert.Single(Findings(Kit(Layout(LayoutKind.Single, whole with { Size = S("11", "12") }), printed)));
        Assert.Equal(("preprinted-cut-up", S("12", "12")), (told.Code, told.Mend!.Piece.Size));
        Assert.Empty(KitAnswer.For(Kit(Layout(LayoutKind.Single, whole), printed), 1).EachKit.Plan.BySheet[0].Patterns[0].Cuts);
    }

    // 2 in wide is 2 x 2/sqrt(3) = 2.3094 in high: elementary geometry.
    [Fact]
    public void A_hexagon_that_is_not_regular_is_told_and_mended()
    {
        var hexagon = Piece("H1", "2", "2", Left("1"), Top("1")) with { Shape = new() { Kind = OutlineKind.Hexagon } };
        var told = Assert.Single(Findings(Kit(Layout(LayoutKind.Single, hexagon))), f => f.Code == "not-regular");
        Assert.Equal(2.3094, told.Mend!.Piece.Size.Height.ToInches(), 1e-4);
        Assert.DoesNotContain(Findings(Kit(Layout(LayoutKind.Single, told.Mend.Piece))), f => f.Code == "not-regular");
    }
}
