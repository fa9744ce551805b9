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
        var delimiter = Delimiter(text)[0];
        var (row, opened, isOpen, starts) = (1, 1, false, true);
        foreach (var c in text)
        {
            // A mark within a cell that does not begin with one stands for itself.
            var isMark = c == '"' && (isOpen || starts);
            if (isMark)
            {
                isOpen = !isOpen;
                opened = isOpen ? row : opened;
            }
            // After a mark that closes, a second one is a mark of the text, and the cell goes on.
            starts = !isOpen && (isMark || c is '\n' or '\r' || c == delimiter || (starts && c == ' '));
            if (c == '\n')
                row++;
        }
        return isOpen ? opened : null;
    }

    /// <summary>Tabs, semicolons or commas part the columns, whichever the first row has.</summary>
    public static CsvConfiguration Reading(string text)
    {
        return new(CultureInfo.InvariantCulture)
        {
            Delimiter = Delimiter(text),
            TrimOptions = TrimOptions.Trim,
            BadDataFound = null,
        };
    }

    private static string Delimiter(string text)
    {
        var head = text.Split('\n', 2)[0];
        return head.Contains('\t', StringComparison.Ordinal) ? "\t"
            : head.Contains(';', StringComparison.Ordinal) ? ";"
            : ",";
    }
}
