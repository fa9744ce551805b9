using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>The findings that placing pieces can raise, each worded here and nowhere else.</summary>
internal static class FindingWords
{
    public static Finding TwiceNamed(Layout layout, string id) =>
        new("twice-named", Gravity.Fault, layout.Id, [id], $"Two pieces of {layout.Id} are called {id}. Give one of them another label.");

    public static Finding NothingLeftOfPhoto(Layout layout, Piece piece, Kit kit)
    {
        var shown = piece.Opening!.Mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);
        return new(
            "nothing-left-of-photo",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            $"The mats of {layout.Label(piece)} would show {kit.Reading().Format(shown)} on every side of a photo of "
                + $"{kit.Reading().Format(piece.Size)}: nothing is left of it. Show less mat, or let the mat grow instead.",
            (piece.Opening.School ?? kit.Matting.School) == MatSchool.TrimPhoto
                ? new("Let the mat grow", piece with { Opening = piece.Opening with { School = MatSchool.GrowMat } })
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
                ? $"{layout.Id}-{ids[0]} is measured from itself {Word(axis)}. Measure it from the page or from another piece."
                : $"{string.Join(", ", ids.Select(id => $"{layout.Id}-{id}"))} are measured from each other in a ring "
                    + $"{Word(axis)}. Measure one of them from the page.",
            layout.Piece(ids[0]) is { } piece ? new($"Measure {ids[0]} from the page", FromPage(piece, axis)) : null
        );

    public static Finding Missing(Layout layout, string id, string on, Axis axis) =>
        new(
            "missing-piece",
            Gravity.Fault,
            layout.Id,
            [id],
            $"{layout.Id}-{id} is measured from {on} {Word(axis)}, and there is no {on} in {layout.Id}. Measure it from "
                + $"another piece or from the page.",
            layout.Piece(id) is { } piece ? new("Measure from the page", FromPage(piece, axis)) : null
        );

    public static Finding NotArranged(Layout layout, Piece piece, string arrangement, Axis axis) =>
        new(
            "not-arranged",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            $"{layout.Label(piece)} is to be placed {Word(axis)} by {arrangement}, which does not place it. Measure it from "
                + $"the page or from another piece.",
            new("Measure from the page", FromPage(piece, axis))
        );

    public static Finding NoRoomEvenly(Layout layout, Arrangement arrangement, Length room, Length pieces, Kit kit) =>
        new(
            "no-room-evenly",
            Gravity.Fault,
            layout.Id,
            [.. arrangement.Members],
            $"{string.Join(", ", arrangement.Members)} together are {kit.Reading().Format(pieces)}, and "
                + $"{kit.Reading().Format(room)} is all there is to spread them over. Make them smaller, or leave one out."
        );

    public static Finding UnequalGaps(Layout layout, Arrangement arrangement, IReadOnlyList<Length> gaps, Kit kit)
    {
        var (wide, narrow) = (gaps.Max(), gaps.Min());
        var longer = gaps.Count(g => g == wide);
        return new(
            "unequal-gaps",
            Gravity.Note,
            layout.Id,
            [.. arrangement.Members],
            $"The gaps of {arrangement.Id} cannot be equal on this ruler: the first "
                + $"{(longer == 1 ? "one is" : $"{longer} are")} {kit.Reading().Format(wide)}, the others {kit.Reading().Format(narrow)}."
        );
    }

    public static Finding WrongAxis(Layout layout, Piece piece, Axis axis, string edge) =>
        new(
            "wrong-axis",
            Gravity.Fault,
            layout.Id,
            [piece.Id],
            $"{layout.Label(piece)} cannot be placed {Word(axis)} by the {edge}. Name "
                + $"{(axis == Axis.Across ? "the left or right edge" : "the top or bottom edge")}.",
            new("Measure from the page", FromPage(piece, axis))
        );

    private static Piece FromPage(Piece piece, Axis axis) =>
        piece.With(axis, new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, Length.Zero));

    private static string Word(Axis axis) => axis == Axis.Across ? "from side to side" : "up and down";
}
