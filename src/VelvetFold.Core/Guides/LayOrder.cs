using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Guides;

/// <summary>Why a piece is laid when it is.</summary>
internal enum LayReason
{
    None,

    /// <summary>Others lie on it.</summary>
    Under,

    /// <summary>Others are measured from it, or it from others.</summary>
    Measured,

    /// <summary>Of an evenly spread run: between the outer two, which give its place.</summary>
    Inner,

    /// <summary>It goes under an edge that was left free.</summary>
    Tuck,

    /// <summary>It stands up, and flat pieces come first.</summary>
    Raised,

    /// <summary>Parts come after paper, from the largest to the smallest.</summary>
    Part,
}

/// <summary>A piece in the order of laying.</summary>
/// <param name="About">The labels the reason speaks of.</param>
/// <param name="Free">Its edges that are left free for what is tucked under them later.</param>
/// <param name="Tucks">Edges of pieces that lie already and that it goes under.</param>
internal sealed record Laid(
    PlacedPiece Placed,
    LayReason Reason,
    IReadOnlyList<string> About,
    IReadOnlyList<Edge> Free,
    IReadOnlyList<FreeEdge> Tucks
);

/// <summary>
/// The order in which the pieces of a layout are laid. What lies under another comes first, but for what is tucked under its edge, which
/// comes after it; among what may come next, the one that changes page and kind of work least, that has all it is measured from in place,
/// and that lies farthest back.
/// </summary>
internal sealed class LayOrder
{
    private readonly ResolvedLayout _layout;
    private readonly IReadOnlyList<PlacedPiece> _pieces;
    private readonly Dictionary<string, HashSet<string>> _before = [];
    private readonly Dictionary<string, HashSet<string>> _wished = [];
    private readonly Dictionary<string, List<(string Under, Edge Edge)>> _tucks = [];

    private LayOrder(ResolvedLayout layout)
    {
        (_layout, _pieces) = (layout, [.. layout.Pieces.Where(p => p.Piece.Kind != PieceKind.Printed)]);
        foreach (var piece in _pieces)
            (_before[piece.Id], _wished[piece.Id], _tucks[piece.Id]) = ([], [], []);
        Tucks();
        Layers();
        Wishes();
    }

    /// <summary>All pieces but what is printed on a base already, in order.</summary>
    public static IReadOnlyList<Laid> Of(ResolvedLayout layout) => new LayOrder(layout).Run();

    /// <summary>What has to lie before a piece does, by their ids; for checking an order that somebody changed.</summary>
    public static IReadOnlyDictionary<string, IReadOnlySet<string>> Before(ResolvedLayout layout) =>
        new LayOrder(layout)._before.ToDictionary(b => b.Key, b => (IReadOnlySet<string>)b.Value);

    private void Tucks()
    {
        foreach (var piece in _pieces)
        foreach (var rule in new[] { piece.Piece.Across, piece.Piece.Down })
            if (rule is Tucked tucked && _tucks.ContainsKey(tucked.Under) && IndexOf(piece.Id) < IndexOf(tucked.Under))
                _tucks[piece.Id].Add((tucked.Under, tucked.Edge));
    }

    private int IndexOf(string id) => _pieces.TakeWhile(p => p.Id != id).Count();

    private void Layers()
    {
        for (var j = 0; j < _pieces.Count; j++)
        for (var i = 0; i < j; i++)
        {
            var (under, over) = (_pieces[i], _pieces[j]);
            if (!under.Box.Overlaps(over.Box))
                continue;
            if (_tucks[under.Id].Any(t => t.Under == over.Id))
                _before[under.Id].Add(over.Id);
            else
                _before[over.Id].Add(under.Id);
        }
        // A tuck that would need to come before what it waits for is laid first instead, like anything that lies under another.
        foreach (var piece in _pieces)
        foreach (var (under, _) in _tucks[piece.Id].ToList())
            if (Reaches(piece.Id, under))
            {
                _before[piece.Id].Remove(under);
                _before[under].Add(piece.Id);
                _tucks[piece.Id].RemoveAll(t => t.Under == under);
            }
    }

    // Whether the second has to wait for the first.
    private bool Reaches(string first, string second)
    {
        var (open, seen) = (new Stack<string>([second]), new HashSet<string>());
        while (open.TryPop(out var id))
        {
            if (id == first)
                return true;
            if (!seen.Add(id))
                continue;
            foreach (var before in _before[id])
                open.Push(before);
        }
        return false;
    }

    private void Wishes()
    {
        foreach (var piece in _pieces)
        foreach (var rule in new[] { piece.Piece.Across, piece.Piece.Down })
            if (!Roughly.May(_layout, piece) && rule.LeansOn is { } on && _wished.ContainsKey(on))
                _wished[piece.Id].Add(on);
        foreach (var group in _layout.Layout.Arrangements)
        {
            string[] members = [.. group.Members.Where(_wished.ContainsKey)];
            if (members.Length < 2)
                continue;
            if (group.Kind == ArrangementKind.Evenly)
                foreach (var inner in members[1..^1])
                    _wished[inner].UnionWith([members[0], members[^1]]);
            else
            {
                if (IsFixedAtEnd(group))
                    Array.Reverse(members);
                for (var i = 1; i < members.Length; i++)
                    _wished[members[i]].Add(members[i - 1]);
            }
        }
    }

    // A stack is built from the edge that its place is measured from.
    private static bool IsFixedAtEnd(Arrangement group) =>
        (group.Kind == ArrangementKind.Column ? group.Down : group.Across)
            is FromEdge { Edge: Edge.Right or Edge.Bottom }
                or Beside { Edge: Edge.Left or Edge.Top };

    private List<Laid> Run()
    {
        var (left, done, order) = (_pieces.ToList(), new HashSet<string>(), new List<Laid>());
        var page = PageSide.Left;
        while (left.Count > 0)
        {
            var open = left.Where(p => _before[p.Id].IsSubsetOf(done)).ToList();
            // Layers never close a ring, and tucks that would are dropped; should it happen all the same, the farthest back comes next.
            var next = (open.Count > 0 ? open : left).MinBy(p =>
                (
                    Page(p, page),
                    Rank(p.Piece),
                    _wished[p.Id].Count(w => !done.Contains(w)),
                    Rank(p.Piece) >= 3 ? -p.Box.Size.Area : 0,
                    left.IndexOf(p)
                )
            )!;
            left.Remove(next);
            done.Add(next.Id);
            page = next.Piece.Side;
            order.Add(Told(next));
        }
        return order;
    }

    private static int Page(PlacedPiece piece, PageSide current) => piece.Piece.Side == current ? 0 : 1 + (int)piece.Piece.Side;

    /// <summary>Paper and photos, cards to write on, the title, parts, what stands up, what is tied on.</summary>
    private static int Rank(Piece piece) =>
        piece.Kind switch
        {
            PieceKind.Tie => 5,
            PieceKind.Raised => 4,
            _ when piece.Mount == Mount.Raised => 4,
            PieceKind.DieCut or PieceKind.Sticker or PieceKind.Drawn => 3,
            PieceKind.Title => 2,
            PieceKind.Journaling => 1,
            _ => 0,
        };

    private Laid Told(PlacedPiece placed)
    {
        string Label(string id) => $"{_layout.Layout.Id}-{id}";
        IReadOnlyList<string> Labels(IEnumerable<string> ids) => [.. ids.OrderBy(IndexOf).Select(Label)];
        var tucks = _tucks[placed.Id];
        IReadOnlyList<Edge> free =
        [
            .. _tucks.Values.SelectMany(t => t).Where(t => t.Under == placed.Id).Select(t => t.Edge).Distinct().Order(),
        ];
        var inner = _layout.Layout.Arrangements.FirstOrDefault(a =>
            a.Kind == ArrangementKind.Evenly && a.Members.Count > 2 && a.Members.Skip(1).SkipLast(1).Contains(placed.Id)
        );
        // What lies on it; what is tucked under it later waits for it too, but comes not on top.
        var over = _before.Where(b => b.Value.Contains(placed.Id) && IndexOf(b.Key) > IndexOf(placed.Id)).Select(b => b.Key).ToList();
        // What its sentence measures from, and nothing else that it may wait for.
        var from = new[] { placed.Piece.Across.LeansOn, placed.Piece.Down.LeansOn }.OfType<string>().Where(_wished.ContainsKey).ToHashSet();
        var (reason, about) = placed.Piece switch
        {
            _ when tucks.Count > 0 => (LayReason.Tuck, Labels(tucks.Select(t => t.Under).Distinct())),
            _ when inner is not null => (LayReason.Inner, Labels([inner.Members[0], inner.Members[^1]])),
            _ when Rank(placed.Piece) >= 4 => (LayReason.Raised, []),
            { Kind: PieceKind.Drawn } => (LayReason.None, []),
            _ when Rank(placed.Piece) == 3 => (LayReason.Part, []),
            _ when over.Count > 0 => (LayReason.Under, Labels(over)),
            _ when from.Count > 0 => (LayReason.Measured, Labels(from)),
            _ => (LayReason.None, (IReadOnlyList<string>)[]),
        };
        return new(placed, reason, about, free, [.. tucks.Select(t => new FreeEdge(Label(t.Under), t.Edge))]);
    }
}
