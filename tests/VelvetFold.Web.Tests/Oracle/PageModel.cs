using System.Text.Json.Nodes;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>A piece that is cut for one kit, as docs/kit-format.md says.</summary>
internal sealed record Cut(string Label, string Paper, string Face, Exact W, Exact H, bool Free, string By, Exact? Gut, JsonNode? From);

/// <summary>Where pieces, photos and mats lie, and what is cut: computed from the document alone, by docs/kit-format.md.</summary>
internal sealed class PageModel
{
    private static readonly Exact Two = Exact.Of(2);

    private readonly JsonNode _kit;
    private readonly JsonNode _layout;
    private readonly Dictionary<string, JsonNode> _pieces;
    private readonly Dictionary<string, JsonNode> _arrangements;
    private readonly Dictionary<(string, bool), (Exact Start, Exact Extent)> _known = [];
    private readonly bool _spread;
    private readonly Exact _pageW;
    private readonly Exact _pageH;

    public PageModel(JsonNode kit, JsonNode layout)
    {
        (_kit, _layout) = (kit, layout);
        _pieces = layout["pieces"]!.AsArray().ToDictionary(p => (string)p!["id"]!, p => p!);
        _arrangements = (layout["arrangements"]?.AsArray() ?? []).ToDictionary(a => (string)a!["id"]!, a => a!);
        _spread = (string?)layout["kind"] == "spread";
        (_pageW, _pageH) = Size(layout["page"]!);
    }

    public string Id => (string)_layout["id"]!;

    private bool Metric => (string?)_kit["unit"] == "mm";

    public IEnumerable<string> Pieces => _pieces.Keys;

    /// <summary>What is there for those who want more has no place.</summary>
    public bool IsExtra(string id) => (bool?)_pieces[id]["extra"] == true;

    public static (Exact W, Exact H) Size(JsonNode size) => (Exact.Parse((string)size["width"]!), Exact.Parse((string)size["height"]!));

    public Rect Place(string id)
    {
        var (x, y) = (Span(id, true), Span(id, false));
        return new(x.Start, y.Start, x.Extent, y.Extent);
    }

    /// <summary>The photo's size and its mats', the inner one first; a piece that is no photo has its own size and none.</summary>
    public (Exact W, Exact H, List<(Exact W, Exact H)> Mats) Stack(string id)
    {
        var (w, h) = Size(_pieces[id]["size"]!);
        var opening = _pieces[id]["opening"];
        var stock = (w, h);
        var under = (opening?["mats"]?.AsArray() ?? [])
            .Select(m => (Reveal: Exact.Parse((string)m!["reveal"]!), Card: Card(m, stock)))
            .ToList();
        if (((string?)opening?["school"] ?? (string)_kit["matting"]!["school"]!) == "trim-photo")
        {
            // As far as the innermost card asks for; without a card all that shows comes off.
            var upTo = under.FindIndex(m => m.Card is not null);
            var shown = (upTo < 0 ? under : under.Take(upTo + 1)).Aggregate(Exact.Zero, (sum, m) => sum + m.Reveal * Two);
            (w, h) =
                upTo >= 0 && under[upTo].Card is var (cardW, cardH)
                    ? (Least(w, cardW - shown), Least(h, cardH - shown))
                    : (w - shown, h - shown);
        }
        var (mats, at) = (new List<(Exact, Exact)>(), (w, h));
        foreach (var (reveal, card) in under)
            mats.Add(at = card ?? (at.w + reveal * Two, at.h + reveal * Two));
        return (w, h, mats);

        static Exact Least(Exact a, Exact b) => a < b ? a : b;
    }

    // A ready-made card lies as its photo does.
    private (Exact, Exact)? Card(JsonNode mat, (Exact W, Exact H) photo)
    {
        if (mat["card"] is not { } card)
            return null;
        var sheet = _kit["parts"]!.AsArray().Single(s => (string?)s!["id"] == (string?)card["sheet"])!;
        var (w, h) = Size(sheet["parts"]!.AsArray().Single(p => (string?)p!["id"] == (string?)card["part"])!["size"]!);
        return (w < h && photo.W > photo.H) || (w > h && photo.W < photo.H) ? (h, w) : (w, h);
    }

    public bool HasPhoto(string id) => (string?)_pieces[id]["kind"] == "photo" && (string?)_pieces[id]["opening"]!["use"] is not "empty";

    public bool HasPrint(string id) => HasPhoto(id) && (string?)_pieces[id]["opening"]!["use"] is not "placeholder";

    public (Exact W, Exact H) Stock(string id) => Size(_pieces[id]["size"]!);

    public Exact? Border(string id) => LengthOf(_pieces[id]["opening"]!["border"]);

    public static Exact? LengthOf(JsonNode? said) => said is null ? null : Exact.Parse((string)said!);

    public JsonNode Piece(string id) => _pieces[id];

    private (Exact W, Exact H) Outer(string id) => Stack(id) is var s && s.Mats.Count > 0 ? s.Mats[^1] : (s.W, s.H);

    private Exact Extent(string id, bool across) => across ? Outer(id).W : Outer(id).H;

    private (Exact Start, Exact Extent) Page(string? side, bool across)
    {
        if (!across)
            return (Exact.Zero, _pageH);
        return !_spread || side is null or "left" ? (Exact.Zero, _pageW)
            : side == "right" ? (_pageW, _pageW)
            : (Exact.Zero, _pageW * Two);
    }

    private (Exact Start, Exact Extent) Span(string id, bool across)
    {
        if (_known.TryGetValue((id, across), out var known))
            return known;
        var span = _pieces.TryGetValue(id, out var piece) ? OfPiece(id, piece, across) : OfArrangement(_arrangements[id], across);
        return _known[(id, across)] = span;
    }

    private (Exact, Exact) OfPiece(string id, JsonNode piece, bool across)
    {
        var rule = piece[across ? "across" : "down"]!;
        if ((string?)rule["rule"] != "member")
            return Follow(rule, (string?)piece["side"], across, Extent(id, across));
        var group = _arrangements[(string)rule["of"]!];
        var members = group["members"]!.AsArray().Select(m => (string)m!).ToList();
        var start = Span((string)group["id"]!, across).Start;
        return (start + Starts(group, members, across)[members.IndexOf(id)], Extent(id, across));
    }

    private (Exact Start, Exact Extent) Follow(JsonNode rule, string? side, bool across, Exact extent)
    {
        Exact L(string name) => (string?)rule[name] is { } text ? Exact.Parse(text) : Exact.Zero;
        var on = (string?)(rule["of"] ?? rule["in"] ?? rule["under"]);
        var (start, whole) = on is null ? Page(side, across) : Span(on, across);
        var end = start + whole;
        var edge = (string?)rule["edge"];
        var first = edge is "left" or "top";
        switch ((string?)rule["rule"])
        {
            case "from":
                return (first ? start + L("distance") : end - L("distance") - extent, extent);
            case "hanging":
                return (first ? start - L("by") : end + L("by") - extent, extent);
            case "centred":
                return (start + (whole - extent) / Two, extent);
            case "beside":
                return (first ? start - L("gap") - extent : end + L("gap"), extent);
            case "tucked":
                return (first ? start + L("by") - extent : end - L("by"), extent);
            case "flush":
                // The seam is the right edge of a left page, the left edge of a right one and of a single page.
                var seam = (string?)rule["flank"] is null or "seam";
                var atLeft = _spread && side != "right" ? !seam : seam;
                return (atLeft ? start + L("distance") : end - L("distance") - extent, extent);
            default:
                throw new InvalidOperationException($"no rule {rule}");
        }
    }

    private (Exact, Exact) OfArrangement(JsonNode group, bool across)
    {
        var members = group["members"]!.AsArray().Select(m => (string)m!).ToList();
        var side = (string?)group["side"];
        if ((string?)group["kind"] == "evenly")
        {
            var over = (string?)group["over"];
            var (start, whole) = over is null ? Page(side, across) : Span(over, across);
            if (Along(group) != across)
                return (start, whole);
            var (from, to) = (Len(group, "start"), Len(group, "end"));
            return (start + from, whole - from - to);
        }
        var starts = Starts(group, members, across);
        var extent = members.Select((m, i) => starts[i] + Extent(m, across)).Max();
        return Follow(group[across ? "across" : "down"] ?? new JsonObject { ["rule"] = "centred" }, side, across, extent);
    }

    private static bool Along(JsonNode group) => (string?)group["axis"] is null or "across";

    private static Exact Len(JsonNode node, string name) => (string?)node[name] is { } text ? Exact.Parse(text) : Exact.Zero;

    private List<Exact> Starts(JsonNode group, List<string> members, bool across)
    {
        var gutter = Len(group, "gutter");
        var kind = (string)group["kind"]!;
        if (kind == "evenly")
            return Evenly(group, members, across);
        var columns =
            kind == "column" ? 1
            : kind == "row" ? members.Count
            : (int)group["columns"]!;
        int Lane(int i) => across ? i % columns : i / columns;
        if (kind == "honeycomb")
        {
            var (w, h) = Outer(members[0]);
            var half = (w + gutter) / Two;
            var firstIn = (bool?)group["firstRowIn"] == true && members.Count > columns;
            return
            [
                .. members.Select(
                    (_, i) =>
                        across
                            ? (w + gutter) * Exact.Of(i % columns) + (i / columns % 2 == 1 != firstIn ? half : Exact.Zero)
                            : Exact.Of(i / columns) * (h * Exact.Of(3, 4) + gutter * Exact.Of(866025, 1000000))
                ),
            ];
        }
        var lanes = members.Select((_, i) => Lane(i)).Max() + 1;
        var starts = new List<Exact> { Exact.Zero };
        for (var lane = 0; lane < lanes; lane++)
            starts.Add(starts[^1] + members.Where((_, i) => Lane(i) == lane).Select(m => Extent(m, across)).Max() + gutter);
        return [.. members.Select((_, i) => starts[Lane(i)])];
    }

    private List<Exact> Evenly(JsonNode group, List<string> members, bool across)
    {
        var room = Span((string)group["id"]!, across).Extent;
        var left = members.Aggregate(room, (rest, m) => rest - Extent(m, across));
        var (ruler, parts) = (Exact.Parse((string)_kit["ruler"]!), members.Count - 1);
        var steps = (left / ruler).Floor();
        var gaps = Enumerable
            .Range(0, Math.Max(0, parts))
            .Select(i => ruler * new Exact(steps / parts + (i < steps % parts ? 1 : 0), 1))
            .ToList();
        if (gaps.Count > 0)
            gaps[0] += left - ruler * new Exact(steps, 1);
        var starts = new List<Exact> { Exact.Zero };
        for (var i = 0; i < parts; i++)
            starts.Add(starts[^1] + Extent(members[i], across) + gaps[i]);
        return starts;
    }

    /// <summary>What is cut for the pieces of this layout.</summary>
    public IEnumerable<Cut> Cuts() => _pieces.Keys.SelectMany(Cuts);

    private IEnumerable<Cut> Cuts(string id)
    {
        var piece = _pieces[id];
        var kind = (string)piece["kind"]!;
        var label = $"{Id}-{id}";
        if (kind == "photo")
            return Mats(id, label, piece);
        if (
            kind is not ("base" or "panel" or "strip" or "title" or "journaling")
            || piece["part"] is not null
            || Paper((string?)piece["paper"]) is null
        )
            return [];
        var (w, h) = Size(piece["size"]!);
        var across = w >= h;
        var (left, top) = (Uses(piece, "left"), Uses(piece, "top"));
        var (cutW, cutH) = (w + left + Uses(piece, "right"), h + top + Uses(piece, "bottom"));
        var joins = (piece["joins"]?.AsArray() ?? []).Select(j => Exact.Parse((string)j!) + (across ? left : top)).ToList();
        var seam = Seam(piece, Place(id)) is { } at ? at + left : (Exact?)null;
        var gut =
            seam is null && joins.Count == 0 && piece["shape"] is null && (string?)piece["gut"] is { } border
                ? Exact.Parse(border)
                : (Exact?)null;
        return Apart(label, cutW, cutH, across, joins, seam)
            .Select(p =>
                Of(
                    p.Label,
                    (string)piece["paper"]!,
                    (string?)piece["face"] ?? "A",
                    p.W,
                    p.H,
                    (bool?)piece["printTurned"] == true,
                    piece,
                    gut
                )
            );
    }

    private IEnumerable<Cut> Mats(string id, string label, JsonNode piece)
    {
        var (stack, box) = (Stack(id), Place(id));
        var mats = piece["opening"]!["mats"]?.AsArray() ?? [];
        for (var i = 0; i < mats.Count; i++)
        {
            var (mat, size) = (mats[i]!, stack.Mats[i]);
            if (mat["card"] is not null)
                continue;
            var (paper, face) = ((string)mat["paper"]!, (string?)mat["face"] ?? "A");
            if (Paper(paper) is null)
                continue;
            var (name, own) = (mats.Count > 1 ? $"{label} mat {i + 1}" : $"{label} mat", box.Middle(size.W, size.H));
            var seam = Seam(piece, own);
            if ((string?)mat["frame"] is not { } framed)
            {
                var gut = seam is null && (string?)mat["gut"] is { } border ? Exact.Parse(border) : (Exact?)null;
                foreach (var part in Apart(name, size.W, size.H, true, [], seam))
                    yield return Of(part.Label, paper, face, part.W, part.H, false, piece, gut);
                continue;
            }
            var width = Exact.Parse(framed);
            Rect[] strips =
            [
                own with
                {
                    H = width,
                },
                own with
                {
                    Y = own.Bottom - width,
                    H = width,
                },
                own with
                {
                    W = width,
                },
                own with
                {
                    X = own.Right - width,
                    W = width,
                },
            ];
            for (var n = 0; n < 4; n++)
                foreach (var part in Apart($"{name} strip {n + 1}", strips[n].W, strips[n].H, true, [], Seam(piece, strips[n])))
                {
                    var lies = Free(paper, face) && part.H > part.W;
                    yield return Of(part.Label, paper, face, lies ? part.H : part.W, lies ? part.W : part.H, false, piece, null);
                }
        }
    }

    // What is extra has no place on the pages, and so no seam.
    private Exact? Seam(JsonNode piece, Rect box) =>
        _spread && (bool?)piece["extra"] is not true && (string?)piece["side"] == "both" && box.X < _pageW && box.Right > _pageW
            ? _pageW - box.X
            : null;

    private static IEnumerable<(string Label, Exact W, Exact H)> Apart(
        string label,
        Exact w,
        Exact h,
        bool across,
        List<Exact> joins,
        Exact? seam
    )
    {
        if (joins.Count > 0 && across && seam is { } mark)
            (joins, seam) = ([.. joins.Append(mark).Distinct().Order()], null);
        Exact[] marks = [Exact.Zero, .. joins, across ? w : h];
        for (var i = 1; i < marks.Length; i++)
        {
            var name = joins.Count > 0 ? $"{label} part {i}" : label;
            var (partW, partH) = across ? (marks[i] - marks[i - 1], h) : (w, marks[i] - marks[i - 1]);
            if (seam is not { } at)
            {
                yield return (name, partW, partH);
                continue;
            }
            yield return ($"{name} left", at, partH);
            yield return ($"{name} right", partW - at, partH);
        }
    }

    private Cut Of(string label, string paper, string face, Exact w, Exact h, bool turned, JsonNode piece, Exact? gut)
    {
        // What has a place on its sheet lies there as it is printed.
        var free = piece["cutFrom"] is null && Free(paper, face);
        return new(
            label,
            paper,
            face,
            turned && !free ? h : w,
            turned && !free ? w : h,
            free,
            (string?)piece["cutBy"] ?? "either",
            gut,
            piece["cutFrom"]
        );
    }

    private JsonNode? Paper(string? id) => _kit["papers"]!.AsArray().FirstOrDefault(p => (string?)p!["id"] == id);

    private bool Free(string paper, string face) => (string?)Paper(paper)![face == "A" ? "faceA" : "faceB"]?["direction"] is null or "free";

    private Exact Uses(JsonNode piece, string edge)
    {
        if ((piece["finishes"]?.AsArray() ?? []).FirstOrDefault(f => (string?)f!["edge"] == edge) is not { } finish)
            return Exact.Zero;
        if ((string?)finish["allowance"] is { } said)
            return Exact.Parse(said);
        return (string?)finish["work"] switch
        {
            "torn" or "punched" => Metric ? Exact.Millimetres(6) : Exact.Of(1, 4),
            "scalloped" => Metric ? Exact.Millimetres(3) : Exact.Of(1, 8),
            _ => Exact.Zero,
        };
    }
}
