using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>What lies in stock.</summary>
[JsonConverter(typeof(TextEnum<StockItem>))]
public enum StockItem
{
    [JsonStringEnumMemberName("sheets")] Sheets,
    [JsonStringEnumMemberName("offcuts")] Offcuts,
    [JsonStringEnumMemberName("parts")] Parts,
}

/// <summary>So many of something came into stock, or went out where negative.</summary>
/// <param name="Id">The paper or the sheet of parts.</param>
/// <param name="Name">What it is called; of offcuts with the faces they have, A or A/B.</param>
/// <param name="Size">Of offcuts.</param>
public sealed record StockMove(StockItem Item, string Id, string Name, Size? Size, int Count);

/// <summary>Stock as it changes. What is on hand is what the kit's document says; every change of it is a move, so that the moves always add up to it.</summary>
public static class StockMoves
{
    /// <summary>The smallest offcut that is put back, on its shorter side: 2 in (common practice, no source).</summary>
    public static readonly Length SmallestKept = Length.Inches(2);

    /// <summary>What moved between two states of a kit's stock; from nothing where there is no earlier one. What is not counted moves nothing.</summary>
    public static IReadOnlyList<StockMove> Between(Kit? before, Kit after)
    {
        ArgumentNullException.ThrowIfNull(after);
        var (old, now) = (before is null ? [] : Counted(before), Counted(after));
        var names = (before is null ? [] : Names(before)).Concat(Names(after)).GroupBy(n => (n.Item, n.Id)).ToDictionary(g => g.Key, g => g.Last().Name);
        return [.. old.Keys.Union(now.Keys).OrderBy(k => k.Item).ThenBy(k => k.Id, StringComparer.Ordinal).ThenBy(k => k.Size?.Area)
            .Select(k => new StockMove(k.Item, k.Id, names[(k.Item, k.Id)], k.Size, now.GetValueOrDefault(k) - old.GetValueOrDefault(k))).Where(m => m.Count != 0)];
    }

    /// <summary>The kit once its run is cut: the host's sheets gone, offcuts on hand that were cut gone, new ones put back.</summary>
    /// <param name="plan">How the run is cut.</param>
    /// <returns>The kit, or null and the paper of which there are too few sheets.</returns>
    public static (Kit? Kit, string? Short) Cut(Kit kit, CutPlan plan)
    {
        var papers = new List<Paper>();
        foreach (var paper in kit.Papers)
        {
            if (plan.For(paper.Id) is not { } sheet || sheet.Patterns.Count == 0)
            {
                papers.Add(paper);
                continue;
            }
            var needed = sheet.SheetsUsed - sheet.Cut;
            if (paper.OnHand is { } have && have < needed) return (null, paper.Name);
            var sizes = paper.Offcuts.ToDictionary(o => o.Size, o => o.Count);
            foreach (var pattern in sheet.Patterns)
            {
                // An offcut on hand that was cut is gone.
                if (pattern.From is { } from && from.StartsWith("offcut on hand", StringComparison.Ordinal) && pattern.Root.Box.Size is var size && sizes.ContainsKey(size)) sizes[size] -= pattern.Times;
                foreach (var offcut in pattern.Offcuts.Where(o => o.Box.Size.Shorter >= SmallestKept)) sizes[offcut.Box.Size] = sizes.GetValueOrDefault(offcut.Box.Size) + pattern.Times - pattern.Cut;
            }
            papers.Add(paper with
            {
                OnHand = paper.OnHand - needed,
                Offcuts = [.. sizes.Where(s => s.Value > 0).OrderByDescending(s => s.Key.Area).Take(100).Select(s => new OffcutOnHand { Size = s.Key, Count = Math.Min(1000, s.Value) })],
            });
        }
        // What was marked as cut is cut and booked now.
        return (kit with { Papers = papers, KeptSheets = [.. kit.KeptSheets.Where(k => k.Cut == 0)] }, null);
    }

    /// <summary>The kit once the parts for so many bags are packed.</summary>
    /// <returns>The kit, or null and the parts of which there are too few.</returns>
    public static (Kit? Kit, string? Short) Packed(Kit kit, int kits)
    {
        var counts = PartCounts.Of(kit, kits).ToDictionary(c => c.Sheet, c => c.Total);
        if (kit.Parts.FirstOrDefault(p => p.OnHand < counts[p.Id]) is { } scarce) return (null, scarce.Name);
        return (kit with { Parts = [.. kit.Parts.Select(p => p with { OnHand = p.OnHand - counts[p.Id] })] }, null);
    }

    private static Dictionary<(StockItem Item, string Id, Size? Size), int> Counted(Kit kit)
    {
        var counted = new Dictionary<(StockItem, string, Size?), int>();
        foreach (var paper in kit.Papers)
        {
            if (paper.OnHand is { } sheets) counted[(StockItem.Sheets, paper.Id, null)] = sheets;
            foreach (var offcut in paper.Offcuts) counted[(StockItem.Offcuts, paper.Id, offcut.Size)] = counted.GetValueOrDefault((StockItem.Offcuts, paper.Id, offcut.Size)) + offcut.Count;
        }
        foreach (var sheet in kit.Parts)
            if (sheet.OnHand is { } parts) counted[(StockItem.Parts, sheet.Id, null)] = parts;
        return counted;
    }

    private static IEnumerable<(StockItem Item, string Id, string Name)> Names(Kit kit) =>
        kit.Papers.SelectMany(p => new[] { (StockItem.Sheets, p.Id, p.Name), (StockItem.Offcuts, p.Id, $"{p.Name} {(p.FaceB is null ? "A" : "A/B")}") }).Concat(kit.Parts.Select(p => (StockItem.Parts, p.Id, p.Name)));
}
