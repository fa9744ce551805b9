using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Papers as they are said.</summary>
public sealed class PaperLinesTests
{
    private static Paper One(string line, LengthUnit unit = LengthUnit.Inch)
    {
        var (papers, faults) = PaperLines.Read(line, unit, []);
        Assert.Empty(faults);
        return Assert.Single(papers);
    }

    [Fact]
    public void A_name_alone_is_cardstock_in_its_colour_on_both_sides()
    {
        var cream = One("Cream cardstock");
        Assert.Equal(
            ("cream-cardstock", "12 x 12"),
            (cream.Id, $"{cream.Size.Width.Ticks / Length.TicksPerInch} x {cream.Size.Height.Ticks / Length.TicksPerInch}")
        );
        Assert.Equal(cream.FaceA, cream.FaceB);
        Assert.Equal("#f4ead2", cream.FaceA.Colour);
        Assert.Null(cream.OnHand);
    }

    [Fact]
    public void Faces_sheets_and_strip_are_said_in_one_line()
    {
        var gulls = One("Gulls: figures one way / stripe, 12 sheets, tear strip");
        Assert.Equal((PrintKind.Figures, PrintDirection.OneWay), (gulls.FaceA.Print, gulls.FaceA.Direction));
        Assert.Equal((PrintKind.Stripe, PrintDirection.HalfTurn), (gulls.FaceB!.Print, gulls.FaceB.Direction));
        Assert.Equal((12, Edge.Bottom, true), (gulls.OnHand, gulls.TearStrip!.Edge, gulls.TearStrip.Extra));
    }

    [Fact]
    public void Rows_of_a_table_are_read_as_lines()
    {
        var (papers, faults) = PaperLines.Read(
            "Rope\t8\t8 1/2 x 11\n\nRope\t3 on hand\nNavy: blue dots on white",
            LengthUnit.Inch,
            ["rope"]
        );
        Assert.Empty(faults);
        Assert.Equal(["rope-2", "rope-3", "navy"], papers.Select(p => p.Id));
        Assert.Equal([8, 3, null], papers.Select(p => p.OnHand));
        Assert.Equal(Length.Inches(8, 1, 2), papers[0].Size.Width);
        Assert.Equal(Length.Millimetres(305), One("Oat, 305 x 305", LengthUnit.Millimetre).Size.Width);
    }

    [Theory]
    [InlineData(": stripe", "no name")]
    [InlineData("12 sheets", "no name")]
    [InlineData("Gulls: wavy", "wavy")]
    [InlineData("Gulls: dot / dot / dot", "at most one stroke")]
    [InlineData("Gulls, twelve", "twelve")]
    [InlineData("Gulls, 9999999 sheets", "0 to 100000")]
    public void What_cannot_be_read_is_named_and_nothing_is_taken(string line, string says)
    {
        var (papers, faults) = PaperLines.Read($"Oat\n{line}", LengthUnit.Inch, []);
        Assert.Empty(papers);
        var fault = Assert.Single(faults);
        Assert.Equal("lines[1]", fault.Path);
        Assert.Contains(says, fault.Says.ToString(), StringComparison.Ordinal);
    }
}
