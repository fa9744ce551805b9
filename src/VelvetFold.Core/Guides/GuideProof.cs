using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>Where a guide fails, and why.</summary>
/// <param name="Step">The number of the step; none where it is about the whole guide.</param>
/// <param name="Code">The kind, in small words joined by dashes; stable, for programs.</param>
public sealed record ProofFault(int? Step, string Code, string Says);

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

    /// <summary>Whether whoever follows it ends with the pages as designed and nothing left over.</summary>
    public bool Holds => Faults.Count == 0;
}

/// <summary>
/// Follows a guide step by step on a virtual table and tells where it fails. It trusts nothing but the steps: what was cut, what lies
/// where, what is free and what is dry comes from them, the numbers from their texts, and only the finished pages are compared with the
/// design.
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
    private readonly HashSet<PaperPart> _sources = [];
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

    private void Fault(Step? step, string code, FormattableString says) =>
        _faults.Add(new(step?.Number, code, says.ToString(CultureInfo.InvariantCulture)));

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
        Compare(step.Text, step.Facts);
        for (var i = 0; i < step.Lines.Count; i++)
            Compare(step.Lines[i], step.LineFacts.ElementAtOrDefault(i) ?? []);

        void Compare(string text, IReadOnlyList<StepFact> facts)
        {
            if (step.Note is { Instead: true })
                return;
            var own = step.Note is { } note && text.EndsWith(note.Words, StringComparison.Ordinal) ? text[..^note.Words.Length] : text;
            if (_numbers.Differs(own, facts) is { } difference)
                Fault(step, "text-differs", $"Step {step.Number} says {difference.Says}, and {difference.Meant} is meant.");
        }
    }

    private void Cut(Step step)
    {
        if (_plan.For(step.Paper ?? "")?.Patterns.ElementAtOrDefault(step.Pattern ?? -1) is not { } pattern)
        {
            Fault(step, "no-sheet", $"Step {step.Number} cuts a sheet that is not in the plan.");
            return;
        }
        if (pattern.From is { } from && !TakeSource(from))
            Fault(step, "not-there-yet", $"Step {step.Number} cuts the {from}, which is not there yet.");
        Programme(step, pattern);
        foreach (var label in step.Pieces)
            _cut[label] = _cut.GetValueOrDefault(label) + 1;
        foreach (var part in pattern.Cuts.SelectMany(c => c.Gives).Where(g => g.Role is PartRole.TearStrip or PartRole.Inside))
            _sources.Add(part);
    }

    private bool TakeSource(PaperPart from) => from.Role == PartRole.OnHand || _sources.Contains(from);

    // The settings in the step, cut on a sheet, give the pieces the step names and nothing else.
    private void Programme(Step step, CutPattern pattern)
    {
        var facts = step.LineFacts.Select(line => line.FirstOrDefault(f => f.Kind == FactKind.Setting)).OfType<StepFact>().ToList();
        if (facts.Count != pattern.Cuts.Count)
        {
            Fault(step, "cut-missing", $"Step {step.Number} makes {facts.Count} cuts, and the sheet takes {pattern.Cuts.Count}.");
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
                    Fault(step, "cut-wrong", $"Step {step.Number} does not give {placement.Piece} as it is planned.");
        }
        catch (InvalidOperationException wrong)
        {
            Fault(step, "cut-wrong", $"Step {step.Number} cannot be cut: {wrong.Message}");
        }
        catch (ArgumentOutOfRangeException)
        {
            Fault(step, "cut-wrong", $"Step {step.Number} sets the fence outside the part in hand.");
        }
        var planned = pattern.Placements.SelectMany(p => p.Labels).Order().ToList();
        if (!planned.SequenceEqual(step.Pieces.Order()))
            Fault(
                step,
                "cut-wrong",
                $"Step {step.Number} names {string.Join(", ", step.Pieces)}, and the sheet gives {string.Join(", ", planned)}."
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
                Fault(step, "laid-already", $"Step {step.Number} is wet work on {label}, which lies there already.");
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
                Fault(step, "not-wet", $"Step {step.Number} waits for {label}, which nothing has been done to yet.");
            else
                Fault(step, "too-short", $"Step {step.Number} gives {label} less time to dry than it needs.");
    }

    private void Trim(Step step)
    {
        foreach (var label in step.Pieces)
        {
            if (Designed(label) is not { } placed || placed.Stack.Photo == placed.Piece.Size)
                Fault(step, "trim-wrong", $"Step {step.Number} trims {label}, which is not trimmed.");
            if (!_trimmed.Add(label))
                Fault(step, "twice", $"Step {step.Number} trims {label} again.");
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
                    Fault(step, "number-wrong", $"Step {step.Number} gives {placed.Label} a measure that it does not have.");
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
                Fault(step, "not-trimmed-yet", $"Step {step.Number} mats {label}, whose photo is not trimmed yet.");
            foreach (var piece in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label && p.Label != label))
                Use(step, piece.Label);
            foreach (var (layer, i) in placed.Stack.Layers.Select((layer, i) => (layer, i)))
            {
                var mat = $"{label} mat{(placed.Stack.Layers.Count > 1 ? $" {i + 1}" : "")}";
                Sizes(step, placed, mat, layer.Size);
                if (
                    step.Facts.FirstOrDefault(f => f.Kind == FactKind.Reveal && f.Piece == mat) is { } reveal
                    && reveal.Length != layer.Mat.Reveal
                )
                    Fault(step, "number-wrong", $"Step {step.Number} lets {mat} show more or less than it does.");
            }
        }
    }

    private void Use(Step step, string piece)
    {
        if (!_cut.ContainsKey(piece))
            Fault(step, "not-cut-yet", $"Step {step.Number} uses {piece}, which is not cut yet.");
        if (!_used.Add(piece))
            Fault(step, "twice", $"Step {step.Number} uses {piece} again.");
    }

    private void Lay(Step step)
    {
        var label = step.Pieces[0];
        if (_layouts.FirstOrDefault(l => l.Layout.Id == step.Layout) is not { } layout || Designed(label) is not { } placed)
        {
            Fault(step, "unknown", $"Step {step.Number} lays {label}, which is not in the kit.");
            return;
        }
        if (_down.ContainsKey(label))
            Fault(step, "twice", $"Step {step.Number} lays {label} again.");
        if (placed.Piece.Kind == PieceKind.Photo)
        {
            foreach (var mat in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label))
                if (!_used.Contains(mat.Label))
                    Fault(step, "not-matted-yet", $"Step {step.Number} lays {label} before {mat.Label} is under it.");
            if (placed.Piece.HasPrint && placed.Stack.Photo != placed.Piece.Size && !_trimmed.Contains(label))
                Fault(step, "not-trimmed-yet", $"Step {step.Number} lays {label}, whose photo is not trimmed yet.");
        }
        else
            foreach (var piece in _pieces.Where(p => $"{p.Layout}-{p.Piece}" == label))
                Use(step, piece.Label);
        if (_drying.ContainsKey(label))
            Fault(step, "still-wet", $"Step {step.Number} lays {label} while it is wet.");
        else if (placed.Piece.DryingMinutes > 0 && !_wetDone.Contains(label))
            Fault(step, "still-wet", $"Step {step.Number} lays {label} before what has to dry was done to it.");
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
                $"Step {step.Number} lays {placed.Label} under {over.Label}, which is stuck already. Lay it before, or leave the edge free."
            );
        }
        foreach (
            var missing in before[placed.Id]
                .Where(id => !_down.ContainsKey($"{layout.Layout.Id}-{id}") && order.IndexOf(id) < order.IndexOf(placed.Id))
        )
            Fault(
                step,
                "nothing-under-it",
                $"Step {step.Number} lays {placed.Label} before {layout.Layout.Id}-{missing}, which lies under it."
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
            var way = axis == Axis.Across ? "from side to side" : "from top to bottom";
            if (starts.Count == 0)
                Fault(step, "no-place", $"Step {step.Number} does not say where {placed.Label} lies {way}.");
            foreach (var start in starts.Distinct())
            {
                if (start == placed.Box.Along(axis).Start)
                    continue;
                var off = _kit.Reading().Format((start - placed.Box.Along(axis).Start).Magnitude);
                Fault(step, "place-wrong", $"Step {step.Number} puts {placed.Label} {off} away from where it is designed.");
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
            Fault(step, "not-there-yet", $"Step {step.Number} measures from {of}, which does not lie there yet.");
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
                Fault(step, "not-free", $"Step {step.Number} sticks down an edge of {edge.Piece} that is not free.");
            if (Designed(edge.Piece) is not { } over || _layouts.FirstOrDefault(l => l.Layout.Id == step.Layout) is not { } layout)
                continue;
            foreach (
                var late in layout.Pieces.Where(p =>
                    !_down.ContainsKey(p.Label)
                    && new[] { p.Piece.Across, p.Piece.Down }.OfType<Tucked>().Any(t => t.Under == over.Id && t.Edge == edge.Edge)
                )
            )
                Fault(step, "tuck-to-come", $"Step {step.Number} sticks down the edge of {edge.Piece} before {late.Label} is under it.");
        }
    }

    private ProofResult End()
    {
        foreach (var (label, times) in _cut.Where(c => c.Value > 1))
            Fault(null, "twice", $"{label} is cut {times} times.");
        foreach (var piece in _pieces.Where(p => !_cut.ContainsKey(p.Label)))
            Fault(null, "not-cut", $"{piece.Label} is never cut.");
        foreach (var layout in _layouts)
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Kind != PieceKind.Printed && !_down.ContainsKey(p.Label)))
            Fault(null, "not-laid", $"{placed.Label} is never laid.");
        foreach (var edge in _free)
            Fault(null, "left-free", $"An edge of {edge.Piece} is never stuck down.");
        var left = _cut.Keys.Where(label => !_used.Contains(label)).ToList();
        foreach (var label in left)
            Fault(null, "left-over", $"{label} is cut and never used.");
        return new(_cut.Count, _used.Count, left.Count, _faults) { CutOff = _cut };
    }
}
