using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>Parts that are cut in half or lose a slice: one half lies here, the other one here, elsewhere or is left.</summary>
internal sealed partial class AssemblyReplay
{
    // Which half a piece was said to be, and halves that were kept, by the piece they were cut beside.
    private readonly Dictionary<string, Edge> _halves = [];
    private readonly Dictionary<string, (string Part, Edge Half)> _halvesKept = [];
    private readonly Dictionary<string, (Edge Edge, Told Off)> _slices = [];

    public void Halve(int step, Told told)
    {
        var label = told["piece"].Text;
        if (_down.ContainsKey(label))
            Fault(step, "laid-already", Saying.Of("proof.by-hand-too-late", ("number", step), ("label", label)));
        if (told.Key == "halve.slice")
        {
            if (!_slices.TryAdd(label, (ProofTable.EdgesOf(told["edges"])[0], told["off"])))
                Fault(step, "twice", Saying.Of("proof.by-hand-again", ("number", step), ("label", label)));
            return;
        }
        var half = HalfOf(told["half"]);
        Is(step, label, told["made"], half);
        if (told.Key == "halve.rest")
        {
            if (!_halvesKept.Remove(told["on"].Text, out var kept) || kept != (told["made"].Text, half))
                Fault(step, "by-hand-missing", Saying.Of("proof.no-half-kept", ("number", step), ("label", label)));
            return;
        }
        // Cut from top to bottom there is a left and a right half.
        if ((told["through"].Key == "way.down") != (half.Axis() == Axis.Across))
            Fault(step, "by-hand-missing", Saying.Of("proof.halved-otherwise", ("number", step), ("label", label)));
        if (told.Key == "halve.two")
        {
            var other = HalfOf(told["other"]);
            Is(step, told["on"].Text, told["made"], other);
            if (other != half.Opposite())
                Fault(step, "by-hand-missing", Saying.Of("proof.halved-otherwise", ("number", step), ("label", told["on"].Text)));
        }
        else
            _halvesKept[label] = (told["made"].Text, half.Opposite());
    }

    private static Edge HalfOf(Told told) => Enum.Parse<Edge>(told.Key.Split('.')[1], ignoreCase: true);

    private void Is(int step, string label, Told made, Edge half)
    {
        if (!_halves.TryAdd(label, half))
            Fault(step, "twice", Saying.Of("proof.by-hand-again", ("number", step), ("label", label)));
        if (
            table.Designed(label)?.Piece.Part is { } use
            && (made["part"].Text, made["sheet"].Text) != (use.Part, table.Kit.PartSheet(use.Sheet)?.Name)
        )
            Fault(step, "by-hand-missing", Saying.Of("proof.halved-otherwise", ("number", step), ("label", label)));
    }

    // Before it is laid it is the half it is meant to be, and its slice is off.
    private void IsCutAsMeant(int step, PlacedPiece placed)
    {
        var (label, use) = (placed.Label, placed.Piece.Part);
        if (use?.Half != (_halves.TryGetValue(label, out var half) ? half : null))
            Fault(step, "by-hand-missing", Saying.Of("proof.halved-otherwise", ("number", step), ("label", label)));
        var sliced = _slices.TryGetValue(label, out var slice);
        if (sliced != use?.Slice is not null || (use?.Slice is { } own && (own.Edge != slice.Edge || !table.Says(slice.Off, own.Off))))
            Fault(step, "by-hand-missing", Saying.Of("proof.halved-otherwise", ("number", step), ("label", label)));
    }
}
