using System.Text.Json.Serialization;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>The half of the guide a step stands in.</summary>
[JsonConverter(typeof(TextEnum<GuideHalf>))]
public enum GuideHalf
{
    [JsonStringEnumMemberName("cutting")] Cutting,
    [JsonStringEnumMemberName("assembly")] Assembly,
}

/// <summary>What is done in a step.</summary>
[JsonConverter(typeof(TextEnum<StepKind>))]
public enum StepKind
{
    [JsonStringEnumMemberName("gather")] Gather,
    [JsonStringEnumMemberName("caution")] Caution,
    [JsonStringEnumMemberName("cut")] Cut,
    [JsonStringEnumMemberName("keep")] Keep,
    [JsonStringEnumMemberName("trim")] Trim,
    [JsonStringEnumMemberName("mat")] Mat,
    [JsonStringEnumMemberName("dry-layout")] DryLayout,
    [JsonStringEnumMemberName("lay")] Lay,
    [JsonStringEnumMemberName("write")] Write,
    [JsonStringEnumMemberName("put-back")] PutBack,
}

/// <summary>What a step's picture shows of its layout: the pieces that lie there already, those that are new, and the new ones' dimension lines.</summary>
public sealed record StepPicture(string Layout, IReadOnlyList<string> Down, IReadOnlyList<string> New, IReadOnlyList<Mark> Dimensions);

/// <summary>One thing to do.</summary>
/// <param name="Number">From 1, through both halves.</param>
/// <param name="Text">One sentence or two.</param>
/// <param name="Lines">The single cuts of a cutting step, in order; empty for other steps.</param>
/// <param name="Pieces">The labels of the pieces it is about.</param>
/// <param name="Layout">The layout it belongs to; null where it serves all.</param>
/// <param name="Paper">The paper it cuts, and <paramref name="Pattern"/> the place of its pattern in that paper's plan, from 0.</param>
public sealed record Step(
    int Number, GuideHalf Half, StepKind Kind, string Text, IReadOnlyList<string> Lines, IReadOnlyList<string> Pieces,
    string? Layout = null, PageSide? Side = null, string? Paper = null, int? Pattern = null, StepPicture? Picture = null);
