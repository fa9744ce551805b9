using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats.Json;

namespace VelvetFold.Store;

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

/// <summary>Keeps the things of the studio as kits describe them, and which kit uses which.</summary>
public sealed class Things(StudioContext context)
{
    private sealed record Described(string Kind, string LocalId, string Name, string Description, bool Limited);

    /// <summary>
    /// Sees to it that every paper and every sheet of parts of a document means a thing of the studio. A description follows the last
    /// kit that changed it. An id that a
    /// kit used for something else before means a new thing.
    /// </summary>
    /// <param name="before">The document it replaces; none for a new kit.</param>
    internal async Task DescribeAsync(int kit, Kit? before, Kit after, CancellationToken cancel)
    {
        var links = await context.KitThings.Where(l => l.KitId == kit).ToListAsync(cancel);
        var ids = links.Select(l => l.ThingId).ToList();
        var things = await context.Things.Where(t => ids.Contains(t.Id)).ToDictionaryAsync(t => t.Id, cancel);
        var old = before is null ? [] : All(before).ToDictionary(d => (d.Kind, d.LocalId));
        var fresh = new List<(Described Item, KitThingRow? Link, ThingRow Thing)>();
        foreach (var item in All(after))
        {
            var link = links.Find(l => l.Kind == item.Kind && l.LocalId == item.LocalId);
            var was = old.GetValueOrDefault((item.Kind, item.LocalId));
            if (link is null || (was is null && before is not null && !IsSame(things[link.ThingId], item)))
            {
                var thing = new ThingRow
                {
                    Kind = item.Kind,
                    Name = item.Name,
                    Description = item.Description,
                    Limited = item.Limited,
                };
                context.Things.Add(thing);
                fresh.Add((item, link, thing));
            }
            else if (was is not null && was.Description != item.Description)
                (things[link.ThingId].Name, things[link.ThingId].Description) = (item.Name, item.Description);
        }
        await context.SaveChangesAsync(cancel);
        foreach (var (item, link, thing) in fresh)
            if (link is not null)
                link.ThingId = thing.Id;
            else
                context.KitThings.Add(
                    new()
                    {
                        KitId = kit,
                        Kind = item.Kind,
                        LocalId = item.LocalId,
                        ThingId = thing.Id,
                    }
                );
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>The things of a kit, with the kits that use each, and what is promised to each of them.</summary>
    public async Task<IReadOnlyList<KitThing>> OfKitAsync(int kit, CancellationToken cancel)
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
        var promises = (await PileSum.OfAsync(context, ids, cancel)).Where(p => p.IsPromise && p.Sum != 0).ToLookup(p => p.Thing);
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
                            [.. promises[o.Thing.Id].Where(p => p.Kit == u.Slug).Select(p => new StockMove(p.Pile(o.LocalId), p.Sum))]
                        )),
                ],
                [
                    .. alike
                        .Where(a => a.Id != o.Thing.Id && a.Kind == o.Kind && a.Name == o.Thing.Name && AreAlike(a, o.Thing))
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

    /// <summary>The studio's numbers for the things of all kits: by the kit, whether it is a paper, and what the kit calls it.</summary>
    public async Task<IReadOnlyDictionary<(int Kit, bool IsPaper, string Id), int>> AllNumbersAsync(CancellationToken cancel) =>
        (await context.KitThings.AsNoTracking().ToListAsync(cancel)).ToDictionary(
            l => (l.KitId, l.Kind == ThingRow.Paper, l.LocalId),
            l => l.ThingId
        );

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
        if (gone is null || kept is null || gone.Kind != kept.Kind || !AreAlike(gone, kept))
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
        await context
            .FacePictures.Where(p => p.ThingId == thing && !context.FacePictures.Any(o => o.ThingId == into && o.Face == p.Face))
            .ExecuteUpdateAsync(set => set.SetProperty(p => p.ThingId, into), cancel);
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

    /// <summary>Whether two things may be one: papers alike in name, size and faces, parts alike in name, kind and what is on
    /// them.</summary>
    internal static bool AreAlike(ThingRow a, ThingRow b)
    {
        if (a.Kind != b.Kind || a.Name != b.Name)
            return false;
        if (a.Kind != ThingRow.Paper)
            return Parts(a.Description) is var p
                && Parts(b.Description) is var q
                && p.Kind == q.Kind
                && p.Length == q.Length
                && p.Parts.Select(Named).SequenceEqual(q.Parts.Select(Named));
        return Paper(a.Description) is var x
            && Paper(b.Description) is var y
            && x.Size == y.Size
            && x.FaceA == y.FaceA
            && x.FaceB == y.FaceB;
    }

    // Sizes and colours may be known in one kit and not in the other.
    private static (string, int, string?) Named(SheetPart part) => (part.Id, part.Count, part.Layout);

    internal static Paper Paper(string description) => JsonSerializer.Deserialize<Paper>(description, JsonText.In(LengthUnit.Inch))!;

    internal static PartSheet Parts(string description) =>
        JsonSerializer.Deserialize<PartSheet>(description, JsonText.In(LengthUnit.Inch))!;

    // What comes back into a document under its old id is the same thing where its name is, or where it looks the same.
    private static bool IsSame(ThingRow thing, Described item)
    {
        if (thing.Name == item.Name)
            return true;
        if (thing.Kind != ThingRow.Paper)
            return false;
        var (was, now) = (Paper(thing.Description), Paper(item.Description));
        return was.Size == now.Size && was.FaceA == now.FaceA && was.FaceB == now.FaceB && was.FaceB is not null;
    }

    private static IEnumerable<Described> All(Kit kit)
    {
        var plain = KitStock.Without(kit);
        var options = JsonText.In(LengthUnit.Inch);
        foreach (var (paper, counted) in plain.Papers.Zip(kit.Papers))
            yield return new(ThingRow.Paper, paper.Id, paper.Name, JsonSerializer.Serialize(paper, options), counted.OnHand is not null);
        foreach (var (sheet, counted) in plain.Parts.Zip(kit.Parts))
            yield return new(ThingRow.Parts, sheet.Id, sheet.Name, JsonSerializer.Serialize(sheet, options), counted.OnHand is not null);
    }
}
