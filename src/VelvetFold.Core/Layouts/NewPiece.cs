using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A piece as it begins: like the last of its kind, and laid where the next one of its kind is likely to lie.</summary>
/// <remarks>Whoever lays three photos in a row, or one strip under another, says the first and presses twice. Everything about it is then
/// changed as of any piece.</remarks>
public static class NewPiece
{
    /// <summary>The layout with one more piece of that kind in front of the others, and its label.</summary>
    /// <remarks>
    /// It has the size, the paper and the mats of the last of its kind on that page, or else on the facing one; what is particular to that
    /// one (its name, outline, place on the sheet, ready-made part, focal photo) it has not. A band lies along the last one, touching it or
    /// with the same gap; anything else to its right, or in the next row where the page is full; in the middle of the page where that does
    /// not fit either. The first of its kind lies where the one on the facing page does if that is measured from its page alone.
    /// </remarks>
    public static (Layout Layout, string Id) Lay(Layout layout, Kit kit, PieceKind kind, PageSide side)
    {
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(kit);
        var before = layout.Pieces.Where(p => p.Kind == kind && !p.Extra).ToList();
        var last = before.LastOrDefault(p => p.Side == side);
        // What lies across the seam is measured on the whole spread: no model for what lies on one page.
        var model = last ?? before.LastOrDefault(p => p.Side != PageSide.Both);
        var piece = Like(model, First(layout, kit, kind, side));
        var placed = layout with { Pieces = [.. layout.Pieces, last is null ? Facing(layout, model, piece) : piece] };
        if (kind != PieceKind.Base && last is not null)
            placed = Beside(placed, kit, placed.Pieces[^1], last);
        return (placed, piece.Id);
    }

    private static Piece First(Layout layout, Kit kit, PieceKind kind, PageSide side)
    {
        var paper = kit.Papers.Count > 0 ? kit.Papers[0].Id : null;
        var isBase = kind == PieceKind.Base;
        var piece = new Piece
        {
            Id = layout.FreeLabel(kind),
            Kind = kind,
            Side = side,
            Size = isBase ? layout.Page : FirstSize(kind, kit.Unit),
            Across = isBase ? new FromEdge(Edge.Left, Length.Zero) : new Centred(),
            Down = isBase ? new FromEdge(Edge.Top, Length.Zero) : new Centred(),
            Drawn = kind == PieceKind.Drawn ? new() { Kind = DrawnKind.Dashes, Tool = "pen" } : null,
            Opening =
                kind == PieceKind.Photo
                    ? new() { Mats = paper is null ? [] : [new() { Paper = paper, Reveal = kit.Matting.Reveal }] }
                    : null,
        };
        return piece.IsCut ? piece with { Paper = paper } : piece;
    }

    // Common practice, no source.
    private static Size FirstSize(PieceKind kind, LengthUnit unit)
    {
        var (inches, millimetres) = kind switch
        {
            PieceKind.Panel => ((6m, 8m), (150, 200)),
            PieceKind.Strip => ((9m, 1.5m), (230, 40)),
            PieceKind.Photo => ((4m, 6m), (102, 152)),
            PieceKind.Title => ((5m, 1m), (130, 25)),
            PieceKind.Journaling => ((3m, 4m), (76, 102)),
            PieceKind.DieCut => ((2m, 2m), (50, 50)),
            PieceKind.Tie or PieceKind.Drawn => ((6m, 0.25m), (150, 6)),
            PieceKind.Printed => ((4m, 4m), (100, 100)),
            _ => ((1m, 1m), (25, 25)),
        };
        return unit == LengthUnit.Inch
            ? new(InInches(inches.Item1), InInches(inches.Item2))
            : new(Length.Millimetres(millimetres.Item1), Length.Millimetres(millimetres.Item2));
    }

    private static Length InInches(decimal inches) => Length.Inches(0, (int)(inches * 4), 4);

    private static Piece Like(Piece? model, Piece first) =>
        model is null
            ? first
            : first with
            {
                // A part has its own size, and a base that of its page.
                Size = model.Part is null && model.Kind != PieceKind.Base ? model.Size : first.Size,
                Paper = model.Paper ?? first.Paper,
                Face = model.Face,
                PrintTurned = model.PrintTurned,
                Mount = model.Mount,
                CutBy = model.CutBy,
                Drawn = model.Drawn ?? first.Drawn,
                Opening =
                    first.Opening is { } opening && model.Opening is { } like
                        ? opening with
                        {
                            School = like.School,
                            Mats = like.Mats,
                            Border = like.Border,
                        }
                        : first.Opening,
            };

    // The first of its kind on its page lies as the one on the facing page does, in its image, where that is measured from its page alone.
    private static Piece Facing(Layout layout, Piece? model, Piece piece)
    {
        static bool IsByItself(AxisRule rule) => rule is Flush or FromEdge { Of: null } or Hanging;
        return model is null || model.Kind == PieceKind.Base
            ? piece
            : piece with
            {
                Across = IsByItself(model.Across) ? LayoutWork.Mirror(model.Across, layout.Kind, model.Side) : piece.Across,
                Down = IsByItself(model.Down) ? model.Down : piece.Down,
            };
    }

    private static Layout Beside(Layout layout, Kit kit, Piece piece, Piece last)
    {
        var gap = UsualGaps.Of(layout, kit.Unit)[0];
        IEnumerable<Piece> places =
            last.Kind is PieceKind.Strip or PieceKind.Tie or PieceKind.Drawn || (last.Kind == PieceKind.Panel && IsBand(last.Size))
                ? [Along(piece, last)]
                : [After(piece, last, gap), NextRow(piece, layout, last, gap)];
        return places
                .Select(layout.With)
                .FirstOrDefault(l =>
                    Resolver.Resolve(l, kit).Piece(piece.Id) is { } there && layout.PageBox(piece.Side).Contains(there.Box)
                )
            ?? layout;
    }

    // Three times as long as it is wide.
    private static bool IsBand(Size size) => size.Longer >= size.Shorter * 3;

    private static Piece Along(Piece piece, Piece last)
    {
        var (along, beyond) = last.Size.Width >= last.Size.Height ? (Axis.Across, Edge.Bottom) : (Axis.Down, Edge.Right);
        var gap = last.Rule(beyond.Axis()) is Beside beside && beside.Edge == beyond ? beside.Gap : Length.Zero;
        var start = along == Axis.Across ? Edge.Left : Edge.Top;
        var same = last.Rule(along) is Member ? new FromEdge(start, Length.Zero, last.Id) : last.Rule(along);
        return piece.With(along, same).With(beyond.Axis(), new Beside(beyond, last.Id, gap));
    }

    private static Piece After(Piece piece, Piece last, Length gap) =>
        piece with
        {
            Across = new Beside(Edge.Right, last.Id, last.Across is Beside { Edge: Edge.Right } beside ? beside.Gap : gap),
            Down = new FromEdge(Edge.Top, Length.Zero, last.Id),
        };

    private static Piece NextRow(Piece piece, Layout layout, Piece last, Length gap)
    {
        var first = last;
        // A relation that runs in a circle ends after as many pieces as there are.
        for (var i = 0; i < layout.Pieces.Count && first.Across is Beside { Edge: Edge.Right } beside; i++)
            if (layout.Piece(beside.Of) is { } before && before.Kind == piece.Kind)
                first = before;
        return piece with { Across = new FromEdge(Edge.Left, Length.Zero, first.Id), Down = new Beside(Edge.Bottom, first.Id, gap) };
    }
}
