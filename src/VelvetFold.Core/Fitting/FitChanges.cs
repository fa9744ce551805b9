using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>How to come from the page as designed to the page as it would be: what is turned, made, moved, added, left out.</summary>
internal sealed class FitChanges
{
    private readonly Frame _frame;
    private readonly List<OpeningChange> _changes;
    private readonly string _id;
    private Kit _kit;
    private ResolvedLayout _now;

    private FitChanges(Frame frame)
    {
        (_frame, _changes, _kit, _id) = (frame, [.. frame.Before], frame.Design.Kit, frame.Design.Layout.Id);
        _now = frame.Design.Resolved;
    }

    /// <summary>The changes, in the order in which they are made.</summary>
    /// <param name="things">What lies on the pages then; grounds need not be told.</param>
    public static IReadOnlyList<OpeningChange> To(Frame frame, IReadOnlyList<Lying> things)
    {
        var work = new FitChanges(frame);
        work.Make(things.Where(t => t.Role is not (PageRole.Ground or PageRole.Field)).ToDictionary(t => t.Id));
        return work._changes;
    }

    private Design Design => _frame.Design;

    private void Make(Dictionary<string, Lying> to)
    {
        foreach (var opening in Design.Openings)
            switch (to.GetValueOrDefault(opening.Id))
            {
                case null:
                    Do(new(_id, opening.Id, OpeningMove.Remove));
                    break;
                case { Role: PageRole.Patch, Piece: var patch }:
                    Do(new(_id, opening.Id, OpeningMove.Patch, With: patch.Paper is null ? null : $"{patch.Paper} {patch.Face}"));
                    break;
                case { Role: PageRole.Card }:
                    Do(new(_id, opening.Id, OpeningMove.Card));
                    break;
                default:
                    break;
            }
        var used = Design
            .Openings.Where(o => to.GetValueOrDefault(o.Id) is { Role: PageRole.Opening })
            .OrderBy(o => Depth(o.Piece))
            .ToList();
        foreach (var opening in used)
            Size(opening, to[opening.Id]);
        foreach (var opening in used)
            Lay(opening.Piece, to[opening.Id]);
        // What stands in place of a photo stays where that was, whatever it leant on.
        foreach (var given in Design.Openings.Where(o => to.GetValueOrDefault(o.Id) is { Role: PageRole.Patch or PageRole.Card }))
            Lay(given.Piece with { Opening = null }, to[given.Id]);
        foreach (
            var added in to.Values.Where(t => t.Role == PageRole.Opening && Design[t.Id] is null).OrderBy(t => t.Id, StringComparer.Ordinal)
        )
        {
            // One that is still there when it is added, where there is one.
            var like = used.Concat(Design.Openings).MinBy(o => Unlike(o.Piece, added.Piece))!;
            Do(new(_id, added.Id, OpeningMove.Add, With: like.Id, Size: added.Piece.Size, At: new(added.Box.X, added.Box.Y)));
            if (Making.Grows(_kit, added.Piece) != Making.Grows(_kit, like.Piece))
                Do(new(_id, added.Id, OpeningMove.School));
            Mat(added.Id, Making.WithoutCards(like.Piece), added.Piece);
        }
        foreach (
            var thing in Design.Content.Where(c => c.Role is PageRole.Title or PageRole.Card or PageRole.Decor).OrderBy(t => Depth(t.Piece))
        )
            if (to.GetValueOrDefault(thing.Id) is not { } target)
                Do(new(_id, thing.Id, OpeningMove.Remove));
            else
                Lay(thing.Piece, target);
        foreach (var pocket in to.Values.Where(t => t.Role == PageRole.Pocket))
            Do(new(_id, pocket.Piece.Across.LeansOn!, OpeningMove.Pocket));
    }

    // By what it is and not by which one it is, as pages may be remembered from another reading of the document. Less of a mat may show, or
    // none.
    private static int Unlike(Piece opening, Piece added)
    {
        var (mats, own) = (Making.WithoutCards(opening).Opening!.Mats, added.Opening!.Mats);
        return ((opening.Mount, opening.CutBy) == (added.Mount, added.CutBy) ? 0 : 4)
            + (
                mats.SequenceEqual(own) ? 0
                : mats.Select(m => (m.Paper, m.Face)).SequenceEqual(own.Select(m => (m.Paper, m.Face))) ? 1
                : own.Count == 0 ? 2
                : 3
            );
    }

    // Less of its mat shows than of the one it was, or it lies straight on the page.
    private void Mat(string id, Piece was, Piece target)
    {
        var (old, now) = (was.Opening!.Mats, target.Opening!.Mats);
        if (now.Count == 0 && old.Any(m => m.Card is null))
            Do(new(_id, id, OpeningMove.NoMat));
        else if (now.Count < old.Count)
            Do(new(_id, id, OpeningMove.NoCard));
        else if (now is [.., { Card: null } mat] && old is [.., var outer] && mat.Reveal != outer.Reveal)
            Do(new(_id, id, OpeningMove.Reveal, Gutter: mat.Reveal));
    }

    private int Depth(Piece piece, int so = 0) =>
        so > 10
            ? so
            : new[] { piece.Across.LeansOn, piece.Down.LeansOn }
                .OfType<string>()
                .Select(id => Design.Layout.Piece(id))
                .OfType<Piece>()
                .Select(p => Depth(p, so + 1))
                .DefaultIfEmpty(so)
                .Max();

    private void Size(Lying was, Lying target)
    {
        Mat(was.Id, was.Piece, target.Piece);
        if (Making.Grows(_kit, target.Piece) != Making.Grows(_kit, was.Piece))
            Do(new(_id, was.Id, OpeningMove.School));
        if (target.Piece.Size == was.Piece.Size)
            return;
        if (target.Piece.Size == was.Piece.Size.Turned)
            Do(new(_id, was.Id, OpeningMove.Turn));
        else
            Do(new(_id, was.Id, OpeningMove.Resize, Size: target.Piece.Size));
    }

    // Along its own relations where it leans on the page or on paper; where it leant on a photo, or would leave its page, anew.
    private void Lay(Piece piece, Lying target)
    {
        if (_now.Piece(piece.Id) is not { } placed || placed.Box == target.Box)
            return;
        var (across, down) = (target.Box.X - placed.Box.X, target.Box.Y - placed.Box.Y);
        var shift = new OpeningChange(_id, piece.Id, OpeningMove.Shift, At: new(across, down));
        var sameSize = placed.Box.Size == target.Box.Size;
        var samePage = Design.SideOf(target.Box) == (piece.Side == PageSide.Right ? PageSide.Right : PageSide.Left);
        var leansOnPhoto =
            piece.Opening is not null
            && ((across != Length.Zero && IsPhoto(piece.Across.LeansOn)) || (down != Length.Zero && IsPhoto(piece.Down.LeansOn)));
        if (!sameSize || !samePage || leansOnPhoto || ComesUnder(piece, target) || !Do(shift))
            Do(
                new(
                    _id,
                    piece.Id,
                    OpeningMove.Place,
                    Size: piece.Opening is not null ? target.Piece.Size
                        : sameSize ? null
                        : target.Box.Size,
                    At: new(target.Box.X, target.Box.Y)
                )
            );
    }

    private bool IsPhoto(string? id) => Design[id ?? ""] is { Role: PageRole.Opening };

    // Paper that is laid later would lie over it.
    private bool ComesUnder(Piece piece, Lying target) =>
        _now
            .Pieces.SkipWhile(p => p.Id != piece.Id)
            .Any(p =>
                p.Piece.Kind is PieceKind.Base or PieceKind.Panel or PieceKind.Strip
                && p.Box.Overlaps(target.Box)
                && !Design.Lap(p.Id, piece.Id)
            );

    private bool Do(OpeningChange change)
    {
        if (Adaptation.Tried(_kit, change) is not { } changed)
            return false;
        _kit = changed;
        _changes.Add(change);
        _now = Resolver.Resolve(_kit.Layout(_id)!, _kit);
        return true;
    }
}
