using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A hidden middle as it is really cut out: with a border of one width all round, as wide as the widest part that shows or
/// lies at the rim of what covers it.</summary>
/// <param name="Label">What it is cut out of: L1-B2, or L1-P1 mat.</param>
/// <param name="Mat">Of a photo: which mat, from 0, the inner one first.</param>
/// <param name="Border">The border that is kept.</param>
/// <param name="Inside">The paper that is won.</param>
public sealed record CutOut(string Layout, string Piece, int? Mat, string Label, string Paper, Length Border, Size Inside)
{
    /// <summary>What may be cut out of a placed piece that is whole; nothing where none of it is hidden or worth it.</summary>
    public static IEnumerable<CutOut> Of(Kit kit, ResolvedLayout layout, PlacedPiece placed)
    {
        ArgumentNullException.ThrowIfNull(placed);
        var (piece, id, lap) = (placed.Piece, layout.Layout.Id, Hidden.Lap(kit.Unit));
        if (piece.Kind == PieceKind.Photo)
        {
            foreach (var (layer, i) in placed.Stack.Layers.Select((layer, i) => (layer, i)))
            {
                var border = layer.Mat.Reveal + lap;
                if (i == 0 && !piece.HoldsPhoto)
                    continue;
                if (
                    layer.Mat is { Gut: null, Frame: null, Paper: { } from }
                    && layer.Size.Grown(-border) is { } inside
                    && inside.Shorter >= Hidden.Smallest
                )
                    yield return new(id, piece.Id, i, MatStack.LabelOf(placed.Label, i, placed.MatBoxes.Count), from, border, inside);
            }
        }
        else if (
            piece is { IsCut: true, Gut: null, Shape: null, Joins.Count: 0, Paper: { } paper }
            && piece.Side != PageSide.Both
            && Hidden.Of(layout, placed, lap) is [var hidden, ..]
        )
        {
            var (box, middle) = (placed.Box, hidden.Box);
            var border = new[] { middle.X - box.X, middle.Y - box.Y, box.Right - middle.Right, box.Bottom - middle.Bottom }.Aggregate(
                Length.Max
            );
            if (border.IsPositive && piece.CutSize(kit.Unit).Grown(-border) is { } inside && inside.Shorter >= Hidden.Smallest)
                yield return new(id, piece.Id, null, placed.Label, paper, border, inside);
        }
    }

    /// <summary>The piece with it cut out.</summary>
    public Piece From(Piece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return Mat is { } at
            ? piece with
            {
                Opening = piece.Opening! with { Mats = [.. piece.Opening.Mats.Select((m, i) => i == at ? m with { Gut = Border } : m)] },
            }
            : piece with
            {
                Gut = Border,
            };
    }
}
