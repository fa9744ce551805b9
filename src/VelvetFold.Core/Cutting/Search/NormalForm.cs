using System.Globalization;
using System.Text;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>Turns found patterns into sheets as a person cuts them: strips of one width beside each other, all waste of a row in one
/// offcut, and every piece with its name.</summary>
internal sealed class NormalForm
{
    private readonly CutGrid _grid;
    private readonly int[][] _left;

    private NormalForm(CutGrid grid)
    {
        _grid = grid;
        _left = [.. Enumerable.Range(0, grid.Pieces.Count).Select(k => grid.DemandsOf(k).Select(d => d.Quantity).ToArray())];
    }

    /// <summary>The patterns with their pieces named, each so often as all its names are still wanted.</summary>
    /// <param name="room">Where on the sheet the grid lies.</param>
    public static IReadOnlyList<(CutNode Root, int Times)> Of(CutGrid grid, IReadOnlyList<(GridPattern Pattern, int Times)> plan, Box room)
    {
        var handed = new NormalForm(grid);
        var sheets = new List<(CutNode, int)>();
        foreach (
            var (pattern, times) in PlanSearch
                .Exactly(grid, plan)
                .OrderByDescending(p => p.Times)
                .ThenByDescending(p => p.Pattern.Used(grid))
        )
        {
            var tree = Plain(pattern.Root);
            for (var left = times; left > 0; )
            {
                var (root, often) = handed.Named(tree, room, left);
                sheets.Add((root, often));
                left -= often;
            }
        }
        return sheets;
    }

    /// <summary>
    /// The same sheet with all cuts of one direction side by side: equal parts next to each other, the larger first, waste together at the
    /// end. A field of equal rows is cut the other way where its columns then line up with what lies beside it: fewer settings.
    /// </summary>
    public static GridNode Plain(GridNode node)
    {
        if (node.First is null)
            return node;
        var (raw, parts) = (new List<GridNode>(), new List<GridNode>());
        Collect(node, node.Upright, raw);
        foreach (var part in raw.Select(Plain))
        {
            if (part.First is not null && part.Upright != node.Upright && Crossed(part) is { } columns)
                parts.AddRange(columns);
            else if (part.First is not null && part.Upright == node.Upright)
                Collect(part, node.Upright, parts);
            else
                parts.Add(part);
        }
        int Extent(GridNode part) => node.Upright ? part.Width : part.Height;
        var held = parts.Where(p => !p.IsFree).OrderByDescending(Extent).ThenBy(Signature, StringComparer.Ordinal).ToList();
        if (held.Count == 0)
            return new(node.Width, node.Height);
        return Joined(node.Width, node.Height, node.Upright, held, 0);
    }

    // Rows that are all cut at the same places, as columns; null where they are not.
    private static List<GridNode>? Crossed(GridNode node)
    {
        var rows = new List<GridNode>();
        Collect(node, node.Upright, rows);
        var cells = rows.Select(row =>
            {
                var across = new List<GridNode>();
                Collect(row, !node.Upright, across);
                return across;
            })
            .ToList();
        int Extent(GridNode cell) => node.Upright ? cell.Height : cell.Width;
        if (
            cells[0].Count < 2
            || cells.Any(row => row.Count != cells[0].Count || row.Zip(cells[0], (a, b) => Extent(a) != Extent(b)).Any(differ => differ))
        )
            return null;
        return
        [
            .. Enumerable
                .Range(0, cells[0].Count)
                .Select(at =>
                    node.Upright
                        ? Joined(node.Width, Extent(cells[0][at]), true, [.. cells.Select(row => row[at])], 0)
                        : Joined(Extent(cells[0][at]), node.Height, false, [.. cells.Select(row => row[at])], 0)
                ),
        ];
    }

    private static GridNode Joined(int width, int height, bool upright, List<GridNode> parts, int at)
    {
        if (at == parts.Count)
            return new(width, height);
        var extent = upright ? parts[at].Width : parts[at].Height;
        if (extent == (upright ? width : height))
            return parts[at];
        var node = new GridNode(width, height);
        node.Join(
            upright,
            parts[at],
            upright ? Joined(width - extent, height, true, parts, at + 1) : Joined(width, height - extent, false, parts, at + 1)
        );
        return node;
    }

    private static void Collect(GridNode node, bool upright, List<GridNode> parts)
    {
        if (node.First is null || node.Upright != upright)
            parts.Add(node);
        else
        {
            Collect(node.First, upright, parts);
            Collect(node.Second!, upright, parts);
        }
    }

    private static string Signature(GridNode node)
    {
        var text = new StringBuilder();
        Write(node);
        return text.ToString();

        void Write(GridNode at)
        {
            if (at.First is null)
            {
                if (at.Kind < 0)
                    text.Append('-');
                else
                    text.Append(CultureInfo.InvariantCulture, $"{at.Kind:D5}");
                return;
            }
            text.Append(at.Upright ? '|' : '_');
            text.Append(CultureInfo.InvariantCulture, $"{(at.Upright ? at.First.Width : at.First.Height):D7}(");
            Write(at.First);
            text.Append(',');
            Write(at.Second!);
            text.Append(')');
        }
    }

    // Each place takes the piece of its kind that is still wanted most; the sheet is cut so often as every one of them lasts.
    private (CutNode Root, int Times) Named(GridNode tree, Box room, int most)
    {
        var taken = new Dictionary<(int Kind, int Demand), int>();
        var places = new Queue<int>();
        Choose(tree);
        var times = taken.Min(t => _left[t.Key.Kind][t.Key.Demand] / t.Value);
        times = Math.Clamp(times, 1, most);
        foreach (var ((kind, demand), n) in taken)
            _left[kind][demand] -= n * times;
        return (
            Rest(
                room,
                Edge.Left,
                _grid.Length(_grid.Width),
                wide => Rest(wide, Edge.Top, _grid.Length(_grid.Height), box => Node(tree, box))
            ),
            times
        );

        // What of the sheet is no whole step comes off first.
        static CutNode Rest(Box box, Edge fence, Length used, Func<Box, CutNode> then)
        {
            if (box.Along(fence.Axis()).Extent == used)
                return then(box);
            var (off, rest) = SplitNode.Halve(box, fence, used);
            return new SplitNode(box, fence, then(off), new OffcutNode(rest));
        }

        void Choose(GridNode node)
        {
            if (node.Kind >= 0)
            {
                var kind = node.Kind;
                var demand = Enumerable.Range(0, _left[kind].Length).MaxBy(d => _left[kind][d] / (taken.GetValueOrDefault((kind, d)) + 1));
                taken[(kind, demand)] = taken.GetValueOrDefault((kind, demand)) + 1;
                places.Enqueue(demand);
            }
            else if (node.First is not null)
            {
                Choose(node.First);
                Choose(node.Second!);
            }
        }

        CutNode Node(GridNode node, Box box)
        {
            if (node.Kind >= 0)
                return new PieceNode(box, _grid.DemandsOf(node.Kind)[places.Dequeue()], node.Turned);
            if (node.First is null)
                return new OffcutNode(box);
            var fence = node.Upright ? Edge.Left : Edge.Top;
            var (off, rest) = SplitNode.Halve(box, fence, _grid.Length(node.Upright ? node.First.Width : node.First.Height));
            var first = Node(node.First, off);
            return new SplitNode(box, fence, first, Node(node.Second!, rest));
        }
    }
}
