using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
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
/// Follows a guide step by step on a virtual table and tells where it fails. It goes by nothing but the steps: what was cut, what lies
/// where, what is free and what is dry comes from them, the numbers from their texts, and only the finished pages are compared with the
/// design. Paper that a step takes is used up. Two things it does not prove: what the parts of a sheet are called comes from the plan, and
/// a sentence of the designer's own in place of ours is not read, but named.
/// </summary>
public sealed class GuideProof
{
    private readonly Kit _kit;
    private readonly IReadOnlyList<ResolvedLayout> _layouts;
    private readonly IReadOnlyList<CutPiece> _pieces;
    private readonly CutPlan _plan;
    private readonly TextNumbers _numbers;
    private readonly List<ProofFault> _faults = [];
    private readonly Dictionary<string, int> _cut = [];
    private readonly Dictionary<(string Paper, PaperPart Part), int> _sources = [];
    private readonly List<int> _unread = [];
    private readonly HashSet<string> _used = [];
    private readonly Dictionary<string, Box> _down = [];
    private readonly HashSet<FreeEdge> _free = [];
    private readonly Dictionary<string, int> _drying = [];
    private readonly HashSet<string> _wetDone = [];
    private readonly HashSet<string> _trimmed = [];
    private readonly Dictionary<string, IReadOnlyDictionary<string, IReadOnlySet<string>>> _before = [];

    private GuideProof(Kit kit, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan) =>
        (_kit, _layouts, _pieces, _plan, _numbers) = (kit, layouts, pieces, plan, new(kit));

    /// <summary>Follows the steps.</summary>
    public static ProofResult Replay(
        Kit kit,
        IReadOnlyList<ResolvedLayout> layouts,
        IReadOnlyList<CutPiece> pieces,
        CutPlan plan,
        IReadOnlyList<Step> steps
    )
    {
        var proof = new GuideProof(kit, layouts, pieces, plan);
        foreach (var piece in pieces.Where(p => p.By == CutBy.Host))
            proof._cut[piece.Label] = 1;
        foreach (var step in steps)
            proof.Follow(step);
        return proof.End();
    }

    private void Fault(Step? step, string code, Saying says) => _faults.Add(new(step?.Number, code, says));

    private void Follow(Step step)
    {
        ReadBack(step);
        switch (step.Kind)
        {
            case StepKind.Cut:
                Cut(step);
                break;
            case StepKind.Wet:
                Wet(step);
                break;
            case StepKind.Dry:
                Dry(step);
                break;
            case StepKind.Trim:
                Trim(step);
                break;
            case StepKind.Mat or StepKind.Frame:
                Mat(step);
                break;
            case StepKind.Lay:
                Lay(step);
                break;
            case StepKind.Press:
                Press(step);
                break;
            default:
                break;
        }
    }

    // Every number in the text is the one that is meant, and in the same order.
    private void ReadBack(Step step)
    {
        // The designer's own sentence in place of ours has no numbers that are known to be meant.
        if (step.Note is { Instead: true })
            _unread.Add(step.Number);
        else
            Compare(step.Text, step.Facts);
        for (var i = 0; i < step.Lines.Count; i++)
            Compare(step.Lines[i], step.LineFacts.ElementAtOrDefault(i) ?? []);

        void Compare(string text, IReadOnlyList<StepFact> facts)
        {
            var own = step.Note is { } note && text.EndsWith(note.Words, StringComparison.Ordinal) ? text[..^note.Words.Length] : text;
            if (_numbers.Differs(own, facts) is { } difference)
                Fault(
                    step,
                    "text-differs",
                    Saying.Of("proof.text-differs", ("number", step.Number), ("difference", difference.Says), ("meant", difference.Meant))
                );
        }
    }

    private void Cut(Step step)
    {
        if (_plan.For(step.Paper ?? "")?.Patterns.ElementAtOrDefault(step.Pattern ?? -1) is not { } pattern)
        {
            Fault(step, "no-sheet", Saying.Of("proof.no-sheet", ("number", step.Number)));
            return;
        }
        if (pattern.From is { } from && !TakeSource(pattern.Sheet, from))
            Fault(step, "not-there-yet", Saying.Of("proof.not-there-yet", ("number", step.Number), ("part", from)));
        Programme(step, pattern);
        foreach (var label in step.Pieces)
            _cut[label] = _cut.GetValueOrDefault(label) + 1;
        foreach (var part in pattern.Cuts.SelectMany(c => c.Gives).Where(g => g.Role is PartRole.TearStrip or PartRole.Inside))
            _sources[(pattern.Sheet, part)] = _sources.GetValueOrDefault((pattern.Sheet, part)) + 1;
    }

    // Each is used up once: what earlier steps have set free, and offcuts on hand as many as there are.
    private bool TakeSource(string paper, PaperPart from)
    {
        if (from.Role == PartRole.OnHand)
            _sources.TryAdd((paper, from), _kit.Paper(paper)?.Offcuts.ElementAtOrDefault(from.Number - 1)?.Count ?? 0);
        if (_sources.GetValueOrDefault((paper, from)) <= 0)
            return false;
        _sources[(paper, from)]--;
        return true;
    }

    // The settings in the step, cut on a sheet, give the pieces the step names and nothing else.
    private void Programme(Step step, CutPattern pattern)
    {
        var facts = step.LineFacts.Select(line => line.FirstOrDefault(f => f.Kind == FactKind.Setting)).OfType<StepFact>().ToList();
        if (facts.Count != pattern.Cuts.Count)
        {
            Fault(
                step,
                "cut-missing",
                Saying.Of("proof.cut-missing", ("number", step.Number), ("facts", facts.Count), ("cuts", pattern.Cuts.Count))
            );
            return;
        }
        try
        {
            var parts = pattern.Cuts.Select(c => c.Part).DistinctBy(p => p.Text).ToDictionary(p => p.Text);
            // The lines' own settings, edges and order of parts; only what the parts are called comes from the plan.
            var cuts = pattern
                .Cuts.Select(
                    (cut, i) =>
                        cut with
                        {
                            Part = parts.GetValueOrDefault(facts[i].Piece ?? "") ?? cut.Part,
                            Setting = facts[i].Length ?? cut.Setting,
                            Fence = facts[i].Edge ?? cut.Fence,
                            Plunge = cut.Plunge is null ? null : PlungeOf(step.LineFacts[i]) ?? cut.Plunge,
                        }
                )
                .ToList();
            var table = TrimmerProgramme.Replay(pattern.Root.Box.Size, cuts);
            foreach (var placement in pattern.Placements.Where(_ => pattern.Cuts.Any(c => c.Plunge is null)))
                if (!table.TryGetValue(placement.Piece, out var boxes) || !boxes.Contains(placement.Box))
                    Fault(step, "cut-wrong", Saying.Of("proof.not-as-planned", ("number", step.Number), ("piece", placement.Piece)));
        }
        catch (InvalidOperationException wrong)
        {
            Fault(step, "cut-wrong", Saying.Of("proof.cannot-be-cut", ("number", step.Number), ("why", Saying.Plain(wrong.Message))));
        }
        catch (ArgumentOutOfRangeException)
        {
            Fault(step, "cut-wrong", Saying.Of("proof.fence-outside", ("number", step.Number)));
        }
        var planned = pattern.Placements.SelectMany(p => p.Labels).Order().ToList();
        if (!planned.SequenceEqual(step.Pieces.Order()))
            Fault(
                step,
                "cut-wrong",
                Saying.Of("proof.other-pieces", ("number", step.Number), ("pieces", step.Pieces), ("planned", planned))
            );
    }

    private static PlungeCut? PlungeOf(IReadOnlyList<StepFact> facts) =>
        facts.FirstOrDefault(f => f.Kind == FactKind.PlungeStart)?.Length is { } start
        && facts.FirstOrDefault(f => f.Kind == FactKind.PlungeEnd)?.Length is { } end
            ? new(start, end)
            : null;

    private PlacedPiece? Designed(string label) => _layouts.SelectMany(l => l.Pieces).FirstOrDefault(p => p.Label == label);

    private void Wet(Step step)
    {
        foreach (var label in step.Pieces)
        {
            if (_down.ContainsKey(label))
                Fault(step, "laid-already", Saying.Of("proof.laid-already", ("number", step.Number), ("label", label)));
            _drying[label] = step.Minutes ?? 0;
            _wetDone.Add(label);
        }
    }

    private void Dry(Step step)
    {
        foreach (var label in step.Pieces)
            if (
                _drying.TryGetValue(label, out var minutes)
                && (step.Minutes ?? 0) >= minutes
                && minutes >= (Designed(label)?.Piece.DryingMinutes ?? 0)
            )
                _drying.Remove(label);
            else if (!_drying.ContainsKey(label))
                Fault(step, "not-wet", Saying.Of("proof.not-wet", ("number", step.Number), ("label", label)));
            else
                Fault(step, "too-short", Saying.Of("proof.too-short", ("number", step.Number), ("label", label)));
    }

    private void Trim(Step step)
    {
        foreach (var label in step.Pieces)
        {
            if (Designed(label) is not { } placed || placed.Stack.Photo == placed.Piece.Size)
                Fault(step, "trim-wrong", Saying.Of("proof.trim-wrong", ("number", step.Number), ("label", label)));
            if (!_trimmed.Add(label))
                Fault(step, "twice", Saying.Of("proof.step-trims-again", ("number", step.Number), ("label", label)));
        }
        if (Designed(step.Pieces[0]) is { } first)
            Sizes(step, first, $"{first.Label} photo", first.Stack.Photo, first.Piece.Size);
    }

    private void Sizes(Step step, PlacedPiece placed, string label, Size size, Size? stock = null)
    {
        void Check(FactKind kind, string of, Length? meant)
        {
            foreach (var fact in step.Facts.Where(f => f.Kind == kind && f.Piece == of))
                if (fact.Length != meant)
                    Fault(step, "number-wrong", Saying.Of("proof.number-wrong", ("number", step.Number), ("placed", placed.Label)));
        }
        Check(FactKind.Width, label, size.Width);
        Check(FactKind.Height, label, size.Height);
        if (stock is not { } brought)
            return;
        Check(FactKind.StockWidth, placed.Label, brought.Width);
        Check(FactKind.StockHeight, placed.Label, brought.Height);
    }

    private void Mat(Step step)
    {
        foreach (var label in step.Pieces)
        {
            if (Designed(label) is not { } placed)
                continue;
            if (placed.Piece.HasPrint && placed.Stack.Photo != placed.Piece.Size && !_trimmed.Contains(label))
                Fault(step, "not-trimmed-yet", Saying.Of("proof.not-trimmed-yet", ("number", step.Number), ("label", label)));
            foreach (var piece in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label && p.Label != label))
                Use(step, piece.Label);
            foreach (var (layer, i) in placed.Stack.Layers.Select((layer, i) => (layer, i)))
            {
                var mat = MatStack.LabelOf(label, i, placed.Stack.Layers.Count);
                Sizes(step, placed, mat, layer.Size);
                if (
                    step.Facts.FirstOrDefault(f => f.Kind == FactKind.Reveal && f.Piece == mat) is { } reveal
                    && reveal.Length != layer.Mat.Reveal
                )
                    Fault(step, "number-wrong", Saying.Of("proof.shows-otherwise", ("number", step.Number), ("mat", mat)));
            }
        }
    }

    private void Use(Step step, string piece)
    {
        if (!_cut.ContainsKey(piece))
            Fault(step, "not-cut-yet", Saying.Of("proof.not-cut-yet", ("number", step.Number), ("piece", piece)));
        if (!_used.Add(piece))
            Fault(step, "twice", Saying.Of("proof.step-uses-again", ("number", step.Number), ("piece", piece)));
    }

    private void Lay(Step step)
    {
        var label = step.Pieces[0];
        if (_layouts.FirstOrDefault(l => l.Layout.Id == step.Layout) is not { } layout || Designed(label) is not { } placed)
        {
            Fault(step, "unknown", Saying.Of("proof.step-lays-which-is", ("number", step.Number), ("label", label)));
            return;
        }
        if (_down.ContainsKey(label))
            Fault(step, "twice", Saying.Of("proof.step-lays-again", ("number", step.Number), ("label", label)));
        if (placed.Piece.Kind == PieceKind.Photo)
        {
            foreach (var mat in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label))
                if (!_used.Contains(mat.Label))
                    Fault(
                        step,
                        "not-matted-yet",
                        Saying.Of("proof.not-matted-yet", ("number", step.Number), ("label", label), ("mat", mat.Label))
                    );
            if (placed.Piece.HasPrint && placed.Stack.Photo != placed.Piece.Size && !_trimmed.Contains(label))
                Fault(step, "not-trimmed-yet", Saying.Of("proof.laid-untrimmed", ("number", step.Number), ("label", label)));
        }
        else
            foreach (var piece in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label))
                Use(step, piece.Label);
        if (_drying.ContainsKey(label))
            Fault(step, "still-wet", Saying.Of("proof.still-wet", ("number", step.Number), ("label", label)));
        else if (placed.Piece.DryingMinutes > 0 && !_wetDone.Contains(label))
            Fault(step, "still-wet", Saying.Of("proof.laid-before-wet-work", ("number", step.Number), ("label", label)));
        Under(step, layout, placed);
        Sizes(step, placed, label, placed.Box.Size);
        _down[label] = Place(step, layout, placed);
        foreach (var edge in step.Edges)
            _free.Add(edge);
    }

    // Nothing goes under what lies stuck already, but under an edge that is free for it.
    private void Under(Step step, ResolvedLayout layout, PlacedPiece placed)
    {
        if (!_before.TryGetValue(layout.Layout.Id, out var before))
            _before[layout.Layout.Id] = before = LayOrder.Before(layout);
        var order = layout.Pieces.Select(p => p.Id).ToList();
        foreach (
            var over in layout.Pieces.Where(p =>
                _down.ContainsKey(p.Label)
                && p.Id != placed.Id
                && p.Box.Overlaps(placed.Box)
                && order.IndexOf(p.Id) > order.IndexOf(placed.Id)
            )
        )
        {
            var tucks = new[] { placed.Piece.Across, placed.Piece.Down }.OfType<Tucked>().Where(t => t.Under == over.Id).ToList();
            if (tucks.Count > 0 && tucks.TrueForAll(t => _free.Contains(new(over.Label, t.Edge))))
                continue;
            Fault(
                step,
                "under-what-is-stuck",
                Saying.Of("proof.under-what-is-stuck", ("number", step.Number), ("placed", placed.Label), ("over", over.Label))
            );
        }
        foreach (
            var missing in before[placed.Id]
                .Where(id => !_down.ContainsKey($"{layout.Layout.Id}-{id}") && order.IndexOf(id) < order.IndexOf(placed.Id))
        )
            Fault(
                step,
                "nothing-under-it",
                Saying.Of(
                    "proof.nothing-under-it",
                    ("number", step.Number),
                    ("placed", placed.Label),
                    ("layout", layout.Layout.Id),
                    ("missing", missing)
                )
            );
    }

    // Where the step's own measurements put it, from what lies on the table; the design is only compared with.
    private Box Place(Step step, ResolvedLayout layout, PlacedPiece placed)
    {
        var box = placed.Box;
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        {
            var starts = step
                .Facts.Where(f => f.Piece == placed.Label && f.Edge?.Axis() == axis)
                .Select(f => Start(step, layout, placed, f))
                .OfType<Length>()
                .ToList();
            var way = axis == Axis.Across ? Saying.Of("proof.from-side-to-side") : Saying.Of("proof.from-top-to-bottom");
            if (starts.Count == 0)
                Fault(step, "no-place", Saying.Of("proof.no-place", ("number", step.Number), ("placed", placed.Label), ("way", way)));
            foreach (var start in starts.Distinct())
            {
                if (start == placed.Box.Along(axis).Start)
                    continue;
                var off = _kit.Reading().Format((start - placed.Box.Along(axis).Start).Magnitude);
                Fault(step, "place-wrong", Saying.Of("proof.place-wrong", ("number", step.Number), ("placed", placed.Label), ("off", off)));
                box = axis == Axis.Across ? box with { X = start } : box with { Y = start };
            }
        }
        return box;
    }

    private Length? Start(Step step, ResolvedLayout layout, PlacedPiece placed, StepFact fact)
    {
        if (fact is not { Length: { } by, Edge: { } edge })
            return null;
        var (axis, atStart) = (edge.Axis(), edge.IsStart());
        var extent = placed.Box.Along(axis).Extent;
        var page = layout.Layout.PageBox(placed.Piece.Side).Along(axis);
        if (fact.Of is { } of && !_down.ContainsKey(of))
        {
            Fault(step, "not-there-yet", Saying.Of("proof.not-lying-yet", ("number", step.Number), ("of", of)));
            return null;
        }
        var on = fact.Of is { } other ? _down[other].Along(axis) : page;
        return fact.Kind switch
        {
            FactKind.FromPage or FactKind.Inside => atStart ? on.Start + by : on.End - by - extent,
            FactKind.Over => atStart ? page.Start - by : page.End + by - extent,
            FactKind.Gap => atStart ? on.Start - by - extent : on.End + by,
            FactKind.Under => atStart ? on.Start + by - extent : on.End - by,
            // In the page the number is what is left free on each side; in a piece half of what is left over.
            FactKind.Centred => fact.Of is null ? page.Start + by : on.Start + (on.Extent - extent).Half,
            _ => null,
        };
    }

    private void Press(Step step)
    {
        foreach (var edge in step.Edges)
        {
            if (!_free.Remove(edge))
                Fault(step, "not-free", Saying.Of("proof.not-free", ("number", step.Number), ("piece", edge.Piece)));
            if (Designed(edge.Piece) is not { } over || _layouts.FirstOrDefault(l => l.Layout.Id == step.Layout) is not { } layout)
                continue;
            foreach (
                var late in layout.Pieces.Where(p =>
                    !_down.ContainsKey(p.Label)
                    && new[] { p.Piece.Across, p.Piece.Down }.OfType<Tucked>().Any(t => t.Under == over.Id && t.Edge == edge.Edge)
                )
            )
                Fault(
                    step,
                    "tuck-to-come",
                    Saying.Of("proof.tuck-to-come", ("number", step.Number), ("piece", edge.Piece), ("late", late.Label))
                );
        }
    }

    private ProofResult End()
    {
        foreach (var (label, times) in _cut.Where(c => c.Value > 1))
            Fault(null, "twice", Saying.Of("proof.is-cut-times", ("label", label), ("times", times)));
        foreach (var piece in _pieces.Where(p => !_cut.ContainsKey(p.Label)))
            Fault(null, "not-cut", Saying.Of("proof.not-cut", ("piece", piece.Label)));
        foreach (var layout in _layouts)
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Kind != PieceKind.Printed && !_down.ContainsKey(p.Label)))
            Fault(null, "not-laid", Saying.Of("proof.not-laid", ("placed", placed.Label)));
        foreach (var edge in _free)
            Fault(null, "left-free", Saying.Of("proof.left-free", ("piece", edge.Piece)));
        var left = _cut.Keys.Where(label => !_used.Contains(label)).ToList();
        foreach (var label in left)
            Fault(null, "left-over", Saying.Of("proof.left-over", ("label", label)));
        return new(_cut.Count, _used.Count, left.Count, _faults) { CutOff = _cut, Unread = _unread };
    }
}
