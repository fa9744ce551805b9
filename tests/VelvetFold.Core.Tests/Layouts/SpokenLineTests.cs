using System.Runtime.CompilerServices;
using CsCheck;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Lines;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>The measure line as people say it: every row of docs/measure-line-said.md.</summary>
public sealed class SpokenLineTests
{
    private static readonly Kit Kit = Made();

    private static Kit Made()
    {
        var kit = MeasureLines.Blank();
        foreach (var name in new[] { "Gulls", "Rope", "Navy cardstock", "Cream cardstock", "Spar Plaid" })
            kit = MeasureLines.WithPaper(kit, name);
        return MeasureLines
            .Read(
                "spread 12 x 12 \"Harbour\"\nbase 12 x 12 Cream\npanel \"Shore\" 9 x 7 Gulls, 1 from left, 1 from top\nstrip 9 x 1 Rope, 9 from top\nphoto 4 x 6, 2 from left, 2 from top",
                kit,
                "L1"
            )
            .Kit;
    }

    private static string Docs([CallerFilePath] string here = "") =>
        Path.Combine(Path.GetDirectoryName(here)!, "..", "..", "..", "docs", "measure-line-said.md");

    private static IEnumerable<(string Said, string Read)> Corpus() =>
        File.ReadLines(Docs())
            .Where(l => l.StartsWith("| ", StringComparison.Ordinal))
            .Skip(2)
            .Select(l => l.Trim('|', ' ').Split(" | "))
            .Select(c => (c[0].Trim(), c[1].Trim()));

    [Fact]
    public void What_is_said_makes_what_the_grammar_makes()
    {
        var rows = Corpus().ToList();
        Assert.True(rows.Count >= 150, $"{rows.Count} rows");
        var wrong = new List<string>();
        foreach (var (said, read) in rows)
        {
            var (one, other) = (MeasureLines.Read(said, Kit, "L1"), MeasureLines.Read(read, Kit, "L1"));
            Assert.True(other.Faults.Count == 0, read);
            if (one.Faults.Count > 0)
                wrong.Add($"{said}: {one.Faults[0].Says} [{SpokenLine.Plain(said, Kit, Kit.Layouts[0])}]");
            else if (MeasureLines.Write(one.Kit, one.Layout) != MeasureLines.Write(other.Kit, other.Layout))
                wrong.Add(
                    $"{said}: made [{MeasureLines.Write(one.Kit, one.Layout).Split('\n')[^1]}], read [{SpokenLine.Plain(said, Kit, Kit.Layouts[0])}]"
                );
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    [Fact]
    public void A_paper_that_is_not_there_is_named_and_once_made_the_line_is_read()
    {
        var fault = Assert.Single(MeasureLines.Read("a block 9 by 7 of Oat, 2 down from the top", Kit, "L1").Faults);
        Assert.Equal(("Oat", "There is no paper Oat. Make it?"), (fault.NewPaper, fault.Says.ToString()));
        var made = MeasureLines.Read("a block 9 by 7 of Oat, 2 down from the top", MeasureLines.WithPaper(Kit, "Oat"), "L1");
        Assert.Empty(made.Faults);
        Assert.Equal("oat", made.Layout.Pieces[^1].Paper);
    }

    // A slip is a slip: it is not offered as a paper.
    [Theory]
    [InlineData("strip 9 x 1 Roppe")]
    [InlineData("strip 9 x 1 Rope undr Shore")]
    [InlineData("strip 9 x 1 Rope, 2 from topp")]
    [InlineData("strip x 1 Rope")]
    public void A_slip_is_no_new_paper(string line) => Assert.Null(Assert.Single(MeasureLines.Read(line, Kit, "L1").Faults).NewPaper);

    [Fact]
    public void What_can_be_read_as_it_stands_is_not_put_into_other_words()
    {
        // Names that are words of the trade stay names.
        var kit = MeasureLines.WithPaper(Kit, "Border Band");
        var made = MeasureLines.Read("strip \"the middle card\" 9 x 1 Border Band, under Shore", kit, "L1");
        Assert.Equal(("the middle card", "border-band"), (made.Layout.Pieces[^1].Name, made.Layout.Pieces[^1].Paper));
        var spoken = MeasureLines.Read("a border nine by one of border band below shore", kit, "L1");
        Assert.Equal("border-band", spoken.Layout.Pieces[^1].Paper);
    }

    // Whatever is typed ends in pieces or in a fault, and never in another error.
    [Fact]
    public void Any_words_are_read_or_refused()
    {
        string[] words =
        [
            "block",
            "nine",
            "by",
            "half",
            "a",
            "Gulls",
            "under",
            "Shore",
            "the",
            "matted",
            "\"",
            "2",
            "x",
            ",",
            "and",
            "corner",
            "of",
            "1/8",
        ];
        Gen.Int[0, words.Length - 1]
            .Array[0, 12]
            .Sample(picked => MeasureLines.Read(string.Join(' ', picked.Select(i => words[i])), Kit, "L1").Layout is not null);
    }

    [Fact]
    public void Several_without_a_place_never_lie_on_one_spot()
    {
        foreach (var line in new[] { "3 photos 3 x 4", "7 panels 2 x 2 Navy", "2 strips 11 x 1 Rope", "4 strips 12 x 1 Rope under Shore" })
        {
            var made = MeasureLines.Read(line, Kit, "L1");
            var placed = KitAnswer
                .For(made.Kit, 1)
                .Layouts[0]
                .Pieces.Where(p => made.Touched.Contains(p.Id))
                .Select(p => p.Placed!.Box)
                .ToList();
            Assert.Equal(placed.Count, placed.Distinct().Count());
        }
    }
}
