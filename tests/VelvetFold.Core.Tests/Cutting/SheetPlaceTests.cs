using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Tests.Guides;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Pieces that are cut from a place of their own on the sheet: motifs, printed cards, parts of a printed base.</summary>
public class SheetPlaceTests
{
    private static SheetPlace At(string x, string y, string? across = null, string? down = null) =>
        new()
        {
            X = L(x),
            Y = L(y),
            EveryAcross = across is null ? null : L(across),
            EveryDown = down is null ? null : L(down),
        };

    private static Piece Motif(string id, string width, string height, SheetPlace? place, SheetFace face = SheetFace.A) =>
        Piece(id, width, height, Left("1"), Top("1")) with
        {
            CutFrom = place,
            Face = face,
        };

    private static Kit With(params Piece[] pieces) => Kit(Layout(LayoutKind.Single, pieces), Paper("plain"));

    private static SheetPlan Plan(Kit kit, int kits = 1) => new KitWork(kit).Plan(kits, CutMode.Batch).For("plain")!;

    private static IEnumerable<(string Piece, Box Box)> Lying(SheetPlan plan) =>
        plan.Patterns.SelectMany(p => p.Placements).Select(p => (p.Piece, p.Box));

    // Where a motif is seen on the back, turned like the page of a book, it lies as far from the right edge of the front (arithmetic).
    [Theory]
    [InlineData(SheetFace.A, "3 1/2")]
    [InlineData(SheetFace.B, "5 1/2")]
    public void A_motif_is_cut_where_it_is_printed(SheetFace face, string x)
    {
        var plan = Plan(With(Motif("B1", "3", "4", At("3 1/2", "2"), face)));
        Assert.Equal(("L1-B1", B(x, "2", "3", "4")), Assert.Single(Lying(plan)));
        Assert.True(plan.Proved);
    }

    [Fact]
    public void What_is_printed_in_one_place_takes_a_sheet_each_and_what_lies_clear_shares_one()
    {
        var twice = Plan(With(Motif("B1", "3", "4", At("3", "2")), Motif("B2", "3", "4", At("4", "3"))));
        Assert.Equal((2, 2), (twice.SheetsUsed, twice.LowerBound));
        var beside = Plan(With(Motif("B1", "3", "4", At("3", "2")), Motif("B2", "3", "4", At("7", "1"))), kits: 5);
        Assert.Equal((5, 5), (beside.SheetsUsed, beside.LowerBound));
        Assert.Single(beside.Patterns);
    }

    // Six copies of 4 x 6 on a sheet of 12 x 12 (arithmetic): seven kits take two sheets, and one would not do.
    [Fact]
    public void Of_several_copies_the_planner_chooses()
    {
        var plan = Plan(With(Motif("B1", "4", "6", At("4", "0", "4", "6"))), kits: 7);
        Assert.Equal((2, 2), (plan.SheetsUsed, plan.LowerBound));
        Assert.Equal(7, plan.Patterns.Sum(p => p.Times * p.Placements.Count));
    }

    [Fact]
    public void The_others_are_cut_between_where_that_saves_a_sheet()
    {
        var plan = Plan(With(Motif("B1", "4", "4", At("4", "4")), Motif("B2", "12", "4", null), Motif("B3", "4", "4", null)));
        Assert.Equal((1, 1), (plan.SheetsUsed, plan.LowerBound));
        Assert.Contains(("L1-B1", B("4", "4", "4", "4")), Lying(plan));
    }

    // Three pinwheeled round a fourth are parted by no cut from edge to edge: two sheets.
    [Fact]
    public void What_no_cut_from_edge_to_edge_parts_goes_onto_two_sheets()
    {
        var plan = Plan(
            With(
                Motif("B1", "8", "4", At("0", "0")),
                Motif("B2", "4", "8", At("8", "0")),
                Motif("B3", "8", "4", At("4", "8")),
                Motif("B4", "4", "8", At("0", "4"))
            )
        );
        Assert.Equal(2, plan.SheetsUsed);
    }

    // By chance: every piece as often as it is wanted, on one of its places, clear of the others, and no fewer sheets than the bound.
    [Fact]
    public void Whatever_has_a_place_lies_there()
    {
        var place = Gen.Select(Gen.Int[0, 20], Gen.Int[0, 20], Gen.Int[4, 20], Gen.Int[4, 20], Gen.Int[0, 3], Gen.Bool);
        Gen.Select(place.Array[1, 5], Gen.Int[0, 3], Gen.Int[1, 3])
            .Sample(
                (said, free, kits) =>
                {
                    var quarter = L("1/4");
                    var pieces = said.Select(
                            (s, i) =>
                                Piece($"B{i}", "1", "1", Left("1"), Top("1")) with
                                {
                                    Size = new(quarter * s.Item3, quarter * s.Item4),
                                    Face = s.Item6 ? SheetFace.A : SheetFace.B,
                                    CutFrom = new()
                                    {
                                        X = quarter * s.Item1,
                                        Y = quarter * s.Item2,
                                        EveryAcross = s.Item5 % 2 == 1 ? L("4") : null,
                                        EveryDown = s.Item5 > 1 ? L("5") : null,
                                    },
                                }
                        )
                        .Concat(Enumerable.Range(0, free).Select(i => Piece($"F{i}", "5", "3", Left("1"), Top("1"))));
                    var kit = With([.. pieces]);
                    var (plan, work) = (Plan(kit, kits), new KitWork(kit));
                    Assert.True(plan.LowerBound <= plan.SheetsUsed);
                    foreach (var cut in work.Pieces)
                    {
                        var lies = plan
                            .Patterns.SelectMany(p => p.Placements.Where(q => q.Piece == cut.Label).Select(q => (q.Box, p.Times)))
                            .ToList();
                        Assert.Equal(kits, lies.Sum(l => l.Times));
                        Assert.All(lies, l => Assert.True(cut.At is not { } at || at.Contains(l.Box)));
                    }
                    foreach (var pattern in plan.Patterns)
                    {
                        var boxes = pattern.Placements.Select(p => p.Box).ToList();
                        for (var i = 0; i < boxes.Count; i++)
                            Assert.All(boxes.Skip(i + 1), other => Assert.False(other.Overlaps(boxes[i])));
                        // Replayed cut by cut the pieces lie where the plan has them.
                        var table = TrimmerProgramme.Replay(pattern.Root.Box.Size, pattern.Cuts);
                        if (pattern.Cuts.Count > 0)
                            Assert.All(pattern.Placements, p => Assert.Contains(p.Box, table[p.Piece]));
                    }
                },
                iter: 300
            );
    }

    [Fact]
    public void The_guide_says_where_it_is_printed()
    {
        var sheet = Paper("two") with
        {
            Name = "Kites",
            FaceA = new()
            {
                Colour = "#ffffff",
                Ink = "#aa3322",
                Print = PrintKind.Plaid,
            },
            FaceB = new()
            {
                Colour = "#ffffff",
                Ink = "#3322aa",
                Print = PrintKind.Figures,
            },
        };
        var motif = Motif("B1", "3", "4", At("3 1/2", "2"), SheetFace.B) with { Paper = "two" };
        var written = Written.Of(Kit(Layout(LayoutKind.Single, motif), sheet));
        var step = Assert.Single(written.Steps, s => s.Kind == Core.Guides.StepKind.Cut);
        Assert.Contains(
            "L1-B1 is printed 3½ from the left edge of the sheet and 2 from its upper edge, seen on the figure side: it is cut out there.",
            step.Text,
            StringComparison.Ordinal
        );
        Assert.True(written.Proof().Holds);
        // From the front the first cut is 3 in from the other edge: 12 less 5 1/2 and 3 (arithmetic).
        Assert.Equal(B("5 1/2", "2", "3", "4"), new KitWork(written.Kit).EachKit.For("two")!.Patterns[0].Placements[0].Box);
    }

    [Fact]
    public void It_is_said_in_the_measure_line_and_said_back()
    {
        var kit = With();
        var read = MeasureLines.Read(
            "panel 3 x 4 plain called \"Kite\" from sheet at (3 1/2, 2) again every 4 across again every 6 down, 1 from left, 1 from top",
            kit,
            "L1"
        );
        Assert.Empty(read.Faults);
        Assert.Equal(At("3 1/2", "2", "4", "6"), Assert.Single(read.Layout.Pieces).CutFrom);
        Assert.Contains("from sheet at (3 1/2, 2) again every 4 across again every 6 down", MeasureLines.Write(kit, read.Layout));
        Assert.NotEmpty(MeasureLines.Read("panel 3 x 4 plain from sheet at 3, 1 from left, 1 from top", kit, "L1").Faults);
    }

    [Fact]
    public void A_place_that_the_sheet_does_not_have_is_told()
    {
        static IEnumerable<Finding> Told(Kit kit) =>
            PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)).Where(f => f.Code.StartsWith("place-", StringComparison.Ordinal));
        var kit = With(Motif("B1", "3", "4", At("9 1/2", "2")));
        var finding = Assert.Single(Told(kit));
        Assert.Equal("place-off-sheet", finding.Code);
        Assert.Empty(Told(kit.With(kit.Layouts[0].With(finding.Mend!.Piece))));
        Assert.Empty(Told(With(Motif("B1", "3", "4", At("9", "8")))));
        var joined = Motif("B1", "10", "4", At("1", "1")) with { Joins = [L("5")] };
        Assert.Equal("place-cut-apart", Assert.Single(Told(With(joined))).Code);
    }

    [Theory]
    [InlineData("-1", "2", null, "cutFrom.x")]
    [InlineData("1", "2", "1/8", "cutFrom.everyAcross")]
    [InlineData("1", "2", "1/4", null)]
    public void A_place_lies_on_a_sheet(string x, string y, string? every, string? fault) =>
        Assert.Equal(
            fault is null ? [] : [$"layouts[0].pieces[0].{fault}"],
            KitRules.Faults(With(Motif("B1", "3", "4", At(x, y, every)))).Select(f => f.Path)
        );

    [Fact]
    public void A_photo_has_none() =>
        Assert.Contains(
            KitRules.Faults(With(Photo("P1", "4", "6", Left("1"), Top("1")) with { CutFrom = At("1", "1") })),
            f => f.Path == "layouts[0].pieces[0].cutFrom"
        );

    [Fact]
    public void It_is_not_laid_by_hand_nor_cut_from_what_is_left()
    {
        var kit = With(Motif("B1", "3", "4", At("3", "2")), Motif("B2", "3", "4", null));
        var order = new KitWork(kit).Order(1, CutMode.Batch);
        Assert.Null(CutPlanner.Lay(order, "plain", [], "L1-B1"));
        Assert.Null(CutPlanner.Lay(order, "plain", ["L1-B1"], "L1-B2"));
        Assert.NotNull(CutPlanner.Lay(order, "plain", [], "L1-B2"));
        var sheet = order.Sheets.Single(s => s.Id == "plain");
        var scrap = new Remnant(PaperPart.OnHand(1, ""), S("6", "6"), 1);
        Assert.Equal(["L1-B1"], CutPlanner.OutOf(sheet, [scrap], order.Pieces, null).Left.Select(d => d.Id));
    }

    [Fact]
    public void A_kept_sheet_has_it_in_its_place_or_is_let_go()
    {
        static SheetPlan Kept(string x) =>
            Plan(
                With(Motif("B1", "3", "4", At("3", "2"))) with
                {
                    KeptSheets =
                    [
                        new()
                        {
                            Paper = "plain",
                            Mode = CutMode.Batch,
                            Pieces = [new("L1-B1", B(x, "2", "3", "4"))],
                        },
                    ],
                }
            );
        Assert.Empty(Kept("3").Stale);
        Assert.Single(Kept("4").Stale);
    }

    // What is printed on a card has one size and one way up: for a guest it moves, and is neither shrunk nor turned.
    [Fact]
    public void A_printed_card_is_moved_and_never_shrunk_for_a_guest()
    {
        var card = Piece("J1", "4", "3", Left("7"), Top("1"), kind: PieceKind.Journaling) with { CutFrom = At("2", "2") };
        var kit = With(
            Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
            Photo("P1", "4", "6", Left("1"), Top("1")),
            card
        );
        foreach (var line in new[] { "6 x 4", "6 x 4, 4 x 6", "4 x 6, 4 x 6, 4 x 3", "5 x 7, 4 x 4, 4 x 4" })
        foreach (var fit in FitSearch.Find(kit, "L1", PhotoLine.Read(line, LengthUnit.Inch).Photos).Fits)
            if (Adaptation.Apply(kit, fit.Changes).Layouts[0].Piece("J1") is { CutFrom: not null } kept)
                Assert.Equal(S("4", "3"), kept.Size);
    }

    // Another paper, or a ready-made part, has nothing printed there.
    [Fact]
    public void A_place_goes_with_its_paper()
    {
        var kit = With(Motif("J1", "3", "4", At("3", "2")) with { Kind = PieceKind.Journaling });
        var stickers = new PartSheet
        {
            Id = "st",
            Name = "Stickers",
            Kind = PartKind.Stickers,
            Parts = [new() { Id = "star", Count = 1 }],
        };
        kit = kit with { Papers = [.. kit.Papers, Paper("other")], Parts = [stickers] };
        var papered = Adaptation.Apply(kit, [new("L1", "J1", OpeningMove.Paper, With: "other A")]).Layouts[0].Piece("J1")!;
        Assert.Equal(("other", (SheetPlace?)null), (papered.Paper, papered.CutFrom));
        var read = MeasureLines.Read("J1 part \"st\" \"star\"", kit, "L1");
        Assert.Empty(read.Faults);
        Assert.Null(read.Layout.Piece("J1")!.CutFrom);
    }

    // A large motif that is cut out where it is printed is not lost (common practice, no source).
    [Fact]
    public void A_motif_that_is_cut_from_its_place_is_not_lost()
    {
        static bool IsTold(SheetPlace? place)
        {
            var kit = With(
                Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "other"),
                Motif("B1", "3", "4", place)
            );
            var paper = Paper("plain") with
            {
                FaceA = new()
                {
                    Colour = "#ffffff",
                    Ink = "#aa3322",
                    Print = PrintKind.Figures,
                    Motif = L("3"),
                },
            };
            kit = kit with { Papers = [paper, Paper("other")] };
            return EyeCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)).Any(f => f.Code == "eye-motif-lost");
        }
        Assert.True(IsTold(null));
        Assert.False(IsTold(At("3", "2")));
    }
}
