using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>What becomes of a rectangle of paper: it is cut in two, it is a piece, or it is left over.</summary>
public abstract record CutNode(Box Box)
{
    /// <summary>How many cuts it takes.</summary>
    public int Splits => this is SplitNode split ? 1 + split.Off.Splits + split.Rest.Splits : 0;

    /// <summary>This part and all that comes of it, in the order of the cuts.</summary>
    public IEnumerable<CutNode> All()
    {
        var open = new Stack<CutNode>([this]);
        while (open.TryPop(out var node))
        {
            yield return node;
            if (node is not SplitNode split)
                continue;
            open.Push(split.Rest);
            open.Push(split.Off);
        }
    }
}

/// <summary>
/// One cut from edge to edge: the fence lies at an edge of the part in hand, the blade at the setting; what lies between comes off.
/// </summary>
public sealed record SplitNode(Box Box, Edge Fence, CutNode Off, CutNode Rest) : CutNode(Box)
{
    /// <summary>The distance from the fence to the blade.</summary>
    public Length Setting => Off.Box.Along(Fence.Axis()).Extent;

    /// <summary>Cuts a box in two: the part of the given extent at the fence, and the rest.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The setting does not lie inside the box.</exception>
    public static (Box Off, Box Remainder) Halve(Box box, Edge fence, Length setting)
    {
        var rest = box.Along(fence.Axis()).Extent - setting;
        if (!setting.IsPositive || !rest.IsPositive)
            throw new ArgumentOutOfRangeException(nameof(setting), $"A cut at {setting} does not lie inside {box}.");
        return fence switch
        {
            Edge.Left => (box with { Width = setting }, box with { X = box.X + setting, Width = rest }),
            Edge.Right => (box with { X = box.X + rest, Width = setting }, box with { Width = rest }),
            Edge.Top => (box with { Height = setting }, box with { Y = box.Y + setting, Height = rest }),
            _ => (box with { Y = box.Y + rest, Height = setting }, box with { Height = rest }),
        };
    }
}

/// <summary>A piece as it was asked for.</summary>
public sealed record PieceNode(Box Box, Demand Piece, bool Turned) : CutNode(Box);

/// <summary>Paper that no piece needs; the tear strip is one.</summary>
public sealed record OffcutNode(Box Box, bool IsTearStrip = false) : CutNode(Box)
{
    /// <summary>Whether it is worth keeping: at least 2 x 3 in, or 1/2 in wide and 6 in long (common practice, no source).</summary>
    public bool IsUseful =>
        (Box.Size.Shorter >= Length.Inches(2) && Box.Size.Longer >= Length.Inches(3))
        || (Box.Size.Shorter >= Length.Inches(0, 1, 2) && Box.Size.Longer >= Length.Inches(6));
}
