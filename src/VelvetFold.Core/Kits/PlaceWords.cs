using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Kits;

/// <summary>A piece's place in words, as a designer would dictate it: <c>½ from left · under B1, gap ¼</c>.</summary>
public static class PlaceWords
{
    /// <summary>Both axes of a piece; of an extra what it is there for.</summary>
    public static Saying Say(Piece piece, LengthPattern reading) =>
        piece switch
        {
            { Extra: true, InsteadOf: { } other } => Saying.Of("place.instead", ("other", other)),
            { Extra: true } => Saying.Of("place.extra"),
            { Roughly: true } => Saying.Of("place.roughly", ("place", Both(piece, reading))),
            _ => Both(piece, reading),
        };

    private static Saying Both(Piece piece, LengthPattern reading) =>
        (piece.Across, piece.Down) switch
        {
            (Centred across, Centred down) when across.In == down.In => across.In is { } on
                ? Saying.Of("place.centred-in", ("on", on))
                : Saying.Of("place.centred"),
            (Member across, Member down) when across.Of == down.Of => Saying.Of("place.in", ("of", across.Of)),
            (FromEdge { Of: null } across, FromEdge { Of: null } down)
                when across.Distance == Length.Zero && down.Distance == Length.Zero => Saying.Of(
                "place.corner",
                ("across", across.Edge.Word()),
                ("down", down.Edge.Word())
            ),
            _ => Saying.Of(
                "place.both",
                ("across", Say(piece.Across, Axis.Across, reading)),
                ("down", Say(piece.Down, Axis.Down, reading))
            ),
        };

    /// <summary>One rule.</summary>
    public static Saying Say(AxisRule rule, Axis axis, LengthPattern reading) =>
        rule switch
        {
            FromEdge { Of: null } from => Saying.Of("place.from", ("by", reading.Format(from.Distance)), ("edge", from.Edge.Word())),
            FromEdge from when from.Distance == Length.Zero => Saying.Of("place.as", ("edge", from.Edge.Word()), ("of", from.Of)),
            FromEdge from => Saying.Of("place.inside", ("by", reading.Format(from.Distance)), ("edge", from.Edge.Word()), ("of", from.Of)),
            Centred { In: { } on } => Saying.Of("place.centred-along-in", ("axis", Word(axis)), ("on", on)),
            Centred => Saying.Of("place.centred-along", ("axis", Word(axis))),
            Beside beside when beside.Gap == Length.Zero => Saying.Of("place.beside", ("edge", beside.Edge.Word()), ("of", beside.Of)),
            Beside beside => Saying.Of(
                "place.beside-gap",
                ("edge", beside.Edge.Word()),
                ("of", beside.Of),
                ("gap", reading.Format(beside.Gap))
            ),
            Flush flush when flush.Distance == Length.Zero => Saying.Of("place.flush", ("flank", Word(flush.Flank))),
            Flush flush => Saying.Of("place.from-flank", ("by", reading.Format(flush.Distance)), ("flank", Word(flush.Flank))),
            Tucked tucked => Saying.Of(
                "place.tucked",
                ("by", reading.Format(tucked.By)),
                ("under", tucked.Under),
                ("edge", tucked.Edge.Word())
            ),
            Hanging hanging => Saying.Of("place.hanging", ("by", reading.Format(hanging.By)), ("edge", hanging.Edge.Word())),
            Member member => Saying.Of("place.in", ("of", member.Of)),
            _ => throw new InvalidOperationException($"No words for {rule.GetType().Name}."),
        };

    private static string Word(Axis axis) => axis == Axis.Across ? "across" : "down";

    private static string Word(Flank flank) => flank == Flank.Seam ? "seam" : "outer";
}
