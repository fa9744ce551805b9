using CsCheck;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>One sheet a layout: it is followed by itself, and every edge of its page is found by the numbers on it.</summary>
public class LayoutSheetTests
{
    private static readonly Gen<Kit> TwoLayouts = Gen.Select(AnyKit.Kit, AnyKit.Kit)
        .Select((one, two) => one with { Layouts = [one.Layouts[0], two.Layouts[0] with { Id = "L2", Name = "Two" }] });

    private static LayoutSheets SheetsOf(Kit kit) => LayoutSheets.Of(kit, KitAnswer.For(kit, 1));

    [Fact]
    public void Sheets_followed_one_after_the_other_make_what_the_guide_makes() =>
        TwoLayouts.Sample(
            kit =>
            {
                var answer = KitAnswer.For(kit, 1);
                var sheets = LayoutSheets.Of(kit, answer);
                Assert.Equal(answer.Steps.Count, sheets.First.Count + sheets.Sheets.Sum(s => s.Front.Count + s.Back.Count));
                Assert.Equal(answer.Proof.Holds, sheets.Proof.Holds);
                Assert.Equal((answer.Proof.Cut, answer.Proof.Placed), (sheets.Proof.Cut, sheets.Proof.Placed));
            },
            iter: 60
        );

    [Fact]
    public void No_number_can_be_read_from_the_others() =>
        AnyKit.Kit.Sample(
            kit =>
            {
                var layout = Resolver.Resolve(kit.Layouts[0], kit);
                var all = PageDimensions.Of(kit, layout).Select(d => d.Mark).ToList();
                var edges = PageDimensions.Edges(layout).Distinct().ToList();
                bool Leads(IReadOnlyList<Core.Drawing.DimensionMark> marks) =>
                    edges.TrueForAll(
                        PageDimensions.Read(layout.Layout, marks, text => kit.Reading().Parse(text.TrimStart('≈', ' ')).Value).ContainsKey
                    );
                Assert.True(Leads(all));
                // Those between edges that have to be found: each is needed.
                foreach (var mark in all.Where(m => edges.Contains((m.Axis, m.From)) && edges.Contains((m.Axis, m.To))))
                    Assert.False(Leads([.. all.Where(m => m != mark)]), mark.ToString());
            },
            iter: 60
        );

    // Four 2 x 7 strips, the outer ones 1 in from the sides and 2 in down (common practice, no source): their widths and height, three
    // equal gaps, the way in and the way down; the way out follows.
    [Fact]
    public void Four_strips_in_a_row_need_their_widths_their_gaps_and_one_way_in()
    {
        var strips = Enumerable.Range(0, 4).Select(i => Piece($"S{i}", "2", "7", new Member("G1"), Top("2"))).ToArray();
        var layout = Layout(LayoutKind.Single, strips) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Evenly,
                    Members = ["S0", "S1", "S2", "S3"],
                    Axis = Axis.Across,
                    Start = L("1"),
                    End = L("1"),
                },
            ],
        };
        var kit = Kit(layout);
        var marks = PageDimensions.Of(kit, Resolver.Resolve(layout, kit)).Select(d => d.Mark).ToList();
        Assert.Equal(["2", "2", "2", "2"], marks.Where(m => m.Axis == Axis.Across && m.Text == "2").Select(m => m.Text));
        Assert.Equal(8, marks.Count(m => m.Axis == Axis.Across));
        Assert.Equal(["7", "2"], marks.Where(m => m.Axis == Axis.Down).Select(m => m.Text));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Words_of_the_designers_own_at_a_sheet_for_several_layouts_are_no_fault(bool instead)
    {
        var one = Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("0"), Top("0")));
        var kit = Kit(one) with { Layouts = [one, one with { Id = "L2", Name = "Two" }] };
        var cut = KitAnswer.For(kit, 1).Steps.First(s => s.Kind == StepKind.Cut);
        var sheets = SheetsOf(kit with { Guide = new() { Notes = [new(cut.Key, "Mind the corner.", instead)] } });
        Assert.True(sheets.Proof.Holds, string.Join(' ', sheets.Proof.Faults.Select(f => f.Says)));
        var text = sheets.Sheets[0].Back.First(s => s.Kind == StepKind.Cut).Text;
        Assert.Contains("Mind the corner.", text, StringComparison.Ordinal);
        Assert.Contains("Also for other piles: L2-B1.", text, StringComparison.Ordinal);
    }

    [Fact]
    public void What_falls_off_for_another_layout_is_sent_to_its_pile()
    {
        var one = Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("0"), Top("0")));
        var kit = Kit(one) with { Layouts = [one, one with { Id = "L2", Name = "Two" }, one with { Id = "L3", Name = "Three" }] };
        var sheets = SheetsOf(kit);
        Assert.True(sheets.Proof.Holds);
        var cut = Assert.Single(sheets.Sheets[0].Back, s => s.Kind == StepKind.Cut);
        Assert.EndsWith("Also for other piles: L2-B1, L3-B1.", cut.Text, StringComparison.Ordinal);
        Assert.All(sheets.Sheets.Skip(1), s => Assert.DoesNotContain(s.Back, b => b.Kind == StepKind.Cut));
        // One that is left out, or that does not fall off there, is noticed.
        var answer = KitAnswer.For(kit, 1);
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        ProofResult Proof(string pieces) =>
            GuideProof.Replay(
                kit,
                layouts,
                answer.CutList,
                answer.EachKit.Plan,
                [
                    .. answer.Steps.Select(s =>
                        s.Key == cut.Key ? s with { Text = cut.Text.Replace("L2-B1, L3-B1", pieces, StringComparison.Ordinal) } : s
                    ),
                ]
            );
        Assert.True(Proof("L2-B1, L3-B1").Holds);
        Assert.False(Proof("L3-B1").Holds);
        Assert.False(Proof("L2-B1, L3-B9").Holds);
    }
}
