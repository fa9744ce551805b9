using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>Follows the cutting half of a guide by its words: sheets are taken and counted, cut line by line, pieces have to come off in
/// their size and with the right side to show; tear strips and insides are there to be cut once, and what is left has to be named.</summary>
internal sealed class CutReplay
{
    private readonly ProofTable _table;
    private readonly Dictionary<string, int> _gathered = [];
    private readonly Dictionary<string, int> _sheets = [];
    private readonly Dictionary<string, List<(string Part, Size Size)>> _left = [];
    private readonly Dictionary<string, PlanNode> _rows;

    /// <summary>A row as it is planned: its rectangle, its face and how its outlines lie.</summary>
    private sealed record PlanNode(Size Size, SheetFace Face, NestedRow Row, IReadOnlyList<string> Labels);

    public CutReplay(ProofTable table)
    {
        _table = table;
        _rows = table
            .Plan.BySheet.SelectMany(s => s.Patterns)
            .SelectMany(p => p.Root.All().OfType<PieceNode>())
            .Where(n => n.Piece.Row is not null)
            .DistinctBy(n => n.Piece.Id)
            .ToDictionary(n => n.Piece.Id, n => new PlanNode(n.Box.Size, n.Piece.Face, n.Piece.Row!, n.Piece.Labels));
        foreach (var paper in table.Kit.Papers)
            _left[paper.Id] =
            [
                .. paper.Offcuts.SelectMany((o, i) => Enumerable.Repeat((Name(PaperPart.OnHand(i + 1, "")), o.Size), o.Count)),
            ];
    }

    // What a part goes by, whatever its size.
    private static string Name(PaperPart part) => part.Role == PartRole.OnHand ? $"on hand {part.Number}" : part.Text;

    public void Gather(int step, Told told)
    {
        if (told.Key is "gather" or "gather.on-sheets")
            foreach (var sheets in told["sheets"].Items)
                if (_table.Kit.Papers.FirstOrDefault(p => p.Name == sheets["paper"].Text) is { } paper)
                    _gathered[paper.Id] = _gathered.GetValueOrDefault(paper.Id) + sheets["count"].Number;
        if (told.Key != "gather.ready")
            return;
        foreach (var label in told["pieces"].Texts)
        {
            if (_table.Piece(label) is not { By: CutBy.Host })
                Fault(step, "not-cut", Saying.Of("proof.comes-not-cut", ("number", step), ("piece", label)));
            _table.Cut[label] = _table.Cut.GetValueOrDefault(label) + 1;
        }
    }

    private void Fault(int? step, string code, Saying says) => _table.Fault(step, code, says);

    public void Cut(int step, IReadOnlyList<Told> text, IReadOnlyList<IReadOnlyList<Told>> lines)
    {
        if (text.FirstOrDefault(t => t.Key == "cut.also") is { } also)
            Also(step, text, lines, also);
        if (text.FirstOrDefault(t => t.Key == "cut.wholes") is { } wholes)
        {
            foreach (var item in wholes["wholes"].Items)
                Whole(step, item);
            return;
        }
        if (text.FirstOrDefault(t => t.Key is "cut.sheet" or "cut.alike" or "cut.two" or "cut.inside" or "cut.extra") is not { } head)
        {
            Fault(step, "no-sheet", Saying.Of("proof.no-sheet", ("number", step)));
            return;
        }
        var labels = lines.SelectMany(l => l).SelectMany(LabelsIn).Distinct().ToList();
        var paper = Paper(head["paper"].Text, labels);
        var times = head.Find("number")?.Number ?? 1;
        if (paper is null)
            return;
        var sheet = head.Key == "cut.extra" ? Source(step, paper, head["from"]) : paper.Sheet;
        if (head.Key != "cut.extra")
            Count(step, paper, head);
        if (sheet is not { } size)
            return;
        for (var which = 0; which < times; which++)
            CutOne(step, paper, size, lines, which, text, fromSheet: head.Key != "cut.extra");
        Sides(step, paper, text, labels);
        Rows(step, paper, lines);
    }

    // What goes to other piles falls off here, and what does not is all of one layout.
    private void Also(int step, IReadOnlyList<Told> text, IReadOnlyList<IReadOnlyList<Told>> lines, Told also)
    {
        var others = also["pieces"].Texts.ToHashSet();
        var own = text.Where(t => t.Key == "cut.wholes")
            .SelectMany(t => t["wholes"].Items)
            .SelectMany(i => i["pieces"].Texts)
            .Concat(lines.SelectMany(l => l).SelectMany(LabelsIn).SelectMany(l => l.Split(" / ")).Where(l => _table.Piece(l) is not null))
            .ToHashSet();
        if (!others.IsSubsetOf(own) || own.Except(others).Select(l => _table.Piece(l)!.Layout).Distinct().Count() > 1)
            Fault(step, "pile-wrong", Saying.Of("proof.pile-wrong", ("number", step)));
    }

    // Papers of one name are told apart by their pieces.
    private Paper? Paper(string name, IEnumerable<string> labels) =>
        _table.Kit.Papers.Where(p => p.Name == name).ToList() switch
        {
            [] => null,
            [var only] => only,
            var several => several.Find(p => labels.Any(l => _table.Piece(l)?.Paper == p.Id)) ?? several[0],
        };

    private static IEnumerable<string> LabelsIn(Told told) =>
        told
            .Parts.Where(p => p.Blank is "off" or "rest" or "frame" && p.Said.Key.Length == 0)
            .SelectMany(p => p.Said.Texts)
            .SelectMany(l => l.Split(" + "));

    private void Count(int step, Paper paper, Told head)
    {
        var (first, last) = ((head.Find("first") ?? head["sheet"]).Number, (head.Find("last") ?? head["sheet"]).Number);
        var taken = _sheets.GetValueOrDefault(paper.Id);
        var times = head.Find("number")?.Number ?? 1;
        if (first != taken + 1 || last != first + times - 1 || head["sheets"].Number != _gathered.GetValueOrDefault(paper.Id))
            Fault(step, "count-wrong", Saying.Of("proof.count-wrong", ("number", step), ("paper", paper.Name)));
        _sheets[paper.Id] = taken + times;
    }

    private Size? Source(int step, Paper paper, Told from)
    {
        var name = Name(Part(from, 0));
        var at = _left[paper.Id].FindIndex(l => l.Part == name);
        if (at < 0)
        {
            Fault(step, "not-there-yet", Saying.Of("proof.not-there-yet", ("number", step), ("part", from.Text)));
            return null;
        }
        var size = _left[paper.Id][at].Size;
        _left[paper.Id].RemoveAt(at);
        return size;
    }

    private void Whole(int step, Told item)
    {
        var name = item["paper"].Key == "made.face" ? item["paper"]["paper"].Text : item["paper"].Text;
        foreach (var label in item["pieces"].Texts)
        {
            if (Paper(name, [label]) is not { } paper || _table.Piece(label) is not { } piece)
                continue;
            var size = paper.Sheet;
            if (item.Find("from") is not { } from)
                _sheets[paper.Id] = _sheets.GetValueOrDefault(paper.Id) + 1;
            else if (Source(step, paper, from) is { } source)
                size = source;
            _table.Shows(step, label, item["paper"], piece.Paper, piece.Face);
            Off(step, label, size);
        }
    }

    // One sheet, by the lines alone; only how much "about so much" is exactly comes from the sheet of the plan that is written so.
    private void CutOne(
        int step,
        Paper paper,
        Size sheet,
        IReadOnlyList<IReadOnlyList<Told>> lines,
        int which,
        IReadOnlyList<Told> text,
        bool fromSheet
    )
    {
        var cuts = new List<TrimmerCut>();
        var programme = lines.Where(l => l[0].Key.Split('.')[0] is "cut" or "plunge").ToList();
        var planned = _table
            .Plan.For(paper.Id)
            ?.Patterns.FirstOrDefault(p =>
                p.Cuts.Count == programme.Count
                && p.Cuts.Zip(programme)
                    .All(c =>
                        ProofTable.EdgeOf(c.Second[0]["edge"]) == c.First.Fence
                        && (c.Second[0].Find("setting") is not { } said || _table.Says(said, c.First.Setting))
                    )
            );
        var known = planned?.Cuts;
        // What is thinner than the ruler's last mark is no paper: it is left on the sheet's edge.
        if (
            planned is { From: null, Root.Box.Size: var own }
            && IsAHairLess(own.Width, sheet.Width)
            && IsAHairLess(own.Height, sheet.Height)
        )
            sheet = own;
        foreach (var line in programme)
        {
            var (told, last, meant) = (line[0], cuts.LastOrDefault(), known?[cuts.Count]);
            var setting = told.Find("setting") is { } said ? _table.Length(said, meant is null ? [] : [meant.Setting]) : last?.Setting;
            var part = told.Find("part") is { } hand ? Part(hand, which) : last?.Part;
            if (setting is not { } mark || part is null)
            {
                Fault(step, "cut-missing", Saying.Of("proof.cut-missing", ("number", step)));
                return;
            }
            var free = line.FirstOrDefault(t => t.Key == "plunge.free");
            PlungeCut? plunge = told.Key.StartsWith("plunge", StringComparison.Ordinal)
                ? new(
                    _table.Length(told["start"], meant?.Plunge is { } begins ? [begins.Start] : []),
                    _table.Length(told["end"], meant?.Plunge is { } ends ? [ends.End] : [])
                )
                : null;
            IReadOnlyList<PaperPart> gives =
                plunge is null ? [Part(told["off"], which), Part(told["rest"], which)]
                : free is null ? []
                : [Part(free["inside"], which), Part(free["frame"], which)];
            cuts.Add(new(cuts.Count + 1, part, ProofTable.EdgeOf(told["edge"]), mark, gives, default, plunge));
        }
        try
        {
            var table = TrimmerProgramme.Replay(sheet, cuts);
            foreach (var line in lines.SelectMany(l => l).Where(t => t.Key == "plunge.free"))
                if (!table.TryGetValue(Part(line["inside"], which).Text, out var inside) || !_table.Says(line["size"], inside[0].Size))
                    Fault(step, "number-wrong", Saying.Of("proof.number-wrong", ("number", step), ("placed", line["inside"].Text)));
            foreach (var (name, boxes) in table)
            foreach (var box in boxes)
                if (cuts.SelectMany(c => c.Gives).First(g => g.Text == name) is { Role: PartRole.Piece })
                {
                    Off(step, name, box.Size);
                    AtItsPlace(step, paper, name, fromSheet ? box : null, text);
                }
                else if (
                    cuts.SelectMany(c => c.Gives).First(g => g.Text == name) is
                    { Role: PartRole.Offcut or PartRole.TearStrip or PartRole.Inside }
                )
                    _left[paper.Id].Add((name, box.Size));
        }
        catch (InvalidOperationException wrong)
        {
            Fault(step, "cut-wrong", Saying.Of("proof.cannot-be-cut", ("number", step), ("why", Saying.Plain(wrong.Message))));
        }
        catch (ArgumentOutOfRangeException)
        {
            Fault(step, "cut-wrong", Saying.Of("proof.mark-outside", ("number", step)));
        }
    }

    private bool IsAHairLess(Length own, Length whole) => own <= whole && whole - own < _table.Kit.Ruler;

    // A piece lies free: in the size it is to be cut to, as its print allows.
    private void Off(int step, string label, Size size)
    {
        var wrong = _rows.TryGetValue(label, out var row)
            ? size != row.Size
            : _table.Piece(label) is not { } piece || (size != piece.Size && (piece.Turn != Turn.Free || size != piece.Size.Turned));
        if (wrong)
            Fault(step, "cut-wrong", Saying.Of("proof.not-as-planned", ("number", step), ("piece", label)));
        foreach (var one in row?.Labels ?? [label])
            _table.Cut[one] = _table.Cut.GetValueOrDefault(one) + 1;
    }

    // What is printed for a piece is on it: it came off one of its places, and the step says which.
    private void AtItsPlace(int step, Paper paper, string label, Box? box, IReadOnlyList<Told> text)
    {
        if (_table.Piece(label) is not { At: { } places } piece)
            return;
        var told = text.FirstOrDefault(t => t.Key is "cut.place" or "cut.place.side" && t["piece"].Text == label);
        var side = FaceWords.Of(paper, piece.Face, _table.Words);
        if (
            box is not { } lies
            || !places.Contains(lies)
            || told is null
            || SheetPlace.Seen(lies, paper.Sheet, piece.Face) is var seen
                && (!_table.Says(told["x"], seen.X) || !_table.Says(told["y"], seen.Y) || (told.Find("face")?.Text ?? "") != (side ?? ""))
        )
            Fault(step, "place-wrong", Saying.Of("proof.not-from-its-place", ("number", step), ("piece", label)));
    }

    private static PaperPart Part(Told told, int which) =>
        told.Key switch
        {
            "part.sheet" => PaperPart.Sheet,
            "part.scrap" => PaperPart.Scrap,
            "part.tear" => PaperPart.TearStrip,
            "part.letter" => PaperPart.Uncut(told["part"].Text),
            "part.inside" => PaperPart.Inside(told["piece"].Text),
            "part.offcut" => PaperPart.Offcut(told["n"].Number),
            "part.onhand" => PaperPart.OnHand(told["which"].Number, ""),
            _ => PaperPart.Piece(told.Parts[Math.Min(which, told.Parts.Count - 1)].Said.Text),
        };

    // Which side lies up, which will show, and that no label is written on a side that shows.
    private void Sides(int step, Paper paper, IReadOnlyList<Told> text, IReadOnlyList<string> labels)
    {
        string? Side(SheetFace face) => FaceWords.Of(paper, face, _table.Words);
        if (Side(SheetFace.A) is not { } a || Side(SheetFace.B) is not { } b)
        {
            if (text.All(t => t.Key != "cut.label"))
                Fault(step, "label-unsaid", Saying.Of("proof.label-unsaid", ("number", step)));
            return;
        }
        if (text.FirstOrDefault(t => t.Key == "cut.up")?["face"].Text != a)
            Fault(step, "side-wrong", Saying.Of("proof.sheet-upside-down", ("number", step), ("face", a)));
        var said = text.Where(t => t.Key is "cut.shows" or "cut.shows.down")
            .SelectMany(t => t["pieces"].Texts.Select(label => (label, t)))
            .GroupBy(s => s.label)
            .ToDictionary(g => g.Key, g => g.Select(s => s.t).ToList());
        foreach (var label in labels)
        {
            if (_table.Piece(label) is not { } piece)
                continue;
            var (shown, back) = piece.Face == SheetFace.A ? (a, b) : (b, a);
            if (!said.Remove(label, out var told))
                Fault(step, "side-unsaid", Saying.Of("proof.side-unsaid", ("number", step), ("label", label), ("face", shown)));
            else if (
                told is not [var one]
                || one["face"].Text != shown
                || one["back"].Text != back
                || (one.Key == "cut.shows.down") != (piece.Face == SheetFace.B)
            )
                Fault(step, "side-wrong", Saying.Of("proof.side-wrong", ("number", step), ("label", label), ("face", shown)));
        }
        foreach (var label in said.Keys)
            Fault(step, "side-wrong", Saying.Of("proof.not-on-sheet", ("number", step), ("label", label)));
    }

    private void Rows(int step, Paper paper, IReadOnlyList<IReadOnlyList<Told>> lines)
    {
        var off = lines
            .SelectMany(l => l)
            .SelectMany(t => t.Parts.Where(p => p.Blank is "off" or "rest").SelectMany(p => p.Said.Texts))
            .ToList();
        foreach (var (id, node) in _rows.Where(p => off.Contains(p.Key)))
        {
            static bool Parts(Told t) => t.Key is "pair" or "pair.turned" or "row" or "row.turned";
            var line = lines.FirstOrDefault(l => l.Any(t => Parts(t) && t["piece"].Text == id));
            var told = line?.First(Parts);
            var right =
                told is not null
                && (told.Find("shift") is { } shift ? [shift] : told["lengths"].Items.ToList()) is var shifts
                && shifts.Count == node.Row.Shifts.Count
                && shifts.Zip(node.Row.Shifts).All(s => _table.Says(s.First, s.Second))
                && (told.Find("count")?.Number ?? 2) == node.Row.Count
                && (told["way"].Key == "pair.right") == (node.Row.Axis == Axis.Across)
                && told.Key.EndsWith(".turned", StringComparison.Ordinal) == node.Row.HalfTurned;
            var side = FaceWords.Of(paper, node.Face, _table.Words);
            if (!right || line!.FirstOrDefault(t => t.Key == "pair.up")?["face"].Text != side)
                Fault(step, "pair-wrong", Saying.Of("proof.pair-wrong", ("number", step), ("piece", id)));
        }
    }

    /// <summary>What is to be kept is what is left, no more and no less.</summary>
    public void Keep(int step, Told told)
    {
        foreach (var kept in told["kept"].Items)
        foreach (var size in kept["sizes"].Items)
        {
            var at = Paper(kept["paper"].Text, []) is { } paper
                ? _left[paper.Id].FindIndex(l => IsNew(l) && _table.Says(size, l.Size))
                : -1;
            if (at < 0)
                Fault(
                    step,
                    "kept-wrong",
                    Saying.Of("proof.kept-wrong", ("number", step), ("paper", kept["paper"].Text), ("size", size.Text))
                );
            else
                _left[Paper(kept["paper"].Text, [])!.Id].RemoveAt(at);
        }
    }

    private static bool IsNew((string Part, Size Size) left) => !left.Part.StartsWith("on hand", StringComparison.Ordinal);

    /// <summary>What is said of no step: sheets gathered and not cut, paper left and not named.</summary>
    public void End()
    {
        foreach (var paper in _table.Kit.Papers)
        {
            if (_gathered.GetValueOrDefault(paper.Id) != _sheets.GetValueOrDefault(paper.Id))
                Fault(null, "count-wrong", Saying.Of("proof.gathered-otherwise", ("paper", paper.Name)));
            if (_left[paper.Id].Any(IsNew))
                Fault(null, "kept-wrong", Saying.Of("proof.left-unnamed", ("paper", paper.Name)));
        }
    }
}
