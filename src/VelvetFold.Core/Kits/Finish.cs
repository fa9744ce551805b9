using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>What is done to an edge.</summary>
[JsonConverter(typeof(TextEnum<EdgeWork>))]
public enum EdgeWork
{
    [JsonStringEnumMemberName("straight")]
    Straight,

    [JsonStringEnumMemberName("torn")]
    Torn,

    [JsonStringEnumMemberName("scalloped")]
    Scalloped,

    [JsonStringEnumMemberName("punched")]
    Punched,

    [JsonStringEnumMemberName("inked")]
    Inked,

    [JsonStringEnumMemberName("rounded")]
    Rounded,

    [JsonStringEnumMemberName("mitred")]
    Mitred,

    [JsonStringEnumMemberName("dovetailed")]
    Dovetailed,
}

/// <summary>What the stated size of a piece with worked edges means.</summary>
[JsonConverter(typeof(TextEnum<StatedSize>))]
public enum StatedSize
{
    /// <summary>What shows once its edges are worked; what they use is added before cutting.</summary>
    [JsonStringEnumMemberName("finished")]
    Finished,

    /// <summary>What is cut; tearing, scalloping or punching eats into it, and what shows is about that much smaller.</summary>
    [JsonStringEnumMemberName("cut")]
    Cut,
}

/// <summary>One edge's finish, and the paper it uses up that the finished size does not show.</summary>
public sealed record EdgeFinish
{
    public required Edge Edge { get; init; }

    public EdgeWork Work { get; init; }

    /// <summary>The paper it uses up; none for what is usual.</summary>
    public Length? Allowance { get; init; }

    /// <summary>The paper it uses up: the allowance, or what is usual (torn and punched 1/4 in, scalloped 1/8 in; in a metric kit 6 and
    /// 3 mm; common practice, no source).</summary>
    public Length Uses(LengthUnit unit) =>
        Allowance
        ?? (Work, unit) switch
        {
            (EdgeWork.Torn or EdgeWork.Punched, LengthUnit.Inch) => Length.Inches(0, 1, 4),
            (EdgeWork.Torn or EdgeWork.Punched, _) => Length.Millimetres(6),
            (EdgeWork.Scalloped, LengthUnit.Inch) => Length.Inches(0, 1, 8),
            (EdgeWork.Scalloped, _) => Length.Millimetres(3),
            _ => Length.Zero,
        };
}

/// <summary>How a piece is stuck down.</summary>
[JsonConverter(typeof(TextEnum<Mount>))]
public enum Mount
{
    [JsonStringEnumMemberName("flat")]
    Flat,

    /// <summary>On foam: it stands up from the page.</summary>
    [JsonStringEnumMemberName("raised")]
    Raised,
}
