using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting.Search;

/// <summary>Pieces of one size, in steps of the grid: how many are wanted, and whether they may be turned a quarter.</summary>
internal sealed record GridPiece(int Width, int Height, int Wanted, bool MayTurn);

/// <summary>
/// One sheet and its pieces in whole steps, so that the search computes with small integers. The step is the greatest length that measures
/// all of them exactly; pieces of one size and turn are one kind, whoever asked for them.
/// </summary>
internal sealed class CutGrid
{
    private readonly long _step;
    private readonly IReadOnlyList<IReadOnlyList<Demand>> _demands;

    private CutGrid(long step, int width, int height, IReadOnlyList<GridPiece> pieces, IReadOnlyList<IReadOnlyList<Demand>> demands) =>
        (_step, Width, Height, Pieces, _demands) = (step, width, height, pieces, demands);

    public int Width { get; }

    public int Height { get; }

    public IReadOnlyList<GridPiece> Pieces { get; }

    /// <summary>The longest cut of the trimmer in steps; none where it can cut the whole sheet.</summary>
    public int? LongestCut { get; private init; }

    /// <summary>The area of the sheet in square steps.</summary>
    public long Area => (long)Width * Height;

    /// <summary>How many pieces are wanted in all.</summary>
    public long Wanted => Pieces.Sum(p => (long)p.Wanted);

    /// <summary>Lays a grid over a sheet and the demands on it; every one of them fits the sheet.</summary>
    /// <exception cref="OverflowException">A side is more than two thousand million steps.</exception>
    public static CutGrid Of(Size sheet, IReadOnlyList<Demand> demands, Length? longestCut = null)
    {
        var ofPieces = demands.SelectMany(d => new[] { d.Size.Width.Ticks, d.Size.Height.Ticks }).Aggregate(Gcd);
        // The sheet's own odd fraction may make the grid very fine; then only whole steps of the pieces are used of it, and the rest is
        // a strip beside them.
        var ofAll = Gcd(ofPieces, Gcd(sheet.Width.Ticks, sheet.Height.Ticks));
        var step = sheet.Longer.Ticks / ofAll <= PatternTable.LongestSide ? ofAll : ofPieces;
        var kinds = demands
            .GroupBy(d => (d.Size, MayTurn: MayTurn(d, sheet)))
            .OrderByDescending(g => g.Key.Size.Area)
            .ThenBy(g => g.Key.Size.Width.Ticks)
            .ThenBy(g => g.Key.MayTurn)
            .ToList();
        return new(
            step,
            checked((int)(sheet.Width.Ticks / step)),
            checked((int)(sheet.Height.Ticks / step)),
            [
                .. kinds.Select(g => new GridPiece(
                    checked((int)(g.Key.Size.Width.Ticks / step)),
                    checked((int)(g.Key.Size.Height.Ticks / step)),
                    g.Sum(d => d.Quantity),
                    g.Key.MayTurn
                )),
            ],
            [.. kinds.Select(g => (IReadOnlyList<Demand>)[.. g])]
        )
        {
            LongestCut = longestCut is { } longest && longest < sheet.Longer ? (int)(longest.Ticks / step) : null,
        };
    }

    // Turning a square changes nothing, and what does not fit turned is not worth asking twice. What fits turned only may be turned,
    // and has to be.
    private static bool MayTurn(Demand demand, Size sheet) =>
        demand.Turn == Turn.Free && demand.Size.Width != demand.Size.Height && demand.Size.Turned.FitsIn(sheet);

    /// <summary>The demands that are kinds of this size, in the order they were asked for.</summary>
    public IReadOnlyList<Demand> DemandsOf(int kind) => _demands[kind];

    public Length Length(int steps) => new(steps * _step);

    private static long Gcd(long a, long b)
    {
        while (b != 0)
            (a, b) = (b, a % b);
        return a;
    }
}
