using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Eye;

/// <summary>Pages spoiled on purpose, each by one thing, and what the eye says of it; common practice, no source.</summary>
public class EyeCheckTests
{
    private static Paper Sheet(string id, string colour, PrintKind print = PrintKind.Solid, string? ink = null, Face? back = null) =>
        Paper(id) with
        {
            Name = id,
            FaceA = new()
            {
                Colour = colour,
                Print = print,
                Ink = ink,
            },
            FaceB = back,
        };

    private static readonly Paper[] Papers =
    [
        Sheet("cream", "#F7EFDD"),
        Sheet("ivory", "#F5EEE0"),
        Sheet("navy", "#1F2F4F"),
        Sheet("coral", "#E0603F"),
        Sheet("plaid", "#DCE7EC", PrintKind.Plaid, "#4F7F99", new() { Colour = "#4F7F99" }),
        Sheet("leaves", "#EDF3E4", PrintKind.Floral, "#5C7A3A"),
    ];

    private static Kit Of(params Piece[] pieces) => Kit(Layout(LayoutKind.Single, pieces), Papers);

    private static Piece Ground(string paper) => Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: paper);

    private static IReadOnlyList<Finding> Says(Kit kit) => EyeCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit));

    // A calm page: a navy panel and a matted photo on cream, coral three times.
    private static readonly Piece[] Good =
    [
        Ground("cream"),
        Piece("B1", "7", "9", Left("2 1/2"), Top("1 1/2"), paper: "navy"),
        Photo("P1", "4", "6", Left("4"), Top("3"), ("cream", "1/8")),
        Piece("S1", "12", "1/2", Left("0"), Top("1/2"), paper: "coral", kind: PieceKind.Strip),
        Piece("S2", "12", "1/2", Left("0"), Top("11"), paper: "coral", kind: PieceKind.Strip),
        Piece("T1", "3", "1", Left("4 1/2"), Top("9 1/4"), paper: "coral", kind: PieceKind.Title),
    ];

    [Fact]
    public void Of_a_good_page_nothing_is_said() => Assert.Empty(Says(Of(Good)).Select(f => f.Code));

    // The panel in ivory on cream, and a mat that stands out from it.
    private static IEnumerable<Piece> OnIvory =>
        Good.Select(p =>
            p.Id == "B1" ? p with { Paper = "ivory" }
            : p.Id == "P1" ? Photo("P1", "4", "6", Left("4"), Top("3"), ("navy", "1/8"))
            : p
        );

    // What the mend is pressed for is no longer said, and nothing else is said instead.
    private static Finding Mends(string code, Kit kit)
    {
        var finding = Assert.Single(Says(kit));
        Assert.Equal((code, Gravity.Eye), (finding.Code, finding.Gravity));
        Assert.NotNull(finding.Mend);
        var mended = kit.With(kit.Layouts[0].With(finding.Mend.Piece));
        Assert.Empty(Says(mended).Select(f => f.Says.ToString()));
        return finding;
    }

    [Fact]
    public void A_panel_on_a_ground_of_nearly_its_colour_vanishes()
    {
        var finding = Mends("eye-vanishes", Of([.. OnIvory]));
        // Cream and ivory differ by 1.5 (CIEDE2000), as this tool's own arithmetic has it: well under 10.
        Assert.Contains("100 % of its edge", finding.Says.ToString(), StringComparison.Ordinal);
        Assert.Equal("B1", finding.Pieces[0]);
    }

    [Fact]
    public void A_mat_of_the_very_paper_it_lies_on_vanishes()
    {
        var finding = Mends(
            "eye-vanishes",
            Of([.. Good.Select(p => p.Id == "P1" ? Photo("P1", "4", "6", Left("4"), Top("3"), ("navy", "1/8")) : p)])
        );
        Assert.Contains("the same paper", finding.Says.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void Each_way_to_make_a_piece_stand_out_does()
    {
        var kit = Of([.. OnIvory]);
        var finding = Assert.Single(Says(kit));
        IReadOnlyList<Mend> all = [finding.Mend!, .. finding.OtherMends];
        Assert.Equal(
            ["finding.take-another-paper", "finding.put-a-thin-mat", "finding.ink-its-edges", "finding.raise-it"],
            all.Select(m => m.Says.Key)
        );
        Assert.All(
            all,
            mend =>
            {
                var layout = kit.Layouts[0];
                var mended = mend.Behind is null
                    ? layout.With(mend.Piece)
                    : layout with
                    {
                        Pieces = [.. layout.Pieces.SelectMany(p => p.Id == mend.Behind ? new[] { mend.Piece, p } : [p])],
                    };
                Assert.DoesNotContain(Says(kit.With(mended)), f => f.Code == "eye-vanishes");
            }
        );
    }

    [Fact]
    public void A_raised_piece_and_one_with_an_inked_edge_stand_out_by_themselves()
    {
        var ivory = Good.Single(p => p.Id == "B1") with { Paper = "ivory" };
        Assert.Empty(Says(Of([.. OnIvory.Select(p => p.Id == "B1" ? ivory with { Mount = Mount.Raised } : p)])));
        Assert.Empty(
            Says(
                Of([
                    .. OnIvory.Select(p => p.Id == "B1" ? ivory with { Finishes = [new() { Edge = Edge.Top, Work = EdgeWork.Inked }] } : p),
                ])
            )
        );
    }

    [Fact]
    public void A_busy_print_on_a_busy_print_is_noticed_and_turned_to_its_calm_side() =>
        Mends(
            "eye-print-on-print",
            Of([
                Ground("cream"),
                Piece("B0", "8", "10", Left("2"), Top("1"), paper: "leaves"),
                .. Good.Skip(1).Select(p => p.Id == "B1" ? p with { Paper = "plaid" } : p),
            ])
        );

    [Fact]
    public void A_photo_straight_on_a_busy_print_gets_a_mat() =>
        Mends(
            "eye-photo-on-print",
            Of([
                .. Good.Select(p =>
                    p.Id == "B1" ? p with { Paper = "leaves" }
                    : p.Id == "P1" ? Photo("P1", "4", "6", Left("4"), Top("3"))
                    : p
                ),
            ])
        );

    [Fact]
    public void Two_mats_that_look_like_one_are_noticed() =>
        Assert.Equal(
            "eye-mats-alike",
            Assert
                .Single(
                    Says(
                        Of([
                            .. Good.Select(p =>
                                p.Id == "P1" ? Photo("P1", "4", "6", Left("4"), Top("3"), ("ivory", "1/8"), ("cream", "1/8")) : p
                            ),
                        ])
                    )
                )
                .Code
        );

    [Fact]
    public void A_large_motif_in_a_narrow_strip_is_lost()
    {
        var gulls = Sheet("gulls", "#FFF6E8", PrintKind.Figures, "#E0603F") with
        {
            FaceA = new()
            {
                Colour = "#E0603F",
                Ink = "#FFF6E8",
                Print = PrintKind.Figures,
                Motif = L("1 1/2"),
            },
        };
        var kit = Of([.. Good.Select(p => p.Id == "S1" ? p with { Paper = "gulls" } : p)]);
        var finding = Assert.Single(Says(kit with { Papers = [.. Papers, gulls] }));
        Assert.Equal(("eye-motif-lost", "S1"), (finding.Code, finding.Pieces[0]));
    }

    [Fact]
    public void A_colour_that_is_there_once_is_noticed() =>
        Assert.Equal(
            ("eye-once", "T1"),
            Assert.Single(Says(Of([.. Good.Where(p => p.Id is not ("S1" or "S2"))])), f => f.Code == "eye-once") is var f
                ? (f.Code, f.Pieces[0])
                : default
        );

    [Fact]
    public void A_page_whose_weight_lies_to_one_side_is_noticed() =>
        Assert.Contains(
            Says(
                Of(
                    Ground("cream"),
                    Piece("B1", "4", "11", Left("1/4"), Top("1/2"), paper: "navy"),
                    Photo("P1", "3", "4", Left("3/4"), Top("1"), ("cream", "1/8")),
                    Photo("P2", "3", "4", Left("3/4"), Top("6"), ("cream", "1/8"))
                )
            ),
            f => f.Code == "eye-weight" && f.Says.ToString().Contains("left", StringComparison.Ordinal)
        );

    [Fact]
    public void A_bare_block_of_a_photos_size_beside_a_photo_is_noticed() =>
        Assert.Contains(
            Says(Of([.. Good.Where(p => p.Id != "T1"), Piece("D1", "4", "6", Left("8 1/2"), Top("3"), kind: PieceKind.DieCut)])),
            f => f.Code == "eye-looks-like-a-photo" && f.Pieces[0] == "D1"
        );

    [Fact]
    public void A_photo_tilted_too_far_is_tilted_less() =>
        Mends("eye-tilted", Of([.. Good.Select(p => p.Id == "P1" ? p with { Tilt = -12 } : p)]));

    [Fact]
    public void A_focal_photo_that_is_not_the_largest_is_noticed()
    {
        var small = Photo("P2", "2", "2", Left("1/4"), Top("4"), ("navy", "1/8"));
        var finding = Assert.Single(
            Says(Of([.. Good, small with { Opening = small.Opening! with { Focal = true } }])),
            f => f.Code == "eye-focal-is-small"
        );
        Assert.Equal(["P2", "P1"], finding.Pieces);
    }

    [Fact]
    public void What_the_eye_says_can_be_let_stand_and_switched_off()
    {
        var kit = Of([.. OnIvory]);
        Assert.Empty(Says(kit with { NoEye = true }));
        var seen = kit.With(kit.Layouts[0] with { Accepted = [new("eye-vanishes", "B1", "meant so")] });
        Assert.Equal("meant so", Assert.Single(Says(seen)).Accepted);
    }

    private static Piece Star(string id, string left, string top) =>
        Piece(id, "1", "1", Left(left), Top(top), kind: PieceKind.DieCut, paper: "coral");

    // An accent in a row of three; the same three as a triangle.
    [Theory]
    [InlineData("2", true)]
    [InlineData("4", false)]
    public void An_accent_in_one_line_is_told_and_a_triangle_is_not(string third, bool isTold)
    {
        var kit = Of(Ground("cream"), Star("D1", "1", "2"), Star("D2", "5", "2"), Star("D3", "9", third));
        Assert.Equal(isTold, Says(kit).Any(f => f.Code == "eye-on-a-line" && f.Pieces.SequenceEqual(["D1", "D2", "D3"])));
    }

    // Of four places D2 lies within the triangle of the others.
    [Fact]
    public void Where_an_accent_returns_its_widest_triangle_is_told()
    {
        IReadOnlyList<ColourReturn> Returns(params Piece[] stars)
        {
            var kit = Of([Ground("cream"), .. stars]);
            return EyeCheck.Look(kit, Resolver.Resolve(kit.Layouts[0], kit)).Returns;
        }
        var (first, second, third, fourth) = (Star("D1", "1", "1"), Star("D2", "3", "2"), Star("D3", "9", "1"), Star("D4", "5", "9"));
        var four = Assert.Single(Returns(first, second, third, fourth));
        Assert.Equal((4, "finding.returns"), (four.Pieces.Count, four.Says.Key));
        Assert.Equal(["L1-D1", "L1-D3", "L1-D4"], four.Corners);
        Assert.Equal("finding.returns-on-a-line", Assert.Single(Returns(first, third, Star("D5", "5", "1"))).Says.Key);
        Assert.Equal(["L1-D1", "L1-D2"], Assert.Single(Returns(first, second)).Corners);
        Assert.Equal(
            ("finding.returns-once", 0),
            Assert.Single(Returns(first)) is var once ? (once.Says.Key, once.Corners.Count) : default
        );
        var quiet = Of([Ground("cream"), first]) with { NoEye = true };
        Assert.Empty(EyeCheck.Look(quiet, Resolver.Resolve(quiet.Layouts[0], quiet)).Returns);
    }

    // Against all triples.
    [Fact]
    public void No_three_places_make_a_wider_triangle()
    {
        var chance = new Random(3);
        for (var round = 0; round < 60; round++)
        {
            var stars = Enumerable
                .Range(1, chance.Next(3, 9))
                .Select(i => (Id: $"D{i}", X: chance.Next(0, 10), Y: chance.Next(0, 10)))
                .ToList();
            var kit = Of([Ground("cream"), .. stars.Select(s => Star(s.Id, $"{s.X}", $"{s.Y}"))]);
            var corners = Assert.Single(EyeCheck.Look(kit, Resolver.Resolve(kit.Layouts[0], kit)).Returns).Corners;
            int Area(IReadOnlyList<(string Id, int X, int Y)> c) =>
                Math.Abs((c[1].X - c[0].X) * (c[2].Y - c[0].Y) - (c[2].X - c[0].X) * (c[1].Y - c[0].Y));
            var widest = from a in stars from b in stars from c in stars select Area([a, b, c]);
            Assert.Equal(widest.Max(), Area([.. corners.Select(l => stars.Single(s => $"L1-{s.Id}" == l))]));
        }
    }

    [Theory]
    [InlineData(PageSide.Left, true)]
    [InlineData(PageSide.Right, false)]
    public void An_accent_on_one_page_of_a_spread_is_told(PageSide second, bool isTold)
    {
        var layout = Layout(
            LayoutKind.Spread,
            Ground("cream"),
            Ground("cream") with
            {
                Id = "A2",
                Side = PageSide.Right,
            },
            Star("D1", "1", "2"),
            Star("D2", "5", "6") with
            {
                Side = second,
            }
        );
        Assert.Equal(isTold, Says(Kit(layout, Papers)).Any(f => f.Code == "eye-one-page"));
    }

    [Theory]
    [InlineData("10", "2", true)]
    [InlineData("10", "5", false)]
    [InlineData("6", "2", false)]
    public void Two_equal_parts_straight_opposite_are_told(string left, string top, bool isTold) =>
        Assert.Equal(isTold, Says(Of(Ground("cream"), Star("D1", "1", "2"), Star("D2", left, top))).Any(f => f.Code == "eye-opposite"));

    [Fact]
    public void Two_parts_by_themselves_are_a_pair_and_three_a_cluster()
    {
        Piece[] two = [Ground("cream"), Star("D1", "1", "2"), Star("D2", "2 1/2", "2 1/2")];
        Assert.Contains(Says(Of(two)), f => f.Code == "eye-pair" && f.Pieces.SequenceEqual(["D1", "D2"]));
        Assert.DoesNotContain(Says(Of([.. two, Star("D3", "2", "4")])), f => f.Code == "eye-pair");
        Assert.DoesNotContain(Says(Of([.. two.Take(2), Star("D2", "6", "7")])), f => f.Code == "eye-pair");
    }

    private static Piece With(Piece photo, Facing looks = Facing.Straight, PhotoTone tone = PhotoTone.Colour, bool focal = false) =>
        photo with
        {
            Opening = photo.Opening! with { Looks = looks, Tone = tone, Focal = focal },
        };

    // People look into the page: on a single page to its middle, on a spread to its seam (common practice, no source).
    [Theory]
    [InlineData(Facing.Left, "1", true)]
    [InlineData(Facing.Left, "7", false)]
    [InlineData(Facing.Right, "7", true)]
    [InlineData(Facing.Straight, "1", false)]
    public void People_who_look_out_of_the_page_are_told(Facing looks, string left, bool isTold)
    {
        var kit = Of(Ground("cream"), With(Photo("P1", "4", "6", Left(left), Top("3"), ("navy", "1/8")), looks));
        Assert.Equal(isTold, Says(kit).Any(f => f.Code == "eye-looks-out"));
        var spread = Layout(
            LayoutKind.Spread,
            With(Photo("P1", "4", "6", Left(left), Top("3"), ("navy", "1/8")), looks),
            With(Photo("P2", "4", "6", Left(left), Top("3"), ("navy", "1/8")), looks) with
            {
                Side = PageSide.Right,
            }
        );
        // On a spread it is the page that counts: one of two that look the same way looks out.
        Assert.Equal(
            looks == Facing.Straight ? 0 : 1,
            Says(Kit(spread, Papers)).Count(f => f.Code == "eye-looks-out" && f.Pieces[0] == (looks == Facing.Left ? "P1" : "P2"))
        );
    }

    [Fact]
    public void Of_two_equal_photos_that_look_out_it_is_said_that_they_change_places()
    {
        var kit = Of(
            Ground("cream"),
            With(Photo("P1", "4", "6", Left("1"), Top("3"), ("navy", "1/8")), Facing.Left),
            With(Photo("P2", "4", "6", Left("7"), Top("3"), ("navy", "1/8")), Facing.Right)
        );
        Assert.Equal(["P1", "P2"], Says(kit).First(f => f.Code == "eye-looks-out").Pieces);
    }

    // Grey swallows black and white; dark mats lift what is faded (common practice, no source).
    [Theory]
    [InlineData(PhotoTone.BlackAndWhite, "grey", true)]
    [InlineData(PhotoTone.BlackAndWhite, "navy", false)]
    [InlineData(PhotoTone.Faded, "cream", true)]
    [InlineData(PhotoTone.Faded, "navy", false)]
    [InlineData(PhotoTone.Colour, "grey", false)]
    public void A_mat_that_swallows_a_photo_is_told_with_those_that_would_not(PhotoTone tone, string mat, bool isTold)
    {
        var kit = Of(Ground("coral"), With(Photo("P1", "4", "6", Left("4"), Top("3"), (mat, "1/8")), tone: tone)) with
        {
            Papers = [.. Papers, Sheet("grey", "#8A8A8A")],
        };
        var told = Says(kit).Where(f => f.Code == "eye-swallowed").ToList();
        Assert.Equal(isTold ? 1 : 0, told.Count);
        foreach (var mend in told.SelectMany(f => f.OtherMends.Prepend(f.Mend!)))
            Assert.DoesNotContain(Says(kit.With(kit.Layouts[0].With(mend.Piece))), f => f.Code == "eye-swallowed");
    }

    // A kite 2 x 3 in stands at 4, 5 on the sheet.
    private static readonly Paper Kites = Sheet("kites", "#F7EFDD") with
    {
        FaceA = new()
        {
            Colour = "#F7EFDD",
            Ink = "#E0603F",
            Print = PrintKind.Figures,
            Motif = L("3"),
            Motifs = [new(L("4"), L("5"), L("2"), L("3"))],
        },
    };

    private static Kit OnKites(SheetPlace? from, string width, string height) =>
        Of(
            Ground("navy"),
            Piece("D1", width, height, Left("4"), Top("4"), paper: "kites", kind: PieceKind.Panel) with
            {
                CutFrom = from,
            }
        ) with
        {
            Papers = [.. Papers, Kites],
        };

    [Theory]
    [InlineData("5", "5", "3", "4", true, "4", "5")]
    [InlineData("3 1/2", "4 1/2", "3", "4", false, null, null)]
    [InlineData("5", "5", "1 1/2", "4", true, null, null)]
    [InlineData("8", "8", "3", "4", false, null, null)]
    public void A_motif_that_is_cut_through_is_told_and_moved_to_where_it_is_whole(
        string x,
        string y,
        string width,
        string height,
        bool isTold,
        string? toX,
        string? toY
    )
    {
        var kit = OnKites(new() { X = L(x), Y = L(y) }, width, height);
        var told = Says(kit).Where(f => f.Code == "eye-motif-cut").ToList();
        Assert.Equal(isTold ? 1 : 0, told.Count);
        if (toX is null)
            return;
        var piece = told[0].Mend!.Piece;
        Assert.Equal((L(toX), L(toY!)), (piece.CutFrom!.X, piece.CutFrom.Y));
        Assert.DoesNotContain(Says(kit.With(kit.Layouts[0].With(piece))), f => f.Code == "eye-motif-cut");
    }

    // Of a print all over, what is cut at the edge beside a whole one is not missed.
    [Fact]
    public void Beside_a_whole_motif_others_may_be_cut()
    {
        var all = Kites with { FaceA = Kites.FaceA with { Motifs = [.. Kites.FaceA.Motifs, new(L("6 1/2"), L("5"), L("2"), L("3"))] } };
        var kit = OnKites(new() { X = L("4"), Y = L("5") }, "3 1/2", "3") with { Papers = [.. Papers, all] };
        Assert.DoesNotContain(Says(kit), f => f.Code == "eye-motif-cut");
    }

    [Fact]
    public void A_piece_that_is_cut_anywhere_is_offered_the_place_that_shows_the_motif()
    {
        var kit = OnKites(null, "3", "4");
        var lost = Assert.Single(Says(kit), f => f.Code == "eye-motif-lost");
        var (from, sheet) = (lost.Mend!.Piece.CutFrom!, new Box(L("4"), L("5"), L("2"), L("3")));
        Assert.True(new Box(from.X, from.Y, lost.Mend.Piece.Size).Contains(sheet));
        Assert.DoesNotContain(
            Says(kit.With(kit.Layouts[0].With(lost.Mend.Piece))),
            f => f.Code.StartsWith("eye-motif", StringComparison.Ordinal)
        );
        Assert.Null(Assert.Single(Says(OnKites(null, "1", "4")), f => f.Code == "eye-motif-lost").Mend);
    }

    [Theory]
    [InlineData("7", true)]
    [InlineData("11", false)]
    public void A_busy_print_as_the_largest_piece_behind_is_told(string panel, bool isTold)
    {
        var kit = Of(Ground("leaves"), Piece("B1", panel, panel, Left("1/2"), Top("1/2"), paper: "navy"));
        Assert.Equal(isTold, Says(kit).Any(f => f.Code == "eye-busy-behind"));
    }

    // A page of 12 x 12 in: a photo of 6 x 8 in is a third of it, a busy panel of 6 x 4 in a sixth; read off on a raster, so about.
    [Fact]
    public void What_a_page_shows_is_told_in_shares()
    {
        var kit = Of(
            Ground("cream"),
            With(Photo("P1", "6", "8", Left("1"), Top("0")), focal: true),
            Piece("B1", "6", "4", Left("6"), Top("8"), paper: "plaid")
        );
        var eye = EyeCheck.Look(kit, Resolver.Resolve(kit.Layouts[0], kit));
        Assert.InRange(eye.Shares!.Photos, 31, 35);
        Assert.InRange(eye.Shares.Busy, 15, 19);
        Assert.InRange(eye.Shares.Calm, 48, 52);
        var focal = Assert.Single(eye.Focal);
        Assert.Equal(("P1", 33, Length.Zero), (focal.Piece, focal.Percent, focal.FromThird));
    }

    // A print with a little coral in it: from 3 % of the face on it is seen to return there.
    [Theory]
    [InlineData(0.08, 2)]
    [InlineData(0.01, 1)]
    public void A_colour_returns_in_a_print_that_has_enough_of_it(double share, int places)
    {
        var many = Sheet("many", "#DCE7EC", PrintKind.Floral, "#4F7F99") with
        {
            FaceA = new()
            {
                Colour = "#DCE7EC",
                Ink = "#4F7F99",
                Print = PrintKind.Floral,
                Colours = [new("#4F7F99", 0.3), new("#E0603F", share)],
            },
        };
        var kit = Of(Ground("cream"), Star("D1", "1", "1"), Piece("B1", "4", "4", Left("6"), Top("6"), paper: "many")) with
        {
            Papers = [.. Papers, many],
        };
        Assert.Equal(places, Assert.Single(EyeCheck.Look(kit, Resolver.Resolve(kit.Layouts[0], kit)).Returns).Pieces.Count);
    }

    [Fact]
    public void Colours_of_a_print_and_motifs_of_a_sheet_are_checked()
    {
        var bad = Kites with
        {
            FaceA = Kites.FaceA with
            {
                Colours = [new("red", 0.5), new("#E0603F", 1.5), new("#E0603F", double.NaN)],
                Motifs = [new(L("11"), L("1"), L("2"), L("2"))],
            },
        };
        Assert.Equal(
            [
                "papers[0].faceA.colours[0].colour",
                "papers[0].faceA.colours[1].share",
                "papers[0].faceA.colours[2].share",
                "papers[0].faceA.motifs[0]",
            ],
            KitRules.Faults(Of() with { Papers = [bad] }).Select(f => f.Path)
        );
    }
}
