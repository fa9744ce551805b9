using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>How far the stock on hand reaches.</summary>
public class StockReachTests
{
    private static Kit With(int? plain, int? other) =>
        Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "7", "7", Left("0"), Top("0")),
                Piece("B2", "3", "4", Left("0"), Top("8"), paper: "other")
            ),
            Paper("plain", onHand: plain),
            Paper("other", onHand: other)
        );

    // By hand: a 7 x 7 takes a sheet, so 5 sheets give 5 kits; twelve 3 x 4 come out of a sheet, so 2 sheets give 24.
    [Fact]
    public void The_scarcest_paper_says_how_many_kits_there_are()
    {
        var reach = StockReach.Of(With(5, 2), 1);
        Assert.Equal((5, "plain", 6), (reach.Kits, reach.First, reach.WithOneMore));
        Assert.Equal([("plain", 5, 6), ("other", 24, 36)], reach.Papers.Select(p => (p.Paper, p.Kits, p.WithOneMore)));
    }

    [Fact]
    public void One_sheet_more_brings_no_more_than_the_next_scarcest_gives() =>
        Assert.Equal((11, "plain", 12), Kits(StockReach.Of(With(11, 1), 1)));

    [Fact]
    public void Without_limits_there_is_nothing_to_say()
    {
        var reach = StockReach.Of(With(null, null), 1);
        Assert.Null(reach.Kits);
        Assert.Empty(reach.Papers);
    }

    [Fact]
    public void Parts_limit_the_run_too()
    {
        var kit = With(5, null);
        var page = kit.Layouts[0];
        kit = kit with
        {
            Parts =
            [
                new()
                {
                    Id = "s",
                    Name = "Suns",
                    Kind = PartKind.Stickers,
                    OnHand = 3,
                    Parts = [new() { Id = "sun" }],
                },
            ],
        };
        kit = kit.With(
            page with
            {
                Pieces =
                [
                    .. page.Pieces,
                    Piece("D1", "1", "1", Left("1"), Top("1"), kind: PieceKind.Sticker, paper: null) with
                    {
                        Part = new() { Sheet = "s", Part = "sun" },
                    },
                ],
            }
        );
        Assert.Equal((3, "s", null), Kits(StockReach.Of(kit, 1)));
    }

    private static (int?, string?, int?) Kits(StockReach reach) => (reach.Kits, reach.First, reach.WithOneMore);
}
