using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Json;

namespace VelvetFold.Store;

/// <summary>What came of booking.</summary>
public enum BookingOutcome
{
    Done,

    /// <summary>The same press had been booked before; nothing was booked again.</summary>
    Repeated,

    /// <summary>There is too little of a pile; nothing was booked.</summary>
    Short,

    NoKit,

    /// <summary>The kit has been saved anew since the revision that was seen; nothing was booked.</summary>
    LostRace,

    /// <summary>There is no such booking, it has been taken back before, or it is none that can be.</summary>
    NotThere,

    /// <summary>What it promised or marked has been used, let go or counted by a later booking; nothing was booked.</summary>
    Overtaken,
}

/// <summary>What came of booking, with the pile that was short: its name and how many of it there are.</summary>
public sealed record Booked(BookingOutcome Outcome, string? Name = null, int OnHand = 0);

/// <summary>A run that was confirmed.</summary>
/// <param name="Instance">What it was confirmed for.</param>
public sealed record ConfirmedRun(long Booking, DateTime At, int Revision, int Kits, string Instance);

/// <summary>
/// The studio's stock: the bookings that move it. What is on hand is what the movements add up to, and is stored nowhere else.
/// </summary>
public sealed class StockBook(StudioContext context, TimeProvider clock)
{
    /// <summary>What the ledger says of the piles of a kit.</summary>
    public async Task<KitStock> OfAsync(int kit, string slug, CancellationToken cancel) => (await OfAsync([(kit, slug)], cancel))[kit];

    /// <summary>What the ledger says of the piles of kits.</summary>
    public async Task<IReadOnlyDictionary<int, KitStock>> OfAsync(IReadOnlyList<(int Id, string Slug)> kits, CancellationToken cancel)
    {
        var ids = kits.Select(k => k.Id).ToList();
        var links = await context
            .KitThings.AsNoTracking()
            .Where(l => ids.Contains(l.KitId))
            .Join(
                context.Things,
                l => l.ThingId,
                t => t.Id,
                (l, t) =>
                    new
                    {
                        l.KitId,
                        l.Kind,
                        l.LocalId,
                        l.ThingId,
                        t.Limited,
                    }
            )
            .ToListAsync(cancel);
        var sums = (await PileSum.OfAsync(context, links.Select(l => l.ThingId).ToHashSet(), cancel)).ToLookup(p => p.Thing);
        var cut = await context
            .SheetsCut.AsNoTracking()
            .Where(s => ids.Contains(s.KitId))
            .GroupBy(s => new { s.KitId, s.Sheet })
            .Select(g => new { g.Key, Sum = g.Sum(s => s.Count) })
            .Where(g => g.Sum != 0)
            .ToListAsync(cancel);
        return kits.ToDictionary(
            k => k.Id,
            k =>
            {
                var own = links.Where(l => l.KitId == k.Id).ToList();
                // What is promised to nobody is left out; what was on hand once is told as 0.
                Dictionary<Pile, int> Added(Func<PileSum, bool> which, bool none) =>
                    own.SelectMany(l => sums[l.ThingId].Where(which).Select(p => (Pile: p.Pile(l.LocalId), p.Sum)))
                        .GroupBy(p => p.Pile)
                        .Select(g => (g.Key, Sum: g.Sum(p => p.Sum)))
                        .Where(p => none || p.Sum != 0)
                        .ToDictionary();
                return new KitStock(
                    Added(p => !p.IsPromise, true),
                    own.Where(l => l.Limited)
                        .Select(l => l.Kind == ThingRow.Paper ? Pile.Sheets(l.LocalId) : Pile.Parts(l.LocalId))
                        .ToHashSet(),
                    Added(p => p.IsPromise && p.Kit == k.Slug, false),
                    Added(p => p.IsPromise && p.Kit != k.Slug, false),
                    [.. cut.Where(c => c.Key.KitId == k.Id).Select(c => new SheetsCut(Sheet(c.Key.Sheet), c.Sum))]
                );
            }
        );
    }

    /// <summary>Books what is made of a kit's stock as it is at that moment: nobody else books between looking and writing.</summary>
    /// <param name="seen">The revision it is made for.</param>
    /// <param name="key">Minted once for one press; none where every request is meant.</param>
    /// <param name="limited">Things that are counted from now on, or not any more.</param>
    public async Task<Booked> BookAsync(
        string slug,
        int seen,
        string reason,
        string? key,
        Func<KitStock, Booking> make,
        CancellationToken cancel,
        IReadOnlyDictionary<Pile, bool>? limited = null,
        string? instance = null
    )
    {
        await using var alone = await context.Database.BeginTransactionAsync(cancel);
        if (key is not null && await context.Bookings.AnyAsync(b => b.Key == key, cancel))
            return new(BookingOutcome.Repeated);
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit)
            return new(BookingOutcome.NoKit);
        if (kit.Revision != seen)
            return new(BookingOutcome.LostRace);
        if (limited is { Count: > 0 })
            await LimitAsync(kit.Id, limited, cancel);
        var stock = await OfAsync(kit.Id, slug, cancel);
        var booking = make(stock);
        var links = await LinksAsync(kit.Id, cancel);
        if (booking.Short(stock.OnHand) is { } scarce)
            return new(BookingOutcome.Short, links[KeyOf(scarce.Pile)].Name, stock.OnHand.GetValueOrDefault(scarce.Pile));
        if (booking.Moves.Count + booking.Promises.Count + booking.Sheets.Count > 0)
            context.Bookings.Add(Row(booking, kit, links, reason, key, instance));
        await context.SaveChangesAsync(cancel);
        await alone.CommitAsync(cancel);
        return new(BookingOutcome.Done);
    }

    /// <summary>Takes a booking back by one that does the opposite.</summary>
    public async Task<Booked> TakeBackAsync(long id, string? key, CancellationToken cancel)
    {
        await using var alone = await context.Database.BeginTransactionAsync(cancel);
        if (key is not null && await context.Bookings.AnyAsync(b => b.Key == key, cancel))
            return new(BookingOutcome.Repeated);
        var row = await context
            .Bookings.AsNoTracking()
            .Include(b => b.Movements)
            .Include(b => b.Sheets)
            .SingleOrDefaultAsync(b => b.Id == id, cancel);
        if (
            row is null
            || Ledger.Words.Kind(row.Kind) is not { } kind
            || !Booking.MayGoBack(kind)
            || await context.Bookings.AnyAsync(b => b.TakesBackId == id, cancel)
        )
            return new(BookingOutcome.NotThere);
        // Kits come to call things by other names, or join them: here each goes by the studio's own number.
        var rows = row.Movements.ToLookup(m => (m.IsPromise, Pile: Studio(m)));
        StockMove[] Moves(bool promises) =>
            [.. rows.Where(g => g.Key.IsPromise == promises).Select(g => new StockMove(g.Key.Pile, g.Sum(m => m.Count)))];
        var back = new Booking(kind, Moves(false))
        {
            Promises = Moves(true),
            Sheets = [.. row.Sheets.Select(s => new SheetsCut(Sheet(s.Sheet), s.Count))],
            Kits = row.Kits,
        }.Back(row.KitId is not null);
        var stock = await StudioStockAsync(row, cancel);
        if (back.Short(stock.OnHand) is { } scarce)
            return new(BookingOutcome.Short, rows[(false, scarce.Pile)].First().Name, stock.OnHand.GetValueOrDefault(scarce.Pile));
        if (back.IsOvertaken(stock))
            return new(BookingOutcome.Overtaken);
        var (now, reason) = (Now, $"taken back: {row.Reason}");
        reason = reason.Length > 200 ? reason[..200] : reason;
        var written = new BookingRow
        {
            At = now,
            Kind = back.Kind.ToString(),
            Kit = row.Kit,
            KitId = row.KitId,
            Revision = row.Revision,
            Kits = back.Kits,
            Reason = reason,
            Key = key,
            TakesBackId = id,
        };
        written.Movements.AddRange(
            back.Moves.Select(m => Like(rows[(false, m.Pile)].First(), m.Count))
                .Concat(back.Promises.Select(m => Like(rows[(true, m.Pile)].First(), m.Count)))
        );
        written.Sheets.AddRange(SheetRows(back, row.KitId ?? 0));
        context.Bookings.Add(written);
        await context.SaveChangesAsync(cancel);
        await alone.CommitAsync(cancel);
        return new(BookingOutcome.Done);

        MovementRow Like(MovementRow move, int count) =>
            new()
            {
                At = now,
                Kit = move.Kit,
                Revision = move.Revision,
                Item = move.Item,
                ItemId = move.ItemId,
                Name = move.Name,
                ThingId = move.ThingId,
                Width = move.Width,
                Height = move.Height,
                Face = move.Face,
                Count = count,
                Reason = reason,
                IsPromise = move.IsPromise,
            };
    }

    private static Pile Studio(MovementRow m) =>
        new(Ledger.Words.Item(m.Item), Number(m.ThingId ?? 0), Ledger.Words.Size(m.Width, m.Height), Ledger.Words.Face(m.Face));

    private static string Number(int thing) => thing.ToString(CultureInfo.InvariantCulture);

    // The piles that a booking moved, by the studio's numbers, with what is promised to its kit and which of its sheets are cut.
    private async Task<KitStock> StudioStockAsync(BookingRow row, CancellationToken cancel)
    {
        var sums = await PileSum.OfAsync(context, row.Movements.Select(m => m.ThingId).OfType<int>().ToHashSet(), cancel);
        Dictionary<Pile, int> Added(Func<PileSum, bool> which) =>
            sums.Where(which).GroupBy(p => p.Pile(Number(p.Thing))).ToDictionary(g => g.Key, g => g.Sum(p => p.Sum));
        var cut = await context
            .SheetsCut.AsNoTracking()
            .Where(s => s.KitId == row.KitId)
            .GroupBy(s => s.Sheet)
            .Select(g => new { g.Key, Sum = g.Sum(s => s.Count) })
            .ToListAsync(cancel);
        return KitStock.None with
        {
            OnHand = Added(p => !p.IsPromise),
            PromisedHere = Added(p => p.IsPromise && p.Kit == row.Kit),
            Cut = [.. cut.Select(c => new SheetsCut(Sheet(c.Key), c.Sum))],
        };
    }

    /// <summary>The run of a kit that was confirmed last and not released or taken back since; null where there is none.</summary>
    public async Task<ConfirmedRun?> RunAsync(string slug, CancellationToken cancel)
    {
        var last = await context
            .Bookings.AsNoTracking()
            .Where(b =>
                b.Kit == slug && b.KitId != null && (b.Kind == nameof(BookingKind.Confirmed) || b.Kind == nameof(BookingKind.Released))
            )
            .Where(b => !context.Bookings.Any(o => o.TakesBackId == b.Id))
            .OrderByDescending(b => b.Id)
            .FirstOrDefaultAsync(cancel);
        return last is { Kind: nameof(BookingKind.Confirmed), Kits: { } kits, Instance: { } instance }
            ? new(last.Id, last.At, last.Revision, kits, instance)
            : null;
    }

    /// <summary>Puts a booking's rows beside others that are written together with it.</summary>
    internal async Task AddAsync(Booking booking, KitRow kit, string reason, CancellationToken cancel) =>
        context.Bookings.Add(Row(booking, kit, await LinksAsync(kit.Id, cancel), reason, null, null));

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    private sealed record Link(int ThingId, string Name);

    private static (string Kind, string LocalId) KeyOf(Pile pile) =>
        (pile.Item == StockItem.Parts ? ThingRow.Parts : ThingRow.Paper, pile.Id);

    private async Task<Dictionary<(string Kind, string LocalId), Link>> LinksAsync(int kit, CancellationToken cancel) =>
        await context
            .KitThings.AsNoTracking()
            .Where(l => l.KitId == kit)
            .Join(
                context.Things,
                l => l.ThingId,
                t => t.Id,
                (l, t) =>
                    new
                    {
                        l.Kind,
                        l.LocalId,
                        l.ThingId,
                        t.Name,
                    }
            )
            .ToDictionaryAsync(l => (l.Kind, l.LocalId), l => new Link(l.ThingId, l.Name), cancel);

    private async Task LimitAsync(int kit, IReadOnlyDictionary<Pile, bool> limited, CancellationToken cancel)
    {
        foreach (var (pile, isLimited) in limited)
        {
            var (kind, local) = KeyOf(pile);
            await context
                .Things.Where(t => context.KitThings.Any(l => l.KitId == kit && l.Kind == kind && l.LocalId == local && l.ThingId == t.Id))
                .ExecuteUpdateAsync(set => set.SetProperty(t => t.Limited, isLimited), cancel);
        }
    }

    private BookingRow Row(
        Booking booking,
        KitRow kit,
        Dictionary<(string, string), Link> links,
        string reason,
        string? key,
        string? instance
    )
    {
        var now = Now;
        var row = new BookingRow
        {
            At = now,
            Kind = booking.Kind.ToString(),
            Kit = kit.Slug,
            KitId = kit.Id,
            Revision = kit.Revision,
            Kits = booking.Kits,
            Reason = reason,
            Key = key,
            Instance = instance,
        };
        row.Movements.AddRange(booking.Moves.Select(m => Move(m, false)).Concat(booking.Promises.Select(m => Move(m, true))));
        row.Sheets.AddRange(SheetRows(booking, kit.Id));
        return row;

        MovementRow Move(StockMove move, bool isPromise)
        {
            var link = links[KeyOf(move.Pile)];
            return new()
            {
                At = now,
                Kit = kit.Slug,
                Revision = kit.Revision,
                Item = Ledger.Words.Of(move.Pile.Item),
                ItemId = move.Pile.Id,
                Name = link.Name,
                ThingId = link.ThingId,
                Width = move.Pile.Size?.Width.Ticks,
                Height = move.Pile.Size?.Height.Ticks,
                Face = move.Pile.Face?.ToString(),
                Count = move.Count,
                Reason = reason,
                IsPromise = isPromise,
            };
        }
    }

    private static IEnumerable<SheetsCutRow> SheetRows(Booking booking, int kit) =>
        booking
            .Sheets.Where(s => s.Count != 0)
            .Select(s => new SheetsCutRow
            {
                KitId = kit,
                Sheet = Sheet(s.Sheet),
                Count = s.Count,
            });

    // One text for one sheet, however its pieces are listed.
    private static string Sheet(KeptSheet sheet) =>
        JsonSerializer.Serialize(
            sheet with
            {
                Times = 1,
                Cut = 0,
                Booked = null,
                Pieces = [.. sheet.Pieces.OrderBy(p => p.Box.Y).ThenBy(p => p.Box.X).ThenBy(p => p.Piece, StringComparer.Ordinal)],
            },
            JsonText.In(LengthUnit.Inch)
        );

    private static KeptSheet Sheet(string json) => JsonSerializer.Deserialize<KeptSheet>(json, JsonText.In(LengthUnit.Inch))!;
}
