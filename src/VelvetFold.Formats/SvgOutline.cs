using System.Xml;
using System.Xml.Linq;
using SkiaSharp;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>An outline that was read: its points, or what is wrong with the text; and what was left out of it.</summary>
public sealed record OutlineReading(IReadOnlyList<OutlinePoint> Points, Saying? Fault, Saying? Note = null);

/// <summary>Reads a template's outline from an SVG drawing or from the text of an SVG path (the <c>d</c> of W3C SVG 1.1, section
/// 8.3).</summary>
public static class SvgOutline
{
    /// <summary>The longest text that is read.</summary>
    public const int LongestText = 200_000;

    /// <summary>How deep the groups of a drawing may lie in each other.</summary>
    public const int MostDeep = 100;

    /// <summary>The most points a template may have; curves are taken coarser until they keep to it.</summary>
    public const int MostPoints = 500;

    /// <summary>
    /// Reads the outline and stretches it to a size: its own bounding box becomes the piece's. Curves become short straight edges that stay
    /// within a thousandth of the longer side, more where that would take more than <see cref="MostPoints"/>. Of several outlines the
    /// largest is taken.
    /// </summary>
    public static OutlineReading Read(string text, Size size)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length > LongestText)
            return Wrong(Saying.Of("fault.the-drawing-is-longer", ("longestText", LongestText)));
        if (!size.IsReal)
            return Wrong(Saying.Of("fault.is-no-size-width", ("size", size)));
        string[] paths;
        try
        {
            if (text.TrimStart().StartsWith('<') && IsTooDeep(text))
                return Wrong(Saying.Of("fault.drawing-nests-too-deep", ("most", MostDeep)));
            paths = text.TrimStart().StartsWith('<') ? PathsOf(text) : [text];
        }
        catch (XmlException broken)
        {
            return Wrong(Saying.Of("fault.this-is-no-svg", ("message", Saying.Plain(broken.Message))));
        }
        if (paths.Length == 0)
            return Wrong(Saying.Of("fault.the-drawing-has-no"));
        var rings = new List<List<SKPoint>>();
        foreach (var path in paths)
        {
            using var parsed = SKPath.ParseSvgPathData(path);
            if (parsed is null)
                return Wrong(Saying.Of("fault.is-no-svg-path", ("what", path.Length > 40 ? path[..40] + "…" : path)));
            rings.AddRange(Rings(parsed));
        }
        if (rings.Count == 0)
            return Wrong(Saying.Of("fault.the-path-encloses-nothing"));
        var largest = rings.MaxBy(AreaOf)!;
        var note = rings.Count > 1 ? Saying.Of("fault.the-drawing-has-outlines", ("rings", rings.Count)) : null;
        return Fit(largest, size) is { } points ? new(points, null, note) : Wrong(Saying.Of("fault.the-path-encloses-nothing-2"));
    }

    private static OutlineReading Wrong(Saying says) => new([], says);

    // Looked at before it is read whole: what nests without end takes half a minute.
    private static bool IsTooDeep(string svg)
    {
        using var reader = Reader(svg);
        while (reader.Read())
            if (reader.Depth > MostDeep)
                return true;
        return false;
    }

    private static XmlReader Reader(string svg) =>
        XmlReader.Create(new StringReader(svg), new() { DtdProcessing = DtdProcessing.Prohibit, MaxCharactersInDocument = LongestText });

    private static string[] PathsOf(string svg)
    {
        using var reader = Reader(svg);
        return
        [
            .. XDocument
                .Load(reader)
                .Descendants()
                .Where(e => e.Name.LocalName == "path")
                .Select(e => (string?)e.Attribute("d"))
                .OfType<string>(),
        ];
    }

    private static IEnumerable<List<SKPoint>> Rings(SKPath path)
    {
        for (var pieces = 16; ; pieces = pieces * 3 / 4)
        {
            var rings = Flatten(path, pieces).Where(r => r.Count >= 3).ToList();
            if (pieces <= 2 || rings.All(r => r.Count <= MostPoints))
                return rings.Where(r => r.Count <= MostPoints);
        }
    }

    // Every curve in so many straight pieces, then without the corners that lie on a line between their neighbours.
    private static List<List<SKPoint>> Flatten(SKPath path, int pieces)
    {
        var bounds = path.TightBounds;
        var fine = Math.Max(bounds.Width, bounds.Height) / 1000;
        var rings = new List<List<SKPoint>>();
        var at = new SKPoint[4];
        using var verbs = path.CreateRawIterator();
        for (SKPathVerb verb; (verb = verbs.Next(at)) != SKPathVerb.Done; )
        {
            if (verb == SKPathVerb.Move)
                rings.Add([at[0]]);
            if (rings.Count == 0)
                continue;
            var ring = rings[^1];
            switch (verb)
            {
                case SKPathVerb.Line:
                    ring.Add(at[1]);
                    break;
                case SKPathVerb.Quad:
                    Along(ring, pieces, t => Mix(Mix(at[0], at[1], t), Mix(at[1], at[2], t), t));
                    break;
                case SKPathVerb.Conic:
                    Along(ring, pieces, Conic(at[0], at[1], at[2], verbs.ConicWeight()));
                    break;
                case SKPathVerb.Cubic:
                    Along(
                        ring,
                        pieces,
                        t => Mix(Mix(Mix(at[0], at[1], t), Mix(at[1], at[2], t), t), Mix(Mix(at[1], at[2], t), Mix(at[2], at[3], t), t), t)
                    );
                    break;
            }
        }
        return [.. rings.Select(r => Plain(r, fine))];
    }

    private static void Along(List<SKPoint> ring, int pieces, Func<float, SKPoint> curve)
    {
        for (var i = 1; i <= pieces; i++)
            ring.Add(curve((float)i / pieces));
    }

    private static Func<float, SKPoint> Conic(SKPoint a, SKPoint b, SKPoint c, float weight) =>
        t =>
        {
            var (u, v, w) = ((1 - t) * (1 - t), 2 * t * (1 - t) * weight, t * t);
            return new((u * a.X + v * b.X + w * c.X) / (u + v + w), (u * a.Y + v * b.Y + w * c.Y) / (u + v + w));
        };

    private static SKPoint Mix(SKPoint a, SKPoint b, float t) => new(a.X + (b.X - a.X) * t, a.Y + (b.Y - a.Y) * t);

    private static List<SKPoint> Plain(List<SKPoint> ring, float fine)
    {
        var kept = new List<SKPoint>();
        foreach (var point in ring)
            if (kept.Count == 0 || SKPoint.Distance(kept[^1], point) > fine / 10)
                kept.Add(point);
        while (kept.Count > 1 && SKPoint.Distance(kept[0], kept[^1]) <= fine / 10)
            kept.RemoveAt(kept.Count - 1);
        for (var i = kept.Count - 1; i >= 0 && kept.Count > 3; i--)
            if (OffLine(kept[(i + kept.Count - 1) % kept.Count], kept[i], kept[(i + 1) % kept.Count]) < fine / 20)
                kept.RemoveAt(i);
        return kept;
    }

    private static float OffLine(SKPoint a, SKPoint p, SKPoint b)
    {
        var length = SKPoint.Distance(a, b);
        return length == 0 ? SKPoint.Distance(a, p) : Math.Abs((b.X - a.X) * (a.Y - p.Y) - (a.X - p.X) * (b.Y - a.Y)) / length;
    }

    private static double AreaOf(List<SKPoint> ring)
    {
        var sum = 0.0;
        for (var i = 0; i < ring.Count; i++)
            sum += (double)ring[i].X * ring[(i + 1) % ring.Count].Y - (double)ring[(i + 1) % ring.Count].X * ring[i].Y;
        return Math.Abs(sum);
    }

    private static List<OutlinePoint>? Fit(List<SKPoint> ring, Size size)
    {
        var (left, top) = (ring.Min(p => p.X), ring.Min(p => p.Y));
        var (width, height) = (ring.Max(p => p.X) - left, ring.Max(p => p.Y) - top);
        if (width <= 0 || height <= 0)
            return null;
        return [.. ring.Select(p => new OutlinePoint(Scaled(p.X - left, width, size.Width), Scaled(p.Y - top, height, size.Height)))];
    }

    private static Length Scaled(float at, float of, Length to) => new((long)Math.Round((double)at / of * to.Ticks));
}
