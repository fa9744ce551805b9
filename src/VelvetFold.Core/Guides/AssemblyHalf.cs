using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>The half of a guide in which one layout is put together: what is wet first, then photos and mats, a dry layout, and the
/// pages from the back layer forward.</summary>
internal sealed class AssemblyHalf(Draft draft, ResolvedLayout layout)
{
    private readonly Words _words = draft.Words;

    public void Write()
    {
        WriteWet();
        WriteTrims();
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Photo && p.Stack.Layers.Count > 0))
            WriteMats(placed);
        Add(StepKind.DryLayout, _words.Say("dry", ("layout", layout.Layout.Name)), [], Symbol.Look);
        WriteDrying();
        WriteLaying();
        var cards = layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Journaling).Select(p => p.Label).ToList();
        if (cards.Count > 0)
            Add(StepKind.Write, _words.Say("write", ("pieces", Draft.List(cards))), cards, Symbol.Write);
        else
            Add(StepKind.Write, _words.Say("write.date"), [], Symbol.Write);
        Add(StepKind.PutBack, _words.Say("putBack", ("layout", layout.Layout.Name)), [], Symbol.PutBack);
    }

    private Step Add(StepKind kind, Phrase text, IReadOnlyList<string> pieces, Symbol symbol, string? number = null) =>
        draft.Add(GuideHalf.Assembly, kind, text, pieces, layout.Layout.Id, signs: [new(symbol, number)]);

    private IEnumerable<PlacedPiece> WetPieces => layout.Pieces.Where(p => p.Piece.DryingMinutes > 0);

    // Once for both pages, so that it dries while photos are trimmed and matted.
    private void WriteWet()
    {
        var wet = WetPieces.ToList();
        if (wet.Count == 0)
            return;
        var sentences = wet.GroupBy(p => (p.Piece.Wet?.Words, p.Piece.DryingMinutes))
            .Select(g =>
                _words.Say(
                    g.Key.Words is null ? "wet.inked" : "wet",
                    ("work", g.Key.Words ?? ""),
                    ("pieces", Draft.List(g.Select(p => p.Label))),
                    ("minutes", Words.Number(g.Key.DryingMinutes))
                )
            );
        var minutes = wet.Max(p => p.Piece.DryingMinutes);
        Add(
            StepKind.Wet,
            Phrase.Join(" ", sentences) + " " + _words.Say("wet.while") + " " + _words.Say("caution.wet"),
            [.. wet.Select(p => p.Label)],
            Symbol.Wet
        );
        draft.Complete(s =>
            s with
            {
                Minutes = minutes,
                Why = _words.Say("why.wet").Text,
                Signs = [new(Symbol.Wet), new(Symbol.Dry, Words.Number(minutes).Text)],
            }
        );
    }

    private void WriteDrying()
    {
        var wet = WetPieces.ToList();
        if (wet.Count == 0)
            return;
        var minutes = wet.Max(p => p.Piece.DryingMinutes);
        Add(
            StepKind.Dry,
            _words.Say("dry.wait", ("pieces", Draft.List(wet.Select(p => p.Label))), ("minutes", Words.Number(minutes))),
            [.. wet.Select(p => p.Label)],
            Symbol.Dry,
            Words.Number(minutes).Text
        );
        draft.Complete(s => s with { Minutes = minutes });
    }

    private void WriteTrims()
    {
        var trimmed = layout
            .Pieces.Where(p => p.Piece.HasPrint && p.Stack.Photo != p.Piece.Size)
            .GroupBy(p => (From: p.Piece.Size, To: p.Stack.Photo));
        foreach (var group in trimmed)
        {
            var labels = group.Select(p => p.Label).ToList();
            var from =
                draft.Stated(FactKind.StockWidth, labels[0], group.Key.From.Width)
                + " x "
                + draft.Stated(FactKind.StockHeight, labels[0], group.Key.From.Height);
            Add(
                StepKind.Trim,
                _words.Say("trim", ("pieces", Draft.List(labels)), ("from", from), ("to", draft.Size($"{labels[0]} photo", group.Key.To))),
                labels,
                Symbol.Trim
            );
        }
    }

    // The inner mat first.
    private void WriteMats(PlacedPiece placed)
    {
        var sentences = placed
            .Stack.Layers.Select(
                (layer, i) =>
                {
                    var mat = MatStack.LabelOf(placed.Label, i, placed.Stack.Layers.Count);
                    var blanks = new (string, Phrase)[]
                    {
                        ("mat", mat),
                        ("size", draft.Size(mat, layer.Size)),
                        ("paper", draft.PaperName(layer.Mat.Paper)),
                        ("reveal", draft.Stated(FactKind.Reveal, mat, layer.Mat.Reveal)),
                        ("piece", placed.Label),
                        ("card", placed.Piece.IsPlaceholder && i == 0 ? draft.Size($"{placed.Label} photo", placed.Stack.Photo) : ""),
                    };
                    if (layer.Mat.Frame is { } width)
                        return _words.Say(
                            placed.Piece.HoldsPhoto || i > 0 ? "frame" : "frame.empty",
                            [.. blanks, ("angle", Words.Number(MitredFrame.CutAngle)), ("width", draft.Stated(FactKind.Amount, mat, width))]
                        );
                    return _words.Say(
                        i > 0 ? "mat.more"
                            : placed.Piece.IsPlaceholder ? "mat.placeholder"
                            : !placed.Piece.HoldsPhoto ? "mat.empty"
                            : "mat.photo",
                        blanks
                    );
                }
            )
            .ToList();
        Add(
            placed.Stack.Layers.Any(l => l.Mat.Frame is not null) ? StepKind.Frame : StepKind.Mat,
            Phrase.Join(" ", sentences),
            [placed.Label],
            Symbol.Mat
        );
        draft.Complete(s => s with { Apart = MatPicture.Apart(draft.Kit, placed) });
    }

    private void WriteLaying()
    {
        var (sentence, down) = (new PlaceSentence(draft.Kit, layout, _words), new List<string>());
        var order = LayOrder.Of(layout);
        var open = order.SelectMany(l => l.Tucks).ToList();
        foreach (var laid in order)
        {
            WriteLay(sentence, laid, down);
            down.Add(laid.Placed.Label);
            foreach (var edge in laid.Tucks)
                open.Remove(edge);
            foreach (var edge in laid.Tucks.Distinct().Where(e => !open.Contains(e)))
            {
                Add(
                    StepKind.Press,
                    _words.Say("press", ("piece", edge.Piece), ("edge", _words.Say("edge." + edge.Edge.Word()))),
                    [edge.Piece],
                    Symbol.Press
                );
                draft.Complete(s =>
                    s with
                    {
                        Edges = [edge],
                        Why = _words.Say("why.press", ("pieces", laid.Placed.Label)).Text,
                        Side = laid.Placed.Piece.Side,
                    }
                );
            }
        }
    }

    private void WriteLay(PlaceSentence sentence, Laid laid, List<string> down)
    {
        var (placed, piece) = (laid.Placed, laid.Placed.Piece);
        var key = piece switch
        {
            { Kind: PieceKind.Photo, HoldsPhoto: false } => placed.Stack.Layers.Count > 0 ? "lay.empty" : "leave",
            { IsPlaceholder: true } when placed.Stack.Layers.Count == 0 => "lay.placeholder.bare",
            { Kind: PieceKind.Photo } => placed.Stack.Layers.Count > 0 ? "lay.photo" : "lay.photo.bare",
            { Paper: null, Part: null } => "lay.ready",
            _ => "lay",
        };
        var text = _words.Say(
            key,
            ("piece", placed.Label),
            ("size", draft.Size(placed.Label, placed.Box.Size)),
            ("paper", draft.Made(piece)),
            ("across", sentence.Say(placed, Axis.Across, down)),
            ("down", sentence.Say(placed, Axis.Down, down))
        );
        var signs = new List<Sign> { new(laid.Tucks.Count > 0 ? Symbol.Tuck : Symbol.Stick) };
        if (piece is { IsCut: true, Joins.Count: > 0 })
            text +=
                " "
                + _words.Say(
                    "lay.joined",
                    ("joins", Phrase.Join(", ", piece.Joins.Select(j => draft.Stated(FactKind.Join, placed.Label, j)))),
                    ("edge", _words.Say("edge." + (piece.LongAxis == Axis.Across ? "left" : "top")))
                );
        if (draft.Kit.PartSheet(piece.Part?.Sheet) is { } sheet)
        {
            if (sheet.Kind == PartKind.Letters && piece.Part!.Part is { Length: > 1 })
                text += " " + _words.Say("lay.letters");
            if (sheet.Kind == PartKind.ByLength)
                text +=
                    " "
                    + _words.Say(
                        "lay.length",
                        ("length", draft.Stated(FactKind.Amount, placed.Label, piece.Part!.TakesLength(piece.Size)))
                    );
        }
        if (piece.Mount == Mount.Raised)
        {
            text += " " + _words.Say("lay.raised");
            signs.Add(new(Symbol.Raise));
        }
        if (laid.Free.Count > 0)
        {
            text += " " + _words.Say("lay.free", ("edges", Phrase.Join(", ", laid.Free.Select(e => _words.Say("edge." + e.Word())))));
            signs.Add(new(Symbol.KeepFree));
        }
        Add(StepKind.Lay, text, [placed.Label], Symbol.Stick);
        var picture = new StepPicture(layout.Layout.Id, [.. down], [placed.Label], LayoutPicture.Dimensions(draft.Kit, layout, placed));
        draft.Complete(s =>
            s with
            {
                Side = piece.Side,
                Picture = picture,
                Signs = signs,
                Why = Why(laid),
                Edges = [.. laid.Free.Select(e => new FreeEdge(placed.Label, e))],
            }
        );
    }

    private string? Why(Laid laid) =>
        laid.Reason switch
        {
            LayReason.None => null,
            _ => _words
                .Say(
                    "why." + laid.Reason.ToString().ToLowerInvariant(),
                    ("pieces", Draft.List(laid.About.Take(4)) + (laid.About.Count > 4 ? "…" : ""))
                )
                .Text,
        };
}
