using System.Globalization;
using VelvetFold.Core;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A piece that was spoiled at a table or missing in a bag.</summary>
/// <param name="Piece">Its label: L1-B2.</param>
/// <param name="Person">Who tells it; none where nobody says.</param>
internal sealed record SpoiledEntry(string Piece, bool Missing = false, string? Person = null);

/// <summary>How a piece was put right: spare (one of the spares was handed over), sheet (cut from another sheet, or taken
/// from another pack of parts, which goes out of stock), kept (cut from what the kit leaves over), covered
/// (something lies over the spot); none where it is open again.</summary>
internal sealed record SettledEntry(string? How);

/// <summary>How long a step took.</summary>
/// <param name="Kind">The kind of step, as the guide has it.</param>
/// <param name="Seconds">1 to 7200.</param>
/// <param name="Things">How many cuts, mats or pieces it was, 1 to 200.</param>
internal sealed record TimedEntry(string Kind, int Seconds, int Things = 1);

/// <summary>How far somebody at a table is.</summary>
/// <param name="Person">What they call themselves.</param>
/// <param name="Step">The number of the step they are at.</param>
/// <param name="Done">How many steps are done, of so many.</param>
internal sealed record ProgressEntry(string Person, int Step, int Done, int Of);

/// <summary>A piece that was spoiled or missing, as the host sees it.</summary>
/// <param name="Spares">How many spares of it are left.</param>
/// <param name="Part">Whether it is a ready-made part: another one comes from a pack and not from a sheet of paper.</param>
/// <param name="Again">What can be done about it, the best first.</param>
internal sealed record SpoiledView(
    int Id,
    string Piece,
    bool Missing,
    string? Person,
    DateTime ToldAt,
    string? Settled,
    DateTime? SettledAt,
    int Spares,
    bool Part,
    IReadOnlyList<Saying> Again
);

/// <summary>What the tables have told: pieces, the newest first, and how long steps take in this studio.</summary>
internal sealed record TableView(IReadOnlyList<SpoiledView> Spoiled, IReadOnlyList<StepTime> Times);

/// <summary>What is told at the tables and seen by the host at once.</summary>
internal static class TableEndpoints
{
    private const string Sheet = "sheet";

    private static readonly string[] Ways = [TableShelf.Spare, Sheet, "kept", "covered"];

    public static void MapTable(this RouteGroupBuilder api)
    {
        var table = api.MapGroup("/kits/{slug}/table").May(StudioRole.Helper).WithTags("Table");
        table.MapGet("/", ListAsync).Produces<TableView>().ProducesProblem(404);
        table
            .MapPost("/", TellAsync)
            .May(StudioRole.Helper, "deed.spoiled-told")
            .Accepts<SpoiledEntry>("application/json")
            .Produces<SpoiledView>(201)
            .ProducesProblem(400)
            .ProducesProblem(404);
        table
            .MapPut("/{id:int}", SettleAsync)
            .May(StudioRole.Helper, "deed.spoiled-settled")
            .Accepts<SettledEntry>("application/json")
            .Produces<SpoiledView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        table
            .MapPost("/progress", ProgressAsync)
            .May(StudioRole.Helper, "deed.progress-told")
            .Accepts<ProgressEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400);
        table
            .MapPost("/times", TimeAsync)
            .May(StudioRole.Helper, "deed.step-timed")
            .Accepts<TimedEntry>("application/json")
            .Produces(204)
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(string slug, KitShelf shelf, TableShelf table, PlanMemory memory, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        var rows = await table.ListAsync(slug, cancel);
        // Most of the time nothing is told, and nothing has to be computed to say so.
        return Body.Json(
            new TableView(
                rows.Count == 0 ? [] : new Desk(stored.Kit, Answer(stored, memory, cancel), rows).Views(rows),
                await table.TimesAsync(cancel)
            ),
            stored.Kit.Unit
        );
    }

    private static async Task<IResult> TellAsync(
        string slug,
        HttpRequest request,
        KitShelf shelf,
        TableShelf table,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<SpoiledEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        var answer = Answer(stored, memory, cancel);
        var labels = answer.CutList.Select(c => c.Label).Concat(stored.Kit.Layouts.SelectMany(l => l.Pieces.Select(l.Label)));
        if (entry.Piece is null || !labels.Contains(entry.Piece, StringComparer.Ordinal))
            return Problems.Bad("piece", Saying.Of("problem.no-piece-is-called", ("piece", entry.Piece ?? "")));
        if (entry.Person is { Length: > 120 })
            return Problems.Bad("person", Saying.Of("problem.a-name-is-short"));
        var rows = await table.ListAsync(slug, cancel);
        if (rows.Count >= TableShelf.MostTold)
            return Problems.Bad("piece", Saying.Of("problem.tables-have-told", ("most", TableShelf.MostTold)));
        return await table.TellAsync(slug, entry.Piece, entry.Missing, entry.Person, cancel) is { } row
            ? Body.Json(new Desk(stored.Kit, answer, rows).View(row), stored.Kit.Unit, 201)
            : Problems.NoKit(slug);
    }

    private static async Task<IResult> SettleAsync(
        string slug,
        int id,
        HttpRequest request,
        KitShelf shelf,
        TableShelf table,
        StockBook book,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<SettledEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (entry.How is { } how && !Ways.Contains(how))
            return Problems.Bad("how", Saying.Of("problem.a-piece-is-settled", ("how", how)));
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        var rows = await table.ListAsync(slug, cancel);
        if (rows.FirstOrDefault(r => r.Id == id) is not { } row)
            return Problems.Of(404, "problem.nothing-told", ("id", id));
        var answer = Answer(stored, memory, cancel);
        // Looked at before anything is booked, and once more while it is written.
        if (entry.How == TableShelf.Spare && row.Settled != TableShelf.Spare && new Desk(stored.Kit, answer, rows).View(row).Spares < 1)
            return Problems.Of(409, "problem.no-spare-left", ("piece", row.Piece));
        var from = Replacement.Of(stored.Kit, answer.CutList, row.Piece);
        if (await BookAsync(stored, from, row, entry.How, book, cancel) is { } refused)
            return refused;
        return await table.SettleAsync(slug, id, entry.How, from.Spares, from.Shares, cancel) is { } settled
            ? Body.Json(new Desk(stored.Kit, answer, await table.ListAsync(slug, cancel)).View(settled), stored.Kit.Unit)
            : Problems.Of(409, "problem.no-spare-left", ("piece", row.Piece));
    }

    // The sheet or pack it comes from anew is out of stock from now on, and back where it was not cut after all; null where that is booked, or
    // nothing is to be.
    private static async Task<IResult?> BookAsync(
        StoredKit stored,
        Replacement from,
        SpoiledRow row,
        string? how,
        StockBook book,
        CancellationToken cancel
    )
    {
        var sheets = (how == Sheet ? -1 : 0) + (row.Settled == Sheet ? 1 : 0);
        if (sheets == 0 || from.From is not { } pile)
            return null;
        var booked = await book.BookAsync(
            stored.Slug,
            stored.Revision,
            Saying.Of("problem.cut-anew-at-the-table", ("piece", row.Piece)).In(Lexicon.English),
            // The same change of the same state is booked once, however often it is asked for.
            string.Create(CultureInfo.InvariantCulture, $"spoiled {row.Id} {row.SettledAt?.Ticks ?? 0} {how}"),
            _ => new Booking(BookingKind.Correction, [new(pile, sheets)]),
            cancel
        );
        return booked.Outcome switch
        {
            BookingOutcome.Short when from.IsPart => Problems.Of(409, "problem.no-pack-left", ("sheet", from.Name)),
            BookingOutcome.Short => Problems.Of(409, "problem.no-sheet-left", ("paper", from.Name)),
            BookingOutcome.LostRace => Problems.LostRace(null),
            _ => null,
        };
    }

    private static async Task<IResult> ProgressAsync(string slug, HttpRequest request, TableProgress tables)
    {
        var reading = await Body.ReadAsync<ProgressEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (string.IsNullOrWhiteSpace(entry.Person) || entry.Person.Length > 120)
            return Problems.Bad("person", Saying.Of("problem.a-name-is-short"));
        if (entry.Of is < 1 or > 10_000 || entry.Done < 0 || entry.Done > entry.Of || entry.Step < 1 || entry.Step > entry.Of)
            return Problems.Bad("done", Saying.Of("problem.progress", ("of", entry.Of)));
        tables.Tell(slug, entry.Person.Trim(), entry.Step, entry.Done, entry.Of);
        return Results.NoContent();
    }

    private static async Task<IResult> TimeAsync(string slug, HttpRequest request, TableShelf table, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<TimedEntry>(request);
        if (reading.Value is not { } entry)
            return Problems.Bad(reading.Faults);
        if (!StepKinds.Contains(entry.Kind ?? ""))
            return Problems.Bad("kind", Saying.Of("problem.no-step-is-called", ("kind", entry.Kind ?? ""), ("list", StepKinds)));
        if (entry.Seconds is < 1 or > 7_200)
            return Problems.Bad("seconds", Saying.Of("problem.a-step-takes", ("seconds", entry.Seconds)));
        if (entry.Things is < 1 or > 200)
            return Problems.Bad("things", Saying.Of("problem.a-step-does", ("things", entry.Things)));
        return await table.TimeAsync(slug, entry.Kind!, entry.Seconds, entry.Things, cancel) ? Results.NoContent() : Problems.NoKit(slug);
    }

    private static readonly IReadOnlyList<string> StepKinds =
    [
        .. Enum.GetNames<StepKind>().Select(System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName),
    ];

    private static KitAnswer Answer(StoredKit stored, PlanMemory memory, CancellationToken cancel) =>
        KitAnswer.For(stored.Kit, 1, new() { Memory = memory, Cancel = cancel });

    // What every report is seen with: the spares that are left, and what can be done.
    private sealed class Desk(Kit kit, KitAnswer answer, IReadOnlyList<SpoiledRow> all)
    {
        private readonly IReadOnlyDictionary<string, IReadOnlyList<Saying>> _again = Again.All(kit, answer);

        public IReadOnlyList<SpoiledView> Views(IReadOnlyList<SpoiledRow> rows) => [.. rows.Select(View)];

        public SpoiledView View(SpoiledRow row)
        {
            var from = Replacement.Of(kit, answer.CutList, row.Piece);
            var taken = all.Count(a => from.Shares.Contains(a.Piece) && a.Settled == TableShelf.Spare);
            return new(
                row.Id,
                row.Piece,
                row.IsMissing,
                row.Person,
                row.ToldAt,
                row.Settled,
                row.SettledAt,
                Math.Max(0, from.Spares - taken),
                from.IsPart,
                _again.TryGetValue(row.Piece, out var ways)
                    ? ways
                    :
                    [
                        .. _again
                            .Where(a => a.Key.StartsWith(row.Piece + " ", StringComparison.Ordinal))
                            .SelectMany(a => a.Value)
                            .Distinct(),
                    ]
            );
        }
    }
}
