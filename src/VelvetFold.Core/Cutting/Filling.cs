using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// One way of filling a sheet greedily: the order pieces are tried in, and which cut is made first beside a piece that was laid down.
/// </summary>
internal sealed class Filling(Func<Demand, Length> first, bool shorterRestFirst, bool closest)
{
    /// <summary>The ways worth trying.</summary>
    public static readonly IReadOnlyList<Filling> Ways =
    [
        .. from first in new Func<Demand, Length>[] { p => p.Size.Longer, p => p.Size.Shorter, p => p.Size.Width, p => p.Size.Height, p => p.Size.Width + p.Size.Height }
           from shorter in new[] { true, false }
           from closest in new[] { true, false }
           select new Filling(first, shorter, closest),
    ];

    /// <summary>The pieces in the order this way tries them.</summary>
    public IReadOnlyList<Demand> Order(IEnumerable<Demand> pieces) =>
        [.. pieces.OrderByDescending(first).ThenByDescending(p => p.Size.Area).ThenBy(p => p.Id, StringComparer.Ordinal)];

    /// <summary>Fills a box with pieces of which so many are left to cut, at the same place in both lists; at least one is laid down.</summary>
    public CutNode Fill(Box box, IReadOnlyList<Demand> order, IReadOnlyList<int> left) => FillBox(box, order, [.. left]);

    private CutNode FillBox(Box box, IReadOnlyList<Demand> order, int[] open)
    {
        if (Choose(box.Size, order, open) is not { } chosen) return new OffcutNode(box);
        var (index, turned) = chosen;
        var piece = order[index];
        open[index]--;
        var size = turned ? piece.Size.Turned : piece.Size;
        var (right, below) = (box.Width - size.Width, box.Height - size.Height);
        var acrossFirst = right.IsPositive && (!below.IsPositive || (right < below == shorterRestFirst));
        if (!right.IsPositive && !below.IsPositive) return new PieceNode(box, piece, turned);
        return acrossFirst
            ? Cut(box, Edge.Left, size.Width, strip => Lay(strip, Edge.Top, size.Height, piece, turned, order, open), order, open)
            : Cut(box, Edge.Top, size.Height, strip => Lay(strip, Edge.Left, size.Width, piece, turned, order, open), order, open);
    }

    private SplitNode Cut(Box box, Edge fence, Length setting, Func<Box, CutNode> off, IReadOnlyList<Demand> order, int[] open)
    {
        var (offBox, restBox) = SplitNode.Halve(box, fence, setting);
        var offNode = off(offBox);
        return new(box, fence, offNode, FillBox(restBox, order, open));
    }

    private CutNode Lay(Box strip, Edge fence, Length setting, Demand piece, bool turned, IReadOnlyList<Demand> order, int[] open) =>
        strip.Along(fence.Axis()).Extent == setting
            ? new PieceNode(strip, piece, turned)
            : Cut(strip, fence, setting, box => new PieceNode(box, piece, turned), order, open);

    // The first piece that fits, or the one that leaves the least beside it.
    private (int Index, bool Turned)? Choose(Size room, IReadOnlyList<Demand> order, int[] open)
    {
        (int, bool)? best = null;
        var least = new Length(long.MaxValue);
        for (var i = 0; i < order.Count; i++)
        {
            if (open[i] == 0) continue;
            var size = order[i].Size;
            Try(size, false);
            if (order[i].Turn == Turn.Free && size.Width != size.Height) Try(size.Turned, true);
            if (best is not null && !closest) break;

            void Try(Size laid, bool turned)
            {
                if (!laid.FitsIn(room)) return;
                var rest = Length.Min(room.Width - laid.Width, room.Height - laid.Height);
                if (rest < least) (best, least) = ((i, turned), rest);
            }
        }
        return best;
    }
}
