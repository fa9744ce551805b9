using CsCheck;
using VelvetFold.Core.Counting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Counting;

/// <summary>Twine with its knots and bows, and texts set in the letters of several sheets.</summary>
public class LongThingsTests
{
    private static readonly PartSheet Roll = new()
    {
        Id = "twine",
        Name = "Twine",
        Kind = PartKind.ByLength,
        Length = L("60"),
    };

    private static PartSheet Letters(string id, params (char Letter, int Count)[] has) =>
        new()
        {
            Id = id,
            Name = $"{id} letters",
            Kind = PartKind.Letters,
            Parts =
            [
                .. has.Select(h => new SheetPart
                {
                    Id = h.Letter.ToString(),
                    Count = h.Count,
                    Size = S("1", "1"),
                }),
            ],
        };

    private static Piece Twine(string id, string along, TieKind? tied = null, string? more = null, params string[] joins) =>
        Piece(id, along, "1/8", Left("1"), Top("1"), kind: PieceKind.Tie, paper: null) with
        {
            Part = new()
            {
                Sheet = "twine",
                Tied = tied,
                More = more is null ? null : L(more),
            },
            Joins = [.. joins.Select(L)],
        };

    private static Piece Title(string text, params OtherLetters[] others) =>
        Piece("T1", "8", "1 1/2", Left("1"), Top("1"), kind: PieceKind.Title, paper: null) with
        {
            Part = new()
            {
                Sheet = "cork",
                Part = text,
                Others = others,
            },
        };

    private static Kit With(IReadOnlyList<PartSheet> parts, params Piece[] pieces) =>
        Kit(Layout(LayoutKind.Single, [Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base), .. pieces])) with
        {
            Parts = parts,
        };

    // Each loop of a bow is laid out and back (3 in of it twice over both loops is 6), both ends are as long as a loop (3), and its knot
    // takes 2 in: 11 for a bow 3 in wide (common practice, no source: about four times its width).
    [Theory]
    [InlineData("10", null, "10")]
    [InlineData("10", TieKind.Knot, "12")]
    [InlineData("3", TieKind.Bow, "11")]
    [InlineData("3", TieKind.DoubleBow, "17")]
    public void What_is_tied_takes_more_than_it_measures(string along, TieKind? tied, string takes)
    {
        var count = Assert.Single(PartCounts.Of(With([Roll], Twine("Y1", along, tied)), 1));
        Assert.Equal(L(takes), count.LengthPerKit);
        Assert.Equal(L(takes) + L("2"), Assert.Single(PartCounts.Of(With([Roll], Twine("Y1", along, tied, "2")), 1)).LengthPerKit);
    }

    [Fact]
    public void Lengths_that_are_knotted_together_take_a_knot_at_each_end()
    {
        var count = Assert.Single(PartCounts.Of(With([Roll], Twine("Y1", "10", null, "1/2", "3", "7")), 1));
        Assert.Equal([L("6"), L("4 1/2"), L("4")], count.Lengths.Select(l => l.Length));
        Assert.All(count.Lengths, l => Assert.Equal("L1-Y1", l.Label));
    }

    [Fact]
    public void What_no_roll_has_in_one_is_told_and_knotted_by_a_press()
    {
        var kit = With([Roll with { Length = L("11") }], Twine("Y1", "11 1/2"));
        var finding = Assert.Single(KitAnswer.For(kit, 1).Layouts[0].Findings, f => f.Code == "longer-than-its-roll");
        Assert.Equal([L("5 3/4")], finding.Mend!.Piece.Joins);
        Assert.DoesNotContain(
            KitAnswer.For(kit.With(kit.Layouts[0].With(finding.Mend.Piece)), 1).Layouts[0].Findings,
            f => f.Code == "longer-than-its-roll"
        );
        Assert.Null(
            Assert
                .Single(
                    KitAnswer.For(With([Roll with { Length = L("9") }], Twine("Y1", "3", TieKind.Bow)), 1).Layouts[0].Findings,
                    f => f.Code == "longer-than-its-roll"
                )
                .Mend
        );
    }

    [Fact]
    public void A_bow_is_of_one_length() =>
        Assert.Contains(
            KitRules.Faults(With([Roll], Twine("Y1", "4", TieKind.Bow, null, "2"))),
            f => f.Path.EndsWith("part.tied", StringComparison.Ordinal)
        );

    // 40 and 25 of a kit lie on no roll of 60 together: for 3 kits three rolls with a 40 each, of which none has 25 left, and two rolls for
    // three times 25; by whole kits it would be six.
    [Fact]
    public void Lengths_of_several_rolls_are_counted_one_by_one() =>
        Assert.Equal(5, Assert.Single(PartCounts.Of(With([Roll], Twine("Y1", "40"), Twine("Y2", "25")), 3)).Total);

    // Against a plain first fit decreasing, roll by roll, and the length there is.
    [Fact]
    public void Rolls_are_those_that_laying_length_by_length_takes() =>
        Gen.Select(Gen.Int[1, 40].List[1, 6], Gen.Int[1, 30], Gen.Int[20, 60])
            .Sample(
                (lengths, times, roll) =>
                {
                    var kit = With(
                        [Roll with { Length = L("1") * roll }],
                        [.. lengths.Select((l, i) => Twine($"Y{i}", "1", more: null) with { Size = new(L("1") * l, L("1/8")) })]
                    );
                    var left = new List<int>();
                    foreach (var length in Enumerable.Repeat(lengths, times).SelectMany(l => l).Where(l => l <= roll).OrderDescending())
                        if (left.FindIndex(l => l >= length) is >= 0 and var at)
                            left[at] -= length;
                        else
                            left.Add(roll - length);
                    var apart = left.Count + lengths.Where(l => l > roll).Sum(l => (l + roll - 1) / roll) * times;
                    var together = roll / lengths.Sum();
                    Assert.Equal(together > 0 ? (times + together - 1) / together : apart, Assert.Single(PartCounts.Of(kit, times)).Total);
                }
            );

    [Fact]
    public void Letters_come_from_the_sheets_that_are_said()
    {
        var kit = With([Letters("cork", ('S', 1), ('U', 4)), Letters("foam", ('N', 2))], Title("Sun", new OtherLetters("foam", "n")));
        var counts = PartCounts.Of(kit, 1);
        Assert.Equal(["S", "U"], counts[0].Needs.Select(n => n.Part));
        Assert.Equal("N", Assert.Single(counts[1].Needs).Part);
        Assert.DoesNotContain(KitAnswer.For(kit, 1).Layouts[0].Findings, f => f.Code is "no-part" or "part-used-up");
        var guide = GuideAnswer.For(kit);
        Assert.Contains(guide.Steps, s => s.Text.Contains("Of these, n from foam letters.", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("cork", "N")]
    [InlineData("foam", "X")]
    [InlineData("foam", "NN")]
    [InlineData("foam", " ")]
    public void Letters_that_are_not_in_the_text_are_refused(string sheet, string letters) =>
        Assert.Contains(
            KitRules.Faults(With([Letters("cork", ('S', 1)), Letters("foam", ('N', 2))], Title("Sun", new OtherLetters(sheet, letters)))),
            f => f.Path.EndsWith("part.others[0]", StringComparison.Ordinal)
        );

    [Fact]
    public void What_one_sheet_has_too_few_of_is_taken_from_another_by_a_press()
    {
        PartSheet[] sheets = [Letters("cork", ('S', 1), ('E', 2)), Letters("foam", ('E', 1), ('A', 3))];
        var kit = With(sheets, Title("SEEASE"));
        foreach (var code in (string[])["no-part", "part-used-up"])
        {
            var finding = Assert.Single(KitAnswer.For(kit, 1).Layouts[0].Findings, f => f.Code == code && f.Mend is not null);
            Assert.Equal([new OtherLetters("foam", "AE")], finding.Mend!.Piece.Part!.Others);
            Assert.Equal("Take AE from foam letters", finding.Mend.Says.ToString());
        }
        // Nobody has a second S: that is told still.
        Assert.Contains(
            KitAnswer.For(With(sheets, Title("SEEASE", new OtherLetters("foam", "AE"))), 1).Layouts[0].Findings,
            f => f.Code == "part-used-up"
        );
    }

    [Fact]
    public void A_guests_own_title_takes_the_letters_of_every_sheet()
    {
        var kit = With([Letters("cork", ('S', 2), ('U', 2)), Letters("foam", ('N', 2))], Title("US"));
        var own = Adaptation.Apply(kit, GuestWords.Changes(new Dictionary<string, LayoutWords> { ["L1"] = new() { Title = "SUN" } }));
        Assert.Equal([new OtherLetters("foam", "N")], own.Layouts[0].Piece("T1")!.Part!.Others);
        Assert.Empty(GuestWords.Letters(kit, own));
    }
}
