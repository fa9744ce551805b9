using System.Text.Json;
using VelvetFold.Core.Guides;

namespace VelvetFold.Core.Days;

/// <summary>Something one person does at one go, or that lies and dries.</summary>
/// <param name="Layout">The layout it belongs to; null where it serves all.</param>
/// <param name="Seconds">As a practised person takes them; of what dries, as they are.</param>
/// <param name="Tool">The tool that is held for all of it.</param>
/// <param name="Steps">The numbers of the guide's steps that it is.</param>
/// <param name="Things">How many things are cut, matted, laid: each can go wrong.</param>
public sealed record DayTask(string? Layout, DayPhase Phase, int Seconds, SharedTool? Tool, IReadOnlyList<int> Steps, int Things)
{
    /// <summary>Whether hands are needed.</summary>
    public bool NeedsHands => Phase != DayPhase.Dry;

    /// <summary>Whether a child has a grown-up beside them for it: at blades and heat.</summary>
    public bool NeedsGrownUp => Phase is DayPhase.Cut or DayPhase.HandWork or DayPhase.Heat;
}

/// <summary>What a guide's steps are as work, with how long they take.</summary>
public static class DayWork
{
    /// <summary>A tool is passed on after so long, and a break is never longer away, in seconds.</summary>
    private const int LongestGo = 20 * 60;

    /// <summary>How long what is wet on a layout is dried with hot air, in seconds (common practice, no source; the maker's label goes
    /// first).</summary>
    private const int HeatSeconds = 180;

    /// <summary>Seconds for each thing of a step, as a practised person takes them (common practice, no source); what was timed at the
    /// tables takes their place.</summary>
    private static readonly Dictionary<StepKind, int> Usual = new()
    {
        [StepKind.Gather] = 60,
        [StepKind.Caution] = 20,
        [StepKind.Cut] = 20,
        [StepKind.Keep] = 10,
        [StepKind.Wet] = 180,
        [StepKind.ByHand] = 60,
        [StepKind.Prepare] = 45,
        [StepKind.Trim] = 30,
        [StepKind.Mat] = 75,
        [StepKind.Frame] = 240,
        [StepKind.DryLayout] = 240,
        [StepKind.Lay] = 45,
        [StepKind.Press] = 30,
        [StepKind.Write] = 240,
        [StepKind.PutBack] = 60,
    };

    /// <summary>How much longer or shorter somebody takes (common practice, no source).</summary>
    public static double Share(Pace pace) =>
        pace switch
        {
            Pace.Beginner => 1.4,
            Pace.Quick => 0.75,
            _ => 1,
        };

    /// <summary>The work of one kit, in the guide's order: steps of one phase and layout that follow each other are one task, and long ones
    /// are parted, so that a tool is passed on.</summary>
    /// <param name="setup">Whether the papers are cut already, and how what is wet dries.</param>
    public static IReadOnlyList<DayTask> Of(IReadOnlyList<Step> steps, IReadOnlyList<TimedKind> timed, DaySetup setup)
    {
        var tasks = new List<DayTask>();
        foreach (var step in steps)
        {
            if (setup.PreCut && step.Kind is StepKind.Cut or StepKind.Keep)
                continue;
            var (phase, tool) = Place(step, setup);
            var things = Things(step);
            var seconds =
                phase == DayPhase.Heat ? Math.Min(HeatSeconds, (step.Minutes ?? 0) * 60)
                : phase == DayPhase.Dry ? (step.Minutes ?? 0) * 60
                : (int)Math.Ceiling(things * SecondsOf(step.Kind, timed));
            if (tasks is [.., var last] && last.Layout == step.Layout && last.Phase == phase && last.Tool == tool)
                tasks[^1] = last with
                {
                    Seconds = last.Seconds + seconds,
                    Steps = [.. last.Steps, step.Number],
                    Things = last.Things + things,
                };
            else
                tasks.Add(new(step.Layout, phase, seconds, tool, [step.Number], things));
        }
        return [.. tasks.Where(t => t.Seconds > 0).SelectMany(Parted)];
    }

    private static IEnumerable<DayTask> Parted(DayTask task)
    {
        if (!task.NeedsHands || task.Seconds <= LongestGo)
            return [task];
        var parts = (task.Seconds + LongestGo - 1) / LongestGo;
        return Enumerable
            .Range(0, parts)
            .Select(i =>
                task with
                {
                    Seconds = task.Seconds * (i + 1) / parts - task.Seconds * i / parts,
                    Things = task.Things * (i + 1) / parts - task.Things * i / parts,
                }
            );
    }

    private static (DayPhase Phase, SharedTool? Tool) Place(Step step, DaySetup setup) =>
        step.Kind switch
        {
            StepKind.Gather or StepKind.Caution => (DayPhase.Gather, null),
            StepKind.Cut or StepKind.Keep => (DayPhase.Cut, SharedTool.Trimmer),
            StepKind.Trim => (DayPhase.Cut, SharedTool.Trimmer),
            StepKind.ByHand => (DayPhase.HandWork, SharedTool.Punch),
            StepKind.Wet => (DayPhase.Wet, SharedTool.Stamp),
            StepKind.Dry when setup.Has(SharedTool.Heat) => (DayPhase.Heat, SharedTool.Heat),
            StepKind.Dry => (DayPhase.Dry, setup.Has(SharedTool.Rack) ? SharedTool.Rack : null),
            StepKind.Prepare or StepKind.DryLayout => (DayPhase.LayDry, null),
            StepKind.Mat or StepKind.Frame => (DayPhase.Mat, null),
            StepKind.Lay or StepKind.Press => (DayPhase.Lay, null),
            StepKind.Write => (DayPhase.Write, null),
            _ => (DayPhase.Finish, null),
        };

    // Each single cut, each piece; a step that names none is one thing.
    private static int Things(Step step) => Math.Max(1, step.Kind == StepKind.Cut ? step.Lines.Count : step.Pieces.Count);

    private static double SecondsOf(StepKind kind, IReadOnlyList<TimedKind> timed) =>
        timed.FirstOrDefault(t => t.Kind == JsonSerializer.SerializeToElement(kind).GetString())?.Seconds
        ?? Usual.GetValueOrDefault(kind, 60);
}
