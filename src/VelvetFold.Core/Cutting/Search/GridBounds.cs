namespace VelvetFold.Core.Cutting.Search;

/// <summary>How many sheets any plan needs at the least, from the sizes alone; the plan is not looked at.</summary>
internal static class GridBounds
{
    /// <summary>
    /// The largest of the area bound, the number of pieces that have to lie apart, and the bounds by dual feasible functions of both sides
    /// (Fekete and Schepers, 2004; the first family gives the bound L2 of Martello and Vigo, 1998; the second is that of Carlier, Clautiaux
    /// and Moukrim, 2007). A piece that may be turned counts the way it counts less.
    /// </summary>
    public static int Sheets(CutGrid grid)
    {
        var best = Apart(grid);
        var (across, down) = (Functions(grid.Width, grid.Pieces.SelectMany(Sides)), Functions(grid.Height, grid.Pieces.SelectMany(Sides)));
        foreach (var f in across)
        foreach (var g in down)
        {
            var whole = (Int128)f.Whole * g.Whole;
            var sum = Int128.Zero;
            foreach (var piece in grid.Pieces)
            {
                var straight =
                    piece.Width <= grid.Width && piece.Height <= grid.Height
                        ? (Int128)f.Of(piece.Width) * g.Of(piece.Height)
                        : Int128.MaxValue;
                var turned = piece.MayTurn ? (Int128)f.Of(piece.Height) * g.Of(piece.Width) : Int128.MaxValue;
                sum += Int128.Min(straight, turned) * piece.Wanted;
            }
            best = Math.Max(best, (long)((sum + whole - 1) / whole));
        }
        return (int)best;
    }

    // Pieces no two of which fit one sheet, whichever way they lie, take a sheet each: the heaviest such set that greed finds from
    // every kind.
    private static long Apart(CutGrid grid)
    {
        var pieces = grid.Pieces;
        // Two of one kind first: as many sheets as are wanted of it, or one.
        var weights = pieces.Select(p => Conflict(grid, p, p) ? (long)p.Wanted : 1).ToArray();
        int[] order = [.. Enumerable.Range(0, pieces.Count).OrderByDescending(k => weights[k])];
        var best = 0L;
        foreach (var first in order.Take(60))
        {
            var (set, weight) = (new List<int> { first }, weights[first]);
            foreach (var k in order)
                if (k != first && set.TrueForAll(s => Conflict(grid, pieces[s], pieces[k])))
                {
                    set.Add(k);
                    weight += weights[k];
                }
            best = Math.Max(best, weight);
        }
        return best;
    }

    private static bool Conflict(CutGrid grid, GridPiece a, GridPiece b) =>
        Lie(a).All(p => Lie(b).All(q => p.Width + q.Width > grid.Width && p.Height + q.Height > grid.Height));

    private static IEnumerable<(int Width, int Height)> Lie(GridPiece piece) =>
        piece.MayTurn ? [(piece.Width, piece.Height), (piece.Height, piece.Width)] : [(piece.Width, piece.Height)];

    private static IEnumerable<int> Sides(GridPiece piece) => [piece.Width, piece.Height];

    /// <summary>A dual feasible function: whatever fits beside each other in the length has values that add up to at most <paramref
    /// name="Whole"/>.</summary>
    private sealed record Function(Func<int, long> Of, long Whole);

    private static List<Function> Functions(int length, IEnumerable<int> sides)
    {
        var functions = new List<Function> { new(x => x, length) };
        // What is longer than the length less k counts whole, what is shorter than k not at all.
        var thresholds = sides.Where(s => s * 2L <= length).Distinct().Order().ToList();
        foreach (var k in Thin(thresholds, 24))
            functions.Add(
                new(
                    x =>
                        x > length - k ? length
                        : x < k ? 0
                        : x,
                    length
                )
            );
        // Counted in whole pieces of k, for what is longer than half in what is left beside it.
        foreach (var k in Thin(thresholds, 24))
            functions.Add(
                new(
                    x =>
                        x * 2L > length ? 2 * (length / k - (length - x) / k)
                        : x * 2L == length ? length / k
                        : 2 * (x / k),
                    2 * (length / k)
                )
            );
        // Rounded to n-ths of the length: (n + 1) x / L, rounded down, unless it comes out even (Fekete and Schepers' u).
        for (var n = 1; n <= 6; n++)
        {
            var parts = n;
            functions.Add(
                new(
                    x => (long)(parts + 1) * x % length == 0 ? (long)x * parts : (long)(parts + 1) * x / length * length,
                    (long)length * parts
                )
            );
        }
        return functions;
    }

    private static IEnumerable<int> Thin(List<int> values, int most)
    {
        if (values.Count <= most)
            return values;
        return Enumerable.Range(0, most).Select(i => values[(int)((long)i * (values.Count - 1) / (most - 1))]).Distinct();
    }
}
