using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>A piece with its place: the box it covers, and the photo and mats within where it holds a photo.</summary>
/// <param name="Label">As it stands everywhere: L1-B2.</param>
/// <param name="Box">What it covers, mats included, from the layout's top left corner; what hangs over the page is still in it.</param>
/// <param name="PhotoBox">Where the photo itself lies; null where there is none.</param>
/// <param name="MatBoxes">Where the mats lie, inner one first.</param>
/// <param name="CutSize">The size its paper is cut to; of a photo, its stack's size.</param>
public sealed record PlacedPiece(
    [property: JsonIgnore] Piece Piece,
    string Label,
    Box Box,
    [property: JsonIgnore] MatStack Stack,
    Box? PhotoBox,
    IReadOnlyList<Box> MatBoxes,
    Size CutSize
)
{
    /// <summary>The piece's id within its layout.</summary>
    public string Id => Piece.Id;
}

/// <summary>The gaps of pieces spread evenly, in order.</summary>
public sealed record SpreadGaps(string Arrangement, IReadOnlyList<Length> Gaps);

/// <summary>A layout whose rules have become boxes, as far as they can; what could not be placed is told by the findings.</summary>
public sealed record ResolvedLayout(
    Layout Layout,
    IReadOnlyList<PlacedPiece> Pieces,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<SpreadGaps> Gaps
)
{
    /// <summary>Pieces for those who want more: they have sizes and no place.</summary>
    public IReadOnlyList<PlacedPiece> Extras { get; init; } = [];

    private readonly Lazy<Dictionary<string, PlacedPiece>> _byId = new(() => Pieces.ToDictionary(p => p.Id));

    /// <summary>The placed piece of that id, or null.</summary>
    public PlacedPiece? Piece(string? id) => id is not null && _byId.Value.TryGetValue(id, out var placed) ? placed : null;
}

/// <summary>Turns the rules of a layout's pieces into boxes.</summary>
/// <remarks>Each axis of each piece is found once what it leans on is found. A loop or a missing piece stops only the pieces that
/// depend on it.</remarks>
public sealed class Resolver
{
    private readonly Layout _layout;
    private readonly Kit _kit;
    private readonly Dictionary<string, Piece> _pieces = [];
    private readonly Dictionary<string, Arrangement> _arrangements = [];
    private readonly Dictionary<string, MatStack?> _stacks = [];
    private readonly Dictionary<(string Id, Axis Axis), Span?> _spans = [];
    private readonly List<(string Id, Axis Axis)> _under = [];
    private readonly List<Finding> _findings = [];
    private readonly List<SpreadGaps> _gaps = [];

    private Resolver(Layout layout, Kit kit)
    {
        (_layout, _kit) = (layout, kit);
        foreach (var piece in layout.Pieces.Where(p => !p.Extra).Select(p => p.AsFinished(kit)))
        {
            if (!_pieces.TryAdd(piece.Id, piece))
                _findings.Add(FindingWords.TwiceNamed(layout, piece.Id));
            _stacks[piece.Id] = piece.Stack(kit);
        }
        foreach (var arrangement in layout.Arrangements)
            if (_pieces.ContainsKey(arrangement.Id) || !_arrangements.TryAdd(arrangement.Id, arrangement))
                _findings.Add(FindingWords.TwiceNamed(layout, arrangement.Id));
    }

    /// <summary>Resolves a layout of a kit.</summary>
    /// <remarks>Its pieces are taken by their finished sizes, whatever their stated sizes mean.</remarks>
    public static ResolvedLayout Resolve(Layout layout, Kit kit) => new Resolver(layout, kit).Run();

    private ResolvedLayout Run()
    {
        var placed = new List<PlacedPiece>();
        foreach (var piece in _layout.Pieces.Where(p => !p.Extra).Select(p => _pieces[p.Id]).DistinctBy(p => p.Id))
        {
            if (_stacks[piece.Id] is null)
                _findings.Add(FindingWords.NothingLeftOfPhoto(_layout, piece, _kit));
            if (SpanOf(piece.Id, Axis.Across) is { } across && SpanOf(piece.Id, Axis.Down) is { } down)
                placed.Add(Place(piece, new(across, down)));
        }
        foreach (var arrangement in _arrangements.Values.Where(a => a.Kind == ArrangementKind.Evenly))
            SayGaps(arrangement);
        return new(_layout, placed, _findings, _gaps) { Extras = [.. Extras()] };
    }

    private IEnumerable<PlacedPiece> Extras() =>
        from piece in _layout.Pieces.Where(p => p.Extra).Select(p => p.AsFinished(_kit))
        where piece.Kind is not (PieceKind.Photo or PieceKind.Drawn or PieceKind.Printed)
        select new PlacedPiece(
            piece,
            _layout.Label(piece),
            new Box(Length.Zero, Length.Zero, piece.Size),
            new MatStack(piece.Size, []),
            null,
            [],
            piece.CutSize(_kit.Unit)
        );

    private PlacedPiece Place(Piece piece, Box box)
    {
        var stack = _stacks[piece.Id]!;
        return new(
            piece,
            _layout.Label(piece),
            box,
            stack,
            piece.HoldsPhoto ? box.Centred(stack.Photo) : null,
            [.. stack.Layers.Select(layer => box.Centred(layer.Size))],
            piece.Kind == PieceKind.Photo ? stack.Outer : piece.CutSize(_kit.Unit)
        );
    }

    // The stretch of a piece or of an arrangement along an axis; found once.
    private Span? SpanOf(string id, Axis axis)
    {
        var key = (id, axis);
        if (_spans.TryGetValue(key, out var known))
            return known;
        if (_under.IndexOf(key) is var at and >= 0)
        {
            var loop = _under[at..].Select(k => k.Id).Distinct().ToList();
            _findings.Add(FindingWords.Loop(_layout, loop, axis));
            foreach (var part in loop)
                _spans[(part, axis)] = null;
            return null;
        }
        _under.Add(key);
        var span = _pieces.TryGetValue(id, out var piece) ? OfPiece(piece, axis) : OfArrangement(_arrangements[id], axis);
        _under.RemoveAt(_under.Count - 1);
        return _spans.TryGetValue(key, out var looped) ? looped : _spans[key] = span;
    }

    private Span? OfPiece(Piece piece, Axis axis)
    {
        if (_stacks[piece.Id] is not { } stack)
            return null;
        var rule = piece.Rule(axis);
        var extent = stack.Outer.Along(axis);
        if (Misfit(rule, axis) is { } misfit)
        {
            _findings.Add(FindingWords.WrongAxis(_layout, piece, axis, misfit));
            return null;
        }
        if (rule is Member member)
            return OfMember(piece, member, axis, extent);
        return Ground(piece.Id, piece.Side, rule, axis) is { } ground ? Follow(rule, ground, piece.Side, extent) : null;
    }

    private Span Follow(AxisRule rule, Span ground, PageSide side, Length extent) =>
        rule switch
        {
            FromEdge from => Inside(ground, from.Edge, from.Distance, extent),
            Flush flush => Inside(ground, flush.EdgeOn(_layout.Kind, side), flush.Distance, extent),
            Hanging hanging => Inside(ground, hanging.Edge, -hanging.By, extent),
            Centred => new(ground.Start + (ground.Extent - extent).Half, extent),
            Beside beside => Outside(ground, beside.Edge, beside.Gap, extent),
            Tucked tucked => Outside(ground, tucked.Edge, -tucked.By, extent),
            _ => throw new InvalidOperationException($"No rule of placement {rule.GetType().Name}."),
        };

    private static Span Inside(Span ground, Edge edge, Length distance, Length extent) =>
        edge.IsStart() ? new(ground.Start + distance, extent) : new(ground.End - distance - extent, extent);

    private static Span Outside(Span ground, Edge edge, Length gap, Length extent) =>
        edge.IsStart() ? new(ground.Start - gap - extent, extent) : new(ground.End + gap, extent);

    // The stretch a rule measures from: the page's, or that of what it leans on.
    private Span? Ground(string id, PageSide side, AxisRule rule, Axis axis)
    {
        if (rule.LeansOn is not { } on)
            return _layout.PageBox(side).Along(axis);
        if (_pieces.ContainsKey(on) || _arrangements.ContainsKey(on))
            return SpanOf(on, axis);
        _findings.Add(FindingWords.Missing(_layout, id, on, axis));
        return null;
    }

    private Span? OfMember(Piece piece, Member member, Axis axis, Length extent)
    {
        if (
            !_arrangements.TryGetValue(member.Of, out var arrangement)
            || !arrangement.Members.Contains(piece.Id)
            || !arrangement.Puts(axis)
        )
        {
            _findings.Add(FindingWords.NotArranged(_layout, piece, member.Of, axis));
            return null;
        }
        if (SpanOf(arrangement.Id, axis) is not { } block)
            return null;
        var at = arrangement.Members.ToList().IndexOf(piece.Id);
        if (arrangement.Kind != ArrangementKind.Evenly)
        {
            var sizes = SizesOf(arrangement);
            if (sizes is null)
                return null;
            return new(block.Start + arrangement.Starts(axis, sizes)[at], extent);
        }
        if (
            SizesOf(arrangement) is not { } members
            || Arrangement.Gaps(block.Extent, [.. members.Select(s => s.Along(axis))], _kit.Ruler) is not { } gaps
        )
            return null;
        var start = block.Start;
        for (var i = 0; i < at; i++)
            start += members[i].Along(axis) + gaps[i];
        return new(start, extent);
    }

    // Members that are not there, or of whose photo nothing is left, are told where they stand; the arrangement waits for them.
    private List<Size>? SizesOf(Arrangement arrangement)
    {
        var sizes = new List<Size>();
        foreach (var id in arrangement.Members)
        {
            if (!_stacks.TryGetValue(id, out var stack) || stack is null)
                return null;
            sizes.Add(stack.Outer);
        }
        return sizes;
    }

    private Span? OfArrangement(Arrangement arrangement, Axis axis)
    {
        if (arrangement.Kind == ArrangementKind.Evenly)
        {
            var over = arrangement.Over is null
                ? _layout.PageBox(arrangement.Side).Along(axis)
                : Ground(arrangement.Id, arrangement.Side, new Centred(arrangement.Over), axis);
            if (over is not { } ground)
                return null;
            if (!arrangement.Puts(axis))
                return ground;
            var extent = ground.Extent - arrangement.Start - arrangement.End;
            if (
                SizesOf(arrangement) is { } members
                && Arrangement.Gaps(extent, [.. members.Select(s => s.Along(axis))], _kit.Ruler) is null
            )
                _findings.Add(
                    FindingWords.NoRoomEvenly(
                        _layout,
                        arrangement,
                        extent,
                        members.Aggregate(Length.Zero, (sum, s) => sum + s.Along(axis)),
                        _kit
                    )
                );
            return new(ground.Start + arrangement.Start, extent);
        }
        var rule = (axis == Axis.Across ? arrangement.Across : arrangement.Down) ?? new Centred();
        if (SizesOf(arrangement) is not { Count: > 0 } sizes)
            return null;
        return Ground(arrangement.Id, arrangement.Side, rule, axis) is { } on
            ? Follow(rule, on, arrangement.Side, arrangement.Extent(axis, sizes))
            : null;
    }

    private void SayGaps(Arrangement arrangement)
    {
        if (SpanOf(arrangement.Id, arrangement.Axis) is not { } span || SizesOf(arrangement) is not { } sizes)
            return;
        if (Arrangement.Gaps(span.Extent, [.. sizes.Select(s => s.Along(arrangement.Axis))], _kit.Ruler) is not { Count: > 0 } gaps)
            return;
        _gaps.Add(new(arrangement.Id, gaps));
        if (gaps.Distinct().Count() > 1)
            _findings.Add(FindingWords.UnequalGaps(_layout, arrangement, gaps, _kit));
    }

    private static string? Misfit(AxisRule rule, Axis axis) =>
        rule switch
        {
            FromEdge from when from.Edge.Axis() != axis => from.Edge.Word(),
            Beside beside when beside.Edge.Axis() != axis => beside.Edge.Word(),
            Tucked tucked when tucked.Edge.Axis() != axis => tucked.Edge.Word(),
            Hanging hanging when hanging.Edge.Axis() != axis => hanging.Edge.Word(),
            Flush flush when axis == Axis.Down => flush.Flank == Flank.Seam ? "seam" : "outer",
            _ => null,
        };
}
