using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Days;

/// <summary>What a guest does from when to when.</summary>
/// <param name="Guest">Their place in the list, from 0.</param>
/// <param name="ToolNumber">Which of the tools of its kind, from 1.</param>
/// <param name="Steps">The numbers of the guide's steps.</param>
/// <param name="Waits">How many minutes they wait for the tool, or for the grown-up beside them, before it.</param>
/// <param name="Beside">The grown-up who does it with them, by their place in the list; none where nobody does.</param>
public sealed record AgendaLine(
    int Guest,
    string? Layout,
    DayPhase Phase,
    SharedTool? Tool,
    int? ToolNumber,
    TimeOnly From,
    TimeOnly To,
    IReadOnlyList<int> Steps,
    int Waits,
    int? Beside
);

/// <summary>A guest's day.</summary>
/// <param name="Works">How many minutes their hands are at work.</param>
/// <param name="Waits">How many minutes they wait for tools.</param>
public sealed record GuestDay(string Name, string? Table, int Kit, TimeOnly Ends, int Works, int Waits);

/// <summary>How a shared tool is used.</summary>
/// <param name="Held">How many minutes all of them are held.</param>
/// <param name="Waited">How many minutes all guests wait for one.</param>
public sealed record ToolDay(SharedTool Tool, int Count, int Held, int Waited);

/// <summary>What would save time, and how much.</summary>
/// <param name="Saves">By how many minutes the day ends earlier; fewer than none where it would end later.</param>
/// <param name="Lost">How many minutes all guests would wait then.</param>
public sealed record DayOption(Saying Says, int Saves, int Lost);

/// <summary>The agenda of a day.</summary>
/// <param name="Ends">When the last one is done.</param>
/// <param name="Waits">How many minutes all guests together wait for tools.</param>
/// <param name="IsProved">Whether no other order loses less.</param>
/// <param name="Gap">How many minutes less another order could lose at most; what one waits beyond half an hour counts three times, what is
/// after nine tenths of the day twenty times.</param>
/// <param name="Says">What there is to say of it.</param>
/// <param name="Options">What would help, where it ends too late, or many wait.</param>
/// <param name="Cautions">What hands and lungs are kept from, where it is used on this day.</param>
public sealed record DayAgenda(
    IReadOnlyList<AgendaLine> Lines,
    IReadOnlyList<GuestDay> Guests,
    IReadOnlyList<ToolDay> Tools,
    TimeOnly Ends,
    int Waits,
    bool IsProved,
    long Gap,
    IReadOnlyList<Saying> Says,
    IReadOnlyList<DayOption> Options,
    IReadOnlyList<Saying> Cautions
);
