using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Where an accent colour is seen on a layout.</summary>
/// <param name="Colour"><c>#rrggbb</c>.</param>
/// <param name="Pieces">The labels of the pieces that have it, in paper, mat or print.</param>
/// <param name="Corners">Of three and more of them those that make the widest triangle; of two the two; of one none.</param>
/// <param name="IsTriangle">Whether they make one, rather than a line or less.</param>
public sealed record ColourReturn(string Colour, IReadOnlyList<string> Pieces, IReadOnlyList<string> Corners, Saying Says, bool IsTriangle);

/// <summary>Where on page and spread an accent colour returns.</summary>
internal static class Returns
{
    /// <summary>An accent colour with the places where it is seen: pieces of it, and prints that have it.</summary>
    /// <param name="Own">The pieces that are it; no photo's mats, which stand where the photos do.</param>
    internal sealed record Accent(SeenFace Face, IReadOnlyList<SeenThing> Own, IReadOnlyList<SeenThing> All);

    /// <summary>Each accent colour with its places, and the triangle that they make: it holds the eye on the page (common practice, no
    /// source).</summary>
    public static IEnumerable<ColourReturn> Of(SeenPage page)
    {
        foreach (var accent in Accents(page))
        {
            var places = accent.All.DistinctBy(t => t.Placed.Id).ToList();
            var corners =
                places.Count < 2 ? []
                : places.Count == 2 ? places
                : Widest(places);
            var isTriangle = places.Count > 2 && !IsALine(corners);
            var (paper, labels) = (accent.Face.Paper.Name, corners.Select(t => t.Placed.Label).ToList());
            var says =
                places.Count == 1 ? Saying.Of("finding.returns-once", ("paper", paper), ("piece", places[0].Placed.Label))
                : places.Count == 2 ? Saying.Of("finding.returns-twice", ("paper", paper), ("list", labels))
                : !isTriangle ? Saying.Of("finding.returns-on-a-line", ("paper", paper), ("n", places.Count))
                : Saying.Of("finding.returns", ("paper", paper), ("n", places.Count), ("list", labels));
            yield return new(accent.Face.Face.Colour, [.. places.Select(t => t.Placed.Label)], labels, says, isTriangle);
        }
    }

    // Its corners lie on the outermost places, of which a field of many has few.
    internal static List<SeenThing> Widest(List<SeenThing> places)
    {
        var outer = Outermost(places);
        if (outer.Count < 3)
            return [.. places.Take(3)];
        return (
            from i in Enumerable.Range(0, outer.Count)
            from j in Enumerable.Range(i + 1, outer.Count - i - 1)
            from k in Enumerable.Range(j + 1, outer.Count - j - 1)
            select new List<SeenThing> { outer[i], outer[j], outer[k] }
        ).MaxBy(c => Math.Abs(Turn(c[0], c[1], c[2])))!;
    }

    // The convex hull of the middles (Andrew, Another Efficient Algorithm for Convex Hulls in Two Dimensions, 1979).
    private static List<SeenThing> Outermost(List<SeenThing> places)
    {
        var sorted = places.DistinctBy(Middle).OrderBy(p => Middle(p).X).ThenBy(p => Middle(p).Y).ToList();
        return [.. Half(sorted), .. Half(Enumerable.Reverse(sorted))];

        static IEnumerable<SeenThing> Half(IEnumerable<SeenThing> along)
        {
            var half = new List<SeenThing>();
            foreach (var place in along)
            {
                while (half.Count > 1 && Turn(half[^2], half[^1], place) <= 0)
                    half.RemoveAt(half.Count - 1);
                half.Add(place);
            }
            return half.SkipLast(1);
        }
    }

    // Twice from the layout's corner, in inches.
    private static (double X, double Y) Middle(SeenThing thing) =>
        (
            (double)(thing.Box.X.Ticks + thing.Box.Right.Ticks) / Length.TicksPerInch,
            (double)(thing.Box.Y.Ticks + thing.Box.Bottom.Ticks) / Length.TicksPerInch
        );

    // Eight times the area of the triangle of three middles, in square inches; negative where they turn the other way.
    private static double Turn(SeenThing first, SeenThing second, SeenThing third)
    {
        var (a, b, c) = (Middle(first), Middle(second), Middle(third));
        return (b.X - a.X) * (c.Y - a.Y) - (c.X - a.X) * (b.Y - a.Y);
    }

    // No more than a square inch holds nothing.
    internal static bool IsALine(List<SeenThing> corners) => Math.Abs(Turn(corners[0], corners[1], corners[2])) <= 8;

    /// <summary>On one page of a spread only: the other page looks like another layout (common practice, no source).</summary>
    public static IEnumerable<Finding> OnOnePage(Kit kit, SeenPage page)
    {
        if (page.Layout.Layout.Kind != LayoutKind.Spread)
            yield break;
        var seam = page.Layout.Layout.Page.Width;
        foreach (var accent in Accents(page).Where(a => a.Own.Count > 1))
        {
            var side =
                accent.All.All(t => t.Box.Right <= seam) ? "left"
                : accent.All.All(t => t.Box.X >= seam) ? "right"
                : null;
            if (side is not null)
                yield return Say(
                    page,
                    accent,
                    "eye-one-page",
                    Saying.Of("finding.eye-one-page", ("paper", accent.Face.Paper.Name), ("side", side), ("list", Labels(accent)))
                );
        }
    }

    /// <summary>Three and more places in one line: the eye runs off along it, where a triangle would hold it (common practice, no
    /// source).</summary>
    public static IEnumerable<Finding> OnALine(Kit kit, SeenPage page)
    {
        // A strip runs along the page anyhow.
        foreach (
            var accent in Accents(page)
                .Where(a => a.Own.Count > 2 && a.Own.Count == a.All.Count && a.Own.All(t => t.Placed.Piece.Kind != PieceKind.Strip))
        )
            if (InALine(accent.Own, Axis.Across) || InALine(accent.Own, Axis.Down))
                yield return Say(
                    page,
                    accent,
                    "eye-on-a-line",
                    Saying.Of(
                        "finding.eye-on-a-line",
                        ("paper", accent.Face.Paper.Name),
                        ("count", accent.Own.Count),
                        ("list", Labels(accent))
                    )
                );
    }

    private static bool InALine(IReadOnlyList<SeenThing> places, Axis axis)
    {
        var middles = places.Select(p => p.Box.Along(axis)).Select(s => s.Start + s.Extent.Half).ToList();
        return middles.Max() - middles.Min() <= EyeLimits.OneLine;
    }

    internal static IEnumerable<Accent> Accents(SeenPage page)
    {
        var whole = (double)page.Layout.Layout.PageBox(PageSide.Both).Size.Area;
        var papers = page.Things.Where(t => t.Face is not null).ToList();
        var known = new List<string>();
        foreach (var thing in papers.Where(t => t.Placed.Piece.Kind is not (PieceKind.Base or PieceKind.Photo)))
        {
            var colour = thing.Face!.Face.Colour;
            if (
                Colours.LabOf(colour).Chroma < EyeLimits.Accent
                || (double)thing.Box.Size.Area / whole > EyeLimits.AccentShare
                || known.Exists(k => Colours.Difference(k, colour) < EyeLimits.Alike)
            )
                continue;
            known.Add(colour);
            bool Has(string other) => Colours.Difference(other, colour) < EyeLimits.Alike;
            yield return new(
                thing.Face,
                [.. papers.Where(t => t.Placed.Piece.Kind is not (PieceKind.Base or PieceKind.Photo) && Has(t.Face!.Face.Colour))],
                [.. papers.Where(t => SeenFace.ColoursOf(t.Face!.Face).Any(Has))]
            );
        }
    }

    private static IEnumerable<string> Labels(Accent accent) => accent.Own.Select(t => t.Placed.Label).Distinct();

    private static Finding Say(SeenPage page, Accent accent, string code, Saying says) =>
        EyeCheck.Say(page, code, [.. accent.Own.Select(t => t.Placed.Id).Distinct()], says);
}
