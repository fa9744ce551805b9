using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Drawing;

/// <summary>What a mark on a picture is there for; a renderer decides how that looks.</summary>
[JsonConverter(typeof(TextEnum<Role>))]
public enum Role
{
    [JsonStringEnumMemberName("page")]
    Page,

    [JsonStringEnumMemberName("seam")]
    Seam,

    [JsonStringEnumMemberName("sheet")]
    Sheet,

    [JsonStringEnumMemberName("paper")]
    Paper,

    [JsonStringEnumMemberName("mat")]
    Mat,

    [JsonStringEnumMemberName("photo")]
    Photo,

    [JsonStringEnumMemberName("empty")]
    Empty,

    [JsonStringEnumMemberName("new")]
    New,

    [JsonStringEnumMemberName("offcut")]
    Offcut,

    [JsonStringEnumMemberName("tear-strip")]
    TearStrip,

    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("label")]
    Label,

    [JsonStringEnumMemberName("dimension")]
    Dimension,

    /// <summary>A line to write on.</summary>
    [JsonStringEnumMemberName("ruled")]
    Ruled,

    [JsonStringEnumMemberName("ghost")]
    Ghost,
}

/// <summary>The paper a rectangle is filled with: which one, which face is up, and whether its print lies a quarter turned.</summary>
public sealed record Fill(string Paper, string Face, bool Turned);

/// <summary>One mark of a picture, in exact lengths from the picture's top left corner.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "mark")]
[JsonDerivedType(typeof(BoxMark), "box")]
[JsonDerivedType(typeof(LineMark), "line")]
[JsonDerivedType(typeof(TextMark), "text")]
[JsonDerivedType(typeof(DimensionMark), "dimension")]
public abstract record Mark(Role Role, string? Piece);

/// <summary>A corner of an outline, from the top left of its box.</summary>
[method: JsonConstructor]
public readonly record struct ScenePoint(Length X, Length Y);

/// <summary>A rectangle, filled with a paper where it has one.</summary>
/// <param name="Shape">The outline within the box: circle, oval, hexagon or template; none for the box itself.</param>
/// <param name="Points">The corners of a template.</param>
/// <param name="Tilt">Degrees clockwise about the middle; none where it lies straight.</param>
/// <param name="Edges">The edges that are not straight, and how they are worked: torn, scalloped, punched, rounded, mitred, dovetailed
/// or inked.</param>
/// <param name="Hole">What is cut out of its middle: a frame is drawn; none where it is whole.</param>
/// <param name="PrintAt">The place on the face that lies at its top left corner, where it is cut from a place of its own; none where that
/// is the planner's to choose.</param>
/// <param name="Colour">Of what is no paper: the colour it is drawn in, #rrggbb; none where that is not known.</param>
public sealed record BoxMark(
    Role Role,
    string? Piece,
    Box Box,
    Fill? Fill = null,
    string? Shape = null,
    IReadOnlyList<ScenePoint>? Points = null,
    decimal? Tilt = null,
    IReadOnlyList<SceneEdge>? Edges = null,
    Box? Hole = null,
    string? Colour = null,
    ScenePoint? PrintAt = null
) : Mark(Role, Piece);

/// <summary>How an edge of a box is worked.</summary>
public sealed record SceneEdge(Edge Edge, string Work);

/// <summary>A straight line; a cut carries its number.</summary>
public sealed record LineMark(Role Role, string? Piece, Length X1, Length Y1, Length X2, Length Y2, int? Number = null) : Mark(Role, Piece);

/// <summary>A text centred in the box it belongs to; a renderer leaves it out where the box is too small to hold it.</summary>
public sealed record TextMark(Role Role, string? Piece, Box Within, string Text) : Mark(Role, Piece);

/// <summary>A dimension line along an axis, at <paramref name="At"/> on the other, with its text.</summary>
public sealed record DimensionMark(Role Role, string? Piece, Axis Axis, Length At, Length From, Length To, string Text) : Mark(Role, Piece);

/// <summary>
/// A picture to scale: its size, its marks from back to front, and the same in words for who cannot see it.
/// </summary>
public sealed record Scene(Size Size, Saying Says, IReadOnlyList<Mark> Marks)
{
    /// <summary>Where a piece lies, for those who do not see the picture.</summary>
    public static Saying PieceAt(string piece, Box box, LengthPattern reading)
    {
        ArgumentNullException.ThrowIfNull(reading);
        return Saying.Of(
            "picture.piece-at",
            ("piece", piece),
            ("size", reading.Format(box.Size)),
            ("x", reading.Format(box.X)),
            ("y", reading.Format(box.Y))
        );
    }
}
