using System.Globalization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>The half of a guide in which everything is cut: gather, cautions, sheets that are taken whole, paper by paper in the planner's
/// order, tear strips and insides last; then what is kept.</summary>
internal sealed class CuttingHalf(Draft draft, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan)
{
    private readonly Words _words = draft.Words;
    private readonly Kit _kit = draft.Kit;

    // How many sheets of a paper earlier steps have taken.
    private readonly Dictionary<string, int> _taken = [];

    /// <summary>A sheet's pattern, with its place in the plan of its paper.</summary>
    private sealed record Placed(SheetPlan Sheet, CutPattern Pattern, int Index);

    public void Write()
    {
        WriteGather();
        if (plan.BySheet.Count == 0)
            return;
        draft.Add(GuideHalf.Cutting, StepKind.Caution, _words.Say("caution.blades"), [], signs: [new(Symbol.Caution)]);
        WriteWholes();
        foreach (var sheet in plan.BySheet)
            WriteSheets(sheet);
        // Tear strips and insides are there once the sheets are cut.
        foreach (var extra in plan.BySheet.SelectMany(Sheets).Where(p => p.Pattern.From is not null))
            WriteExtra(extra);
        WriteKeep();
    }

    private void WriteGather()
    {
        var sentences = new List<Phrase>();
        var sheets = plan
            .BySheet.Where(s => s.SheetsUsed > 0)
            .Select(s => _words.Say("gather.sheets", ("count", Words.Number(s.SheetsUsed)), ("paper", draft.PaperName(s.Sheet))))
            .ToList();
        if (sheets.Count > 0)
            sentences.Add(
                _words.Say(_kit.Guide.Parts == PartsSchool.OnSheets ? "gather.on-sheets" : "gather", ("sheets", Phrase.Join(", ", sheets)))
            );
        var parts = _kit
            .Parts.Where(s => layouts.Any(l => l.Pieces.Any(p => p.Piece.Takes(p.Label).Any(t => t.Use.Sheet == s.Id))))
            .Select(s => s.Name)
            .ToList();
        if (parts.Count > 0)
            sentences.Add(_words.Say("gather.parts", ("parts", Draft.List(parts))));
        var ready = pieces.Where(p => p.By == CutBy.Host).Select(p => p.Label).ToList();
        if (ready.Count > 0)
            sentences.Add(_words.Say("gather.ready", ("pieces", Draft.List(ready))));
        if (sentences.Count > 0)
            draft.Add(GuideHalf.Cutting, StepKind.Gather, Phrase.Join(" ", sentences), ready, signs: [new(Symbol.Gather)]);
    }

    // A sheet that is cut so many times stands there as often.
    private static IEnumerable<Placed> Sheets(SheetPlan sheet) =>
        sheet.Patterns.SelectMany((pattern, i) => Enumerable.Repeat(new Placed(sheet, pattern, i), pattern.Times));

    private static IEnumerable<string> Labels(CutPattern pattern) => pattern.Placements.SelectMany(p => p.Labels);

    // All sheets that are pieces as they are, in one step; those the designer has said something at in steps of their own.
    private void WriteWholes()
    {
        var wholes = plan.BySheet.SelectMany(Sheets).Where(p => p.Pattern.From is null && p.Pattern.Cuts.Count == 0).ToList();
        foreach (var (paper, count) in wholes.CountBy(w => w.Sheet.Sheet))
            _taken[paper] = count;
        bool Alone(Placed whole) => draft.IsPinned(Draft.KeyOf(StepKind.Cut, null, whole.Sheet.Sheet, [.. Labels(whole.Pattern)]));
        foreach (var own in wholes.Where(Alone))
            AddWholes([own], own.Sheet.Sheet);
        var together = wholes.Where(w => !Alone(w)).ToList();
        if (together.Count > 0)
            AddWholes(together, together.DistinctBy(w => w.Sheet.Sheet).Count() == 1 ? together[0].Sheet.Sheet : null);
    }

    private void AddWholes(IReadOnlyList<Placed> wholes, string? paper)
    {
        var items = wholes
            .GroupBy(w => (w.Sheet.Sheet, w.Pattern.Placements[0].Face))
            .Select(g =>
                _words.Say(
                    "cut.wholes.item",
                    ("paper", draft.Shown(g.Key.Sheet, g.Key.Face)),
                    ("pieces", Draft.List(g.SelectMany(w => Labels(w.Pattern))))
                )
            );
        draft.Add(
            GuideHalf.Cutting,
            StepKind.Cut,
            _words.Say("cut.wholes", ("wholes", Phrase.Join("; ", items))),
            [.. wholes.SelectMany(w => Labels(w.Pattern))],
            paper: paper,
            signs: [new(Symbol.Gather)]
        );
        if (wholes is [var only])
            draft.Complete(s => s with { Pattern = only.Index });
    }

    private void WriteSheets(SheetPlan sheet)
    {
        // Sheets that feed the first layout first: whoever makes one layout after the other finds them together.
        var left = Sheets(sheet)
            .Where(p => p.Pattern.From is null && p.Pattern.Cuts.Count > 0)
            .OrderBy(p => Labels(p.Pattern).Min(FirstLayout))
            .ToList();
        while (left.Count > 0)
        {
            var first = left[0];
            var alike = left.TakeWhile(p => p == first || IsAlike(first.Pattern, p.Pattern)).ToList();
            left.RemoveRange(0, alike.Count);
            var from = _taken.GetValueOrDefault(sheet.Sheet) + 1;
            _taken[sheet.Sheet] = from + alike.Count - 1;
            var text =
                alike.Count > 1
                    ? _words.Say(
                        alike.Count == 2 ? "cut.two" : "cut.alike",
                        ("paper", draft.PaperName(sheet.Sheet)),
                        ("number", Words.Number(alike.Count)),
                        ("first", Words.Number(from)),
                        ("last", Words.Number(from + alike.Count - 1)),
                        ("sheets", Words.Number(sheet.SheetsUsed))
                    )
                    : _words.Say(
                        first.Pattern.Root is PieceNode ? "cut.inside" : "cut.sheet",
                        ("paper", draft.PaperName(sheet.Sheet)),
                        ("sheet", Words.Number(from)),
                        ("sheets", Words.Number(sheet.SheetsUsed)),
                        ("piece", first.Pattern.Placements[0].Piece)
                    );
            WriteCut(alike, text);
        }
    }

    /// <summary>Whether two sheets are cut by the same marks, edges and order of parts, and only their pieces bear other labels. Sheets with
    /// a plunge or a row of outlines stand alone: their lines say much of one piece.</summary>
    private static bool IsAlike(CutPattern one, CutPattern other)
    {
        static string? Role(PaperPart part) => part.Role == PartRole.Piece ? null : part.Text;
        static bool Plain(CutPattern p) => p.Cuts.All(c => c.Plunge is null) && p.Placements.All(x => x.Labels.Count == 1);
        return Plain(one)
            && Plain(other)
            && one.Cuts.Count == other.Cuts.Count
            && one.Cuts.Zip(other.Cuts)
                .All(c =>
                    c.First.Fence == c.Second.Fence
                    && c.First.Setting == c.Second.Setting
                    && Role(c.First.Part) == Role(c.Second.Part)
                    && c.First.Gives.Select(Role).SequenceEqual(c.Second.Gives.Select(Role))
                )
            && one.Placements.Select(p => (p.Box, p.Face)).SequenceEqual(other.Placements.Select(p => (p.Box, p.Face)));
    }

    private int FirstLayout(string label) => layouts.TakeWhile(l => !label.StartsWith(l.Layout.Id + "-", StringComparison.Ordinal)).Count();

    private void WriteExtra(Placed extra)
    {
        var from = PartName(_words, extra.Pattern.From!);
        if (extra.Pattern.Cuts.Count > 0)
        {
            WriteCut([extra], _words.Say("cut.extra", ("from", from), ("paper", draft.PaperName(extra.Sheet.Sheet))));
            return;
        }
        IReadOnlyList<string> labels = [.. Labels(extra.Pattern)];
        draft.Add(
            GuideHalf.Cutting,
            StepKind.Cut,
            _words.Say(
                "cut.wholes",
                (
                    "wholes",
                    _words.Say(
                        "cut.wholes.from",
                        ("from", from),
                        ("paper", draft.Shown(extra.Sheet.Sheet, extra.Pattern.Placements[0].Face)),
                        ("pieces", Draft.List(labels))
                    )
                )
            ),
            labels,
            paper: extra.Sheet.Sheet,
            signs: [new(Symbol.Gather)]
        );
        draft.Complete(s => s with { Pattern = extra.Index });
    }

    private void WriteCut(IReadOnlyList<Placed> alike, Phrase text)
    {
        var (sheet, pattern) = (alike[0].Sheet, alike[0].Pattern);
        List<Phrase> lines = [.. CutLines([.. alike.Select(a => a.Pattern)]), .. RowLines(pattern)];
        var plunges = pattern.Cuts.Any(c => c.Plunge is not null);
        draft.Add(
            GuideHalf.Cutting,
            StepKind.Cut,
            Phrase.Join(
                " ",
                [
                    text,
                    .. Sides(sheet.Sheet, [.. alike.SelectMany(a => a.Pattern.Placements)]),
                    .. alike.SelectMany(a => PrintedPlaces(a.Pattern)).DistinctBy(phrase => phrase.Text),
                ]
            ),
            [.. alike.SelectMany(a => Labels(a.Pattern))],
            paper: sheet.Sheet,
            signs: plunges ? [new(Symbol.Cut), new(Symbol.Plunge)] : [new(Symbol.Cut)]
        );
        draft.Complete(s =>
            s with
            {
                Pattern = alike[0].Index,
                Lines = [.. lines.Select(l => l.Text)],
                LineFacts = [.. lines.Select(l => l.Facts)],
            }
        );
    }

    // Which side lies up while it is cut, which side of each piece will show, and so on which its label goes.
    private IEnumerable<Phrase> Sides(string paper, IReadOnlyList<Placement> placements)
    {
        string? Side(SheetFace face) => _kit.Paper(paper) is { } own ? FaceWords.Of(own, face, _words) : null;
        if (Side(SheetFace.A) is not { } up || Side(SheetFace.B) is not { } down)
        {
            yield return _words.Say("cut.label");
            yield break;
        }
        yield return _words.Say("cut.up", ("face", up));
        foreach (var shown in placements.GroupBy(p => p.Face).OrderBy(g => g.Key))
            yield return _words.Say(
                shown.Key == SheetFace.A ? "cut.shows" : "cut.shows.down",
                ("pieces", Draft.List(shown.SelectMany(p => p.Labels))),
                ("face", shown.Key == SheetFace.A ? up : down),
                ("back", shown.Key == SheetFace.A ? down : up)
            );
    }

    // Where on its side what is printed for a piece is to be found: whoever cuts sees at once whether the sheet lies right.
    private IEnumerable<Phrase> PrintedPlaces(CutPattern pattern) =>
        from placement in pattern.Placements
        where pattern.From is null && pieces.Any(p => p.Label == placement.Piece && p.At is not null)
        let paper = _kit.Paper(pattern.Sheet)!
        let side = FaceWords.Of(paper, placement.Face, _words)
        let seen = SheetPlace.Seen(placement.Box, paper.Sheet, placement.Face)
        select _words.Say(
            side is null ? "cut.place" : "cut.place.side",
            ("piece", placement.Piece),
            ("x", draft.Stated(FactKind.OnSheet, placement.Piece, seen.X, Edge.Left)),
            ("y", draft.Stated(FactKind.OnSheet, placement.Piece, seen.Y, Edge.Top)),
            ("face", side ?? "")
        );

    private IEnumerable<Phrase> CutLines(IReadOnlyList<CutPattern> alike)
    {
        TrimmerCut? last = null;
        foreach (var (cut, i) in alike[0].Cuts.Select((cut, i) => (cut, i)))
        {
            var edge = ("edge", _words.Say("edge." + cut.Fence.Word()));
            // Of sheets that are cut alike only the pieces are called otherwise.
            Phrase Gives(int which) =>
                Phrase.Join(" / ", alike.Select(p => p.Cuts[i].Gives[which]).Distinct().Select(g => PartName(_words, g)));
            if (cut.Plunge is { } plunge)
                yield return PlungeLine(cut, plunge, last is { Plunge: not null } && last.Part == cut.Part);
            else if (last is not null && last.Setting == cut.Setting)
                yield return _words
                    .Say("cut.same", ("part", PartName(_words, cut.Part)), edge, ("off", Gives(0).Sentence()), ("rest", Gives(1)))
                    .With(new StepFact(FactKind.Setting, cut.Part.Text, cut.Setting, null, cut.Fence));
            else
                yield return _words.Say(
                    "cut.line",
                    ("part", PartName(_words, cut.Part)),
                    edge,
                    ("setting", draft.Stated(FactKind.Setting, cut.Part.Text, cut.Setting, cut.Fence)),
                    ("off", Gives(0).Sentence()),
                    ("rest", Gives(1))
                );
            last = cut;
        }
    }

    // Four cuts from mark to mark leave a frame and a middle to use elsewhere; by knife where the trimmer's blade cannot be set down
    // inside a sheet.
    private Phrase PlungeLine(TrimmerCut cut, PlungeCut plunge, bool turned)
    {
        var knife = _kit.NoPlunge;
        var setting = draft.Stated(FactKind.Setting, cut.Part.Text, cut.Setting, cut.Fence);
        var (start, end) = (
            draft.Stated(FactKind.PlungeStart, cut.Part.Text, plunge.Start, cut.Fence),
            draft.Stated(FactKind.PlungeEnd, cut.Part.Text, plunge.End, cut.Fence)
        );
        var text = _words.Say(
            (knife, turned) switch
            {
                (true, true) => "plunge.knife.turn",
                (true, false) => "plunge.knife",
                (false, true) => "plunge.turn",
                _ => "plunge",
            },
            ("part", PartName(_words, cut.Part)),
            ("edge", _words.Say("edge." + cut.Fence.Word())),
            ("setting", setting),
            ("start", start),
            ("end", end)
        );
        if (!knife && turned)
            text = text.With(setting.Facts[0]);
        return cut.Gives is [var inside, var frame]
            ? text
                + " "
                + _words.Say(
                    "plunge.free",
                    ("inside", PartName(_words, inside).Sentence()),
                    ("size", draft.Size(inside.Text, cut.PartBox.Size.Grown(-cut.Setting)!.Value)),
                    ("frame", PartName(_words, frame))
                )
            : text;
    }

    // Outlines that lie into each other are parted by hand, drawn on the side that shows.
    private IEnumerable<Phrase> RowLines(CutPattern pattern) =>
        pattern
            .Root.All()
            .OfType<PieceNode>()
            .Where(n => n.Piece.Row is not null)
            .DistinctBy(n => n.Piece.Id)
            .Select(node =>
            {
                var row = node.Piece.Row!;
                var shifts = row.Shifts.Select(s => draft.Stated(FactKind.Shift, node.Piece.Id, s)).ToList();
                var way = _words.Say(row.Axis == Axis.Across ? "pair.right" : "pair.down");
                var parted =
                    row.Count == 2
                        ? _words.Say(row.HalfTurned ? "pair.turned" : "pair", ("piece", node.Piece.Id), ("shift", shifts[0]), ("way", way))
                        : _words.Say(
                            row.HalfTurned ? "row.turned" : "row",
                            ("piece", node.Piece.Id),
                            ("count", N(row.Count)),
                            ("lengths", Phrase.Join(", ", shifts)),
                            ("way", way)
                        );
                return _kit.Paper(pattern.Sheet) is { } paper && FaceWords.Of(paper, node.Piece.Face, _words) is { } side
                    ? _words.Say("pair.up", ("piece", node.Piece.Id), ("face", side)) + " " + parted
                    : parted;
            });

    // What no step uses up: offcuts worth keeping, tear strips, insides.
    private void WriteKeep()
    {
        var papers = plan
            .Kept.GroupBy(k => k.Paper)
            .Select(g => (Paper: g.Key, Sizes: (IReadOnlyList<Size>)[.. g.Select(k => k.Size)]))
            .ToList();
        bool Alone(string paper) => draft.IsPinned(Draft.KeyOf(StepKind.Keep, null, paper, []));
        foreach (var own in papers.Where(p => Alone(p.Paper)))
            AddKeep([own], own.Paper);
        if (papers.Where(p => !Alone(p.Paper)).ToList() is { Count: > 0 } together)
            AddKeep(together, null);
    }

    private void AddKeep(IReadOnlyList<(string Paper, IReadOnlyList<Size> Sizes)> papers, string? paper) =>
        draft.Add(
            GuideHalf.Cutting,
            StepKind.Keep,
            _words.Say(
                "keep",
                (
                    "kept",
                    Phrase.Join(
                        "; ",
                        papers.Select(p =>
                            _words.Say(
                                "keep.paper",
                                ("paper", draft.PaperName(p.Paper)),
                                ("sizes", Phrase.Join(", ", p.Sizes.Select(s => draft.Size(p.Paper, s))))
                            )
                        )
                    )
                )
            ),
            [],
            paper: paper,
            signs: [new(Symbol.Keep)]
        );

    // What a part is called in the guide's language; labels stay as they are.
    internal static Phrase PartName(Words words, PaperPart part) =>
        part.Role switch
        {
            PartRole.Sheet => words.Say("part.sheet"),
            PartRole.Scrap => words.Say("part.scrap"),
            PartRole.TearStrip => words.Say("part.tear"),
            PartRole.Inside => words.Say("part.inside", ("piece", part.Of!)),
            PartRole.OnHand => words.Say("part.onhand", ("which", N(part.Number))),
            PartRole.Offcut => words.Say("part.offcut", ("n", N(part.Number))),
            PartRole.Uncut => words.Say("part.letter", ("part", part.Of!)),
            _ => part.Text,
        };

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
