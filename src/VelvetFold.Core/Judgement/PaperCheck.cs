using VelvetFold.Core.Cutting;
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
        layout
            .Pieces.Concat(layout.Extras)
            .SelectMany(p =>
                PaperOf(kit, layout.Layout, p)
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
        return joined.CutParts(kit.Unit).All(p => FitsSheet(paper, joined.Face, joined.PrintTurned ? p.Turned : p))
            ? new(Saying.Of("finding.join-it-at", ("place", kit.Reading().Format(place))), joined)
            : null;
    }

    private static IEnumerable<Finding> PaperOf(Kit kit, Layout layout, PlacedPiece placed)
    {
        var piece = placed.Piece;
        if (piece.Kind == PieceKind.Photo)
            foreach (var layer in placed.Stack.Layers.Where(l => l.Mat.Card is null))
            foreach (var finding in FaceOf(kit, layout, piece, layer.Mat.Paper, layer.Mat.Face))
                yield return finding;
        else if (piece.IsCut)
            foreach (var finding in FaceOf(kit, layout, piece, piece.Paper, piece.Face))
                yield return finding;
        foreach (var finding in PlaceOf(kit, layout, placed))
            yield return finding;
        // What is cut for it, each part as it stands on the sheet; told once a piece.
        var large = CutList.Of(kit, layout, placed).Where(c => c.At is null && !FitsSheet(kit.Paper(c.Paper)!, c.Face, c.Size)).ToList();
        if (large.Count == 0)
            yield break;
        var (cut, reading) = (large.MaxBy(c => c.Size.Longer)!, kit.Reading());
        var sheet = kit.Paper(cut.Paper)!;
        yield return new(
            "larger-than-sheet",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            Saying.Of(
                "finding.larger-than-sheet",
                ("label", cut.Label),
                ("size", reading.Format(cut.Size)),
                ("paper", sheet.Name),
                ("most", reading.Format(sheet.Usable.Size)),
                ("strip", sheet.TearStrip is null ? "" : "off")
            )
        );
    }

    // A place on the sheet that the sheet does not have, or that belongs to a piece which is cut apart.
    private static IEnumerable<Finding> PlaceOf(Kit kit, Layout layout, PlacedPiece placed)
    {
        var (piece, reading) = (placed.Piece, kit.Reading());
        if (piece.CutFrom is not { } place)
            yield break;
        var cuts = CutList.Of(kit, layout, placed).ToList();
        var without = new Mend(Saying.Of("finding.cut-it-from-anywhere"), piece with { CutFrom = null });
        if (cuts.Count > 1)
            yield return new(
                "place-cut-apart",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                Saying.Of("finding.place-cut-apart", ("piece", placed.Label), ("n", cuts.Count)),
                without
            );
        else if (cuts is [{ At: { } at } cut] && kit.Paper(cut.Paper) is { } paper && !at.Any(paper.Usable.Contains))
            yield return new(
                "place-off-sheet",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                Saying.Of(
                    "finding.place-off-sheet",
                    ("piece", placed.Label),
                    ("size", reading.Format(cut.Size)),
                    ("x", reading.Format(place.X)),
                    ("y", reading.Format(place.Y)),
                    ("paper", paper.Name),
                    ("sheet", reading.Format(paper.Sheet)),
                    ("strip", paper.Trims.Strips.Any() ? "off" : "")
                ),
                without
            );
    }

    private static IEnumerable<Finding> FaceOf(Kit kit, Layout layout, Piece piece, string? id, SheetFace face)
    {
        var label =
            piece.Kind == PieceKind.Photo
                ? Saying.Of("finding.the-mat-of", ("piece", layout.Label(piece)))
                : Saying.Plain(layout.Label(piece));
        if (kit.Paper(id) is not { } paper)
            yield return new(
                "no-paper",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                id is null
                    ? Saying.Of("finding.no-paper", ("label", label))
                    : Saying.Of("finding.the-paper-of-is", ("id", id), ("label", label))
            );
        else if (paper[face] is null)
            yield return new(
                "no-face",
                Gravity.Fault,
                layout.Id,
                [piece.Id],
                Saying.Of("finding.no-face", ("label", label), ("face", face), ("paper", paper.Name)),
                piece.Kind == PieceKind.Photo ? null : new(Saying.Of("finding.show-face-a"), piece with { Face = SheetFace.A })
            );
    }

    /// <summary>A print across the seam: it would have to be cut in two, which nobody does to a photo.</summary>
    public static IEnumerable<Finding> PhotoAcrossTheSeam(Kit kit, ResolvedLayout layout) =>
        from placed in layout.Pieces
        where
            layout.Layout.Kind == LayoutKind.Spread
            && placed.PhotoBox is { } photo
            && photo.X < layout.Layout.Page.Width
            && photo.Right > layout.Layout.Page.Width
        select new Finding(
            "photo-across-seam",
            Gravity.Fault,
            layout.Layout.Id,
            [placed.Id],
            Saying.Of(
                "finding.photo-across-seam",
                ("piece", placed.Label),
                ("left", kit.Reading().Format(layout.Layout.Page.Width - placed.PhotoBox!.Value.X)),
                ("right", kit.Reading().Format(placed.PhotoBox.Value.Right - layout.Layout.Page.Width))
            )
        );

    /// <summary>A base that comes printed is laid down whole.</summary>
    public static IEnumerable<Finding> PreprintedCutUp(Kit kit, ResolvedLayout layout) =>
        layout
            .Pieces.Where(p => p.Piece.IsCut && kit.Paper(p.Piece.Paper) is { Preprinted: true } paper && p.CutSize != paper.Size)
            .Select(p => new Finding(
                "preprinted-cut-up",
                Gravity.Note,
                layout.Layout.Id,
                [p.Id],
                Saying.Of(
                    "finding.preprinted-cut-up",
                    ("paper", kit.Paper(p.Piece.Paper)!.Name),
                    ("piece", p.Label),
                    ("size", kit.Reading().Format(p.CutSize))
                ),
                p.Piece.Kind == PieceKind.Base && p.Piece.Finishes.Count == 0
                    ? new(Saying.Of("finding.lay-it-down-whole"), p.Piece with { Size = kit.Paper(p.Piece.Paper)!.Size })
                    : null
            ));

    // A size as it is cut, its print the right way round already.
    private static bool FitsSheet(Paper paper, SheetFace face, Size size) =>
        size.FitsIn(paper.Usable.Size)
        || ((paper[face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free && size.Turned.FitsIn(paper.Usable.Size));

    /// <summary>What the trimmer's longest cut is too short for: told of what is cut at all, its parts where it has some.</summary>
    public static IEnumerable<Finding> LongerThanTheTrimmer(Kit kit, ResolvedLayout layout)
    {
        if (kit.LongestCut is not { } longest)
            yield break;
        foreach (var placed in layout.Pieces)
        {
            // What no cut of the trimmer sets free is told too, and a whole sheet needs no cut.
            var cuts = CutList.Of(kit, layout.Layout, placed).Select(c => (Cut: c, Sheet: kit.Paper(c.Paper)!.Usable.Size)).ToList();
            if (
                cuts.Find(c =>
                    c.Cut.Size.Longer <= longest
                    && FitsSheet(kit.Paper(c.Cut.Paper)!, c.Cut.Face, c.Cut.Size)
                    && !CutPlanner.Fits(new Demand(c.Cut.Label, c.Cut.Paper, c.Cut.Size, 1, c.Cut.Turn), c.Sheet, longest)
                ) is
                { Cut: { } bound } stuck
            )
                yield return new(
                    "longest-cut",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id],
                    Saying.Of(
                        "finding.longest-cut",
                        ("piece", bound.Label),
                        ("size", kit.Reading().Format(bound.Size)),
                        ("paper", kit.Paper(bound.Paper)!.Name),
                        ("sheet", kit.Reading().Format(stuck.Sheet)),
                        ("longest", kit.Reading().Format(longest))
                    )
                );
            var cut = cuts.Where(c => c.Cut.Size != c.Sheet && c.Cut.Size.Turned != c.Sheet).Select(c => c.Cut).MaxBy(c => c.Size.Longer);
            if (cut is null || cut.Size.Longer <= longest)
                continue;
            yield return new(
                "longer-than-trimmer",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id],
                Saying.Of(
                    cut.Size.Shorter > longest ? "finding.longer-both-ways" : "finding.longer-than-trimmer",
                    ("piece", cut.Label),
                    ("length", kit.Reading().Format(cut.Size.Longer)),
                    ("size", kit.Reading().Format(cut.Size)),
                    ("longest", kit.Reading().Format(longest))
                )
            );
        }
    }

    /// <summary>A strip that the fence cannot be set to.</summary>
    public static IEnumerable<Finding> NarrowerThanTheTrimmer(Kit kit, ResolvedLayout layout)
    {
        if (kit.NarrowestStrip is not { } narrowest)
            yield break;
        foreach (var placed in layout.Pieces)
            if (CutList.Of(kit, layout.Layout, placed).MinBy(c => c.Size.Shorter) is { } cut && cut.Size.Shorter < narrowest)
                yield return new(
                    "narrower-than-trimmer",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id],
                    Saying.Of(
                        "finding.narrower-than-trimmer",
                        ("piece", cut.Label),
                        ("width", kit.Reading().Format(cut.Size.Shorter)),
                        ("narrowest", kit.Reading().Format(narrowest))
                    )
                );
    }

    /// <summary>A mitred frame whose strips cannot hold the photo, or leave no opening between them.</summary>
    public static IEnumerable<Finding> FrameOfTheWrongWidth(Kit kit, ResolvedLayout layout) =>
        from placed in layout.Pieces
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
