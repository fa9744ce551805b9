using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>The lines that a card is written on by hand: how far apart they stand, and what stays free all round it. 3/8 in and 1/4 in, in a
/// metric kit 9 mm and 6 mm (common practice, no source).</summary>
public readonly record struct Ruling(Length Spacing, Length Free)
{
    public static Ruling Of(LengthUnit unit) =>
        unit == LengthUnit.Inch ? new(Length.Inches(0, 3, 8), Length.Inches(0, 1, 4)) : new(Length.Millimetres(9), Length.Millimetres(6));

    /// <summary>How many lines a card so high takes.</summary>
    public int Lines(Length height) => (int)Math.Max(0, (height - Free * 2).Ticks / Spacing.Ticks);

    /// <summary>The lines on a card, from above.</summary>
    public IEnumerable<(Length X1, Length X2, Length Y)> On(Box card)
    {
        var (free, spacing) = (Free, Spacing);
        return card.Width > free * 2
            ? Enumerable.Range(1, Lines(card.Height)).Select(n => (card.X + free, card.Right - free, card.Y + free + spacing * n))
            : [];
    }
}
