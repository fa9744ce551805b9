using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Paper that is there anyway: offcuts on hand and the insides of gutted pieces.</summary>
public class RemnantTests
{
    // Common practice, no source: a 1 in border from 12 x 12 leaves a 10 x 10, and a 10 x 10 needs no sheet then.
    [Fact]
    public void The_inside_of_a_gutted_background_serves_for_other_pieces()
    {
        var frame = Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base) with { Gut = L("1") };
        var kit = Kit(
            Layout(LayoutKind.Single, frame, Piece("B2", "10", "6", Left("1"), Top("1")), Piece("B3", "5", "4", Left("1"), Top("7")))
        );
        var answer = KitAnswer.For(kit, 1);
        var sheet = Assert.Single(answer.EachKit.Plan.BySheet);
        Assert.Equal((1, true), (sheet.SheetsUsed, sheet.LowerBound <= 1));
        var inside = Assert.Single(sheet.Patterns, p => p.From is not null);
        Assert.Equal("inside of L1-B1", inside.From!.Text);
        Assert.Equal(["L1-B2", "L1-B3"], inside.Placements.Select(p => p.Piece).Order());
        // The guide cuts it after it has been cut out.
        var texts = answer.Steps.Select(s => s.Text).ToList();
        Assert.True(
            answer
                .Steps.ToList()
                .FindIndex(s => s.Lines.Any(l => l.EndsWith("comes free, and the frame L1-B1 stays; keep both.", StringComparison.Ordinal)))
                < texts.FindIndex(t => t.StartsWith("Take the inside of L1-B1", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void Offcuts_on_hand_are_used_where_that_saves_a_sheet_and_left_where_not()
    {
        CutPlan Plan(int sevens) =>
            CutPlanner.Plan(
                new(
                    [new("S", S("12", "12")) { Remnants = [new(PaperPart.OnHand(1, "4 x 6"), S("4", "6"), 2)] }],
                    [new("A", "S", S("7", "7"), sevens), new("B", "S", S("4", "6"), 2)]
                )
            );
        // Beside a 7 x 7 there is a 5 x 12 strip, which takes both 4 x 6: nothing is saved.
        Assert.DoesNotContain(Plan(1).BySheet[0].Patterns, p => p.From is not null);
        var none = Plan(0).BySheet[0];
        Assert.Equal(0, none.SheetsUsed);
        Assert.Equal(2, none.Patterns.Sum(p => p.Times));
    }

    // Two mats, one of which comes out of an offcut: only the other needs paper.
    [Fact]
    public void In_a_bag_what_is_there_is_cut_first()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "5", "5", Left("0"), Top("0"))), Paper("plain"), Paper("other"));
        var page = kit.Layouts[0];
        var more = kit.With(
            page with
            {
                Pieces =
                [
                    .. page.Pieces,
                    Piece("B2", "4", "6", Left("0"), Top("6"), paper: "other"),
                    Piece("B3", "4", "6", Left("6"), Top("6"), paper: "other"),
                ],
            }
        );
        var bag = Core.Fitting.Bag.With(kit, [new("other", S("4 1/2", "6 1/2"))]).For(more);
        Assert.Single(bag.Cut);
        Assert.Single(bag.Missing);
    }

    [Fact]
    public void With_what_is_there_anyway_a_plan_still_keeps_the_rules() =>
        Gen.Select(
                Gen.Select(Gen.Int[4, 40], Gen.Int[4, 40], Gen.Int[1, 6]).Array[1, 8],
                Gen.Select(Gen.Int[8, 44], Gen.Int[8, 44], Gen.Int[1, 4]).Array[1, 3]
            )
            .Sample(
                (pieces, extras) =>
                {
                    var sheet = new StockSheet("S", S("12", "12"))
                    {
                        Remnants =
                        [
                            .. extras.Select(
                                (e, i) => new Remnant(PaperPart.InBag($"E{i}"), new(L("1/4") * e.Item1, L("1/4") * e.Item2), e.Item3)
                            ),
                        ],
                    };
                    var order = new CuttingInstance(
                        [sheet],
                        [.. pieces.Select((p, i) => new Demand($"P{i}", "S", new(L("1/4") * p.Item1, L("1/4") * p.Item2), p.Item3))]
                    );
                    var (plan, without) = (
                        CutPlanner.Plan(order).BySheet[0],
                        CutPlanner.Plan(order with { Sheets = [sheet with { Remnants = [] }] }).BySheet[0]
                    );
                    Assert.True(plan.SheetsUsed <= without.SheetsUsed && plan.LowerBound <= plan.SheetsUsed);
                    Assert.Equal(plan.SheetsUsed, plan.Patterns.Where(p => p.From is null).Sum(p => p.Times));
                    foreach (var piece in order.Pieces)
                        Assert.Equal(piece.Quantity, plan.Patterns.Sum(p => p.Times * p.Placements.Count(q => q.Piece == piece.Id)));
                    foreach (var extra in sheet.Remnants)
                    {
                        var used = plan.Patterns.Where(p => p.From == extra.Source).ToList();
                        Assert.True(used.Sum(p => p.Times) <= extra.Count);
                        Assert.All(used, p => Assert.Equal(extra.Size, p.Root.Box.Size));
                        Assert.All(
                            used,
                            p =>
                                Assert.Equal(
                                    p.Root.All().Where(n => n is not SplitNode).Select(n => n.Box).OrderBy(b => b.X).ThenBy(b => b.Y),
                                    TrimmerProgramme.Replay(extra.Size, p.Cuts).Values.SelectMany(b => b).OrderBy(b => b.X).ThenBy(b => b.Y)
                                )
                        );
                    }
                },
                iter: 60
            );

    [Fact]
    public void An_offcut_larger_than_its_sheet_is_refused()
    {
        var kit = Kit(Layout(LayoutKind.Single)) with
        {
            Papers = [Paper("plain") with { Offcuts = [new() { Size = S("13", "2") }, new() { Size = S("3", "2"), Count = 0 }] }],
        };
        Assert.Equal(["papers[0].offcuts[0].size", "papers[0].offcuts[1].count"], KitRules.Faults(kit).Select(f => f.Path));
    }
}
