using CsCheck;
using NetTopologySuite.Geometries;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Tests.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Shapes, edges, hidden middles and frames, against closed formulas and against NetTopologySuite, a general geometry
/// library.</summary>
public class ShapeTests
{
    [Fact]
    public void Areas_and_bounds_of_templates_are_those_of_a_geometry_library() =>
        Gen.Select(Gen.Int[0, 400], Gen.Int[0, 400])
            .Array[3, 12]
            .Sample(corners =>
            {
                var points = corners.Select(c => new OutlinePoint(Length.Sixteenth * c.Item1, Length.Sixteenth * c.Item2)).ToList();
                var ring = points.Append(points[0]).Select(p => new Coordinate(p.X.Ticks, p.Y.Ticks)).ToArray();
                var polygon = new Polygon(new LinearRing(ring));
                var (bounds, envelope) = (Outline.Bounds(points), polygon.EnvelopeInternal);
                Assert.Equal(
                    (envelope.MinX, envelope.MinY, envelope.Width, envelope.Height),
                    (bounds.X.Ticks, bounds.Y.Ticks, bounds.Width.Ticks, bounds.Height.Ticks)
                );
                Assert.Equal(
                    Math.Abs(NetTopologySuite.Algorithm.Area.OfRingSigned(ring)) * 2,
                    (double)Outline.TwiceArea(points),
                    1e-6 * Math.Max(1, (double)Outline.TwiceArea(points))
                );
            });

    // A regular hexagon w from flat to flat is 2w/sqrt(3) from point to point, and its area is sqrt(3)/2 w^2: elementary geometry.
    [Theory]
    [InlineData("1")]
    [InlineData("2 1/2")]
    [InlineData("89 mm")]
    public void A_hexagon_is_regular(string flats)
    {
        var (width, height) = (L(flats), Outline.HexagonHeight(L(flats)));
        Assert.Equal(2 * width.ToInches() / Math.Sqrt(3), height.ToInches(), 1e-5);
        var (quarter, half) = (new Length(height.Ticks / 4), width.Half);
        OutlinePoint[] corners =
        [
            new(half, Length.Zero),
            new(width, quarter),
            new(width, height - quarter),
            new(half, height),
            new(Length.Zero, height - quarter),
            new(Length.Zero, quarter),
        ];
        Assert.Equal(
            Math.Sqrt(3) / 2 * width.ToInches() * width.ToInches(),
            (double)Outline.TwiceArea(corners) / 2 / Length.TicksPerInch / Length.TicksPerInch,
            1e-4
        );
    }

    // An oval drawn by NetTopologySuite from 400 points, and the hexagon's corners, against pi/4 and 3/4 of the box.
    [Fact]
    public void Areas_of_ovals_and_hexagons_are_those_of_a_geometry_library() =>
        Gen.Select(Gen.Int[1, 160], Gen.Int[1, 160])
            .Sample(
                (w, h) =>
                {
                    var size = new Size(Length.Sixteenth * w, Length.Sixteenth * h);
                    var (width, height) = (size.Width.ToInches(), size.Height.ToInches());
                    var factory = new NetTopologySuite.Utilities.GeometricShapeFactory
                    {
                        NumPoints = 400,
                        Width = width,
                        Height = height,
                        Base = new(0, 0),
                    };
                    var oval = factory.CreateEllipse().Area;
                    Assert.Equal(oval, Outline.SquareInches(new() { Kind = OutlineKind.Oval }, size), oval * 1e-3);
                    Coordinate[] corners =
                    [
                        new(width / 2, 0),
                        new(width, height / 4),
                        new(width, height * 3 / 4),
                        new(width / 2, height),
                        new(0, height * 3 / 4),
                        new(0, height / 4),
                        new(width / 2, 0),
                    ];
                    Assert.Equal(
                        new Polygon(new LinearRing(corners)).Area,
                        Outline.SquareInches(new() { Kind = OutlineKind.Hexagon }, size),
                        1e-9 * width * height
                    );
                    Assert.Equal(width * height, Outline.SquareInches(null, size), 1e-9);
                }
            );

    [Fact]
    public void A_piece_past_the_edge_of_a_trimmed_base_is_told()
    {
        var trimmed = Piece("B1", "11 1/2", "11 1/2", new Centred(), new Centred(), kind: PieceKind.Base);
        IReadOnlyList<Finding> Of(Piece piece) => KitAnswer.Pages(Kit(Layout(LayoutKind.Single, trimmed, piece)))[0].Findings;
        Assert.Contains(
            Of(Piece("S1", "11", "1", Left("1", "B1"), Top("2"))),
            f => f.Code == "past-the-base" && f.Says.ToString().Contains("½ past the trimmed edge of L1-B1", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Of(Piece("S1", "10", "1", Left("1", "B1"), Top("2"))), f => f.Code == "past-the-base");
        Assert.DoesNotContain(Of(Piece("S1", "12", "1", Left("0"), Top("2"))), f => f.Code == "past-the-base");
    }

    [Fact]
    public void The_largest_covered_rectangle_is_covered_and_none_is_larger() =>
        Gen.Select(BoxTests.SmallBox, BoxTests.SmallBox.Array[1, 4])
            .Sample(
                (box, covers) =>
                {
                    bool Covered(int x, int y) => covers.Any(c => c.Contains(Cell(x, y)));
                    Box Cell(int x, int y) => new(Length.Inches(x), Length.Inches(y), Length.Inches(1), Length.Inches(1));
                    var largest = 0;
                    for (var x = 0; x < 20; x++)
                    for (var y = 0; y < 20; y++)
                    for (var w = 1; x + w <= 20; w++)
                    for (var h = 1; y + h <= 20 && h <= 8; h++)
                    {
                        if (
                            w > 8
                            || w * h <= largest
                            || !box.Contains(new Box(Length.Inches(x), Length.Inches(y), Length.Inches(w), Length.Inches(h)))
                        )
                            continue;
                        if (Enumerable.Range(x, w).All(i => Enumerable.Range(y, h).All(j => Covered(i, j))))
                            largest = w * h;
                    }
                    var found = Hidden.LargestCovered(box, covers);
                    Assert.Equal(largest, found is { } b ? (int)(b.Size.Area / ((Int128)Length.TicksPerInch * Length.TicksPerInch)) : 0);
                },
                iter: 60
            );

    // Common practice, no source: a 1 in border from 12 x 12 leaves a frame and a 10 x 10.
    [Fact]
    public void Gutting_a_background_leaves_a_frame_and_its_middle()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "12", "12", Left("0"), Top("0")) with { Gut = L("1") }));
        var step = KitAnswer.For(kit, 1).Steps.Single(s => s.Text.Contains("Cut its inside out", StringComparison.Ordinal));
        Assert.Equal(4, step.Lines.Count);
        Assert.EndsWith(
            "Inside of L1-B1 (10 x 10) comes free, and the frame L1-B1 stays; keep both.",
            step.Lines[3],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_torn_edge_is_cut_larger_than_it_shows()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "6", "4", Left("0"), Top("0")) with
                {
                    Finishes = [new() { Edge = Edge.Bottom, Work = EdgeWork.Torn }, new() { Edge = Edge.Right, Work = EdgeWork.Inked }],
                }
            )
        );
        var cut = Assert.Single(KitAnswer.For(kit, 1).CutList);
        Assert.Equal(S("6", "4 1/4"), cut.Size);
        Assert.Equal(S("6", "4"), KitAnswer.Pages(kit)[0].Pieces[0].Placed!.Box.Size);
    }

    [Fact]
    public void A_strip_across_the_seam_is_cut_in_two_that_meet()
    {
        var kit = Kit(Layout(LayoutKind.Spread, Piece("S1", "20", "1", new Centred(), Top("2"), PageSide.Both)));
        Assert.Equal(
            [("L1-S1 left", S("10", "1")), ("L1-S1 right", S("10", "1"))],
            KitAnswer.For(kit, 1).CutList.Select(c => (c.Label, c.Size))
        );
        Assert.Empty(KitAnswer.Pages(kit)[0].Findings);
    }

    // A 5 x 7 mat of 1/2 in strips: 2 x (5 x 1/2) + 2 x (7 x 1/2) = 12 of 35 square inches, by hand.
    [Fact]
    public void A_mitred_frame_saves_what_its_middle_would_have_taken()
    {
        var frame = new MitredFrame(S("5", "7"), L("1/2"));
        Assert.Equal(
            [B("0", "0", "5", "1/2"), B("0", "6 1/2", "5", "1/2"), B("0", "0", "1/2", "7"), B("4 1/2", "0", "1/2", "7")],
            frame.Strips
        );
        Assert.Equal(S("4", "6"), frame.Opening);
        Assert.Equal(23, (double)frame.Saved / Length.TicksPerInch / Length.TicksPerInch, 1e-9);
    }

    [Fact]
    public void A_framed_mat_is_cut_as_four_strips()
    {
        var kit = Kit(Layout(LayoutKind.Single, Photo("P1", "5", "7", Left("1"), Top("1"), ("other", "1/4")) with { }));
        var piece = kit.Layouts[0].Pieces[0];
        kit = kit.With(
            kit.Layouts[0].With(piece with { Opening = piece.Opening! with { Mats = [piece.Opening.Mats[0] with { Frame = L("1/2") }] } })
        );
        Assert.Equal(
            [S("5 1/2", "1/2"), S("5 1/2", "1/2"), S("7 1/2", "1/2"), S("7 1/2", "1/2")],
            KitAnswer.For(kit, 1).CutList.Select(c => c.Size)
        );
    }

    [Fact]
    public void Gaps_and_parts_of_every_arrangement_add_up_to_the_whole() =>
        Gen.Select(Gen.Int[1, 60].Array[2, 6], Gen.Int[0, 200])
            .Sample(
                (parts, spare) =>
                {
                    var extents = parts.Select(p => Length.Sixteenth * p).ToList();
                    var room = extents.Aggregate(new Length(Length.Sixteenth.Ticks * spare + 17), (sum, e) => sum + e);
                    var gaps = Arrangement.Gaps(room, extents, Length.Sixteenth)!;
                    Assert.Equal(room, gaps.Concat(extents).Aggregate(Length.Zero, (sum, l) => sum + l));
                    Assert.True(gaps.Max() - gaps.Min() < Length.Sixteenth * 2);
                }
            );

    [Fact]
    public void Gaps_that_cannot_be_equal_are_told()
    {
        var layout = Layout(
            LayoutKind.Single,
            [.. Enumerable.Range(1, 4).Select(n => Piece($"S{n}", "2", "7", new Member("G1"), Top("2")))]
        ) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Evenly,
                    Members = ["S1", "S2", "S3", "S4"],
                    Start = L("1"),
                    End = L("1 1/16"),
                },
            ],
        };
        var resolved = Resolve(layout);
        Assert.Equal([L("11/16"), L("5/8"), L("5/8")], Assert.Single(resolved.Gaps).Gaps);
        Assert.Equal("unequal-gaps", Assert.Single(resolved.Findings).Code);
    }

    [Fact]
    public void Moving_changes_the_number_in_the_rule_and_keeps_what_it_leans_on() =>
        MeasureLineTests.AnyLayout.Sample(layout =>
        {
            var kit = Kit(layout);
            var before = Resolver.Resolve(layout, kit);
            // What is centred in a piece that has no place of its own cannot be measured from that piece's edge, and stays.
            bool HasGround(AxisRule rule) =>
                rule is not Centred { In: { } on } || before.Piece(on) is not null || layout.Arrangement(on) is not null;
            foreach (
                var piece in layout.Pieces.Where(p => p.Across is not Member && p.Down is not Member && before.Piece(p.Id) is not null)
            )
            {
                if (!HasGround(piece.Across) || !HasGround(piece.Down))
                    continue;
                var after = Resolver.Resolve(Nudge.Move(layout, kit, piece, L("1/16"), -L("1/4")), kit).Piece(piece.Id)!.Box;
                Assert.True(
                    before.Piece(piece.Id)!.Box.Moved(L("1/16"), -L("1/4")) == after,
                    $"{piece.Across} {piece.Down}: {before.Piece(piece.Id)!.Box} came to {after}"
                );
            }
        });

    // Neighbouring centres of a honeycomb are all w + g apart, in the row and between rows: elementary geometry. Checked on the centres,
    // with the distance of NetTopologySuite.
    [Fact]
    public void A_honeycomb_has_equal_gutters_on_all_six_sides()
    {
        var height = Outline.HexagonHeight(L("2"));
        var pieces = Enumerable
            .Range(1, 15)
            .Select(n =>
                Piece($"B{n}", "2", "2", new Member("G1"), new Member("G1")) with
                {
                    Size = new(L("2"), height),
                    Shape = new() { Kind = OutlineKind.Hexagon },
                }
            )
            .ToArray();
        var layout = Layout(LayoutKind.Single, pieces) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Honeycomb,
                    Members = [.. pieces.Select(p => p.Id)],
                    Columns = 5,
                    Gutter = L("1/8"),
                    Across = Left("1/4"),
                    Down = Top("1"),
                },
            ],
        };
        var boxes = Resolve(layout).Pieces.Select(p => p.Box).ToList();
        Coordinate Centre(int i) => new((boxes[i].X + boxes[i].Width.Half).Ticks, (boxes[i].Y + boxes[i].Height.Half).Ticks);
        foreach (var (a, b) in new[] { (0, 1), (0, 5), (1, 5), (5, 10), (5, 11) })
            Assert.Equal(L("2 1/8").Ticks, Centre(a).Distance(Centre(b)), 4.0);
    }

    [Fact]
    public void A_honeycomb_is_said_in_one_line_and_may_be_trimmed_at_the_edge()
    {
        var kit = Kit(Layout(LayoutKind.Single));
        var reading = MeasureLines.Read(
            "21 panels 2 x 2 5/16 plain, hexagon, in a honeycomb of 7 gap 1/8 trimmed, centred across, 1 from top",
            kit,
            "L1"
        );
        Assert.Empty(reading.Faults);
        Assert.DoesNotContain(KitAnswer.Page(reading.Kit, reading.Layout).Findings, f => f.Code == "off-page");
        var text = MeasureLines.Write(reading.Kit, reading.Layout);
        Assert.Contains("G1: honeycomb 7 B1", text, StringComparison.Ordinal);
        Assert.Equal(text, MeasureLines.Write(reading.Kit, MeasureLines.Read(text, kit, "L1").Layout));
    }

    [Fact]
    public void Pieces_that_change_places_lie_where_the_other_lay()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "3", "3", Left("1"), Top("1")),
            Piece("B2", "3", "3", RightOf("B1", "1/2"), Top("0", "B1"))
        );
        var (before, after) = (Resolve(layout), Resolve(LayoutWork.Swap(layout, "B1", "B2")));
        Assert.Equal((before.Piece("B1")!.Box, before.Piece("B2")!.Box), (after.Piece("B2")!.Box, after.Piece("B1")!.Box));
        Assert.Empty(after.Findings);
    }

    [Fact]
    public void Distances_are_measured_between_any_two_edges()
    {
        var layout = Layout(LayoutKind.Single, Piece("B1", "3", "3", Left("1"), Top("1")), Piece("B2", "2", "2", Left("6"), Top("2")));
        var resolved = Resolve(layout);
        var between = Distances.Between(resolved.Piece("B1")!, resolved.Piece("B2")!);
        Assert.Equal(L("2"), between.Single(d => d is { From: Edge.Right, To: Edge.Left }).Distance);
        Assert.Equal(L("7"), between.Single(d => d is { From: Edge.Left, To: Edge.Right }).Distance);
        Assert.Equal(L("1"), between.Single(d => d is { From: Edge.Top, To: Edge.Top }).Distance);
        var line = Distances.Line(Kit(layout), resolved.Piece("B1")!, Edge.Right, resolved.Piece("B2")!, Edge.Left);
        Assert.Equal((L("4"), L("6"), L("3"), "2"), (line.From, line.To, line.At, line.Text));
    }

    [Fact]
    public void Revisions_are_compared_in_words()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B2", "9", "1 1/2", Left("1"), Top("1")) with
                {
                    Name = "Strip",
                },
                Piece("B3", "4", "4", Left("1"), Under("B2"))
            )
        );
        var layout = kit.Layouts[0];
        var after = kit with
        {
            Kits = 12,
            Layouts =
            [
                layout with
                {
                    Pieces = [layout.Pieces[0] with { Size = S("9", "1 1/4") }, Piece("B4", "2", "2", Left("0"), Top("0"))],
                },
            ],
        };
        Assert.Equal(
            ["The number of kits went from 0 to 12.", "Strip (L1-B2) went from 1½ to 1¼ high.", "L1-B4 is new: 2 x 2.", "L1-B3 is gone."],
            Revisions.Compare(kit, after, MeasureLines.Write).Select(c => c.Says.ToString())
        );
        Assert.Empty(Revisions.Compare(kit, kit, MeasureLines.Write));
    }
}
