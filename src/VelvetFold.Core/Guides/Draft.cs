using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>Steps as they are written, with the words, names and numbers all of them need.</summary>
internal sealed class Draft(Kit kit, Words words)
{
    private readonly List<Step> _steps = [];
    private readonly Dictionary<string, int> _keys = [];
    private readonly HashSet<string> _pinned =
    [
        .. kit.Guide.Notes.Select(n => n.Step),
        .. kit.Guide.Moves.SelectMany(m => new[] { m.Step, m.After }).OfType<string>(),
    ];

    public Kit Kit => kit;

    public Words Words => words;

    public LengthPattern Reading { get; } = kit.GuideReading();

    public IReadOnlyList<Step> Steps => _steps;

    public Step Add(
        GuideHalf half,
        StepKind kind,
        Phrase text,
        IReadOnlyList<string> pieces,
        string? layout = null,
        string? paper = null,
        IReadOnlyList<Sign>? signs = null
    )
    {
        var key = KeyOf(kind, layout, paper, pieces);
        var times = _keys[key] = _keys.GetValueOrDefault(key) + 1;
        var step = new Step(_steps.Count + 1, times == 1 ? key : $"{key}:{times}", half, kind, text.Text, [], pieces, layout, Paper: paper)
        {
            Facts = text.Facts,
            Signs = signs ?? [],
        };
        _steps.Add(step);
        return step;
    }

    /// <summary>The last step with more said of it.</summary>
    public void Complete(Func<Step, Step> with) => _steps[^1] = with(_steps[^1]);

    /// <summary>A length that is stated.</summary>
    public Phrase Stated(FactKind kind, string? piece, Length length, Edge? edge = null) =>
        new(Reading.Format(length), [new(kind, piece, length, null, edge)]);

    /// <summary>The size of a piece, stated.</summary>
    public Phrase Size(string label, Size size) =>
        Stated(FactKind.Width, label, size.Width) + " x " + Stated(FactKind.Height, label, size.Height);

    public string PaperName(string? id) => kit.Paper(id)?.Name ?? id ?? "";

    /// <summary>A paper, and which side of it shows where it has two.</summary>
    public Phrase Shown(string? id, SheetFace face) =>
        kit.Paper(id) is { } paper && FaceWords.Of(paper, face, words) is { } side
            ? words.Say("made.face", ("paper", paper.Name), ("face", side))
            : PaperName(id);

    /// <summary>What a piece is made of: the sheet of parts it comes off, or its paper.</summary>
    public Phrase Made(Piece piece) =>
        piece.Part is { } use && kit.PartSheet(use.Sheet) is { } sheet
            ? use.Part is { } part && sheet.Kind != PartKind.ByLength
                ? words.Say("part.of", ("part", part), ("sheet", sheet.Name))
                : sheet.Name
            : Shown(piece.Paper, piece.Face);

    /// <summary>Edges in words: the left edge, the left and top edges, all four edges.</summary>
    public Phrase Edges(IEnumerable<Edge> edges)
    {
        var all = edges.Distinct().Order().Select(e => words.Say("edge." + e.Word())).ToList();
        return all switch
        {
            [var a] => words.Say("edges.one", ("a", a)),
            [var a, var b] => words.Say("edges.two", ("a", a), ("b", b)),
            [var a, var b, var c] => words.Say("edges.three", ("a", a), ("b", b), ("c", c)),
            _ => words.Say("edges.all"),
        };
    }

    /// <summary>Whether the designer has moved, or said something at, a step of exactly these pieces: it stays a step of its own.</summary>
    public bool IsPinned(string key) => _pinned.Contains(key);

    /// <summary>The key of a step: what it does to what.</summary>
    public static string KeyOf(StepKind kind, string? layout, string? paper, IReadOnlyList<string> pieces)
    {
        var kindWord = System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString());
        return string.Join(':', new[] { kindWord, layout, paper, string.Join(",", pieces) }.Where(p => !string.IsNullOrEmpty(p)));
    }

    public static string List(IEnumerable<string> labels) => string.Join(", ", labels);
}
