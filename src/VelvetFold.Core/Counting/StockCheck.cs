using System.Globalization;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Counting;

/// <summary>Checks the sheets on hand against what the run of kits needs.</summary>
public static class StockCheck
{
    /// <summary>A finding for every paper that is short.</summary>
    public static IReadOnlyList<Finding> Of(Kit kit, Counts counts) =>
        [.. counts.Sheets.Where(s => s.Missing > 0).Select(s => new Finding("short-stock", Gravity.Fault, null, [s.Paper], Say(kit, counts, s)))];

    private static string Say(Kit kit, Counts counts, SheetCount sheet)
    {
        var name = kit.Paper(sheet.Paper)!.Name;
        string Number(int n) => n.ToString(CultureInfo.InvariantCulture);
        return $"{name} is short: {Number(counts.Kits)} kits take {Number(sheet.Total)} sheets, {Number(sheet.OnHand ?? 0)} are on hand. "
            + $"They suffice for {Number(sheet.KitsPossible ?? 0)} kits; {Number(sheet.Missing)} more sheets are needed for all.";
    }
}
