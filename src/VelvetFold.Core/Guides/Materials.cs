using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Guides;

/// <summary>What something on the list of materials is there for.</summary>
[JsonConverter(typeof(TextEnum<MaterialKind>))]
public enum MaterialKind
{
    [JsonStringEnumMemberName("paper")]
    Paper,

    [JsonStringEnumMemberName("part")]
    Part,

    [JsonStringEnumMemberName("tool")]
    Tool,

    [JsonStringEnumMemberName("adhesive")]
    Adhesive,

    /// <summary>Something to take care with.</summary>
    [JsonStringEnumMemberName("care")]
    Care,
}

/// <summary>Something to have at hand, or to take care with.</summary>
/// <param name="Amount">How much of it, estimated; none where it is a thing or a rule.</param>
/// <param name="Why">Why it and not another; none where that is plain.</param>
public sealed record Material(MaterialKind Kind, string Name, string? Amount = null, string? Why = null);

/// <summary>What a guest needs at the table for one kit. Amounts of adhesive are estimates by common practice, no source.</summary>
public static class Materials
{
    /// <summary>One runner of tape holds about one spread with its parts (common practice, no source).</summary>
    private const decimal SpreadsPerRunner = 1m;

    /// <summary>The list, in the order it is laid out: papers, parts, tools, adhesives, care.</summary>
    public static IReadOnlyList<Material> Of(Kit kit, IReadOnlyList<ResolvedLayout> layouts, CutPlan plan, Words words)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var reading = kit.GuideReading();
        string Say(string key, params (string, Phrase)[] blanks) => words.Say(key, blanks).Text;
        string Number(int n) => n.ToString(CultureInfo.InvariantCulture);
        var pieces = layouts.SelectMany(l => l.Pieces.Concat(l.Extras)).ToList();
        var list = new List<Material>();
        foreach (var sheet in plan.BySheet.Where(s => s.SheetsUsed > 0))
            list.Add(
                new(MaterialKind.Paper, kit.Paper(sheet.Sheet)?.Name ?? sheet.Sheet, words.Many("amount.sheets", sheet.SheetsUsed).Text)
            );
        foreach (var sheet in kit.Parts.Where(s => Taken(s).Any()))
            list.Add(new(MaterialKind.Part, sheet.Name, Amount(sheet)));
        var cards = pieces.Where(p => p.Piece.IsPlaceholder).CountBy(p => p.Stack.Photo).OrderByDescending(c => c.Key.Area).ToList();
        if (cards.Count > 0)
            list.Add(
                new(
                    MaterialKind.Part,
                    Say("part.placeholders"),
                    string.Join(", ", cards.Select(c => $"{Number(c.Value)} x {reading.Format(c.Key)}"))
                )
            );
        Tools();
        Adhesives();
        foreach (var supply in kit.Supplies)
            list.Add(Row(supply));
        list.Add(new(MaterialKind.Care, Say("care.safe")));
        if (pieces.Any(p => p.Piece.HoldsPhoto))
            list.Add(new(MaterialKind.Care, Say("care.copy")));
        if (pieces.Any(p => p.Piece.DryingMinutes > 0))
            list.Add(new(MaterialKind.Care, Say("caution.wet")));
        return list;

        Material Row(Supply supply)
        {
            var says = new List<string>();
            if (supply.From == SupplyFrom.Guest)
                says.Add(Say("supply.guest"));
            if (supply is { From: SupplyFrom.Shared, SharedBy: { } by })
                says.Add(Say("supply.shared", ("n", Number(by))));
            if (supply.Substitute is { } other)
                says.Add(Say(supply.Gone ? "supply.gone" : "supply.or", ("substitute", other)));
            return new(
                supply.Kind == SupplyKind.Adhesive ? MaterialKind.Adhesive : MaterialKind.Tool,
                supply.Called(reading),
                supply.ForOne,
                says.Count > 0 ? string.Join(" ", says) : null
            );
        }

        IEnumerable<(string Label, Piece Piece, PartUse Use)> Taken(PartSheet sheet) =>
            pieces.SelectMany(p => p.Piece.Takes(p.Label).Where(t => t.Use.Sheet == sheet.Id).Select(t => (t.Label, p.Piece, t.Use)));

        string? Amount(PartSheet sheet)
        {
            var uses = Taken(sheet).ToList();
            if (sheet.Kind == PartKind.ByLength)
                return string.Join(
                    ", ",
                    RollLength
                        .Of(kit, uses)
                        .GroupBy(l => l.Length)
                        .Select(g => (g.Count() > 1 ? Number(g.Count()) + " x " : "") + reading.Format(g.Key))
                );
            var taken = PartTally.Of(sheet, uses.Select(u => (u.Label, u.Use))).Taken.OrderBy(t => t.Key, StringComparer.Ordinal);
            return sheet.Kind == PartKind.Letters
                ? string.Join(", ", taken.Select(t => $"{Number(t.Value)} x {t.Key}"))
                : words.Many("amount.parts", taken.Sum(t => t.Value)).Text;
        }

        void Tools()
        {
            var works = pieces.SelectMany(p => p.Piece.Finishes).Select(f => f.Work).ToHashSet();
            if (plan.BySheet.Any(s => s.Patterns.Any(p => p.Cuts.Count > 0)))
                list.Add(new(MaterialKind.Tool, Say("tool.trimmer")));
            var knife =
                kit.NoPlunge && pieces.Any(p => p.Piece.Gut is not null || p.Piece.Opening?.Mats.Any(m => m.Gut is not null) == true);
            if (knife || works.Contains(EdgeWork.Mitred) || pieces.Any(p => p.Stack.Layers.Any(l => l.Mat.Frame is not null)))
                list.Add(new(MaterialKind.Tool, Say("tool.knife")));
            if (pieces.Any(p => p.Piece.Shape is not null and not { Kind: OutlineKind.Rectangle }))
                list.Add(new(MaterialKind.Tool, Say("tool.scissors")));
            list.Add(new(MaterialKind.Tool, Say("tool.ruler")));
            if (works.Contains(EdgeWork.Rounded))
                list.Add(new(MaterialKind.Tool, Say("tool.rounder")));
            if (works.Contains(EdgeWork.Scalloped))
                list.Add(new(MaterialKind.Tool, Say("tool.scallop")));
            if (works.Contains(EdgeWork.Punched))
                list.Add(new(MaterialKind.Tool, Say("tool.punch")));
            if (works.Contains(EdgeWork.Inked))
                list.Add(new(MaterialKind.Tool, Say("tool.ink")));
            if (pieces.Any(p => p.Piece.Hole))
                list.Add(new(MaterialKind.Tool, Say("tool.rings")));
            list.AddRange(
                pieces.Select(p => p.Piece.Drawn?.With).OfType<string>().Distinct().Select(with => new Material(MaterialKind.Tool, with))
            );
            list.Add(new(MaterialKind.Tool, Say("tool.pen")));
        }

        void Adhesives()
        {
            var spreads = layouts.Where(l => l.Pieces.Count > 0).Sum(l => l.Layout.Kind == LayoutKind.Spread ? 1m : 0.5m);
            if (spreads > 0)
                list.Add(
                    new(
                        MaterialKind.Adhesive,
                        Say("adhesive.tape"),
                        words.Many("amount.runners", (int)Math.Ceiling(spreads / SpreadsPerRunner)).Text,
                        Say("adhesive.tape.why")
                    )
                );
            if (pieces.Any(p => p.Piece.Kind is PieceKind.DieCut or PieceKind.Tie or PieceKind.Raised && p.Piece.Mount == Mount.Flat))
                list.Add(new(MaterialKind.Adhesive, Say("adhesive.wet"), null, Say("adhesive.wet.why")));
            var raised = pieces.Where(p => p.Piece.Mount == Mount.Raised).ToList();
            if (raised.Count > 0)
                list.Add(
                    new(
                        MaterialKind.Adhesive,
                        Say("adhesive.foam"),
                        words.Many("amount.foam", raised.Sum(Foam)).Text,
                        Say(kit.Protectors ? "adhesive.foam.protector" : "adhesive.foam.why")
                    )
                );
        }
    }

    /// <summary>Foam squares under a raised piece: one a corner, and one more for every 4 square inches beyond the first 4 (common
    /// practice, no source).</summary>
    private static int Foam(PlacedPiece placed)
    {
        var squareInches = (double)placed.Box.Size.Area / ((double)Length.TicksPerInch * Length.TicksPerInch);
        return 4 + Math.Max(0, (int)Math.Ceiling((squareInches - 4) / 4));
    }
}
