using System.Diagnostics;
using System.Globalization;
using System.Xml.Linq;
using UglyToad.PdfPig;
using VelvetFold.Core;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests.Print;

/// <summary>Printed guides, read back by readers that know nothing of how they were made.</summary>
public class GuidePrintTests
{
    private static Length In(long n) => Length.Inches(n);

    private static readonly Kit Kit = new()
    {
        Name = "Print & prove",
        Ruler = Length.Sixteenth,
        Matting = new() { Reveal = Length.Inches(0, 1, 8) },
        Papers =
        [
            new()
            {
                Id = "a",
                Name = "Reed",
                Size = new(In(12), In(12)),
                FaceA = new()
                {
                    Colour = "#ccddcc",
                    Ink = "#334433",
                    Print = PrintKind.Plaid,
                },
            },
        ],
        Layouts =
        [
            new()
            {
                Id = "L1",
                Name = "One",
                Page = new(In(12), In(12)),
                Pieces =
                [
                    new()
                    {
                        Id = "B1",
                        Kind = PieceKind.Panel,
                        Paper = "a",
                        Size = new(Length.Inches(9, 11, 16), In(6)),
                        Across = new FromEdge(Edge.Left, Length.Inches(1, 7, 8)),
                        Down = new FromEdge(Edge.Top, In(1)),
                    },
                    new()
                    {
                        Id = "B2",
                        Kind = PieceKind.Panel,
                        Paper = "a",
                        Size = new(In(4), In(3)),
                        Across = new Centred(),
                        Down = new FromEdge(Edge.Bottom, In(1)),
                        Shape = new() { Kind = OutlineKind.Oval },
                    },
                    new()
                    {
                        Id = "P1",
                        Kind = PieceKind.Photo,
                        Size = new(In(4), In(3)),
                        Across = new Centred("B1"),
                        Down = new Centred("B1"),
                        Opening = new() { School = MatSchool.TrimPhoto, Mats = [new() { Paper = "a", Reveal = Length.Inches(0, 1, 8) }] },
                    },
                ],
            },
        ],
    };

    private static readonly KitAnswer Answer = KitAnswer.For(Kit, 1);

    private static IReadOnlyList<PrintedPage> Pages(GuideForm form, PrintPaper paper = PrintPaper.Letter) =>
        GuidePages.Of(Kit, Answer, Kit.Name, "Revision 1.", form, paper);

    // In the order they were set, as a program that copies or reads aloud takes them.
    private static string Words(byte[] pdf)
    {
        using var document = PdfDocument.Open(pdf);
        return string.Concat(document.GetPages().SelectMany(p => p.Letters).Select(l => l.Value));
    }

    private static string Flat(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));

    [Theory]
    [InlineData(GuideForm.Guide)]
    [InlineData(GuideForm.Large)]
    [InlineData(GuideForm.Card)]
    [InlineData(GuideForm.Booklet)]
    public void Every_sentence_and_fraction_can_be_read_back_from_the_pdf(GuideForm form)
    {
        var text = Flat(Words(PdfFile.Write(Pages(form), Kit.Name, "en")));
        Assert.All(
            Answer.Steps.SelectMany(s => s.Lines.Append(s.Text)),
            sentence => Assert.Contains(Flat(sentence), text, StringComparison.Ordinal)
        );
        Assert.Contains("9¹¹⁄₁₆", text, StringComparison.Ordinal);
    }

    // US Letter is 8 1/2 x 11 in (ANSI/ASME Y14.1), A4 210 x 297 mm (ISO 216); a point is 1/72 in.
    [Theory]
    [InlineData(PrintPaper.Letter, 612, 792)]
    [InlineData(PrintPaper.A4, 595.28, 841.89)]
    public void Pages_have_the_size_of_their_paper_and_embedded_typefaces(PrintPaper paper, double width, double height)
    {
        using var document = PdfDocument.Open(PdfFile.Write(Pages(GuideForm.Guide, paper), Kit.Name, "en"));
        Assert.All(document.GetPages(), p => Assert.Equal((width, height), (Math.Round(p.Width, 2), Math.Round(p.Height, 2))));
        Assert.Equal(Kit.Name, document.Information.Title);
        // A subset that is embedded bears six letters and a plus before its name (ISO 32000-1, 9.6.4).
        Assert.All(
            document.GetPages().SelectMany(p => p.Letters).Select(l => l.FontName).OfType<string>().Distinct(),
            name => Assert.Matches(@"^[A-Z]{6}\+(Source|Fraunces)", name)
        );
    }

    [Fact]
    public void Nothing_is_set_outside_its_page() =>
        Assert.All(
            Enum.GetValues<GuideForm>().SelectMany(f => Pages(f)),
            page =>
            {
                foreach (var text in Texts(page.Marks, default))
                {
                    var width = Typesetter.Width(text.Text, text.Type, text.Size);
                    var (left, right) =
                        text.Turned ? (text.At.X - text.Size, text.At.X)
                        : text.Centred ? (text.At.X - width / 2, text.At.X + width / 2)
                        : (text.At.X, text.At.X + width);
                    Assert.True(left >= 0 && right <= page.Width && text.At.Y >= 0 && text.At.Y <= page.Height, $"{text}");
                }
            }
        );

    private static IEnumerable<TextInk> Texts(IEnumerable<Ink> marks, Spot by) =>
        marks.SelectMany(mark =>
            mark switch
            {
                TextInk text => [text with { At = new(text.At.X + by.X, text.At.Y + by.Y) }],
                PartInk part => Texts(part.Marks, by),
                ClippedInk clipped => Texts(clipped.Marks, by),
                PageInk page => Texts(page.Marks, new(by.X + page.At.X, by.Y + page.At.Y)),
                _ => Array.Empty<TextInk>(),
            }
        );

    // Eight pages on two sheets, by hand: outside 8 and 1, within 2 and 7; the inner sheet 6 and 3, 4 and 5.
    [Fact]
    public void A_booklet_reads_in_order_once_it_is_folded()
    {
        Assert.Equal([(8, 1), (2, 7), (6, 3), (4, 5)], Booklet.Order(8));
        Assert.Equal([(null, 1), (2, 3)], Booklet.Order(3));
        for (var pages = 1; pages <= 40; pages++)
            Assert.Equal(Enumerable.Range(1, pages), Booklet.Order(pages).SelectMany(s => new[] { s.Left, s.Right }).OfType<int>().Order());
    }

    [Fact]
    public void The_wordless_guide_says_nothing_but_labels_names_and_numbers()
    {
        var pages = Pages(GuideForm.Wordless);
        var words = string.Join(' ', Texts(pages.SkipLast(1).SelectMany(p => p.Marks), default).Select(t => t.Text));
        foreach (var word in new[] { "Cut", "Lay", "edge", "sheet", "offcut", "strip", "photo", "stays", "Centre" })
            Assert.DoesNotContain(word, words, StringComparison.Ordinal);
        Assert.Contains("L1-P1: 4 x 3 → 3¾ x 2¾", words, StringComparison.Ordinal);
        // The legend has every sign in both languages.
        var legend = string.Join(' ', Texts(pages[^1].Marks, default).Select(t => t.Text));
        Assert.All(
            Enum.GetValues<Symbol>(),
            s =>
                Assert.Contains(
                    Core.Guides.Words.German.Text("sign." + System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(s.ToString())),
                    legend,
                    StringComparison.Ordinal
                )
        );
    }

    // Rendered by poppler (pdftoppm) at 254 dots to the inch, so that a dot is 0.1 mm: the oval of 4 x 3 in is 101.6 x 76.2 mm (NIST SP
    // 811: an inch is 25.4 mm exactly).
    [Fact]
    public void A_template_comes_out_at_true_size()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            File.WriteAllBytes(Path.Combine(folder.FullName, "t.pdf"), PdfFile.Write(Pages(GuideForm.Templates), Kit.Name, "en"));
            using (
                var run = Process.Start(
                    new ProcessStartInfo("pdftoppm", ["-r", "254", "-gray", "t.pdf", "t"]) { WorkingDirectory = folder.FullName }
                )!
            )
            {
                run.WaitForExit();
                Assert.Equal(0, run.ExitCode);
            }
            var (width, rows) = ReadGrey(Directory.GetFiles(folder.FullName, "t*.pgm").Single());
            // Between the words above and the check ruler below.
            var dark = Enumerable
                .Range(0, rows.Length / width)
                .Where(y => y is > 300 and < 1500)
                .SelectMany(y => Enumerable.Range(0, width).Where(x => rows[y * width + x] < 128).Select(x => (x, y)))
                .ToList();
            Assert.InRange(dark.Max(d => d.x) - dark.Min(d => d.x), 1016 - 1, 1016 + 5);
            Assert.InRange(dark.Max(d => d.y) - dark.Min(d => d.y), 762 - 1, 762 + 5);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    // Rendered by librsvg (rsvg-convert): what the screen shows as a page is well-formed, has the page's size in dots of 1/72 in, and
    // is not empty.
    [Fact]
    public void A_page_as_svg_is_drawn_by_another_renderer_at_its_size()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            File.WriteAllText(Path.Combine(folder.FullName, "p.svg"), SvgPages.Write(Pages(GuideForm.Guide)[0], "Page", "p"));
            using (
                var run = Process.Start(
                    new ProcessStartInfo("rsvg-convert", ["-d", "72", "-p", "72", "p.svg", "-o", "p.png"])
                    {
                        WorkingDirectory = folder.FullName,
                    }
                )!
            )
            {
                run.WaitForExit();
                Assert.Equal(0, run.ExitCode);
            }
            using var picture = SkiaSharp.SKBitmap.Decode(Path.Combine(folder.FullName, "p.png"));
            Assert.Equal((612, 792), (picture.Width, picture.Height));
            Assert.True(picture.Pixels.Count(p => p.Alpha > 128 && p.Red < 128) > 500);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    // The portable grey map of netpbm: P5, width, height, greatest value, then a byte a dot.
    private static (int Width, byte[] Dots) ReadGrey(string path)
    {
        var bytes = File.ReadAllBytes(path);
        var (at, numbers) = (2, new List<int>());
        while (numbers.Count < 3)
        {
            while (char.IsWhiteSpace((char)bytes[at]))
                at++;
            var start = at;
            while (!char.IsWhiteSpace((char)bytes[at]))
                at++;
            numbers.Add(int.Parse(System.Text.Encoding.ASCII.GetString(bytes, start, at - start), CultureInfo.InvariantCulture));
        }
        return (numbers[0], bytes[(at + 1)..]);
    }

    [Fact]
    public void No_text_of_a_picture_lies_over_another_or_off_it()
    {
        foreach (var scene in Answer.Steps.Select(Answer.SceneOf).OfType<Scene>())
        {
            var scale = ScenePainter.ScaleFor(scene, 200, 200);
            var (width, height) = ScenePainter.SizeAt(scene, scale);
            var boxes = Texts([ScenePainter.Paint(Kit, scene, default, scale)], default)
                .Select(t =>
                {
                    var w = Typesetter.Width(t.Text, t.Type, t.Size);
                    return t.Turned
                        ? (X: t.At.X - t.Size * 0.7, Y: t.At.Y - w / 2, W: t.Size * 0.7, H: w)
                        : (X: t.At.X - w / 2, Y: t.At.Y - t.Size * 0.7, W: w, H: t.Size * 0.7);
                })
                .ToList();
            Assert.All(boxes, b => Assert.True(b.X >= -1 && b.Y >= -1 && b.X + b.W <= width + 1 && b.Y + b.H <= height + 1));
            for (var i = 0; i < boxes.Count; i++)
            for (var j = i + 1; j < boxes.Count; j++)
                Assert.False(
                    boxes[i].X < boxes[j].X + boxes[j].W
                        && boxes[j].X < boxes[i].X + boxes[i].W
                        && boxes[i].Y < boxes[j].Y + boxes[j].H
                        && boxes[j].Y < boxes[i].Y + boxes[i].H,
                    scene.Says.ToString()
                );
        }
    }

    [Fact]
    public void The_html_is_whole_in_itself_and_its_pictures_are_well_formed()
    {
        var html = GuideHtml.Write(Kit, Answer, Kit.Name, "Revision 1.");
        var root = XElement.Parse(html["<!DOCTYPE html>".Length..]);
        Assert.Equal("en", root.Attribute("lang")!.Value);
        Assert.Contains("Print & prove", root.Descendants("title").Select(t => t.Value));
        Assert.All(Answer.Steps, s => Assert.Contains(root.Descendants("p"), p => p.Value == s.Text));
        // Nothing is fetched from anywhere, and every clip that is named is there, once.
        Assert.DoesNotContain(root.DescendantsAndSelf().Attributes(), a => a.Name.LocalName is "src" or "href");
        XNamespace svg = "http://www.w3.org/2000/svg";
        var ids = root.Descendants(svg + "clipPath").Select(c => $"url(#{c.Attribute("id")!.Value})").ToList();
        Assert.Equal(ids.Count, ids.Distinct().Count());
        Assert.All(
            root.Descendants(svg + "g").Select(g => g.Attribute("clip-path")?.Value).OfType<string>(),
            clip => Assert.Contains(clip, ids)
        );
    }

    [Fact]
    public void Long_words_are_broken_and_sizes_are_not()
    {
        Assert.All(
            Typesetter.Lines(new string('w', 200), Typeface.Sans, 11, 100),
            line => Assert.True(Typesetter.Width(line, Typeface.Sans, 11) <= 100)
        );
        Assert.Equal(new string('w', 200), string.Concat(Typesetter.Lines(new string('w', 200), Typeface.Sans, 11, 100)));
        Assert.DoesNotContain(
            Typesetter.Lines("Lay it all down here now 9 x 1½ and then 3 ¹¹⁄₁₆ more", Typeface.Sans, 11, 60),
            line => line.EndsWith(" x", StringComparison.Ordinal) || line.StartsWith('x') || line.StartsWith('¹')
        );
    }
}
