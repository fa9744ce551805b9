using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Whether a changed layout still adds up, and what has to move so that it does.</summary>
internal sealed class Repair
{
    private const int MostShifts = 3;

    private readonly Layout _designed;
    private readonly ResolvedLayout _resolved;
    private readonly HashSet<string> _known;
    private readonly List<Box> _openings;

    public Repair(Kit kit, Layout designed, ResolvedLayout resolved)
    {
        (_designed, _resolved) = (designed, resolved);
        _known = [.. Trouble(kit, resolved)];
        _openings = [.. resolved.Pieces.Where(p => p.Piece.HoldsPhoto).Select(p => p.Box)];
    }

    /// <summary>Whether the layout has no trouble that the other does not have as well.</summary>
    public bool IsNoWorseThan(Repair other) => _known.IsSubsetOf(other._known);

    /// <summary>The shifts that make an adapted layout add up again, with what they cost; none where it does already, null where none
    /// was found.</summary>
    public IReadOnlyList<(OpeningChange Shift, FitReason Reason)>? Mended(Kit adapted, bool shifts = true)
    {
        var (kit, mended) = (adapted, new List<(OpeningChange, FitReason)>());
        var resolved = Resolver.Resolve(kit.Layout(_designed.Id)!, kit);
        while (true)
        {
            var conflicts = Conflicts(resolved);
            if (conflicts.Count == 0)
                return Trouble(kit, resolved).All(_known.Contains) ? mended : null;
            if (!shifts || mended.Count == MostShifts)
                return null;
            (OpeningChange Shift, Kit Kit, ResolvedLayout Resolved, int Left, Length By)? best = null;
            foreach (var shift in Shifts(kit, resolved, conflicts[0]))
            {
                if (Adaptation.Unknown(kit, [shift]).Count > 0)
                    continue;
                var moved = Adaptation.Apply(kit, [shift]);
                var after = Resolver.Resolve(moved.Layout(_designed.Id)!, moved);
                var (left, by) = (Conflicts(after).Count, shift.At!.Across.Magnitude + shift.At.Down.Magnitude);
                if (left < (best?.Left ?? conflicts.Count) || (best is { } known && left == known.Left && by < known.By))
                    best = (shift, moved, after, left, by);
            }
            if (best is not { } taken)
                return null;
            (kit, resolved) = (taken.Kit, taken.Resolved);
            mended.Add(
                (
                    taken.Shift,
                    new(
                        Math.Round(2 + (decimal)taken.By.Ticks / Length.Inches(1).Ticks, 1),
                        Saying.Of(
                            "fit.moves-to-where-there",
                            ("layout", _designed.Id),
                            ("piece", taken.Shift.Piece),
                            ("way", Way(taken.Shift.At!)),
                            (
                                "by",
                                adapted
                                    .Reading()
                                    .Format(
                                        (taken.Shift.At!.Across != Length.Zero ? taken.Shift.At!.Across : taken.Shift.At!.Down).Magnitude
                                    )
                            )
                        )
                    )
                )
            );
        }
    }

    private static string Way(Offset by) =>
        by.Across != Length.Zero ? (by.Across.IsPositive ? "right" : "left")
        : by.Down.IsPositive ? "down"
        : "up";

    // Two pieces of which one now lies on the other and did not before, or one that has left its page.
    private sealed record Conflict(PlacedPiece Piece, PlacedPiece? On);

    private List<Conflict> Conflicts(ResolvedLayout after)
    {
        var found = new List<Conflict>();
        for (var i = 0; i < after.Pieces.Count; i++)
        {
            var one = after.Pieces[i];
            if (
                !after.Layout.PageBox(PageSide.Both).Contains(one.Box)
                && Before(one) is var was
                && was.All(_designed.PageBox(PageSide.Both).Contains)
            )
                found.Add(new(one, null));
            for (var j = i + 1; j < after.Pieces.Count; j++)
            {
                var over = after.Pieces[j];
                if (
                    !one.Box.Overlaps(over.Box)
                    || IsCalm(one, over)
                    || (over.Piece.Kind == PieceKind.DieCut && _designed.Piece(over.Id) is null)
                )
                    continue;
                if (!Before(one).Any(u => Before(over).Any(o => u.Overlaps(o))))
                    found.Add(new(over, one));
            }
        }
        return found;
    }

    // Where a piece lay as designed; of one that is new, the openings it takes the place of.
    private IEnumerable<Box> Before(PlacedPiece placed) =>
        _resolved.Piece(placed.Id) is { } own ? [own.Box] : _openings.Where(b => b.Overlaps(placed.Box));

    // A photo may come to lie on paper that is wholly under it.
    private static bool IsCalm(PlacedPiece under, PlacedPiece over) =>
        over.Piece.HoldsPhoto && under.Piece.Kind is PieceKind.Base or PieceKind.Panel && under.Box.Contains(over.Box);

    private IEnumerable<OpeningChange> Shifts(Kit kit, ResolvedLayout resolved, Conflict conflict)
    {
        var layout = resolved.Layout;
        var step = kit.Ruler;
        if (conflict.On is not { } on)
        {
            var (box, page) = (conflict.Piece.Box, layout.PageBox(PageSide.Both));
            var across = Length.Max(page.X - box.X, Length.Zero) - Length.Max(box.Right - page.Right, Length.Zero);
            var down = Length.Max(page.Y - box.Y, Length.Zero) - Length.Max(box.Bottom - page.Bottom, Length.Zero);
            yield return new(layout.Id, conflict.Piece.Id, OpeningMove.Shift, At: new(across, down));
            yield break;
        }
        foreach (var (piece, other) in new[] { (conflict.Piece, on), (on, conflict.Piece) })
        {
            if (piece.Piece.Kind is PieceKind.Base)
                continue;
            var (box, gap) = (piece.Box, Gap(piece, other, step));
            foreach (
                var (across, down) in new[]
                {
                    (other.Box.Right + gap - box.X, Length.Zero),
                    (other.Box.X - gap - box.Right, Length.Zero),
                    (Length.Zero, other.Box.Bottom + gap - box.Y),
                    (Length.Zero, other.Box.Y - gap - box.Bottom),
                }
            )
                yield return new(layout.Id, piece.Id, OpeningMove.Shift, At: new(across, down));
        }
    }

    // The gap they had, where that was a gap at all and no more than a quarter inch; else the ruler's step twice.
    private Length Gap(PlacedPiece piece, PlacedPiece other, Length step)
    {
        if (_resolved.Piece(piece.Id) is not { } a || _resolved.Piece(other.Id) is not { } b)
            return step * 2;
        Length[] gaps = [b.Box.X - a.Box.Right, a.Box.X - b.Box.Right, b.Box.Y - a.Box.Bottom, a.Box.Y - b.Box.Bottom];
        var gap = gaps.Where(g => g >= Length.Zero).DefaultIfEmpty(step * 2).Min();
        return Length.Min(gap, Length.Inches(0, 1, 4));
    }

    // What must not be: faults, and overlaps that nobody asked for. Told apart by kind and pieces, so that what the design has already
    // is let stand.
    private static IEnumerable<string> Trouble(Kit kit, ResolvedLayout resolved) =>
        PageCheck
            .Of(kit, resolved)
            .Where(f => f.Gravity == Gravity.Fault || f.Code is "unasked-overlap" or "wholly-hidden")
            .Select(f => $"{f.Code}:{string.Join(',', f.Pieces)}");
}
