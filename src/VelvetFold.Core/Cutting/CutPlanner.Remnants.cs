using VelvetFold.Core.Cutting.Search;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

// Paper that is there anyway: offcuts on hand, insides of gutted pieces, tear strips.
public static partial class CutPlanner
{
    // What is there anyway is filled first, the largest of it and the largest pieces first, and the sheets planned for the rest; null
    // where that saves no sheet.
    private static SheetPlan? FromExtras(
        StockSheet sheet,
        IReadOnlyList<Demand> pieces,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms,
        SheetPlan without
    )
    {
        if (sheet.Remnants.Count == 0)
            return null;
        var (cut, left) = OutOf(sheet, LargestFirst(sheet.Remnants), pieces, longestCut);
        if (cut.Count == 0)
            return null;
        var rest = FromSheets(sheet, left, longestCut, budget, terms);
        if (rest.SheetsUsed >= without.SheetsUsed)
            return null;
        return rest with
        {
            Patterns = [.. rest.Patterns, .. cut],
            LowerBound = Math.Min(LeastWith(sheet, sheet.Remnants, pieces, without, longestCut, budget, terms), rest.SheetsUsed),
        };
    }

    // None of it is larger than a sheet, so that each can stand for one sheet at most; and what fits none of it needs its sheets
    // whatever is there; nor does paper grow.
    private static int LeastWith(
        StockSheet sheet,
        IReadOnlyList<Remnant> extras,
        IReadOnlyList<Demand> pieces,
        SheetPlan without,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms
    )
    {
        IReadOnlyList<Demand> apart = [.. pieces.Where(p => !extras.Any(e => Serves(e, p, null)))];
        var alone =
            apart.Count == pieces.Count
                ? without.LowerBound
                : FromSheets(sheet, apart, longestCut, budget, terms with { Progress = null }).LowerBound;
        var area =
            pieces.Aggregate(Int128.Zero, (sum, p) => sum + p.Size.Area * p.Quantity)
            - extras.Aggregate(Int128.Zero, (sum, e) => sum + e.Size.Area * e.Count);
        var sheetArea = Usable(sheet).Size.Area;
        var byArea = area <= 0 ? 0 : (int)((area + sheetArea - 1) / sheetArea);
        return Math.Min(without.LowerBound, Math.Max(Math.Max(alone, byArea), without.LowerBound - extras.Sum(e => e.Count)));
    }

    // Every sheet that is cut gives its tear strip. Used where that saves a sheet, or where a piece is as wide as the strip, so that
    // nothing has to be set for it.
    private static SheetPlan? FromTearStrips(
        StockSheet sheet,
        IReadOnlyList<Demand> pieces,
        Length? longestCut,
        WorkBudget budget,
        PlanTerms terms,
        SheetPlan without
    )
    {
        if (TearStripsOf(sheet, 1) is not { } one)
            return null;
        IReadOnlyList<Demand> left =
        [
            .. pieces.Select(d => d with { Quantity = d.Quantity - CutFromExtras(without, d) }).Where(d => d.Quantity > 0),
        ];
        for (var sheets = without.SheetsUsed - 1; sheets >= Math.Max(1, without.SheetsUsed - 2); sheets--)
            if (With(left, sheets) is { } saving && saving.SheetsUsed <= sheets)
                return saving;
        return With([.. left.Where(d => d.Size.Shorter == one.Size.Shorter)], without.SheetsUsed);

        SheetPlan? With(IReadOnlyList<Demand> fitting, int sheets)
        {
            var strip = one with { Count = sheets };
            var (cut, _) = OutOf(sheet, [strip], fitting, longestCut);
            if (cut.Count == 0)
                return null;
            var taken = cut.SelectMany(p => p.Placements.Select(q => (q.Piece, p.Times)))
                .GroupBy(q => q.Piece)
                .ToDictionary(g => g.Key, g => g.Sum(q => q.Times));
            var rest = FromSheets(
                sheet,
                [.. left.Select(d => d with { Quantity = d.Quantity - taken.GetValueOrDefault(d.Id) }).Where(d => d.Quantity > 0)],
                longestCut,
                budget,
                terms
            );
            if (rest.SheetsUsed > without.SheetsUsed || cut.Sum(p => p.Times) > rest.SheetsUsed)
                return null;
            var bound = Math.Min(LeastWith(sheet, [.. sheet.Remnants, strip], pieces, without, longestCut, budget, terms), rest.SheetsUsed);
            return rest with
            {
                Patterns = [.. rest.Patterns, .. without.Patterns.Where(p => p.From is not null), .. cut],
                LowerBound = bound,
            };
        }
    }

    // The tear strips of so many sheets; none where sheets have none that is used.
    private static Remnant? TearStripsOf(StockSheet sheet, int sheets) =>
        sheet.TearStripFace is { } face && sheet.Trims.TearStrip is { } tear
            ? new(
                PaperPart.TearStrip,
                tear.Edge.Axis() == Axis.Across ? new Size(tear.Width, sheet.Size.Height) : new Size(sheet.Size.Width, tear.Width),
                sheets,
                face
            )
            : null;

    private static int CutFromExtras(SheetPlan plan, Demand demand) =>
        plan.Patterns.Where(p => p.From is not null).Sum(p => p.Times * p.Placements.Count(q => q.Piece == demand.Id));

    /// <summary>Pieces out of paper that lies there, with no sheet cut: as many as come out of it, piece of paper by piece of paper in the
    /// order in which they are told.</summary>
    /// <returns>How each is cut, and what does not come out.</returns>
    public static (IReadOnlyList<CutPattern> Cut, IReadOnlyList<Demand> Left) OutOf(
        StockSheet sheet,
        IReadOnlyList<Remnant> paper,
        IReadOnlyList<Demand> pieces,
        Length? longestCut
    )
    {
        var (cut, left) = (new List<CutPattern>(), pieces);
        foreach (var extra in paper)
        {
            for (var count = extra.Count; count > 0 && FillExtra(sheet, extra, left, longestCut) is { } filled; )
            {
                var pattern = filled with { Times = Math.Min(count, filled.Times) };
                count -= pattern.Times;
                cut.Add(pattern);
                var taken = pattern.Placements.CountBy(p => p.Piece).ToDictionary();
                left =
                [
                    .. left.Select(d => d with { Quantity = d.Quantity - pattern.Times * taken.GetValueOrDefault(d.Id) })
                        .Where(d => d.Quantity > 0),
                ];
            }
        }
        return (cut, left);
    }

    private static IReadOnlyList<Remnant> LargestFirst(IReadOnlyList<Remnant> paper) =>
        [.. paper.OrderByDescending(e => e.Size.Area).ThenBy(e => e.Source.Text, StringComparer.Ordinal)];

    private static bool Serves(Remnant extra, Demand piece, Length? longestCut) =>
        piece.At is null && (extra.Face is null || extra.Face == piece.Face) && Fits(piece, extra.Size, longestCut);

    // Of some tries the one that uses most of it, so often as the demand allows; null where nothing fits. A piece is not cut from its
    // own inside.
    private static CutPattern? FillExtra(
        StockSheet sheet,
        Remnant extra,
        IReadOnlyList<Demand> left,
        Length? longestCut,
        int tries = ThoroughTries
    )
    {
        IReadOnlyList<Demand> fitting = [.. left.Where(d => Serves(extra, d, longestCut) && d.Inside != extra.Source)];
        if (fitting.Count == 0)
            return null;
        var grid = CutGrid.Of(extra.Size, fitting, longestCut);
        var packer = new SheetPacker(grid, new WorkBudget(1_000, 1_000), seed: 0);
        var all = packer.All();
        var best = Enumerable.Range(0, tries).Select(_ => packer.PackOne([.. all])).MaxBy(p => p.Used)!;
        var counts = new int[grid.Pieces.Count];
        best.Root.Count(counts);
        var times = Enumerable.Range(0, counts.Length).Where(k => counts[k] > 0).Min(k => grid.Pieces[k].Wanted / counts[k]);
        var (root, often) = NormalForm.Of(grid, [(new GridPattern(best.Root, counts), times)], new(Length.Zero, Length.Zero, extra.Size))[
            0
        ];
        return new CutPattern(sheet.Id, often, root) { From = extra.Source };
    }
}
