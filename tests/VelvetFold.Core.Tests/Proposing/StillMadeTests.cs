using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Proposing;

/// <summary>What can still be made of what lies there.</summary>
public class StillMadeTests
{
    private static readonly Kit Page = Kit(
        Layout(
            LayoutKind.Single,
            Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
            Piece("B1", "6", "8", Left("1"), Top("1"), paper: "other"),
            Photo("P1", "3", "4", Left("8"), Top("1"), ("other", "1/8"))
        )
    );

    private static PaperThere There(string key, int? sheets, string colour, params (string Width, string Height)[] scraps) =>
        new(
            key,
            Paper(key) with
            {
                FaceA = new() { Colour = colour },
            },
            sheets,
            [.. scraps.Select(s => new OffcutOnHand { Size = S(s.Width, s.Height) })]
        );

    private static StillMade? Made(Kit kit, params PaperThere[] papers) =>
        StillMaking.Of(kit, kit.Layouts[0], new(papers.ToDictionary(p => p.Key), new Dictionary<string, PartsThere>()), id => id, id => id);

    // 9 x 12 is what 3 x 12 off a 12 x 12 leaves (common practice, no source); a 6 x 8 and a 3 1/4 x 4 1/4 do not both come out of it.
    [Fact]
    public void Scraps_serve_before_sheets_the_smallest_first()
    {
        var made = Made(Page, There("plain", 1, "#112233"), There("other", 1, "#ddeeff", ("9", "12"), ("4", "5"), ("1", "1")))!;
        Assert.True(made.IsWhole);
        Assert.Equal([("plain", 1, 0), ("other", 0, 2)], made.Takes.Select(t => (t.Key, t.Sheets, t.Scraps.Count)));
        Assert.Equal([new(S("4", "5"), 1), new(S("9", "12"), 1)], made.Takes[1].Scraps);
    }

    [Fact]
    public void What_does_not_suffice_is_stood_in_for_as_a_whole_by_the_nearest_in_colour()
    {
        var made = Made(
            Page,
            There("plain", 1, "#112233"),
            There("other", 0, "#112233", ("4", "5")),
            There("red", 2, "#cc3322"),
            There("blue", 2, "#15253a")
        )!;
        var stand = Assert.Single(made.StandIns);
        Assert.Equal(("other", "blue"), (stand.For, stand.Key));
        Assert.Equal(2, made.Takes.Count);
        // What lies on the page already does not stand in: it would not be told from it.
        Assert.Null(Made(Page, There("plain", 9, "#112233"), There("other", 0, "#112233")));
    }

    [Fact]
    public void Parts_that_are_lacking_are_named_and_the_page_is_made_without_them()
    {
        var sticker = Piece("D1", "1", "1", Left("1"), Top("1"), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new() { Sheet = "st", Part = "sun" },
        };
        var kit = Page with
        {
            Parts =
            [
                new()
                {
                    Id = "st",
                    Name = "Stickers",
                    Parts = [new() { Id = "sun" }],
                },
            ],
            Layouts = [Page.Layouts[0] with { Pieces = [.. Page.Layouts[0].Pieces, sticker] }],
        };
        Assert.Equal(["Stickers"], Made(kit, There("plain", 1, "#112233"), There("other", 1, "#ddeeff"))!.Without);
    }

    // By chance: what is taken is there, and what is made of it is no less than its pieces.
    [Fact]
    public void What_is_taken_is_there_and_covers_the_pieces() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 2], Gen.Select(Gen.Int[1, 24], Gen.Int[1, 24]).Array[0, 8])
            .Sample(
                (plain, other, scraps) =>
                {
                    List<Size> sizes = [.. scraps.Select(s => new Size(L("1/2") * s.Item1, L("1/2") * s.Item2))];
                    PaperThere[] there =
                    [
                        There("plain", plain, "#112233"),
                        There("other", other, "#ddeeff") with
                        {
                            Scraps = [.. sizes.Select(s => new OffcutOnHand { Size = s })],
                        },
                        There("third", 2, "#88aa66"),
                    ];
                    if (Made(Page, there) is not { } made)
                        return;
                    var pieces = CutList.Of(Page, [Resolver.Resolve(Page.Layouts[0], Page)]);
                    foreach (var taken in made.Takes)
                    {
                        var own = there.Single(t => t.Key == taken.Key);
                        Assert.True(taken.Sheets <= own.Sheets);
                        Assert.All(
                            taken.Scraps,
                            s => Assert.True(s.Count <= own.Scraps.Count(o => o.Size == s.Size), $"{s.Count} x {s.Size}")
                        );
                        var paper = taken.Scraps.Aggregate(S("12", "12").Area * taken.Sheets, (sum, s) => sum + s.Size.Area * s.Count);
                        Assert.True(paper >= pieces.Where(p => p.Paper == taken.For).Aggregate(Int128.Zero, (sum, p) => sum + p.Size.Area));
                    }
                    Assert.Equal(pieces.Select(p => p.Paper).Distinct().Order(), made.Takes.Select(t => t.For).Order());
                }
            );

    // Common practice, no source: a 12 x 12 gives twelve cards of 3 x 4 and nine of 4 x 4.
    [Theory]
    [InlineData("3", "4", 12)]
    [InlineData("4", "4", 9)]
    [InlineData("4", "6", 6)]
    public void Cards_are_counted_out_of_sheets_and_scraps(string width, string height, int each)
    {
        Assert.Equal((each * 2, 0), StillMaking.Cards(There("plain", 2, "#112233"), S(width, height), SheetFace.A));
        Assert.Equal((1, 1), StillMaking.Cards(There("plain", 0, "#112233", (height, width)), S(width, height), SheetFace.A));
    }
}
