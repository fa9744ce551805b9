using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Layouts;

/// <summary>The findings that placing pieces can raise, each worded here and nowhere else.</summary>
internal static class FindingWords
{
    public static Finding TwiceNamed(Layout layout, string id) =>
        new("twice-named", Gravity.Fault, layout.Id, [id], Saying.Of("finding.twice-named", ("layout", layout.Id), ("id", id)));

    public static Finding NothingLeftOfPhoto(Layout layout, Piece piece, Kit kit)
    {
        if (piece.Opening!.Mats.FirstOrDefault(m => m.Card is { } c && kit.SizeOf(c) is not null)?.Card is { } card)
            return CardTooSmall(layout, piece, kit, card);
        var shown = piece.Opening.Mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);
        return new(
            "nothing-left-of-photo",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            Saying.Of(
                "finding.nothing-left-of-photo",
                ("piece", layout.Label(piece)),
                ("shown", kit.Reading().Format(shown)),
                ("size", kit.Reading().Format(piece.Size))
            ),
            (piece.Opening.School ?? kit.Matting.School) == MatSchool.TrimPhoto
                ? new(Saying.Of("finding.let-the-mat-grow"), piece with { Opening = piece.Opening with { School = MatSchool.GrowMat } })
                : null
        );
    }

    private static Finding CardTooSmall(Layout layout, Piece piece, Kit kit, ReadyCard card)
    {
        var trimmed = piece with { Opening = piece.Opening! with { School = MatSchool.TrimPhoto } };
        return new(
            "ready-card-too-small",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            Saying.Of(
                "finding.ready-card-too-small",
                ("piece", layout.Label(piece)),
                ("photo", kit.Reading().Format(piece.Size)),
                ("part", card.Part),
                ("size", kit.Reading().Format(kit.SizeOf(card)!.Value.LyingAs(piece.Size)))
            ),
            trimmed.Stack(kit) is { } stack
                ? new(Saying.Of("finding.trim-it-to", ("size", kit.Reading().Format(stack.Photo))), trimmed)
                : null
        );
    }

    public static Finding Loop(Layout layout, IReadOnlyList<string> ids, Axis axis) =>
        new(
            "loop",
            Gravity.Fault,
            layout.Id,
            ids,
            ids.Count == 1
                ? Saying.Of("finding.is-measured-from-itself", ("layout", layout.Id), ("piece", ids[0]), ("axis", Word(axis)))
                : Saying.Of("finding.are-measured-from-each", ("list", ids.Select(id => $"{layout.Id}-{id}")), ("axis", Word(axis))),
            layout.Piece(ids[0]) is { } piece
                ? new(Saying.Of("finding.measure-piece-from-page", ("piece", ids[0])), FromPage(piece, axis))
                : null
        );

    public static Finding Missing(Layout layout, string id, string on, Axis axis) =>
        new(
            "missing-piece",
            Gravity.Fault,
            layout.Id,
            [id],
            Saying.Of("finding.missing-piece", ("layout", layout.Id), ("id", id), ("on", on), ("axis", Word(axis))),
            layout.Piece(id) is { } piece ? new(Saying.Of("finding.measure-from-page"), FromPage(piece, axis)) : null
        );

    public static Finding NotArranged(Layout layout, Piece piece, string arrangement, Axis axis) =>
        new(
            "not-arranged",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            Saying.Of("finding.not-arranged", ("piece", layout.Label(piece)), ("axis", Word(axis)), ("arrangement", arrangement)),
            new(Saying.Of("finding.measure-from-page"), FromPage(piece, axis))
        );

    public static Finding NoRoomEvenly(Layout layout, Arrangement arrangement, Length room, Length pieces, Kit kit) =>
        new(
            "no-room-evenly",
            Gravity.Fault,
            layout.Id,
            [.. arrangement.Members],
            Saying.Of(
                "finding.no-room-evenly",
                ("list", arrangement.Members),
                ("pieces", kit.Reading().Format(pieces)),
                ("room", kit.Reading().Format(room))
            )
        );

    public static Finding UnequalGaps(Layout layout, Arrangement arrangement, IReadOnlyList<Length> gaps, Kit kit)
    {
        return new(
            "unequal-gaps",
            Gravity.Note,
            layout.Id,
            [.. arrangement.Members],
            Saying.Of(
                "finding.unequal-gaps",
                ("arrangement", arrangement.Id),
                (
                    "gaps",
                    gaps.GroupBy(g => g)
                        .Select(g => Saying.Of("finding.gaps-alike", ("n", g.Count()), ("gap", kit.Reading().Format(g.Key))))
                        .ToList()
                )
            )
        );
    }

    public static Finding WrongAxis(Layout layout, Piece piece, Axis axis, string edge) =>
        new(
            "wrong-axis",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            Saying.Of("finding.wrong-axis", ("piece", layout.Label(piece)), ("axis", Word(axis)), ("edge", edge)),
            new(Saying.Of("finding.measure-from-page"), FromPage(piece, axis))
        );

    private static Piece FromPage(Piece piece, Axis axis) =>
        piece.With(axis, new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, Length.Zero));

    private static string Word(Axis axis) => axis == Axis.Across ? "across" : "down";
}
