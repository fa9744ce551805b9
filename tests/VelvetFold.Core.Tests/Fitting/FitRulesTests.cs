using CsCheck;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>What every fit keeps to, held against a judge that looks at boxes alone.</summary>
public class FitRulesTests
{
    private static readonly Piece[] Left =
    [
        Piece("A1", "12", "12", Kits.Left("0"), Top("0"), kind: PieceKind.Base),
        Photo("P1", "4", "6", Kits.Left("1"), Top("1"), ("other", "1/8")),
        Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1"), ("other", "1/8")),
        Piece("T1", "5", "1", Kits.Left("1"), Bottom("1"), kind: PieceKind.Title, paper: "other"),
    ];

    private static readonly Kit Single = Kit(Layout(LayoutKind.Single, Left));

    private static readonly Kit Spread = Kit(
        Layout(
            LayoutKind.Spread,
            [
                .. Left,
                Piece("C1", "12", "12", Kits.Left("0"), Top("0"), PageSide.Right, PieceKind.Base),
                Photo("P3", "3", "4", Kits.Left("1"), Top("1"), ("other", "1/8")) with
                {
                    Side = PageSide.Right,
                },
                Piece("J1", "6", "2", Kits.Left("1"), Bottom("1"), PageSide.Right, PieceKind.Journaling, "other"),
            ]
        )
    );

    private static IReadOnlyList<GuestPhoto> Photos(string line) => PhotoLine.Read(line, LengthUnit.Inch).Photos;

    private static readonly Gen<(string Line, bool Trims, bool IsSpread)> Questions = Gen.Select(
            Gen.Select(
                    Gen.Int[0, 5].Select(i => new[] { "3 x 4", "4 x 3", "4 x 6", "5 x 7", "3 1/2 x 5", "2 x 3" }[i]),
                    Gen.Int[0, 3].Select(i => new[] { "", " once", " whole", " left" }[i])
                )
                .Select((size, word) => size + word)
                .Array[1, 6]
                .Select(a => string.Join(", ", a)),
            Gen.Bool,
            Gen.Bool
        )
        .Select((line, trims, spread) => (line, trims, spread));

    private static Kit Of(bool trims, bool isSpread)
    {
        var kit = isSpread ? Spread : Single;
        return trims ? kit with { Matting = kit.Matting with { School = MatSchool.TrimPhoto } } : kit;
    }

    // 200 questions of both schools.
    [Fact]
    public void Originals_are_as_brought_whole_photos_lose_nothing_and_what_is_found_is_what_is_judged() =>
        Questions.Sample(
            (line, trims, isSpread) =>
            {
                var (kit, photos) = (Of(trims, isSpread), Photos(line));
                var judge = new PageJudge(kit, "L1", photos);
                foreach (var fit in FitSearch.Find(kit, "L1", photos).Fits)
                {
                    Assert.Equal(fit.Score, FitJudge.Of(kit, "L1", photos, fit.Changes).Score);
                    Assert.DoesNotContain(
                        judge.Faults(fit),
                        f =>
                            f.Split(' ')[0]
                                is "original-cut"
                                    or "whole-cut"
                                    or "title"
                                    or "overlap"
                                    or "edge"
                                    or "half-off"
                                    or "under-paper"
                                    or "pocket-out"
                                    or "large-patch"
                                    or "off-page"
                    );
                    Assert.All(
                        fit.Places.Where(p => photos.Single(q => q.Id == p.Photo).OneOfAKind),
                        p => Assert.DoesNotContain(fit.Changes, c => c.Move == OpeningMove.Pocket && c.Photos?.Contains(p.Photo) == true)
                    );
                }
            },
            iter: 200
        );

    private static readonly Kit Metric = Kit(
        new()
        {
            Id = "L1",
            Name = "Metric",
            Page = S("300 mm", "300 mm"),
            Pieces =
            [
                Piece("A1", "300 mm", "300 mm", Kits.Left("0 mm"), Top("0 mm"), kind: PieceKind.Base),
                Piece("A2", "280 mm", "200 mm", Kits.Left("10 mm"), Top("60 mm"), kind: PieceKind.Panel, paper: "other"),
                Photo("P1", "100 mm", "150 mm", Kits.Left("20 mm"), Top("70 mm"), ("plain", "3 mm")),
                Photo("P2", "130 mm", "90 mm", RightOf("P1", "6 mm"), Top("70 mm"), ("plain", "3 mm")),
                Piece("T1", "120 mm", "25 mm", Kits.Left("20 mm"), Top("15 mm"), kind: PieceKind.Title, paper: "other"),
                Piece("J1", "130 mm", "40 mm", Kits.Left("0 mm", "P2"), Under("P2", "6 mm"), kind: PieceKind.Journaling),
            ],
        }
    ) with
    {
        Unit = LengthUnit.Millimetre,
        Ruler = Length.Millimetres(1),
    };

    // Boxes 96 + 6 and 91 + 6 high differ by 5 mm: level by their middles, to the whole millimetre.
    [Fact]
    public void What_stands_level_by_its_middle_stands_on_the_ruler()
    {
        var mm = Length.Millimetres(1).Ticks;
        var block = Blocks.Of([S("70 mm", "102 mm"), S("70 mm", "97 mm")], 300 * mm, 120 * mm, 6 * mm, 4)[0];
        var cells = new (long X, long Y)[2];
        block.Place(0, 0, 6 * mm, cells, mm);
        Assert.Equal([(0, 0), (76 * mm, 2 * mm)], cells);
    }

    // The metric print sizes that people order (common practice, no source).
    [Fact]
    public void In_millimetres_the_rules_hold_and_everything_lies_on_the_ruler() =>
        Gen.Int[0, 5]
            .Select(i => new[] { "100 x 150", "150 x 100", "90 x 130", "130 x 90", "130 x 180", "100 x 100" }[i])
            .Array[1, 5]
            .Sample(
                sizes =>
                {
                    var photos = PhotoLine.Read(string.Join(", ", sizes), LengthUnit.Millimetre).Photos;
                    var judge = new PageJudge(Metric, "L1", photos);
                    foreach (var fit in FitSearch.Find(Metric, "L1", photos).Fits)
                    {
                        Assert.DoesNotContain(
                            judge.Faults(fit),
                            f =>
                                f.Split(' ')[0]
                                    is "overlap"
                                        or "title"
                                        or "edge"
                                        or "half-off"
                                        or "under-paper"
                                        or "off-page"
                                        or "large-patch"
                        );
                        var adapted = Adaptation.Apply(Metric, fit.Changes);
                        Assert.All(
                            Resolver.Resolve(adapted.Layouts[0], adapted).Pieces,
                            p =>
                                Assert.True(
                                    p.Box.X.IsOn(Metric.Ruler) && p.Box.Y.IsOn(Metric.Ruler)
                                        || (p.Box.Width.Ticks / Metric.Ruler.Ticks % 2 == 1),
                                    $"{p.Id} {p.Box}"
                                )
                        );
                    }
                },
                iter: 60
            );

    // A finite menu, enumerated by code of its own: every opening as designed, turned, or of the size of any photo, or given up; and one
    // more of any size beside any opening or under it. Nothing in it is better where it is said that nothing better is possible.
    [Fact]
    public void Where_nothing_better_is_said_to_be_possible_brute_force_finds_nothing_better()
    {
        var third = Photo("P3", "4", "3", Kits.Left("0", "P2"), Under("P2", "1/4"), ("other", "1/8"));
        Gen.Select(Questions, Gen.Int[1, 3])
            .Sample(
                (question, openings) =>
                {
                    var kit = Of(question.Trims, isSpread: false);
                    kit = kit.With(kit.Layouts[0] with { Pieces = [.. Left.Take(3), third, Left[^1]] });
                    kit = kit.With(kit.Layouts[0] with { Pieces = [.. kit.Layouts[0].Pieces.Take(1 + openings), Left[^1]] });
                    var photos = Photos(question.Line).Take(3).ToList();
                    var answer = FitSearch.Find(kit, "L1", photos);
                    foreach (var changes in Menu(kit, photos))
                    {
                        var score = FitJudge.Of(kit, "L1", photos, changes).Score;
                        Assert.True(score <= answer.Most, $"{question.Line}: {score} of at most {answer.Most}");
                        if (answer.IsExact)
                            Assert.True(score <= answer.Fits[0].Score, $"{question.Line}: {score} against {answer.Fits[0].Score}");
                    }
                },
                iter: 100
            );
    }

    private static IEnumerable<IReadOnlyList<OpeningChange>> Menu(Kit kit, IReadOnlyList<GuestPhoto> photos)
    {
        var layout = kit.Layouts[0];
        var resolved = Resolver.Resolve(layout, kit);
        IEnumerable<IReadOnlyList<OpeningChange>> all =
        [
            [],
        ];
        var sizes = photos.Select(p => p.Size).Distinct().ToList();
        foreach (var opening in layout.Pieces.Where(p => p.HoldsPhoto))
        {
            List<OpeningChange?> choices =
            [
                null,
                new("L1", opening.Id, OpeningMove.Turn),
                new("L1", opening.Id, OpeningMove.Remove),
                new("L1", opening.Id, OpeningMove.Patch, With: "other A"),
                .. sizes.Select(s => new OpeningChange("L1", opening.Id, OpeningMove.Resize, Size: s)),
            ];
            all = [.. all.SelectMany(before => choices.Select(c => (IReadOnlyList<OpeningChange>)(c is null ? before : [.. before, c])))];
        }
        List<OpeningChange?> more = [null];
        foreach (var box in resolved.Pieces.Where(p => p.Piece.HoldsPhoto).Select(p => p.Box))
        foreach (var size in sizes)
        {
            more.Add(new("L1", "N", OpeningMove.Add, With: "P1", Size: size, At: new(box.Right + L("1/4"), box.Y)));
            more.Add(new("L1", "N", OpeningMove.Add, With: "P1", Size: size, At: new(box.X, box.Bottom + L("1/4"))));
        }
        return all.SelectMany(before => more.Select(m => (IReadOnlyList<OpeningChange>)(m is null ? before : [m, .. before])));
    }

    [Fact]
    public void A_bar_parts_stories_and_each_gets_a_page_of_its_own()
    {
        var read = PhotoLine.Read("2 of 3 x 4 | 4 x 6, 3 x 4, one page, a flap is fine", LengthUnit.Inch);
        Assert.Equal([1, 1, 2, 2], read.Photos.Select(p => p.Story));
        Assert.Equal([1, 1, null, null], read.Photos.Select(p => p.Run));
        Assert.Equal(new(OnePage: true, FlapIsFine: true), read.Wishes);
        var fit = FitSearch.Find(Spread, "L1", Photos("3 x 4, 3 x 4 | 4 x 6, 3 x 4")).Fits[0];
        var after = Resolver.Resolve(Adaptation.Apply(Spread, fit.Changes).Layouts[0], Spread);
        var pages = fit
            .Places.OrderBy(p => p.Photo, StringComparer.Ordinal)
            .Select(p => after.Piece(p.Opening[3..])!.Box.X < L("12") ? 'l' : 'r')
            .ToArray();
        Assert.Equal("llrr", new string(pages));
    }

    [Fact]
    public void One_page_alone_is_among_what_is_offered_and_first_where_it_is_wished()
    {
        var fits = FitSearch.Find(Spread, "L1", Photos("3 of 3 x 4")).Fits;
        Assert.Contains(fits, f => f.Changes is [{ Move: OpeningMove.OnePage }, ..]);
        Assert.All(
            FitSearch.Find(Spread, "L1", Photos("3 of 3 x 4"), wishes: new(OnePage: true)).Fits,
            f => Assert.Equal(OpeningMove.OnePage, f.Changes[0].Move)
        );
        // The title comes along where the other page is used.
        var right = Assert.Single(FitSearch.Find(Spread, "L1", Photos("3 x 4"), 9).Fits, f => f.Changes is [{ With: "right" }, ..]);
        Assert.Equal(["T1"], right.Changes[0].Take);
        Assert.NotNull(Adaptation.Apply(Spread, right.Changes).Layouts[0].Piece("T1"));
    }

    [Theory]
    [InlineData("4 x 6, 3 x 4, 3 x 4", false)]
    // On two pages, each a little smaller; it was lost before, when what new openings are like had been taken out.
    [InlineData("7 of 4 x 6", false)]
    [InlineData("4 of 8 x 10", true)]
    public void A_flap_that_is_fine_is_taken_only_where_much_would_be_lost_without_it(string line, bool isTaken)
    {
        var (photos, wishes) = (Photos(line), new FitWishes(FlapIsFine: true));
        // A row of three over a card.
        var row = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "12", "12", Kits.Left("0"), Top("0"), kind: PieceKind.Base),
                Photo("P1", "3", "4", Kits.Left("3/4"), Top("2"), ("other", "1/8")),
                Photo("P2", "3", "4", Kits.Left("4 3/8"), Top("2"), ("other", "1/8")),
                Photo("P3", "3", "4", Kits.Left("8"), Top("2"), ("other", "1/8")),
                Piece("T1", "6", "3/4", Kits.Left("3/4"), Top("1"), kind: PieceKind.Title, paper: "other"),
                Piece("J1", "6", "4", Kits.Left("3/4"), Top("7"), kind: PieceKind.Journaling, paper: "other")
            )
        );
        var seen = FitSearch.Find(row, "L1", photos).Fits;
        Assert.DoesNotContain(seen, HasFlap);
        var fits = FitSearch.Find(row, "L1", photos, 10, wishes: wishes).Fits;
        Assert.Equal(isTaken, fits.Any(HasFlap));
        Assert.All(fits.Where(HasFlap), f => Assert.True(f.Score > seen[0].Score + 25, $"{f.Score} against {seen[0].Score}"));
        static bool HasFlap(Fit fit) => fit.Changes.Any(c => c.Move == OpeningMove.Pocket);
    }

    // In a kit that trims photos for their mats, what is one of a kind or whole keeps its size and the mat grows around it.
    [Theory]
    [InlineData("once")]
    [InlineData("whole")]
    public void A_mat_grows_around_what_must_not_be_trimmed(string word)
    {
        var trims = Of(trims: true, isSpread: false);
        var photos = Photos($"4 x 6 {word}, 3 x 4");
        var fit = FitSearch.Find(trims, "L1", photos).Fits[0];
        Assert.Contains(fit.Changes, c => (c.Piece, c.Move) == ("P1", OpeningMove.School));
        var adapted = Adaptation.Apply(trims, fit.Changes);
        var placed = Resolver.Resolve(adapted.Layouts[0], adapted).Piece("P1")!;
        Assert.Equal((S("4", "6"), S("4 1/4", "6 1/4")), (placed.PhotoBox!.Value.Size, placed.Box.Size));
        Assert.True(fit.Score > 95, $"{fit.Score}");
    }

    // A grey mat under a black-and-white photo disappears (common practice, no source).
    [Fact]
    public void A_black_and_white_photo_gets_the_mat_of_another_where_its_own_would_swallow_it()
    {
        var kit = Single with
        {
            Papers =
            [
                Paper("plain"),
                Paper("other") with
                {
                    FaceA = new() { Colour = "#8a8a8a" },
                },
                Paper("third") with
                {
                    FaceA = new() { Colour = "#b5502f" },
                },
            ],
        };
        kit = kit.With(
            kit.Layouts[0] with
            {
                Pieces = [Left[0], Left[1], Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1"), ("third", "1/8")), Left[3]],
            }
        );
        var fit = FitSearch.Find(kit, "L1", Photos("4 x 6 bw, 3 x 4")).Fits[0];
        Assert.Contains(fit.Changes, c => c is { Piece: "P1", Move: OpeningMove.Paper, With: "third A" });
        Assert.DoesNotContain(fit.Reasons, r => r.Says.ToString().Contains("is grey", StringComparison.Ordinal));
    }

    [Fact]
    public void A_piece_that_is_dragged_snaps_to_the_lines_and_what_it_meets_makes_room()
    {
        // Dragged to 1/16 beside the line of P1's foot: T1 stands at 10, J1 of the right page at 9.
        var moved = FitHand.Moved(Spread, "L1", [], "P3", new(L("1/16"), L("4 1/16")))!;
        var after = Resolver.Resolve(Adaptation.Apply(Spread, moved).Layouts[0], Spread);
        Assert.Equal(L("13"), after.Piece("P3")!.Box.X);
        Assert.False(after.Piece("P3")!.Box.Overlaps(after.Piece("J1")!.Box));
        // Dragged onto the card, the card gives way.
        var onCard = FitHand.Moved(Spread, "L1", [], "P3", new(L("2"), L("6")))!;
        var made = Resolver.Resolve(Adaptation.Apply(Spread, onCard).Layouts[0], Spread);
        Assert.Contains(onCard, c => c.Piece == "J1");
        Assert.False(made.Piece("P3")!.Box.Overlaps(made.Piece("J1")!.Box));
        Assert.Null(FitHand.Moved(Spread, "L1", [], "A1", new(L("1"), L("1"))));
        Assert.Null(FitHand.Moved(Spread, "L1", [], "P9", new(L("1"), L("1"))));
        Assert.Throws<ArgumentException>(() => FitHand.Moved(Spread, "L9", [], "P1", new(L("1"), L("1"))));
    }

    [Fact]
    public void What_is_held_stays_while_the_rest_is_arranged_and_no_page_becomes_worse() =>
        Gen.Select(Questions, Gen.Bool, Gen.Int[0, 3], Gen.Int[-40, 40], Gen.Int[-40, 40])
            .Sample(
                (question, isSpread, nth, x, y) =>
                {
                    var kit = Of(question.Trims, isSpread);
                    var photos = Photos(question.Line);
                    var pieces = kit.Layouts[0].Pieces.Where(p => p.HoldsPhoto || p.Kind == PieceKind.Title).ToList();
                    var held = pieces[nth % pieces.Count].Id;
                    if (FitHand.Moved(kit, "L1", [], held, new(L("1/16") * x, L("1/16") * y)) is not { } moved)
                        return;
                    var around = FitHand.Around(kit, "L1", photos, moved, [held]);
                    Box At(IReadOnlyList<OpeningChange> changes) =>
                        Resolver.Resolve(Adaptation.Apply(kit, changes).Layouts[0], kit).Piece(held)!.Box;
                    Assert.Equal(At(moved), At(around));
                    Assert.True(FitJudge.Of(kit, "L1", photos, around).Score >= FitJudge.Of(kit, "L1", photos, moved).Score);
                },
                iter: 60
            );

    [Fact]
    public void A_photo_that_was_dragged_onto_another_keeps_its_place_and_the_other_makes_room()
    {
        var photos = Photos("4 x 6, 3 x 4");
        var moved = FitHand.Moved(Single, "L1", [], "P1", new(L("4"), L("0")))!;
        Assert.True(FitJudge.Of(Single, "L1", photos, moved).Score < 50);
        var around = FitHand.Around(Single, "L1", photos, moved, ["P1"]);
        var fit = FitJudge.Of(Single, "L1", photos, around);
        Assert.True(fit.Score > 85, $"{fit.Score}: {string.Join(' ', fit.Reasons.Select(r => r.Says))}");
    }

    [Fact]
    public void What_a_fit_does_is_said_in_one_sentence()
    {
        string Says(string line) =>
            FitSearch.Find(Single, "L1", Photos(line)).Fits[0] is var fit ? FitHeadline.Of(Single, "L1", Photos(line), fit).ToString() : "";
        Assert.Equal("As designed: every photo has its opening.", Says("4 x 6, 3 x 4"));
        Assert.Equal("Every photo is in sight: photo 2 lies, so its mats are turned.", Says("4 x 6, 4 x 3"));
    }

    // Half off a panel, and larger than every photo with nothing in it: no offer may be so, and by hand it is told.
    [Fact]
    public void What_no_offer_may_be_is_told_where_it_is_made_by_hand()
    {
        var kit = Single.With(
            Single.Layouts[0] with
            {
                Pieces =
                [
                    Left[0],
                    Piece("A2", "8 1/2", "8", Kits.Left("1/2"), Top("1/2"), kind: PieceKind.Panel, paper: "other"),
                    .. Left[1..],
                ],
            }
        );
        string[] Faults(string line, params OpeningChange[] changes) =>
            [.. FitJudge.Of(kit, "L1", Photos(line), changes).Reasons.Where(r => r.Points == 60).Select(r => r.Says.ToString())];
        Assert.Equal(
            ["L1-P2 lies half off L1-A2."],
            Faults("4 x 6, 3 x 4", new OpeningChange("L1", "P2", OpeningMove.Shift, At: new(L("1"), Length.Zero)))
        );
        Assert.Equal(
            ["L1-P1 would be larger than every photo, with nothing in it."],
            Faults("3 x 4", new OpeningChange("L1", "P1", OpeningMove.Patch, With: "plain A"))
        );
        Assert.Empty(Faults("4 x 6, 3 x 4"));
    }

    // An opening whose card holds its place already lacks nothing, and nothing better than that is possible.
    [Fact]
    public void An_opening_that_waits_for_its_photo_stays_as_it_is()
    {
        var waiting = Adaptation.Apply(Single, [new("L1", "P2", OpeningMove.Placeholder)]);
        var answer = FitSearch.Find(waiting, "L1", Photos("4 x 6"));
        Assert.Equal((100m, 100m, true), (answer.Fits[0].Score, answer.Most, answer.IsExact));
        Assert.Empty(answer.Fits[0].Changes);
    }

    // Whatever the sizes: in their order, none on another, apart by the gap, inside what was asked for.
    [Fact]
    public void Blocks_lie_apart_in_their_order() =>
        Gen.Select(Gen.Select(Gen.Int[2, 6], Gen.Int[2, 6]).Array[1, 6], Gen.Int[6, 14], Gen.Int[6, 14])
            .Sample(
                (sizes, width, height) =>
                {
                    var boxes = sizes.Select(s => new Size(Length.Inches(s.Item1), Length.Inches(s.Item2))).ToList();
                    var (gap, w, h) = (L("1/4").Ticks, Length.Inches(width).Ticks, Length.Inches(height).Ticks);
                    foreach (var block in Blocks.Of(boxes, w, h, gap, 12))
                    {
                        var cells = new (long X, long Y)[boxes.Count];
                        block.Place(0, 0, gap, cells);
                        var placed = cells.Select((c, i) => new Box(new(c.X), new(c.Y), boxes[i])).ToList();
                        Assert.True(block.Width <= w && block.Height <= h);
                        Assert.Equal((block.Width, block.Height), (placed.Max(p => p.Right.Ticks), placed.Max(p => p.Bottom.Ticks)));
                        for (var i = 0; i < placed.Count; i++)
                        for (var j = i + 1; j < placed.Count; j++)
                        {
                            Assert.True(
                                placed[i].Right.Ticks + gap <= placed[j].X.Ticks || placed[i].Bottom.Ticks + gap <= placed[j].Y.Ticks,
                                $"{placed[i]} and {placed[j]}"
                            );
                        }
                    }
                },
                iter: 200
            );

    // By hand: a 6 x 4 and a 4 x 6 beside each other with 1/4 between are 10 1/4 x 6; under each other 6 x 10 1/4.
    [Fact]
    public void Two_boxes_make_two_blocks() =>
        Assert.Equal(
            [(L("10 1/4").Ticks, L("6").Ticks), (L("6").Ticks, L("10 1/4").Ticks)],
            Blocks
                .Of([S("6", "4"), S("4", "6")], L("12").Ticks, L("12").Ticks, L("1/4").Ticks, 9)
                .Select(b => (b.Width, b.Height))
                .OrderByDescending(b => b.Width)
        );

    // Three by three, by hand: the rows take 3, 2 and 2, in the only order that adds up to 5.
    [Fact]
    public void Photos_are_assigned_at_the_least_cost() =>
        Assert.Equal(
            [1, 0, 2],
            Placing.Assign(
                new double[,]
                {
                    { 4, 1, 3 },
                    { 2, 0, 5 },
                    { 3, 2, 2 },
                },
                3
            )
        );

    // What is said of one size in one breath belongs together only where there are others it could be told from.
    [Fact]
    public void Photos_that_are_all_of_one_run_are_no_group_that_two_pages_would_split()
    {
        Piece Opening(string id, string left, PageSide side) =>
            Photo(id, "3", "4", Kits.Left(left), Top("1"), ("other", "1/8")) with
            {
                Side = side,
            };
        var kit = Kit(
            Layout(
                LayoutKind.Spread,
                Opening("P1", "1", PageSide.Left),
                Opening("P2", "5", PageSide.Left),
                Opening("P3", "1", PageSide.Right),
                Opening("P4", "5", PageSide.Right)
            )
        );
        Assert.Equal(100, FitJudge.Of(kit, "L1", Photos("4 of 3 x 4"), []).Score);
        Assert.True(FitJudge.Of(kit, "L1", Photos("1 of 3 x 4 | 3 of 3 x 4"), []).Score < 100);
    }

    [Fact]
    public void More_photos_than_are_fitted_are_refused()
    {
        FitJudge.Of(Single, "L1", Photos($"{FitSearch.MostPhotos} of 2 x 3"), []);
        Assert.Throws<ArgumentException>(() => FitJudge.Of(Single, "L1", Photos($"{FitSearch.MostPhotos + 1} of 2 x 3"), []));
    }

    [Fact]
    public void No_patch_is_larger_than_the_largest_photo()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Photo("P1", "6", "8", Kits.Left("1/2"), Top("1/2"), ("other", "1/8")),
                Photo("P2", "3", "4", Kits.Left("8"), Top("1/2"), ("plain", "1/8"))
            ),
            Paper("plain"),
            Paper("other"),
            Paper("third")
        );
        foreach (var fit in FitSearch.Find(kit, "L1", Photos("3 x 4")).Fits)
            Assert.DoesNotContain(fit.Changes, c => c is { Move: OpeningMove.Patch, Piece: "P1" });
    }
}
