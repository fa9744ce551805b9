using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Writes a pattern as a person at the trimmer works: cut by cut, each part with a name until it is a piece.</summary>
public static class TrimmerProgramme
{
    /// <summary>The cuts of a pattern in order. A part is worked off before the rest is taken up again.</summary>
    public static IReadOnlyList<TrimmerCut> Of(CutNode root)
    {
        var names = Names(root);
        return [.. root.All().OfType<SplitNode>().Select((split, i) =>
            new TrimmerCut(i + 1, names[split], split.Fence, split.Setting, [names[split.Off], names[split.Rest]], split.Box))];
    }

    /// <summary>The offcuts worth keeping, with their names.</summary>
    public static IReadOnlyList<NamedBox> Offcuts(CutNode root)
    {
        var names = Names(root);
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
    private static Dictionary<CutNode, string> Names(CutNode root)
    {
        var names = new Dictionary<CutNode, string>(ReferenceEqualityComparer.Instance);
        var (parts, offcuts) = (0, 0);
        foreach (var node in root.All())
        {
            names[node] = node switch
            {
                _ when ReferenceEquals(node, root) && node is SplitNode => "sheet",
                PieceNode piece => piece.Piece.Id,
                OffcutNode { IsTearStrip: true } => "tear strip",
                OffcutNode { IsUseful: true } => $"offcut {++offcuts}",
                OffcutNode => "scrap",
                _ => Letters(parts++),
            };
        }
        return names;
    }

    private static string Letters(int n) => n < 26 ? ((char)('a' + n)).ToString() : Letters(n / 26 - 1) + (char)('a' + n % 26);
}
