using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>A piece that the host moves by hand: it snaps to the lines of the page, and what it comes to lie on makes room.</summary>
public static class FitHand
{
    /// <summary>The changes of a layout with one piece moved.</summary>
    /// <param name="changes">Those of the layout until now.</param>
    /// <param name="piece">A photo, a card, a title or a part.</param>
    /// <param name="by">How far it was dragged.</param>
    /// <returns>Null where it is not there, or nothing that can be moved.</returns>
    /// <exception cref="ArgumentException">There is no such layout.</exception>
    public static IReadOnlyList<OpeningChange>? Moved(
        Kit kit,
        string layoutId,
        IReadOnlyList<OpeningChange> changes,
        string piece,
        Offset by
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(by);
        if (kit.Layout(layoutId) is null)
            throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var known = Adaptation.Known(kit, [.. changes.Where(c => c.Layout == layoutId)]);
        var frame = Frame.Of(kit, layoutId, [.. known.TakeWhile(c => c.IsWhole)]);
        var adapted = Adaptation.Apply(kit, known);
        var things = Things(frame, adapted, layoutId);
        if (things.Find(t => t.Id == piece) is not { } thing || thing.Role is PageRole.Ground or PageRole.Field or PageRole.Pocket)
            return null;
        var box = Snapped(frame.Design, things, thing, thing.Box.Moved(by.Across, by.Down));
        List<OpeningChange> next = [.. known, Laid(layoutId, thing, box)];
        if (Adaptation.Unknown(kit, next).Count > 0)
            return null;
        return MadeRoom(kit, frame, layoutId, next, piece);
    }

    /// <summary>The changes of a layout with all but what is held arranged anew: the best page in which it lies just where it lies now. It
    /// is weighed against the page as designed, as everything is.</summary>
    /// <param name="changes">Those of the layout until now.</param>
    /// <param name="held">The pieces that stay; a photo keeps its size as well.</param>
    /// <returns>The changes as they were where nothing better was found.</returns>
    /// <exception cref="ArgumentException">There is no such layout, or there are more photos than can be fitted.</exception>
    public static IReadOnlyList<OpeningChange> Around(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        IReadOnlyList<OpeningChange> changes,
        IReadOnlyCollection<string> held,
        FitWishes? wishes = null
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(held);
        var known = Adaptation.Known(kit, [.. changes.Where(c => c.Layout == layoutId)]);
        var ways = FitSearch.Around(kit, layoutId, photos, Held.Of(kit, layoutId, known, held), wishes ?? FitWishes.None);
        return ways.Prepend(known).MaxBy(way => FitJudge.Of(kit, layoutId, photos, way, wishes).Score)!;
    }

    private static List<Lying> Things(Frame frame, Kit adapted, string layoutId) =>
        [.. Resolver.Resolve(adapted.Layout(layoutId)!, adapted).Pieces.Select(p => Lying.Of(p, frame.Design.Layout))];

    private static OpeningChange Laid(string layoutId, Lying thing, Box box) =>
        new(layoutId, thing.Id, OpeningMove.Place, Size: thing.Piece.Opening is null ? null : thing.Piece.Size, At: new(box.X, box.Y));

    // Title, cards and parts that it came to lie on, one after the other to the nearest free place.
    private static IReadOnlyList<OpeningChange> MadeRoom(Kit kit, Frame frame, string layoutId, List<OpeningChange> changes, string pinned)
    {
        for (var round = 0; round < 6; round++)
        {
            var things = Things(frame, Adaptation.Apply(kit, changes), layoutId);
            var held = things.Find(t => t.Id == pinned)!;
            var side = frame.Design.SideOf(held.Box);
            var met = things.Find(t =>
                t.Id != pinned
                && t.Role is PageRole.Title or PageRole.Card or PageRole.Decor
                && frame.Design[t.Id] is not null
                && !(t.IsDecor && held.IsDecor)
                && Boxes.Share(t.Box, held.Box) > frame.Design.MayShare(t, held)
            );
            if (met is null)
                break;
            var others = things.Where(t => t.Id != met.Id && (t.IsContent || t.IsDecor) && frame.Design.SideOf(t.Box) == side).ToList();
            if (new FreePlaces(frame.Design, side).Best(met, others, null) is not { } spot)
                break;
            changes.Add(Laid(layoutId, met, spot.Box));
        }
        return changes;
    }

    // To the lines of what lies there, to gaps like the others, to the ruler's step where there are none near.
    private static Box Snapped(Design design, List<Lying> things, Lying thing, Box box)
    {
        var page = design.PageOf(box);
        var reach = design.Kit.Unit == LengthUnit.Inch ? Length.Inches(0, 3, 16) : Length.Millimetres(5);
        var (xs, ys) = (new List<Length> { page.X, page.Right - box.Width }, new List<Length> { page.Y, page.Bottom - box.Height });
        foreach (var other in things.Where(t => t.Id != thing.Id && t.Piece.Across.LeansOn != thing.Id && t.Piece.Down.LeansOn != thing.Id))
        {
            var o = other.Box;
            xs.AddRange([o.X, o.Right - box.Width, o.X + (o.Width - box.Width).Half, o.Right + design.Gap, o.X - design.Gap - box.Width]);
            ys.AddRange([
                o.Y,
                o.Bottom - box.Height,
                o.Y + (o.Height - box.Height).Half,
                o.Bottom + design.Gap,
                o.Y - design.Gap - box.Height,
            ]);
        }
        return new(To(box.X, xs), To(box.Y, ys), box.Size);

        Length To(Length at, List<Length> lines)
        {
            var near = lines.MinBy(l => (l - at).Magnitude);
            return (near - at).Magnitude <= reach ? near : at.SnapTo(design.Kit.Ruler);
        }
    }
}
