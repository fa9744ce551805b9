using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>
/// Says where a piece goes so that a ruler can follow: from what is down already, and in brackets with the distance of one of its edges
/// from the same edge of the page. On a spread the sentence that this is a part of names the page.
/// </summary>
internal sealed class PlaceSentence(Kit kit, ResolvedLayout resolved, Words words)
{
    private readonly LengthPattern _reading = kit.GuideReading();

    /// <summary>The phrase for one axis. What does not lie there yet cannot be measured from: the page's edge is, instead.</summary>
    public Phrase Say(PlacedPiece placed, Axis axis, IReadOnlyCollection<string> down)
    {
        var first = axis == Axis.Across ? Edge.Left : Edge.Top;
        var rule = placed.Piece.Rule(axis);
        if (rule is Member || InFront(placed, rule) || (rule.LeansOn is { } other && !down.Contains($"{resolved.Layout.Id}-{other}")))
            rule = new FromEdge(first, FromPage(placed, first));
        var on = rule.LeansOn is { } id ? $"{resolved.Layout.Id}-{id}" : "";
        Phrase Stated(FactKind kind, Length length, Edge edge, string? of = null) =>
            new(_reading.Format(length), [new(kind, placed.Label, length, null, edge, of)]);
        StepFact Meant(FactKind kind, Length length, Edge edge, string? of = null) =>
            new(kind, placed.Label, length, null, edge, of, IsSaid: false);
        // The number belongs to the edge that the sentence has named, or names it itself.
        (string, Phrase)[] Measuring(Edge edge, bool named, params (string, Phrase)[] more) =>
            [
                .. more,
                ("on", on),
                (
                    "bracket",
                    words.Say(
                        named ? "bracket.same" : "bracket.edge",
                        ("edge", EdgeWord(edge)),
                        ("measured", Stated(FactKind.FromPage, FromPage(placed, edge), edge))
                    )
                ),
            ];
        return rule switch
        {
            FromEdge { Of: null } from when from.Distance == Length.Zero => words
                .Say("flush.page", ("edge", EdgeWord(from.Edge)))
                .With(Meant(FactKind.FromPage, Length.Zero, from.Edge)),
            FromEdge { Of: null } from => words.Say(
                "from.page",
                ("edge", EdgeWord(from.Edge)),
                ("distance", Stated(FactKind.FromPage, from.Distance, from.Edge))
            ),
            FromEdge from when from.Distance == Length.Zero => words
                .Say("line.piece", Measuring(from.Edge, true, ("edge", EdgeWord(from.Edge))))
                .With(Meant(FactKind.Inside, Length.Zero, from.Edge, on)),
            FromEdge from => words.Say(
                "from.piece",
                Measuring(
                    from.Edge,
                    true,
                    ("edge", EdgeWord(from.Edge)),
                    ("distance", Stated(FactKind.Inside, from.Distance, from.Edge, on))
                )
            ),
            Centred { In: null } when FromPage(placed, first) == Length.Zero => words
                .Say(axis == Axis.Across ? "spans.page.across" : "spans.page.down")
                .With(Meant(FactKind.Centred, Length.Zero, first)),
            Centred { In: null } => words.Say(
                axis == Axis.Across ? "centred.page.across" : "centred.page.down",
                ("measured", Stated(FactKind.Centred, FromPage(placed, first), first))
            ),
            Centred => words
                .Say("centred.piece", Measuring(first, false, ("way", words.Say(axis == Axis.Across ? "way.across" : "way.down"))))
                .With(Meant(FactKind.Centred, Length.Zero, first, on)),
            Beside beside when beside.Gap == Length.Zero => words
                .Say("beside.touch", Measuring(first, false, ("edge", EdgeWord(beside.Edge))))
                .With(Meant(FactKind.Gap, Length.Zero, beside.Edge, on)),
            Beside beside => words.Say(
                "beside.gap",
                Measuring(
                    first,
                    false,
                    ("gap", Stated(FactKind.Gap, beside.Gap, beside.Edge, on)),
                    ("beyond", words.Say("beyond." + beside.Edge.Word()))
                )
            ),
            Flush flush => FlankPhrase(placed, flush, Stated, Meant),
            Tucked tucked => words.Say(
                "tucked",
                Measuring(first, false, ("by", Stated(FactKind.Under, tucked.By, tucked.Edge, on)), ("edge", EdgeWord(tucked.Edge)))
            ),
            Hanging hanging => words.Say(
                kit.Guide.Overhang switch
                {
                    OverhangSchool.Before => "hanging.before",
                    OverhangSchool.After => "hanging.after",
                    _ => "hanging",
                },
                ("by", Stated(FactKind.Over, hanging.By, hanging.Edge)),
                ("edge", EdgeWord(hanging.Edge))
            ),
            _ => throw new InvalidOperationException($"No sentence for {rule.GetType().Name}."),
        };
    }

    // What is called tucked and lies in front of the other is laid on it, by the page's edge.
    private bool InFront(PlacedPiece placed, AxisRule rule) =>
        rule is Tucked tucked && resolved.Pieces.TakeWhile(p => p.Id != placed.Id).Any(p => p.Id == tucked.Under);

    private Phrase FlankPhrase(
        PlacedPiece placed,
        Flush flush,
        Func<FactKind, Length, Edge, string?, Phrase> stated,
        Func<FactKind, Length, Edge, string?, StepFact> meant
    )
    {
        var (flank, edge) = (flush.Flank == Flank.Seam ? "seam" : "outer", flush.EdgeOn(resolved.Layout.Kind, placed.Piece.Side));
        return flush.Distance == Length.Zero
            ? words.Say("flush." + flank).With(meant(FactKind.FromPage, Length.Zero, edge, null))
            : words.Say("from." + flank, ("distance", stated(FactKind.FromPage, flush.Distance, edge, null)));
    }

    // From an edge of the page inwards to the same edge of the piece.
    private Length FromPage(PlacedPiece placed, Edge edge)
    {
        var (page, box) = (resolved.Layout.PageBox(placed.Piece.Side).Along(edge.Axis()), placed.Box.Along(edge.Axis()));
        return edge.IsStart() ? box.Start - page.Start : page.End - box.End;
    }

    private Phrase EdgeWord(Edge edge) => words.Say("edge." + edge.Word());
}
