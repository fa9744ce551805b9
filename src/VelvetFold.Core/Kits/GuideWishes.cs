using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>The language a guide is written in.</summary>
[JsonConverter(typeof(TextEnum<GuideLanguage>))]
public enum GuideLanguage
{
    [JsonStringEnumMemberName("en")]
    English,

    [JsonStringEnumMemberName("de")]
    German,
}

/// <summary>The designer's own words at a step.</summary>
/// <param name="Step">The key of the step, which stays the same while it does the same to the same pieces.</param>
/// <param name="Instead">Whether they stand in place of the computed sentence rather than after it.</param>
public sealed record StepNote(string Step, string Words, bool Instead = false);

/// <summary>A step that the designer has moved.</summary>
/// <param name="Step">The key of the step.</param>
/// <param name="After">The key of the step it follows; none for the first place of its part of the guide.</param>
public sealed record StepMove(string Step, string? After);

/// <summary>What the designer wants of the guide; the steps themselves are computed.</summary>
public sealed record GuideWishes
{
    public GuideLanguage Language { get; init; }

    public IReadOnlyList<StepNote> Notes { get; init; } = [];

    public IReadOnlyList<StepMove> Moves { get; init; } = [];
}

/// <summary>Something wet or messy that is done to a piece before it is laid: stamped, painted, spattered, inked at its edges.</summary>
public sealed record WetWork
{
    /// <summary>What is done, in the designer's words.</summary>
    public string? Words { get; init; }

    /// <summary>How long it dries, in minutes; the product's label decides.</summary>
    public int Minutes { get; init; } = 10;
}
