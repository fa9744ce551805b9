using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Where a fact of the trade is checked it is common practice, no source.</summary>
public class ResolverTests
{
    // Common practice, no source: 12 x 12 trimmed 1/2 on two sides shows 1/4 all round; trimmed 3/8 it shows 3/16.
    [Theory]
    [InlineData("1/2", "1/4")]
    [InlineData("3/8", "3/16")]
    public void A_base_trimmed_on_two_sides_shows_half_of_that_all_round(string trimmed, string shows)
    {
        var side = L("12") - L(trimmed);
        var piece = Piece("B1", "1", "1", new Centred(), new Centred()) with { Size = new(side, side) };
        Assert.Equal(new Box(L(shows), L(shows), side, side), Resolve(Layout(LayoutKind.Single, piece)).Piece("B1")!.Box);
    }

    // Common practice, no source: 11 1/2 x 11 flush to the seam and centred leaves 1/2 at the top, the bottom and outside.
    [Theory]
    [InlineData(PageSide.Left, "1/2")]
    [InlineData(PageSide.Right, "12")]
    public void A_base_flush_to_the_seam_leaves_its_margins_outside(PageSide side, string x)
    {
        var layout = Layout(LayoutKind.Spread, Piece("B1", "11 1/2", "11", Seam(), new Centred(), side));
        Assert.Equal(B(x, "1/2", "11 1/2", "11"), Resolve(layout).Piece("B1")!.Box);
    }

    // Common practice, no source: an 11 1/2 x 1 band 2 in down on both pages runs across the seam without a step.
    [Fact]
    public void A_band_on_both_pages_meets_at_the_seam()
    {
        var layout = Layout(
            LayoutKind.Spread,
            Piece("S1", "11 1/2", "1", Seam(), Top("2")),
            Piece("S2", "11 1/2", "1", Seam(), Top("2"), PageSide.Right)
        );
        var resolved = Resolve(layout);
        var (left, right) = (resolved.Piece("S1")!.Box, resolved.Piece("S2")!.Box);
        Assert.Equal((left.Right, left.Y, left.Bottom), (right.X, right.Y, right.Bottom));
    }

    // Common practice, no source: four 2 x 7 strips on an 11 1/2 base, the outer ones 1 in from the sides and 2 down: the gaps are 1/2.
    [Fact]
    public void Four_strips_on_a_base_are_half_an_inch_apart()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "11 1/2", "11 1/2", new Centred(), new Centred()),
            Piece("S1", "2", "7", Left("1", "B1"), Top("2", "B1")),
            Piece("S4", "2", "7", Right("1", "B1"), Top("0", "S1")),
            Piece("S2", "2", "7", RightOf("S1", "1/2"), Top("0", "S1")),
            Piece("S3", "2", "7", LeftOf("S4", "1/2"), Top("0", "S1"))
        );
        var resolved = Resolve(layout);
        Assert.Equal(L("1/2"), resolved.Piece("S3")!.Box.X - resolved.Piece("S2")!.Box.Right);
        Assert.Equal(L("2 1/4"), resolved.Piece("S4")!.Box.Y);
    }

    // Common practice, no source: a 9 1/2 in tall panel with 1 in below has 1 1/2 above.
    [Fact]
    public void Off_centre_on_purpose_adds_up() =>
        Assert.Equal(
            L("1 1/2"),
            Resolve(Layout(LayoutKind.Single, Piece("B1", "6", "9 1/2", new Centred(), Bottom("1")))).Piece("B1")!.Box.Y
        );

    [Fact]
    public void What_leans_on_a_piece_moves_with_it()
    {
        Layout Pages(string height) =>
            Layout(
                LayoutKind.Single,
                Piece("B1", "4", height, Left("1"), Top("1")),
                Piece("S1", "4", "1", Left("0", "B1"), Under("B1", "1/4"))
            );
        Assert.Equal(B("1", "5 1/4", "4", "1"), Resolve(Pages("4")).Piece("S1")!.Box);
        Assert.Equal(B("1", "6 1/4", "4", "1"), Resolve(Pages("5")).Piece("S1")!.Box);
    }

    [Fact]
    public void Over_and_left_of_end_where_the_other_begins()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "4", "4", Left("6"), Top("6")),
            Piece("S1", "2", "1", LeftOf("B1", "1/2"), Over("B1", "1/4"))
        );
        Assert.Equal(B("3 1/2", "4 3/4", "2", "1"), Resolve(layout).Piece("S1")!.Box);
    }

    [Fact]
    public void A_photo_on_growing_mats_takes_their_room()
    {
        var resolved = Resolve(Layout(LayoutKind.Single, Photo("P1", "4", "4", Left("1"), Top("1"), ("plain", "1/16"), ("other", "3/16"))));
        var placed = resolved.Piece("P1")!;
        Assert.Equal(B("1", "1", "4 1/2", "4 1/2"), placed.Box);
        Assert.Equal(B("1 1/4", "1 1/4", "4", "4"), placed.PhotoBox);
        Assert.Equal([B("1 3/16", "1 3/16", "4 1/8", "4 1/8"), B("1", "1", "4 1/2", "4 1/2")], placed.MatBoxes);
    }

    [Fact]
    public void A_ring_names_its_pieces_and_the_rest_still_resolves()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "4", "4", RightOf("B2"), Top("1")),
            Piece("B2", "4", "4", RightOf("B1"), Top("1")),
            Piece("B3", "1", "1", Left("0"), Top("0"))
        );
        var resolved = Resolve(layout);
        var finding = Assert.Single(resolved.Findings);
        Assert.Equal("loop", finding.Code);
        Assert.Equal(["B1", "B2"], finding.Pieces.Order());
        Assert.NotNull(resolved.Piece("B3"));
        Assert.Null(resolved.Piece("B1"));
        Assert.Empty(Resolve(layout.With(finding.Mend!.Piece)).Findings);
    }

    [Fact]
    public void A_missing_piece_is_named_and_its_mend_works()
    {
        var layout = Layout(LayoutKind.Single, Piece("B1", "4", "4", Left("1"), Under("X9")));
        var finding = Assert.Single(Resolve(layout).Findings);
        Assert.Equal("missing-piece", finding.Code);
        Assert.Contains("X9", finding.Says.ToString(), StringComparison.Ordinal);
        Assert.Empty(Resolve(layout.With(finding.Mend!.Piece)).Findings);
    }

    [Fact]
    public void An_edge_of_the_wrong_axis_is_a_finding() =>
        Assert.Equal(
            "wrong-axis",
            Assert.Single(Resolve(Layout(LayoutKind.Single, Piece("B1", "4", "4", Top("1"), Top("1")))).Findings).Code
        );
}
