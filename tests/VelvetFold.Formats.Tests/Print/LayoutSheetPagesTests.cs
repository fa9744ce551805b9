using CsCheck;
using VelvetFold.Core;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Tests.Guides;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests.Print;

/// <summary>One sheet a layout, as it comes out of the printer: all of it is there, large enough, and no number touches another.</summary>
public class LayoutSheetPagesTests
{
    private sealed record Written(TextInk Text, double X, double Y)
    {
        public (double Left, double Top, double Right, double Bottom) Box()
        {
            var (wide, high) = (Typesetter.Width(Text.Text, Text.Type, Text.Size), Text.Size * 0.72);
            // Centred on its place; set upright its base line is a third of its height below the middle, turned as far to the right of it.
            return Text.Turned ? (X - high, Y - wide / 2, X, Y + wide / 2) : (X - wide / 2, Y - high, X + wide / 2, Y);
        }
    }

    private static Kit Demo(string name) =>
        KitFile.Read(File.ReadAllBytes(CutSheetFilesTests.Find($"src/VelvetFold.Web/Demo/{name}.json"))).Value!;

    private static IReadOnlyList<PrintedPage> Pages(Kit kit, PrintPaper paper = PrintPaper.Letter) =>
        GuidePages.Of(kit, KitAnswer.For(kit, 1), kit.Name, "", GuideForm.Sheets, paper);

    private static IEnumerable<Written> Texts(IEnumerable<Ink> marks, double x = 0, double y = 0) =>
        marks.SelectMany(mark =>
            mark switch
            {
                TextInk text => [new Written(text, text.At.X + x, text.At.Y + y)],
                PartInk part => Texts(part.Marks, x, y),
                PageInk page => Texts(page.Marks, x + page.At.X, y + page.At.Y),
                ClippedInk clipped => Texts(clipped.Marks, x, y),
                _ => (IEnumerable<Written>)[],
            }
        );

    private static bool IsNumber(TextInk text) => text is { Colour: Inks.Brass, Type: Typeface.Bold };

    private static void NoNumbersTouch(IEnumerable<PrintedPage> pages)
    {
        foreach (var page in pages)
        {
            var numbers = Texts(page.Marks).Where(t => IsNumber(t.Text)).Select(t => (t.Text.Text, Box: t.Box())).ToList();
            for (var i = 0; i < numbers.Count; i++)
            for (var j = 0; j < i; j++)
            {
                var (a, b) = (numbers[i].Box, numbers[j].Box);
                Assert.False(
                    a.Left < b.Right && b.Left < a.Right && a.Top < b.Bottom && b.Top < a.Bottom,
                    $"{numbers[i].Text} touches {numbers[j].Text}"
                );
            }
            Assert.All(numbers, n => Assert.InRange(n.Box.Right, 0, page.Width));
            Assert.All(numbers, n => Assert.InRange(n.Box.Bottom, 0, page.Height));
        }
    }

    [Theory]
    [InlineData(PrintPaper.Letter)]
    [InlineData(PrintPaper.A4)]
    public void The_kite_weekend_takes_eight_sides_with_what_is_at_hand(PrintPaper paper)
    {
        var kit = Demo("kite-weekend");
        var pages = Pages(kit, paper);
        Assert.InRange(pages.Count, 1, 8);
        NoNumbersTouch(pages);
        // What is read is 8 point or more; labels within a sheet's picture are the picture's.
        Assert.All(
            pages.SelectMany(p => p.Marks).OfType<PartInk>().Where(p => p.Part == Part.Paragraph).SelectMany(p => Texts(p.Marks)),
            t => Assert.True(t.Text.Size >= 7.2 && (t.Text.Size >= 8 || t.Text.Text.Length < 3), t.Text.Text)
        );
    }

    [Fact]
    public void The_front_of_a_layout_is_an_odd_page()
    {
        var pages = Pages(Demo("kite-weekend"));
        foreach (var (page, i) in pages.Select((p, i) => (p, i)))
            if (Texts(page.Marks).First().Text.Text is var title && title.StartsWith('L') && title.Length > 2 && char.IsDigit(title[1]))
                Assert.Equal(0, i % 2);
    }

    [Theory]
    [InlineData("kite-weekend")]
    [InlineData("year-of-bread")]
    public void Every_step_and_every_dimension_is_on_the_sheets(string name)
    {
        var kit = Demo(name);
        var answer = KitAnswer.For(kit, 1);
        var sheets = LayoutSheets.Of(kit, answer);
        Assert.Equal(answer.Proof.Holds, sheets.Proof.Holds);
        var texts = Pages(kit).SelectMany(p => Texts(p.Marks)).ToList();
        var said = string.Concat(texts.Select(t => t.Text.Text)).Replace(" ", "", StringComparison.Ordinal);
        foreach (var step in sheets.Sheets.SelectMany(s => s.Front.Concat(s.Back)).Concat(sheets.First))
        foreach (var text in step.Lines.Prepend(step.Text))
            Assert.Contains(text.Replace(" ", "", StringComparison.Ordinal), said, StringComparison.Ordinal);
        foreach (var (number, times) in sheets.Sheets.SelectMany(s => s.Dimensions).CountBy(d => d.Mark.Text))
            Assert.Equal(times, texts.Count(t => IsNumber(t.Text) && t.Text.Text == number));
    }

    [Fact]
    public void No_number_touches_another_on_any_page() => AnyKit.Kit.Sample(kit => NoNumbersTouch(Pages(kit)), iter: 25);
}
