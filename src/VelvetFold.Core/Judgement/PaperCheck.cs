using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

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
        return FitsSheet(paper, joined, joined.Face, LongestPart(joined))
            ? new(Saying.Of("finding.join-it-at", ("place", kit.Reading().Format(place))), joined)
            : null;
    }

    private static IEnumerable<Finding> PaperOf(Kit kit, Layout layout, Piece piece)
    {
        if (piece.Kind != PieceKind.Photo)
            return piece.IsCut
                ? Paper(kit, layout, piece, piece.Paper, piece.Face, LongestPart(piece), Saying.Plain(layout.Label(piece)))
                : [];
        if (piece.Opening?.Use == OpeningUse.Empty || piece.Stack(kit.Matting) is not { } stack)
            return [];
        return stack
            .Layers.Where(l => l.Mat.Frame is null)
            .SelectMany(l =>
                Paper(kit, layout, piece, l.Mat.Paper, l.Mat.Face, l.Size, Saying.Of("finding.the-mat-of", ("piece", layout.Label(piece))))
            );
    }

    private static IEnumerable<Finding> Paper(Kit kit, Layout layout, Piece piece, string? id, SheetFace face, Size size, Saying label)
    {
        if (kit.Paper(id) is not { } paper)
        {
            yield return new(
                "no-paper",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                id is null
                    ? Saying.Of("finding.no-paper", ("label", label))
                    : Saying.Of("finding.the-paper-of-is", ("id", id), ("label", label))
            );
            yield break;
        }
        if (paper[face] is null)
            yield return new(
                "no-face",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                Saying.Of("finding.no-face", ("label", label), ("face", face), ("paper", paper.Name)),
                piece.Kind == PieceKind.Photo ? null : new(Saying.Of("finding.show-face-a"), piece with { Face = SheetFace.A })
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
            Saying.Of(
                "finding.larger-than-sheet",
                ("label", label),
                ("size", reading.Format(size)),
                ("paper", paper.Name),
                ("most", reading.Format(paper.Usable.Size)),
                ("strip", paper.TearStrip is null ? "" : "off")
            )
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
                Saying.Of(
                    "finding.preprinted-cut-up",
                    ("paper", kit.Paper(p.Piece.Paper)!.Name),
                    ("piece", p.Label),
                    ("size", kit.Reading().Format(p.Piece.CutSize))
                ),
                p.Piece.Kind == PieceKind.Base && p.Piece.Finishes.Count == 0
                    ? new(Saying.Of("finding.lay-it-down-whole"), p.Piece with { Size = kit.Paper(p.Piece.Paper)!.Size })
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
                    Saying.Of(
                        "finding.longer-than-trimmer",
                        ("piece", p.Label),
                        ("length", kit.Reading().Format(p.Piece.CutSize.Longer)),
                        ("longest", kit.Reading().Format(longest))
                    )
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
                    Saying.Of(
                        "finding.narrower-than-trimmer",
                        ("piece", p.Label),
                        ("width", kit.Reading().Format(p.Piece.CutSize.Shorter)),
                        ("narrowest", kit.Reading().Format(narrowest))
                    )
                ));

    /// <summary>A mitred frame whose strips cannot hold the photo, or leave no opening between them.</summary>
    public static IEnumerable<Finding> FrameOfTheWrongWidth(Kit kit, ResolvedLayout layout) =>
        from placed in layout.Pieces
        where placed.Piece.HoldsPhoto
        from layer in placed.Stack.Layers
        where layer.Mat.Frame is { } width && (width <= layer.Mat.Reveal || width * 2 >= layer.Size.Shorter)
        select new Finding(
            "frame-width",
            Gravity.Fault,
            layout.Layout.Id,
            [placed.Id],
            Saying.Of(
                layer.Mat.Frame <= layer.Mat.Reveal ? "finding.frame-too-narrow" : "finding.frame-too-wide",
                ("piece", placed.Label),
                ("width", kit.Reading().Format(layer.Mat.Frame!.Value)),
                ("reveal", kit.Reading().Format(layer.Mat.Reveal)),
                ("size", kit.Reading().Format(layer.Size))
            )
        );

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
            Saying.Of(
                "finding.gutted-where-it-shows",
                ("placed", placed.Label),
                ("gut", kit.Reading().Format(layer.Mat.Gut!.Value)),
                ("reveal", kit.Reading().Format(layer.Mat.Reveal)),
                ("more", kit.Reading().Format(layer.Mat.Reveal + Hidden.Lap(kit.Unit)))
            ),
            new(
                Saying.Of("finding.keep-more-of-it"),
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
                Saying.Of("finding.against-its-direction", ("piece", p.Label)),
                new(Saying.Of("finding.stand-it-upright"), p.Piece with { PrintTurned = false })
            ));
}
