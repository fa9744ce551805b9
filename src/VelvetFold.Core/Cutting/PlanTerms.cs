namespace VelvetFold.Core.Cutting;

/// <summary>How hard a plan is searched for, and who hears of it.</summary>
public sealed record PlanTerms
{
    /// <summary>The work while somebody types and waits for the answer, in milliseconds of a usual core.</summary>
    public const int Quick = 8;

    /// <summary>The work when somebody looks at the cuts themselves.</summary>
    public const int Thorough = 4_000;

    /// <summary>The work to do at most, all papers together, in milliseconds of a usual core; a paper whose plan is proved leaves its share to the others.</summary>
    public int BudgetMs { get; init; } = Quick;

    /// <summary>When the clock ends the search, whatever work is left; none for well after a usual core would be done.</summary>
    public int? ClockMs { get; init; }

    /// <summary>Where plans are looked up and kept; none where they are not.</summary>
    public PlanMemory? Memory { get; init; }

    /// <summary>Told how the search goes: the paper, the fewest sheets so far, and the bound.</summary>
    public Action<PlanProgress>? Told { get; init; }

    /// <summary>A wish to stop: the best so far is the answer.</summary>
    public CancellationToken Stop { get; init; }

    /// <summary>Nobody waits for the answer any more: the search throws.</summary>
    public CancellationToken Cancel { get; init; }
}
