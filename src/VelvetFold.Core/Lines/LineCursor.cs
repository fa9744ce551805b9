using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Lines;

/// <summary>Where a measure line cannot be read: line and column from 1, a sentence, and what might have been meant.</summary>
/// <param name="NewPaper">The paper it names that the kit has not; were it made, the line could be read.</param>
public sealed record LineFault(int Line, int Column, Saying Says, string? Suggestion, string? NewPaper = null);

/// <summary>A line that cannot be read any further.</summary>
internal sealed class LineException(int column, Saying says, string? suggestion = null) : Exception(says.In(Lexicon.English))
{
    public int Column => column;

    public Saying Says => says;

    public string? Suggestion => suggestion;
}

/// <summary>
/// Goes through one measure line from left to right. Every word that is asked for and not found is remembered with its place, so that the
/// fault at the farthest place can say what was expected there, and what may be typed next.
/// </summary>
internal sealed class LineCursor(string text, LengthUnit unit)
{
    private static readonly string[] ClauseWords = ["a ", "the ", "row", "column", "grid", "honeycomb"];

    private readonly List<string> _wanted = [];
    private readonly List<string> _longer = [];
    private int _wantedAt;

    public int At { get; private set; }

    public bool IsAtEnd => SkipSpace() >= text.Length;

    /// <summary>Column from 1 of where reading stands.</summary>
    public int Column => SkipSpace() + 1;

    /// <summary>What might stand at the farthest place reached, that begins as the text ends.</summary>
    public IReadOnlyList<string> Completions
    {
        get
        {
            if (_wantedAt < At)
                return _longer;
            var typed = _wantedAt < text.Length ? text[_wantedAt..] : "";
            return
            [
                .. _longer,
                .. _wanted
                    .Where(w => w.Length > typed.Length && w.StartsWith(typed, StringComparison.OrdinalIgnoreCase))
                    .Distinct()
                    .Except(_longer),
            ];
        }
    }

    public void GoTo(int at) => At = at;

    /// <summary>Takes one of several words (or groups of words), the longest that stands here; null where none does.</summary>
    public string? Take(params IEnumerable<string> words)
    {
        var from = SkipSpace();
        string? best = null;
        foreach (var word in words)
        {
            Want(word);
            if (word.Length > (best?.Length ?? 0) && Stands(word, from))
                best = word;
            // "Spar" is a paper already, but may be about to become "Spar Plaid".
            if (
                from < text.Length
                && word.Length > text.Length - from
                && word.Contains(' ', StringComparison.Ordinal)
                && word.StartsWith(text[from..], StringComparison.OrdinalIgnoreCase)
            )
                _longer.Add(word);
        }
        if (best is not null)
            At = from + best.Length;
        return best;
    }

    /// <summary>Takes a word that must stand here.</summary>
    public string Need(params IReadOnlyList<string> words) => Take(words) ?? throw Fault();

    public bool Comma()
    {
        var from = SkipSpace();
        if (from >= text.Length || text[from] is not (',' or ';'))
            return false;
        At = from + 1;
        return true;
    }

    /// <summary>Takes a length, if one stands here. A bare "in" that begins a clause ("7 in a row") is not its unit.</summary>
    public Length? Length()
    {
        var from = SkipSpace();
        Want("a length");
        if (
            from >= text.Length
            || !(
                char.IsAsciiDigit(text[from])
                || "½¼¾⅛⅜⅝⅞⅓⅔".Contains(text[from], StringComparison.Ordinal)
                || (text[from] is '-' or '.' && from + 1 < text.Length && char.IsAsciiDigit(text[from + 1]))
            )
        )
            return null;
        var (reading, end) = Scan(text, from);
        if (reading.Fault is null && end >= 3 && text[..end].EndsWith(" in", StringComparison.OrdinalIgnoreCase) && BeginsClause(end))
            (reading, end) = Scan(text[..(end - 3)], from);
        // 12 "Harbour": a mark that stands off the number and is closed again opens a name, it is not the sign of inches.
        if (reading.Fault is null && end >= 2 && text[end - 1] == '"' && char.IsWhiteSpace(text[end - 2]) && text.IndexOf('"', end) >= 0)
            (reading, end) = Scan(text[..(end - 1)], from);
        if (reading.Fault is { } fault)
            throw new LineException(fault.Column, fault.Says);
        At = end;
        return reading.Value;
    }

    public Length NeedLength() => Length() ?? throw Fault();

    /// <summary>Takes a point in round brackets, <c>(4, 0)</c> or <c>(4,0)</c>, if one stands here. The comma between its two lengths is
    /// the one that leaves a length on both sides; where decimal commas leave more than one, the one before a space.</summary>
    public (Length X, Length Y)? Point()
    {
        if (Take("(") is null)
            return null;
        var (from, close) = (At, text.IndexOf(')', At));
        if (close < 0)
        {
            At = text.Length;
            Want(")");
            throw Fault();
        }
        var ways = Enumerable
            .Range(from, close - from)
            .Where(at => text[at] is ',' or ';')
            .Select(at => (Comma: at, X: Whole(from, at), Y: Whole(at + 1, close)))
            .Where(way => way is { X: not null, Y: not null })
            .ToList();
        if (ways.Count > 1)
            ways = [.. ways.Where(way => text[way.Comma] == ';' || char.IsWhiteSpace(text[way.Comma + 1]))];
        if (ways is not [var only])
            throw new LineException(from + 1, Saying.Of("line.a-point-is", ("point", text[(from - 1)..(close + 1)])));
        At = close + 1;
        return (only.X!.Value, only.Y!.Value);
    }

    // The length that fills a stretch of the line; null where none does.
    private Length? Whole(int from, int to)
    {
        while (from < to && char.IsWhiteSpace(text[from]))
            from++;
        var (reading, end) = from < to ? Scan(text[..to], from) : default;
        return reading is { Fault: null } && text[Math.Min(end, to)..to].Trim().Length == 0 && from < to ? reading.Value : null;
    }

    /// <summary>Takes a whole number that a word follows ("4 strips"), if one stands here.</summary>
    public int? Count()
    {
        var from = SkipSpace();
        var to = from;
        while (to < text.Length && char.IsAsciiDigit(text[to]))
            to++;
        if (to == from || to - from > 3)
            return null;
        At = to;
        return int.Parse(text[from..to], System.Globalization.CultureInfo.InvariantCulture);
    }

    /// <summary>Takes a decimal number with a sign.</summary>
    public decimal NeedNumber()
    {
        var from = SkipSpace();
        var to = from;
        while (to < text.Length && (char.IsAsciiDigit(text[to]) || text[to] is '.' or '-' or '+'))
            to++;
        Want("a number");
        if (
            !decimal.TryParse(
                text[from..to],
                System.Globalization.NumberStyles.Float,
                System.Globalization.CultureInfo.InvariantCulture,
                out var number
            )
        )
            throw Fault();
        At = to;
        return number;
    }

    /// <summary>Takes a name in double quotes, if one stands here.</summary>
    public string? Quoted()
    {
        var from = SkipSpace();
        if (from >= text.Length || text[from] is not ('"' or '“'))
            return null;
        var close = text.IndexOfAny(['"', '”'], from + 1);
        if (close < 0)
            throw new LineException(from + 1, Saying.Of("line.the-quotation-mark-that"));
        At = close + 1;
        return text[(from + 1)..close];
    }

    /// <summary>Takes a word of letters and digits that begins with a letter, if one stands here.</summary>
    public string? Word()
    {
        var from = SkipSpace();
        var to = from;
        while (to < text.Length && (char.IsLetterOrDigit(text[to]) || text[to] == '-'))
            to++;
        if (to == from || !char.IsLetter(text[from]))
            return null;
        At = to;
        return text[from..to];
    }

    /// <summary>What stands from here to the next comma, if anything does.</summary>
    public string? Phrase(IReadOnlyList<string> before)
    {
        var from = SkipSpace();
        var words = new List<string>();
        while (true)
        {
            var mark = At;
            if (before.Any(b => Stands(b, SkipSpace())))
                break;
            if (Word() is not { } word)
            {
                At = mark;
                break;
            }
            words.Add(word);
        }
        return words.Count == 0 ? null : text[from..At].Trim();
    }

    public bool Colon()
    {
        if (SkipSpace() >= text.Length || text[At] != ':')
            return false;
        At++;
        return true;
    }

    private const int MostSuggested = 3;

    /// <summary>The fault at the farthest place, with what was expected there.</summary>
    public LineException Fault()
    {
        var from = Math.Max(SkipSpace(), _wantedAt);
        var found = from < text.Length ? Saying.Plain("'" + text[from..].Split(' ', ',', ';')[0] + "'") : Saying.Of("line.the-end-of-the");
        var wanted = _wanted.Distinct().ToList();
        var near = from < text.Length ? Nearest(text[from..].Split(' ', ',', ';')[0], wanted) : null;
        // The likeliest first, and no more than one can take in at a glance.
        var list = wanted.OrderBy(w => w == near ? 0 : 1).Take(MostSuggested).ToList();
        return new(from + 1, Saying.Of("line.at-column-stands-expected", ("from", from + 1), ("found", found), ("list", list)), near);
    }

    private (LengthReading Reading, int End) Scan(string of, int from)
    {
        var scanner = new LengthScanner(of, unit, from);
        var reading = scanner.ReadPrefix();
        return (reading, scanner.At);
    }

    private bool BeginsClause(int at)
    {
        while (at < text.Length && text[at] == ' ')
            at++;
        return ClauseWords.Any(w => string.Compare(text, at, w, 0, w.Length, StringComparison.OrdinalIgnoreCase) == 0)
            || (at + 1 < text.Length && text[at] == 'G' && char.IsAsciiDigit(text[at + 1]));
    }

    private bool Stands(string word, int from)
    {
        if (string.Compare(text, from, word, 0, word.Length, StringComparison.OrdinalIgnoreCase) != 0)
            return false;
        var end = from + word.Length;
        return end >= text.Length || !char.IsLetterOrDigit(word[^1]) || !char.IsLetterOrDigit(text[end]);
    }

    private void Want(string word)
    {
        var from = SkipSpace();
        if (from < _wantedAt)
            return;
        if (from > _wantedAt)
            _wanted.Clear();
        _wantedAt = from;
        _wanted.Add(word);
    }

    private int SkipSpace()
    {
        while (At < text.Length && char.IsWhiteSpace(text[At]))
            At++;
        return At;
    }

    // The word that takes the fewest changed letters, if they are few enough to be a slip.
    internal static string? Nearest(string typed, IEnumerable<string> words) =>
        words
            .Select(w => (Word: w, Slips: Slips(typed.ToUpperInvariant(), w.ToUpperInvariant())))
            .Where(w => w.Slips <= Math.Max(1, w.Word.Length / 3))
            .OrderBy(w => w.Slips)
            .Select(w => w.Word)
            .FirstOrDefault();

    private static int Slips(string a, string b)
    {
        var row = Enumerable.Range(0, b.Length + 1).ToArray();
        for (var i = 1; i <= a.Length; i++)
        {
            var (corner, left) = (row[0], i);
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                left = Math.Min(Math.Min(left, row[j]) + 1, corner + (a[i - 1] == b[j - 1] ? 0 : 1));
                (corner, row[j]) = (row[j], left);
            }
        }
        return row[^1];
    }
}
