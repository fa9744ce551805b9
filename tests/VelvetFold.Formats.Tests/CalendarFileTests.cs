using System.Text;
using VelvetFold.Core.Days;

namespace VelvetFold.Formats.Tests;

/// <summary>The days before a workshop as a calendar.</summary>
public sealed class CalendarFileTests
{
    private static readonly DateOnly Day = new(2027, 5, 15);

    private static readonly BeforeTask Cut = new(
        BeforeKind.PiecesCut,
        100,
        0,
        [],
        new(2027, 5, 12),
        new(2027, 5, 13),
        false,
        false,
        0,
        [],
        null
    );

    private static byte[] Written() =>
        CalendarFile.Write(
            "harbour",
            "Harbour, morning; day",
            Day,
            new(10, 0),
            new(16, 0),
            "Mill Lane, 3",
            [Cut],
            new(2027, 4, 1, 8, 0, 0)
        );

    // Lines of RFC 5545: the objects of 3.6, escapes of 3.3.11, all-day dates of 3.3.4 whose end is not part of it (3.6.1), and lines of
    // 75 octets at most that end in CRLF (3.1).
    [Fact]
    public void It_is_written_as_the_standard_has_it()
    {
        var text = Encoding.UTF8.GetString(Written());
        Assert.StartsWith("BEGIN:VCALENDAR\r\n", text, StringComparison.Ordinal);
        Assert.Contains("VERSION:2.0\r\n", text, StringComparison.Ordinal);
        Assert.Contains("SUMMARY:Harbour\\, morning\\; day\r\n", text, StringComparison.Ordinal);
        Assert.Contains("DTSTART:20270515T100000\r\n", text, StringComparison.Ordinal);
        Assert.Contains("DTSTART;VALUE=DATE:20270513\r\n", text, StringComparison.Ordinal);
        Assert.Contains("DTEND;VALUE=DATE:20270514\r\n", text, StringComparison.Ordinal);
        Assert.Contains("DTSTAMP:20270401T080000Z\r\n", text, StringComparison.Ordinal);
        Assert.EndsWith("END:VCALENDAR\r\n", text, StringComparison.Ordinal);
        Assert.All(text.Split("\r\n"), line => Assert.True(Encoding.UTF8.GetByteCount(line) <= 75, line));
    }

    [Fact]
    public void Read_back_it_says_where_its_entries_lie_now()
    {
        var (same, _) = CalendarFile.Read(Written(), "harbour");
        Assert.Equal(Day, same?.Day);
        Assert.Equal([new(BeforeKind.PiecesCut, new(2027, 5, 13))], same?.Due);
        // As another program may write it: moved, at an hour, with entries of its own.
        var moved = Encoding
            .UTF8.GetString(Written())
            .Replace("DTSTART;VALUE=DATE:20270513", "DTSTART:20270511T183000", StringComparison.Ordinal)
            .Replace("DTEND;VALUE=DATE:20270514", "DTEND:20270511T193000", StringComparison.Ordinal)
            .Replace(
                "END:VCALENDAR",
                "BEGIN:VEVENT\r\nUID:else@example.org\r\nDTSTART;VALUE=DATE:20270101\r\nEND:VEVENT\r\nEND:VCALENDAR",
                StringComparison.Ordinal
            );
        Assert.Equal([new(BeforeKind.PiecesCut, new(2027, 5, 11))], CalendarFile.Read(Encoding.UTF8.GetBytes(moved), "harbour").Value?.Due);
    }

    [Theory]
    [InlineData("no calendar at all")]
    [InlineData("")]
    [InlineData("BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:99999999\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n")]
    public void What_is_no_calendar_of_it_is_told(string text)
    {
        var (read, faults) = CalendarFile.Read(Encoding.UTF8.GetBytes(text), "harbour");
        Assert.Null(read);
        Assert.Single(faults);
    }

    [Fact]
    public void Of_another_workshop_nothing_is_taken() =>
        Assert.Contains(
            "Nothing of this workshop",
            CalendarFile.Read(Written(), "orchard").Faults.Single().Says.ToString(),
            StringComparison.Ordinal
        );
}
