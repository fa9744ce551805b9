using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

public class CutPlannerTests
{
    private static readonly Gen<CuttingInstance> AnyOrder = Gen.Select(
            Gen.Select(Gen.Int[1, 48], Gen.Int[1, 48], Gen.Int[1, 9], Gen.Bool).Array[1, 12],
            Gen.Bool
        )
        .Select(
            (pieces, tear) =>
                new CuttingInstance(
                    [
                        new StockSheet("S", S("12", "12"))
                        {
                            Trims = new(tear ? new() { Edge = Edge.Bottom, Width = L("1/2") } : null, null),
                        },
                    ],
                    [
                        .. pieces.Select(
                            (p, i) =>
                                new Demand(
                                    $"P{i}",
                                    "S",
                                    new(L("1/4") * Math.Min(p.Item1, 46), L("1/4") * Math.Min(p.Item2, 46)),
                                    p.Item3,
                                    p.Item4 ? Turn.Free : Turn.None
                                )
                        ),
                    ]
                )
        );

    private static CuttingInstance Order(params (string W, string H, int Quantity)[] pieces) =>
        new([new StockSheet("S", S("12", "12"))], [.. pieces.Select((p, i) => new Demand($"P{i}", "S", S(p.W, p.H), p.Quantity))]);

    [Fact]
    public void Every_plan_keeps_all_the_rules() =>
        AnyOrder.Sample(
            order =>
            {
                var plan = CutPlanner.Plan(order);
                var sheet = Assert.Single(plan.BySheet);
                var room = CutPlanner.Usable(order.Sheets[0]);
                foreach (var piece in order.Pieces)
                    Assert.Equal(piece.Quantity, sheet.Patterns.Sum(p => p.Times * p.Placements.Count(q => q.Piece == piece.Id)));
                Assert.Equal(sheet.SheetsUsed, sheet.Patterns.Sum(p => p.Times));
                Assert.True(sheet.LowerBound <= sheet.SheetsUsed);
                foreach (var pattern in sheet.Patterns)
                    CheckPattern(order, room, pattern);
            },
            iter: 400
        );

    private static void CheckPattern(CuttingInstance order, Box room, CutPattern pattern)
    {
        foreach (var (placement, i) in pattern.Placements.Select((p, i) => (p, i)))
        {
            var piece = order.Pieces.Single(p => p.Id == placement.Piece);
            Assert.True(room.Contains(placement.Box));
            Assert.Equal(placement.Turned ? piece.Size.Turned : piece.Size, placement.Box.Size);
            Assert.True(!placement.Turned || piece.Turn == Turn.Free);
            Assert.All(pattern.Placements.Skip(i + 1), other => Assert.False(other.Box.Overlaps(placement.Box)));
        }
        var leaves = pattern.Root.All().Where(n => n is not SplitNode).ToList();
        Assert.Equal(order.Sheets[0].Size.Area, leaves.Aggregate(Int128.Zero, (sum, n) => sum + n.Box.Size.Area));
        var table = TrimmerProgramme.Replay(order.Sheets[0].Size, pattern.Cuts);
        Assert.Equal(
            leaves.Select(n => n.Box).OrderBy(b => b.X).ThenBy(b => b.Y),
            table.Values.SelectMany(b => b).OrderBy(b => b.X).ThenBy(b => b.Y)
        );
        if (pattern.Cuts.Count == 0)
            return; // the whole sheet is the piece, and keeps the name of the sheet on the table
        foreach (var group in pattern.Placements.GroupBy(p => p.Piece))
            Assert.Equal(group.Select(p => p.Box).OrderBy(b => b.X).ThenBy(b => b.Y), table[group.Key].OrderBy(b => b.X).ThenBy(b => b.Y));
    }

    // Common practice, no source: twelve 3 x 4 come out of one 12 x 12.
    [Fact]
    public void Twelve_3_x_4_fill_a_sheet()
    {
        var plan = CutPlanner.Plan(Order(("3", "4", 12)));
        Assert.Equal((1, 1, true), (plan.SheetsUsed, plan.LowerBound, plan.Proved));
        Assert.Empty(plan.BySheet[0].Patterns[0].Root.All().OfType<OffcutNode>());
    }

    // Common practice, no source: 11 1/2 x 11 1/2 leaves two strips of 1/2.
    [Fact]
    public void A_trimmed_base_leaves_two_half_inch_strips()
    {
        var offcuts = CutPlanner.Plan(Order(("11 1/2", "11 1/2", 1))).BySheet[0].Patterns[0].Offcuts;
        Assert.Equal(
            [S("1/2", "11 1/2"), S("1/2", "12")],
            offcuts.Select(o => new Size(o.Box.Size.Shorter, o.Box.Size.Longer)).OrderBy(s => s.Height)
        );
    }

    [Fact]
    public void The_tear_strip_comes_off_first()
    {
        var order = new CuttingInstance(
            [new StockSheet("S", S("12", "12")) { Trims = new(new() { Edge = Edge.Bottom, Width = L("1/2") }, null) }],
            [new("P", "S", S("12", "11 1/2"), 1)]
        );
        var cut = Assert.Single(CutPlanner.Plan(order).BySheet[0].Patterns[0].Cuts);
        Assert.Equal((Edge.Bottom, L("1/2"), "tear strip", "P"), (cut.Fence, cut.Setting, cut.Gives[0].Text, cut.Gives[1].Text));
    }

    [Fact]
    public void Big_pieces_prove_their_sheets()
    {
        var plan = CutPlanner.Plan(Order(("7", "7", 5), ("4", "4", 3)));
        Assert.Equal((5, true), (plan.SheetsUsed, plan.Proved));
    }

    [Fact]
    public void Too_few_sheets_name_what_is_missing()
    {
        var plan = CutPlanner.Plan(new CuttingInstance([new StockSheet("S", S("12", "12"), OnHand: 2)], [new("P", "S", S("7", "7"), 5)]));
        Assert.Equal(2, plan.SheetsUsed);
        Assert.Equal(new Shortfall("P", 3), Assert.Single(plan.BySheet[0].Shortfall));
    }

    [Fact]
    public void A_piece_that_fits_no_sheet_is_known_beforehand()
    {
        var order = Order(("13", "1", 1), ("4", "4", 1));
        Assert.Equal("P0", Assert.Single(CutPlanner.Unfit(order)).Id);
        Assert.Throws<ArgumentException>(() => CutPlanner.Plan(order));
    }

    [Fact]
    public void The_same_order_gives_the_same_plan() =>
        AnyOrder.Sample(
            order =>
                Assert.Equal(
                    CutPlanner.Plan(order).BySheet[0].Patterns.SelectMany(p => p.Cuts),
                    CutPlanner.Plan(order).BySheet[0].Patterns.SelectMany(p => p.Cuts),
                    (a, b) => a.Setting == b.Setting && a.PartBox == b.PartBox && a.Fence == b.Fence
                ),
            iter: 50
        );

    [Fact]
    public void Planning_stops_when_asked() =>
        Assert.Throws<OperationCanceledException>(() =>
            CutPlanner.Plan(Order(("3", "4", 12)), new() { Cancel = new CancellationToken(canceled: true) })
        );

    // At least 2 x 3 in, or 1/2 in wide and 6 in long (common practice, no source).
    [Theory]
    [InlineData("2", "3", true)]
    [InlineData("2", "2 15/16", false)]
    [InlineData("1 15/16", "3", false)]
    [InlineData("1/2", "6", true)]
    [InlineData("1/2", "5 15/16", false)]
    [InlineData("7/16", "12", false)]
    public void What_is_worth_keeping_is_so_large_at_least(string width, string height, bool kept) =>
        Assert.Equal(kept, new OffcutNode(new(Length.Zero, Length.Zero, S(width, height))).IsUseful);

    [Fact]
    public void A_sheet_longer_than_the_trimmer_both_ways_is_not_parted()
    {
        var room = new Box(Length.Zero, Length.Zero, S("12", "12"));
        CutNode[] one = [new PieceNode(new(Length.Zero, Length.Zero, S("4", "4")), new("A", "S", S("4", "4"), 1), false)];
        Assert.Null(FixedPatterns.Tree(room, one, L("11")));
        Assert.NotNull(FixedPatterns.Tree(room, one, L("12")));
    }

    [Fact]
    public void A_plan_that_does_not_cut_all_that_is_wanted_is_none()
    {
        var one = CutPlanner.Plan(Order(("6", "6", 4))).BySheet[0];
        Assert.NotNull(PlanSums.Without(one, Order(("6", "6", 3))));
        Assert.Null(PlanSums.Without(one, Order(("6", "6", 5))));
    }
}
