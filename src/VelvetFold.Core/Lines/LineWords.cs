using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Lines;

/// <summary>The words of the measure line; reader and writer share them.</summary>
internal static class LineWords
{
    public static readonly IReadOnlyDictionary<string, PieceKind> Kinds = new Dictionary<string, PieceKind>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["base"] = PieceKind.Base,
        ["panel"] = PieceKind.Panel,
        ["strip"] = PieceKind.Strip,
        ["photo"] = PieceKind.Photo,
        ["title"] = PieceKind.Title,
        ["journaling"] = PieceKind.Journaling,
        ["die-cut"] = PieceKind.DieCut,
        ["sticker"] = PieceKind.Sticker,
        ["tie"] = PieceKind.Tie,
        ["raised part"] = PieceKind.Raised,
        ["printed"] = PieceKind.Printed,
        ["drawn"] = PieceKind.Drawn,
        ["bases"] = PieceKind.Base,
        ["panels"] = PieceKind.Panel,
        ["strips"] = PieceKind.Strip,
        ["photos"] = PieceKind.Photo,
        ["titles"] = PieceKind.Title,
        ["die-cuts"] = PieceKind.DieCut,
        ["stickers"] = PieceKind.Sticker,
        ["ties"] = PieceKind.Tie,
        ["raised parts"] = PieceKind.Raised,
    };

    public static readonly IReadOnlyDictionary<string, EdgeWork> Works = new Dictionary<string, EdgeWork>(StringComparer.OrdinalIgnoreCase)
    {
        ["torn"] = EdgeWork.Torn,
        ["scalloped"] = EdgeWork.Scalloped,
        ["punched"] = EdgeWork.Punched,
        ["inked"] = EdgeWork.Inked,
        ["rounded"] = EdgeWork.Rounded,
        ["mitred"] = EdgeWork.Mitred,
        ["dovetailed"] = EdgeWork.Dovetailed,
        ["straight"] = EdgeWork.Straight,
    };

    public static readonly IReadOnlyDictionary<string, StatedSize> Stated = new Dictionary<string, StatedSize>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["cut size"] = StatedSize.Cut,
        ["finished size"] = StatedSize.Finished,
    };

    public static readonly IReadOnlyDictionary<string, OutlineKind> Shapes = new Dictionary<string, OutlineKind>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["circle"] = OutlineKind.Circle,
        ["oval"] = OutlineKind.Oval,
        ["hexagon"] = OutlineKind.Hexagon,
        ["rectangle"] = OutlineKind.Rectangle,
    };

    public static readonly IReadOnlyDictionary<string, Edge> Sides = new Dictionary<string, Edge>(StringComparer.OrdinalIgnoreCase)
    {
        ["left"] = Edge.Left,
        ["top"] = Edge.Top,
        ["right"] = Edge.Right,
        ["bottom"] = Edge.Bottom,
    };

    public static readonly IReadOnlyDictionary<string, Edge> Halves = new Dictionary<string, Edge>(StringComparer.OrdinalIgnoreCase)
    {
        ["left half"] = Edge.Left,
        ["top half"] = Edge.Top,
        ["right half"] = Edge.Right,
        ["bottom half"] = Edge.Bottom,
    };

    public static readonly IReadOnlyDictionary<string, TieKind> Ties = new Dictionary<string, TieKind>(StringComparer.OrdinalIgnoreCase)
    {
        ["tied in a knot"] = TieKind.Knot,
        ["tied in a bow"] = TieKind.Bow,
        ["tied in a double bow"] = TieKind.DoubleBow,
    };

    public static readonly IReadOnlyDictionary<string, PageSide> Pages = new Dictionary<string, PageSide>(StringComparer.OrdinalIgnoreCase)
    {
        ["left page"] = PageSide.Left,
        ["right page"] = PageSide.Right,
        ["both pages"] = PageSide.Both,
    };

    public static readonly IReadOnlyDictionary<string, MatSchool> Schools = new Dictionary<string, MatSchool>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["mat grows"] = MatSchool.GrowMat,
        ["photo trimmed"] = MatSchool.TrimPhoto,
    };

    public static readonly IReadOnlyDictionary<string, DrawnKind> Drawings = new Dictionary<string, DrawnKind>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["dashes"] = DrawnKind.Dashes,
        ["stitches"] = DrawnKind.Stitches,
        ["doodle"] = DrawnKind.Doodle,
        ["stamp"] = DrawnKind.Stamp,
        ["stencil"] = DrawnKind.Stencil,
    };

    public static readonly IReadOnlyDictionary<string, Edge> Faces = new Dictionary<string, Edge>(StringComparer.OrdinalIgnoreCase)
    {
        ["faces left"] = Edge.Left,
        ["faces right"] = Edge.Right,
        ["faces above"] = Edge.Top,
        ["faces below"] = Edge.Bottom,
    };

    public static readonly IReadOnlyDictionary<string, Facing> Looks = new Dictionary<string, Facing>(StringComparer.OrdinalIgnoreCase)
    {
        ["looks left"] = Facing.Left,
        ["looks right"] = Facing.Right,
    };

    public static readonly IReadOnlyDictionary<string, PhotoTone> Tones = new Dictionary<string, PhotoTone>(
        StringComparer.OrdinalIgnoreCase
    )
    {
        ["black and white"] = PhotoTone.BlackAndWhite,
        ["faded"] = PhotoTone.Faded,
    };

    public static string Of<T>(IReadOnlyDictionary<string, T> words, T value)
        where T : struct => words.First(w => w.Value.Equals(value)).Key;

    /// <summary>Words a name of paper ends before, when papers are not known.</summary>
    public static readonly IReadOnlyList<string> ClauseStarts =
    [
        "under",
        "over",
        "left of",
        "right of",
        "flush",
        "centred",
        "evenly",
        "in a",
        "in the",
        "on left page",
        "on right page",
        "on both pages",
        "on mat",
        "white border",
        "from sheet at",
        "called",
        "tucked",
        "hanging",
        "focal",
        "raised",
        "roughly",
        "extra",
        "with a hole",
        "tilted",
        "joined at",
        "part",
        "upright",
        "lying",
        "gutted",
        .. Works.Keys,
        .. Stated.Keys,
        .. Shapes.Keys,
        .. Drawings.Keys,
        .. Faces.Keys,
        .. Looks.Keys,
        .. Tones.Keys,
        "A",
        "B",
        "left as",
        "right as",
        "top as",
        "bottom as",
    ];
}
