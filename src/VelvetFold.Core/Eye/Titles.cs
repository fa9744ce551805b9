using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Does a title fit its ground?</summary>
public static class Titles
{
    /// <summary>What stays free between two letters: 1/16 in, or 2 mm (common practice, no source).</summary>
    private static Length Gap(LengthUnit unit) => unit == LengthUnit.Inch ? Length.Sixteenth : Length.Millimetres(2);

    /// <summary>How long and how high the text of a piece is in its letters; null where it is set in none, or their size is not
    /// known.</summary>
    public static (PartSheet Sheet, string Text, Size Size)? Set(Kit kit, Piece piece)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(piece);
        return
            piece.Part is { Part: { } text } use
            && kit.PartSheet(use.Sheet) is { Kind: PartKind.Letters } sheet
            && sheet.Set(text, Gap(kit.Unit), [.. use.Letters().Select(l => kit.PartSheet(l.Sheet))]) is { } size
            ? (sheet, text, size)
            : null;
    }

    /// <summary>A text that is longer or higher than the place it has; it runs along its longer side.</summary>
    internal static IEnumerable<Finding> Long(Kit kit, SeenPage page)
    {
        foreach (var placed in page.Layout.Pieces)
        {
            if (Set(kit, placed.Piece) is not var (sheet, text, set))
                continue;
            var (room, high) = (placed.Piece.Size.Longer, placed.Piece.Size.Shorter);
            if (set.Width <= room && set.Height <= high)
                continue;
            var piece = EyeCheck.Document(page, placed);
            var reading = kit.Reading();
            var needed = new Size(Up(set.Width, room), Up(set.Height, high));
            yield return EyeCheck.Say(
                page,
                "eye-title-long",
                [placed.Id],
                Saying.Of(
                    "finding.eye-title-long",
                    ("piece", placed.Label),
                    ("text", text),
                    ("sheet", sheet.Name),
                    ("length", reading.Format(set.Width)),
                    ("height", reading.Format(set.Height)),
                    ("room", reading.Format(placed.Piece.Size))
                ),
                new Mend(
                    Saying.Of("finding.give-it-that-size"),
                    piece with
                    {
                        Size = piece.LongAxis == Axis.Across ? needed : needed.Turned,
                    }
                )
            );
        }

        // To the ruler's step; what is large enough stays.
        Length Up(Length wanted, Length has) =>
            wanted <= has ? has : new((wanted.Ticks + kit.Ruler.Ticks - 1) / kit.Ruler.Ticks * kit.Ruler.Ticks);
    }
}
