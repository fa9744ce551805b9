using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Counting;

/// <summary>Checks the sheets on hand against what the run of kits needs.</summary>
public static class StockCheck
{
    /// <summary>A finding for every paper that is short.</summary>
    public static IReadOnlyList<Finding> Of(Kit kit, Counts counts) =>
        [
            .. counts
                .Sheets.Where(s => s.Missing > 0)
                .Select(s => new Finding("short-stock", Gravity.Fault, null, [s.Paper], Say(kit, counts, s))),
            .. counts
                .Parts.Where(p => p.Missing > 0)
                .Select(p => new Finding("short-parts", Gravity.Fault, null, [p.Sheet], Say(kit, counts, p))),
        ];

    private static Saying Say(Kit kit, Counts counts, PartCount part)
    {
        var sheet = kit.PartSheet(part.Sheet)!;
        var thing = sheet.Kind switch
        {
            PartKind.Loose => "pack",
            PartKind.ByLength => "roll",
            _ => "sheet",
        };
        return Short(
            sheet.Name,
            thing,
            counts.Kits,
            part.Spare > 0,
            part.Total,
            0,
            sheet.OnHand,
            sheet.Promised,
            part.KitsPossible,
            part.Missing
        );
    }

    private static Saying Say(Kit kit, Counts counts, SheetCount sheet)
    {
        var paper = kit.Paper(sheet.Paper)!;
        return Short(
            paper.Name,
            "sheet",
            counts.Kits,
            counts.SpareKits > 0,
            sheet.Total,
            sheet.Cut,
            paper.OnHand,
            paper.Promised,
            sheet.KitsPossible,
            sheet.Missing
        );
    }

    private static Saying Short(
        string name,
        string thing,
        int kits,
        bool spares,
        int takes,
        int cut,
        int? onHand,
        int? promised,
        int? possible,
        int missing
    ) =>
        Saying.Of(
            "finding.short",
            ("name", name),
            ("thing", thing),
            ("kits", kits),
            ("spares", spares ? "some" : ""),
            ("takes", takes),
            ("cut", cut),
            ("onHand", onHand ?? 0),
            ("promised", promised ?? 0),
            ("possible", possible ?? 0),
            ("missing", missing)
        );
}
