namespace VelvetFold.Core.Cutting;

/// <summary>Plans put together from other plans of the same paper.</summary>
internal static class PlanSums
{
    /// <summary>Two plans one after the other, as one that cuts just what an order wants; null where they do not cut all of it.</summary>
    public static SheetPlan? Of(SheetPlan first, SheetPlan second, CuttingInstance order) =>
        Exactly(first with { Patterns = [.. first.Patterns, .. second.Patterns.Select(p => Named(p, order)).OfType<CutPattern>()] }, order);

    /// <summary>A plan for more, as one that cuts just what an order wants; null where it does not cut all of it.</summary>
    public static SheetPlan? Without(SheetPlan plan, CuttingInstance order) => Exactly(plan, order);

    private static SheetPlan? Exactly(SheetPlan plan, CuttingInstance order)
    {
        var wanted = order.Pieces.ToDictionary(p => p.Id, p => p.Quantity);
        var patterns = new List<CutPattern>();
        foreach (var pattern in plan.Patterns.OrderByDescending(p => p.IsKept))
        {
            var counts = Pieces(pattern.Root).CountBy(p => p.Piece.Id).ToDictionary();
            if (counts.Keys.Any(id => !wanted.ContainsKey(id)))
                return null;
            // So often as all of it is wanted, and once more with what is still wanted of it.
            var whole = Math.Min(pattern.Times, counts.Min(c => wanted[c.Key] / c.Value));
            if (whole > 0)
                patterns.Add(pattern with { Times = whole, Cut = Math.Min(pattern.Cut, whole) });
            foreach (var (id, n) in counts)
                wanted[id] -= n * whole;
            for (var left = pattern.Times - whole; left > 0 && counts.Keys.Any(id => wanted[id] > 0); left--)
                patterns.Add(new(pattern.Sheet, 1, Kept(pattern.Root, wanted)) { From = pattern.From, AtOnce = 1 });
        }
        var sheets = patterns.Where(p => p.From is null).Sum(p => p.Times);
        return wanted.Values.Any(n => n > 0) || !AreThere(patterns, order.Sheets[0], sheets)
            ? null
            : plan with
            {
                Patterns = patterns,
                SheetsUsed = sheets,
                Shortfall = [],
            };
    }

    /// <summary>Whether there are as many of every remnant as are cut of it; every sheet gives its tear strip.</summary>
    public static bool AreThere(IEnumerable<CutPattern> patterns, StockSheet sheet, int sheets) =>
        patterns
            .Where(p => p.From is not null)
            .GroupBy(p => p.From!)
            .All(g =>
                g.Sum(p => p.Times)
                <= (g.Key.Role == PartRole.TearStrip ? sheets : sheet.Remnants.FirstOrDefault(e => e.Source == g.Key)?.Count ?? 0)
            );

    private static IEnumerable<PieceNode> Pieces(CutNode root) => root.All().OfType<PieceNode>();

    // A piece that is not wanted any more is left in the paper.
    private static CutNode Kept(CutNode node, Dictionary<string, int> wanted)
    {
        if (node is PieceNode piece)
            return wanted[piece.Piece.Id]-- > 0 ? piece : Unwanted(piece, wanted);
        if (node is not SplitNode split)
            return node;
        var (off, rest) = (Kept(split.Off, wanted), Kept(split.Rest, wanted));
        return off is OffcutNode { IsTearStrip: false } && rest is OffcutNode { IsTearStrip: false }
            ? new OffcutNode(split.Box)
            : split with
            {
                Off = off,
                Rest = rest,
            };
    }

    private static OffcutNode Unwanted(PieceNode piece, Dictionary<string, int> wanted)
    {
        wanted[piece.Piece.Id]++;
        return new(piece.Box);
    }

    // The same pattern with the pieces as the larger order names them.
    private static CutPattern? Named(CutPattern pattern, CuttingInstance order)
    {
        var demands = order.Pieces.ToDictionary(p => p.Id);
        CutNode? Renamed(CutNode node) =>
            node switch
            {
                PieceNode piece => demands.TryGetValue(piece.Piece.Id, out var demand) ? piece with { Piece = demand } : null,
                SplitNode split => Renamed(split.Off) is { } off && Renamed(split.Rest) is { } rest
                    ? split with
                    {
                        Off = off,
                        Rest = rest,
                    }
                    : null,
                _ => node,
            };
        return Renamed(pattern.Root) is { } root
            ? new(pattern.Sheet, pattern.Times, root) { From = pattern.From, AtOnce = pattern.AtOnce }
            : null;
    }
}
