using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Lines;

/// <summary>
/// What people say, in the words of the measure line: synonyms of the trade, numbers as they are dictated, the size or the paper before the
/// piece, names without quotation marks. Only a line that cannot be read as it stands is put into other words, so that nothing that is read
/// today ever means something else.
/// </summary>
internal static partial class SpokenLine
{
    private const string Length = @"(?:\d+[ -]\d+/\d+|\d+/\d+|\d*\.\d+|\d+\s?[½¼¾⅛⅜⅝⅞⅓⅔]|[½¼¾⅛⅜⅝⅞⅓⅔]|\d+)(?:\s?(?:mm|cm|in\b|""))?";
    private const string Kind =
        "(?:base|panel|strip|photo|title|journaling|die-cut|sticker|tie|raised part|bases|panels|strips|photos|titles|die-cuts|stickers|ties)";

    // A name that is known, or in quotation marks, set aside.
    private const string Held = "\u0001\\d+\u0002";

    private static readonly string[] Ones =
    [
        "zero",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
        "thirteen",
        "fourteen",
        "fifteen",
        "sixteen",
        "seventeen",
        "eighteen",
        "nineteen",
        "twenty",
    ];

    private static readonly Dictionary<string, int> Parts = new(StringComparer.OrdinalIgnoreCase)
    {
        ["half"] = 2,
        ["halves"] = 2,
        ["third"] = 3,
        ["quarter"] = 4,
        ["fourth"] = 4,
        ["eighth"] = 8,
        ["sixteenth"] = 16,
    };

    // In their order: what is longer, or decides how the rest is meant, before what is shorter.
    private static readonly (string Said, string Meant)[] Words =
    [
        (@"\b(?:inches|inch)\b", ""),
        (@"\btimes\b|\*", "x"),
        // The pieces.
        (@"\bdie ?cut(s?)\b", "die-cut$1"),
        (@"\b(?:journal(?:ing|ling)? (?:card|block|box|spot|tag|strip)s?|journalling|journal|cards?|tags?)\b", "journaling"),
        (@"\b(?:border strip|border|band)(s?)\b(?<!white border)", "strip$1"),
        (@"\b(?:pictures|pics|photographs|prints)\b", "photos"),
        (@"\b(?:picture|pic|photograph|print)\b(?! turned)", "photo"),
        (@"\b(?:blocks)\b", "panels"),
        (@"\b(?:block|rectangle of)\b", "panel"),
        (@"\b(?:background|page base)\b", "base"),
        (@"\b(?:heading|headline)\b", "title"),
        (@"\b(?:ribbon|twine|string)\b", "tie"),
        // How they lie.
        (@"\b(?:portrait|standing up|standing|vertical(?= photo| \u0001|,|$))", "upright"),
        (@"\b(?:landscape|on its side|lying down|horizontal(?= photo| \u0001|,|$))", "lying"),
        // Mats.
        ($@"\b(?:double|twice) matted(?: on)? ({Length} )?({Held}|\w+) and(?: on)? ({Length} )?({Held}|\w+)", "on mat $1$2 on mat $3$4"),
        ($@"\bmatted(?: with)? ({Length})(?: (?:in|on|of|with))? ", "on mat $1 "),
        ($@"\bmatted (?:in|on|with|onto) ", "on mat "),
        ($@"\bwith an? ({Length}) mat(?: (?:of|in|from))? ", "on mat $1 "),
        ($@"\bwith an? ({Held}|\w+) mat\b", "on mat $1"),
        ($@"\bon an? ({Length}) mat(?: (?:of|in|from))? ", "on mat $1 "),
        ($@"\bon an? ({Held}|\w+) mat\b", "on mat $1"),
        ($@"\bon mat of ", "on mat "),
        ($@"\b({Length}) white border\b", "white border $1"),
        ($@"\bwith an? white border(?: of)? ", "white border "),
        // Places.
        (@"\b(?:edge|side) of the (?:page|paper|sheet)\b", ""),
        (@"\bof the (?:page|paper|sheet)\b", ""),
        (@"\bfrom the\b", "from"),
        (@"\b(?:down|up|over|in|across|away) from\b", "from"),
        (@"\bfrom (left|right|top|bottom)(?: hand)?(?: edge| side)?\b", "from $1"),
        (@"\bfrom (?:both sides|either side|each side|the edges)\b", "from sides"),
        (@"\b(?:flush )?(?:butted |tight |right up )?against (?:the )?(seam|left|right|top|bottom)(?: edge)?\b", "flush $1"),
        (@"\b(?:flush (?:with|on|at|to) (?:the )?|at the |on the |along the )(seam)\b", "flush $1"),
        (@"\b(?:along|at|on) the (left|right|top|bottom) edge\b|\b(?:along|at) the (left|right|top|bottom) side\b", "flush $1$2"),
        (@"\b(?:butted|flush) (?:up )?(?:to|against|with) (?:the )?(left|right) of ", "$1 of "),
        (@"\b(?:butted|butting|touching) (?=under|below|beneath|over|above|left of|right of)", ""),
        (@"\b(?:butted|butting) (?:up )?(?:to|against|with|next to) ", "right of "),
        (@"\b(?:to the |on the )?(left|right) of\b", "$1 of"),
        (@"\b(?:next to|beside|alongside)\b", "right of"),
        (@"\btucked (" + Length + @") (?:behind|beneath|below|into)\b", "tucked $1 under"),
        (@"\b(?:below|beneath|underneath)\b", "under"),
        (@"\babove\b", "over"),
        (@"\b(?:centered|centred|center|centre|middle) (?:left to right|side to side|horizontally)\b", "centred across"),
        (@"\b(?:centered|centred|center|centre|middle) (?:top to bottom|up and down|vertically)\b", "centred down"),
        (@"\b(?:in|at) the (?:middle|center|centre) of (?:the )?(" + Held + @"|[A-Z]\d+)", "centred in $1"),
        (@"\b(?:in|at) the (?:middle|center|centre)\b", "centred"),
        (@"\bcent(?:ered|er|re)\b", "centred"),
        (@"\bcentred on\b", "centred in"),
        (@"\b(?:in|at) (?:the )?(top|bottom|upper|lower) (left|right)(?: hand)?(?: corner)?\b", "in\u0003$1 $2 corner"),
        (@"\bupper\b", "top"),
        (@"\blower\b", "bottom"),
        (@"\bon (?:the )?(left|right)(?: hand)? (?:page|side)\b", "on $1 page"),
        (@"\bacross both pages\b", "on both pages"),
        // Several at once.
        (@"\b(?:spaced evenly|evenly spaced|equally spaced|spread evenly)\b", "evenly"),
        ($@"\b(?:with )?({Length}) (?:apart|between(?: them)?|in between)\b", "gap $1"),
        ($@"\b(?:with )?(?:an? )?gaps? of ({Length})", "gap $1"),
        ($@"\bspaced ({Length})\b", "gap $1"),
        (@"\b(?:side by side|in one row|in a line)\b", "in a row"),
        (@"\b(?:stacked|one under the other|on top of each other|in one column)\b", "in a column"),
        (@"\bin rows of\b", "in a grid of"),
        // The rest.
        (@"\bwith (?:an? )?(?=(?:torn|inked|scalloped|punched|rounded)\b)", ""),
        (@"\b(?:the )?back of (" + Held + ")", "$1 B"),
        (@"\b(?:the )?front of (" + Held + ")", "$1 A"),
        (@"\b(?:popped up|popped|on foam|raised on foam|with foam)\b", "raised"),
        (@"\b(?:as )?(?:the )?(?:focal point|main photo|focal photo)\b", "focal"),
        (@"\b(torn|inked|scalloped|punched|rounded) (?:at|on|along) (?:the )?", "$1 "),
        (@"\b(torn|inked|scalloped|punched|rounded) (?:all (?:around|the way round)|edges|all edges|on all sides)\b", "$1 all round"),
        (@"\b(torn|inked|scalloped|punched) (top|bottom|left|right) edge\b", "$1 $2"),
        (@"\b(?:b side|side b|the back|back side)\b", "B"),
        (@"\b(?:a side|side a|the front|front side)\b", "A"),
        (@"\b(?:named|called|name it|call it) (?!\u0001)", "called "),
        (@"\bthe\b", ""),
        (@"\bplease\b", ""),
    ];

    /// <summary>The line in the words that are read.</summary>
    public static string Plain(string text, Kit kit, Layout layout)
    {
        var held = new List<string>();
        string Hold(string said)
        {
            held.Add(said);
            return $"\u0001{held.Count - 1}\u0002";
        }
        var line = Quoted().Replace(text.Trim().TrimEnd('.'), m => Hold(m.Value));
        var papers = kit
            .Papers.SelectMany(p => new[] { p.Name, p.Name.Split(' ')[0] })
            .Where(n => n.Length > 2 && !Trade().IsMatch(n))
            .ToList();
        var pieces = layout.Pieces.Select(p => p.Name).OfType<string>().Where(n => n.Length > 1).ToList();
        foreach (var name in papers.Concat(pieces).Distinct(StringComparer.OrdinalIgnoreCase).OrderByDescending(n => n.Length))
            line = Regex.Replace(line, $@"(?<![\w\u0001]){Regex.Escape(name)}(?![\w\u0002])", m => Hold(m.Value), RegexOptions.IgnoreCase);
        var isPaper = held.Select(h => papers.Contains(h, StringComparer.OrdinalIgnoreCase)).ToList();
        line = Numbers(line);
        // A name without quotation marks stays as it is, also where it is a word of the trade: panel block 9 x 7.
        line = Regex.Replace(
            line,
            $@"^(?:an? )?(\d+ )?(base|panel|strip|photo|title|sticker|tie)(s?) (?:called |named )?((?!{Held} \d)[A-Za-z\u0001][\w\u0001\u0002' -]*?) (?={Length} ?(?:x|×|by)\b)",
            m => $"{m.Groups[1].Value}{m.Groups[2].Value}{m.Groups[3].Value} {Hold($"\"{Released(m.Groups[4].Value, held)}\"")} ",
            RegexOptions.IgnoreCase
        );
        foreach (var (said, meant) in Words)
            line = Regex.Replace(line, said, meant, RegexOptions.IgnoreCase);
        line = Ordered(Spaces().Replace(line, " ").Trim(), kit);
        // "of Rope", "in Rope": the paper stands by itself, but not after what something lies in or leans on.
        line = OfHeld()
            .Replace(
                line,
                m =>
                    isPaper.ElementAtOrDefault(int.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture))
                        ? $" {m.Groups[1].Value}"
                        : m.Value
            );
        line = Regex.Replace(line, $@"({Length} ?(?:x|×|by) ?{Length}(?: upright| lying)?) of ", "$1 ", RegexOptions.IgnoreCase);
        line = Released(Named(line), held).Replace("\u0003", " the ", StringComparison.Ordinal);
        return Spaces().Replace(line, " ").Replace(" ,", ",", StringComparison.Ordinal).Trim(' ', ',');
    }

    private static string Released(string line, List<string> held) =>
        Regex.Replace(line, "\u0001(\\d+)\u0002", m => held[int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)]);

    // nine by one and a half; three quarters of an inch; 3 and a half; 1 and 3/4
    private static string Numbers(string line)
    {
        var ones = string.Join('|', Ones.Reverse());
        var parts = string.Join('|', Parts.Keys.OrderByDescending(k => k.Length));
        static int Whole(string said) =>
            int.TryParse(said, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n
            : said is "a" or "an" or "A" or "An" ? 1
            : Array.FindIndex(Ones, o => o.Equals(said, StringComparison.OrdinalIgnoreCase));
        line = Regex.Replace(line, @"\b(\d+) and (\d+/\d+)", "$1 $2");
        line = Regex.Replace(
            line,
            $@"\b(?:({ones}|\d+) and )?"
                + $@"(?:(?:(an?|one) )?(?<!left |right |top |bottom )({parts})|({ones}|\d+) ({parts})s)\b"
                + @"(?: (?:of )?an? inch| inch(?:es)?)?",
            m =>
            {
                var (whole, top) = (m.Groups[1].Success ? Whole(m.Groups[1].Value) : 0, m.Groups[4].Success ? Whole(m.Groups[4].Value) : 1);
                var of = Parts[m.Groups[3].Success ? m.Groups[3].Value : m.Groups[5].Value];
                return (whole > 0 ? $"{whole} " : "") + $"{top}/{of}";
            },
            RegexOptions.IgnoreCase
        );
        line = Regex.Replace(
            line,
            $@"\b({ones}) (\d+/\d+)",
            m => $"{Whole(m.Groups[1].Value)} {m.Groups[2].Value}",
            RegexOptions.IgnoreCase
        );
        return Regex.Replace(
            line,
            $@"\b(?<!in |the )({ones})\b(?! under| row| column)",
            m => Whole(m.Groups[1].Value).ToString(CultureInfo.InvariantCulture),
            RegexOptions.IgnoreCase
        );
    }

    // What is done, and the order of what is said: the piece first, then its size, then its paper.
    private static string Ordered(string line, Kit kit)
    {
        line = Regex.Replace(line, @"^(?:remove|delete|take away|take out) (\S+)$", "$1 remove", RegexOptions.IgnoreCase);
        line = Regex.Replace(
            line,
            @"^(?:make|add|put|place|cut|lay|move|change|set|give me|another)(?: down)? ",
            "",
            RegexOptions.IgnoreCase
        );
        line = Regex.Replace(line, @"^an? (?=.)", "", RegexOptions.IgnoreCase);
        line = Regex.Replace(line, @"^(\S+) to (?=\d)", "$1 ", RegexOptions.IgnoreCase);
        var size = $@"{Length} ?(?:x|×|by) ?{Length}";
        // 9 x 7 panel of Gulls
        line = Regex.Replace(
            line,
            $@"^(\d+ (?=\d))?({size})((?: upright| lying)?) ({Kind})\b(?: of| in)?",
            "$1$4 $2$3",
            RegexOptions.IgnoreCase
        );
        // upright photo 4 x 6
        line = Regex.Replace(line, $@"^(\d+ )?(upright|lying) ({Kind}) ({size})", "$1$3 $4 $2", RegexOptions.IgnoreCase);
        // Gulls panel 9 x 7
        return kit.Papers.Count == 0
            ? line
            : Regex.Replace(line, $@"^(\d+ )?({Held}(?: [AB])?) ({Kind}) ({size})", "$1$3 $4 $2", RegexOptions.IgnoreCase);
    }

    // What stands after "called" is a name, up to a comma.
    private static string Named(string line) =>
        Regex.Replace(line, @"\bcalled (?![""“])([\w\u0001\u0002' -]+?)(?=,|$)", "called \"$1\"", RegexOptions.IgnoreCase);

    [GeneratedRegex("[\"“][^\"”]*[\"”]")]
    private static partial Regex Quoted();

    [GeneratedRegex(@" (?:of|in|from|out of) (\u0001(\d+)\u0002)")]
    private static partial Regex OfHeld();

    // A paper's first word that is a piece as well says the piece.
    [GeneratedRegex(
        "^(?:blocks?|borders?|bands?|cards?|tags?|pictures?|prints?|ribbon|string|background|heading|the|a|of)$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Trade();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
