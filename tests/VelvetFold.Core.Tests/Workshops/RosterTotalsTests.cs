using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Workshops;

public class RosterTotalsTests
{
    private static readonly Kit Page = Kit(
        Layout(
            LayoutKind.Single,
            Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/8")),
            Photo("P2", "3", "4", Left("6"), Top("1"), ("plain", "1/8"))
        )
    );

    // Three guests, worked by hand: one as designed, one with P1 turned, one whose P2 becomes a card and whose P1 bears a pocket.
    [Fact]
    public void A_roster_adds_up_to_what_each_guest_makes()
    {
        var totals = RosterTotals.Of(
            Page,
            [
                [],
                [new("L1", "P1", OpeningMove.Turn)],
                [new("L1", "P2", OpeningMove.Card), new("L1", "P1", OpeningMove.Pocket)],
            ]
        );
        Assert.Equal((3, 2, 1, 1), (totals.Guests, totals.Changed, totals.Pockets, totals.Cards));
        TotalPieces Of(string w, string h) => totals.Pieces.Single(p => p.Paper == "plain" && p.Face == SheetFace.A && p.Size == S(w, h));
        Assert.Equal((2, 3), (Of("4 1/4", "6 1/4").Count, Of("4 1/4", "6 1/4").AsDesigned));
        Assert.Equal((1, 0), (Of("6 1/4", "4 1/4").Count, Of("6 1/4", "4 1/4").AsDesigned));
        // The card is as large as the mat it is cut in place of.
        Assert.Equal((3, 3), (Of("3 1/4", "4 1/4").Count, Of("3 1/4", "4 1/4").AsDesigned));
        Assert.Equal(
            [(S("6", "4"), 1), (S("4", "6"), 2), (S("3", "4"), 2)],
            totals.Photos.Select(p => (p.Size, p.Count)).OrderByDescending(p => p.Size.Area).ThenByDescending(p => p.Size.Width)
        );
        Assert.Equal((3, 3), totals.Sheets.Select(s => (s.Count, s.AsDesigned)).Single());
    }

    [Fact]
    public void Guests_who_make_the_same_count_each()
    {
        var totals = RosterTotals.Of(
            Page,
            [
                [],
                [],
                [],
            ]
        );
        Assert.All(totals.Pieces, p => Assert.Equal((3, 3), (p.Count, p.AsDesigned)));
        Assert.All(totals.Photos, p => Assert.Equal(3, p.Count));
    }

    [Fact]
    public void What_names_nothing_any_more_is_left_aside()
    {
        var totals = RosterTotals.Of(
            Page,
            [
                [new("L1", "P9", OpeningMove.Turn)],
            ]
        );
        Assert.Equal((1, 0), (totals.Guests, totals.Changed));
        Assert.All(totals.Pieces, p => Assert.Equal(p.AsDesigned, p.Count));
    }
}
