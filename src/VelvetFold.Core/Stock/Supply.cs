using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>What kind of thing a supply is.</summary>
[JsonConverter(typeof(TextEnum<SupplyKind>))]
public enum SupplyKind
{
    [JsonStringEnumMemberName("tool")]
    Tool,

    [JsonStringEnumMemberName("punch")]
    Punch,

    [JsonStringEnumMemberName("stamp")]
    Stamp,

    [JsonStringEnumMemberName("ink")]
    Ink,

    [JsonStringEnumMemberName("pen")]
    Pen,

    [JsonStringEnumMemberName("adhesive")]
    Adhesive,
}

/// <summary>Who brings a supply to the table.</summary>
[JsonConverter(typeof(TextEnum<SupplyFrom>))]
public enum SupplyFrom
{
    /// <summary>The host, one for each guest.</summary>
    [JsonStringEnumMemberName("host")]
    Host,

    /// <summary>Each guest their own.</summary>
    [JsonStringEnumMemberName("guest")]
    Guest,

    /// <summary>The host, one for several guests.</summary>
    [JsonStringEnumMemberName("shared")]
    Shared,
}

/// <summary>What a kit needs that is neither paper nor a part: tools, inks, stamps, punches, pens, adhesive. What worked edges and outlines
/// need is known from them and is no supply.</summary>
public sealed record Supply
{
    /// <summary>What it is called, 1 to 120 characters.</summary>
    public required string Name { get; init; }

    public SupplyKind Kind { get; init; }

    /// <summary>The size of what it makes: of a punch, say; none where it has none.</summary>
    public Length? Size { get; init; }

    /// <summary>How much of it one kit takes, in the designer's words; none for one of it.</summary>
    public string? ForOne { get; init; }

    /// <summary>How much the whole table takes; none where that follows from the guests.</summary>
    public string? ForTable { get; init; }

    /// <summary>Where it was got; none where that is not known.</summary>
    public string? Source { get; init; }

    /// <summary>Its number there.</summary>
    public string? Number { get; init; }

    /// <summary>Whether it can no longer be had.</summary>
    public bool Gone { get; init; }

    /// <summary>What serves in its place.</summary>
    public string? Substitute { get; init; }

    /// <summary>Who brings it.</summary>
    public SupplyFrom From { get; init; }

    /// <summary>How many guests share one, 2 or more; none where it is not shared.</summary>
    public int? SharedBy { get; init; }

    /// <summary>Its name, with its size where it has one.</summary>
    public string Called(LengthPattern reading)
    {
        ArgumentNullException.ThrowIfNull(reading);
        return Size is { } size ? $"{Name}, {reading.Format(size)}" : Name;
    }
}
