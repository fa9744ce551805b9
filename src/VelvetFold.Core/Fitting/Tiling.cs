using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>One photo's place in a tiled area: the box of its mats.</summary>
internal sealed record Tile(int Photo, Box Box);

/// <summary>
/// Fills an area with photos of their own shapes in rows and columns: slicing trees over all ways to halve the photos, again and again. Of
/// a tree whose photos keep their shape the width is a linear function of the height, gutters and mats included, so that trees are compared
/// by two numbers.
/// </summary>
internal static class Tiling
{
    /// <summary>The most photos one area is tiled with.</summary>
    public const int MostPhotos = 8;

    // How many trees are kept for one set of photos, of different shapes.
    private const int Kept = 10;

    // width = A * height + B, in ticks.
    private sealed record Tree(double A, double B, int Photo, bool Beside, Tree? First, Tree? Second);

    /// <summary>The tiling that shows most of the photos, none larger than it is brought; null where none leaves every photo an inch
    /// and a half.</summary>
    /// <param name="photos">Their sizes, as they lie.</param>
    /// <param name="around">What mats add on each side of every photo.</param>
    /// <param name="step">The ruler's step: boxes begin and end on it, from the area's corner.</param>
    public static IReadOnlyList<Tile>? Best(IReadOnlyList<Size> photos, Size area, Length around, Length gutter, Length step)
    {
        if (photos.Count is 0 or > MostPhotos)
            return null;
        var (bestShown, best) = (0.0, (IReadOnlyList<Tile>?)null);
        foreach (var tree in Trees(photos, around, gutter)[^1])
        {
            if (Laid(tree, photos, area, around, gutter, step) is not { } tiles)
                continue;
            var shown = tiles.Sum(t => (double)(t.Box.Inset(around)?.Size.Area ?? 0));
            if (shown > bestShown)
                (bestShown, best) = (shown, tiles);
        }
        return best;
    }

    private static List<Tree>[] Trees(IReadOnlyList<Size> photos, Length around, Length gutter)
    {
        var (n, g, r) = (photos.Count, (double)gutter.Ticks, (double)around.Ticks);
        var sets = new List<Tree>[1 << n];
        sets[0] = [];
        for (var set = 1; set < 1 << n; set++)
        {
            var own = new List<Tree>();
            if (System.Numerics.BitOperations.IsPow2(set))
            {
                var photo = System.Numerics.BitOperations.TrailingZeroCount(set);
                var shape = (double)photos[photo].Width.Ticks / photos[photo].Height.Ticks;
                own.Add(new(shape, 2 * r * (1 - shape), photo, false, null, null));
            }
            // Each pair of halves once: the one with the lowest photo comes first, or last, which is the same mirrored.
            var low = set & -set;
            for (var half = (set - 1) & set; half > 0; half = (half - 1) & set)
            {
                if ((half & low) == 0)
                    continue;
                foreach (var a in sets[half])
                foreach (var b in sets[set ^ half])
                {
                    own.Add(new(a.A + b.A, a.B + b.B + g, -1, true, a, b));
                    var slope = 1 / (1 / a.A + 1 / b.A);
                    own.Add(new(slope, slope * (a.B / a.A + b.B / b.A - g), -1, false, a, b));
                }
            }
            sets[set] = Varied(own);
        }
        return sets;
    }

    // Trees spread over all shapes, from the highest to the widest.
    private static List<Tree> Varied(List<Tree> trees)
    {
        if (trees.Count <= Kept)
            return trees;
        var sorted = trees.OrderBy(t => t.A).ToList();
        return [.. Enumerable.Range(0, Kept).Select(i => sorted[i * (sorted.Count - 1) / (Kept - 1)]).Distinct()];
    }

    // As large as the area and the photos allow, in the middle of the area.
    private static IReadOnlyList<Tile>? Laid(Tree tree, IReadOnlyList<Size> photos, Size area, Length around, Length gutter, Length step)
    {
        double height = Math.Min(area.Height.Ticks, (area.Width.Ticks - tree.B) / tree.A);
        if (height <= 0)
            return null;
        // The share of its brought height that the most enlarged photo takes: nothing is printed larger.
        for (var round = 0; round < 4; round++)
        {
            var most = Heights(tree, height, gutter).Max(h => (h.Height - 2 * around.Ticks) / photos[h.Photo].Height.Ticks);
            if (most <= 1.0001)
                break;
            height = height / most + (1 - 1 / most) * 2 * around.Ticks;
        }
        var (w, h) = (Floor(tree.A * height + tree.B, step), Floor(height, step));
        var corner = (X: Floor((area.Width.Ticks - w.Ticks) / 2.0, step), Y: Floor((area.Height.Ticks - h.Ticks) / 2.0, step));
        var tiles = new List<Tile>();
        Place(tree, new(corner.X, corner.Y, w, h), gutter, step, tiles);
        var least = around * 2 + Length.Inches(1, 1, 2);
        return tiles.TrueForAll(t => t.Box.Width >= least && t.Box.Height >= least) ? tiles : null;
    }

    private static IEnumerable<(int Photo, double Height)> Heights(Tree tree, double height, Length gutter)
    {
        if (tree.First is not { } first || tree.Second is not { } second)
            return [(tree.Photo, height)];
        if (tree.Beside)
            return Heights(first, height, gutter).Concat(Heights(second, height, gutter));
        var width = tree.A * height + tree.B;
        return Heights(first, (width - first.B) / first.A, gutter).Concat(Heights(second, (width - second.B) / second.A, gutter));
    }

    // From the outside in, every edge on the ruler's step: neighbours share their gutter exactly.
    private static void Place(Tree tree, Box box, Length gutter, Length step, List<Tile> tiles)
    {
        if (tree.First is not { } first || tree.Second is not { } second)
        {
            tiles.Add(new(tree.Photo, box));
            return;
        }
        if (tree.Beside)
        {
            var left = Floor(first.A * box.Height.Ticks + first.B, step);
            Place(first, box with { Width = left }, gutter, step, tiles);
            Place(second, box with { X = box.X + left + gutter, Width = box.Width - left - gutter }, gutter, step, tiles);
        }
        else
        {
            var top = Floor((box.Width.Ticks - first.B) / first.A, step);
            Place(first, box with { Height = top }, gutter, step, tiles);
            Place(second, box with { Y = box.Y + top + gutter, Height = box.Height - top - gutter }, gutter, step, tiles);
        }
    }

    private static Length Floor(double ticks, Length step) => new((long)(ticks / step.Ticks) * step.Ticks);
}
