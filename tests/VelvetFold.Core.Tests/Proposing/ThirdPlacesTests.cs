using VelvetFold.Core.Cutting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Proposing;

/// <summary>A third place of a colour, out of what is left: a triangle holds the eye (common practice, no source).</summary>
public class ThirdPlacesTests
{
    private const string Coral = "#e0603f";

    private static Paper Of(string id, string colour) =>
        Paper(id) with
        {
            Name = id,
            FaceA = new() { Colour = colour },
        };

    private static readonly PartSheet Stickers = new()
    {
        Id = "stickers",
        Name = "Kite stickers",
        Kind = PartKind.Stickers,
        Parts =
        [
            new()
            {
                Id = "sun",
                Count = 3,
                Size = S("1", "1"),
                Colour = Coral,
            },
            new()
            {
                Id = "cloud",
                Count = 3,
                Size = S("1", "1"),
                Colour = "#ffffff",
            },
        ],
    };

    private static Piece Sun(string id, string left, string top) =>
        Piece(id, "1", "1", Left(left), Top(top), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new() { Sheet = "stickers", Part = "sun" },
        };

    private static Kit With(IReadOnlyList<Piece> pieces, PartSheet? stickers) =>
        Kit(
            Layout(
                LayoutKind.Single,
                [
                    Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "cream"),
                    Photo("P1", "4", "6", Left("4"), Top("3"), ("navy", "1/8")),
                    .. pieces,
                ]
            ),
            Of("cream", "#f7efdd"),
            Of("navy", "#1f2f4f"),
            Of("coral", Coral)
        ) with
        {
            Parts = stickers is null ? [] : [stickers],
        };

    private static IReadOnlyList<ColourReturn> Returns(Kit kit) => EyeCheck.Look(kit, Resolver.Resolve(kit.Layouts[0], kit)).Returns;

    [Fact]
    public void A_part_that_is_left_makes_the_triangle_of_two_places()
    {
        var kit = With([Sun("D1", "1", "1"), Sun("D2", "10", "1")], Stickers);
        var first = ThirdPlaces.Of(kit, "L1", Coral)[0];
        Assert.StartsWith("sun of Kite stickers, of which 1 is left", first.Says.ToString(), StringComparison.Ordinal);
        var laid = first.Kit.Layouts[0].Piece(first.Piece)!;
        Assert.Equal(("stickers", "sun"), (laid.Part!.Sheet, laid.Part.Part));
        // Far below the line of the two, on the bare base, off the photo and its mat.
        Assert.True(first.Box.Y >= L("8"), first.Box.ToString());
        Assert.Equal("finding.returns", Assert.Single(Returns(first.Kit), r => r.Colour == Coral).Says.Key);
        Assert.Empty(ThirdPlaces.Of(first.Kit, "L1", Coral));
    }

    [Fact]
    public void Where_no_part_is_left_it_is_paper_that_takes_no_further_sheet()
    {
        var kit = With(
            [
                Piece("B1", "1 1/2", "1", Left("1/2"), Top("1/2"), paper: "coral"),
                Piece("B2", "1 1/2", "1", Left("10"), Top("1/2"), paper: "coral"),
            ],
            null
        );
        var places = ThirdPlaces.Of(kit, "L1", Coral);
        Assert.Equal(S("1 1/2", "1"), places[0].Box.Size);
        Assert.All(places, p => Assert.Equal(new KitWork(kit).EachKit.SheetsUsed, new KitWork(p.Kit).EachKit.SheetsUsed));
        // Nothing of it is cut from any sheet yet, so that a piece would take one.
        Assert.Empty(ThirdPlaces.Of(With([Sun("D1", "1", "1"), Sun("D2", "10", "1"), Sun("D3", "5", "1")], Stickers), "L1", Coral));
    }

    // Whatever lies there: on one thing, on no photo, nothing of its own colour beneath, and the triangle no line.
    [Fact]
    public void By_chance_it_lies_free_and_makes_a_triangle()
    {
        var chance = new Random(12);
        var found = 0;
        for (var round = 0; round < 40; round++)
        {
            var (x, y) = (chance.Next(0, 11), chance.Next(0, 11));
            var (u, v) = (chance.Next(0, 11), chance.Next(0, 11));
            if (Math.Abs(x - u) + Math.Abs(y - v) < 3)
                continue;
            var kit = With([Sun("D1", $"{x}", $"{y}"), Sun("D2", $"{u}", $"{v}")], Stickers);
            foreach (var place in ThirdPlaces.Of(kit, "L1", Coral))
            {
                found++;
                var resolved = Resolver.Resolve(kit.Layouts[0], kit);
                Assert.DoesNotContain(resolved.Pieces, p => p.Piece.Kind != PieceKind.Base && p.Box.Overlaps(place.Box));
                Assert.Equal("finding.returns", Assert.Single(Returns(place.Kit), r => r.Colour == Coral).Says.Key);
            }
        }
        Assert.True(found > 30, $"{found}");
    }

    [Fact]
    public void On_a_spread_a_colour_of_one_page_is_carried_over_to_the_other()
    {
        var kit = With([Sun("D1", "1", "1"), Sun("D2", "10", "9")], Stickers);
        var spread = kit.With(
            kit.Layouts[0] with
            {
                Kind = LayoutKind.Spread,
                Pieces =
                [
                    .. kit.Layouts[0].Pieces,
                    Piece("A2", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "cream") with
                    {
                        Side = PageSide.Right,
                    },
                ],
            }
        );
        var place = ThirdPlaces.Of(spread, "L1", Coral)[0];
        Assert.Equal(PageSide.Right, place.Kit.Layouts[0].Piece(place.Piece)!.Side);
        Assert.Contains("of the right page", place.Says.ToString(), StringComparison.Ordinal);
    }
}
