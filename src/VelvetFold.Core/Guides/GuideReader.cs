using System.Collections.Concurrent;
using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>A sentence, or what stands in a blank of one, as it was read back.</summary>
/// <param name="Key">Its key in the word files without the file; empty for a name, a number, a length or a list.</param>
/// <param name="Text">What stands there.</param>
/// <param name="Parts">What stands in its blanks, or the items of a list.</param>
internal sealed record Told(string Key, string Text, IReadOnlyList<(string Blank, Told Said)> Parts)
{
    /// <summary>What stands in a blank.</summary>
    /// <exception cref="KeyNotFoundException">It has no such blank.</exception>
    public Told this[string blank] => Find(blank) ?? throw new KeyNotFoundException($"{Key} has no blank {blank}.");

    /// <summary>What stands in a blank; null where it has none of that name.</summary>
    public Told? Find(string blank) => Parts.FirstOrDefault(p => p.Blank == blank).Said;

    /// <summary>The items of a list.</summary>
    public IEnumerable<Told> Items => Parts.Select(p => p.Said);

    /// <summary>The texts of a list's items.</summary>
    public IEnumerable<string> Texts => Items.Select(i => i.Text);

    /// <summary>A whole number.</summary>
    public int Number => int.Parse(Text, CultureInfo.InvariantCulture);
}

/// <summary>
/// Reads the sentences of a guide back by the sentences of its language (the word files guide.LANGUAGE.json), the kit's names and the
/// labels of its pieces: it knows nothing of how they came about, and a text that is none of these sentences is not read.
/// </summary>
internal sealed partial class GuideReader
{
    private readonly Words _words;
    private readonly Rule _label;
    private readonly Rule _labels;
    private readonly Rule _paper;
    private readonly Rule _face;
    private readonly Rule _cutPart;
    private readonly Rule _length;
    private readonly Rule _count;
    private readonly Rule _edge;
    private readonly Rule _work;
    private readonly Rule _tool;
    private readonly Rule _own;
    private readonly Rule _partName;
    private readonly Rule _sheetName;
    private readonly Rule _layout;
    private readonly Rule _source;
    private readonly Dictionary<string, Rule> _sentences = [];
    private readonly Dictionary<char, Rule[]> _beginning = [];

    /// <summary>All ways in which a text can be read from a place on, each with the place behind it.</summary>
    private delegate IEnumerable<(Told Told, int End)> Rule(string text, int at);

    private const int MostVocabularies = 24;

    private const int MostTexts = 4_000;

    private static readonly ConcurrentDictionary<string, ConcurrentDictionary<string, IReadOnlyList<Told>?>> Known = [];

    private readonly ConcurrentDictionary<string, IReadOnlyList<Told>?> _known;

    // What a step's text or a line of it may consist of.
    private static readonly string[] Openers =
    [
        "lay.line",
        "lay",
        "lay.run",
        "lay.cover",
        "lay.roughly",
        "lay.line.roughly",
        "draw",
        "draw.roughly",
        "draw.dries",
        "lay.line.cover",
        "leave",
        "leave.line",
        "cut.line",
        "cut.same",
        "cut.sheet",
        "cut.alike",
        "cut.two",
        "cut.up",
        "cut.label",
        "cut.shows",
        "cut.shows.down",
        "cut.place",
        "cut.place.side",
        "cut.also",
        "cut.wholes",
        "cut.inside",
        "cut.extra",
        "plunge",
        "plunge.turn",
        "plunge.knife",
        "plunge.knife.turn",
        "plunge.free",
        "pair",
        "pair.turned",
        "pair.up",
        "row",
        "row.turned",
        "keep",
        "gather",
        "gather.on-sheets",
        "gather.parts",
        "gather.ready",
        "caution.blades",
        "caution.wet",
        "wet",
        "wet.inked",
        "wet.while",
        "wet.scrap",
        "prep.stickers",
        "prep.letters",
        "prep.twine",
        "prep.holes",
        "dry",
        "dry.tack",
        "dry.wait",
        "trim.two",
        "trim.two.left",
        "trim.two.top",
        "trim.round",
        "trim.border",
        "mat.photo",
        "mat.more",
        "mat.photo.two",
        "mat.more.two",
        "mat.placeholder.two",
        "mat.run",
        "mat.empty",
        "mat.placeholder",
        "frame",
        "frame.placeholder",
        "frame.empty",
        "hand.circle",
        "hand.oval",
        "hand.hexagon",
        "hand.template",
        "hand.torn",
        "hand.scalloped",
        "hand.punched",
        "hand.rounded",
        "hand.mitred",
        "hand.dovetailed",
        "hand.off",
        "hand.left",
        "halve.two",
        "halve.one",
        "halve.rest",
        "halve.slice",
        "lay.later",
        "lay.over.across",
        "lay.over.down",
        "lay.joined",
        "lay.letters",
        "lay.letters.other",
        "lay.length",
        "lay.knotted",
        "lay.tied.knot",
        "lay.tied.bow",
        "lay.tied.double-bow",
        "lay.tilt.right",
        "lay.tilt.left",
        "lay.raised",
        "lay.raised.back",
        "lay.free",
        "press",
        "write",
        "write.back",
        "write.date.front",
        "write.date.back",
        "write.date",
        "words.title",
        "words.names",
        "words.date",
        "words.place",
        "extras",
        "lay.instead",
        "putBack",
    ];

    private static readonly string[] Things =
    [
        "thing.matted",
        "thing.framed",
        "thing.photo",
        "thing.placeholder",
        "thing.empty",
        "thing.paper",
        "thing.ready",
    ];

    private static readonly string[] Drawings = ["thing.dashes", "thing.stitches", "thing.doodle", "thing.stamp", "thing.stencil"];

    private static readonly string[] Places =
    [
        "tucked",
        "hanging",
        "hanging.before",
        "hanging.after",
        "from.page",
        "flush.page",
        "from.piece",
        "line.piece",
        "spans.page.across",
        "spans.page.down",
        "centred.page.across",
        "centred.page.down",
        "centred.piece",
        "beside.gap",
        "beside.touch",
        "flush.seam",
        "from.seam",
        "flush.outer",
        "from.outer",
    ];

    /// <param name="labels">The labels of pieces, mats, parts of joined pieces and rows of outlines.</param>
    public GuideReader(Kit kit, IEnumerable<string> labels, Words words)
    {
        _words = words;
        string[][] names =
        [
            [.. labels],
            [.. kit.Papers.Select(p => p.Name)],
            [.. PaperSides.Of(kit, words).SelectMany(s => new[] { s.A, s.B })],
            [.. kit.Parts.Select(p => p.Name)],
            [.. kit.Layouts.SelectMany(l => l.Pieces).SelectMany(p => p.Takes("")).Select(t => t.Use.Part).OfType<string>()],
            [.. kit.Layouts.Select(l => l.Name)],
            [.. kit.Layouts.SelectMany(l => l.Pieces).Select(p => p.Wet?.Words).OfType<string>()],
            [.. kit.Layouts.SelectMany(l => l.Pieces).Select(p => p.Drawn?.With).OfType<string>()],
            [.. kit.Layouts.SelectMany(l => l.Words?.All ?? []).Select(w => w.Text)],
        ];
        _known = KnownWith(string.Join('\v', names.Select(n => string.Join('\n', n)).Prepend(words.Language)));
        _label = Names(names[0]);
        _labels = List(_label, ", ");
        _paper = Names(names[1]);
        _face = Names(names[2]);
        _sheetName = Names(names[3]);
        _partName = Names(names[4]);
        _layout = Names(names[5]);
        _work = Names(names[6]);
        _tool = Names(names[7]);
        _own = Names(names[8]);
        _length = Pattern(Lengths());
        _count = Pattern(Whole());
        _edge = Any("edge.left", "edge.top", "edge.right", "edge.bottom");
        _source = Any("part.tear", "part.inside", "part.onhand", "part.offcut");
        _cutPart = Either(
            Any("part.sheet", "part.letter", "part.scrap", "part.tear", "part.inside", "part.offcut", "part.onhand"),
            List(_label, " / ")
        );
    }

    /// <summary>The sentences of a text, in order; null where it is not made of a guide's sentences.</summary>
    public IReadOnlyList<Told>? Read(string text)
    {
        if (_known.TryGetValue(text, out var known))
            return known;
        var told = new List<Told>();
        var read = Read(text, 0, told) ? told : null;
        if (_known.Count >= MostTexts)
            _known.Clear();
        return _known[text] = read;
    }

    // A text that was read once with the same names and labels says the same: most steps of a guide stay as they are while a kit is
    // worked on.
    private static ConcurrentDictionary<string, IReadOnlyList<Told>?> KnownWith(string vocabulary)
    {
        if (Known.Count >= MostVocabularies && !Known.ContainsKey(vocabulary))
            Known.Clear();
        return Known.GetOrAdd(vocabulary, _ => []);
    }

    // A sentence ends with the text or where another begins.
    private bool Read(string text, int at, List<Told> told)
    {
        if (at >= text.Length)
            return true;
        foreach (var opener in Beginning(text[at]))
        foreach (var (sentence, end) in opener(text, at))
        {
            if (end < text.Length && text[end] != ' ')
                continue;
            told.Add(sentence);
            if (Read(text, end + 1, told))
                return true;
            told.RemoveAt(told.Count - 1);
        }
        return false;
    }

    // The sentences that may begin with a letter: those with a word of that letter, and those that begin with a blank.
    private Rule[] Beginning(char letter)
    {
        if (_beginning.TryGetValue(letter, out var known))
            return known;
        return _beginning[letter] = [
            .. Openers
                .Select(key => (Key: key, Begins: (_words.Template(key).Parts[0] as Template.Literal)?.Text[0]))
                .Where(o => o.Begins is not { } begins || begins == letter || char.ToUpperInvariant(begins) == letter)
                .OrderBy(o => o.Begins is null)
                .Select(o => Sentence(o.Key)),
        ];
    }

    // What may stand in a blank of a sentence.
    private Rule In(string key, string blank) =>
        (key, blank) switch
        {
            ("part.letter", _) => Pattern(Letters()),
            ("part.of", "part") => _partName,
            ("part.of", _) => _sheetName,
            ("lay.letters.other", "part") => _partName,
            ("lay.letters.other", _) => _sheetName,
            ("gather" or "gather.on-sheets", _) => List(Sentence("gather.sheets"), ", "),
            ("gather.parts", _) => List(_sheetName, ", "),
            ("cut.wholes", _) => List(Any("cut.wholes.item", "cut.wholes.from"), "; "),
            ("keep", _) => List(Sentence("keep.paper"), "; "),
            ("keep.paper", "sizes") => List(Size(), ", "),
            ("mat.run", "mats") => List(Sentence("mat.run.item"), "; "),
            ("hand.hexagon" or "hand.circle", "width") => _length,
            ("plunge.free", "inside" or "frame") => _cutPart,
            ("cut.wholes.from" or "cut.extra", "from") => _source,
            (_, "part" or "off" or "rest") when key.StartsWith("cut.", StringComparison.Ordinal) => _cutPart,
            (_, "part") => _cutPart,
            (_, "pieces") => _labels,
            (_, "piece" or "on" or "mat") => _label,
            (_, "paper") => key
                is "thing.paper"
                    or "mat.photo"
                    or "mat.more"
                    or "mat.photo.two"
                    or "mat.more.two"
                    or "mat.placeholder.two"
                    or "mat.empty"
                    or "mat.placeholder"
                    or "mat.run.item"
                    or "frame"
                    or "frame.placeholder"
                    or "frame.empty"
                    or "cut.wholes.item"
                    or "cut.wholes.from"
                ? Either(Sentence("made.face"), Sentence("part.of"), _paper, _sheetName)
                : _paper,
            (_, "face" or "back") => _face,
            (_, "size" or "card" or "from" or "to") => Size(),
            (_, "edge" or "a" or "b" or "c") => _edge,
            (_, "edges") => Any("edges.one", "edges.two", "edges.three", "edges.all"),
            (_, "across" or "down") => Any(Places),
            ("draw" or "draw.roughly", "thing") => Any(Drawings),
            ("lay.instead", "thing") => Any("thing.paper", "thing.ready"),
            (_, "thing") => Any(Things),
            (_, "made") => Sentence("part.of"),
            (_, "through") => Any("way.across", "way.down"),
            (_, "half" or "other") => Any("half.left", "half.top", "half.right", "half.bottom"),
            (_, "tool") => _tool,
            (_, "own") => _own,
            ("leave", "where") => Either(Any("where.left.at", "where.right.at", "where.both.at"), Nothing),
            (_, "where") => Either(Any("where.left", "where.right", "where.both"), Nothing),
            (_, "bracket") => Any("bracket.same", "bracket.edge"),
            (_, "way") => Any("way.across", "way.down", "pair.right", "pair.down"),
            (_, "beyond") => Any("beyond.left", "beyond.top", "beyond.right", "beyond.bottom"),
            (_, "joins" or "lengths") => List(_length, ", "),
            (_, "work") => _work,
            (_, "layout") => _layout,
            (_, "degrees") => Pattern(Degrees()),
            (_, "count" or "n" or "number" or "first" or "last" or "sheet" or "sheets" or "minutes" or "angle" or "which") => _count,
            _ => _length,
        };

    private Rule Sentence(string key)
    {
        if (_sentences.TryGetValue(key, out var rule))
            return rule;
        var parts = _words.Template(key).Parts;
        var begins = (parts[0] as Template.Literal)?.Text;
        Rule? whole = null;
        IEnumerable<(Told, int)> Read(string text, int at)
        {
            // Most sentences are not the one: their first words say so.
            if (begins is not null && !StandsAt(text, at, begins))
                return [];
            // Blanks are looked up late: a sentence may stand in its own blank.
            whole ??= Compile(key, parts);
            return whole(text, at);
        }
        return _sentences[key] = Read;
    }

    private Rule Compile(string key, IReadOnlyList<Template.Part> parts)
    {
        (string Blank, Rule Rule)[] rules =
        [
            .. parts.Select(p => p is Template.Blank blank ? (blank.Name, In(key, blank.Name)) : ("", Literal(((Template.Literal)p).Text))),
        ];
        return Read;

        List<(Told, int)> Read(string text, int at)
        {
            var found = new List<(Told, int)>(1);
            var parts = new (string, Told)[rules.Length];
            Rest(at, 0, 0);
            return found;

            // What stands in the blanks so far is written over by the next way of reading.
            void Rest(int from, int rule, int blanks)
            {
                if (rule == rules.Length)
                {
                    found.Add((new(key, text[at..from], [.. parts.AsSpan(0, blanks)]), from));
                    return;
                }
                foreach (var (told, end) in rules[rule].Rule(text, from))
                {
                    parts[blanks] = (rules[rule].Blank, told);
                    Rest(end, rule + 1, rules[rule].Blank.Length > 0 ? blanks + 1 : blanks);
                }
            }
        }
    }

    private Rule Any(params string[] keys) => Either([.. keys.Select(Sentence)]);

    private static Rule Either(params Rule[] rules) => (text, at) => rules.SelectMany(r => r(text, at));

    private Rule Size() =>
        (text, at) =>
            from width in _length(text, at)
            from times in Literal(" x ")(text, width.End)
            from height in _length(text, times.End)
            select (new Told("", text[at..height.End], [("width", width.Told), ("height", height.Told)]), height.End);

    private static IEnumerable<(Told, int)> Nothing(string text, int at) => [(new("", "", []), at)];

    // The first letter of a sentence may be a large one.
    private static bool StandsAt(string text, int at, string what) =>
        at + what.Length <= text.Length
        && (text[at] == what[0] || text[at] == char.ToUpperInvariant(what[0]))
        && string.CompareOrdinal(text, at + 1, what, 1, what.Length - 1) == 0;

    private static Rule Literal(string what) => (text, at) => StandsAt(text, at, what) ? [(new("", what, []), at + what.Length)] : [];

    // The longest first, so that no name is taken for the beginning of another.
    private static Rule Names(IEnumerable<string> names)
    {
        var byLetter = names
            .Where(n => n.Length > 0)
            .Distinct()
            .GroupBy(n => char.ToUpperInvariant(n[0]))
            .ToDictionary(g => g.Key, g => g.OrderByDescending(n => n.Length).Select(n => (n, new Told("", n, []))).ToArray());
        return Read;

        IEnumerable<(Told, int)> Read(string text, int at)
        {
            if (at >= text.Length || !byLetter.TryGetValue(char.ToUpperInvariant(text[at]), out var those))
                yield break;
            foreach (var (name, told) in those)
                if (StandsAt(text, at, name))
                    yield return (told, at + name.Length);
        }
    }

    private static Rule List(Rule item, string between)
    {
        var comma = Literal(between);
        return (text, at) => Items(text, at).Select(r => (new Told("", text[at..r.End], r.Parts), r.End));

        // As many as can be read, first.
        IEnumerable<(IReadOnlyList<(string, Told)> Parts, int End)> Items(string text, int at)
        {
            foreach (var (told, end) in item(text, at))
            {
                foreach (var (_, next) in comma(text, end))
                foreach (var (more, last) in Items(text, next))
                    yield return ([("", told), .. more], last);
                yield return ([("", told)], end);
            }
        }
    }

    private static Rule Pattern(Regex regex) =>
        (text, at) => regex.Match(text, at) is { Success: true } match ? [(new("", match.Value, []), at + match.Length)] : [];

    // ≈ 3.33, 3, 3½, 3 ¹¹⁄₁₆, ½, 3.5 mm; a minus sign counts.
    [GeneratedRegex(@"\G(?:≈ )?[−-]?(?:(?:\d+(?:[.,]\d+)?)?(?:[½¼¾⅛⅜⅝⅞]|(?: ?[⁰¹²³⁴-⁹]+⁄[₀-₉]+))|\d+(?:[.,]\d+)?)(?: mm)?")]
    private static partial Regex Lengths();

    [GeneratedRegex(@"\G\d+")]
    private static partial Regex Whole();

    [GeneratedRegex(@"\G\d+(?:[.,]\d+)?")]
    private static partial Regex Degrees();

    [GeneratedRegex(@"\G[a-z]+")]
    private static partial Regex Letters();
}
