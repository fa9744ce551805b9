using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Does a piece stand out from what it lies on?</summary>
internal static class Contrast
{
    /// <summary>A piece whose edge lies on a ground too like it; raised pieces and worked edges stand out by themselves.</summary>
    public static IEnumerable<Finding> Vanishes(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things.Where(t => t.Face is not null && IsOutmost(t) && !StandsOut(t.Placed.Piece)))
        {
            var like = page.Around(thing).Where(a => a.On.Face is { } on && on.IsLike(thing.Face!)).ToList();
            if (like.Count == 0 || like.Sum(a => a.Share) < EyeLimits.EdgeShare)
                continue;
            var (on, share) = (like.MaxBy(a => a.Share).On, like.Sum(a => a.Share));
            yield return EyeCheck.Say(
                page,
                "eye-vanishes",
                [thing.Placed.Id, on.Placed.Id],
                thing.Face!.Paper.Id == on.Face!.Paper.Id && thing.Face.Side == on.Face.Side
                    ? Saying.Of(
                        "finding.eye-vanishes-same",
                        ("piece", thing.Placed.Label),
                        ("on", on.Placed.Label),
                        ("percent", EyeCheck.Percent(share))
                    )
                    : Saying.Of(
                        "finding.eye-vanishes",
                        ("piece", thing.Placed.Label),
                        ("on", on.Placed.Label),
                        ("percent", EyeCheck.Percent(share)),
                        ("difference", Math.Round((decimal)Colours.Difference(thing.Face.Ground, on.Face.Ground), 1))
                    ),
                Mends(kit, page, thing, on.Face)
            );
        }
    }

    /// <summary>Two mats of one photo that look like one.</summary>
    public static IEnumerable<Finding> MatsAlike(Kit kit, SeenPage page)
    {
        foreach (var placed in page.Layout.Pieces.Where(p => p.Stack.Layers.Count > 1))
        foreach (var (inner, outer) in placed.Stack.Layers.Zip(placed.Stack.Layers.Skip(1)))
            if (SeenPage.FaceOf(kit, inner.Mat) is { } first && SeenPage.FaceOf(kit, outer.Mat) is { } second && first.IsLike(second))
                yield return EyeCheck.Say(
                    page,
                    "eye-mats-alike",
                    [placed.Id],
                    Saying.Of("finding.eye-mats-alike", ("piece", placed.Label), ("inner", first.Paper.Name), ("outer", second.Paper.Name))
                );
    }

    // Of a photo its outermost mat is what lies on the page.
    private static bool IsOutmost(SeenThing thing) =>
        thing.Placed.Piece.Kind != PieceKind.Base && (thing.Placed.MatBoxes.Count == 0 || thing.Box == thing.Placed.MatBoxes[^1]);

    private static bool StandsOut(Piece piece) =>
        piece.Mount == Mount.Raised || piece.Finishes.Any(f => f.Work is not (EdgeWork.Straight or EdgeWork.Rounded or EdgeWork.Mitred));

    /// <summary>How wide the mat is that a piece is lifted by, in ticks.</summary>
    private static Length Rim(Kit kit) => kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);

    // The other face, where it is another; a paper that stands out (a photo's outer mat is exchanged, any other piece recut); a thin mat of
    // one; ink along its edges; raised.
    private static IEnumerable<Mend> Mends(Kit kit, SeenPage page, SeenThing thing, SeenFace on)
    {
        var (piece, face) = (EyeCheck.Document(page, thing.Placed), thing.Face!);
        var front = page.Things.Where(t => t.Depth > thing.Depth && t.Placed.Id != thing.Placed.Id && t.Box.Overlaps(thing.Box));
        // What came ready-made is not made of another paper, and what is printed in a place of its own is there and nowhere else.
        if (piece is { Part: null, CutFrom: null })
        {
            var other = face.Side == SheetFace.A ? SheetFace.B : SheetFace.A;
            if (SeenPage.FaceOf(kit, face.Paper.Id, other) is { } turned && !turned.IsLike(on) && !(turned.IsBusy && on.IsBusy))
                yield return new(Saying.Of("finding.show-the-other-side"), In(piece, face.Paper.Id, other));
            if (EyeCheck.StandsOut(kit, page, on, [.. front.Select(t => t.Face).OfType<SeenFace>()]) is { } paper)
                yield return new(
                    Saying.Of("finding.take-another-paper", ("paper", paper.Paper.Name)),
                    In(piece, paper.Paper.Id, paper.Side)
                );
        }
        if (EyeCheck.StandsOut(kit, page, on, [face]) is { } rim && OnRim(kit, page, thing, piece, rim) is { } matted)
            yield return matted;
        if (piece.IsCut)
            yield return new(
                Saying.Of("finding.ink-its-edges"),
                piece with
                {
                    Finishes = [.. Edges.Select(e => piece.Finish(e) with { Work = EdgeWork.Inked })],
                }
            );
        yield return new(Saying.Of("finding.raise-it"), piece with { Mount = Mount.Raised });
    }

    private static readonly Edge[] Edges = [Edge.Left, Edge.Top, Edge.Right, Edge.Bottom];

    // A photo gets one more mat; under any other rectangle lies one more piece, measured from its page.
    private static Mend? OnRim(Kit kit, SeenPage page, SeenThing thing, Piece piece, SeenFace paper)
    {
        var (rim, says) = (Rim(kit), Saying.Of("finding.put-a-thin-mat", ("paper", paper.Paper.Name)));
        if (piece.Opening is { } opening)
            return opening.Mats.Count >= MostMats
                ? null
                : new(
                    says,
                    piece with
                    {
                        Opening = opening with
                        {
                            Mats =
                            [
                                .. opening.Mats,
                                new()
                                {
                                    Paper = paper.Paper.Id,
                                    Face = paper.Side,
                                    Reveal = rim,
                                },
                            ],
                        },
                    }
                );
        var own = page.Layout.Layout.PageBox(piece.Side);
        var box = thing.Box.Widened(rim);
        if (piece is not { Part: null, Shape: null, Tilt: null } || !own.Contains(box))
            return null;
        return new(
            says,
            new()
            {
                Id = page.Layout.Layout.FreeLabel(PieceKind.Panel),
                Kind = PieceKind.Panel,
                Side = piece.Side,
                Size = box.Size,
                Stated = StatedSize.Finished,
                Paper = paper.Paper.Id,
                Face = paper.Side,
                Across = new FromEdge(Edge.Left, box.X - own.X),
                Down = new FromEdge(Edge.Top, box.Y - own.Y),
            },
            piece.Id
        );
    }

    private const int MostMats = 4;

    private static Piece In(Piece piece, string paper, SheetFace side) =>
        piece.Opening is { Mats.Count: > 0 } opening
            ? piece with
            {
                Opening = opening with
                {
                    Mats = [.. opening.Mats.SkipLast(1), opening.Mats[^1] with { Paper = paper, Face = side, Card = null }],
                },
            }
            : piece with
            {
                Paper = paper,
                Face = side,
            };
}
