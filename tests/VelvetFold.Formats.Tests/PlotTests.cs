using System.Diagnostics;
using CsCheck;
using SkiaSharp;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats.Plots;
using VelvetFold.Formats.Print;
using VelvetFold.Plotter;

namespace VelvetFold.Formats.Tests;

/// <summary>Plot files, drawn by the simulated plotter, which sees nothing but the file; compared with the pieces as they were
/// asked for.</summary>
public class PlotTests
{
    private static Length In(int sixteenths) => Length.Sixteenth * sixteenths;

    private static Piece Piece(string id, int width, int height, Outline? shape, SheetFace face = SheetFace.A) =>
        new()
        {
            Id = id,
            Kind = PieceKind.Panel,
            Size = new(In(width), In(height)),
            Paper = "two",
            Face = face,
            Shape = shape,
            Across = new FromEdge(Edge.Left, In(16)),
            Down = new FromEdge(Edge.Top, In(16)),
        };

    private static Kit Kit(params Piece[] pieces) =>
        new()
        {
            Name = "Plots",
            Ruler = Length.Sixteenth,
            Matting = new() { Reveal = In(2) },
            Papers =
            [
                new()
                {
                    Id = "two",
                    Name = "Two",
                    Size = new(Length.Inches(12), Length.Inches(12)),
                    FaceA = new() { Colour = "#ffffff" },
                    FaceB = new() { Colour = "#222222" },
                },
            ],
            Layouts =
            [
                new()
                {
                    Id = "L1",
                    Name = "One",
                    Kind = LayoutKind.Single,
                    Page = new(Length.Inches(12), Length.Inches(12)),
                    Pieces = pieces,
                },
            ],
        };

    private static CutPattern Pattern(Kit kit) => new KitWork(kit).EachKit.For("two")!.Patterns[0];

    private static Outline Template(params (int X, int Y)[] points) =>
        new() { Kind = OutlineKind.Template, Points = [.. points.Select(p => new OutlinePoint(In(p.X), In(p.Y)))] };

    private static double Mm(Length length) => (double)length.Ticks / Length.TicksPerMillimetre;

    // The area a stroke encloses (the shoelace formula), and the box it spans.
    private static double Area(Stroke stroke) =>
        Math.Abs(stroke.Points.Zip(stroke.Points.Skip(1)).Sum(p => p.First.X * p.Second.Y - p.Second.X * p.First.Y) / 2);

    private static (double X, double Y, double W, double H) Span(Stroke s) =>
        (
            s.Points.Min(p => p.X),
            s.Points.Min(p => p.Y),
            s.Points.Max(p => p.X) - s.Points.Min(p => p.X),
            s.Points.Max(p => p.Y) - s.Points.Min(p => p.Y)
        );

    private static void IsNear(double expected, double actual) =>
        Assert.True(Math.Abs(expected - actual) <= 0.1, $"{actual}, not {expected}");

    // Whatever is drawn is as large as the piece, where the plan has it, to a tenth of a millimetre; areas by the closed formulas of
    // geometry: of an ellipse pi a b, of a regular hexagon three quarters of its box.
    [Fact]
    public void What_is_drawn_is_the_piece()
    {
        Gen.Select(Gen.Enum<OutlineKind>(), Gen.Int[8, 90], Gen.Int[8, 90], Gen.Bool, Gen.Bool)
            .Sample(
                (kind, width, height, back, asCode) =>
                {
                    if (kind == OutlineKind.Circle)
                        height = width;
                    var shape =
                        kind == OutlineKind.Template
                            ? Template((0, height), (width / 2, 0), (width, height / 2), (width / 3, height / 2))
                            : new Outline { Kind = kind };
                    var kit = Kit(Piece("B1", width, height, shape, back ? SheetFace.B : SheetFace.A));
                    var pattern = Pattern(kit);
                    var job = PlotJob.Of(kit, pattern);
                    var drawn = SimulatedPlotter.Draw(asCode ? PlotFiles.ToGCode(job) : PlotFiles.ToSvg(job));
                    Assert.Empty(drawn.Reports);
                    var stroke = Assert.Single(drawn.Strokes);
                    Assert.Equal((PlotTool.Blade, "L1-B1", true), (stroke.Tool, stroke.Name, stroke.IsClosed));
                    var box = pattern.Placements[0].Box;
                    var (x, y, w, h) = Span(stroke);
                    IsNear(Mm(box.X), x);
                    IsNear(Mm(box.Y), y);
                    IsNear(Mm(box.Width), w);
                    IsNear(Mm(box.Height), h);
                    var full = w * h;
                    var wanted = kind switch
                    {
                        OutlineKind.Circle or OutlineKind.Oval => full * Math.PI / 4,
                        OutlineKind.Hexagon => full * 3 / 4,
                        OutlineKind.Template => Outline.TwiceArea(shape.Points) switch
                        {
                            var twice => (double)twice / 2 / Length.TicksPerMillimetre / Length.TicksPerMillimetre,
                        },
                        _ => full,
                    };
                    Assert.True(Math.Abs(Area(stroke) - wanted) <= 0.1 * (w + h), $"{kind}: {Area(stroke)}, not {wanted}");
                },
                iter: 400
            );
    }

    // Cut from the back, a flag that points right is drawn pointing left.
    [Theory]
    [InlineData(SheetFace.A, 1)]
    [InlineData(SheetFace.B, 0)]
    public void What_shows_the_back_is_cut_mirrored(SheetFace face, double tip)
    {
        var kit = Kit(Piece("B1", 64, 32, Template((0, 0), (64, 16), (0, 32)), face));
        var pattern = Pattern(kit);
        var stroke = Assert.Single(SimulatedPlotter.Draw(PlotFiles.ToSvg(PlotJob.Of(kit, pattern))).Strokes);
        var (box, turned) = (pattern.Placements[0].Box, pattern.Placements[0].Turned);
        Assert.False(turned);
        Assert.Contains(
            stroke.Points,
            p => Math.Abs(p.X - (Mm(box.X) + tip * Mm(box.Width))) < 0.1 && Math.Abs(p.Y - Mm(box.Y) - Mm(box.Height) / 2) < 0.1
        );
        Assert.Equal(2, stroke.Points.SkipLast(1).Count(p => Math.Abs(p.X - (Mm(box.X) + (1 - tip) * Mm(box.Width))) < 0.1));
    }

    [Fact]
    public void Dashes_are_drawn_with_the_pen_on_the_piece_they_lie_on()
    {
        var line = Piece("D1", 64, 2, null) with
        {
            Kind = PieceKind.Drawn,
            Paper = null,
            Drawn = new() { Kind = DrawnKind.Dashes, Tool = "pen" },
            Across = new Centred("B1"),
            Down = new Centred("B1"),
        };
        var kit = Kit(Piece("B1", 80, 32, null), line);
        var pattern = Pattern(kit);
        foreach (var file in new[] { PlotFiles.ToSvg(PlotJob.Of(kit, pattern)), PlotFiles.ToGCode(PlotJob.Of(kit, pattern)) })
        {
            var drawn = SimulatedPlotter.Draw(file);
            Assert.Empty(drawn.Reports);
            var pen = drawn.Strokes.Where(s => s.Tool == PlotTool.Pen).ToList();
            Assert.All(pen, s => Assert.Equal("L1-D1", s.Name));
            var box = pattern.Placements[0].Box;
            // 4 in of the 5, centred (arithmetic).
            IsNear(101.6, pen.Max(s => s.Points.Max(p => p.X)) - pen.Min(s => s.Points.Min(p => p.X)));
            IsNear(Mm(box.X) + 12.7, pen.Min(s => s.Points.Min(p => p.X)));
            Assert.All(pen, s => IsNear(Mm(box.Y) + Mm(box.Height) / 2, s.Points[0].Y));
            // First the pen, then the blade.
            Assert.True(pen.Max(s => s.Ends) < drawn.Strokes.Where(s => s.Tool == PlotTool.Blade).Min(s => s.Begins));
        }
    }

    [Fact]
    public void Every_sheet_of_the_demo_can_be_plotted_either_way()
    {
        foreach (var name in new[] { "kite-weekend", "year-of-bread" })
        {
            var kit = KitFile.Read(File.ReadAllBytes(CutSheetFilesTests.Find($"src/VelvetFold.Web/Demo/{name}.json"))).Value!;
            foreach (var pattern in KitAnswer.For(kit, 1).EachKit.Plan.BySheet.SelectMany(s => s.Patterns).Where(p => p.From is null))
            {
                var job = PlotJob.Of(kit, pattern);
                var (svg, code) = (
                    SimulatedPlotter.Draw(PlotFiles.ToSvg(job)),
                    SimulatedPlotter.Draw(PlotFiles.ToGCode(job), Mm(job.Size.Width), Mm(job.Size.Height))
                );
                Assert.Empty(svg.Reports);
                Assert.Empty(code.Reports);
                Assert.Equal(svg.Strokes.Count, code.Strokes.Count);
                foreach (var (a, b) in svg.Strokes.Zip(code.Strokes))
                    Assert.All(
                        a.Points.Zip(b.Points),
                        p => Assert.True(Math.Abs(p.First.X - p.Second.X) + Math.Abs(p.First.Y - p.Second.Y) < 0.01)
                    );
                Assert.Equal(svg.Seconds, code.Seconds, 0.1);
            }
        }
    }

    // Words as ISO 6983 has them, from memory: an inch is 25.4 mm (NIST SP 811), a quarter circle of 10 mm is pi 5 long.
    [Theory]
    [InlineData("G20 T3 M06\nG0 X1 Y1\nG1 Z-1\nG1 X2\nG1 Y2\nG1 X1\nG1 Y1\nG0 Z1\nM30", 101.6)]
    [InlineData("G70 T3 M6\nG00 X1 Y1\nG01 Z-1\nG01 X2 Y1\nX2 Y2\nX1 Y2\nX1 Y1\nZ1", 101.6)]
    [InlineData("G21 G91 T1 M6\nG0 X10 Y10\nZ-1\nG1 X5\nX5\nZ2\nM2\nG1 X9", 10)]
    [InlineData("G21 T1 M6\nG0 X20 Y10\nG1 Z0\nG3 X10 Y20 I-10 J0\nZ1", 15.708)]
    [InlineData("G21 T1 M6\nG0 X10 Y20\nG1 Z0\nG2 X20 Y10 I0 J-10\nZ1", 15.708)]
    [InlineData("%\nN10 G21 ; plain\nN20 T2 M06 (fold)\nN30 G00 X0 Y0\nG01 Z-0.5 F200\nG01 X.5 Y0\nG01 X30\nG00 Z5", 30)]
    public void Codes_are_followed(string file, double length)
    {
        var drawn = SimulatedPlotter.Draw(file, 100, 100);
        Assert.Empty(drawn.Reports);
        Assert.Equal(length, Assert.Single(drawn.Strokes).Length, 0.01);
    }

    [Theory]
    [InlineData("<svg width='50mm' height='50mm' viewBox='0 0 50 50'><g id='cut'><circle cx='20' cy='20' r='10'/></g></svg>", 62.832)]
    [InlineData("<svg width='2in' height='2in' viewBox='0 0 2 2'><g id='cut'><rect x='.5' y='.5' width='1' height='1'/></g></svg>", 101.6)]
    [InlineData("<svg width='50mm' height='50mm' viewBox='0 0 50 50'><g id='pen-2'><path d='m10 10h10v10h-10z'/></g></svg>", 40)]
    [InlineData(
        "<svg width='50mm' height='50mm' viewBox='0 0 50 50'><g id='fold' transform='translate(5 5) rotate(90)'><path d='M0 0 30-4'/></g></svg>",
        30.265
    )]
    [InlineData(
        "<svg width='50mm' height='50mm' viewBox='0 0 50 50'><g id='cut'><path d='M10 20a10 10 0 1 1 20 0a10 10 0 1 1 -20 0z'/></g></svg>",
        62.832
    )]
    [InlineData(
        "<svg width='50mm' height='50mm' viewBox='0 0 50 50'><g id='pen'><path d='M10 20C10 14.477 14.477 10 20 10S30 14.477 30 20'/></g></svg>",
        31.416
    )]
    public void Drawings_are_followed(string file, double length)
    {
        var drawn = SimulatedPlotter.Draw(file);
        Assert.Empty(drawn.Reports);
        Assert.Equal(length, Assert.Single(drawn.Strokes).Length, 0.06);
    }

    [Theory]
    [InlineData("T3 M6\nG0 X90 Y50\nG1 Z-1\nG1 X110\nG1 Z1", "off-sheet")]
    [InlineData("T3 M6\nG0 X50 Y50\nG1 Z-1\nG1 X60\nG1 Z1", "open-cut")]
    [InlineData("T3 M6\nG0 X50 Y50\nG1 Z-1\nG1 X50.05\nG1 Z1\nG1 X9", "too-small")]
    [InlineData("T3 M6\nG0 X50 Y50 Q7\nG1 X60", "unknown")]
    [InlineData("T3 M6\nG0 X50 Y50\nG1 Z-1 €", "unknown")]
    [InlineData("G0 X50 Y50\nG1 Z-1\nG1 X60\nG1 Z1", "unknown")]
    [InlineData("<svg width='50mm' height='50mm'><g id='cut'><text>A</text></g></svg>", "unknown")]
    [InlineData("<svg width='50mm' height='50mm'><g id='other'><circle r='9' cx='9' cy='9'/></g></svg>", "no-layer")]
    [InlineData("<svg width='50mm' height='50mm'><g id='cut' transform='skewX(9)'><circle r='9' cx='9' cy='9'/></g></svg>", "unknown")]
    [InlineData("<svg width='50mm' height='50mm'><g id='cut'><path d='M1 1 L2'/></g></svg>", "unknown")]
    public void What_cannot_be_cut_is_reported(string file, string code) =>
        Assert.Contains(SimulatedPlotter.Draw(file, 100, 100).Reports, r => r.Code == code);

    [Theory]
    [InlineData("")]
    [InlineData("hello")]
    [InlineData("<html/>")]
    [InlineData("<svg><g id='cut'/></svg>")]
    [InlineData("<svg width='50mm' height='50mm'><g>")]
    [InlineData("<!DOCTYPE svg [<!ENTITY a 'aaaa'>]><svg width='9000mm' height='50mm'/>")]
    public void What_is_no_plot_file_is_refused(string file) => Assert.Throws<PlotFileException>(() => SimulatedPlotter.Draw(file));

    // librsvg draws the file for itself: as many dark places as the outline has, filled.
    [Fact]
    public void Another_reader_sees_the_same_outline()
    {
        var kit = Kit(Piece("B1", 64, 48, new Outline { Kind = OutlineKind.Oval }));
        var svg = PlotFiles.ToSvg(PlotJob.Of(kit, Pattern(kit))).Replace("fill=\"none\"", "fill=\"#000\"", StringComparison.Ordinal);
        var folder = Directory.CreateTempSubdirectory("plots");
        try
        {
            var (from, to) = (Path.Combine(folder.FullName, "a.svg"), Path.Combine(folder.FullName, "a.png"));
            File.WriteAllText(from, svg);
            using var rsvg = Process.Start("rsvg-convert", ["-w", "1200", "-h", "1200", "-o", to, from])!;
            rsvg.WaitForExit();
            Assert.Equal(0, rsvg.ExitCode);
            using var picture = SKBitmap.Decode(to);
            var dark = 0;
            for (var x = 0; x < picture.Width; x++)
            for (var y = 0; y < picture.Height; y++)
                if (picture.GetPixel(x, y).Alpha > 127)
                    dark++;
            // 100 places to the inch: an ellipse of 4 x 3 in is pi 3 square inches.
            Assert.Equal(Math.PI * 3, dark / 10_000.0, 0.08);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Theory]
    [InlineData("Kites", 1)]
    [InlineData("HILL", 1)]
    [InlineData("Two of us", 3)]
    public void Letters_are_welded_word_by_word(string text, int parts)
    {
        var title = TitleOutline.Of(text, Length.Inches(1), Typeface.Bold, Length.Sixteenth, weld: true)!;
        Assert.Equal(parts, title.Parts);
        var drawn = SimulatedPlotter.Draw(PlotFiles.ToSvg(title.Job));
        Assert.Empty(drawn.Reports);
        IsNear(25.4, drawn.Strokes.Max(s => s.Points.Max(p => p.Y)) - drawn.Strokes.Min(s => s.Points.Min(p => p.Y)));
        Assert.True(drawn.Strokes.Max(s => s.Points.Max(p => p.X)) <= Mm(title.Job.Size.Width));
    }

    // Not welded, two letters stand as far apart as the typeface's own table of widths (hmtx, OpenType 1.9) has it.
    [Theory]
    [InlineData('H')]
    [InlineData('i')]
    [InlineData('m')]
    public void Letters_stand_as_the_typeface_sets_them(char letter)
    {
        using var face = Typesetter.FaceOf(Typeface.Bold);
        int At(string table, int at) => BitConverter.ToUInt16([.. face.GetTableData(Tag(table)).Skip(at).Take(2).Reverse()]);
        static uint Tag(string name) => name.Aggregate(0u, (tag, c) => tag << 8 | c);
        var (unitsPerEm, metrics) = (At("head", 18), At("hhea", 34));
        using var font = new SKFont(face, 1000);
        var glyph = font.GetGlyph(letter);
        var advance = At("hmtx", Math.Min(glyph, metrics - 1) * 4) / (double)unitsPerEm;
        var one = TitleOutline.Of(letter.ToString(), Length.Inches(4), Typeface.Bold, Length.Sixteenth, weld: false)!;
        var two = TitleOutline.Of($"{letter}{letter}", Length.Inches(4), Typeface.Bold, Length.Sixteenth, weld: false)!;
        var (wide, narrow) = (Width(two), Width(one));
        using var path = font.GetTextPath(letter.ToString(), new SKPoint(0, 0));
        var scale = 101.6 / path.TightBounds.Height * 1000;
        Assert.Equal(advance * scale, wide - narrow, 0.2);
        static double Width(TitleOutline title) =>
            title.Job.Figures.Max(f => f.Spots.Max(s => s.X)) - title.Job.Figures.Min(f => f.Spots.Min(s => s.X));
    }

    [Fact]
    public void A_title_without_a_letter_has_no_outline() =>
        Assert.Null(TitleOutline.Of("\u200b", Length.Inches(1), Typeface.Sans, Length.Sixteenth, weld: true));
}
