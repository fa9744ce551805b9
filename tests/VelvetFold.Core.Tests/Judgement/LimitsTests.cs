using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Judgement;

/// <summary>What holds just at a limit, and what just beyond it.</summary>
public class LimitsTests
{
    private static IEnumerable<string> Codes(Kit kit) => PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)).Select(f => f.Code);

    private static IEnumerable<string> Codes(params Piece[] pieces) => Codes(Kit(Layout(LayoutKind.Single, pieces)));

    private static IEnumerable<string> Faults(Piece piece) =>
        KitRules.Faults(Kit(Layout(LayoutKind.Single, piece))).Select(f => f.Path.Split('.')[^1]);

    private static bool Reads(string line, params Paper[] papers) =>
        MeasureLines.Read(line, Kit(Layout(LayoutKind.Single), papers), "L1").Faults.Count == 0;

    [Fact]
    public void A_border_of_half_the_piece_leaves_nothing_to_cut_out()
    {
        var piece = Piece("B1", "4", "6", Left("1"), Top("1"));
        Assert.Equal(["gut"], Faults(piece with { Gut = L("2") }));
        Assert.Empty(Faults(piece with { Gut = L("1 15/16") }));
    }

    [Fact]
    public void A_join_lies_within_the_longer_side()
    {
        var piece = Piece("B1", "10", "1", Left("1"), Top("1"));
        Assert.Equal(["joins[0]"], Faults(piece with { Joins = [L("10")] }));
        Assert.Empty(Faults(piece with { Joins = [L("9 15/16")] }));
        Assert.False(Reads("strip 10 x 1 plain, joined at 10"));
        Assert.True(Reads("strip 10 x 1 plain, joined at 9"));
    }

    [Fact]
    public void A_tilt_is_at_most_45_degrees_either_way()
    {
        var piece = Piece("B1", "4", "6", Left("1"), Top("1"));
        Assert.Equal(["tilt"], Faults(piece with { Tilt = 45.5m }));
        Assert.Equal(["tilt"], Faults(piece with { Tilt = -45.5m }));
        Assert.Empty(Faults(piece with { Tilt = 45 }));
    }

    [Fact]
    public void A_side_of_a_paper_has_a_name_that_a_sentence_can_bear()
    {
        static IEnumerable<string> Named(string name) =>
            KitRules
                .Faults(
                    Kit(
                        Layout(LayoutKind.Single),
                        Paper("plain") with
                        {
                            FaceB = new() { Colour = "#112233", Name = name },
                        }
                    )
                )
                .Select(f => f.Path);
        Assert.Empty(Named(new string('a', 40)));
        Assert.Equal(["papers[0].faceB.name"], Named(new string('a', 41)));
        Assert.Equal(["papers[0].faceB.name"], Named(" "));
        Assert.Equal(["papers[0].faceB.name"], Named("night; sky"));
    }

    [Fact]
    public void A_line_makes_up_to_200_pieces_and_a_template_has_three_points()
    {
        Assert.True(Reads("200 strips 1 x 2 plain, 1 from left, 1 from top"));
        Assert.False(Reads("201 strips 1 x 2 plain, 1 from left, 1 from top"));
        Assert.True(Reads("panel 4 x 2 plain, template (0,0) (4,0) (4,2)"));
        Assert.False(Reads("panel 4 x 2 plain, template (0,0) (4,2)"));
    }

    [Fact]
    public void A_base_lies_at_its_corner_and_the_only_paper_need_not_be_named()
    {
        var one = Kit(Layout(LayoutKind.Single), Paper("plain"));
        Piece Of(string line, Kit kit) => MeasureLines.Read(line, kit, "L1").Layout.Pieces[0];
        Assert.Equal(new FromEdge(Core.Measures.Edge.Left, Core.Measures.Length.Zero), Of("base 10 x 12", one).Across);
        Assert.Equal(new Centred(), Of("panel 10 x 12", one).Across);
        Assert.Equal("plain", Of("panel 10 x 12", one).Paper);
        Assert.Null(Of("panel 10 x 12", Kit(Layout(LayoutKind.Single))).Paper);
        Assert.Equal(SheetFace.B, Of("panel 10 x 12 plain face b", one).Face);
        Assert.Equal(SheetFace.A, Of("panel 10 x 12 plain face a", one).Face);
    }

    [Fact]
    public void Margins_that_differ_by_three_sixteenths_are_meant()
    {
        IEnumerable<string> Off(string left) =>
            Codes(Piece("B1", "10", "10", Left("1"), Top("1")), Piece("B2", "8", "8", Left(left, "B1"), Top("1", "B1")));
        Assert.Contains("uneven-reveal", Off("1 1/16"));
        // 1 3/32 and 29/32 differ by 3/16.
        Assert.DoesNotContain("uneven-reveal", Off("1 3/32"));
    }

    [Fact]
    public void A_gap_of_a_sixteenth_is_meant_and_so_is_half_an_inch_over_an_edge()
    {
        IEnumerable<string> Beside(string left) =>
            Codes(Piece("B1", "4", "4", Left("1"), Top("1")), Piece("B2", "4", "4", Left(left), Top("2")));
        Assert.Contains("nearly-meet", Beside("5 1/32"));
        Assert.DoesNotContain("nearly-meet", Beside("5 1/16"));
        Assert.Contains("unasked-overlap", Beside("4 9/16"));
        Assert.DoesNotContain("unasked-overlap", Beside("4 1/2"));
    }

    [Fact]
    public void A_hexagon_is_regular_to_half_a_mark_of_the_ruler()
    {
        IEnumerable<string> High(long off) =>
            Codes(
                Piece("B1", "3", "1", Left("1"), Top("1")) with
                {
                    Size = new(L("3"), new Core.Measures.Length(Outline.HexagonHeight(L("3")).Ticks + off)),
                    Shape = new() { Kind = OutlineKind.Hexagon },
                }
            );
        var half = Core.Measures.Length.Sixteenth.Half.Ticks;
        Assert.DoesNotContain("not-regular", High(half));
        Assert.Contains("not-regular", High(half + 1));
    }

    // Within a circle the square that its middle covers for sure is 0.7 of it; 15 parts of 100 from each side.
    [Fact]
    public void A_round_piece_covers_the_middle_of_its_box()
    {
        IEnumerable<string> Over(string border) =>
            Codes(
                Piece("B1", "10", "10", Left("1"), Top("1")) with
                {
                    Gut = L(border),
                },
                Piece("B2", "10", "10", Left("1"), Top("1"), paper: "other") with
                {
                    Shape = new() { Kind = OutlineKind.Circle },
                }
            );
        Assert.DoesNotContain("hole-not-covered", Over("1 1/2"));
        Assert.Contains("hole-not-covered", Over("1"));
    }

    [Fact]
    public void A_strip_as_wide_as_the_narrowest_mark_can_be_cut()
    {
        IEnumerable<string> Wide(string width) =>
            Codes(Kit(Layout(LayoutKind.Single, Piece("B1", "6", width, Left("1"), Top("1")))) with { NarrowestStrip = L("1/2") });
        Assert.Contains("narrower-than-trimmer", Wide("7/16"));
        Assert.DoesNotContain("narrower-than-trimmer", Wide("1/2"));
    }

    [Fact]
    public void A_piece_as_long_as_the_longest_cut_that_no_cut_sets_free_is_told_as_that()
    {
        // Off a sheet of 12 x 12 a cut of 8 sets nothing free; the piece itself is no longer than that.
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "8", "8", Left("1"), Top("1")))) with
        {
            LongestCut = L("8"),
        };
        var finding = Assert.Single(PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)), f => f.Code == "longest-cut");
        Assert.Contains("12 x 12", finding.Says.ToString(), StringComparison.Ordinal);
        // A strip as long as the longest cut comes off at one cut.
        Assert.DoesNotContain(
            "longer-than-trimmer",
            Codes(Kit(Layout(LayoutKind.Single, Piece("B1", "12", "2", Left("0"), Top("1")))) with { LongestCut = L("12") })
        );
    }

    [Fact]
    public void A_photo_that_ends_at_the_seam_does_not_lie_across_it()
    {
        IEnumerable<string> Wide(string width) =>
            Codes(Kit(Layout(LayoutKind.Spread, Photo("P1", width, "4", Left("6"), Top("1")) with { Side = PageSide.Both })));
        Assert.DoesNotContain("photo-across-seam", Wide("6"));
        Assert.Contains("photo-across-seam", Wide("6 1/16"));
    }

    [Fact]
    public void A_hidden_middle_is_an_inch_or_more_each_way()
    {
        // On a photo of 2 in a lap of 1/2 in leaves 1 in.
        static int Middles(string side)
        {
            var layout = Resolve(Layout(LayoutKind.Single, Photo("P1", side, side, Left("1"), Top("1"), ("plain", "1/4"))));
            return Hidden.Of(layout, layout.Pieces[0], Hidden.Lap(Core.Measures.LengthUnit.Inch)).Count;
        }
        Assert.Equal((1, 0), (Middles("2"), Middles("1 15/16")));
    }

    [Fact]
    public void What_is_cut_out_under_a_photo_leaves_the_lap_and_what_shows()
    {
        var kit = Kit(Layout(LayoutKind.Single, Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/4"))));
        var layout = Resolver.Resolve(kit.Layouts[0], kit);
        var middle = Assert.Single(CutOut.Of(kit, layout, layout.Pieces[0]));
        Assert.Equal(S("3", "5"), middle.Inside);
    }

    [Fact]
    public void A_piece_is_joined_along_its_longer_side_and_a_square_across()
    {
        var square = Piece("B1", "4", "4", Left("1"), Top("1"));
        Assert.Equal(Core.Measures.Axis.Across, square.LongAxis);
        // The allowance of the left end comes before the join.
        var torn = Piece("B1", "10", "1", Left("1"), Top("1")) with
        {
            Joins = [L("4")],
            Finishes =
            [
                new()
                {
                    Edge = Core.Measures.Edge.Left,
                    Work = EdgeWork.Torn,
                    Allowance = L("1/4"),
                },
            ],
        };
        Assert.Equal([L("4 1/4")], torn.CutJoins(Core.Measures.LengthUnit.Inch));
        Assert.Equal([S("4 1/4", "1"), S("6", "1")], torn.CutParts(Core.Measures.LengthUnit.Inch));
    }

    [Fact]
    public void On_a_single_page_the_seam_is_its_left_edge_whatever_page_a_piece_says()
    {
        Assert.Equal(Core.Measures.Edge.Left, Seam().EdgeOn(LayoutKind.Single, PageSide.Left));
        Assert.Equal(Core.Measures.Edge.Right, Seam().EdgeOn(LayoutKind.Spread, PageSide.Left));
        Assert.Equal(Core.Measures.Edge.Left, Seam().EdgeOn(LayoutKind.Spread, PageSide.Right));
    }

    [Fact]
    public void Pieces_that_fill_the_room_have_gaps_of_nothing()
    {
        Assert.Equal([Core.Measures.Length.Zero], Arrangement.Gaps(L("8"), [L("4"), L("4")], Core.Measures.Length.Sixteenth)!);
        Assert.Null(Arrangement.Gaps(L("7 15/16"), [L("4"), L("4")], Core.Measures.Length.Sixteenth));
    }

    [Fact]
    public void Edges_in_line_have_no_line_of_distance()
    {
        var layout = Resolve(
            Layout(LayoutKind.Single, Piece("B1", "4", "4", Left("1"), Top("1")), Piece("B2", "4", "4", Left("6"), Top("1")))
        );
        var lines = Distances.Lines(Kit(layout.Layout), layout.Pieces[0], layout.Pieces[1]);
        Assert.Equal([Core.Measures.Axis.Across], lines.Select(l => l.Axis));
        Assert.DoesNotContain("0", lines.Select(l => l.Text));
        // On each other, one within the other and two edges in line: only what is apart.
        var over = Resolve(
            Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("1"), Top("1")), Piece("B2", "2", "2", Left("1"), Top("2")))
        );
        Assert.DoesNotContain("0", Distances.Lines(Kit(over.Layout), over.Pieces[0], over.Pieces[1]).Select(l => l.Text));
    }

    // Relative luminance of sRGB (IEC 61966-2-1; WCAG 2.2): the straight part ends at 0.04045, channel 10.
    [Theory]
    [InlineData("#0a0a0a", 1.06)]
    [InlineData("#404040", 2.03)]
    [InlineData("#808080", 5.32)]
    public void Contrast_to_black_is_that_of_the_standard(string grey, double contrast) =>
        Assert.Equal(contrast, Colours.Contrast(grey, "#000000"), 0.01);
}
