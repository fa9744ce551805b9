using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>A size people call by name.</summary>
public sealed record NamedSize(string Name, Size Size);

/// <summary>The page and sheet sizes of the trade.</summary>
public static class StandardSizes
{
    /// <summary>
    /// The sizes offered for pages and sheets. A4 is ISO 216 (210 x 297 mm); the others are common practice, no source.
    /// </summary>
    public static readonly IReadOnlyList<NamedSize> All =
    [
        new("12 x 12 in", new(Length.Inches(12), Length.Inches(12))),
        new("8½ x 11 in", new(Length.Inches(8, 1, 2), Length.Inches(11))),
        new("6 x 8 in", new(Length.Inches(6), Length.Inches(8))),
        new("30.5 x 30.5 cm", new(Length.Millimetres(305), Length.Millimetres(305))),
        new("A4", IsoA(4)),
    ];

    /// <summary>
    /// A size of the ISO 216 A series, upright: A0 is 841 x 1189 mm, and each next size halves the longer side, rounded down to the
    /// millimetre.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is not from 0 to 10.</exception>
    public static Size IsoA(int number)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(number);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, 10);
        var (shorter, longer) = (841, 1189);
        for (var i = 0; i < number; i++)
            (shorter, longer) = (longer / 2, shorter);
        return new(Length.Millimetres(shorter), Length.Millimetres(longer));
    }

    /// <summary>
    /// Sizes photos are printed at, upright. In inches common practice, no source; in millimetres the trade's 9 x 13, 10 x 15 and 13 x
    /// 18 with their true sizes, as ISO 1008 has them (from memory), and 9 x 9.
    /// </summary>
    public static IReadOnlyList<Size> Prints(LengthUnit unit) =>
        unit == LengthUnit.Inch
            ?
            [
                new(Length.Inches(4), Length.Inches(6)),
                new(Length.Inches(3), Length.Inches(4)),
                new(Length.Inches(5), Length.Inches(7)),
                new(Length.Inches(4), Length.Inches(4)),
            ]
            :
            [
                new(Length.Millimetres(102), Length.Millimetres(152)),
                new(Length.Millimetres(89), Length.Millimetres(127)),
                new(Length.Millimetres(127), Length.Millimetres(178)),
                new(Length.Millimetres(89), Length.Millimetres(89)),
            ];

    /// <summary>The print size closest in shape to so many pixels, lying or upright as they are; of equally close ones the first.</summary>
    public static Size PrintFor(int pixelWidth, int pixelHeight, LengthUnit unit)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(pixelWidth);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(pixelHeight);
        var shape = Math.Log((double)Math.Max(pixelWidth, pixelHeight) / Math.Min(pixelWidth, pixelHeight));
        var closest = Prints(unit).MinBy(s => Math.Round(Math.Abs(Math.Log((double)s.Longer.Ticks / s.Shorter.Ticks) - shape), 3));
        return pixelWidth > pixelHeight ? closest.Turned : closest;
    }
}
