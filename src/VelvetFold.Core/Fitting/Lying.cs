using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>What a piece is to somebody who lays photos out.</summary>
internal enum PageRole
{
    /// <summary>Background: a base, a panel, a strip; photos may lie on it.</summary>
    Ground,

    /// <summary>One of the shapes of a field, or printed art: it may be covered a little.</summary>
    Field,

    Opening,

    Title,

    Card,

    /// <summary>A spare mat that stands up as decoration in place of an opening.</summary>
    Patch,

    /// <summary>A part, a sticker, a bow: it gives way.</summary>
    Decor,

    /// <summary>A hinged pocket that was added for this guest.</summary>
    Pocket,
}

/// <summary>One piece as it lies on the page: what it covers with its mats, and where the photo is seen.</summary>
internal sealed record Lying(Piece Piece, PageRole Role, Box Box, Box? Print)
{
    /// <summary>Less paper than this is no ground that a photo could lie half off: 12 square inches, in square ticks.</summary>
    private static readonly Int128 LeastGround = (Int128)12 * Length.TicksPerInch * Length.TicksPerInch;

    public string Id => Piece.Id;

    /// <summary>Whether it is a photo, a title, something to write on or a patch: what nothing may cover.</summary>
    public bool IsContent => Role is PageRole.Opening or PageRole.Title or PageRole.Card or PageRole.Patch;

    public bool IsDecor => Role is PageRole.Decor or PageRole.Pocket;

    /// <summary>Whether a photo that lies half on it looks as if it had slipped.</summary>
    public bool HasAnEdge =>
        Role == PageRole.Ground
        && Piece.Kind is PieceKind.Panel or PieceKind.Base
        && Piece.Shape is null or { Kind: OutlineKind.Rectangle }
        && Piece.Tilt is null
        && Box.Size.Area >= LeastGround;

    public Lying At(Box box) => this with { Box = box, Print = Print is { } print ? print.Moved(box.X - Box.X, box.Y - Box.Y) : null };

    /// <summary>A piece of a resolved layout.</summary>
    /// <param name="designed">The layout it is compared with: what is not in there is new.</param>
    public static Lying Of(PlacedPiece placed, Layout designed) =>
        new(placed.Piece, RoleOf(placed.Piece, designed), placed.Box, placed.PhotoBox);

    private static PageRole RoleOf(Piece piece, Layout designed)
    {
        var was = designed.Piece(piece.Id);
        return piece.Kind switch
        {
            PieceKind.Photo => PageRole.Opening,
            PieceKind.Title => PageRole.Title,
            PieceKind.Journaling => PageRole.Card,
            PieceKind.Panel when was is { Kind: PieceKind.Photo } => PageRole.Patch,
            PieceKind.DieCut when was is null && piece.Part is null => PageRole.Pocket,
            PieceKind.Panel when piece.Shape is { Kind: not OutlineKind.Rectangle } && piece.Across is Member => PageRole.Field,
            PieceKind.Base or PieceKind.Panel or PieceKind.Strip => PageRole.Ground,
            _ => PageRole.Decor,
        };
    }
}

/// <summary>An opening as paper: what its mats add around a photo.</summary>
internal static class Mats
{
    /// <summary>An opening with a photo of that stock size, its top left corner there; null where trimming leaves nothing.</summary>
    public static Lying? Lay(Piece opening, Kit kit, Size stock, Length x, Length y)
    {
        if (Making.HasCards(opening))
            return Cards(opening with { Size = stock }, kit, x, y);
        var shown = Making.Shown(opening);
        var grows = Making.Grows(kit, opening);
        var (outer, print) = (grows ? stock.Grown(shown) : stock, grows ? stock : stock.Grown(-shown));
        if (outer is not { } whole || print is not { } seen)
            return null;
        var box = new Box(x, y, whole);
        return new(opening.Size == stock ? opening : opening with { Size = stock }, PageRole.Opening, box, box.Centred(seen));
    }

    private static Lying? Cards(Piece opening, Kit kit, Length x, Length y)
    {
        if (opening.Stack(kit) is not { } stack)
            return null;
        var box = new Box(x, y, stack.Outer);
        return new(opening, PageRole.Opening, box, box.Centred(stack.Photo));
    }

    /// <summary>An opening for a photo of its size: without its ready-made cards where the photo is larger than one of them.</summary>
    public static Piece Serving(Piece opening, Kit kit)
    {
        if (!Making.HasCards(opening))
            return opening;
        return
            opening.Stack(kit) is not null
            && opening.Opening!.Mats.All(m =>
                m.Card is not { } card || kit.SizeOf(card) is not { } size || opening.Size.FitsIn(size.LyingAs(opening.Size))
            )
            ? opening
            : Making.WithoutCards(opening);
    }

    /// <summary>What the mats take on the page around a photo of that stock size.</summary>
    public static Size Outer(Piece opening, Kit kit, Size stock) =>
        Making.HasCards(opening) ? (opening with { Size = stock }).Stack(kit)?.Outer ?? stock
        : Making.Grows(kit, opening) ? stock.Grown(Making.Shown(opening))!.Value
        : stock;
}
