using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A run that was cut or packed: its sheets or parts go out of stock, its offcuts come in.</summary>
/// <param name="What">cut or packed.</param>
/// <param name="Key">Minted once for one press: a second request with it books nothing.</param>
internal sealed record BatchEntry(string What, int Kits, string? Key = null);

/// <summary>A count that was put right, and why.</summary>
/// <param name="OnHand">How many there are; of offcuts, of that size and face.</param>
/// <param name="Text">Many counts as a table, in place of one.</param>
/// <param name="Offcut">Of offcuts: their size.</param>
/// <param name="Limited">Whether they are counted at all from now on; as many as needed can be bought of what is not.</param>
internal sealed record CorrectionEntry(
    string Reason,
    string? Id = null,
    int? OnHand = null,
    string? Text = null,
    Size? Offcut = null,
    SheetFace? Face = null,
    bool? Limited = null,
    string? Key = null
);

/// <summary>What was bought.</summary>
/// <param name="Text">The shopping list as it comes back: a table with Name and Bought, or Packs.</param>
internal sealed record BoughtEntry(string? Text = null, string? Key = null);

/// <summary>A run that is confirmed.</summary>
internal sealed record RunEntry(int Kits, string? Key = null);

/// <summary>How many sheets are cut as this one stands.</summary>
/// <param name="Sheet">Its paper, its pieces and their places; how often, and how many of them are cut, is said beside it.</param>
/// <param name="Cut">How many of them are cut by now.</param>
internal sealed record SheetsEntry(KeptSheet Sheet, int Cut, string? Key = null);

/// <summary>A booking that is taken back.</summary>
internal sealed record BackEntry(string? Key = null);

/// <summary>Stock as it moves: booked by what is done, put right with a reason, taken back by a counter-booking.</summary>
internal static class StockBookEndpoints
{
    public static void MapStockBooks(this RouteGroupBuilder api)
    {
        var stock = api.MapGroup("/kits/{slug}/stock").May(StudioRole.Designer).WithTags("Stock");
        Booking<BatchEntry>(stock.MapPost("/batch", BatchAsync).May(StudioRole.Designer, "deed.stock-booked")).ProducesProblem(409);
        Booking<CorrectionEntry>(stock.MapPost("/corrections", CorrectAsync).May(StudioRole.Designer, "deed.stock-corrected"));
        Booking<BoughtEntry>(stock.MapPost("/bought", BoughtAsync).May(StudioRole.Designer, "deed.stock-bought"));
        Booking<SheetsEntry>(stock.MapPost("/sheets", SheetsAsync).May(StudioRole.Helper, "deed.sheets-cut")).ProducesProblem(409);
        Booking<RunEntry>(stock.MapPost("/run", ConfirmAsync).May(StudioRole.Designer, "deed.run-confirmed"));
        stock
            .MapDelete("/run", ReleaseAsync)
            .May(StudioRole.Designer, "deed.run-released")
            .Produces<KitView>()
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);
        api.MapPost("/ledger/bookings/{id:long}/back", BackAsync)
            .May(StudioRole.Designer, "deed.booking-taken-back")
            .WithTags("Stock")
            .Accepts<BackEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static RouteHandlerBuilder Booking<T>(RouteHandlerBuilder route)
        where T : notnull =>
        route
            .Accepts<T>("application/json")
            .Produces<KitView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428);

    private static async Task<IResult> BatchAsync(string slug, HttpContext context, KitShelf shelf, StockBook book, PlanMemory memory)
    {
        var (asked, refused) = await AskedAsync<BatchEntry>(slug, context, shelf);
        if (asked is not { } ask)
            return refused!;
        var (entry, stored) = ask;
        if (entry.Kits is < 1 or > KitRules.MostKits)
            return Problems.Bad("kits", Saying.Of("problem.kits-were-not-cut", ("kits", entry.Kits), ("mostKits", KitRules.MostKits)));
        if (entry.What is not ("cut" or "packed"))
            return Problems.Bad("what", Saying.Of("problem.is-nothing-a-run", ("what", entry.What)));
        Func<KitStock, Booking> make = stock => Core.Counting.Booking.Packed(stored.Kit, entry.Kits, stock);
        if (entry.What == "cut")
        {
            var run = new KitWork(stored.Kit, new() { Memory = memory, Cancel = context.RequestAborted }).Run(entry.Kits);
            make = stock => Core.Counting.Booking.Cut(stored.Kit, run.Host, entry.Kits, stock);
        }
        var reason = entry.What == "cut" ? $"{Kits(entry.Kits)} cut" : $"parts for {Kits(entry.Kits)} packed";
        return await AnswerAsync(
            stored,
            await book.BookAsync(slug, stored.Revision, reason, entry.Key, make, context.RequestAborted),
            context,
            shelf,
            "run",
            entry.Kits
        );
    }

    private static string Kits(int n) => n == 1 ? "1 kit" : $"{n} kits";

    private static async Task<IResult> CorrectAsync(string slug, HttpContext context, KitShelf shelf, StockBook book)
    {
        var (asked, refused) = await AskedAsync<CorrectionEntry>(slug, context, shelf);
        if (asked is not { } ask)
            return refused!;
        var (entry, stored) = ask;
        if (string.IsNullOrWhiteSpace(entry.Reason) || entry.Reason.Length > 180)
            return Problems.Bad("reason", Saying.Of("problem.say-in-to-characters"));
        return entry.Text is { } text
            ? await TableAsync(text, entry, stored, context, shelf, book)
            : await CountAsync(entry, stored, context, shelf, book);
    }

    private static async Task<IResult> CountAsync(
        CorrectionEntry entry,
        StoredKit stored,
        HttpContext context,
        KitShelf shelf,
        StockBook book
    )
    {
        var kit = stored.Kit;
        if (entry.Id is not { } id || (kit.Paper(id) is null && kit.PartSheet(id) is null))
            return Problems.Bad("id", Saying.Of("problem.there-is-no-paper", ("id", entry.Id)));
        if (entry.Offcut is { } size)
        {
            if (kit.Paper(id) is not { } paper)
                return Problems.Bad("offcut", Saying.Of("problem.is-no-paper-so", ("id", id)));
            if (!size.IsReal || !size.FitsIn(paper.Sheet))
                return Problems.Bad(
                    "offcut",
                    Saying.Of("problem.an-offcut-of-does", ("size", size), ("paper", paper.Name), ("sheet", paper.Sheet))
                );
        }
        if (entry.Limited is null && entry.OnHand is null)
            return Problems.Bad("onHand", Saying.Of("problem.say-how-many-there"));
        if (entry.OnHand is < 0 or > 100_000)
            return Problems.Bad("onHand", Saying.Of("problem.cannot-be-on-hand", ("onHand", entry.OnHand)));
        var whole = kit.Paper(id) is null ? Pile.Parts(id) : Pile.Sheets(id);
        var pile = entry.Offcut is { } of ? Pile.Offcuts(id, of, entry.Face) : whole;
        Dictionary<Pile, bool>? limited = entry.Offcut is null ? new() { [whole] = entry.Limited ?? true } : null;
        IReadOnlyList<(Pile, int)> counts = entry.OnHand is { } count ? [(pile, count)] : [];
        var booked = await book.BookAsync(
            stored.Slug,
            stored.Revision,
            $"counted: {entry.Reason.Trim()}",
            entry.Key,
            stock => Core.Counting.Booking.Counted(counts, stock),
            context.RequestAborted,
            limited
        );
        return await AnswerAsync(stored, booked, context, shelf);
    }

    // Packs and prices describe the thing and are saved with the kit; counts are booked.
    private static async Task<IResult> TableAsync(
        string text,
        CorrectionEntry entry,
        StoredKit stored,
        HttpContext context,
        KitShelf shelf,
        StockBook book
    )
    {
        var (counts, faults) = TableFile.ReadStock(text, stored.Kit);
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var described = Packed(stored.Kit, counts);
        if (counts.Any(c => c.PackOf is not null || c.Price is not null))
        {
            if (await shelf.SaveAsync(stored.Slug, stored.Revision, described, context.RequestAborted) is not { } saved)
                return Problems.LostRace((await shelf.FindAsync(stored.Slug, null, context.RequestAborted))?.Revision);
            stored = saved;
        }
        var piles = counts
            .Where(c => c.OnHand is not null)
            .Select(c => (Pile: c.IsPaper ? Pile.Sheets(c.Id) : Pile.Parts(c.Id), Count: c.OnHand!.Value))
            .ToList();
        var booked = await book.BookAsync(
            stored.Slug,
            stored.Revision,
            $"counted: {entry.Reason.Trim()}",
            entry.Key,
            stock => Core.Counting.Booking.Counted(piles, stock),
            context.RequestAborted,
            piles.ToDictionary(p => p.Pile, _ => true)
        );
        return await AnswerAsync(stored, booked, context, shelf);
    }

    private static Kit Packed(Kit kit, IReadOnlyList<StockCount> counts)
    {
        Pack? Of(Pack? was, bool isPaper, string id) =>
            counts.FirstOrDefault(c => c.IsPaper == isPaper && c.Id == id) is { } now && (now.PackOf ?? (object?)now.Price) is not null
                ? new() { Of = now.PackOf ?? was?.Of ?? 1, Price = now.Price ?? was?.Price }
                : was;
        return kit with
        {
            Papers = [.. kit.Papers.Select(p => p with { Pack = Of(p.Pack, true, p.Id) })],
            Parts = [.. kit.Parts.Select(p => p with { Pack = Of(p.Pack, false, p.Id) })],
        };
    }

    // What was bought lies on the shelf: packs as the shopping list has them, or as its table comes back.
    private static async Task<IResult> BoughtAsync(string slug, HttpContext context, KitShelf shelf, StockBook book)
    {
        var (asked, refused) = await AskedAsync<BoughtEntry>(slug, context, shelf);
        if (asked is not { } ask)
            return refused!;
        var (entry, stored) = ask;
        var (bought, faults) = TableFile.ReadBought(entry.Text ?? "", stored.Kit);
        if (faults.Count > 0)
            return Problems.Bad(faults);
        if (bought.Count == 0)
            return Problems.Bad("text", Saying.Of("problem.nothing-in-this-table"));
        int Of(BoughtPacks b) => b.Packs * ((b.IsPaper ? stored.Kit.Paper(b.Id)?.Pack : stored.Kit.PartSheet(b.Id)?.Pack)?.Of ?? 1);
        var piles = bought.Select(b => (Pile: b.IsPaper ? Pile.Sheets(b.Id) : Pile.Parts(b.Id), Count: Of(b))).ToList();
        var booked = await book.BookAsync(
            slug,
            stored.Revision,
            "bought",
            entry.Key,
            _ => Core.Counting.Booking.Bought(piles),
            context.RequestAborted,
            piles.ToDictionary(p => p.Pile, _ => true)
        );
        return await AnswerAsync(stored, booked, context, shelf);
    }

    private static async Task<IResult> SheetsAsync(string slug, HttpContext context, KitShelf shelf, StockBook book)
    {
        var (asked, refused) = await AskedAsync<SheetsEntry>(slug, context, shelf);
        if (asked is not { } ask)
            return refused!;
        var (entry, stored) = ask;
        if (stored.Kit.Paper(entry.Sheet.Paper) is not { } paper)
            return Problems.Bad("sheet.paper", Saying.Of("problem.there-is-no-paper-2", ("paper", entry.Sheet.Paper)));
        if (entry.Cut is < 0 or > KitRules.MostKits)
            return Problems.Bad("cut", Saying.Of("problem.sheets-cannot-be-cut", ("cut", entry.Cut), ("mostKits", KitRules.MostKits)));
        if (entry.Sheet.Pieces.Count is 0 or > 2_000)
            return Problems.Bad("sheet.pieces", Saying.Of("problem.a-sheet-has-from"));
        if (CutPlanner.PatternOf(paper, entry.Sheet, stored.Kit.LongestCut, stored.Kit.Ruler) is not { } pattern)
            return Problems.Bad("sheet.pieces", Saying.Of("problem.these-pieces-cannot-be", ("paper", paper.Name)));
        var reason = entry.Cut == 1 ? "1 sheet cut as it stands" : $"{entry.Cut} sheets cut as they stand";
        var booked = await book.BookAsync(
            slug,
            stored.Revision,
            reason,
            entry.Key,
            stock => Core.Counting.Booking.Marked(stored.Kit, entry.Sheet, pattern, entry.Cut - stock.CutLike(entry.Sheet), stock),
            context.RequestAborted
        );
        return await AnswerAsync(stored, booked, context, shelf, "sheets");
    }

    private static async Task<IResult> ConfirmAsync(string slug, HttpContext context, KitShelf shelf, StockBook book, PlanMemory memory)
    {
        var (asked, refused) = await AskedAsync<RunEntry>(slug, context, shelf);
        if (asked is not { } ask)
            return refused!;
        var (entry, stored) = ask;
        if (entry.Kits is < 1 or > KitRules.MostKits)
            return Problems.Bad("kits", Saying.Of("problem.a-run-of-kits", ("kits", entry.Kits), ("mostKits", KitRules.MostKits)));
        var booked = await PromiseAsync(stored, entry.Kits, entry.Key, book, memory, context.RequestAborted);
        return await AnswerAsync(stored, booked, context, shelf);
    }

    /// <summary>Promises to a kit what a run of it takes.</summary>
    internal static async Task<Booked> PromiseAsync(
        StoredKit stored,
        int kits,
        string? key,
        StockBook book,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        var work = new KitWork(stored.Kit, new() { Memory = memory, Cancel = cancel });
        var run = work.Run(stored.Kit.WithSpares(kits));
        return await book.BookAsync(
            stored.Slug,
            stored.Revision,
            $"promised for {Kits(kits)}",
            key,
            stock => Core.Counting.Booking.Confirmed(stored.Kit, run, kits, stock),
            cancel,
            instance: RunInstance.Of(stored.Kit, work.Pieces, kits)
        );
    }

    private static async Task<IResult> ReleaseAsync(
        string slug,
        HttpContext context,
        KitShelf shelf,
        StockBook book,
        CancellationToken cancel
    )
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return Problems.NotSeen();
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        return await AnswerAsync(
            stored,
            await book.BookAsync(slug, seen, "the run is not made", null, Core.Counting.Booking.Released, cancel),
            context,
            shelf
        );
    }

    private static async Task<IResult> BackAsync(long id, HttpRequest request, StockBook book, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<BackEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        var back = await book.TakeBackAsync(id, entry.Key, cancel);
        return back.Outcome switch
        {
            BookingOutcome.Short => Problems.Of(409, "problem.it-is-used-by", ("name", back.Name), ("onHand", back.OnHand)),
            BookingOutcome.Overtaken => Problems.Of(409, "problem.a-later-booking-stands"),
            BookingOutcome.NotThere => Problems.Of(404, "problem.nothing-to-take-back"),
            _ => Results.NoContent(),
        };
    }

    // What every booking asks first: the entry, and the kit at the revision that was seen.
    private static async Task<((T Entry, StoredKit Stored)? Asked, IResult? Refused)> AskedAsync<T>(
        string slug,
        HttpContext context,
        KitShelf shelf
    )
        where T : class
    {
        if (Body.SeenRevision(context.Request) is not { } seen)
            return (null, Problems.NotSeen());
        var reading = await Body.ReadAsync<T>(context.Request);
        if (reading.Value is not { } entry)
            return (null, Problems.Bad(reading.Faults));
        if (await shelf.FindAsync(slug, null, context.RequestAborted) is not { } stored)
            return (null, Problems.NoKit(slug));
        return stored.Revision == seen ? ((entry, stored), null) : (null, Problems.LostRace(stored.Revision));
    }

    // What was booked before by the same press is answered as it was then: with the kit as it is.
    private static async Task<IResult> AnswerAsync(
        StoredKit stored,
        Booked booked,
        HttpContext context,
        KitShelf shelf,
        string what = "this",
        int kits = 0
    )
    {
        var now = await shelf.FindAsync(stored.Slug, null, context.RequestAborted);
        if (booked.Outcome == BookingOutcome.Short)
            return Problems.Of(
                409,
                "problem.not-enough-of-it",
                ("name", booked.Name),
                ("what", what),
                ("kits", kits),
                ("onHand", booked.OnHand)
            );
        if (booked.Outcome == BookingOutcome.LostRace)
            return Problems.LostRace(now?.Revision);
        if (booked.Outcome == BookingOutcome.NoKit || now is null)
            return Problems.NoKit(stored.Slug);
        Body.SetRevision(context, now.Revision);
        return Body.Json(new KitView(now.Slug, now.Revision, now.SavedAt, now.Kit), now.Kit.Unit);
    }
}
