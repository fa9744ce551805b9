using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Eye;

/// <summary>A colour of a picture and the share of it that has it, 0 to 1.</summary>
public sealed record PictureColour(string Colour, double Share);

/// <summary>What a picture of a paper looks like; a proposal, to be corrected by hand.</summary>
/// <param name="Colours">Up to six, the ground first.</param>
/// <param name="Along">Of a stripe: the axis its lines run along.</param>
/// <param name="Motif">How far a motif returns, where the size of what is pictured is known; to some percent.</param>
/// <param name="Balance">By what the light's cast was taken out; none where it was left.</param>
public sealed record PictureLook(
    IReadOnlyList<PictureColour> Colours,
    PrintKind Print,
    Axis? Along,
    Length? Motif,
    LightReference? Balance = null
)
{
    /// <summary>Where whole motifs stand on what is pictured, where its size is known: none cut off by its edge, none under half an
    /// inch.</summary>
    public IReadOnlyList<Box> Motifs { get; init; } = [];
}

/// <summary>By what the cast of the light in a picture is told.</summary>
[JsonConverter(typeof(TextEnum<LightReference>))]
public enum LightReference
{
    /// <summary>The picture is taken for grey on average (grey world).</summary>
    [JsonStringEnumMemberName("grey-on-average")]
    GreyOnAverage,

    /// <summary>A white border round the paper; it is no part of what is read.</summary>
    [JsonStringEnumMemberName("white-border")]
    WhiteBorder,
}

/// <summary>Reads the colours of a picture with their shares, and the kind of its print.</summary>
public static class PictureColours
{
    private const int Most = 6;

    /// <summary>Colours nearer than this are one: light falls unevenly on a sheet that is photographed. Lightness counts half.</summary>
    private const double Near = 13;

    private const double Least = 0.015;

    /// <summary>More of one colour than this, and it is no print.</summary>
    private const double Solid = 0.94;

    /// <summary>Bands by which stripes are looked for, so that a picture taken askew still shows them.</summary>
    private const int Bands = 8;

    /// <summary>Reads a picture.</summary>
    /// <param name="pixels">Red, green, blue of each pixel as 0xRRGGBB, row by row.</param>
    /// <param name="sheet">The size of what is pictured; none where it is not known.</param>
    /// <param name="balance">Whether the cast of the light is taken out: by a white border round the paper where there is one, else by
    /// taking the picture for grey on average (grey world).</param>
    public static PictureLook Read(int width, int height, IReadOnlyList<int> pixels, Size? sheet = null, bool balance = false)
    {
        ArgumentNullException.ThrowIfNull(pixels);
        if (width < 1 || height < 1 || pixels.Count != width * height)
            throw new ArgumentException($"{pixels.Count} pixels are not {width} x {height}.", nameof(pixels));
        if (balance && WhiteBorder.Of(width, height, pixels) is { } border)
            return Read(border.Width, border.Height, border.Inside, sheet, border.Scale, LightReference.WhiteBorder);
        return Read(width, height, pixels, sheet, balance ? Cast(pixels) : (1, 1, 1), balance ? LightReference.GreyOnAverage : null);
    }

    private static PictureLook Read(
        int width,
        int height,
        IReadOnlyList<int> pixels,
        Size? sheet,
        (double, double, double) scale,
        LightReference? reference
    )
    {
        var buckets = Buckets(pixels, scale);
        var centres = Centres(buckets);
        var of = buckets.ToDictionary(b => b.Key, b => Nearest(centres, b.Value.Lab));
        var shares = new double[centres.Count];
        foreach (var (key, bucket) in buckets)
            shares[of[key]] += (double)bucket.Count / pixels.Count;
        var order = Enumerable.Range(0, centres.Count).OrderByDescending(i => shares[i]).ToList();
        var colours = order
            .Select(i => new PictureColour(Hex(buckets, of, i), Math.Round(shares[i], 3)))
            .Where(c => c.Share >= Least)
            .ToList();
        var ink = new bool[pixels.Count];
        for (var i = 0; i < pixels.Count; i++)
            ink[i] = of[KeyOf(Balanced(pixels[i], scale))] != order[0];
        var (print, along) = Kind(width, height, ink, 1 - shares[order[0]]);
        var motif = sheet is { } size && print != PrintKind.Solid ? Motif(width, height, ink, size) : null;
        return new(print == PrintKind.Solid ? [.. colours.Take(1)] : [.. colours.Take(Most)], print, along, motif, reference)
        {
            Motifs = sheet is { } whole && print == PrintKind.Figures ? InkPatches.Motifs(width, height, ink, whole) : [],
        };
    }

    private sealed record Bucket(Lab Lab, int Count, long R, long G, long B);

    private static int KeyOf((int R, int G, int B) c) => ((c.R >> 3) << 10) | ((c.G >> 3) << 5) | (c.B >> 3);

    private static (int R, int G, int B) Balanced(int rgb, (double R, double G, double B) scale)
    {
        static int Part(int value, double by) => (int)Math.Clamp(Math.Round(value * by), 0, 255);
        return (Part((rgb >> 16) & 255, scale.R), Part((rgb >> 8) & 255, scale.G), Part(rgb & 255, scale.B));
    }

    private static (double R, double G, double B) Cast(IReadOnlyList<int> pixels)
    {
        var (r, g, b) = (0.0, 0.0, 0.0);
        foreach (var rgb in pixels)
            (r, g, b) = (r + ((rgb >> 16) & 255), g + ((rgb >> 8) & 255), b + (rgb & 255));
        var mean = (r + g + b) / 3;
        return r * g * b == 0 ? (1, 1, 1) : (mean / r, mean / g, mean / b);
    }

    private static Dictionary<int, Bucket> Buckets(IReadOnlyList<int> pixels, (double, double, double) scale)
    {
        var sums = new Dictionary<int, (int Count, long R, long G, long B)>();
        foreach (var rgb in pixels)
        {
            var c = Balanced(rgb, scale);
            var sum = sums.GetValueOrDefault(KeyOf(c));
            sums[KeyOf(c)] = (sum.Count + 1, sum.R + c.R, sum.G + c.G, sum.B + c.B);
        }
        return sums.ToDictionary(
            s => s.Key,
            s => new Bucket(
                Colours.LabOf((int)(s.Value.R / s.Value.Count), (int)(s.Value.G / s.Value.Count), (int)(s.Value.B / s.Value.Count)),
                s.Value.Count,
                s.Value.R,
                s.Value.G,
                s.Value.B
            )
        );
    }

    private static double Apart(Lab a, Lab b) => Math.Sqrt(Math.Pow((a.L - b.L) / 2, 2) + Math.Pow(a.A - b.A, 2) + Math.Pow(a.B - b.B, 2));

    private static int Nearest(IReadOnlyList<Lab> centres, Lab lab)
    {
        var best = 0;
        for (var i = 1; i < centres.Count; i++)
            if (Apart(centres[i], lab) < Apart(centres[best], lab))
                best = i;
        return best;
    }

    // The most frequent colours that are far enough apart, moved to the middle of what is nearest to each (k-means).
    private static List<Lab> Centres(Dictionary<int, Bucket> buckets)
    {
        var centres = new List<Lab>();
        foreach (var bucket in buckets.Values.OrderByDescending(b => b.Count))
            if (centres.Count < Most && centres.TrueForAll(c => Apart(c, bucket.Lab) > Near))
                centres.Add(bucket.Lab);
        for (var round = 0; round < 6; round++)
        {
            var sums = new (double W, double L, double A, double B)[centres.Count];
            foreach (var bucket in buckets.Values)
            {
                var i = Nearest(centres, bucket.Lab);
                sums[i] = (
                    sums[i].W + bucket.Count,
                    sums[i].L + bucket.Count * bucket.Lab.L,
                    sums[i].A + bucket.Count * bucket.Lab.A,
                    sums[i].B + bucket.Count * bucket.Lab.B
                );
            }
            centres = [.. sums.Where(s => s.W > 0).Select(s => new Lab(s.L / s.W, s.A / s.W, s.B / s.W))];
            // What came together is one.
            for (var i = centres.Count - 1; i > 0; i--)
                if (centres.Take(i).Any(c => Apart(c, centres[i]) < Near))
                    centres.RemoveAt(i);
        }
        return centres;
    }

    private static string Hex(Dictionary<int, Bucket> buckets, Dictionary<int, int> of, int centre)
    {
        var (n, r, g, b) = (0L, 0L, 0L, 0L);
        foreach (var (_, bucket) in buckets.Where(x => of[x.Key] == centre))
            (n, r, g, b) = (n + bucket.Count, r + bucket.R, g + bucket.G, b + bucket.B);
        return string.Create(System.Globalization.CultureInfo.InvariantCulture, $"#{r / n:x2}{g / n:x2}{b / n:x2}");
    }

    // How much of where the print is follows from the column alone, or from the row alone: lines run along what they do not change along.
    private static (PrintKind, Axis?) Kind(int width, int height, bool[] ink, double share)
    {
        if (share < 1 - Solid)
            return (PrintKind.Solid, null);
        var (columns, rows) = (
            Explained(width, height, (x, y) => ink[y * width + x]),
            Explained(height, width, (x, y) => ink[x * width + y])
        );
        return (columns, rows) switch
        {
            (>= 0.55, < 0.25) => (PrintKind.Stripe, Axis.Down),
            (< 0.25, >= 0.55) => (PrintKind.Stripe, Axis.Across),
            _ when IsDots(width, height, ink) => (PrintKind.Dot, null),
            (>= 0.2, >= 0.2) when !IsOfIslands(width, height, ink) => (PrintKind.Plaid, null),
            _ => (PrintKind.Figures, null),
        };
    }

    private static double Explained(int across, int down, Func<int, int, bool> at)
    {
        var (explained, bands) = (0.0, Math.Min(Bands, down));
        for (var band = 0; band < bands; band++)
        {
            var (from, to) = (band * down / bands, (band + 1) * down / bands);
            var shares = new double[across];
            for (var x = 0; x < across; x++)
            for (var y = from; y < to; y++)
                shares[x] += at(x, y) ? 1.0 / (to - from) : 0;
            var mean = shares.Average();
            var all = mean * (1 - mean);
            explained += all < 1e-6 ? 0 : shares.Average(s => (s - mean) * (s - mean)) / all / bands;
        }
        return explained;
    }

    // The lines of a plaid reach the picture's edges; motifs that stand by themselves mostly do not.
    private static bool IsOfIslands(int width, int height, bool[] ink) =>
        InkPatches.Of(width, height, ink).Sum(p => p.Filled * p.Width * p.Height) > ink.Count(i => i) / 2.0;

    // Many patches, each as high as wide and filling its box as a disc does.
    private static bool IsDots(int width, int height, bool[] ink)
    {
        var (dots, others) = (0, 0);
        foreach (var patch in InkPatches.Of(width, height, ink))
            if (
                (double)Math.Min(patch.Width, patch.Height) / Math.Max(patch.Width, patch.Height) > 0.75
                && patch.Filled is > 0.62 and < 0.92
            )
                dots++;
            else
                others++;
        return dots >= 5 && dots > 2 * others;
    }

    // How far the print is moved until it lies on itself best: the first such distance along either axis (autocorrelation).
    private static Length? Motif(int width, int height, bool[] ink, Size sheet)
    {
        var across = Period(width, height, (x, y) => ink[y * width + x]);
        var down = Period(height, width, (x, y) => ink[x * width + y]);
        List<Length> found =
        [
            .. across is { } a ? new[] { new Length((long)(sheet.Width.Ticks * (a / (double)width))) } : [],
            .. down is { } d ? new[] { new Length((long)(sheet.Height.Ticks * (d / (double)height))) } : [],
        ];
        return found.Count == 0 ? null : found.Max();
    }

    private static int? Period(int across, int down, Func<int, int, bool> at)
    {
        var step = Math.Max(1, down / 120);
        var (sum, n) = (0.0, 0);
        for (var y = 0; y < down; y += step)
        for (var x = 0; x < across; x++)
            (sum, n) = (sum + (at(x, y) ? 1 : 0), n + 1);
        var mean = sum / n;
        var all = mean * (1 - mean);
        if (all < 1e-6)
            return null;
        double Like(int lag)
        {
            var (like, count) = (0.0, 0);
            for (var y = 0; y < down; y += step)
            for (var x = 0; x + lag < across; x++)
                (like, count) = (like + ((at(x, y) ? 1 : 0) - mean) * ((at(x + lag, y) ? 1 : 0) - mean), count + 1);
            return like / count / all;
        }
        var (fell, before, last) = (false, 1.0, 1.0);
        for (var lag = 2; lag <= across / 2; lag++)
        {
            var like = Like(lag);
            fell |= like < 0.15;
            if (fell && last > 0.25 && last >= before && last > like)
                return lag - 1;
            (before, last) = (last, like);
        }
        return null;
    }
}
