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
}

/// <summary>What came of booking, with the pile that was short: its name and how many of it there are.</summary>
public sealed record Booked(BookingOutcome Outcome, string? Name = null, int OnHand = 0);

/// <summary>A run that was confirmed.</summary>
/// <param name="Instance">What it was confirmed for.</param>
public sealed record ConfirmedRun(long Booking, DateTime At, int Revision, int Kits, string Instance);

/// <summary>
/// The studio's stock: the things that kits use, and the bookings that move them. What is on hand is what the movements add up to, and
/// is stored nowhere else.
/// </summary>
public sealed class StockBook(StudioContext context, TimeProvider clock)
{
    /// <summary>Whether a booking of a kind may be taken back: what the ledger began with, and what takes back, stand.</summary>
    public static bool MayGoBack(BookingKind kind) => kind is not (BookingKind.Opening or BookingKind.TakenBack);

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
        var things = links.Select(l => l.ThingId).Distinct().ToList();
        var sums = await context
            .Movements.AsNoTracking()
            .Where(m => !m.IsPromise && m.ThingId != null && things.Contains(m.ThingId.Value))
            .GroupBy(m => new
            {
                m.ThingId,
                m.Item,
                m.Width,
                m.Height,
                m.Face,
            })
            .Select(g => new { g.Key, Sum = g.Sum(m => m.Count) })
            .ToListAsync(cancel);
        var promises = await context
            .Movements.AsNoTracking()
            .Where(m => m.IsPromise && m.ThingId != null && things.Contains(m.ThingId.Value))
            .GroupBy(m => new
            {
                m.ThingId,
                m.Item,
                m.Width,
                m.Height,
                m.Face,
                m.Kit,
            })
            .Select(g => new { g.Key, Sum = g.Sum(m => m.Count) })
            .Where(g => g.Sum != 0)
            .ToListAsync(cancel);
        var cut = await context
            .SheetsCut.AsNoTracking()
            .Where(s => ids.Contains(s.KitId))
            .GroupBy(s => new { s.KitId, s.Sheet })
            .Select(g => new { g.Key, Sum = g.Sum(s => s.Count) })
            .Where(g => g.Sum != 0)
            .ToListAsync(cancel);
        var (onHand, promised) = (sums.ToLookup(s => s.Key.ThingId), promises.ToLookup(p => p.Key.ThingId));
        return kits.ToDictionary(
            k => k.Id,
            k =>
            {
                var own = links.Where(l => l.KitId == k.Id).ToList();
                Pile Of(string local, string item, long? width, long? height, string? face) =>
                    new(Ledger.Words.Item(item), local, Ledger.Words.Size(width, height), Ledger.Words.Face(face));
                return new KitStock(
                    own.SelectMany(l =>
                            onHand[l.ThingId].Select(s => (Of(l.LocalId, s.Key.Item, s.Key.Width, s.Key.Height, s.Key.Face), s.Sum))
                        )
                        .ToDictionary(),
                    own.Where(l => l.Limited)
                        .Select(l => l.Kind == ThingRow.Paper ? Pile.Sheets(l.LocalId) : Pile.Parts(l.LocalId))
                        .ToHashSet(),
                    own.SelectMany(l =>
                            promised[l.ThingId]
                                .Where(p => p.Key.Kit == k.Slug)
                                .Select(p => (Of(l.LocalId, p.Key.Item, p.Key.Width, p.Key.Height, p.Key.Face), p.Sum))
                        )
                        .ToDictionary(),
                    own.SelectMany(l =>
                            promised[l.ThingId]
                                .Where(p => p.Key.Kit != k.Slug)
                                .Select(p => (Pile: Of(l.LocalId, p.Key.Item, p.Key.Width, p.Key.Height, p.Key.Face), p.Sum))
                        )
                        .GroupBy(p => p.Pile)
                        .ToDictionary(g => g.Key, g => g.Sum(p => p.Sum)),
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
            || !MayGoBack(kind)
            || await context.Bookings.AnyAsync(b => b.TakesBackId == id, cancel)
        )
            return new(BookingOutcome.NotThere);
        foreach (var move in row.Movements.Where(m => !m.IsPromise && m.Count > 0))
        {
            var there = await context
                .Movements.Where(m =>
                    !m.IsPromise
                    && m.ThingId == move.ThingId
                    && m.Item == move.Item
                    && m.Width == move.Width
                    && m.Height == move.Height
                    && m.Face == move.Face
                )
                .SumAsync(m => m.Count, cancel);
            if (there < move.Count)
                return new(BookingOutcome.Short, move.Name, there);
        }
        var (now, reason) = (Now, $"taken back: {row.Reason}");
        reason = reason.Length > 200 ? reason[..200] : reason;
        var back = new BookingRow
        {
            At = now,
            Kind = nameof(BookingKind.TakenBack),
            Kit = row.Kit,
            KitId = row.KitId,
            Revision = row.Revision,
            Kits = row.Kits,
            Reason = reason,
            Key = key,
            TakesBackId = id,
        };
        // A promise to a kit that is gone stays released.
        foreach (var move in row.Movements.Where(m => !m.IsPromise || row.KitId is not null))
            back.Movements.Add(Opposite(move, now, reason));
        if (row.KitId is not null)
            back.Sheets.AddRange(
                row.Sheets.Select(s => new SheetsCutRow
                {
                    KitId = s.KitId,
                    Sheet = s.Sheet,
                    Count = -s.Count,
                })
            );
        context.Bookings.Add(back);
        await context.SaveChangesAsync(cancel);
        await alone.CommitAsync(cancel);
        return new(BookingOutcome.Done);
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

    /// <summary>The things of a kit, with the kits that use each, and what is promised to each of them.</summary>
    public async Task<IReadOnlyList<KitThing>> ThingsAsync(int kit, CancellationToken cancel)
    {
        var own = await context
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
                        Thing = t,
                    }
            )
            .ToListAsync(cancel);
        var ids = own.Select(o => o.Thing.Id).Distinct().ToList();
        var users = (
            await context
                .KitThings.AsNoTracking()
                .Where(l => ids.Contains(l.ThingId))
                .Join(
                    context.Kits,
                    l => l.KitId,
                    k => k.Id,
                    (l, k) =>
                        new
                        {
                            l.ThingId,
                            k.Slug,
                            k.Name,
                        }
                )
                .Distinct()
                .ToListAsync(cancel)
        ).ToLookup(u => u.ThingId);
        var promises = (
            await context
                .Movements.AsNoTracking()
                .Where(m => m.IsPromise && m.ThingId != null && ids.Contains(m.ThingId.Value))
                .GroupBy(m => new
                {
                    m.ThingId,
                    m.Item,
                    m.Width,
                    m.Height,
                    m.Face,
                    m.Kit,
                })
                .Select(g => new { g.Key, Sum = g.Sum(m => m.Count) })
                .Where(g => g.Sum != 0)
                .ToListAsync(cancel)
        ).ToLookup(p => p.Key.ThingId);
        // Things that might be the same: alike in kind and name; the rest is compared where they are shown.
        var names = own.Select(o => o.Thing.Name).Distinct().ToList();
        var alike = await context.Things.AsNoTracking().Where(t => names.Contains(t.Name)).ToListAsync(cancel);
        return
        [
            .. own.Select(o => new KitThing(
                o.Kind == ThingRow.Paper,
                o.LocalId,
                o.Thing.Id,
                o.Thing.Limited,
                o.Thing.Description,
                [
                    .. users[o.Thing.Id]
                        .Select(u => new ThingUser(
                            u.Slug,
                            u.Name,
                            [
                                .. promises[o.Thing.Id]
                                    .Where(p => p.Key.Kit == u.Slug)
                                    .Select(p => new StockMove(
                                        new(
                                            Ledger.Words.Item(p.Key.Item),
                                            o.LocalId,
                                            Ledger.Words.Size(p.Key.Width, p.Key.Height),
                                            Ledger.Words.Face(p.Key.Face)
                                        ),
                                        p.Sum
                                    )),
                            ]
                        )),
                ],
                [
                    .. alike
                        .Where(a => a.Id != o.Thing.Id && a.Kind == o.Kind && a.Name == o.Thing.Name && Things.AreAlike(a, o.Thing))
                        .Select(a => a.Id),
                ]
            )),
        ];
    }

    /// <summary>The studio's numbers for the things of a kit, by what the kit calls them.</summary>
    public async Task<IReadOnlyDictionary<string, int>> NumbersAsync(int kit, CancellationToken cancel) =>
        (await context.KitThings.AsNoTracking().Where(l => l.KitId == kit).ToListAsync(cancel))
            .GroupBy(l => l.LocalId)
            .ToDictionary(g => g.Key, g => g.First().ThingId);

    /// <summary>Joins one thing with another that is the same: the kits that used it use the other, and its movements count there. By
    /// the user, never by itself.</summary>
    /// <returns>Whether there are both, alike in kind.</returns>
    public async Task<bool> JoinAsync(int thing, int into, CancellationToken cancel)
    {
        if (thing == into)
            return false;
        await using var alone = await context.Database.BeginTransactionAsync(cancel);
        var (gone, kept) = (
            await context.Things.SingleOrDefaultAsync(t => t.Id == thing, cancel),
            await context.Things.SingleOrDefaultAsync(t => t.Id == into, cancel)
        );
        if (gone is null || kept is null || gone.Kind != kept.Kind || !Things.AreAlike(gone, kept))
            return false;
        // A kit that uses both means two piles by them.
        if (
            await context.KitThings.AnyAsync(
                l => l.ThingId == thing && context.KitThings.Any(o => o.KitId == l.KitId && o.ThingId == into),
                cancel
            )
        )
            return false;
        kept.Limited |= gone.Limited;
        await context.SaveChangesAsync(cancel);
        await context.KitThings.Where(l => l.ThingId == thing).ExecuteUpdateAsync(set => set.SetProperty(l => l.ThingId, into), cancel);
        await context.Movements.Where(m => m.ThingId == thing).ExecuteUpdateAsync(set => set.SetProperty(m => m.ThingId, into), cancel);
        await context.Things.Where(t => t.Id == thing).ExecuteDeleteAsync(cancel);
        await alone.CommitAsync(cancel);
        return true;
    }

    /// <summary>Lets a kit use a thing of the studio under an id of its own.</summary>
    /// <returns>Whether there are both, and the id means nothing else in that kit.</returns>
    public async Task<bool> UseAsync(string slug, string local, int thing, CancellationToken cancel)
    {
        if (await context.Kits.AsNoTracking().SingleOrDefaultAsync(k => k.Slug == slug, cancel) is not { } kit)
            return false;
        if (await context.Things.AsNoTracking().SingleOrDefaultAsync(t => t.Id == thing, cancel) is not { } found)
            return false;
        if (await context.KitThings.FindAsync([kit.Id, found.Kind, local], cancel) is { } there)
            return there.ThingId == thing;
        if (await context.KitThings.AnyAsync(l => l.KitId == kit.Id && l.ThingId == thing, cancel))
            return false;
        context.KitThings.Add(
            new()
            {
                KitId = kit.Id,
                Kind = found.Kind,
                LocalId = local,
                ThingId = thing,
            }
        );
        await context.SaveChangesAsync(cancel);
        return true;
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
        row.Sheets.AddRange(
            booking
                .Sheets.Where(s => s.Count != 0)
                .Select(s => new SheetsCutRow
                {
                    KitId = kit.Id,
                    Sheet = Sheet(s.Sheet),
                    Count = s.Count,
                })
        );
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

    private static MovementRow Opposite(MovementRow move, DateTime at, string reason) =>
        new()
        {
            At = at,
            Kit = move.Kit,
            Revision = move.Revision,
            Item = move.Item,
            ItemId = move.ItemId,
            Name = move.Name,
            ThingId = move.ThingId,
            Width = move.Width,
            Height = move.Height,
            Face = move.Face,
            Count = -move.Count,
            Reason = reason,
            IsPromise = move.IsPromise,
        };

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

/// <summary>A kit that uses a thing, and what is promised to it.</summary>
public sealed record ThingUser(string Slug, string Kit, IReadOnlyList<StockMove> Promised);

/// <summary>A thing of the studio as a kit uses it.</summary>
/// <param name="Id">What the kit calls it.</param>
/// <param name="Description">What it is, as JSON.</param>
/// <param name="Alike">Other things of the studio that might be the same.</param>
public sealed record KitThing(
    bool IsPaper,
    string Id,
    int Thing,
    bool Limited,
    string Description,
    IReadOnlyList<ThingUser> UsedBy,
    IReadOnlyList<int> Alike
);
