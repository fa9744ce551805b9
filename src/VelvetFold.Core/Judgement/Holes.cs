using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>What surely lies over a place, and holes that nothing lies over.</summary>
internal static class Holes
{
    /// <summary>The part of a piece that covers what is under it: all of a rectangle; of a round or a six-cornered piece the rectangle
    /// within it (a circle's inner square is 0.707 of its width); nothing that can be relied on of a template, a tie or print.</summary>
    public static Box? Cover(PlacedPiece placed)
    {
        if (placed.Piece.Kind is PieceKind.Tie or PieceKind.Printed or PieceKind.Drawn || placed.Piece.Tilt is not (null or 0))
            return null;
        var box = placed.Box;
        return placed.Piece.Shape?.Kind switch
        {
            null or OutlineKind.Rectangle => box,
            OutlineKind.Circle or OutlineKind.Oval or OutlineKind.Hexagon => Inner(box),
            _ => null,
        };
    }

    private static Box Inner(Box box)
    {
        static Length Share(Length side) => new(side.Ticks * 15 / 100);
        var (across, down) = (Share(box.Width), Share(box.Height));
        return new(box.X + across, box.Y + down, box.Width - across * 2, box.Height - down * 2);
    }

    /// <summary>A piece whose inside is cut out, where what lies on it leaves some of the hole to be seen; or the inner mat of an opening
    /// that is left empty.</summary>
    public static IEnumerable<Finding> NotCovered(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces)
            if (HoleOf(placed) is { } hole && Uncovered.Rectangles(hole, Front(layout, placed).Select(Cover).OfType<Box>()).Count > 0)
                yield return new(
                    "hole-not-covered",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id],
                    Saying.Of("finding.hole-not-covered", ("piece", placed.Label), ("size", kit.Reading().Format(hole.Size))),
                    new(Saying.Of("finding.leave-it-whole"), Whole(placed.Piece))
                );
    }

    private static Box? HoleOf(PlacedPiece placed) =>
        placed.Piece is { IsCut: true, Gut: { } border } ? placed.Box.Inset(border)
        : placed.Piece is { Kind: PieceKind.Photo, HoldsPhoto: false } && placed.Stack.Layers is [{ Mat.Gut: { } kept }, ..]
            ? placed.MatBoxes[0].Inset(kept)
        : null;

    private static Piece Whole(Piece piece) =>
        piece.Opening is { } opening
            ? piece with
            {
                Opening = opening with { Mats = [.. opening.Mats.Select((mat, i) => i == 0 ? mat with { Gut = null } : mat)] },
            }
            : piece with
            {
                Gut = null,
            };

    /// <summary>What lies nearer the front than a piece.</summary>
    public static IEnumerable<PlacedPiece> Front(ResolvedLayout layout, PlacedPiece placed) =>
        layout.Pieces.SkipWhile(p => p.Id != placed.Id).Skip(1);
}
