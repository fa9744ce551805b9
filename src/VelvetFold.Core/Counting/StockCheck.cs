using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;

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

    private static string Say(Kit kit, Counts counts, PartCount part)
    {
        var sheet = kit.PartSheet(part.Sheet)!;
        var (one, many) = sheet.Kind switch
        {
            PartKind.Loose => ("pack", "packs"),
            PartKind.ByLength => ("roll", "rolls"),
            _ => ("sheet", "sheets"),
        };
        return Short(
            sheet.Name,
            counts.Kits,
            Many(part.Total, one, many),
            0,
            sheet.OnHand,
            sheet.Promised,
            part.KitsPossible,
            part.Missing,
            one,
            many
        );
    }

    private static string Say(Kit kit, Counts counts, SheetCount sheet)
    {
        var paper = kit.Paper(sheet.Paper)!;
        return Short(
            paper.Name,
            counts.Kits,
            Many(sheet.Total, "sheet", "sheets"),
            sheet.Cut,
            paper.OnHand,
            paper.Promised,
            sheet.KitsPossible,
            sheet.Missing,
            "sheet",
            "sheets"
        );
    }

    private static string Short(
        string name,
        int kits,
        string takes,
        int cut,
        int? onHand,
        int? promised,
        int? possible,
        int missing,
        string one,
        string many
    )
    {
        var there =
            $"{(cut > 0 ? $"{N(cut)} {(cut == 1 ? "is" : "are")} cut, " : "")}{N(onHand ?? 0)} {(onHand == 1 ? "is" : "are")} on hand"
            + (promised is > 0 and { } others ? $", {N(others)} of them promised to other kits" : "");
        return $"{name} is short: {Many(kits, "kit", "kits")} {(kits == 1 ? "takes" : "take")} {takes}, {there}. "
            + $"They suffice for {Many(possible ?? 0, "kit", "kits")}; {Many(missing, $"more {one} is", $"more {many} are")} "
            + $"needed for all.";
    }

    private static string Many(int n, string one, string many) => $"{N(n)} {(n == 1 ? one : many)}";

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
