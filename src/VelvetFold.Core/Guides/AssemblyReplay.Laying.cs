using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

// Every piece to its place.
internal sealed partial class AssemblyReplay
{
    private readonly Dictionary<string, Box> _down = [];
    private readonly HashSet<string> _roughly = [];
    private readonly HashSet<string> _extras = [];
    private readonly List<(string Member, string Text)> _words = [];
    private readonly HashSet<FreeEdge> _free = [];
    private readonly HashSet<FreeEdge> _open = [];
    private readonly Dictionary<string, IReadOnlyDictionary<string, IReadOnlySet<string>>> _before = [];

    /// <summary>Pieces laid in a step: one in its sentence, or a run of them in a line each.</summary>
    public void Lay(int step, IReadOnlyList<Told> text, IReadOnlyList<IReadOnlyList<Told>> lines)
    {
        var head = text[0];
        foreach (var line in head.Key == "lay.run" ? lines : [text])
            Lay(step, line, head["where"]);
    }

    private void Lay(int step, IReadOnlyList<Told> line, Told where)
    {
        var told = line[0];
        var thing = told.Find("thing") ?? told;
        var label = thing["piece"].Text;
        if (table.Designed(label) is not { } placed || table.LayoutOf(label) is not { } layout)
        {
            Fault(step, "unknown", Saying.Of("proof.step-lays-which-is", ("number", step), ("label", label)));
            return;
        }
        if (_down.ContainsKey(label))
            Fault(step, "twice", Saying.Of("proof.step-lays-again", ("number", step), ("label", label)));
        var page =
            layout.Layout.Kind == LayoutKind.Single ? ""
            : placed.Piece.Side == PageSide.Left ? "where.left"
            : placed.Piece.Side == PageSide.Right ? "where.right"
            : "where.both";
        if (where.Key.Replace(".at", "", StringComparison.Ordinal) != page)
            Fault(step, "page-wrong", Saying.Of("proof.page-wrong", ("number", step), ("placed", label)));
        if (!table.Says(thing["size"], placed.Box.Size))
            Wrong(step, label);
        if (thing.Key != Thing(placed) && (thing.Key, Thing(placed)) != ("leave.line", "leave"))
            Fault(step, "lay-wrong", Saying.Of("proof.lay-wrong", ("number", step), ("label", label)));
        if (placed.Piece.Part is null && thing.Find("paper") is { } paper)
            table.Shows(step, label, paper, placed.Piece.Paper, placed.Piece.Face);
        if (thing.Find("tool") is { } tool && tool.Text != placed.Piece.Drawn?.With)
            Fault(step, "lay-wrong", Saying.Of("proof.lay-wrong", ("number", step), ("label", label)));
        IsReady(step, placed);
        More(step, layout, placed, line);
        Instead(step, layout, placed, line);
        Under(step, layout, placed, told);
        if (told.Key.EndsWith("roughly", StringComparison.Ordinal))
            LayRoughly(step, layout, placed);
        else
            _down[label] = told.Find("across") is null ? Cover(step, layout, placed) : Place(step, layout, placed, told);
    }

    // What lies about right has no place that anything could be measured from, and keeps clear of photos and of what is written on.
    private void LayRoughly(int step, ResolvedLayout layout, PlacedPiece placed)
    {
        _down[placed.Label] = placed.Box;
        _roughly.Add(placed.Label);
        if (!Roughly.May(layout, placed))
            Fault(step, "lay-wrong", Saying.Of("proof.lay-wrong", ("number", step), ("label", placed.Label)));
        foreach (var under in Roughly.Covered(layout, placed))
            Fault(step, "roughly-over", Saying.Of("proof.roughly-over", ("number", step), ("label", placed.Label), ("under", under.Label)));
    }

    private static string Thing(PlacedPiece placed) =>
        (placed.Piece, placed.Stack.Layers) switch
        {
            ({ Drawn: { } drawn }, _) => "thing." + drawn.Kind.ToString().ToLowerInvariant(),
            ({ Kind: PieceKind.Photo, HoldsPhoto: false }, { Count: 0 }) => "leave",
            ({ Kind: PieceKind.Photo, HoldsPhoto: false }, _) => "thing.empty",
            ({ IsPlaceholder: true }, { Count: 0 }) => "thing.placeholder",
            ({ Kind: PieceKind.Photo }, { Count: 0 }) => "thing.photo",
            ({ Kind: PieceKind.Photo }, [{ Mat.Frame: not null }, ..]) => "thing.framed",
            ({ Kind: PieceKind.Photo }, _) => "thing.matted",
            ({ Paper: null, Part: null }, _) => "thing.ready",
            _ => "thing.paper",
        };

    // What is said beside the place: tilt, foam, joins, letters, a length, edges left free; nothing of it is left out, and nothing made up.
    private void More(int step, ResolvedLayout layout, PlacedPiece placed, IReadOnlyList<Told> line)
    {
        var (piece, label) = (placed.Piece, placed.Label);
        var sheet = table.Kit.PartSheet(piece.Part?.Sheet);
        Told? Said(string key) => line.Skip(1).FirstOrDefault(t => t.Key == key);
        var tilt =
            Said("lay.tilt.right") is { } right ? Degrees(right["degrees"])
            : Said("lay.tilt.left") is { } left ? -Degrees(left["degrees"])
            : 0;
        var joins = piece is { IsCut: true, Joins.Count: > 0 } ? piece.Joins : [];
        var joined = Said("lay.joined");
        bool[] right_ =
        [
            tilt == decimal.Round(piece.Tilt ?? 0, 2),
            (Said("lay.raised") is not null || Said("lay.raised.back") is not null) == (piece.Mount == Mount.Raised),
            (joined is null) == (joins.Count == 0),
            joined is null
                || (
                    joined["joins"].Items.Count() == joins.Count
                    && joined["joins"].Items.Zip(joins).All(j => table.Says(j.First, j.Second))
                    && ProofTable.EdgeOf(joined["edge"]) == (piece.LongAxis == Axis.Across ? Edge.Left : Edge.Top)
                ),
            IsCut(),
            line.Skip(1)
                .Where(t => t.Key == "lay.letters.other")
                .Select(t => (t["part"].Text, t["sheet"].Text))
                .SequenceEqual(
                    sheet?.Kind == Stock.PartKind.Letters
                        ? piece.Part!.Others.Select(o => (o.Letters, table.Kit.PartSheet(o.Sheet)?.Name ?? o.Sheet))
                        : []
                ),
            (Said("lay.letters") is not null) == (sheet?.Kind == Stock.PartKind.Letters && piece.Part!.Part is { Length: > 1 }),
            IsOver(Axis.Across, Said("lay.over.across")),
            IsOver(Axis.Down, Said("lay.over.down")),
            (Said("draw.dries")?["minutes"].Number ?? 0) == (piece.Kind == PieceKind.Drawn ? piece.Wet?.Minutes ?? 0 : 0),
            (Said("lay.later") is not null) == (piece.IsPlaceholder && placed.Stack.Layers.Count == 0),
        ];
        // Of a roll, how much is cut and what it is tied to; of nothing else a word of it.
        bool IsCut()
        {
            string[] keys = ["lay.length", "lay.knotted", "lay.tied.knot", "lay.tied.bow", "lay.tied.double-bow"];
            if (line.Skip(1).Where(t => keys.Contains(t.Key)).ToList() is not [var cut])
                return sheet?.Kind != Stock.PartKind.ByLength;
            if (sheet?.Kind != Stock.PartKind.ByLength)
                return false;
            var lengths = piece.Lengths(piece.Part!, table.Kit.Unit);
            if (cut.Key == "lay.knotted")
                return lengths.Count > 1
                    && cut["lengths"].Items.Count() == lengths.Count
                    && cut["lengths"].Items.Zip(lengths).All(l => table.Says(l.First, l.Second))
                    && ProofTable.EdgeOf(cut["edge"]) == (piece.LongAxis == Axis.Across ? Edge.Left : Edge.Top);
            TieKind? tied = cut.Key switch
            {
                "lay.tied.knot" => TieKind.Knot,
                "lay.tied.bow" => TieKind.Bow,
                "lay.tied.double-bow" => TieKind.DoubleBow,
                _ => null,
            };
            return tied == piece.Part!.Tied
                && lengths.Count == 1
                && table.Says(cut["length"], lengths[0])
                && (tied is not (TieKind.Bow or TieKind.DoubleBow) || table.Says(cut["wide"], piece.Size.Along(piece.LongAxis)));
        }

        bool IsOver(Axis axis, Told? said) =>
            StandsOver.Of(layout, placed, axis) is { } over
                ? said is not null && said["on"].Text == over.Ground.Label && table.Says(said["by"], over.By)
                : said is null;
        if (right_.Contains(false))
            Fault(step, "more-wrong", Saying.Of("proof.more-wrong", ("number", step), ("label", label)));
        if (Said("lay.free") is { } free)
            foreach (var edge in ProofTable.EdgesOf(free["edges"]))
                _free.Add(new(label, edge));
        if (Said("lay.raised.back") is { } back)
            foreach (var edge in ProofTable.EdgesOf(back["edges"]))
                _open.Add(new(label, edge));
    }

    // What may be laid instead of the piece, and nothing else.
    private void Instead(int step, ResolvedLayout layout, PlacedPiece placed, IReadOnlyList<Told> line)
    {
        var told = line.Where(t => t.Key == "lay.instead").Select(t => t["thing"]).ToList();
        var meant = layout.Extras.Where(e => e.Piece.InsteadOf == placed.Id).ToList();
        if (!told.Select(t => t["piece"].Text).SequenceEqual(meant.Select(e => e.Label)))
            Fault(step, "extra-wrong", Saying.Of("proof.extra-wrong", ("number", step), ("label", placed.Label)));
        foreach (var (thing, extra) in told.Zip(meant))
        {
            if (!table.Says(thing["size"], extra.Piece.Size))
                Wrong(step, extra.Label);
            if (extra.Piece.Part is null && thing.Find("paper") is { } paper)
                table.Shows(step, extra.Label, paper, extra.Piece.Paper, extra.Piece.Face);
            Ready(step, extra);
        }
    }

    /// <summary>What is to be read on a layout.</summary>
    public void Write(IReadOnlyList<Told> text)
    {
        foreach (var told in text)
            if (told.Find("own") is { } own)
                _words.Add((told.Key.Split('.')[1], own.Text));
    }

    /// <summary>What is there for those who want more.</summary>
    public void Extras(int step, Told told)
    {
        foreach (var label in told["pieces"].Texts)
            if (table.Designed(label) is { Piece: { Extra: true, InsteadOf: null } } extra)
                Ready(step, extra);
            else
                Fault(step, "extra-wrong", Saying.Of("proof.extra-wrong", ("number", step), ("label", label)));
    }

    private void Ready(int step, PlacedPiece extra)
    {
        IsReady(step, extra);
        _extras.Add(extra.Label);
    }

    private static decimal Degrees(Told told) => decimal.Parse(told.Text.Replace(',', '.'), CultureInfo.InvariantCulture);

    // Nothing goes under what lies stuck already, but under an edge that is free for it.
    private void Under(int step, ResolvedLayout layout, PlacedPiece placed, Told told)
    {
        if (!_before.TryGetValue(layout.Layout.Id, out var before))
            _before[layout.Layout.Id] = before = LayOrder.Before(layout);
        var order = layout.Pieces.Select(p => p.Id).ToList();
        foreach (var place in new[] { told.Find("across"), told.Find("down") }.Where(p => p?.Key == "tucked"))
            if (table.Designed(place!["on"].Text) is { } above && order.IndexOf(above.Id) < order.IndexOf(placed.Id))
                Fault(
                    step,
                    "tucked-in-front",
                    Saying.Of("proof.tucked-in-front", ("number", step), ("placed", placed.Label), ("over", above.Label))
                );
        foreach (
            var over in layout.Pieces.Where(p =>
                _down.ContainsKey(p.Label)
                && p.Id != placed.Id
                && p.Box.Overlaps(placed.Box)
                && order.IndexOf(p.Id) > order.IndexOf(placed.Id)
            )
        )
        {
            var tucks = new[] { placed.Piece.Across, placed.Piece.Down }.OfType<Tucked>().Where(t => t.Under == over.Id).ToList();
            if (
                tucks.Count > 0
                && tucks.TrueForAll(t => _free.Contains(new(over.Label, t.Edge)) || _open.Contains(new(over.Label, t.Edge)))
            )
                continue;
            Fault(
                step,
                "under-what-is-stuck",
                Saying.Of("proof.under-what-is-stuck", ("number", step), ("placed", placed.Label), ("over", over.Label))
            );
        }
        foreach (
            var missing in before[placed.Id]
                .Where(id => !_down.ContainsKey($"{layout.Layout.Id}-{id}") && order.IndexOf(id) < order.IndexOf(placed.Id))
        )
            Fault(
                step,
                "nothing-under-it",
                Saying.Of(
                    "proof.nothing-under-it",
                    ("number", step),
                    ("placed", placed.Label),
                    ("layout", layout.Layout.Id),
                    ("missing", missing)
                )
            );
    }

    // What covers its page lies at its corner and is as large.
    private Box Cover(int step, ResolvedLayout layout, PlacedPiece placed)
    {
        if (layout.Layout.PageBox(placed.Piece.Side) != placed.Box)
            Fault(step, "place-wrong", Saying.Of("proof.covers-not", ("number", step), ("placed", placed.Label)));
        return placed.Box;
    }

    // Where the step's own measurements put it, from what lies on the table; the design is only compared with.
    private Box Place(int step, ResolvedLayout layout, PlacedPiece placed, Told told)
    {
        var box = placed.Box;
        foreach (var (axis, place) in new[] { (Axis.Across, told["across"]), (Axis.Down, told["down"]) })
        {
            var meant = placed.Box.Along(axis).Start;
            foreach (var (start, about) in Starts(step, layout, placed, axis, place))
            {
                if (start == meant || (about && (start - meant).Magnitude <= table.Step.Half))
                    continue;
                Fault(
                    step,
                    "place-wrong",
                    Saying.Of(
                        "proof.place-wrong",
                        ("number", step),
                        ("placed", placed.Label),
                        ("off", table.Format((start - meant).Magnitude))
                    )
                );
                box = axis == Axis.Across ? box with { X = start } : box with { Y = start };
            }
        }
        return box;
    }

    // All that a phrase says of where the piece begins along an axis: what it is measured from, and the bracket.
    private IEnumerable<(Length Start, bool About)> Starts(int step, ResolvedLayout layout, PlacedPiece placed, Axis axis, Told place)
    {
        var extent = placed.Box.Along(axis).Extent;
        var page = layout.Layout.PageBox(placed.Piece.Side).Along(axis);
        var edges = place.Parts.Where(p => p.Blank == "edge").Select(p => ProofTable.EdgeOf(p.Said)).ToList();
        if (place.Find("beyond") is { } beyond)
            edges.Add(Enum.Parse<Edge>(beyond.Key.Split('.')[1], ignoreCase: true));
        var edge = edges.FirstOrDefault(axis == Axis.Across ? Edge.Left : Edge.Top);
        if (
            edges.Distinct().Count() > 1
            || edge.Axis() != axis
            || (place.Find("way") is { } way && (way.Key == "way.across") != (axis == Axis.Across))
            || Across(place) is { } own && own != axis
        )
        {
            var name = axis == Axis.Across ? Saying.Of("proof.from-side-to-side") : Saying.Of("proof.from-top-to-bottom");
            Fault(step, "no-place", Saying.Of("proof.no-place", ("number", step), ("placed", placed.Label), ("way", name)));
            yield break;
        }
        Span? on = page;
        if (place.Find("on") is { } other)
        {
            on = _down.TryGetValue(other.Text, out var lying) && !_roughly.Contains(other.Text) ? lying.Along(axis) : null;
            if (on is null)
                Fault(step, "not-there-yet", Saying.Of("proof.not-lying-yet", ("number", step), ("of", other.Text)));
        }
        var said = place.Find("distance") ?? place.Find("gap") ?? place.Find("by") ?? place.Find("measured");
        var by = said is null ? Length.Zero : table.Length(said);
        var about = said is not null && ProofTable.IsAbout(said);
        var atStart = edge.IsStart();
        if (on is { } span)
            yield return (
                place.Key switch
                {
                    "from.page" or "flush.page" or "from.piece" or "line.piece" => atStart ? span.Start + by : span.End - by - extent,
                    "hanging" or "hanging.before" or "hanging.after" => atStart ? span.Start - by : span.End + by - extent,
                    "beside.gap" or "beside.touch" => atStart ? span.Start - by - extent : span.End + by,
                    "tucked" => atStart ? span.Start + by - extent : span.End - by,
                    "centred.piece" => span.Start + (span.Extent - extent).Half,
                    "centred.page.across" or "centred.page.down" or "spans.page.across" or "spans.page.down" => span.Start + by,
                    _ => Flank(layout, placed, place.Key).IsStart() ? span.Start + by : span.End - by - extent,
                },
                about
            );
        if (place.Find("bracket") is not { } bracket)
            yield break;
        var named = bracket.Find("edge") is { } word ? ProofTable.EdgeOf(word) : edge;
        var measured = table.Length(bracket["measured"]);
        if (named.Axis() != axis)
            yield return (Length.Zero - page.End - page.Extent, false);
        else
            yield return (named.IsStart() ? page.Start + measured : page.End - measured - extent, ProofTable.IsAbout(bracket["measured"]));
    }

    // The axis a phrase without an edge belongs to.
    private static Axis? Across(Told place) =>
        place.Key switch
        {
            "centred.page.across" or "spans.page.across" or "flush.seam" or "from.seam" or "flush.outer" or "from.outer" => Axis.Across,
            "centred.page.down" or "spans.page.down" => Axis.Down,
            _ => null,
        };

    private static Edge Flank(ResolvedLayout layout, PlacedPiece placed, string key) =>
        new Flush(key.EndsWith("seam", StringComparison.Ordinal) ? Kits.Flank.Seam : Kits.Flank.Outer, Length.Zero).EdgeOn(
            layout.Layout.Kind,
            placed.Piece.Side
        );

    public void Press(int step, Told told)
    {
        var edge = new FreeEdge(told["piece"].Text, ProofTable.EdgeOf(told["edge"]));
        if (!_free.Remove(edge))
            Fault(step, "not-free", Saying.Of("proof.not-free", ("number", step), ("piece", edge.Piece)));
        if (table.Designed(edge.Piece) is not { } over || table.LayoutOf(edge.Piece) is not { } layout)
            return;
        foreach (
            var late in layout.Pieces.Where(p =>
                !_down.ContainsKey(p.Label)
                && new[] { p.Piece.Across, p.Piece.Down }.OfType<Tucked>().Any(t => t.Under == over.Id && t.Edge == edge.Edge)
            )
        )
            Fault(step, "tuck-to-come", Saying.Of("proof.tuck-to-come", ("number", step), ("piece", edge.Piece), ("late", late.Label)));
    }

    /// <summary>What is said of no step: pieces never laid, edges never stuck down.</summary>
    public void End()
    {
        foreach (var layout in table.Layouts)
        foreach (var placed in layout.Pieces.Where(p => p.Piece.Kind != PieceKind.Printed && !_down.ContainsKey(p.Label)))
            Fault(null, "not-laid", Saying.Of("proof.not-laid", ("placed", placed.Label)));
        foreach (var extra in table.Layouts.SelectMany(l => l.Extras).Where(e => !_extras.Contains(e.Label)))
            Fault(null, "extra-unsaid", Saying.Of("proof.extra-unsaid", ("label", extra.Label)));
        var words = table.Layouts.SelectMany(l => l.Layout.Words?.All ?? []).Order().ToList();
        if (!words.SequenceEqual(_words.Order()))
            Fault(null, "words-unsaid", Saying.Of("proof.words-unsaid", ("list", words.Except(_words).Select(w => w.Text))));
        foreach (var edge in _free)
            Fault(null, "left-free", Saying.Of("proof.left-free", ("piece", edge.Piece)));
    }
}
