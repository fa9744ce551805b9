using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>A piece on the sheet; width and height as it lies there.</summary>
/// <param name="OffAt">The order of the cut that sets it free; 0 where the whole sheet is the piece.</param>
/// <param name="Labels">The pieces it is made into: itself, or two outlines that lie into each other.</param>
public sealed record Placement(string Piece, Box Box, bool Turned, SheetFace Face, int OffAt, IReadOnlyList<string> Labels);

/// <summary>
/// One setting of the trimmer: the part in hand goes with an edge to the fence, the blade runs the whole way, two parts come of it.
/// </summary>
/// <param name="Order">From 1, within the sheet.</param>
/// <param name="Part">The part in hand.</param>
/// <param name="Fence">The edge of that part that lies at the fence, as the sheet was first laid down.</param>
/// <param name="Setting">From the fence to the blade.</param>
/// <param name="Gives">What comes off, and what stays in the hand; empty for a plunge cut that sets nothing free yet.</param>
/// <param name="Plunge">For a cut that starts and stops inside the part: from where to where along the blade. None for a cut from edge
/// to edge.</param>
public sealed record TrimmerCut(
    int Order,
    PaperPart Part,
    Edge Fence,
    Length Setting,
    IReadOnlyList<PaperPart> Gives,
    Box PartBox,
    PlungeCut? Plunge = null
)
{
    /// <summary>How far the blade runs.</summary>
    [JsonIgnore]
    public Length Run =>
        Plunge is { } plunge ? plunge.End - plunge.Start : PartBox.Along(Fence.Axis() == Axis.Across ? Axis.Down : Axis.Across).Extent;
}

/// <summary>Where the blade is set down and lifted again, from the end of the part at which it begins.</summary>
public sealed record PlungeCut(Length Start, Length End);

/// <summary>A part with the name it goes by.</summary>
public sealed record NamedBox(PaperPart Name, Box Box);

/// <summary>One way to cut a sheet, and how often it is cut that way.</summary>
public sealed record CutPattern(string Sheet, int Times, [property: JsonIgnore] CutNode Root)
{
    // Worked out when first asked for: a planner makes many patterns that nobody ever looks at.
    private readonly Lazy<IReadOnlyList<Placement>> _placements = new(() =>
    {
        var off = TrimmerProgramme.OffAt(Root);
        return
        [
            .. Root.All()
                .OfType<PieceNode>()
                .Select(n => new Placement(n.Piece.Id, n.Box, n.Turned, n.Piece.Face, off.GetValueOrDefault(n), n.Piece.Labels)),
        ];
    });

    private readonly Lazy<IReadOnlyList<TrimmerCut>> _cuts = new(() => TrimmerProgramme.Of(Root));
    private readonly Lazy<IReadOnlyList<NamedBox>> _offcuts = new(() => TrimmerProgramme.Offcuts(Root));

    /// <summary>The remnant that is cut instead of a sheet; none for a sheet.</summary>
    public PaperPart? From { get; init; }

    /// <summary>How many are cut at once, stacked; 1 where each is cut by itself.</summary>
    public int AtOnce { get; init; } = 1;

    /// <summary>Whether it stands as the designer keeps it, rather than as planned.</summary>
    public bool IsKept { get; init; }

    /// <summary>How many of its sheets are cut already.</summary>
    public int Cut { get; init; }

    /// <summary>The longest cut of the trimmer it is cut on; none where that is no limit.</summary>
    [JsonIgnore]
    public Length? LongestCut { get; init; }

    /// <summary>The numbers of the cuts that are longer than the trimmer's longest: they are made by knife, along a ruler.</summary>
    public IReadOnlyList<int> ByKnife => LongestCut is { } longest ? [.. Cuts.Where(c => c.Run > longest).Select(c => c.Order)] : [];

    /// <summary>How often the whole programme is gone through for the sheets that are not cut yet.</summary>
    public int Passes => (Times - Cut + AtOnce - 1) / AtOnce;

    /// <summary>The pieces, in the order they come off.</summary>
    public IReadOnlyList<Placement> Placements => _placements.Value;

    /// <summary>The cuts, in the order they are made.</summary>
    public IReadOnlyList<TrimmerCut> Cuts => _cuts.Value;

    /// <summary>What is left over and worth keeping.</summary>
    public IReadOnlyList<NamedBox> Offcuts => _offcuts.Value;
}

/// <summary>Pieces that the sheets on hand do not suffice for.</summary>
public sealed record Shortfall(string Piece, int Missing);

/// <summary>A kept sheet that is let go, or of which only what is cut already stands.</summary>
/// <param name="Place">Its place among the kit's kept sheets of that paper and mode, from 0.</param>
/// <param name="Pieces">The labels that are no longer wanted, or no longer of that size, or too many.</param>
public sealed record StaleSheet(int Place, IReadOnlyList<string> Pieces);

/// <summary>The plan for one kind of sheet.</summary>
/// <param name="LowerBound">No plan whatever uses fewer sheets.</param>
public sealed record SheetPlan(
    string Sheet,
    int SheetsUsed,
    int LowerBound,
    IReadOnlyList<CutPattern> Patterns,
    IReadOnlyList<Shortfall> Shortfall
)
{
    /// <summary>Whether fewer sheets are impossible, and all that was asked for is cut.</summary>
    public bool Proved => SheetsUsed <= LowerBound && Shortfall.Count == 0;

    /// <summary>How many of its sheets are cut already.</summary>
    public int Cut => Patterns.Sum(p => p.Cut);

    /// <summary>Kept sheets that cannot be cut as they stand any more.</summary>
    public IReadOnlyList<StaleSheet> Stale { get; init; } = [];

    /// <summary>Whether the clock or a wish to stop ended the search before its work was done: the plan is provisional, and another run
    /// may find another.</summary>
    public bool CutShort { get; init; }

    /// <summary>Whether it is the plan that somebody chose after a longer search, in place of the canonical one.</summary>
    public bool IsChosen { get; init; }
}

/// <summary>How a search goes: the paper, the fewest sheets so far, and how few are possible at all.</summary>
public sealed record PlanProgress(string Sheet, int Sheets, int LowerBound);

/// <summary>A part of a sheet that is left when all is cut and worth keeping.</summary>
public sealed record KeptPart(string Paper, PaperPart Part, Size Size);

/// <summary>How everything asked for is cut.</summary>
public sealed record CutPlan(IReadOnlyList<SheetPlan> BySheet)
{
    public int SheetsUsed => BySheet.Sum(s => s.SheetsUsed);

    public int LowerBound => BySheet.Sum(s => s.LowerBound);

    public bool Proved => BySheet.All(s => s.Proved);

    /// <summary>Pieces whose outlines lie into each other: they are cut out of one rectangle, and have their outline once they are parted.</summary>
    [JsonIgnore]
    public IReadOnlySet<string> InRows =>
        BySheet
            .SelectMany(s => s.Patterns)
            .SelectMany(p => p.Placements)
            .Where(p => p.Labels.Count > 1)
            .SelectMany(p => p.Labels)
            .ToHashSet();

    /// <summary>What no pattern uses up: offcuts worth keeping, tear strips, insides.</summary>
    [JsonIgnore]
    public IEnumerable<KeptPart> Kept
    {
        get
        {
            foreach (var sheet in BySheet)
            {
                // A pattern that is cut so many times stands there as often.
                var patterns = sheet.Patterns.SelectMany(p => Enumerable.Repeat(p, p.Times)).ToList();
                var used = patterns.Where(p => p.From is not null).CountBy(p => p.From!).ToDictionary();
                foreach (var (part, size) in patterns.SelectMany(Left))
                    if (used.GetValueOrDefault(part) is > 0 and var n)
                        used[part] = n - 1;
                    else
                        yield return new(sheet.Sheet, part, size);
            }
        }
    }

    private static IEnumerable<(PaperPart Part, Size Size)> Left(CutPattern pattern) =>
        pattern
            .Offcuts.Select(o => (o.Name, o.Box.Size))
            .Concat(
                pattern
                    .Cuts.Where(c => c.Plunge is not null && c.Gives.Count > 0)
                    .Select(c => (c.Gives[0], c.PartBox.Size.Grown(-c.Setting)!.Value))
            );

    /// <summary>How many cuts are still to be made in all, a stack at a time.</summary>
    public int Cuts => BySheet.Sum(s => s.Patterns.Sum(p => p.Passes * p.Cuts.Count));

    /// <summary>How many cuts there are in all, those that are made already with them.</summary>
    public int AllCuts => BySheet.Sum(s => s.Patterns.Sum(p => (p.Times + p.AtOnce - 1) / p.AtOnce * p.Cuts.Count));

    /// <summary>The plan of that sheet, or null.</summary>
    public SheetPlan? For(string sheet) => BySheet.FirstOrDefault(s => s.Sheet == sheet);
}
