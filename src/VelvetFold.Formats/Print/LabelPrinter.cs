using System.Collections.Concurrent;
using System.Globalization;
using SkiaSharp;

namespace VelvetFold.Formats.Print;

/// <summary>Stands in for a label printer: what its head would burn, dot by dot, black or nothing, at 203 dots to the inch (8 to the
/// millimetre, common practice, no source).</summary>
public static class LabelPrinter
{
    /// <summary>Dots to the inch.</summary>
    public const int DotsPerInch = 203;

    // Darker than this burns; there are no greys.
    private const int Burns = 208;

    private static readonly ConcurrentDictionary<Typeface, SKTypeface> Faces = [];

    /// <summary>One label, or a page of them, as a PNG of black and white dots.</summary>
    public static byte[] Print(PrintedPage page)
    {
        ArgumentNullException.ThrowIfNull(page);
        const float scale = DotsPerInch / 72f;
        using var bitmap = new SKBitmap(
            new SKImageInfo(
                (int)Math.Round(page.Width * scale),
                (int)Math.Round(page.Height * scale),
                SKColorType.Gray8,
                SKAlphaType.Opaque
            )
        );
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        canvas.Scale(scale);
        foreach (var mark in page.Marks)
            Burn(canvas, mark);
        canvas.Flush();
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    private static void Burn(SKCanvas canvas, Ink mark)
    {
        switch (mark)
        {
            case PartInk part:
                foreach (var inner in part.Marks)
                    Burn(canvas, inner);
                break;
            case PageInk page:
                using (new SKAutoCanvasRestore(canvas))
                {
                    canvas.Translate((float)page.At.X, (float)page.At.Y);
                    canvas.Scale((float)page.Scale);
                    foreach (var inner in page.Marks)
                        Burn(canvas, inner);
                }
                break;
            case ClippedInk clipped:
                using (new SKAutoCanvasRestore(canvas))
                using (var outline = Shape(clipped.Outline, closed: true))
                {
                    canvas.ClipPath(outline);
                    foreach (var inner in clipped.Marks)
                        Burn(canvas, inner);
                }
                break;
            case TextInk text:
                Text(canvas, text);
                break;
            case PathInk path:
                Path(canvas, path);
                break;
            case CurveInk curve:
                Curve(canvas, curve);
                break;
            default:
                throw new InvalidOperationException($"{mark.GetType().Name} cannot be burnt.");
        }
    }

    private static void Text(SKCanvas canvas, TextInk text)
    {
        // As wide as it is set on every other page: no letter is moved to a whole point.
        using var font = new SKFont(Faces.GetOrAdd(text.Type, Typesetter.FaceOf), (float)text.Size)
        {
            Edging = SKFontEdging.Alias,
            Subpixel = true,
            LinearMetrics = true,
            Hinting = SKFontHinting.None,
        };
        using var paint = Paint(text.Colour, SKPaintStyle.Fill);
        using var kept = new SKAutoCanvasRestore(canvas);
        if (text.Turned)
            canvas.RotateDegrees(-90, (float)text.At.X, (float)text.At.Y);
        canvas.DrawText(text.Text, (float)text.At.X, (float)text.At.Y, text.Centred ? SKTextAlign.Center : SKTextAlign.Left, font, paint);
    }

    private static void Path(SKCanvas canvas, PathInk path)
    {
        using var shape = Shape(path.Figures, path.Closed);
        if (path.Fill is not null)
        {
            using var fill = Paint(path.Fill, SKPaintStyle.Fill);
            canvas.DrawPath(shape, fill);
        }
        if (path.Stroke is null)
            return;
        using var stroke = Paint(path.Stroke, SKPaintStyle.Stroke, path.Width);
        using var dashes = path.Dash is { } dash ? SKPathEffect.CreateDash([(float)dash, (float)dash], 0) : null;
        stroke.PathEffect = dashes;
        canvas.DrawPath(shape, stroke);
    }

    private static void Curve(SKCanvas canvas, CurveInk curve)
    {
        using var builder = new SKPathBuilder();
        foreach (var figure in curve.Figures)
        {
            builder.MoveTo(Spot(figure[0]));
            foreach (var bend in figure.Skip(1).Chunk(3))
                builder.CubicTo(Spot(bend[0]), Spot(bend[1]), Spot(bend[2]));
        }
        using var path = builder.Detach();
        using var paint = Paint(curve.Stroke, SKPaintStyle.Stroke, curve.Width);
        canvas.DrawPath(path, paint);
    }

    private static SKPath Shape(IReadOnlyList<IReadOnlyList<Spot>> figures, bool closed)
    {
        using var builder = new SKPathBuilder { FillType = SKPathFillType.EvenOdd };
        foreach (var figure in figures.Where(f => f.Count > 1))
            builder.AddPoly([.. figure.Select(Spot)], closed);
        return builder.Detach();
    }

    private static SKPoint Spot(Spot spot) => new((float)spot.X, (float)spot.Y);

    // A line is one dot wide at least: finer ones would be left out.
    private static SKPaint Paint(string colour, SKPaintStyle style, double width = 0) =>
        new()
        {
            IsAntialias = false,
            Style = style,
            Color = Grey(colour) <= Burns ? SKColors.Black : SKColors.White,
            StrokeWidth = (float)Math.Max(width, 72d / DotsPerInch),
        };

    private static int Grey(string colour)
    {
        var rgb = int.Parse(colour.AsSpan(1), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        return ((rgb >> 16 & 0xFF) * 299 + (rgb >> 8 & 0xFF) * 587 + (rgb & 0xFF) * 114) / 1000;
    }
}
