using System.Globalization;
using CsvHelper;
using VelvetFold.Core;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>What a table says of a paper or of parts; what is null it does not say.</summary>
/// <param name="OnHand">Sheets or packs that lie there.</param>
/// <param name="PackOf">How many are in a pack as it is sold.</param>
/// <param name="Price">What such a pack costs.</param>
public sealed record StockCount(bool IsPaper, string Id, int? OnHand, int? PackOf = null, Money? Price = null);

/// <summary>Packs of a paper or of parts that were bought.</summary>
public sealed record BoughtPacks(bool IsPaper, string Id, int Packs);

/// <summary>
/// Tables for spreadsheets (RFC 4180, UTF-8): stock, counts, shopping list and costs. A cell that a spreadsheet would run as a formula
/// is written so that it is text.
/// </summary>
public static class TableFile
{
    private static readonly string[] StockHead = ["Kind", "Id", "Name", "On hand", "Pack of", "Pack price"];

    /// <summary>Papers and parts with what is on hand.</summary>
    public static string Stock(Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return Write(
            StockHead,
            [
                .. kit.Papers.Select(p => (object?[])["paper", p.Id, p.Name, p.OnHand, p.Pack?.Of, p.Pack?.Price]),
                .. kit.Parts.Select(p => (object?[])["parts", p.Id, p.Name, p.OnHand, p.Pack?.Of, p.Pack?.Price]),
            ]
        );
    }

    /// <summary>Pieces by size, photos, sheets and parts of a run.</summary>
    public static string Counts(Kit kit, CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        var exact = LengthPattern.Exact(kit.Unit);
        var counts = answer.Counts;
        return Write(
            ["What", "Name", "Face", "Width", "Height", "A kit", "The run", "Of these spare", "Labels"],
            [
                .. counts.ByPiece.Select(p =>
                    (object?[])
                        [
                            "piece",
                            kit.Paper(p.Paper)?.Name,
                            p.Face,
                            exact.Format(p.Size.Width),
                            exact.Format(p.Size.Height),
                            p.PerKit,
                            p.Total,
                            p.Spare,
                            string.Join(' ', p.Labels),
                        ]
                ),
                .. counts.Photos.Select(p =>
                    (object?[])
                        [
                            "photo",
                            Bordered(exact, p.Border),
                            "",
                            exact.Format(p.Size.Width),
                            exact.Format(p.Size.Height),
                            p.PerKit,
                            p.Total,
                            "",
                            "",
                        ]
                ),
                .. counts.Sheets.Select(s => (object?[])["sheet", kit.Paper(s.Paper)?.Name, "", "", "", s.PerKit, s.Total, "", ""]),
                .. counts.Parts.Select(p => (object?[])["parts", kit.PartSheet(p.Sheet)?.Name, "", "", "", p.PerKit, p.Total, p.Spare, ""]),
            ]
        );
    }

    // Photos have no name; those with a white border are told apart by it.
    private static string Bordered(LengthPattern pattern, Length? border) =>
        border is { } width ? $"white border {pattern.Format(width)}" : "";

    /// <summary>What to buy.</summary>
    public static string Shopping(Kit kit, CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        return Write(
            [
                "Id",
                "Name",
                "Needed",
                "Of these spare",
                "On hand",
                "Missing",
                "Pack of",
                "Packs",
                "Left after",
                $"Price in {kit.Costs.Currency}",
            ],
            [
                .. answer.Shopping.Select(s =>
                    (object?[])[s.Item, s.Name, s.Needed, s.Spare, s.OnHand, s.Missing, s.PackOf, s.Packs, s.LeftAfter, s.Price]
                ),
            ]
        );
    }

    /// <summary>What the host gets besides papers and parts, by where it is got.</summary>
    public static string Supplies(CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        return Write(
            ["Source", "Number", "Name", "Kind", "Count", "Amount", "To be had", "Take instead"],
            [
                .. answer.Supplies.SelectMany(g =>
                    g.Supplies.Select(s =>
                        (object?[])
                            [
                                g.Source,
                                s.Number,
                                s.Name,
                                s.Kind.ToString().ToLowerInvariant(),
                                s.Count,
                                s.Amount,
                                s.Gone ? "no" : "yes",
                                s.Take,
                            ]
                    )
                ),
            ]
        );
    }

    /// <summary>What the run costs.</summary>
    public static string Costs(CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        var cost = answer.Cost;
        return Write(
            ["What", $"Amount in {cost.Currency}", "Of it waste", "Made of"],
            [
                .. cost.Lines.Select(l => (object?[])[l.What, l.Amount, l.Waste, string.Join(' ', l.Made)]),
                ["The run", cost.Total, null, ""],
                ["A kit", cost.PerKit, null, ""],
                ["Price of a kit", cost.Price, null, $"with {cost.MarginPercent.ToString(CultureInfo.InvariantCulture)} %"],
            ]
        );
    }

    /// <summary>
    /// Reads new counts of stock, packs and prices: a table with the columns Id (or Name) and at least one of On hand, Pack of and Pack
    /// price, in any order, others left aside; an empty cell changes nothing. Commas, semicolons or tabs part the columns; 12, 12.0 and
    /// 12,0 are twelve.
    /// </summary>
    /// <returns>The counts, or every fault by row and column; then nothing is taken.</returns>
    public static (IReadOnlyList<StockCount> Counts, IReadOnlyList<Fault> Faults) ReadStock(string text, Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return Read(
            text,
            kit,
            ["On hand", "Pack of", "Pack price"],
            (row, isPaper, id) =>
            {
                var (count, of, price) = (
                    row.Whole("On hand", 0, 100_000, Saying.Of("fault.sheets-or-packs")),
                    row.Whole("Pack of", 1, 10_000, Saying.Of("fault.sheets-or-packs-in")),
                    row.Money("Pack price")
                );
                return count is null && of is null && price is null ? null : new StockCount(isPaper, id, count, of, price);
            }
        );
    }

    /// <summary>Reads what was bought: a shopping list with the columns Name (or Id) and Bought, or Packs where there is no such
    /// column, in whole packs; an empty cell or 0 is nothing bought.</summary>
    /// <returns>The packs, or every fault by row and column; then nothing is taken.</returns>
    public static (IReadOnlyList<BoughtPacks> Bought, IReadOnlyList<Fault> Faults) ReadBought(string text, Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return Read(
            text,
            kit,
            ["Bought", "Packs"],
            (row, isPaper, id) =>
                row.Whole(row.Has("Bought") ? "Bought" : "Packs", 0, 10_000, Saying.Of("fault.packs")) is > 0 and { } packs
                    ? new BoughtPacks(isPaper, id, packs)
                    : null
        );
    }

    private static (IReadOnlyList<T> Rows, IReadOnlyList<Fault> Faults) Read<T>(
        string text,
        Kit kit,
        IReadOnlyList<string> wanted,
        Func<TableRow, bool, string, T?> read
    )
        where T : class
    {
        ArgumentNullException.ThrowIfNull(text);
        if (Csv.Unclosed(text) is { } open)
            return ([], [new("text", Saying.Of("fault.quote-not-closed", ("row", open)))]);
        var (rows, faults, seen) = (new List<T>(), new List<Fault>(), new HashSet<(bool, string)>());
        using var csv = TableRow.Open(text);
        if (TableRow.Columns(csv) is not { } columns)
            return ([], [new("text", Saying.Of("fault.the-table-is-empty-of", ("wanted", wanted)))]);
        bool Has(string name) => columns.Contains(name, StringComparer.OrdinalIgnoreCase);
        if (!wanted.Any(Has) || !(Has("Id") || Has("Name")))
            return ([], [new("text", Saying.Of("fault.the-first-row-names", ("columns", columns), ("wanted", wanted)))]);
        for (var number = 2; csv.Read(); number++)
        {
            var row = new TableRow(csv, number, columns, faults);
            var (id, name) = (row.Text("Id"), row.Text("Name"));
            if (wanted.All(w => row.Text(w).Length == 0))
                continue;
            var paper = kit.Paper(id) ?? (id.Length == 0 ? kit.Papers.FirstOrDefault(p => p.Name == name) : null);
            var parts = paper is null ? kit.PartSheet(id) ?? (id.Length == 0 ? kit.Parts.FirstOrDefault(p => p.Name == name) : null) : null;
            if (paper is null && parts is null)
                row.Fault(id.Length > 0 ? "Id" : "Name", Saying.Of("fault.there-is-no-paper-2", ("what", id.Length > 0 ? id : name)));
            if (read(row, paper is not null, paper?.Id ?? parts?.Id ?? "") is not { } one || (paper is null && parts is null))
                continue;
            if (!seen.Add((paper is not null, paper?.Id ?? parts!.Id)))
                row.Fault("Id", Saying.Of("fault.stands-in-the-table", ("id", paper?.Id ?? parts!.Id)));
            rows.Add(one);
        }
        return faults.Count > 0 ? ([], faults) : (rows, []);
    }

    /// <summary>
    /// Compares a tally of one's own with the counts of a run: a table with the columns What, Name, Face, Width, Height and The run, as
    /// <see cref="Counts"/> writes it. What: piece, photo, sheet or parts.
    /// </summary>
    /// <returns>Where they differ, in sentences, or every fault by row and column.</returns>
    public static (IReadOnlyList<Saying> Differences, IReadOnlyList<Fault> Faults) CompareCounts(string text, Kit kit, CountsAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(answer);
        if (Csv.Unclosed(text) is { } open)
            return ([], [new("text", Saying.Of("fault.quote-not-closed", ("row", open)))]);
        var faults = new List<Fault>();
        using var csv = TableRow.Open(text);
        string[] needed = ["What", "The run"];
        if (TableRow.Columns(csv) is not { } columns)
            return ([], [new("text", Saying.Of("fault.the-table-is-empty"))]);
        if (!needed.All(n => columns.Contains(n, StringComparer.OrdinalIgnoreCase)))
            return ([], [new("text", Saying.Of("fault.the-first-row-names-2", ("list", columns)))]);
        var (exact, reading) = (LengthPattern.Exact(kit.Unit), kit.Reading());
        var theirs = new Dictionary<string, int>();
        for (var number = 2; csv.Read(); number++)
        {
            var row = new TableRow(csv, number, columns, faults);
            var what = row.Text("What").ToLowerInvariant();
            if (what.Length == 0 && row.Text("The run").Length == 0)
                continue;
            if (what is not ("piece" or "photo" or "sheet" or "parts"))
            {
                row.Fault("What", Saying.Of("fault.is-nothing-that-is", ("what", what)));
                continue;
            }
            var size = what is "piece" or "photo" ? SizeOf(row) : null;
            if (what is "piece" or "photo" && size is null)
                continue;
            if (row.Whole("The run", 0, 10_000_000, Saying.Of("fault.pieces")) is not { } count)
                continue;
            var key = Key(what, row.Text("Name"), row.Text("Face"), size);
            theirs[key] = theirs.GetValueOrDefault(key) + count;
        }
        if (faults.Count > 0)
            return ([], faults);
        var ours = answer
            .Counts.ByPiece.Select(p => (Key("piece", kit.Paper(p.Paper)?.Name ?? p.Paper, p.Face.ToString(), p.Size), p.Total))
            .Concat(answer.Counts.Photos.Select(p => (Key("photo", Bordered(reading, p.Border), "", p.Size), p.Total)))
            .Concat(answer.Counts.Sheets.Select(s => (Key("sheet", kit.Paper(s.Paper)?.Name ?? s.Paper, "", null), s.Total)))
            .Concat(answer.Counts.Parts.Select(p => (Key("parts", kit.PartSheet(p.Sheet)?.Name ?? p.Sheet, "", null), p.Total)))
            .GroupBy(c => c.Item1)
            .ToDictionary(g => g.Key, g => g.Sum(c => c.Total));
        return (
            [
                .. ours
                    .Keys.Union(theirs.Keys)
                    .Where(k => ours.GetValueOrDefault(k) != theirs.GetValueOrDefault(k))
                    .Select(k =>
                        Saying.Of(
                            "fault.in-your-table-counted",
                            ("what", k),
                            ("theirs", theirs.GetValueOrDefault(k)),
                            ("ours", ours.GetValueOrDefault(k))
                        )
                    ),
            ],
            []
        );

        string Key(string what, string name, string face, Size? size) =>
            string.Join(' ', new[] { what, size is { } s ? reading.Format(s) : "", name, face }.Where(t => t.Length > 0));

        Size? SizeOf(TableRow row)
        {
            var (w, h) = (exact.Parse(row.Text("Width")), exact.Parse(row.Text("Height")));
            if (w.Fault is { } wide)
                row.Fault("Width", wide.Says);
            if (h.Fault is { } high)
                row.Fault("Height", high.Says);
            if ((w.Fault ?? h.Fault) is not null)
                return null;
            var size = Size.Of(w.OrThrow(), h.OrThrow());
            if (size is null)
                row.Fault("Width", Saying.Of("fault.x-is-no-size", ("width", w.OrThrow()), ("height", h.OrThrow())));
            return size;
        }
    }

    private static string Write(IReadOnlyList<string> head, IEnumerable<object?[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Csv.Writing);
        foreach (var row in rows.Prepend([.. head]))
        {
            foreach (var field in row)
                csv.WriteField(field?.ToString() ?? "");
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }
}
