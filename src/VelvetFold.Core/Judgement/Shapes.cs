using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Is a shape what its name says?</summary>
internal static class Shapes
{
    /// <summary>The corners of a straight rectangle or hexagon where it lies, in order; null of what is round, tilted or a
    /// template.</summary>
    public static IReadOnlyList<OutlinePoint>? Corners(PlacedPiece placed) =>
        placed.Piece.Tilt is not (null or 0)
            ? null
            : placed.Piece.Shape?.Kind switch
            {
                OutlineKind.Hexagon => Outline.Hexagon(placed.Box),
                null or OutlineKind.Rectangle => Outline.Rectangle(placed.Box),
                _ => null,
            };

    /// <summary>A template with a corner outside the piece that is cut for it.</summary>
    public static IEnumerable<Finding> OutsideItsPiece(Kit kit, ResolvedLayout layout) =>
        from placed in layout.Pieces
        where placed.Piece.Shape?.Kind == OutlineKind.Template
        let bounds = Outline.Bounds(placed.Piece.Shape!.Points)
        where !new Box(default, default, placed.Piece.Size).Contains(bounds)
        select new Finding(
            "outline-outside",
            Gravity.Fault,
            layout.Layout.Id,
            [placed.Id],
            Saying.Of(
                "finding.outline-outside",
                ("piece", placed.Label),
                ("size", kit.Reading().Format(placed.Piece.Size)),
                ("outline", $"{kit.Reading().Format(bounds.Right)} x {kit.Reading().Format(bounds.Bottom)}")
            )
        );

    /// <summary>A hexagon or a circle whose height does not follow from its width: the gutters of a field would not be equal.</summary>
    public static IEnumerable<Finding> Regular(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces)
        {
            var (piece, width) = (placed.Piece, placed.Piece.Size.Width);
            Length? due = piece.Shape?.Kind switch
            {
                OutlineKind.Hexagon => Outline.HexagonHeight(width),
                OutlineKind.Circle => width,
                _ => null,
            };
            if (due is not { } height || (piece.Size.Height - height).Magnitude <= kit.Ruler.Half)
                continue;
            yield return new(
                "not-regular",
                Gravity.Note,
                layout.Layout.Id,
                [piece.Id],
                Saying.Of(
                    "finding.not-regular",
                    ("shape", piece.Shape!.Kind == OutlineKind.Circle ? "circle" : "hexagon"),
                    ("width", kit.Reading().Format(width)),
                    ("height", kit.Reading().Format(height)),
                    ("placed", placed.Label),
                    ("is", kit.Reading().Format(piece.Size.Height))
                ),
                new(Saying.Of("finding.make-it-high", ("height", kit.Reading().Format(height))), piece with { Size = new(width, height) })
            );
        }
    }
}
