using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Guides;

/// <summary>
/// What is laid in one step: pieces that follow each other on one page and are of one kind, at most so many that the picture stays clear.
/// A step that the designer has said something at, or moved, keeps exactly its pieces.
/// </summary>
internal sealed class LayRuns(Draft draft, Layout layout)
{
    /// <summary>So many pieces can be told apart in one picture, with their measures.</summary>
    private const int Most = 5;

    /// <summary>The order of laying, parted into steps.</summary>
    public IEnumerable<IReadOnlyList<Laid>> Of(IReadOnlyList<Laid> order)
    {
        for (var at = 0; at < order.Count; )
        {
            var run = Pinned(order, at) ?? Free(order, at);
            yield return run;
            at += run.Count;
        }
    }

    private List<Laid>? Pinned(IReadOnlyList<Laid> order, int at)
    {
        for (var count = Math.Min(Most, order.Count - at); count > 0; count--)
            if (
                order.Skip(at).Take(count).ToList() is var run
                && draft.IsPinned(Draft.KeyOf(StepKind.Lay, layout.Id, null, [.. run.Select(l => l.Placed.Label)]))
            )
                return run;
        return null;
    }

    private List<Laid> Free(IReadOnlyList<Laid> order, int at)
    {
        var run = new List<Laid> { order[at] };
        while (
            run.Count < Most
            && at + run.Count < order.Count
            && order[at + run.Count] is var next
            && GoesWith(run[^1], next)
            && HasRoom(order, at, run.Count)
            && Pinned(order, at + run.Count) is null
        )
            run.Add(next);
        return run;
    }

    // A row or a stack is not torn apart for want of room: it begins a step of its own.
    private bool HasRoom(IReadOnlyList<Laid> order, int at, int count)
    {
        // Pieces of one arrangement, or of one kind and size.
        string Group(Laid laid) =>
            layout.Arrangements.FirstOrDefault(a => a.Members.Contains(laid.Placed.Id))?.Id
            ?? $"{laid.Placed.Piece.Kind} {laid.Placed.Box.Size}";
        var (next, group) = (order[at + count], Group(order[at + count]));
        if (Group(order[at + count - 1]) == group)
            return true;
        var members = order.Skip(at + count).TakeWhile(l => GoesWith(next, l) && Group(l) == group).Count();
        return members > Most || count + members <= Most;
    }

    // What is tucked is followed by sticking the edge down.
    private static bool GoesWith(Laid one, Laid next) =>
        one.Placed.Piece.Side == next.Placed.Piece.Side
        && one.Tucks.Count == 0
        && next.Tucks.Count == 0
        && Kind(one.Placed.Piece) == Kind(next.Placed.Piece)
        && one.Placed.Piece.Kind != PieceKind.Drawn;

    private static int Kind(Piece piece) =>
        piece switch
        {
            { Kind: PieceKind.Photo } => 1,
            { Kind: PieceKind.Journaling or PieceKind.Title } => 2,
            { Kind: PieceKind.DieCut or PieceKind.Sticker or PieceKind.Tie or PieceKind.Raised } => 3,
            _ => 0,
        };
}
