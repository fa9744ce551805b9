using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Sheets that stand as the designer keeps them, pieces moved by hand, and sheets that are cut already.</summary>
public class KeptSheetTests
{
    private static readonly CuttingInstance Order = new(
        [new StockSheet("S", S("12", "12"))],
        [new("A", "S", S("7", "7"), 4), new("B", "S", S("5", "5"), 4), new("C", "S", S("3", "4"), 9)]
    );

    private static KeptSheet Keep(CutPattern pattern, int cut = 0) =>
        new()
        {
            Paper = pattern.Sheet,
            Times = pattern.Times,
            Cut = cut,
            Pieces = [.. pattern.Placements.Select(p => new KeptPiece(p.Piece, p.Box, p.Turned))],
        };

    private static CuttingInstance With(CuttingInstance order, params KeptSheet[] kept) =>
        order with
        {
            Sheets = [order.Sheets[0] with { Kept = kept }],
        };

    private static int Count(SheetPlan plan, string piece) => plan.Patterns.Sum(p => p.Times * p.Placements.Count(q => q.Piece == piece));

    private static readonly Gen<CuttingInstance> AnyOrder = Gen.Select(Gen.Int[2, 46], Gen.Int[2, 46], Gen.Int[1, 5], Gen.Bool)
        .Array[1, 8]
        .Select(pieces => new CuttingInstance(
            [new StockSheet("S", S("12", "12"))],
            [
                .. pieces.Select(
                    (p, i) =>
                        new Demand($"P{i}", "S", new(L("1/4") * p.Item1, L("1/4") * p.Item2), p.Item3, p.Item4 ? Turn.Free : Turn.None)
                ),
            ]
        ));

    [Fact]
    public void Any_sheet_of_any_plan_can_be_kept_and_the_rest_still_adds_up() =>
        Gen.Select(AnyOrder, Gen.Int[0, 99])
            .Sample(
                (order, at) =>
                {
                    var plan = CutPlanner.Plan(order).BySheet[0];
                    var chosen = plan.Patterns[at % plan.Patterns.Count];
                    var kept = CutPlanner.Plan(With(order, Keep(chosen))).BySheet[0];
                    Assert.Empty(kept.Stale);
                    var first = kept.Patterns.First(p => p.IsKept);
                    Assert.Equal(
                        chosen.Placements.Select(p => (p.Piece, p.Box)).OrderBy(p => p.Box.X).ThenBy(p => p.Box.Y),
                        first.Placements.Select(p => (p.Piece, p.Box)).OrderBy(p => p.Box.X).ThenBy(p => p.Box.Y)
                    );
                    Assert.All(order.Pieces, p => Assert.Equal(p.Quantity, Count(kept, p.Id)));
                    Assert.True(kept.LowerBound <= kept.SheetsUsed);
                    var table = TrimmerProgramme.Replay(S("12", "12"), first.Cuts);
                    Assert.Equal(S("12", "12").Area, table.Values.SelectMany(b => b).Aggregate(Int128.Zero, (sum, b) => sum + b.Size.Area));
                },
                iter: 120
            );

    [Fact]
    public void A_piece_moved_by_hand_lies_there_and_the_planner_lays_the_rest() =>
        Gen.Select(AnyOrder, Gen.Int[0, 99], Gen.Int[0, 99])
            .Sample(
                (order, at, which) =>
                {
                    var plan = CutPlanner.Plan(order).BySheet[0];
                    var (target, piece) = (plan.Patterns[at % plan.Patterns.Count], order.Pieces[which % order.Pieces.Count]);
                    var laid = CutPlanner.Lay(order, "S", [.. target.Placements.Select(p => p.Piece)], piece.Id)!;
                    Assert.Contains(laid, p => p.Piece == piece.Id);
                    var room = new Box(Length.Zero, Length.Zero, S("12", "12"));
                    Assert.All(laid, p => Assert.True(room.Contains(p.Box)));
                    foreach (var (p, i) in laid.Select((p, i) => (p, i)))
                        Assert.All(laid.Skip(i + 1), q => Assert.False(p.Box.Overlaps(q.Box)));
                    if (laid.CountBy(p => p.Piece).Any(c => c.Value > order.Pieces.Single(p => p.Id == c.Key).Quantity))
                        return; // it lay there as often as it is wanted
                    var after = CutPlanner.Plan(With(order, new KeptSheet { Paper = "S", Pieces = laid })).BySheet[0];
                    Assert.Empty(after.Stale);
                    Assert.All(order.Pieces, p => Assert.Equal(p.Quantity, Count(after, p.Id)));
                },
                iter: 80
            );

    [Fact]
    public void A_piece_finds_room_beside_what_lies_there_where_there_is_room()
    {
        var laid = CutPlanner.Lay(Order, "S", ["A", "B"], "B")!;
        Assert.Equal(["A", "B", "B"], laid.Select(p => p.Piece).Order());
        // A second 7 x 7 finds no room beside the first: the one moved stays.
        Assert.Single(CutPlanner.Lay(Order, "S", ["A"], "A")!);
        Assert.Null(CutPlanner.Lay(new([new("S", S("12", "12"))], [new("A", "S", S("12", "13"), 1)]), "S", [], "A"));
        Assert.Throws<ArgumentException>(() => CutPlanner.Lay(Order, "S", [], "Z"));
    }

    [Fact]
    public void A_kept_sheet_whose_piece_has_changed_is_told_and_what_is_cut_of_it_stands()
    {
        var kept = new KeptSheet
        {
            Paper = "S",
            Times = 3,
            Cut = 1,
            Pieces = [new("A", B("0", "0", "7", "7")), new("B", B("7", "0", "5", "6"))],
        };
        var plan = CutPlanner.Plan(With(Order, kept)).BySheet[0];
        var stale = Assert.Single(plan.Stale);
        Assert.Equal((0, "B"), (stale.Place, Assert.Single(stale.Pieces)));
        var standing = plan.Patterns.Single(p => p.IsKept);
        Assert.Equal((1, 1), (standing.Times, standing.Cut));
        Assert.Equal("A", Assert.Single(standing.Placements).Piece);
        Assert.All(Order.Pieces, p => Assert.Equal(p.Quantity, Count(plan, p.Id)));
    }

    [Fact]
    public void A_kept_sheet_is_cut_no_oftener_than_it_is_wanted()
    {
        var kept = new KeptSheet
        {
            Paper = "S",
            Times = 6,
            Pieces = [new("A", B("0", "0", "7", "7"))],
        };
        var plan = CutPlanner.Plan(With(Order, kept)).BySheet[0];
        Assert.Equal(4, plan.Patterns.Single(p => p.IsKept).Times);
        Assert.Equal("A", Assert.Single(Assert.Single(plan.Stale).Pieces));
    }

    // A wheel of four around a fifth: no cut runs from edge to edge.
    [Fact]
    public void A_kept_sheet_that_no_cuts_from_edge_to_edge_can_part_is_let_go()
    {
        var order = new CuttingInstance([new("S", S("12", "12"))], [new("A", "S", S("8", "4"), 4)]);
        var kept = new KeptSheet
        {
            Paper = "S",
            Pieces =
            [
                new("A", B("0", "0", "8", "4")),
                new("A", B("8", "0", "4", "8"), true),
                new("A", B("4", "8", "8", "4")),
                new("A", B("0", "4", "4", "8"), true),
            ],
        };
        var plan = CutPlanner.Plan(With(order, kept)).BySheet[0];
        Assert.Single(plan.Stale);
        Assert.Equal(4, Count(plan, "A"));
    }

    [Fact]
    public void Sheets_that_are_cut_are_neither_needed_nor_missing_any_more()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "8", "8", Left("0"), Top("0"))), Paper("plain", onHand: 6)) with { Kits = 10 };
        Assert.Equal(4, Assert.Single(KitAnswer.For(kit, 10).Counts.Sheets).Missing);
        var cut = kit with
        {
            KeptSheets =
            [
                new()
                {
                    Paper = "plain",
                    Mode = CutMode.Batch,
                    Times = 10,
                    Cut = 3,
                    Pieces = [new("L1-B1", B("0", "0", "8", "8"))],
                },
            ],
        };
        var count = Assert.Single(KitAnswer.For(cut, 10).Counts.Sheets);
        Assert.Equal((10, 3, 1), (count.Total, count.Cut, count.Missing));
        Assert.Equal(9, StockReach.Of(cut, 10).Kits);
        // One kit as a guest cuts it has nothing to do with it.
        Assert.DoesNotContain(KitAnswer.For(cut, 10).EachKit.Plan.BySheet[0].Patterns, p => p.IsKept);
        Assert.Equal(
            ["keptSheets[0].paper", "keptSheets[0].cut"],
            KitRules
                .Faults(
                    kit with
                    {
                        KeptSheets =
                        [
                            new()
                            {
                                Paper = "none",
                                Cut = 2,
                                Pieces = [new("L1-B1", B("0", "0", "8", "8"))],
                            },
                        ],
                    }
                )
                .Select(f => f.Path)
        );
    }

    [Fact]
    public void The_host_cuts_for_all_together_what_is_marked_so_and_the_guest_the_rest()
    {
        var (own, both, guests) = (
            Piece("B1", "6", "6", Left("0"), Top("0")) with
            {
                CutBy = Core.Stock.CutBy.Host,
            },
            Piece("B2", "6", "6", Left("6"), Top("0")),
            Piece("B3", "6", "6", Left("0"), Top("6")) with
            {
                CutBy = Core.Stock.CutBy.Guest,
            }
        );
        var kit = Kit(Layout(LayoutKind.Single, own, both, guests)) with { Kits = 4 };
        var answer = KitAnswer.For(kit, 4);
        Assert.Equal(
            ["L1-B2", "L1-B3"],
            answer.EachKit.Plan.BySheet[0].Patterns.SelectMany(p => p.Placements).Select(p => p.Piece).Order()
        );
        Assert.Equal(
            ["L1-B1", "L1-B2"],
            KitAnswer.BatchOf(kit, 4).Plan.BySheet[0].Patterns.SelectMany(p => p.Placements).Select(p => p.Piece).Distinct().Order()
        );
        // Eight 6 x 6 together take two sheets; the guests' own are one for every kit.
        Assert.Equal(2 + 4, Assert.Single(answer.Counts.Sheets).Total);
        Assert.Contains("Cut already, in the bag: L1-B1.", answer.Steps[0].Text, StringComparison.Ordinal);
        Assert.Equal(3, answer.Counts.Pieces);
    }
}
