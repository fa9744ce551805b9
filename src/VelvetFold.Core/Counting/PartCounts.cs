using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>One part of a sheet: how many one kit takes, how many a sheet holds, and the pieces that are it.</summary>
/// <param name="HalvesLeft">Of those that are cut in half, the halves that no piece takes.</param>
public sealed record PartNeed(string Part, int PerKit, int OnSheet, IReadOnlyList<string> Labels, IReadOnlyList<Edge> HalvesLeft);

/// <summary>A sheet, pack or roll of parts: what one kit and the run take of it.</summary>
/// <param name="LengthPerKit">What one kit takes off a roll; none for what is counted in parts.</param>
/// <param name="Lengths">The lengths that one kit takes off a roll, the longest first.</param>
/// <param name="PerKit">Sheets that go into one kit whole; none for what is shared out.</param>
/// <param name="Total">Sheets, packs or rolls for the run, spares included.</param>
/// <param name="Spare">Of these spare.</param>
/// <param name="KitsPossible">How many kits those on hand give; none where they are not limited or nothing is taken of them.</param>
public sealed record PartCount(
    string Sheet,
    IReadOnlyList<PartNeed> Needs,
    Length? LengthPerKit,
    IReadOnlyList<RollLength> Lengths,
    int? PerKit,
    int Total,
    int Spare,
    int? OnHand,
    int Missing,
    int? KitsPossible
);

/// <summary>Counts ready-made parts.</summary>
public static class PartCounts
{
    /// <summary>The counts of every sheet of parts in the kit, those nothing is taken of included.</summary>
    /// <param name="spares">Whether the kit's spares of parts are counted too.</param>
    public static IReadOnlyList<PartCount> Of(Kit kit, int kits, bool spares = false) =>
        [.. kit.Parts.Select(sheet => Of(kit, sheet, kits)).Select(c => spares ? WithSpares(kit, c) : c)];

    private static PartCount WithSpares(Kit kit, PartCount count)
    {
        var sheet = kit.PartSheet(count.Sheet)!;
        var spare = kit.Spares.FirstOrDefault(s => s.Of == SpareRule.Kind(sheet.Kind))?.For(count.Total) ?? 0;
        var total = count.Total == 0 ? 0 : count.Total + spare;
        return count with { Total = total, Spare = total - count.Total, Missing = sheet.Free is { } have ? Math.Max(0, total - have) : 0 };
    }

    private static PartCount Of(Kit kit, PartSheet sheet, int kits)
    {
        var uses = kit.TakenOf(sheet).ToList();
        if (sheet.Kind == PartKind.ByLength)
            return ByLength(sheet, RollLength.Of(kit, uses.Select(u => (u.Label, u.Piece, u.Use))), kits);
        var tally = kit.TallyOf(sheet);
        var needs = uses.SelectMany(u => u.Use.Takes(sheet).Select(t => (Part: t, u.Label)))
            .GroupBy(t => t.Part)
            .Select(g => new PartNeed(
                g.Key,
                tally.Taken[g.Key],
                sheet.Part(g.Key)?.Count ?? 0,
                [.. g.Select(t => t.Label).Distinct()],
                [.. tally.Halved.Where(h => h.Part == g.Key).Select(h => h.Left).OfType<Edge>()]
            ))
            .OrderBy(n => n.Part, StringComparer.Ordinal)
            .ToList();
        // What is not on the sheet is told by a finding and cannot be counted.
        var counted = needs.Where(n => n.OnSheet > 0).ToList();
        if (sheet.IsWhole)
        {
            var perKit = counted.Count == 0 ? 0 : counted.Max(n => Sheets(n.PerKit, n.OnSheet));
            return Limited(sheet, needs, [], perKit, (long)perKit * kits, hand => perKit == 0 ? null : hand / perKit);
        }
        var total = counted.Count == 0 ? 0 : counted.Max(n => ((long)n.PerKit * kits + n.OnSheet - 1) / n.OnSheet);
        return Limited(
            sheet,
            needs,
            [],
            null,
            total,
            hand => counted.Count == 0 ? null : counted.Min(n => (int)Math.Min(int.MaxValue, (long)hand * n.OnSheet / n.PerKit))
        );
    }

    // What one kit takes comes off one roll where it fits on it, for it is cut in one go; else its lengths come off as many as they fill.
    private static PartCount ByLength(PartSheet sheet, IReadOnlyList<RollLength> lengths, int kits)
    {
        var perKit = RollLength.Sum(lengths);
        if (!perKit.IsPositive || sheet.Length is not { IsPositive: true } roll)
            return Limited(sheet, [], lengths, null, 0, _ => null);
        var onOne = (int)Math.Min(int.MaxValue, roll.Ticks / perKit.Ticks);
        if (onOne > 0)
            return Limited(
                sheet,
                [],
                lengths,
                null,
                ((long)kits + onOne - 1) / onOne,
                hand => (int)Math.Min(int.MaxValue, (long)hand * onOne)
            );
        var each = RollLength.Rolls(lengths, roll, 1);
        return Limited(sheet, [], lengths, null, RollLength.Rolls(lengths, roll, kits), hand => (int)(hand / each));
    }

    private static PartCount Limited(
        PartSheet sheet,
        IReadOnlyList<PartNeed> needs,
        IReadOnlyList<RollLength> lengths,
        int? perKit,
        long total,
        Func<int, int?> possible
    )
    {
        var all = (int)Math.Min(int.MaxValue, total);
        return new(
            sheet.Id,
            needs,
            sheet.Kind == PartKind.ByLength ? RollLength.Sum(lengths) : null,
            lengths,
            perKit,
            all,
            0,
            sheet.OnHand,
            sheet.Free is { } have ? Math.Max(0, all - have) : 0,
            sheet.Free is { } hand ? possible(Math.Max(0, hand)) : null
        );
    }

    private static int Sheets(int needed, int onSheet) => (needed + onSheet - 1) / onSheet;
}
