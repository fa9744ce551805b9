using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>Where a guide fails, and why.</summary>
/// <param name="Step">The number of the step; none where it is about the whole guide.</param>
/// <param name="Code">The kind, in small words joined by dashes; stable, for programs.</param>
public sealed record ProofFault(int? Step, string Code, Saying Says);

/// <summary>What came of following a guide on a virtual table.</summary>
/// <param name="Cut">Pieces that were cut, or came cut in the bag.</param>
/// <param name="Placed">Pieces that were laid or matted.</param>
/// <param name="LeftOver">Pieces that were cut and never used.</param>
/// <param name="Faults">Empty where the guide works.</param>
public sealed record ProofResult(int Cut, int Placed, int LeftOver, IReadOnlyList<ProofFault> Faults)
{
    /// <summary>How often each piece was cut, or came cut.</summary>
    [JsonIgnore]
    public IReadOnlyDictionary<string, int> CutOff { get; init; } = new Dictionary<string, int>();

    /// <summary>Steps whose sentence is the designer's own in place of ours: what they say is not proved.</summary>
    public IReadOnlyList<int> Unread { get; init; } = [];

    /// <summary>Whether whoever follows it ends with the pages as designed and nothing left over.</summary>
    public bool Holds => Faults.Count == 0;
}

/// <summary>
/// Follows a guide step by step on a virtual table and tells where it fails. It goes by nothing but the words that are printed: they are
/// read back by the sentences of the guide's language (<see cref="GuideReader"/>); what was cut and which side of it shows, what was done
/// to it by hand, what lies where, what is free and what is dry comes from them, and only the finished pages are compared with the design.
/// A sentence of the designer's own in place of ours cannot be read: the step is followed as it was computed, and named.
/// </summary>
public sealed class GuideProof
{
    private readonly ProofTable _table;
    private readonly GuideReader _reader;
    private readonly CutReplay _cutting;
    private readonly AssemblyReplay _assembly;
    private readonly List<int> _unread = [];

    private GuideProof(ProofTable table) =>
        (_table, _reader, _cutting, _assembly) = (table, new(table.Kit, table.Labels, table.Words), new(table), new(table));

    /// <summary>Follows the steps.</summary>
    public static ProofResult Replay(
        Kit kit,
        IReadOnlyList<ResolvedLayout> layouts,
        IReadOnlyList<CutPiece> pieces,
        CutPlan plan,
        IReadOnlyList<Step> steps
    )
    {
        var proof = new GuideProof(new(kit, layouts, pieces, plan));
        foreach (var step in steps)
            proof.Follow(step);
        return proof.End();
    }

    private void Follow(Step step)
    {
        if (step.Note is { Instead: true })
            _unread.Add(step.Number);
        var text = Read(step, step.Note is { } note ? Own(step, note) : step.Text);
        var lines = Lines(step).Select(l => Read(step, l)).ToList();
        if (text is not { Count: > 0 } || lines.Any(l => l is not { Count: > 0 }))
            return;
        Do(step.Number, text, [.. lines.Select(l => l!)]);
    }

    // What the designer adds is the designer's; what stands in place of our sentence leaves that to be followed.
    private static string Own(Step step, StepNote note) =>
        note.Instead ? step.Computed
        : step.Text.EndsWith(" " + note.Words, StringComparison.Ordinal) ? step.Text[..^(note.Words.Length + 1)]
        : step.Text;

    private static IEnumerable<string> Lines(Step step) =>
        step is { Note: { Instead: false } note, Lines: [.., var last] } && last == note.Words ? step.Lines.SkipLast(1) : step.Lines;

    private IReadOnlyList<Told>? Read(Step step, string text)
    {
        var told = _reader.Read(text);
        if (told is null)
            _table.Fault(step.Number, "unreadable", Saying.Of("proof.unreadable", ("number", step.Number), ("text", Saying.Plain(text))));
        return told;
    }

    private void Do(int step, IReadOnlyList<Told> text, IReadOnlyList<IReadOnlyList<Told>> lines)
    {
        switch (text[0].Key.Split('.')[0])
        {
            case "gather":
                foreach (var told in text)
                    _cutting.Gather(step, told);
                break;
            case "cut":
                _cutting.Cut(step, text, lines);
                break;
            case "keep":
                _cutting.Keep(step, text[0]);
                break;
            case "hand":
                _assembly.ByHand(step, text);
                break;
            case "halve":
                foreach (var told in text)
                    _assembly.Halve(step, told);
                break;
            case "wet":
                foreach (var told in text.Where(t => t.Key is "wet" or "wet.inked"))
                    _assembly.Wet(step, told);
                break;
            case "dry" when text[0].Key == "dry.wait":
                _assembly.Dry(step, text[0]);
                break;
            case "prep":
                foreach (var told in text)
                    _assembly.Prepare(told);
                break;
            case "trim":
                foreach (var told in text)
                    _assembly.Trim(step, told);
                break;
            case "mat" or "frame":
                _assembly.Mats(step, text);
                break;
            case "draw" or "lay" or "leave":
                _assembly.Lay(step, text, lines);
                break;
            case "write":
                _assembly.Write(text);
                break;
            case "extras":
                _assembly.Extras(step, text[0]);
                break;
            case "press":
                _assembly.Press(step, text[0]);
                break;
            default:
                break;
        }
    }

    private ProofResult End()
    {
        foreach (var (label, times) in _table.Cut.Where(c => c.Value > 1))
            _table.Fault(null, "twice", Saying.Of("proof.is-cut-times", ("label", label), ("times", times)));
        foreach (var piece in _table.Pieces.Where(p => !_table.Cut.ContainsKey(p.Label)))
            _table.Fault(null, "not-cut", Saying.Of("proof.not-cut", ("piece", piece.Label)));
        _cutting.End();
        _assembly.End();
        var left = _table.Cut.Keys.Where(label => !_table.Used.Contains(label)).ToList();
        foreach (var label in left)
            _table.Fault(null, "left-over", Saying.Of("proof.left-over", ("label", label)));
        return new(_table.Cut.Count, _table.Used.Count, left.Count, _table.Faults) { CutOff = _table.Cut, Unread = _unread };
    }
}
