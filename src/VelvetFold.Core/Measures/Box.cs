using System.Text.Json.Serialization;

namespace VelvetFold.Core.Measures;

/// <summary>The two directions of a page: across from left to right, down from top to bottom.</summary>
[JsonConverter(typeof(TextEnum<Axis>))]
public enum Axis
{
    [JsonStringEnumMemberName("across")]
    Across,

    [JsonStringEnumMemberName("down")]
    Down,
}

/// <summary>An edge of a page, a sheet or a piece.</summary>
[JsonConverter(typeof(TextEnum<Edge>))]
public enum Edge
{
    [JsonStringEnumMemberName("left")]
    Left,

    [JsonStringEnumMemberName("top")]
    Top,

    [JsonStringEnumMemberName("right")]
    Right,

    [JsonStringEnumMemberName("bottom")]
    Bottom,
}

/// <summary>What edges have to do with each other.</summary>
public static class Edges
{
    /// <summary>All four, clockwise from the left.</summary>
    public static readonly IReadOnlyList<Edge> All = [Edge.Left, Edge.Top, Edge.Right, Edge.Bottom];

    /// <summary>The axis along which a distance from this edge is measured: across for left and right, down for top and bottom.</summary>
    public static Axis Axis(this Edge edge) => edge is Edge.Left or Edge.Right ? Measures.Axis.Across : Measures.Axis.Down;

    /// <summary>Whether the edge lies where its axis begins: left or top.</summary>
    public static bool IsStart(this Edge edge) => edge is Edge.Left or Edge.Top;

    /// <summary>The edge on the other side.</summary>
    public static Edge Opposite(this Edge edge) => (Edge)(((int)edge + 2) % 4);

    /// <summary>The edge's name in small letters: left, top, right, bottom.</summary>
    public static string Word(this Edge edge) =>
        edge switch
        {
            Edge.Left => "left",
            Edge.Top => "top",
            Edge.Right => "right",
            _ => "bottom",
        };
}

/// <summary>A stretch along one axis: from <paramref name="Start"/> over <paramref name="Extent"/>.</summary>
public readonly record struct Span(Length Start, Length Extent)
{
    /// <summary>Where the stretch ends.</summary>
    public Length End => Start + Extent;
}

/// <summary>A rectangle with its sides along the axes: x to the right, y down, from the top left corner.</summary>
[method: JsonConstructor]
public readonly record struct Box(Length X, Length Y, Length Width, Length Height)
{
    /// <summary>A box of that size with the same middle.</summary>
    public Box Centred(Size size) => new(X + (Width - size.Width).Half, Y + (Height - size.Height).Half, size);

    public Box(Length x, Length y, Size size)
        : this(x, y, size.Width, size.Height) { }

    public Box(Span across, Span down)
        : this(across.Start, down.Start, across.Extent, down.Extent) { }

    [JsonIgnore]
    public Length Right => X + Width;

    [JsonIgnore]
    public Length Bottom => Y + Height;

    [JsonIgnore]
    public Size Size => new(Width, Height);

    /// <summary>Where an edge lies on its axis.</summary>
    public Length At(Edge edge) =>
        edge switch
        {
            Edge.Left => X,
            Edge.Top => Y,
            Edge.Right => Right,
            _ => Bottom,
        };

    /// <summary>The stretch it covers along an axis.</summary>
    public Span Along(Axis axis) => axis == Axis.Across ? new(X, Width) : new(Y, Height);

    /// <summary>Moved by two distances.</summary>
    public Box Moved(Length across, Length down) => this with { X = X + across, Y = Y + down };

    /// <summary>Whether the other lies wholly inside, edges included.</summary>
    public bool Contains(Box other) => other.X >= X && other.Y >= Y && other.Right <= Right && other.Bottom <= Bottom;

    /// <summary>Whether the two share any paper; touching edges do not.</summary>
    public bool Overlaps(Box other) => X < other.Right && other.X < Right && Y < other.Bottom && other.Y < Bottom;

    /// <summary>What the two share, or null where they share no paper.</summary>
    public Box? Intersect(Box other)
    {
        if (!Overlaps(other))
            return null;
        var (x, y) = (Length.Max(X, other.X), Length.Max(Y, other.Y));
        return new(x, y, Length.Min(Right, other.Right) - x, Length.Min(Bottom, other.Bottom) - y);
    }

    /// <summary>The box with so much more on each side.</summary>
    public Box Widened(Length by) => new(X - by, Y - by, Width + by * 2, Height + by * 2);

    /// <summary>Smaller by a border on every side, or larger where it is negative; null where nothing would be left.</summary>
    public Box? Inset(Length border) => Size.Grown(-border) is { } size ? new Box(X + border, Y + border, size) : null;

    public override string ToString() => $"{Width} x {Height} at {X}, {Y}";
}
