using System.Text;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Formats;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>Sheets or packs that are on hand, in place of what the document says.</summary>
internal sealed record OnHandNow(string Id, int OnHand);

/// <summary>A run to be counted.</summary>
/// <param name="Kits">How many kits; what the document says where left out.</param>
/// <param name="OnHand">Stock on hand, by paper or sheet of parts; the document's where left out.</param>
/// <param name="Fits">The changes of each guest of a real roster, one kit for each, in place of so many equal kits.</param>
internal sealed record CountsQuestion(
    Kit Kit,
    int? Kits = null,
    IReadOnlyList<OnHandNow>? OnHand = null,
    IReadOnlyList<IReadOnlyList<OpeningChange>>? Fits = null
);

/// <summary>A tally of one's own, as a table.</summary>
internal sealed record TallyEntry(string Text);

/// <summary>Where a tally differs from what is counted here; nothing where they agree.</summary>
internal sealed record TallyView(IReadOnlyList<Saying> Differences);

/// <summary>Counts, shopping, cost, and whether the counts agree.</summary>
internal static class CountsEndpoints
{
    public static void MapCounts(this RouteGroupBuilder api)
    {
        api.MapPost("/compute/counts", CountsAsync)
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .Accepts<CountsQuestion>("application/json")
            .Produces<CountsAnswer>()
            .ProducesProblem(400);
        api.MapPost("/kits/{slug}/tables/counts", CompareAsync)
            .May(StudioRole.Helper)
            .WithTags("Packing")
            .Accepts<TallyEntry>("application/json")
            .Produces<TallyView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/tables/{name}.csv", TableAsync)
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "text/csv")
            .ProducesProblem(404);
    }

    private static async Task<IResult> CountsAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<CountsQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var (kit, faults) = (question.Kit, new List<Fault>());
        if (question.Kits is < 0 or > KitRules.MostKits)
            faults.Add(new("kits", Saying.Of("problem.kits-cannot-be-counted", ("kits", question.Kits), ("mostKits", KitRules.MostKits))));
        if (question.Fits?.Count > 1000)
            faults.Add(new("fits", Saying.Of("problem.a-roster-has-at")));
        foreach (var (now, i) in (question.OnHand ?? []).Select((now, i) => (now, i)))
        {
            if (kit.Paper(now.Id) is null && kit.PartSheet(now.Id) is null)
                faults.Add(new($"onHand[{i}].id", Saying.Of("problem.there-is-no-paper-3", ("id", now.Id))));
            if (now.OnHand is < 0 or > 100_000)
                faults.Add(new($"onHand[{i}].onHand", Saying.Of("problem.cannot-be-on-hand", ("onHand", now.OnHand))));
        }
        foreach (var (changes, i) in (question.Fits ?? []).Select((changes, i) => (changes, i)))
            faults.AddRange(
                Adaptation
                    .Unknown(kit, changes)
                    .Select(u => new Fault($"fits[{i}]", Saying.Of("problem.there-is-no-in", ("layout", u.Layout), ("piece", u.Piece))))
            );
        if (faults.Count > 0)
            return Problems.Bad(faults);
        foreach (var now in question.OnHand ?? [])
            kit = kit with
            {
                Papers = [.. kit.Papers.Select(p => p.Id == now.Id ? p with { OnHand = now.OnHand } : p)],
                Parts = [.. kit.Parts.Select(p => p.Id == now.Id ? p with { OnHand = now.OnHand } : p)],
            };
        return Body.Json(
            CountsAnswer.For(kit, question.Kits ?? Math.Max(1, kit.Kits), question.Fits, new() { Memory = memory, Cancel = cancel }),
            kit.Unit
        );
    }

    private static async Task<IResult> CompareAsync(
        string slug,
        HttpRequest request,
        KitShelf shelf,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<TallyEntry>(request);
        if (reading.Value is not { } tally)
            return Problems.Bad(reading.Faults);
        if (await shelf.FindAsync(slug, null, cancel) is not { Kit: var kit })
            return Problems.NoKit(slug);
        var (differences, faults) = TableFile.CompareCounts(
            tally.Text,
            kit,
            CountsAnswer.For(kit, Math.Max(1, kit.Kits), null, new() { Memory = memory, Cancel = cancel })
        );
        return faults.Count > 0 ? Problems.Bad(faults) : Results.Ok(new TallyView(differences));
    }

    private static async Task<IResult> TableAsync(string slug, string name, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { Kit: var kit })
            return Problems.NoKit(slug);
        CountsAnswer Answer() => CountsAnswer.For(kit, Math.Max(1, kit.Kits), null, new() { Memory = memory, Cancel = cancel });
        var table = name switch
        {
            "stock" => TableFile.Stock(kit),
            "counts" => TableFile.Counts(kit, Answer()),
            "shopping" => TableFile.Shopping(kit, Answer()),
            "supplies" => TableFile.Supplies(Answer()),
            "costs" => TableFile.Costs(Answer()),
            _ => null,
        };
        return table is null
            ? Problems.Of(404, "problem.no-such-table", ("name", name))
            : Results.File(Encoding.UTF8.GetBytes(table), "text/csv; charset=utf-8", $"{slug}-{name}.csv");
    }
}
