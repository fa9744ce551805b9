using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Workshops;

/// <summary>Who fits as designed, who needs a change, who has not answered.</summary>
public class GuestStandingTests
{
    private static readonly Kit Kit = Kits.Kit(
        Layout(
            LayoutKind.Single,
            Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
            Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
            Photo("P2", "3", "4", RightOf("P1", "1/2"), Top("1"), ("other", "1/8"))
        )
    );

    private static GuestStanding Of(string photos, params OpeningChange[] changes) =>
        GuestStanding.Of(Kit, new Dictionary<string, string> { ["L1"] = photos }, changes);

    [Theory]
    [InlineData("", Standing.NotHeard)]
    [InlineData("4 x 6, 3 x 4", Standing.AsDesigned)]
    [InlineData("3 x 4, 4 x 6 later", Standing.AsDesigned)]
    [InlineData("4 x 6", Standing.NeedsAFit)]
    [InlineData("4 x 6, 3 x 4, 3 x 4", Standing.NeedsAFit)]
    [InlineData("6 x 4 whole, 3 x 4", Standing.NeedsAFit)]
    [InlineData("four by six", Standing.NeedsAFit)]
    [InlineData("13 of 4 x 6", Standing.NeedsAFit)]
    public void Photos_that_have_their_openings_stand_as_designed(string photos, Standing stands) =>
        Assert.Equal(stands, Of(photos).Stands);

    [Fact]
    public void What_is_changed_counts_and_what_runs_into_something_does_not_do()
    {
        var turned = new OpeningChange("L1", "P1", OpeningMove.Turn);
        Assert.Equal(Standing.Changed, Of("4 x 6, 3 x 4", new OpeningChange("L1", "P2", OpeningMove.Paper, With: "plain")).Stands);
        Assert.Equal((Standing.Changed, 0), (Of("6 x 4, 3 x 4", turned).Stands, Of("6 x 4, 3 x 4", turned).Open.Count));
        // Turned, the photo of somebody else does not go there; moved onto the other opening, nobody's does.
        Assert.Equal(["L1"], Of("4 x 6 whole, 3 x 4", turned).Open);
        Assert.Equal(
            Standing.NeedsAFit,
            Of("4 x 6, 3 x 4", new OpeningChange("L1", "P1", OpeningMove.Shift, At: new(Length.Zero, L("6")))).Stands
        );
        // A card takes the place of the photo that is not there.
        Assert.Equal(Standing.Changed, Of("4 x 6", new OpeningChange("L1", "P2", OpeningMove.Card)).Stands);
        // An opening that waits for its photo lacks nothing.
        Assert.Equal(Standing.Changed, Of("4 x 6", new OpeningChange("L1", "P2", OpeningMove.Placeholder)).Stands);
    }

    // Whatever fit is taken, the guest needs none any more: for every number of photos up to four, upright and lying.
    [Fact]
    public void Whoever_has_taken_a_fit_needs_none()
    {
        foreach (
            var photos in new[]
            {
                "4 x 6",
                "6 x 4",
                "3 x 4, 3 x 4",
                "6 x 4, 6 x 4",
                "4 x 6, 3 x 4, 4 x 3",
                "4 of 3 x 4",
                "4 x 6 later, 6 x 4 whole, 3 x 4 once",
            }
        )
        foreach (var fit in FitSearch.Find(Kit, "L1", PhotoLine.Read(photos, LengthUnit.Inch).Photos, 3, Bag.Of(Kit)).Fits)
            Assert.NotEqual(Standing.NeedsAFit, Of(photos, [.. fit.Changes]).Stands);
    }
}
