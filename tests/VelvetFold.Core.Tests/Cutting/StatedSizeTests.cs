using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Stated sizes and the sizes sheets are sold by: what is cut, and what shows of it.</summary>
public class StatedSizeTests
{
    private static Kit Torn(StatedSize kits, StatedSize? own = null)
    {
        var strip = Piece("S1", "12", "2", Left("0"), Top("3"), kind: PieceKind.Strip) with
        {
            Finishes = [new() { Edge = Edge.Bottom, Work = EdgeWork.Torn }],
            Stated = own,
        };
        return Kit(Layout(LayoutKind.Single, strip, Piece("B1", "12", "1", Left("0"), Under("S1")))) with { Stated = kits };
    }

    // Common practice, no source: strips that are torn are cut 2 in wide, and tearing takes a quarter of an inch.
    [Theory]
    [InlineData(StatedSize.Cut, null, "2", "1 3/4")]
    [InlineData(StatedSize.Finished, null, "2 1/4", "2")]
    [InlineData(StatedSize.Finished, StatedSize.Cut, "2", "1 3/4")]
    [InlineData(StatedSize.Cut, StatedSize.Finished, "2 1/4", "2")]
    public void A_torn_strip_is_torn_into_its_stated_size_or_cut_larger(StatedSize kits, StatedSize? own, string cut, string shows)
    {
        var kit = Torn(kits, own);
        var layout = Resolver.Resolve(kit.Layouts[0], kit);
        Assert.Equal(S("12", cut), Assert.Single(CutList.Of(kit, [layout]), c => c.Piece == "S1").Size);
        Assert.Equal(B("0", "3", "12", shows), layout.Piece("S1")!.Box);
        // What leans on the torn edge lies at what shows.
        Assert.Equal(L("3") + L(shows), layout.Piece("B1")!.Box.Y);
        var answer = KitAnswer.For(kit, 1);
        Assert.True(answer.Proof.Holds);
        Assert.Contains(
            answer.Steps,
            s => s.Text.Contains($"About {kit.Reading().Format(S("12", shows))} is left.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_mend_says_the_size_as_it_is_stated()
    {
        var kit = Torn(StatedSize.Cut);
        var layout = kit.Layouts[0];
        // Half of it hangs over the foot of the page.
        kit = kit.With(layout.With(layout.Piece("S1")! with { Down = Top("11 1/4"), Across = Left("1/2") }));
        var mends = PageCheck
            .Of(kit, Resolver.Resolve(kit.Layouts[0], kit))
            .Where(f => f.Mend?.Piece.Id == "S1")
            .Select(f => f.Mend!.Piece)
            .ToList();
        Assert.NotEmpty(mends);
        Assert.All(mends, m => Assert.Null(m.Stated));
        Assert.All(mends, m => Assert.True(m.Size.Height == L("2") || m.AsFinished(kit).Size.Height < L("1 3/4")));
    }

    [Fact]
    public void A_size_that_its_edges_use_up_is_refused()
    {
        var kit = Torn(StatedSize.Cut);
        var narrow = kit.Layouts[0].Piece("S1")! with { Size = S("12", "1/4") };
        var fault = Assert.Single(KitRules.Faults(kit.With(kit.Layouts[0].With(narrow))));
        Assert.Equal("layouts[0].pieces[0].finishes", fault.Path);
        Assert.Contains("state its finished size", fault.Says.ToString(), StringComparison.Ordinal);
        Assert.Empty(KitRules.Faults(kit.With(kit.Layouts[0].With(narrow with { Stated = StatedSize.Finished }))));
    }

    [Theory]
    [InlineData("strip 12 x 2 plain, torn bottom, cut size, 0 from left, 3 from top", StatedSize.Cut)]
    [InlineData("strip 12 x 2 plain, torn bottom, finished size, 0 from left, 3 from top", StatedSize.Finished)]
    [InlineData("strip 12 x 2 plain, torn bottom, 0 from left, 3 from top", null)]
    public void The_measure_line_says_which_size_is_meant(string line, StatedSize? meant)
    {
        var kit = Kit(Layout(LayoutKind.Single));
        var reading = MeasureLines.Read(line, kit, "L1");
        Assert.Empty(reading.Faults);
        Assert.Equal(meant, reading.Layout.Piece("S1")!.Stated);
        var again = MeasureLines.Read(MeasureLines.Write(kit, reading.Layout), kit, "L1");
        Assert.Empty(again.Faults);
        Assert.Equal(meant, again.Layout.Piece("S1")!.Stated);
    }

    // Common practice, no source: a tear strip is extra; a sheet that has one still gives a 12 x 12 in base.
    [Fact]
    public void A_sheet_with_an_extra_tear_strip_still_gives_a_whole_base()
    {
        var extra = Paper(
            "plain",
            tear: new()
            {
                Edge = Edge.Bottom,
                Width = L("1/2"),
                Extra = true,
            }
        );
        Assert.Equal((S("12", "12 1/2"), S("12", "12")), (extra.Sheet, extra.Usable.Size));
        var layout = Layout(LayoutKind.Single, Piece("B1", "12", "12", new Centred(), new Centred(), kind: PieceKind.Base));
        var kit = Kit(layout, extra);
        Assert.DoesNotContain(PageCheck.Of(kit, Resolver.Resolve(layout, kit)), f => f.Code == "larger-than-sheet");
        var answer = KitAnswer.For(kit, 1);
        Assert.True(answer.Proof.Holds);
        Assert.Contains(answer.Steps, s => s.Kind == StepKind.Keep && s.Text.Contains("12 x ½", StringComparison.Ordinal));
        var within = Kit(layout, extra with { TearStrip = extra.TearStrip! with { Extra = false } });
        Assert.Contains(PageCheck.Of(within, Resolver.Resolve(layout, within)), f => f.Code == "larger-than-sheet");
    }

    [Fact]
    public void An_extra_strip_widens_the_sheet_it_stands_beside()
    {
        var paper = Paper(
            "plain",
            tear: new()
            {
                Edge = Edge.Left,
                Width = L("1/2"),
                Extra = true,
            }
        );
        Assert.Equal((S("12 1/2", "12"), B("1/2", "0", "12", "12")), (paper.Sheet, paper.Usable));
    }
}
