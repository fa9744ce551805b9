using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Stock that moves, bags that are packed, counts that agree.</summary>
public class StockMoveTests
{
    private static Kit Squares(int? onHand) =>
        Kit(
            Layout(LayoutKind.Single, Piece("B1", "5", "12", Left("0"), Top("0")), Piece("B2", "4", "12", Left("6"), Top("0"))),
            Paper("plain", onHand: onHand)
        );

    private static KitStock StockOf(Kit kit) =>
        new(
            Booking.Opening(kit).Moves.ToDictionary(m => m.Pile, m => m.Count),
            kit.Papers.Where(p => p.OnHand is not null)
                .Select(p => Pile.Sheets(p.Id))
                .Concat(kit.Parts.Where(p => p.OnHand is not null).Select(p => Pile.Parts(p.Id)))
                .ToHashSet(),
            new Dictionary<Pile, int>(),
            new Dictionary<Pile, int>(),
            []
        );

    // What a booking leaves: the ledger's sums, nothing else.
    private static KitStock After(KitStock stock, Booking booking)
    {
        static Dictionary<Pile, int> Added(IReadOnlyDictionary<Pile, int> sums, IReadOnlyList<StockMove> moves) =>
            sums
                .Keys.Union(moves.Select(m => m.Pile))
                .ToDictionary(p => p, p => sums.GetValueOrDefault(p) + moves.Where(m => m.Pile == p).Sum(m => m.Count));
        var cut = stock.Cut.ToList();
        foreach (var sheets in booking.Sheets)
        {
            var at = cut.FindIndex(c => c.Sheet.IsLike(sheets.Sheet));
            if (at < 0)
                cut.Add(sheets);
            else
                cut[at] = cut[at] with { Count = cut[at].Count + sheets.Count };
        }
        return stock with
        {
            OnHand = Added(stock.OnHand, booking.Moves),
            PromisedHere = Added(stock.PromisedHere, booking.Promises),
            Cut = cut,
        };
    }

    private static Booking Cut(Kit kit, int kits, KitStock stock) =>
        Booking.Cut(stock.In(kit), new KitWork(stock.In(kit)).Run(kits).Host, kits, stock);

    // Whatever is booked and taken back: sums are what they were, and a document never carries any of it.
    [Fact]
    public void A_booking_and_its_opposite_leave_everything_as_it_was() =>
        Gen.Select(Gen.Int[4, 40], Gen.Int[1, 4], Gen.Int[0, 3].Array[1, 7])
            .Sample(
                (sheets, kits, what) =>
                {
                    var kit = Squares(sheets);
                    var (stock, booked) = (StockOf(kit), new List<Booking>());
                    foreach (var kind in what)
                    {
                        if (kind == 3)
                        {
                            // The oldest is taken back, unless what came after it stands on it.
                            if (booked.Count == 0 || booked[0].Back(true) is not { } back)
                                continue;
                            if (back.Short(stock.OnHand) is not null || back.IsOvertaken(stock))
                                continue;
                            booked.RemoveAt(0);
                            stock = After(stock, back);
                            Assert.All(stock.OnHand.Concat(stock.PromisedHere), p => Assert.True(p.Value >= 0));
                            continue;
                        }
                        var booking = kind switch
                        {
                            0 => Cut(kit, kits, stock),
                            1 => Booking.Counted([(Pile.Sheets("plain"), kits)], stock),
                            _ => Booking.Confirmed(stock.In(kit), new KitWork(stock.In(kit)).Run(kits), kits, stock),
                        };
                        if (booking.Short(stock.OnHand) is not null)
                            continue;
                        booked.Add(booking);
                        stock = After(stock, booking);
                        Assert.All(stock.OnHand, p => Assert.True(p.Value >= 0));
                        Assert.All(stock.PromisedHere, p => Assert.True(p.Value >= 0));
                        var shown = stock.In(kit);
                        Assert.Equal(stock.OnHand[Pile.Sheets("plain")], shown.Papers[0].OnHand);
                        Assert.Equal(KitStock.Without(kit).Papers[0], KitStock.Without(shown).Papers[0]);
                    }
                    foreach (var booking in Enumerable.Reverse(booked))
                        stock = After(stock, booking.Back(true));
                    Assert.Equal(sheets, stock.OnHand[Pile.Sheets("plain")]);
                    Assert.All(stock.OnHand.Where(p => p.Key.Item == StockItem.Offcuts), p => Assert.Equal(0, p.Value));
                    Assert.All(stock.PromisedHere, p => Assert.Equal(0, p.Value));
                },
                iter: 40
            );

    // Six sheets are marked as cut and whole again: taking the first back would make six more of them.
    [Fact]
    public void What_later_bookings_stand_on_is_not_taken_back()
    {
        var (kit, stock) = (Squares(10), StockOf(Squares(10)));
        var pattern = new KitWork(stock.In(kit)).Run(4).Host.BySheet[0].Patterns[0];
        var sheet = new KeptSheet
        {
            Paper = "plain",
            Mode = CutMode.Batch,
            Pieces = [.. pattern.Placements.Select(p => new KeptPiece(p.Piece, p.Box, p.Turned))],
        };
        var marked = Booking.Marked(kit, sheet, pattern, 6, stock);
        var cut = After(stock, marked);
        Assert.False(marked.Back(true).IsOvertaken(cut));
        var whole = After(cut, Booking.Marked(kit, sheet, pattern, -6, cut));
        Assert.True(marked.Back(true).IsOvertaken(whole));

        var confirmed = Booking.Confirmed(stock.In(kit), new KitWork(stock.In(kit)).Run(4), 4, stock);
        var promised = After(stock, confirmed);
        Assert.False(confirmed.Back(true).IsOvertaken(promised));
        var released = After(promised, Booking.Released(promised));
        Assert.True(confirmed.Back(true).IsOvertaken(released));
        // A kit that is gone has no promises to be taken back.
        Assert.False(confirmed.Back(false).IsOvertaken(released));
    }

    // Of a 12 x 12 the two leave 3 x 12 (by hand).
    [Fact]
    public void What_is_cut_goes_out_and_its_offcuts_come_in()
    {
        var (kit, stock) = (Squares(10), StockOf(Squares(10)));
        var after = After(stock, Cut(kit, 4, stock));
        Assert.Equal((6, 4), (after.OnHand[Pile.Sheets("plain")], after.OnHand[Pile.Offcuts("plain", S("3", "12"), null)]));
        Assert.All(
            after.OnHand.Keys.Where(p => p.Item == StockItem.Offcuts),
            p => Assert.True(p.Size!.Value.Shorter >= Booking.SmallestKept)
        );
        Assert.Equal(new StockMove(Pile.Sheets("plain"), -4), Cut(Squares(1), 4, StockOf(Squares(1))).Short(StockOf(Squares(1)).OnHand));
        // What is not counted is not booked, and never short.
        Assert.DoesNotContain(Cut(Squares(null), 4, StockOf(Squares(null))).Moves, m => m.Pile.Item == StockItem.Sheets);
    }

    [Fact]
    public void An_offcut_that_was_cut_is_on_hand_no_more()
    {
        var kit = Kit(
            Layout(LayoutKind.Single, Piece("B1", "3", "4", Left("0"), Top("0"))),
            Paper("plain", onHand: 5) with
            {
                Offcuts = [new() { Size = S("3", "4"), Count = 2 }],
            }
        );
        var after = After(StockOf(kit), Cut(kit, 1, StockOf(kit)));
        Assert.Equal((5, 1), (after.OnHand[Pile.Sheets("plain")], after.OnHand[Pile.Offcuts("plain", S("3", "4"), null)]));
        // A guest's kit comes from what is in every bag: one offcut does not serve them all.
        Assert.Equal(1, new KitWork(kit).EachKit.SheetsUsed);
    }

    // Common practice, no source: 24 on hand, 17 promised to another, 7 free for this one.
    [Fact]
    public void What_is_promised_to_another_kit_is_not_free_for_this_one()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "8", "8", Left("0"), Top("0"))), Paper("plain", onHand: 24));
        var stock = StockOf(kit) with { PromisedElsewhere = new Dictionary<Pile, int> { [Pile.Sheets("plain")] = 17 } };
        var shown = stock.In(kit);
        Assert.Equal((24, 17, 7), (shown.Papers[0].OnHand, shown.Papers[0].Promised, shown.Papers[0].Free));
        Assert.Empty(KitAnswer.For(shown, 7).StockFindings);
        var finding = Assert.Single(KitAnswer.For(shown, 8).StockFindings);
        Assert.Equal(
            "plain is short: 8 kits take 8 sheets, 24 are on hand, 17 of them promised to other kits. They suffice for 7 kits; 1 more sheet is needed for all.",
            finding.Says.ToString()
        );
        // What was promised here is used up by what is cut, and not promised any more.
        var mine = StockOf(kit) with
        {
            PromisedHere = new Dictionary<Pile, int> { [Pile.Sheets("plain")] = 6 },
        };
        Assert.Equal(2, After(mine, Cut(kit, 4, mine)).PromisedHere[Pile.Sheets("plain")]);
        Assert.Equal(0, After(mine, Cut(kit, 8, mine)).PromisedHere[Pile.Sheets("plain")]);
        Assert.Equal(-6, Assert.Single(Booking.Released(mine).Promises).Count);
    }

    // Three sheets are marked as cut and then whole again: what is on hand is what it was.
    [Fact]
    public void Sheets_marked_as_cut_go_and_come_back()
    {
        var (kit, stock) = (Squares(10), StockOf(Squares(10)));
        var pattern = new KitWork(kit).Run(4).Host.BySheet[0].Patterns[0];
        var sheet = new KeptSheet
        {
            Paper = "plain",
            Mode = CutMode.Batch,
            Pieces = [.. pattern.Placements.Select(p => new KeptPiece(p.Piece, p.Box, p.Turned))],
        };
        var marked = CutPlanner.PatternOf(kit.Papers[0], sheet, null, kit.Ruler)!;
        var after = After(stock, Booking.Marked(kit, sheet, marked, 3, stock));
        Assert.Equal((7, 3), (after.OnHand[Pile.Sheets("plain")], after.CutLike(sheet)));
        var shown = after.In(kit);
        Assert.Equal((3, 3, true), (Assert.Single(shown.KeptSheets).Cut, shown.KeptSheets[0].Times, shown.KeptSheets[0].Booked));
        Assert.Equal(
            (4, 3, 0),
            Assert.Single(KitAnswer.For(shown, 4).Counts.Sheets) is var count ? (count.Total, count.Cut, count.Missing) : default
        );
        // The document itself keeps nothing of it; the run that is booked counts them once.
        Assert.Empty(KitStock.Without(shown).KeptSheets);
        Assert.Equal(6, After(after, Cut(kit, 4, after)).OnHand[Pile.Sheets("plain")]);
        Assert.Equal(0, After(after, Cut(kit, 4, after)).CutLike(sheet));
        var back = After(after, Booking.Marked(kit, sheet, marked, -3, after));
        Assert.Equal((10, 0), (back.OnHand[Pile.Sheets("plain")], back.CutLike(sheet)));
        Assert.All(back.OnHand.Where(p => p.Key.Item == StockItem.Offcuts), p => Assert.Equal(0, p.Value));
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
    public void Doing_what_a_bag_says_makes_it_whole() =>
        Gen.Select(Guides.AnyKit.Kit, Gen.Int[0, 3].Array[40])
            .Sample(
                (kit, dice) =>
                {
                    var items = Packing.Of(kit);
                    var packed = items
                        .Select((item, i) => (item.Label, Count: dice[i % dice.Length]))
                        .Append(("stray", dice[0]))
                        .ToDictionary(p => p.Item1, p => p.Item2);
                    var state = Packing.State(items, packed);
                    foreach (var missing in state.Missing)
                        packed[missing.Label] = packed.GetValueOrDefault(missing.Label) + missing.Count;
                    foreach (var surplus in state.TakeOut)
                        packed[surplus.Label] -= surplus.Count;
                    Assert.True(Packing.State(items, packed).IsComplete);
                },
                iter: 60
            );

    [Fact]
    public void Layouts_plans_and_guide_count_the_same_pieces_for_any_kit() =>
        Gen.Select(Guides.AnyKit.Kit, Gen.Int[1, 30])
            .Sample(
                (kit, kits) =>
                {
                    var three = CountsAnswer.For(kit, kits).Reconciliation;
                    // A piece that fits no sheet is in no plan; that is what the difference says.
                    var plannable = new KitWork(kit).Order(1, CutMode.Batch).Pieces.SelectMany(p => p.Labels).ToHashSet();
                    Assert.All(three.Differences, d => Assert.DoesNotContain(d.Label, plannable));
                },
                iter: 25
            );

    [Fact]
    public void A_piece_that_a_plan_forgets_or_a_guide_does_not_cut_is_named()
    {
        var kit = Squares(10);
        var work = new KitWork(kit);
        var (layouts, pieces, each) = (work.Layouts, work.Pieces, work.EachKit);
        var proof = GuideProof.Replay(kit, layouts, pieces, each, Guide.Write(kit, layouts, pieces, each, Words.English));
        var forgetful = new KitWork(kit).Only(p => p.Label == "L1-B1").Run(3);
        Assert.Equal(new("L1-B2", 3, 0, 3), Assert.Single(Reconciliation.Of(pieces, forgetful, proof, 3).Differences));
        var silent = proof with { CutOff = new Dictionary<string, int> { ["L1-B2"] = 1 } };
        Assert.Equal(new("L1-B1", 3, 3, 0), Assert.Single(Reconciliation.Of(pieces, new KitWork(kit).Run(3), silent, 3).Differences));
    }

    [Fact]
    public void What_is_counted_stands_in_place_of_what_the_ledger_says()
    {
        var pile = Pile.Sheets("plain");
        var stock = KitStock.None with { OnHand = new Dictionary<Pile, int> { [pile] = 8 } };
        var move = Assert.Single(Booking.Counted([(pile, 5)], stock).Moves);
        Assert.Equal((pile, -3), (move.Pile, move.Count));
    }

    [Fact]
    public void What_lies_in_the_bag_is_not_packed_again()
    {
        PackItem[] items = [new("L1-B1", "L1", Core.Wording.Saying.Plain(""), Core.Wording.Saying.Plain(""), 1)];
        var (outcome, _, _, packed) = Packing.Scanned("l1-b1", false, 3, items, new Dictionary<string, int>());
        Assert.Equal(("packed", 1), (outcome, packed!["L1-B1"]));
        (outcome, _, _, packed) = Packing.Scanned("l1-b1", false, 3, items, packed);
        Assert.Equal("twice", outcome);
        Assert.Null(packed);
    }
}
