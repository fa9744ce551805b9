using Microsoft.VisualBasic.FileIO;
using VelvetFold.Core;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Formats.Tests;

/// <summary>Tables in and out, read back by a parser that is not the one they are written with.</summary>
public class TableFileTests
{
    private static readonly Kit Kit = new()
    {
        Name = "Kit",
        Ruler = Length.Sixteenth,
        Matting = new() { Reveal = Length.Inches(0, 1, 8) },
        Papers =
        [
            new()
            {
                Id = "plain",
                Name = "=1+1, \"plain\"",
                Size = new(Length.Inches(12), Length.Inches(12)),
                FaceA = new() { Colour = "#112233" },
                OnHand = 7,
                Pack = new() { Of = 12, Price = new(9.6m) },
            },
        ],
        Parts =
        [
            new()
            {
                Id = "dots",
                Name = "Dots; brass",
                Kind = PartKind.Loose,
                OnHand = 3,
            },
        ],
        Layouts =
        [
            new()
            {
                Id = "L1",
                Name = "One",
                Page = new(Length.Inches(12), Length.Inches(12)),
                Pieces =
                [
                    new()
                    {
                        Id = "B1",
                        Kind = PieceKind.Panel,
                        Size = new(Length.Inches(3, 1, 2), Length.Inches(4)),
                        Paper = "plain",
                        Across = new Centred(),
                        Down = new Centred(),
                    },
                ],
            },
        ],
    };

    private static List<string[]> Parsed(string csv)
    {
        using var parser = new TextFieldParser(new StringReader(csv))
        {
            TextFieldType = FieldType.Delimited,
            HasFieldsEnclosedInQuotes = true,
            TrimWhiteSpace = false,
        };
        parser.SetDelimiters(",");
        var rows = new List<string[]>();
        while (!parser.EndOfData)
            rows.Add(parser.ReadFields()!);
        return rows;
    }

    [Fact]
    public void Tables_are_read_by_another_parser_and_no_cell_runs_as_a_formula()
    {
        var answer = CountsAnswer.For(Kit, 5);
        foreach (
            var table in new[]
            {
                TableFile.Stock(Kit),
                TableFile.Counts(Kit, answer),
                TableFile.Shopping(Kit, answer),
                TableFile.Costs(answer),
            }
        )
        {
            var rows = Parsed(table);
            Assert.All(rows, r => Assert.Equal(rows[0].Length, r.Length));
            Assert.DoesNotContain(rows.SelectMany(r => r), cell => cell.Length > 0 && "=+@\t".Contains(cell[0], StringComparison.Ordinal));
        }
        var stock = Parsed(TableFile.Stock(Kit));
        Assert.Equal(["paper", "plain", "'=1+1, \"plain\"", "7", "12", "9.60"], stock[1]);
        Assert.Contains(Parsed(TableFile.Counts(Kit, answer)), r => r[0] == "piece" && r[3] == "3 1/2 in" && r[6] == "5");
    }

    [Fact]
    public void A_line_break_in_a_name_stays_within_its_cell()
    {
        var kit = Kit with { Papers = [Kit.Papers[0] with { Name = "Two\nlines, \"quoted\"" }, .. Kit.Papers.Skip(1)] };
        Assert.Equal("Two\nlines, \"quoted\"", Parsed(TableFile.Stock(kit))[1][2].ReplaceLineEndings("\n"));
    }

    [Theory]
    [InlineData("Id,On hand\r\nplain,12\r\ndots,4\r\n")]
    [InlineData("On hand;Id\n12,0;plain\n4;dots")]
    [InlineData("id\ton hand\nplain\t12.0\ndots\t4")]
    [InlineData("\uFEFFName;On hand\n\"=1+1, \"\"plain\"\"\";12\nDots; brass;4")]
    public void Counts_are_read_with_commas_semicolons_or_tabs(string text)
    {
        var (counts, faults) = TableFile.ReadStock(text.Replace("Dots; brass;4", "\"Dots; brass\";4", StringComparison.Ordinal), Kit);
        Assert.Empty(faults);
        Assert.Equal([new StockCount(true, "plain", 12), new StockCount(false, "dots", 4)], counts);
    }

    [Fact]
    public void Every_fault_is_told_by_row_and_column_and_nothing_is_taken()
    {
        var (counts, faults) = TableFile.ReadStock("Id,On hand\nplain,12.5\nnone,3\ndots,4\ndots,5\n", Kit);
        Assert.Empty(counts);
        Assert.Equal(["row 2, On hand", "row 3, Id", "row 5, Id"], faults.Select(f => f.Path));
        Assert.Equal("text", Assert.Single(TableFile.ReadStock("What\n1", Kit).Faults).Path);
        Assert.Equal("text", Assert.Single(TableFile.ReadStock("", Kit).Faults).Path);
    }

    [Fact]
    public void Packs_and_prices_come_in_with_the_stock_and_an_empty_cell_changes_nothing()
    {
        var (counts, faults) = TableFile.ReadStock("Id;On hand;Pack of;Pack price\nplain;;12;10,40\ndots;5;;\n", Kit);
        Assert.Empty(faults);
        Assert.Equal([new StockCount(true, "plain", null, 12, new Money(10.40m)), new StockCount(false, "dots", 5)], counts);
        var bad = TableFile.ReadStock("Id,Pack of,Pack price\nplain,0,9.999\ndots,2,dear\n", Kit).Faults;
        Assert.Equal(["row 2, Pack of", "row 2, Pack price", "row 3, Pack price"], bad.Select(f => f.Path));
        // What goes out comes in as it was.
        Assert.Equal(
            [new StockCount(true, "plain", 7, 12, new Money(9.6m)), new StockCount(false, "dots", 3)],
            TableFile.ReadStock(TableFile.Stock(Kit), Kit).Counts
        );
    }

    [Fact]
    public void The_shopping_list_comes_back_with_what_was_bought()
    {
        Assert.Equal(
            [new BoughtPacks(true, "plain", 2)],
            TableFile.ReadBought("Name,Packs,Bought\n\"'=1+1, \"\"plain\"\"\",3,2\nDots; brass,1,\n", Kit).Bought
        );
        // Without a column of its own, the packs of the list were bought.
        var list = TableFile.Shopping(Kit, CountsAnswer.For(Kit, 500));
        Assert.Equal(
            [new BoughtPacks(true, "plain", int.Parse(Parsed(list)[1][7], System.Globalization.CultureInfo.InvariantCulture))],
            TableFile.ReadBought(list, Kit).Bought
        );
        Assert.Equal(
            ["row 2, Bought", "row 3, Name"],
            TableFile.ReadBought("Name,Bought\nDots; brass,half\nGold,1\n", Kit).Faults.Select(f => f.Path)
        );
        Assert.Empty(TableFile.ReadBought("Name,Bought\nDots; brass,half\n\"'=1+1, \"\"plain\"\"\",1\n", Kit).Bought);
    }

    [Fact]
    public void A_tally_of_ones_own_is_compared_line_by_line()
    {
        var answer = CountsAnswer.For(Kit, 5);
        Assert.Empty(TableFile.CompareCounts(TableFile.Counts(Kit, answer), Kit, answer).Differences);
        // Columns in another order, a decimal comma, a size in another unit; one piece too few, and one that is not there.
        var (differences, faults) = TableFile.CompareCounts(
            "The run;What;Name;Face;Width;Height\n4;piece;\"=1+1, \"\"plain\"\"\";A;88,9 mm;101,6 mm\n3;photo;;;4;6\n",
            Kit,
            answer
        );
        Assert.Empty(faults);
        var said = differences.Select(d => d.ToString()).ToList();
        Assert.Equal(3, differences.Count);
        Assert.Contains(
            said,
            d =>
                d.EndsWith(": 4 in your table, 5 counted here.", StringComparison.Ordinal)
                && d.StartsWith("piece 3½ x 4", StringComparison.Ordinal)
        );
        Assert.Contains("photo 4 x 6: 3 in your table, 0 counted here.", said);
        Assert.Contains(
            said,
            d => d.StartsWith("sheet", StringComparison.Ordinal) && d.Contains("0 in your table", StringComparison.Ordinal)
        );
        Assert.Equal(
            ["row 2, What", "row 3, Width", "row 4, The run"],
            TableFile
                .CompareCounts("What,Width,Height,The run\nknob,1,1,1\npiece,wide,4,2\nsheet,,,some\n", Kit, answer)
                .Faults.Select(f => f.Path)
        );
        Assert.Equal("text", Assert.Single(TableFile.CompareCounts("Name\nx", Kit, answer).Faults).Path);
    }
}
