using System.Text;

namespace VelvetFold.Core.Wording;

/// <summary>
/// A sentence with blanks. Its grammar, in braces: <c>{blank}</c>; <c>{blank:form}</c>, a saying in one of its forms (KEY.form of the
/// word files: a case or a gender), <c>{blank:^}</c> with a name that is a word (photo 3, not p3) written large at its start;
/// <c>{blank#one|many}</c>, by number; <c>{blank?left=these words|right=those|otherwise}</c>, by a word; <c>{blank&amp;and}</c>, a list with
/// word.and before its last. What stands between the strokes has blanks itself.
/// </summary>
internal sealed class Template
{
    private Template(IReadOnlyList<Part> parts) => Parts = parts;

    public IReadOnlyList<Part> Parts { get; }

    /// <summary>Reads it.</summary>
    /// <exception cref="FormatException">A brace is not closed.</exception>
    public static Template Read(string text) => new([.. Split(text)]);

    /// <summary>The names of its blanks, those inside its alternatives too.</summary>
    public IEnumerable<string> Blanks =>
        All.Select(p =>
                p switch
                {
                    Blank b => b.Name,
                    Listed l => l.Name,
                    Counted c => c.Name,
                    Chosen c => c.Name,
                    _ => null,
                }
            )
            .OfType<string>();

    /// <summary>The words that its lists have before their last: and, or.</summary>
    public IEnumerable<string> Joins => All.OfType<Listed>().Select(l => l.With);

    // Its parts, those inside its alternatives too.
    private IEnumerable<Part> All =>
        Parts.SelectMany(p =>
            p switch
            {
                Counted c => [c, .. c.One.All, .. c.Many.All],
                Chosen c => [c, .. c.Ways.SelectMany(w => w.Then.All), .. c.Else.All],
                _ => (IEnumerable<Part>)[p],
            }
        );

    /// <summary>The same with every text of it worded anew.</summary>
    public Template Reworded(Func<string, string> reword) =>
        new([
            .. Parts.Select(p =>
                p switch
                {
                    Literal l => new Literal(reword(l.Text)),
                    Counted c => c with { One = c.One.Reworded(reword), Many = c.Many.Reworded(reword) },
                    Chosen c => c with
                    {
                        Ways = [.. c.Ways.Select(w => (w.Word, w.Then.Reworded(reword)))],
                        Else = c.Else.Reworded(reword),
                    },
                    _ => p,
                }
            ),
        ]);

    /// <summary>Writes it out.</summary>
    public void Fill(StringBuilder to, Saying saying, Lexicon lexicon)
    {
        foreach (var part in Parts)
            switch (part)
            {
                case Literal literal:
                    to.Append(literal.Text);
                    break;
                case Blank blank:
                    to.Append(lexicon.Word(saying[blank.Name], blank.Form));
                    break;
                case Listed listed:
                    List(to, (object[])saying[listed.Name], lexicon, listed.With);
                    break;
                case Counted counted:
                    (saying[counted.Name] is 1L ? counted.One : counted.Many).Fill(to, saying, lexicon);
                    break;
                case Chosen chosen:
                    var word = saying[chosen.Name] is string token ? token : lexicon.Word(saying[chosen.Name], null);
                    var way = chosen.Ways.FirstOrDefault(w => w.Word == word);
                    (way.Then ?? chosen.Else).Fill(to, saying, lexicon);
                    break;
            }
    }

    private static void List(StringBuilder to, object[] items, Lexicon lexicon, string with)
    {
        for (var i = 0; i < items.Length; i++)
        {
            if (i > 0)
                to.Append(i == items.Length - 1 ? lexicon.Fill("word." + with, Saying.Plain("")) : ", ");
            to.Append(lexicon.Word(items[i], null));
        }
    }

    private static IEnumerable<Part> Split(string text)
    {
        for (var at = 0; at < text.Length; )
        {
            var open = text.IndexOf('{', at);
            if (open != at)
                yield return new Literal(open < 0 ? text[at..] : text[at..open]);
            if (open < 0)
                yield break;
            var close = Close(text, open);
            yield return InBraces(text[(open + 1)..close]);
            at = close + 1;
        }
    }

    private static int Close(string text, int open)
    {
        var depth = 0;
        for (var i = open; i < text.Length; i++)
            if (text[i] == '{')
                depth++;
            else if (text[i] == '}' && --depth == 0)
                return i;
        throw new FormatException($"A brace is not closed: {text}");
    }

    private static Part InBraces(string text)
    {
        var end = text.IndexOfAny([':', '#', '?', '&']);
        if (end < 0)
            return new Blank(text, null);
        var (name, rest) = (text[..end], text[(end + 1)..]);
        var ways = Ways(rest);
        if (ways.Exists(w => Word(w) == "else"))
            throw new FormatException($"The way that is left has no word before it: {text}");
        return text[end] switch
        {
            ':' => new Blank(name, rest),
            '&' => new Listed(name, rest),
            '#' => new Counted(name, Read(ways[0]), Read(ways[1])),
            _ => new Chosen(
                name,
                [.. ways.Where(w => Word(w) is not null).Select(w => (Word(w)!, Read(w[(Word(w)!.Length + 1)..])))],
                Read(ways.FirstOrDefault(w => Word(w) is null) ?? "")
            ),
        };
    }

    // Before the equals sign; words have no blank in them.
    private static string? Word(string way) =>
        way.IndexOf('=') is var at and > 0 && way[..at].All(c => char.IsAsciiLetterOrDigit(c) || c == '-') ? way[..at] : null;

    private static List<string> Ways(string text)
    {
        var (ways, depth, from) = (new List<string>(), 0, 0);
        for (var i = 0; i < text.Length; i++)
            if (text[i] == '{')
                depth++;
            else if (text[i] == '}')
                depth--;
            else if (text[i] == '|' && depth == 0)
            {
                ways.Add(text[from..i]);
                from = i + 1;
            }
        ways.Add(text[from..]);
        return ways;
    }

    internal abstract record Part;

    internal sealed record Literal(string Text) : Part;

    internal sealed record Blank(string Name, string? Form) : Part;

    internal sealed record Listed(string Name, string With) : Part;

    internal sealed record Counted(string Name, Template One, Template Many) : Part;

    internal sealed record Chosen(string Name, IReadOnlyList<(string Word, Template Then)> Ways, Template Else) : Part;
}
