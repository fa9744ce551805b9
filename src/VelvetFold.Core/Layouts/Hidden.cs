using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A middle that nobody will see and that may be cut out for other pieces.</summary>
/// <param name="Part">The label of what it is cut out of: L1-B2, or L1-P1 mat.</param>
/// <param name="Box">Where it lies, from the layout's top left corner; a lap of paper remains under what covers it.</param>
public sealed record HiddenMiddle(string Part, Box Box);

/// <summary>Finds what is hidden in a pile of pieces.</summary>
public static class Hidden
{
    /// <summary>The paper that remains under what covers a hidden middle: 1/2 in, or 12 mm where the kit is metric (common practice, no
    /// source).</summary>
    public static Length Lap(LengthUnit unit) => unit == LengthUnit.Inch ? Length.Inches(0, 1, 2) : Length.Millimetres(12);

    /// <summary>The smallest middle worth cutting out, 1 x 1 in (common practice, no source).</summary>
    public static readonly Length Smallest = Length.Inches(1);

    /// <summary>The hidden middles of a placed piece: of the piece itself under what really covers it, or of each mat under its
    /// photo.</summary>
    public static IReadOnlyList<HiddenMiddle> Of(ResolvedLayout layout, PlacedPiece placed, Length lap)
    {
        if (placed.Piece.Kind == PieceKind.Photo)
            return [.. UnderPhoto(placed, lap)];
        if (!placed.Piece.IsCut)
            return [];
        var covers = layout.Pieces.SkipWhile(p => p.Id != placed.Id).Skip(1).Where(IsOpaque).Select(p => p.Box).ToList();
        return LargestCovered(placed.Box, covers)?.Inset(lap) is { } middle && IsWorth(middle) ? [new(placed.Label, middle)] : [];
    }

    /// <summary>The largest rectangle of a box that is wholly covered by the covers together; null where nothing is.</summary>
    public static Box? LargestCovered(Box box, IReadOnlyList<Box> covers)
    {
        var shared = covers.Select(c => c.Intersect(box)).OfType<Box>().ToList();
        if (shared.Count == 0)
            return null;
        var xs = shared.SelectMany(b => new[] { b.X, b.Right }).Distinct().Order().ToArray();
        var ys = shared.SelectMany(b => new[] { b.Y, b.Bottom }).Distinct().Order().ToArray();
        var covered = new bool[ys.Length - 1, xs.Length - 1];
        foreach (var cover in shared)
            for (var r = Array.BinarySearch(ys, cover.Y); ys[r] < cover.Bottom; r++)
            for (var c = Array.BinarySearch(xs, cover.X); xs[c] < cover.Right; c++)
                covered[r, c] = true;
        return LargestIn(covered, xs, ys);
    }

    // For every top row and every run of columns that stays covered: as far down as it stays covered.
    private static Box? LargestIn(bool[,] covered, Length[] xs, Length[] ys)
    {
        Box? best = null;
        for (var top = 0; top < ys.Length - 1; top++)
        {
            var open = Enumerable.Range(0, xs.Length - 1).Select(_ => true).ToArray();
            for (var bottom = top; bottom < ys.Length - 1; bottom++)
            {
                for (var c = 0; c < open.Length; c++)
                    open[c] &= covered[bottom, c];
                for (var left = 0; left < open.Length; left++)
                {
                    if (!open[left] || (left > 0 && open[left - 1]))
                        continue;
                    var right = left;
                    while (right < open.Length && open[right])
                        right++;
                    var box = new Box(xs[left], ys[top], xs[right] - xs[left], ys[bottom + 1] - ys[top]);
                    if (best is null || box.Size.Area > best.Value.Size.Area)
                        best = box;
                }
            }
        }
        return best;
    }

    /// <summary>Whether a piece hides what lies under its whole box: a straight rectangle of paper or a photo.</summary>
    public static bool IsOpaque(PlacedPiece placed) =>
        placed.Piece is { Tilt: null or 0, Shape: null or { Kind: OutlineKind.Rectangle }, Gut: null }
        && placed.Piece.Kind is not (PieceKind.Tie or PieceKind.Sticker or PieceKind.DieCut or PieceKind.Raised or PieceKind.Drawn)
        && (
            placed.Piece.Kind != PieceKind.Photo
            || placed.Piece.HoldsPhoto
            || placed.Stack.Layers.Any(l => l.Mat is { Frame: null, Gut: null })
        );

    private static IEnumerable<HiddenMiddle> UnderPhoto(PlacedPiece placed, Length lap)
    {
        for (var i = 0; i < placed.MatBoxes.Count; i++)
        {
            var over = i == 0 ? placed.PhotoBox : placed.MatBoxes[i - 1];
            if (placed.Stack.Layers[i].Mat.Card is null && over?.Inset(lap) is { } middle && IsWorth(middle))
                yield return new(MatStack.LabelOf(placed.Label, i, placed.MatBoxes.Count), middle);
        }
    }

    private static bool IsWorth(Box box) => box.Size.Shorter >= Smallest;
}
