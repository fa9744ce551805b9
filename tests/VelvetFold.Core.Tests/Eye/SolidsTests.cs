using VelvetFold.Core.Eye;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Tests.Eye;

/// <summary>Solids for a set of prints: a light ground, a dark one for mats, an accent (common practice, no source).</summary>
public sealed class SolidsTests
{
    private static readonly Face[] Prints =
    [
        new()
        {
            Colour = "#f4ead8",
            Ink = "#b5482f",
            Print = PrintKind.Dot,
        },
        new()
        {
            Colour = "#d9e3e8",
            Ink = "#2f4f66",
            Print = PrintKind.Stripe,
        },
    ];

    private static SolidPaper Solid(string name, string colour, int? free = null) => new(name, name, colour, free);

    private static string?[] Chosen(int kits, params SolidPaper[] papers) =>
        [
            .. new[] { SolidRole.Ground, SolidRole.Mats, SolidRole.Accent }.Select(role =>
                Solids.For(Prints, papers, kits).FirstOrDefault(c => c.Role == role)?.Paper.Name
            ),
        ];

    [Fact]
    public void A_light_ground_dark_mats_and_an_accent_of_the_prints()
    {
        var (white, navy, rust, green) = (
            Solid("white", "#fffdf8"),
            Solid("navy", "#2d4a60"),
            Solid("rust", "#b84a30"),
            Solid("green", "#4f9a3c")
        );
        Assert.Equal(["white", "navy", "rust"], Chosen(10, green, rust, navy, white));
        // A print's own ground would swallow it, and a paper is used for one thing.
        Assert.Equal([null, "navy", null], Chosen(10, Solid("cream", "#f4ead8"), navy));
        Assert.Empty(Solids.For([], [white], 1));
    }

    [Fact]
    public void What_is_too_little_comes_behind_what_is_enough()
    {
        var (few, many) = (Solid("few", "#2f4f66", 3), Solid("many", "#38506a", 40));
        Assert.Equal("few", Chosen(3, few, many)[1]);
        Assert.Equal("many", Chosen(4, few, many)[1]);
        // All of it promised: there is none.
        Assert.Null(Chosen(1, few with { Free = 0 })[1]);
        Assert.Contains("Only 3 sheets", Solids.For(Prints, [few], 4)[0].Says.ToString(), StringComparison.Ordinal);
    }
}
