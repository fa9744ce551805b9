using System.Globalization;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Print;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Sheets of labels as they come out.</summary>
/// <param name="Pages">The first of them, drawn.</param>
/// <param name="Count">How many there are.</param>
internal sealed record LabelsView(IReadOnlyList<PageView> Pages, int Labels, int Count, IReadOnlyList<string> Sheets);

/// <summary>Labels of pieces, sleeves and bags: as a file, on the screen, and as the dots of a label printer.</summary>
internal static class LabelEndpoints
{
    private const int MostLabels = 5_000;

    public static void MapLabels(this RouteGroupBuilder api)
    {
        api.MapGet("/kits/{slug}/labels.pdf", LabelsPdfAsync)
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "application/pdf")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/labels/{page:int}.png", LabelDotsAsync)
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "image/png")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/labels", LabelsAsync)
            .May(StudioRole.Helper)
            .WithTags("Packing")
            .Produces<LabelsView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
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
            : Problems.Of(404, "problem.no-such-page", ("page", page), ("pages", made.Value.Pages.Count));
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
            return (null, Problems.Bad("of", Saying.Of("problem.there-are-no-labels", ("of", of))));
        if (skip is < 0 or > 1000)
            return (null, Problems.Bad("skip", Saying.Of("problem.labels-cannot-be-used", ("skip", skip))));
        var chosen = custom is null ? LabelSheet.Common.ElementAtOrDefault(sheet ?? 0) : Custom(custom);
        if (chosen is null)
            return (
                null,
                Problems.Bad(
                    custom is null ? "sheet" : "custom",
                    custom is null
                        ? Saying.Of("problem.there-is-no-label", ("sheet", sheet))
                        : Saying.Of("problem.is-no-label-sheet", ("custom", custom))
                )
            );
        if (chosen.WhyNot() is { } why)
            return (null, Problems.Bad("custom", why));
        if (
            await shelf.FindAsync(slug, null, cancel) is not { Kit: var kit }
            || await RunBags.OfAsync(slug, shelf, list, cancel) is not { } bags
        )
            return (null, Problems.NoKit(slug));
        var studio =
            request.HttpContext.RequestServices.GetRequiredService<StudioAddress>().For(address)
            ?? new Uri($"{request.Scheme}://{request.Host}");
        var labels = of switch
        {
            "sleeves" => Sleeves(kit, slug, studio),
            "bags" => await BagLabelsAsync(kit, slug, studio, bags, await store.ListAsync(slug, cancel)),
            _ => Pieces(kit, slug, studio),
        };
        return labels.Count > MostLabels
            ? (null, Problems.Bad("of", Saying.Of("problem.labels-are-more-than", ("labels", labels.Count), ("mostLabels", MostLabels))))
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

    private static string Code(Uri studio, string slug, string? layout, string? piece)
    {
        var asked = layout is null ? "" : $"layout={Uri.EscapeDataString(layout)}";
        asked += piece is null ? "" : $"&piece={Uri.EscapeDataString(piece)}";
        return new Uri(studio, $"/kits/{slug}/bench?{asked}").AbsoluteUri;
    }

    // Each bag has a code of its own, which opens it.
    private static string BagCode(Uri studio, string slug, int number) =>
        new Uri(studio, $"/kits/{slug}/packing/bags/{N(number)}").AbsoluteUri;

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
                                $"{N(kit.WithSpares(Math.Max(1, kit.Kits)))} in the run",
                            ],
                            Code(studio, slug, piece.Layout, item.Label),
                            piece.Layout,
                            piece.Piece
                        )
                        : new LabelText(
                            item.Label,
                            [item.Stack.ToString(), item.Says.ToString(), $"{N(item.Count)} a kit"],
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
                [l.Name, kit.Name, $"{N(l.Pieces.Count)} to lay, {N(l.Pieces.Count(p => p.HasPrint))} of them photos"],
                Code(studio, slug, l.Id, null),
                l.Id
            )),
        ];

    private static async Task<IReadOnlyList<LabelText>> BagLabelsAsync(
        Kit kit,
        string slug,
        Uri studio,
        RunBags bags,
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
                    [
                        line.Guest is { } guest ? $"for {guest}" : "",
                        .. Titles(bags.Guest(bag)),
                        $"{N(line.Wanted)} things, revision {N(bag.Revision)}",
                    ],
                    BagCode(studio, slug, bag.Number),
                    kit.Layouts.Count > 0 ? kit.Layouts[0].Id : null
                )
            );
        }
        return labels;
    }

    // The guest's own titles and dates, by which a bag is told from others at a glance.
    private static IEnumerable<string> Titles(GuestRow? guest) =>
        guest is null
            ? []
            : GuestEndpoints
                .WordsOf(guest)
                .OrderBy(w => w.Key, StringComparer.Ordinal)
                .Select(w => string.Join(", ", w.Value.All.Select(x => x.Text)));

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
