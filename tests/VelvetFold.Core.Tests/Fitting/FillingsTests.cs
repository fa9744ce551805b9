using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>What fills an opening without a photo, what holds the place of one that is to come, and the hidden middles its paper is cut
/// from.</summary>
public class FillingsTests
{
    private static readonly Piece[] Pieces =
    [
        Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
        Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
        Photo("P2", "3", "4", RightOf("P1", "1/2"), Top("1"), ("other", "1/8")),
        Piece("J1", "3", "3", Right("1"), Bottom("1"), kind: PieceKind.Journaling, paper: "other"),
    ];

    private static readonly PartSheet Shapes = new()
    {
        Id = "shapes",
        Name = "Shapes",
        Kind = PartKind.DieCuts,
        Parts = [new() { Id = "Star" }, new() { Id = "Moon", Count = 2 }],
    };

    private static readonly Kit Single = Kit(Layout(LayoutKind.Single, Pieces));

    private static GuestPhoto Brought(string id, string width, string height) => new() { Id = id, Size = S(width, height) };

    private static OpeningChange Change(string piece, OpeningMove move, string? with = null) => new("L1", piece, move, With: with);

    private static KitAnswer Answer(Kit kit, params OpeningChange[] changes) => KitAnswer.For(Adaptation.Apply(kit, changes), 1);

    // A placeholder card stands in for a photo that is not printed yet; its mat is cut all the same (common practice, no source).
    [Fact]
    public void A_placeholder_keeps_the_mats_and_is_no_photo_to_print()
    {
        var answer = Answer(Single, Change("P1", OpeningMove.Placeholder));
        Assert.True(answer.Proof.Holds);
        Assert.Equal(S("4 1/4", "6 1/4"), answer.CutList.Single(c => c.Label == "L1-P1 mat").Size);
        Assert.Equal(S("3", "4"), Assert.Single(answer.Counts.Photos).Size);
        Assert.Contains(answer.Steps, s => s.Text.StartsWith("Centre a placeholder card (4 x 6) on L1-P1 mat", StringComparison.Ordinal));
        Assert.Equal("1 x 4 x 6", answer.Materials.Single(m => m.Name == "Placeholder cards").Amount);
        Assert.Contains("1 photo;", answer.Layouts[0].Summary.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(GuideLanguage.English, "placeholder card")]
    [InlineData(GuideLanguage.German, "Platzhalterkarte")]
    public void A_placeholder_without_a_mat_and_one_of_the_trimming_school_are_proved_too(GuideLanguage language, string word)
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Pieces[0],
                Photo("P1", "4", "6", Left("1"), Top("1")),
                Photo("P2", "3", "4", RightOf("P1", "1"), Top("1"), ("other", "1/8"))
            )
        ) with
        {
            Matting = new() { School = MatSchool.TrimPhoto, Reveal = L("1/8") },
            Guide = new() { Language = language },
        };
        var answer = Answer(kit, Change("P1", OpeningMove.Placeholder), Change("P2", OpeningMove.Placeholder));
        Assert.True(answer.Proof.Holds, string.Join('|', answer.Proof.Faults.Select(f => f.Says.ToString())));
        Assert.Equal(2, answer.Steps.Sum(s => s.Lines.Append(s.Text).Count(t => t.Contains(word, StringComparison.OrdinalIgnoreCase))));
        // Nothing is trimmed: the card comes in the size that shows.
        Assert.DoesNotContain(answer.Steps, s => s.Kind == StepKind.Trim);
        Assert.Contains(
            answer.Steps,
            s => s.Text.Contains("2 3/4 x 3 3/4", StringComparison.Ordinal) || s.Text.Contains("2¾ x 3¾", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_measure_line_says_a_placeholder_and_reads_it_back()
    {
        var kit = Adaptation.Apply(Single, [Change("P1", OpeningMove.Placeholder)]);
        var text = LineWriter.Write(kit, kit.Layouts[0]);
        Assert.Single(text.Split('\n'), l => l.Contains(", placeholder,", StringComparison.Ordinal));
        var read = MeasureLines.Read(text, Single.With(Single.Layouts[0] with { Pieces = [] }), "L1");
        Assert.Equal([true, false], read.Layout.Pieces.Where(p => p.HoldsPhoto).Select(p => p.IsPlaceholder));
    }

    [Theory]
    [InlineData("faces right", "off the left side and off the lower side", "their faces are there")]
    [InlineData("faces below", "off the right side and off the upper side", "their faces are there")]
    [InlineData("faces left", "off the right side and off the lower side", "two cuts.")]
    public void A_guests_photo_is_trimmed_where_its_faces_are_not(string said, string off, string end)
    {
        var trims = Single with { Matting = Single.Matting with { School = MatSchool.TrimPhoto } };
        var (photos, _) = PhotoLine.Read($"4 x 6 {said}, 3 x 4", LengthUnit.Inch);
        var fit = FitSearch.Find(trims, "L1", photos).Fits[0];
        Assert.Equal(100, fit.Score);
        var change = Assert.Single(fit.Changes);
        Assert.Equal(("P1", OpeningMove.Faces), (change.Piece, change.Move));
        Assert.Contains("nothing is trimmed off there", change.Says(trims).ToString(), StringComparison.Ordinal);
        var steps = KitAnswer.For(Adaptation.Apply(trims, fit.Changes), 1).Steps;
        var step = Assert.Single(steps, s => s.Kind == StepKind.Trim && s.Pieces.Contains("L1-P1"));
        Assert.Contains(off, step.Text, StringComparison.Ordinal);
        Assert.Contains(end, step.Text, StringComparison.Ordinal);
        // Said of the very same side twice, nothing is changed.
        Assert.Empty(FitSearch.Find(Adaptation.Apply(trims, fit.Changes), "L1", photos).Fits[0].Changes);
        Assert.Single(Adaptation.Unknown(trims, [Change("P1", OpeningMove.Faces, "middle")]));
    }

    [Fact]
    public void A_photo_that_is_not_printed_yet_is_fitted_like_any_other_and_its_opening_waits()
    {
        var (photos, _) = PhotoLine.Read("4 x 6 later, 3 x 4", LengthUnit.Inch);
        Assert.Equal([true, false], photos.Select(p => p.Later));
        var fit = FitSearch.Find(Single, "L1", photos).Fits[0];
        Assert.Equal(100, fit.Score);
        Assert.Equal([("P1", OpeningMove.Placeholder)], fit.Changes.Select(c => (c.Piece, c.Move)));
        Assert.Equal("Photo 1 is not printed yet: a placeholder card holds L1-P1.", Assert.Single(fit.Reasons).Says.ToString());
        Assert.Equal(fit.Score, FitJudge.Of(Single, "L1", photos, fit.Changes).Score);
        // The host has the card ready and prints only the other photo.
        var totals = RosterTotals.Of(Single, [fit.Changes, []]);
        Assert.Equal([new(S("4", "6"), 1)], totals.Placeholders);
        Assert.Equal([new TotalPhotos(S("4", "6"), 1), new(S("3", "4"), 2)], totals.Photos);
        Assert.Single(GangSheets.Of(Adaptation.Apply(Single, fit.Changes), "Ada"));
    }

    [Fact]
    public void A_patch_is_as_large_as_the_mats_were_and_in_the_paper_that_is_said()
    {
        var answer = Answer(Single, Change("P1", OpeningMove.Patch, "plain B"));
        Assert.True(answer.Proof.Holds);
        var patch = answer.CutList.Single(c => c.Piece == "P1");
        Assert.Equal(("plain", SheetFace.B, S("4 1/4", "6 1/4")), (patch.Paper, patch.Face, patch.Size));
        OpeningChange[] none =
        [
            Change("P1", OpeningMove.Patch),
            Change("P1", OpeningMove.Patch, "gold"),
            Change("J1", OpeningMove.Patch, "plain"),
        ];
        Assert.Equal(none, Adaptation.Unknown(Single, none));
        Assert.Equal("L1-P1 becomes a patch of plain.", Change("P1", OpeningMove.Patch, "plain B").Says(Single).ToString());
    }

    [Fact]
    public void A_part_lies_in_the_middle_of_a_patch_of_the_mats_paper()
    {
        var kit = Single with { Parts = [Shapes] };
        // Nobody knows how large a star is until somebody says so, or uses one.
        Assert.Single(Adaptation.Unknown(kit, [Change("P2", OpeningMove.Part, "shapes Star")]));
        Assert.Single(Adaptation.Unknown(kit, [Change("P2", OpeningMove.Part, "shapes Sun") with { Size = S("2", "2") }]));
        Assert.Single(Adaptation.Unknown(kit, [Change("P2", OpeningMove.Part, "shapes Star") with { Size = S("5", "5") }]));
        var star = Change("P2", OpeningMove.Part, "shapes Star") with { Size = S("2", "2") };
        var answer = Answer(kit, star);
        Assert.True(answer.Proof.Holds);
        var resolved = Resolver.Resolve(Adaptation.Apply(kit, [star]).Layouts[0], kit);
        var (patch, laid) = (resolved.Piece("P2")!.Box, resolved.Pieces.Single(p => p.Piece.Part is not null).Box);
        Assert.Equal((S("3 1/4", "4 1/4"), S("2", "2")), (patch.Size, laid.Size));
        Assert.Equal((patch.X + L("5/8"), patch.Y + L("1 1/8")), (laid.X, laid.Y));
        Assert.Equal(1, answer.Counts.Parts.Single().Needs.Single().PerKit);
    }

    [Fact]
    public void What_an_opening_may_be_filled_with_names_its_paper_and_offers_only_parts_that_are_over()
    {
        var kit = Single.With(
            Single.Layouts[0] with
            {
                Pieces =
                [
                    .. Pieces,
                    Piece("D1", "2", "2", Left("1"), Bottom("1"), kind: PieceKind.DieCut, paper: null) with
                    {
                        Part = new() { Sheet = "shapes", Part = "Star" },
                    },
                    Piece("D2", "1", "1", Left("4"), Bottom("1"), kind: PieceKind.DieCut, paper: null) with
                    {
                        Part = new() { Sheet = "shapes", Part = "Moon" },
                    },
                ],
            }
        ) with
        {
            Parts = [Shapes],
        };
        var fillings = Fillings.Of(kit, Bag.With(kit, [new("plain", S("7", "5"), Face: SheetFace.A)]));
        Assert.Equal(["L1-P1", "L1-P2"], fillings.Select(f => f.Opening));
        var own = fillings[0].Fillings;
        Assert.Equal([OpeningMove.Card, OpeningMove.Placeholder], own.Take(2).Select(f => f.Move));
        var patches = own.Where(f => f.Move == OpeningMove.Patch).ToList();
        Assert.Equal(["plain A", "other A", "plain B", "other B"], patches.Select(p => p.With));
        Assert.Equal(["leftover 1, 7 x 5", "its own mat", null, null], patches.Select(p => p.Source?.ToString()));
        Assert.Equal(1, patches.Single(p => p.With == "other A").Contrast);
        Assert.Equal(["shapes Moon"], own.Where(f => f.Move == OpeningMove.Part).Select(f => f.With));
    }

    // Whatever the kit: what is offered can be done, brings no trouble onto the page, and its guide is proved where the designer's is.
    [Fact]
    public void All_that_is_offered_can_be_done() =>
        Guides.AnyKit.Kit.Sample(
            kit =>
            {
                static HashSet<string> Trouble(Kit kit) =>
                    [
                        .. PageCheck
                            .Of(kit, Resolver.Resolve(kit.Layouts[0], kit))
                            .Where(f => f.Gravity == Gravity.Fault)
                            .Select(f => $"{f.Code} {string.Join(' ', f.Pieces)}"),
                    ];
                var (bag, designed) = (Bag.Of(kit), Resolver.Resolve(kit.Layouts[0], kit));
                var proved = KitAnswer.For(kit, 1).Proof.Holds;
                foreach (var opening in Fillings.Of(kit, bag))
                foreach (var filling in opening.Fillings)
                {
                    var change = new OpeningChange("L1", opening.Opening[3..], filling.Move, With: filling.With);
                    Assert.Empty(Adaptation.Unknown(kit, [change]));
                    var (adapted, paper) = bag.Cut(Adaptation.Apply(kit, [change]));
                    // What runs off the page as designed does so with all that lies on it.
                    if (
                        designed.Piece(opening.Opening[3..]) is { } placed
                        && designed.Layout.PageBox(placed.Piece.Side).Contains(placed.Box)
                    )
                        Assert.Subset(Trouble(kit), Trouble(adapted));
                    Assert.True(KitAnswer.For(adapted, 1).Proof.Holds || !proved);
                    if (filling.Source is not null)
                        Assert.DoesNotContain(paper.Missing, m => m.Label == opening.Opening);
                }
            },
            iter: 15
        );

    [Fact]
    public void One_page_of_a_spread_is_mirrored_and_the_other_stays()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Spread,
                Piece("A", "3", "5", Left("1"), Top("1")),
                Piece("B", "2", "2", Seam("1/2"), Top("1")),
                Piece("C", "2", "2", RightOf("A", "1"), Top("8")),
                Piece("R", "4", "4", Left("2"), Top("2"), PageSide.Right)
            )
        );
        var mirrored = Adaptation.Apply(kit, [new("L1", "", OpeningMove.Mirror, With: "left")]);
        var (before, after) = (Resolver.Resolve(kit.Layouts[0], kit), Resolver.Resolve(mirrored.Layouts[0], mirrored));
        Assert.Empty(after.Findings);
        foreach (var id in new[] { "A", "B", "C" })
        {
            var (was, now) = (before.Piece(id)!.Box, after.Piece(id)!.Box);
            Assert.Equal((L("12") - was.Right, was.Y), (now.X, now.Y));
        }
        Assert.Equal(before.Piece("R")!.Box, after.Piece("R")!.Box);
        // Twice is as it was; a single page has no left page to mirror.
        var twice = Adaptation.Apply(mirrored, [new("L1", "", OpeningMove.Mirror, With: "left")]);
        Assert.Equal(before.Pieces.Select(p => p.Box), Resolver.Resolve(twice.Layouts[0], twice).Pieces.Select(p => p.Box));
        Assert.Single(Adaptation.Unknown(Single, [new("L1", "", OpeningMove.Mirror, With: "left")]));
    }

    // A spare mat stands up as decoration (common practice, no source), never larger than the photos, never on its own paper.
    [Fact]
    public void Where_there_is_a_card_already_a_spare_mat_stands_in_place_of_a_photo()
    {
        var fit = FitSearch.Find(Single, "L1", [Brought("a", "4", "6")]).Fits.First(f => f.Changes is [{ Piece: "P2" }]);
        Assert.Equal((OpeningMove.Patch, "other A"), (fit.Changes[0].Move, fit.Changes[0].With));
        Assert.Contains(fit.Reasons, r => r.Says.ToString() == "L1-P2 becomes a patch of other." && r.Points == 2);
        // Without a card to write on yet, it is that.
        var bare = Single.With(Single.Layouts[0] with { Pieces = Pieces[..3] });
        Assert.Contains(FitSearch.Find(bare, "L1", [Brought("a", "4", "6")]).Fits, f => f.Changes is [{ Move: OpeningMove.Card }]);
        // A patch of 4 1/4 x 6 1/4 beside a photo of 3 x 4 would be the largest thing on the page.
        Assert.All(
            FitSearch.Find(Single, "L1", [Brought("a", "3", "4")]).Fits,
            f => Assert.DoesNotContain(f.Changes, c => c is { Piece: "P1", Move: OpeningMove.Patch or OpeningMove.Card })
        );
    }

    [Fact]
    public void Where_a_mat_does_not_come_out_it_is_framed_or_shows_less_before_paper_is_brought()
    {
        GuestPhoto[] photos = [Brought("a", "4", "6"), Brought("b", "3", "4"), Brought("c", "3", "4")];
        Fit Added(params Leftover[] left) =>
            FitSearch.Find(Single, "L1", photos, 3, Bag.With(Single, left)).Fits.First(f => f.Changes.Any(c => c.Move == OpeningMove.Add));
        // Strips of 1/4 for a frame of 3 1/4 x 4 1/4.
        Assert.Contains(Added(new Leftover("other", S("5", "1"))).Changes, c => c.Move == OpeningMove.Frame);
        // A mat that shows 1/16 is 3 1/8 x 4 1/8: just that lies there, and no strip of 4 1/4.
        var less = Added(new Leftover("other", S("3 1/8", "4 1/8")));
        Assert.Contains(less.Changes, c => c.Move == OpeningMove.Reveal && c.Gutter == L("1/16"));
        Assert.DoesNotContain(less.Reasons, r => r.Says.ToString().Contains("to bring", StringComparison.Ordinal));
        // A mat of the photo's own size is 3 x 4.
        Assert.Contains(Added(new Leftover("other", S("3", "4"))).Changes, c => c.Move == OpeningMove.School);
        Assert.Contains(Added().Reasons, r => r.Says.ToString().EndsWith("other to bring.", StringComparison.Ordinal));
    }

    // A 10 x 10 panel under an 9 x 9 one hides 8 x 8, and 1/2 of lap all round: that is where a new piece of its paper comes from, with
    // no sheet more.
    [Fact]
    public void A_hidden_middle_is_cut_out_where_a_guests_new_piece_comes_from_it()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "ground"),
                Piece("B2", "12", "12", Left("0"), Top("0")),
                Piece("B3", "10", "10", Left("1"), Top("1"), paper: "third"),
                Photo("P1", "4", "6", Left("2"), Top("2"), ("other", "1/8")),
                Photo("P2", "3", "4", RightOf("P1", "1/2"), Top("2"), ("other", "1/8"))
            ),
            Paper("plain"),
            Paper("other"),
            Paper("third"),
            Paper("ground")
        );
        OpeningChange patch = Change("P1", OpeningMove.Patch, "plain A");
        var (adapted, paper) = Bag.Of(kit).Cut(Adaptation.Apply(kit, [patch]));
        Assert.Equal("hidden middle of L1-B2", Assert.Single(paper.Cut).Source);
        Assert.Equal(L("1 1/2"), adapted.Layouts[0].Piece("B2")!.Gut);
        var (before, after) = (KitAnswer.For(kit, 1), KitAnswer.For(adapted, 1));
        Assert.Equal(before.EachKit.Plan.For("plain")!.SheetsUsed, after.EachKit.Plan.For("plain")!.SheetsUsed);
        Assert.True(after.Proof.Holds);
        Assert.Equal(adapted.Layouts, KitAnswer.ForGuest(kit, [patch]).Kit.Layouts, (a, b) => a.Pieces.SequenceEqual(b.Pieces));
        Assert.Equal(
            1,
            RosterTotals
                .Of(
                    kit,
                    [
                        [patch],
                    ]
                )
                .Sheets.Single(s => s.Paper == "plain")
                .Count
        );
        // What is not hidden any more is not cut out.
        var bare = Adaptation.Apply(
            kit.With(kit.Layouts[0] with { Pieces = [.. kit.Layouts[0].Pieces.Where(p => p.Id != "B3")] }),
            [patch]
        );
        Assert.Null(Bag.Of(kit).Cut(bare).Kit.Layouts[0].Piece("B2")!.Gut);
    }

    [Fact]
    public void A_placeholder_and_a_pocket_go_into_the_bag_as_well()
    {
        var adapted = Bag.Adapted(Single, [Change("P1", OpeningMove.Placeholder), Change("P2", OpeningMove.Pocket)]);
        var items = Packing.Of(adapted);
        var said = items.Select(i => (i.Label, i.Layout, i.Stack.ToString(), i.Says.ToString(), i.Count));
        Assert.Contains(("L1-P1 card", "L1", "placeholder cards", "4 x 6", 1), said);
        Assert.Contains(("L1-P2K", "L1", "ready-made", "Hinged pocket, 3 x 4", 1), said);
        Assert.Equal(items.Count, items.Select(i => i.Label).Distinct().Count());
        Assert.DoesNotContain(Packing.Of(Single), i => i.Stack.ToString() is "placeholder cards" or "ready-made");
    }

    // What looks alike is one offer.
    [Theory]
    [InlineData("4 x 6, 3 x 4, 3 x 4")]
    [InlineData("4 x 6, 3 x 4, 3 x 4, 3 x 4")]
    [InlineData("4 x 6")]
    [InlineData("6 x 4, 6 x 4, 6 x 4")]
    public void Fits_that_are_offered_look_different(string photos)
    {
        var fits = FitSearch.Find(Single, "L1", PhotoLine.Read(photos, LengthUnit.Inch).Photos, 3, Bag.Of(Single)).Fits;
        string Boxes(Fit fit)
        {
            var kit = Adaptation.Apply(Single, fit.Changes);
            return string.Join(
                '|',
                Resolver.Resolve(kit.Layouts[0], kit).Pieces.Select(p => $"{p.Piece.Kind} {p.Box}").Order(StringComparer.Ordinal)
            );
        }
        Assert.InRange(fits.Count, 2, 3);
        Assert.Equal(fits.Count, fits.Select(Boxes).Distinct().Count());
        Assert.Equal(fits.OrderByDescending(f => f.Score), fits);
    }

    [Fact]
    public void A_sentence_begins_with_a_capital_and_a_sign_stays_as_it_is()
    {
        static string Printed(string photo) => Saying.Of("fit.why.printed", ("photo", photo), ("size", "4 x 6")).ToString();
        Assert.Equal("Photo 3 is printed at 4 x 6.", Printed("photo 3"));
        Assert.Equal("a is printed at 4 x 6.", Printed("a"));
        Assert.Equal("p1 is printed at 4 x 6.", Printed("p1"));
    }
}
