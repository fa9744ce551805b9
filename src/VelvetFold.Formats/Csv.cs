using System.Globalization;
using CsvHelper.Configuration;

namespace VelvetFold.Formats;

/// <summary>How tables are read and written (RFC 4180).</summary>
internal static class Csv
{
    /// <summary>A cell that a spreadsheet would take for a formula is written so that it is text.</summary>
    public static CsvConfiguration Writing { get; } =
        new(CultureInfo.InvariantCulture) { NewLine = "\r\n", InjectionOptions = InjectionOptions.Escape };

    /// <summary>The row, from 1, in which a quotation mark opens that is never closed; null where all are (RFC 4180, 2.5 to 2.7).</summary>
    public static int? Unclosed(string text)
    {
        var (row, opened, isOpen, starts) = (1, 1, false, true);
        foreach (var c in text)
        {
            if (c == '"' && (isOpen || starts))
            {
                isOpen = !isOpen;
                opened = isOpen ? row : opened;
            }
            // A mark within a cell that does not begin with one stands for itself.
            starts = !isOpen && (c is ',' or ';' or '\t' or '\n' or '\r' || (starts && c is ' ' or '"') || c == '"');
            if (c == '\n')
                row++;
        }
        return isOpen ? opened : null;
    }

    /// <summary>Tabs, semicolons or commas part the columns, whichever the first row has.</summary>
    public static CsvConfiguration Reading(string text)
    {
        var head = text.Split('\n', 2)[0];
        return new(CultureInfo.InvariantCulture)
        {
            Delimiter =
                head.Contains('\t', StringComparison.Ordinal) ? "\t"
                : head.Contains(';', StringComparison.Ordinal) ? ";"
                : ",",
            TrimOptions = TrimOptions.Trim,
            BadDataFound = null,
        };
    }
}
