using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>Follows the assembly half of a guide by its words: here work by hand, wet work, photos and mats; beside it every piece to its
/// place, measured from what lies there already.</summary>
internal sealed partial class AssemblyReplay(ProofTable table)
{
    private readonly IReadOnlySet<string> _inRows = table.Plan.InRows;
    private readonly Dictionary<string, int> _drying = [];
    private readonly HashSet<string> _wetDone = [];
    private readonly Dictionary<string, string> _prepared = [];
    private readonly HashSet<string> _trimmed = [];
    private readonly Dictionary<string, int> _matted = [];
    private readonly Dictionary<string, List<(EdgeWork Work, Edge Edge, Length Off)>> _edges = [];
    private readonly Dictionary<string, OutlineKind> _outlined = [];
    private readonly Dictionary<string, Told> _leftSize = [];

    private void Fault(int? step, string code, Saying says) => table.Fault(step, code, says);

    private void Wrong(int step, string label) =>
        Fault(step, "number-wrong", Saying.Of("proof.number-wrong", ("number", step), ("placed", label)));

    public void Wet(int step, Told told)
    {
        foreach (var label in told["pieces"].Texts)
        {
            if (_down.ContainsKey(label))
                Fault(step, "laid-already", Saying.Of("proof.laid-already", ("number", step), ("label", label)));
            if (table.Designed(label) is not { } placed)
                continue;
            if (told["minutes"].Number != placed.Piece.DryingMinutes || told.Find("work")?.Text != placed.Piece.Wet?.Words)
                Wrong(step, label);
            _drying[label] = told["minutes"].Number;
            _wetDone.Add(label);
        }
    }

    public void Dry(int step, Told told)
    {
        foreach (var label in told["pieces"].Texts)
            if (!_drying.TryGetValue(label, out var minutes))
                Fault(step, "not-wet", Saying.Of("proof.not-wet", ("number", step), ("label", label)));
            else if (told["minutes"].Number >= minutes)
                _drying.Remove(label);
            else
                Fault(step, "too-short", Saying.Of("proof.too-short", ("number", step), ("label", label)));
        // One wait for all of it is as long as the longest, and no longer.
        if (
            told["pieces"].Texts.Select(l => table.Designed(l)?.Piece.DryingMinutes ?? 0).Max() is var longest
            && told["minutes"].Number > longest
        )
            Wrong(step, told["pieces"].Texts.First());
    }

    /// <summary>Work by hand: outlines, edges and what comes off at them, and the size that is left.</summary>
    public void ByHand(int step, IReadOnlyList<Told> text)
    {
        (IReadOnlyList<string> Labels, IReadOnlyList<(EdgeWork, Edge)> Edges) last = ([], []);
        foreach (var told in text)
        {
            if (told.Find("pieces") is { } pieces)
                last = (
                    [.. pieces.Texts],
                    told.Find("edges") is { } edges ? [.. ProofTable.EdgesOf(edges).Select(e => (WorkOf(told.Key), e))] : []
                );
            foreach (var label in last.Labels)
            {
                if (_down.ContainsKey(label))
                    Fault(step, "laid-already", Saying.Of("proof.by-hand-too-late", ("number", step), ("label", label)));
                if (table.Designed(label)?.Piece is { } piece)
                    ByHand(step, told, label, piece, last.Edges);
            }
        }
    }

    private void ByHand(int step, Told told, string label, Piece piece, IReadOnlyList<(EdgeWork Work, Edge Edge)> edges)
    {
        var done = _edges.TryGetValue(label, out var sofar) ? sofar : _edges[label] = [];
        switch (told.Key)
        {
            case "hand.off":
                foreach (var (work, edge) in edges)
                    done[done.FindLastIndex(d => d.Work == work && d.Edge == edge)] = (
                        work,
                        edge,
                        table.Length(told["off"], piece.Finish(edge).Uses(table.Kit.Unit))
                    );
                break;
            case "hand.left":
                _leftSize[label] = told["size"];
                break;
            case "hand.circle" or "hand.oval" or "hand.hexagon" or "hand.template":
                if (!_outlined.TryAdd(label, Enum.Parse<OutlineKind>(told.Key.Split('.')[1], ignoreCase: true)))
                    Fault(step, "twice", Saying.Of("proof.by-hand-again", ("number", step), ("label", label)));
                if (told.Find("width") is { } width && !table.Says(width, piece.Size.Width))
                    Wrong(step, label);
                if (told.Find("size") is { } size && !table.Says(size, piece.Size))
                    Wrong(step, label);
                break;
            default:
                if (told.Find("angle") is { } angle && angle.Number != MitredFrame.CutAngle)
                    Wrong(step, label);
                foreach (var (work, edge) in edges)
                    if (done.Exists(d => d.Work == work && d.Edge == edge))
                        Fault(step, "twice", Saying.Of("proof.by-hand-again", ("number", step), ("label", label)));
                    else
                        done.Add((work, edge, Length.Zero));
                break;
        }
    }

    private static EdgeWork WorkOf(string key) => Enum.Parse<EdgeWork>(key.Split('.')[1], ignoreCase: true);

    // Before it is laid a piece has its outline and its edges, and the size that is left of what was cut.
    private void IsMade(int step, PlacedPiece placed)
    {
        var (label, piece, unit) = (placed.Label, placed.Piece, table.Kit.Unit);
        if (!piece.IsCut)
            return;
        var meant = piece
            .Finishes.Where(f => f.Work is not (EdgeWork.Straight or EdgeWork.Inked))
            .Select(f => (f.Work, f.Edge, Off: f.Uses(unit)))
            .ToHashSet();
        if (!meant.SetEquals(_edges.GetValueOrDefault(label) ?? []))
            Fault(step, "by-hand-missing", Saying.Of("proof.by-hand-missing", ("number", step), ("label", label)));
        var outline =
            _inRows.Contains(label) || piece.Shape is null or { Kind: OutlineKind.Rectangle } ? (OutlineKind?)null : piece.Shape.Kind;
        if (outline != (_outlined.TryGetValue(label, out var cut) ? cut : null))
            Fault(step, "by-hand-missing", Saying.Of("proof.by-hand-missing", ("number", step), ("label", label)));
        // What was cut, less what the work has taken off, is what is said to be left.
        var whole = piece.CutSize(unit);
        if (whole == piece.Size)
            return;
        Length Off(params Edge[] at) =>
            (_edges.GetValueOrDefault(label) ?? []).Where(e => at.Contains(e.Edge)).Aggregate(Length.Zero, (sum, e) => sum + e.Off);
        // More may be said to come off than there is.
        var left = Size.Of(whole.Width - Off(Edge.Left, Edge.Right), whole.Height - Off(Edge.Top, Edge.Bottom));
        if (left is not { } size || !_leftSize.TryGetValue(label, out var said) || !table.Says(said, size))
            Fault(step, "by-hand-missing", Saying.Of("proof.left-otherwise", ("number", step), ("label", label)));
    }

    public void Prepare(Told told)
    {
        foreach (var label in told["pieces"].Texts)
            _prepared[label] = told.Key;
    }

    public void Trim(int step, Told told)
    {
        foreach (var label in told["pieces"].Texts)
        {
            if (table.Designed(label) is not { } placed || !placed.Piece.HasPrint || placed.Stack.Photo == placed.Piece.Size)
                Fault(step, "trim-wrong", Saying.Of("proof.trim-wrong", ("number", step), ("label", label)));
            else if (
                !table.Says(told["from"], placed.Piece.Size)
                || !table.Says(told["to"], placed.Stack.Photo)
                || (told.Find("off") is { } off && !table.Says(off, placed.Piece.Size.Width - placed.Stack.Photo.Width))
                || (told.Find("border") is { } white && !table.Says(white, placed.Piece.BorderLeft(placed.Stack)?.Across ?? Length.Zero))
                || told.Key != HandWork.TrimKey(table.Kit, placed.Piece)
            )
                Wrong(step, label);
            if (!_trimmed.Add(label))
                Fault(step, "twice", Saying.Of("proof.step-trims-again", ("number", step), ("label", label)));
        }
    }

    /// <summary>Mats and frames of a step, the inner ones first.</summary>
    public void Mats(int step, IReadOnlyList<Told> text)
    {
        string? photo = null;
        foreach (var told in text)
            if (told.Key == "mat.run")
                foreach (var item in told["mats"].Items)
                    Mat(step, item, told["reveal"], PhotoOf(item["mat"].Text), "mat.photo");
            else if (told.Find("mat") is { } mat)
                Mat(step, told, told.Find("reveal"), photo = told.Find("piece")?.Text ?? photo ?? PhotoOf(mat.Text), told.Key);
    }

    private string PhotoOf(string mat) =>
        table.Layouts.SelectMany(l => l.Pieces).FirstOrDefault(p => mat.StartsWith(p.Label + " ", StringComparison.Ordinal))?.Label ?? mat;

    private void Mat(int step, Told told, Told? reveal, string label, string key)
    {
        if (table.Designed(label) is not { Piece.Kind: PieceKind.Photo } placed)
        {
            Fault(step, "unknown", Saying.Of("proof.step-lays-which-is", ("number", step), ("label", label)));
            return;
        }
        var (piece, stack, i) = (placed.Piece, placed.Stack, _matted.GetValueOrDefault(label));
        _matted[label] = i + 1;
        var mat = told["mat"].Text;
        if (i >= stack.Layers.Count || mat != MatStack.LabelOf(label, i, stack.Layers.Count))
        {
            Fault(step, "twice", Saying.Of("proof.mat-out-of-turn", ("number", step), ("mat", mat)));
            return;
        }
        if (piece.HasPrint && stack.Photo != piece.Size && !_trimmed.Contains(label))
            Fault(step, "not-trimmed-yet", Saying.Of("proof.not-trimmed-yet", ("number", step), ("label", label)));
        foreach (var cut in table.CutFor(mat))
            table.Use(step, cut.Label);
        var layer = stack.Layers[i];
        if (layer.Mat.Card is { } ready)
            IsCard(step, mat, told["paper"], ready);
        else
            table.Shows(step, mat, told["paper"], layer.Mat.Paper, layer.Mat.Face);
        var meant = (layer.Mat.Frame is not null, i, piece) switch
        {
            (true, 0, { IsPlaceholder: true }) => "frame.placeholder",
            (true, 0, { HoldsPhoto: false }) => "frame.empty",
            (true, _, _) => "frame",
            (false, 0, { IsPlaceholder: true }) => "mat.placeholder",
            (false, 0, { HoldsPhoto: false }) => "mat.empty",
            (false, 0, _) => "mat.photo",
            _ => "mat.more",
        };
        var on = i == 0 ? stack.Photo : stack.Layers[i - 1].Size;
        var (beside, above) = ((layer.Size.Width - on.Width).Half, (layer.Size.Height - on.Height).Half);
        if (beside != above && meant is ("mat.photo" or "mat.placeholder" or "mat.more"))
            meant += ".two";
        if (key != meant)
            Fault(step, "mat-wrong", Saying.Of("proof.mat-wrong", ("number", step), ("mat", mat)));
        if (
            !table.Says(told["size"], layer.Size)
            || (told.Find("card") is { } card && !table.Says(card, stack.Photo))
            || (told.Find("width") is { } width && !table.Says(width, layer.Mat.Frame ?? Length.Zero))
            || (told.Find("angle") is { } angle && angle.Number != MitredFrame.CutAngle)
        )
            Wrong(step, mat);
        // What shows is half of what the mat is larger than what lies on it.
        if ((reveal is not null && !table.Says(reveal, beside)) || (told.Find("above") is { } said && !table.Says(said, above)))
            Fault(step, "number-wrong", Saying.Of("proof.shows-otherwise", ("number", step), ("mat", mat)));
    }

    private void IsCard(int step, string mat, Told said, Matting.ReadyCard card)
    {
        var sheet = table.Kit.PartSheet(card.Sheet)?.Name;
        if (sheet is not null && (said.Key != "part.of" || said["part"].Text != card.Part || said["sheet"].Text != sheet))
            Fault(
                step,
                "paper-wrong",
                Saying.Of("proof.paper-wrong", ("number", step), ("label", mat), ("paper", $"{card.Part}, {sheet}"))
            );
    }

    // It is cut, trimmed, matted, worked and dry.
    private void IsReady(int step, PlacedPiece placed)
    {
        var label = placed.Label;
        if (placed.Piece.Kind == PieceKind.Photo)
        {
            if (_matted.GetValueOrDefault(label) < placed.Stack.Layers.Count)
                Fault(
                    step,
                    "not-matted-yet",
                    Saying.Of(
                        "proof.not-matted-yet",
                        ("number", step),
                        ("label", label),
                        ("mat", MatStack.LabelOf(label, _matted.GetValueOrDefault(label), placed.Stack.Layers.Count))
                    )
                );
            if (placed.Piece.HasPrint && placed.Stack.Photo != placed.Piece.Size && !_trimmed.Contains(label))
                Fault(step, "not-trimmed-yet", Saying.Of("proof.laid-untrimmed", ("number", step), ("label", label)));
        }
        else
            foreach (var piece in table.CutFor(label))
                table.Use(step, piece.Label);
        IsMade(step, placed);
        IsCutAsMeant(step, placed);
        if (HandWork.PrepareKey(table.Kit, placed.Piece) != _prepared.GetValueOrDefault(label))
            Fault(step, "not-prepared", Saying.Of("proof.not-prepared", ("number", step), ("label", label)));
        if (_drying.ContainsKey(label))
            Fault(step, "still-wet", Saying.Of("proof.still-wet", ("number", step), ("label", label)));
        else if (placed.Piece.DryingMinutes > 0 && !_wetDone.Contains(label))
            Fault(step, "still-wet", Saying.Of("proof.laid-before-wet-work", ("number", step), ("label", label)));
    }
}
