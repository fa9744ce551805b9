using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Tests.Guides;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Stickers are halved and sliced; two halves make one (common practice, no source).</summary>
public class HalvesTests
{
    private static readonly PartSheet Stickers = new()
    {
        Id = "st",
        Name = "Stickers",
        Parts =
        [
            new()
            {
                Id = "sun",
                Count = 2,
                Size = S("2", "1"),
            },
        ],
    };

    private static Piece Sun(string id, Edge? half = null, PartSlice? slice = null) =>
        Piece(id, "1", "1", Left("1"), Top("1"), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new()
            {
                Sheet = "st",
                Part = "sun",
                Half = half,
                Slice = slice,
            },
        };

    private static Kit With(params Piece[] pieces) =>
        Kit(Layout(LayoutKind.Single, [Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base), .. pieces])) with
        {
            Parts = [Stickers],
        };

    private static PartNeed Need(params Piece[] pieces) => Assert.Single(PartCounts.Of(With(pieces), 1)[0].Needs);

    [Fact]
    public void Two_halves_make_one_where_they_are_its_two_sides()
    {
        Assert.Equal(1, Need(Sun("D1", Edge.Left), Sun("D2", Edge.Right)).PerKit);
        Assert.Empty(Need(Sun("D1", Edge.Left), Sun("D2", Edge.Right)).HalvesLeft);
        Assert.Equal(2, Need(Sun("D1", Edge.Left), Sun("D2", Edge.Left)).PerKit);
        Assert.Equal([Edge.Right, Edge.Right], Need(Sun("D1", Edge.Left), Sun("D2", Edge.Left)).HalvesLeft);
        Assert.Equal(2, Need(Sun("D1", Edge.Left), Sun("D2", Edge.Top)).PerKit);
        Assert.Equal(2, Need(Sun("D1", slice: new(Edge.Left, L("1/4"))), Sun("D2", Edge.Top)).PerKit);
    }

    // As many as the more frequent half of each way of cutting, and the whole ones; in whatever order.
    [Fact]
    public void Halves_are_counted_by_the_side_that_is_taken_more_often() =>
        Gen.Int[0, 4]
            .Array[0, 12]
            .Sample(kinds =>
            {
                var uses = kinds
                    .Select(
                        (k, i) =>
                            (
                                $"D{i}",
                                new PartUse
                                {
                                    Sheet = "st",
                                    Part = "sun",
                                    Half = k == 4 ? null : (Edge)k,
                                }
                            )
                    )
                    .ToList();
                var tally = PartTally.Of(Stickers, uses);
                int Of(Edge edge) => kinds.Count(k => k == (int)edge);
                var expected = kinds.Count(k => k == 4) + Math.Max(Of(Edge.Left), Of(Edge.Right)) + Math.Max(Of(Edge.Top), Of(Edge.Bottom));
                Assert.Equal(expected, tally.Taken.GetValueOrDefault("sun"));
                Assert.Equal(
                    Math.Abs(Of(Edge.Left) - Of(Edge.Right)) + Math.Abs(Of(Edge.Top) - Of(Edge.Bottom)),
                    tally.Halved.Count(h => h.Left is not null)
                );
            });

    [Fact]
    public void A_half_is_said_in_the_measure_line_and_said_back()
    {
        var kit = With();
        var read = MeasureLines.Read(
            "sticker 1 x 1 part \"Stickers\" \"sun\" left half sliced 1/4 at bottom, 1 from left, 1 from top",
            kit,
            "L1"
        );
        Assert.Empty(read.Faults);
        var piece = read.Layout.Pieces[^1];
        Assert.Equal((Edge.Left, new PartSlice(Edge.Bottom, L("1/4"))), (piece.Part!.Half, piece.Part.Slice));
        Assert.Contains("\"sun\" left half sliced 1/4 at bottom", MeasureLines.Write(kit, read.Layout), StringComparison.Ordinal);
    }

    [Fact]
    public void The_guide_cuts_both_halves_at_once_and_keeps_one_that_is_for_later()
    {
        var here = With(Sun("D1", Edge.Left), Sun("D2", Edge.Right), Sun("D3", slice: new(Edge.Top, L("1/8"))));
        Assert.Contains(
            Written.Of(here).Steps,
            s =>
                s.Text.StartsWith(
                    "Cut sun from Stickers in half from top to bottom: L1-D1 is its left half, L1-D2 its right half. Cut ⅛ off L1-D3 along the top edge.",
                    StringComparison.Ordinal
                )
        );
        var two = With(Sun("D1", Edge.Top));
        var later = two with { Layouts = [two.Layouts[0], With(Sun("D2", Edge.Bottom)).Layouts[0] with { Id = "L2" }] };
        var written = Written.Of(later);
        Assert.True(written.Proof().Holds, written.Told(written.Proof()));
        Assert.Contains(written.Steps, s => s.Text.EndsWith("L1-D1 is its top half. Keep its bottom half.", StringComparison.Ordinal));
        Assert.Contains(written.Steps, s => s.Text == "L2-D2 is the bottom half of sun from Stickers that was kept beside L1-D1.");
        // Without the first step nobody has kept it.
        Assert.False(
            written.Proof([.. written.Steps.Where(s => !s.Text.Contains("Keep its bottom half", StringComparison.Ordinal))]).Holds
        );
    }

    [Fact]
    public void A_half_is_as_large_as_the_part_leaves_it()
    {
        static IReadOnlyList<Finding> Findings(params Piece[] pieces) =>
            PageCheck.Of(With(pieces), Resolver.Resolve(With(pieces).Layouts[0], With(pieces)));
        Assert.DoesNotContain(Findings(Sun("D1", Edge.Left)), f => f.Code == "part-size");
        var wrong = Assert.Single(Findings(Sun("D1")), f => f.Code == "part-size");
        Assert.Equal(S("2", "1"), wrong.Mend!.Piece.Size);
        Assert.Contains(Findings(Sun("D1", slice: new(Edge.Top, L("1")))), f => f.Code == "nothing-left-of-part");
        Assert.Contains(
            KitRules.Faults(With(Sun("D1", slice: new(Edge.Top, L("0"))))),
            f => f.Path == "layouts[0].pieces[1].part.slice.off"
        );
    }

    // The sheet is told by a finding; a step without words would be one that nobody can do.
    [Fact]
    public void A_half_of_a_sheet_that_is_not_there_makes_no_step_without_words() =>
        Assert.All(Written.Of(With(Sun("D1", Edge.Left)) with { Parts = [] }).Steps, s => Assert.NotEmpty(s.Text));
}
