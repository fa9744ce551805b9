namespace VelvetFold.Core.Cutting;

/// <summary>How hard a plan is searched for, and who hears of it.</summary>
public sealed record PlanTerms
{
    /// <summary>The work that the canonical plan of a paper is searched within, in milliseconds of a usual core; somebody types and
    /// waits for the answer.</summary>
    public const int Canonical = 64;

    /// <summary>The work where somebody asks for a longer search.</summary>
    public const int Thorough = 4_000;

    /// <summary>The work to do at most, all papers of an order together, in milliseconds of a usual core; a paper whose plan is proved
    /// leaves its share to the others.</summary>
    public int BudgetMs { get; init; } = Canonical;

    /// <summary>
    /// Whether sheets are laid again for fewer settings and larger offcuts once the fewest are found. Without it a plan takes as many
    /// sheets, in other cuts: enough where only sheets are counted.
    /// </summary>
    public bool Polish { get; init; } = true;

    /// <summary>When the clock ends the search, whatever work is left; none where it never does. A plan that it cut off is
    /// provisional.</summary>
    public int? ClockMs { get; init; }

    /// <summary>Where plans are looked up and kept; none where they are not.</summary>
    public PlanMemory? Memory { get; init; }

    /// <summary>Told how the search goes: the paper, the fewest sheets so far, and the bound.</summary>
    public Action<PlanProgress>? Progress { get; init; }

    /// <summary>A wish to stop: the best so far is the answer.</summary>
    public CancellationToken Stop { get; init; }

    /// <summary>Nobody waits for the answer any more: the search throws.</summary>
    public CancellationToken Cancel { get; init; }
}
