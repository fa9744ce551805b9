using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Judgement;

/// <summary>Can the pieces come out of the paper they name?</summary>
internal static class PaperCheck
{
    public static IEnumerable<Finding> PaperOf(Kit kit, ResolvedLayout layout) =>
        layout.Pieces.SelectMany(p =>
            PaperOf(kit, layout.Layout, p.Piece)
                .Select(f => f.Code == "larger-than-sheet" && JoinOf(kit, layout, p) is { } join ? f with { Mend = join } : f)
        );

    // A strip that is only too long can be joined from two, where something covers the join or at its middle.
    private static Mend? JoinOf(Kit kit, ResolvedLayout layout, PlacedPiece placed)
    {
        var piece = placed.Piece;
        if (!piece.IsCut || piece.Side == PageSide.Both || piece.Joins.Count > 0 || kit.Paper(piece.Paper) is not { } paper)
            return null;
        var along = piece.Size.Along(piece.LongAxis);
        var longest =
            (paper[piece.Face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free
                ? paper.Usable.Size.Longer
                : paper.Usable.Size.Along((piece.LongAxis == Axis.Across) == piece.PrintTurned ? Axis.Down : Axis.Across);
        if (along <= longest || along > longest * 2)
            return null;
        var place = Joins.CoveredPlace(kit, layout, placed, longest) ?? along.Half.SnapTo(kit.Ruler);
        var joined = piece with { Joins = [place] };
        return FitsSheet(paper, joined, joined.Face, LongestPart(joined)) ? new($"Join it at {kit.Reading().Format(place)}", joined) : null;
    }

    private static IEnumerable<Finding> PaperOf(Kit kit, Layout layout, Piece piece)
    {
        if (piece.Kind != PieceKind.Photo)
            return piece.IsCut ? Paper(kit, layout, piece, piece.Paper, piece.Face, LongestPart(piece), "") : [];
        if (piece.Opening?.Use == OpeningUse.Empty || piece.Stack(kit.Matting) is not { } stack)
            return [];
        return stack
            .Layers.Where(l => l.Mat.Frame is null)
            .SelectMany(l => Paper(kit, layout, piece, l.Mat.Paper, l.Mat.Face, l.Size, "the mat of "));
    }

    private static IEnumerable<Finding> Paper(Kit kit, Layout layout, Piece piece, string? id, SheetFace face, Size size, string what)
    {
        var label = what + layout.Label(piece);
        if (kit.Paper(id) is not { } paper)
        {
            yield return new(
                "no-paper",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                id is null
                    ? $"No paper is chosen for {label}. Choose one."
                    : $"The paper {id} of {label} is not in the kit. Choose another, or add it to the stock."
            );
            yield break;
        }
        if (paper[face] is null)
            yield return new(
                "no-face",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                $"{label} shows face {face} of {paper.Name}, which has only one face.",
                piece.Kind == PieceKind.Photo ? null : new("Show face A", piece with { Face = SheetFace.A })
            );
        // Across the seam it is cut in two, each half no wider than a page.
        var cut = piece.Side == PageSide.Both ? new(Length.Min(size.Width, layout.Page.Width), size.Height) : size;
        if (FitsSheet(paper, piece, face, cut))
            yield break;
        var reading = kit.Reading();
        yield return new(
            "larger-than-sheet",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            $"{label} is {reading.Format(size)}; a sheet of {paper.Name} gives at most "
                + $"{reading.Format(paper.Usable.Size)}{(paper.TearStrip is null ? "" : " once the tear strip is off")}. Make "
                + $"it smaller or choose another paper."
        );
    }

    // Of a piece that is joined, its longest part has to come out of a sheet.
    private static Size LongestPart(Piece piece) => piece.CutParts.MaxBy(p => p.Along(piece.LongAxis));

    /// <summary>A base that comes printed is laid down whole.</summary>
    public static IEnumerable<Finding> PreprintedCutUp(Kit kit, ResolvedLayout layout) =>
        layout
            .Pieces.Where(p => p.Piece.IsCut && kit.Paper(p.Piece.Paper) is { Preprinted: true } paper && p.Piece.CutSize != paper.Size)
            .Select(p => new Finding(
                "preprinted-cut-up",
                Gravity.Note,
                layout.Layout.Id,
                [p.Id],
                $"{kit.Paper(p.Piece.Paper)!.Name} is printed for a whole page, and {p.Label} would be "
                    + $"{kit.Reading().Format(p.Piece.CutSize)} cut out of it. Lay it down whole, or choose another paper.",
                p.Piece.Kind == PieceKind.Base && p.Piece.Finishes.Count == 0
                    ? new("Lay it down whole", p.Piece with { Size = kit.Paper(p.Piece.Paper)!.Size })
                    : null
            ));

    private static bool FitsSheet(Paper paper, Piece piece, SheetFace face, Size size)
    {
        if ((paper[face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free)
            return size.FitsIn(paper.Usable.Size) || size.Turned.FitsIn(paper.Usable.Size);
        return (piece.PrintTurned && piece.Kind != PieceKind.Photo ? size.Turned : size).FitsIn(paper.Usable.Size);
    }

    public static IEnumerable<Finding> LongerThanTheTrimmer(Kit kit, ResolvedLayout layout) =>
        kit.LongestCut is not { } longest
            ? []
            : layout
                .Pieces.Where(p => p.Piece.IsCut && p.Piece.CutSize.Longer > longest && p.Piece.CutSize.Shorter < longest)
                .Select(p => new Finding(
                    "longer-than-trimmer",
                    Gravity.Note,
                    layout.Layout.Id,
                    [p.Id],
                    $"{p.Label} is {kit.Reading().Format(p.Piece.CutSize.Longer)} long, and the trimmer cuts "
                        + $"{kit.Reading().Format(longest)}. Make it shorter, or cut it with a knife and a long ruler."
                ));

    /// <summary>A strip that the fence cannot be set to.</summary>
    public static IEnumerable<Finding> NarrowerThanTheTrimmer(Kit kit, ResolvedLayout layout) =>
        kit.NarrowestStrip is not { } narrowest
            ? []
            : layout
                .Pieces.Where(p => p.Piece.IsCut && p.Piece.CutSize.Shorter < narrowest)
                .Select(p => new Finding(
                    "narrower-than-trimmer",
                    Gravity.Note,
                    layout.Layout.Id,
                    [p.Id],
                    $"{p.Label} is {kit.Reading().Format(p.Piece.CutSize.Shorter)} wide, and the trimmer's fence is set to "
                        + $"{kit.Reading().Format(narrowest)} at least: it falls on the far side of the blade. Measure it "
                        + $"twice, or cut it with a knife along a ruler."
                ));

    /// <summary>A mat whose middle is cut out where it shows.</summary>
    public static IEnumerable<Finding> GuttedWhereItShows(Kit kit, ResolvedLayout layout) =>
        from placed in layout.Pieces
        where placed.Piece.HoldsPhoto
        from layer in placed.Stack.Layers
        where layer.Mat.Gut is { } border && border <= layer.Mat.Reveal
        select new Finding(
            "gutted-where-it-shows",
            Gravity.Fault,
            layout.Layout.Id,
            [placed.Id],
            $"The mat of {placed.Label} keeps a border of {kit.Reading().Format(layer.Mat.Gut!.Value)} and shows "
                + $"{kit.Reading().Format(layer.Mat.Reveal)} of it: the hole would show. Keep "
                + $"{kit.Reading().Format(layer.Mat.Reveal + Hidden.Lap(kit.Unit))}, or leave it whole.",
            new(
                "Keep more of it",
                placed.Piece with
                {
                    Opening = placed.Piece.Opening! with
                    {
                        Mats =
                        [
                            .. placed.Piece.Opening.Mats.Select(m =>
                                m.Gut is { } gut && gut <= m.Reveal ? m with { Gut = m.Reveal + Hidden.Lap(kit.Unit) } : m
                            ),
                        ],
                    },
                }
            )
        );

    /// <summary>A print with one way up that lies on its side.</summary>
    public static IEnumerable<Finding> AgainstItsDirection(Kit kit, ResolvedLayout layout) =>
        layout
            .Pieces.Where(p =>
                p.Piece is { IsCut: true, PrintTurned: true } && kit.Paper(p.Piece.Paper)?[p.Piece.Face]?.Direction == PrintDirection.OneWay
            )
            .Select(p => new Finding(
                "against-its-direction",
                Gravity.Note,
                layout.Layout.Id,
                [p.Id],
                $"The print of {p.Label} has one way up and would lie on its side.",
                new("Stand it upright", p.Piece with { PrintTurned = false })
            ));
}
