using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Is a shape what its name says?</summary>
internal static class Shapes
{
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
