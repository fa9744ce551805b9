using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Where two lengths of paper meet, something must lie over them.</summary>
internal static class Joins
{
    /// <summary>What must be covered on either side of a join, so that it does not gape (common practice, no source).</summary>
    private static readonly Length Lap = Length.Inches(0, 1, 8);

    public static IEnumerable<Finding> Uncovered(Kit kit, ResolvedLayout layout) =>
        layout
            .Pieces.Where(p => p.Piece.IsCut)
            .SelectMany(placed =>
                placed.Piece.Joins.Where(join => !IsCovered(layout, placed, join)).Select(join => Tell(kit, layout, placed, join))
            );

    /// <summary>Whether pieces nearer the front cover a join over the whole width of the strip.</summary>
    public static bool IsCovered(ResolvedLayout layout, PlacedPiece placed, Length join)
    {
        var box = placed.Box;
        var seen =
            placed.Piece.LongAxis == Axis.Across
                ? box with
                {
                    X = box.X + join - Lap,
                    Width = Lap * 2,
                }
                : box with
                {
                    Y = box.Y + join - Lap,
                    Height = Lap * 2,
                };
        return Layouts.Uncovered.Rectangles(seen, Holes.Front(layout, placed).Select(Holes.Cover).OfType<Box>()).Count == 0;
    }

    /// <summary>The first place, by the ruler's step, where a piece can be joined so that no part is longer than the paper and the join
    /// is covered.</summary>
    public static Length? CoveredPlace(Kit kit, ResolvedLayout layout, PlacedPiece placed, Length longest)
    {
        var along = placed.Piece.Size.Along(placed.Piece.LongAxis);
        for (var join = Length.Max(kit.Ruler, (along - longest).SnapTo(kit.Ruler)); join <= longest && join < along; join += kit.Ruler)
            if (along - join <= longest && IsCovered(layout, placed, join))
                return join;
        return null;
    }

    private static Finding Tell(Kit kit, ResolvedLayout layout, PlacedPiece placed, Length join)
    {
        var along = placed.Piece.Size.Along(placed.Piece.LongAxis);
        var others = placed.Piece.Joins.Where(j => j != join).ToList();
        var from = placed.Piece.LongAxis == Axis.Across ? Saying.Of("finding.left-end") : Saying.Of("finding.top-end");
        var mend =
            others.Count == 0 && CoveredPlace(kit, layout, placed, Length.Max(join, along - join)) is { } place
                ? new Mend(Saying.Of("finding.join-it-at", ("place", kit.Reading().Format(place))), placed.Piece with { Joins = [place] })
                : null;
        return new(
            "join-not-covered",
            Gravity.Note,
            layout.Layout.Id,
            [placed.Id],
            Saying.Of("finding.join-not-covered", ("placed", placed.Label), ("join", kit.Reading().Format(join)), ("from", from)),
            mend
        );
    }
}
