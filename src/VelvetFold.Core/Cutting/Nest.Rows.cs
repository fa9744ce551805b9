namespace VelvetFold.Core.Cutting;

// Rows of one outline, each as it stands or every second one turned by a half, row after row the same way moved on.
public sealed partial record Nest
{
    // What a sheet begins with: nothing, or the rows of one outline that hold the most.
    private enum Begun
    {
        Empty,
        Singles,
        Pairs,
    }

    // By how much one outline may not be moved from another, as bits.
    private sealed class Meeting
    {
        private readonly int _left;
        private readonly int _top;
        private readonly bool[][] _meets;

        public Meeting(Raster.Mask a, Raster.Mask b)
        {
            (_left, _top) = (-b.Wide, -b.High);
            _meets = [.. Enumerable.Range(0, a.High + b.High + 1).Select(_ => new bool[a.Wide + b.Wide + 1])];
            for (var dy = _top; dy <= a.High; dy++)
            for (var y = Math.Max(0, dy); y < Math.Min(a.High, b.High + dy); y++)
                foreach (var (from, to) in a.Rows[y])
                foreach (var (begin, end) in b.Rows[y - dy])
                    Array.Fill(_meets[dy - _top], true, from - end + 1 - _left, to - from + end - begin - 1);
        }

        public bool At(int dx, int dy) =>
            dy >= _top && dy - _top < _meets.Length && dx >= _left && dx - _left < _meets[0].Length && _meets[dy - _top][dx - _left];

        // The places nearest to it that are free.
        public IEnumerable<(int X, int Y)> Beside()
        {
            for (var y = _top; y < _top + _meets.Length; y++)
            for (var x = _left; x < _left + _meets[0].Length; x++)
                if (!At(x, y) && (At(x - 1, y) || At(x + 1, y) || At(x, y - 1) || At(x, y + 1)))
                    yield return (x, y);
        }
    }

    private sealed partial class Raster
    {
        // So many ways to lay a turned one beside one that is not are tried first, and those around the best of them then.
        private const int FirstTried = 90;
        private const int Refined = 2;
        private const int Around = 4;

        // Boxes that the area of a sheet has to hold for rows to be looked for.
        private const int LeastOnSheet = 6;

        // How one lies, the other of a pair from it, the next pair, the next row, and how many find room.
        private sealed record InRow(Mask A, Mask? B, (int X, int Y) Apart, int Across, (int X, int Y) Down, (int X, int Y) From, int Count);

        private List<(Mask Mask, int X, int Y)> Rows(List<Mask> masks, bool inPairs, CancellationToken cancel)
        {
            InRow? best = null;
            // Of what is larger too few lie on a sheet for rows, and looking for them takes longest.
            foreach (var a in masks.Where(m => m.Wide * m.High * LeastOnSheet <= _wide * _high))
            {
                cancel.ThrowIfCancellationRequested();
                var same = new Meeting(a, a);
                InRow? Better(InRow? one, InRow? other) => one is null || (other is not null && IsBetter(other, one)) ? other : one;
                best = Better(best, Best(a, null, (0, 0), same, same, same));
                if (!inPairs || masks.Find(m => m.Quarters == (a.Quarters + 2) % 4) is not { } b || b.Quarters < a.Quarters)
                    continue;
                var (turned, apart) = (new Meeting(b, b), new Meeting(a, b));
                var beside = apart.Beside().ToList();
                var stride = Math.Max(1, beside.Count / FirstTried);
                var tried = beside
                    .Where((_, i) => i % stride == 0)
                    .Select(d => Best(a, b, d, same, turned, apart))
                    .OfType<InRow>()
                    .OrderByDescending(w => w.Count)
                    .ThenBy(Cell)
                    .Take(Refined)
                    .ToList();
                foreach (var one in tried)
                {
                    best = Better(best, one);
                    foreach (var d in beside.Where(d => Math.Abs(d.X - one.Apart.X) <= Around && Math.Abs(d.Y - one.Apart.Y) <= Around))
                    {
                        cancel.ThrowIfCancellationRequested();
                        best = Better(best, Best(a, b, d, same, turned, apart));
                    }
                }
            }
            return best is null ? [] : [.. Places(best).OrderBy(p => p.Y + p.Mask.High).ThenBy(p => p.X)];
        }

        // What each pair takes of an endless sheet.
        private static long Cell(InRow way) => (long)way.Across * way.Down.Y;

        private static bool IsBetter(InRow one, InRow other) =>
            one.Count > other.Count
            || (one.Count == other.Count && Cell(one) * (other.B is null ? 1 : 2) < Cell(other) * (one.B is null ? 1 : 2));

        // The rows of a pair that is so far apart that hold the most.
        private InRow? Best(Mask a, Mask? b, (int X, int Y) apart, Meeting same, Meeting turned, Meeting pair)
        {
            bool Meet(int dx, int dy) =>
                same.At(dx, dy)
                || (b is not null && (turned.At(dx, dy) || pair.At(dx + apart.X, dy + apart.Y) || pair.At(apart.X - dx, apart.Y - dy)));
            var (wide, high) = (a.Wide + (b?.Wide ?? 0) + Math.Abs(apart.X), a.High + (b?.High ?? 0) + Math.Abs(apart.Y));
            var across = Enumerable.Range(1, wide).FirstOrDefault(x => !Enumerable.Range(1, wide / x + 1).Any(k => Meet(k * x, 0)));
            if (across == 0)
                return null;
            // Of each move to the side how far down the rows still meet.
            var (meets, open) = (new int[across], across);
            for (var dy = high; dy > 0 && open > 0; dy--)
            for (var dx = -wide; dx <= wide; dx++)
                if (((dx % across) + across) % across is var at && meets[at] == 0 && Meet(dx, dy))
                    (meets[at], open) = (dy, open - 1);
            InRow? best = null;
            for (var x = 0; x < across; x++)
            {
                var y = meets[x] + 1;
                if (Enumerable.Range(2, high / y).Any(k => meets[k * x % across] >= k * y))
                    continue;
                // A pair takes so much at least; the sheet's edges cost more than they give.
                if (best is not null && (b is null ? 1 : 2) * (double)(_wide + across) * (_high + y) / ((double)across * y) < best.Count)
                    continue;
                foreach (var from in Beginnings(a, b, apart, across, (x, y)))
                    if (
                        new InRow(a, b, apart, across, (x, y), from, 0) is var way
                        && Counted(way) is var count
                        && count > (best?.Count ?? 0)
                    )
                        best = way with { Count = count };
            }
            return best;
        }

        // Where one of the two stands at the sheet's top, and one of a row at its left edge.
        private IEnumerable<(int X, int Y)> Beginnings(Mask a, Mask? b, (int X, int Y) apart, int across, (int X, int Y) down)
        {
            var rows = Math.Min(across, _high / down.Y + 2);
            foreach (var y in b is null ? [0] : new[] { 0, -apart.Y }.Distinct())
                for (var row = 0; row < rows; row++)
                    foreach (var own in b is null ? [0] : new[] { 0, apart.X })
                        yield return (-(own + row * down.X), y);
        }

        private int Counted(InRow way)
        {
            var count = 0;
            Each(way, (mask, left, y) => count += left <= _wide - mask.Wide ? (_wide - mask.Wide - left) / way.Across + 1 : 0);
            return count;
        }

        private List<(Mask Mask, int X, int Y)> Places(InRow way)
        {
            var places = new List<(Mask, int, int)>();
            Each(
                way,
                (mask, left, y) =>
                {
                    for (var x = left; x + mask.Wide <= _wide; x += way.Across)
                        places.Add((mask, x, y));
                }
            );
            return places;
        }

        // Every row of each of the two: where its leftmost on the sheet stands.
        private void Each(InRow way, Action<Mask, int, int> row)
        {
            foreach (var (mask, apart) in way.B is null ? [(way.A, (0, 0))] : new[] { (way.A, (X: 0, Y: 0)), (way.B, way.Apart) })
            {
                var top = way.From.Y + apart.Item2;
                // Rows above the first are there as well, where this one of the two still finds room.
                var first = -(int)Math.Floor((double)top / way.Down.Y);
                for (var n = first; top + n * way.Down.Y + mask.High <= _high; n++)
                {
                    var left = (way.From.X + apart.Item1 + n * way.Down.X) % way.Across;
                    row(mask, left < 0 ? left + way.Across : left, top + n * way.Down.Y);
                }
            }
        }
    }
}
