using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>The half of a guide in which one layout is put together: work by hand, then what is wet, photos and mats, a dry layout, and
/// the pages from the back layer forward.</summary>
/// <param name="inRows">Pieces whose outlines are cut out of a row already, while the sheets are.</param>
internal sealed partial class AssemblyHalf(
    Draft draft,
    ResolvedLayout layout,
    IReadOnlySet<string> inRows,
    IReadOnlyList<HalvedPart> halved
)
{
    private readonly Words _words = draft.Words;

    public void Write()
    {
        WriteByHand();
        WriteHalves();
        WriteWet();
        WriteTrims();
        WriteMats();
        WritePrepare();
        if (Wishes.Laying != LayingSchool.AsYouGo)
            Add(
                StepKind.DryLayout,
                _words.Say(Wishes.Laying == LayingSchool.Tack ? "dry.tack" : "dry", ("layout", layout.Layout.Name)),
                [],
                Symbol.Look
            );
        WriteDrying();
        WriteLaying();
        var cards = layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Journaling).Select(p => p.Label).ToList();
        if (cards.Count > 0)
            Add(
                StepKind.Write,
                _words.Say(Wishes.Date == DateSchool.Back ? "write.back" : "write", ("pieces", Draft.List(cards))) + OwnWords,
                cards,
                Symbol.Write
            );
        else
            Add(StepKind.Write, _words.Say(DateKey) + OwnWords, [], Symbol.Write);
        var extras = layout.Extras.Where(e => e.Piece.InsteadOf is null).Select(e => e.Label).ToList();
        Add(
            StepKind.PutBack,
            (extras.Count > 0 ? _words.Say("extras", ("pieces", Draft.List(extras))) + " " : "")
                + _words.Say("putBack", ("layout", layout.Layout.Name)),
            extras,
            Symbol.PutBack
        );
    }

    private GuideWishes Wishes => draft.Kit.Guide;

    // What is to be read on the layout, where that is said.
    private Phrase OwnWords =>
        Phrase.Join("", (layout.Layout.Words?.All ?? []).Select(w => " " + _words.Say("words." + w.Member, ("own", w.Text))));

    private string DateKey =>
        Wishes.Date switch
        {
            DateSchool.Front => "write.date.front",
            DateSchool.Back => "write.date.back",
            _ => "write.date",
        };

    private Step Add(StepKind kind, Phrase text, IReadOnlyList<string> pieces, Symbol symbol, string? number = null) =>
        draft.Add(GuideHalf.Assembly, kind, text, pieces, layout.Layout.Id, signs: [new(symbol, number)]);

    // What is laid, and what is there for those who want more.
    private IEnumerable<PlacedPiece> Made => layout.Pieces.Concat(layout.Extras);

    private IEnumerable<PlacedPiece> WetPieces => Made.Where(p => p.Piece.DryingMinutes > 0);

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
            Phrase.Join(" ", sentences) + " " + _words.Say("wet.scrap") + " " + _words.Say("wet.while") + " " + _words.Say("caution.wet"),
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

    // One step for all sizes; photos at which the designer has said something by themselves.
    private void WriteTrims()
    {
        var trimmed = layout.Pieces.Where(p => p.Piece.HasPrint && p.Stack.Photo != p.Piece.Size).ToList();
        bool Alone(IEnumerable<PlacedPiece> group) =>
            draft.IsPinned(Draft.KeyOf(StepKind.Trim, layout.Layout.Id, null, [.. group.Select(p => p.Label)]));
        var groups = trimmed
            .GroupBy(p => (p.Piece.Size, p.Stack.Photo, p.Piece.Opening!.Border, HandWork.TrimKey(draft.Kit, p.Piece)))
            .ToList();
        foreach (var own in groups.Where(Alone))
            Add(StepKind.Trim, TrimOf([.. own]), [.. own.Select(p => p.Label)], Symbol.Trim);
        if (groups.Where(g => !Alone(g)).ToList() is { Count: > 0 } together)
            Add(
                StepKind.Trim,
                Phrase.Join(" ", together.Select(g => TrimOf([.. g]))),
                [.. together.SelectMany(g => g.Select(p => p.Label))],
                Symbol.Trim
            );
    }

    private Phrase TrimOf(IReadOnlyList<PlacedPiece> photos)
    {
        var (label, from, to) = (photos[0].Label, photos[0].Piece.Size, photos[0].Stack.Photo);
        return _words.Say(
            HandWork.TrimKey(draft.Kit, photos[0].Piece),
            ("pieces", Draft.List(photos.Select(p => p.Label))),
            ("from", draft.Stated(FactKind.StockWidth, label, from.Width) + " x " + draft.Stated(FactKind.StockHeight, label, from.Height)),
            ("to", draft.Size($"{label} photo", to)),
            ("off", draft.Stated(FactKind.Amount, label, from.Width - to.Width)),
            (
                "border",
                photos[0].Piece.BorderLeft(photos[0].Stack) is { Across: { IsPositive: true } left }
                    ? draft.Stated(FactKind.Amount, label, left)
                    : ""
            )
        );
    }

    // Stickers lose their stick, letters their insides, twine its bends (common practice, no source).
    private void WritePrepare()
    {
        var ready = Made.Select(p => (p.Label, Key: HandWork.PrepareKey(draft.Kit, p.Piece)))
            .Where(p => p.Key is not null)
            .GroupBy(p => p.Key!)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .ToList();
        if (ready.Count == 0)
            return;
        Add(
            StepKind.Prepare,
            Phrase.Join(" ", ready.Select(g => _words.Say(g.Key, ("pieces", Draft.List(g.Select(p => p.Label)))))),
            [.. ready.SelectMany(g => g.Select(p => p.Label))],
            Symbol.ByHand
        );
        draft.Complete(s => s with { Why = _words.Say("why.prepare").Text });
    }

    private void WriteByHand()
    {
        var work = new HandWork(draft, inRows);
        foreach (
            var group in Made.Where(p => work.Has(p.Piece, p.Label))
                .GroupBy(p => work.Of(p).Text.Replace(p.Label, "", StringComparison.Ordinal))
        )
        {
            var labels = group.Select(p => p.Label).ToList();
            Add(StepKind.ByHand, work.Of(group.First(), labels), labels, Symbol.ByHand);
            draft.Complete(s => s with { Why = _words.Say("why.hand").Text });
        }
    }

    // Parts that are cut in half, or lose a slice; of a half whose other one serves elsewhere, that one is kept.
    private void WriteHalves()
    {
        var (sentences, labels) = (new List<Phrase>(), new List<string>());
        foreach (var placed in Made)
        {
            if (placed.Piece.Part is not { } use || (use.Half is null && use.Slice is null))
                continue;
            labels.Add(placed.Label);
            if (halved.FirstOrDefault(h => h.First.Label == placed.Label) is { } cut)
                sentences.Add(Cut(placed.Piece, cut));
            else if (halved.FirstOrDefault(h => h.Second == placed.Label) is { } other && !Made.Any(m => m.Label == other.First.Label))
                sentences.Add(
                    _words.Say(
                        "halve.rest",
                        ("piece", placed.Label),
                        ("half", Half(use.Half!.Value)),
                        ("made", draft.Made(placed.Piece)),
                        ("on", other.First.Label)
                    )
                );
            if (use.Slice is { } slice)
                sentences.Add(
                    _words.Say(
                        "halve.slice",
                        ("piece", placed.Label),
                        ("off", draft.Stated(FactKind.Amount, placed.Label, slice.Off)),
                        ("edges", draft.Edges([slice.Edge]))
                    )
                );
        }
        // Of a sheet that is not there, or is not halved, nothing can be said; findings tell it.
        if (sentences.Count == 0)
            return;
        Add(StepKind.ByHand, Phrase.Join(" ", sentences), labels, Symbol.ByHand);
        draft.Complete(s => s with { Why = _words.Say("why.hand").Text });
    }

    private Phrase Half(Edge half) => _words.Say("half." + half.Word());

    private Phrase Cut(Piece piece, HalvedPart cut)
    {
        var half = cut.First.Half;
        var blanks = new (string, Phrase)[]
        {
            ("made", draft.Made(piece)),
            ("through", _words.Say(half.Axis() == Axis.Across ? "way.down" : "way.across")),
            ("piece", cut.First.Label),
            ("half", Half(half)),
            ("on", cut.Second ?? ""),
            ("other", Half(half.Opposite())),
        };
        return _words.Say(cut.Second is { } second && Made.Any(m => m.Label == second) ? "halve.two" : "halve.one", blanks);
    }

    // Photos on one whole mat each, with as much of it showing, are one step; a stack, a frame or a card is one of its own.
    private void WriteMats()
    {
        var left = layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Photo && p.Stack.Layers.Count > 0).ToList();
        bool IsPlain(PlacedPiece p) =>
            p.Piece.HasPrint
            && p.Stack.Layers is [{ Mat: { Frame: null, Card: null } }]
            && !draft.IsPinned(Draft.KeyOf(StepKind.Mat, layout.Layout.Id, null, [p.Label]));
        while (left.Count > 0)
        {
            var first = left[0];
            var run = IsPlain(first)
                ? left.Where(p => IsPlain(p) && p.Stack.Layers[0].Mat.Reveal == first.Stack.Layers[0].Mat.Reveal).ToList()
                : [first];
            left.RemoveAll(run.Contains);
            if (run.Count == 1)
                WriteMats(first);
            else
                WriteMatRun(run);
        }
    }

    private void WriteMatRun(IReadOnlyList<PlacedPiece> run)
    {
        var reveal = run[0].Stack.Layers[0].Mat.Reveal;
        var mats = run.Select(p =>
        {
            var mat = MatStack.LabelOf(p.Label, 0, 1);
            return _words.Say(
                "mat.run.item",
                ("mat", mat),
                ("size", draft.Size(mat, p.Stack.Outer)),
                ("paper", Paper(p.Stack.Layers[0].Mat))
            );
        });
        Add(
            StepKind.Mat,
            _words.Say(
                "mat.run",
                ("reveal", draft.Stated(FactKind.Reveal, MatStack.LabelOf(run[0].Label, 0, 1), reveal)),
                ("mats", Phrase.Join("; ", mats))
            ),
            [.. run.Select(p => p.Label)],
            Symbol.Mat
        );
        draft.Complete(s => s with { Apart = MatPicture.Apart(draft.Kit, run[0]) });
    }

    private Phrase Paper(Matting.Mat mat) =>
        mat.Card is { } card && draft.Kit.PartSheet(card.Sheet) is { } sheet
            ? _words.Say("part.of", ("part", card.Part), ("sheet", sheet.Name))
            : draft.Shown(mat.Paper, mat.Face);

    // The inner mat first.
    private void WriteMats(PlacedPiece placed)
    {
        var sentences = placed
            .Stack.Layers.Select(
                (layer, i) =>
                {
                    var mat = MatStack.LabelOf(placed.Label, i, placed.Stack.Layers.Count);
                    var on = i == 0 ? placed.Stack.Photo : placed.Stack.Layers[i - 1].Size;
                    var (beside, above) = ((layer.Size.Width - on.Width).Half, (layer.Size.Height - on.Height).Half);
                    var blanks = new (string, Phrase)[]
                    {
                        ("mat", mat),
                        ("size", draft.Size(mat, layer.Size)),
                        ("paper", Paper(layer.Mat)),
                        ("reveal", draft.Stated(FactKind.Reveal, mat, beside)),
                        ("above", beside == above ? "" : draft.Stated(FactKind.Reveal, mat, above)),
                        ("piece", placed.Label),
                        ("card", placed.Piece.IsPlaceholder && i == 0 ? draft.Size($"{placed.Label} photo", placed.Stack.Photo) : ""),
                    };
                    if (layer.Mat.Frame is { } width)
                        return _words.Say(
                            placed.Piece.IsPlaceholder && i == 0 ? "frame.placeholder"
                                : placed.Piece.HoldsPhoto || i > 0 ? "frame"
                                : "frame.empty",
                            [.. blanks, ("angle", Words.Number(MitredFrame.CutAngle)), ("width", draft.Stated(FactKind.Amount, mat, width))]
                        );
                    var said =
                        i > 0 ? "mat.more"
                        : placed.Piece.IsPlaceholder ? "mat.placeholder"
                        : !placed.Piece.HoldsPhoto ? "mat.empty"
                        : "mat.photo";
                    // A ready-made card need not show as much on every side.
                    return _words.Say(beside == above || said == "mat.empty" ? said : said + ".two", blanks);
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
}
