using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>A piece's place in words, as a designer would dictate it: <c>½ from left · under B1, gap ¼</c>.</summary>
public static class PlaceWords
{
    /// <summary>Both axes of a piece.</summary>
    public static string Say(Piece piece, LengthPattern reading) =>
        (piece.Across, piece.Down) switch
        {
            (Centred across, Centred down) when across.In == down.In => across.In is { } on ? $"centred in {on}" : "centred",
            (Member across, Member down) when across.Of == down.Of => $"in {across.Of}",
            (FromEdge { Of: null } across, FromEdge { Of: null } down)
                when across.Distance == Length.Zero && down.Distance == Length.Zero =>
                $"in the {down.Edge.Word()} {across.Edge.Word()} corner",
            _ => $"{Say(piece.Across, Axis.Across, reading)} · {Say(piece.Down, Axis.Down, reading)}",
        };

    /// <summary>One rule.</summary>
    public static string Say(AxisRule rule, Axis axis, LengthPattern reading) =>
        rule switch
        {
            FromEdge { Of: null } from => $"{reading.Format(from.Distance)} from {from.Edge.Word()}",
            FromEdge from when from.Distance == Length.Zero => $"{from.Edge.Word()} as {from.Of}",
            FromEdge from => $"{reading.Format(from.Distance)} inside {from.Edge.Word()} of {from.Of}",
            Centred centred => (axis == Axis.Across ? "centred across" : "centred down") + (centred.In is { } on ? $" in {on}" : ""),
            Beside beside => Beyond(beside.Edge)
                + " "
                + beside.Of
                + (beside.Gap == Length.Zero ? "" : $", gap {reading.Format(beside.Gap)}"),
            Flush { Flank: Flank.Seam } flush => flush.Distance == Length.Zero
                ? "flush to seam"
                : $"{reading.Format(flush.Distance)} from seam",
            Flush flush => flush.Distance == Length.Zero ? "flush to outer edge" : $"{reading.Format(flush.Distance)} from outer edge",
            Tucked tucked => $"{reading.Format(tucked.By)} under {tucked.Under} at its {tucked.Edge.Word()}",
            Hanging hanging => $"{reading.Format(hanging.By)} over the {hanging.Edge.Word()} edge, trimmed",
            Member member => $"in {member.Of}",
            _ => throw new InvalidOperationException($"No words for {rule.GetType().Name}."),
        };

    private static string Beyond(Edge edge) =>
        edge switch
        {
            Edge.Left => "left of",
            Edge.Top => "over",
            Edge.Right => "right of",
            _ => "under",
        };
}
