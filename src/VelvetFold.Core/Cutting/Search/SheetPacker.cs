namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// Lays pieces on sheets one after the other, by chance and by rule: each goes into a corner of a free rectangle, and one cut or two set it
/// free. A sheet or two are taken apart and laid again, over and over; what is at least as good stays (ruin and recreate, Schrimpf and
/// others, 2000).
/// </summary>
internal sealed class SheetPacker(CutGrid grid, WorkBudget budget, int seed)
{
    private ulong _random = 0x9E3779B97F4A7C15UL * (ulong)(seed + 1) | 1;
    private readonly List<GridNode> _free = [];

    /// <summary>As many sheets as the master can choose among are told of.</summary>
    private const int MostMet = 1_000;

    /// <summary>One sheet with what lies on it.</summary>
    public sealed record Packed(GridNode Root, int[] Pieces, long Used);

    /// <summary>Every piece that is wanted, as a list of kinds.</summary>
    public int[] All() => [.. grid.Pieces.SelectMany((p, k) => Enumerable.Repeat(k, p.Wanted))];

    /// <summary>Lays these pieces on as few sheets as come out of one try.</summary>
    public List<Packed> Pack(int[] pieces) => TryPack(pieces, int.MaxValue)!;

    /// <summary>Fills one sheet from these pieces.</summary>
    public Packed PackOne(int[] pieces)
    {
        Order(pieces);
        var root = new GridNode(grid.Width, grid.Height);
        Fill(root, [.. pieces]);
        return Of(root);
    }

    /// <summary>Lays sheets again until there are as few as asked for or the work is done; the list is changed in place.</summary>
    /// <param name="met">Every sheet that was laid and kept is added.</param>
    public void Improve(List<Packed> sheets, int atLeast, List<GridPattern> met)
    {
        while (sheets.Count > atLeast && sheets.Count > 1 && !budget.IsSpent)
        {
            var chosen = Choose(sheets);
            var before = 0.0;
            foreach (var at in chosen)
                before += Square(sheets[at].Used);
            int[] pieces = [.. chosen.SelectMany(at => sheets[at].Pieces)];
            if (TryPack(pieces, chosen.Length) is not { } laid)
                continue;
            var after = laid.Sum(s => Square(s.Used));
            if (laid.Count == chosen.Length && after < before * (1 - 0.02 * Chance()))
                continue;
            foreach (var at in chosen.OrderDescending())
                sheets.RemoveAt(at);
            sheets.AddRange(laid);
            if (met.Count < MostMet)
                foreach (var sheet in laid)
                    met.Add(GridPattern.Of(sheet.Root, grid.Pieces.Count));
        }
    }

    /// <summary>
    /// Gives the emptiest sheet up and fills its pieces into the others: a part of a sheet is emptied and filled again from what lay there
    /// and what is left over, as long as no less is laid. When nothing is left over, the plan has a sheet less, and the next is tried; the
    /// list is changed in place.
    /// </summary>
    public void Squeeze(List<Packed> sheets, int atLeast, List<GridPattern> met)
    {
        while (sheets.Count > atLeast && sheets.Count > 1 && !budget.IsSpent)
        {
            var emptiest = sheets.MinBy(s => s.Used)!;
            var roots = sheets.Where(s => s != emptiest).Select(s => s.Root.Copy()).ToList();
            var left = emptiest.Pieces.ToList();
            var held = new List<int>(64);
            for (var moves = 0; left.Count > 0 && !budget.IsSpent; moves++)
            {
                var part = roots[Below(roots.Count)];
                while (part.First is not null && Below(4) != 0)
                    part = Below(2) == 0 ? part.First : part.Second!;
                held.Clear();
                part.Collect(held);
                var before = Area(held);
                held.AddRange(left);
                int[] pieces = [.. held];
                Order(pieces);
                var (width, height) = (part.Width, part.Height);
                var filled = new GridNode(width, height);
                var rest = new List<int>(pieces);
                var kept = Fill(filled, rest);
                budget.Spend(100 + 20 * pieces.Length);
                if (kept < before - before * 0.012 * Chance() * Chance())
                    continue;
                part.Become(filled);
                left = rest;
                if (moves % 64 == 63 && met.Count < MostMet)
                    foreach (var root in roots)
                        met.Add(GridPattern.Of(root.Copy(), grid.Pieces.Count));
            }
            if (left.Count > 0)
                return;
            sheets.Clear();
            sheets.AddRange(roots.Select(Of));
        }
    }

    private long Area(List<int> kinds)
    {
        var area = 0L;
        foreach (var kind in kinds)
            area += (long)grid.Pieces[kind].Width * grid.Pieces[kind].Height;
        return area;
    }

    private static double Square(long used) => (double)used * used;

    // Mostly the emptiest sheet and one to three others.
    private int[] Choose(List<Packed> sheets)
    {
        var count = Math.Min(sheets.Count, 2 + (int)(Below(6) / 2.5));
        var chosen = new int[count];
        var emptiest = 0;
        for (var i = 1; i < sheets.Count; i++)
            if (sheets[i].Used < sheets[emptiest].Used)
                emptiest = i;
        chosen[0] = Below(4) == 0 ? Below(sheets.Count) : emptiest;
        for (var i = 1; i < count; )
        {
            var at = Below(sheets.Count);
            if (Array.IndexOf(chosen, at, 0, i) < 0)
                chosen[i++] = at;
        }
        return chosen;
    }

    // By turns piece after piece into the rectangle it fits best, and sheet after sheet with the piece that fits best.
    private List<Packed>? TryPack(int[] pieces, int most)
    {
        Order(pieces);
        budget.Spend(300 + 40 * pieces.Length);
        var roots = Below(2) == 0 ? ByPiece(pieces, most) : BySheet(pieces, most);
        if (roots is null)
            return null;
        var packed = new List<Packed>(roots.Count);
        foreach (var root in roots)
            packed.Add(Of(root));
        return packed;
    }

    private Packed Of(GridNode root)
    {
        var held = new List<int>(16);
        root.Collect(held);
        var used = 0L;
        foreach (var kind in held)
            used += (long)grid.Pieces[kind].Width * grid.Pieces[kind].Height;
        return new(root, [.. held], used);
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
                if (roots.Count == most)
                    return null;
                var root = new GridNode(grid.Width, grid.Height);
                roots.Add(root);
                _free.Add(root);
                (best, turned) = Best(kind, fit);
                if (best < 0)
                    return null;
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
            if (Holds(node, piece.Width, piece.Height) && Fit(node, piece.Width, piece.Height, fit) is var straight && straight < least)
                (best, turned, least) = (i, false, straight);
            if (
                piece.MayTurn
                && Holds(node, piece.Height, piece.Width)
                && Fit(node, piece.Height, piece.Width, fit) is var laid
                && laid < least
            )
                (best, turned, least) = (i, true, laid);
        }
        return (best, turned);
    }

    // Whether it fits, and can be set free by cuts no longer than the trimmer makes.
    private bool Holds(GridNode node, int width, int height)
    {
        if (width > node.Width || height > node.Height)
            return false;
        if (grid.LongestCut is not { } longest)
            return true;
        var (right, below) = (width < node.Width, height < node.Height);
        return (!right && !below)
            || (right && node.Height <= longest && (!below || width <= longest))
            || (below && node.Width <= longest && (!right || height <= longest));
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
        var (roots, left) = (new List<GridNode>(), new List<int>(pieces));
        while (left.Count > 0)
        {
            if (roots.Count == most)
                return null;
            var root = new GridNode(grid.Width, grid.Height);
            roots.Add(root);
            if (Fill(root, left) == 0)
                return null;
        }
        return roots;
    }

    // Fills a rectangle: always the free part that was made last, with the one that fits best of the first pieces that fit it. Takes
    // from the list what it lays; its area.
    private long Fill(GridNode rectangle, List<int> left)
    {
        var (split, fit) = (Below(4), Below(3));
        var take = Below(5) switch
        {
            0 => 1,
            1 => 2,
            2 => 4,
            3 => 8,
            _ => int.MaxValue,
        };
        _free.Clear();
        _free.Add(rectangle);
        var area = 0L;
        while (_free.Count > 0 && left.Count > 0)
        {
            var node = _free[^1];
            var (best, turned, least, seen) = (-1, false, long.MaxValue, 0);
            for (var i = 0; i < left.Count && seen < take; i++)
            {
                if (i > 0 && left[i] == left[i - 1])
                    continue;
                var piece = grid.Pieces[left[i]];
                var fits = false;
                if (Holds(node, piece.Width, piece.Height))
                {
                    fits = true;
                    if (Fit(node, piece.Width, piece.Height, fit) is var straight && straight < least)
                        (best, turned, least) = (i, false, straight);
                }
                if (piece.MayTurn && Holds(node, piece.Height, piece.Width))
                {
                    fits = true;
                    if (Fit(node, piece.Height, piece.Width, fit) is var lain && lain < least)
                        (best, turned, least) = (i, true, lain);
                }
                if (fits)
                    seen++;
            }
            budget.Spend(left.Count + 4);
            if (best < 0)
            {
                _free.RemoveAt(_free.Count - 1);
                continue;
            }
            var kind = left[best];
            left.RemoveAt(best);
            area += (long)grid.Pieces[kind].Width * grid.Pieces[kind].Height;
            Lay(_free.Count - 1, kind, turned, split);
        }
        return area;
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
        if (
            grid.LongestCut is { } longest
            && right > 0
            && below > 0
            && (upright ? node.Height > longest || width > longest : node.Width > longest || height > longest)
        )
            upright = !upright;
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
