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
    /// A size of the ISO 216 A series, upright: A0 is 841 x 1189 mm, and each next size halves the longer side, rounded down to the millimetre.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is not from 0 to 10.</exception>
    public static Size IsoA(int number)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(number);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, 10);
        var (shorter, longer) = (841, 1189);
        for (var i = 0; i < number; i++) (shorter, longer) = (longer / 2, shorter);
        return new(Length.Millimetres(shorter), Length.Millimetres(longer));
    }
}
