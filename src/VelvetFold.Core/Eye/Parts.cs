using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>How stickers and die-cuts stand to one another.</summary>
internal static class Parts
{
    /// <summary>Two equal parts straight opposite each other: the page looks like a mirror (common practice, no source).</summary>
    public static IEnumerable<Finding> Opposite(Kit kit, SeenPage page)
    {
        var parts = Of(page);
        for (var i = 0; i < parts.Count; i++)
        for (var j = i + 1; j < parts.Count; j++)
            if (
                IsSame(parts[i].Piece, parts[j].Piece)
                && parts[i].Piece.Side == parts[j].Piece.Side
                && page.Layout.Layout.PageBox(parts[i].Piece.Side) is var own
                && (Mirrors(parts[i].Box, parts[j].Box, own, Axis.Across) || Mirrors(parts[i].Box, parts[j].Box, own, Axis.Down))
            )
                yield return EyeCheck.Say(
                    page,
                    "eye-opposite",
                    [parts[i].Id, parts[j].Id],
                    Saying.Of("finding.eye-opposite", ("piece", parts[i].Label), ("other", parts[j].Label))
                );
    }

    /// <summary>Two parts by themselves: three make a cluster (common practice, no source).</summary>
    public static IEnumerable<Finding> Pairs(Kit kit, SeenPage page)
    {
        var (parts, seen) = (Of(page), new HashSet<string>());
        foreach (var part in parts)
        {
            if (!seen.Add(part.Id))
                continue;
            var cluster = new List<PlacedPiece> { part };
            for (var i = 0; i < cluster.Count; i++)
                cluster.AddRange(parts.Where(p => p.Piece.Side == part.Piece.Side && AreNear(cluster[i].Box, p.Box) && seen.Add(p.Id)));
            if (cluster.Count == 2)
                yield return EyeCheck.Say(
                    page,
                    "eye-pair",
                    [.. cluster.Select(p => p.Id)],
                    Saying.Of("finding.eye-pair", ("piece", cluster[0].Label), ("other", cluster[1].Label))
                );
        }
    }

    private static List<PlacedPiece> Of(SeenPage page) =>
        [.. page.Layout.Pieces.Where(p => p.Piece is { Kind: PieceKind.Sticker or PieceKind.DieCut or PieceKind.Raised, Extra: false })];

    private static bool IsSame(Piece a, Piece b) =>
        a.Size == b.Size && (a.Part, a.Paper, a.Face) == (b.Part, b.Paper, b.Face) && (a.Part is not null || a.Paper is not null);

    private static bool Mirrors(Box a, Box b, Box page, Axis axis)
    {
        var other = axis == Axis.Across ? Axis.Down : Axis.Across;
        Length Middle(Box box, Axis along) => box.Along(along) is var span ? span.Start + span.Extent.Half : default;
        var (whole, apart) = (page.Along(axis), (Middle(a, axis) - Middle(b, axis)).Magnitude);
        return (Middle(a, other) - Middle(b, other)).Magnitude <= EyeLimits.OneLine
            && (Middle(a, axis) + Middle(b, axis) - Middle(page, axis) * 2).Magnitude <= EyeLimits.OneLine
            && apart * 3 > whole.Extent;
    }

    private static bool AreNear(Box a, Box b) => a.Widened(EyeLimits.Together).Overlaps(b);
}
