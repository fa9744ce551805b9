namespace VelvetFold.Core.Eye;

/// <summary>A white border round what is pictured: a table, a desk, the edge of a print. By it the cast of the light is told.</summary>
/// <param name="Inside">What lies within it, row by row.</param>
/// <param name="Scale">By what red, green and blue are multiplied so that the border is white.</param>
internal sealed record WhiteBorder(int Width, int Height, IReadOnlyList<int> Inside, (double R, double G, double B) Scale)
{
    /// <summary>What is white comes out so bright: a sheet of paper in good light, not quite 255.</summary>
    private const double White = 245;

    /// <summary>It is as wide as this share of the picture at least, on every side, and no wider than that.</summary>
    private const double Narrowest = 0.02,
        Widest = 0.3;

    /// <summary>Darker than this (CIELAB lightness) nothing passes for white, nor more coloured than this (chroma).</summary>
    private const double Darkest = 60,
        MostChroma = 30;

    /// <summary>As far as this from its mean, of 255 in each of red, green and blue, a pixel of it lies; but for one in twenty.</summary>
    private const int Uneven = 24;

    private const double MostOff = 0.05;

    /// <summary>The border of a picture; null where there is none on all four sides, or all of the picture looks like it.</summary>
    public static WhiteBorder? Of(int width, int height, IReadOnlyList<int> pixels)
    {
        var thin = Math.Max(1, (int)Math.Ceiling(Narrowest * Math.Max(width, height)));
        if (width <= thin * 4 || height <= thin * 4)
            return null;
        var (r, g, b, n) = (0L, 0L, 0L, 0L);
        for (var y = 0; y < height; y++)
        for (var x = 0; x < width; x++)
            if (x < thin || y < thin || x >= width - thin || y >= height - thin)
            {
                var rgb = pixels[y * width + x];
                (r, g, b, n) = (r + ((rgb >> 16) & 255), g + ((rgb >> 8) & 255), b + (rgb & 255), n + 1);
            }
        var mean = (R: (int)(r / n), G: (int)(g / n), B: (int)(b / n));
        var lab = Stock.Colours.LabOf(mean.R, mean.G, mean.B);
        if (lab.L < Darkest || Math.Sqrt(lab.A * lab.A + lab.B * lab.B) > MostChroma)
            return null;
        bool IsOf(int rgb) =>
            Math.Abs(((rgb >> 16) & 255) - mean.R) <= Uneven
            && Math.Abs(((rgb >> 8) & 255) - mean.G) <= Uneven
            && Math.Abs((rgb & 255) - mean.B) <= Uneven;
        bool Row(int y) => Enumerable.Range(0, width).Count(x => !IsOf(pixels[y * width + x])) <= width * MostOff;
        bool Column(int x) => Enumerable.Range(0, height).Count(y => !IsOf(pixels[y * width + x])) <= height * MostOff;
        int Wide(Func<int, bool> line, int size, bool fromEnd)
        {
            var at = 0;
            while (at < size && line(fromEnd ? size - 1 - at : at))
                at++;
            return at;
        }
        var (left, right) = (Wide(Column, width, false), Wide(Column, width, true));
        var (top, bottom) = (Wide(Row, height, false), Wide(Row, height, true));
        if (
            Math.Min(Math.Min(left, right), Math.Min(top, bottom)) < thin
            || Math.Max(left, right) > width * Widest
            || Math.Max(top, bottom) > height * Widest
        )
            return null;
        // A line of pixels where both run into each other is neither.
        var (x0, y0, w, h) = (left + 1, top + 1, width - left - right - 2, height - top - bottom - 2);
        if (w < 1 || h < 1)
            return null;
        var inside = new int[w * h];
        for (var y = 0; y < h; y++)
        for (var x = 0; x < w; x++)
            inside[y * w + x] = pixels[(y + y0) * width + x + x0];
        return new(w, h, inside, (White / mean.R, White / mean.G, White / mean.B));
    }
}
