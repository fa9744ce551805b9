using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>What is done to a whole layout for a guest, the paper in the bag, and what was arranged by hand.</summary>
public class WholeFitsTests
{
    private static readonly Piece[] Pieces =
    [
        Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
        Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
        Photo("P2", "3", "4", RightOf("P1", "1/2"), Top("1"), ("other", "1/8")),
        Piece("T1", "5", "1", Left("1"), Bottom("1"), kind: PieceKind.Title, paper: "other"),
    ];

    private static readonly Kit Single = Kit(Layout(LayoutKind.Single, Pieces));

    private static GuestPhoto Brought(string id, string width, string height) => new() { Id = id, Size = S(width, height) };

    [Fact]
    public void People_look_onto_the_page_in_what_is_offered_first()
    {
        GuestPhoto[] photos = [Brought("a", "4", "6") with { Facing = Facing.Left }, Brought("b", "3", "4") with { Facing = Facing.Left }];
        var best = FitSearch.Find(Single, "L1", photos).Fits[0];
        Assert.DoesNotContain(best.Reasons, r => r.Says.ToString().StartsWith("The people in", StringComparison.Ordinal));
        // As designed, the large one on the left looks off the page: 6 points.
        Assert.Contains(FitJudge.Of(Single, "L1", photos, []).Reasons, r => r.Points == 6);
        // Mirrored it is the small one that does.
        OpeningChange mirror = new("L1", "", OpeningMove.Mirror);
        Assert.Contains(
            FitJudge.Of(Single, "L1", photos, [mirror]).Reasons,
            r => r.Says.ToString().StartsWith("The people in b", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_page_is_made_twice_for_twice_the_photos_and_a_card_lies_in_place_of_the_second_title()
    {
        OpeningChange twice = new("L1", "", OpeningMove.TwoPages);
        var layout = Adaptation.Apply(Single, [twice]).Layouts[0];
        Assert.Equal((LayoutKind.Spread, 4), (layout.Kind, layout.Pieces.Count(p => p.HoldsPhoto)));
        Assert.Equal(PieceKind.Journaling, layout.Piece("T1R")!.Kind);
        var resolved = Resolver.Resolve(layout, Single);
        Assert.Empty(resolved.Findings);
        Assert.Equal(resolved.Piece("P2")!.Box.Moved(L("12"), Length.Zero), resolved.Piece("P2R")!.Box);
        // And the left page of it alone is the page as it was.
        var back = Adaptation.Apply(Single, [twice, new("L1", "", OpeningMove.OnePage, With: "left")]);
        Assert.Equal(
            Resolver.Resolve(Single.Layouts[0], Single).Pieces.Select(p => p.Box),
            Resolver.Resolve(back.Layouts[0], back).Pieces.Select(p => p.Box)
        );
        Assert.Single(Adaptation.Unknown(Single, [new("L1", "", OpeningMove.OnePage, With: "left")]));
    }

    [Fact]
    public void An_opening_is_added_where_there_is_room_and_one_is_taken_out_without_moving_the_rest()
    {
        var fits = FitSearch.Find(Single, "L1", [Brought("a", "4", "6"), Brought("b", "3", "4"), Brought("c", "3", "4")]).Fits;
        var added = Assert.Single(fits.First(f => f.Changes.Count == 1).Changes);
        Assert.Equal((OpeningMove.Add, S("3", "4")), (added.Move, added.Size));
        var resolved = Resolver.Resolve(Adaptation.Apply(Single, [added]).Layouts[0], Single);
        var box = resolved.Piece(added.Piece)!.Box;
        Assert.All(
            resolved.Pieces.Where(p => p.Id != added.Piece && p.Piece.Kind != PieceKind.Base),
            p => Assert.False(p.Box.Overlaps(box))
        );
        var without = Adaptation.Apply(Single, [new("L1", "P1", OpeningMove.Remove)]);
        Assert.Equal(
            Resolver.Resolve(Single.Layouts[0], Single).Piece("P2")!.Box,
            Resolver.Resolve(without.Layouts[0], without).Piece("P2")!.Box
        );
    }

    // Four strips 1/4 wide show 1/8 all round a 4 x 6 (common practice, no source).
    [Fact]
    public void A_frame_takes_the_place_of_a_mat()
    {
        var framed = Adaptation.Apply(Single, [new("L1", "P1", OpeningMove.Frame)]);
        var strips = CutList
            .Of(framed, [Resolver.Resolve(framed.Layouts[0], framed)])
            .Where(p => p.Label.StartsWith("L1-P1 mat strip", StringComparison.Ordinal))
            .Select(p => p.Size)
            .ToList();
        Assert.Equal([S("4 1/4", "1/4"), S("4 1/4", "1/4"), S("6 1/4", "1/4"), S("6 1/4", "1/4")], strips);
        Assert.Single(Adaptation.Unknown(framed, [new("L1", "P1", OpeningMove.Frame)]));
    }

    // A 4 x 6 whose mat shows 1/8: on 4 1/4 x 6 1/4, with 1/4 on 4 1/2 x 6 1/2; of the other school the mat keeps 4 x 6 (common
    // practice, no source).
    [Fact]
    public void A_mat_takes_another_paper_another_reveal_and_the_other_school()
    {
        (string, Size) Mat(params OpeningChange[] changes) =>
            Adaptation.Apply(Single, changes) is var kit
            && CutList.Of(kit, [Resolver.Resolve(kit.Layouts[0], kit)]).Single(p => p.Label == "L1-P1 mat") is var mat
                ? (mat.Paper, mat.Size)
                : default;
        Assert.Equal(("other", S("4 1/4", "6 1/4")), Mat());
        Assert.Equal(("plain", S("4 1/4", "6 1/4")), Mat(new OpeningChange("L1", "P1", OpeningMove.Paper, With: "plain B")));
        Assert.Equal(("other", S("4 1/2", "6 1/2")), Mat(new OpeningChange("L1", "P1", OpeningMove.Reveal, Gutter: L("1/4"))));
        Assert.Equal(("other", S("4", "6")), Mat(new OpeningChange("L1", "P1", OpeningMove.School)));
        Assert.Equal(
            "plain",
            Adaptation
                .Apply(Single, [new("L1", "P1", OpeningMove.Card), new("L1", "P1", OpeningMove.Paper, With: "plain")])
                .Layouts[0]
                .Piece("P1")!
                .Paper
        );
        OpeningChange[] none =
        [
            new("L1", "P1", OpeningMove.Paper, With: "gold"),
            new("L1", "P1", OpeningMove.Paper, With: "plain C"),
            new("L1", "P1", OpeningMove.Reveal, Gutter: Length.Zero),
        ];
        Assert.Equal(none, Adaptation.Unknown(Single, none));
    }

    private static readonly Gen<GuestPhoto[]> AnyPhotos = Gen.Select(Gen.Int[2, 6], Gen.Int[2, 6], Gen.Int[0, 2], Gen.Bool)
        .Array[1, 5]
        .Select(photos =>
            photos
                .Select(
                    (p, i) =>
                        new GuestPhoto
                        {
                            Id = $"p{i}",
                            Size = new(Length.Inches(p.Item1), Length.Inches(p.Item2)),
                            Facing = (Facing)p.Item3,
                            MayCrop = p.Item4,
                        }
                )
                .ToArray()
        );

    // Layouts by chance: no fit brings trouble that the layout did not have, all of it can be cut, and its guide is proved where the
    // designer's is.
    [Fact]
    public void On_any_layout_a_fit_passes_the_page_the_cuts_and_the_guide() =>
        Gen.Select(Guides.AnyKit.Kit, AnyPhotos)
            .Sample(
                (kit, photos) =>
                {
                    static HashSet<string> Trouble(Kit kit) =>
                        [
                            .. Core
                                .Judgement.PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit))
                                .Where(f => f.Gravity == Gravity.Fault)
                                .Select(f => $"{f.Code} {string.Join(' ', f.Pieces)}"),
                        ];
                    var proved = KitAnswer.For(kit, 1).Proof.Holds;
                    foreach (var fit in FitSearch.Find(kit, "L1", photos, 3, Bag.Of(kit)).Fits)
                    {
                        // Who finds no place is told.
                        Assert.Equal(
                            photos.Length - fit.Places.Count,
                            fit.Reasons.Count(r => r.Says.ToString().Contains("finds no place", StringComparison.Ordinal))
                        );
                        Assert.Subset(photos.Select(p => p.Id).ToHashSet(), fit.Places.Select(p => p.Photo).ToHashSet());
                        // A whole photo printed smaller keeps its shape to the ruler's step.
                        Assert.All(
                            fit.Places,
                            place => Assert.True(place.Lost <= 0.02m || photos.Single(p => p.Id == place.Photo).MayLose)
                        );
                        var adapted = Adaptation.Apply(kit, fit.Changes);
                        // A page that is doubled or left alone has other pieces; what is refused there is tested above.
                        if (!fit.Changes.Any(c => c.IsWhole))
                            Assert.Subset(Trouble(kit), Trouble(adapted));
                        var answer = KitAnswer.For(Bag.Of(kit).Cut(adapted).Kit, 1);
                        Assert.Equal(
                            answer.CutList.Count
                                - answer.CutList.Count(c =>
                                    !answer
                                        .EachKit.Plan.BySheet.SelectMany(s => s.Patterns)
                                        .SelectMany(p => p.Placements)
                                        .Any(p => p.Labels.Contains(c.Label))
                                ),
                            answer
                                .EachKit.Plan.BySheet.SelectMany(s => s.Patterns)
                                .Sum(p => p.Placements.Sum(x => x.Labels.Count) * p.Times)
                        );
                        Assert.True(
                            answer.Proof.Holds || !proved,
                            string.Join(
                                '|',
                                answer.Proof.Faults.Select(f => f.Says.ToString()).Concat(fit.Changes.Select(c => c.Says(kit).ToString()))
                            )
                        );
                    }
                },
                iter: 25
            );

    [Fact]
    public void New_pieces_come_out_of_what_lies_in_the_bag_and_what_does_not_is_named()
    {
        // P1's mat of 4 1/4 x 6 1/4 is not needed; the card of 4 1/4 x 6 1/4 that takes its place is just that, turned or not.
        var card = Adaptation.Apply(Single, [new("L1", "P1", OpeningMove.Card)]);
        var own = Bag.Of(Single).For(card);
        Assert.Equal("L1-P1 mat, as it is", Assert.Single(own.Cut).Source);
        Assert.Empty(own.Missing);

        // A larger mat comes out of an offcut; where there is none it does not, and another paper is told with its contrast.
        var larger = Adaptation.Apply(Single, [new("L1", "P2", OpeningMove.Resize, Size: S("4", "5"))]);
        var bag = Bag.With(Single, [new("other", S("5", "6")), new("plain", S("5", "6"), Face: SheetFace.A)]).For(larger);
        Assert.Equal(("L1-P2 mat", "leftover 1, 5 x 6"), (bag.Cut[0].Label, bag.Cut[0].Source));
        var missing = Assert.Single(Bag.With(Single, [new("plain", S("5", "6"), Face: SheetFace.B)]).For(larger).Missing);
        Assert.Equal(("L1-P2 mat", SheetFace.B), (missing.Label, Assert.Single(missing.Instead).Face));
        // The old mat, 3 1/4 x 4 1/4, gives no strip as long as 5 1/4; a strip of paper does.
        Assert.False(missing.AsFrame);
        Assert.True(Assert.Single(Bag.With(Single, [new("other", S("6", "2"))]).For(larger).Missing).AsFrame);
        Assert.Empty(Bag.With(Single, []).For(Single).Missing);
    }

    [Fact]
    public void Paper_that_is_not_in_the_bag_is_a_reason_against_a_fit()
    {
        var (with, without) = (
            FitSearch.Find(Single, "L1", [Brought("a", "4", "6"), Brought("b", "4", "3")], 3, Bag.With(Single, [])),
            FitSearch.Find(Single, "L1", [Brought("a", "4", "6"), Brought("b", "3", "4"), Brought("c", "3", "4")], 3, Bag.With(Single, []))
        );
        // A turned mat is the same piece of paper.
        Assert.DoesNotContain(with.Fits[0].Reasons, r => r.Says.ToString().Contains("bag", StringComparison.Ordinal));
        var added = without.Fits.First(f => f.Changes.Any(c => c.Move == OpeningMove.Add));
        Assert.Contains(
            added.Reasons,
            r => r.Points == 3 && r.Says.ToString().EndsWith("does not come out of the bag: other to bring.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void What_is_arranged_by_hand_is_weighed_in_the_same_reasons()
    {
        GuestPhoto[] photos = [Brought("a", "4", "6"), Brought("b", "4", "3")];
        var found = FitSearch.Find(Single, "L1", photos).Fits[0];
        var judged = FitJudge.Of(Single, "L1", photos, found.Changes);
        Assert.Equal(found.Score, judged.Score);
        Assert.Equal(found.Places.OrderBy(p => p.Photo), judged.Places.OrderBy(p => p.Photo));
        // One photo more than there are openings, and one fewer.
        Assert.Contains(
            FitJudge.Of(Single, "L1", [.. photos, Brought("c", "3", "4")], found.Changes).Reasons,
            r => r.Says.ToString() == "c (3 x 4) finds no place on this layout."
        );
        Assert.Contains(FitJudge.Of(Single, "L1", [photos[0]], []).Reasons, r => r.Says.ToString() == "L1-P2 has no photo.");
        // Moved under the title.
        Assert.Contains(
            FitJudge.Of(Single, "L1", photos, [new("L1", "P1", OpeningMove.Shift, At: new(Length.Zero, L("4")))]).Reasons,
            r => r.Says.ToString() == "L1-T1 lies on L1-P1."
        );
    }

    // 21 and 1 are the ends of the scale; #767676 on white is 4.54, the best known grey that passes (WCAG 2.2, understanding 1.4.3).
    [Theory]
    [InlineData("#000000", "#ffffff", 21)]
    [InlineData("#123456", "#123456", 1)]
    [InlineData("#767676", "#ffffff", 4.54)]
    public void Contrast_is_that_of_the_guidelines(string first, string second, double ratio) =>
        Assert.Equal(ratio, Colours.Contrast(first, second), 2);

    // What a black-and-white photo disappears on: common practice, no source; the limits are ours.
    [Theory]
    [InlineData("#808080", true)]
    [InlineData("#806868", true)]
    [InlineData("#806766", false)]
    [InlineData("#464646", false)]
    [InlineData("#474747", true)]
    [InlineData("#cdcdcd", false)]
    [InlineData("#cccccc", true)]
    public void Grey_is_neither_light_nor_dark_and_close_to_no_hue(string colour, bool grey) => Assert.Equal(grey, Colours.IsGrey(colour));

    [Fact]
    public void A_black_and_white_photo_on_grey_and_a_part_on_a_face_are_told()
    {
        var grey = Single with { Papers = [Paper("plain"), Paper("other") with { FaceA = new() { Colour = "#8a8a8a" } }] };
        IReadOnlyList<GuestPhoto> brought = [Brought("a", "4", "6") with { BlackAndWhite = true }, Brought("b", "3", "4")];
        Assert.Contains(FitJudge.Of(grey, "L1", brought, []).Reasons, r => r.Says.ToString().Contains("is grey", StringComparison.Ordinal));
        // There is no other mat in the bag: straight on the plain page it stands out, and the other photo keeps its mat.
        Assert.Equal([OpeningMove.NoMat], FitSearch.Find(grey, "L1", brought).Fits[0].Changes.Select(c => c.Move));
        var covered = Single.With(
            Single.Layouts[0] with
            {
                Pieces = [.. Pieces, Piece("D1", "1", "1", Left("0", "P1"), Top("0", "P1"), kind: PieceKind.DieCut, paper: null)],
            }
        );
        Assert.Contains(
            FitJudge.Of(covered, "L1", [Brought("a", "4", "6") with { Room = Edge.Right }, Brought("b", "3", "4")], []).Reasons,
            r => r.Says.ToString() == "L1-D1 lies on a where it is not empty."
        );
        Assert.DoesNotContain(
            FitJudge.Of(covered, "L1", [Brought("a", "4", "6") with { Room = Edge.Left }, Brought("b", "3", "4")], []).Reasons,
            r => r.Says.ToString().Contains("not empty", StringComparison.Ordinal)
        );
    }
}
