namespace VelvetFold.Core.Measures;

/// <summary>A width and a height, neither negative.</summary>
public readonly record struct Size
{
    /// <exception cref="ArgumentOutOfRangeException">The width or the height is negative.</exception>
    public Size(Length width, Length height)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(width.Ticks, nameof(width));
        ArgumentOutOfRangeException.ThrowIfNegative(height.Ticks, nameof(height));
        (Width, Height) = (width, height);
    }

    /// <summary>What was typed as a width and a height; null where one of them is negative, so that nobody has to catch it.</summary>
    public static Size? Of(Length width, Length height) => width < Length.Zero || height < Length.Zero ? null : new(width, height);

    /// <summary>From the left edge to the right.</summary>
    public Length Width { get; }

    /// <summary>From the top edge to the bottom.</summary>
    public Length Height { get; }

    /// <summary>The same size turned a quarter.</summary>
    public Size Turned => new(Height, Width);

    /// <summary>The same size, turned where that is how the other lies; a square one tells nothing.</summary>
    public Size LyingAs(Size other) =>
        (Width < Height && other.Width > other.Height) || (Width > Height && other.Width < other.Height) ? Turned : this;

    /// <summary>Whether it holds paper at all: both sides more than nothing.</summary>
    public bool IsReal => Width.IsPositive && Height.IsPositive;

    /// <summary>The longer of the two sides.</summary>
    public Length Longer => Length.Max(Width, Height);

    /// <summary>The shorter of the two sides.</summary>
    public Length Shorter => Length.Min(Width, Height);

    /// <summary>The area in square ticks; exact, and far from overflow for anything on a table.</summary>
    public Int128 Area => (Int128)Width.Ticks * Height.Ticks;

    /// <summary>Larger by <paramref name="border"/> on every side, or smaller where it is negative; null where nothing would be
    /// left.</summary>
    public Size? Grown(Length border)
    {
        var (w, h) = (Width + border * 2, Height + border * 2);
        return w.IsPositive && h.IsPositive ? new Size(w, h) : null;
    }

    /// <summary>Whether this fits into the other as it stands.</summary>
    public bool FitsIn(Size other) => Width <= other.Width && Height <= other.Height;

    /// <summary>The length of the side that runs along an axis.</summary>
    public Length Along(Axis axis) => axis == Axis.Across ? Width : Height;

    /// <summary>The parts it is cut apart in, at marks along an axis in order, each more than 0 and less than its side. One part where
    /// there are none.</summary>
    public IReadOnlyList<Size> Apart(Axis axis, IReadOnlyList<Length> marks)
    {
        var (size, edges) = (this, (Length[])[Length.Zero, .. marks, Along(axis)]);
        return
        [
            .. edges.Zip(
                edges.Skip(1),
                (start, end) => axis == Axis.Across ? new Size(end - start, size.Height) : new Size(size.Width, end - start)
            ),
        ];
    }

    public override string ToString() => $"{Width} x {Height}";
}
