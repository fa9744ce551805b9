using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>The virtual table a guide is followed at: what was found wrong, what is cut and used up; with the design to compare with and
/// the
/// ways to compare what was read with it.</summary>
internal sealed class ProofTable(Kit kit, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan)
{
    private readonly LengthPattern _reading = kit.GuideReading();
    private readonly Dictionary<string, CutPiece> _pieces = pieces.DistinctBy(p => p.Label).ToDictionary(p => p.Label);
    private readonly Dictionary<string, PlacedPiece> _placed = layouts
        .SelectMany(l => l.Pieces.Concat(l.Extras))
        .DistinctBy(p => p.Label)
        .ToDictionary(p => p.Label);

    public Kit Kit => kit;

    public IReadOnlyList<ResolvedLayout> Layouts => layouts;

    public IReadOnlyList<CutPiece> Pieces => pieces;

    public CutPlan Plan => plan;

    public Words Words { get; } = Words.In(kit.Guide.Language);

    public List<ProofFault> Faults { get; } = [];

    /// <summary>How often each piece was cut, or came cut.</summary>
    public Dictionary<string, int> Cut { get; } = [];

    /// <summary>Cut pieces that were laid or matted.</summary>
    public HashSet<string> Used { get; } = [];

    public void Fault(int? step, string code, Saying says) => Faults.Add(new(step, code, says));

    /// <summary>The labels that a guide may name.</summary>
    public IEnumerable<string> Labels =>
        pieces
            .Select(p => p.Label)
            .Concat(_placed.Keys)
            .Concat(
                _placed.Values.SelectMany(p =>
                    Enumerable.Range(0, p.Stack.Layers.Count).Select(i => MatStack.LabelOf(p.Label, i, p.Stack.Layers.Count))
                )
            )
            .Concat(plan.BySheet.SelectMany(s => s.Patterns).SelectMany(p => p.Placements).Select(p => p.Piece));

    public PlacedPiece? Designed(string label) => _placed.GetValueOrDefault(label);

    public CutPiece? Piece(string label) => _pieces.GetValueOrDefault(label);

    public ResolvedLayout? LayoutOf(string label) => layouts.FirstOrDefault(l => l.Pieces.Any(p => p.Label == label));

    /// <summary>What is cut for a piece or a mat: itself, its parts, its strips, its halves.</summary>
    public IEnumerable<CutPiece> CutFor(string label) =>
        pieces.Where(p => p.Label == label || p.Label.StartsWith(label + " ", StringComparison.Ordinal));

    public string Format(Length length) => _reading.Format(length);

    /// <summary>Whether a length that was read is the one that is meant, as the guide's ruler writes it.</summary>
    public bool Says(Told told, Length meant) => told.Text == _reading.Format(meant);

    public bool Says(Told told, Size meant) => Says(told["width"], meant.Width) && Says(told["height"], meant.Height);

    /// <summary>The length that was read; of one that is written as about so much, the one of those that are known that is written
    /// so.</summary>
    public Length Length(Told told, params IEnumerable<Length> known) =>
        IsAbout(told) && known.Where(k => Says(told, k)).Select(k => (Length?)k).FirstOrDefault() is { } exact
            ? exact
            : _reading.Parse(told.Text.TrimStart('≈', ' ')).Value ?? Measures.Length.Zero;

    /// <summary>Whether it is written as about so much: the ruler has no mark for it.</summary>
    public static bool IsAbout(Told told) => told.Text.StartsWith('≈');

    /// <summary>How far what is written as about so much may be off.</summary>
    public Length Step => _reading.Step ?? Measures.Length.Zero;

    /// <summary>The edge of a word.</summary>
    public static Edge EdgeOf(Told told) =>
        told.Key switch
        {
            "edge.left" => Edge.Left,
            "edge.top" => Edge.Top,
            "edge.right" => Edge.Right,
            _ => Edge.Bottom,
        };

    /// <summary>Edges in a row of words.</summary>
    public static IReadOnlyList<Edge> EdgesOf(Told told) =>
        told.Key == "edges.all" ? [Edge.Left, Edge.Top, Edge.Right, Edge.Bottom] : [.. told.Items.Select(EdgeOf)];

    /// <summary>A paper and side that were read are those that are meant: a side has to be said where there are two.</summary>
    public void Shows(int? step, string label, Told said, string? paper, SheetFace face)
    {
        if (kit.Paper(paper) is not { } own)
            return;
        var (name, side) = said.Key == "made.face" ? (said["paper"].Text, said["face"].Text) : (said.Text, (string?)null);
        if (name != own.Name)
            Fault(step, "paper-wrong", Saying.Of("proof.paper-wrong", ("number", step ?? 0), ("label", label), ("paper", own.Name)));
        var meant = FaceWords.Of(own, face, Words);
        if (side is null && meant is not null)
            Fault(step, "side-unsaid", Saying.Of("proof.side-unsaid", ("number", step ?? 0), ("label", label), ("face", meant)));
        else if (side != meant)
            Fault(step, "side-wrong", Saying.Of("proof.side-wrong", ("number", step ?? 0), ("label", label), ("face", meant ?? "")));
    }

    /// <summary>Takes a cut piece into a page or under a photo.</summary>
    public void Use(int step, string piece)
    {
        if (!Cut.ContainsKey(piece))
            Fault(step, "not-cut-yet", Saying.Of("proof.not-cut-yet", ("number", step), ("piece", piece)));
        if (!Used.Add(piece))
            Fault(step, "twice", Saying.Of("proof.step-uses-again", ("number", step), ("piece", piece)));
    }
}
