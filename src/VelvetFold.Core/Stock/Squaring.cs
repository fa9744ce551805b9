using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>A sliver cut off the left and the upper edge of a sheet before anything else is cut from it, so that its corner is true; or
/// off all four edges, where they are worn.</summary>
public sealed record Squaring
{
    public required Length Width { get; init; }

    /// <summary>Off all four edges rather than two.</summary>
    public bool AllRound { get; init; }
}

/// <summary>What comes off a sheet before pieces are cut from it: its tear strip, then the slivers that square it.</summary>
public sealed record SheetTrims(TearStrip? TearStrip, Squaring? Squaring)
{
    /// <summary>The strips that come off, in the order they are cut; only the first can be a tear strip.</summary>
    public IEnumerable<(Edge Edge, Length Width, bool IsTearStrip)> Strips
    {
        get
        {
            if (TearStrip is { } tear)
                yield return (tear.Edge, tear.Width, true);
            if (Squaring is not { } squaring)
                yield break;
            foreach (var edge in squaring.AllRound ? [Edge.Left, Edge.Top, Edge.Right, Edge.Bottom] : new[] { Edge.Left, Edge.Top })
                yield return (edge, squaring.Width, false);
        }
    }

    /// <summary>The part of a sheet that pieces may be cut from. Not of a real size where the strips are wider than the sheet.</summary>
    public Box Usable(Size sheet) =>
        Strips.Aggregate(
            new Box(Length.Zero, Length.Zero, sheet),
            (box, strip) =>
                strip.Edge switch
                {
                    Edge.Left => box with { X = box.X + strip.Width, Width = box.Width - strip.Width },
                    Edge.Right => box with { Width = box.Width - strip.Width },
                    Edge.Top => box with { Y = box.Y + strip.Width, Height = box.Height - strip.Width },
                    _ => box with { Height = box.Height - strip.Width },
                }
        );
}
