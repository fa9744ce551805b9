using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Eye;

/// <summary>A face of a paper as it is seen.</summary>
internal sealed record SeenFace(Paper Paper, SheetFace Side, Face Face)
{
    /// <summary>Its colour in CIELAB.</summary>
    public Lab Ground { get; } = Colours.LabOf(Face.Colour);

    private readonly Lab? _ink = Face.Ink is { } ink ? Colours.LabOf(ink) : null;

    public bool IsSolid => Face.Print == PrintKind.Solid;

    /// <summary>Whether it is a print that draws the eye: dots are calm enough to lie beside another (common practice, no
    /// source).</summary>
    public bool IsBusy => Face.Print is not (PrintKind.Solid or PrintKind.Dot);

    /// <summary>Whether two look like one at a glance: the same side of a paper, two solids or two like prints of like colours.</summary>
    public bool IsLike(SeenFace other) =>
        (Paper.Id == other.Paper.Id && Side == other.Side)
        || (Face.Print == other.Face.Print && Colours.Difference(Ground, other.Ground) < EyeLimits.Alike && InksAlike(other));

    /// <summary>The colours that it is seen to have: its ground, its ink, and what else its print has enough of.</summary>
    public static IEnumerable<string> ColoursOf(Face face) =>
        new[] { face.Colour, face.Ink }
            .OfType<string>()
            .Concat(face.Colours.Where(c => c.Share >= EyeLimits.SeenShare).Select(c => c.Colour))
            .Distinct(StringComparer.OrdinalIgnoreCase);

    private bool InksAlike(SeenFace other) =>
        IsSolid || (_ink is { } ink && other._ink is { } its && Colours.Difference(ink, its) < EyeLimits.Alike);
}

/// <summary>A rectangle of paper that is seen on a page: a piece, or one mat of a photo.</summary>
/// <param name="Depth">Its place from back to front, a photo's mats one after the other.</param>
internal sealed record SeenThing(PlacedPiece Placed, Box Box, SeenFace? Face, int Depth, bool IsPhoto = false);

/// <summary>A page as it is seen: what lies on it from back to front, and what each edge of it lies on.</summary>
internal sealed class SeenPage
{
    /// <summary>So many places along each side are looked at.</summary>
    private const int Places = 12;

    private readonly List<SeenThing> _things = [];
    private readonly (SeenThing On, double Share)[]?[] _around;

    public SeenPage(Kit kit, ResolvedLayout layout)
    {
        Layout = layout;
        foreach (var placed in layout.Pieces)
        {
            if (placed.Piece.Kind == PieceKind.Photo)
            {
                for (var i = placed.MatBoxes.Count - 1; i >= 0; i--)
                    Add(placed, placed.MatBoxes[i], FaceOf(kit, placed.Stack.Layers[i].Mat));
                if (placed.PhotoBox is { } photo)
                    Add(placed, photo, null, true);
            }
            else if (placed.Piece.Kind is not (PieceKind.Tie or PieceKind.Printed or PieceKind.Drawn))
                Add(placed, placed.Box, FaceOf(kit, placed.Piece));
        }
        _around = new (SeenThing On, double Share)[_things.Count][];
    }

    public ResolvedLayout Layout { get; }

    public IReadOnlyList<SeenThing> Things => _things;

    private void Add(PlacedPiece placed, Box box, SeenFace? face, bool photo = false) =>
        _things.Add(new(placed, box, face, _things.Count, photo));

    public static SeenFace? FaceOf(Kit kit, Mat mat) =>
        mat.Card is { } card ? OfPart(kit, card.Sheet, card.Part) : FaceOf(kit, mat.Paper, mat.Face);

    private static SeenFace? FaceOf(Kit kit, Piece piece) =>
        piece.Part is { } use ? OfPart(kit, use.Sheet, use.Part) : FaceOf(kit, piece.Paper, piece.Face);

    // A ready-made part is seen by the colour that most of it has, where that is known.
    private static SeenFace? OfPart(Kit kit, string sheet, string? id) =>
        kit.PartSheet(sheet)?.Part(id) is { Colour: { } colour, Id: var part }
            ? new(
                new()
                {
                    Id = $"part:{sheet}:{part}",
                    Name = part,
                    Size = new(Length.Inches(1), Length.Inches(1)),
                    FaceA = new() { Colour = colour },
                },
                SheetFace.A,
                new() { Colour = colour }
            )
            : null;

    public static SeenFace? FaceOf(Kit kit, string? paper, SheetFace side) =>
        kit.Paper(paper) is { } own && own[side] is { } face ? new(own, side, face) : null;

    /// <summary>What lies along the edge of a thing, just outside it: what is seen there, and how much of the edge it has, 0 to 1; edges
    /// that something covers, and what lies off the page, are not looked at.</summary>
    public IReadOnlyList<(SeenThing On, double Share)> Around(SeenThing thing) => _around[thing.Depth] ??= Look(thing);

    private (SeenThing On, double Share)[] Look(SeenThing thing)
    {
        var step = new Length(Length.TicksPerInch / 64);
        var (page, box) = (Layout.Layout.PageBox(PageSide.Both), thing.Box);
        var wide = box.Widened(step * 2);
        // Uppermost first; what is nowhere near need not be asked in each of the places.
        var near = _things.Where(t => t.Depth != thing.Depth && t.Box.Overlaps(wide)).Reverse().ToList();
        var (found, seen) = (new int[near.Count], 0);
        foreach (var (x, y) in Edges(box, step))
        {
            if (x < page.X || y < page.Y || x > page.Right || y > page.Bottom)
                continue;
            var top = near.FindIndex(t => Holds(t.Box, x, y));
            if (top < 0 || near[top].Depth > thing.Depth)
                continue;
            seen++;
            found[top]++;
        }
        return seen < Places ? [] : [.. near.Zip(found).Where(f => f.Second > 0).Select(f => (f.First, (double)f.Second / seen))];
    }

    /// <summary>What lies uppermost in a place; null where nothing does.</summary>
    public SeenThing? Top(Length x, Length y) => _things.FindLast(t => Holds(t.Box, x, y));

    private static bool Holds(Box box, Length x, Length y) => box.X <= x && x <= box.Right && box.Y <= y && y <= box.Bottom;

    private static IEnumerable<(Length X, Length Y)> Edges(Box box, Length outside)
    {
        for (var i = 0; i < Places; i++)
        {
            var (x, y) = (
                box.X + new Length(box.Width.Ticks * (2 * i + 1) / (2 * Places)),
                box.Y + new Length(box.Height.Ticks * (2 * i + 1) / (2 * Places))
            );
            yield return (x, box.Y - outside);
            yield return (x, box.Bottom + outside);
            yield return (box.X - outside, y);
            yield return (box.Right + outside, y);
        }
    }
}
