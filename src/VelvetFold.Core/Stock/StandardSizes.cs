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
    /// Sizes photos are ordered at, upright, the usual ones first. In inches common practice, no source. In millimetres the true sizes
    /// of what the trade calls 9 x 13, 10 x 15, 13 x 18 and so on, as ISO 1008 has them (from memory), and the 35 x 45 mm of ICAO Doc
    /// 9303 (from memory).
    /// </summary>
    public static IReadOnlyList<NamedSize> Prints(LengthUnit unit) => unit == LengthUnit.Inch ? InchPrints : MetricPrints;

    /// <summary>So many of the first of them are what a picture is likely to be printed at.</summary>
    private const int Usual = 4;

    private static readonly IReadOnlyList<NamedSize> InchPrints =
    [
        Inches("4 x 6", 4, 6),
        Inches("3 x 4", 3, 4),
        Inches("5 x 7", 5, 7),
        Inches("4 x 4", 4, 4),
        Inches("2 x 2", 2, 2),
        Inches("2 x 3", 2, 3),
        new("wallet, 2½ x 3½", new(Length.Inches(2, 1, 2), Length.Inches(3, 1, 2))),
        Inches("3 x 3", 3, 3),
        new("3½ x 5", new(Length.Inches(3, 1, 2), Length.Inches(5))),
        Inches("5 x 5", 5, 5),
        Inches("6 x 6", 6, 6),
        Inches("6 x 8", 6, 8),
        Inches("8 x 8", 8, 8),
        Inches("8 x 10", 8, 10),
        Inches("8 x 12", 8, 12),
        Inches("10 x 10", 10, 10),
        Inches("12 x 12", 12, 12),
    ];

    private static readonly IReadOnlyList<NamedSize> MetricPrints =
    [
        Millimetres("10 x 15 cm", 102, 152),
        Millimetres("9 x 13 cm", 89, 127),
        Millimetres("13 x 18 cm", 127, 178),
        Millimetres("9 x 9 cm", 89, 89),
        Millimetres("35 x 45 mm", 35, 45),
        Millimetres("wallet, 6 x 9 cm", 64, 89),
        Millimetres("10 x 10 cm", 102, 102),
        Millimetres("10 x 13 cm", 102, 136),
        Millimetres("13 x 13 cm", 127, 127),
        Millimetres("15 x 20 cm", 152, 203),
        Millimetres("20 x 20 cm", 203, 203),
        Millimetres("20 x 25 cm", 203, 254),
        Millimetres("20 x 30 cm", 203, 305),
        Millimetres("30 x 30 cm", 305, 305),
    ];

    private static NamedSize Inches(string name, int width, int height) => new(name, new(Length.Inches(width), Length.Inches(height)));

    private static NamedSize Millimetres(string name, int width, int height) =>
        new(name, new(Length.Millimetres(width), Length.Millimetres(height)));

    /// <summary>The size a photo of that size is ordered at, lying as it lies: its own where prints come in it, else the smallest that it
    /// can be trimmed from; null where none is as large.</summary>
    /// <param name="more">Sizes prints come in besides the usual ones.</param>
    public static Size? OrderFor(Size photo, LengthUnit unit, IReadOnlyList<NamedSize> more) =>
        Prints(unit)
            .Concat(more)
            .Select(p => p.Size.LyingAs(photo))
            .Where(s => photo.FitsIn(s))
            .OrderBy(s => s.Area)
            .Select(s => (Size?)s)
            .FirstOrDefault();

    /// <summary>The usual print size, or one of the kit's own, that is closest in shape to so many pixels, lying or upright as they are;
    /// of equally close ones the first.</summary>
    public static Size PrintFor(int pixelWidth, int pixelHeight, LengthUnit unit, IReadOnlyList<NamedSize> more)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(pixelWidth);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(pixelHeight);
        var shape = Math.Log((double)Math.Max(pixelWidth, pixelHeight) / Math.Min(pixelWidth, pixelHeight));
        var closest = Prints(unit)
            .Take(Usual)
            .Concat(more)
            .Select(p => p.Size)
            .MinBy(s => Math.Round(Math.Abs(Math.Log((double)s.Longer.Ticks / s.Shorter.Ticks) - shape), 3));
        return closest.LyingAs(new(new(pixelWidth), new(pixelHeight)));
    }
}
