using System.Globalization;
using CsvHelper;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>A row of a table that is read: its cells as text, whole numbers or money, its faults with row and column.</summary>
internal sealed class TableRow(CsvReader csv, int number, IReadOnlyList<string> columns, List<Fault> faults)
{
    /// <summary>A table whose columns are named in its first row, large or small.</summary>
    public static CsvReader Open(string text)
    {
        text = text.TrimStart('\uFEFF');
        var reading = Csv.Reading(text);
        (reading.PrepareHeaderForMatch, reading.MissingFieldFound) = (args => args.Header.ToUpperInvariant(), null);
        return new(new StringReader(text), reading);
    }

    /// <summary>Its first row; null where there is none.</summary>
    public static IReadOnlyList<string>? Columns(CsvReader csv) => csv.Read() && csv.ReadHeader() ? csv.HeaderRecord : null;

    public bool Has(string column) => columns.Contains(column, StringComparer.OrdinalIgnoreCase);

    /// <summary>A cell; empty where there is none. What was written so that no spreadsheet runs it is as it was.</summary>
    public string Text(string column)
    {
        var text = Has(column) ? (csv.GetField(column) ?? "").Trim() : "";
        return text is ['\'', '=' or '+' or '-' or '@', ..] ? text[1..] : text;
    }

    /// <summary>A whole number, which a spreadsheet may have written with a decimal point or comma; null where the cell is empty, or
    /// its fault is noted.</summary>
    public int? Whole(string column, int least, int most, Saying what)
    {
        if (Text(column) is not { Length: > 0 } text)
            return null;
        if (
            decimal.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value)
            && value == decimal.Truncate(value)
            && value >= least
            && value <= most
        )
            return (int)value;
        Fault(column, Saying.Of("fault.is-no-number-of", ("text", text), ("what", what), ("least", least), ("most", most)));
        return null;
    }

    /// <summary>An amount of money; null where the cell is empty, or its fault is noted.</summary>
    public Money? Money(string column)
    {
        if (Text(column) is not { Length: > 0 } text)
            return null;
        if (Core.Measures.Money.TryParse(text.Replace(',', '.'), out var value) && value.Amount is >= 0 and < 10_000_000)
            return value;
        Fault(column, Saying.Of("fault.is-no-amount-of", ("text", text)));
        return null;
    }

    public void Fault(string column, Saying says)
    {
        var at = $"row {number.ToString(CultureInfo.InvariantCulture)}, {column}";
        faults.Add(new(at, Saying.Of("fault.at-row", ("row", number), ("column", column), ("says", says))));
    }
}
