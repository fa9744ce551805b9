using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Judgement;

/// <summary>Does it stay on the page, and does it add up?</summary>
internal static class PageArithmetic
{
    private static readonly Axis[] Axes = [Axis.Across, Axis.Down];

    public static IEnumerable<Finding> OffThePage(Kit kit, ResolvedLayout layout) =>
        layout.Pieces.SelectMany(placed => Axes.SelectMany(axis => OffThePage(kit, layout, placed, axis)));

    private static IEnumerable<Finding> OffThePage(Kit kit, ResolvedLayout layout, PlacedPiece placed, Axis axis)
    {
        if (placed.Piece.Rule(axis) is Hanging)
            yield break;
        if (placed.Piece.Rule(axis) is Member member && layout.Layout.Arrangement(member.Of) is { Trimmed: true })
            yield break;
        var on = layout.Layout.PageBox(placed.Piece.Side).Along(axis);
        var piece = placed.Box.Along(axis);
        var (before, after) = (on.Start - piece.Start, piece.End - on.End);
        if (!before.IsPositive && !after.IsPositive)
            yield break;
        var edge =
            axis == Axis.Across ? (before.IsPositive ? Edge.Left : Edge.Right)
            : before.IsPositive ? Edge.Top
            : Edge.Bottom;
        var by = Length.Max(before, after);
        var reading = kit.Reading();
        var what = Saying.Of("finding.runs-off-the-page", ("placed", placed.Label), ("by", reading.Format(by)), ("edge", edge.Word()));
        var chain = Chain(layout, placed, axis);
        if (chain.Count > 1)
            yield return StackTooLong(kit, layout, chain, axis, what, by);
        else if (piece.Extent > on.Extent)
            yield return new(
                "off-page",
                Gravity.Fault,
                layout.Layout.Id,
                [placed.Id],
                Saying.Of(
                    "finding.larger-than-page",
                    ("what", what),
                    ("size", reading.Format(piece.Extent)),
                    ("page", reading.Format(on.Extent))
                )
            );
        else
            yield return new(
                "off-page",
                Gravity.Fault,
                layout.Layout.Id,
                [placed.Id],
                Saying.Of("finding.off-page", ("what", what)),
                new(Saying.Of("finding.move-it-to-the", ("edge", edge.Word())), placed.Piece.With(axis, new FromEdge(edge, Length.Zero)))
            );
    }

    /// <summary>A piece that lies on a trimmed base and runs a little past its edge; what is meant to reach over it hangs or leans on
    /// the page.</summary>
    public static IEnumerable<Finding> PastTheBase(Kit kit, ResolvedLayout layout)
    {
        var reading = kit.Reading();
        for (var i = 0; i < layout.Pieces.Count; i++)
        {
            var under = layout.Pieces[i];
            if (under.Piece.Kind != PieceKind.Base || under.Box.Size == layout.Layout.Page)
                continue;
            foreach (var placed in layout.Pieces.Skip(i + 1).Where(p => p.Box.Overlaps(under.Box) && !p.Box.Contains(under.Box)))
            foreach (var axis in Axes)
            {
                if (placed.Piece.Rule(axis) is not (FromEdge { Of: not null } or Beside or Centred { In: not null }))
                    continue;
                var (piece, ground) = (placed.Box.Along(axis), under.Box.Along(axis));
                var over = Length.Max(ground.Start - piece.Start, piece.End - ground.End);
                if (!over.IsPositive)
                    continue;
                yield return new(
                    "past-the-base",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id, under.Id],
                    Saying.Of("finding.past-the-base", ("placed", placed.Label), ("over", reading.Format(over)), ("under", under.Label))
                );
            }
        }
    }

    /// <summary>The corners of a tilted piece reach farther than its box; what matters is where they end, to the next tick
    /// outside.</summary>
    public static IEnumerable<Finding> TiltedOffThePage(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces)
        {
            if (placed.Piece.Tilt is not { } tilt || tilt == 0)
                continue;
            var angle = (double)Math.Abs(tilt) * Math.PI / 180;
            Length Reach(Length along, Length across) =>
                new((long)Math.Ceiling(along.Ticks * Math.Cos(angle) + across.Ticks * Math.Sin(angle)));
            var box = placed.Box;
            var (width, height) = (Reach(box.Width, box.Height), Reach(box.Height, box.Width));
            var reach = new Box(box.X + (box.Width - width).Half, box.Y + (box.Height - height).Half, width, height);
            var page = layout.Layout.PageBox(placed.Piece.Side);
            if (page.Contains(reach) || !page.Contains(box))
                continue;
            var by = new[] { page.X - reach.X, page.Y - reach.Y, reach.Right - page.Right, reach.Bottom - page.Bottom }.Max();
            yield return new(
                "tilted-off-page",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id],
                Saying.Of(
                    "finding.tilted-off-page",
                    ("tilt", tilt),
                    ("placed", placed.Label),
                    ("by", kit.Reading().Format(by.SnapTo(kit.Ruler)))
                ),
                new(Saying.Of("finding.lay-it-straight"), placed.Piece with { Tilt = null })
            );
        }
    }

    // The pieces from the last one back to the first that does not hang on another along this axis.
    private static List<PlacedPiece> Chain(ResolvedLayout layout, PlacedPiece last, Axis axis)
    {
        var chain = new List<PlacedPiece> { last };
        while (chain[^1].Piece.Rule(axis) is Beside beside && layout.Piece(beside.Of) is { } next && !chain.Contains(next))
            chain.Add(next);
        chain.Reverse();
        return chain;
    }

    private static Finding StackTooLong(Kit kit, ResolvedLayout layout, List<PlacedPiece> chain, Axis axis, Saying what, Length by)
    {
        var reading = kit.Reading();
        var longest = chain.Where(p => p.Piece.Kind != PieceKind.Photo).MaxBy(p => p.Box.Along(axis).Extent) ?? chain[^1];
        var parts = string.Join(" + ", chain.Select(p => reading.Format(p.Box.Along(axis).Extent)));
        var shorter = longest.Piece.Size.Along(axis) - by;
        var says = Saying.Of(
            "finding.stack-is-more-than-there-is",
            ("what", what),
            ("list", chain.Select(p => p.Id)),
            ("axis", axis == Axis.Down ? "down" : "across"),
            ("parts", parts),
            ("by", reading.Format(by))
        );
        if (longest.Piece.Kind == PieceKind.Photo || !shorter.IsPositive)
            return new(
                "stack-too-long",
                Gravity.Fault,
                layout.Layout.Id,
                [chain[^1].Id, .. chain.SkipLast(1).Select(p => p.Id)],
                Saying.Of("finding.stack-leave-one-out", ("says", says))
            );
        var size = axis == Axis.Down ? new Size(longest.Piece.Size.Width, shorter) : new Size(shorter, longest.Piece.Size.Height);
        return new(
            "stack-too-long",
            Gravity.Fault,
            layout.Layout.Id,
            [chain[^1].Id, .. chain.SkipLast(1).Select(p => p.Id)],
            Saying.Of("finding.stack-too-long", ("says", says), ("longest", longest.Id), ("shorter", reading.Format(shorter))),
            new(
                Saying.Of("finding.shorten-to", ("longest", longest.Id), ("shorter", reading.Format(shorter))),
                longest.Piece with
                {
                    Size = size,
                }
            )
        );
    }

    /// <summary>A piece placed inside another, larger than it. A photo on a band stands over it, which is only told.</summary>
    public static IEnumerable<Finding> LargerThanItsGround(Kit kit, ResolvedLayout layout)
    {
        foreach (var placed in layout.Pieces)
        foreach (var axis in Axes)
        {
            if (
                placed.Piece.Rule(axis) is not Centred { In: { } on }
                || layout.Piece(on) is not { } ground
                || ground.Piece.Kind == PieceKind.Tie
            )
                continue; // a bow is wider than its twine
            var (piece, room) = (placed.Box.Along(axis).Extent, ground.Box.Along(axis).Extent);
            if (piece <= room)
                continue;
            if (StandsOver.Of(layout, placed, axis) is { } over)
            {
                yield return new(
                    "stands-over",
                    Gravity.Note,
                    layout.Layout.Id,
                    [placed.Id, on],
                    Saying.Of(
                        "finding.stands-over",
                        ("placed", placed.Label),
                        ("by", kit.Reading().Format(over.By)),
                        ("ground", ground.Label),
                        ("axis", axis == Axis.Across ? "across" : "down")
                    )
                );
                continue;
            }
            yield return new(
                "larger-than-its-ground",
                Gravity.Note,
                layout.Layout.Id,
                [placed.Id, on],
                Saying.Of(
                    "finding.larger-than-its-ground",
                    ("placed", placed.Label),
                    ("size", kit.Reading().Format(piece)),
                    ("axis", axis == Axis.Across ? "across" : "down"),
                    ("room", kit.Reading().Format(piece - room)),
                    ("ground", ground.Label),
                    ("on", ground.Id)
                )
            );
        }
    }
}
