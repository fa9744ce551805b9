using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Measures;

namespace VelvetFold.Store;

/// <summary>A movement as it is read.</summary>
public sealed record Movement(long Id, DateTime At, string Kit, int Revision, StockItem Item, string ItemId, string Name, Size? Size, int Count, string Reason);

/// <summary>What all movements of an item add up to.</summary>
public sealed record Balance(string Kit, StockItem Item, string ItemId, string Name, Size? Size, int OnHand);

/// <summary>Reads the movements of stock. They are written where stock changes, with it, and by nobody else.</summary>
public sealed class Ledger(StudioContext context)
{
    /// <summary>The most movements read at once.</summary>
    public const int Page = 200;

    /// <summary>The last movements, the newest first, of which kit, name or reason holds a text.</summary>
    /// <param name="before">Only older ones than this.</param>
    public async Task<IReadOnlyList<Movement>> ListAsync(string? kit, string? find, long? before, CancellationToken cancel)
    {
        var rows = context.Movements.AsNoTracking();
        if (!string.IsNullOrEmpty(kit)) rows = rows.Where(m => m.Kit == kit);
        if (before is { } id) rows = rows.Where(m => m.Id < id);
        if (!string.IsNullOrWhiteSpace(find))
        {
            var like = $"%{find.Trim().Replace("%", "", StringComparison.Ordinal)}%";
            rows = rows.Where(m => EF.Functions.Like(m.Name, like) || EF.Functions.Like(m.Reason, like) || EF.Functions.Like(m.Kit, like));
        }
        return [.. (await rows.OrderByDescending(m => m.Id).Take(Page).ToListAsync(cancel)).Select(m => new Movement(m.Id, m.At, m.Kit, m.Revision, ItemOf(m.Item), m.ItemId, m.Name, SizeOf(m.Width, m.Height), m.Count, m.Reason))];
    }

    /// <summary>What the movements add up to, item by item, what is used up left out.</summary>
    public async Task<IReadOnlyList<Balance>> BalancesAsync(string? kit, CancellationToken cancel)
    {
        var rows = context.Movements.AsNoTracking();
        if (!string.IsNullOrEmpty(kit)) rows = rows.Where(m => m.Kit == kit);
        var sums = await rows.GroupBy(m => new { m.Kit, m.Item, m.ItemId, m.Width, m.Height })
            .Select(g => new { g.Key, Sum = g.Sum(m => m.Count), Name = g.Max(m => m.Name)! }).Where(g => g.Sum != 0).ToListAsync(cancel);
        return [.. sums.Select(s => new Balance(s.Key.Kit, ItemOf(s.Key.Item), s.Key.ItemId, s.Name, SizeOf(s.Key.Width, s.Key.Height), s.Sum))
            .OrderBy(b => b.Kit, StringComparer.Ordinal).ThenBy(b => b.Item).ThenBy(b => b.Name, StringComparer.Ordinal).ThenByDescending(b => b.Size?.Area)];
    }

    internal static string Word(StockItem item) => item switch { StockItem.Sheets => "sheets", StockItem.Offcuts => "offcuts", _ => "parts" };

    private static StockItem ItemOf(string word) => word switch { "sheets" => StockItem.Sheets, "offcuts" => StockItem.Offcuts, _ => StockItem.Parts };

    private static Size? SizeOf(long? width, long? height) => width is { } w && height is { } h ? new Size(new(w), new(h)) : null;
}
