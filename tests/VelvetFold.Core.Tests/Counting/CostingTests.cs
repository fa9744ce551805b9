using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Money, packs and prices, worked by hand.</summary>
public class CostingTests
{
    private static Money M(string text) => Money.TryParse(text, out var money) ? money : throw new FormatException(text);

    [Theory]
    [InlineData("12.50", true)]
    [InlineData("0", true)]
    [InlineData("12.505", false)]
    [InlineData("1,5", false)]
    [InlineData("1e3", false)]
    [InlineData("", false)]
    public void Money_is_digits_with_at_most_two_decimals(string text, bool isOne) => Assert.Equal(isOne, Money.TryParse(text, out _));

    [Fact]
    public void A_tenth_is_a_tenth_and_halves_round_away_from_zero()
    {
        Assert.Equal(M("0.3"), M("0.1") + M("0.2"));
        Assert.Equal(
            (M("0.13"), M("0.12"), M("-0.13")),
            (new Money(0.125m).Rounded, new Money(0.1249m).Rounded, new Money(-0.125m).Rounded)
        );
        Assert.Equal((M("0.34"), M("0.33")), ((M("1") / 3).RoundedUp, (M("1") / 3).Rounded));
    }

    // By hand, for 10 kits:
    //   plain   13 sheets of packs of 12 at 9.60      13 x 9.60 / 12 = 10.40, a quarter of it waste: 2.60
    //   dots    11 packs at 3.90                      42.90
    //   cutting 120 cuts at 20 s, an hour 24.00       120 x 20 / 3600 x 24 = 16.00
    //   packing 10 bags at 6 min                      1 h = 24.00
    //   total   93.30, a kit 9.33, with 40 % 13.062 -> 13.07
    [Fact]
    public void A_run_costs_what_the_table_says()
    {
        var kit = Kit(Layout(LayoutKind.Single)) with
        {
            Papers =
            [
                Paper("plain") with
                {
                    Pack = new() { Of = 12, Price = M("9.60") },
                },
                Paper("other"),
            ],
            Parts =
            [
                new()
                {
                    Id = "dots",
                    Name = "Dots",
                    Kind = PartKind.Loose,
                    Pack = new() { Of = 1, Price = M("3.90") },
                },
            ],
            Costs = new()
            {
                Hour = M("24.00"),
                SecondsPerCut = 20,
                MinutesPerBag = 6,
                MarginPercent = 40,
            },
        };
        var cost = Costing.Of(
            kit,
            10,
            new Dictionary<string, int> { ["plain"] = 13, ["other"] = 2 },
            new Dictionary<string, decimal> { ["plain"] = 0.75m },
            new Dictionary<string, int> { ["dots"] = 11 },
            120
        );
        Assert.Equal(
            [("plain", M("10.40"), M("2.60")), ("Dots", M("42.90"), null), ("Cutting", M("16.00"), null), ("Packing", M("24.00"), null)],
            cost.Lines.Select(l => (l.What.ToString(), l.Amount, l.Waste))
        );
        Assert.Equal((M("93.30"), M("9.33"), M("13.07")), (cost.Total, cost.PerKit, cost.Price));
        Assert.Equal(["other"], cost.Unpriced);
        Assert.Equal("13 sheets; a pack of 12 is 9.60, each 0.80.", cost.Lines[0].Made[0].ToString());
        Assert.Equal("120 cuts at 20 seconds are 40 min; an hour is 24.00.", cost.Lines[2].Made[0].ToString());
    }

    // 30 are needed, 5 on hand, packs of 12: 25 missing are 3 packs, and 11 are left (by hand).
    [Fact]
    public void Whole_packs_are_bought_and_what_is_left_is_told()
    {
        var kit = Kit(Layout(LayoutKind.Single)) with
        {
            Papers =
            [
                Paper("plain", onHand: 5) with
                {
                    Pack = new() { Of = 12, Price = M("9.60") },
                },
            ],
        };
        var line = Assert.Single(Shopping.Of(kit, new Dictionary<string, int> { ["plain"] = 30 }, new Dictionary<string, int>(), []));
        Assert.Equal((25, 3, 11, M("28.80")), (line.Missing, line.Packs, line.LeftAfter, line.Price));
    }

    [Fact]
    public void Packs_always_suffice_and_one_fewer_never_does() =>
        Gen.Select(Gen.Int[1, 500], Gen.Int[0, 500], Gen.Int[1, 40])
            .Sample(
                (needed, onHand, of) =>
                {
                    var kit = Kit(Layout(LayoutKind.Single)) with
                    {
                        Papers = [Paper("plain", onHand: onHand) with { Pack = new() { Of = of } }],
                    };
                    var line = Assert.Single(
                        Shopping.Of(kit, new Dictionary<string, int> { ["plain"] = needed }, new Dictionary<string, int>(), [])
                    );
                    Assert.Equal(onHand + line.Packs * of - needed, line.LeftAfter);
                    Assert.True(line.LeftAfter >= 0 && (line.Packs == 0 || line.LeftAfter < of));
                    Assert.Null(line.Price);
                }
            );

    // 5 % of 14 is 0.7, and so one; three whatever the run (by hand).
    [Fact]
    public void Spares_are_a_share_rounded_up_or_so_many()
    {
        Assert.Equal(
            (1, 0, 3),
            (
                new SpareRule { Of = SpareOf.Stickers, Percent = 5 }.For(14),
                new SpareRule { Of = SpareOf.Pieces }.For(14),
                new SpareRule { Of = SpareOf.Loose, Count = 3 }.For(1000)
            )
        );
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("0"), Top("0")))) with
        {
            Spares = [new() { Of = SpareOf.Pieces, Percent = 10 }],
        };
        var answer = CountsAnswer.For(kit, 16);
        // 16 and 2 spare of 6 x 6, four to a sheet: 5 sheets.
        Assert.Equal((2, 5), (answer.SpareKits, answer.Shopping[0].Needed));
        Assert.Equal((18L, true), (answer.Reconciliation.Planned, answer.Reconciliation.Agrees));
    }

    // 4 kits of 2 pieces and 1 kit's worth spare are 10 pieces, 2 of them spare, by hand; two to a sheet take 5 sheets.
    [Fact]
    public void Spares_are_the_same_in_every_table()
    {
        var kit = Kit(
            Layout(LayoutKind.Single, Piece("B1", "7", "7", Left("0"), Top("0")), Piece("B2", "7", "5", Left("0"), Top("7"))),
            Paper("plain", onHand: 4)
        ) with
        {
            Kits = 4,
            Spares = [new() { Of = SpareOf.Pieces, Count = 1 }],
        };
        var (counts, answer) = (CountsAnswer.For(kit, 4), KitAnswer.For(kit, 4));
        Assert.Equal(10, counts.Counts.TotalPieces);
        Assert.Equal([(5, 1), (5, 1)], counts.Counts.ByPiece.Select(p => (p.Total, p.Spare)));
        Assert.Equal(10, counts.Reconciliation.Planned);
        var line = Assert.Single(counts.Shopping);
        Assert.Equal((5, 1, 1), (line.Needed, line.Spare, line.Missing));
        Assert.Equal((5, 1), (answer.Counts.Sheets.Single().Total, answer.Counts.Sheets.Single().Missing));
        Assert.Equal(10, answer.Counts.TotalPieces);
        var short_ = Assert.Single(answer.StockFindings).Says.ToString();
        Assert.Contains("4 kits with their spares take 5 sheets", short_, StringComparison.Ordinal);
        Assert.Contains("They suffice for 4 kits without spares", short_, StringComparison.Ordinal);
        Assert.Equal(5, KitAnswer.BatchOf(kit, kit.WithSpares(4)).Plan.For("plain")!.SheetsUsed);
    }

    // Spares are kept of a run: one guest's own kit has none, of pieces or of parts.
    [Fact]
    public void A_guests_own_kit_has_no_spares()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("D1", "1", "1", Left("0"), Top("0"), kind: PieceKind.Sticker, paper: null) with
                {
                    Part = new() { Sheet = "st", Part = "sun" },
                }
            )
        ) with
        {
            Parts =
            [
                new()
                {
                    Id = "st",
                    Name = "Stickers",
                    Kind = PartKind.Stickers,
                    Parts = [new() { Id = "sun" }],
                },
            ],
            Spares = [new() { Of = SpareOf.Stickers, Count = 2 }],
        };
        Assert.Equal(1, KitAnswer.ForGuest(kit, []).Answer.Counts.Parts.Single().Total);
        Assert.Equal(3, KitAnswer.For(kit, 1).Counts.Parts.Single().Total);
    }

    [Fact]
    public void The_list_says_why_guides_take_more_sheets_and_nothing_where_they_do_not()
    {
        Kit Of(string height) => Kit(Layout(LayoutKind.Single, Piece("B1", "12", height, Left("0"), Top("0"))), Paper("plain"));
        Assert.Contains("4 for all of them. The list buys 2", CountsAnswer.For(Of("6"), 4).WhyFewer!.ToString(), StringComparison.Ordinal);
        Assert.Null(CountsAnswer.For(Of("12"), 4).WhyFewer);
    }

    // A 12 x 12 sheet with an inch of tear strip gives 11 x 12 and, off the strip, 1 x 12: all of the paper is pieces.
    [Fact]
    public void Pieces_of_a_tear_strip_are_no_waste()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "11", "12", Left("0"), Top("0")),
                Piece("S1", "1", "12", Left("11"), Top("0")) with
                {
                    Face = SheetFace.B,
                }
            ),
            Paper("plain", tear: new() { Edge = Edge.Right, Width = L("1") }) with
            {
                Pack = new() { Of = 1, Price = M("1.00") },
            }
        );
        Assert.Equal(1, CountsAnswer.For(kit, 3).Counts.Sheets.Single().PerKit);
        Assert.Equal(M("0.00"), CountsAnswer.For(kit, 3).Cost.Lines[0].Waste);
    }

    [Fact]
    public void Paper_that_only_guests_cut_has_its_own_waste_and_a_roster_costs_the_hosts_cuts()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "6", "12", Left("0"), Top("0")) with
                {
                    CutBy = CutBy.Guest,
                },
                Piece("B2", "6", "12", Left("6"), Top("0"), paper: "other")
            ),
            Paper("plain") with
            {
                Pack = new() { Of = 1, Price = M("1.00") },
            },
            Paper("other")
        );
        var run = CountsAnswer.For(kit, 3);
        Assert.Equal(M("1.50"), run.Cost.Lines[0].Waste);
        Assert.Equal(
            3,
            CountsAnswer
                .For(
                    kit,
                    3,
                    [
                        [],
                        [],
                        [],
                    ]
                )
                .Cuts
        );
        Assert.Equal(
            2,
            CountsAnswer
                .For(
                    kit,
                    2,
                    [
                        [],
                        [],
                    ]
                )
                .Counts.Sheets.Single(s => s.Paper == "plain")
                .Total
        );
    }
}
