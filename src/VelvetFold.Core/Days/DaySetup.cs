using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Days;

/// <summary>How quickly somebody works.</summary>
[JsonConverter(typeof(TextEnum<Pace>))]
public enum Pace
{
    [JsonStringEnumMemberName("practised")]
    Practised,

    [JsonStringEnumMemberName("beginner")]
    Beginner,

    [JsonStringEnumMemberName("quick")]
    Quick,
}

/// <summary>A tool that is shared at the tables: held by one person at a time.</summary>
[JsonConverter(typeof(TextEnum<SharedTool>))]
public enum SharedTool
{
    [JsonStringEnumMemberName("trimmer")]
    Trimmer,

    /// <summary>Punches, corner rounders, scissors with a pattern.</summary>
    [JsonStringEnumMemberName("punch")]
    Punch,

    /// <summary>Stamps, pads and brushes: whatever is wet.</summary>
    [JsonStringEnumMemberName("stamp")]
    Stamp,

    /// <summary>A tool that blows hot air; where there is one, what is wet is dried with it and does not lie.</summary>
    [JsonStringEnumMemberName("heat")]
    Heat,

    /// <summary>Places of a drying rack; where nothing is said of them, there is room enough.</summary>
    [JsonStringEnumMemberName("rack")]
    Rack,
}

/// <summary>What somebody does for a while.</summary>
[JsonConverter(typeof(TextEnum<DayPhase>))]
public enum DayPhase
{
    [JsonStringEnumMemberName("gather")]
    Gather,

    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("hand-work")]
    HandWork,

    [JsonStringEnumMemberName("wet")]
    Wet,

    /// <summary>Nobody's hands are needed; what follows on the same layout waits.</summary>
    [JsonStringEnumMemberName("dry")]
    Dry,

    /// <summary>Dried with hot air.</summary>
    [JsonStringEnumMemberName("heat")]
    Heat,

    [JsonStringEnumMemberName("mat")]
    Mat,

    [JsonStringEnumMemberName("lay-dry")]
    LayDry,

    [JsonStringEnumMemberName("lay")]
    Lay,

    [JsonStringEnumMemberName("write")]
    Write,

    [JsonStringEnumMemberName("finish")]
    Finish,
}

/// <summary>How many there are of a shared tool.</summary>
public sealed record ToolCount(SharedTool Tool, int Count);

/// <summary>A while in which nobody works.</summary>
/// <param name="At">When it begins.</param>
/// <param name="Minutes">How long it is.</param>
public sealed record DayBreak(string Name, TimeOnly At, int Minutes);

/// <summary>The hours and the tools of a day.</summary>
/// <param name="PreCut">Whether the papers are cut before the day: nothing is cut at the tables but what follows from the photos.</param>
public sealed record DaySetup(
    TimeOnly Starts,
    TimeOnly Ends,
    IReadOnlyList<ToolCount> Tools,
    IReadOnlyList<DayBreak> Breaks,
    bool PreCut = false
)
{
    /// <summary>The length of the day, in minutes.</summary>
    [JsonIgnore]
    public int Minutes => Minute(Ends);

    /// <summary>How many there are of a tool; one where nothing is said.</summary>
    public int CountOf(SharedTool tool) => Tools.FirstOrDefault(t => t.Tool == tool)?.Count ?? 1;

    /// <summary>The same with so many of a tool.</summary>
    internal DaySetup With(SharedTool tool, int count) => this with { Tools = [.. Tools.Where(t => t.Tool != tool), new(tool, count)] };

    /// <summary>Whether there is one, as said.</summary>
    public bool Has(SharedTool tool) => Tools.Any(t => t.Tool == tool && t.Count > 0);

    /// <summary>The breaks in minutes after the start, in order.</summary>
    internal IReadOnlyList<(int From, int To)> Pauses => [.. Breaks.Select(b => (Minute(b.At), Minute(b.At) + b.Minutes)).Order()];

    /// <summary>A clock time in minutes after the start.</summary>
    public int Minute(TimeOnly at) => (int)Math.Round((at - Starts).TotalMinutes);

    /// <summary>A minute after the start in clock time.</summary>
    public TimeOnly Clock(int minute) => Starts.AddMinutes(minute);
}

/// <summary>Who comes.</summary>
/// <param name="Layouts">The ids of the layouts they make, in the kit's order; all where nothing is said.</param>
/// <param name="MoreTime">How much more time they need, in percent.</param>
/// <param name="Beside">A child's grown-up, by their place in the list from 0: at blades and heat the two of them work together; none for
/// who needs nobody.</param>
/// <param name="Kit">Which of the day's kits they make, from 0.</param>
public sealed record DayGuest(
    string Name,
    Pace Pace = Pace.Practised,
    string? Table = null,
    IReadOnlyList<string>? Layouts = null,
    int MoreTime = 0,
    int? Beside = null,
    int Kit = 0
)
{
    /// <summary>Whether they make a layout of their kit.</summary>
    public bool Makes(string layout) => Layouts is not { } own || own.Contains(layout);
}

/// <summary>How long a kind of step takes, as it was timed at the tables.</summary>
/// <param name="Kind">As in the guide's steps: cut, mat, lay.</param>
/// <param name="Seconds">For each thing of it.</param>
public sealed record TimedKind(string Kind, double Seconds);
