using CsCheck;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>What to do about a piece that is spoiled or missing.</summary>
public class AgainTests
{
    private static IReadOnlyList<string> Ways(Kit kit, string label) =>
        [.. Again.All(kit, KitAnswer.For(kit, 1))[label].Select(w => w.ToString())];

    private static Paper OneSide(int? onHand) => Paper("plain", onHand: onHand) with { FaceB = null };

    // 3 x 12 off a 12 x 12 leaves 9 x 12 (common practice, no source).
    [Fact]
    public void It_is_cut_again_from_what_the_kit_keeps()
    {
        var kit = Kit(
            Layout(LayoutKind.Single, Piece("B1", "9", "12", Left("0"), Top("0")), Piece("B2", "3", "2", Left("9"), Top("0"))),
            OneSide(0)
        );
        // The sheet leaves 3 x 10: as wide as the second piece, and too narrow for the first.
        Assert.Equal(["Cut it again from the 3 x 10 that is kept of plain: top edge at the 2 mark."], Ways(kit, "L1-B2"));
        Assert.Equal(["Nothing of plain is left to cut it from: take another paper, or do without it."], Ways(kit, "L1-B1"));
    }

    [Fact]
    public void A_spare_and_another_sheet_are_the_hosts_to_give()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "12", "12", Left("0"), Top("0"))), OneSide(9)) with
        {
            Kits = 10,
            Spares = [new() { Of = SpareOf.Pieces, Count = 2 }],
        };
        Assert.Equal(
            ["The host has 2 spares of L1-B1.", "The host may have another sheet of plain: cut 12 x 12 from it."],
            Ways(kit, "L1-B1")
        );
    }

    [Fact]
    public void A_part_that_no_page_takes_covers_the_spot()
    {
        var sticker = Piece("D1", "1", "1", Left("0"), Top("0"), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new() { Sheet = "st", Part = "gull" },
        };
        var kit = Kit(Layout(LayoutKind.Single, sticker)) with
        {
            Parts =
            [
                new()
                {
                    Id = "st",
                    Name = "Shore",
                    Parts = [new() { Id = "gull", Count = 2 }, new() { Id = "shell" }],
                },
            ],
        };
        Assert.Equal(
            ["Another gull is on Shore, and no page takes it.", "Cover the spot: no page takes gull and shell of Shore."],
            Ways(kit, "L1-D1")
        );
    }

    [Fact]
    public void Of_a_tear_strip_only_the_back_serves()
    {
        var paper = Paper(
            "plain",
            tear: new()
            {
                Edge = Core.Measures.Edge.Bottom,
                Width = L("1"),
                Extra = true,
            },
            onHand: 0
        );
        Kit Of(SheetFace face) =>
            Kit(
                Layout(
                    LayoutKind.Single,
                    Piece("B1", "12", "11 1/2", Left("0"), Top("0")),
                    Piece("B2", "6", "1/2", Left("0"), Bottom("0")) with
                    {
                        Face = face,
                    }
                ),
                paper
            );
        Assert.DoesNotContain("kept", Ways(Of(SheetFace.A), "L1-B1")[0], StringComparison.Ordinal);
        Assert.Contains(Ways(Of(SheetFace.B), "L1-B2"), w => w.Contains("back side up", StringComparison.Ordinal));
    }

    [Fact]
    public void Nobody_is_left_without_an_answer() =>
        AnyKit.Kit.Sample(
            kit =>
            {
                var answer = KitAnswer.For(kit, 1);
                var again = Again.All(kit, answer);
                Assert.All(answer.CutList, c => Assert.NotEmpty(again[c.Label]));
                Assert.All(again.Values.SelectMany(w => w), w => Assert.DoesNotContain('{', w.ToString()));
            },
            iter: 40
        );
}
