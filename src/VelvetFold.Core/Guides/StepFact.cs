using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>What a number in a step says.</summary>
[JsonConverter(typeof(TextEnum<FactKind>))]
public enum FactKind
{
    /// <summary>The width of a piece as it lies.</summary>
    [JsonStringEnumMemberName("width")]
    Width,

    [JsonStringEnumMemberName("height")]
    Height,

    /// <summary>The width of a photo as it is brought.</summary>
    [JsonStringEnumMemberName("stock-width")]
    StockWidth,

    [JsonStringEnumMemberName("stock-height")]
    StockHeight,

    /// <summary>From an edge of the page to the same edge of the piece.</summary>
    [JsonStringEnumMemberName("from-page")]
    FromPage,

    /// <summary>From an edge of another piece inwards to the same edge of the piece.</summary>
    [JsonStringEnumMemberName("inside")]
    Inside,

    /// <summary>From an edge of another piece outwards to the piece.</summary>
    [JsonStringEnumMemberName("gap")]
    Gap,

    /// <summary>How far it lies under an edge of another piece.</summary>
    [JsonStringEnumMemberName("under")]
    Under,

    /// <summary>How far it hangs over an edge of the page.</summary>
    [JsonStringEnumMemberName("over")]
    Over,

    /// <summary>Centred along the axis of that edge, in the page or in another piece; the number is what it leaves free on each
    /// side.</summary>
    [JsonStringEnumMemberName("centred")]
    Centred,

    /// <summary>From an edge of the sheet to the place on it that a piece is cut from, seen on the side that shows.</summary>
    [JsonStringEnumMemberName("on-sheet")]
    OnSheet,

    /// <summary>How much of a mat shows round what lies on it.</summary>
    [JsonStringEnumMemberName("reveal")]
    Reveal,

    /// <summary>Where a piece is joined, from its left or top end.</summary>
    [JsonStringEnumMemberName("join")]
    Join,

    /// <summary>What the trimmer is set to.</summary>
    [JsonStringEnumMemberName("setting")]
    Setting,

    /// <summary>Where a plunge cut begins, and where it ends.</summary>
    [JsonStringEnumMemberName("plunge-start")]
    PlungeStart,

    [JsonStringEnumMemberName("plunge-end")]
    PlungeEnd,

    /// <summary>How far the second of two outlines lies from the first.</summary>
    [JsonStringEnumMemberName("shift")]
    Shift,

    /// <summary>A length of twine, a strip of tape: an amount that is no place.</summary>
    [JsonStringEnumMemberName("amount")]
    Amount,

    /// <summary>A whole number: sheets, minutes, pieces.</summary>
    [JsonStringEnumMemberName("count")]
    Count,
}

/// <summary>One thing a step states, for the proof to check.</summary>
/// <param name="Piece">The label it is about.</param>
/// <param name="Length">The length; none for a count.</param>
/// <param name="Number">The number; none for a length.</param>
/// <param name="Of">The label it is measured from; none for the page.</param>
/// <param name="IsSaid">Whether its number stands in the text; what lies flush or centred is stated without one.</param>
public sealed record StepFact(
    FactKind Kind,
    string? Piece,
    Length? Length,
    int? Number = null,
    Edge? Edge = null,
    string? Of = null,
    bool IsSaid = true
);
