using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Store;

/// <summary>A movement as it is read.</summary>
/// <param name="Kit">The kit it was booked for; empty where it was booked for none.</param>
/// <param name="Booking">The booking it belongs to; none of those from before there were any.</param>
/// <param name="Kind">Why it was booked.</param>
/// <param name="IsPromise">Whether so many are promised to the kit rather than moved.</param>
/// <param name="MayGoBack">Whether its booking can be taken back.</param>
public sealed record Movement(
    long Id,
    DateTime At,
    string Kit,
    int Revision,
    StockItem Item,
    string ItemId,
    string Name,
    Size? Size,
    int Count,
    string Reason,
    SheetFace? Face,
    long? Booking,
    BookingKind? Kind,
    bool IsPromise,
    bool MayGoBack
);

/// <summary>What all movements of a pile add up to.</summary>
/// <param name="Kit">The kit whose id for it is told; of things that several use, the first.</param>
/// <param name="Promised">How many of them are promised to kits.</param>
/// <param name="UsedBy">The names of the kits that use it.</param>
public sealed record Balance(
    string Kit,
    StockItem Item,
    string ItemId,
    string Name,
    Size? Size,
    int OnHand,
    SheetFace? Face,
    int Thing,
    int Promised,
    IReadOnlyList<string> UsedBy
);

/// <summary>Reads the movements of stock. They are written by bookings (<see cref="StockBook"/>) and by nobody else.</summary>
public sealed class Ledger(StudioContext context)
{
    /// <summary>The most movements read at once.</summary>
    public const int Page = 200;

    /// <summary>The last movements, the newest first, of which kit, name or reason holds a text.</summary>
    /// <param name="before">Only older ones than this.</param>
    public async Task<IReadOnlyList<Movement>> ListAsync(string? kit, string? find, long? before, CancellationToken cancel)
    {
        var rows = context.Movements.AsNoTracking();
        if (!string.IsNullOrEmpty(kit))
            rows = rows.Where(m => m.Kit == kit);
        if (before is { } id)
            rows = rows.Where(m => m.Id < id);
        if (!string.IsNullOrWhiteSpace(find))
        {
            var like = $"%{find.Trim().Replace("%", "", StringComparison.Ordinal)}%";
            rows = rows.Where(m => EF.Functions.Like(m.Name, like) || EF.Functions.Like(m.Reason, like) || EF.Functions.Like(m.Kit, like));
        }
        var page = await rows.OrderByDescending(m => m.Id).Take(Page).ToListAsync(cancel);
        var ids = page.Select(m => m.BookingId).OfType<long>().Distinct().ToList();
        var kinds = await context
            .Bookings.AsNoTracking()
            .Where(b => ids.Contains(b.Id))
            .ToDictionaryAsync(b => b.Id, b => Words.Kind(b.Kind), cancel);
        var back = await context
            .Bookings.AsNoTracking()
            .Where(b => b.TakesBackId != null && ids.Contains(b.TakesBackId.Value))
            .Select(b => b.TakesBackId!.Value)
            .ToHashSetAsync(cancel);
        return [.. page.Select(m => Read(m, m.BookingId is { } b && kinds.TryGetValue(b, out var kind) ? kind : null, back))];
    }

    private static Movement Read(MovementRow m, BookingKind? kind, HashSet<long> back) =>
        new(
            m.Id,
            m.At,
            m.Kit,
            m.Revision,
            Words.Item(m.Item),
            m.ItemId,
            m.Name,
            Words.Size(m.Width, m.Height),
            m.Count,
            m.Reason,
            Words.Face(m.Face),
            m.BookingId,
            kind,
            m.IsPromise,
            kind is { } of && Core.Counting.Booking.MayGoBack(of) && !back.Contains(m.BookingId!.Value)
        );

    /// <summary>What the movements add up to, pile by pile, what is used up left out.</summary>
    /// <param name="kit">Only piles that this kit uses.</param>
    public async Task<IReadOnlyList<Balance>> BalancesAsync(string? kit, CancellationToken cancel)
    {
        var links = await context
            .KitThings.AsNoTracking()
            .Join(
                context.Kits,
                l => l.KitId,
                k => k.Id,
                (l, k) =>
                    new
                    {
                        l.ThingId,
                        l.LocalId,
                        k.Slug,
                        k.Name,
                    }
            )
            .ToListAsync(cancel);
        var users = links.ToLookup(l => l.ThingId);
        var rows = context.Movements.AsNoTracking();
        if (!string.IsNullOrEmpty(kit))
        {
            var own = links.Where(l => l.Slug == kit).Select(l => l.ThingId).ToHashSet();
            rows = rows.Where(m => m.ThingId != null && own.Contains(m.ThingId.Value));
        }
        var piles = (await PileSum.OfAsync(rows, cancel)).GroupBy(p => (p.Thing, Pile: p.Pile("")));
        var things = await context
            .Things.AsNoTracking()
            .Select(t => new { t.Id, t.Name })
            .ToDictionaryAsync(t => t.Id, t => t.Name, cancel);
        return
        [
            .. piles
                .Select(p =>
                    (p.Key, OnHand: p.Where(s => !s.IsPromise).Sum(s => s.Sum), Promised: p.Where(s => s.IsPromise).Sum(s => s.Sum))
                )
                .Where(p => p.OnHand != 0)
                .Select(p =>
                {
                    var own = users[p.Key.Thing].OrderBy(l => l.Slug != kit).ThenBy(l => l.Slug, StringComparer.Ordinal).ToList();
                    return new Balance(
                        own.Count > 0 ? own[0].Slug : "",
                        p.Key.Pile.Item,
                        own.Count > 0 ? own[0].LocalId : "",
                        things[p.Key.Thing],
                        p.Key.Pile.Size,
                        p.OnHand,
                        p.Key.Pile.Face,
                        p.Key.Thing,
                        p.Promised,
                        [.. own.Select(l => l.Name).Distinct()]
                    );
                })
                .OrderBy(b => b.Name, StringComparer.Ordinal)
                .ThenBy(b => b.Item)
                .ThenByDescending(b => b.Size?.Area),
        ];
    }

    /// <summary>The words that rows are written in.</summary>
    internal static class Words
    {
        public static string Of(StockItem item) =>
            item switch
            {
                StockItem.Sheets => "sheets",
                StockItem.Offcuts => "offcuts",
                _ => "parts",
            };

        public static StockItem Item(string word) =>
            word switch
            {
                "sheets" => StockItem.Sheets,
                "offcuts" => StockItem.Offcuts,
                _ => StockItem.Parts,
            };

        public static BookingKind? Kind(string word) => Enum.TryParse<BookingKind>(word, out var kind) ? kind : null;

        public static SheetFace? Face(string? word) =>
            word switch
            {
                "A" => SheetFace.A,
                "B" => SheetFace.B,
                _ => null,
            };

        public static Size? Size(long? width, long? height) => width is { } w && height is { } h ? new Size(new(w), new(h)) : null;
    }
}
