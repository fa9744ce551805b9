using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Motifs that stand in known places of a sheet (<see cref="Face.Motifs"/>), and pieces cut through or round them.</summary>
internal static class Motifs
{
    /// <summary>A piece cut from a place of its own that cuts a motif through and has none whole.</summary>
    public static IEnumerable<Finding> CutThrough(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things.Where(t => t.Face is { Face.Motifs.Count: > 0 } && t.Placed.Piece.CutFrom is not null))
        {
            var (piece, face) = (EyeCheck.Document(page, thing.Placed), thing.Face!);
            var at = On(kit, thing.Placed.Piece);
            var cut = face.Face.Motifs.Where(m => IsCut(m, at)).ToList();
            // All over a sheet something is always cut at the edge; what counts is that one of them is whole.
            if (cut.Count == 0 || face.Face.Motifs.Any(m => IsWhole(m, at)))
                continue;
            // What is mostly there is what was meant.
            var meant = cut.MaxBy(m => Shared(m, at));
            var (whole, read) = (Whole(face, meant, at), kit.Reading());
            yield return EyeCheck.Say(
                page,
                "eye-motif-cut",
                [thing.Placed.Id],
                Saying.Of(
                    "finding.eye-motif-cut",
                    ("piece", thing.Placed.Label),
                    ("paper", face.Paper.Name),
                    ("x", read.Format(meant.X)),
                    ("y", read.Format(meant.Y)),
                    ("size", read.Format(meant.Size)),
                    ("percent", EyeCheck.Percent(1 - Shared(meant, at)))
                ),
                whole is { } place ? Moved(kit, piece, place) : null
            );
        }
    }

    /// <summary>The place of its sheet that shows a motif whole in a piece which is cut anywhere today; null where no motif's place is
    /// known, or none fits it.</summary>
    public static Mend? Shown(Kit kit, SeenPage page, SeenThing thing)
    {
        var (piece, face) = (EyeCheck.Document(page, thing.Placed), thing.Face!);
        if (!piece.IsCut || piece.CutFrom is not null)
            return null;
        var anywhere = On(kit, thing.Placed.Piece);
        // The largest that fits: of several, the uppermost.
        return
            face
                .Face.Motifs.OrderByDescending(m => m.Size.Area)
                .Select(m =>
                    Whole(
                        face,
                        m,
                        anywhere with
                        {
                            X = Middle(m, anywhere, Axis.Across).SnapTo(kit.Ruler),
                            Y = Middle(m, anywhere, Axis.Down).SnapTo(kit.Ruler),
                        }
                    )
                )
                .FirstOrDefault(p => p is not null)
                is { } place
            ? Moved(kit, piece, place)
            : null;
    }

    private static Length Middle(Box motif, Box piece, Axis axis)
    {
        var along = motif.Along(axis);
        return along.Start + along.Extent.Half - piece.Along(axis).Extent.Half;
    }

    // Where the piece lies on its sheet, as it is cut.
    private static Box On(Kit kit, Piece piece)
    {
        var size = piece.CutSize(kit.Unit);
        var from = piece.CutFrom;
        return new(from?.X ?? Length.Zero, from?.Y ?? Length.Zero, piece.PrintTurned ? new(size.Height, size.Width) : size);
    }

    private static bool IsCut(Box motif, Box piece) => Shared(motif, piece) > EyeLimits.CutOff && !IsWhole(motif, piece);

    private static bool IsWhole(Box motif, Box piece) => Shared(motif, piece) >= 1 - EyeLimits.CutOff;

    // The share of the motif's box that the piece has.
    private static double Shared(Box motif, Box piece)
    {
        double Along(Axis axis)
        {
            var (m, p) = (motif.Along(axis), piece.Along(axis));
            return Math.Max(0, Math.Min(m.End.Ticks, p.End.Ticks) - Math.Max(m.Start.Ticks, p.Start.Ticks)) / (double)m.Extent.Ticks;
        }
        return Along(Axis.Across) * Along(Axis.Down);
    }

    // The nearest place on its sheet that has the motif whole.
    private static Box? Whole(SeenFace face, Box motif, Box piece)
    {
        var sheet = face.Paper.Sheet;
        if (motif.Width > piece.Width || motif.Height > piece.Height || !piece.Size.FitsIn(sheet))
            return null;
        return piece with
        {
            X = Within(piece.X, motif.Right - piece.Width, motif.X, sheet.Width - piece.Width),
            Y = Within(piece.Y, motif.Bottom - piece.Height, motif.Y, sheet.Height - piece.Height),
        };
    }

    private static Length Within(Length at, Length least, Length most, Length last) =>
        Length.Min(Length.Max(Length.Zero, Length.Min(Length.Max(at, least), most)), last);

    private static Mend Moved(Kit kit, Piece piece, Box place)
    {
        var read = kit.Reading();
        return new(
            Saying.Of("finding.cut-it-from", ("x", read.Format(place.X)), ("y", read.Format(place.Y))),
            piece with
            {
                CutFrom = (piece.CutFrom ?? new() { X = place.X, Y = place.Y }) with { X = place.X, Y = place.Y },
            }
        );
    }
}
