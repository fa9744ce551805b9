using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>What a guest has at hand for one kit; amounts of adhesive by common practice, no source.</summary>
public class MaterialsTests
{
    private static IReadOnlyList<Material> Of(Kit kit) => KitAnswer.For(kit, 1).Materials;

    private static Piece Panel(string id) => Piece(id, "4", "4", Left("1"), Top("1"));

    [Fact]
    public void A_spread_takes_about_one_runner_and_a_page_half_of_one()
    {
        string? Runners(params Layout[] layouts) =>
            Of(Kit(layouts[0]) with { Layouts = layouts }).Single(m => m.Name == "Tape runner").Amount;
        var spread = Layout(LayoutKind.Spread, Panel("B1"));
        Assert.Equal("about 1 runner", Runners(spread));
        Assert.Equal("about 1 runner", Runners(Layout(LayoutKind.Single, Panel("B1"))));
        Assert.Equal("about 2 runners", Runners(spread, Layout(LayoutKind.Single, Panel("B1")) with { Id = "L2" }));
    }

    [Fact]
    public void Tools_follow_from_what_is_done()
    {
        IReadOnlyList<string> Tools(Kit kit) => [.. Of(kit).Where(m => m.Kind == MaterialKind.Tool).Select(m => m.Name)];
        Assert.Equal(
            ["Trimmer, with a sharp blade", "Ruler and pencil", "Pen with permanent, photo-safe ink"],
            Tools(Kit(Layout(LayoutKind.Single, Panel("B1"))))
        );
        var worked = Panel("B1") with
        {
            Finishes =
            [
                new() { Edge = Core.Measures.Edge.Left, Work = EdgeWork.Punched },
                new() { Edge = Core.Measures.Edge.Top, Work = EdgeWork.Scalloped },
                new() { Edge = Core.Measures.Edge.Right, Work = EdgeWork.Inked },
                new() { Edge = Core.Measures.Edge.Bottom, Work = EdgeWork.Rounded },
            ],
        };
        Assert.Superset(
            new HashSet<string> { "Edge punch", "Scallop scissors", "Ink pad for edges", "Corner rounder" },
            Tools(Kit(Layout(LayoutKind.Single, worked))).ToHashSet()
        );
        Assert.Contains(
            "Craft knife, metal ruler and cutting mat",
            Tools(Kit(Layout(LayoutKind.Single, Panel("B1") with { Gut = L("1/2") })) with { NoPlunge = true })
        );
        Assert.DoesNotContain(
            "Craft knife, metal ruler and cutting mat",
            Tools(Kit(Layout(LayoutKind.Single, Panel("B1") with { Gut = L("1/2") })))
        );
        Assert.Contains(
            "Scissors for what is not straight",
            Tools(Kit(Layout(LayoutKind.Single, Panel("B1") with { Shape = new() { Kind = OutlineKind.Circle } })))
        );
    }

    // Four squares under 2 x 2 in, by the rule; one more for every 4 square inches beyond: 3 more under 4 x 4.
    [Fact]
    public void Foam_is_counted_by_the_piece_and_thickness_is_told_under_a_protector()
    {
        var raised = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "2", "2", Left("1"), Top("1")) with
                {
                    Mount = Mount.Raised,
                },
                Piece("B2", "4", "4", Left("4"), Top("4")) with
                {
                    Mount = Mount.Raised,
                }
            )
        );
        var foam = Of(raised).Single(m => m.Name == "Foam squares");
        Assert.Equal(("about 11 squares", "They lift a part off the page."), (foam.Amount, foam.Why));
        Assert.Contains(
            "page protector",
            Of(raised with { Protectors = true }).Single(m => m.Name == "Foam squares").Why,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Letters_are_counted_for_the_title_and_twine_with_what_a_bow_wastes()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("T1", "4", "1", Left("1"), Top("1"), kind: PieceKind.Title, paper: null) with
                {
                    Part = new() { Sheet = "abc", Part = "HOOK" },
                },
                Piece("T2", "5", "1/8", Left("1"), Top("4"), kind: PieceKind.Tie, paper: null) with
                {
                    Part = new() { Sheet = "twine", More = L("7") },
                }
            )
        ) with
        {
            Parts =
            [
                new()
                {
                    Id = "abc",
                    Name = "Letters",
                    Kind = PartKind.Letters,
                    Parts = [new() { Id = "H" }, new() { Id = "K" }, new() { Id = "O", Count = 2 }],
                },
                new()
                {
                    Id = "twine",
                    Name = "Twine",
                    Kind = PartKind.ByLength,
                    Length = L("100"),
                },
            ],
        };
        Assert.Equal("1 x H, 1 x K, 2 x O", Of(kit).Single(m => m.Name == "Letters").Amount);
        Assert.Equal("12", Of(kit).Single(m => m.Name == "Twine").Amount);
    }

    [Fact]
    public void Care_is_told_where_it_is_due_and_in_the_guides_language()
    {
        var plain = Of(Kit(Layout(LayoutKind.Single, Panel("B1"))));
        Assert.Contains(plain, m => m.Kind == MaterialKind.Care && m.Name.Contains("ISO 18902", StringComparison.Ordinal));
        Assert.DoesNotContain(plain, m => m.Name.Contains("one of a kind", StringComparison.Ordinal));
        var wet = Kit(
            Layout(
                LayoutKind.Single,
                Panel("B1") with
                {
                    Wet = new() { Words = "Spray", Minutes = 5 },
                },
                Photo("P1", "3", "4", Left("6"), Top("6"), ("plain", "1/8"))
            )
        );
        Assert.Contains(Of(wet), m => m.Name.StartsWith("Sprays, inks and solvents: in moving air", StringComparison.Ordinal));
        Assert.Contains(Of(wet), m => m.Name.Contains("one of a kind", StringComparison.Ordinal));
        Assert.Contains(Of(wet with { Guide = new() { Language = GuideLanguage.German } }), m => m.Name == "Lineal und Bleistift");
    }
}
