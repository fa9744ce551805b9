using System.Collections.Concurrent;
using System.Globalization;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A layout of a kit that still comes out of what is there.</summary>
/// <param name="IsWhole">Whether it comes out as it is designed.</param>
/// <param name="Without">Sheets of parts of which there is not enough.</param>
internal sealed record StillView(
    string Slug,
    string Kit,
    string Layout,
    string Name,
    LayoutKind Kind,
    int Pieces,
    bool IsWhole,
    IReadOnlyList<StandIn> StandIns,
    IReadOnlyList<TakenPaper> Takes,
    IReadOnlyList<string> Without
);

/// <summary>What can still be made.</summary>
/// <param name="Looked">So many layouts were looked at.</param>
internal sealed record StillAnswer(int Looked, IReadOnlyList<StillView> Made);

/// <summary>Cards that come out of one face of a paper.</summary>
/// <param name="Count">How many, out of scraps and sheets that are promised to nobody.</param>
/// <param name="OutOfScraps">How many of them out of scraps alone.</param>
/// <param name="IsCounted">Whether its sheets are counted.</param>
internal sealed record CardsView(
    string Slug,
    string Kit,
    string Paper,
    string Name,
    SheetFace Face,
    string Colour,
    int Count,
    int OutOfScraps,
    bool IsCounted
);

/// <summary>A layout in the sleeve of its kit.</summary>
/// <param name="CrossedAt">When it was crossed off; none while it was not.</param>
/// <param name="Made">How it still comes out of what is there; none where it does not.</param>
internal sealed record SleeveView(string Layout, string Name, DateTime? CrossedAt, StillView? Made);

/// <summary>Whether a layout is crossed off.</summary>
internal sealed record CrossedEntry(bool Crossed);

/// <summary>What to make a kit of: a layout of a kit, or a page that was proposed.</summary>
/// <param name="Slug">The kit whose layout it is.</param>
/// <param name="Layout">The layout's id in it.</param>
/// <param name="Page">A page out of what is there, as it was proposed.</param>
internal sealed record StillEntry(string? Slug = null, string? Layout = null, Layout? Page = null);

/// <summary>Sizes that are to become a page out of what is there.</summary>
/// <param name="Text">The sizes in a line: 10 x 10, 6 x 8, 6 x 4 photo, 2 of 1/2 x 12.</param>
/// <param name="Page">The page's size; 12 x 12 in where left out.</param>
/// <param name="Count">How many pages are wanted, 1 to 6; 6 where left out.</param>
internal sealed record LeftPagesQuestion(string? Text = null, Size? Page = null, int? Count = null);

/// <summary>A page out of what is there.</summary>
/// <param name="Takes">What it takes of which paper, by the ids of the answer's papers.</param>
internal sealed record LeftPageView(
    Layout Layout,
    decimal Score,
    IReadOnlyList<Saying> Says,
    IReadOnlyList<TakenPaper> Takes,
    Scene Picture
);

/// <summary>Pages that come out of what is there, the best first.</summary>
/// <param name="Unit">The unit that sizes without one are in, and the kit that is made of a page: that of the studio's first kit.</param>
/// <param name="Papers">The papers that are there.</param>
/// <param name="Why">Where there is no page: what stands in the way.</param>
internal sealed record LeftPagesAnswer(LengthUnit Unit, IReadOnlyList<Paper> Papers, IReadOnlyList<LeftPageView> Pages, Saying? Why);

/// <summary>What can still be made of what lies in the studio, and a kit of it.</summary>
internal static class StillEndpoints
{
    /// <summary>Of the page where none is said (common practice, no source).</summary>
    private static readonly Size UsualPage = new(Length.Inches(12), Length.Inches(12));

    /// <summary>More cards than this of one paper are not counted.</summary>
    private const int MostCards = 500;

    public static void MapStill(this RouteGroupBuilder api)
    {
        api.MapGet("/stock/still", StillAsync).May(StudioRole.Helper).IsLongWork().WithTags("Stock").Produces<StillAnswer>();
        api.MapGet("/stock/cards", CardsAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Stock")
            .Produces<IReadOnlyList<CardsView>>()
            .ProducesProblem(400);
        api.MapGet("/kits/{slug}/sleeve", SleeveAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Stock")
            .Produces<IReadOnlyList<SleeveView>>()
            .ProducesProblem(404);
        api.MapPut("/kits/{slug}/sleeve/{layout}", CrossAsync)
            .May(StudioRole.Helper, "deed.layout-crossed")
            .WithTags("Stock")
            .Accepts<CrossedEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost("/compute/left-pages", PagesAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Stock")
            .Accepts<LeftPagesQuestion>("application/json")
            .Produces<LeftPagesAnswer>()
            .ProducesProblem(400);
        api.MapPost("/stock/still", MakeAsync)
            .May(StudioRole.Designer, "deed.kit-made")
            .WithTags("Stock")
            .Accepts<StillEntry>("application/json")
            .Produces<KitView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    // Everything that lies in the studio, each thing once however many kits use it; what is promised to anybody is not there.
    private sealed record Shelf(
        IReadOnlyList<StoredKit> Kits,
        Studio Studio,
        IReadOnlyDictionary<(int Kit, bool IsPaper, string Id), int> Numbers
    )
    {
        public string KeyOf(StoredKit kit, bool isPaper, string id) =>
            Numbers.TryGetValue((kit.Id, isPaper, id), out var thing) ? thing.ToString(CultureInfo.InvariantCulture) : $"{kit.Slug} {id}";

        public static async Task<Shelf> OfAsync(KitShelf shelf, Things things, CancellationToken cancel)
        {
            var kits = await shelf.ListAsync(cancel);
            var all = new Shelf(
                kits,
                new(new Dictionary<string, PaperThere>(), new Dictionary<string, PartsThere>()),
                await things.AllNumbersAsync(cancel)
            );
            var (papers, parts) = (new Dictionary<string, PaperThere>(), new Dictionary<string, PartsThere>());
            foreach (var stored in kits)
            {
                int? Free(Pile pile, int? onHand) =>
                    onHand is { } hand
                        ? Math.Max(
                            0,
                            hand
                                - stored.Stock.PromisedHere.GetValueOrDefault(pile)
                                - stored.Stock.PromisedElsewhere.GetValueOrDefault(pile)
                        )
                        : null;
                foreach (var paper in stored.Kit.Papers)
                    if (all.KeyOf(stored, true, paper.Id) is var key && !papers.ContainsKey(key))
                        papers[key] = new(
                            key,
                            paper,
                            Free(Pile.Sheets(paper.Id), paper.OnHand),
                            [
                                .. paper
                                    .Offcuts.Select(o => o with { Count = o.Count - PromisedHere(stored, paper.Id, o) })
                                    .Where(o => o.Count > 0),
                            ]
                        );
                foreach (var sheet in stored.Kit.Parts)
                    if (all.KeyOf(stored, false, sheet.Id) is var key && !parts.ContainsKey(key))
                        parts[key] = new(key, Free(Pile.Parts(sheet.Id), sheet.OnHand));
            }
            return all with { Studio = new(papers, parts) };
        }

        // What is promised elsewhere is off already.
        private static int PromisedHere(StoredKit stored, string paper, OffcutOnHand offcut) =>
            stored
                .Stock.PromisedHere.Where(p =>
                    p.Key.Item == StockItem.Offcuts && p.Key.Id == paper && p.Key.Size == offcut.Size && p.Key.Face == offcut.Face
                )
                .Sum(p => p.Value);

        // What is there as a kit, in the way of the kit that was made first; null where there is none.
        public Kit? Left => Kits.Count == 0 ? null : LeftPages.KitOf(Studio, Kits[0].Kit);

        public StillMade? Made(StoredKit stored, Layout layout, CancellationToken cancel) =>
            StillMaking.Of(stored.Kit, layout, Studio, id => KeyOf(stored, true, id), id => KeyOf(stored, false, id), cancel);
    }

    private static async Task<IResult> StillAsync(KitShelf shelf, Things things, CancellationToken cancel)
    {
        var there = await Shelf.OfAsync(shelf, things, cancel);
        var layouts = there.Kits.SelectMany(k => k.Kit.Layouts.Select(l => (Kit: k, Layout: l))).ToList();
        var made = new ConcurrentBag<(int At, StillMade Made)>();
        Parallel.For(
            0,
            layouts.Count,
            new ParallelOptions { CancellationToken = cancel, MaxDegreeOfParallelism = Environment.ProcessorCount },
            i =>
            {
                if (there.Made(layouts[i].Kit, layouts[i].Layout, cancel) is { } one)
                    made.Add((i, one));
            }
        );
        return Body.Json(
            new StillAnswer(
                layouts.Count,
                [
                    .. made.OrderBy(m => !m.Made.IsWhole)
                        .ThenBy(m => m.Made.Away)
                        .ThenBy(m => m.At)
                        .Select(m => View(layouts[m.At].Kit, layouts[m.At].Layout, m.Made)),
                ]
            ),
            LengthUnit.Inch
        );
    }

    private static async Task<IResult> SleeveAsync(string slug, KitShelf shelf, SleeveShelf sleeve, Things things, HttpContext context)
    {
        var cancel = context.RequestAborted;
        var there = await Shelf.OfAsync(shelf, things, cancel);
        if (there.Kits.FirstOrDefault(k => k.Slug == slug) is not { } stored)
            return Problems.NoKit(slug);
        var crossed = await sleeve.CrossedAsync(stored.Id, cancel);
        var made = stored.Kit.Layouts.AsParallel().AsOrdered().WithCancellation(cancel).Select(l => there.Made(stored, l, cancel)).ToList();
        return Body.Json(
            stored
                .Kit.Layouts.Select(
                    (l, i) =>
                        new SleeveView(
                            l.Id,
                            l.Name,
                            crossed.TryGetValue(l.Id, out var at) ? at : null,
                            made[i] is { } one ? View(stored, l, one) : null
                        )
                )
                .ToList(),
            LengthUnit.Inch
        );
    }

    private static async Task<IResult> CrossAsync(
        string slug,
        string layout,
        HttpRequest request,
        KitShelf shelf,
        SleeveShelf sleeve,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<CrossedEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (stored.Kit.Layout(layout) is null)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", layout)));
        await sleeve.CrossAsync(stored.Id, layout, entry.Crossed, cancel);
        return Results.NoContent();
    }

    private static StillView View(StoredKit kit, Layout layout, StillMade made) =>
        new(
            kit.Slug,
            kit.Kit.Name,
            layout.Id,
            layout.Name,
            layout.Kind,
            layout.Pieces.Count,
            made.IsWhole,
            made.StandIns,
            made.Takes,
            made.Without
        );

    private static async Task<IResult> CardsAsync(string? width, string? height, KitShelf shelf, Things things, CancellationToken cancel)
    {
        var pattern = LengthPattern.Exact(LengthUnit.Inch);
        var (w, h) = (pattern.Parse(width ?? ""), pattern.Parse(height ?? ""));
        if ((w.Fault ?? h.Fault) is { } fault)
            return Problems.Bad(w.Fault is not null ? "width" : "height", fault.Says);
        if (Size.Of(w.OrThrow(), h.OrThrow()) is not { IsReal: true } size || size.Longer > KitRules.Largest)
            return Problems.Bad("width", Saying.Of("problem.what-size-of-card"));
        var there = await Shelf.OfAsync(shelf, things, cancel);
        var found = new List<CardsView>();
        foreach (var paper in there.Studio.Papers.Values)
        {
            var owner = there.Kits.First(k => k.Kit.Papers.Any(p => there.KeyOf(k, true, p.Id) == paper.Key));
            foreach (var face in new[] { SheetFace.A, SheetFace.B })
                if (paper.Paper[face] is { } look && StillMaking.Cards(paper, size, face, MostCards) is { Count: > 0 } cards)
                    found.Add(
                        new(
                            owner.Slug,
                            owner.Kit.Name,
                            paper.Paper.Id,
                            paper.Paper.Name,
                            face,
                            look.Colour,
                            cards.Count,
                            cards.OutOfScraps,
                            paper.Sheets is not null
                        )
                    );
        }
        return Body.Json(
            found.OrderByDescending(c => c.OutOfScraps).ThenByDescending(c => c.IsCounted).ThenByDescending(c => c.Count).ToList(),
            LengthUnit.Inch
        );
    }

    // A kit of one layout, whose papers and parts are those of the studio; what it takes is promised to it.
    private static async Task<IResult> MakeAsync(HttpContext context, KitShelf shelf, Things things, StockBook book, PlanMemory memory)
    {
        var cancel = context.RequestAborted;
        var reading = await Body.ReadAsync<StillEntry>(context.Request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        var there = await Shelf.OfAsync(shelf, things, cancel);
        if (entry.Page is { } page)
        {
            if (there.Left is not { } left || LeftPages.KitOf(left, page) is not { } of)
                return Problems.Of(409, "problem.page-no-longer-comes-out");
            of = of with { Name = Named(Saying.Of("proposal.from-what-is-there", ("layout", page.Name)).ToString()) };
            if (KitRules.Faults(of) is { Count: > 0 } faults)
                return Problems.Bad([
                    .. faults.Select(f => f with { Path = f.Path.Replace("layouts[0]", "page", StringComparison.Ordinal) }),
                ]);
            return LeftPages.Made(of, page, there.Studio, cancel) is null
                ? Problems.Of(409, "problem.page-no-longer-comes-out")
                : await KeepAsync(
                    context,
                    of,
                    [.. of.Papers.Select(p => (true, p.Id, LeftPages.KeyOf(there.Studio, p.Id)!))],
                    shelf,
                    things,
                    book,
                    memory
                );
        }
        if (there.Kits.FirstOrDefault(k => k.Slug == entry.Slug) is not { } from)
            return Problems.NoKit(entry.Slug ?? "");
        if (from.Kit.Layout(entry.Layout ?? "") is not { } layout)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", entry.Layout ?? "")));
        if (there.Made(from, layout, cancel) is not { } made)
            return Problems.Of(409, "problem.no-longer-comes-out", ("layout", layout.Name), ("kit", from.Kit.Name));
        var (kit, keys) = KitOf(there, from, layout, made);
        return await KeepAsync(context, kit, keys, shelf, things, book, memory);
    }

    private static async Task<IResult> KeepAsync(
        HttpContext context,
        Kit kit,
        IReadOnlyList<(bool IsPaper, string Id, string Key)> keys,
        KitShelf shelf,
        Things things,
        StockBook book,
        PlanMemory memory
    )
    {
        var cancel = context.RequestAborted;
        var stored = await shelf.AddAsync(kit, cancel, books: false);
        // From here on it is made whole, or not at all, whether or not anybody still waits for it.
        cancel = CancellationToken.None;
        var own = await things.AllNumbersAsync(cancel);
        foreach (var (isPaper, id, key) in keys)
            if (
                int.TryParse(key, NumberStyles.None, CultureInfo.InvariantCulture, out var thing)
                && !await things.JoinAsync(own[(stored.Id, isPaper, id)], thing, cancel)
            )
            {
                await shelf.RemoveAsync(stored.Slug, stored.Revision, cancel);
                return Problems.Of(409, "problem.is-not-the-same-thing", ("name", isPaper ? kit.Paper(id)!.Name : kit.PartSheet(id)!.Name));
            }
        stored = (await shelf.FindAsync(stored.Slug, null, cancel))!;
        var booked = await StockBookEndpoints.PromiseAsync(stored, kits: 1, key: null, book, memory, cancel);
        if (booked.Outcome != BookingOutcome.Done)
            throw new InvalidOperationException($"What {stored.Slug} takes could not be promised to it: {booked.Outcome}.");
        return KitEndpoints.Created(context, (await shelf.FindAsync(stored.Slug, null, cancel))!);
    }

    private static async Task<IResult> PagesAsync(HttpRequest request, KitShelf shelf, Things things, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<LeftPagesQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Page is { } asked && (!asked.IsReal || asked.Longer > KitRules.Largest))
            return Problems.Bad("page", Saying.Of("problem.is-no-page", ("page", asked)));
        if (question.Count is < 1 or > Proposals.Most)
            return Problems.Bad("count", Saying.Of("problem.pages-cannot-be-asked", ("count", question.Count), ("most", Proposals.Most)));
        var there = await Shelf.OfAsync(shelf, things, cancel);
        if (there.Left is not { } kit)
            return Body.Json(new LeftPagesAnswer(LengthUnit.Inch, [], [], Saying.Of("proposal.nothing-counted")), LengthUnit.Inch);
        var studio = there.Studio;
        var (answer, unread) = LeftPages.Of(
            kit,
            studio,
            new(question.Text ?? "", question.Page ?? UsualPage),
            question.Count ?? Proposals.Most,
            cancel
        );
        if (answer is null)
            return Problems.Bad([.. unread.Select(f => new Fault("text", f.Says))]);
        return Body.Json(
            new LeftPagesAnswer(
                kit.Unit,
                kit.Papers,
                [
                    .. answer.Proposals.Select(p =>
                    {
                        var with = kit with { Layouts = [p.Layout] };
                        return new LeftPageView(
                            p.Layout,
                            p.Score,
                            p.Says,
                            LeftPages.Made(with, p.Layout, studio, cancel)!.Takes,
                            LayoutPicture.Draw(with, Resolver.Resolve(p.Layout, with))
                        );
                    }),
                ],
                answer.Why
            ),
            kit.Unit
        );
    }

    // The new kit, and by what key of the studio each of its papers and sheets of parts is known.
    private static (Kit Kit, IReadOnlyList<(bool IsPaper, string Id, string Key)> Keys) KitOf(
        Shelf there,
        StoredKit from,
        Layout layout,
        StillMade made
    )
    {
        var (papers, map, keys) = (new List<Paper>(), new Dictionary<string, string>(), new List<(bool, string, string)>());
        foreach (var stand in made.StandIns)
        {
            var paper = there.Studio.Papers[stand.Key].Paper;
            // No id of the design is taken, so that those that come along keep theirs.
            var id = Enumerable
                .Range(1, int.MaxValue)
                .Select(n => n == 1 ? paper.Id : $"{paper.Id}-{n}")
                .First(i => from.Kit.Paper(i) is null && !papers.Exists(p => p.Id == i));
            papers.Add(paper with { Id = id });
            map[stand.For] = id;
            keys.Add((true, id, stand.Key));
        }
        foreach (var taken in made.Takes.Where(t => !map.ContainsKey(t.For)))
            map[taken.For] = "";
        var into = from.Kit with
        {
            Name = Named(Saying.Of("proposal.from-what-is-there", ("layout", layout.Name)).ToString()),
            Kits = 1,
            Papers = papers,
            Parts = [],
            Layouts = [],
            KeptSheets = [],
            ChosenPlans = [],
            Spares = [],
            Notes = null,
            Guide = from.Kit.Guide with { Notes = [], Moves = [] },
        };
        var brought = Bringing.Of(into, from.Kit, layout.Id, map);
        foreach (var paper in brought.Papers.Where(p => p.Added))
            keys.Add((true, paper.To, there.KeyOf(from, true, paper.From)));
        foreach (var sheet in brought.Kit.Parts)
            if (from.Kit.Parts.FirstOrDefault(s => s.Name == sheet.Name) is { } was)
                keys.Add((false, sheet.Id, there.KeyOf(from, false, was.Id)));
        return (brought.Kit, keys);
    }

    private static string Named(string name) => name.Length <= 120 ? name : name[..120];
}
