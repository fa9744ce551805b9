using System.Globalization;
using CsvHelper;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>A guest of a roster: their name, their photos for each layout in a line of text, and their own words for it.</summary>
public sealed record RosterEntry(string Name, IReadOnlyDictionary<string, string> Photos, IReadOnlyDictionary<string, LayoutWords> Words);

/// <summary>
/// Reads a roster from a table: pasted from a spreadsheet (tabs) or a CSV file (commas or semicolons, RFC 4180). The first row names
/// the columns: the name first, then layouts by id or name, and with title, names, date or place after it what is to be read there
/// (<c>L1</c>, <c>L1 title</c>).
/// </summary>
public static class RosterFile
{
    /// <summary>The most guests that are read at once.</summary>
    public const int MostGuests = 1_000;

    /// <summary>Reads it whole or not at all.</summary>
    /// <param name="taken">Names that are on the roster already.</param>
    /// <returns>The guests, or every fault by row and column.</returns>
    public static (IReadOnlyList<RosterEntry> Guests, IReadOnlyList<Fault> Faults) Read(string text, Kit kit, IEnumerable<string> taken)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(kit);
        var (guests, faults) = (new List<RosterEntry>(), new List<Fault>());
        var names = taken.ToHashSet(StringComparer.OrdinalIgnoreCase);
        if (Csv.Unclosed(text) is { } open)
            return ([], [At(open, 0, Saying.Of("fault.quote-not-closed", ("row", open)))]);
        using var csv = new CsvReader(new StringReader(text), Csv.Reading(text));
        if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { Length: > 0 } columns)
            return ([], [new("text", Saying.Of("fault.the-table-is-empty-2"))]);
        var (layouts, members) = (new string?[columns.Length], new string?[columns.Length]);
        for (var c = 1; c < columns.Length; c++)
        {
            (layouts[c], members[c]) = Column(kit, columns[c]);
            if (layouts[c] is null)
                faults.Add(
                    At(1, c, Saying.Of("fault.there-is-no-layout", ("layout", columns[c]), ("list", kit.Layouts.Select(l => l.Id))))
                );
        }
        for (var row = 2; csv.Read(); row++)
        {
            var name = csv.GetField(0) ?? "";
            if (name.Length is 0 or > 120)
                faults.Add(At(row, 0, Saying.Of("fault.a-guest-needs-a")));
            else if (!names.Add(name))
                faults.Add(At(row, 0, Saying.Of("fault.is-on-the-roster", ("name", name))));
            var (photos, words) = (new Dictionary<string, string>(), new Dictionary<string, LayoutWords>());
            for (var c = 1; c < columns.Length && c < csv.Parser.Count; c++)
            {
                var cell = csv.GetField(c) ?? "";
                if (cell.Length == 0 || layouts[c] is not { } layout)
                    continue;
                if (members[c] is { } member)
                {
                    words[layout] = (words.GetValueOrDefault(layout) ?? new()).With(member, cell);
                    faults.AddRange(new LayoutWords().With(member, cell).Faults("").Select(f => At(row, c, f.Says)));
                    continue;
                }
                faults.AddRange(PhotoLine.Read(cell, kit.Unit).Faults.Select(f => At(row, c, f.Says)));
                photos[layout] = cell;
            }
            if (csv.Parser.Count > columns.Length)
                faults.Add(At(row, columns.Length, Saying.Of("fault.this-row-has-more")));
            guests.Add(new(name, photos, words));
            if (guests.Count > MostGuests)
                return ([], [new("text", Saying.Of("fault.a-roster-has-at", ("mostGuests", MostGuests)))]);
        }
        if (guests.Count == 0 && faults.Count == 0)
            faults.Add(new("text", Saying.Of("fault.there-is-no-guest")));
        return faults.Count > 0 ? ([], faults) : (guests, []);
    }

    // L1, Up on the dune, L1 title.
    private static (string? Layout, string? Member) Column(Kit kit, string column)
    {
        string? Id(string text) =>
            kit
                .Layouts.FirstOrDefault(l =>
                    string.Equals(l.Id, text, StringComparison.OrdinalIgnoreCase)
                    || string.Equals(l.Name, text, StringComparison.OrdinalIgnoreCase)
                )
                ?.Id;
        if (Id(column) is { } whole)
            return (whole, null);
        var member = LayoutWords.Members.FirstOrDefault(m => column.EndsWith(" " + m, StringComparison.OrdinalIgnoreCase));
        return member is null ? (null, null) : (Id(column[..^(member.Length + 1)].TrimEnd()), member);
    }

    private static Fault At(int row, int column, Saying says) =>
        new(
            $"text.row[{row.ToString(CultureInfo.InvariantCulture)}].column[{(column + 1).ToString(CultureInfo.InvariantCulture)}]",
            Saying.Of("fault.row-column", ("row", row), ("column", (column + 1)), ("says", says))
        );
}
