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
            .. counts.Sheets.Where(s => s.Missing > 0).Select(s => new Finding("short-stock", Gravity.Fault, null, [s.Paper], Say(kit, counts, s))),
            .. counts.Parts.Where(p => p.Missing > 0).Select(p => new Finding("short-parts", Gravity.Fault, null, [p.Sheet], Say(kit, counts, p))),
        ];

    private static string Say(Kit kit, Counts counts, PartCount part)
    {
        var sheet = kit.PartSheet(part.Sheet)!;
        var what = sheet.Kind switch { PartKind.Loose => "packs", PartKind.ByLength => "rolls", _ => "sheets" };
        return string.Create(CultureInfo.InvariantCulture,
            $"{sheet.Name} is short: {counts.Kits} kits take {part.Total} {what}, {part.OnHand ?? 0} are on hand. They suffice for {part.KitsPossible ?? 0} kits; {part.Missing} more are needed for all.");
    }

    private static string Say(Kit kit, Counts counts, SheetCount sheet)
    {
        var name = kit.Paper(sheet.Paper)!.Name;
        string Number(int n) => n.ToString(CultureInfo.InvariantCulture);
        return $"{name} is short: {Number(counts.Kits)} kits take {Number(sheet.Total)} sheets, {(sheet.Cut > 0 ? $"{Number(sheet.Cut)} are cut, " : "")}{Number(sheet.OnHand ?? 0)} are on hand. "
            + $"They suffice for {Number(sheet.KitsPossible ?? 0)} kits; {Number(sheet.Missing)} more sheets are needed for all.";
    }
}
