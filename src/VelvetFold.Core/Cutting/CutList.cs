using System.Globalization;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>One piece to be cut for one kit: its label, what of the piece it is, the paper and face, and its size.</summary>
/// <param name="Label">L1-B2; of a mat L1-P1 mat, or mat 1 and mat 2 where there are two.</param>
/// <param name="Turn">Whether it may be turned on the sheet, by the direction of its print.</param>
/// <param name="Gut">The border that is kept where its inside is cut out.</param>
/// <param name="By">Who cuts it.</param>
public sealed record CutPiece(string Label, string Layout, string Piece, string Paper, SheetFace Face, Size Size, Turn Turn, Length? Gut = null, CutBy By = CutBy.Either);

/// <summary>What has to be cut for one kit, from the layouts.</summary>
public static class CutList
{
    /// <summary>The pieces to cut, layout by layout, back to front, inner mats before outer ones. Pieces without paper are left out; a finding tells of them.</summary>
    public static IReadOnlyList<CutPiece> Of(Kit kit, IReadOnlyList<ResolvedLayout> layouts) =>
        [.. layouts.SelectMany(layout => layout.Pieces.SelectMany(placed => PiecesOf(kit, layout.Layout, placed)))];

    /// <summary>The order to the planner: for one kit as a guest cuts it, or for so many as the host cuts them together. Pieces that the other one cuts are left out.</summary>
    public static CutOrder Order(Kit kit, IReadOnlyList<CutPiece> pieces, int kits, CutMode mode)
    {
        var (times, other) = mode == CutMode.Batch ? (kits, CutBy.Guest) : (1, CutBy.Host);
        var own = pieces.Where(p => p.By != other).ToList();
        return new(
            [.. kit.Papers.Select(p => Sheet(kit, p, own, times, mode))],
            [.. own.Select(p => new Demand(p.Label, p.Paper, p.Size, times, p.Turn, p.Face) { Gut = p.Gut })],
            kit.LongestCut, kit.NarrowestStrip);
    }

    private static StockSheet Sheet(Kit kit, Paper paper, IReadOnlyList<CutPiece> pieces, int times, CutMode mode) => new(paper.Id, paper.Size, paper.OnHand)
    {
        Trims = paper.Trims,
        TearStripFace = paper.FaceB is null ? null : SheetFace.B,
        AtOnce = mode == CutMode.Batch && kit.CutsThrough is { } deep && paper.Thickness is { IsPositive: true } sheet ? (int)Math.Max(1, deep.Ticks / sheet.Ticks) : 1,
        Extras = [.. Extras(kit, paper, pieces, times)],
        Kept = [.. kit.KeptSheets.Where(k => k.Paper == paper.Id && k.Mode == mode)],
    };

    // Offcuts on hand, and the insides of the pieces that are gutted: one of each for every kit.
    private static IEnumerable<ExtraPaper> Extras(Kit kit, Paper paper, IReadOnlyList<CutPiece> pieces, int times)
    {
        foreach (var (offcut, i) in paper.Offcuts.Select((offcut, i) => (offcut, i)))
            yield return new($"offcut on hand {(i + 1).ToString(CultureInfo.InvariantCulture)}, {kit.Reading().Format(offcut.Size)}", offcut.Size, offcut.Count);
        foreach (var piece in pieces)
            if (piece.Paper == paper.Id && piece.Gut is { } border && piece.Size.Grown(-border) is { } inside)
                yield return new($"inside of {piece.Label}", inside, times);
    }

    private static IEnumerable<CutPiece> PiecesOf(Kit kit, Layout layout, PlacedPiece placed)
    {
        var piece = placed.Piece;
        if (piece.Kind == PieceKind.Photo) return placed.Stack.Layers.SelectMany((layer, i) => MatOf(kit, layout, placed, layer, i));
        if (!piece.IsCut || kit.Paper(piece.Paper) is not { } paper) return [];
        var size = piece.CutSize;
        if (piece.Joins.Count > 0) return piece.CutParts.Select((part, i) => Cut($"{placed.Label} part {i + 1}", layout, piece, paper, piece.Face, part, piece.PrintTurned));
        if (piece.Side != PageSide.Both || AtSeam(layout, placed) is not { } left)
            return [Cut(placed.Label, layout, piece, paper, piece.Face, size, piece.PrintTurned, piece.Side == PageSide.Both || piece.Shape is not null ? null : piece.Gut)];
        // Across the seam it is two pieces, one for each page.
        return
        [
            Cut($"{placed.Label} left", layout, piece, paper, piece.Face, new(left, size.Height), piece.PrintTurned),
            Cut($"{placed.Label} right", layout, piece, paper, piece.Face, new(size.Width - left, size.Height), piece.PrintTurned),
        ];
    }

    // How much of a piece across the seam lies on the left page, its left edge's allowance included; null where it lies on one page only.
    private static Length? AtSeam(Layout layout, PlacedPiece placed)
    {
        if (layout.Kind == LayoutKind.Single) return null;
        var left = layout.Page.Width - placed.Box.X;
        return left.IsPositive && left < placed.Box.Width ? left + placed.Piece.Finish(Edge.Left).Uses : null;
    }

    private static IEnumerable<CutPiece> MatOf(Kit kit, Layout layout, PlacedPiece placed, MatLayer layer, int i)
    {
        if (kit.Paper(layer.Mat.Paper) is not { } paper) yield break;
        var label = $"{placed.Label} mat{(placed.Stack.Layers.Count > 1 ? $" {i + 1}" : "")}";
        if (layer.Mat.Frame is not { } width)
        {
            yield return Cut(label, layout, placed.Piece, paper, layer.Mat.Face, layer.Size, turned: false, layer.Mat.Gut);
            yield break;
        }
        var strips = new MitredFrame(layer.Size, width).Strips.SelectMany(s => Enumerable.Repeat(s.Size, s.Count));
        foreach (var (size, n) in strips.Select((size, n) => (size, n)))
            yield return Cut($"{label} strip {n + 1}", layout, placed.Piece, paper, layer.Mat.Face, size, turned: false);
    }

    // A print that is meant to lie a quarter turned on the page is cut a quarter turned from the sheet.
    private static CutPiece Cut(string label, Layout layout, Piece piece, Paper paper, SheetFace face, Size size, bool turned, Length? gut = null)
    {
        var free = (paper[face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free;
        return new(label, layout.Id, piece.Id, paper.Id, face, turned && !free ? size.Turned : size, free ? Turn.Free : Turn.None, gut, piece.CutBy);
    }
}
