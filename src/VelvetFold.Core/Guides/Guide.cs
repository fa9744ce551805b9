using System.Globalization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>Writes the steps of a kit: everything is cut before anything is stuck, and every page is built from the back layer forward.</summary>
public sealed class Guide
{
    private readonly Kit _kit;
    private readonly IReadOnlyList<ResolvedLayout> _layouts;
    private readonly IReadOnlyList<CutPiece> _pieces;
    private readonly CutPlan _plan;
    private readonly Words _words;
    private readonly LengthPattern _reading;
    private readonly List<Step> _steps = [];

    private Guide(Kit kit, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan, Words words) =>
        (_kit, _layouts, _pieces, _plan, _words, _reading) = (kit, layouts, pieces, plan, words, kit.Reading());

    /// <summary>The steps for one kit, numbered from 1.</summary>
    /// <param name="pieces">All that is cut for one kit, by whomever.</param>
    /// <param name="plan">The plan by which a guest cuts one kit.</param>
    public static IReadOnlyList<Step> Write(Kit kit, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan, Words words)
    {
        var guide = new Guide(kit, layouts, pieces, plan, words);
        guide.WriteCutting();
        foreach (var layout in layouts.Where(l => l.Pieces.Count > 0)) guide.WriteAssembly(layout);
        return guide._steps;
    }

    private void WriteCutting()
    {
        var ready = _pieces.Where(p => p.By == CutBy.Host).Select(p => p.Label).ToList();
        if (_plan.BySheet.Count == 0)
        {
            if (ready.Count > 0) Add(GuideHalf.Cutting, StepKind.Gather, _words.Say("gather.ready", ("pieces", List(ready))), ready);
            return;
        }
        var sheets = _plan.BySheet.Select(s => _words.Say("gather.sheets", ("count", Number(s.SheetsUsed)), ("paper", PaperName(s.Sheet))));
        var parts = _kit.Parts.Where(s => _layouts.Any(l => l.Pieces.Any(p => p.Piece.Part?.Sheet == s.Id))).Select(s => s.Name).ToList();
        var gather = _words.Say("gather", ("sheets", string.Join(", ", sheets)));
        if (parts.Count > 0) gather += " " + _words.Say("gather.parts", ("parts", List(parts)));
        if (ready.Count > 0) gather += " " + _words.Say("gather.ready", ("pieces", List(ready)));
        Add(GuideHalf.Cutting, StepKind.Gather, gather, ready);
        Add(GuideHalf.Cutting, StepKind.Caution, _words.Say("caution.blades"), []);
        foreach (var sheet in _plan.BySheet) WriteSheets(sheet);
        // The insides are there once they are cut out.
        foreach (var sheet in _plan.BySheet) WriteExtras(sheet);
    }

    private void WriteSheets(SheetPlan sheet)
    {
        var number = 0;
        foreach (var (pattern, index) in sheet.Patterns.Select((p, i) => (p, i)).Where(p => p.p.From is null))
        {
            for (var time = 0; time < pattern.Times; time++)
            {
                var text = _words.Say(pattern.Cuts.Count == 0 ? "cut.whole" : pattern.Root is PieceNode ? "cut.whole.inside" : "cut.sheet", ("paper", PaperName(sheet.Sheet)),
                    ("sheet", Number(++number)), ("sheets", Number(sheet.SheetsUsed)), ("piece", pattern.Placements[0].Piece));
                _steps.Add(new(_steps.Count + 1, GuideHalf.Cutting, StepKind.Cut, text, [.. CutLines(pattern), .. PairLines(pattern)], [.. LabelsOn(pattern)], Paper: sheet.Sheet, Pattern: index));
            }
        }
        var offcuts = sheet.Patterns.SelectMany(p => p.Offcuts.Where(o => o.Name != "scrap").Select(o => _reading.Format(o.Box.Size))).ToList();
        if (offcuts.Count > 0)
            Add(GuideHalf.Cutting, StepKind.Keep, _words.Say("keep.offcuts", ("paper", PaperName(sheet.Sheet)), ("offcuts", string.Join(", ", offcuts))), [], paper: sheet.Sheet);
    }

    private void WriteExtras(SheetPlan sheet)
    {
        foreach (var (pattern, index) in sheet.Patterns.Select((p, i) => (p, i)).Where(p => p.p.From is not null))
        {
            var text = _words.Say(pattern.Cuts.Count == 0 ? "cut.extra.whole" : "cut.extra", ("from", pattern.From!), ("paper", PaperName(sheet.Sheet)), ("piece", pattern.Placements[0].Piece));
            for (var time = 0; time < pattern.Times; time++)
                _steps.Add(new(_steps.Count + 1, GuideHalf.Cutting, StepKind.Cut, text, [.. CutLines(pattern), .. PairLines(pattern)], [.. LabelsOn(pattern)], Paper: sheet.Sheet, Pattern: index));
        }
    }

    // Of a pair both.
    private static IEnumerable<string> LabelsOn(CutPattern pattern) => pattern.Placements.SelectMany(p => p.Labels);

    private IEnumerable<string> CutLines(CutPattern pattern)
    {
        TrimmerCut? last = null;
        foreach (var cut in pattern.Cuts)
        {
            if (cut.Plunge is { } plunge)
            {
                yield return PlungeLine(cut, plunge, last is { Plunge: not null } && last.Part == cut.Part);
                last = cut;
                continue;
            }
            var same = last is not null && last.Setting == cut.Setting;
            yield return _words.Say(same ? "cut.same" : "cut.line", ("part", PartName(cut.Part)), ("edge", _words.Say("edge." + cut.Fence.Word())),
                ("setting", _reading.Format(cut.Setting)), ("off", Sentence(PartName(cut.Gives[0]))), ("rest", PartName(cut.Gives[1])));
            last = cut;
        }
    }

    // Two outlines that lie into each other are parted by hand.
    private IEnumerable<string> PairLines(CutPattern pattern) => pattern.Root.All().OfType<PieceNode>().Where(n => n.Piece.Pair is not null).DistinctBy(n => n.Piece.Id).Select(node =>
    {
        var pair = node.Piece.Pair!;
        return _words.Say(pair.HalfTurned ? "pair.turned" : "pair", ("piece", node.Piece.Id), ("shift", _reading.Format(pair.Shift)), ("way", _words.Say(pair.Axis == Axis.Across ? "pair.right" : "pair.down")));
    });

    // Four cuts from mark to mark leave a frame and a middle to use elsewhere; by knife where the trimmer's blade cannot be set down inside a sheet.
    private string PlungeLine(TrimmerCut cut, PlungeCut plunge, bool turned)
    {
        var text = _words.Say(_kit.NoPlunge ? turned ? "plunge.knife.turn" : "plunge.knife" : turned ? "plunge.turn" : "plunge", ("part", PartName(cut.Part)), ("edge", _words.Say("edge." + cut.Fence.Word())),
            ("setting", _reading.Format(cut.Setting)), ("start", _reading.Format(plunge.Start)), ("end", _reading.Format(plunge.End)));
        return cut.Gives is [var inside, var frame] ? text + " " + _words.Say("plunge.free", ("inside", Sentence(inside)), ("size", _reading.Format(cut.PartBox.Size.Grown(-cut.Setting)!.Value)), ("frame", PartName(frame))) : text;
    }

    private string PartName(string part) => part == "sheet" ? _words.Say("part.sheet")
        : part.Length <= 2 && part.All(char.IsAsciiLetterLower) ? _words.Say("part.letter", ("part", part))
        : _words.Say("part.piece", ("part", part));

    private void WriteAssembly(ResolvedLayout layout)
    {
        WriteTrims(layout);
        foreach (var placed in layout.Pieces.Where(p => p.Piece.HoldsPhoto && p.Stack.Layers.Count > 0)) WriteMats(layout, placed);
        Add(GuideHalf.Assembly, StepKind.DryLayout, _words.Say("dry", ("layout", layout.Layout.Name)), [], layout.Layout.Id);
        WriteLaying(layout);
        var cards = layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Journaling).Select(p => p.Label).ToList();
        if (cards.Count > 0) Add(GuideHalf.Assembly, StepKind.Write, _words.Say("write", ("pieces", List(cards))), cards, layout.Layout.Id);
        Add(GuideHalf.Assembly, StepKind.PutBack, _words.Say("putBack", ("layout", layout.Layout.Name)), [], layout.Layout.Id);
    }

    private void WriteTrims(ResolvedLayout layout)
    {
        var trimmed = layout.Pieces.Where(p => p.Piece.HoldsPhoto && p.Stack.Photo != p.Piece.Size).GroupBy(p => (From: p.Piece.Size, To: p.Stack.Photo));
        foreach (var group in trimmed)
        {
            var labels = group.Select(p => p.Label).ToList();
            Add(GuideHalf.Assembly, StepKind.Trim, _words.Say("trim", ("pieces", List(labels)), ("from", _reading.Format(group.Key.From)), ("to", _reading.Format(group.Key.To))), labels, layout.Layout.Id);
        }
    }

    private void WriteMats(ResolvedLayout layout, PlacedPiece placed)
    {
        var sentences = placed.Stack.Layers.Select((layer, i) => _words.Say(i == 0 ? "mat.photo" : "mat.more",
            ("mat", placed.Label + " mat" + (placed.Stack.Layers.Count > 1 ? " " + Number(i + 1) : "")), ("size", _reading.Format(layer.Size)),
            ("paper", PaperName(layer.Mat.Paper)), ("reveal", _reading.Format(layer.Mat.Reveal)), ("piece", placed.Label)));
        Add(GuideHalf.Assembly, StepKind.Mat, string.Join(" ", sentences), [placed.Label], layout.Layout.Id);
    }

    // Left page before right page, each from the back layer forward.
    private void WriteLaying(ResolvedLayout layout)
    {
        var sentence = new PlaceSentence(_kit, layout, _words);
        var down = new List<string>();
        foreach (var placed in layout.Pieces.OrderBy(p => p.Piece.Side))
        {
            if (placed.Piece.Kind == PieceKind.Printed) continue; // it is on its base already
            var (across, along) = (sentence.Phrase(placed, Axis.Across, down), sentence.Phrase(placed, Axis.Down, down));
            var key = placed.Piece switch
            {
                { Kind: PieceKind.Photo, HoldsPhoto: false } => "leave",
                { Kind: PieceKind.Photo } => placed.Stack.Layers.Count > 0 ? "lay.photo" : "lay.photo.bare",
                { Paper: null, Part: null } => "lay.ready",
                _ => "lay",
            };
            var text = _words.Say(key, ("piece", placed.Label), ("size", _reading.Format(placed.Box.Size)), ("paper", Made(placed.Piece)), ("across", across), ("down", along));
            if (placed.Piece is { IsCut: true, Joins.Count: > 0 })
                text += " " + _words.Say("lay.joined", ("joins", List([.. placed.Piece.Joins.Select(_reading.Format)])), ("edge", _words.Say("edge." + (placed.Piece.LongAxis == Axis.Across ? "left" : "top"))));
            var picture = new StepPicture(layout.Layout.Id, [.. down], [placed.Label], LayoutPicture.Dimensions(_kit, layout, placed));
            _steps.Add(new(_steps.Count + 1, GuideHalf.Assembly, StepKind.Lay, text, [], [placed.Label], layout.Layout.Id, placed.Piece.Side, Picture: picture));
            down.Add(placed.Label);
        }
    }

    private void Add(GuideHalf half, StepKind kind, string text, IReadOnlyList<string> pieces, string? layout = null, string? paper = null) =>
        _steps.Add(new(_steps.Count + 1, half, kind, text, [], pieces, layout, Paper: paper));

    // What a piece is made of: the sheet of parts it comes off, or its paper.
    private string Made(Piece piece) =>
        piece.Part is { } use && _kit.PartSheet(use.Sheet) is { } sheet
            ? use.Part is { } part ? _words.Say("part.of", ("part", part), ("sheet", sheet.Name)) : sheet.Name
            : PaperName(piece.Paper);

    private string PaperName(string? id) => _kit.Paper(id)?.Name ?? id ?? "";

    private static string List(IReadOnlyList<string> labels) => string.Join(", ", labels);

    private static string Sentence(string part) => char.ToUpperInvariant(part[0]) + part[1..];

    private static string Number(int n) => n.ToString(CultureInfo.InvariantCulture);
}
