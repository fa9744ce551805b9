namespace VelvetFold.Core.Kits;

/// <summary>A way to cut a sheet that somebody chose after a longer search.</summary>
public sealed record ChosenSheet
{
    /// <summary>How often it is cut like this.</summary>
    public required int Times { get; init; }

    /// <summary>The remnant that is cut instead of a sheet, as the plan calls it; none for a sheet.</summary>
    public string? From { get; init; }

    /// <summary>
    /// The cuts and what comes of them, each part before what is cut out of it, the part at the fence first: <c>left 3 1/2 in</c> for a
    /// cut so far from that edge,
    /// <c>piece L1-B2</c> or <c>turned L1-B2</c>, <c>offcut</c>, <c>tear strip</c>.
    /// </summary>
    public IReadOnlyList<string> Cuts { get; init; } = [];
}

/// <summary>
/// The plan of one paper that somebody chose after a longer search, in place of the canonical one. It holds as long as what is cut and what
/// it is cut from stay what they were.
/// </summary>
public sealed record ChosenPlan
{
    /// <summary>The id of its paper.</summary>
    public required string Paper { get; init; }

    /// <summary>The way of cutting it belongs to.</summary>
    public CutMode Mode { get; init; }

    /// <summary>For how many kits.</summary>
    public required int Kits { get; init; }

    /// <summary>What it was searched for, in one short text; a plan for anything else is not looked at.</summary>
    public required string Instance { get; init; }

    public IReadOnlyList<ChosenSheet> Sheets { get; init; } = [];
}
