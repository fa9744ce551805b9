using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>The ledger: the last movements, and what all of them add up to.</summary>
internal sealed record LedgerView(IReadOnlyList<Movement> Movements, IReadOnlyList<Balance> Balances);

/// <summary>So many of a thing that are promised to a kit.</summary>
internal sealed record PromiseView(string Slug, string Kit, int Count);

/// <summary>Offcuts of one size on hand.</summary>
/// <param name="Promised">How many of them are promised to other kits.</param>
/// <param name="Free">How many of them a plan of this kit may use.</param>
internal sealed record OffcutsView(Size Size, SheetFace? Face, int Count, int Promised, int Free);

/// <summary>A thing of the studio that might be the same.</summary>
/// <param name="UsedBy">The names of the kits that use it.</param>
internal sealed record AlikeView(int Thing, int? OnHand, IReadOnlyList<string> UsedBy);

/// <summary>A paper, or a sheet, pack or roll of parts, as it lies in the studio.</summary>
/// <param name="Id">What the kit calls it.</param>
/// <param name="Thing">The studio's own number for it.</param>
/// <param name="OnHand">What the ledger adds up to; none where it is not counted.</param>
/// <param name="Promised">How many of them are promised to other kits.</param>
/// <param name="PromisedHere">How many are promised to this one.</param>
/// <param name="Free">What this kit may take: on hand, and promised to no other.</param>
/// <param name="UsedBy">The kits that use it.</param>
/// <param name="Alike">Other things of the studio that may be the same, and could be joined with it.</param>
internal sealed record StockThing(
    bool IsPaper,
    string Id,
    int Thing,
    string Name,
    int? OnHand,
    int Promised,
    int PromisedHere,
    int? Free,
    IReadOnlyList<PromiseView> Promises,
    IReadOnlyList<OffcutsView> Offcuts,
    IReadOnlyList<string> UsedBy,
    IReadOnlyList<AlikeView> Alike
);

/// <summary>Sheets of a kit that are marked as cut.</summary>
internal sealed record CutSheets(KeptSheet Sheet, int Cut);

/// <summary>A run that was confirmed.</summary>
/// <param name="IsCurrent">Whether the kit still takes what it was confirmed for; else it asks to be confirmed anew.</param>
internal sealed record RunView(long Booking, DateTime At, int Revision, int Kits, bool IsCurrent);

/// <summary>The stock that a kit uses: the studio's piles, what is promised to whom, sheets that are cut, and its confirmed run.</summary>
internal sealed record KitStockView(int Revision, IReadOnlyList<StockThing> Things, IReadOnlyList<CutSheets> Cut, RunView? Run);

/// <summary>What of a kit's stock was found: its papers and its sheets of parts.</summary>
/// <param name="Things">The studio's numbers for them, by what the kit calls them.</param>
internal sealed record StockElsewhere(
    string Slug,
    string Kit,
    IReadOnlyList<Paper> Papers,
    IReadOnlyList<PartSheet> Parts,
    IReadOnlyDictionary<string, int> Things
);

/// <summary>A thing of the studio that a kit uses from now on.</summary>
/// <param name="Id">What the kit will call it.</param>
internal sealed record UseEntry(string Id, int Thing);

/// <summary>The thing that another is joined into.</summary>
internal sealed record JoinEntry(int Into);

/// <summary>Pieces that come out of a rectangle of paper.</summary>
internal sealed record Makes(string Slug, string Kit, IReadOnlyList<CutPiece> Pieces);

/// <summary>The studio's stock as it lies there: for one kit, for all of them, and as movements.</summary>
internal static class StockEndpoints
{
    public static void MapStock(this RouteGroupBuilder api)
    {
        api.MapGet("/ledger", LedgerAsync).May(StudioRole.Helper).WithTags("Stock").Produces<LedgerView>();
        api.MapGet("/kits/{slug}/stock", KitStockAsync)
            .May(StudioRole.Helper)
            .WithTags("Stock")
            .Produces<KitStockView>()
            .ProducesProblem(404);
        api.MapPost("/kits/{slug}/stock/things", UseAsync)
            .May(StudioRole.Designer, "deed.thing-used")
            .WithTags("Stock")
            .Accepts<UseEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(409);
        api.MapGet("/stock", StockAsync).May(StudioRole.Helper).WithTags("Stock").Produces<IReadOnlyList<StockElsewhere>>();
        api.MapPost("/stock/things/{thing:int}/join", JoinAsync)
            .May(StudioRole.Designer, "deed.things-joined")
            .WithTags("Stock")
            .Accepts<JoinEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(409);
        api.MapGet("/stock/makes", MakesAsync)
            .May(StudioRole.Helper)
            .WithTags("Stock")
            .Produces<IReadOnlyList<Makes>>()
            .ProducesProblem(400);
    }

    private static async Task<IResult> LedgerAsync(string? kit, string? find, long? before, Ledger ledger, CancellationToken cancel) =>
        Body.Json(
            new LedgerView(
                await ledger.ListAsync(kit, find, before, cancel),
                before is null ? await ledger.BalancesAsync(kit, cancel) : []
            ),
            LengthUnit.Inch
        );

    private static async Task<IResult> KitStockAsync(
        string slug,
        KitShelf shelf,
        StockBook book,
        Things own,
        Ledger ledger,
        CancellationToken cancel
    )
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        var (kit, stock) = (stored.Kit, stored.Stock);
        var sheets = (await ledger.BalancesAsync(null, cancel)).Where(b => b.Item != StockItem.Offcuts).ToDictionary(b => b.Thing);
        var things = (await own.OfKitAsync(stored.Id, cancel)).Where(t =>
            t.IsPaper ? kit.Paper(t.Id) is not null : kit.PartSheet(t.Id) is not null
        );
        var run = await book.RunAsync(slug, cancel);
        var isCurrent =
            run is not null && RunInstance.Of(kit, new KitWork(kit).Pieces, run.Kits) == run.Instance && run.Kits == Math.Max(1, kit.Kits);
        return Body.Json(
            new KitStockView(
                stored.Revision,
                [.. things.Select(t => View(t, kit, stock, slug, sheets))],
                [.. stock.Cut.Where(c => c.Count > 0).Select(c => new CutSheets(c.Sheet, c.Count))],
                run is null ? null : new(run.Booking, run.At, run.Revision, run.Kits, isCurrent)
            ),
            kit.Unit
        );
    }

    private static StockThing View(KitThing thing, Kit kit, KitStock stock, string slug, Dictionary<int, Balance> sheets)
    {
        var pile = thing.IsPaper ? Pile.Sheets(thing.Id) : Pile.Parts(thing.Id);
        int? onHand = thing.Limited ? stock.OnHand.GetValueOrDefault(pile) : null;
        var promised = stock.PromisedElsewhere.GetValueOrDefault(pile);
        return new(
            thing.IsPaper,
            thing.Id,
            thing.Thing,
            kit.Paper(thing.IsPaper ? thing.Id : null)?.Name ?? kit.PartSheet(thing.Id)?.Name ?? thing.Id,
            onHand,
            promised,
            stock.PromisedHere.GetValueOrDefault(pile),
            onHand - promised,
            [
                .. thing
                    .UsedBy.Where(u => u.Slug != slug)
                    .Select(u => new PromiseView(u.Slug, u.Kit, u.Promised.Where(p => p.Pile.Item != StockItem.Offcuts).Sum(p => p.Count)))
                    .Where(p => p.Count != 0),
            ],
            [
                .. stock
                    .OnHand.Where(p => thing.IsPaper && p.Key.Item == StockItem.Offcuts && p.Key.Id == thing.Id && p.Value != 0)
                    .Select(p => new OffcutsView(
                        p.Key.Size!.Value,
                        p.Key.Face,
                        p.Value,
                        stock.PromisedElsewhere.GetValueOrDefault(p.Key),
                        kit.Paper(thing.Id)!.Offcuts.FirstOrDefault(o => o.Size == p.Key.Size && o.Face == p.Key.Face)?.Count ?? 0
                    ))
                    .OrderByDescending(o => o.Size.Area),
            ],
            [.. thing.UsedBy.Select(u => u.Slug)],
            [.. thing.Alike.Select(a => new AlikeView(a, sheets.GetValueOrDefault(a)?.OnHand, sheets.GetValueOrDefault(a)?.UsedBy ?? []))]
        );
    }

    // Papers and sheets of parts of all kits whose name holds every word that is looked for; all of them where none is.
    private static async Task<IResult> StockAsync(string? find, KitShelf shelf, Things things, CancellationToken cancel)
    {
        var words = (find ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        bool Holds(string name, string kit) =>
            words.All(w => name.Contains(w, StringComparison.OrdinalIgnoreCase) || kit.Contains(w, StringComparison.OrdinalIgnoreCase));
        var found = new List<StockElsewhere>();
        foreach (var stored in await shelf.ListAsync(cancel))
        {
            var kit = stored.Kit;
            var (papers, parts) = (
                kit.Papers.Where(p => Holds(p.Name, kit.Name)).ToList(),
                kit.Parts.Where(p => Holds(p.Name, kit.Name)).ToList()
            );
            if (papers.Count + parts.Count == 0)
                continue;
            found.Add(new(stored.Slug, kit.Name, papers, parts, await things.NumbersAsync(stored.Id, cancel)));
        }
        return Results.Ok(found);
    }

    private static async Task<IResult> UseAsync(string slug, HttpRequest request, Things things, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<UseEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (!KitRules.IsId(entry.Id))
            return Problems.Bad("id", KitRules.NoId(entry.Id));
        return await things.UseAsync(slug, entry.Id, entry.Thing, cancel)
            ? Results.NoContent()
            : Problems.Of(409, "problem.it-cannot-be-used", ("id", entry.Id));
    }

    private static async Task<IResult> JoinAsync(int thing, HttpRequest request, Things things, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<JoinEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        return await things.JoinAsync(thing, entry.Into, cancel) ? Results.NoContent() : Problems.Of(409, "problem.they-cannot-be-joined");
    }

    // What can be made from this: the pieces of all kits that come out of a rectangle of any paper, or of one that is named like it.
    private static async Task<IResult> MakesAsync(string width, string height, string? paper, KitShelf shelf, CancellationToken cancel)
    {
        var pattern = LengthPattern.Exact(LengthUnit.Inch);
        var (w, h) = (pattern.Parse(width), pattern.Parse(height));
        if ((w.Fault ?? h.Fault) is { } fault)
            return Problems.Bad(w.Fault is not null ? "width" : "height", fault.Says);
        if (w.OrThrow() <= Length.Zero || h.OrThrow() <= Length.Zero)
            return Problems.Bad("width", Saying.Of("problem.paper-has-a-width"));
        var size = new Size(w.OrThrow(), h.OrThrow());
        var found = new List<Makes>();
        foreach (var stored in await shelf.ListAsync(cancel))
        {
            bool IsOf(CutPiece piece) =>
                paper is null || string.Equals(stored.Kit.Paper(piece.Paper)?.Name, paper, StringComparison.OrdinalIgnoreCase);
            var pieces = new KitWork(stored.Kit)
                .Pieces.Where(p => (p.Size.FitsIn(size) || (p.Turn == Turn.Free && p.Size.Turned.FitsIn(size))) && IsOf(p))
                .OrderByDescending(p => p.Size.Area)
                .ToList();
            if (pieces.Count > 0)
                found.Add(new(stored.Slug, stored.Kit.Name, pieces));
        }
        return Body.Json(found, LengthUnit.Inch);
    }
}
