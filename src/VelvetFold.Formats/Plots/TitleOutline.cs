using SkiaSharp;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Plots;

/// <summary>A title as outlines of a typeface that ships with the application, its letters welded so that they are cut out as one.</summary>
/// <param name="Parts">How many pieces fall out: 1 a line where all letters hang together; dots and accents are pieces of their own.</param>
public sealed record TitleOutline(PlotJob Job, int Parts)
{
    /// <summary>The longest title.</summary>
    public const int Longest = 60;

    /// <summary>So far a letter runs into its neighbour, in millimetres: enough to hold (common practice, no source).</summary>
    private const float Hold = 0.6f;

    /// <summary>The outlines of a title.</summary>
    /// <param name="height">From the lowest to the highest point of its letters.</param>
    /// <param name="step">The width is so many of these, as many as the letters take.</param>
    /// <param name="weld">Whether letters move together until they hold; else they stand as the typeface sets them.</param>
    /// <returns>Null where the typeface has nothing to draw for it.</returns>
    public static TitleOutline? Of(string text, Length height, Typeface type, Length step, bool weld)
    {
        ArgumentException.ThrowIfNullOrWhiteSpace(text);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(text.Length, Longest);
        var tall = (float)((double)height.Ticks / Length.TicksPerMillimetre);
        using var face = Typesetter.FaceOf(type);
        using var font = new SKFont(face, 200) { Hinting = SKFontHinting.None, Subpixel = true };
        using var whole = Set(text, font, weld);
        if (whole.IsEmpty || whole.TightBounds is not { Width: > 0, Height: > 0 } bounds)
            return null;
        var scale = tall / bounds.Height;
        using var scaled = new SKPath(whole);
        scaled.Transform(SKMatrix.CreateTranslation(-bounds.Left, -bounds.Top).PostConcat(SKMatrix.CreateScale(scale, scale)));
        var figures = Figures(scaled, text).ToList();
        var width = step * (int)Math.Ceiling(bounds.Width * scale * Length.TicksPerMillimetre / step.Ticks);
        return new(new(text, new(width, height), figures), Outer(figures));
    }

    private static SKPath Set(string text, SKFont font, bool weld)
    {
        var whole = new SKPath();
        var at = 0f;
        foreach (var rune in text.EnumerateRunes())
        {
            using var glyph = font.GetTextPath(rune.ToString(), new SKPoint(0, 0));
            var advance = font.MeasureText(rune.ToString());
            if (glyph.IsEmpty)
            {
                at += advance;
                continue;
            }
            using var placed = Moved(glyph, weld ? Holding(whole, glyph, at, font.Size) : at);
            var both = whole.IsEmpty ? new SKPath(placed) : whole.Op(placed, SKPathOp.Union) ?? new SKPath(whole);
            whole.Dispose();
            whole = both;
            at = (weld ? placed.TightBounds.Left - glyph.TightBounds.Left : at) + advance;
        }
        if (whole.Simplify() is { } simple)
        {
            whole.Dispose();
            whole = simple;
        }
        return whole;
    }

    // As far left as it has to go until it hangs on what stands there, and no farther than half of its width.
    private static float Holding(SKPath whole, SKPath glyph, float at, float size)
    {
        if (whole.IsEmpty || IsSpace(whole, glyph, at, size))
            return at;
        var hold = Hold * size / 25;
        for (var by = 0f; by <= glyph.TightBounds.Width / 2 + size / 8; by += size / 200)
        {
            using var moved = Moved(glyph, at - by);
            using var shared = whole.Op(moved, SKPathOp.Intersect);
            if (shared is { IsEmpty: false } && shared.TightBounds.Width >= hold / 2)
                return at - by - hold / 2;
        }
        return at;
    }

    // Words stay apart.
    private static bool IsSpace(SKPath whole, SKPath glyph, float at, float size) =>
        at + glyph.TightBounds.Left - whole.TightBounds.Right > size * 0.18f;

    private static SKPath Moved(SKPath path, float by)
    {
        var moved = new SKPath(path);
        moved.Transform(SKMatrix.CreateTranslation(by, 0));
        return moved;
    }

    private static IEnumerable<PlotFigure> Figures(SKPath path, string text)
    {
        using var verbs = path.CreateRawIterator();
        var (points, spots) = (new SKPoint[4], new List<PlotSpot>());
        for (var verb = verbs.Next(points); verb != SKPathVerb.Done; verb = verbs.Next(points))
            switch (verb)
            {
                case SKPathVerb.Move:
                    spots = [At(points[0])];
                    break;
                case SKPathVerb.Line:
                    spots.Add(At(points[1]));
                    break;
                case SKPathVerb.Quad:
                    Curve(spots, points[0], Third(points[0], points[1]), Third(points[2], points[1]), points[2]);
                    break;
                case SKPathVerb.Cubic:
                    Curve(spots, points[0], points[1], points[2], points[3]);
                    break;
                case SKPathVerb.Conic:
                    var start = points[0];
                    foreach (
                        var quad in SKPath.ConvertConicToQuads(points[0], points[1], points[2], verbs.ConicWeight(), 3).Skip(1).Chunk(2)
                    )
                    {
                        Curve(spots, start, Third(start, quad[0]), Third(quad[1], quad[0]), quad[1]);
                        start = quad[1];
                    }
                    break;
                case SKPathVerb.Close when spots.Count > 2:
                    yield return new(PlotLayer.Cut, text, [.. spots, spots[0]]);
                    spots = [];
                    break;
            }
    }

    private static PlotSpot At(SKPoint point) => new(point.X, point.Y);

    private static SKPoint Third(SKPoint end, SKPoint by) => new(end.X + (by.X - end.X) * 2 / 3, end.Y + (by.Y - end.Y) * 2 / 3);

    private static void Curve(List<PlotSpot> spots, SKPoint a, SKPoint b, SKPoint c, SKPoint d)
    {
        var bend = Math.Max(
            SKPoint.Distance(new(a.X - 2 * b.X + c.X, a.Y - 2 * b.Y + c.Y), default),
            SKPoint.Distance(new(b.X - 2 * c.X + d.X, b.Y - 2 * c.Y + d.Y), default)
        );
        var steps = Math.Clamp((int)Math.Ceiling(Math.Sqrt(6 * bend / (8 * PlotJob.Off))), 1, 400);
        for (var i = 1; i <= steps; i++)
        {
            var (t, u) = ((double)i / steps, 1 - (double)i / steps);
            spots.Add(
                new(
                    u * u * u * a.X + 3 * u * u * t * b.X + 3 * u * t * t * c.X + t * t * t * d.X,
                    u * u * u * a.Y + 3 * u * u * t * b.Y + 3 * u * t * t * c.Y + t * t * t * d.Y
                )
            );
        }
    }

    // Figures that lie in no other, or in an even number of others.
    private static int Outer(List<PlotFigure> figures) =>
        figures.Count(f => figures.Count(o => o != f && Holds(o.Spots, f.Spots[0])) % 2 == 0);

    private static bool Holds(IReadOnlyList<PlotSpot> ring, PlotSpot p)
    {
        var inside = false;
        for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
            if (
                ring[i].Y > p.Y != ring[j].Y > p.Y
                && p.X < (ring[j].X - ring[i].X) * (p.Y - ring[i].Y) / (ring[j].Y - ring[i].Y) + ring[i].X
            )
                inside = !inside;
        return inside;
    }
}
