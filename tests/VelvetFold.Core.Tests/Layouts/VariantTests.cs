using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Arrangements of a layout kept beside each other.</summary>
public class VariantTests
{
    private static readonly Layout Calm = Layout(
        LayoutKind.Single,
        Piece("B1", "6", "4", Left("1"), Top("1")),
        Photo("P1", "4", "6", Left("2"), Top("5"), ("other", "1/8"))
    );

    private static Layout Moved(Layout layout) => layout.With(layout.Piece("B1")! with { Across = Left("4") });

    [Fact]
    public void What_is_chosen_changes_places_with_what_was_there()
    {
        var kept = Moved(LayoutWork.Keep(Calm, "as it was"));
        var chosen = LayoutWork.Choose(kept, "as it was", "to the right");
        Assert.Equal(Calm.Pieces, chosen.Pieces);
        Assert.Equal(["to the right"], chosen.Variants.Select(v => v.Name));
        Assert.Equal(Left("4"), chosen.Variants[0].Pieces[0].Across);
        // And back, by the same way.
        var back = LayoutWork.Choose(chosen, "to the right", "as it was");
        Assert.Equal(kept.Pieces, back.Pieces);
        Assert.Equal(kept.Variants.Select(v => v.Name), back.Variants.Select(v => v.Name));
        Assert.Empty(LayoutWork.Choose(kept, "as it was", null).Variants);
        // Named alike, the two change places.
        Assert.Equal(["as it was"], LayoutWork.Choose(kept, "as it was", "as it was").Variants.Select(v => v.Name));
        Assert.Equal(Left("4"), LayoutWork.Choose(kept, "as it was", "as it was").Variants[0].Pieces[0].Across);
        Assert.Throws<ArgumentException>(() => LayoutWork.Choose(kept, "none", null));
    }

    [Fact]
    public void Variants_are_compared_and_cost_nothing()
    {
        var layout = Moved(LayoutWork.Keep(Calm, "as it was"));
        var kit = Kit(layout);
        var answers = KitAnswer.Variants(kit, layout);
        Assert.Equal([null, "as it was"], answers.Select(a => a.Name));
        Assert.Equal(
            [
                [],
                ["L1-B1"],
            ],
            answers.Select(a => a.Moved)
        );
        Assert.Equal(
            new KitWork(Kit(layout with { Variants = [] })).Pieces.Select(c => c.Label),
            new KitWork(kit).Pieces.Select(c => c.Label)
        );
    }

    [Fact]
    public void A_single_page_takes_its_variants_into_the_spread_and_back()
    {
        var layout = LayoutWork.Keep(
            Calm with
            {
                Pieces = [.. Calm.Pieces.Select(p => p.Id == "B1" ? p with { Across = Seam("1") } : p)],
            },
            "one"
        );
        var spread = LayoutWork.ToSpread(layout);
        Assert.Equal(spread.Pieces, spread.Variants[0].Pieces);
        Assert.Equal(Left("1"), spread.Variants[0].Pieces[0].Across);
        Assert.Equal(spread.Pieces, LayoutWork.ToSinglePages(spread, "L2").Left.Variants[0].Pieces);
    }

    [Fact]
    public void A_variant_has_a_name_and_real_pieces()
    {
        var bad = Calm with
        {
            Variants =
            [
                new() { Name = "" },
                new() { Name = "two", Pieces = [Piece("B1", "0", "4", Left("1"), Top("1"))] },
                new() { Name = "two" },
            ],
        };
        Assert.Equal(
            ["layouts[0].variants[0].name", "layouts[0].variants[1].pieces[0].size", "layouts[0].variants[2].name"],
            KitRules.Faults(Kit(bad)).Select(f => f.Path).Distinct().Order(StringComparer.Ordinal)
        );
    }
}

/// <summary>Some pieces of a layout, laid on another one.</summary>
public class ClusterTests
{
    private static readonly Layout Full = Layout(
        LayoutKind.Single,
        Piece("B1", "6", "4", Left("1"), Top("1")),
        Photo("P1", "4", "6", Left("1/2", "B1"), Under("B1", "1/4"), ("other", "1/8")),
        Piece("D1", "1", "1", RightOf("P1", "1/4"), Top("0", "P1"), kind: PieceKind.DieCut),
        Piece("D2", "1", "1", Left("0", "D1"), Under("D1", "1/4"), kind: PieceKind.DieCut)
    );

    [Fact]
    public void What_leans_on_a_piece_that_stays_is_measured_from_the_page_and_lies_where_it_did()
    {
        var (kit, was) = (Kit(Full), Resolve(Full));
        var cluster = Cluster.Of(Full, kit, ["P1", "D1", "D2"]);
        var now = Resolver.Resolve(cluster, kit);
        Assert.All(now.Pieces, p => Assert.Equal(was.Piece(p.Id)!.Box, p.Box));
        Assert.Equal(["P1", "D1", "D2"], cluster.Pieces.Select(p => p.Id));
        Assert.Null(cluster.Piece("P1")!.Down.LeansOn);
        Assert.Equal("D1", cluster.Piece("D2")!.Down.LeansOn);
        Assert.Throws<ArgumentException>(() => Cluster.Of(Full, kit, ["P9"]));
    }

    [Fact]
    public void Laid_on_another_layout_labels_that_are_taken_give_way_and_relations_stay()
    {
        var kit = Kit(Full);
        var onto = Cluster.Onto(Full with { Id = "L2" }, Cluster.Of(Full, kit, ["P1", "D1", "D2"]));
        Assert.Equal(["B1", "P1", "D1", "D2", "P2", "D3", "D4"], onto.Pieces.Select(p => p.Id));
        Assert.Equal(("P2", "D3"), (onto.Piece("D3")!.Across.LeansOn, onto.Piece("D4")!.Down.LeansOn));
        var resolved = Resolver.Resolve(onto, kit.With(onto));
        Assert.Equal(resolved.Piece("D2")!.Box, resolved.Piece("D4")!.Box);
    }
}
