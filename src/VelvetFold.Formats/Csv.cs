using System.Globalization;
using CsvHelper.Configuration;

namespace VelvetFold.Formats;

/// <summary>How tables are read and written (RFC 4180).</summary>
internal static class Csv
{
    /// <summary>A cell that a spreadsheet would take for a formula is written so that it is text.</summary>
    public static CsvConfiguration Writing { get; } =
        new(CultureInfo.InvariantCulture) { NewLine = "\r\n", InjectionOptions = InjectionOptions.Escape };

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
