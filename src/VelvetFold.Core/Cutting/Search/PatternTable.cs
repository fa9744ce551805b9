namespace VelvetFold.Core.Cutting.Search;

/// <summary>
/// The most valuable way to cut a sheet edge to edge, in any number of stages, when every kind of piece has a value and may be cut as often
/// as one likes (Gilmore and Gomory, 1965/66), by dynamic programming over normal patterns (Christofides and Whitlock, 1977): only where
/// widths of pieces, as often as they are wanted, add up to, a cut can matter.
/// </summary>
internal sealed class PatternTable
{
    /// <summary>The longest side in steps that a table is made for.</summary>
    public const int LongestSide = 20_000;

    private const double Tiny = 1e-9;

    private readonly CutGrid _grid;
    private readonly int[] _xs;
    private readonly int[] _ys;
    private readonly int[][] _restX;
    private readonly int[][] _restY;
    private readonly double[] _value;
    private readonly int[] _choice;

    private PatternTable(CutGrid grid, int[] xs, int[] ys)
    {
        (_grid, _xs, _ys) = (grid, xs, ys);
        (_restX, _restY) = (Rests(xs), Rests(ys));
        (_value, _choice) = (new double[xs.Length * ys.Length], new int[xs.Length * ys.Length]);
    }

    /// <summary>How many elementary steps one filling of the table takes.</summary>
    public long Work => (long)_xs.Length * _ys.Length * (_xs.Length + _ys.Length) / 4 + 1;

    /// <summary>A table for a sheet and its pieces, or null where it would take more steps than are allowed.</summary>
    public static PatternTable? For(CutGrid grid, long mostWork)
    {
        if (grid.Width > LongestSide || grid.Height > LongestSide)
            return null;
        var xs = Normal(grid.Width, grid.Pieces, p => p.Width, p => p.Height);
        var ys = Normal(grid.Height, grid.Pieces, p => p.Height, p => p.Width);
        var table = (long)xs.Length * ys.Length;
        return table > 4_000_000 || table * (xs.Length + ys.Length) / 4 > mostWork ? null : new(grid, xs, ys);
    }

    /// <summary>Fills the table for these values; the value of the best pattern.</summary>
    public double Fill(ReadOnlySpan<double> values)
    {
        var (nx, ny) = (_xs.Length, _ys.Length);
        Array.Clear(_value);
        Array.Fill(_choice, Nothing);
        for (var kind = 0; kind < _grid.Pieces.Count; kind++)
        {
            var piece = _grid.Pieces[kind];
            Put(piece.Width, piece.Height, values[kind], kind * 2);
            if (piece.MayTurn)
                Put(piece.Height, piece.Width, values[kind], kind * 2 + 1);
        }
        for (var i = 0; i < nx; i++)
        for (var j = 0; j < ny; j++)
            Best(i, j);
        return _value[nx * ny - 1];
    }

    /// <summary>The best pattern of the values the table was last filled for.</summary>
    public GridNode Pattern() => Build(_grid.Width, _grid.Height, _xs.Length - 1, _ys.Length - 1);

    // Choices: a kind of piece (twice its number, and one more where it is turned), a cut from the left, a cut from the top, or nothing.
    private const int Nothing = int.MinValue;
    private const int CutsX = 1 << 28;
    private const int CutsY = 1 << 29;

    private void Put(int width, int height, double value, int choice)
    {
        var (i, j) = (Array.BinarySearch(_xs, width), Array.BinarySearch(_ys, height));
        if (i < 0 || j < 0 || value <= _value[i * _ys.Length + j])
            return;
        (_value[i * _ys.Length + j], _choice[i * _ys.Length + j]) = (value, choice);
    }

    private void Best(int i, int j)
    {
        var ny = _ys.Length;
        var at = i * ny + j;
        var (best, choice) = (_value[at], _choice[at]);
        // What a little less of the sheet gives, it gives as well.
        if (i > 0 && _value[at - ny] > best + Tiny)
            (best, choice) = (_value[at - ny], CutsX | i - 1 | 1 << 27);
        if (j > 0 && _value[at - 1] > best + Tiny)
            (best, choice) = (_value[at - 1], CutsY | j - 1 | 1 << 27);
        var rest = _restX[i];
        for (var a = 0; a < rest.Length; a++)
        {
            if (rest[a] < 0)
                continue;
            var both = _value[a * ny + j] + _value[rest[a] * ny + j];
            if (both > best + Tiny)
                (best, choice) = (both, CutsX | a);
        }
        rest = _restY[j];
        for (var b = 0; b < rest.Length; b++)
        {
            if (rest[b] < 0)
                continue;
            var both = _value[i * ny + b] + _value[i * ny + rest[b]];
            if (both > best + Tiny)
                (best, choice) = (both, CutsY | b);
        }
        (_value[at], _choice[at]) = (best, choice);
    }

    private GridNode Build(int width, int height, int i, int j)
    {
        var node = new GridNode(width, height);
        var choice = _choice[i * _ys.Length + j];
        if (choice == Nothing)
            return node;
        if ((choice & (CutsX | CutsY)) == 0)
        {
            var piece = _grid.Pieces[choice / 2];
            var turned = choice % 2 == 1;
            node.Lay(choice / 2, turned ? piece.Height : piece.Width, turned ? piece.Width : piece.Height, turned, true, []);
            return node;
        }
        var upright = (choice & CutsX) != 0;
        var index = choice & ((1 << 27) - 1);
        if ((choice & 1 << 27) != 0)
            return upright ? Build(width, height, index, j) : Build(width, height, i, index);
        var at = upright ? _xs[index] : _ys[index];
        node.Join(
            upright,
            upright ? Build(at, height, index, j) : Build(width, at, i, index),
            upright ? Build(width - at, height, _restX[i][index], j) : Build(width, height - at, i, _restY[j][index])
        );
        return node;
    }

    // For each length and each first part up to its half: which normal length the rest still holds.
    private static int[][] Rests(int[] lengths)
    {
        var rests = new int[lengths.Length][];
        for (var i = 0; i < lengths.Length; i++)
        {
            var firsts = 0;
            while (firsts < lengths.Length && lengths[firsts] * 2L <= lengths[i])
                firsts++;
            rests[i] = new int[firsts];
            for (var a = 0; a < firsts; a++)
            {
                var found = Array.BinarySearch(lengths, lengths[i] - lengths[a]);
                rests[i][a] = found >= 0 ? found : ~found - 1;
            }
        }
        return rests;
    }

    // All sums of sides, each as often as pieces are wanted, up to the length; the length itself comes last.
    private static int[] Normal(int length, IReadOnlyList<GridPiece> pieces, Func<GridPiece, int> side, Func<GridPiece, int> other)
    {
        var reached = new bool[length + 1];
        reached[0] = true;
        foreach (var piece in pieces)
        {
            // A turned piece uses one of the same number: both sides together are wanted no oftener.
            var left = new int[length + 1];
            for (var x = 0; x <= length; x++)
                left[x] = reached[x] ? piece.Wanted : -1;
            for (var x = 0; x <= length; x++)
            {
                if (left[x] <= 0)
                    continue;
                Step(side(piece), x);
                if (piece.MayTurn)
                    Step(other(piece), x);
            }
            for (var x = 0; x <= length; x++)
                reached[x] |= left[x] >= 0;

            void Step(int by, int x)
            {
                if (x + by <= length)
                    left[x + by] = Math.Max(left[x + by], left[x] - 1);
            }
        }
        reached[length] = true;
        return [.. Enumerable.Range(1, length).Where(x => reached[x])];
    }
}
