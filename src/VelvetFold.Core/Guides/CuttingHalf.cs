using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>The half of a guide in which everything is cut: gather, cautions, paper by paper in the planner's order, offcuts and
/// insides last.</summary>
internal sealed class CuttingHalf(Draft draft, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan)
{
    private readonly Words _words = draft.Words;
    private readonly Kit _kit = draft.Kit;

    public void Write()
    {
        WriteGather();
        if (plan.BySheet.Count == 0)
            return;
        draft.Add(GuideHalf.Cutting, StepKind.Caution, _words.Say("caution.blades"), [], signs: [new(Symbol.Caution)]);
        foreach (var sheet in plan.BySheet)
            WriteSheets(sheet);
        // Tear strips and insides are there once the sheets are cut.
        foreach (var sheet in plan.BySheet)
            WriteExtras(sheet);
    }

    private void WriteGather()
    {
        var sentences = new List<Phrase>();
        var sheets = plan
            .BySheet.Where(s => s.SheetsUsed > 0)
            .Select(s => _words.Say("gather.sheets", ("count", Words.Number(s.SheetsUsed)), ("paper", draft.PaperName(s.Sheet))))
            .ToList();
        if (sheets.Count > 0)
            sentences.Add(_words.Say("gather", ("sheets", Phrase.Join(", ", sheets))));
        var parts = _kit.Parts.Where(s => layouts.Any(l => l.Pieces.Any(p => p.Piece.Part?.Sheet == s.Id))).Select(s => s.Name).ToList();
        if (parts.Count > 0)
            sentences.Add(_words.Say("gather.parts", ("parts", Draft.List(parts))));
        var ready = pieces.Where(p => p.By == CutBy.Host).Select(p => p.Label).ToList();
        if (ready.Count > 0)
            sentences.Add(_words.Say("gather.ready", ("pieces", Draft.List(ready))));
        if (sentences.Count > 0)
            draft.Add(GuideHalf.Cutting, StepKind.Gather, Phrase.Join(" ", sentences), ready, signs: [new(Symbol.Gather)]);
    }

    private void WriteSheets(SheetPlan sheet)
    {
        var number = 0;
        foreach (var (pattern, index) in sheet.Patterns.Select((p, i) => (p, i)).Where(p => p.p.From is null))
            for (var time = 0; time < pattern.Times; time++)
            {
                var key =
                    pattern.Cuts.Count == 0 ? "cut.whole"
                    : pattern.Root is PieceNode ? "cut.whole.inside"
                    : "cut.sheet";
                WriteCut(
                    sheet,
                    pattern,
                    index,
                    _words.Say(
                        key,
                        ("paper", draft.PaperName(sheet.Sheet)),
                        ("sheet", Words.Number(++number)),
                        ("sheets", Words.Number(sheet.SheetsUsed)),
                        ("piece", pattern.Placements[0].Piece)
                    )
                );
            }
        var offcuts = sheet.Patterns.SelectMany(p => p.Offcuts.Select(o => draft.Size(o.Name.Text, o.Box.Size))).ToList();
        if (offcuts.Count > 0)
            draft.Add(
                GuideHalf.Cutting,
                StepKind.Keep,
                _words.Say("keep.offcuts", ("paper", draft.PaperName(sheet.Sheet)), ("offcuts", Phrase.Join(", ", offcuts))),
                [],
                paper: sheet.Sheet,
                signs: [new(Symbol.Keep)]
            );
    }

    private void WriteExtras(SheetPlan sheet)
    {
        foreach (var (pattern, index) in sheet.Patterns.Select((p, i) => (p, i)).Where(p => p.p.From is not null))
            for (var time = 0; time < pattern.Times; time++)
                WriteCut(
                    sheet,
                    pattern,
                    index,
                    _words.Say(
                        pattern.Cuts.Count == 0 ? "cut.extra.whole" : "cut.extra",
                        ("from", PartName(_words, pattern.From!)),
                        ("paper", draft.PaperName(sheet.Sheet)),
                        ("piece", pattern.Placements[0].Piece)
                    )
                );
    }

    private void WriteCut(SheetPlan sheet, CutPattern pattern, int index, Phrase text)
    {
        List<Phrase> lines = [.. CutLines(pattern), .. PairLines(pattern)];
        IReadOnlyList<string> labels = [.. pattern.Placements.SelectMany(p => p.Labels)];
        var plunges = pattern.Cuts.Any(c => c.Plunge is not null);
        draft.Add(
            GuideHalf.Cutting,
            StepKind.Cut,
            text,
            labels,
            paper: sheet.Sheet,
            signs: plunges ? [new(Symbol.Cut), new(Symbol.Plunge)] : [new(Symbol.Cut)]
        );
        draft.Complete(s =>
            s with
            {
                Pattern = index,
                Lines = [.. lines.Select(l => l.Text)],
                LineFacts = [.. lines.Select(l => l.Facts)],
            }
        );
    }

    private IEnumerable<Phrase> CutLines(CutPattern pattern)
    {
        TrimmerCut? last = null;
        foreach (var cut in pattern.Cuts)
        {
            var edge = ("edge", _words.Say("edge." + cut.Fence.Word()));
            if (cut.Plunge is { } plunge)
                yield return PlungeLine(cut, plunge, last is { Plunge: not null } && last.Part == cut.Part);
            else if (last is not null && last.Setting == cut.Setting)
                yield return _words
                    .Say(
                        "cut.same",
                        ("part", PartName(_words, cut.Part)),
                        edge,
                        ("off", PartName(_words, cut.Gives[0]).Sentence()),
                        ("rest", PartName(_words, cut.Gives[1]))
                    )
                    .With(new StepFact(FactKind.Setting, cut.Part.Text, cut.Setting, null, cut.Fence));
            else
                yield return _words.Say(
                    "cut.line",
                    ("part", PartName(_words, cut.Part)),
                    edge,
                    ("setting", draft.Stated(FactKind.Setting, cut.Part.Text, cut.Setting, cut.Fence)),
                    ("off", PartName(_words, cut.Gives[0]).Sentence()),
                    ("rest", PartName(_words, cut.Gives[1]))
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

    // Two outlines that lie into each other are parted by hand.
    private IEnumerable<Phrase> PairLines(CutPattern pattern) =>
        pattern
            .Root.All()
            .OfType<PieceNode>()
            .Where(n => n.Piece.Pair is not null)
            .DistinctBy(n => n.Piece.Id)
            .Select(node =>
            {
                var pair = node.Piece.Pair!;
                return _words.Say(
                    pair.HalfTurned ? "pair.turned" : "pair",
                    ("piece", node.Piece.Id),
                    ("shift", draft.Stated(FactKind.Shift, node.Piece.Id, pair.Shift)),
                    ("way", _words.Say(pair.Axis == Axis.Across ? "pair.right" : "pair.down"))
                );
            });

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

    private static string N(int n) => n.ToString(System.Globalization.CultureInfo.InvariantCulture);
}
