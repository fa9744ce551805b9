using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Writes a pattern as a person at the trimmer works: cut by cut, each part with a name until it is a piece.</summary>
public static class TrimmerProgramme
{
    /// <summary>
    /// The cuts of a pattern in order. The fence is moved as rarely as can be: every part that waits for a setting is cut at it before
    /// another is set; then the part cut last is taken up first.
    /// </summary>
    public static IReadOnlyList<TrimmerCut> Of(CutNode root)
    {
        var (names, order) = Work(root);
        var cuts = order
            .Select(
                (split, i) =>
                    new TrimmerCut(i + 1, names[split], split.Fence, split.Setting, [names[split.Off], names[split.Rest]], split.Box)
            )
            .ToList();
        foreach (var piece in root.All().OfType<PieceNode>())
            cuts.AddRange(Gutting(piece, names[piece], cuts.Count));
        return cuts;
    }

    // Once all pieces lie free: four cuts from mark to mark at one setting, the piece turned between them.
    private static IEnumerable<TrimmerCut> Gutting(PieceNode node, PaperPart name, int before)
    {
        if (node.Piece.Gut is not { } border || node.Box.Inset(border) is null)
            yield break;
        foreach (var (edge, i) in new[] { Edge.Left, Edge.Top, Edge.Right, Edge.Bottom }.Select((edge, i) => (edge, i)))
        {
            var run = node.Box.Along(edge.Axis() == Axis.Across ? Axis.Down : Axis.Across).Extent;
            yield return new(
                before + i + 1,
                name,
                edge,
                border,
                i == 3 ? [node.Piece.Inside, name] : [],
                node.Box,
                new(border, run - border)
            );
        }
    }

    /// <summary>For each part, the order of the cut it comes of.</summary>
    public static IReadOnlyDictionary<CutNode, int> OffAt(CutNode root)
    {
        var off = new Dictionary<CutNode, int>(ReferenceEqualityComparer.Instance);
        foreach (var (cut, i) in Work(root).Order.Select((cut, i) => (cut, i)))
            (off[cut.Off], off[cut.Rest]) = (i + 1, i + 1);
        return off;
    }

    // The splits in the order they are cut, and the names of all parts, given as they come to the table.
    private static (Dictionary<CutNode, PaperPart> Names, List<SplitNode> Order) Work(CutNode root)
    {
        var names = new Namer(root);
        var (order, waiting) = (new List<SplitNode>(), new List<SplitNode>());
        if (root is SplitNode whole)
            waiting.Add(whole);
        while (waiting.Count > 0)
        {
            var last = order.Count > 0 ? order[^1] : null;
            var next = waiting.FindLastIndex(w => w.Setting == last?.Setting && w.Fence == last.Fence);
            if (next < 0)
                next = waiting.FindLastIndex(w => w.Setting == last?.Setting);
            if (next < 0)
                next = waiting.Count - 1;
            var cut = waiting[next];
            waiting.RemoveAt(next);
            order.Add(cut);
            foreach (var part in new[] { cut.Rest, cut.Off })
                if (part is SplitNode split)
                    waiting.Add(split);
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
    /// Cuts a sheet by the programme and tells what lies on the table in the end, by name; a piece whose inside is cut out keeps its outer
    /// box. Knows nothing of the plan but the sheet's size.
    /// </summary>
    /// <exception cref="InvalidOperationException">A cut names a part that is not on the table, runs outside it, or leaves an inside partly
    /// cut out.</exception>
    public static IReadOnlyDictionary<string, IReadOnlyList<Box>> Replay(Size sheet, IReadOnlyList<TrimmerCut> cuts)
    {
        var table = new List<OnTable> { new(PaperPart.Sheet, new(Length.Zero, Length.Zero, sheet)) };
        foreach (var cut in cuts.OrderBy(c => c.Order))
        {
            var at = table.FindLastIndex(p => p.Name == cut.Part && p.Plunged.Count < 4);
            // A whole sheet that is a piece is called by its label once its inside is cut.
            if (at < 0 && cut.Plunge is not null && table is [{ Name.Role: PartRole.Sheet } whole])
            {
                table[0] = whole with { Name = cut.Part };
                at = 0;
            }
            if (at < 0)
                throw new InvalidOperationException($"Cut {cut.Order} wants {cut.Part}, which is not on the table.");
            if (cut.Plunge is { } plunge)
            {
                if (table[at].Plunge(cut, plunge) is { } inside)
                    table.Add(new(cut.Gives[0], inside));
                continue;
            }
            if (table[at].Plunged.Count > 0)
                throw new InvalidOperationException($"Cut {cut.Order} would run through {cut.Part}, which is partly cut out.");
            var (off, rest) = SplitNode.Halve(table[at].Box, cut.Fence, cut.Setting);
            table.RemoveAt(at);
            table.Add(new(cut.Gives[1], rest));
            table.Add(new(cut.Gives[0], off));
        }
        if (table.FirstOrDefault(p => p.Plunged.Count is > 0 and < 4) is { } open)
            throw new InvalidOperationException($"The inside of {open.Name} is only partly cut out.");
        return table.GroupBy(p => p.Name.Text).ToDictionary(g => g.Key, g => (IReadOnlyList<Box>)[.. g.Select(p => p.Box)]);
    }

    private sealed record OnTable(PaperPart Name, Box Box)
    {
        public Dictionary<Edge, (Length At, PlungeCut Run)> Plunged { get; } = [];

        // The inside, once the fourth cut frees it: the four lines have to meet at its corners and nowhere else.
        public Box? Plunge(TrimmerCut cut, PlungeCut run)
        {
            if (!Plunged.TryAdd(cut.Fence, (cut.Setting, run)))
                throw new InvalidOperationException($"Cut {cut.Order} is made twice in {Name}.");
            if (Plunged.Count < 4)
                return null;
            var (left, top) = (Plunged[Edge.Left].At, Plunged[Edge.Top].At);
            var (right, bottom) = (Box.Width - Plunged[Edge.Right].At, Box.Height - Plunged[Edge.Bottom].At);
            bool Meets(Edge edge, Length start, Length end) => Plunged[edge].Run == new PlungeCut(start, end);
            if (
                !Meets(Edge.Left, top, bottom)
                || !Meets(Edge.Right, top, bottom)
                || !Meets(Edge.Top, left, right)
                || !Meets(Edge.Bottom, left, right)
            )
                throw new InvalidOperationException($"The cuts inside {Name} do not meet at its corners.");
            return new(Box.X + left, Box.Y + top, right - left, bottom - top);
        }
    }

    // Pieces go by their labels; parts still to be cut by letters; offcuts by a number; scraps by that word.
    private sealed class Namer
    {
        private readonly HashSet<string> _labels;
        private int _parts;
        private int _offcuts;

        public Namer(CutNode root)
        {
            _labels = root.All().OfType<PieceNode>().Select(p => p.Piece.Id).ToHashSet(StringComparer.OrdinalIgnoreCase);
            if (root is SplitNode)
                All[root] = PaperPart.Sheet;
            else
                Name(root);
        }

        public Dictionary<CutNode, PaperPart> All { get; } = new(ReferenceEqualityComparer.Instance);

        public void Name(CutNode node) =>
            All[node] = node switch
            {
                PieceNode piece => PaperPart.Piece(piece.Piece.Id),
                OffcutNode { IsTearStrip: true } => PaperPart.TearStrip,
                OffcutNode { IsUseful: true } => PaperPart.Offcut(++_offcuts),
                OffcutNode => PaperPart.Scrap,
                _ => PaperPart.Uncut(FreeLetter()),
            };

        // A part is never called what a piece on this sheet is called.
        private string FreeLetter()
        {
            string letters;
            do letters = Letters(_parts++);
            while (_labels.Contains(letters));
            return letters;
        }
    }

    private static string Letters(int n) => n < 26 ? ((char)('a' + n)).ToString() : Letters(n / 26 - 1) + (char)('a' + n % 26);
}
