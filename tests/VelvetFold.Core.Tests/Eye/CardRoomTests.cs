using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Eye;

/// <summary>How many lines and words a card takes (common practice, no source).</summary>
public sealed class CardRoomTests
{
    private static readonly Kit Inches = Kit(Layout(LayoutKind.Single), Paper("plain"));

    private static CardRoom? Of(string width, string height, PieceKind kind = PieceKind.Journaling, Kit? kit = null) =>
        CardRoom.Of(kit ?? Inches, Piece("J1", width, height, Left("1"), Top("1"), kind: kind), S(width, height));

    // Of 4 1/4 x 3, 3 3/4 x 2 1/2 are free: 6 lines of 3/8 with 3 words each; 13 of 3/16 with 7.
    [Fact]
    public void A_card_takes_lines_and_words_by_hand_and_more_when_typed()
    {
        var room = Of("4 1/4", "3")!;
        Assert.Equal((6, L("3/8"), 18, 91), (room.Lines, room.Spacing, room.Words, room.Typed));
        Assert.Equal("Takes 6 lines by hand, ⅜ apart, some 18 words; typed and printed some 91.", room.Says.ToString());
        // Just one line and one word; a hair less is none.
        Assert.Equal((1, 1), Of("1 1/2", "7/8") is { } least ? (least.Lines, least.Words) : default);
        Assert.Equal("J1 is too small to be written on by hand.", Of("1 1/2", "13/16")!.Says.ToString());
        Assert.Equal(0, Of("1/4", "1/4")!.Words);
        Assert.Null(Of("4", "3", PieceKind.Panel));
    }

    // 100 x 75 mm leave 88 x 63: 7 lines of 9 mm with 3 words of 25 mm.
    [Fact]
    public void In_millimetres_it_counts_in_theirs()
    {
        var (card, size) = (
            Piece("J1", "4", "3", Left("1"), Top("1"), kind: PieceKind.Journaling),
            new Size(Length.Millimetres(100), Length.Millimetres(75))
        );
        var room = CardRoom.Of(Inches with { Unit = LengthUnit.Millimetre }, card, size)!;
        Assert.Equal((7, 21), (room.Lines, room.Words));
    }
}
