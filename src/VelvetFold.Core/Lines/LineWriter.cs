using System.Globalization;
using System.Text;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Lines;

/// <summary>Writes a layout as measure lines, so that reading them makes the same layout.</summary>
internal sealed class LineWriter(Kit kit, Layout layout)
{
    private readonly LengthPattern _exact = LengthPattern.Exact(kit.Unit);

    public static string Write(Kit kit, Layout layout)
    {
        var writer = new LineWriter(kit, layout);
        var text = new StringBuilder();
        text.Append(
            CultureInfo.InvariantCulture,
            $"{(layout.Kind == LayoutKind.Spread ? "spread" : "page")} {writer.Say(layout.Page)} {Quote(layout.Name)}\n"
        );
        foreach (var piece in layout.Pieces)
            text.Append(writer.Line(piece)).Append('\n');
        foreach (var arrangement in layout.Arrangements)
            text.Append(writer.Line(arrangement)).Append('\n');
        return text.ToString();
    }

    public string Line(Piece piece)
    {
        var head = $"{piece.Id}: {LineWords.Of(LineWords.Kinds, piece.Kind)} {Say(piece.Size)}";
        if (piece.Paper is { } paper)
            head += $" {PaperName(paper)} {piece.Face}";
        return string.Join(", ", [head, .. Clauses(piece)]);
    }

    public string Line(Arrangement arrangement)
    {
        var members = string.Join(" ", arrangement.Members);
        if (arrangement.Kind == ArrangementKind.Evenly)
        {
            var over = arrangement.Over is { } on ? $" of {on}" : "";
            return $"{arrangement.Id}: evenly {members}, {Say(arrangement.Start)} and {Say(arrangement.End)} from "
                + $"{(arrangement.Axis == Axis.Across ? "sides" : "top and bottom")}{over}{On(arrangement.Side)}";
        }
        var kind = arrangement.Kind switch
        {
            ArrangementKind.Row => "row",
            ArrangementKind.Column => "column",
            ArrangementKind.Honeycomb => $"honeycomb {(arrangement.Columns ?? 1).ToString(CultureInfo.InvariantCulture)}",
            _ => $"grid {(arrangement.Columns ?? 1).ToString(CultureInfo.InvariantCulture)}",
        };
        var places =
            (arrangement.Across is { } across ? $", {Say(across, Axis.Across)}" : "")
            + (arrangement.Down is { } down ? $", {Say(down, Axis.Down)}" : "");
        var how = (arrangement.Trimmed ? ", trimmed" : "") + (arrangement.FirstRowIn ? ", first row in" : "");
        return $"{arrangement.Id}: {kind} {members}, gap {Say(arrangement.Gutter)}{how}{On(arrangement.Side)}{places}";
    }

    private IEnumerable<string> Clauses(Piece piece)
    {
        if (piece.Name is { } name)
            yield return $"called {Quote(name)}";
        if (layout.Kind == LayoutKind.Spread || piece.Side != PageSide.Left)
            yield return "on " + LineWords.Of(LineWords.Pages, piece.Side);
        if (piece.Opening is { } opening)
            foreach (var clause in Clauses(opening))
                yield return clause;
        if (piece.Drawn is { } drawn)
            yield return $"{LineWords.Of(LineWords.Drawings, drawn.Kind)} with {Quote(drawn.Tool)}"
                + (drawn.Colour is { } colour ? $" in {Quote(colour)}" : "");
        if (piece.Roughly)
            yield return "roughly";
        if (piece.Extra)
            yield return piece.InsteadOf is { } other ? $"extra instead of {other}" : "extra";
        if (piece.Hole)
            yield return "with a hole";
        if (piece.PrintTurned)
            yield return "print turned";
        if (piece.Shape is { } shape)
            yield return shape.Kind == OutlineKind.Template
                ? "template " + string.Join(" ", shape.Points.Select(p => $"({Say(p.X)}, {Say(p.Y)})"))
                : LineWords.Of(LineWords.Shapes, shape.Kind);
        foreach (var finish in piece.Finishes)
            yield return $"{LineWords.Of(LineWords.Works, finish.Work)} "
                + $"{finish.Edge.Word()}{(finish.Allowance is { } uses ? " uses " + Say(uses) : "")}";
        if (piece.Stated is { } stated)
            yield return LineWords.Of(LineWords.Stated, stated);
        if (piece.Mount == Mount.Raised)
            yield return "raised";
        if (piece.CutFrom is { } place)
            yield return $"from sheet at ({Say(place.X)}, {Say(place.Y)})"
                + (place.EveryAcross is { } beside ? $" again every {Say(beside)} across" : "")
                + (place.EveryDown is { } below ? $" again every {Say(below)} down" : "");
        if (piece.Joins.Count > 0)
            yield return "joined at " + string.Join(" and ", piece.Joins.Select(Say));
        if (piece.Part is { } part)
            yield return $"part {Quote(part.Sheet)}"
                + (part.Part is { } which ? " " + Quote(which) : "")
                + (part.Half is { } half ? " " + LineWords.Of(LineWords.Halves, half) : "")
                + (part.Slice is { } slice ? $" sliced {Say(slice.Off)} at {slice.Edge.Word()}" : "")
                + (part.Tied is { } tied ? " " + LineWords.Of(LineWords.Ties, tied) : "")
                + string.Concat(part.Others.Select(o => $" with {Quote(o.Letters)} of {Quote(o.Sheet)}"))
                + (part.More is { } more ? $" with {Say(more)} more" : "");
        if (piece.Tilt is { } tilt)
            yield return "tilted " + tilt.ToString(CultureInfo.InvariantCulture);
        if (piece.Gut is { } gut)
            yield return "gutted " + Say(gut);
        if (piece.Across is Member across && piece.Down == across)
            yield return $"in {across.Of}";
        else
        {
            yield return Say(piece.Across, Axis.Across);
            yield return Say(piece.Down, Axis.Down);
        }
    }

    private IEnumerable<string> Clauses(PhotoOpening opening)
    {
        foreach (var mat in opening.Mats)
            yield return mat.Card is { } card
                ? $"on mat {Say(mat.Reveal)} card {Quote(card.Sheet)} {Quote(card.Part)}"
                : $"on mat {Say(mat.Reveal)} {PaperName(mat.Paper!)} "
                    + $"{mat.Face}{(mat.Frame is { } frame ? " framed " + Say(frame) : "")}";
        if (opening.School is { } school)
            yield return LineWords.Of(LineWords.Schools, school);
        if (opening.Faces is { } faces)
            yield return LineWords.Of(LineWords.Faces, faces);
        if (opening.Looks != Facing.Straight)
            yield return LineWords.Of(LineWords.Looks, opening.Looks);
        if (opening.Tone != PhotoTone.Colour)
            yield return LineWords.Of(LineWords.Tones, opening.Tone);
        if (opening.Border is { } border)
            yield return "white border " + Say(border);
        if (opening.Focal)
            yield return "focal";
        if (opening.Use == OpeningUse.Empty)
            yield return "left empty";
        if (opening.Use == OpeningUse.Placeholder)
            yield return "placeholder";
    }

    private string Say(AxisRule rule, Axis axis) =>
        rule switch
        {
            FromEdge { Of: null } from => $"{Say(from.Distance)} from {from.Edge.Word()}",
            FromEdge from => $"{Say(from.Distance)} from {from.Edge.Word()} of {from.Of}",
            Centred centred => $"centred {(axis == Axis.Across ? "across" : "down")}{(centred.In is { } on ? $" in {on}" : "")}",
            Beside beside => $"{Beyond(beside.Edge)} {beside.Of} gap {Say(beside.Gap)}",
            Flush flush => $"{Say(flush.Distance)} from {(flush.Flank == Flank.Seam ? "seam" : "outer edge")}",
            Tucked tucked => $"tucked {Say(tucked.By)} under {tucked.Under} at {tucked.Edge.Word()}",
            Hanging hanging => $"hanging {Say(hanging.By)} over {hanging.Edge.Word()}",
            Member member => $"{(axis == Axis.Across ? "across" : "down")} in {member.Of}",
            _ => throw new InvalidOperationException($"No line for {rule.GetType().Name}."),
        };

    private static string Beyond(Edge edge) =>
        edge switch
        {
            Edge.Left => "left of",
            Edge.Top => "over",
            Edge.Right => "right of",
            _ => "under",
        };

    private string On(PageSide side) =>
        layout.Kind == LayoutKind.Single && side == PageSide.Left ? "" : ", on " + LineWords.Of(LineWords.Pages, side);

    private static string Quote(string text) => $"\"{text.Replace('"', '\'')}\"";

    // A paper goes by its name where that is its own, and by its id where it is not.
    private string PaperName(string id) =>
        kit.Paper(id) is { } paper
        && kit.Papers.Count(p => string.Equals(p.Name, paper.Name, StringComparison.OrdinalIgnoreCase)) == 1
        && IsPlain(paper.Name)
            ? paper.Name
            : id;

    private static bool IsPlain(string name) => name.All(c => char.IsLetterOrDigit(c) || c is ' ' or '-');

    private string Say(Size size) => $"{Say(size.Width)} x {Say(size.Height)}";

    private string Say(Length length)
    {
        var text = _exact.Format(length);
        var unit = kit.Unit == LengthUnit.Inch ? " in" : " mm";
        return text.EndsWith(unit, StringComparison.Ordinal) ? text[..^unit.Length] : text;
    }
}
