using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>What can still be seen of a piece once others lie on it.</summary>
public static class Uncovered
{
    /// <summary>
    /// The largest rectangles of a box that no cover touches; they may overlap each other, and none lies inside another. Empty where
    /// all is covered.
    /// </summary>
    public static IReadOnlyList<Box> Rectangles(Box box, IEnumerable<Box> covers)
    {
        var free = new List<Box> { box };
        foreach (var cover in covers)
        {
            if (!cover.Overlaps(box))
                continue;
            var next = new List<Box>();
            foreach (var rectangle in free)
                next.AddRange(rectangle.Overlaps(cover) ? Around(rectangle, cover) : [rectangle]);
            free = Outermost(next);
        }
        return free;
    }

    // Without those that lie inside another.
    private static List<Box> Outermost(List<Box> boxes)
    {
        var kept = new List<Box>(boxes.Count);
        for (var i = 0; i < boxes.Count; i++)
        {
            var inside = false;
            for (var j = 0; j < boxes.Count && !inside; j++)
                inside = j != i && boxes[j].Contains(boxes[i]) && (boxes[j] != boxes[i] || j < i);
            if (!inside)
                kept.Add(boxes[i]);
        }
        return kept;
    }

    // The rectangles left of, above, right of and below the cover, each as large as it can be.
    private static IEnumerable<Box> Around(Box box, Box cover)
    {
        if (cover.X > box.X)
            yield return box with
            {
                Width = cover.X - box.X,
            };
        if (cover.Y > box.Y)
            yield return box with
            {
                Height = cover.Y - box.Y,
            };
        if (cover.Right < box.Right)
            yield return box with
            {
                X = cover.Right,
                Width = box.Right - cover.Right,
            };
        if (cover.Bottom < box.Bottom)
            yield return box with
            {
                Y = cover.Bottom,
                Height = box.Bottom - cover.Bottom,
            };
    }
}
