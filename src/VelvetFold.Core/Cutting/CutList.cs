using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
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
/// <param name="Outline">The corners of a template, from the top left of its size as it is cut.</param>
public sealed record CutPiece(
    string Label,
    string Layout,
    string Piece,
    string Paper,
    SheetFace Face,
    Size Size,
    Turn Turn,
    Length? Gut = null,
    CutBy By = CutBy.Either,
    [property: JsonIgnore] IReadOnlyList<OutlinePoint>? Outline = null
)
{
    /// <summary>Where on the whole sheet, face A up, it is cut from: any of these places; none where it is cut anywhere.</summary>
    public IReadOnlyList<Box>? At { get; init; }
}

/// <summary>What has to be cut for one kit, from the layouts.</summary>
public static class CutList
{
    /// <summary>A row of more outlines is not drawn: so many distances from its end can still be followed (ours).</summary>
    private const int MostInRow = 12;

    /// <summary>The pieces to cut, layout by layout, back to front, inner mats before outer ones. Pieces without paper are left out; a
    /// finding tells of them.</summary>
    public static IReadOnlyList<CutPiece> Of(Kit kit, IReadOnlyList<ResolvedLayout> layouts) =>
        [.. layouts.SelectMany(layout => layout.Pieces.Concat(layout.Extras).SelectMany(placed => Of(kit, layout.Layout, placed)))];

    /// <summary>The order to the planner: for one kit as a guest cuts it, or for so many as the host cuts them together. Pieces that
    /// the other one cuts are left out.</summary>
    /// <param name="inRow">So many equal outlines at most are cut out of one rectangle; 1 where each is cut out of its own.</param>
    public static CuttingInstance Order(Kit kit, IReadOnlyList<CutPiece> pieces, int kits, CutMode mode, int inRow = MostInRow)
    {
        var (times, other) = mode == CutMode.Batch ? (kits, CutBy.Guest) : (1, CutBy.Host);
        var own = pieces.Where(p => p.By != other).ToList();
        return new(
            [.. kit.Papers.Select(p => Sheet(kit, p, own, times, mode))],
            [.. Demands(kit, own, times, inRow)],
            kit.LongestCut,
            kit.NarrowestStrip,
            kit.Ruler
        );
    }

    // Equal outlines that lie into each other are cut in rows.
    private static IEnumerable<Demand> Demands(Kit kit, IReadOnlyList<CutPiece> pieces, int times, int inRow)
    {
        var open = pieces.ToList();
        while (open.Count > 0)
        {
            var piece = open[0];
            if (inRow < 2 || piece is not { Outline: { } outline, At: null } || kit.Paper(piece.Paper) is not { } paper)
            {
                open.RemoveAt(0);
                yield return Single(piece, times);
                continue;
            }
            var alike = open.FindAll(o =>
                o.Paper == piece.Paper
                && o.Face == piece.Face
                && o.Size == piece.Size
                && o.Turn == piece.Turn
                && o.At is null
                && o.Outline is { } other
                && other.SequenceEqual(outline)
            );
            open.RemoveAll(alike.Contains);
            foreach (var demand in Rows(kit, paper, alike, times, inRow))
                yield return demand;
        }
    }

    private static Demand Single(CutPiece p, int quantity) =>
        new(p.Label, p.Paper, p.Size, quantity, p.Turn, p.Face) { Gut = p.Gut, At = p.At };

    // Equal ones in rows as long as can be cut: those of one kit, and where a row has room for more, those of several kits.
    private static IEnumerable<Demand> Rows(Kit kit, Paper paper, IReadOnlyList<CutPiece> alike, int times, int inRow)
    {
        var (one, outline) = (alike[0], alike[0].Outline!);
        var mayHalfTurn = paper[one.Face]?.Direction is not PrintDirection.OneWay;
        bool CanBeCut(Size size) => CutPlanner.Fits(new Demand(one.Label, one.Paper, size, 1, one.Turn), paper.Usable.Size, kit.LongestCut);
        var most = (int)Math.Min(Math.Min(inRow, MostInRow), (long)alike.Count * times);
        var rows = NestedRow.UpTo(outline, most, kit.Ruler, mayHalfTurn, CanBeCut);
        var longest = rows.Count + 1;
        Int128 Area(int n) => n == 1 ? one.Size.Area : rows[n - 2].Size.Area;
        var at = 0;
        foreach (var count in Parted(alike.Count, longest, Area))
        {
            var own = alike.Skip(at).Take(count).ToList();
            at += count;
            for (var left = times; left > 0; )
            {
                // So many kits in a row as take the least paper for each.
                var kits = Enumerable.Range(1, Math.Min(left, longest / count)).MinBy(k => (double)Area(k * count) / k);
                yield return kits * count == 1
                    ? Single(own[0], left / kits)
                    : new Demand(NameOf([.. own.Select(p => p.Label)], kits), one.Paper, one.Size, left / kits, one.Turn, one.Face)
                    {
                        Labels = [.. Enumerable.Repeat(own, kits).SelectMany(l => l).Select(p => p.Label)],
                    }.In(rows[kits * count - 2]);
                left %= kits;
            }
        }
    }

    // Parts of a count that take the least paper together, and of those the most and smallest: they find room more easily.
    private static IEnumerable<int> Parted(int count, int longest, Func<int, Int128> area)
    {
        var best = new (Int128 Area, int Parts, int Last)[count + 1];
        for (var n = 1; n <= count; n++)
            best[n] = Enumerable
                .Range(1, Math.Min(n, longest))
                .Select(last => (best[n - last].Area + area(last), best[n - last].Parts - 1, last))
                .Min();
        var parts = new List<int>();
        for (var n = count; n > 0; n -= best[n].Last)
            parts.Add(best[n].Last);
        return parts.OrderDescending();
    }

    // Two of one label read as two pieces do; of more than that it is said how many.
    private static string NameOf(IReadOnlyList<string> labels, int kits)
    {
        var name = string.Join(" + ", labels);
        return kits switch
        {
            1 => name,
            2 when labels.Count == 1 => $"{name} + {name}",
            _ => string.Create(CultureInfo.InvariantCulture, $"{kits} x {(labels.Count == 1 ? name : $"({name})")}"),
        };
    }

    private static StockSheet Sheet(Kit kit, Paper paper, IReadOnlyList<CutPiece> pieces, int times, CutMode mode) =>
        new(paper.Id, paper.Sheet, paper.OnHand)
        {
            Trims = paper.Trims,
            TearStripFace = paper.FaceB is null ? null : SheetFace.B,
            AtOnce =
                mode == CutMode.Batch && kit.CutsThrough is { } deep && paper.Thickness is { IsPositive: true } sheet
                    ? (int)Math.Max(1, deep.Ticks / sheet.Ticks)
                    : 1,
            Remnants = [.. mode == CutMode.Batch ? OnHand(kit, paper) : [], .. Insides(paper, pieces, times)],
            Kept = [.. kit.KeptSheets.Where(k => k.Paper == paper.Id && k.Mode == mode)],
        };

    // Offcuts lie in the studio: the host cuts them. A guest's kit is cut out of what every bag has.
    private static IEnumerable<Remnant> OnHand(Kit kit, Paper paper)
    {
        foreach (var (offcut, i) in paper.Offcuts.Select((offcut, i) => (offcut, i)))
            yield return new(PaperPart.OnHand(i + 1, kit.Reading().Format(offcut.Size)), offcut.Size, offcut.Count, offcut.Face);
    }

    // The insides of the pieces that are gutted: one of each for every kit.
    private static IEnumerable<Remnant> Insides(Paper paper, IReadOnlyList<CutPiece> pieces, int times)
    {
        foreach (var piece in pieces)
            if (piece.Paper == paper.Id && piece.Gut is { } border && piece.Size.Grown(-border) is { } inside)
                yield return new(PaperPart.Inside(piece.Label), inside, times);
    }

    /// <summary>What is cut for one placed piece; nothing where it has no paper.</summary>
    public static IEnumerable<CutPiece> Of(Kit kit, Layout layout, PlacedPiece placed)
    {
        ArgumentNullException.ThrowIfNull(placed);
        var piece = placed.Piece;
        if (piece.Kind == PieceKind.Photo)
            return placed.Stack.Layers.SelectMany((layer, i) => MatOf(kit, layout, placed, layer, i));
        if (!piece.IsCut || kit.Paper(piece.Paper) is not { } paper)
            return [];
        var (size, left) = (piece.CutSize(kit.Unit), piece.Finish(Edge.Left).Uses(kit.Unit));
        var seam = Seam(layout, piece, placed.Box) is { } at ? at + left : (Length?)null;
        var gut = seam is null && piece is { Shape: null, Joins.Count: 0 } ? piece.Gut : null;
        return Apart(placed.Label, size, piece.LongAxis, piece.CutJoins(kit.Unit), seam)
            .Select(part =>
                AtItsPlace(Cut(kit, part.Label, layout, piece, paper, piece.Face, part.Size, piece.PrintTurned, gut), piece, paper, size)
            );
    }

    // A piece with a place of its own is cut whole: one that is cut apart by joins or the seam has none then, and a finding tells of it.
    private static CutPiece AtItsPlace(CutPiece cut, Piece piece, Paper paper, Size whole)
    {
        if (piece.CutFrom is not { } place)
            return cut;
        var lies = piece.PrintTurned ? whole.Turned : whole;
        return cut with
        {
            Size = cut.Size == whole ? lies : cut.Size,
            Turn = Turn.None,
            At = cut.Size == whole || cut.Size == lies ? place.On(paper.Sheet, lies, cut.Face) : [],
        };
    }

    /// <summary>How far from the left edge of a box the pages meet under it; null where it lies on one page only. Only what lies on both
    /// pages is cut there.</summary>
    private static Length? Seam(Layout layout, Piece piece, Box box) =>
        layout.Kind == LayoutKind.Spread && piece.Side == PageSide.Both && layout.Page.Width is var seam && box.X < seam && seam < box.Right
            ? seam - box.X
            : null;

    // Joins along the seam's own axis make one row of parts with it; across it, each part has a left and a right half.
    private static IEnumerable<(string Label, Size Size)> Apart(
        string label,
        Size size,
        Axis axis,
        IReadOnlyList<Length> joins,
        Length? seam
    )
    {
        if (joins.Count > 0 && axis == Axis.Across && seam is { } mark)
            (joins, seam) = ([.. joins.Append(mark).Distinct().Order()], null);
        foreach (var (part, i) in size.Apart(axis, joins).Select((part, i) => (part, i)))
        {
            var name = joins.Count > 0 ? string.Create(CultureInfo.InvariantCulture, $"{label} part {i + 1}") : label;
            if (seam is { } at)
            {
                yield return ($"{name} left", new(at, part.Height));
                yield return ($"{name} right", new(part.Width - at, part.Height));
            }
            else
                yield return (name, part);
        }
    }

    private static IEnumerable<CutPiece> MatOf(Kit kit, Layout layout, PlacedPiece placed, MatLayer layer, int i)
    {
        if (kit.Paper(layer.Mat.Paper) is not { } paper)
            return [];
        var (label, box) = (MatStack.LabelOf(placed.Label, i, placed.Stack.Layers.Count), placed.MatBoxes[i]);
        var seam = Seam(layout, placed.Piece, box);
        var whole = layer.Mat.Frame is null;
        var parts = whole ? Apart(label, layer.Size, Axis.Across, [], seam) : Strips(layout, placed.Piece, layer, box, label, paper);
        var gut = whole && seam is null ? layer.Mat.Gut : null;
        return parts.Select(part => Cut(kit, part.Label, layout, placed.Piece, paper, layer.Mat.Face, part.Size, turned: false, gut));
    }

    // The strips of a print that may lie either way are cut lying, where they come next to each other; others as they stand.
    private static IEnumerable<(string Label, Size Size)> Strips(
        Layout layout,
        Piece piece,
        MatLayer layer,
        Box box,
        string label,
        Paper paper
    )
    {
        var free = (paper[layer.Mat.Face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free;
        foreach (var (strip, n) in new MitredFrame(layer.Size, layer.Mat.Frame!.Value).Strips.Select((strip, n) => (strip, n)))
        {
            var at = strip with { X = box.X + strip.X, Y = box.Y + strip.Y };
            var name = string.Create(CultureInfo.InvariantCulture, $"{label} strip {n + 1}");
            foreach (var (part, size) in Apart(name, strip.Size, Axis.Across, [], Seam(layout, piece, at)))
                yield return (part, free ? new(size.Longer, size.Shorter) : size);
        }
    }

    // A print that is meant to lie a quarter turned on the page is cut a quarter turned from the sheet.
    private static CutPiece Cut(
        Kit kit,
        string label,
        Layout layout,
        Piece piece,
        Paper paper,
        SheetFace face,
        Size size,
        bool turned,
        Length? gut = null
    )
    {
        var free = (paper[face]?.Direction ?? PrintDirection.Free) == PrintDirection.Free;
        turned = turned && !free;
        return new(
            label,
            layout.Id,
            piece.Id,
            paper.Id,
            face,
            turned ? size.Turned : size,
            free ? Turn.Free : Turn.None,
            gut,
            piece.CutBy,
            OutlineOf(kit, piece, size, turned)
        );
    }

    // Edges that use up paper beyond the outline keep a piece from lying close to another.
    private static IReadOnlyList<OutlinePoint>? OutlineOf(Kit kit, Piece piece, Size size, bool turned)
    {
        if (
            piece.Shape is not { Kind: OutlineKind.Template, Points.Count: >= 3 } shape
            || piece.CutSize(kit.Unit) != piece.Size
            || size != piece.Size
            || Outline.Bounds(shape.Points).Size != size
        )
            return null;
        return turned ? [.. shape.Points.Select(p => new OutlinePoint(size.Height - p.Y, p.X))] : shape.Points;
    }
}
