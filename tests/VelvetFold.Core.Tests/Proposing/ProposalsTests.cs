using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Proposing;

/// <summary>Pages out of nothing but sizes.</summary>
public class ProposalsTests
{
    // The sizes of a popular exercise (common practice, no source).
    private const string Exercise = "10 x 10, 6 x 8, 6 x 4, 1 1/2 x 12, 1 x 11, 1/2 x 12, 2 x 3";

    private static Paper Of(
        string id,
        string colour,
        PrintKind print = PrintKind.Solid,
        string? ink = null,
        string? motif = null,
        string? back = null
    ) =>
        Paper(id) with
        {
            FaceA = new()
            {
                Colour = colour,
                Print = print,
                Ink = ink,
                Motif = motif is null ? null : L(motif),
            },
            FaceB = back is null ? null : new() { Colour = back },
        };

    private static readonly Kit Studio = Kit(Layout(LayoutKind.Single)) with
    {
        Papers =
        [
            Of("calm", "#f2efe6", PrintKind.Dot, "#d8cfb8", back: "#24506e"),
            Of("gulls", "#dfe8ec", PrintKind.Figures, "#44606e", "2 1/2", "#b4532e"),
            Of("white", "#fdfcf8"),
            Of("dark", "#24364a"),
            Of("rust", "#b4532e"),
        ],
    };

    private static ProposalAnswer Ask(string text, int? sheets = null, IReadOnlyList<string>? papers = null) =>
        Proposals.Of(Studio, new(text, S("12", "12"), papers, sheets)).Answer!;

    private static IEnumerable<Size> Sizes(Layout layout) =>
        layout
            .Pieces.Where(p => p.Kind != PieceKind.Base)
            .Select(p => p.Size.Width > p.Size.Height ? p.Size.Turned : p.Size)
            .OrderBy(s => s.Area);

    [Fact]
    public void The_exercise_has_six_pages_that_differ()
    {
        var answer = Ask(Exercise);
        Assert.Equal(6, answer.Proposals.Count);
        Assert.Equal(answer.Proposals.Select(p => p.Score).OrderDescending(), answer.Proposals.Select(p => p.Score));
        foreach (var proposal in answer.Proposals)
        {
            var kit = Studio with { Layouts = [proposal.Layout] };
            var resolved = Resolver.Resolve(proposal.Layout, kit);
            Assert.DoesNotContain(PageCheck.Of(kit, resolved), f => f.Gravity == Gravity.Fault);
            Assert.All(resolved.Pieces, p => Assert.True(proposal.Layout.PageBox(PageSide.Left).Contains(p.Box), p.Id));
            // What it says is as large as what lies there: the photo's mat is the size that was said.
            Assert.Equal(S("4", "6"), Assert.Single(proposal.Layout.Pieces, p => p.HoldsPhoto).Size.Turned);
            Assert.Equal(
                [S("1/2", "12"), S("2", "3"), S("1", "11"), S("1 1/2", "12"), S("4", "6"), S("6", "8"), S("10", "10")],
                Sizes(proposal.Layout)
            );
        }
        // A mirror image is no other page.
        Assert.Equal(6, answer.Proposals.Select(Unmirrored).Distinct().Count());
        static string Unmirrored(Proposal proposal)
        {
            var pieces = Resolver.Resolve(proposal.Layout, Studio with { Layouts = [proposal.Layout] }).Pieces;
            string Seen(Func<Box, Length> across) => string.Join('|', pieces.Select(p => $"{p.Id} {across(p.Box)} {p.Box.Y} {p.Box.Size}"));
            var both = new[] { Seen(b => b.X), Seen(b => S("12", "12").Width - b.Right) };
            return both.Min(StringComparer.Ordinal)!;
        }
    }

    [Fact]
    public void The_largest_is_calm_the_motif_shows_and_the_photo_stands_out()
    {
        foreach (var proposal in Ask(Exercise).Proposals)
        {
            Assert.Contains(Studio.Paper(proposal.Layout.Piece("A1")!.Paper)!.FaceA.Print, new[] { PrintKind.Solid, PrintKind.Dot });
            Assert.Equal("gulls", proposal.Layout.Piece("C1")!.Paper);
            var mat = proposal.Layout.Piece("P1")!.Opening!.Mats[0];
            Assert.True(Colours.Difference(Studio.Paper(mat.Paper)![mat.Face]!.Colour, Studio.Paper("gulls")!.FaceA.Colour) > 20);
            Assert.Contains(
                proposal.Says,
                s =>
                    s.ToString()
                    == "The motif of gulls shows whole in the " + (proposal.Layout.Piece("C1")!.Size.Width == L("6") ? "6 x 8." : "8 x 6.")
            );
        }
    }

    [Fact]
    public void Two_sheets_are_enough_for_the_exercise_and_one_is_not()
    {
        var two = Ask(Exercise, sheets: 2);
        Assert.NotEmpty(two.Proposals);
        foreach (var proposal in two.Proposals)
        {
            Assert.True(proposal.Sheets.Sum(s => s.Sheets) <= 2);
            // Cut again from its document, without the base that was added, it takes as many.
            var own = proposal.Layout with
            {
                Pieces = [.. proposal.Layout.Pieces.Where(p => p.Kind != PieceKind.Base)],
            };
            Assert.True(new KitWork(Studio with { Layouts = [own], Kits = 1 }).EachKit.SheetsUsed <= 2);
        }
        var one = Ask(Exercise, sheets: 1);
        Assert.Empty(one.Proposals);
        Assert.NotNull(one.Why);
    }

    [Fact]
    public void The_same_question_has_the_same_answer() =>
        Assert.Equal(
            Ask(Exercise).Proposals.Select(p => string.Join('|', p.Layout.Pieces)),
            Ask(Exercise).Proposals.Select(p => string.Join('|', p.Layout.Pieces))
        );

    [Fact]
    public void Whatever_sizes_are_said_each_is_laid_once_and_on_the_page() =>
        Gen.Select(Gen.Int[1, 24], Gen.Int[1, 24])
            .Array[1, 7]
            .Sample(
                sizes =>
                {
                    var text = string.Join(", ", sizes.Select(s => $"{s.Item1}/2 x {s.Item2}/2"));
                    var answer = Ask(text);
                    Assert.Equal(answer.Proposals.Count == 0, answer.Why is not null);
                    var said = sizes.Select(s => s.Item1 < s.Item2 ? s : (s.Item2, s.Item1)).Where(s => s != (24, 24)).Order().ToList();
                    foreach (var proposal in answer.Proposals)
                    {
                        var laid = Sizes(proposal.Layout)
                            .Select(s => ((int)(s.Width.Ticks * 2 / Length.TicksPerInch), (int)(s.Height.Ticks * 2 / Length.TicksPerInch)))
                            .Order();
                        Assert.Equal(said, laid);
                        var kit = Studio with { Layouts = [proposal.Layout] };
                        Assert.DoesNotContain(PageCheck.Of(kit, Resolver.Resolve(proposal.Layout, kit)), f => f.Gravity == Gravity.Fault);
                    }
                },
                iter: 40
            );

    [Theory]
    [InlineData("ten by ten", "is no size")]
    [InlineData("10 x 10, 13 x 2", "larger than the page")]
    [InlineData("0 x 4", "is no size")]
    [InlineData("", "Say the sizes")]
    [InlineData("20 of 1 x 1", "more than the 14")]
    public void What_cannot_be_read_is_named(string text, string says)
    {
        var (answer, faults) = Proposals.Of(Studio, new(text, S("12", "12")));
        Assert.Null(answer);
        Assert.Contains(faults, f => f.Says.ToString().Contains(says, StringComparison.Ordinal));
    }

    [Fact]
    public void A_word_says_what_a_size_is_for()
    {
        var layout = Ask("9 x 9, 3 x 4 photo, 4 x 3 photo, 2 x 3 strip").Proposals[0].Layout;
        Assert.Equal(2, layout.Pieces.Count(p => p.HoldsPhoto));
        Assert.Equal(PieceKind.Strip, layout.Pieces.Single(p => p.Size.Shorter == L("2")).Kind);
    }

    [Theory]
    [InlineData("2 of 4 x 6 photo", "4 1/4", "0")]
    [InlineData("9 x 11, 2 of 6 x 4 photo", "0", "4 1/4")]
    public void Photos_stand_beside_one_another_or_under(string text, string across, string down)
    {
        var proposal = Ask(text).Proposals[0];
        var pieces = Resolver.Resolve(proposal.Layout, Studio with { Layouts = [proposal.Layout] });
        var (first, second) = (pieces.Piece("P1")!.Box, pieces.Piece("P2")!.Box);
        Assert.Equal((L(across), L(down)), (second.X - first.X, second.Y - first.Y));
    }

    [Fact]
    public void Where_more_sheets_are_needed_than_are_free_it_says_so()
    {
        var empty = Studio with { Papers = [.. Studio.Papers.Select(p => p with { OnHand = 0 })] };
        var proposal = Proposals.Of(empty, new(Exercise, S("12", "12"))).Answer!.Proposals[0];
        Assert.All(
            proposal.Sheets,
            s =>
                Assert.Contains(
                    proposal.Says,
                    says =>
                        says.ToString()
                            .EndsWith($"of {s.Paper} {(s.Sheets == 1 ? "is" : "are")} needed than are free.", StringComparison.Ordinal)
                )
        );
        // As many as are wanted can be bought where nobody counts them.
        Assert.DoesNotContain(Ask(Exercise).Proposals[0].Says, says => says.ToString().Contains("free", StringComparison.Ordinal));
    }

    // What the dialog shows as examples, and two of them alone.
    [Theory]
    [InlineData("9 x 9, 5 x 7, 4 x 6 photo, 1 x 12, 2 of 1/2 x 11")]
    [InlineData("9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 2 of 1/2 x 11")]
    [InlineData("9 x 9, 5 x 7, 4 x 6 photo")]
    [InlineData("10 x 10, 5 x 7, 4 x 6 photo")]
    public void The_examples_come_out(string text) => Assert.NotEmpty(Ask(text).Proposals);

    [Fact]
    public void One_photo_alone_is_one_page() => Assert.Single(Ask("4 x 6 photo").Proposals);

    [Fact]
    public void Only_the_papers_that_may_be_used_are()
    {
        var answer = Ask(Exercise, papers: ["calm", "gulls", "dark"]);
        Assert.NotEmpty(answer.Proposals);
        Assert.All(
            answer.Proposals.SelectMany(p => p.Layout.Pieces),
            p => Assert.Contains(p.Paper ?? p.Opening!.Mats[0].Paper, new[] { "calm", "gulls", "dark" })
        );
    }
}
