using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>What shows of a paper round what lies on it.</summary>
internal static class Reveals
{
    private static readonly Length Least = Length.Inches(0, 1, 16);

    /// <summary>Margins of opposite sides that differ by less than this look like a mistake.</summary>
    private static readonly Length Close = Length.Inches(0, 3, 16);

    /// <summary>A reveal that differs a little from side to side looks like a mistake; a large difference is meant.</summary>
    public static IEnumerable<Finding> Uneven(Kit kit, ResolvedLayout layout)
    {
        var reading = kit.Reading();
        foreach (var placed in layout.Pieces)
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        {
            if (
                placed.Piece.Rule(axis) is not FromEdge { Of: { } on }
                || layout.Piece(on) is not { } ground
                || !ground.Box.Contains(placed.Box)
            )
                continue;
            var (inner, outer) = (placed.Box.Along(axis), ground.Box.Along(axis));
            var (start, end) = (inner.Start - outer.Start, outer.End - inner.End);
            var apart = (start - end).Magnitude;
            if (apart == Length.Zero || apart >= Close || !start.IsPositive || !end.IsPositive)
                continue;
            yield return new(
                "uneven-reveal",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id, on],
                Saying.Of(
                    "finding.uneven-reveal",
                    ("ground", ground.Label),
                    ("start", reading.Format(start)),
                    ("axis", axis == Axis.Across ? "across" : "down"),
                    ("end", reading.Format(end)),
                    ("placed", placed.Label)
                ),
                new(Saying.Of("finding.centre-it-in", ("on", on)), placed.Piece.With(axis, new Centred(on)))
            );
        }
    }

    /// <summary>Less than 1/16 of a mat cannot be seen, nor cut evenly.</summary>
    public static IEnumerable<Finding> Thin(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Photo))
        {
            var mats = placed.Piece.Opening!.Mats;
            for (var i = 0; i < mats.Count; i++)
            {
                if (mats[i].Reveal >= Least || mats[i].Card is not null)
                    continue;
                var at = i;
                yield return new(
                    "thin-reveal",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id],
                    Saying.Of(
                        "finding.thin-reveal",
                        ("reveal", kit.Reading().Format(mats[i].Reveal)),
                        ("placed", placed.Label),
                        ("least", kit.Reading().Format(Least))
                    ),
                    new(
                        Saying.Of("finding.show", ("least", kit.Reading().Format(Least))),
                        placed.Piece with
                        {
                            Opening = placed.Piece.Opening with
                            {
                                Mats = [.. mats.Select((m, n) => n == at ? m with { Reveal = Least } : m)],
                            },
                        }
                    )
                );
            }
        }
    }

    /// <summary>A white border that trimming takes wholly, or leaves wider one way than the other.</summary>
    public static IEnumerable<Finding> Borders(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces.Where(p => p.Piece.HasPrint))
        {
            if (placed.Piece.BorderLeft(placed.Stack) is not var (across, down) || (across == down && across.IsPositive))
                continue;
            var (opening, reading) = (placed.Piece.Opening!, kit.Reading());
            var grows = placed.Piece with { Opening = opening with { School = MatSchool.GrowMat } };
            yield return new(
                "border-trimmed",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id],
                Saying.Of(
                    across.IsPositive && down.IsPositive ? "finding.border-uneven" : "finding.border-gone",
                    ("placed", placed.Label),
                    ("border", reading.Format(opening.Border!.Value)),
                    ("from", reading.Format(placed.Piece.Size)),
                    ("to", reading.Format(placed.Stack.Photo)),
                    ("across", reading.Format(across)),
                    ("down", reading.Format(down))
                ),
                // Only a mat that can grow leaves the photo as it was printed.
                grows.Stack(kit)
                    is { } stack
                && stack.Photo == placed.Piece.Size
                    ? new(Saying.Of("finding.let-the-mat-grow"), grows)
                    : new(Saying.Of("finding.print-without-a-border"), placed.Piece with { Opening = opening with { Border = null } })
            );
        }
    }
}
