using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Sheets for the pieces that are cut from a place of their own: as few as were found, each with as many of them as lie clear of
/// each other and are parted by cuts from edge to edge.</summary>
/// <param name="Patterns">The sheets; what lies between their pieces is still whole.</param>
/// <param name="LowerBound">So many sheets are needed at least.</param>
internal sealed record PlacedPatterns(IReadOnlyList<CutPattern> Patterns, int LowerBound)
{
    public int Sheets => Patterns.Sum(p => p.Times);

    /// <summary>Several ways, none with more sheets than another: copies taken from another corner of the sheet on, other cuts
    /// first.</summary>
    public static IReadOnlyList<PlacedPatterns> Ways(StockSheet sheet, IReadOnlyList<Demand> placed, Length? longestCut)
    {
        var room = CutPlanner.Usable(sheet);
        var places = placed.ToDictionary(d => d.Id, d => (IReadOnlyList<Box>)[.. d.At!.Where(room.Contains)]);
        var least = Least(placed, places);
        var sheets = Corners
            .Select(corner =>
                OnSheets(room, placed, places.ToDictionary(p => p.Key, p => p.Value.OrderBy(b => corner(room, b)).ToList()), longestCut)
            )
            .ToList();
        var fewest = sheets.Min(s => s.Sum(p => p.Times));
        var ways = new List<PlacedPatterns>();
        foreach (var laid in sheets.Where(s => s.Sum(p => p.Times) == fewest))
        foreach (var first in new Axis?[] { null, Axis.Across, Axis.Down })
        {
            List<CutPattern> patterns = [.. laid.Select(l => new CutPattern(sheet.Id, l.Times, Tree(room, l.Laid, longestCut, first)!))];
            if (!ways.Exists(w => w.Patterns.Select(p => p.Root).SequenceEqual(patterns.Select(p => p.Root))))
                ways.Add(new(patterns, least));
        }
        return ways;
    }

    // Copies are taken from one corner of the sheet on, so that the rest of it stays whole.
    private static readonly Func<Box, Box, (long, long)>[] Corners =
    [
        (_, box) => (box.Y.Ticks, box.X.Ticks),
        (_, box) => (box.X.Ticks, box.Y.Ticks),
        (room, box) => ((room.Bottom - box.Bottom).Ticks, box.X.Ticks),
        (room, box) => ((room.Right - box.Right).Ticks, box.Y.Ticks),
    ];

    private static List<(List<PieceNode> Laid, int Times)> OnSheets(
        Box room,
        IReadOnlyList<Demand> placed,
        Dictionary<string, List<Box>> places,
        Length? longestCut
    )
    {
        var (left, sheets) = (placed.ToDictionary(d => d.Id, d => d.Quantity), new List<(List<PieceNode>, int)>());
        while (left.Values.Any(n => n > 0))
        {
            var laid = Laid(room, placed, left, places, longestCut);
            var counts = laid.CountBy(l => l.Piece.Id).ToDictionary();
            var times = counts.Min(c => left[c.Key] / c.Value);
            foreach (var (id, n) in counts)
                left[id] -= n * times;
            sheets.Add((laid, times));
        }
        return sheets;
    }

    // No print that is sold has more places to a sheet; on a sheet of metres with a motif every inch the search would never end.
    private const int MostOnSheet = 200;

    // What has the fewest places to choose from first, then what is wanted most often.
    private static List<PieceNode> Laid(
        Box room,
        IReadOnlyList<Demand> placed,
        Dictionary<string, int> left,
        Dictionary<string, List<Box>> places,
        Length? longestCut
    )
    {
        var laid = new List<PieceNode>();
        foreach (var demand in placed.OrderBy(d => places[d.Id].Count).ThenByDescending(d => left[d.Id]).ThenByDescending(d => d.Size.Area))
        {
            var wanted = left[demand.Id];
            foreach (var box in places[demand.Id])
            {
                if (wanted == 0 || laid.Count == MostOnSheet)
                    break;
                if (laid.Exists(l => l.Box.Overlaps(box)) || Tree(room, [.. laid, new PieceNode(box, demand, false)], longestCut) is null)
                    continue;
                laid.Add(new(box, demand, false));
                wanted--;
            }
        }
        return laid;
    }

    // By knife where the trimmer is too short.
    private static CutNode? Tree(Box room, IReadOnlyList<CutNode> leaves, Length? longestCut, Axis? first = null) =>
        FixedPatterns.Tree(room, leaves, longestCut, first) ?? (longestCut is null ? null : FixedPatterns.Tree(room, leaves, null, first));

    // Pieces of which no two can come from one sheet add up; and of one piece a sheet gives no more than it has places.
    private static int Least(IReadOnlyList<Demand> placed, Dictionary<string, IReadOnlyList<Box>> places)
    {
        int Alone(Demand d) => (d.Quantity + places[d.Id].Count - 1) / Math.Max(1, places[d.Id].Count);
        bool Apart(Demand one, Demand other) => places[one.Id].All(a => places[other.Id].All(b => a.Overlaps(b)));
        var least = 0;
        foreach (var first in placed)
        {
            List<Demand> apart = [first];
            foreach (var other in placed.OrderByDescending(Alone))
                if (other.Id != first.Id && apart.TrueForAll(a => Apart(a, other)))
                    apart.Add(other);
            least = Math.Max(least, apart.Sum(Alone));
        }
        return least;
    }

    // So many gaps are looked at; what is left of the others then has sheets of its own.
    private const int MostGaps = 600;

    /// <summary>The same sheets with what lies between their pieces filled by others; and what is left of those.</summary>
    public (IReadOnlyList<CutPattern> Patterns, IReadOnlyList<Demand> Left) Filled(
        Func<Size, IReadOnlyList<Demand>, CutPattern?> fill,
        IReadOnlyList<Demand> others
    )
    {
        // A gap that nothing fills stays so: there are fewer others later, never more.
        var (done, open) = (
            new List<CutPattern>(),
            new Stack<(CutPattern Pattern, HashSet<Box> Looked)>(Patterns.Reverse().Select(p => (p, new HashSet<Box>())))
        );
        var gaps = 0;
        while (open.TryPop(out var next))
        {
            var (pattern, looked) = next;
            if (
                others.Count == 0
                || gaps++ > MostGaps
                || pattern.Root.All().OfType<OffcutNode>().Where(o => !looked.Contains(o.Box)).MaxBy(o => o.Box.Size.Area) is not { } gap
            )
            {
                done.Add(pattern);
                continue;
            }
            if (fill(gap.Box.Size, others) is not { } filled)
            {
                looked.Add(gap.Box);
                open.Push(next);
                continue;
            }
            var times = Math.Min(pattern.Times, filled.Times);
            var taken = filled.Placements.CountBy(p => p.Piece).ToDictionary();
            others =
            [
                .. others.Select(d => d with { Quantity = d.Quantity - times * taken.GetValueOrDefault(d.Id) }).Where(d => d.Quantity > 0),
            ];
            if (pattern.Times > times)
                open.Push((pattern with { Times = pattern.Times - times }, looked));
            open.Push((new(pattern.Sheet, times, With(pattern.Root, gap, filled.Root)), [.. looked]));
        }
        return (done, others);
    }

    // What was planned for the gap by itself, in its place.
    private static CutNode With(CutNode node, OffcutNode gap, CutNode filled) =>
        ReferenceEquals(node, gap) ? Moved(filled, gap.Box.X, gap.Box.Y)
        : node is SplitNode split ? split with { Off = With(split.Off, gap, filled), Rest = With(split.Rest, gap, filled) }
        : node;

    private static CutNode Moved(CutNode node, Length x, Length y)
    {
        var box = node.Box with { X = node.Box.X + x, Y = node.Box.Y + y };
        return node is SplitNode split
            ? split with
            {
                Box = box,
                Off = Moved(split.Off, x, y),
                Rest = Moved(split.Rest, x, y),
            }
            : node with
            {
                Box = box,
            };
    }
}
