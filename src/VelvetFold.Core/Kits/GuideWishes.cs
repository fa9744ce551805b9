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

/// <summary>How pages are laid: three schools, all common practice, no source.</summary>
[JsonConverter(typeof(TextEnum<LayingSchool>))]
public enum LayingSchool
{
    /// <summary>All of a page is laid out dry and looked at before anything is stuck.</summary>
    [JsonStringEnumMemberName("dry-first")]
    DryFirst,

    /// <summary>It is held lightly while it is laid out, so that it can still be lifted, and stuck at the end.</summary>
    [JsonStringEnumMemberName("tack")]
    Tack,

    /// <summary>Each piece is stuck as it comes.</summary>
    [JsonStringEnumMemberName("as-you-go")]
    AsYouGo,
}

/// <summary>Where ready-made parts wait.</summary>
[JsonConverter(typeof(TextEnum<PartsSchool>))]
public enum PartsSchool
{
    /// <summary>Sorted to the pile of their page at the start.</summary>
    [JsonStringEnumMemberName("sort")]
    Sort,

    /// <summary>On their sheets until they are laid.</summary>
    [JsonStringEnumMemberName("on-sheets")]
    OnSheets,
}

/// <summary>When what hangs over the page is trimmed.</summary>
[JsonConverter(typeof(TextEnum<OverhangSchool>))]
public enum OverhangSchool
{
    [JsonStringEnumMemberName("before")]
    Before,

    [JsonStringEnumMemberName("after")]
    After,
}

/// <summary>Where the date is written.</summary>
[JsonConverter(typeof(TextEnum<DateSchool>))]
public enum DateSchool
{
    [JsonStringEnumMemberName("front")]
    Front,

    [JsonStringEnumMemberName("back")]
    Back,
}

/// <summary>What the designer wants of the guide; the steps themselves are computed.</summary>
public sealed record GuideWishes
{
    public GuideLanguage Language { get; init; }

    public LayingSchool Laying { get; init; }

    public PartsSchool Parts { get; init; }

    /// <summary>None where it is left to whoever follows the guide.</summary>
    public OverhangSchool? Overhang { get; init; }

    /// <summary>None where it is left to whoever follows the guide.</summary>
    public DateSchool? Date { get; init; }

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
