using VelvetFold.Core.Cutting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>A colour once more on a page: what of, and where.</summary>
/// <param name="Kit">The kit with it.</param>
/// <param name="Piece">The label it gets within its layout.</param>
/// <param name="Box">Where it lies.</param>
public sealed record ColourAgain(Kit Kit, string Piece, Box Box, Saying Says);

/// <summary>
/// Finds where an accent colour would make a triangle with the places it has (common practice, no source), out of what is left in the kit:
/// parts of that colour which no piece takes, or paper of it that needs no further sheet.
/// </summary>
public static class ThirdPlaces
{
    /// <summary>More are not worth choosing between.</summary>
    private const int Most = 3;

    /// <summary>A copy of a piece is no longer than this, a part no longer than that: an accent is small.</summary>
    private static readonly Length Longest = Length.Inches(3);

    /// <summary>How near a photo or its mats an accent belongs to it.</summary>
    private static readonly Length AtAPhoto = Length.Inches(0, 3, 4);

    /// <summary>What nearness to a photo is worth, in shares of the page's area of triangle.</summary>
    private const double NearAPhoto = 0.06;

    /// <summary>What can be laid and where, the widest triangle first; empty where the colour is no accent of the layout, has its triangle
    /// already, or nothing is left of it.</summary>
    /// <param name="colour"><c>#rrggbb</c>, as <see cref="ColourReturn"/> has it.</param>
    /// <exception cref="ArgumentException">The layout is not there.</exception>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static IReadOnlyList<ColourAgain> Of(Kit kit, string layoutId, string colour, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(colour);
        var layout = kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var page = new SeenPage(kit, Resolver.Resolve(layout, kit));
        if (Returns.Accents(page).FirstOrDefault(a => a.Face.Face.Colour == colour) is not { } accent)
            return [];
        var places = accent.All.DistinctBy(t => t.Placed.Id).ToList();
        if (places.Count > 2 && !Returns.IsALine(Returns.Widest(places)))
            return [];
        var found = new List<ColourAgain>();
        var sheets = new Lazy<int>(() => Sheets(kit, cancel));
        foreach (var (piece, says) in Left(kit, page, accent))
        {
            cancel.ThrowIfCancellationRequested();
            if (Place(kit, page, accent, places, piece) is not { } placed)
                continue;
            var with = kit.With(layout with { Pieces = [.. layout.Pieces, placed.Piece] });
            // What would take a sheet more is not left.
            if (piece.IsCut && Sheets(with, cancel) > sheets.Value)
                continue;
            var own = layout.PageBox(placed.Piece.Side);
            found.Add(
                new(
                    with,
                    placed.Piece.Id,
                    placed.Box,
                    Saying.Of(
                        "proposal.again-at",
                        ("what", says),
                        ("x", kit.Reading().Format(placed.Box.X - own.X)),
                        ("y", kit.Reading().Format(placed.Box.Y - own.Y)),
                        (
                            "side",
                            layout.Kind == LayoutKind.Single ? "one"
                            : placed.Piece.Side == PageSide.Left ? "left"
                            : "right"
                        )
                    )
                )
            );
            if (found.Count == Most)
                break;
        }
        return found;
    }

    private static int Sheets(Kit kit, CancellationToken cancel) =>
        new KitWork(kit, new() { Polish = false, Cancel = cancel }).EachKit.SheetsUsed;

    // Parts first: they are there to be used. Each with what it is.
    private static IEnumerable<(Piece Piece, Saying Says)> Left(Kit kit, SeenPage page, Returns.Accent accent)
    {
        var layout = page.Layout.Layout;
        var uses = kit.Layouts.SelectMany(l => l.Pieces.SelectMany(p => p.Takes(l.Label(p)))).ToList();
        foreach (var sheet in kit.Parts.Where(s => s.Kind is PartKind.Stickers or PartKind.DieCuts or PartKind.Loose))
        {
            var taken = PartTally.Of(sheet, uses).Taken;
            foreach (var part in sheet.Parts)
                if (
                    part is { Colour: { } own, Size: { } size }
                    && part.Count - taken.GetValueOrDefault(part.Id) is > 0 and var left
                    && (part.Layout is null || part.Layout == layout.Id)
                    && size.Longer <= Longest
                    && Colours.Difference(own, accent.Face.Face.Colour) < EyeLimits.Alike
                )
                {
                    var kind = sheet.Kind == PartKind.Stickers ? PieceKind.Sticker : PieceKind.DieCut;
                    yield return (
                        Bare(layout, kind, size) with
                        {
                            Part = new() { Sheet = sheet.Id, Part = part.Id },
                        },
                        Saying.Of("proposal.a-part-left", ("part", part.Id), ("sheet", sheet.Name), ("left", left))
                    );
                }
        }
        // The smallest piece of it once more; else a square.
        var reading = kit.Reading();
        var square = kit.Unit == LengthUnit.Inch ? Length.Inches(1, 1, 2) : Length.Millimetres(40);
        List<Size> sizes =
        [
            .. accent
                .Own.Where(t => t.Placed.Piece.IsCut && t.Placed.Piece is { Shape: null, Tilt: null } && t.Box.Size.Longer <= Longest)
                .Select(t => t.Box.Size)
                .OrderBy(s => s.Area)
                .Take(1),
            new(square, square),
        ];
        foreach (var paper in kit.Papers)
        foreach (var side in new[] { SheetFace.A, SheetFace.B })
            if (
                paper[side] is { Print: PrintKind.Solid or PrintKind.Dot } face
                && Colours.Difference(face.Colour, accent.Face.Face.Colour) < EyeLimits.Alike
            )
                foreach (var size in sizes.Distinct())
                    yield return (
                        Bare(layout, PieceKind.Panel, size) with
                        {
                            Paper = paper.Id,
                            Face = side,
                            Stated = StatedSize.Finished,
                        },
                        Saying.Of("proposal.a-piece-left", ("size", reading.Format(size)), ("paper", paper.Name))
                    );
    }

    private static Piece Bare(Layout layout, PieceKind kind, Size size) =>
        new()
        {
            Id = layout.FreeLabel(kind),
            Kind = kind,
            Size = size,
            Across = new FromEdge(Edge.Left, Length.Zero),
            Down = new FromEdge(Edge.Top, Length.Zero),
        };

    // Where it makes the widest triangle with two places that are there (of one, where it lies farthest from it), whole on one thing that it
    // stands out from, and on nothing that is to be seen: photos, words, parts, and its own colour.
    private static (Piece Piece, Box Box)? Place(
        Kit kit,
        SeenPage page,
        Returns.Accent accent,
        IReadOnlyList<SeenThing> places,
        Piece piece
    )
    {
        var layout = page.Layout.Layout;
        var whole = (double)layout.Size.Area;
        var (step, free) =
            kit.Unit == LengthUnit.Inch ? (Length.Inches(0, 1, 4), Length.Inches(0, 1, 4)) : (Length.Millimetres(5), Length.Millimetres(5));
        var photos = page.Layout.Pieces.Where(p => p.Piece.Kind == PieceKind.Photo).Select(p => p.Box).ToList();
        List<Box> kept =
        [
            .. page
                .Layout.Pieces.Where(p => p.Piece.Kind is not (PieceKind.Base or PieceKind.Panel or PieceKind.Strip or PieceKind.Printed))
                .Select(p => p.Box),
            .. accent.Own.Select(t => t.Box),
        ];
        (Piece, Box, double Worth)? best = null;
        foreach (var side in layout.Sides)
        {
            var own = layout.PageBox(side);
            for (var y = own.Y + free; y + piece.Size.Height + free <= own.Bottom; y += step)
            for (var x = own.X + free; x + piece.Size.Width + free <= own.Right; x += step)
            {
                var box = new Box(x, y, piece.Size);
                if (kept.Exists(k => k.Overlaps(box)) || Ground(page, box) is not { Face: { } ground } || !StandsOut(ground, accent))
                    continue;
                var worth = Worth(places, box) / whole + (photos.Exists(p => p.Widened(AtAPhoto).Overlaps(box)) ? NearAPhoto : 0);
                if (best is null || worth > best.Value.Worth + 1e-9)
                    best = (
                        piece with
                        {
                            Side = side,
                            Across = new FromEdge(Edge.Left, x - own.X),
                            Down = new FromEdge(Edge.Top, y - own.Y),
                        },
                        box,
                        worth
                    );
            }
        }
        return best is { } found ? (found.Item1, found.Item2) : null;
    }

    private static bool StandsOut(SeenFace ground, Returns.Accent accent) =>
        Colours.Difference(ground.Face.Colour, accent.Face.Face.Colour) >= EyeLimits.StandsOut;

    // The one thing that all of it lies on.
    private static SeenThing? Ground(SeenPage page, Box box)
    {
        var middle = page.Top(box.X + box.Width.Half, box.Y + box.Height.Half);
        return middle is { IsPhoto: false } && middle.Box.Contains(box) && page.Things.Skip(middle.Depth + 1).All(t => !t.Box.Overlaps(box))
            ? middle
            : null;
    }

    // The area of the widest triangle with two of the places, in ticks squared; of one place, a tenth of the square of how far it is.
    private static double Worth(IReadOnlyList<SeenThing> places, Box box)
    {
        static (double X, double Y) Middle(Box b) => (b.X.Ticks + b.Width.Ticks / 2.0, b.Y.Ticks + b.Height.Ticks / 2.0);
        var at = Middle(box);
        if (places.Count == 1)
        {
            var one = Middle(places[0].Box);
            return (Math.Pow(at.X - one.X, 2) + Math.Pow(at.Y - one.Y, 2)) / 10;
        }
        var most = 0.0;
        for (var i = 0; i < places.Count; i++)
        for (var j = i + 1; j < places.Count; j++)
        {
            var (a, b) = (Middle(places[i].Box), Middle(places[j].Box));
            most = Math.Max(most, Math.Abs((a.X - at.X) * (b.Y - at.Y) - (b.X - at.X) * (a.Y - at.Y)) / 2);
        }
        return most;
    }
}
