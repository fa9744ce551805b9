using System.Text.Json.Serialization;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>The half of the guide a step stands in.</summary>
[JsonConverter(typeof(TextEnum<GuideHalf>))]
public enum GuideHalf
{
    [JsonStringEnumMemberName("cutting")]
    Cutting,

    [JsonStringEnumMemberName("assembly")]
    Assembly,
}

/// <summary>What is done in a step.</summary>
[JsonConverter(typeof(TextEnum<StepKind>))]
public enum StepKind
{
    [JsonStringEnumMemberName("gather")]
    Gather,

    [JsonStringEnumMemberName("caution")]
    Caution,

    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("keep")]
    Keep,

    /// <summary>Something wet, done once for both pages, early.</summary>
    [JsonStringEnumMemberName("wet")]
    Wet,

    /// <summary>What is torn, punched, rounded or cut out by hand, between cutting and laying.</summary>
    [JsonStringEnumMemberName("by-hand")]
    ByHand,

    /// <summary>Ready-made parts are made ready to have their places tried.</summary>
    [JsonStringEnumMemberName("prepare")]
    Prepare,

    [JsonStringEnumMemberName("trim")]
    Trim,

    [JsonStringEnumMemberName("mat")]
    Mat,

    /// <summary>Four strips with mitred corners in place of a mat.</summary>
    [JsonStringEnumMemberName("frame")]
    Frame,

    [JsonStringEnumMemberName("dry-layout")]
    DryLayout,

    /// <summary>Wait until what was wet is dry.</summary>
    [JsonStringEnumMemberName("dry")]
    Dry,

    [JsonStringEnumMemberName("lay")]
    Lay,

    /// <summary>An edge that was left free is stuck down.</summary>
    [JsonStringEnumMemberName("press")]
    Press,

    [JsonStringEnumMemberName("write")]
    Write,

    [JsonStringEnumMemberName("put-back")]
    PutBack,
}

/// <summary>What a step's picture shows of its layout: the pieces that lie there already, those that are new, and the new ones'
/// dimension lines.</summary>
public sealed record StepPicture(string Layout, IReadOnlyList<string> Down, IReadOnlyList<string> New, IReadOnlyList<Mark> Dimensions);

/// <summary>A sign of the wordless guide, with its number where it has one: how often, how many minutes.</summary>
public sealed record Sign(Symbol Symbol, string? Number = null);

/// <summary>An edge of a piece, left free or stuck down.</summary>
public sealed record FreeEdge(string Piece, Edge Edge);

/// <summary>One thing to do.</summary>
/// <param name="Number">From 1, through both halves.</param>
/// <param name="Key">What it does to what; the same after every recomputation, so that the designer's words and moves find it
/// again.</param>
/// <param name="Text">One sentence or two.</param>
/// <param name="Lines">The single cuts of a cutting step, in order; empty for other steps.</param>
/// <param name="Pieces">The labels of the pieces it is about.</param>
/// <param name="Layout">The layout it belongs to; null where it serves all.</param>
/// <param name="Paper">The paper it cuts, and <paramref name="Pattern"/> the place of its pattern in that paper's plan, from 0.</param>
public sealed record Step(
    int Number,
    string Key,
    GuideHalf Half,
    StepKind Kind,
    string Text,
    IReadOnlyList<string> Lines,
    IReadOnlyList<string> Pieces,
    string? Layout = null,
    PageSide? Side = null,
    string? Paper = null,
    int? Pattern = null,
    StepPicture? Picture = null
)
{
    /// <summary>Why it stands where it does, for the designer; none where nothing else would work as well.</summary>
    public string? Why { get; init; }

    /// <summary>How long it takes to dry, in minutes; none where nothing does.</summary>
    public int? Minutes { get; init; }

    /// <summary>The same without words.</summary>
    public IReadOnlyList<Sign> Signs { get; init; } = [];

    /// <summary>What its text states, in the order it stands there.</summary>
    [JsonIgnore]
    public IReadOnlyList<StepFact> Facts { get; init; } = [];

    /// <summary>What each of its lines states.</summary>
    [JsonIgnore]
    public IReadOnlyList<IReadOnlyList<StepFact>> LineFacts { get; init; } = [];

    /// <summary>Edges that are left free, or, where it presses them, stuck down.</summary>
    public IReadOnlyList<FreeEdge> Edges { get; init; } = [];

    /// <summary>Its sentence as computed, where the designer's own stands in its place.</summary>
    [JsonIgnore]
    public string Computed { get; init; } = "";

    /// <summary>Whether the designer's own words stand in it: after its sentence, or in its place.</summary>
    public StepNote? Note { get; init; }

    /// <summary>Whether the designer has moved it.</summary>
    public bool IsMoved { get; init; }

    /// <summary>An exploded picture of a mat stack.</summary>
    public Scene? Apart { get; init; }
}
