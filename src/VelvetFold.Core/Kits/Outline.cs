using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>The kind of an outline.</summary>
[JsonConverter(typeof(TextEnum<OutlineKind>))]
public enum OutlineKind
{
    [JsonStringEnumMemberName("rectangle")]
    Rectangle,

    /// <summary>A circle as wide as the piece.</summary>
    [JsonStringEnumMemberName("circle")]
    Circle,

    /// <summary>An oval that touches all four sides.</summary>
    [JsonStringEnumMemberName("oval")]
    Oval,

    /// <summary>A regular hexagon with two points up and down; its width is the distance between two flats.</summary>
    [JsonStringEnumMemberName("hexagon")]
    Hexagon,

    /// <summary>Points of one's own.</summary>
    [JsonStringEnumMemberName("template")]
    Template,
}

/// <summary>A corner of a template, from the top left of the piece.</summary>
[method: JsonConstructor]
public readonly record struct OutlinePoint(Length X, Length Y);

/// <summary>The outline of a piece within its box.</summary>
public sealed record Outline
{
    public OutlineKind Kind { get; init; }

    /// <summary>The corners of a template, in order; at least three.</summary>
    public IReadOnlyList<OutlinePoint> Points { get; init; } = [];

    /// <summary>The box that points span.</summary>
    /// <exception cref="InvalidOperationException">There are no points.</exception>
    public static Box Bounds(IReadOnlyList<OutlinePoint> points)
    {
        var (x, y) = (points.Min(p => p.X), points.Min(p => p.Y));
        return new(x, y, points.Max(p => p.X) - x, points.Max(p => p.Y) - y);
    }

    /// <summary>Twice the area that points enclose, in square ticks; exact (the shoelace formula).</summary>
    public static Int128 TwiceArea(IReadOnlyList<OutlinePoint> points)
    {
        var sum = Int128.Zero;
        for (var i = 0; i < points.Count; i++)
        {
            var (a, b) = (points[i], points[(i + 1) % points.Count]);
            sum += (Int128)a.X.Ticks * b.Y.Ticks - (Int128)b.X.Ticks * a.Y.Ticks;
        }
        return sum < 0 ? -sum : sum;
    }

    /// <summary>
    /// The area of a piece of that size within this outline, in square inches: of a circle or an oval pi/4 of its box, of a hexagon three
    /// quarters, of a template what its points enclose.
    /// </summary>
    public static double SquareInches(Outline? outline, Size size)
    {
        const double squareTicks = (double)Length.TicksPerInch * Length.TicksPerInch;
        var box = (double)size.Area / squareTicks;
        return outline?.Kind switch
        {
            OutlineKind.Circle or OutlineKind.Oval => box * Math.PI / 4,
            OutlineKind.Hexagon => box * 3 / 4,
            OutlineKind.Template when outline.Points.Count >= 3 => (double)TwiceArea(outline.Points) / 2 / squareTicks,
            _ => box,
        };
    }

    /// <summary>
    /// The height of a regular hexagon of so many ticks from flat to flat, points up and down: width x 2/sqrt(3), to the nearest tick.
    /// </summary>
    public static Length HexagonHeight(Length width) => new((long)Math.Round(width.Ticks * (2 / Math.Sqrt(3))));

    /// <summary>The corners of a box, from the top left one clockwise.</summary>
    public static IReadOnlyList<OutlinePoint> Rectangle(Box box) =>
        [new(box.X, box.Y), new(box.Right, box.Y), new(box.Right, box.Bottom), new(box.X, box.Bottom)];

    /// <summary>The corners of a hexagon in its box, from the upper point clockwise: its upright sides are the middle half of its
    /// height.</summary>
    public static IReadOnlyList<OutlinePoint> Hexagon(Box box)
    {
        var (middle, quarter) = (box.X + box.Width.Half, box.Height.Half.Half);
        return
        [
            new(middle, box.Y),
            new(box.Right, box.Y + quarter),
            new(box.Right, box.Bottom - quarter),
            new(middle, box.Bottom),
            new(box.X, box.Bottom - quarter),
            new(box.X, box.Y + quarter),
        ];
    }

    /// <summary>
    /// Whether two convex outlines lie over each other by more than a hair (8 ticks, 1/1000 mm, which rounding to ticks can make): no
    /// line along a side of either parts them (the separating axis theorem).
    /// </summary>
    public static bool Overlap(IReadOnlyList<OutlinePoint> one, IReadOnlyList<OutlinePoint> other)
    {
        foreach (var outline in new[] { one, other })
            for (var i = 0; i < outline.Count; i++)
            {
                var (a, b) = (outline[i], outline[(i + 1) % outline.Count]);
                var (x, y) = ((double)(b.Y - a.Y).Ticks, (double)(a.X - b.X).Ticks);
                double Reach(OutlinePoint p) => p.X.Ticks * x + p.Y.Ticks * y;
                var hair = 8 * Math.Sqrt(x * x + y * y);
                if (one.Max(Reach) - hair <= other.Min(Reach) || other.Max(Reach) - hair <= one.Min(Reach))
                    return false;
            }
        return true;
    }
}
