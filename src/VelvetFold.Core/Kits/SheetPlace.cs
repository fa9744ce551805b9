using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>
/// The place on its sheet that a piece is cut from, where the print asks for it: a motif, a printed card, a part of a printed base. It is
/// measured on the side that shows, as one looks at it, on the whole sheet before anything is cut off.
/// </summary>
public sealed record SheetPlace
{
    /// <summary>Copies that are looked for along one side of a sheet, at most.</summary>
    private const int MostCopies = 40;

    /// <summary>From the left edge of the sheet to the left edge of the piece as it is cut.</summary>
    public required Length X { get; init; }

    /// <summary>From the upper edge of the sheet to the upper edge of the piece as it is cut.</summary>
    public required Length Y { get; init; }

    /// <summary>How far to the side the same comes again; none where it does not.</summary>
    public Length? EveryAcross { get; init; }

    /// <summary>How far below the same comes again; none where it does not.</summary>
    public Length? EveryDown { get; init; }

    /// <summary>All places where a piece of that size could be cut, as the sheet lies with face A up: face B is seen once the sheet is
    /// turned like the page of a book. The place that is named comes first.</summary>
    /// <param name="sheet">The whole sheet.</param>
    public IReadOnlyList<Box> On(Size sheet, Size size, SheetFace face)
    {
        var boxes =
            from down in Along(Y, EveryDown, sheet.Height - size.Height)
            from across in Along(X, EveryAcross, sheet.Width - size.Width)
            orderby (across - X).Magnitude + (down - Y).Magnitude
            select Seen(new(across, down, size), sheet, face);
        return [.. boxes];
    }

    /// <summary>A box on a sheet that lies face A up, as it is seen on one of its faces.</summary>
    public static Box Seen(Box box, Size sheet, SheetFace face) => face == SheetFace.A ? box : box with { X = sheet.Width - box.Right };

    private static IEnumerable<Length> Along(Length at, Length? every, Length last)
    {
        if (every is not { IsPositive: true } step)
            return at >= Length.Zero && at <= last ? [at] : [];
        var first = new Length(at.Ticks % step.Ticks);
        return Enumerable.Range(0, MostCopies).Select(n => first + step * n).TakeWhile(x => x <= last);
    }
}
