using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>
/// How a piece finds its place along one axis. A rule leans on the page, the seam or another piece, never on numbers that nobody measured;
/// when what it leans on moves, the piece moves.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "rule")]
[JsonDerivedType(typeof(FromEdge), "from")]
[JsonDerivedType(typeof(Centred), "centred")]
[JsonDerivedType(typeof(Beside), "beside")]
[JsonDerivedType(typeof(Flush), "flush")]
[JsonDerivedType(typeof(Tucked), "tucked")]
[JsonDerivedType(typeof(Hanging), "hanging")]
[JsonDerivedType(typeof(Member), "member")]
public abstract record AxisRule
{
    /// <summary>The id of the piece it leans on; null where it leans on the page.</summary>
    [JsonIgnore]
    public abstract string? LeansOn { get; }

    /// <summary>The same rule leaning on another piece.</summary>
    public abstract AxisRule Leaning(string? on);
}

/// <summary>So far inside the same edge of the page or of another piece: 1/2 from left, 1 from the bottom of B1. 0 is aligned with
/// it.</summary>
public sealed record FromEdge(Edge Edge, Length Distance, string? Of = null) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => Of;

    public override AxisRule Leaning(string? on) => this with { Of = on };
}

/// <summary>Centred in the page or in another piece.</summary>
public sealed record Centred(string? In = null) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => In;

    public override AxisRule Leaning(string? on) => this with { In = on };
}

/// <summary>
/// Outside another piece's edge with a gap: under B1 is beside its bottom edge, over B1 its top edge. A gap of 0 touches.
/// </summary>
public sealed record Beside(Edge Edge, string Of, Length Gap) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => Of;

    public override AxisRule Leaning(string? on) => on is null ? new FromEdge(Edge.Opposite(), Gap) : this with { Of = on };
}

/// <summary>Where a spread is bound, or away from it.</summary>
[JsonConverter(typeof(TextEnum<Flank>))]
public enum Flank
{
    /// <summary>The edge where the two pages meet; on a single page its left edge.</summary>
    [JsonStringEnumMemberName("seam")]
    Seam,

    /// <summary>The edge away from the seam.</summary>
    [JsonStringEnumMemberName("outer")]
    Outer,
}

/// <summary>So far from the seam or from the outer edge of its own page; 0 is flush. Only across.</summary>
public sealed record Flush(Flank Flank, Length Distance) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => null;

    public override AxisRule Leaning(string? on) => this;

    /// <summary>The edge that is meant on that page of that layout.</summary>
    public Edge EdgeOn(LayoutKind kind, PageSide side)
    {
        var seam = kind == LayoutKind.Spread && side == PageSide.Left ? Edge.Right : Edge.Left;
        return Flank == Flank.Seam ? seam : seam.Opposite();
    }
}

/// <summary>Outside another piece's edge and so far under it: its own edge disappears beneath the other piece.</summary>
public sealed record Tucked(Edge Edge, string Under, Length By) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => Under;

    public override AxisRule Leaning(string? on) => on is null ? new FromEdge(Edge.Opposite(), Length.Zero) : this with { Under = on };
}

/// <summary>So far over the edge of its page; what hangs over is trimmed off.</summary>
public sealed record Hanging(Edge Edge, Length By) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => null;

    public override AxisRule Leaning(string? on) => this;
}

/// <summary>Where an arrangement puts it: spread evenly, or in a row, a column or a grid.</summary>
public sealed record Member(string Of) : AxisRule
{
    [JsonIgnore]
    public override string? LeansOn => Of;

    public override AxisRule Leaning(string? on) => on is null ? new Centred() : new Member(on);
}
