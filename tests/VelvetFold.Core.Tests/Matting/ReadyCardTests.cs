using VelvetFold.Core.Counting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Tests.Guides;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Matting;

/// <summary>Cards that come cut serve as mats: their size is given, the photo follows it.</summary>
public class ReadyCardTests
{
    private static readonly PartSheet Cards = new()
    {
        Id = "cards",
        Name = "Cut cards",
        Kind = PartKind.Loose,
        Parts =
        [
            new()
            {
                Id = "sky",
                Count = 4,
                Size = S("4", "6"),
                Colour = "#8899aa",
            },
            new()
            {
                Id = "small",
                Count = 4,
                Size = S("3", "4"),
            },
            new() { Id = "unknown", Count = 1 },
        ],
    };

    private static Mat Card(string part, string reveal = "1/8") => new() { Card = new("cards", part), Reveal = L(reveal) };

    private static Piece OnCard(string id, string width, string height, AxisRule across, params Mat[] mats) =>
        Photo(id, width, height, across, Top("1")) with
        {
            Opening = new() { Mats = mats },
        };

    private static Kit With(MatSchool school, params Piece[] pieces) =>
        Kit(Layout(LayoutKind.Single, [Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base), .. pieces])) with
        {
            Parts = [Cards],
            Matting = new() { School = school, Reveal = L("1/8") },
        };

    private static MatStack Stack(MatSchool school, string width, string height, params Mat[] mats)
    {
        var kit = With(school, OnCard("P1", width, height, Left("1"), mats));
        return kit.Layouts[0].Piece("P1")!.Stack(kit)!;
    }

    // Common practice, no source: 3 x 4 trimmed to 2 3/4 x 3 3/4 on a 3 x 4 shows 1/8; the card turns with the photo; a print that is
    // smaller than the card asks for is not trimmed.
    [Theory]
    [InlineData("3", "4", "small", "2 3/4", "3 3/4", "3", "4")]
    [InlineData("4", "3", "small", "3 3/4", "2 3/4", "4", "3")]
    [InlineData("4", "6", "sky", "3 3/4", "5 3/4", "4", "6")]
    [InlineData("3 1/2", "5", "sky", "3 1/2", "5", "4", "6")]
    [InlineData("5", "7", "sky", "3 3/4", "5 3/4", "4", "6")]
    public void A_photo_is_trimmed_for_its_card_and_no_farther(
        string width,
        string height,
        string card,
        string photoWidth,
        string photoHeight,
        string outerWidth,
        string outerHeight
    )
    {
        var stack = Stack(MatSchool.TrimPhoto, width, height, Card(card));
        Assert.Equal((S(photoWidth, photoHeight), S(outerWidth, outerHeight)), (stack.Photo, stack.Outer));
    }

    [Fact]
    public void A_card_is_an_inner_mat_under_a_slightly_trimmed_photo()
    {
        var stack = Stack(MatSchool.TrimPhoto, "4", "6", Card("sky"), new Mat { Paper = "other", Reveal = L("1/4") });
        Assert.Equal([S("4", "6"), S("4 1/2", "6 1/2")], stack.Layers.Select(l => l.Size));
        Assert.Equal(S("3 3/4", "5 3/4"), stack.Photo);
    }

    [Fact]
    public void A_photo_that_is_not_smaller_than_its_card_is_told_and_trimmed_by_a_press()
    {
        var kit = With(MatSchool.GrowMat, OnCard("P1", "4", "6", Left("1"), Card("sky")));
        var finding = Assert.Single(Resolver.Resolve(kit.Layouts[0], kit).Findings, f => f.Code == "ready-card-too-small");
        var mended = kit.With(kit.Layouts[0].With(finding.Mend!.Piece));
        Assert.Equal(S("3 3/4", "5 3/4"), Resolver.Resolve(mended.Layouts[0], mended).Piece("P1")!.Stack.Photo);
    }

    [Fact]
    public void A_card_without_a_size_is_asked_for_it()
    {
        var kit = With(MatSchool.GrowMat, OnCard("P1", "3", "4", Left("1"), Card("unknown")));
        Assert.Contains(PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)), f => f.Code == "card-without-size");
    }

    [Fact]
    public void Cards_are_counted_and_packed_and_no_paper_is_cut_for_them()
    {
        var kit = With(
            MatSchool.TrimPhoto,
            OnCard("P1", "4", "6", Left("1"), Card("sky")),
            OnCard("P2", "6", "4", RightOf("P1", "1/4"), Card("sky"))
        );
        var count = Assert.Single(PartCounts.Of(kit, 6));
        Assert.Equal(("sky", 2, 3), (count.Needs[0].Part, count.Needs[0].PerKit, count.Total));
        Assert.Equal(["L1-P1 mat", "L1-P2 mat"], count.Needs[0].Labels);
        Assert.Contains(Packing.Of(kit), i => i.Label == "cards sky" && i.Count == 2);
        Assert.DoesNotContain(
            VelvetFold.Core.Cutting.CutList.Of(kit, [Resolver.Resolve(kit.Layouts[0], kit)]),
            c => c.Label.Contains("mat")
        );
    }

    [Fact]
    public void A_mat_is_cut_or_is_a_card_and_a_card_is_whole()
    {
        static IEnumerable<string> Faults(Mat mat) =>
            KitRules.Faults(With(MatSchool.GrowMat, OnCard("P1", "3", "4", Left("1"), mat))).Select(f => f.Path);
        Assert.Empty(Faults(Card("sky")));
        Assert.Equal(["layouts[0].pieces[1].opening.mats[0].card"], Faults(Card("sky") with { Paper = "plain" }));
        Assert.Equal(["layouts[0].pieces[1].opening.mats[0].card"], Faults(Card("sky") with { Card = null }));
        Assert.Equal(["layouts[0].pieces[1].opening.mats[0].card"], Faults(Card("sky") with { Gut = L("1") }));
    }

    [Fact]
    public void A_card_is_said_in_the_measure_line_and_said_back()
    {
        var kit = With(MatSchool.GrowMat);
        var read = MeasureLines.Read("photo 3 1/2 x 5 on mat card \"cut cards\" \"sky\", 1 from left, 1 from top", kit, "L1");
        Assert.Empty(read.Faults);
        Assert.Equal([Card("sky")], read.Layout.Piece("P1")!.Opening!.Mats);
        var written = MeasureLines.Write(kit, read.Layout);
        Assert.Contains("on mat 1/8 card \"cards\" \"sky\"", written, StringComparison.Ordinal);
    }

    [Fact]
    public void The_guide_says_which_card_and_what_shows_beside_and_above()
    {
        var kit = With(MatSchool.TrimPhoto, OnCard("P1", "3 1/2", "5", Left("1"), Card("sky")));
        var written = Written.Of(kit);
        Assert.Contains(
            written.Steps,
            s => s.Text.Contains("(4 x 6, sky from Cut cards): ¼ shows left and right, ½ above and below", StringComparison.Ordinal)
        );
        var proof = written.Proof();
        Assert.True(proof.Holds, written.Told(proof));
    }

    // For guests: the card turns with a photo that lies; one that is too large for it, or must not be trimmed, does without it.
    [Theory]
    [InlineData("6 x 4", true, 99)]
    [InlineData("3 1/2 x 5", true, 90)]
    [InlineData("5 x 7", false, 90)]
    [InlineData("4 x 6 once", false, 95)]
    public void Fits_take_a_card_as_large_as_it_is(string line, bool keeps, int atLeast)
    {
        var kit = With(MatSchool.TrimPhoto, OnCard("P1", "4", "6", Left("1"), Card("sky")));
        var photos = PhotoLine.Read(line, LengthUnit.Inch).Photos;
        var fit = FitSearch.Find(kit, "L1", photos).Fits[0];
        Assert.True(fit.Score >= atLeast - 5, $"{fit.Score}: {string.Join("; ", fit.Changes.Select(c => c.Says(kit)))}");
        var adapted = Adaptation.Apply(kit, fit.Changes);
        var placed = Resolver.Resolve(adapted.Layouts[0], adapted).Piece("P1")!;
        Assert.Equal(keeps, placed.Piece.Opening!.Mats.Count == 1);
        Assert.Equal(!keeps, fit.Changes.Any(c => c.Move == OpeningMove.NoCard));
        if (keeps)
            Assert.Equal(S("4", "6").LyingAs(photos[0].Size), placed.Box.Size);
        Assert.Equal(keeps ? 1 : 0, PartCounts.Of(adapted, 1)[0].Needs.Sum(n => n.PerKit));
    }

    // A fourth photo gets no card that is not in the bag.
    [Fact]
    public void An_opening_that_is_added_has_no_card()
    {
        var kit = With(MatSchool.TrimPhoto, OnCard("P1", "4", "6", Left("1"), Card("sky")));
        var fit = FitSearch.Find(kit, "L1", PhotoLine.Read("2 of 4 x 6", LengthUnit.Inch).Photos).Fits[0];
        Assert.Contains(fit.Changes, c => c.Move == OpeningMove.Add);
        Assert.Equal(1, PartCounts.Of(Adaptation.Apply(kit, fit.Changes), 1)[0].Needs.Sum(n => n.PerKit));
    }

    [Fact]
    public void What_is_left_without_a_photo_keeps_its_card_as_decoration_or_to_write_on()
    {
        var kit = With(
            MatSchool.TrimPhoto,
            OnCard("P1", "4", "6", Left("1"), Card("sky")),
            OnCard("P2", "4", "6", RightOf("P1", "1/4"), Card("sky"))
        );
        foreach (var move in new[] { OpeningMove.Card, OpeningMove.Patch })
        {
            var adapted = Adaptation.Apply(kit, [new("L1", "P2", move)]);
            var left = adapted.Layouts[0].Piece("P2")!;
            Assert.Equal(("cards", "sky", null, S("4", "6")), (left.Part!.Sheet, left.Part.Part, left.Paper, left.Size));
            Assert.Equal(2, PartCounts.Of(adapted, 1)[0].Needs.Sum(n => n.PerKit));
            var written = Written.Of(adapted);
            Assert.True(written.Proof().Holds, written.Told(written.Proof()));
        }
    }
}
