using System.Globalization;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A bag in the run.</summary>
/// <param name="Wanted">How many things go into it.</param>
/// <param name="Packed">How many of them are in it.</param>
internal sealed record BagLine(
    int Number,
    string? Guest,
    int Revision,
    int Wanted,
    int Packed,
    DateTime? ClosedAt,
    string? ClosedBy,
    bool NeedsALook
);

/// <summary>A bag with all that goes into it, what is in it, what it lacks and what has to come out.</summary>
internal sealed record BagView(
    BagLine Line,
    IReadOnlyList<PackItem> Items,
    IReadOnlyDictionary<string, int> Packed,
    BagState State,
    string? Substitutions,
    IReadOnlyList<string> Record
);

/// <summary>Bags to be put out: for every guest that has none, and so many more.</summary>
internal sealed record BagsWanted(bool Guests, int More, string? Workshop = null);

/// <summary>What was scanned or typed.</summary>
/// <param name="TakeOut">Whether it comes out of the bag rather than going in.</param>
internal sealed record Scan(string Code, bool TakeOut = false);

/// <summary>What a scan did.</summary>
/// <param name="Outcome">packed, twice, taken-out, not-here, elsewhere (it belongs to another page's or guest's bag) or unknown.</param>
internal sealed record ScanAnswer(string Outcome, string Label, Saying Says, BagView Bag);

/// <summary>A bag is closed.</summary>
/// <param name="Substitutions">What went in instead of something; needed where the bag is not as it should be.</param>
internal sealed record Closing(string By, string? Substitutions = null);

/// <summary>Why a bag is opened again.</summary>
internal sealed record Opening(string Why);

/// <summary>The packing run: bags and scans.</summary>
internal static class PackingEndpoints
{
    /// <summary>How often a scan is tried where others scan into the same bag at once.</summary>
    private const int MostScanned = 60;

    public static void MapPacking(this RouteGroupBuilder api)
    {
        var bags = api.MapGroup("/kits/{slug}/bags").May(StudioRole.Helper).WithTags("Packing");
        bags.MapGet("/", ListAsync).Produces<IReadOnlyList<BagLine>>().ProducesProblem(404);
        bags.MapPost("/", PutOutAsync)
            .May(StudioRole.Helper, "deed.bags-put-out")
            .Accepts<BagsWanted>("application/json")
            .Produces<IReadOnlyList<BagLine>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        bags.MapGet("/{number:int}", FindAsync).Produces<BagView>().ProducesProblem(404);
        bags.MapPost("/{number:int}/scans", ScanAsync)
            .May(StudioRole.Helper, "deed.bag-scanned")
            .Accepts<Scan>("application/json")
            .Produces<ScanAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
        bags.MapPost("/{number:int}/closing", CloseAsync)
            .May(StudioRole.Helper, "deed.bag-closed")
            .Accepts<Closing>("application/json")
            .Produces<BagView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
        bags.MapPost("/{number:int}/opening", OpenAsync)
            .May(StudioRole.Helper, "deed.bag-opened")
            .Accepts<Opening>("application/json")
            .Produces<BagView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
    }

    private static async Task<IResult> ListAsync(string slug, KitShelf shelf, GuestList list, BagShelf store, CancellationToken cancel)
    {
        if (await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags)
            return Problems.NoKit(slug);
        var lines = new List<BagLine>();
        foreach (var bag in await store.ListAsync(slug, cancel))
            lines.Add(await bags.LineAsync(bag));
        return Results.Ok(lines);
    }

    private static async Task<IResult> PutOutAsync(
        string slug,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<BagsWanted>(request);
        if (reading.Value is not { } wanted)
            return Problems.Bad(reading.Faults);
        if (await list.ListAsync(slug, cancel) is not { } guests || await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        var there = (await store.ListAsync(slug, cancel)).Count;
        if (wanted.More < 0 || there + wanted.More > BagShelf.MostBags)
            return Problems.Bad("more", Saying.Of("problem.a-kit-has-from", ("mostBags", BagShelf.MostBags), ("there", there)));
        var (workshops, handedOut) = (await list.WorkshopsAsync(cancel), await list.HandedOutAsync(slug, cancel));
        var chosen = wanted.Guests
            ? guests.Where(g => wanted.Workshop is null || (g.WorkshopId is { } at && workshops.GetValueOrDefault(at) == wanted.Workshop))
            : [];
        await store.PutOutAsync(
            slug,
            [
                .. chosen.Select(g =>
                    (g.Id, g.WorkshopId is { } at && handedOut.TryGetValue(at, out var fixedAt) ? fixedAt : stored.Revision)
                ),
            ],
            wanted.More,
            stored.Revision,
            cancel
        );
        return await ListAsync(slug, shelf, list, store, cancel);
    }

    private static async Task<IResult> FindAsync(
        string slug,
        int number,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    ) =>
        await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags ? Problems.NoKit(slug)
        : await store.FindAsync(slug, number, cancel) is { } bag ? Results.Ok(await bags.ViewAsync(bag))
        : NoBag(number);

    private static async Task<IResult> ScanAsync(
        string slug,
        int number,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<Scan>(request);
        if (reading.Value is not { } scan)
            return Problems.Bad(reading.Faults);
        if (await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags)
            return Problems.NoKit(slug);
        var code = LabelIn(scan.Code);
        if (code.Length is 0 or > 200)
            return Problems.Bad("code", Saying.Of("problem.nothing-was-scanned"));
        // Scans of different things do not disturb each other: whoever comes second scans into what the first one left.
        for (var attempt = 1; attempt <= MostScanned; attempt++)
        {
            if (await store.FindAsync(slug, number, cancel) is not { } bag)
                return NoBag(number);
            if (bag.ClosedAt is not null)
                return Closed(number);
            var scanned = Packing.Scanned(code, scan.TakeOut, number, await bags.ItemsAsync(bag), BagShelf.PackedIn(bag));
            if (scanned.Packed is null || await store.PackAsync(bag, scanned.Packed, cancel))
                return Results.Ok(new ScanAnswer(scanned.Outcome, scanned.Label, scanned.Says, await bags.ViewAsync(bag)));
            await Task.Delay(Random.Shared.Next(10 * attempt), cancel);
        }
        return Problems.LostRace(null);
    }

    // A code is the address of the bench view with the piece in it, or the label itself.
    private static string LabelIn(string code)
    {
        code = code.Trim();
        return Uri.TryCreate(code, UriKind.Absolute, out var address)
            && Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(address.Query).TryGetValue("piece", out var piece)
                ? piece.ToString()
            : address is not null && address.Segments is [.., "packing/", "bags/", var number] ? $"bag {number}"
            : code;
    }

    private static async Task<IResult> CloseAsync(
        string slug,
        int number,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<Closing>(request);
        if (reading.Value is not { } closing)
            return Problems.Bad(reading.Faults);
        if (string.IsNullOrWhiteSpace(closing.By) || closing.By.Length > 120)
            return Problems.Bad("by", Saying.Of("problem.who-packed-it-a"));
        if (closing.Substitutions?.Length > 1000)
            return Problems.Bad("substitutions", Saying.Of("problem.what-went-in-instead"));
        if (await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags)
            return Problems.NoKit(slug);
        if (await store.FindAsync(slug, number, cancel) is not { } bag)
            return NoBag(number);
        if (bag.ClosedAt is not null)
            return Closed(number);
        var state = (await bags.ViewAsync(bag)).State;
        var instead = string.IsNullOrWhiteSpace(closing.Substitutions) ? null : closing.Substitutions.Trim();
        if (!state.IsComplete && instead is null)
            return Problems.Bad("substitutions", Saying.Of("problem.bag-pack-it-whole", ("number", number), ("state", Differs(state))));
        return await store.CloseAsync(bag, closing.By.Trim(), instead, cancel)
            ? Results.Ok(await bags.ViewAsync(bag))
            : Problems.LostRace(null);
    }

    private static async Task<IResult> OpenAsync(
        string slug,
        int number,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<Opening>(request);
        if (reading.Value is not { } opening)
            return Problems.Bad(reading.Faults);
        if (string.IsNullOrWhiteSpace(opening.Why) || opening.Why.Length > 300)
            return Problems.Bad("why", Saying.Of("problem.say-in-to-characters-2"));
        if (await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags || await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (await store.FindAsync(slug, number, cancel) is not { } bag)
            return NoBag(number);
        if (bag.ClosedAt is null)
            return Problems.Of(409, "problem.it-is-open", ("number", number));
        var handedOut = await list.HandedOutAsync(slug, cancel);
        var revision = bags.Guest(bag)?.WorkshopId is { } at && handedOut.TryGetValue(at, out var fixedAt) ? fixedAt : stored.Revision;
        return await store.OpenAsync(bag, opening.Why.Trim(), revision, cancel)
            ? Results.Ok(await bags.ViewAsync(bag))
            : Problems.LostRace(null);
    }

    private static Saying Differs(BagState state) =>
        state.Missing.Count > 0
            ? Saying.Of(
                "problem.lacks",
                ("list", state.Missing.Take(8).Select(m => m.Label)),
                ("more", state.Missing.Count > 8 ? "yes" : "no")
            )
            : Saying.Of("problem.has-too-many", ("list", state.TakeOut.Take(8).Select(t => t.Label)));

    private static IResult NoBag(int number) => Problems.Of(404, "problem.no-such-bag", ("number", number));

    private static IResult Closed(int number) => Problems.Of(409, "problem.the-bag-is-closed", ("number", number));

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
