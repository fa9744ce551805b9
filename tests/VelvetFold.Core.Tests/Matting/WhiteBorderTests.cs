using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Tests.Guides;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Matting;

/// <summary>White borders that are printed with photos, apart from mats and cropping; and the sizes prints are ordered at.</summary>
public class WhiteBorderTests
{
    private static Piece Bordered(string? border, MatSchool school, string width = "4", string height = "6")
    {
        var photo = Photo("P1", width, height, Left("1"), Top("1"), ("plain", "1/8"));
        return photo with { Opening = photo.Opening! with { School = school, Border = border is null ? null : L(border) } };
    }

    private static Kit With(params Piece[] pieces) => Kit(Layout(LayoutKind.Single, pieces));

    // By arithmetic: 1/8 shows on every side of a mat of 4 x 6, so 1/8 of each side comes off, and half of a border of 1/4 is left.
    [Fact]
    public void Trimming_takes_alike_from_all_sides_and_the_guide_says_what_is_left()
    {
        var written = Written.Of(With(Bordered("1/4", MatSchool.TrimPhoto)));
        var trim = Assert.Single(written.Steps, s => s.Kind == Core.Guides.StepKind.Trim).Text;
        Assert.Contains(
            "from 4 x 6 to 3¾ x 5¾: half of the difference from each side, so that ⅛ of their white border is left all round",
            trim,
            StringComparison.Ordinal
        );
        Assert.True(written.Proof().Holds);
    }

    [Fact]
    public void A_border_that_trimming_takes_is_told_and_kept_by_a_press()
    {
        var kit = With(Bordered("1/8", MatSchool.TrimPhoto));
        var finding = Assert.Single(PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)), f => f.Code == "border-trimmed");
        var mended = kit.With(kit.Layouts[0].With(finding.Mend!.Piece));
        Assert.DoesNotContain(PageCheck.Of(mended, Resolver.Resolve(mended.Layouts[0], mended)), f => f.Code == "border-trimmed");
        Assert.Equal(S("4", "6"), Resolver.Resolve(mended.Layouts[0], mended).Piece("P1")!.Stack.Photo);
    }

    [Theory]
    [InlineData("0", true)]
    [InlineData("2", true)]
    [InlineData("1 15/16", false)]
    public void A_border_leaves_something_of_the_photo(string border, bool isFault) =>
        Assert.Equal(
            isFault,
            KitRules.Faults(With(Bordered(border, MatSchool.GrowMat))).Any(f => f.Path == "layouts[0].pieces[0].opening.border")
        );

    [Fact]
    public void It_is_said_in_the_measure_line_and_said_back()
    {
        var kit = With();
        var read = MeasureLines.Read("photo 4 x 6 white border 1/4 focal on mat 1/8 plain, 1 from left, 1 from top", kit, "L1");
        Assert.Empty(read.Faults);
        Assert.Equal(L("1/4"), read.Layout.Piece("P1")!.Opening!.Border);
        Assert.Contains("white border 1/4", MeasureLines.Write(kit, read.Layout), StringComparison.Ordinal);
        Assert.NotEmpty(MeasureLines.Read("panel 4 x 6 plain white border 1/4, 1 from left, 1 from top", kit, "L1").Faults);
    }

    [Fact]
    public void Photos_with_and_without_one_are_counted_apart_and_drawn_apart()
    {
        var plain = Bordered(null, MatSchool.GrowMat) with { Id = "P2", Across = RightOf("P1", "1/4") };
        var kit = With(Bordered("1/4", MatSchool.GrowMat), plain);
        var work = new KitWork(kit);
        Assert.Equal(
            [(1, 3, L("1/4")), (1, 3, (Length?)null)],
            PieceCounts.Of(work, work.Run(3), 3, spares: false).Photos.Select(p => (p.PerKit, p.Total, p.Border))
        );
        Assert.Equal(
            [new(S("4", "6"), 2, L("1/4")), new TotalPhotos(S("4", "6"), 2)],
            RosterTotals
                .Of(
                    kit,
                    [
                        [],
                        [],
                    ]
                )
                .Photos.OrderByDescending(p => p.Border is not null)
        );
        Assert.Equal([(L("1/4"), L("1/4")), null], GangSheets.Of(kit, "Wren").Select(p => p.Border));
        var white = Assert.Single(
            LayoutPicture.Draw(kit, Resolver.Resolve(kit.Layouts[0], kit)).Marks.OfType<Core.Drawing.BoxMark>(),
            m => m.Colour == "#ffffff"
        );
        Assert.Equal(S("3 1/2", "5 1/2"), white.Hole!.Value.Size);
    }

    // Whatever trimming takes, the border that is left and the picture within it make the photo again.
    [Fact]
    public void What_is_left_of_a_border_and_what_it_frames_make_the_photo()
    {
        var any = CsCheck.Gen.Select(CsCheck.Gen.Int[1, 12], CsCheck.Gen.Int[1, 24], CsCheck.Gen.Bool);
        CsCheck.Check.Sample(
            any,
            said =>
            {
                var (reveal, border, trims) = said;
                var photo = Bordered($"{border}/32", trims ? MatSchool.TrimPhoto : MatSchool.GrowMat);
                photo = photo with { Opening = photo.Opening! with { Mats = [new() { Paper = "plain", Reveal = L($"{reveal}/32") }] } };
                var kit = With(photo);
                var stack = photo.Stack(kit)!;
                var (across, down) = photo.BorderLeft(stack)!.Value;
                Assert.Equal(across, down);
                Assert.Equal(L($"{border}/32") * 2, photo.Size.Width - stack.Photo.Width + across * 2);
                var told = PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)).Any(f => f.Code == "border-trimmed");
                Assert.Equal(!across.IsPositive, told);
            },
            iter: 200
        );
    }

    [Theory]
    [InlineData("4 x 6 border 1/4", "1/4", false)]
    [InlineData("2 of 4 x 6 whole white border 1/8 focal", "1/8", false)]
    [InlineData("4 x 6 border 2", null, true)]
    [InlineData("4 x 6 border wide", null, true)]
    [InlineData("4 x 6", null, false)]
    public void A_guests_photo_says_its_border(string line, string? border, bool isFault)
    {
        var (photos, faults) = PhotoLine.Read(line, LengthUnit.Inch);
        Assert.Equal(isFault, faults.Count > 0);
        Assert.All(photos, p => Assert.Equal(border is null ? null : L(border), p.Border));
    }

    // A border is as wide on any print: 4 x 6 with 1/4 shows 3 1/2 x 5 1/2, another shape than 3 1/2 x 5 1/4 would be without it.
    [Fact]
    public void Fits_give_the_opening_the_border_and_count_nothing_of_it_as_lost()
    {
        var kit = With(Bordered(null, MatSchool.GrowMat));
        var photos = PhotoLine.Read("4 x 6 border 1/4", LengthUnit.Inch).Photos;
        var fit = FitSearch.Find(kit, "L1", photos).Fits[0];
        Assert.Equal(100, fit.Score);
        var change = Assert.Single(fit.Changes);
        Assert.Equal((OpeningMove.Border, L("1/4")), (change.Move, change.Gutter));
        Assert.Equal(fit.Score, FitJudge.Of(kit, "L1", photos, fit.Changes).Score);
        var adapted = Adaptation.Apply(kit, fit.Changes);
        Assert.Equal(L("1/4"), adapted.Layouts[0].Piece("P1")!.Opening!.Border);
        Assert.Empty(FitSearch.Find(adapted, "L1", photos).Fits[0].Changes);
        Assert.Single(Adaptation.Unknown(kit, [change with { Gutter = L("2") }]));
    }

    // A white border parts a photo from a busy print as a mat does, and from a mat that would swallow it (common practice, no source).
    [Fact]
    public void A_border_does_what_a_mat_does_for_the_eye()
    {
        static Kit On(string? border)
        {
            var photo = Bordered(border, MatSchool.GrowMat);
            var ground = Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base) with { Paper = "plaid" };
            var kit = With(ground, photo with { Opening = photo.Opening! with { Mats = [] } });
            var plaid = kit.Papers[0] with
            {
                Id = "plaid",
                Name = "Plaid",
                FaceA = new() { Print = PrintKind.Plaid, Colour = "#445566" },
            };
            return kit with { Papers = [.. kit.Papers, plaid] };
        }
        static bool IsTold(Kit kit) =>
            Core.Eye.EyeCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)).Any(f => f.Code == "eye-photo-on-print");
        Assert.True(IsTold(On(null)));
        Assert.False(IsTold(On("1/4")));
    }

    // Common practice, no source: 3 1/4 square is trimmed from a 4 x 4; a size of one's own is ordered as it is.
    [Theory]
    [InlineData("3 1/4", "3 1/4", "4", "4")]
    [InlineData("6", "4", "6", "4")]
    [InlineData("5", "4 1/2", "5", "5")]
    [InlineData("11", "14", null, null)]
    public void A_photo_is_ordered_at_the_smallest_print_it_can_be_trimmed_from(string width, string height, string? w, string? h) =>
        Assert.Equal(w is null ? (Size?)null : S(w, h!), StandardSizes.OrderFor(S(width, height), LengthUnit.Inch, []));

    [Fact]
    public void A_kit_has_print_sizes_of_its_own()
    {
        NamedSize own = new("Long", S("3 1/4", "11"));
        Assert.Equal(S("11", "3 1/4"), StandardSizes.OrderFor(S("11", "3"), LengthUnit.Inch, [own]));
        Assert.Equal(S("11", "3 1/4"), StandardSizes.PrintFor(3300, 1000, LengthUnit.Inch, [own]));
        var kit = With(Bordered(null, MatSchool.GrowMat));
        Assert.Empty(KitRules.Faults(kit with { Prints = [own] }));
        Assert.Equal(
            ["prints[0].size", "prints[1].name"],
            KitRules.Faults(kit with { Prints = [own with { Size = S("0", "4") }, own with { Name = "" }] }).Select(f => f.Path)
        );
    }

    // ISO 1008 (from memory): the trade's 10 x 15 cm is 102 x 152 mm.
    [Fact]
    public void Metric_prints_have_their_true_sizes() =>
        Assert.Equal(
            new Size(Length.Millimetres(152), Length.Millimetres(102)),
            StandardSizes.OrderFor(new(Length.Millimetres(150), Length.Millimetres(100)), LengthUnit.Millimetre, [])
        );
}
