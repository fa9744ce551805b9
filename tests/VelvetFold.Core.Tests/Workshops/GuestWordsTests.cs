using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Workshops;

/// <summary>A guest's own title, names, date and place: in their guide, on their card, and counted in letters.</summary>
public class GuestWordsTests
{
    private static readonly Kit Designed = Kit(
        Layout(
            LayoutKind.Single,
            Piece("T1", "6", "1", Left("1"), Top("1"), kind: PieceKind.Title) with
            {
                Paper = null,
                Part = new() { Sheet = "abc", Part = "SEA" },
            },
            Piece("J1", "3", "4", Left("1"), Top("3"), kind: PieceKind.Journaling)
        )
    ) with
    {
        Parts =
        [
            new()
            {
                Id = "abc",
                Name = "Pier letters",
                Kind = PartKind.Letters,
                Parts = [.. "ADESW".Select(c => new SheetPart { Id = c.ToString(), Count = 2 })],
            },
        ],
    };

    private static GuestAnswer With(LayoutWords words) =>
        KitAnswer.ForGuest(Designed, GuestWords.Changes(new Dictionary<string, LayoutWords> { ["L1"] = words }));

    [Fact]
    public void A_guests_title_is_set_from_the_letters_and_said_in_their_guide()
    {
        var guest = With(
            new()
            {
                Title = "WADE",
                Names = "Ida, Ole",
                Date = "June 2019",
                Place = "the pier",
            }
        );
        Assert.Equal("WADE", guest.Kit.Layouts[0].Piece("T1")!.Part!.Part);
        Assert.Empty(guest.Letters);
        var write = Assert.Single(guest.Answer.Steps, s => s.Kind == StepKind.Write).Text;
        Assert.EndsWith(
            "The title says: WADE. The names are: Ida, Ole. The date is: June 2019. The place is: the pier.",
            write,
            StringComparison.Ordinal
        );
        Assert.True(guest.Answer.Proof.Holds);
        // The card tells what is otherwise.
        Assert.Contains(guest.Differences, d => d.In == DifferenceIn.Page && d.Says.Contains("WADE", StringComparison.Ordinal));
    }

    // Two of each letter are on the sheet. SWEDES takes two S, two E, a W and a D; SEAS SEA takes three S. Counted by hand.
    [Fact]
    public void Letters_are_counted_against_the_sheet_in_the_bag()
    {
        var says = With(new() { Title = "SWEDES X" }).Letters.Select(s => s.ToString()).ToList();
        Assert.Equal(["Pier letters has no X: leave it out, write it, or bring a sheet that has it."], says);
        Assert.Equal(
            ["Pier letters has 2 of S, and these words take 3: bring another sheet, or say it in fewer."],
            With(new() { Title = "SEAS SEA" }).Letters.Select(s => s.ToString())
        );
    }

    [Fact]
    public void What_is_not_said_stays_as_the_designer_has_it()
    {
        var kit = Designed.With(
            Designed.Layouts[0] with
            {
                Words = new() { Title = "SEA", Date = "summer" },
            }
        );
        var own = Adaptation.Apply(
            kit,
            GuestWords.Changes(
                new Dictionary<string, LayoutWords>
                {
                    ["L1"] = new() { Names = "Ida", Date = " " },
                }
            )
        );
        Assert.Equal(
            new LayoutWords
            {
                Title = "SEA",
                Names = "Ida",
                Date = "summer",
            },
            own.Layouts[0].Words
        );
        Assert.Empty(GuestWords.Changes(new Dictionary<string, LayoutWords> { ["L1"] = new() { Title = "" } }));
    }

    [Fact]
    public void Words_that_a_guide_leaves_out_or_changes_are_noticed()
    {
        var kit = Designed.With(
            Designed.Layouts[0] with
            {
                Words = new() { Title = "SEA", Names = "Ida" },
            }
        );
        var answer = KitAnswer.For(kit, 1);
        Assert.True(answer.Proof.Holds);
        var layouts = kit.Layouts.Select(l => VelvetFold.Core.Layouts.Resolver.Resolve(l, kit)).ToList();
        foreach (var (find, put) in new[] { (" The names are: Ida.", ""), ("says: SEA", "says: Ida"), ("names are", "place is") })
        {
            var steps = answer.Steps.Select(s => s with { Text = s.Text.Replace(find, put, StringComparison.Ordinal) }).ToList();
            Assert.NotEqual(answer.Steps.Select(s => s.Text), steps.Select(s => s.Text));
            Assert.False(GuideProof.Replay(kit, layouts, answer.CutList, answer.EachKit.Plan, steps).Holds);
        }
    }

    [Fact]
    public void Words_too_long_are_refused_with_their_place()
    {
        var fault = Assert.Single(GuestWords.Faults(new Dictionary<string, LayoutWords> { ["L1"] = new() { Names = new('a', 121) } }));
        Assert.Equal("words.L1.names", fault.Path);
    }
}
