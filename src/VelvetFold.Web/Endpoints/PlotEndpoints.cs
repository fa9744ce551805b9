using System.Text;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Formats.Plots;
using VelvetFold.Formats.Print;
using VelvetFold.Plotter;
using VelvetFold.Store;
using VelvetFold.Web.Doors;

namespace VelvetFold.Web.Endpoints;

/// <summary>A sheet that can be plotted.</summary>
/// <param name="Sheet">Its place among the sheets of its paper, from 1.</param>
/// <param name="Times">How often it is cut so.</param>
internal sealed record PlotSheet(string Paper, string Name, int Sheet, int Times, Size Size, IReadOnlyList<string> Pieces);

internal sealed record PlotSheets(IReadOnlyList<PlotSheet> Sheets);

/// <summary>A title to be cut out.</summary>
/// <param name="Text">1 to 60 signs.</param>
/// <param name="Height">From the lowest to the highest point of its letters, as a person writes it: 1 1/2.</param>
/// <param name="Serif">In the typeface with feet, else in the plain bold one.</param>
/// <param name="Weld">Whether its letters are moved together until they hang on each other.</param>
internal sealed record TitleQuestion(string Text, string Height, LengthUnit Unit = LengthUnit.Inch, bool Serif = false, bool Weld = true);

/// <summary>A title's outlines.</summary>
/// <param name="Parts">How many pieces fall out.</param>
internal sealed record TitleAnswer(Size Size, int Parts, string Svg, string GCode);

/// <summary>An outline to be cut many times.</summary>
/// <param name="Shape">None for a rectangle.</param>
internal sealed record NestOutline(string Name, Size Size, int Count, Outline? Shape = null, NestTurn Turn = NestTurn.Any);

/// <summary>Outlines to be nested into sheets.</summary>
/// <param name="Between">A pencil's or a blade's width; 1/16 in where left out.</param>
internal sealed record NestQuestion(Size Sheet, IReadOnlyList<NestOutline> Templates, Length? Between = null);

/// <summary>How they lie.</summary>
/// <param name="Whole">Whether all of them found room; those larger than the sheet do not.</param>
/// <param name="Svg">A plot file for every sheet.</param>
internal sealed record NestAnswer(
    int Sheets,
    int ByBoxes,
    int LowerBound,
    bool Whole,
    IReadOnlyList<NestPlace> Places,
    IReadOnlyList<string> Svg,
    IReadOnlyList<string> GCode
);

/// <summary>A file for the simulated plotter.</summary>
/// <param name="File">SVG or G-code, its whole text.</param>
/// <param name="Width">The sheet's width in millimetres, for a file that does not say it; 304.8 where left out.</param>
internal sealed record PlotQuestion(string File, double? Width = null, double? Height = null);

internal static class PlotEndpoints
{
    /// <summary>The sheet a file of moves is drawn on where nothing else is said: 12 in (common practice, no source).</summary>
    private const double UsualSheet = 304.8;

    public static void MapPlots(this RouteGroupBuilder api)
    {
        api.MapGet("/kits/{slug}/plots", SheetsAsync).May(StudioRole.Helper).WithTags("Plots").Produces<PlotSheets>().ProducesProblem(404);
        api.MapGet(
                "/kits/{slug}/plots/{paper}/{sheet:int}.svg",
                (string slug, string paper, int sheet, KitShelf shelf, PlanMemory memory, CancellationToken cancel) =>
                    SheetAsync(slug, paper, sheet, shelf, memory, PlotFiles.ToSvg, "svg", "image/svg+xml", cancel)
            )
            .May(StudioRole.Helper)
            .WithTags("Plots")
            .Produces<string>(200, "image/svg+xml")
            .ProducesProblem(404);
        api.MapGet(
                "/kits/{slug}/plots/{paper}/{sheet:int}.gcode",
                (string slug, string paper, int sheet, KitShelf shelf, PlanMemory memory, CancellationToken cancel) =>
                    SheetAsync(slug, paper, sheet, shelf, memory, PlotFiles.ToGCode, "gcode", "text/plain", cancel)
            )
            .May(StudioRole.Helper)
            .WithTags("Plots")
            .Produces<string>(200, "text/plain")
            .ProducesProblem(404);
        api.MapPost("/compute/title", TitleAsync)
            .May(StudioRole.Helper)
            .WithTags("Plots")
            .Accepts<TitleQuestion>("application/json")
            .Produces<TitleAnswer>()
            .ProducesProblem(400);
        api.MapPost("/compute/nest", NestAsync)
            .May(StudioRole.Helper)
            .IsLongWork()
            .WithTags("Plots")
            .Accepts<NestQuestion>("application/json")
            .Produces<NestAnswer>()
            .ProducesProblem(400);
        api.MapPost("/plotter", PlotAsync)
            .May(StudioRole.Helper)
            .WithTags("Plots")
            .Accepts<PlotQuestion>("application/json")
            .Produces<Plotted>()
            .ProducesProblem(400);
    }

    // Sheets are plotted kit by kit, as its guide cuts them; what is cut from a remnant is no sheet.
    private static IEnumerable<(CutPattern Pattern, int Sheet)> Sheets(Kit kit, PlanMemory memory, CancellationToken cancel) =>
        KitAnswer
            .PlanOf(kit, CutMode.EachKit, 1, new() { Memory = memory, Cancel = cancel })
            .Plan.BySheet.SelectMany(s => s.Patterns.Where(p => p.From is null).Select((p, i) => (p, i + 1)));

    private static async Task<IResult> SheetsAsync(string slug, KitShelf shelf, PlanMemory memory, CancellationToken cancel)
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { Kit: { } kit })
            return Problems.NoKit(slug);
        var sheets = Sheets(kit, memory, cancel)
            .Select(p => new PlotSheet(
                p.Pattern.Sheet,
                kit.Paper(p.Pattern.Sheet)?.Name ?? p.Pattern.Sheet,
                p.Sheet,
                p.Pattern.Times,
                p.Pattern.Root.Box.Size,
                [.. p.Pattern.Placements.SelectMany(x => x.Labels)]
            ));
        return Body.Json(new PlotSheets([.. sheets]), kit.Unit);
    }

    private static async Task<IResult> SheetAsync(
        string slug,
        string paper,
        int sheet,
        KitShelf shelf,
        PlanMemory memory,
        Func<PlotJob, string> write,
        string ending,
        string type,
        CancellationToken cancel
    )
    {
        if (await shelf.FindAsync(slug, null, cancel) is not { Kit: { } kit })
            return Problems.NoKit(slug);
        return Sheets(kit, memory, cancel).FirstOrDefault(p => p.Pattern.Sheet == paper && p.Sheet == sheet).Pattern is { } pattern
            ? Results.File(Encoding.UTF8.GetBytes(write(PlotJob.Of(kit, pattern))), type, $"{slug}-{paper}-{sheet}.{ending}")
            : Problems.Of(404, "problem.no-such-sheet-to-plot", ("paper", paper), ("sheet", sheet));
    }

    private static async Task<IResult> TitleAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<TitleQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var height = LengthPattern.Exact(question.Unit).Parse(question.Height);
        if (height.Fault is { } fault)
            return Problems.Bad("height", fault.Says);
        if (height.OrThrow() is not { IsPositive: true } tall || tall > Length.Inches(24))
            return Problems.Bad("height", Saying.Of("problem.no-height-of-letters", ("height", question.Height)));
        if (question.Text.Trim().Length is 0 or > TitleOutline.Longest || question.Text.Any(char.IsControl))
            return Problems.Bad("text", Saying.Of("problem.no-title-to-cut", ("most", TitleOutline.Longest)));
        var step = question.Unit == LengthUnit.Inch ? Length.Sixteenth : Length.Millimetres(1);
        return
            TitleOutline.Of(question.Text.Trim(), tall, question.Serif ? Typeface.Serif : Typeface.Bold, step, question.Weld) is { } title
            ? Body.Json(
                new TitleAnswer(title.Job.Size, title.Parts, PlotFiles.ToSvg(title.Job), PlotFiles.ToGCode(title.Job)),
                question.Unit
            )
            : Problems.Bad("text", Saying.Of("problem.no-letter-to-cut", ("text", question.Text)));
    }

    private static async Task<IResult> NestAsync(HttpRequest request, CancellationToken cancel)
    {
        var reading = await Body.ReadAsync<NestQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var between = question.Between ?? Length.Sixteenth;
        if (Faults(question, between) is { Count: > 0 } faults)
            return Problems.Bad(faults);
        var nest = Nest.Of(
            question.Sheet,
            [.. question.Templates.Select(t => new NestTemplate(t.Name, Nest.PointsOf(t.Shape, t.Size), t.Count, t.Turn))],
            between,
            Length.Inches(0, 1, 32),
            cancel
        );
        var jobs = PlotJob.Of(nest, question.Sheet);
        return Body.Json(
            new NestAnswer(
                nest.Sheets,
                nest.ByBoxes,
                nest.LowerBound,
                nest.Whole,
                nest.Places,
                [.. jobs.Select(PlotFiles.ToSvg)],
                [.. jobs.Select(PlotFiles.ToGCode)]
            ),
            LengthUnit.Inch
        );
    }

    private static List<Fault> Faults(NestQuestion question, Length between)
    {
        var faults = new List<Fault>();
        if (!question.Sheet.IsReal || question.Sheet.Longer > Length.Inches(24))
            faults.Add(new("sheet", Saying.Of("problem.no-sheet-to-nest", ("size", question.Sheet))));
        if (between.Ticks < 0 || between > Length.Inches(1))
            faults.Add(new("between", Saying.Of("problem.no-width-between", ("between", between))));
        if (question.Templates.Count is 0 or > 20 || question.Templates.Sum(t => (long)t.Count) > Nest.Most)
            faults.Add(new("templates", Saying.Of("problem.outlines-to-nest", ("most", Nest.Most))));
        foreach (var (template, i) in question.Templates.Select((t, i) => (t, i)))
        {
            if (!template.Size.IsReal || template.Size.Longer > Length.Inches(24))
                faults.Add(new($"templates[{i}].size", Saying.Of("problem.no-sheet-to-nest", ("size", template.Size))));
            if (template.Count is < 1 or > Nest.Most)
                faults.Add(new($"templates[{i}].count", Saying.Of("problem.outlines-to-nest", ("most", Nest.Most))));
            if (template.Name.Length is 0 or > 60 || question.Templates.Take(i).Any(t => t.Name == template.Name))
                faults.Add(new($"templates[{i}].name", Saying.Of("problem.no-name-of-an-outline", ("name", template.Name))));
            if (
                template.Shape is { Kind: OutlineKind.Template, Points: var points }
                && (points.Count is < 3 or > 500 || !Outline.Bounds(points).Size.FitsIn(template.Size))
            )
                faults.Add(new($"templates[{i}].shape", Saying.Of("problem.no-outline-to-nest", ("size", template.Size))));
        }
        return faults;
    }

    private static async Task<IResult> PlotAsync(HttpRequest request)
    {
        var reading = await Body.ReadAsync<PlotQuestion>(request);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        try
        {
            return Results.Json(
                SimulatedPlotter.Draw(question.File, question.Width ?? UsualSheet, question.Height ?? question.Width ?? UsualSheet)
            );
        }
        catch (PlotFileException wrong)
        {
            return Problems.Bad("file", Saying.Of("problem.no-plot-file", ("why", wrong.Message)));
        }
    }
}
