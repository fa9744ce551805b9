using VelvetFold.Core.Eye;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Eye;

/// <summary>A title fits its ground, or it is said by how much not.</summary>
public class TitlesTests
{
    private static readonly PartSheet Cork = new()
    {
        Id = "cork",
        Name = "Cork letters",
        Kind = PartKind.Letters,
        Letter = S("1", "1 1/4"),
        Parts =
        [
            new()
            {
                Id = "I",
                Count = 9,
                Size = S("3/8", "1 1/4"),
            },
            .. "KTES".Select(c => new SheetPart { Id = c.ToString(), Count = 9 }),
        ],
    };

    private static Kit With(string text, string width, string height) =>
        Kit(
            Layout(
                LayoutKind.Single,
                Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
                Piece("T1", width, height, Left("1"), Top("1"), kind: PieceKind.Title, paper: null) with
                {
                    Part = new() { Sheet = "cork", Part = text },
                }
            )
        ) with
        {
            Parts = [Cork],
        };

    // Five letters of an inch but for the I with its three eighths, and four gaps of a sixteenth; a space is half a letter.
    [Theory]
    [InlineData("KITES", "4 5/8")]
    [InlineData("I", "3/8")]
    [InlineData("K K", "2 9/16")]
    public void A_text_is_as_long_as_its_letters_and_the_gaps_between_them(string text, string length) =>
        Assert.Equal(S(length, "1 1/4"), Titles.Set(With(text, "6", "2"), With(text, "6", "2").Layouts[0].Piece("T1")!)!.Value.Size);

    [Fact]
    public void A_title_that_does_not_fit_is_told_and_given_room_by_a_press()
    {
        var kit = With("KITES", "4", "1");
        var finding = Assert.Single(EyeCheck.Of(kit, Resolver.Resolve(kit.Layouts[0], kit)), f => f.Code == "eye-title-long");
        Assert.Equal(S("4 5/8", "1 1/4"), finding.Mend!.Piece.Size);
        Assert.DoesNotContain(
            EyeCheck.Of(With("KITES", "4 5/8", "1 1/4"), Resolver.Resolve(With("KITES", "4 5/8", "1 1/4").Layouts[0], kit)),
            f => f.Code == "eye-title-long"
        );
    }

    [Fact]
    public void Letters_of_no_known_size_say_nothing() =>
        Assert.Null(
            Titles.Set(
                With("KITES", "4", "1") with
                {
                    Parts = [Cork with { Letter = null }],
                },
                With("KITES", "4", "1").Layouts[0].Piece("T1")!
            )
        );

    [Fact]
    public void A_guests_own_title_that_is_too_long_is_told()
    {
        var kit = With("KITE", "4 5/8", "1 1/4");
        var changes = GuestWords.Changes(new Dictionary<string, LayoutWords> { ["L1"] = new() { Title = "KITES KITES" } });
        var says = GuestWords.Letters(kit, Adaptation.Apply(kit, changes));
        Assert.Contains(says, s => s.ToString().StartsWith("KITES KITES set in Cork letters is 9", StringComparison.Ordinal));
        Assert.Empty(GuestWords.Letters(kit, kit));
    }
}
