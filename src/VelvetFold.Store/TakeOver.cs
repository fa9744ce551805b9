using Microsoft.EntityFrameworkCore;
using VelvetFold.Core.Counting;
using VelvetFold.Formats;

namespace VelvetFold.Store;

/// <summary>
/// Takes over studios from before stock was the studio's: what the newest document of a kit counts becomes things of the studio, its
/// movements theirs, and a difference between the two an opening booking. What an earlier document counts is left alone: nobody reads it
/// any more. A kit is taken over whole or not at all.
/// </summary>
internal sealed class TakeOver(StudioContext context)
{
    private const string Reason = "as the ledger begins";

    public async Task RunAsync(CancellationToken cancel)
    {
        var kits = await context.Kits.AsNoTracking().Where(k => !context.KitThings.Any(l => l.KitId == k.Id)).ToListAsync(cancel);
        foreach (var kit in kits)
            await TakeAsync(kit, cancel);
    }

    private static Core.Kits.Kit? Readable(string document)
    {
        try
        {
            return KitFile.ReadDocument(document);
        }
        catch (InvalidDataException)
        {
            return null;
        }
    }

    private async Task TakeAsync(KitRow kit, CancellationToken cancel)
    {
        var newest = await context.Revisions.AsNoTracking().SingleAsync(r => r.KitId == kit.Id && r.Number == kit.Revision, cancel);
        // A kit that cannot be read keeps nobody out of the studio; the shelf names it.
        if (Readable(newest.Document) is not { } document)
            return;
        if (document.Papers.Count + document.Parts.Count == 0)
            return;
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        await new Things(context).DescribeAsync(kit.Id, null, document, cancel);
        var links = await context.KitThings.AsNoTracking().Where(l => l.KitId == kit.Id).ToListAsync(cancel);
        foreach (var link in links)
        {
            var isParts = link.Kind == ThingRow.Parts;
            await context
                .Movements.Where(m => m.Kit == kit.Slug && m.ItemId == link.LocalId && m.ThingId == null && (m.Item == "parts") == isParts)
                .ExecuteUpdateAsync(set => set.SetProperty(m => m.ThingId, link.ThingId), cancel);
        }
        var book = new StockBook(context, new At(newest.SavedAt));
        var stock = await book.OfAsync(kit.Id, kit.Slug, cancel);
        var counted = Booking.Opening(document).Moves.ToDictionary(m => m.Pile, m => m.Count);
        var opening = Booking.Counted(stock.OnHand.Keys.Union(counted.Keys).Select(p => (p, counted.GetValueOrDefault(p))), stock) with
        {
            Kind = BookingKind.Opening,
            Sheets = [.. document.KeptSheets.Where(k => k.Cut > 0).Select(k => new SheetsCut(k, k.Cut))],
        };
        if (opening.Moves.Count + opening.Sheets.Count > 0)
            await book.AddAsync(opening, kit, Reason, cancel);
        await context.SaveChangesAsync(cancel);
        await whole.CommitAsync(cancel);
        context.ChangeTracker.Clear();
    }

    // What was counted when the document was saved is booked as of then.
    private sealed class At(DateTime then) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => new(DateTime.SpecifyKind(then, DateTimeKind.Utc));
    }
}
