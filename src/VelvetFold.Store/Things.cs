using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats.Json;

namespace VelvetFold.Store;

/// <summary>Keeps the things of the studio as kits describe them.</summary>
internal sealed class Things(StudioContext context)
{
    private sealed record Described(string Kind, string LocalId, string Name, string Description, bool Limited);

    /// <summary>
    /// Sees to it that every paper and every sheet of parts of a document means a thing of the studio. A description follows the last
    /// kit that changed it. An id that a
    /// kit used for something else before means a new thing.
    /// </summary>
    /// <param name="before">The document it replaces; none for a new kit.</param>
    public async Task DescribeAsync(int kit, Kit? before, Kit after, CancellationToken cancel)
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

    /// <summary>Whether two things may be one: papers alike in name, size and faces, parts alike in name, kind and what is on
    /// them.</summary>
    public static bool AreAlike(ThingRow a, ThingRow b)
    {
        if (a.Kind != b.Kind || a.Name != b.Name)
            return false;
        if (a.Kind != ThingRow.Paper)
            return Parts(a.Description) is var p
                && Parts(b.Description) is var q
                && p.Kind == q.Kind
                && p.Length == q.Length
                && p.Parts.SequenceEqual(q.Parts);
        return Paper(a.Description) is var x
            && Paper(b.Description) is var y
            && x.Size == y.Size
            && x.FaceA == y.FaceA
            && x.FaceB == y.FaceB;
    }

    public static Paper Paper(string description) => JsonSerializer.Deserialize<Paper>(description, JsonText.In(LengthUnit.Inch))!;

    public static PartSheet Parts(string description) => JsonSerializer.Deserialize<PartSheet>(description, JsonText.In(LengthUnit.Inch))!;

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
        var plain = Core.Counting.KitStock.Without(kit);
        var options = JsonText.In(LengthUnit.Inch);
        foreach (var (paper, counted) in plain.Papers.Zip(kit.Papers))
            yield return new(ThingRow.Paper, paper.Id, paper.Name, JsonSerializer.Serialize(paper, options), counted.OnHand is not null);
        foreach (var (sheet, counted) in plain.Parts.Zip(kit.Parts))
            yield return new(ThingRow.Parts, sheet.Id, sheet.Name, JsonSerializer.Serialize(sheet, options), counted.OnHand is not null);
    }
}
