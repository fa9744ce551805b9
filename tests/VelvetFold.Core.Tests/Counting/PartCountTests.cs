using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Ready-made parts: counted by sheet, pack and roll, and checked against what pieces name.</summary>
public class PartCountTests
{
    private static Piece Part(string id, string sheet, string? part, string width = "1", Length? more = null) =>
        Piece(id, width, "1/2", Left("1"), Top("1"), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new()
            {
                Sheet = sheet,
                Part = part,
                More = more,
            },
        };

    private static PartSheet Sheet(PartKind kind, int? onHand, params (string Id, int Count)[] parts) =>
        new()
        {
            Id = "s",
            Name = "Sheet",
            Kind = kind,
            OnHand = onHand,
            Parts = [.. parts.Select(p => new SheetPart { Id = p.Id, Count = p.Count })],
        };

    private static Kit With(PartSheet sheet, params Piece[] pieces) => Kit(Layout(LayoutKind.Single, pieces)) with { Parts = [sheet] };

    private static IReadOnlyList<Finding> Findings(Kit kit) => PageCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit));

    [Fact]
    public void A_sticker_sheet_goes_into_every_kit_whole()
    {
        var count = Assert.Single(
            PartCounts.Of(With(Sheet(PartKind.Stickers, 10, ("sun", 1), ("kite", 4)), Part("D1", "s", "sun"), Part("D2", "s", "kite")), 12)
        );
        Assert.Equal((1, 12, 2, 10), (count.PerKit, count.Total, count.Missing, count.KitsPossible));
        Assert.Equal([("kite", 1, 4), ("sun", 1, 1)], count.Needs.Select(n => (n.Part, n.PerKit, n.OnSheet)));
    }

    // Letters of a title, counted by hand: KITE WEEKEND has 4 E, 2 K, 2 N, 1 each of I, T, W, D.
    [Fact]
    public void A_title_takes_its_letters_off_their_sheet()
    {
        var letters = Sheet(PartKind.Letters, null, ("D", 1), ("E", 2), ("I", 1), ("K", 2), ("N", 2), ("T", 1), ("W", 1));
        var count = Assert.Single(PartCounts.Of(With(letters, Part("T1", "s", "Kite weekend")), 3));
        Assert.Equal(4, count.Needs.Single(n => n.Part == "E").PerKit);
        Assert.Equal((2, 6), (count.PerKit, count.Total)); // 4 E from sheets with 2
        Assert.Contains(
            Findings(With(letters, Part("T1", "s", "Kite weekend"))),
            f => f.Code == "part-used-up" && f.Says.ToString().Contains("4 of E", StringComparison.Ordinal)
        );
        Assert.Contains(
            Findings(With(letters, Part("T1", "s", "Quilt"))),
            f => f.Code == "no-part" && f.Says.ToString().Contains("has no Q, u, l for", StringComparison.Ordinal)
        );
    }

    // An assortment pack of 55 loose parts is common practice, no source; 14 kits x 4 = 56 need a second one.
    [Fact]
    public void Loose_parts_are_shared_out_between_kits()
    {
        Piece[] four = [.. Enumerable.Range(1, 4).Select(i => Part($"D{i}", "s", "dot"))];
        var count = Assert.Single(PartCounts.Of(With(Sheet(PartKind.Loose, 1, ("dot", 55)), four), 14));
        Assert.Equal((null, 2, 1, 13), (count.PerKit, count.Total, count.Missing, count.KitsPossible));
    }

    // 8 in and 6 in for the bow are 14 in a kit: a 360 in roll gives 25 whole lengths (350 in), not 25.7.
    [Fact]
    public void Twine_is_counted_by_whole_lengths_with_what_the_bow_takes()
    {
        var roll = new PartSheet
        {
            Id = "s",
            Name = "Twine",
            Kind = PartKind.ByLength,
            Length = L("360"),
            OnHand = 1,
        };
        var count = Assert.Single(PartCounts.Of(With(roll, Part("Y1", "s", null, "8", L("6"))), 26));
        Assert.Equal((L("14"), 2, 1, 25), (count.LengthPerKit, count.Total, count.Missing, count.KitsPossible));
        var counts = KitAnswer.For(With(roll, Part("Y1", "s", null, "8", L("6"))), 26);
        Assert.Equal(25, counts.Counts.KitsPossible);
        Assert.Equal("short-parts", Assert.Single(counts.StockFindings).Code);
    }

    [Fact]
    public void What_is_on_hand_suffices_for_the_kits_possible_and_for_no_more() =>
        Gen.Select(Gen.OneOf(Gen.Const(PartKind.Stickers), Gen.Const(PartKind.Loose)), Gen.Int[1, 9], Gen.Int[1, 6], Gen.Int[0, 30])
            .Sample(
                (kind, onSheet, used, onHand) =>
                {
                    var kit = With(
                        Sheet(kind, onHand, ("dot", onSheet)),
                        [.. Enumerable.Range(1, used).Select(i => Part($"D{i}", "s", "dot"))]
                    );
                    var possible = PartCounts.Of(kit, 1)[0].KitsPossible!.Value;
                    Assert.Equal(0, PartCounts.Of(kit, possible)[0].Missing);
                    Assert.True(PartCounts.Of(kit, possible + 1)[0].Missing > 0);
                }
            );

    [Fact]
    public void A_part_that_is_not_there_or_is_meant_for_another_layout_is_told()
    {
        var sheet = Sheet(PartKind.DieCuts, null, ("gull", 1)) with { Parts = [new() { Id = "gull", Layout = "L9" }] };
        Assert.Contains(
            Findings(With(sheet, Part("D1", "s", "whale"))),
            f => f.Code == "no-part" && f.Says.ToString().Contains("It has gull", StringComparison.Ordinal)
        );
        Assert.Contains(Findings(With(sheet, Part("D1", "gone", "gull"))), f => f.Code == "no-part");
        Assert.Contains(Findings(With(sheet, Part("D1", "s", null))), f => f.Code == "no-part");
        Assert.Contains(Findings(With(sheet, Part("D1", "s", "gull"))), f => f.Code == "part-of-another-layout");
        Assert.DoesNotContain(
            Findings(With(Sheet(PartKind.DieCuts, null, ("gull", 1)), Part("D1", "s", "gull"))),
            f => f.Code.Contains("part", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_guide_gathers_parts_and_says_which_is_laid()
    {
        var steps = KitAnswer
            .For(
                With(
                    Sheet(PartKind.Stickers, null, ("sun", 1)),
                    Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
                    Part("D1", "s", "sun")
                ),
                1
            )
            .Steps;
        Assert.Contains("Lay the ready-made parts beside them: Sheet.", steps[0].Text, StringComparison.Ordinal);
        Assert.Contains(steps, s => s.Text.Contains("(1 x ½, sun from Sheet)", StringComparison.Ordinal));
    }

    [Fact]
    public void Changed_parts_are_told_between_revisions()
    {
        var before = With(Sheet(PartKind.Stickers, 4, ("sun", 1)), Part("D1", "s", "sun"));
        var after = before with { Parts = [Sheet(PartKind.Stickers, 6, ("sun", 1))] };
        // What is on hand is the ledger's: no revision differs by it.
        Assert.Empty(Revisions.Compare(before, after, MeasureLines.Write));
        Assert.Equal(
            "Sheet is no longer in the stock.",
            Assert.Single(Revisions.Compare(before, before with { Parts = [] }, MeasureLines.Write)).Says.ToString()
        );
    }
}
