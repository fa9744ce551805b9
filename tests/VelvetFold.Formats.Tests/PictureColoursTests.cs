using SkiaSharp;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Formats.Tests;

/// <summary>Pictures of papers as a phone takes them: askew, in the shade, in coloured light, as JPEG.</summary>
public class PictureColoursTests
{
    private static readonly SKColor Cream = SKColor.Parse("#f3e8d0");
    private static readonly SKColor Navy = SKColor.Parse("#24406b");
    private static readonly SKColor Coral = SKColor.Parse("#d8583a");

    // A sheet of 12 x 12 in, 1200 pixels wide: drawn larger, turned a little, shaded from one corner, in the light that is said.
    private static PictureLook Taken(
        Action<SKCanvas> draw,
        float degrees = 0,
        SKColor? light = null,
        bool shade = false,
        bool balance = false,
        float border = 0
    )
    {
        using var surface = SKSurface.Create(new SKImageInfo(1200, 1200));
        var canvas = surface.Canvas;
        canvas.Clear(Cream);
        canvas.RotateDegrees(degrees, 600, 600);
        draw(canvas);
        canvas.ResetMatrix();
        if (border > 0)
            canvas.DrawRect(
                border / 2,
                border / 2,
                1200 - border,
                1200 - border,
                new SKPaint
                {
                    Color = SKColors.White,
                    Style = SKPaintStyle.Stroke,
                    StrokeWidth = border,
                }
            );
        if (light is { } cast)
            canvas.DrawRect(0, 0, 1200, 1200, new SKPaint { Color = cast, BlendMode = SKBlendMode.Multiply });
        if (shade)
            canvas.DrawRect(
                0,
                0,
                1200,
                1200,
                new SKPaint
                {
                    BlendMode = SKBlendMode.Multiply,
                    Shader = SKShader.CreateLinearGradient(
                        new(0, 0),
                        new(1200, 1200),
                        [SKColors.White, new(185, 185, 185)],
                        SKShaderTileMode.Clamp
                    ),
                }
            );
        using var image = surface.Snapshot();
        using var jpeg = image.Encode(SKEncodedImageFormat.Jpeg, 82);
        var (width, height, pixels) = PictureFile.PixelsOf(PictureFile.Read(jpeg.ToArray()).Picture!.Small);
        return PictureColours.Read(width, height, pixels, new Size(Length.Inches(12), Length.Inches(12)), balance);
    }

    private static void Near(SKColor colour, PictureLook look, double most = 12) =>
        Assert.Contains(look.Colours, c => Colours.Difference(c.Colour, $"#{colour.Red:x2}{colour.Green:x2}{colour.Blue:x2}") < most);

    private static void Stripes(SKCanvas canvas, SKColor colour, int every, int wide, bool across = false)
    {
        for (var at = -600; at < 1800; at += every)
            canvas.DrawRect(
                across ? new SKRect(-600, at, 1800, at + wide) : new SKRect(at, -600, at + wide, 1800),
                new SKPaint { Color = colour }
            );
    }

    private static void Dots(SKCanvas canvas, int every)
    {
        for (var x = -600; x < 1800; x += every)
        for (var y = -600; y < 1800; y += every)
            canvas.DrawCircle(x + every / 2, y + every / 2, every / 5f, new SKPaint { Color = Coral, IsAntialias = true });
    }

    [Fact]
    public void A_plain_sheet_is_one_colour_in_the_shade_too()
    {
        var look = Taken(_ => { }, shade: true);
        Assert.Equal(PrintKind.Solid, look.Print);
        Assert.Single(look.Colours);
        Near(Cream, look);
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(2, true)]
    public void Stripes_run_the_way_they_do_askew_and_in_the_shade(float degrees, bool shade)
    {
        var look = Taken(c => Stripes(c, Navy, 100, 40), degrees, shade: shade);
        Assert.Equal((PrintKind.Stripe, Axis.Down), (look.Print, look.Along));
        Near(Cream, look);
        Near(Navy, look);
        Assert.Equal(Axis.Across, Taken(c => Stripes(c, Navy, 100, 40, across: true), degrees, shade: shade).Along);
    }

    [Fact]
    public void Stripes_both_ways_are_a_plaid() =>
        Assert.Equal(
            PrintKind.Plaid,
            Taken(c =>
            {
                Stripes(c, Navy, 200, 60);
                Stripes(c, Coral, 200, 60, across: true);
            }).Print
        );

    // Dots 1 1/2 in apart, found to a twentieth; their share is pi/25, 12.6 %.
    [Fact]
    public void Dots_are_dots_as_far_apart_as_they_are()
    {
        var look = Taken(c => Dots(c, 150), degrees: 1, shade: true);
        Assert.Equal(PrintKind.Dot, look.Print);
        Near(Coral, look);
        Assert.InRange(look.Motif!.Value.Ticks, Length.Inches(1, 27, 64).Ticks, Length.Inches(1, 37, 64).Ticks);
        Assert.InRange(look.Colours.Skip(1).Sum(c => c.Share), 0.10, 0.16);
    }

    [Fact]
    public void Figures_are_no_dots()
    {
        using var kite = SKPath.ParseSvgPathData("M0 -50L30 0L0 60L-30 0Z M0 60L10 120L-10 120Z");
        var look = Taken(c =>
        {
            for (var x = 100; x < 1200; x += 250)
            for (var y = 100; y < 1200; y += 250)
            {
                c.Save();
                c.Translate(x, y);
                c.DrawPath(kite, new SKPaint { Color = Navy, IsAntialias = true });
                c.Restore();
            }
        });
        Assert.Equal(PrintKind.Figures, look.Print);
    }

    [Fact]
    public void A_cast_of_the_light_is_taken_out_where_that_is_asked_for()
    {
        // Grey stripes on white under a warm lamp.
        void Draw(SKCanvas canvas)
        {
            canvas.Clear(SKColors.White);
            Stripes(canvas, new(110, 110, 110), 100, 40);
        }
        var warm = new SKColor(255, 214, 170);
        double Chroma(PictureLook look) => look.Colours.Max(c => Colours.LabOf(c.Colour).Chroma);
        Assert.True(Chroma(Taken(Draw, light: warm)) > 20);
        Assert.True(Chroma(Taken(Draw, light: warm, balance: true)) < 6);
    }

    // A sheet that is no grey on average, in warm light: by a white border it is read as it is, by the grey world it is not.
    [Fact]
    public void A_white_border_tells_the_light_better_than_the_average_does()
    {
        void Draw(SKCanvas canvas)
        {
            canvas.Clear(Coral);
            Stripes(canvas, Cream, 120, 40);
        }
        var warm = new SKColor(255, 226, 178);
        var by = Taken(Draw, light: warm, balance: true, border: 90);
        Assert.Equal(LightReference.WhiteBorder, by.Balance);
        Near(Coral, by, 6);
        Near(Cream, by, 6);
        Assert.DoesNotContain(by.Colours, c => Colours.Difference(c.Colour, "#ffffff") < 5);
        var without = Taken(Draw, light: warm, balance: true);
        Assert.Equal(LightReference.GreyOnAverage, without.Balance);
        Assert.DoesNotContain(without.Colours, c => Colours.Difference(c.Colour, "#d8583a") < 12);
        Assert.Null(Taken(Draw, light: warm, border: 90).Balance);
    }

    // A plain white sheet has no border, nor one whose edge is dark or printed.
    [Fact]
    public void What_has_no_white_border_is_balanced_by_its_average()
    {
        Assert.Equal(LightReference.GreyOnAverage, Taken(c => c.Clear(SKColors.White), balance: true).Balance);
        Assert.Equal(LightReference.GreyOnAverage, Taken(c => Stripes(c, Navy, 120, 60), balance: true).Balance);
        Assert.Equal(LightReference.GreyOnAverage, Taken(c => c.Clear(Navy), balance: true).Balance);
    }

    // Kites of 2 x 3 in drawn at known places, one of them cut off by the sheet's edge; a sixteenth of an inch is six pixels here, and the
    // picture is made smaller before it is read.
    [Fact]
    public void Whole_motifs_are_found_where_they_stand()
    {
        (int X, int Y)[] at = [(150, 200), (700, 150), (400, 750), (-60, 700)];
        var look = Taken(canvas =>
        {
            foreach (var (x, y) in at)
            {
                using var outline = new SKPathBuilder();
                outline.MoveTo(x + 100, y);
                outline.LineTo(x + 200, y + 100);
                outline.LineTo(x + 100, y + 300);
                outline.LineTo(x, y + 100);
                outline.Close();
                using var kite = outline.Detach();
                canvas.DrawPath(kite, new SKPaint { Color = Navy, IsAntialias = true });
            }
        });
        Assert.Equal(PrintKind.Figures, look.Print);
        Assert.Equal(3, look.Motifs.Count);
        foreach (var (x, y) in at.Take(3))
            Assert.Single(
                look.Motifs,
                m =>
                    Math.Abs(Inches(m.X) - x / 100.0) < 0.13
                    && Math.Abs(Inches(m.Y) - y / 100.0) < 0.13
                    && Math.Abs(Inches(m.Width) - 2) < 0.2
                    && Math.Abs(Inches(m.Height) - 3) < 0.2
            );
        Assert.Empty(Taken(c => Dots(c, 150)).Motifs);
        Assert.Empty(Taken(c => Stripes(c, Navy, 100, 40)).Motifs);
    }

    private static double Inches(Length length) => (double)length.Ticks / Length.TicksPerInch;
}
