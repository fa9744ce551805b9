using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Formats.Plots;

/// <summary>What a plotter does along a line.</summary>
public enum PlotLayer
{
    Pen,
    Fold,
    Cut,
}

/// <summary>A place on the sheet in millimetres, from its top left corner.</summary>
public readonly record struct PlotSpot(double X, double Y);

/// <summary>A line to draw, closed where it ends where it began.</summary>
public sealed record PlotFigure(PlotLayer Layer, string Label, IReadOnlyList<PlotSpot> Spots);

/// <summary>A sheet for a plotter: pieces by their own outlines, insides that are cut out, and what is drawn on a piece with a pen.</summary>
/// <remarks>The sheet lies face A up; what shows face B is cut mirrored. Finished edges are worked by hand afterwards: what they use up
/// is left on.</remarks>
public sealed record PlotJob(string Name, Size Size, IReadOnlyList<PlotFigure> Figures)
{
    /// <summary>Curves leave their true line by less than this, in millimetres.</summary>
    public const double Off = 0.01;

    /// <summary>A sheet of a plan.</summary>
    public static PlotJob Of(Kit kit, CutPattern pattern)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(pattern);
        var figures = new List<PlotFigure>();
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        foreach (var node in pattern.Root.All().OfType<PieceNode>())
        {
            figures.AddRange(Cuts(kit, node));
            if (node.Piece.Face == SheetFace.A)
                figures.AddRange(PenLines(kit, layouts, node));
        }
        return new(kit.Paper(pattern.Sheet)?.Name ?? pattern.Sheet, pattern.Root.Box.Size, [.. figures.OrderBy(f => f.Layer)]);
    }

    /// <summary>The sheets of a nest, one after the other.</summary>
    public static IReadOnlyList<PlotJob> Of(Nest nest, Size sheet)
    {
        ArgumentNullException.ThrowIfNull(nest);
        return
        [
            .. nest
                .Places.GroupBy(p => p.Sheet)
                .OrderBy(g => g.Key)
                .Select(g => new PlotJob(
                    $"Sheet {g.Key.ToString(System.Globalization.CultureInfo.InvariantCulture)}",
                    sheet,
                    [
                        .. g.Select(p => new PlotFigure(
                            PlotLayer.Cut,
                            p.Template,
                            Closed(p.Points.Select(c => new PlotSpot(Mm(c.X), Mm(c.Y))))
                        )),
                    ]
                )),
        ];
    }

    private static IEnumerable<PlotFigure> Cuts(Kit kit, PieceNode node)
    {
        var (id, box) = (node.Piece.Id, node.Box);
        if (node.Piece.Row is { } row)
        {
            foreach (var (label, outline) in node.Piece.Labels.Zip(row.Outlines))
                yield return Figure(label, outline.Select(p => Spot(p.X, p.Y)));
            yield break;
        }
        var piece = PieceOf(kit, id);
        var size =
            piece is null ? default
            : piece.PrintTurned && node.Piece.Turn == Turn.None ? piece.Size.Turned
            : piece.Size;
        yield return Figure(
            id,
            piece is { Shape: { Kind: not OutlineKind.Rectangle } shape } && size.FitsIn(node.Turned ? box.Size.Turned : box.Size)
                ? Outlined(kit, piece, shape, node)
                : [Spot(Length.Zero, Length.Zero), .. Far()]
        );
        if (node.Piece.Gut is { } border && box.Inset(border) is { } inside)
            yield return new(PlotLayer.Cut, $"inside of {id}", Closed(Corners(inside)));

        IEnumerable<PlotSpot> Far()
        {
            var (w, h) = (node.Piece.Size.Width, node.Piece.Size.Height);
            return [Spot(w, Length.Zero), Spot(w, h), Spot(Length.Zero, h)];
        }

        // From the piece's own corner, as its face is looked at, to the sheet.
        PlotSpot Spot(Length x, Length y) => OnSheet(node, Mm(x), Mm(y));
        PlotFigure Figure(string label, IEnumerable<PlotSpot> spots) => new(PlotLayer.Cut, label, Closed(spots));
    }

    // What the edges use up lies round the outline.
    private static IEnumerable<PlotSpot> Outlined(Kit kit, Piece piece, Outline shape, PieceNode node)
    {
        var (left, top) = (Mm(piece.Finish(Edge.Left).Uses(kit.Unit)), Mm(piece.Finish(Edge.Top).Uses(kit.Unit)));
        var (w, h) = (Mm(piece.Size.Width), Mm(piece.Size.Height));
        IEnumerable<PlotSpot> own = shape.Kind switch
        {
            OutlineKind.Hexagon => [new(w / 2, 0), new(w, h / 4), new(w, h * 3 / 4), new(w / 2, h), new(0, h * 3 / 4), new(0, h / 4)],
            OutlineKind.Template => shape.Points.Select(p => new PlotSpot(Mm(p.X), Mm(p.Y))),
            _ => Round(w, h),
        };
        // A print that lies a quarter turned on the page is cut a quarter turned from the sheet, clockwise.
        var quarter = piece.PrintTurned && node.Piece.Turn == Turn.None;
        var all = Mm(piece.CutSize(kit.Unit).Height);
        return own.Select(p => (X: p.X + left, Y: p.Y + top))
            .Select(p => quarter ? OnSheet(node, all - p.Y, p.X) : OnSheet(node, p.X, p.Y));
    }

    private static IEnumerable<PlotSpot> Round(double w, double h)
    {
        var longer = Math.Max(w, h) / 2;
        var steps = Math.Max(24, (int)Math.Ceiling(Math.PI / Math.Acos(1 - Off / longer)));
        return Enumerable
            .Range(0, steps)
            .Select(i => new PlotSpot(w / 2 * (1 + Math.Cos(2 * Math.PI * i / steps)), h / 2 * (1 + Math.Sin(2 * Math.PI * i / steps))));
    }

    // Dashes and stitches that lie wholly on one piece which shows face A and lies straight.
    private static IEnumerable<PlotFigure> PenLines(Kit kit, IReadOnlyList<ResolvedLayout> layouts, PieceNode node)
    {
        var resolved = layouts.FirstOrDefault(l => l.Pieces.Any(p => p.Label == node.Piece.Id));
        var ground = resolved?.Pieces.First(p => p.Label == node.Piece.Id);
        if (ground is not { Piece: { PrintTurned: false, Tilt: null } piece })
            yield break;
        for (var at = 0; at < resolved!.Pieces.Count; at++)
        {
            var drawn = resolved.Pieces[at];
            if (
                drawn.Piece is not { Drawn.Kind: DrawnKind.Dashes or DrawnKind.Stitches, Tilt: null }
                || !ground.Box.Contains(drawn.Box)
                || resolved.Pieces.Take(at).Last(p => p.Box.Overlaps(drawn.Box)).Id != ground.Id
            )
                continue;
            var (x, y) = (
                Mm(drawn.Box.X - ground.Box.X + piece.Finish(Edge.Left).Uses(kit.Unit)),
                Mm(drawn.Box.Y - ground.Box.Y + piece.Finish(Edge.Top).Uses(kit.Unit))
            );
            var across = drawn.Piece.LongAxis == Axis.Across;
            var (w, h) = (Mm(drawn.Box.Width), Mm(drawn.Box.Height));
            PlotSpot At(double along) => across ? OnSheet(node, x + along, y + h / 2) : OnSheet(node, x + w / 2, y + along);
            foreach (var (from, to) in Dashes(across ? w : h))
                yield return new(PlotLayer.Pen, drawn.Label, [At(from), At(to)]);
        }
    }

    // 6 mm of line and 3 mm without (common practice, no source), evenly over the whole.
    private static IEnumerable<(double From, double To)> Dashes(double length)
    {
        var count = Math.Max(1, (int)Math.Round((length + 3) / 9));
        var dash = Math.Max(length / 2, length - 3 * (count - 1)) / count;
        var gap = count == 1 ? 0 : (length - dash * count) / (count - 1);
        return Enumerable.Range(0, count).Select(i => (i * (dash + gap), i * (dash + gap) + dash));
    }

    private static Piece? PieceOf(Kit kit, string label) =>
        (from layout in kit.Layouts from piece in layout.Pieces where layout.Label(piece) == label select piece).FirstOrDefault();

    // From the corner of a piece as it is looked at to the sheet, face A up: turned a quarter clockwise where it lies so, mirrored where the
    // other face shows.
    private static PlotSpot OnSheet(PieceNode node, double x, double y)
    {
        var (w, h) = (Mm(node.Piece.Size.Width), Mm(node.Piece.Size.Height));
        if (node.Turned)
            (x, y, w) = (h - y, x, h);
        if (node.Piece.Face == SheetFace.B)
            x = w - x;
        return new(Mm(node.Box.X) + x, Mm(node.Box.Y) + y);
    }

    private static IReadOnlyList<PlotSpot> Corners(Box box) =>
        [new(Mm(box.X), Mm(box.Y)), new(Mm(box.Right), Mm(box.Y)), new(Mm(box.Right), Mm(box.Bottom)), new(Mm(box.X), Mm(box.Bottom))];

    private static IReadOnlyList<PlotSpot> Closed(IEnumerable<PlotSpot> spots)
    {
        var all = spots.ToList();
        return all.Count == 0 ? all : [.. all, all[0]];
    }

    private static double Mm(Length length) => (double)length.Ticks / Length.TicksPerMillimetre;
}
