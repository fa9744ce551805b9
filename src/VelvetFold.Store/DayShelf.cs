using Microsoft.EntityFrameworkCore;

namespace VelvetFold.Store;

/// <summary>A workshop's day as it is kept.</summary>
/// <param name="Plan">What the host says of it, as JSON; none where they have said nothing.</param>
/// <param name="Version">0 where nothing is kept.</param>
/// <param name="Guests">Who comes, by name.</param>
public sealed record StoredDay(StoredWorkshop Workshop, string? Plan, int Version, IReadOnlyList<DayGuestRow> Guests);

/// <summary>A guest of a workshop, with the address of the kit they make.</summary>
public sealed record DayGuestRow(GuestRow Guest, string Kit);

/// <summary>Keeps the plans of workshop days, and how guests sit there.</summary>
public sealed class DayShelf(StudioContext context, WorkshopShelf workshops)
{
    private const int MostEarlier = 20;

    /// <summary>A workshop's day; null where there is no such workshop.</summary>
    public async Task<StoredDay?> FindAsync(string slug, CancellationToken cancel)
    {
        if (await workshops.FindAsync(slug, cancel) is not { } workshop)
            return null;
        var row = await context
            .WorkshopDays.AsNoTracking()
            .SingleOrDefaultAsync(d => context.Workshops.Any(w => w.Id == d.WorkshopId && w.Slug == slug), cancel);
        var guests = await context
            .Guests.AsNoTracking()
            .Include(g => g.Invitations)
            .Include(g => g.Pictures)
            .Where(g => context.Workshops.Any(w => w.Id == g.WorkshopId && w.Slug == slug))
            .Join(context.Kits, g => g.KitId, k => k.Id, (g, k) => new { Guest = g, k.Slug })
            .OrderBy(g => g.Guest.Name)
            .AsSplitQuery()
            .ToListAsync(cancel);
        // Who makes a kit that is not made there any more is not there either.
        var made = workshop.Kits.Select(k => k.Slug).ToHashSet();
        return new(
            workshop,
            row?.Plan,
            row?.Version ?? 0,
            [.. guests.Where(g => made.Contains(g.Slug)).Select(g => new DayGuestRow(g.Guest, g.Slug))]
        );
    }

    /// <summary>Keeps a day whose version was seen, and how its guests sit, all or nothing.</summary>
    /// <param name="seats">How each guest sits, as JSON, by their ids; those who are not named sit as before.</param>
    /// <returns>Its new version; null where somebody else saved meanwhile, or there is no such workshop.</returns>
    public async Task<int?> SaveAsync(string slug, int seen, string plan, IReadOnlyDictionary<int, string?> seats, CancellationToken cancel)
    {
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        if (await context.Workshops.Where(w => w.Slug == slug).Select(w => (int?)w.Id).SingleOrDefaultAsync(cancel) is not { } id)
            return null;
        var row = await context.WorkshopDays.SingleOrDefaultAsync(d => d.WorkshopId == id, cancel);
        if ((row?.Version ?? 0) != seen)
            return null;
        if (row is null)
            context.WorkshopDays.Add(
                new()
                {
                    WorkshopId = id,
                    Plan = plan,
                    Version = 1,
                }
            );
        else
            (row.Plan, row.Version) = (plan, seen + 1);
        var ids = seats.Keys.ToList();
        foreach (var guest in await context.Guests.Where(g => g.WorkshopId == id && ids.Contains(g.Id)).ToListAsync(cancel))
            if (guest.Seat != seats[guest.Id])
                (guest.Seat, guest.Version) = (seats[guest.Id], guest.Version + 1);
        try
        {
            await context.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return null;
        }
        await whole.CommitAsync(cancel);
        return seen + 1;
    }

    /// <summary>The workshops from a day on, and what their hosts were reminded of, as JSON.</summary>
    public async Task<IReadOnlyList<(string Slug, string Reminded)>> RemindedAsync(DateOnly from, CancellationToken cancel) =>
        [
            .. (
                await context
                    .WorkshopDays.Join(
                        context.Workshops,
                        d => d.WorkshopId,
                        w => w.Id,
                        (d, w) =>
                            new
                            {
                                w.Slug,
                                w.Date,
                                d.Reminded,
                            }
                    )
                    .Where(d => d.Date >= from)
                    .ToListAsync(cancel)
            ).Select(d => (d.Slug, d.Reminded)),
        ];

    /// <summary>Keeps what a host was reminded of; no change of theirs is lost to it.</summary>
    public async Task RemindAsync(string slug, string reminded, CancellationToken cancel) =>
        await context
            .WorkshopDays.Where(d => context.Workshops.Any(w => w.Id == d.WorkshopId && w.Slug == slug))
            .ExecuteUpdateAsync(set => set.SetProperty(d => d.Reminded, reminded), cancel);

    /// <summary>The plans, as JSON, of earlier workshops at which one of these kits was made, the last first.</summary>
    public async Task<IReadOnlyList<(string Name, DateOnly Date, string Plan)>> EarlierAsync(StoredWorkshop than, CancellationToken cancel)
    {
        var kits = than.Kits.Select(k => k.Slug).ToList();
        var rows = await context
            .WorkshopDays.Join(
                context.Workshops,
                d => d.WorkshopId,
                w => w.Id,
                (d, w) =>
                    new
                    {
                        w.Id,
                        w.Slug,
                        w.Name,
                        w.Date,
                        d.Plan,
                    }
            )
            .Where(d => d.Slug != than.Slug && d.Date <= than.Date)
            .Where(d =>
                context.WorkshopKits.Any(k => k.WorkshopId == d.Id && context.Kits.Any(x => x.Id == k.KitId && kits.Contains(x.Slug)))
            )
            .OrderByDescending(d => d.Date)
            .Take(MostEarlier)
            .ToListAsync(cancel);
        return [.. rows.Select(r => (r.Name, r.Date, r.Plan))];
    }

    /// <summary>The bags of kits that are closed: for whom, none where for nobody named, by the kit.</summary>
    public async Task<ILookup<string, int?>> PackedAsync(IReadOnlyCollection<string> kits, CancellationToken cancel) =>
        (
            await context
                .Bags.Where(b => b.ClosedAt != null)
                .Join(context.Kits, b => b.KitId, k => k.Id, (b, k) => new { k.Slug, b.GuestId })
                .Where(b => kits.Contains(b.Slug))
                .ToListAsync(cancel)
        ).ToLookup(b => b.Slug, b => b.GuestId);

    /// <summary>The kits whose guide was printed as that revision has it.</summary>
    public async Task<IReadOnlySet<string>> PrintedAsync(IReadOnlyList<(string Kit, int Revision)> kits, CancellationToken cancel)
    {
        var slugs = kits.Select(k => k.Kit).ToList();
        var rows = await context
            .Revisions.Where(r => r.PrintedAt != null)
            .Join(context.Kits, r => r.KitId, k => k.Id, (r, k) => new { k.Slug, r.Number })
            .Where(r => slugs.Contains(r.Slug))
            .ToListAsync(cancel);
        return kits.Where(k => rows.Any(r => r.Slug == k.Kit && r.Number == k.Revision)).Select(k => k.Kit).ToHashSet();
    }
}
