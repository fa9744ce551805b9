using System.Text.Json;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

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
        compute.MapPost("/cuts", CutsAsync).Accepts<CutsQuestion>("application/json").Produces<CutsAnswer>().ProducesProblem(400);

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
            faults.Add(new("sheets", $"{question.Sheets.Count} papers cannot be planned; from 1 to {CutPlanner.MostSheets} can."));
        var pieces = question.Pieces.Sum(p => (long)Math.Max(0, p.Quantity));
        if (pieces > CutPlanner.MostPieces || question.Pieces.Count > CutPlanner.MostPieces)
            faults.Add(
                new(
                    "pieces",
                    $"{Math.Max(pieces, question.Pieces.Count)} pieces are more than the {CutPlanner.MostPieces} that can be "
                        + $"planned at once. Ask in parts."
                )
            );
        if (question.BudgetMs is < 1 or > LargestBudget)
            faults.Add(new("budgetMs", $"A search of {question.BudgetMs} ms cannot be asked for; from 1 to {LargestBudget} can."));
        if (question.Trimmer?.LongestCut is { IsPositive: false } cut)
            faults.Add(new("trimmer.longestCut", $"A trimmer cannot cut {cut}; its longest cut is more than 0."));
        if (question.Trimmer?.Ruler is { IsPositive: false } ruler)
            faults.Add(new("trimmer.ruler", $"A ruler cannot be read to {ruler}; its step is more than 0."));
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
        SideFault(faults, sheet.Width, $"sheets[{i}].width", $"The sheet {sheet.Id}");
        SideFault(faults, sheet.Height, $"sheets[{i}].height", $"The sheet {sheet.Id}");
        if (sheet.OnHand is < 0)
            faults.Add(
                new($"sheets[{i}].onHand", $"{sheet.OnHand} sheets of {sheet.Id} cannot be on hand; the number is 0 or more, or left out.")
            );
        if (question.Sheets.Take(i).Any(s => s.Id == sheet.Id))
            faults.Add(new($"sheets[{i}].id", $"Two sheets are called '{sheet.Id}'. Give one of them another name."));
    }

    private static void PieceFaults(List<Fault> faults, CutsQuestion question, int i)
    {
        var piece = question.Pieces[i];
        if (question.Pieces.Take(i).Any(p => p.Id == piece.Id))
            faults.Add(new($"pieces[{i}].id", $"Two lines ask for '{piece.Id}'. Add them up, or give one of them another name."));
        SideFault(faults, piece.Width, $"pieces[{i}].width", $"The piece {piece.Id}");
        SideFault(faults, piece.Height, $"pieces[{i}].height", $"The piece {piece.Id}");
        if (piece.Quantity < 1)
            faults.Add(new($"pieces[{i}].quantity", $"{piece.Quantity} of {piece.Id} cannot be cut; the number is 1 or more."));
        if (piece.Gut is { } gut && (!gut.IsPositive || gut * 2 >= Length.Min(piece.Width, piece.Height)))
            faults.Add(new($"pieces[{i}].gut", $"A border of {gut} leaves nothing to cut out of {piece.Id}."));
        if (question.Sheets.All(s => s.Id != piece.Sheet))
            faults.Add(new($"pieces[{i}].sheet", $"{piece.Id} is to be cut from '{piece.Sheet}', which is not among the sheets."));
    }

    private static void SideFault(List<Fault> faults, Length side, string path, string what)
    {
        if (!side.IsPositive)
            faults.Add(new(path, $"{what} is {side} here; it must be more than 0."));
        else if (side > KitRules.Largest)
            faults.Add(new(path, $"{what} is {side} here, more than {KitRules.Largest}."));
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
                $"{piece.Id} cannot be cut from {sheet.Id} with a trimmer that cuts {question.Trimmer!.LongestCut}: the sheet "
                    + $"is longer both ways the first cut could go. Use a longer trimmer, or leave the limit out and cut with a knife."
            )
            : new(
                $"pieces[{i}].{(piece.Width > sheet.Width ? "width" : "height")}",
                $"{piece.Id} is {size}, larger than a sheet of {sheet.Id}, "
                    + $"{new Size(sheet.Width, sheet.Height)}{(piece.Turn is Turn.None ? ", as it stands" : "")}."
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
