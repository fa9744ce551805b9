using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Boxes in rows and columns, read in their order: either one, or two blocks beside or under each other with a gap, tops or left
/// edges in line.</summary>
internal sealed class Block
{
    public required long Width { get; init; }

    public required long Height { get; init; }

    /// <summary>The sum of what its boxes cover; the rest is waste.</summary>
    public required double Area { get; init; }

    public int Leaf { get; init; } = -1;

    public bool Beside { get; init; }

    public Block? First { get; init; }

    public Block? Second { get; init; }

    // Half an inch: two mats of 1/4 more.
    private const long Level = Measures.Length.TicksPerInch / 2;

    public double Waste => (double)Width * Height - Area;

    /// <summary>Where each box lies, from the block's corner.</summary>
    /// <param name="step">The ruler's: by less nothing is laid.</param>
    public void Place(long x, long y, long gap, (long X, long Y)[] cells, long step = 1)
    {
        if (First is null || Second is null)
        {
            cells[Leaf] = (x, y);
            return;
        }
        // Boxes that differ by their mats alone stand level by their middles.
        var (a, b) = (First.Height, Second.Height);
        var level = Beside && Math.Abs(a - b) <= Level ? Math.Abs(a - b) / 2 / step * step : 0;
        First.Place(x, a < b ? y + level : y, gap, cells, step);
        if (Beside)
            Second.Place(x + First.Width + gap, b < a ? y + level : y, gap, cells, step);
        else
            Second.Place(x, y + First.Height + gap, gap, cells, step);
    }
}

/// <summary>
/// All ways to lay boxes out in slicing trees that keep their order (every cut from edge to edge parts the ones before from the ones
/// after): range by range, as matrix chains are ordered (Godbole, On Efficient Computation of Matrix Chain Products, 1973), with the
/// least wasteful of each range kept.
/// </summary>
internal static class Blocks
{
    /// <summary>The blocks of all boxes that fit into so much room, the least wasteful first.</summary>
    /// <param name="sizes">The boxes in their order.</param>
    /// <param name="kept">How many blocks of one range are kept.</param>
    public static IReadOnlyList<Block> Of(IReadOnlyList<Size> sizes, long width, long height, long gap, int kept)
    {
        var n = sizes.Count;
        // Of boxes from one to before another.
        var ranges = new List<Block>[n * (n + 1)];
        for (var i = 0; i < n; i++)
        {
            var (w, h) = (sizes[i].Width.Ticks, sizes[i].Height.Ticks);
            ranges[At(i, i + 1)] =
                w <= width && h <= height
                    ?
                    [
                        new()
                        {
                            Width = w,
                            Height = h,
                            Area = (double)w * h,
                            Leaf = i,
                        },
                    ]
                    : [];
        }
        for (var length = 2; length <= n; length++)
        for (var from = 0; from + length <= n; from++)
        {
            var to = from + length;
            var found = new Dictionary<(long, long), Block>();
            for (var cut = from + 1; cut < to; cut++)
                foreach (var a in ranges[At(from, cut)])
                foreach (var b in ranges[At(cut, to)])
                {
                    Add(a.Width + gap + b.Width, Math.Max(a.Height, b.Height), true, a, b);
                    Add(Math.Max(a.Width, b.Width), a.Height + gap + b.Height, false, a, b);
                }
            ranges[At(from, to)] = [.. found.Values.OrderBy(b => b.Waste).ThenBy(b => b.Width).Take(length == n ? kept * 2 : kept)];

            void Add(long w, long h, bool beside, Block a, Block b)
            {
                if (w > width || h > height || (found.TryGetValue((w, h), out var known) && !IsPlainer(beside, a, b, known)))
                    return;
                found[(w, h)] = new()
                {
                    Width = w,
                    Height = h,
                    Area = a.Area + b.Area,
                    Beside = beside,
                    First = a,
                    Second = b,
                };
            }
        }
        return n == 0 ? [] : ranges[At(0, n)];

        int At(int from, int to) => from * (n + 1) + to;
    }

    // Of two of one size the one that is rows of rows, as people read: a page is cut down first; and of those the one whose first row, or
    // column, is the fuller, so that what is short comes last and a card may stand beside it.
    private static bool IsPlainer(bool beside, Block a, Block b, Block known) =>
        beside != known.Beside ? !beside && a.Width == b.Width
        : beside ? a.Height > known.First!.Height
        : a.Width > known.First!.Width;
}
