using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Lines;

/// <summary>What came of reading measure lines.</summary>
/// <param name="Kit">The kit with what the good lines made and changed; faulty lines change nothing.</param>
/// <param name="Layout">The layout they speak of, as it then is.</param>
/// <param name="Touched">The ids of the pieces they made or changed.</param>
/// <param name="Completions">What may stand where the last line ends.</param>
public sealed record LinesReading(
    Kit Kit,
    Layout Layout,
    IReadOnlyList<string> Touched,
    IReadOnlyList<LineFault> Faults,
    IReadOnlyList<string> Completions
);

/// <summary>
/// The measure line: one line of text makes or changes pieces, as a designer would dictate them. The grammar is in docs/measure-line.md.
/// </summary>
public static class MeasureLines
{
    /// <summary>Reads lines against a layout of a kit, one after the other. Empty lines and those that begin with # are passed
    /// over.</summary>
    /// <param name="layout">The layout's id; the first line may begin another (<c>spread 12 x 12 "Name"</c>).</param>
    /// <param name="newPapers">Whether papers that are not known are put into the kit as plain sheets of 12 x 12 in, rather than being
    /// a fault.</param>
    public static LinesReading Read(string text, Kit kit, string layout, bool newPapers = false)
    {
        var faults = new List<LineFault>();
        var touched = new List<string>();
        IReadOnlyList<string> completions = [];
        void Take((Kit Kit, string Layout, IReadOnlyList<string> Touched) read)
        {
            (kit, layout) = (read.Kit, read.Layout);
            touched.AddRange(read.Touched);
        }
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        for (var n = 0; n < lines.Length; n++)
        {
            if (string.IsNullOrWhiteSpace(lines[n]) || lines[n].TrimStart().StartsWith('#'))
                continue;
            var reader = new LineReader(lines[n], kit, layout, newPapers);
            try
            {
                Take(reader.Read());
            }
            catch (LineException fault)
            {
                // As people say it, where it cannot be read as it stands; its own fault is told where neither can.
                var plain = SpokenLine.Plain(lines[n], kit, LayoutOf(kit, layout));
                if (Tried(plain, kit, layout, newPapers) is { } said)
                    Take(said);
                else if (NewPaper(plain, kit, layout) is { } paper)
                    faults.Add(new(n + 1, fault.Column, Saying.Of("line.no-paper", ("paper", paper)), null, paper));
                else
                    faults.Add(new(n + 1, fault.Column, fault.Says, fault.Suggestion));
            }
            completions = reader.Completions;
        }
        return new(kit, kit.Layout(layout)!, [.. touched.Distinct()], faults, completions);
    }

    /// <summary>The layout of that id, or a blank page where there is none yet.</summary>
    internal static Layout LayoutOf(Kit kit, string id) =>
        kit.Layout(id)
        ?? new()
        {
            Id = id,
            Name = id,
            Page = StandardSizes.All[0].Size,
        };

    private static (Kit Kit, string Layout, IReadOnlyList<string> Touched)? Tried(string line, Kit kit, string layout, bool newPapers)
    {
        try
        {
            return new LineReader(line, kit, layout, newPapers).Read();
        }
        catch (LineException)
        {
            return null;
        }
    }

    // The paper that a line names and the kit has not: one name of a few words, none of which is a slip for what could stand there.
    private static string? NewPaper(string line, Kit kit, string layout)
    {
        if (Tried(line, kit, layout, true) is not { Kit.Papers: [.., var made] } read || read.Kit.Papers.Count != kit.Papers.Count + 1)
            return null;
        var known = LineWords
            .ClauseStarts.Concat(kit.Papers.SelectMany(p => p.Name.Split(' ')))
            .Concat(kit.Layout(layout)?.Pieces.SelectMany(p => new[] { p.Id, p.Name ?? p.Id }) ?? []);
        var words = made.Name.Split(' ');
        return words.Length <= 3 && !words.Any(w => LineCursor.Nearest(w, known.Where(k => k.Length > 2)) is not null) ? made.Name : null;
    }

    /// <summary>The kit with one more paper: plain cardstock of 12 x 12 in.</summary>
    public static Kit WithPaper(Kit kit, string name) =>
        kit with
        {
            Papers = [.. kit.Papers, PaperLines.Cardstock(name, id => kit.Paper(id) is null)],
        };

    /// <summary>A kit with one blank page, for lines that come without one.</summary>
    public static Kit Blank() =>
        new()
        {
            Name = "From measure lines",
            Ruler = Measures.Length.Sixteenth,
            Matting = new() { Reveal = Measures.Length.Inches(0, 1, 8) },
            Layouts =
            [
                new()
                {
                    Id = "L1",
                    Name = "Layout 1",
                    Page = StandardSizes.All[0].Size,
                },
            ],
        };

    /// <summary>Reads a whole layout out as measure lines that make it again.</summary>
    public static string Write(Kit kit, Layout layout) => LineWriter.Write(kit, layout);

    /// <summary>Reads one piece out as the line that makes it.</summary>
    public static string Write(Kit kit, Layout layout, Piece piece) => new LineWriter(kit, layout).Line(piece);
}
