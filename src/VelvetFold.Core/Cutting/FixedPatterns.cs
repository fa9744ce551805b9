using VelvetFold.Core.Cutting.Search;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Cuts the sheets that a designer keeps as they are, so far as what lies on them is still wanted.</summary>
/// <param name="Patterns">The kept sheets as patterns.</param>
/// <param name="Left">What is still to be planned.</param>
/// <param name="Stale">Kept sheets that no longer fit what is wanted.</param>
internal sealed record FixedPatterns(IReadOnlyList<CutPattern> Patterns, IReadOnlyList<Demand> Left, IReadOnlyList<StaleSheet> Stale)
{
    public static FixedPatterns Of(StockSheet sheet, IReadOnlyList<Demand> pieces, Length? longestCut)
    {
        if (sheet.Kept.Count == 0)
            return new([], pieces, []);
        var (patterns, stale, wanted) = (new List<CutPattern>(), new List<StaleSheet>(), pieces.ToDictionary(p => p.Id, p => p.Quantity));
        var demands = pieces.ToDictionary(p => p.Id);
        foreach (var (kept, place) in sheet.Kept.Select((kept, place) => (kept, place)))
        {
            var good = kept.Pieces.Where(p => demands.TryGetValue(p.Piece, out var demand) && IsAsWanted(demand, p)).ToHashSet();
            var room = sheet.Trims.Usable(sheet.Size);
            var leaves = kept
                .Pieces.Select(p => good.Contains(p) ? new PieceNode(p.Box, demands[p.Piece], p.Turned) : (CutNode)new OffcutNode(p.Box))
                .ToList();
            var root = kept.Pieces.All(p => room.Contains(p.Box)) ? Tree(room, leaves, longestCut) : null;
            var counts = good.CountBy(p => p.Piece).ToDictionary();
            var most = counts.Count == 0 || root is null ? 0 : counts.Min(c => wanted[c.Key] / c.Value);
            // What is cut is cut; the rest is only cut if all of it is wanted.
            var times = Math.Min(most, good.Count == kept.Pieces.Count ? kept.Times : kept.Cut);
            if (times < kept.Times)
                stale.Add(
                    new(
                        place,
                        [
                            .. kept
                                .Pieces.Where(p => !good.Contains(p) || counts[p.Piece] * kept.Times > wanted[p.Piece])
                                .Select(p => p.Piece)
                                .Distinct(),
                        ]
                    )
                );
            if (times == 0)
                continue;
            foreach (var (id, n) in counts)
                wanted[id] -= n * times;
            patterns.Add(new(sheet.Id, times, root!) { IsKept = true, Cut = Math.Min(kept.Cut, times) });
        }
        return new(patterns, [.. pieces.Select(p => p with { Quantity = wanted[p.Id] }).Where(p => p.Quantity > 0)], stale);
    }

    private static bool IsAsWanted(Demand demand, KeptPiece piece) =>
        piece.Box.Size == (piece.Turned ? demand.Size.Turned : demand.Size)
        && (!piece.Turned || demand.Turn == Turn.Free)
        && (demand.At is not { } at || at.Contains(piece.Box));

    /// <summary>The cuts that part a sheet into these boxes and what lies between them; null where no cuts from edge to edge do.</summary>
    /// <param name="first">The way to cut first wherever there is a choice; none for the one with more cuts.</param>
    public static CutNode? Tree(Box room, IReadOnlyList<CutNode> leaves, Length? longestCut, Axis? first = null)
    {
        if (leaves.Count == 0)
            return new OffcutNode(room);
        if (leaves is [var only] && only.Box == room)
            return only;
        var across = Places(room, leaves, Axis.Across, longestCut);
        var down = Places(room, leaves, Axis.Down, longestCut);
        if (across.Count == 0 && down.Count == 0)
            return null;
        // Any cut that runs through no piece is a safe one; the way with more of them gives strips that share their settings.
        var byAcross = down.Count == 0 || (across.Count > 0 && (first is { } wish ? wish == Axis.Across : across.Count >= down.Count));
        var (axis, at) = byAcross ? (Axis.Across, across[0]) : (Axis.Down, down[0]);
        var fence = axis == Axis.Across ? Edge.Left : Edge.Top;
        var (off, rest) = SplitNode.Halve(room, fence, at - room.Along(axis).Start);
        return
            Tree(off, [.. leaves.Where(l => off.Contains(l.Box))], longestCut, first) is { } one
            && Tree(rest, [.. leaves.Where(l => rest.Contains(l.Box))], longestCut, first) is { } other
            ? new SplitNode(room, fence, one, other)
            : null;
    }

    private static List<Length> Places(Box room, IReadOnlyList<CutNode> leaves, Axis axis, Length? longestCut)
    {
        if (longestCut is { } longest && room.Along(axis == Axis.Across ? Axis.Down : Axis.Across).Extent > longest)
            return [];
        var (start, end) = (room.Along(axis).Start, room.Along(axis).End);
        var spans = leaves.Select(l => (l.Box.Along(axis).Start, l.Box.Along(axis).End)).OrderBy(s => s.Start).ToList();
        var (places, reach) = (new List<Length>(), start);
        // Swept from the start: a cut runs through nothing where all that began before it has ended.
        foreach (var span in spans)
        {
            if (span.Start >= reach)
            {
                Add(reach);
                Add(span.Start);
            }
            reach = Length.Max(reach, span.End);
        }
        Add(reach);
        return places;

        void Add(Length at)
        {
            if (at > start && at < end && (places.Count == 0 || at > places[^1]))
                places.Add(at);
        }
    }

    /// <summary>
    /// Lays a piece on a sheet with what lies there; what finds no room any more is left for the planner. Null where the piece does not
    /// fit the sheet at all, or one of them has a place of its own on it.
    /// </summary>
    /// <param name="there">What lies on the sheet, so often as it lies there.</param>
    public static IReadOnlyList<KeptPiece>? Lay(StockSheet sheet, IReadOnlyList<Demand> there, Demand piece, Length? longestCut)
    {
        var room = sheet.Trims.Usable(sheet.Size);
        var wanted = there.Append(piece).GroupBy(d => d.Id).Select(g => g.First() with { Quantity = g.Count() }).ToList();
        if (wanted.Any(d => d.At is not null || !CutPlanner.Fits(d, room.Size, longestCut)))
            return null;
        var grid = CutGrid.Of(room.Size, wanted, longestCut);
        var packer = new SheetPacker(grid, new WorkBudget(1_000, 1_000), seed: 0);
        var own = Enumerable.Range(0, grid.Pieces.Count).First(k => grid.DemandsOf(k).Any(d => d.Id == piece.Id));
        // The largest of what lies there gives way first, until the piece finds room.
        int[] others =
        [
            .. there.Select(d => Enumerable.Range(0, grid.Pieces.Count).First(k => grid.DemandsOf(k).Any(o => o.Id == d.Id))).Order(),
        ];
        GridPattern? best = null;
        for (var less = 0; best is null && less <= others.Length; less++)
        {
            int[] pieces = [own, .. others.Skip(less)];
            for (var attempt = 0; attempt < 300 && (best is null || best.Counts.Sum() < pieces.Length); attempt++)
            {
                var pattern = GridPattern.Of(packer.PackOne([.. pieces]).Root, grid.Pieces.Count);
                if (pattern.Counts[own] == 0)
                    continue;
                if (best is null || (pattern.Counts.Sum(), pattern.Used(grid)).CompareTo((best.Counts.Sum(), best.Used(grid))) > 0)
                    best = pattern;
            }
        }
        if (best is null)
            return null;
        var (tree, _) = NormalForm.Of(grid, [(best, 1)], room)[0];
        var laid = tree.All().OfType<PieceNode>().Select(n => new KeptPiece(n.Piece.Id, n.Box, n.Turned)).ToList();
        if (laid.All(p => p.Piece != piece.Id))
        {
            // Of equal pieces another one was named.
            var equal = laid.FindIndex(p => wanted.Single(d => d.Id == p.Piece) is var d && d.Size == piece.Size && d.Turn == piece.Turn);
            laid[equal] = laid[equal] with { Piece = piece.Id };
        }
        return laid;
    }
}
