using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Days;

/// <summary>A print that a layout takes.</summary>
public sealed record DayPrint(string Layout, Size Size);

/// <summary>A kit that is made on a day.</summary>
/// <param name="Steps">Its guide.</param>
/// <param name="Cut">What is cut for one of it.</param>
public sealed record DayKit(Kit Kit, IReadOnlyList<Step> Steps, IReadOnlyList<CutPiece> Cut)
{
    /// <summary>The prints one of it takes, as they are brought.</summary>
    public IReadOnlyList<DayPrint> Prints { get; } =
    [
        .. new KitWork(Kit).Layouts.SelectMany(l =>
            l.Pieces.Where(p => p.Piece.HasPrint).Select(p => new DayPrint(l.Layout.Id, p.Stack.Photo))
        ),
    ];
}

/// <summary>A day to be planned: what is made, with which tools in which hours, and by whom.</summary>
/// <param name="Timed">How long kinds of steps take, as timed at the tables, in place of the defaults.</param>
public sealed record DayAsked(IReadOnlyList<DayKit> Kits, DaySetup Setup, IReadOnlyList<DayGuest> Guests, IReadOnlyList<TimedKind> Timed)
{
    /// <summary>Orders the day.</summary>
    /// <param name="effort">How long is searched, in the solver's own measure.</param>
    /// <param name="like">The rule of a day much like it, to begin from.</param>
    internal DayOrdered Order(double effort, CancellationToken cancel, ServingRule? like = null)
    {
        var all = Kits.Select(k => DayWork.Of(k.Steps, Timed, Setup)).ToList();
        var work = Guests.Select(g => (IReadOnlyList<DayTask>)[.. all[g.Kit].Where(t => t.Layout is null || g.Makes(t.Layout))]).ToList();
        return DayPlanner.Order(Setup, Guests, work, effort, like, cancel);
    }
}

/// <summary>So many minutes lost on the day itself.</summary>
/// <param name="At">When it was told.</param>
/// <param name="Table">The table that is late; all where nothing is said.</param>
public sealed record DayDelay(TimeOnly At, int Minutes, string? Table = null);

/// <summary>How many of a shared tool bring the waiting under what is wished.</summary>
/// <param name="Count">How many there would be.</param>
/// <param name="Waits">How long one of the guests waits for it then on the worst of twenty days, in minutes.</param>
public sealed record ToolWish(SharedTool Tool, int Count, int Waits);
