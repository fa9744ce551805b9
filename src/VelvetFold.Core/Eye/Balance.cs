using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Where colours return, where the page's weight lies, and what photos stand beside.</summary>
internal static class Balance
{
    /// <summary>An accent colour that is there once only: the eye looks for it again (a triangle of three places is usual; common practice,
    /// no source).</summary>
    public static IEnumerable<Finding> Once(Kit kit, SeenPage page)
    {
        var whole = (double)page.Layout.Layout.PageBox(PageSide.Both).Size.Area;
        var papers = page.Things.Where(t => t.Face is not null).ToList();
        foreach (var thing in papers.Where(t => t.Placed.Piece.Kind != PieceKind.Base))
        {
            var lab = thing.Face!.Ground;
            if (lab.Chroma < EyeLimits.Accent || (double)thing.Box.Size.Area / whole > EyeLimits.AccentShare)
                continue;
            var isAgain = papers.Exists(t =>
                t.Placed.Id != thing.Placed.Id
                && SeenFace.ColoursOf(t.Face!.Face).Any(c => Colours.Difference(Colours.LabOf(c), lab) < EyeLimits.Alike)
            );
            if (!isAgain)
                yield return EyeCheck.Say(
                    page,
                    "eye-once",
                    [thing.Placed.Id],
                    Saying.Of("finding.eye-once", ("piece", thing.Placed.Label), ("paper", thing.Face.Paper.Name))
                );
        }
    }

    /// <summary>The page's weight, from areas and darkness of what lies on its base, far from its middle.</summary>
    public static IEnumerable<Finding> Weight(Kit kit, SeenPage page)
    {
        var (weight, x, y) = (0.0, 0.0, 0.0);
        var box = page.Layout.Layout.PageBox(PageSide.Both);
        foreach (var thing in page.Things.Where(t => t.Placed.Piece.Kind != PieceKind.Base))
        {
            // A photo is as dark as a middle grey.
            var dark = thing.IsPhoto || thing.Face is null ? 50 : 100 - thing.Face.Ground.L;
            var own = (double)thing.Box.Size.Area * dark;
            weight += own;
            x += own * (thing.Box.X.Ticks + thing.Box.Width.Ticks / 2.0);
            y += own * (thing.Box.Y.Ticks + thing.Box.Height.Ticks / 2.0);
        }
        if (weight <= 0 || page.Things.Count(t => t.Placed.Piece.Kind != PieceKind.Base) < 3)
            yield break;
        var (across, down) = ((x / weight - box.X.Ticks) / box.Width.Ticks - 0.5, (y / weight - box.Y.Ticks) / box.Height.Ticks - 0.5);
        foreach (var (off, start, end) in new[] { (across, "left", "right"), (down, "top", "bottom") })
            if (Math.Abs(off) > EyeLimits.OffBalance)
                yield return EyeCheck.Say(
                    page,
                    "eye-weight",
                    [page.Things.Where(t => t.Placed.Piece.Kind != PieceKind.Base).MaxBy(t => t.Box.Size.Area)!.Placed.Id],
                    Saying.Of("finding.eye-weight", ("side", off < 0 ? start : end), ("percent", EyeCheck.Percent(Math.Abs(off))))
                );
    }

    /// <summary>A bare block of a photo's size beside a photo looks like one that is missing.</summary>
    public static IEnumerable<Finding> LooksLikeAPhoto(Kit kit, SeenPage page)
    {
        var photos = page.Layout.Pieces.Where(p => p.PhotoBox is not null).ToList();
        foreach (var block in page.Layout.Pieces.Where(p => p.Piece is { Kind: PieceKind.Panel or PieceKind.DieCut, Extra: false }))
        {
            if (page.Layout.Pieces.SkipWhile(p => p.Id != block.Id).Skip(1).Any(p => p.Box.Overlaps(block.Box)))
                continue;
            var like = photos.FirstOrDefault(p =>
                p.Piece.Side == block.Piece.Side
                && Near(p.Box, block.Box)
                && (IsAsLarge(p.Box, block.Box) || IsAsLarge(p.PhotoBox!.Value, block.Box))
            );
            if (like is not null)
                yield return EyeCheck.Say(
                    page,
                    "eye-looks-like-a-photo",
                    [block.Id, like.Id],
                    Saying.Of("finding.eye-looks-like-a-photo", ("piece", block.Label), ("photo", like.Label))
                );
        }
    }

    private static bool IsAsLarge(Box photo, Box block)
    {
        static bool Same(Length a, Length b) => Math.Abs(a.Ticks - b.Ticks) <= EyeLimits.PhotoSize * a.Ticks;
        return Same(photo.Width, block.Width) && Same(photo.Height, block.Height);
    }

    // Within an inch, and neither on the other.
    private static bool Near(Box photo, Box block)
    {
        var inch = Length.Inches(1);
        var around = photo.Widened(inch);
        return around.Overlaps(block) && !photo.Overlaps(block);
    }

    /// <summary>A photo tilted so far that one sees the tilt and not the photo.</summary>
    public static IEnumerable<Finding> Tilted(Kit kit, SeenPage page) =>
        from placed in page.Layout.Pieces
        where placed.Piece.HoldsPhoto && Math.Abs(placed.Piece.Tilt ?? 0) > EyeLimits.Tilt
        select EyeCheck.Say(
            page,
            "eye-tilted",
            [placed.Id],
            Saying.Of(
                "finding.eye-tilted",
                ("piece", placed.Label),
                ("degrees", Math.Abs(placed.Piece.Tilt!.Value)),
                ("most", EyeLimits.Tilt)
            ),
            new Mend(
                Saying.Of("finding.tilt-it-less"),
                EyeCheck.Document(page, placed) with
                {
                    Tilt = Math.Sign(placed.Piece.Tilt!.Value) * EyeLimits.Tilt / 2,
                }
            )
        );

    /// <summary>The photo the eye should meet first is smaller than another.</summary>
    public static IEnumerable<Finding> FocalIsSmall(Kit kit, SeenPage page)
    {
        var photos = page.Layout.Pieces.Where(p => p.PhotoBox is not null).ToList();
        return from focal in photos
            where focal.Piece.Opening!.Focal
            let larger = photos
                .Where(p => p.PhotoBox!.Value.Size.Area > focal.PhotoBox!.Value.Size.Area)
                .MaxBy(p => p.PhotoBox!.Value.Size.Area)
            where larger is not null
            select EyeCheck.Say(
                page,
                "eye-focal-is-small",
                [focal.Id, larger.Id],
                Saying.Of(
                    "finding.eye-focal-is-small",
                    ("piece", focal.Label),
                    ("size", kit.Reading().Format(focal.PhotoBox!.Value.Size)),
                    ("other", larger.Label),
                    ("its", kit.Reading().Format(larger.PhotoBox!.Value.Size))
                )
            );
    }
}
