using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Tests;

/// <summary>Outlines read from SVG: sizes and areas against closed formulas.</summary>
public class SvgOutlineTests
{
    private static readonly Size TwoByTwo = new(Length.Inches(2), Length.Inches(2));

    private static double Area(OutlineReading reading) =>
        (double)Outline.TwiceArea(reading.Points) / 2 / Length.TicksPerInch / Length.TicksPerInch;

    [Fact]
    public void A_triangle_keeps_its_corners_to_the_tick()
    {
        var read = SvgOutline.Read("M0 0 L4 0 L2 3 Z", new(Length.Inches(4), Length.Inches(3)));
        Assert.Null(read.Fault);
        Assert.Equal(
            [(Length.Zero, Length.Zero), (Length.Inches(4), Length.Zero), (Length.Inches(2), Length.Inches(3))],
            read.Points.Select(p => (p.X, p.Y))
        );
    }

    // The area of a circle 2 in across is pi; a polygon within a thousandth of it is at most 0.4 % smaller.
    [Theory]
    [InlineData("M0 5 A5 5 0 0 1 10 5 A5 5 0 0 1 0 5 Z")]
    [InlineData("M0 5 C0 2.2386 2.2386 0 5 0 S10 2.2386 10 5 S7.7614 10 5 10 S0 7.7614 0 5 Z")]
    [InlineData("<svg xmlns=\"http://www.w3.org/2000/svg\"><path d=\"M0 5a5 5 0 0 1 10 0a5 5 0 0 1-10 0z\"/></svg>")]
    public void A_circle_has_the_area_of_a_circle(string path)
    {
        var read = SvgOutline.Read(path, TwoByTwo);
        Assert.Null(read.Fault);
        Assert.InRange(Area(read), Math.PI * 0.996, Math.PI * 1.001);
        Assert.Equal(new Box(Length.Zero, Length.Zero, TwoByTwo), Outline.Bounds(read.Points));
        Assert.InRange(read.Points.Count, 12, SvgOutline.MostPoints);
    }

    // The area under a quadratic curve from (0,0) over (1,2) to (2,0) is two thirds of its control triangle: Archimedes' quadrature of
    // the parabola.
    [Fact]
    public void A_quadratic_curve_has_two_thirds_of_its_triangle()
    {
        var read = SvgOutline.Read("M0 0 Q1 2 2 0 Z", new(Length.Inches(2), Length.Inches(1)));
        Assert.Equal(4.0 / 3, Area(read), 0.01);
    }

    [Fact]
    public void Of_several_outlines_the_largest_is_taken_and_it_is_said()
    {
        var read = SvgOutline.Read("M0 0h1v1h-1z M2 0h4v4h-4z", TwoByTwo);
        Assert.Equal(4, Area(read), 1e-6);
        Assert.Contains("2 outlines", read.Note?.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_path_of_very_many_curves_keeps_to_the_most_points()
    {
        var wave = string.Concat(Enumerable.Range(0, 90).Select(i => $"Q{i * 2 + 1} {(i % 2 == 0 ? 3 : -3)} {i * 2 + 2} 0 "));
        var read = SvgOutline.Read($"M0 0 {wave}V40H0Z", TwoByTwo);
        Assert.Null(read.Fault);
        Assert.InRange(read.Points.Count, 100, SvgOutline.MostPoints);
    }

    [Theory]
    [InlineData("", "at least three corners")]
    [InlineData("a lovely curve", "is no SVG path")]
    [InlineData("M0 0 L4 0", "at least three corners")]
    [InlineData("M0 0 L4 0 L8 0 L2 0 Z", "no width or no height")]
    [InlineData("<svg><circle r='2'/></svg>", "has no path")]
    [InlineData("<svg><path d='M0 0", "no SVG drawing")]
    [InlineData("<!DOCTYPE x [<!ENTITY a 'b'>]><svg><path d='&a;'/></svg>", "no SVG drawing")]
    public void What_is_no_outline_is_refused_in_words(string text, string says)
    {
        var read = SvgOutline.Read(text, TwoByTwo);
        Assert.Empty(read.Points);
        Assert.Contains(says, read.Fault?.ToString(), StringComparison.Ordinal);
    }
}
