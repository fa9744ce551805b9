using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>What is cut for a piece: at the seam, at its joins, for a frame, and with what its edges take.</summary>
public class CutListTests
{
    private static IReadOnlyList<(string Label, Size Size)> Cuts(Kit kit) => [.. new KitWork(kit).Pieces.Select(p => (p.Label, p.Size))];

    private static IReadOnlyList<Finding> Findings(Kit kit) => PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit));

    [Fact]
    public void A_mat_across_the_seam_is_cut_in_two_and_its_photo_stays_whole()
    {
        var photo = Photo("P1", "4", "6", Right("1/8", null), Top("2"), ("plain", "1/4")) with { Side = PageSide.Both };
        // The photo ends an eighth before the seam of two 12 in pages, so that its mat runs an eighth over it.
        var kit = Kit(Layout(LayoutKind.Spread, photo with { Across = Left("7 5/8") }));
        Assert.Equal([("L1-P1 mat left", S("4 3/8", "6 1/2")), ("L1-P1 mat right", S("1/8", "6 1/2"))], Cuts(kit));
        Assert.DoesNotContain(Findings(kit), f => f.Code == "photo-across-seam");
        Assert.True(KitAnswer.For(kit, 1).Proof.Holds);
        var across = Kit(Layout(LayoutKind.Spread, photo with { Across = Left("10") }));
        var told = Assert.Single(Findings(across), f => f.Code == "photo-across-seam");
        Assert.Contains("1¾ on the left page and 2¼ on the right one", told.Says.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_joined_strip_across_the_seam_is_cut_there_too()
    {
        var strip = Piece("S1", "20", "1", Left("2"), Top("1"), PageSide.Both, PieceKind.Strip) with { Joins = [L("4"), L("15")] };
        Assert.Equal(
            [("L1-S1 part 1", S("4", "1")), ("L1-S1 part 2", S("6", "1")), ("L1-S1 part 3", S("5", "1")), ("L1-S1 part 4", S("5", "1"))],
            Cuts(Kit(Layout(LayoutKind.Spread, strip)))
        );
        // Joined down its length, each part has a half on either page.
        var tall = strip with
        {
            Size = S("3", "10"),
            Across = Left("11"),
            Joins = [L("6")],
        };
        Assert.Equal(
            [
                ("L1-S1 part 1 left", S("1", "6")),
                ("L1-S1 part 1 right", S("2", "6")),
                ("L1-S1 part 2 left", S("1", "4")),
                ("L1-S1 part 2 right", S("2", "4")),
            ],
            Cuts(Kit(Layout(LayoutKind.Spread, tall)))
        );
    }

    [Fact]
    public void The_upright_sides_of_a_frame_of_a_one_way_print_are_cut_upright()
    {
        Kit Framed(PrintDirection direction) =>
            Kit(
                Layout(
                    LayoutKind.Single,
                    Photo("P1", "4", "6", Left("1"), Top("1")) with
                    {
                        Opening = new()
                        {
                            Mats =
                            [
                                new()
                                {
                                    Paper = "plain",
                                    Reveal = L("1/4"),
                                    Frame = L("1/2"),
                                },
                            ],
                        },
                    }
                ),
                Paper("plain", direction)
            );
        Assert.Equal(
            [S("4 1/2", "1/2"), S("4 1/2", "1/2"), S("6 1/2", "1/2"), S("6 1/2", "1/2")],
            Cuts(Framed(PrintDirection.Free)).Select(c => c.Size)
        );
        Assert.Equal(
            [S("4 1/2", "1/2"), S("4 1/2", "1/2"), S("1/2", "6 1/2"), S("1/2", "6 1/2")],
            Cuts(Framed(PrintDirection.OneWay)).Select(c => c.Size)
        );
    }

    // 6 and 3 mm of a torn and of a scalloped edge: common practice, no source.
    [Fact]
    public void What_edges_usually_take_is_metric_in_a_metric_kit()
    {
        var piece = Piece("B1", "4", "4", Left("1"), Top("1")) with
        {
            Size = new(Length.Millimetres(100), Length.Millimetres(80)),
            Finishes = [new() { Edge = Edge.Left, Work = EdgeWork.Torn }, new() { Edge = Edge.Top, Work = EdgeWork.Scalloped }],
        };
        var kit = Kit(Layout(LayoutKind.Single, piece)) with { Unit = LengthUnit.Millimetre };
        Assert.Equal([("L1-B1", new Size(Length.Millimetres(106), Length.Millimetres(83)))], Cuts(kit));
        Assert.Equal(new Size(piece.Size.Width + L("1/4"), piece.Size.Height + L("1/8")), piece.CutSize(LengthUnit.Inch));
    }

    [Fact]
    public void A_joined_part_longer_than_the_sheet_is_told()
    {
        var strip = Piece("S1", "20", "1", Left("0"), Top("1"), PageSide.Left, PieceKind.Strip) with { Joins = [L("6")] };
        var told = Assert.Single(Findings(Kit(Layout(LayoutKind.Spread, strip))), f => f.Code == "larger-than-sheet");
        Assert.StartsWith("L1-S1 part 2 is 14 x 1", told.Says.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void What_the_trimmer_cannot_set_free_is_told_and_so_is_a_piece_too_long_both_ways()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "2", "2", Left("1"), Top("1"))));
        Assert.DoesNotContain(Findings(kit), f => f.Code == "longest-cut");
        Assert.DoesNotContain(Findings(kit with { LongestCut = L("12") }), f => f.Code == "longest-cut");
        Assert.Single(Findings(kit with { LongestCut = L("6") }), f => f.Code == "longest-cut");
        Assert.NotEmpty(new KitWork(kit with { LongestCut = L("6") }).EachKit.BySheet[0].Patterns[0].ByKnife);
        var large = Kit(Layout(LayoutKind.Single, Piece("B1", "9", "8", Left("1"), Top("1")))) with { LongestCut = L("6") };
        Assert.Contains(
            "both ways",
            Assert.Single(Findings(large), f => f.Code == "longer-than-trimmer").Says.ToString(),
            StringComparison.Ordinal
        );
    }

    // The example of the measure line's manual: fifteen hexagons, five in a row, a gutter of an eighth between them.
    [Fact]
    public void Hexagons_in_a_honeycomb_do_not_overlap_and_one_laid_across_another_does()
    {
        var kit = Kit(Layout(LayoutKind.Single));
        var lines = Lines.MeasureLines.Read(
            "15 panels 2 x 2.31 plain A, hexagon, in a honeycomb of 5 gap 1/8, centred across, 1 from top",
            kit,
            "L1"
        );
        Assert.DoesNotContain(Findings(lines.Kit), f => f.Code == "unasked-overlap");
        var across = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "2", "2", Left("1"), Top("1")) with
                {
                    Shape = new() { Kind = OutlineKind.Hexagon },
                },
                Piece("B2", "2", "2", Left("2"), Top("1 1/4")) with
                {
                    Shape = new() { Kind = OutlineKind.Hexagon },
                }
            )
        );
        Assert.Single(Findings(across), f => f.Code == "unasked-overlap");
    }

    [Fact]
    public void All_gaps_that_cannot_be_equal_are_said()
    {
        var kit = Kit(
            Layout(LayoutKind.Single, [.. Enumerable.Range(1, 4).Select(i => Piece($"B{i}", "2", "2", new Member("G1"), Top("1")))]) with
            {
                Arrangements =
                [
                    new()
                    {
                        Id = "G1",
                        Kind = ArrangementKind.Evenly,
                        Members = ["B1", "B2", "B3", "B4"],
                        Start = L("0.33"),
                        End = L("1/2"),
                    },
                ],
            }
        );
        var told = Assert.Single(Findings(kit), f => f.Code == "unequal-gaps").Says.ToString();
        var gaps = Resolver.Resolve(kit.Layouts[0], kit).Gaps.Single().Gaps;
        Assert.All(gaps, g => Assert.Contains(kit.Reading().Format(g), told, StringComparison.Ordinal));
        Assert.Equal(L("12") - L("0.33") - L("1/2") - L("8"), gaps.Aggregate(Length.Zero, (sum, g) => sum + g));
    }

    [Fact]
    public void A_part_to_be_cut_is_never_called_what_a_piece_is_called()
    {
        CuttingInstance order = new(
            [new("s", S("12", "12"))],
            [new("a", "s", S("5", "4"), 1), new("b", "s", S("4", "7"), 1), new("c", "s", S("3", "3"), 2)]
        );
        foreach (var pattern in CutPlanner.Plan(order).BySheet.SelectMany(s => s.Patterns))
        {
            var names = pattern.Cuts.SelectMany(c => c.Gives).Where(p => p.Role is PartRole.Uncut).Select(p => p.Text);
            Assert.Empty(names.Intersect(["a", "b", "c"]));
        }
    }

    [Fact]
    public void What_a_guest_cuts_is_not_asked_for_in_the_bag_but_its_sheets_are()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "6", "6", Left("0"), Top("0")) with
                {
                    CutBy = CutBy.Guest,
                },
                Piece("B2", "3", "3", Left("7"), Top("7"), paper: "other")
            )
        );
        Assert.Equal([("L1-B2", 1), ("plain sheet", 1)], Packing.Of(kit).Select(i => (i.Label, i.Count)));
    }

    // What lies on both pages and stops short of the seam, or at it, is one piece; past it, it is cut where the pages meet.
    [Theory]
    [InlineData("5", 1)]
    [InlineData("11", 1)]
    [InlineData("12", 2)]
    public void A_piece_on_both_pages_is_cut_at_the_seam_only_where_it_crosses_it(string width, int parts)
    {
        var kit = Kit(Layout(LayoutKind.Spread, Piece("S1", width, "2", Left("1"), Top("1"), PageSide.Both)));
        Assert.Equal(parts, CutList.Of(kit, [Resolver.Resolve(kit.Layouts[0], kit)]).Count);
    }
}
