using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

// The pages, from the back layer forward.
internal sealed partial class AssemblyHalf
{
    private void WriteLaying()
    {
        var (sentence, down) = (new PlaceSentence(draft.Kit, layout, _words), new List<string>());
        var order = LayOrder.Of(layout);
        var open = order.SelectMany(l => l.Tucks).ToList();
        foreach (var run in new LayRuns(draft, layout.Layout).Of(order))
        {
            WriteLay(sentence, run, down);
            foreach (var edge in run.SelectMany(l => l.Tucks))
                open.Remove(edge);
            foreach (var edge in run.SelectMany(l => l.Tucks).Distinct().Where(e => !open.Contains(e) && !StaysOpen(e)))
                WritePress(edge, run[^1].Placed);
        }
    }

    private bool StaysOpen(FreeEdge edge) => layout.Pieces.FirstOrDefault(p => p.Label == edge.Piece)?.Piece.Mount == Mount.Raised;

    private void WritePress(FreeEdge edge, PlacedPiece under)
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
                Why = _words.Say("why.press", ("pieces", under.Label)).Text,
                Side = under.Piece.Side,
            }
        );
    }

    // One piece in a sentence, or a run of them in a line each.
    private void WriteLay(PlaceSentence sentence, IReadOnlyList<Laid> run, List<string> down)
    {
        var before = down.ToList();
        var (side, lines) = (run[0].Placed.Piece.Side, new List<Phrase>());
        // Where it is laid to, and where a place stays: other cases in some languages.
        Phrase Where(string form) =>
            layout.Layout.Kind == LayoutKind.Single
                ? ""
                : _words.Say(
                    side switch
                    {
                        PageSide.Left => "where.left",
                        PageSide.Right => "where.right",
                        _ => "where.both",
                    } + form
                );
        foreach (var laid in run)
        {
            lines.Add(Laying(sentence, laid.Placed, down, run.Count > 1, Where) + More(laid));
            down.Add(laid.Placed.Label);
        }
        IReadOnlyList<string> labels = [.. run.Select(l => l.Placed.Label)];
        Add(StepKind.Lay, run.Count > 1 ? _words.Say("lay.run", ("where", Where(""))) : lines[0], labels, Symbol.Stick);
        draft.Complete(s =>
            s with
            {
                Side = side,
                Lines = run.Count > 1 ? [.. lines.Select(l => l.Text)] : [],
                LineFacts = run.Count > 1 ? [.. lines.Select(l => l.Facts)] : [],
                Picture = new(
                    layout.Layout.Id,
                    before,
                    labels,
                    [
                        .. run.Where(l => !Roughly.May(layout, l.Placed))
                            .SelectMany(l => LayoutPicture.Dimensions(draft.Reading, layout, l.Placed)),
                    ]
                ),
                Signs = [.. run.SelectMany(SignsOf).Distinct()],
                Why = Why(run),
                Edges = [.. run.SelectMany(l => l.Free.Select(e => new FreeEdge(l.Placed.Label, e)))],
            }
        );
    }

    private static IEnumerable<Sign> SignsOf(Laid laid)
    {
        yield return new(
            laid.Tucks.Count > 0 ? Symbol.Tuck
            : laid.Placed.Piece.Kind == PieceKind.Drawn ? Symbol.Write
            : Symbol.Stick
        );
        if (laid.Placed.Piece.Mount == Mount.Raised)
            yield return new(Symbol.Raise);
        if (laid.Free.Count > 0)
            yield return new(Symbol.KeepFree);
    }

    private Phrase Laying(PlaceSentence sentence, PlacedPiece placed, List<string> down, bool inRun, Func<string, Phrase> where)
    {
        var piece = placed.Piece;
        var size = draft.Size(placed.Label, placed.Box.Size);
        if (piece.Kind == PieceKind.Drawn)
        {
            var work = _words.Say(
                "thing." + piece.Drawn!.Kind.ToString().ToLowerInvariant(),
                ("piece", placed.Label),
                ("size", size),
                ("tool", piece.Drawn.With)
            );
            return Roughly.May(layout, placed)
                ? _words.Say("draw.roughly", ("thing", work), ("where", where("")))
                : _words.Say(
                    "draw",
                    ("thing", work),
                    ("where", where("")),
                    ("across", sentence.Say(placed, Axis.Across, down)),
                    ("down", sentence.Say(placed, Axis.Down, down))
                );
        }
        var (across, below) = (sentence.Say(placed, Axis.Across, down), sentence.Say(placed, Axis.Down, down));
        if (piece is { Kind: PieceKind.Photo, HoldsPhoto: false } && placed.Stack.Layers.Count == 0)
            return _words.Say(
                inRun ? "leave.line" : "leave",
                ("piece", placed.Label),
                ("size", size),
                ("where", where(".at")),
                ("across", across),
                ("down", below)
            );
        var thing = _words.Say(
            piece switch
            {
                { Kind: PieceKind.Photo, HoldsPhoto: false } => "thing.empty",
                { IsPlaceholder: true } when placed.Stack.Layers.Count == 0 => "thing.placeholder",
                { Kind: PieceKind.Photo } when placed.Stack.Layers.Count == 0 => "thing.photo",
                { Kind: PieceKind.Photo } when placed.Stack.Layers[0].Mat.Frame is not null => "thing.framed",
                { Kind: PieceKind.Photo } => "thing.matted",
                { Paper: null, Part: null } => "thing.ready",
                _ => "thing.paper",
            },
            ("piece", placed.Label),
            ("size", size),
            ("paper", draft.Made(piece))
        );
        if (Roughly.May(layout, placed))
            return inRun
                ? _words.Say("lay.line.roughly", ("thing", thing.Sentence()))
                : _words.Say("lay.roughly", ("thing", thing), ("where", where("")));
        if (placed.Box == layout.Layout.PageBox(piece.Side) && piece.Across.LeansOn is null && piece.Down.LeansOn is null)
            return inRun
                ? _words.Say("lay.line.cover", ("thing", thing.Sentence()))
                : _words.Say("lay.cover", ("thing", thing), ("where", where("")));
        return inRun
            ? _words.Say("lay.line", ("thing", thing.Sentence()), ("across", across), ("down", below))
            : _words.Say("lay", ("thing", thing), ("where", where("")), ("across", across), ("down", below));
    }

    // How much of a roll a piece takes, and what it is tied to.
    private Phrase Cut(PlacedPiece placed)
    {
        var (piece, use) = (placed.Piece, placed.Piece.Part!);
        var lengths = piece.Lengths(use, draft.Kit.Unit).Select(l => draft.Stated(FactKind.Amount, placed.Label, l)).ToList();
        if (lengths.Count > 1)
            return _words.Say(
                "lay.knotted",
                ("lengths", Phrase.Join(", ", lengths)),
                ("edge", _words.Say("edge." + (piece.LongAxis == Axis.Across ? "left" : "top")))
            );
        return use.Tied switch
        {
            TieKind.Knot => _words.Say("lay.tied.knot", ("length", lengths[0])),
            TieKind.Bow => _words.Say("lay.tied.bow", ("length", lengths[0]), ("wide", Wide())),
            TieKind.DoubleBow => _words.Say("lay.tied.double-bow", ("length", lengths[0]), ("wide", Wide())),
            _ => _words.Say("lay.length", ("length", lengths[0])),
        };

        Phrase Wide() => draft.Stated(FactKind.Amount, placed.Label, piece.Size.Along(piece.LongAxis));
    }

    // What else there is to know of a piece while it is laid.
    private Phrase More(Laid laid)
    {
        var (placed, piece) = (laid.Placed, laid.Placed.Piece);
        var more = new List<Phrase>();
        if (piece.IsPlaceholder && placed.Stack.Layers.Count == 0)
            more.Add(_words.Say("lay.later"));
        more.AddRange(
            StandsOver
                .Of(layout, placed)
                .Select(o =>
                    _words.Say(
                        o.Axis == Axis.Across ? "lay.over.across" : "lay.over.down",
                        ("by", draft.Stated(FactKind.Amount, placed.Label, o.By)),
                        ("on", o.Ground.Label)
                    )
                )
        );
        if (piece is { IsCut: true, Joins.Count: > 0 })
            more.Add(
                _words.Say(
                    "lay.joined",
                    ("joins", Phrase.Join(", ", piece.Joins.Select(j => draft.Stated(FactKind.Join, placed.Label, j)))),
                    ("edge", _words.Say("edge." + (piece.LongAxis == Axis.Across ? "left" : "top")))
                )
            );
        if (draft.Kit.PartSheet(piece.Part?.Sheet) is { } sheet)
        {
            if (sheet.Kind == PartKind.Letters && piece.Part!.Part is { Length: > 1 })
                more.Add(_words.Say("lay.letters"));
            if (sheet.Kind == PartKind.Letters)
                more.AddRange(
                    piece.Part!.Others.Select(o =>
                        _words.Say("lay.letters.other", ("part", o.Letters), ("sheet", draft.Kit.PartSheet(o.Sheet)?.Name ?? o.Sheet))
                    )
                );
            if (sheet.Kind == PartKind.ByLength)
                more.Add(Cut(placed));
        }
        if (piece is { Kind: PieceKind.Drawn, Wet.Minutes: > 0 and var minutes })
            more.Add(_words.Say("draw.dries", ("minutes", Words.Number(minutes))));
        if (piece.Tilt is { } tilt and not 0)
            more.Add(_words.Say(tilt > 0 ? "lay.tilt.right" : "lay.tilt.left", ("degrees", Degrees(Math.Abs(tilt)))));
        more.AddRange(layout.Extras.Where(e => e.Piece.InsteadOf == placed.Id).Select(e => _words.Say("lay.instead", ("thing", Extra(e)))));
        // Foam that keeps away from an edge leaves it open for what is slipped under, and nothing is stuck down later.
        if (piece.Mount == Mount.Raised)
            more.Add(laid.Free.Count > 0 ? _words.Say("lay.raised.back", ("edges", draft.Edges(laid.Free))) : _words.Say("lay.raised"));
        else if (laid.Free.Count > 0)
            more.Add(_words.Say("lay.free", ("edges", draft.Edges(laid.Free))));
        return Phrase.Join("", more.Select(m => " " + m));
    }

    private string Degrees(decimal tilt)
    {
        var text = tilt.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
        return draft.Kit.Guide.Language == GuideLanguage.German ? text.Replace('.', ',') : text;
    }

    private Phrase Extra(PlacedPiece extra) =>
        _words.Say(
            extra.Piece is { Paper: null, Part: null } ? "thing.ready" : "thing.paper",
            ("piece", extra.Label),
            ("size", draft.Size(extra.Label, extra.Piece.Size)),
            ("paper", draft.Made(extra.Piece))
        );

    // Of a run what holds for all of it.
    private string? Why(IReadOnlyList<Laid> run) => run.Select(Why).Distinct().ToList() is [var one] ? one : null;

    private string? Why(Laid laid) =>
        laid.Reason switch
        {
            LayReason.None => null,
            LayReason.Under => _words.Text(
                "why.under",
                ("pieces", Draft.List(laid.About.Take(4)) + (laid.About.Count > 4 ? "…" : "")),
                ("n", laid.About.Count)
            ),
            _ => _words
                .Say(
                    "why." + laid.Reason.ToString().ToLowerInvariant(),
                    ("pieces", Draft.List(laid.About.Take(4)) + (laid.About.Count > 4 ? "…" : ""))
                )
                .Text,
        };
}
