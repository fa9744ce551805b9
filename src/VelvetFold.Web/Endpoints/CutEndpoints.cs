using System.Text.Json;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Web.Endpoints;

/// <summary>Sheets of one paper to cut from; as many as needed where none are said to be on hand.</summary>
internal sealed record SheetAsked(string Id, Length Width, Length Height, int? OnHand = null);

/// <summary>Pieces of one size to cut from one paper; cut from face A and turned freely where nothing else is said. <c>gut</c>: the
/// border that stays where the inside is cut out.</summary>
internal sealed record PieceAsked(
    string Id,
    string Sheet,
    Length Width,
    Length Height,
    int Quantity,
    Turn? Turn = null,
    SheetFace? Face = null,
    Length? Gut = null
);

/// <summary>The trimmer: its longest cut, and the step its ruler is read to.</summary>
internal sealed record TrimmerAsked(Length? LongestCut = null, Length? Ruler = null);

/// <summary>What is to be cut from what, and how long may be searched, in milliseconds (2000 where left out).</summary>
internal sealed record CutsQuestion(
    IReadOnlyList<SheetAsked> Sheets,
    IReadOnlyList<PieceAsked> Pieces,
    TrimmerAsked? Trimmer = null,
    int? BudgetMs = null
);

/// <summary>A piece on a sheet, from the sheet's top left corner; width and height as it lies.</summary>
internal sealed record PlacedAnswer(string Piece, Length X, Length Y, Length Width, Length Height, bool Turned, SheetFace Face);

/// <summary>One cut (a plunge cut from <c>start</c> to <c>end</c> along the blade): the part in hand, how far from the fence, along
/// which side the blade runs, and what it gives.</summary>
internal sealed record CutAnswer(
    int Order,
    string Part,
    Length Measure,
    string Along,
    bool Plunge,
    IReadOnlyList<string> Gives,
    Edge Fence,
    Length? Start = null,
    Length? End = null
);

/// <summary>One way to cut a sheet, and how often.</summary>
internal sealed record PatternAnswer(
    string Sheet,
    int Times,
    IReadOnlyList<PlacedAnswer> Placements,
    IReadOnlyList<CutAnswer> Cuts,
    IReadOnlyList<Box> Offcuts
);

/// <summary>What one paper takes.</summary>
internal sealed record SheetAnswer(string Sheet, int SheetsUsed, int LowerBound, bool Proved, IReadOnlyList<Shortfall> Shortfall);

/// <summary>The plan over all papers, and how good it is.</summary>
internal sealed record CutsAnswer(
    int SheetsUsed,
    int LowerBound,
    bool Proved,
    IReadOnlyList<Shortfall> Shortfall,
    IReadOnlyList<PatternAnswer> Patterns,
    IReadOnlyList<SheetAnswer> BySheet
);

/// <summary>Plans cuts without a kit: demand and stock in, plan out.</summary>
internal static class CutEndpoints
{
    private const int UsualBudget = 2_000;
    private const int LargestBudget = 60_000;

    public static void MapCuts(this RouteGroupBuilder compute) =>
        compute
            .MapPost("/cuts", CutsAsync)
            .IsLongWork()
            .Accepts<CutsQuestion>("application/json")
            .Produces<CutsAnswer>()
            .ProducesProblem(400);

    private static async Task<IResult> CutsAsync(HttpRequest request, CancellationToken cancel)
    {
        var body = await Body.BytesAsync(request);
        var reading = Formats.Json.Document.Read<CutsQuestion>(body);
        if (reading.Value is not { } question)
            return Problems.Bad(reading.Faults);
        var faults = Faults(question);
        if (faults.Count > 0)
            return Problems.Bad(faults);
        var order = Order(question);
        var unfit = CutPlanner.Unfit(order).ToHashSet();
        if (unfit.Count > 0)
            return Problems.Bad([
                .. order.Pieces.Select((p, i) => (p, i)).Where(p => unfit.Contains(p.p)).Select(p => TooLarge(question, p.i)),
            ]);
        var budget = question.BudgetMs ?? UsualBudget;
        var plan = CutPlanner.Plan(
            order,
            new()
            {
                BudgetMs = budget,
                ClockMs = budget * 9 / 10,
                Cancel = cancel,
            }
        );
        return Body.Json(Answer(plan), UnitOf(body));
    }

    private static CuttingInstance Order(CutsQuestion question) =>
        new(
            [.. question.Sheets.Select(s => new StockSheet(s.Id, new(s.Width, s.Height), s.OnHand))],
            [
                .. question.Pieces.Select(p => new Demand(
                    p.Id,
                    p.Sheet,
                    new(p.Width, p.Height),
                    p.Quantity,
                    p.Turn ?? Turn.Free,
                    p.Face ?? SheetFace.A
                )
                {
                    Gut = p.Gut,
                }),
            ],
            question.Trimmer?.LongestCut,
            Ruler: question.Trimmer?.Ruler
        );

    private static List<Fault> Faults(CutsQuestion question)
    {
        var faults = new List<Fault>();
        if (question.Sheets.Count is 0 or > CutPlanner.MostSheets)
            faults.Add(
                new(
                    "sheets",
                    Saying.Of("problem.papers-cannot-be-planned", ("sheets", question.Sheets.Count), ("mostSheets", CutPlanner.MostSheets))
                )
            );
        var pieces = question.Pieces.Sum(p => (long)Math.Max(0, p.Quantity));
        if (pieces > CutPlanner.MostPieces || question.Pieces.Count > CutPlanner.MostPieces)
            faults.Add(
                new(
                    "pieces",
                    Saying.Of(
                        "problem.pieces-are-more-than",
                        ("pieces", Math.Max(pieces, question.Pieces.Count)),
                        ("mostPieces", CutPlanner.MostPieces)
                    )
                )
            );
        if (question.BudgetMs is < 1 or > LargestBudget)
            faults.Add(
                new("budgetMs", Saying.Of("problem.a-search-of-ms", ("budgetMs", question.BudgetMs), ("largestBudget", LargestBudget)))
            );
        if (question.Trimmer?.LongestCut is { IsPositive: false } cut)
            faults.Add(new("trimmer.longestCut", Saying.Of("problem.a-trimmer-cannot-cut", ("cut", cut))));
        if (question.Trimmer?.Ruler is { IsPositive: false } ruler)
            faults.Add(new("trimmer.ruler", Saying.Of("problem.a-ruler-cannot-be", ("ruler", ruler))));
        if (faults.Count > 0)
            return faults;
        for (var i = 0; i < question.Sheets.Count; i++)
            SheetFaults(faults, question, i);
        for (var i = 0; i < question.Pieces.Count; i++)
            PieceFaults(faults, question, i);
        return faults;
    }

    private static void SheetFaults(List<Fault> faults, CutsQuestion question, int i)
    {
        var sheet = question.Sheets[i];
        SideFault(faults, sheet.Width, $"sheets[{i}].width", Saying.Of("problem.the-sheet", ("sheet", sheet.Id)));
        SideFault(faults, sheet.Height, $"sheets[{i}].height", Saying.Of("problem.the-sheet", ("sheet", sheet.Id)));
        if (sheet.OnHand is < 0)
            faults.Add(new($"sheets[{i}].onHand", Saying.Of("problem.sheets-of-cannot-be", ("onHand", sheet.OnHand), ("sheet", sheet.Id))));
        if (question.Sheets.Take(i).Any(s => s.Id == sheet.Id))
            faults.Add(new($"sheets[{i}].id", Saying.Of("problem.two-sheets-are-called", ("sheet", sheet.Id))));
    }

    private static void PieceFaults(List<Fault> faults, CutsQuestion question, int i)
    {
        var piece = question.Pieces[i];
        if (question.Pieces.Take(i).Any(p => p.Id == piece.Id))
            faults.Add(new($"pieces[{i}].id", Saying.Of("problem.two-lines-ask-for", ("piece", piece.Id))));
        SideFault(faults, piece.Width, $"pieces[{i}].width", Saying.Of("problem.the-piece", ("piece", piece.Id)));
        SideFault(faults, piece.Height, $"pieces[{i}].height", Saying.Of("problem.the-piece", ("piece", piece.Id)));
        if (piece.Quantity < 1)
            faults.Add(
                new($"pieces[{i}].quantity", Saying.Of("problem.of-cannot-be-cut", ("quantity", piece.Quantity), ("piece", piece.Id)))
            );
        if (piece.Gut is { } gut && (!gut.IsPositive || gut * 2 >= Length.Min(piece.Width, piece.Height)))
            faults.Add(new($"pieces[{i}].gut", Saying.Of("problem.a-border-of-leaves", ("gut", gut), ("piece", piece.Id))));
        if (question.Sheets.All(s => s.Id != piece.Sheet))
            faults.Add(new($"pieces[{i}].sheet", Saying.Of("problem.is-to-be-cut", ("piece", piece.Id), ("sheet", piece.Sheet))));
    }

    private static void SideFault(List<Fault> faults, Length side, string path, Saying what)
    {
        if (!side.IsPositive)
            faults.Add(new(path, Saying.Of("problem.is-here-it-must", ("what", what), ("side", side))));
        else if (side > KitRules.Largest)
            faults.Add(new(path, Saying.Of("problem.is-here-more-than", ("what", what), ("side", side), ("largest", KitRules.Largest))));
    }

    private static Fault TooLarge(CutsQuestion question, int i)
    {
        var piece = question.Pieces[i];
        var sheet = question.Sheets.First(s => s.Id == piece.Sheet);
        var size = new Size(piece.Width, piece.Height);
        var fits =
            size.FitsIn(new(sheet.Width, sheet.Height))
            || (piece.Turn is not Turn.None && size.Turned.FitsIn(new(sheet.Width, sheet.Height)));
        return fits
            ? new(
                "trimmer.longestCut",
                Saying.Of(
                    "problem.cannot-be-cut-from",
                    ("piece", piece.Id),
                    ("sheet", sheet.Id),
                    ("longestCut", question.Trimmer!.LongestCut)
                )
            )
            : new(
                $"pieces[{i}].{(piece.Width > sheet.Width ? "width" : "height")}",
                Saying.Of(
                    "problem.is-larger-than-a",
                    ("piece", piece.Id),
                    ("size", size),
                    ("sheet", sheet.Id),
                    ("of", new Size(sheet.Width, sheet.Height)),
                    ("turn", piece.Turn is Turn.None ? "none" : "free")
                )
            );
    }

    // The answer speaks in the unit the first sheet was asked in.
    private static LengthUnit UnitOf(byte[] body)
    {
        using var json = JsonDocument.Parse(body);
        var text =
            json.RootElement.EnumerateObject()
                .First(p => p.Name.Equals("sheets", StringComparison.OrdinalIgnoreCase))
                .Value[0]
                .EnumerateObject()
                .First(p => p.Name.Equals("width", StringComparison.OrdinalIgnoreCase))
                .Value.GetString()
            ?? "";
        return text.Contains('m', StringComparison.OrdinalIgnoreCase) ? LengthUnit.Millimetre : LengthUnit.Inch;
    }

    private static CutsAnswer Answer(CutPlan plan) =>
        new(
            plan.SheetsUsed,
            plan.BySheet.Sum(Bound),
            plan.Proved,
            [.. plan.BySheet.SelectMany(s => s.Shortfall)],
            [.. plan.BySheet.SelectMany(s => s.Patterns).Select(Pattern)],
            [.. plan.BySheet.Select(s => new SheetAnswer(s.Sheet, s.SheetsUsed, Bound(s), s.Proved, s.Shortfall))]
        );

    // Where the stock on hand does not suffice, what was cut needs no more than was used.
    private static int Bound(SheetPlan plan) => Math.Min(plan.LowerBound, plan.SheetsUsed);

    private static PatternAnswer Pattern(CutPattern pattern) =>
        new(
            pattern.Sheet,
            pattern.Times,
            [.. pattern.Placements.Select(p => new PlacedAnswer(p.Piece, p.Box.X, p.Box.Y, p.Box.Width, p.Box.Height, p.Turned, p.Face))],
            [
                .. pattern.Cuts.Select(c => new CutAnswer(
                    c.Order,
                    c.Part.Text,
                    c.Setting,
                    c.Fence.Axis() == Axis.Across ? "height" : "width",
                    c.Plunge is not null,
                    [.. c.Gives.Select(g => g.Text)],
                    c.Fence,
                    c.Plunge?.Start,
                    c.Plunge?.End
                )),
            ],
            [.. pattern.Offcuts.Select(o => o.Box)]
        );
}
