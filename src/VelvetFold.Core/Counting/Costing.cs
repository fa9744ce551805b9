using System.Globalization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Counting;

/// <summary>One figure of the costs, and what it is made of.</summary>
/// <param name="Waste">How much of it is paper that ends in no piece; only of papers.</param>
/// <param name="Made">How it comes about, in sentences.</param>
public sealed record CostLine(Saying What, Money Amount, Money? Waste, IReadOnlyList<Saying> Made);

/// <summary>What a run costs. Lines are rounded to hundredths, and the total is the sum of the lines as they stand.</summary>
/// <param name="PerKit">The total shared by the kits, rounded up.</param>
/// <param name="Price">With the margin, rounded up.</param>
/// <param name="Unpriced">Papers and parts whose price is not known: the total is less than the truth.</param>
public sealed record CostSheet(
    string Currency,
    IReadOnlyList<CostLine> Lines,
    Money Total,
    Money PerKit,
    Money Price,
    int MarginPercent,
    IReadOnlyList<string> Unpriced
);

/// <summary>Works out what a run of kits costs: paper and parts as they are used, cutting and packing by time.</summary>
public static class Costing
{
    /// <summary>The costs of a run.</summary>
    /// <param name="sheets">Sheets used of each paper, waste and spares included.</param>
    /// <param name="used">The share of each paper's sheets that ends in pieces, 0 to 1.</param>
    /// <param name="needed">Sheets, packs and rolls of parts for the run, spares included, by id.</param>
    /// <param name="cuts">Cuts that the host makes.</param>
    public static CostSheet Of(
        Kit kit,
        int kits,
        IReadOnlyDictionary<string, int> sheets,
        IReadOnlyDictionary<string, decimal> used,
        IReadOnlyDictionary<string, int> needed,
        long cuts
    )
    {
        var (lines, unpriced, costs) = (new List<CostLine>(), new List<string>(), kit.Costs);
        foreach (var paper in kit.Papers.Where(p => sheets.GetValueOrDefault(p.Id) > 0))
            if (paper.Pack is not { Price: { } price } pack)
                unpriced.Add(paper.Name);
            else
            {
                var amount = (price * sheets[paper.Id] / pack.Of).Rounded;
                var waste = 1 - Math.Min(1, used.GetValueOrDefault(paper.Id));
                lines.Add(
                    new(
                        Saying.Plain(paper.Name),
                        amount,
                        (amount * waste).Rounded,
                        [
                            Bought(sheets[paper.Id], "sheet", pack.Of, price),
                            Saying.Of("cost.of-the-paper-ends", ("waste", Math.Round(waste * 100))),
                        ]
                    )
                );
            }
        foreach (var sheet in kit.Parts.Where(p => needed.GetValueOrDefault(p.Id) > 0))
            if (sheet.Pack is not { Price: { } price } pack)
                unpriced.Add(sheet.Name);
            else
                lines.Add(
                    new(
                        Saying.Plain(sheet.Name),
                        (price * needed[sheet.Id] / pack.Of).Rounded,
                        null,
                        [Bought(needed[sheet.Id], sheet.Kind == PartKind.ByLength ? "length" : "all", pack.Of, price)]
                    )
                );
        if (costs.Hour is { } hour)
        {
            lines.Add(
                new(
                    Saying.Of("cost.cutting"),
                    (hour * cuts * costs.SecondsPerCut / 3600).Rounded,
                    null,
                    [
                        Saying.Of(
                            "cost.cuts-at-seconds-are",
                            ("cuts", cuts),
                            ("seconds", costs.SecondsPerCut),
                            ("time", Minutes(cuts * costs.SecondsPerCut)),
                            ("hour", hour)
                        ),
                    ]
                )
            );
            lines.Add(
                new(
                    Saying.Of("cost.packing"),
                    (hour * kits * costs.MinutesPerBag / 60).Rounded,
                    null,
                    [
                        Saying.Of(
                            "cost.bags-at-minutes-are",
                            ("kits", kits),
                            ("minutes", costs.MinutesPerBag),
                            ("time", Minutes((long)kits * costs.MinutesPerBag * 60)),
                            ("hour", hour)
                        ),
                    ]
                )
            );
        }
        var total = lines.Aggregate(Money.Zero, (sum, line) => sum + line.Amount);
        var each = kits > 0 ? (total / kits).RoundedUp : Money.Zero;
        return new(costs.Currency, lines, total, each, (each * (100 + costs.MarginPercent) / 100).RoundedUp, costs.MarginPercent, unpriced);
    }

    /// <summary>The share of each paper's sheets that plans turn into pieces; those of a sheet's tear strip are pieces too. What comes
    /// out of the inside of a piece lies within that piece, and what comes out of an offcut on hand is of no sheet here.</summary>
    /// <param name="plans">Each with how often it is made.</param>
    public static IReadOnlyDictionary<string, decimal> Used(Kit kit, IEnumerable<(CutPlan Plan, int Times)> plans)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return plans
            .SelectMany(p => p.Plan.BySheet.Select(s => (Sheet: s, p.Times)))
            .Where(p => p.Sheet.SheetsUsed > 0 && kit.Paper(p.Sheet.Sheet) is not null)
            .GroupBy(p => p.Sheet.Sheet)
            .ToDictionary(
                g => g.Key,
                g =>
                    (decimal)(
                        (double)g.Aggregate(Int128.Zero, (sum, p) => sum + p.Times * Pieces(p.Sheet))
                        / ((double)kit.Paper(g.Key)!.Size.Area * g.Sum(p => (double)p.Times * p.Sheet.SheetsUsed))
                    )
            );
    }

    private static Int128 Pieces(SheetPlan sheet) =>
        sheet
            .Patterns.Where(p => p.From is null or { Role: PartRole.TearStrip })
            .Aggregate(Int128.Zero, (sum, p) => sum + p.Times * p.Placements.Aggregate(Int128.Zero, (area, x) => area + x.Box.Size.Area));

    private static Saying Bought(int count, string what, int of, Money price) =>
        of == 1
            ? Saying.Of("cost.at", ("count", count), ("what", what), ("price", price))
            : Saying.Of(
                "cost.a-pack-of-is",
                ("count", count),
                ("what", what),
                ("of", of),
                ("price", price),
                ("each", (price / of).Amount.ToString("0.00##", CultureInfo.InvariantCulture))
            );

    private static string Minutes(long seconds)
    {
        var minutes = (seconds + 59) / 60;
        return minutes >= 60 ? $"{N(minutes / 60)} h {N(minutes % 60)} min" : $"{N(minutes)} min";
    }

    private static string N(long n) => n.ToString(CultureInfo.InvariantCulture);
}
