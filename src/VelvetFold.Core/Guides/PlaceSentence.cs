using VelvetFold.Core.Kits;
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
    public Phrase Say(PlacedPiece placed, Axis axis, IReadOnlyCollection<string> down)
    {
        var rule = placed.Piece.Rule(axis);
        if (rule is Member || (rule.LeansOn is { } other && !down.Contains($"{resolved.Layout.Id}-{other}")))
            rule = new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, Measured(placed, axis));
        var (page, on) = ((Phrase)PageWord(placed), rule.LeansOn is { } id ? $"{resolved.Layout.Id}-{id}" : "");
        Phrase Stated(FactKind kind, Length length, Edge edge, string? of = null) =>
            new(_reading.Format(length), [new(kind, placed.Label, length, null, edge, of)]);
        StepFact Meant(FactKind kind, Length length, Edge edge, string? of = null) =>
            new(kind, placed.Label, length, null, edge, of, IsSaid: false);
        var first = axis == Axis.Across ? Edge.Left : Edge.Top;
        (string, Phrase)[] Measuring(params (string, Phrase)[] more) =>
            [
                .. more,
                ("on", on),
                ("measured", Stated(FactKind.FromPage, Measured(placed, axis), first)),
                ("start", words.Say(axis == Axis.Across ? "edge.left" : "edge.top")),
                ("page", page),
            ];
        return rule switch
        {
            FromEdge { Of: null } from when from.Distance == Length.Zero => words
                .Say("flush.page", ("edge", EdgeWord(from.Edge)), ("page", page))
                .With(Meant(FactKind.FromPage, Length.Zero, from.Edge)),
            FromEdge { Of: null } from => words.Say(
                "from.page",
                ("edge", EdgeWord(from.Edge)),
                ("distance", Stated(FactKind.FromPage, from.Distance, from.Edge)),
                ("page", page)
            ),
            FromEdge from when from.Distance == Length.Zero => words
                .Say("line.piece", Measuring(("edge", EdgeWord(from.Edge))))
                .With(Meant(FactKind.Inside, Length.Zero, from.Edge, on)),
            FromEdge from => words.Say(
                "from.piece",
                Measuring(("edge", EdgeWord(from.Edge)), ("distance", Stated(FactKind.Inside, from.Distance, from.Edge, on)))
            ),
            Centred { In: null } => words.Say(
                axis == Axis.Across ? "centred.page.across" : "centred.page.down",
                ("measured", Stated(FactKind.Centred, Measured(placed, axis), first))
            ),
            Centred => words
                .Say("centred.piece", Measuring(("way", words.Say(axis == Axis.Across ? "way.across" : "way.down"))))
                .With(Meant(FactKind.Centred, Length.Zero, first, on)),
            Beside beside when beside.Gap == Length.Zero => words
                .Say("beside.touch", Measuring(("edge", EdgeWord(beside.Edge))))
                .With(Meant(FactKind.Gap, Length.Zero, beside.Edge, on)),
            Beside beside => words.Say(
                "beside.gap",
                Measuring(("gap", Stated(FactKind.Gap, beside.Gap, beside.Edge, on)), ("beyond", words.Say("beyond." + beside.Edge.Word())))
            ),
            Flush flush => FlankPhrase(placed, flush, Stated, Meant),
            Tucked tucked => words.Say(
                "tucked",
                Measuring(("by", Stated(FactKind.Under, tucked.By, tucked.Edge, on)), ("edge", EdgeWord(tucked.Edge)))
            ),
            Hanging hanging => words.Say(
                "hanging",
                ("by", Stated(FactKind.Over, hanging.By, hanging.Edge)),
                ("edge", EdgeWord(hanging.Edge)),
                ("page", page)
            ),
            _ => throw new InvalidOperationException($"No sentence for {rule.GetType().Name}."),
        };
    }

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

    // From the page's left or top edge to the piece.
    private Length Measured(PlacedPiece placed, Axis axis) =>
        placed.Box.Along(axis).Start - resolved.Layout.PageBox(placed.Piece.Side).Along(axis).Start;

    private string PageWord(PlacedPiece placed) =>
        words
            .Say(
                resolved.Layout.Kind == LayoutKind.Single ? "page.single"
                : placed.Piece.Side == PageSide.Both ? "page.both"
                : placed.Piece.Side == PageSide.Left ? "page.left"
                : "page.right"
            )
            .Text;

    private Phrase EdgeWord(Edge edge) => words.Say("edge." + edge.Word());
}
