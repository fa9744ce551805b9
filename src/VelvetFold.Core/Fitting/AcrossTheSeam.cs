using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Fitting;

/// <summary>Sends cards and decoration that found no place on their own page of a spread to the other one, with what lies on
/// them.</summary>
internal static class AcrossTheSeam
{
    /// <summary>Cards and decoration of a spread that lie on neither page.</summary>
    public static IEnumerable<Lying> Lost(Design design, IReadOnlyList<Lying> things) =>
        design.Layout.Kind != LayoutKind.Spread
            ? []
            : design.Content.Where(t =>
                t.Role is PageRole.Card or PageRole.Decor && t.Piece.Kind != PieceKind.Printed && !things.Any(o => o.Id == t.Id)
            );

    /// <summary>The pages with what found room across the seam; null where nothing was lost, or nothing found room.</summary>
    /// <param name="things">What lies on both pages.</param>
    public static IReadOnlyList<Lying>? Of(Design design, IReadOnlyList<Lying> things)
    {
        // Cards first, and of decoration the largest: the small pieces of a cluster lie on it.
        var lost = Lost(design, things).OrderBy(t => t.Role == PageRole.Decor).ThenByDescending(t => t.Box.Size.Area).ToList();
        if (lost.Count == 0)
            return null;
        var placed = things.ToList();
        var found = new List<Lying>();
        foreach (var thing in lost)
            if ((OnIts(found, thing) ?? Free(thing)) is { } lying)
            {
                placed.Add(lying);
                found.Add(lying);
            }
        return found.Count == 0 ? null : placed;

        // What lay on something that went across lies on it again, where that is free.
        Lying? OnIts(List<Lying> gone, Lying thing) =>
            gone.Find(g => design.Lap(g.Id, thing.Id)) is { } on
            && design[on.Id] is { } was
            && on.Box.Size == was.Box.Size
            && thing.At(thing.Box.Moved(on.Box.X - was.Box.X, on.Box.Y - was.Box.Y)) is var again
            && new FreePlaces(design, design.SideOf(on.Box)).IsFree(again, placed)
                ? again
                : null;

        Lying? Free(Lying thing)
        {
            var other = design.SideOf(thing.Box) == PageSide.Left ? PageSide.Right : PageSide.Left;
            return new FreePlaces(design, other).Best(thing, placed, null) is { } spot ? thing.At(spot.Box) : null;
        }
    }
}
