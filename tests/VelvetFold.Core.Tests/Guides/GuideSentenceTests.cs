using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>What the sentences of a guide say, on pages made for one thing each.</summary>
public class GuideSentenceTests
{
    // Common practice, no source: what is torn is cut larger, and what is left is told; a photo is trimmed off two sides.
    [Fact]
    public void Work_by_hand_says_what_comes_off_and_what_is_left()
    {
        var torn = Piece("B1", "6", "4", Left("1"), Top("1")) with
        {
            Finishes = [new() { Edge = Core.Measures.Edge.Bottom, Work = EdgeWork.Torn }],
            Tilt = -3,
        };
        var round = Piece("B2", "3", "3", Left("8"), Top("1")) with { Shape = new() { Kind = OutlineKind.Circle } };
        var photo = Photo("P1", "6", "4", Left("1"), Top("6"), ("other", "1/16"));
        photo = photo with { Opening = photo.Opening! with { School = Core.Matting.MatSchool.TrimPhoto } };
        var steps = Written.Of(Kit(Layout(LayoutKind.Single, torn, round, photo))).Steps;
        Assert.Equal(
            ["Tear L1-B1 along the bottom edge. ¼ comes off there. About 6 x 4 is left.", "Cut L1-B2 to a circle, 3 across."],
            steps.Where(s => s.Kind == StepKind.ByHand).Select(s => s.Text)
        );
        Assert.Contains(
            steps.SelectMany(s => s.Lines),
            l => l.EndsWith("Turn it 3 degrees anticlockwise about its middle.", StringComparison.Ordinal)
        );
        // Common practice, no source: 1/8 off a print of 4 x 6 leaves 3 7/8 x 5 7/8, and 1/16 of the mat shows.
        Assert.Equal(
            "Trim the photos for L1-P1 from 6 x 4 to 5⅞ x 3⅞: ⅛ off the right side and off the lower side, two cuts.",
            steps.Single(s => s.Kind == StepKind.Trim).Text
        );
    }

    [Fact]
    public void A_place_that_stays_empty_is_told_in_a_run_as_well()
    {
        Piece Empty(string id, string left)
        {
            var photo = Photo(id, "3", "4", Left(left), Top("1"));
            return photo with { Opening = photo.Opening! with { Use = OpeningUse.Empty } };
        }
        var written = Written.Of(Kit(Layout(LayoutKind.Single, Empty("P1", "1"), Empty("P2", "6"))));
        Assert.True(written.Proof().Holds, written.Told(written.Proof()));
        Assert.StartsWith(
            "The place of L1-P1 (3 x 4) stays empty: ",
            written.Steps.Single(s => s.Kind == StepKind.Lay).Lines[0],
            StringComparison.Ordinal
        );
    }

    // The number in brackets belongs to the edge that the sentence names, from the same edge of the page.
    [Fact]
    public void A_bottom_edge_in_line_is_measured_from_the_bottom()
    {
        var steps = Written
            .Of(
                Kit(
                    Layout(
                        LayoutKind.Single,
                        Piece("B1", "4", "7", Left("1"), Top("3 3/4")),
                        Piece("B2", "4", "3", Left("6"), Bottom("0", "B1"))
                    )
                )
            )
            .Steps;
        Assert.Contains(
            "its bottom edge in line with that of L1-B1 (1¼ from that of the page).",
            steps.Single(s => s.Kind == StepKind.Lay).Lines[1],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_side_that_is_unsaid_and_a_mat_that_comes_too_late_are_told_as_what_they_are()
    {
        var written = Written.Of(Kit(Layout(LayoutKind.Single, Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/8")))));
        var mat = written.Steps.Single(s => s.Kind == StepKind.Mat);
        var unsaid = written.Steps.Select(s =>
            s == mat ? s with { Text = s.Text.Replace(", front side showing", "", StringComparison.Ordinal) } : s
        );
        Assert.NotEqual(mat.Text, unsaid.Single(s => s.Kind == StepKind.Mat).Text);
        Assert.Contains(written.Proof([.. unsaid]).Faults, f => f.Code == "side-unsaid");
        var late = written.Steps.Where(s => s != mat).ToList();
        late.Insert(late.FindIndex(s => s.Kind == StepKind.Lay) + 1, mat);
        Assert.Contains(written.Proof(late).Faults, f => f.Code == "not-matted-yet");
    }

    // A print with one way up must not come off the sheet lying: the steps for a free print of the same size are wrong for it.
    [Fact]
    public void A_one_way_print_that_is_cut_lying_is_noticed()
    {
        Kit Of(Core.Stock.PrintDirection direction) =>
            Kit(
                Layout(LayoutKind.Single, Piece("B1", "4", "10", Left("1"), Top("1"))),
                Paper("plain", direction) with
                {
                    FaceB = null,
                    Size = S("12", "8"),
                }
            );
        var free = Written.Of(Of(Core.Stock.PrintDirection.Free));
        Assert.True(free.Proof().Holds);
        var kit = Of(Core.Stock.PrintDirection.OneWay);
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        var proof = GuideProof.Replay(kit, layouts, CutList.Of(kit, layouts), free.Plan, free.Steps);
        Assert.Contains(proof.Faults, f => f.Code == "cut-wrong");
    }

    // Schools of doing it, each common practice, no source.
    [Fact]
    public void The_guide_follows_the_school_of_its_kit()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "6", "4", new Hanging(Core.Measures.Edge.Right, L("1")), Top("1"))));
        string Said(GuideWishes wishes)
        {
            var written = Written.Of(kit with { Guide = wishes });
            Assert.True(written.Proof().Holds);
            return string.Join(' ', written.Steps.Select(s => s.Text));
        }
        var plain = Said(new());
        Assert.Contains("out dry", plain, StringComparison.Ordinal);
        Assert.Contains("a pile for each page", plain, StringComparison.Ordinal);
        Assert.Contains("to be trimmed off", plain, StringComparison.Ordinal);
        Assert.Contains("on the page or on its back", plain, StringComparison.Ordinal);
        Assert.Contains("hold each piece lightly", Said(new() { Laying = LayingSchool.Tack }), StringComparison.Ordinal);
        Assert.DoesNotContain("only then stick", Said(new() { Laying = LayingSchool.AsYouGo }), StringComparison.Ordinal);
        Assert.Contains("on their sheets until", Said(new() { Parts = PartsSchool.OnSheets }), StringComparison.Ordinal);
        Assert.Contains("trim that off before you stick it", Said(new() { Overhang = OverhangSchool.Before }), StringComparison.Ordinal);
        Assert.Contains("stick it, then trim that off", Said(new() { Overhang = OverhangSchool.After }), StringComparison.Ordinal);
        Assert.Contains("date on the page, and", Said(new() { Date = DateSchool.Front }), StringComparison.Ordinal);
        Assert.Contains("date on the back of the page.", Said(new() { Date = DateSchool.Back }), StringComparison.Ordinal);
    }

    // Common practice, no source: a photo 4 in high on a 3½ in band stands ¼ over it above and below, and that is meant.
    [Fact]
    public void A_photo_on_a_band_stands_over_it_and_that_is_no_fault()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("S1", "12", "3 1/2", Left("0"), Top("4"), kind: PieceKind.Strip),
                Photo("P1", "6", "4", new Centred("S1"), new Centred("S1"))
            )
        );
        var answer = KitAnswer.For(kit, 1);
        Assert.True(answer.Proof.Holds);
        var told = Assert.Single(answer.Layouts[0].Findings, f => f.Pieces[0] == "P1");
        Assert.Equal(("stands-over", Core.Layouts.Gravity.Note), (told.Code, told.Gravity));
        Assert.Null(told.Mend);
        Assert.StartsWith("L1-P1 stands ¼ over L1-S1 above and below.", told.Says.ToString(), StringComparison.Ordinal);
        Assert.Contains(
            answer.Steps,
            s => string.Join(' ', [s.Text, .. s.Lines]).Contains("It stands ¼ over L1-S1 above and below.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_mat_stack_is_drawn_apart_with_the_size_of_every_layer()
    {
        var kit = Kit(Layout(LayoutKind.Single, Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/8"), ("other", "1/4"))));
        var picture = Written.Of(kit).Steps.Single(s => s.Kind == StepKind.Mat).Apart!;
        var boxes = picture.Marks.OfType<Core.Drawing.BoxMark>().ToList();
        Assert.Equal([S("4 3/4", "6 3/4"), S("4 1/4", "6 1/4"), S("4", "6")], boxes.Select(b => b.Box.Size));
        Assert.All(boxes, b => Assert.True(new Core.Measures.Box(default, default, picture.Size).Contains(b.Box)));
        Assert.Contains("L1-P1 mat 2 4¾ x 6¾", picture.Says.ToString(), StringComparison.Ordinal);
    }

    // Two cuts, off the right and the lower side, unless the faces are there (common practice, no source): 1/8 off a 4 x 6 shows 1/16.
    [Theory]
    [InlineData(null, "off the right side and off the lower side")]
    [InlineData(Edge.Left, "off the right side and off the lower side")]
    [InlineData(Edge.Right, "off the left side and off the lower side")]
    [InlineData(Edge.Bottom, "off the right side and off the upper side")]
    public void A_photo_is_not_trimmed_where_its_faces_are(Edge? faces, string says)
    {
        var photo = Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/16"));
        var written = Written.Of(
            Kit(Layout(LayoutKind.Single, photo with { Opening = photo.Opening! with { School = MatSchool.TrimPhoto, Faces = faces } }))
        );
        var trim = Assert.Single(written.Steps, s => s.Kind == StepKind.Trim).Text;
        Assert.Contains("from 4 x 6 to 3⅞ x 5⅞: ⅛ " + says, trim, StringComparison.Ordinal);
        Assert.True(written.Proof().Holds);
    }

    [Fact]
    public void What_lies_about_right_has_no_measure()
    {
        var written = Written.Of(
            Kit(
                Layout(
                    LayoutKind.Single,
                    Piece("D1", "1", "1", Left("2"), Top("2")) with
                    {
                        Roughly = true,
                    },
                    Piece("D2", "1", "1", Left("3 1/2"), Top("2"))
                )
            )
        );
        var lines = written.Steps.Where(s => s.Kind == StepKind.Lay).SelectMany(s => s.Lines.Prepend(s.Text)).ToList();
        Assert.Contains(
            lines,
            l => l.Contains("L1-D1", StringComparison.Ordinal) && l.Contains("as it pleases you", StringComparison.Ordinal)
        );
        Assert.Contains(
            lines,
            l => l.Contains("L1-D2", StringComparison.Ordinal) && l.Contains("3½ from the left", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(lines, l => l.Contains("of L1-D1", StringComparison.Ordinal));
        Assert.True(written.Proof().Holds);
    }

    // 1/16 in is 1.5875 mm; half a millimetre on the ruler is written 0,5 in German.
    [Fact]
    public void A_german_guide_has_commas_in_its_decimals()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "4", "6", Left("1"), Top("1")) with
                {
                    Size = new(Length.Millimetres(100).Half, L("2")),
                    Tilt = 2.5m,
                }
            )
        ) with
        {
            Unit = LengthUnit.Millimetre,
            Ruler = Length.Millimetres(1).Half,
            Guide = new() { Language = GuideLanguage.German },
        };
        var written = Written.Of(
            kit with
            {
                Layouts =
                [
                    kit.Layouts[0] with
                    {
                        Pieces = [kit.Layouts[0].Pieces[0] with { Down = new FromEdge(Edge.Top, Length.Millimetres(25).Half) }],
                    },
                ],
            }
        );
        var text = string.Join(' ', written.Steps.Select(s => s.Text));
        Assert.Contains("12,5 mm vom oberen Rand", text, StringComparison.Ordinal);
        Assert.Contains("2,5 Grad", text, StringComparison.Ordinal);
        Assert.DoesNotContain("12.5", text, StringComparison.Ordinal);
        Assert.True(written.Proof().Holds);
    }
}
