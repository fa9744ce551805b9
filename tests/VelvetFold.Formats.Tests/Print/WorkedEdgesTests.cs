using VelvetFold.Core.Measures;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests.Print;

/// <summary>Edges that are worked are printed as they are, and never beyond the piece.</summary>
public class WorkedEdgesTests
{
    private const double PerTick = 72.0 / Length.TicksPerInch;

    [Theory]
    [InlineData("torn")]
    [InlineData("scalloped")]
    [InlineData("punched")]
    [InlineData("dovetailed")]
    [InlineData("rounded")]
    public void A_worked_edge_stays_within_the_piece_and_the_others_stay_straight(string work)
    {
        var spots = WorkedEdges.Outline(10, 20, 300, 90, [new(Edge.Bottom, work)], PerTick);
        Assert.All(spots, s => Assert.True(s.X is >= 10 - 1e-9 and <= 310 + 1e-9 && s.Y is >= 20 - 1e-9 and <= 110 + 1e-9));
        Assert.Contains(spots, s => s.Y < 110 - 0.5 && s.Y > 60 && s.X is > 11 and < 309);
        Assert.DoesNotContain(spots, s => s.Y > 20 + 1e-9 && s.Y < 60);
        Assert.Equal(spots, WorkedEdges.Outline(10, 20, 300, 90, [new(Edge.Bottom, work)], PerTick));
    }

    [Fact]
    public void A_mitred_end_runs_off_by_the_width_of_its_strip()
    {
        var spots = WorkedEdges.Outline(0, 0, 300, 40, [new(Edge.Left, "mitred")], PerTick);
        Assert.Contains(new Spot(40, 0), spots);
        Assert.Contains(new Spot(0, 40), spots);
        Assert.Contains(new Spot(300, 0), spots);
    }
}
