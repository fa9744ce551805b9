using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>How much can be written on a card, as it lies.</summary>
/// <param name="Lines">By hand, on lines <paramref name="Spacing"/> apart.</param>
/// <param name="Words">By hand, roughly.</param>
/// <param name="Typed">Typed and printed, roughly: what to do where it is to be more.</param>
public sealed record CardRoom(int Lines, Length Spacing, int Words, int Typed, Saying Says)
{
    /// <summary>
    /// The room of a piece that is written on; null of any other. By hand lines stand 3/8 in (9 mm) apart and a word takes an inch
    /// (25 mm) of them; typed in some 11 points 3/16 in (5 mm) and half an inch (12 mm). A quarter inch (6 mm) stays free all round. All
    /// of it is common practice without a source, and rough.
    /// </summary>
    public static CardRoom? Of(Kit kit, Piece piece, Size lies)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(piece);
        if (piece.Kind != PieceKind.Journaling)
            return null;
        var inches = kit.Unit == LengthUnit.Inch;
        var (spacing, margin) = Ruling.Of(kit.Unit);
        var (lines, words) = Room(spacing, inches ? Length.Inches(1) : Length.Millimetres(25));
        var (_, typed) = Room(
            inches ? Length.Inches(0, 3, 16) : Length.Millimetres(5),
            inches ? Length.Inches(0, 1, 2) : Length.Millimetres(12)
        );
        return new(
            lines,
            spacing,
            words,
            typed,
            words == 0
                ? Saying.Of("finding.card-too-small", ("piece", piece.Id))
                : Saying.Of(
                    "finding.card-room",
                    ("lines", lines),
                    ("spacing", kit.Reading().Format(spacing)),
                    ("words", words),
                    ("typed", typed)
                )
        );

        (int Lines, int Words) Room(Length line, Length word)
        {
            var free = margin * 2;
            var (down, across) = ((lies.Height - free).Ticks / line.Ticks, (lies.Width - free).Ticks / word.Ticks);
            return down <= 0 || across <= 0 ? (0, 0) : ((int)down, (int)(down * across));
        }
    }
}
