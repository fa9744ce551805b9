using System.Globalization;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Print;
using VelvetFold.Store;

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
internal sealed record ScanAnswer(string Outcome, string Label, string Says, BagView Bag);

/// <summary>A bag is closed.</summary>
/// <param name="Substitutions">What went in instead of something; needed where the bag is not as it should be.</param>
internal sealed record Closing(string By, string? Substitutions = null);

/// <summary>Why a bag is opened again.</summary>
internal sealed record Opening(string Why);

/// <summary>Sheets of labels as they come out.</summary>
/// <param name="Pages">The first of them, drawn.</param>
/// <param name="Count">How many there are.</param>
internal sealed record LabelsView(IReadOnlyList<PageView> Pages, int Labels, int Count, IReadOnlyList<string> Sheets);

/// <summary>The packing run: bags, scans, and labels.</summary>
internal static class PackingEndpoints
{
    private const int MostLabels = 5_000;

    public static void MapPacking(this RouteGroupBuilder api)
    {
        var bags = api.MapGroup("/kits/{slug}/bags").WithTags("Packing");
        bags.MapGet("/", ListAsync).Produces<IReadOnlyList<BagLine>>().ProducesProblem(404);
        bags.MapPost("/", PutOutAsync)
            .Accepts<BagsWanted>("application/json")
            .Produces<IReadOnlyList<BagLine>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        bags.MapGet("/{number:int}", FindAsync).Produces<BagView>().ProducesProblem(404);
        bags.MapPost("/{number:int}/scans", ScanAsync)
            .Accepts<Scan>("application/json")
            .Produces<ScanAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
        bags.MapPost("/{number:int}/closing", CloseAsync)
            .Accepts<Closing>("application/json")
            .Produces<BagView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
        bags.MapPost("/{number:int}/opening", OpenAsync)
            .Accepts<Opening>("application/json")
            .Produces<BagView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412);
        api.MapGet("/kits/{slug}/labels.pdf", LabelsPdfAsync)
            .WithTags("Files")
            .Produces<string>(200, "application/pdf")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/labels/{page:int}.png", LabelDotsAsync)
            .WithTags("Files")
            .Produces<string>(200, "image/png")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/labels", LabelsAsync).WithTags("Packing").Produces<LabelsView>().ProducesProblem(400).ProducesProblem(404);
    }

    // The kits of a run by revision and guest, each computed once.
    private sealed class Bags(string slug, KitShelf shelf, IReadOnlyList<GuestRow> guests, CancellationToken cancel)
    {
        private readonly Dictionary<(int Revision, int? Guest), IReadOnlyList<PackItem>> _items = [];
        private readonly Dictionary<int, Kit> _kits = [];

        public GuestRow? Guest(BagRow bag) => bag.GuestId is { } id ? guests.FirstOrDefault(g => g.Id == id) : null;

        public async Task<IReadOnlyList<PackItem>> ItemsAsync(BagRow bag)
        {
            var guest = Guest(bag);
            if (_items.TryGetValue((bag.Revision, guest?.Id), out var known))
                return known;
            if (!_kits.TryGetValue(bag.Revision, out var kit))
                kit = _kits[bag.Revision] = (await shelf.FindAsync(slug, bag.Revision, cancel))!.Kit;
            return _items[(bag.Revision, guest?.Id)] = Packing.Of(guest is null ? kit : GuestEndpoints.AdaptedFor(kit, guest));
        }

        public async Task<BagLine> LineAsync(BagRow bag)
        {
            var (items, packed) = (await ItemsAsync(bag), BagShelf.PackedIn(bag));
            var state = Packing.State(items, packed);
            var wanted = items.Sum(i => i.Count);
            // Closed with what differs said is as it should be, until something changes for its guest.
            return new(
                bag.Number,
                Guest(bag)?.Name,
                bag.Revision,
                wanted,
                wanted - state.Missing.Sum(m => m.Count),
                bag.ClosedAt,
                bag.ClosedBy,
                bag.ClosedAt is not null && !state.IsComplete && bag.Substitutions is null
            );
        }

        public async Task<BagView> ViewAsync(BagRow bag)
        {
            var (items, packed) = (await ItemsAsync(bag), BagShelf.PackedIn(bag));
            return new(
                await LineAsync(bag),
                items,
                packed,
                Packing.State(items, packed),
                bag.Substitutions,
                bag.Record.Split('\n', StringSplitOptions.RemoveEmptyEntries)
            );
        }
    }

    private static async Task<Bags?> OfAsync(string slug, KitShelf shelf, GuestList list, CancellationToken cancel) =>
        await list.ListAsync(slug, cancel) is { } guests ? new(slug, shelf, guests, cancel) : null;

    private static async Task<IResult> ListAsync(string slug, KitShelf shelf, GuestList list, BagShelf store, CancellationToken cancel)
    {
        if (await OfAsync(slug, shelf, list, cancel) is not { } bags)
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
            return Problems.Bad("more", $"A kit has from 0 to {BagShelf.MostBags} bags; there are {there}.");
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
        await OfAsync(slug, shelf, list, cancel) is not { } bags ? Problems.NoKit(slug)
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
        if (await OfAsync(slug, shelf, list, cancel) is not { } bags)
            return Problems.NoKit(slug);
        if (await store.FindAsync(slug, number, cancel) is not { } bag)
            return NoBag(number);
        if (bag.ClosedAt is not null)
            return Closed(number);
        var items = await bags.ItemsAsync(bag);
        var code = LabelIn(scan.Code);
        if (code.Length is 0 or > 200)
            return Problems.Bad("code", "Nothing was scanned.");
        var packed = new Dictionary<string, int>(BagShelf.PackedIn(bag));
        var item = items.FirstOrDefault(i => string.Equals(i.Label, code, StringComparison.OrdinalIgnoreCase));
        var label = item?.Label ?? packed.Keys.FirstOrDefault(k => string.Equals(k, code, StringComparison.OrdinalIgnoreCase)) ?? code;
        var (outcome, says) = scan.TakeOut ? TakeOut() : PutIn();
        if (outcome is "packed" or "taken-out" && !await store.PackAsync(bag, packed, cancel))
            return Problems.LostRace(null);
        return Results.Ok(new ScanAnswer(outcome, label, says, await bags.ViewAsync(bag)));

        (string, string) PutIn()
        {
            if (item is null)
                return ("unknown", $"{label} does not go into bag {N(number)}. Put it back on its stack.");
            var there = packed.GetValueOrDefault(label);
            if (there >= item.Count)
                return (
                    "twice",
                    item.Count == 1
                        ? $"{label} is in the bag already. Is there one too many?"
                        : $"All {N(item.Count)} of {label} are in the bag already."
                );
            packed[label] = there + 1;
            return ("packed", item.Count == 1 ? $"{label}, {item.Says}" : $"{label}, {N(there + 1)} of {N(item.Count)}");
        }

        (string, string) TakeOut()
        {
            if (packed.GetValueOrDefault(label) == 0)
                return ("not-here", $"{label} is not in bag {N(number)}.");
            packed[label]--;
            return ("taken-out", $"{label} is out of the bag.");
        }
    }

    // A code is the address of the bench view with the piece in it, or the label itself.
    private static string LabelIn(string code)
    {
        code = code.Trim();
        return
            Uri.TryCreate(code, UriKind.Absolute, out var address)
            && Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(address.Query).TryGetValue("piece", out var piece)
            ? piece.ToString()
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
            return Problems.Bad("by", "Who packed it? A name of 1 to 120 characters goes into the record.");
        if (closing.Substitutions?.Length > 1000)
            return Problems.Bad("substitutions", "What went in instead is said in at most 1000 characters.");
        if (await OfAsync(slug, shelf, list, cancel) is not { } bags)
            return Problems.NoKit(slug);
        if (await store.FindAsync(slug, number, cancel) is not { } bag)
            return NoBag(number);
        if (bag.ClosedAt is not null)
            return Closed(number);
        var state = (await bags.ViewAsync(bag)).State;
        var instead = string.IsNullOrWhiteSpace(closing.Substitutions) ? null : closing.Substitutions.Trim();
        if (!state.IsComplete && instead is null)
            return Problems.Bad(
                "substitutions",
                $"Bag {N(number)} {(state.Missing.Count > 0 ? $"lacks {string.Join(", ", state.Missing.Take(8).Select(m => m.Label))}{(state.Missing.Count > 8 ? " and more" : "")}" : $"has {string.Join(", ", state.TakeOut.Take(8).Select(t => t.Label))} too many")}. Pack it whole, or say what went in instead."
            );
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
            return Problems.Bad("why", "Say in 1 to 300 characters why the bag is opened.");
        if (await OfAsync(slug, shelf, list, cancel) is not { } bags || await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (await store.FindAsync(slug, number, cancel) is not { } bag)
            return NoBag(number);
        if (bag.ClosedAt is null)
            return Results.Problem(statusCode: 409, title: "It is open.", detail: $"Bag {number} is open already.");
        var handedOut = await list.HandedOutAsync(slug, cancel);
        var revision = bags.Guest(bag)?.WorkshopId is { } at && handedOut.TryGetValue(at, out var fixedAt) ? fixedAt : stored.Revision;
        return await store.OpenAsync(bag, opening.Why.Trim(), revision, cancel)
            ? Results.Ok(await bags.ViewAsync(bag))
            : Problems.LostRace(null);
    }

    private static async Task<IResult> LabelsPdfAsync(
        string slug,
        string? of,
        int? sheet,
        int? skip,
        string? address,
        string? custom,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var (made, fault) = await MadeAsync(slug, of, sheet, skip, address, custom, request, shelf, list, store, cancel);
        return made is null
            ? fault!
            : Results.File(
                PdfFile.Write(made.Value.Pages, $"{made.Value.Kit.Name}, labels", "en"),
                "application/pdf",
                $"{slug}-labels-{of ?? "pieces"}.pdf"
            );
    }

    // What a label printer would print, on the screen in its place.
    private static async Task<IResult> LabelsAsync(
        string slug,
        string? of,
        int? sheet,
        int? skip,
        string? address,
        string? custom,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var (made, fault) = await MadeAsync(slug, of, sheet, skip, address, custom, request, shelf, list, store, cancel);
        return made is null
            ? fault!
            : Results.Ok(
                new LabelsView(
                    [
                        .. made
                            .Value.Pages.Take(12)
                            .Select((p, i) => new PageView(p.Width, p.Height, SvgPages.Write(p, $"Labels, {N(i + 1)}", $"l{N(i)}"))),
                    ],
                    made.Value.Labels,
                    made.Value.Pages.Count,
                    [.. LabelSheet.Common.Select(s => s.Name)]
                )
            );
    }

    // The dots a label printer would burn, label by label on a roll.
    private static async Task<IResult> LabelDotsAsync(
        string slug,
        int page,
        string? of,
        int? sheet,
        int? skip,
        string? address,
        string? custom,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        var (made, fault) = await MadeAsync(slug, of, sheet, skip, address, custom, request, shelf, list, store, cancel);
        if (made is null)
            return fault!;
        return made.Value.Pages.ElementAtOrDefault(page - 1) is { } printed
            ? Results.File(LabelPrinter.Print(printed), "image/png")
            : Results.Problem(
                statusCode: 404,
                title: "No such page.",
                detail: $"There is no page {N(page)} of labels; there are {N(made.Value.Pages.Count)}."
            );
    }

    private static async Task<((IReadOnlyList<PrintedPage> Pages, Kit Kit, int Labels)? Made, IResult? Fault)> MadeAsync(
        string slug,
        string? of,
        int? sheet,
        int? skip,
        string? address,
        string? custom,
        HttpRequest request,
        KitShelf shelf,
        GuestList list,
        BagShelf store,
        CancellationToken cancel
    )
    {
        if (of is not (null or "pieces" or "sleeves" or "bags"))
            return (null, Problems.Bad("of", $"There are no labels of '{of}'; of pieces, sleeves and bags there are."));
        if (skip is < 0 or > 1000)
            return (null, Problems.Bad("skip", $"{skip} labels cannot be used up already."));
        var chosen = custom is null ? LabelSheet.Common.ElementAtOrDefault(sheet ?? 0) : Custom(custom);
        if (chosen is null)
            return (
                null,
                Problems.Bad(
                    custom is null ? "sheet" : "custom",
                    custom is null
                        ? $"There is no label sheet {sheet}."
                        : $"'{custom}' is no label sheet. Say ten measures: page width and height, label width and height, "
                            + $"columns, rows, left and top margin, and from one label to the next across and down."
                )
            );
        if (chosen.WhyNot() is { } why)
            return (null, Problems.Bad("custom", why));
        if (await shelf.FindAsync(slug, null, cancel) is not { Kit: var kit } || await OfAsync(slug, shelf, list, cancel) is not { } bags)
            return (null, Problems.NoKit(slug));
        var studio =
            Uri.TryCreate(address, UriKind.Absolute, out var asked) && asked.Scheme is "http" or "https"
                ? asked!
                : new Uri($"{request.Scheme}://{request.Host}");
        var labels = of switch
        {
            "sleeves" => Sleeves(kit, slug, studio),
            "bags" => await BagLabelsAsync(kit, slug, studio, bags, await store.ListAsync(slug, cancel)),
            _ => Pieces(kit, slug, studio),
        };
        return labels.Count > MostLabels
            ? (null, Problems.Bad("of", $"{labels.Count} labels are more than the {MostLabels} that are printed at once."))
            : ((LabelPages.Of(kit, chosen, labels, skip ?? 0), kit, labels.Count), null);
    }

    private static LabelSheet? Custom(string text)
    {
        var parts = text.Split([',', ';'], StringSplitOptions.TrimEntries);
        var pattern = LengthPattern.Exact(LengthUnit.Inch);
        if (
            parts.Length != 10
            || !int.TryParse(parts[4], NumberStyles.None, CultureInfo.InvariantCulture, out var columns)
            || !int.TryParse(parts[5], NumberStyles.None, CultureInfo.InvariantCulture, out var rows)
        )
            return null;
        var lengths = new List<Length>();
        foreach (var part in parts.Where((_, i) => i is not (4 or 5)))
            if (pattern.Parse(part) is { Fault: null } parsed && parsed.OrThrow() >= Length.Zero)
                lengths.Add(parsed.OrThrow());
        return lengths.Count == 8
            ? new(
                "your own",
                new(lengths[0], lengths[1]),
                new(lengths[2], lengths[3]),
                columns,
                rows,
                lengths[4],
                lengths[5],
                lengths[6],
                lengths[7]
            )
            : null;
    }

    private static string Code(Uri studio, string slug, string? layout, string? piece) =>
        new Uri(
            studio,
            $"/kits/{slug}/bench?{(layout is null ? "" : $"layout={Uri.EscapeDataString(layout)}")}{(piece is null ? "" : $"&piece={Uri.EscapeDataString(piece)}")}"
        ).ToString();

    // A label for each stack of equal pieces: it lies on the stack, and is scanned when one of it goes into a bag.
    private static IReadOnlyList<LabelText> Pieces(Kit kit, string slug, Uri studio)
    {
        var own = new KitWork(kit).Pieces.ToDictionary(p => p.Label);
        return
        [
            .. Packing
                .Of(kit)
                .Select(item =>
                    own.TryGetValue(item.Label, out var piece)
                        ? new LabelText(
                            item.Label,
                            [
                                $"{item.Says}, {kit.Paper(piece.Paper)!.Name} {piece.Face}",
                                kit.Layout(piece.Layout)!.Name,
                                $"{N(Math.Max(1, kit.Kits))} in the run",
                            ],
                            Code(studio, slug, piece.Layout, item.Label),
                            piece.Layout,
                            piece.Piece
                        )
                        : new LabelText(
                            item.Label,
                            [item.Stack, item.Says, $"{N(item.Count)} a kit"],
                            Code(studio, slug, item.Layout, item.Label),
                            item.Layout
                        )
                ),
        ];
    }

    private static IReadOnlyList<LabelText> Sleeves(Kit kit, string slug, Uri studio) =>
        [
            .. kit.Layouts.Select(l => new LabelText(
                l.Id,
                [l.Name, kit.Name, $"{N(l.Pieces.Count)} pieces, {N(l.Pieces.Count(p => p.HasPrint))} photos"],
                Code(studio, slug, l.Id, null),
                l.Id
            )),
        ];

    private static async Task<IReadOnlyList<LabelText>> BagLabelsAsync(
        Kit kit,
        string slug,
        Uri studio,
        Bags bags,
        IReadOnlyList<BagRow> rows
    )
    {
        var labels = new List<LabelText>();
        foreach (var bag in rows)
        {
            var line = await bags.LineAsync(bag);
            labels.Add(
                new(
                    $"{kit.Name} {N(bag.Number)}",
                    [line.Guest is { } guest ? $"for {guest}" : "", $"{N(line.Wanted)} things, revision {N(bag.Revision)}"],
                    Code(studio, slug, kit.Layouts.Count > 0 ? kit.Layouts[0].Id : null, null),
                    kit.Layouts.Count > 0 ? kit.Layouts[0].Id : null
                )
            );
        }
        return labels;
    }

    private static IResult NoBag(int number) =>
        Results.Problem(statusCode: 404, title: "No such bag.", detail: $"There is no bag {number} of this kit.");

    private static IResult Closed(int number) =>
        Results.Problem(statusCode: 409, title: "The bag is closed.", detail: $"Bag {number} is closed. Open it first, and say why.");

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
