using VelvetFold.Core.Kits;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Proposing;

/// <summary>Pages out of sizes and of what lies in the studio.</summary>
public class LeftPagesTests
{
    private const string Sizes = "9 x 9, 5 x 7, 4 x 6 photo, 1 x 12";

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

    private static Core.Proposing.Studio Studio(params PaperThere[] papers) =>
        new(papers.ToDictionary(p => p.Key), new Dictionary<string, PartsThere>());

    private static (Kit Kit, ProposalAnswer Answer) Asked(Core.Proposing.Studio studio, string sizes = Sizes)
    {
        var kit = LeftPages.KitOf(studio, Kit(Layout(LayoutKind.Single)));
        return (kit, LeftPages.Of(kit, studio, new(sizes, S("12", "12"))).Answer!);
    }

    [Fact]
    public void Every_page_comes_out_of_the_sheets_and_scraps_that_are_there()
    {
        var studio = Studio(
            There("1", 1, "#f6f1e7"),
            There("2", 0, "#203a5c", ("9", "12"), ("5", "8"), ("5", "8")),
            There("3", 0, "#b4532a", ("10", "12"), ("1", "12")),
            There("shop", null, "#336644")
        );
        var (kit, answer) = Asked(studio);
        Assert.NotEmpty(answer.Proposals);
        Assert.Equal(["there-1", "there-2", "there-3"], kit.Papers.Select(p => p.Id).Order());
        foreach (var page in answer.Proposals)
        {
            var made = LeftPages.Made(LeftPages.KitOf(kit, page.Layout)!, page.Layout, studio)!;
            Assert.True(made.IsWhole);
            foreach (var taken in made.Takes)
            {
                var there = studio.Papers[taken.Key];
                Assert.True(taken.Sheets <= there.Sheets);
                foreach (var scraps in taken.Scraps)
                    Assert.True(scraps.Count <= there.Scraps.Where(s => s.Size == scraps.Size).Sum(s => s.Count));
            }
        }
    }

    [Fact]
    public void Where_nothing_comes_out_or_nothing_is_counted_it_is_said()
    {
        var (_, small) = Asked(Studio(There("1", 0, "#f6f1e7", ("4", "4")), There("2", 0, "#203a5c", ("3", "9"))));
        Assert.Empty(small.Proposals);
        Assert.Equal("proposal.nothing-left", small.Why!.Key);
        var (_, none) = Asked(Studio(There("shop", null, "#336644"), There("out", 0, "#112233")));
        Assert.Equal("proposal.nothing-counted", none.Why!.Key);
    }

    // A white that is bought as it is needed looks like one that is counted; of the first there is only its scrap.
    [Fact]
    public void No_sheet_is_taken_that_would_have_to_be_bought()
    {
        var studio = Studio(There("1", 2, "#f6f1e7"), There("2", 2, "#203a5c"), There("shop", null, "#f6f1e7", ("5", "8")));
        var (kit, answer) = Asked(studio);
        Assert.NotEmpty(answer.Proposals);
        foreach (var page in answer.Proposals)
        {
            var made = LeftPages.Made(LeftPages.KitOf(kit, page.Layout)!, page.Layout, studio)!;
            Assert.All(made.Takes, t => Assert.True(t.IsCounted && (t.Key != "shop" || t.Sheets == 0)));
        }
        // Alone it makes no page, whatever the shop has.
        Assert.Equal("proposal.nothing-left", Asked(Studio(There("shop", null, "#f6f1e7", ("5", "8")))).Answer.Why!.Key);
    }

    [Fact]
    public void A_page_whose_paper_is_gone_is_no_kit()
    {
        var studio = Studio(There("1", 9, "#f6f1e7"), There("2", 9, "#203a5c"));
        var (kit, answer) = Asked(studio);
        var page = answer.Proposals[0].Layout;
        Assert.Null(LeftPages.KitOf(LeftPages.KitOf(Studio(There("1", 9, "#f6f1e7")), Kit(Layout(LayoutKind.Single))), page));
        Assert.Equal("2", LeftPages.KeyOf(studio, "there-2"));
        Assert.Null(LeftPages.KeyOf(studio, "there-7"));
    }
}
