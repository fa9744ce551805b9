using System.Globalization;
using CsvHelper;
using VelvetFold.Core;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats;

/// <summary>A paper's or parts' new count, as read from a table.</summary>
public sealed record StockCount(bool IsPaper, string Id, int OnHand);

/// <summary>
/// Tables for spreadsheets (RFC 4180, UTF-8): stock, counts, shopping list and costs. A cell that a spreadsheet would run as a formula is written so that it is text.
/// </summary>
public static class TableFile
{
    private static readonly string[] StockHead = ["Kind", "Id", "Name", "On hand", "Pack of", "Pack price"];

    /// <summary>Papers and parts with what is on hand.</summary>
    public static string Stock(Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return Write(StockHead,
        [
            .. kit.Papers.Select(p => (object?[])["paper", p.Id, p.Name, p.OnHand, p.Pack?.Of, p.Pack?.Price]),
            .. kit.Parts.Select(p => (object?[])["parts", p.Id, p.Name, p.OnHand, p.Pack?.Of, p.Pack?.Price]),
        ]);
    }

    /// <summary>Pieces by size, photos, sheets and parts of a run.</summary>
    public static string Counts(Kit kit, CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        var exact = LengthPattern.Exact(kit.Unit);
        var counts = answer.Counts;
        return Write(["What", "Name", "Face", "Width", "Height", "A kit", "The run", "Labels"],
        [
            .. counts.ByPiece.Select(p => (object?[])["piece", kit.Paper(p.Paper)?.Name, p.Face, exact.Format(p.Size.Width), exact.Format(p.Size.Height), p.PerKit, p.Total, string.Join(' ', p.Labels)]),
            .. counts.Photos.Select(p => (object?[])["photo", "", "", exact.Format(p.Size.Width), exact.Format(p.Size.Height), p.PerKit, p.Total, ""]),
            .. counts.Sheets.Select(s => (object?[])["sheet", kit.Paper(s.Paper)?.Name, "", "", "", s.PerKit, s.Total, ""]),
            .. counts.Parts.Select(p => (object?[])["parts", kit.PartSheet(p.Sheet)?.Name, "", "", "", p.PerKit, p.Total, ""]),
        ]);
    }

    /// <summary>What to buy.</summary>
    public static string Shopping(Kit kit, CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        return Write(["Name", "Needed", "Of these spare", "On hand", "Missing", "Pack of", "Packs", "Left after", $"Price in {kit.Costs.Currency}"],
            [.. answer.Shopping.Select(s => (object?[])[s.Name, s.Needed, s.Spare, s.OnHand, s.Missing, s.PackOf, s.Packs, s.LeftAfter, s.Price])]);
    }

    /// <summary>What the run costs.</summary>
    public static string Costs(CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        var cost = answer.Cost;
        return Write(["What", $"Amount in {cost.Currency}", "Of it waste", "Made of"],
        [
            .. cost.Lines.Select(l => (object?[])[l.What, l.Amount, l.Waste, string.Join(' ', l.Made)]),
            ["The run", cost.Total, null, ""], ["A kit", cost.PerKit, null, ""], ["Price of a kit", cost.Price, null, $"with {cost.MarginPercent.ToString(CultureInfo.InvariantCulture)} %"],
        ]);
    }

    /// <summary>
    /// Reads new counts of stock: a table with the columns Id (or Name) and On hand, in any order, others left aside. Commas, semicolons or tabs part the columns; 12, 12.0 and 12,0 are twelve.
    /// </summary>
    /// <returns>The counts, or every fault by row and column; then nothing is taken.</returns>
    public static (IReadOnlyList<StockCount> Counts, IReadOnlyList<Fault> Faults) ReadStock(string text, Kit kit)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(kit);
        var (counts, faults) = (new List<StockCount>(), new List<Fault>());
        text = text.TrimStart('\uFEFF');
        var reading = Csv.Reading(text);
        (reading.PrepareHeaderForMatch, reading.MissingFieldFound) = (args => args.Header.ToUpperInvariant(), null);
        using var csv = new CsvReader(new StringReader(text), reading);
        if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } columns) return ([], [new("text", "The table is empty. Its first row names the columns: Id or Name, and On hand.")]);
        bool Has(string name) => columns.Contains(name, StringComparer.OrdinalIgnoreCase);
        if (!Has("On hand") || !(Has("Id") || Has("Name"))) return ([], [new("text", $"The first row names {string.Join(", ", columns)}; Id or Name, and On hand, are needed.")]);
        for (var row = 2; csv.Read(); row++)
        {
            var (id, name, count) = (Has("Id") ? csv.GetField("Id") ?? "" : "", Has("Name") ? csv.GetField("Name") ?? "" : "", csv.GetField("On hand") ?? "");
            if (count.Length == 0) continue;
            var paper = kit.Paper(id) ?? (id.Length == 0 ? kit.Papers.FirstOrDefault(p => p.Name == name) : null);
            var parts = paper is null ? kit.PartSheet(id) ?? (id.Length == 0 ? kit.Parts.FirstOrDefault(p => p.Name == name) : null) : null;
            if (paper is null && parts is null) faults.Add(At(row, id.Length > 0 ? "Id" : "Name", $"There is no paper and there are no parts called '{(id.Length > 0 ? id : name)}' in this kit."));
            // A spreadsheet may write a whole number with a decimal point or comma.
            if (!decimal.TryParse(count.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) || number != decimal.Truncate(number) || number > 100_000)
                faults.Add(At(row, "On hand", $"'{count}' is no number of sheets or packs; whole numbers from 0 to 100000 are."));
            else if (paper is not null || parts is not null)
            {
                var counted = new StockCount(paper is not null, paper?.Id ?? parts!.Id, (int)number);
                if (counts.Exists(c => c.IsPaper == counted.IsPaper && c.Id == counted.Id)) faults.Add(At(row, "Id", $"'{counted.Id}' stands in the table twice."));
                counts.Add(counted);
            }
        }
        return faults.Count > 0 ? ([], faults) : (counts, []);

        static Fault At(int row, string column, string says) => new($"row {row.ToString(CultureInfo.InvariantCulture)}, {column}", $"Row {row.ToString(CultureInfo.InvariantCulture)}, {column}: {says}");
    }

    private static string Write(IReadOnlyList<string> head, IEnumerable<object?[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Csv.Writing);
        foreach (var row in rows.Prepend([.. head]))
        {
            foreach (var field in row) csv.WriteField(field?.ToString() ?? "");
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }
}
