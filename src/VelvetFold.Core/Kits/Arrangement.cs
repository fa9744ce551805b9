using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>How an arrangement puts its members.</summary>
[JsonConverter(typeof(TextEnum<ArrangementKind>))]
public enum ArrangementKind
{
    /// <summary>Between two edges with equal gaps: the outer two first, the others between them.</summary>
    [JsonStringEnumMemberName("evenly")]
    Evenly,

    /// <summary>Beside each other, tops in line.</summary>
    [JsonStringEnumMemberName("row")]
    Row,

    /// <summary>Under each other, left edges in line.</summary>
    [JsonStringEnumMemberName("column")]
    Column,

    /// <summary>In rows of so many, each row as high as its highest, each column as wide as its widest.</summary>
    [JsonStringEnumMemberName("grid")]
    Grid,

    /// <summary>Hexagons of one size in rows of so many, every other row half a hexagon to the right, gutters equal on all six
    /// sides.</summary>
    [JsonStringEnumMemberName("honeycomb")]
    Honeycomb,
}

/// <summary>Pieces that are placed together. Its members' rules say <see cref="Member"/>; pieces may lean on it as on a piece.</summary>
public sealed record Arrangement
{
    /// <summary>Its label within the layout: G1. No piece has the same.</summary>
    public required string Id { get; init; }

    public required ArrangementKind Kind { get; init; }

    /// <summary>The ids of its pieces, from the left or the top.</summary>
    public required IReadOnlyList<string> Members { get; init; }

    public PageSide Side { get; init; }

    /// <summary>Spread evenly: along which axis.</summary>
    public Axis Axis { get; init; }

    /// <summary>Spread evenly: from the start and to the end of the page or of a piece.</summary>
    public Length Start { get; init; }

    public Length End { get; init; }

    /// <summary>Spread evenly: the piece it is spread over; none for the page.</summary>
    public string? Over { get; init; }

    /// <summary>Row, column, grid: the gap between members.</summary>
    public Length Gutter { get; init; }

    /// <summary>Grid, honeycomb: how many stand in a row.</summary>
    public int? Columns { get; init; }

    /// <summary>Honeycomb: whether it is the first row, and every other after it, that stands half a hexagon to the right. A single row
    /// stands where it stands.</summary>
    public bool FirstRowIn { get; init; }

    /// <summary>Honeycomb: whether members that run over the page's edge are meant to, and are trimmed there.</summary>
    public bool Trimmed { get; init; }

    /// <summary>Row, column, grid: where the whole block lies.</summary>
    public AxisRule? Across { get; init; }

    public AxisRule? Down { get; init; }

    /// <summary>Whether it puts its members along an axis; spread evenly does so along one only.</summary>
    public bool Puts(Axis axis) => Kind != ArrangementKind.Evenly || Axis == axis;

    /// <summary>How many members stand beside each other.</summary>
    [JsonIgnore]
    public int InARow =>
        Kind switch
        {
            ArrangementKind.Column => 1,
            ArrangementKind.Grid or ArrangementKind.Honeycomb => Math.Max(1, Columns ?? 1),
            _ => Math.Max(1, Members.Count),
        };

    /// <summary>Where each member of a row, column, grid or honeycomb begins, from the block's own start.</summary>
    public IReadOnlyList<Length> Starts(Axis axis, IReadOnlyList<Size> sizes)
    {
        if (Kind == ArrangementKind.Honeycomb)
            return [.. sizes.Select((_, i) => HoneycombStart(axis, i, sizes[0]))];
        var lanes = Lanes(axis, sizes);
        return [.. sizes.Select((_, i) => lanes[Lane(axis, i)].Start)];
    }

    /// <summary>How long the whole block is along an axis.</summary>
    public Length Extent(Axis axis, IReadOnlyList<Size> sizes) =>
        Starts(axis, sizes).Zip(sizes, (start, size) => start + size.Along(axis)).Max();

    // Every other row stands half a hexagon and half a gutter to the right. Rows interlock: from one to the next it is three quarters of a
    // hexagon's height and, so that the slanted gutters are as wide as the upright ones, sqrt(3)/2 of the gutter, to the nearest tick.
    private Length HoneycombStart(Axis axis, int index, Size hexagon)
    {
        var (row, column) = (index / InARow, index % InARow);
        if (axis == Axis.Across)
            return (hexagon.Width + Gutter) * column
                + (row % 2 == 1 != (FirstRowIn && Members.Count > InARow) ? (hexagon.Width + Gutter).Half : Length.Zero);
        return new(row * (hexagon.Height.Ticks * 3 / 4 + (long)Math.Round(Gutter.Ticks * Math.Sqrt(3) / 2)));
    }

    private int Lane(Axis axis, int index) => axis == Axis.Across ? index % InARow : index / InARow;

    // The lanes (columns across, rows down): each as wide as its widest member.
    private List<Span> Lanes(Axis axis, IReadOnlyList<Size> sizes)
    {
        var lanes = new List<Span>();
        var at = Length.Zero;
        for (var lane = 0; lane <= sizes.Select((_, i) => Lane(axis, i)).Max(); lane++)
        {
            var extent = sizes.Where((_, i) => Lane(axis, i) == lane).Max(s => s.Along(axis));
            lanes.Add(new(at, extent));
            at += extent + Gutter;
        }
        return lanes;
    }

    /// <summary>
    /// The gaps between members spread evenly over a stretch: they add up exactly, each a whole number of ruler steps where the room is;
    /// where they cannot be equal, the first ones take a step more. Null where there is no room.
    /// </summary>
    public static IReadOnlyList<Length>? Gaps(Length room, IReadOnlyList<Length> extents, Length ruler)
    {
        if (extents.Count < 2)
            return [];
        var left = extents.Aggregate(room, (rest, e) => rest - e);
        return left < Length.Zero ? null : left.Share(extents.Count - 1, ruler);
    }
}
