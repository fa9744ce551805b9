using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests.Print;

/// <summary>Pictures of printed guides: every number stands, and none on another.</summary>
public class ScenePainterTests
{
    private static readonly Kit Blank = new()
    {
        Name = "Numbers",
        Ruler = Length.Sixteenth,
        Matting = new() { Reveal = Length.Inches(0, 1, 8) },
    };

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void Every_number_of_a_crowded_picture_is_printed_and_touches_no_other(int seed)
    {
        var random = new Random(seed);
        Length At() => Length.Inches(0, random.Next(0, 12 * 16), 16);
        // Twelve lines, most of them beside one another and shorter than their numbers.
        var marks = Enumerable
            .Range(0, 12)
            .Select(i =>
            {
                var from = i % 3 == 0 ? At() : Length.Inches(1);
                var to = from + Length.Inches(0, random.Next(1, 24), 16);
                var at = i % 2 == 0 ? Length.Inches(1, random.Next(0, 6), 16) : At();
                return new DimensionMark(Role.Dimension, null, (Axis)random.Next(0, 2), at, from, to, $"{i + 1}¹¹⁄₁₆");
            })
            .ToList();
        var scene = new Scene(new(Length.Inches(12), Length.Inches(12)), Saying.Plain(""), marks);
        var numbers = ScenePainter.Paint(Blank, scene, new(0, 0), 4).Marks.OfType<TextInk>().ToList();
        Assert.Equal(marks.Select(m => m.Text).Order(), numbers.Select(n => n.Text).Order());
        Assert.All(
            numbers.SelectMany((a, i) => numbers.Skip(i + 1).Select(b => (a, b))),
            p =>
                Assert.True(
                    Math.Abs(p.a.At.Y - p.b.At.Y) >= p.a.Size
                        || Math.Abs(p.a.At.X - p.b.At.X)
                            >= (Typesetter.Width(p.a.Text, p.a.Type, p.a.Size) + Typesetter.Width(p.b.Text, p.b.Type, p.b.Size)) / 2
                )
        );
    }
}
