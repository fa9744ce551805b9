using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>Rows and columns of smaller openings with gutters take its place.</summary>
internal sealed class SplitKind : OpeningKind
{
    public override OpeningMove Move => OpeningMove.Split;

    /// <summary>The most openings one is split into along a side.</summary>
    private const int MostLanes = 4;

    protected override bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        change is { Rows: > 0 and <= MostLanes, Columns: > 0 and <= MostLanes }
        && change.Rows * change.Columns > 1
        && change.Gutter is not { IsPositive: false } and not null
        && Cell(kit, piece, change.Rows.Value, change.Columns.Value, change.Gutter.Value) is not null
        && !Making.IsMember(piece);

    protected override Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change) =>
        Split(kit, layout, piece, change.Rows!.Value, change.Columns!.Value, change.Gutter!.Value);

    public override Saying Says(Kit kit, OpeningChange change) =>
        Saying.Of("fit.is-split-into", ("label", Label(change)), ("n", Cells(change)));

    private static int Cells(OpeningChange change) => (change.Rows ?? 1) * (change.Columns ?? 1);

    // The size of one photo of those that it then holds, to the ruler's step downwards; none where mats and gutters leave nothing of it.
    private static Size? Cell(Kit kit, Piece piece, int rows, int columns, Length gutter)
    {
        if (piece.Stack(kit) is not { } stack)
            return null;
        // There is one card for it, and none for each of them.
        piece = Making.WithoutCards(piece);
        var around = Making.Grows(kit, piece) ? Making.Shown(piece) * 2 : Length.Zero;
        Length Share(Length whole, int n) => new((whole - gutter * (n - 1)).Ticks / n / kit.Ruler.Ticks * kit.Ruler.Ticks);
        var (width, height) = (Share(stack.Outer.Width, columns) - around, Share(stack.Outer.Height, rows) - around);
        if (width < Length.Inches(1) || height < Length.Inches(1))
            return null;
        var size = new Size(width, height);
        return (piece with { Size = size }).Stack(kit) is not null ? size : null;
    }

    // The new openings stand in a grid where the old one stood; what leaned on it leans on the grid.
    private static Layout Split(Kit kit, Layout layout, Piece piece, int rows, int columns, Length gutter)
    {
        var size = Cell(kit, piece, rows, columns, gutter)!.Value;
        var names = Enumerable.Range(0, rows * columns).Select(i => Making.Free(layout, piece.Id, ((char)('a' + i)).ToString())).ToList();
        var group = Making.Free(layout, piece.Id, "G");
        var cells = names.Select(
            (name, i) =>
                Making.WithoutCards(piece) with
                {
                    Id = name,
                    Name = null,
                    Size = size,
                    Across = new Member(group),
                    Down = new Member(group),
                    Opening = Making.WithoutCards(piece).Opening! with { Focal = piece.Opening!.Focal && i == 0 },
                }
        );
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        List<Piece> pieces = [.. layout.Pieces.Take(at), .. cells, .. layout.Pieces.Skip(at + 1)];
        var arrangement = new Arrangement
        {
            Id = group,
            Kind = ArrangementKind.Grid,
            Members = names,
            Columns = columns,
            Gutter = gutter,
            Side = piece.Side,
            Across = piece.Across,
            Down = piece.Down,
        };
        return Making.Leaning(layout with { Pieces = pieces, Arrangements = [.. layout.Arrangements, arrangement] }, piece.Id, group);
    }
}
