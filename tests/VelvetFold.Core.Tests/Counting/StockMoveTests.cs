using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Stock that moves, bags that are packed, counts that agree.</summary>
public class StockMoveTests
{
    private static readonly Gen<Kit> AnyStock = Gen.Select(Gen.Int[-1, 40], Gen.Int[-1, 40], Gen.Int[-1, 9], Gen.Select(Gen.Int[1, 3], Gen.Int[1, 5]).Array[0, 3]).Select((plain, other, dots, offcuts) => Kit(Layout(LayoutKind.Single)) with
    {
        Papers =
        [
            Paper("plain", onHand: plain < 0 ? null : plain) with { Offcuts = [.. offcuts.DistinctBy(o => o.Item1).Select(o => new OffcutOnHand { Size = new(Length.Inches(o.Item1), Length.Inches(3)), Count = o.Item2 })] },
            Paper("other", onHand: other < 0 ? null : other),
        ],
        Parts = [new() { Id = "dots", Name = "Dots", Kind = PartKind.Loose, OnHand = dots < 0 ? null : dots }],
    });

    // However the stock changes: all moves added up are what is on hand.
    [Fact]
    public void Moves_always_add_up_to_what_is_on_hand() => AnyStock.Array[1, 8].Sample(states =>
    {
        var ledger = new Dictionary<(StockItem, string, Size?), int>();
        for (var i = 0; i < states.Length; i++)
            foreach (var move in StockMoves.Between(i == 0 ? null : states[i - 1], states[i]))
            {
                Assert.NotEqual(0, move.Count);
                ledger[(move.Item, move.Id, move.Size)] = ledger.GetValueOrDefault((move.Item, move.Id, move.Size)) + move.Count;
            }
        var now = states[^1];
        foreach (var paper in now.Papers)
        {
            Assert.Equal(paper.OnHand ?? 0, ledger.GetValueOrDefault((StockItem.Sheets, paper.Id, null)));
            foreach (var offcut in paper.Offcuts) Assert.Equal(offcut.Count, ledger[(StockItem.Offcuts, paper.Id, offcut.Size)]);
        }
        Assert.Equal(now.Parts[0].OnHand ?? 0, ledger.GetValueOrDefault((StockItem.Parts, "dots", null)));
        Assert.Equal(ledger.Where(l => l.Key.Item1 == StockItem.Offcuts).Sum(l => l.Value), now.Papers.Sum(p => p.Offcuts.Sum(o => o.Count)));
    });

    private static Kit Squares(int? onHand) => Kit(Layout(LayoutKind.Single, Piece("B1", "5", "12", Left("0"), Top("0")), Piece("B2", "4", "12", Left("6"), Top("0"))), Paper("plain", onHand: onHand));

    // Of a 12 x 12 the two leave 3 x 12 (by hand).
    [Fact]
    public void What_is_cut_goes_out_and_its_offcuts_come_in()
    {
        var (kit, scarce) = StockMoves.Cut(Squares(10), KitAnswer.BatchOf(Squares(10), 4).Plan);
        Assert.Null(scarce);
        Assert.Equal(10 - KitAnswer.BatchOf(Squares(10), 4).Plan.SheetsUsed, kit!.Papers[0].OnHand);
        Assert.All(kit.Papers[0].Offcuts, o => Assert.True(o.Size.Shorter >= StockMoves.SmallestKept));
        Assert.NotEmpty(kit.Papers[0].Offcuts);
        Assert.Equal((null, "plain"), StockMoves.Cut(Squares(1), KitAnswer.BatchOf(Squares(1), 4).Plan));
        // What is not counted is not booked.
        Assert.Null(StockMoves.Cut(Squares(null), KitAnswer.BatchOf(Squares(null), 4).Plan).Kit!.Papers[0].OnHand);
    }

    [Fact]
    public void An_offcut_that_was_cut_is_on_hand_no_more()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "3", "4", Left("0"), Top("0"))), Paper("plain", onHand: 5) with { Offcuts = [new() { Size = S("3", "4"), Count = 2 }] });
        var after = StockMoves.Cut(kit, KitAnswer.BatchOf(kit, 1).Plan).Kit!;
        Assert.Equal((5, 1), (after.Papers[0].OnHand, Assert.Single(after.Papers[0].Offcuts).Count));
    }

    [Fact]
    public void A_bag_says_what_it_lacks_and_what_comes_out()
    {
        var items = Packing.Of(Squares(10));
        Assert.Equal(["L1-B1", "L1-B2"], items.Select(i => i.Label));
        var state = Packing.State(items, new Dictionary<string, int> { ["L1-B1"] = 2, ["L9-X"] = 1 });
        Assert.Equal("L1-B2", Assert.Single(state.Missing).Label);
        Assert.Equal([new Surplus("L1-B1", 1, true), new Surplus("L9-X", 1, false)], state.TakeOut);
        Assert.True(Packing.State(items, items.ToDictionary(i => i.Label, i => i.Count)).IsComplete);
    }

    // Whatever is packed: taking out what is too much and putting in what lacks makes the bag whole.
    [Fact]
    public void Doing_what_a_bag_says_makes_it_whole() => Gen.Select(Guides.AnyKit.Kit, Gen.Int[0, 3].Array[40]).Sample((kit, dice) =>
    {
        var items = Packing.Of(kit);
        var packed = items.Select((item, i) => (item.Label, Count: dice[i % dice.Length])).Append(("stray", dice[0])).ToDictionary(p => p.Item1, p => p.Item2);
        var state = Packing.State(items, packed);
        foreach (var missing in state.Missing) packed[missing.Label] = packed.GetValueOrDefault(missing.Label) + missing.Count;
        foreach (var surplus in state.TakeOut) packed[surplus.Label] -= surplus.Count;
        Assert.True(Packing.State(items, packed).IsComplete);
    }, iter: 60);

    [Fact]
    public void Layouts_plans_and_guide_count_the_same_pieces_for_any_kit() => Gen.Select(Guides.AnyKit.Kit, Gen.Int[1, 30]).Sample((kit, kits) =>
    {
        var three = CountsAnswer.For(kit, kits).Reconciliation;
        // A piece that fits no sheet is in no plan; that is what the difference says.
        var pieces = CutList.Of(kit, [.. kit.Layouts.Select(l => Resolver.Resolve(l, kit))]);
        var plannable = CutPlanner.Plannable(CutList.Order(kit, pieces, 1, CutMode.Batch)).Pieces.SelectMany(p => p.Labels).ToHashSet();
        Assert.All(three.Differences, d => Assert.DoesNotContain(d.Label, plannable));
    }, iter: 25);

    [Fact]
    public void A_piece_that_a_plan_forgets_or_a_guide_does_not_cut_is_named()
    {
        var kit = Squares(10);
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        var pieces = CutList.Of(kit, layouts);
        var each = CutPlanner.Plan(CutList.Order(kit, pieces, 1, CutMode.EachKit));
        var proof = GuideProof.Replay(kit, layouts, pieces, each, Guide.Write(kit, layouts, pieces, each, Words.English));
        var forgetful = RunDemand.Of(kit, [pieces[0]], 3);
        Assert.Equal(new("L1-B2", 3, 0, 3), Assert.Single(Reconciliation.Of(pieces, forgetful, proof, 3).Differences));
        var silent = proof with { CutOff = new Dictionary<string, int> { ["L1-B2"] = 1 } };
        Assert.Equal(new("L1-B1", 3, 3, 0), Assert.Single(Reconciliation.Of(pieces, RunDemand.Of(kit, pieces, 3), silent, 3).Differences));
    }
}
