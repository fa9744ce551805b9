using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Tools, inks and the like: on the list at hand, in what the host gets, and in what guests bring.</summary>
public class SupplyTests
{
    private static Kit With(params Supply[] supplies) =>
        Kit(Layout(LayoutKind.Single, Piece("B1", "4", "4", Left("1"), Top("1")))) with
        {
            Supplies = supplies,
        };

    private static readonly Supply Punch = new()
    {
        Name = "Kite punch",
        Kind = SupplyKind.Punch,
        Size = L("1 1/2"),
        Source = "Harbour shop",
        Number = "K-15",
        From = SupplyFrom.Shared,
        SharedBy = 4,
    };

    [Fact]
    public void One_for_four_guests_is_as_many_as_the_table_needs()
    {
        var kit = With(
            Punch,
            new() { Name = "White pen", Kind = SupplyKind.Pen },
            new() { Name = "Own scissors", From = SupplyFrom.Guest }
        );
        int? Count(int guests, string name) =>
            SupplyList
                .ForHost(kit, guests)
                .SelectMany(g => g.Supplies)
                .Single(s => s.Name.StartsWith(name, StringComparison.Ordinal))
                .Count;
        Assert.Equal([1, 1, 2, 4], new[] { 1, 4, 5, 14 }.Select(n => Count(n, "Kite punch")));
        Assert.Equal(14, Count(14, "White pen"));
        Assert.DoesNotContain(SupplyList.ForHost(kit, 14).SelectMany(g => g.Supplies), s => s.Name == "Own scissors");
        Assert.Equal(["Own scissors"], SupplyList.ForGuest(kit));
    }

    [Fact]
    public void They_are_grouped_by_where_they_are_got_the_unknown_last()
    {
        var groups = SupplyList.ForHost(
            With(
                new() { Name = "Thread" },
                Punch,
                new()
                {
                    Name = "Ink",
                    Source = "Harbour shop",
                    ForOne = "a little",
                }
            ),
            6
        );
        Assert.Equal(["Harbour shop", null], groups.Select(g => g.Source));
        Assert.Equal(["Kite punch, 1½", "Ink"], groups[0].Supplies.Select(s => s.Name));
        Assert.Equal((null, "a little"), (groups[0].Supplies[1].Count, groups[0].Supplies[1].Amount));
    }

    [Fact]
    public void The_list_at_hand_says_who_brings_it_and_what_serves_instead()
    {
        var kit = With(
            Punch with
            {
                Gone = true,
                Substitute = "a template and scissors",
            },
            new()
            {
                Name = "Ink",
                Kind = SupplyKind.Ink,
                From = SupplyFrom.Guest,
                Substitute = "chalk",
            }
        );
        var list = KitAnswer.For(kit, 1).Materials;
        Assert.Equal(
            "One for 4 guests. It can no longer be had: take a template and scissors.",
            list.Single(m => m.Name == "Kite punch, 1½").Why
        );
        Assert.Equal("Bring your own. Or chalk.", list.Single(m => m.Name == "Ink").Why);
    }

    [Fact]
    public void What_cannot_be_is_refused_with_its_place()
    {
        var kit = With(new() { Name = "" }, Punch with { SharedBy = 1, Size = L("0"), Source = "" });
        Assert.Equal(
            ["supplies[0].name", "supplies[1].size", "supplies[1].sharedBy", "supplies[1].source"],
            KitRules.Faults(kit).Select(f => f.Path)
        );
    }

    [Fact]
    public void A_revision_says_which_supplies_changed()
    {
        var changes = Revisions.Compare(
            With(Punch, new() { Name = "Ink" }),
            With(Punch with { Number = "K-16" }, new() { Name = "Pen" }),
            (_, _, piece) => piece.Id
        );
        Assert.Equal(
            ["What is said of Kite punch changed.", "Pen is a supply now.", "Ink is no supply any more."],
            changes.Select(c => c.Says.ToString())
        );
    }
}
