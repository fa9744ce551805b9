using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>
/// Says where a piece goes so that a ruler can follow: from what is down already, and with its distance from a page edge.
/// </summary>
internal sealed class PlaceSentence(Kit kit, ResolvedLayout resolved, Words words)
{
    private readonly LengthPattern _reading = kit.Reading();

    /// <summary>The phrase for one axis. What does not lie there yet cannot be measured from: the page's edge is, instead.</summary>
    public string Phrase(PlacedPiece placed, Axis axis, IReadOnlyCollection<string> down)
    {
        var rule = placed.Piece.Rule(axis);
        if (rule is Member || (rule.LeansOn is { } other && !down.Contains($"{resolved.Layout.Id}-{other}")))
            rule = new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, Measured(placed, axis));
        var (page, on) = (PageWord(placed), rule.LeansOn is { } id ? $"{resolved.Layout.Id}-{id}" : "");
        (string, string) Blank(string name, string text) => (name, text);
        var measured = Blank("measured", _reading.Format(Measured(placed, axis)));
        var start = Blank("start", words.Say(axis == Axis.Across ? "edge.left" : "edge.top"));
        var where = Blank("page", page);
        return rule switch
        {
            FromEdge { Of: null } from when from.Distance == Length.Zero => words.Say("flush.page", ("edge", EdgeWord(from.Edge)), where),
            FromEdge { Of: null } from => words.Say("from.page", ("edge", EdgeWord(from.Edge)), ("distance", _reading.Format(from.Distance)), where),
            FromEdge from when from.Distance == Length.Zero => words.Say("line.piece", ("edge", EdgeWord(from.Edge)), ("on", on), measured, start, where),
            FromEdge from => words.Say("from.piece", ("edge", EdgeWord(from.Edge)), ("distance", _reading.Format(from.Distance)), ("on", on), measured, start, where),
            Centred { In: null } => words.Say(axis == Axis.Across ? "centred.page.across" : "centred.page.down", measured),
            Centred => words.Say("centred.piece", ("way", words.Say(axis == Axis.Across ? "way.across" : "way.down")), ("on", on), measured, start, where),
            Beside beside when beside.Gap == Length.Zero => words.Say("beside.touch", ("edge", EdgeWord(beside.Edge)), ("on", on), measured, start, where),
            Beside beside => words.Say("beside.gap", ("gap", _reading.Format(beside.Gap)), ("beyond", words.Say("beyond." + beside.Edge.Word())), ("on", on), measured, start, where),
            Flush flush => FlankPhrase(flush),
            Tucked tucked => words.Say("tucked", ("by", _reading.Format(tucked.By)), ("edge", EdgeWord(tucked.Edge)), ("on", on), measured, start, where),
            Hanging hanging => words.Say("hanging", ("by", _reading.Format(hanging.By)), ("edge", EdgeWord(hanging.Edge)), where),
            _ => throw new InvalidOperationException($"No sentence for {rule.GetType().Name}."),
        };
    }

    private string FlankPhrase(Flush flush)
    {
        var flank = flush.Flank == Flank.Seam ? "seam" : "outer";
        return flush.Distance == Length.Zero ? words.Say("flush." + flank) : words.Say("from." + flank, ("distance", _reading.Format(flush.Distance)));
    }

    // From the page's left or top edge to the piece.
    private Length Measured(PlacedPiece placed, Axis axis) =>
        placed.Box.Along(axis).Start - resolved.Layout.PageBox(placed.Piece.Side).Along(axis).Start;

    private string PageWord(PlacedPiece placed) => words.Say(
        resolved.Layout.Kind == LayoutKind.Single ? "page.single" : placed.Piece.Side == PageSide.Both ? "page.both" : placed.Piece.Side == PageSide.Left ? "page.left" : "page.right");

    private string EdgeWord(Edge edge) => words.Say("edge." + edge.Word());
}
