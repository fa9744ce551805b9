using VelvetFold.Core;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Formats;
using VelvetFold.Store;

namespace VelvetFold.Web.Endpoints;

/// <summary>The ledger: the last movements, and what all of them add up to.</summary>
internal sealed record LedgerView(IReadOnlyList<Movement> Movements, IReadOnlyList<Balance> Balances);

/// <summary>A run that was cut or packed: its sheets or parts go out of stock, its offcuts come in.</summary>
/// <param name="What">cut or packed.</param>
internal sealed record BatchEntry(string What, int Kits);

/// <summary>A count that was put right, and why.</summary>
/// <param name="Text">Many counts as a table, in place of one.</param>
internal sealed record CorrectionEntry(string Reason, string? Id = null, int? OnHand = null, string? Text = null);

/// <summary>What was bought.</summary>
/// <param name="Text">The shopping list as it comes back: a table with Name and Bought, or Packs.</param>
internal sealed record BoughtEntry(string? Text = null);

/// <summary>Pieces that come out of a rectangle of paper.</summary>
internal sealed record Makes(string Slug, string Kit, IReadOnlyList<CutPiece> Pieces);

/// <summary>Stock as it moves: booked by what is done, put right with a reason, read in the ledger.</summary>
internal static class StockBookEndpoints
{
    public static void MapStockBooks(this RouteGroupBuilder api)
    {
        api.MapGet("/ledger", LedgerAsync).WithTags("Stock").Produces<LedgerView>();
        var stock = api.MapGroup("/kits/{slug}/stock").WithTags("Stock");
        stock.MapPost("/batch", BatchAsync).Accepts<BatchEntry>("application/json").Produces<KitView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(412).ProducesProblem(428);
        stock.MapPost("/corrections", CorrectAsync).Accepts<CorrectionEntry>("application/json").Produces<KitView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(412).ProducesProblem(428);
        stock.MapPost("/bought", BoughtAsync).Accepts<BoughtEntry>("application/json").Produces<KitView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(412).ProducesProblem(428);
        api.MapGet("/stock/makes", MakesAsync).WithTags("Stock").Produces<IReadOnlyList<Makes>>().ProducesProblem(400);
    }

    private static async Task<IResult> LedgerAsync(string? kit, string? find, long? before, Ledger ledger, CancellationToken cancel) =>
        Body.Json(new LedgerView(await ledger.ListAsync(kit, find, before, cancel), before is null ? await ledger.BalancesAsync(kit, cancel) : []), LengthUnit.Inch);

    private static async Task<IResult> BatchAsync(string slug, HttpContext context, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen) return Problems.NotSeen();
        var reading = await Body.ReadAsync<BatchEntry>(context.Request);
        if (reading.Value is not { } batch) return Problems.Bad(reading.Faults);
        if (batch.Kits is < 1 or > KitRules.MostKits) return Problems.Bad("kits", $"{batch.Kits} kits were not cut; from 1 to {KitRules.MostKits}.");
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored) return Problems.NoKit(slug);
        if (stored.Revision != seen) return Problems.LostRace(stored.Revision);
        var (after, scarce) = batch.What switch
        {
            "cut" => StockMoves.Cut(stored.Kit, KitAnswer.BatchOf(stored.Kit, batch.Kits, new() { Memory = memory, Cancel = cancel }).Plan),
            "packed" => StockMoves.Packed(stored.Kit, batch.Kits),
            _ => (null, null),
        };
        if (scarce is not null) return Results.Problem(statusCode: 409, title: "Not enough of it.", detail: $"There is not enough {scarce} on hand for {batch.Kits} kits. Nothing was booked: put the count right first, or book fewer.");
        if (after is null) return Problems.Bad("what", $"'{batch.What}' is nothing a run can be; cut and packed are.");
        return await SaveAsync(slug, seen, after, batch.What == "cut" ? $"{Kits(batch.Kits)} cut" : $"parts for {Kits(batch.Kits)} packed", context, shelf, cancel);
    }

    private static string Kits(int n) => n == 1 ? "1 kit" : $"{n} kits";

    private static async Task<IResult> CorrectAsync(string slug, HttpContext context, KitShelf shelf, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen) return Problems.NotSeen();
        var reading = await Body.ReadAsync<CorrectionEntry>(context.Request);
        if (reading.Value is not { } entry) return Problems.Bad(reading.Faults);
        if (string.IsNullOrWhiteSpace(entry.Reason) || entry.Reason.Length > 180) return Problems.Bad("reason", "Say in 1 to 180 characters why the count differs.");
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored) return Problems.NoKit(slug);
        var kit = stored.Kit;
        IReadOnlyList<StockCount> counts;
        if (entry.Text is { } text)
        {
            (counts, var faults) = TableFile.ReadStock(text, kit);
            if (faults.Count > 0) return Problems.Bad(faults);
        }
        else
        {
            if (entry.Id is not { } id || (kit.Paper(id) is null && kit.PartSheet(id) is null)) return Problems.Bad("id", $"There is no paper and there are no parts called '{entry.Id}' in this kit.");
            if (entry.OnHand is not (>= 0 and <= 100_000)) return Problems.Bad("onHand", $"{entry.OnHand} cannot be on hand; from 0 to 100000 can.");
            counts = [new(kit.Paper(id) is not null, id, entry.OnHand.Value)];
        }
        StockCount? Of(bool isPaper, string id) => counts.FirstOrDefault(c => c.IsPaper == isPaper && c.Id == id);
        Pack? Packed(Pack? was, StockCount? now) => now is null or { PackOf: null, Price: null } ? was : new() { Of = now.PackOf ?? was?.Of ?? 1, Price = now.Price ?? was?.Price };
        var after = kit with
        {
            Papers = [.. kit.Papers.Select(p => Of(true, p.Id) is var now ? p with { OnHand = now?.OnHand ?? p.OnHand, Pack = Packed(p.Pack, now) } : p)],
            Parts = [.. kit.Parts.Select(p => Of(false, p.Id) is var now ? p with { OnHand = now?.OnHand ?? p.OnHand, Pack = Packed(p.Pack, now) } : p)],
        };
        return await SaveAsync(slug, seen, after, $"counted: {entry.Reason.Trim()}", context, shelf, cancel);
    }

    // What was bought lies on the shelf: packs as the shopping list has them, or as its table comes back.
    private static async Task<IResult> BoughtAsync(string slug, HttpContext context, KitShelf shelf, CancellationToken cancel)
    {
        if (Body.SeenRevision(context.Request) is not { } seen) return Problems.NotSeen();
        var reading = await Body.ReadAsync<BoughtEntry>(context.Request);
        if (reading.Value is not { } entry) return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored) return Problems.NoKit(slug);
        var (bought, faults) = TableFile.ReadBought(entry.Text ?? "", stored.Kit);
        if (faults.Count > 0) return Problems.Bad(faults);
        if (bought.Count == 0) return Problems.Bad("text", "Nothing in this table was bought. Say how many packs in the column Bought.");
        int? Now(bool isPaper, string id, int? was, Pack? pack) => bought.FirstOrDefault(b => b.IsPaper == isPaper && b.Id == id) is { } packs ? (was ?? 0) + packs.Packs * (pack?.Of ?? 1) : was;
        var kit = stored.Kit;
        var after = kit with { Papers = [.. kit.Papers.Select(p => p with { OnHand = Now(true, p.Id, p.OnHand, p.Pack) })], Parts = [.. kit.Parts.Select(p => p with { OnHand = Now(false, p.Id, p.OnHand, p.Pack) })] };
        return await SaveAsync(slug, seen, after, "bought", context, shelf, cancel);
    }

    private static async Task<IResult> SaveAsync(string slug, int seen, Kit kit, string reason, HttpContext context, KitShelf shelf, CancellationToken cancel)
    {
        if (await shelf.SaveAsync(slug, seen, kit, reason, cancel) is not { } saved) return Problems.LostRace((await shelf.FindAsync(slug, null, cancel))?.Revision);
        Body.SetRevision(context, saved.Revision);
        return Body.Json(new KitView(saved.Slug, saved.Revision, saved.SavedAt, saved.Kit), kit.Unit);
    }

    // What can be made from this: the pieces of all kits that come out of a rectangle of any paper, or of one that is named like it.
    private static async Task<IResult> MakesAsync(string width, string height, string? paper, KitShelf shelf, CancellationToken cancel)
    {
        var pattern = LengthPattern.Exact(LengthUnit.Inch);
        var (w, h) = (pattern.Parse(width), pattern.Parse(height));
        if ((w.Fault ?? h.Fault) is { } fault) return Problems.Bad(w.Fault is not null ? "width" : "height", fault.Message);
        if (w.OrThrow() <= Length.Zero || h.OrThrow() <= Length.Zero) return Problems.Bad("width", "Paper has a width and a height of more than 0.");
        var size = new Size(w.OrThrow(), h.OrThrow());
        var found = new List<Makes>();
        foreach (var stored in await shelf.ListAsync(cancel))
        {
            var pieces = CutList.Of(stored.Kit, [.. stored.Kit.Layouts.Select(l => Resolver.Resolve(l, stored.Kit))])
                .Where(p => (p.Size.FitsIn(size) || (p.Turn == Turn.Free && p.Size.Turned.FitsIn(size))) && (paper is null || string.Equals(stored.Kit.Paper(p.Paper)?.Name, paper, StringComparison.OrdinalIgnoreCase)))
                .OrderByDescending(p => p.Size.Area).ToList();
            if (pieces.Count > 0) found.Add(new(stored.Slug, stored.Kit.Name, pieces));
        }
        return Body.Json(found, LengthUnit.Inch);
    }
}
