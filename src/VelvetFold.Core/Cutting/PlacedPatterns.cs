using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Sheets for the pieces that are cut from a place of their own: as few as were found, each with as many of them as lie clear of
/// each other and are parted by cuts from edge to edge.</summary>
/// <param name="Patterns">The sheets; what lies between their pieces is still whole.</param>
/// <param name="LowerBound">So many sheets are needed at least.</param>
internal sealed record PlacedPatterns(IReadOnlyList<CutPattern> Patterns, int LowerBound)
{
    public int Sheets => Patterns.Sum(p => p.Times);

    public static PlacedPatterns Of(StockSheet sheet, IReadOnlyList<Demand> placed, Length? longestCut)
    {
        var room = CutPlanner.Usable(sheet);
        var places = placed.ToDictionary(d => d.Id, d => (IReadOnlyList<Box>)[.. d.At!.Where(room.Contains)]);
        var (left, patterns) = (placed.ToDictionary(d => d.Id, d => d.Quantity), new List<CutPattern>());
        while (placed.Where(d => left[d.Id] > 0).ToList() is { Count: > 0 } open)
        {
            var leaves = new List<PieceNode>();
            // What has the fewest places to choose from first, then what is wanted most often.
            foreach (
                var demand in open.OrderBy(d => places[d.Id].Count).ThenByDescending(d => left[d.Id]).ThenByDescending(d => d.Size.Area)
            )
            foreach (var box in places[demand.Id])
                if (
                    leaves.Count(l => l.Piece.Id == demand.Id) < left[demand.Id]
                    && !leaves.Exists(l => l.Box.Overlaps(box))
                    && Tree(room, [.. leaves, new PieceNode(box, demand, false)], longestCut) is not null
                )
                    leaves.Add(new(box, demand, false));
            var counts = leaves.CountBy(l => l.Piece.Id).ToDictionary();
            var times = counts.Min(c => left[c.Key] / c.Value);
            foreach (var (id, n) in counts)
                left[id] -= n * times;
            patterns.Add(new(sheet.Id, times, Tree(room, leaves, longestCut)!));
        }
        return new(patterns, Least(placed, places));
    }

    // Of the ways to part them the one that leaves the largest pieces of paper whole; by knife where the trimmer is too short.
    private static CutNode? Tree(Box room, IReadOnlyList<CutNode> leaves, Length? longestCut) =>
        new Axis?[] { null, Axis.Across, Axis.Down }
            .Select(first => FixedPatterns.Tree(room, leaves, longestCut, first))
            .OfType<CutNode>()
            .MaxBy(root => root.All().OfType<OffcutNode>().Sum(o => (double)o.Box.Size.Area * (double)o.Box.Size.Area))
        ?? (longestCut is null ? null : Tree(room, leaves, null));

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

    /// <summary>The same sheets with what lies between their pieces filled by others; and what is left of those.</summary>
    public (IReadOnlyList<CutPattern> Patterns, IReadOnlyList<Demand> Left) Filled(
        Func<Size, IReadOnlyList<Demand>, CutPattern?> fill,
        IReadOnlyList<Demand> others
    )
    {
        var (done, open) = (new List<CutPattern>(), new Stack<(CutPattern Pattern, int Looked)>(Patterns.Reverse().Select(p => (p, 0))));
        while (open.TryPop(out var next))
        {
            var (pattern, looked) = next;
            if (
                pattern.Root.All().OfType<OffcutNode>().OrderByDescending(o => o.Box.Size.Area).Skip(looked).FirstOrDefault() is not { } gap
            )
            {
                done.Add(pattern);
                continue;
            }
            if (fill(gap.Box.Size, others) is not { } filled)
            {
                open.Push((pattern, looked + 1));
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
            open.Push((new(pattern.Sheet, times, With(pattern.Root, gap, filled.Root)), 0));
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
