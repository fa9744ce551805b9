namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// Lays pieces on sheets one after the other, by chance and by rule: each goes into a corner of a free rectangle, and one cut or two set it free. A sheet or two are
/// taken apart and laid again, over and over; what is at least as good stays (ruin and recreate, Schrimpf and others, 2000).
/// </summary>
internal sealed class SheetPacker(CutGrid grid, WorkBudget budget, int seed)
{
    private ulong _random = 0x9E3779B97F4A7C15UL * (ulong)(seed + 1) | 1;
    private readonly List<GridNode> _free = [];

    /// <summary>One sheet with what lies on it.</summary>
    public sealed record Packed(GridNode Root, int[] Pieces, long Used);

    /// <summary>Every piece that is wanted, as a list of kinds.</summary>
    public int[] All() => [.. grid.Pieces.SelectMany((p, k) => Enumerable.Repeat(k, p.Wanted))];

    /// <summary>Lays these pieces on as few sheets as come out of one try.</summary>
    public List<Packed> Pack(int[] pieces) => TryPack(pieces, int.MaxValue)!;

    /// <summary>Lays sheets again until there are as few as asked for or the work is done; the list is changed in place.</summary>
    /// <param name="met">Told of every sheet that was laid and kept.</param>
    public void Improve(List<Packed> sheets, int atLeast, double untilLeft, Action<Packed> met)
    {
        while (sheets.Count > atLeast && sheets.Count > 1 && !budget.IsSpent && budget.Left > untilLeft)
        {
            var chosen = Choose(sheets);
            var before = 0.0;
            foreach (var at in chosen) before += Square(sheets[at].Used);
            int[] pieces = [.. chosen.SelectMany(at => sheets[at].Pieces)];
            if (TryPack(pieces, chosen.Length) is not { } laid) continue;
            var after = laid.Sum(s => Square(s.Used));
            if (laid.Count == chosen.Length && after < before * (1 - 0.02 * Chance())) continue;
            foreach (var at in chosen.OrderDescending()) sheets.RemoveAt(at);
            sheets.AddRange(laid);
            foreach (var sheet in laid) met(sheet);
        }
    }

    private static double Square(long used) => (double)used * used;

    // Mostly the emptiest sheet and one to three others.
    private int[] Choose(List<Packed> sheets)
    {
        var count = Math.Min(sheets.Count, 2 + (int)(Below(6) / 2.5));
        var chosen = new int[count];
        var emptiest = 0;
        for (var i = 1; i < sheets.Count; i++)
            if (sheets[i].Used < sheets[emptiest].Used) emptiest = i;
        chosen[0] = Below(4) == 0 ? Below(sheets.Count) : emptiest;
        for (var i = 1; i < count;)
        {
            var at = Below(sheets.Count);
            if (Array.IndexOf(chosen, at, 0, i) < 0) chosen[i++] = at;
        }
        return chosen;
    }

    // By turns piece after piece into the rectangle it fits best, and sheet after sheet with the piece that fits best.
    private List<Packed>? TryPack(int[] pieces, int most)
    {
        Order(pieces);
        var roots = Below(2) == 0 ? ByPiece(pieces, most) : BySheet(pieces, most);
        if (roots is null) return null;
        return [.. roots.Select(root =>
        {
            var counts = new int[grid.Pieces.Count];
            root.Count(counts);
            var pattern = new GridPattern(root, counts);
            return new Packed(root, [.. counts.SelectMany((n, k) => Enumerable.Repeat(k, n))], pattern.Used(grid));
        })];
    }

    private List<GridNode>? ByPiece(int[] pieces, int most)
    {
        _free.Clear();
        var (roots, split, fit) = (new List<GridNode>(), Below(4), Below(3));
        foreach (var kind in pieces)
        {
            var (best, turned) = Best(kind, fit);
            if (best < 0)
            {
                if (roots.Count == most) return null;
                var root = new GridNode(grid.Width, grid.Height);
                roots.Add(root);
                _free.Add(root);
                (best, turned) = Best(kind, fit);
                if (best < 0) return null;
            }
            Lay(best, kind, turned, split);
        }
        return roots;
    }

    private (int At, bool Turned) Best(int kind, int fit)
    {
        var piece = grid.Pieces[kind];
        budget.Spend(_free.Count + 4);
        var (best, turned, least) = (-1, false, long.MaxValue);
        for (var i = 0; i < _free.Count; i++)
        {
            var node = _free[i];
            if (piece.Width <= node.Width && piece.Height <= node.Height && Fit(node, piece.Width, piece.Height, fit) is var straight && straight < least) (best, turned, least) = (i, false, straight);
            if (piece.MayTurn && piece.Height <= node.Width && piece.Width <= node.Height && Fit(node, piece.Height, piece.Width, fit) is var laid && laid < least) (best, turned, least) = (i, true, laid);
        }
        return (best, turned);
    }

    private static long Fit(GridNode node, int width, int height, int fit)
    {
        var (right, below) = (node.Width - width, node.Height - height);
        return fit switch
        {
            0 => Math.Min(right, below),
            1 => (long)node.Width * node.Height - (long)width * height,
            _ => right == 0 || below == 0 ? 0 : Math.Max(right, below),
        };
    }

    private List<GridNode>? BySheet(int[] pieces, int most)
    {
        var (roots, split, fit, take) = (new List<GridNode>(), Below(4), Below(3), 1 + Below(3));
        var left = pieces.ToList();
        while (left.Count > 0)
        {
            if (roots.Count == most) return null;
            _free.Clear();
            var root = new GridNode(grid.Width, grid.Height);
            roots.Add(root);
            _free.Add(root);
            var laid = false;
            while (_free.Count > 0)
            {
                // The free rectangle that was made last, and of the first pieces that fit it the one that fits best.
                var node = _free[^1];
                var (best, turned, least, seen) = (-1, false, long.MaxValue, 0);
                for (var i = 0; i < left.Count && seen < take; i++)
                {
                    if (i > 0 && left[i] == left[i - 1]) continue;
                    var piece = grid.Pieces[left[i]];
                    var fits = false;
                    if (piece.Width <= node.Width && piece.Height <= node.Height)
                    {
                        fits = true;
                        if (Fit(node, piece.Width, piece.Height, fit) is var straight && straight < least) (best, turned, least) = (i, false, straight);
                    }
                    if (piece.MayTurn && piece.Height <= node.Width && piece.Width <= node.Height)
                    {
                        fits = true;
                        if (Fit(node, piece.Height, piece.Width, fit) is var lain && lain < least) (best, turned, least) = (i, true, lain);
                    }
                    if (fits) seen++;
                }
                budget.Spend(left.Count + 4);
                if (best < 0)
                {
                    _free.RemoveAt(_free.Count - 1);
                    continue;
                }
                laid = true;
                var kind = left[best];
                left.RemoveAt(best);
                Lay(_free.Count - 1, kind, turned, split);
            }
            if (!laid) return null;
        }
        return roots;
    }

    private void Lay(int at, int kind, bool turned, int split)
    {
        var (node, piece) = (_free[at], grid.Pieces[kind]);
        _free[at] = _free[^1];
        _free.RemoveAt(_free.Count - 1);
        var (width, height) = turned ? (piece.Height, piece.Width) : (piece.Width, piece.Height);
        var (right, below) = (node.Width - width, node.Height - height);
        var upright = split switch
        {
            0 => right < below,
            1 => right > below,
            // The larger of the two rests as large as can be.
            2 => (long)right * node.Height > (long)below * node.Width,
            _ => Below(2) == 0,
        };
        if (grid.LongestCut is { } longest && right > 0 && below > 0 && (upright ? node.Height : node.Width) > longest) upright = !upright;
        node.Lay(kind, width, height, turned, upright, _free);
    }

    // Largest first by one measure or another, with a little chance.
    private void Order(int[] pieces)
    {
        var (by, noise) = (Below(5), Chance() * 0.5);
        var keys = new double[pieces.Length];
        for (var i = 0; i < pieces.Length; i++)
        {
            var piece = grid.Pieces[pieces[i]];
            var measure = by switch
            {
                0 => (double)piece.Width * piece.Height,
                1 => Math.Max(piece.Width, piece.Height),
                2 => piece.Width,
                3 => piece.Height,
                _ => piece.Width + piece.Height,
            };
            keys[i] = -measure * (1 + noise * (Chance() - 0.5));
        }
        Array.Sort(keys, pieces);
        budget.Spend(pieces.Length * 6);
    }

    private double Chance() => (Next() >> 11) * (1.0 / (1UL << 53));

    private int Below(int n) => (int)((Next() >> 33) % (ulong)n);

    // xorshift64*, Marsaglia 2003 and Vigna 2016: the same numbers on every machine.
    private ulong Next()
    {
        _random ^= _random >> 12;
        _random ^= _random << 25;
        _random ^= _random >> 27;
        return _random * 0x2545F4914F6CDD1DUL;
    }
}
