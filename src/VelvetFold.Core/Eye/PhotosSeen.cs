using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>The photo that the eye should meet first: how much of its page it takes, and where it lies.</summary>
/// <param name="Percent">Its share of the page, without its mats.</param>
/// <param name="FromThird">From its middle to the nearest of the four points where the thirds of its page cross.</param>
public sealed record FocalPlace(string Piece, int Percent, Length FromThird, Saying Says);

/// <summary>Where photos look, and what they lie on.</summary>
internal static class PhotosSeen
{
    /// <summary>Whether people who look that way look out of the page: on a spread out of it to the side, on a single page from the half
    /// that they look to (common practice, no source).</summary>
    public static bool LooksOut(Layout layout, Box box, PageSide side, Facing facing)
    {
        if (facing == Facing.Straight)
            return false;
        if (layout.Kind == LayoutKind.Spread)
            return facing == Facing.Left ? side == PageSide.Left : side == PageSide.Right;
        var (twice, page) = (box.X.Ticks + box.Right.Ticks, layout.PageBox(side));
        var middle = page.X.Ticks + page.Right.Ticks;
        return facing == Facing.Left ? twice < middle : twice > middle;
    }

    /// <summary>Whether a photo disappears on a paper: a black-and-white one on grey, a faded one on what does not lift it (common practice,
    /// no source).</summary>
    public static bool Swallows(PhotoTone tone, SeenFace on) =>
        tone switch
        {
            PhotoTone.BlackAndWhite => Colours.IsGrey(on.Face.Colour),
            PhotoTone.Faded => on.Ground.L > EyeLimits.Lifts,
            _ => false,
        };

    /// <summary>People who look out of the page take the eye with them.</summary>
    public static IEnumerable<Finding> Out(Kit kit, SeenPage page) =>
        from placed in page.Layout.Pieces
        where placed.Piece.HasPrint && placed.Piece.Opening is { } opening && IsOut(page, placed, opening.Looks)
        let other = page.Layout.Pieces.FirstOrDefault(p =>
            p.Id != placed.Id && p.Piece.HasPrint && p.Piece.Size == placed.Piece.Size && IsTakenInstead(page, placed, p)
        )
        select EyeCheck.Say(
            page,
            "eye-looks-out",
            other is null ? [placed.Id] : [placed.Id, other.Id],
            other is null
                ? Saying.Of("finding.eye-looks-out", ("piece", placed.Label), ("side", Word(placed.Piece.Opening!.Looks)))
                : Saying.Of(
                    "finding.eye-looks-out-change",
                    ("piece", placed.Label),
                    ("side", Word(placed.Piece.Opening!.Looks)),
                    ("other", other.Label)
                )
        );

    // The other photo's place lets this one look in, and this one's place the other.
    private static bool IsTakenInstead(SeenPage page, PlacedPiece placed, PlacedPiece other) =>
        !LooksOut(page.Layout.Layout, other.Box, other.Piece.Side, placed.Piece.Opening!.Looks)
        && !LooksOut(page.Layout.Layout, placed.Box, placed.Piece.Side, other.Piece.Opening!.Looks);

    private static bool IsOut(SeenPage page, PlacedPiece placed, Facing looks) =>
        placed.Piece.Side != PageSide.Both && LooksOut(page.Layout.Layout, placed.Box, placed.Piece.Side, looks);

    private static string Word(Facing facing) => facing == Facing.Left ? "left" : "right";

    /// <summary>A photo without strong colours on a mat, or a bare ground, that swallows it; the solid papers of the kit that would not, those
    /// that are on the page first.</summary>
    public static IEnumerable<Finding> Swallowed(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things.Where(t => t.IsPhoto && t.Placed.Piece is { HasPrint: true, Opening.Border: null }))
        {
            var (placed, tone) = (thing.Placed, thing.Placed.Piece.Opening!.Tone);
            if (tone == PhotoTone.Colour)
                continue;
            var ground = page.Around(thing).Where(a => a.On.Face is not null).ToList();
            if (ground.Where(a => Swallows(tone, a.On.Face!)).Sum(a => a.Share) < EyeLimits.EdgeShare)
                continue;
            var on = ground.Where(a => Swallows(tone, a.On.Face!)).MaxBy(a => a.Share).On.Face!;
            var mends = Lifting(kit, page, tone, placed).Take(MostMats).ToList();
            yield return EyeCheck.Say(
                page,
                "eye-swallowed",
                [placed.Id],
                Saying.Of(
                    tone == PhotoTone.Faded ? "finding.eye-swallowed-faded" : "finding.eye-swallowed",
                    ("piece", placed.Label),
                    ("paper", on.Paper.Name)
                ),
                [.. mends]
            );
        }
    }

    private const int MostMats = 3;

    private static IEnumerable<Mend> Lifting(Kit kit, SeenPage page, PhotoTone tone, PlacedPiece placed)
    {
        var piece = EyeCheck.Document(page, placed);
        var opening = piece.Opening!;
        var under = placed.Stack.Layers.Count > 1 ? SeenPage.FaceOf(kit, placed.Stack.Layers[1].Mat) : null;
        return EyeCheck
            .Solids(kit, page)
            .Where(f => !Swallows(tone, f) && under?.IsLike(f) != true)
            .Select(f => new Mend(
                Saying.Of(opening.Mats.Count > 0 ? "finding.mat-in" : "finding.put-it-on-a-mat", ("paper", f.Paper.Name)),
                piece with
                {
                    Opening = opening with
                    {
                        Mats =
                        [
                            opening.Mats is [var inner, ..]
                                ? inner with
                                {
                                    Paper = f.Paper.Id,
                                    Face = f.Side,
                                    Card = null,
                                }
                                : new()
                                {
                                    Paper = f.Paper.Id,
                                    Face = f.Side,
                                    Reveal = kit.Matting.Reveal,
                                },
                            .. opening.Mats.Skip(1),
                        ],
                    },
                }
            ));
    }

    /// <summary>Where the focal photos lie.</summary>
    public static IEnumerable<FocalPlace> Focal(Kit kit, SeenPage page)
    {
        foreach (var placed in page.Layout.Pieces.Where(p => p.Piece is { HoldsPhoto: true, Opening.Focal: true }))
        {
            if (placed.PhotoBox is not { } photo)
                continue;
            var own = page.Layout.Layout.PageBox(placed.Piece.Side);
            var percent = EyeCheck.Percent((double)photo.Size.Area / (double)own.Size.Area);
            var (across, down) = (FromThird(photo, own, Axis.Across), FromThird(photo, own, Axis.Down));
            var away = new Length((long)Math.Sqrt(across * across + down * down)).SnapTo(kit.Ruler);
            yield return new(
                placed.Id,
                percent,
                away,
                Saying.Of(
                    away.IsPositive ? "finding.focal-place" : "finding.focal-on-third",
                    ("piece", placed.Label),
                    ("percent", percent),
                    ("away", kit.Reading().Format(away))
                )
            );
        }
    }

    // In ticks, from the middle of the photo to the nearer third of its page.
    private static double FromThird(Box photo, Box page, Axis axis)
    {
        var (own, whole) = (photo.Along(axis), page.Along(axis));
        var middle = own.Start.Ticks + own.Extent.Ticks / 2.0 - whole.Start.Ticks;
        return Math.Min(Math.Abs(middle - whole.Extent.Ticks / 3.0), Math.Abs(middle - whole.Extent.Ticks * 2 / 3.0));
    }
}
