using System.Globalization;
using System.Text;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Print;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A kit whose guide is to be written.</summary>
/// <param name="Language">The language; the document's where left out.</param>
/// <param name="Since">The kit as it was when its guide was last printed, to mark what has changed.</param>
internal sealed record GuideQuestion(Kit Kit, GuideLanguage? Language = null, Kit? Since = null);

/// <summary>A kit whose guide is to be set on pages.</summary>
/// <param name="Title">What stands at its head; the kit's name where left out.</param>
internal sealed record GuidePagesQuestion(
    Kit Kit,
    GuideForm? Form = null,
    PrintPaper? Paper = null,
    GuideLanguage? Language = null,
    string? Title = null,
    Kit? Since = null
);

/// <summary>A page as it comes out: its size in points, and the same as SVG.</summary>
internal sealed record PageView(double Width, double Height, string Svg);

/// <summary>The pages of a guide.</summary>
internal sealed record GuidePagesAnswer(IReadOnlyList<PageView> Pages);

/// <summary>All that is needed to follow a guide at the table, in one answer that can be kept.</summary>
/// <param name="Again">What to do about each piece that is spoiled or missing, by its label.</param>
internal sealed record BenchView(int Revision, Kit Kit, KitAnswer Answer, IReadOnlyDictionary<string, IReadOnlyList<Saying>> Again);

/// <summary>Guides: written, proved and printed.</summary>
internal static class GuideEndpoints
{
    public static void MapGuides(this RouteGroupBuilder api)
    {
        var compute = api.MapGroup("/compute/guide").May(StudioRole.Helper).WithTags("Compute");
        compute.MapPost("/", GuideAsync).Accepts<GuideQuestion>("application/json").Produces<GuideAnswer>().ProducesProblem(400);
        compute
            .MapPost("/pages", PagesAsync)
            .Accepts<GuidePagesQuestion>("application/json")
            .Produces<GuidePagesAnswer>()
            .ProducesProblem(400);
        api.MapGet("/kits/{slug}/bench", BenchAsync).May(StudioRole.Helper).WithTags("Guides").Produces<BenchView>().ProducesProblem(404);
        api.MapGet("/kits/{slug}/guide.pdf", PdfAsync)
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "application/pdf")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/kits/{slug}/guide.html", HtmlAsync)
            .May(StudioRole.Helper)
            .WithTags("Files")
            .Produces<string>(200, "text/html")
            .ProducesProblem(404);
    }

    private static async Task<IResult> GuideAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<GuideQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (SinceFaults(question.Since) is { Count: > 0 } faults)
            return Problems.Bad(faults);
        return Body.Json(
            GuideAnswer.For(In(question.Kit, question.Language), question.Since, new() { Memory = memory, Cancel = cancel }),
            question.Kit.Unit
        );
    }

    private static async Task<IResult> PagesAsync(HttpRequest request, PlanMemory memory, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<GuidePagesQuestion>(request, "kit.", q => q.Kit);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        if (SinceFaults(question.Since) is { Count: > 0 } faults)
            return Problems.Bad(faults);
        var kit = In(question.Kit, question.Language);
        var (title, terms) = (question.Title ?? kit.Name, new PlanTerms { Memory = memory, Cancel = cancel });
        var answer = KitAnswer.For(kit, 1, terms);
        var changed = question.Since is { } since
            ? GuideAnswer.ChangedSince(answer.Steps, KitAnswer.For(since, 1, terms).Steps).ToHashSet()
            : null;
        var pages = GuidePages.Of(kit, answer, title, "", question.Form ?? GuideForm.Guide, question.Paper ?? PrintPaper.Letter, changed);
        return Body.Json(
            new GuidePagesAnswer([
                .. pages.Select(
                    (p, i) =>
                        new PageView(
                            p.Width,
                            p.Height,
                            SvgPages.Write(
                                p,
                                $"{title}, {(i + 1).ToString(CultureInfo.InvariantCulture)}",
                                $"g{i.ToString(CultureInfo.InvariantCulture)}"
                            )
                        )
                ),
            ]),
            kit.Unit
        );
    }

    private static async Task<IResult> BenchAsync(string slug, KitShelf shelf, PlanMemory memory, CancellationToken cancel) =>
        await shelf.FindAsync(slug, null, cancel) is { } stored
            ? Bench(stored, KitAnswer.For(stored.Kit, 1, new() { Memory = memory, Cancel = cancel }))
            : Problems.NoKit(slug);

    private static IResult Bench(StoredKit stored, KitAnswer answer) =>
        Body.Json(new BenchView(stored.Revision, stored.Kit, answer, Again.All(stored.Kit, answer)), stored.Kit.Unit);

    private static IReadOnlyList<Fault> SinceFaults(Kit? since) =>
        since is null ? [] : [.. KitRules.Faults(since).Select(f => f with { Path = $"since.{f.Path}" })];

    private static Kit In(Kit kit, GuideLanguage? language) =>
        language is { } other ? kit with { Guide = kit.Guide with { Language = other } } : kit;

    // The designer's guide, or that of one guest with what is otherwise marked.
    private static async Task<IResult> PdfAsync(
        string slug,
        string? form,
        string? paper,
        string? language,
        int? guest,
        int? revision,
        KitShelf shelf,
        GuestList guests,
        PlanMemory memory,
        CancellationToken cancel
    )
    {
        if (!TryRead(form, GuideForm.Guide, out var asForm))
            return Problems.Bad("form", Saying.Of("problem.is-no-form-of", ("form", form)));
        if (!TryRead(paper, PrintPaper.Letter, out var onPaper))
            return Problems.Bad("paper", Saying.Of("problem.is-no-paper-to", ("paper", paper)));
        // A guest of a workshop follows the revision that was handed out there.
        var row = guest is { } id ? await guests.FindAsync(slug, id, cancel) : null;
        var handedOut =
            row?.WorkshopId is { } at && (await guests.HandedOutAsync(slug, cancel)).TryGetValue(at, out var fixedAt) ? fixedAt : revision;
        if (await shelf.FindAsync(slug, handedOut, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (!TryLanguage(language, stored.Kit, out var kit))
            return Problems.Bad("language", Saying.Of("problem.there-is-no-guide", ("language", language)));
        var terms = new PlanTerms { Memory = memory, Cancel = cancel };
        var (answer, title, changed) = (KitAnswer.For(kit, 1, terms), kit.Name, default(IReadOnlySet<string>));
        if (guest is null)
            changed = await ChangedAsync(slug, stored.Revision, kit, answer, shelf, terms, cancel);
        else
        {
            if (row is null)
                return GuestEndpoints.NoGuest();
            var designed = answer.Steps;
            (kit, title) = (
                GuestEndpoints.AdaptedFor(kit, row),
                Words.In(kit.Guide.Language).Text("print.for", ("kit", kit.Name), ("guest", row.Name))
            );
            answer = KitAnswer.For(kit, 1, terms);
            changed = GuideAnswer.ChangedSince(answer.Steps, designed).ToHashSet();
        }
        var pages = GuidePages.Of(kit, answer, title, Revision(kit, stored.Revision), asForm, onPaper, changed);
        return Results.File(
            PdfFile.Write(pages, title, Words.In(kit.Guide.Language).Language),
            "application/pdf",
            $"{slug}-{(form ?? "guide").ToLowerInvariant()}.pdf"
        );
    }

    // What has changed since another revision was printed.
    private static async Task<IReadOnlySet<string>?> ChangedAsync(
        string slug,
        int revision,
        Kit kit,
        KitAnswer answer,
        KitShelf shelf,
        PlanTerms terms,
        CancellationToken cancel
    )
    {
        var printed = (await shelf.RevisionsAsync(slug, cancel)).Where(r => r.PrintedAt is not null).MaxBy(r => r.PrintedAt);
        if (printed is null || printed.Number == revision || await shelf.FindAsync(slug, printed.Number, cancel) is not { } before)
            return null;
        return GuideAnswer.ChangedSince(answer.Steps, KitAnswer.For(In(before.Kit, kit.Guide.Language), 1, terms).Steps).ToHashSet();
    }

    private static async Task<IResult> HtmlAsync(string slug, string? language, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { } stored)
            return Problems.NoKit(slug);
        if (!TryLanguage(language, stored.Kit, out var kit))
            return Problems.Bad("language", Saying.Of("problem.there-is-no-guide", ("language", language)));
        var html = GuideHtml.Write(
            kit,
            KitAnswer.For(kit, 1, new() { Memory = memory, Cancel = cancel }),
            kit.Name,
            Revision(kit, stored.Revision)
        );
        return Results.File(Encoding.UTF8.GetBytes(html), "text/html; charset=utf-8", $"{slug}-guide.html");
    }

    private static string Revision(Kit kit, int number) =>
        Words.In(kit.Guide.Language).Text("print.revision", ("n", number.ToString(CultureInfo.InvariantCulture))) + ".";

    private static bool TryRead<T>(string? text, T usual, out T value)
        where T : struct, Enum
    {
        value = usual;
        return text is null || (Enum.TryParse(text, ignoreCase: true, out value) && Enum.IsDefined(value) && !char.IsAsciiDigit(text[0]));
    }

    private static bool TryLanguage(string? code, Kit stored, out Kit kit)
    {
        kit = code switch
        {
            "en" => In(stored, GuideLanguage.English),
            "de" => In(stored, GuideLanguage.German),
            _ => stored,
        };
        return code is null or "en" or "de";
    }
}
