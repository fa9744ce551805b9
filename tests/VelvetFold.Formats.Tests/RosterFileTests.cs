using UglyToad.PdfPig;
using VelvetFold.Core;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Formats.Print;

namespace VelvetFold.Formats.Tests;

/// <summary>Rosters from tables, and the cards that go into guests' bags.</summary>
public class RosterFileTests
{
    private static readonly Kit Kit = KitFile.Read(File.ReadAllBytes(Find("src/VelvetFold.Web/Demo/kite-weekend.json"))).Value!;

    private static string Find(string path)
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, path)))
            folder = Path.GetDirectoryName(folder)!;
        return Path.Combine(folder, path);
    }

    // Quoted fields with commas within are RFC 4180, section 2, rules 5 to 7; a spreadsheet's clipboard parts cells by tabs.
    [Theory]
    [InlineData("name\tL1\tThe kite shop\nWren\t2 of 4 x 6, 3 x 4\t\nAsh\t\t4 x 6 once\n")]
    [InlineData("name,L1,L2\r\nWren,\"2 of 4 x 6, 3 x 4\",\r\nAsh,,4 x 6 once\r\n")]
    [InlineData("Name;l1;l2\nWren;\"2 of 4 x 6, 3 x 4\";\nAsh;;4 x 6 once")]
    public void A_table_is_read_however_its_cells_are_parted(string text)
    {
        var (guests, faults) = RosterFile.Read(text, Kit, []);
        Assert.Empty(faults);
        Assert.Equal(["Wren", "Ash"], guests.Select(g => g.Name));
        Assert.Equal("2 of 4 x 6, 3 x 4", guests[0].Photos["L1"]);
        Assert.Equal("4 x 6 once", Assert.Single(guests[1].Photos).Value);
    }

    // RFC 4180, 2.5 to 2.7: a cell in marks may hold commas and line breaks, and a mark of its own written twice.
    [Theory]
    [InlineData("name,L1\nWren,\"4 x 6\nAsh,3 x 4\n", 2)]
    [InlineData("name,L1\nWren,4 x 6\n\"Ash,3 x 4", 3)]
    [InlineData("name,L1\n\"Wren \"\"W\"\" Ash\",\"4 x 6, 3 x 4\"\n", null)]
    [InlineData("name,L1\nWren 6\" tall,4 x 6\n", null)]
    [InlineData("name,L1\nWren 6\"\" tall,4 x 6\n", null)]
    [InlineData("name\tL1\nWren, \"Ash\t4 x 6\n", null)]
    [InlineData("name,L1\n\"Wren\nof the hill\",4 x 6\n", null)]
    public void A_mark_that_is_not_closed_is_told_with_its_row(string text, int? row)
    {
        var (guests, faults) = RosterFile.Read(text, Kit, []);
        if (row is null)
            Assert.Equal((1, 0), (guests.Count, faults.Count));
        else
            Assert.StartsWith(
                $"Row {row}, column 1: In row {row} a quotation mark opens",
                Assert.Single(faults).Says.ToString(),
                StringComparison.Ordinal
            );
    }

    [Fact]
    public void Every_fault_is_told_by_row_and_column_and_nothing_is_taken()
    {
        var (guests, faults) = RosterFile.Read("name\tL1\tL7\nWren\tfour\t\n\t4 x 6\t\nwren\t\t\n", Kit, ["Ash"]);
        Assert.Empty(guests);
        Assert.Equal(
            ["text.row[1].column[3]", "text.row[2].column[2]", "text.row[3].column[1]", "text.row[4].column[1]"],
            faults.Select(f => f.Path)
        );
        Assert.StartsWith("Row 2, column 2: 'four' is no photo", faults[1].Says.ToString(), StringComparison.Ordinal);
        Assert.Contains(
            "on the roster already",
            Assert.Single(RosterFile.Read("name\nAsh", Kit, ["Ash"]).Faults).Says.ToString(),
            StringComparison.Ordinal
        );
        Assert.NotEmpty(RosterFile.Read("", Kit, []).Faults);
        Assert.NotEmpty(RosterFile.Read("name,L1\n", Kit, []).Faults);
        Assert.Contains(
            "more columns",
            Assert.Single(RosterFile.Read("name,L1\nWren,4 x 6,3 x 4", Kit, []).Faults).Says.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_card_says_what_changes_and_where_it_is_cut_from()
    {
        var guest = KitAnswer.ForGuest(Kit, [new("L2", "P1", OpeningMove.Turn), new("L1", "P4", OpeningMove.Card)]);
        var pdf = PdfFile.Write(SwapCard.Of(Kit, guest, "Wren", PrintPaper.A4), Kit.Name, "en");
        using var document = PdfDocument.Open(pdf);
        var text = string.Concat(
            string.Concat(document.GetPages().SelectMany(p => p.Letters).Select(l => l.Value)).Where(c => !char.IsWhiteSpace(c))
        );
        Assert.Contains("Kiteweekend,forWren", text, StringComparison.Ordinal);
        // All of it comes out of the bag: no sheet is cut otherwise for it.
        Assert.Empty(guest.Bag.Missing);
        Assert.Contains(guest.Differences, d => d.IsCutting);
        Assert.All(
            guest.Differences,
            d =>
                Assert.Equal(
                    !d.IsCutting,
                    text.Contains(string.Concat(d.Says.ToString().Where(c => !char.IsWhiteSpace(c))), StringComparison.Ordinal)
                )
        );
        Assert.Contains("Outof:", text, StringComparison.Ordinal);
        Assert.Contains("Itstaysinthesleeve.", text, StringComparison.Ordinal);
        Assert.Single(SwapCard.Of(Kit, KitAnswer.ForGuest(Kit, []), "Ash", PrintPaper.Letter));
    }

    // Whatever is done for a guest: the card of a German guide has no English word of ours left on it.
    [Fact]
    public void A_german_kit_has_a_german_card()
    {
        var kit = Kit with { Guide = new() { Language = GuideLanguage.German } };
        OpeningChange[] changes =
        [
            new("L2", "P1", OpeningMove.Turn),
            new("L1", "P4", OpeningMove.LeaveEmpty),
            new("L1", "P3", OpeningMove.Card),
            new("L1", "P5", OpeningMove.Patch, With: "spar-plaid A"),
            new("L1", "P2", OpeningMove.Placeholder),
            new("L1", "P1", OpeningMove.Resize, Size: kit.Layout("L1")!.Piece("P2")!.Size),
            new("L1", "J1", OpeningMove.Shift, At: new(Core.Measures.Length.Inches(0, 1, 8), Core.Measures.Length.Inches(0, 1, 8))),
            new("L1", "P6", OpeningMove.Pocket),
        ];
        Assert.Empty(Adaptation.Unknown(kit, changes));
        var guest = KitAnswer.ForGuest(kit, changes, told: Core.Guides.Words.German);
        using var document = PdfDocument.Open(PdfFile.Write(SwapCard.Of(kit, guest, "Wren", PrintPaper.A4), kit.Name, "de"));
        var text = string.Join(' ', document.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        foreach (
            var word in new[]
            {
                "Auf der Seite",
                "Anders geschnitten",
                "Schritte",
                "Platzhalterkarte",
                "bleibt leer",
                "ist gedreht",
                "nach unten",
                "Karte zum Beschriften",
                "ein Feld aus",
                "Es bleibt in der Hülle.",
                "Aus:",
            }
        )
            Assert.Contains(word, text, StringComparison.Ordinal);
        foreach (var word in new[] { " instead ", " the ", " is ", "sheet", "offcut", "step", " of ", "hidden" })
            Assert.DoesNotContain(
                word,
                text.Replace("Up on the dune", "", StringComparison.Ordinal).Replace("The kite shop", "", StringComparison.Ordinal),
                StringComparison.OrdinalIgnoreCase
            );
        // The same in English on the screen.
        Assert.Contains(
            KitAnswer.ForGuest(kit, changes).Differences,
            d => d.Says.ToString().Contains("instead of", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_guests_own_words_stand_in_columns_of_their_own()
    {
        var (guests, faults) = RosterFile.Read("name,L1,L1 title,The kite shop date\nWren,4 x 6,Our dune,June\nAsh,,,\n", Kit, []);
        Assert.Empty(faults);
        Assert.Equal(new LayoutWords { Title = "Our dune" }, guests[0].Words["L1"]);
        Assert.Equal(new LayoutWords { Date = "June" }, guests[0].Words["L2"]);
        Assert.Empty(guests[1].Words);
        Assert.Equal("text.row[1].column[3]", Assert.Single(RosterFile.Read("name,L1,L1 colour\nWren,4 x 6,red\n", Kit, []).Faults).Path);
    }
}
