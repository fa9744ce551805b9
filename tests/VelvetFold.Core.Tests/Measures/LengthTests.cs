using CsCheck;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Tests.Measures;

public class LengthTests
{
    private static readonly Length Step64 = new(Length.TicksPerInch / 64);
    private static readonly Gen<Length> AnyLength = Gen.Long[-4_000_000_000, 4_000_000_000].Select(t => new Length(t));

    // The international inch is 25.4 mm exactly: 1959 agreement, NIST SP 811 (2008), appendix B.8.
    [Fact]
    public void An_inch_is_25_4_millimetres_exactly() => Assert.Equal(Length.Inches(1), Length.Millimetres(25.4m));

    [Fact]
    public void What_rulers_and_catalogues_show_is_exact()
    {
        Assert.Equal(3_175, Length.Inches(0, 1, 64).Ticks);
        Assert.Equal(2_032, Length.Inches(0, 1, 100).Ticks);
        Assert.Equal(800, Length.Millimetres(0.1m).Ticks);
    }

    [Theory]
    [InlineData("3 1/2")]
    [InlineData("3½")]
    [InlineData("3-1/2")]
    [InlineData("3.5")]
    [InlineData("3,5")]
    [InlineData("3 1/2 in")]
    [InlineData("3½\"")]
    [InlineData("3½″")]
    [InlineData(" 3 ½ inches ")]
    [InlineData("7/2")]
    [InlineData("3 ⁸⁄₁₆")]
    [InlineData("3⁸⁄₁₆")]
    [InlineData("88.9 mm")]
    [InlineData("8.89 cm")]
    [InlineData("8.89CM")]
    public void One_length_is_written_in_many_ways(string text) =>
        Assert.Equal(Length.Inches(3, 1, 2), LengthPattern.Exact(LengthUnit.Inch).Parse(text).OrThrow());

    [Theory]
    [InlineData("89 mm", 89)]
    [InlineData("8.9 cm", 89)]
    [InlineData("89", 89)]
    public void Metric_rulers_read_bare_numbers_as_millimetres(string text, int millimetres) =>
        Assert.Equal(Length.Millimetres(millimetres), LengthPattern.Exact(LengthUnit.Millimetre).Parse(text).OrThrow());

    // A photo printed smaller for a white margin, 2.8 x 3.8 in on 3 x 4: common practice, no source.
    [Fact]
    public void A_tenth_of_an_inch_is_exact() =>
        Assert.Equal(Length.Inches(2, 8, 10), LengthPattern.Exact(LengthUnit.Inch).Parse("2.8").OrThrow());

    [Theory]
    [InlineData("", 1, "")]
    [InlineData("a hand", 1, "'a hand'")]
    [InlineData("3 1/", 5, "")]
    [InlineData("3 1/0", 5, "'0'")]
    [InlineData("3 1/2 ft", 7, "'ft'")]
    [InlineData("3 x 4", 3, "'x 4'")]
    [InlineData("12345678901", 1, "'12345678901'")]
    public void A_text_that_is_no_length_says_where_and_what(string text, int column, string found)
    {
        var fault = LengthPattern.Exact(LengthUnit.Inch).Parse(text).Fault;
        Assert.NotNull(fault);
        Assert.Equal((column, found), (fault.Column, fault.Found));
        Assert.Contains("expected", fault.Says.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("3.333")]
    [InlineData("1/3")]
    [InlineData("0.00001 mm")]
    public void What_is_finer_than_a_tick_is_refused_and_the_nearest_named(string text)
    {
        var fault = LengthPattern.Exact(LengthUnit.Inch).Parse(text).Fault;
        Assert.Contains("nearest", fault?.Says.ToString() ?? "", StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("0 in", "0")]
    [InlineData("1/2 in", "½")]
    [InlineData("3 7/8 in", "3⅞")]
    [InlineData("8 11/16 in", "8 ¹¹⁄₁₆")]
    [InlineData("-1/4 in", "−¼")]
    [InlineData("1/32 in", "¹⁄₃₂")]
    [InlineData("100 mm", "≈ 3 ¹⁵⁄₁₆")]
    public void Inches_are_read_with_real_fractions(string text, string reading) =>
        Assert.Equal(reading, LengthPattern.ForReading(LengthUnit.Inch, Length.Sixteenth).Format(Read(text)));

    [Theory]
    [InlineData("89 mm", "89 mm")]
    [InlineData("89.4 mm", "≈ 89 mm")]
    [InlineData("89.5 mm", "≈ 90 mm")]
    public void Metric_is_read_to_the_rulers_step(string text, string reading) =>
        Assert.Equal(reading, LengthPattern.ForReading(LengthUnit.Millimetre, Length.Millimetres(1)).Format(Read(text)));

    [Fact]
    public void Exact_texts_read_back_to_the_same_tick() =>
        AnyLength.Sample(length =>
        {
            foreach (var unit in new[] { LengthUnit.Inch, LengthUnit.Millimetre })
                Assert.Equal(length, LengthPattern.Exact(unit).Parse(LengthPattern.Exact(unit).Format(length)).OrThrow());
        });

    // 25.4 mm are an inch by definition (ISO 80000-3); a length that both units say is said in the kit's own.
    [Theory]
    [InlineData("1 in", "25.4 mm")]
    [InlineData("1/64 in", "1/64 in")]
    [InlineData("89 mm", "89 mm")]
    public void A_metric_kit_writes_millimetres_wherever_they_say_it(string text, string written) =>
        Assert.Equal(
            written,
            LengthPattern.Exact(LengthUnit.Millimetre).Format(LengthPattern.Exact(LengthUnit.Millimetre).Parse(text).OrThrow())
        );

    [Fact]
    public void Readings_on_the_ruler_read_back_to_the_same_tick() =>
        Gen.Int[-5000, 5000]
            .Sample(n =>
            {
                var pattern = LengthPattern.ForReading(LengthUnit.Inch, Step64);
                Assert.Equal(Step64 * n, pattern.Parse(pattern.Format(Step64 * n)).OrThrow());
            });

    [Fact]
    public void Shares_add_up_to_the_whole() =>
        Gen.Select(Gen.Long[0, 40_000_000], Gen.Int[1, 12])
            .Sample(
                (ticks, parts) =>
                {
                    var shares = new Length(ticks).Share(parts, Length.Sixteenth);
                    Assert.Equal(ticks, shares.Sum(s => s.Ticks));
                    Assert.All(shares.Skip(1), s => Assert.True(s.IsOn(Length.Sixteenth) && (shares[0] - s) < Length.Sixteenth * 2));
                }
            );

    [Fact]
    public void A_half_and_the_rest_are_the_whole() =>
        AnyLength.Sample(l => Assert.True(new[] { 0L, 1L }.Contains((l - l.Half - l.Half).Ticks)));

    [Fact]
    public void Arithmetic_out_of_range_is_an_error_not_another_number()
    {
        Assert.Throws<OverflowException>(() => new Length(long.MaxValue) + new Length(1));
        Assert.Throws<OverflowException>(() => new Length(long.MaxValue / 2) * 3);
        Assert.Throws<OverflowException>(() => -new Length(long.MinValue));
    }

    [Fact]
    public void Snapping_goes_to_the_nearest_and_from_the_middle_away_from_zero()
    {
        Assert.Equal(Length.Sixteenth, Length.Inches(0, 1, 32).SnapTo(Length.Sixteenth));
        Assert.Equal(-Length.Sixteenth, (-Length.Inches(0, 1, 32)).SnapTo(Length.Sixteenth));
        Assert.Equal(Length.Zero, Length.Inches(0, 1, 64).SnapTo(Length.Sixteenth));
    }

    // ISO 216:2007, table 1: trimmed sizes of the A series in millimetres.
    [Theory]
    [InlineData(0, 841, 1189)]
    [InlineData(1, 594, 841)]
    [InlineData(3, 297, 420)]
    [InlineData(4, 210, 297)]
    [InlineData(5, 148, 210)]
    [InlineData(6, 105, 148)]
    [InlineData(10, 26, 37)]
    public void The_A_series_is_that_of_ISO_216(int number, int width, int height) =>
        Assert.Equal(new Size(Length.Millimetres(width), Length.Millimetres(height)), StandardSizes.IsoA(number));

    private static Length Read(string text) => LengthPattern.Exact(LengthUnit.Inch).Parse(text).OrThrow();
}
