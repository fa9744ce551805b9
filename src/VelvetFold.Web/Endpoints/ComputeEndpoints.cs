using VelvetFold.Core;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A kit to compute.</summary>
/// <param name="Kits">For how many kits; those of the document where left out.</param>
internal sealed record KitQuestion(Kit Kit, int? Kits = null);

/// <summary>A kit whose cuts are asked for.</summary>
/// <param name="Kits">How many kits are cut together; those of the document with their spares where left out.</param>
/// <param name="Mode">Whether all kits are cut together (where left out) or each by itself.</param>
/// <param name="Longer">Whether a better plan than the kit's is searched for.</param>
internal sealed record PlanQuestion(Kit Kit, int? Kits = null, CutMode? Mode = null, bool? Longer = null);

/// <summary>A kit to compute as one guest will make it.</summary>
/// <param name="SetAside">Whether changes that speak of what is not in the kit any more are left out and named in the answer; else they
/// are refused.</param>
/// <param name="Words">The guest's own words, by the id of the layout they are for.</param>
internal sealed record GuestQuestion(
    Kit Kit,
    IReadOnlyList<OpeningChange> Changes,
    bool? SetAside = null,
    IReadOnlyDictionary<string, LayoutWords>? Words = null
);

/// <summary>A text that should be a length.</summary>
/// <param name="Sides">Whether two may be typed, with what people say between the sides of a size: 9 x 1 1/2.</param>
internal sealed record LengthQuestion(string Text, LengthUnit Unit, Length? Ruler = null, bool? Sides = null);

/// <summary>A length, exact and as it is read.</summary>
/// <param name="Other">The second side where two were typed, exact.</param>
internal sealed record LengthAnswer(Length Exact, string Reading, Length? Other = null);

/// <summary>The sizes people call by name.</summary>
internal sealed record SizesAnswer(IReadOnlyList<NamedSize> Sizes, IReadOnlyList<NamedSize> Prints, IReadOnlyList<NamedSize> MetricPrints);

/// <summary>A kit whose pages are to be computed.</summary>
internal sealed record PagesQuestion(Kit Kit);

/// <summary>Every page: boxes, cut sizes, hidden middles, gaps, pictures and findings.</summary>
internal sealed record PagesAnswer(IReadOnlyList<LayoutAnswer> Layouts);

/// <summary>Papers as they are said, a line each.</summary>
/// <param name="Unit">The unit of sizes that say none.</param>
internal sealed record PapersQuestion(string Text, LengthUnit Unit = LengthUnit.Inch);

/// <summary>Measure lines to read.</summary>
/// <param name="Kit">The kit they speak of; without one they bring their papers along.</param>
/// <param name="Layout">The id of the layout they begin with; the first where left out.</param>
/// <param name="NewPaper">A paper that is made first, as plain cardstock of 12 x 12 in: the one that an error said there is not.</param>
internal sealed record LinesQuestion(string Text, Kit? Kit = null, string? Layout = null, string? NewPaper = null);

/// <summary>What measure lines make.</summary>
/// <param name="Text">The layout read out as measure lines again.</param>
/// <param name="Pages">The layout as computed with them, for the ghost.</param>
internal sealed record LinesAnswer(
    Kit Kit,
    Layout Layout,
    IReadOnlyList<string> Touched,
    IReadOnlyList<LineFault> Errors,
    IReadOnlyList<string> Completions,
    string Text,
    LayoutAnswer Pages
);

/// <summary>A piece to lay on a sheet by hand.</summary>
/// <param name="Kits">How many kits are cut together; those of the document with their spares where left out.</param>
/// <param name="Paper">The paper's id.</param>
/// <param name="There">The labels on the sheet, so often as each lies there; none for a sheet of its own.</param>
internal sealed record LayQuestion(Kit Kit, CutMode Mode, string Paper, IReadOnlyList<string> There, string Piece, int? Kits = null);

/// <summary>Two revisions to compare.</summary>
internal sealed record RevisionsQuestion(Kit Before, Kit After);

/// <summary>What differs between two revisions, in words.</summary>
internal sealed record RevisionsAnswer(IReadOnlyList<Change> Changes);

internal static class ComputeEndpoints
{
    public static void MapCompute(this RouteGroupBuilder api)
    {
        var compute = api.MapGroup("/compute").May(StudioRole.Helper).WithTags("Compute");
        compute.MapPost("/kit", KitAsync).Accepts<KitQuestion>("application/json").Produces<KitAnswer>().ProducesProblem(400);
        compute
            .MapPost("/batch", BatchAsync)
            .IsLongWork(endless: true)
            .Accepts<PlanQuestion>("application/json")
            .Produces<PlanAnswer>()
            .ProducesProblem(400);
        compute
            .MapDelete(
                "/batch/{search:guid}",
                (Guid search, PlanSearches searches) =>
                    searches.Stop(search) ? Results.NoContent() : Problems.Of(404, "problem.no-such-search-is")
            )
            .Produces(204)
            .ProducesProblem(404);
        compute
            .MapPost("/reach", ReachAsync)
            .IsLongWork()
            .Accepts<KitQuestion>("application/json")
            .Produces<StockReach>()
            .ProducesProblem(400);
        compute.MapPost("/cuts/lay", LayAsync).Accepts<LayQuestion>("application/json").Produces<LaidSheet>().ProducesProblem(400);
        compute.MapPost("/pages", PagesAsync).Accepts<PagesQuestion>("application/json").Produces<PagesAnswer>().ProducesProblem(400);
        compute
            .MapPost("/measure-lines", LinesAsync)
            .Accepts<LinesQuestion>("application/json")
            .Produces<LinesAnswer>()
            .ProducesProblem(400);
        compute
            .MapPost("/papers", PapersAsync)
            .Accepts<PapersQuestion>("application/json")
            .Produces<IReadOnlyList<Paper>>()
            .ProducesProblem(400);
        compute.MapLayouts();
        compute.MapCuts();
        compute
            .MapPost("/revisions", RevisionsAsync)
            .Accepts<RevisionsQuestion>("application/json")
            .Produces<RevisionsAnswer>()
            .ProducesProblem(400);
        compute
            .MapPost("/guest", GuestAsync)
            .IsLongWork()
            .Accepts<GuestQuestion>("application/json")
            .Produces<GuestAnswer>()
            .ProducesProblem(400);
        compute.MapPost("/length", LengthAsync).Accepts<LengthQuestion>("application/json").Produces<LengthAnswer>().ProducesProblem(400);
        api.MapGet(
                "/sizes",
                () =>
                    Results.Ok(
                        new SizesAnswer(
                            StandardSizes.All,
                            StandardSizes.Prints(LengthUnit.Inch),
                            StandardSizes.Prints(LengthUnit.Millimetre)
                        )
                    )
            )
            .May(StudioRole.Helper)
            .WithTags("Compute")
            .Produces<SizesAnswer>();
    }

    private static Task<IResult> KitAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel) =>
        AnswerAsync(request, (kit, kits) => KitAnswer.For(kit, kits, new() { Memory = memory, Cancel = cancel }));

    // Asked with a name for the search, it tells how it goes, a line of JSON at a time, and can be stopped by that name; the answer is
    // the last line.
    private static async Task<IResult> BatchAsync(
        HttpRequest request,
        Guid? search,
        PlanMemory memory,
        PlanSearches searches,
        CancellationToken cancel
    )
    {
        var reading = await Body.ReadAsync<PlanQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var (kits, mode) = (question.Kits ?? question.Kit.WithSpares(question.Kit.Kits), question.Mode ?? CutMode.Batch);
        if (kits is < 0 or > KitRules.MostKits)
            return NotSoMany(kits);
        PlanAnswer Plan(PlanTerms terms)
        {
            var own = terms with { Memory = memory, Cancel = cancel };
            return question.Longer == true
                ? KitAnswer.SearchedPlanOf(question.Kit, mode, Math.Max(1, kits), own)
                : KitAnswer.PlanOf(question.Kit, mode, Math.Max(1, kits), own);
        }

        return search is { } name
            ? searches.Follow(name, question.Kit.Unit, (told, stop) => Plan(new() { Progress = told, Stop = stop }))
            : Body.Json(Plan(new()), question.Kit.Unit);
    }

    private static Task<IResult> ReachAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel) =>
        AnswerAsync(request, (kit, kits) => StockReach.Of(kit, kits, new() { Memory = memory, Cancel = cancel }));

    private static async Task<IResult> AnswerAsync<T>(HttpRequest request, Func<Kit, int, T> answer)
    {
        var reading = await Body.ReadAsync<KitQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var kits = question.Kits ?? question.Kit.Kits;
        if (kits is < 0 or > KitRules.MostKits)
            return NotSoMany(kits);
        return Body.Json(answer(question.Kit, Math.Max(1, kits)), question.Kit.Unit);
    }

    private static IResult NotSoMany(int kits) =>
        Problems.Bad("kits", Saying.Of("problem.kits-cannot-be-planned", ("kits", kits), ("mostKits", KitRules.MostKits)));

    private static async Task<IResult> LayAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<LayQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.There.Count > 2_000)
            return Problems.Bad("there", Saying.Of("problem.pieces-do-not-lie", ("there", question.There.Count)));
        if (question.Kit.Paper(question.Paper) is not { } paper)
            return Problems.Bad("paper", Saying.Of("problem.there-is-no-paper-2", ("paper", question.Paper)));
        try
        {
            var kits = Math.Clamp(question.Kits ?? question.Kit.Kits, 1, KitRules.MostKits);
            return KitAnswer.Lay(question.Kit, question.Mode, kits, question.Paper, question.There, question.Piece) is { } laid
                ? Body.Json(laid, question.Kit.Unit)
                : Problems.Bad("piece", Saying.Of("problem.cannot-be-cut-from-2", ("piece", question.Piece), ("paper", paper.Name)));
        }
        catch (ArgumentException)
        {
            return Problems.Bad("piece", Saying.Of("problem.or-a-piece-that", ("piece", question.Piece), ("paper", paper.Name)));
        }
    }

    private static async Task<IResult> PagesAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<PagesQuestion>(request, "kit.", q => q.Kit);
        return reading.Value is { } question
            ? Body.Json(new PagesAnswer(KitAnswer.Pages(question.Kit)), question.Kit.Unit)
            : Problems.Bad(reading.Faults);
    }

    private static async Task<IResult> PapersAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<PapersQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Text.Length > 100_000)
            return Problems.Bad("text", Saying.Of("problem.the-text-is-longer"));
        var (papers, faults) = PaperLines.Read(question.Text, question.Unit, []);
        return faults.Count > 0 ? Problems.Bad(faults) : Body.Json(papers, question.Unit);
    }

    private static async Task<IResult> LinesAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<LinesQuestion>(request, "kit.", q => q.Kit ?? MeasureLines.Blank());
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (question.Text.Length > 100_000)
            return Problems.Bad("text", Saying.Of("problem.the-text-is-longer"));
        var kit = question.Kit ?? MeasureLines.Blank();
        var layout = question.Layout ?? (kit.Layouts.Count > 0 ? kit.Layouts[0].Id : "L1");
        if (question.NewPaper is { } paper)
        {
            if (string.IsNullOrWhiteSpace(paper) || paper.Length > 120)
                return Problems.Bad("newPaper", Saying.Of("problem.a-paper-has-a-name"));
            kit = MeasureLines.WithPaper(kit, paper.Trim());
        }
        if (question.Layout is not null && kit.Layout(question.Layout) is null)
            return Problems.Bad("layout", Saying.Of("problem.there-is-no-layout", ("layout", question.Layout)));
        var lines = MeasureLines.Read(question.Text, kit, layout, newPapers: question.Kit is null);
        return Body.Json(
            new LinesAnswer(
                lines.Kit,
                lines.Layout,
                lines.Touched,
                lines.Faults,
                lines.Completions,
                MeasureLines.Write(lines.Kit, lines.Layout),
                KitAnswer.Page(lines.Kit, lines.Layout)
            ),
            kit.Unit
        );
    }

    private static async Task<IResult> RevisionsAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<RevisionsQuestion>(request, "after.", q => q.After);
        return reading.Value is { } question
            ? Body.Json(new RevisionsAnswer(Revisions.Compare(question.Before, question.After, MeasureLines.Write)), question.After.Unit)
            : Problems.Bad(reading.Faults);
    }

    private static async Task<IResult> GuestAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<GuestQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (GuestWords.Faults(question.Words) is { Count: > 0 } faults)
            return Problems.Bad(faults);
        IReadOnlyList<OpeningChange> all = [.. question.Changes, .. GuestWords.Changes(question.Words)];
        var unknown = Adaptation.Unknown(question.Kit, all);
        if (unknown.Count > 0 && question.SetAside is not true)
            return Problems.Bad([
                .. unknown.Select(u => new Fault(
                    u.Move == OpeningMove.Words ? $"words.{u.Layout}" : $"changes[{question.Changes.ToList().IndexOf(u)}]",
                    Saying.Of("problem.there-is-no-in", ("layout", u.Layout), ("piece", u.Piece))
                )),
            ]);
        return Body.Json(
            KitAnswer.ForGuest(question.Kit, Adaptation.Known(question.Kit, all), new() { Memory = memory, Cancel = cancel }) with
            {
                SetAside = unknown,
            },
            question.Kit.Unit
        );
    }

    private static async Task<IResult> LengthAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<LengthQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var pattern = LengthPattern.Exact(question.Unit);
        var sides = question.Sides == true ? pattern.ParseSides(question.Text) : [pattern.Parse(question.Text)];
        if (sides.Select(s => s.Fault).OfType<LengthFault>().FirstOrDefault() is { } fault)
            return Problems.Bad("text", fault.Says);
        var length = sides[0].OrThrow();
        var ruler = question.Ruler is { IsPositive: true } step ? step : Length.Sixteenth;
        return Body.Json(
            new LengthAnswer(
                length,
                LengthPattern.ForReading(question.Unit, ruler).Format(length),
                sides.Count > 1 ? sides[1].OrThrow() : null
            ),
            question.Unit
        );
    }
}
