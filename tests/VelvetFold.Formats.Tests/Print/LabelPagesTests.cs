using System.Diagnostics;
using UglyToad.PdfPig;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests.Print;

/// <summary>Labels lie where the sheet has them, and their codes are read by another program.</summary>
public class LabelPagesTests
{
    private static readonly Kit Kit = new()
    {
        Name = "Kit",
        Ruler = Length.Sixteenth,
        Matting = new() { Reveal = Length.Inches(0, 1, 8) },
        Layouts =
        [
            new()
            {
                Id = "L1",
                Name = "One",
                Page = new(Length.Inches(12), Length.Inches(12)),
                Pieces =
                [
                    new()
                    {
                        Id = "B1",
                        Kind = PieceKind.Panel,
                        Size = new(Length.Inches(3), Length.Inches(4)),
                        Across = new Centred(),
                        Down = new Centred(),
                    },
                ],
            },
        ],
    };

    private static LabelText Label(int i) =>
        new($"L{i}", ["3 x 4, Plain A", "One"], $"http://127.0.0.1:5080/kits/kit/bench?layout=L1&piece=L1-B{i}", "L1", "B1");

    private static byte[] Pdf(LabelSheet sheet, int count, int skip = 0) =>
        PdfFile.Write(LabelPages.Of(Kit, sheet, [.. Enumerable.Range(0, count).Select(Label)], skip), "Labels", "en");

    public static TheoryData<int> Sheets => [.. Enumerable.Range(0, LabelSheet.Common.Count)];

    // The head of label i begins 5 points inside the place the sheet gives it, to 0.1 mm (0.28 points), across and down.
    [Theory]
    [MemberData(nameof(Sheets))]
    public void Labels_lie_where_the_sheet_has_them(int which)
    {
        var sheet = LabelSheet.Common[which];
        Assert.Null(sheet.WhyNot());
        using var document = PdfDocument.Open(Pdf(sheet, sheet.Count + 1));
        Assert.Equal(2, document.NumberOfPages);
        var page = document.GetPage(1);
        Assert.Equal(sheet.Page.Width.ToInches() * 72, page.Width, 0.01);
        Assert.Equal(sheet.Page.Height.ToInches() * 72, page.Height, 0.01);
        var heads = page.GetWords()
            .Where(w => w.Text.Length > 1 && w.Text[0] == 'L' && w.Text[1..].All(char.IsAsciiDigit))
            .ToDictionary(w => w.Text);
        var first = heads["L0"].Letters[0];
        for (var i = 0; i < sheet.Count; i++)
        {
            var (place, letter) = (sheet.Place(i), heads[$"L{i}"].Letters[0]);
            Assert.Equal(place.X.ToInches() * 72 + 5, letter.StartBaseLine.X, 0.28);
            Assert.Equal((place.Y - sheet.Top).ToInches() * 72, first.StartBaseLine.Y - letter.StartBaseLine.Y, 0.28);
        }
    }

    [Fact]
    public void Used_up_labels_are_left_out_and_a_sheet_that_cannot_be_is_refused()
    {
        using var document = PdfDocument.Open(Pdf(LabelSheet.Common[0], 1, skip: 4));
        var place = LabelSheet.Common[0].Place(4);
        Assert.Equal(place.X.ToInches() * 72 + 5, document.GetPage(1).Letters[0].StartBaseLine.X, 0.28);
        var tight = LabelSheet.Common[0] with { PitchAcross = Length.Inches(2) };
        Assert.Contains(
            "lie on each other",
            Assert.Throws<ArgumentException>(() => LabelPages.Of(Kit, tight, [Label(1)])).Message,
            StringComparison.Ordinal
        );
        Assert.Contains("run off a page", (LabelSheet.Common[0] with { Rows = 11 }).WhyNot()?.ToString(), StringComparison.Ordinal);
    }

    // Debian's zbar reads every code of a printed page.
    [Fact]
    public void Codes_are_read_back_by_an_independent_reader()
    {
        var folder = Directory.CreateTempSubdirectory("labels-").FullName;
        var path = Path.Combine(folder, "labels.pdf");
        File.WriteAllBytes(path, Pdf(LabelSheet.Common[0], 12));
        Run("pdftoppm", "-r", "220", "-png", path, Path.Combine(folder, "page"));
        var read = Run("zbarimg", "-q", "--raw", Directory.GetFiles(folder, "*.png").Single())
            .Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(Enumerable.Range(0, 12).Select(i => Label(i).Code).Order(StringComparer.Ordinal), read.Order(StringComparer.Ordinal));
        Directory.Delete(folder, recursive: true);
    }

    // 62 x 29 mm at 203 dots to the inch are 496 x 232 dots (by hand), each black or white; zbar reads what a printer would burn.
    [Theory]
    [InlineData(4)]
    [InlineData(0)]
    public void A_label_printer_burns_dots_that_are_black_or_nothing_and_can_be_read(int sheet)
    {
        var folder = Directory.CreateTempSubdirectory("dots-").FullName;
        var pages = LabelPages.Of(Kit, LabelSheet.Common[sheet], [Label(1), Label(2), Label(3)]);
        foreach (var (page, i) in pages.Select((page, i) => (page, i)))
        {
            var png = LabelPrinter.Print(page);
            using var bitmap = SkiaSharp.SKBitmap.Decode(png);
            if (sheet == 4)
                Assert.Equal((496, 232), (bitmap.Width, bitmap.Height));
            Assert.All(bitmap.Pixels.Distinct(), p => Assert.True(p == SkiaSharp.SKColors.Black || p == SkiaSharp.SKColors.White));
            Assert.InRange(bitmap.Pixels.Count(p => p == SkiaSharp.SKColors.Black), 500, bitmap.Pixels.Length / 2);
            File.WriteAllBytes(Path.Combine(folder, $"{i}.png"), png);
        }
        var read = Run("zbarimg", ["-q", "--raw", .. Directory.GetFiles(folder)]).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(
            new[] { Label(1).Code, Label(2).Code, Label(3).Code }.Order(StringComparer.Ordinal),
            read.Order(StringComparer.Ordinal)
        );
        Directory.Delete(folder, recursive: true);
    }

    private static string Run(string program, params string[] arguments)
    {
        using var process = Process.Start(
            new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true }
        )!;
        var text = process.StandardOutput.ReadToEndAsync();
        var rest = process.StandardError.ReadToEndAsync();
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return rest.Result.Length >= 0 ? text.Result : "";
    }
}
