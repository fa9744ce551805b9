using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Writes a pattern as a person at the trimmer works: cut by cut, each part with a name until it is a piece.</summary>
public static class TrimmerProgramme
{
    /// <summary>
    /// The cuts of a pattern in order. The fence is moved as rarely as can be: every part that waits for a setting is cut at it before another is set; then the part cut
    /// last is taken up first.
    /// </summary>
    public static IReadOnlyList<TrimmerCut> Of(CutNode root)
    {
        var (names, order) = Work(root);
        return [.. order.Select((split, i) => new TrimmerCut(i + 1, names[split], split.Fence, split.Setting, [names[split.Off], names[split.Rest]], split.Box))];
    }

    /// <summary>For each part, the order of the cut it comes of.</summary>
    public static IReadOnlyDictionary<CutNode, int> OffAt(CutNode root)
    {
        var off = new Dictionary<CutNode, int>(ReferenceEqualityComparer.Instance);
        foreach (var (cut, i) in Work(root).Order.Select((cut, i) => (cut, i))) (off[cut.Off], off[cut.Rest]) = (i + 1, i + 1);
        return off;
    }

    // The splits in the order they are cut, and the names of all parts, given as they come to the table.
    private static (Dictionary<CutNode, string> Names, List<SplitNode> Order) Work(CutNode root)
    {
        var names = new Namer(root);
        var (order, waiting) = (new List<SplitNode>(), new List<SplitNode>());
        if (root is SplitNode whole) waiting.Add(whole);
        while (waiting.Count > 0)
        {
            var last = order.Count > 0 ? order[^1] : null;
            var next = waiting.FindLastIndex(w => w.Setting == last?.Setting && w.Fence == last.Fence);
            if (next < 0) next = waiting.FindLastIndex(w => w.Setting == last?.Setting);
            if (next < 0) next = waiting.Count - 1;
            var cut = waiting[next];
            waiting.RemoveAt(next);
            order.Add(cut);
            foreach (var part in new[] { cut.Rest, cut.Off })
                if (part is SplitNode split) waiting.Add(split);
            names.Name(cut.Off);
            names.Name(cut.Rest);
        }
        return (names.All, order);
    }

    /// <summary>The offcuts worth keeping, with their names.</summary>
    public static IReadOnlyList<NamedBox> Offcuts(CutNode root)
    {
        var names = Work(root).Names;
        return [.. root.All().OfType<OffcutNode>().Where(n => n.IsUseful || n.IsTearStrip).Select(n => new NamedBox(names[n], n.Box))];
    }

    /// <summary>
    /// Cuts a sheet by the programme and tells what lies on the table in the end, by name. Knows nothing of the plan but the sheet's size.
    /// </summary>
    /// <exception cref="InvalidOperationException">A cut names a part that is not on the table, or runs outside it.</exception>
    public static IReadOnlyDictionary<string, IReadOnlyList<Box>> Replay(Size sheet, IReadOnlyList<TrimmerCut> cuts)
    {
        var table = new List<NamedBox> { new("sheet", new(Length.Zero, Length.Zero, sheet)) };
        foreach (var cut in cuts.OrderBy(c => c.Order))
        {
            var at = table.FindLastIndex(p => p.Name == cut.Part);
            if (at < 0) throw new InvalidOperationException($"Cut {cut.Order} wants {cut.Part}, which is not on the table.");
            var (off, rest) = SplitNode.Halve(table[at].Box, cut.Fence, cut.Setting);
            table.RemoveAt(at);
            table.Add(new(cut.Gives[1], rest));
            table.Add(new(cut.Gives[0], off));
        }
        return table.GroupBy(p => p.Name).ToDictionary(g => g.Key, g => (IReadOnlyList<Box>)[.. g.Select(p => p.Box)]);
    }

    // Pieces go by their labels; parts still to be cut by letters; offcuts by a number; scraps by that word.
    private sealed class Namer
    {
        private int _parts;
        private int _offcuts;

        public Namer(CutNode root)
        {
            if (root is SplitNode) All[root] = "sheet";
            else Name(root);
        }

        public Dictionary<CutNode, string> All { get; } = new(ReferenceEqualityComparer.Instance);

        public void Name(CutNode node) => All[node] = node switch
        {
            PieceNode piece => piece.Piece.Id,
            OffcutNode { IsTearStrip: true } => "tear strip",
            OffcutNode { IsUseful: true } => $"offcut {++_offcuts}",
            OffcutNode => "scrap",
            _ => Letters(_parts++),
        };
    }

    private static string Letters(int n) => n < 26 ? ((char)('a' + n)).ToString() : Letters(n / 26 - 1) + (char)('a' + n % 26);
}
