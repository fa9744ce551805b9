using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>What a trimmer can do and how a sheet is made ready for it: plunge cuts, narrow strips, stacks, squaring, tear
/// strips.</summary>
public class TrimmerTests
{
    private static SheetPlan Plan(StockSheet sheet, Length? narrowest, params Demand[] pieces) =>
        CutPlanner.Plan(new([sheet], pieces, null, narrowest)).BySheet[0];

    private static readonly StockSheet Sheet = new("S", S("12", "12"));

    // Common practice, no source: a 1 in border from 12 x 12 is cut from 1 in to 11 in, four times, and gives a 10 x 10.
    [Fact]
    public void Gutting_is_four_plunge_cuts_from_mark_to_mark()
    {
        var pattern = Assert.Single(Plan(Sheet, null, new Demand("B1", "S", S("12", "12"), 1) { Gut = L("1") }).Patterns);
        Assert.Equal([Edge.Left, Edge.Top, Edge.Right, Edge.Bottom], pattern.Cuts.Select(c => c.Fence));
        Assert.All(pattern.Cuts, c => Assert.Equal((L("1"), new PlungeCut(L("1"), L("11"))), (c.Setting, c.Plunge)));
        var table = TrimmerProgramme.Replay(S("12", "12"), pattern.Cuts);
        Assert.Equal(B("1", "1", "10", "10"), Assert.Single(table["inside of B1"]));
        Assert.Equal(B("0", "0", "12", "12"), Assert.Single(table["B1"]));
    }

    [Fact]
    public void A_programme_with_insides_replays_and_a_wrong_one_does_not() =>
        Gen.Select(Gen.Int[12, 44], Gen.Int[12, 44], Gen.Int[1, 5])
            .Sample(
                (w, h, border) =>
                {
                    var pattern = Plan(
                        Sheet,
                        null,
                        new Demand("B1", "S", new(L("1/4") * w, L("1/4") * h), 1) { Gut = L("1/4") * border },
                        new("B2", "S", S("2", "3"), 2)
                    )
                        .Patterns.First(p => p.Placements.Any(q => q.Piece == "B1"));
                    var inside = Assert.Single(TrimmerProgramme.Replay(S("12", "12"), pattern.Cuts)["inside of B1"]);
                    Assert.Equal(pattern.Placements.Single(p => p.Piece == "B1").Box.Inset(L("1/4") * border), inside);
                    var last = pattern.Cuts[^1];
                    Assert.Throws<InvalidOperationException>(() => TrimmerProgramme.Replay(S("12", "12"), [.. pattern.Cuts.SkipLast(1)]));
                    Assert.Throws<InvalidOperationException>(() =>
                        TrimmerProgramme.Replay(
                            S("12", "12"),
                            [
                                .. pattern.Cuts.SkipLast(1),
                                last with
                                {
                                    Plunge = new(last.Plunge!.Start, last.Plunge.End + Length.Sixteenth),
                                },
                            ]
                        )
                    );
                    Assert.Throws<InvalidOperationException>(() =>
                        TrimmerProgramme.Replay(S("12", "12"), [.. pattern.Cuts, last with { Order = 99 }])
                    );
                },
                iter: 60
            );

    [Fact]
    public void The_guide_says_plunge_cuts_and_a_knife_where_the_blade_cannot_be_set_down()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base) with { Gut = L("1") }));
        var lines = KitAnswer.For(kit, 1).Steps.Single(s => s.Kind == Core.Guides.StepKind.Cut).Lines;
        Assert.Equal("Take L1-B1, left edge at the 1 mark, set the blade down at 1 and cut to 11.", lines[0]);
        Assert.Equal(
            "Turn it, bottom edge at the same mark: from 1 to 11. Inside of L1-B1 (10 x 10) comes free, and the frame L1-B1 stays; keep both.",
            lines[3]
        );
        Assert.StartsWith(
            "Take L1-B1: with a knife along a ruler, 1 from its left edge",
            KitAnswer.For(kit with { NoPlunge = true }, 1).Steps.Single(s => s.Kind == Core.Guides.StepKind.Cut).Lines[0],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_is_too_narrow_for_the_fence_lies_beyond_the_blade() =>
        Gen.Select(Gen.Int[1, 47], Gen.Int[1, 47], Gen.Int[1, 6])
            .Array[1, 8]
            .Sample(
                pieces =>
                {
                    var plan = Plan(
                        Sheet,
                        L("1/2"),
                        [.. pieces.Select((p, i) => new Demand($"P{i}", "S", new(L("1/4") * p.Item1, L("1/4") * p.Item2), p.Item3))]
                    );
                    foreach (var pattern in plan.Patterns)
                    {
                        // Unless both sides of the cut are too narrow.
                        Assert.All(
                            pattern.Cuts,
                            c => Assert.True(c.Setting >= L("1/2") || c.PartBox.Along(c.Fence.Axis()).Extent < L("1"))
                        );
                        var leaves = pattern.Root.All().Where(n => n is not SplitNode).Select(n => n.Box);
                        Assert.Equal(
                            leaves.OrderBy(b => b.X).ThenBy(b => b.Y),
                            TrimmerProgramme
                                .Replay(S("12", "12"), pattern.Cuts)
                                .Values.SelectMany(b => b)
                                .OrderBy(b => b.X)
                                .ThenBy(b => b.Y)
                        );
                    }
                },
                iter: 60
            );

    [Fact]
    public void A_sheet_is_squared_after_its_tear_strip_and_before_its_pieces()
    {
        var sheet = Sheet with { Trims = new(new() { Edge = Edge.Bottom, Width = L("1/2") }, new() { Width = L("1/8") }) };
        Assert.Equal(B("1/8", "1/8", "11 7/8", "11 3/8"), CutPlanner.Usable(sheet));
        var cuts = Assert.Single(Plan(sheet, null, new Demand("P", "S", S("11 7/8", "11 3/8"), 1)).Patterns).Cuts;
        Assert.Equal([(Edge.Bottom, L("1/2")), (Edge.Left, L("1/8")), (Edge.Top, L("1/8"))], cuts.Select(c => (c.Fence, c.Setting)));
        var worn = Sheet with { Trims = new(null, new() { Width = L("1/4"), AllRound = true }) };
        Assert.Equal(S("11 1/2", "11 1/2"), CutPlanner.Usable(worn).Size);
        // With a fence that goes no narrower than 1/2, the sliver lies beyond the blade.
        Assert.Equal(
            (Edge.Right, L("11 3/4")),
            Plan(worn, L("1/2"), new Demand("P", "S", S("11 1/2", "11 1/2"), 1)).Patterns[0].Cuts[0] is var first
                ? (first.Fence, first.Setting)
                : default
        );
    }

    [Fact]
    public void Equal_sheets_are_cut_in_stacks_as_thick_as_the_blade_goes_through()
    {
        var kit = Kit(
            Layout(LayoutKind.Single, Piece("B1", "8", "8", Left("0"), Top("0"))),
            Paper("plain") with
            {
                Thickness = L("1/64"),
            }
        ) with
        {
            CutsThrough = L("3/64"),
            Kits = 10,
        };
        var plan = KitAnswer.BatchOf(kit, 10).Plan;
        var pattern = Assert.Single(plan.BySheet[0].Patterns);
        Assert.Equal((10, 3, 4), (pattern.Times, pattern.AtOnce, pattern.Passes));
        Assert.Equal(4 * pattern.Cuts.Count, plan.Cuts);
        // A guest cuts one kit, sheet by sheet.
        Assert.Equal(1, KitAnswer.For(kit, 10).EachKit.Plan.BySheet[0].Patterns[0].AtOnce);
        Assert.Equal(
            ["narrowestStrip", "cutsThrough"],
            KitRules.Faults(kit with { NarrowestStrip = Length.Zero, CutsThrough = L("2") }).Select(f => f.Path)
        );
    }

    // Common practice, no source: the tear strip is a free 1/2 x 12 whose back is usable.
    [Fact]
    public void A_strip_as_wide_as_the_tear_strip_comes_from_its_back()
    {
        var sheet = Sheet with { Trims = new(new() { Edge = Edge.Bottom, Width = L("1/2") }, null), TearStripFace = SheetFace.B };
        var plan = Plan(sheet, null, new("P", "S", S("12", "11"), 1), new("T", "S", S("12", "1/2"), 1, Face: SheetFace.B));
        Assert.Equal((1, true), (plan.SheetsUsed, plan.Proved));
        Assert.Equal("T", Assert.Single(plan.Patterns.Single(p => p.From == PaperPart.TearStrip).Placements).Piece);
        // Of face A it would show the maker's name.
        Assert.DoesNotContain(
            Plan(sheet, null, new("P", "S", S("12", "11"), 1), new("T", "S", S("12", "1/2"), 1)).Patterns,
            p => p.From is not null
        );
    }

    [Fact]
    public void Tear_strips_save_a_sheet_where_the_sheets_are_full()
    {
        var sheet = Sheet with { Trims = new(new() { Edge = Edge.Left, Width = L("1") }, null), TearStripFace = SheetFace.B };
        var plan = Plan(sheet, null, new("P", "S", S("11", "12"), 2), new("T", "S", S("3/4", "6"), 4, Face: SheetFace.B));
        Assert.Equal((2, true), (plan.SheetsUsed, plan.Proved));
        Assert.Equal(2, plan.Patterns.Where(p => p.From is not null).Sum(p => p.Times));
        Assert.Equal(4, plan.Patterns.Sum(p => p.Times * p.Placements.Count(q => q.Piece == "T")));
    }

    [Fact]
    public void The_hidden_middle_of_a_mat_serves_for_small_pieces_where_the_mat_is_gutted()
    {
        var photo = Photo("P1", "7 3/4", "11 3/4", Left("0"), Top("0"), ("plain", "1/8"));
        var kit = Kit(Layout(LayoutKind.Single, photo, Piece("B1", "6", "9", Left("1"), Top("1"))));
        Assert.Equal(2, KitAnswer.For(kit, 1).EachKit.Plan.SheetsUsed);
        var saving = Assert.Single(StockReach.Of(kit, 1).Savings);
        Assert.Equal(("plain", 1), (saving.Paper, saving.Sheets));
        var gutted = kit.With(kit.Layouts[0].With(Assert.Single(saving.Pieces).Piece));
        var plan = KitAnswer.For(gutted, 1).EachKit.Plan;
        Assert.Equal(1, plan.SheetsUsed);
        Assert.Equal(
            "L1-B1",
            Assert.Single(plan.BySheet[0].Patterns.Single(p => p.From == PaperPart.Inside("L1-P1 mat")).Placements).Piece
        );
        Assert.Empty(StockReach.Of(gutted, 1).Savings);
        // Where the hole would show, the page says so.
        var shows = kit.With(
            kit.Layouts[0].With(photo with { Opening = photo.Opening! with { Mats = [photo.Opening.Mats[0] with { Gut = L("1/8") }] } })
        );
        var finding = Assert.Single(KitAnswer.Pages(shows)[0].Findings, f => f.Code == "gutted-where-it-shows");
        Assert.Equal(L("5/8"), finding.Mend!.Piece!.Opening!.Mats[0].Gut);
    }
}
