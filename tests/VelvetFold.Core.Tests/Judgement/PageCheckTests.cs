using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Judgement;

public class PageCheckTests
{
    private static IReadOnlyList<Finding> Check(Kit kit) => PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit));

    private static IReadOnlyList<Finding> Check(params Piece[] pieces) => Check(Kit(Layout(LayoutKind.Single, pieces)));

    private static IReadOnlyList<Finding> Mended(Kit kit, Finding finding)
    {
        var layout = kit.Layouts[0].With(finding.Mend!.Piece);
        if (finding.Mend.Behind is { } front)
        {
            var others = layout.Pieces.Where(p => p.Id != finding.Mend.Piece.Id).ToList();
            others.Insert(others.FindIndex(p => p.Id == front), finding.Mend.Piece);
            layout = layout with { Pieces = others };
        }
        return Check(kit with { Layouts = [layout] });
    }

    private static void OneThatItsMendMends(string code, Kit kit)
    {
        var finding = Assert.Single(Check(kit));
        Assert.Equal(code, finding.Code);
        Assert.NotNull(finding.Mend);
        Assert.DoesNotContain(Mended(kit, finding), f => f.Code == code);
    }

    [Fact]
    public void A_stack_that_runs_off_the_page_says_by_how_much_and_what_to_shorten()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "6", "5", Left("1"), Top("1")),
                Piece("B2", "6", "4", Left("1"), Under("B1", "1/4")),
                Piece("B3", "6", "2", Left("1"), Under("B2", "1/4"))
            )
        );
        var finding = Assert.Single(Check(kit));
        Assert.Equal("stack-too-long", finding.Code);
        Assert.Contains("5 + 4 + 2 tall", finding.Says.ToString(), StringComparison.Ordinal);
        Assert.Contains("Shorten B1 to 4½", finding.Says.ToString(), StringComparison.Ordinal);
        Assert.Empty(Mended(kit, finding));
    }

    [Fact]
    public void An_edge_that_runs_a_little_over_another_is_noticed() =>
        OneThatItsMendMends(
            "unasked-overlap",
            Kit(Layout(LayoutKind.Single, Piece("B1", "4", "4", Left("1"), Top("1")), Piece("B2", "4", "4", Left("4 3/4"), Top("2"))))
        );

    [Fact]
    public void What_is_measured_from_a_piece_may_lie_on_it() =>
        Assert.Empty(Check(Piece("B1", "4", "4", Left("1"), Top("1")), Piece("B2", "4", "4", Left("3 3/4", "B1"), Top("1"))));

    [Fact]
    public void A_strip_across_a_panel_is_meant() =>
        Assert.Empty(Check(Piece("B1", "6", "6", Left("3"), Top("3")), Piece("S1", "12", "1/4", Left("0"), Top("5"))));

    [Fact]
    public void A_photo_that_another_piece_covers_is_noticed() =>
        Assert.Contains(
            Check(Photo("P1", "4", "6", Left("1"), Top("1")), Piece("B2", "6", "4", Left("3"), Top("3"))),
            f => f.Code == "unasked-overlap"
        );

    [Fact]
    public void Two_edges_that_nearly_meet_are_noticed() =>
        OneThatItsMendMends(
            "nearly-meet",
            Kit(Layout(LayoutKind.Single, Piece("B1", "4", "4", Left("1"), Top("1")), Piece("B2", "4", "4", Left("5 1/32"), Top("1"))))
        );

    [Fact]
    public void A_piece_nobody_will_see_is_noticed() =>
        Assert.Equal(
            "wholly-hidden",
            Assert.Single(Check(Piece("B1", "4", "4", Left("2"), Top("2")), Piece("B2", "8", "8", Left("1"), Top("1")))).Code
        );

    [Fact]
    public void What_tucks_under_a_piece_must_lie_behind_it() =>
        OneThatItsMendMends(
            "tucked-over",
            Kit(
                Layout(
                    LayoutKind.Single,
                    Piece("B1", "4", "4", Left("4"), Top("4")),
                    Piece("B2", "2", "2", new Tucked(Edge.Right, "B1", L("1/4")), Top("5"))
                )
            )
        );

    [Fact]
    public void Margins_that_differ_a_little_are_noticed() =>
        OneThatItsMendMends(
            "uneven-reveal",
            Kit(
                Layout(
                    LayoutKind.Single,
                    Piece("B1", "8", "8", new Centred(), new Centred()),
                    Piece("B2", "7", "7", Left("9/16", "B1"), new Centred("B1"))
                )
            )
        );

    [Fact]
    public void Margins_that_differ_plainly_are_meant() =>
        Assert.Empty(
            Check(Piece("B1", "8", "8", new Centred(), new Centred()), Piece("B2", "6", "7", Left("1/2", "B1"), new Centred("B1")))
        );

    [Fact]
    public void A_reveal_under_a_sixteenth_is_noticed() =>
        OneThatItsMendMends("thin-reveal", Kit(Layout(LayoutKind.Single, Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/32")))));

    [Fact]
    public void A_photo_larger_than_what_it_is_centred_in_is_noticed() =>
        Assert.Contains(
            Check(
                Piece("B1", "4", "8", Left("1"), Top("1"), kind: PieceKind.DieCut),
                Photo("P1", "5", "7", new Centred("B1"), new Centred("B1"))
            ),
            f => f.Code == "larger-than-its-ground"
        );

    [Fact]
    public void A_one_way_print_on_its_side_is_noticed() =>
        OneThatItsMendMends(
            "against-its-direction",
            Kit(
                Layout(LayoutKind.Single, Piece("B1", "4", "6", Left("1"), Top("1")) with { PrintTurned = true }),
                Paper("plain", PrintDirection.OneWay)
            )
        );

    [Fact]
    public void What_may_lie_where_it_pleases_and_lies_on_a_photo_is_noticed() =>
        OneThatItsMendMends(
            "roughly-over",
            Kit(
                Layout(
                    LayoutKind.Single,
                    Photo("P1", "4", "6", Left("1"), Top("1")),
                    Piece("D1", "1", "1", Left("1 1/2"), Top("2"), kind: PieceKind.DieCut) with
                    {
                        Roughly = true,
                    }
                )
            )
        );

    [Fact]
    public void What_may_lie_where_it_pleases_and_is_measured_from_is_noticed() =>
        OneThatItsMendMends(
            "roughly-over",
            Kit(
                Layout(
                    LayoutKind.Single,
                    Piece("D1", "1", "1", Left("1 1/2"), Top("2"), kind: PieceKind.DieCut) with
                    {
                        Roughly = true,
                    },
                    Piece("D2", "1", "1", RightOf("D1", "1/2"), Top("2"), kind: PieceKind.DieCut)
                )
            )
        );

    [Fact]
    public void A_raised_part_under_a_protector_is_noticed() =>
        OneThatItsMendMends(
            "raised-under-protector",
            Kit(Layout(LayoutKind.Single, Piece("B1", "4", "6", Left("1"), Top("1")) with { Mount = Mount.Raised })) with
            {
                Protectors = true,
            }
        );

    [Fact]
    public void A_cut_longer_than_the_trimmer_is_noticed() =>
        Assert.Equal(
            "longer-than-trimmer",
            Assert
                .Single(Check(Kit(Layout(LayoutKind.Single, Piece("S1", "12", "1", Left("0"), Top("1")))) with { LongestCut = L("11") }))
                .Code
        );

    // 12 cos 2 + 12 sin 2 = 12.4116 in, so a corner reaches 0.2058 in over: 3/16 on the ruler. Worked by hand.
    [Fact]
    public void A_tilted_piece_that_reaches_over_the_page_is_noticed()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "12", "12", Left("0"), Top("0")) with { Tilt = 2 }));
        Assert.Contains(
            "reaches 3/16 over the page",
            Assert.Single(Check(kit)).Says.ToString().Replace("³⁄₁₆", "3/16", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        OneThatItsMendMends("tilted-off-page", kit);
    }

    [Fact]
    public void What_hangs_over_on_purpose_is_no_fault() =>
        Assert.Empty(Check(Piece("S1", "4", "1", new Hanging(Edge.Right, L("1/2")), Top("1"))));

    [Fact]
    public void A_note_can_be_let_stand_and_a_fault_cannot()
    {
        var pieces = new[]
        {
            Piece("B1", "4", "4", Left("1"), Top("1")),
            Piece("B2", "4", "4", Left("4 3/4"), Top("2")),
            Piece("B3", "4", "4", Left("9"), Top("8")),
        };
        var layout = Layout(LayoutKind.Single, pieces) with
        {
            Accepted = [new("unasked-overlap", "B2", "a shingled look"), new("off-page", "B3", "never mind")],
        };
        var findings = Check(Kit(layout));
        Assert.Equal("a shingled look", findings.Single(f => f.Code == "unasked-overlap").Accepted);
        Assert.Null(findings.Single(f => f.Code == "off-page").Accepted);
    }

    // Common practice, no source: what is cut out of a panel must lie under something.
    [Theory]
    [InlineData("1", "6", 1)]
    [InlineData("1", "9", 0)]
    [InlineData("2", "6", 0)]
    public void A_hole_that_shows_is_told(string border, string cover, int holes)
    {
        var found = Check(
            Piece("B1", "9", "9", Left("1"), Top("1")) with
            {
                Gut = L(border),
            },
            Piece("B2", cover, cover, new Centred("B1"), new Centred("B1"))
        );
        Assert.Equal(holes, found.Count(f => f.Code == "hole-not-covered"));
    }

    // A circle covers less than its box: 0.707 of it surely (the square within a circle).
    [Theory]
    [InlineData(OutlineKind.Rectangle, 0)]
    [InlineData(OutlineKind.Circle, 1)]
    public void A_circle_covers_no_corners(OutlineKind kind, int holes)
    {
        var found = Check(
            Piece("B1", "9", "9", Left("1"), Top("1")) with
            {
                Gut = L("2"),
            },
            Piece("B2", "5", "5", new Centred("B1"), new Centred("B1")) with
            {
                Shape = new() { Kind = kind },
            }
        );
        Assert.Equal(holes, found.Count(f => f.Code == "hole-not-covered"));
    }

    [Theory]
    [InlineData("1/8", 1)]
    [InlineData("1/4", 1)]
    [InlineData("5/16", 0)]
    [InlineData("2 1/8", 0)]
    [InlineData("2 1/4", 1)]
    public void A_frame_holds_its_photo_and_leaves_an_opening(string width, int faults)
    {
        var photo = Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/4"));
        photo = photo with { Opening = photo.Opening! with { Mats = [photo.Opening.Mats[0] with { Frame = L(width) }] } };
        Assert.Equal(faults, Check(photo).Count(f => f.Code == "frame-width"));
    }

    [Fact]
    public void A_template_lies_within_its_piece()
    {
        Outline To(string x, string y) =>
            new() { Kind = OutlineKind.Template, Points = [new(L("0"), L("0")), new(L(x), L("0")), new(L("0"), L(y))] };
        var piece = Piece("B1", "3", "4", Left("1"), Top("1"));
        Assert.DoesNotContain(Check(piece with { Shape = To("3", "4") }), f => f.Code == "outline-outside");
        Assert.Contains(Check(piece with { Shape = To("3", "4 1/8") }), f => f.Code == "outline-outside");
    }
}
