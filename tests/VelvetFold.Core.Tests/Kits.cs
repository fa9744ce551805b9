using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Tests;

/// <summary>Short ways to write kits in tests: lengths as a person writes them.</summary>
internal static class Kits
{
    public static Length L(string text) => LengthPattern.Exact(LengthUnit.Inch).Parse(text).OrThrow();

    public static Size S(string width, string height) => new(L(width), L(height));

    public static Box B(string x, string y, string width, string height) => new(L(x), L(y), L(width), L(height));

    public static Paper Paper(string id, PrintDirection direction = PrintDirection.Free, TearStrip? tear = null, int? onHand = null) =>
        new()
        {
            Id = id,
            Name = id,
            Size = S("12", "12"),
            FaceA = new() { Colour = "#112233", Direction = direction },
            FaceB = new() { Colour = "#ddeeff" },
            TearStrip = tear,
            OnHand = onHand,
        };

    public static Piece Piece(
        string id,
        string width,
        string height,
        AxisRule across,
        AxisRule down,
        PageSide side = PageSide.Left,
        PieceKind kind = PieceKind.Panel,
        string? paper = "plain"
    ) =>
        new()
        {
            Id = id,
            Kind = kind,
            Side = side,
            Size = S(width, height),
            Paper = paper,
            Across = across,
            Down = down,
        };

    public static Piece Photo(
        string id,
        string width,
        string height,
        AxisRule across,
        AxisRule down,
        params (string Paper, string Reveal)[] mats
    ) =>
        Piece(id, width, height, across, down, kind: PieceKind.Photo, paper: null) with
        {
            Opening = new() { Mats = [.. mats.Select(m => new Mat { Paper = m.Paper, Reveal = L(m.Reveal) })] },
        };

    public static Layout Layout(LayoutKind kind, params Piece[] pieces) =>
        new()
        {
            Id = "L1",
            Name = "One",
            Kind = kind,
            Page = S("12", "12"),
            Pieces = pieces,
        };

    public static Kit Kit(Layout layout, params Paper[] papers) =>
        new()
        {
            Name = "Kit",
            Ruler = Length.Sixteenth,
            Matting = new() { School = MatSchool.GrowMat, Reveal = L("1/8") },
            Papers = papers.Length == 0 ? [Paper("plain"), Paper("other")] : papers,
            Layouts = [layout],
        };

    public static ResolvedLayout Resolve(Layout layout) => Resolver.Resolve(layout, Kit(layout));

    public static FromEdge Left(string distance, string? of = null) => new(Edge.Left, L(distance), of);

    public static FromEdge Top(string distance, string? of = null) => new(Edge.Top, L(distance), of);

    public static FromEdge Right(string distance, string? of = null) => new(Edge.Right, L(distance), of);

    public static FromEdge Bottom(string distance, string? of = null) => new(Edge.Bottom, L(distance), of);

    public static Beside Under(string of, string gap = "0") => new(Edge.Bottom, of, L(gap));

    public static Beside RightOf(string of, string gap = "0") => new(Edge.Right, of, L(gap));

    public static Beside LeftOf(string of, string gap = "0") => new(Edge.Left, of, L(gap));

    public static Beside Over(string of, string gap = "0") => new(Edge.Top, of, L(gap));

    public static Flush Seam(string distance = "0") => new(Flank.Seam, L(distance));
}
