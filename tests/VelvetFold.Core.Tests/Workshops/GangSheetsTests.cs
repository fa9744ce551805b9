using CsCheck;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Workshops;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Workshops;

public class GangSheetsTests
{
    private static readonly Size Letter = S("8 1/2", "11");

    // By hand: within the 8 x 10 1/2 that the margins leave, two 3 x 4 stand beside each other (6 1/8) and two under each other (8
    // 1/8): four.
    [Fact]
    public void Small_prints_share_sheets_and_large_ones_are_named()
    {
        PhotoPrint[] photos =
        [
            .. Enumerable.Range(0, 4).Select(i => new PhotoPrint("Wren", $"L1-P{i}", S("3", "4"))),
            new("Wren", "L1-P9", S("9", "12")),
        ];
        var gang = GangSheets.Of(photos, Letter);
        Assert.Equal(4, Assert.Single(gang.Sheets).Count);
        Assert.Equal("L1-P9", Assert.Single(gang.TooLarge).Opening);
    }

    // A printer leaves 1/4 in white at the edges, and crop marks stand in 1/8 in (common practice, no source).
    [Fact]
    public void Prints_begin_a_quarter_of_an_inch_in_and_an_eighth_apart()
    {
        var boxes = Assert
            .Single(GangSheets.Of([new("Wren", "L1-P1", S("3", "4")), new("Wren", "L1-P2", S("3", "4"))], Letter).Sheets)
            .Select(p => p.Box)
            .OrderBy(b => (b.X, b.Y))
            .ToList();
        Assert.Equal((L("1/4"), L("1/4")), (boxes[0].X, boxes[0].Y));
        Assert.Equal(L("1/8"), boxes[1].X > boxes[0].X ? boxes[1].X - boxes[0].Right : boxes[1].Y - boxes[0].Bottom);
    }

    [Fact]
    public void Every_photo_lies_once_on_a_sheet_inside_the_margin_and_clear_of_the_others() =>
        Gen.Select(Gen.Int[0, 3], Gen.Bool)
            .Select(
                (i, lying) =>
                    new[] { S("3", "4"), S("4", "6"), S("2", "3"), S("5", "7") }[i] is var s && lying
                        ? s.Turned
                        : new[] { S("3", "4"), S("4", "6"), S("2", "3"), S("5", "7") }[i]
            )
            .Array[1, 20]
            .Sample(
                sizes =>
                {
                    PhotoPrint[] photos = [.. sizes.Select((size, i) => new PhotoPrint("A", $"P{i}", size))];
                    var gang = GangSheets.Of(photos, Letter, new() { BudgetMs = 20 });
                    Assert.Equal(
                        photos.Select(p => p.Opening).Order(),
                        gang.Sheets.SelectMany(s => s).Select(p => p.Print.Opening).Order()
                    );
                    var inside = new Box(Length.Zero, Length.Zero, Letter).Inset(GangSheets.Margin)!.Value;
                    foreach (var sheet in gang.Sheets)
                        for (var i = 0; i < sheet.Count; i++)
                        {
                            Assert.True(inside.Contains(sheet[i].Box));
                            Assert.True(sheet[i].Box.Size == sheet[i].Print.Size || sheet[i].Box.Size == sheet[i].Print.Size.Turned);
                            Assert.All(
                                sheet.Skip(i + 1),
                                other =>
                                    Assert.False(
                                        other
                                            .Box.Inset(-GangSheets.Gap.Half)!
                                            .Value.Overlaps(sheet[i].Box.Inset(-GangSheets.Gap.Half)!.Value)
                                    )
                            );
                        }
                    Assert.True(gang.Sheets.Count >= gang.LowerBound);
                },
                iter: 40
            );

    // 3 : 2 is the shape of 4 x 6 and 10 x 15, 4 : 3 of 3 x 4, 1 : 1 of 4 x 4 (arithmetic).
    [Theory]
    [InlineData(6000, 4000, LengthUnit.Inch, "6", "4")]
    [InlineData(3024, 4032, LengthUnit.Inch, "3", "4")]
    [InlineData(1000, 1000, LengthUnit.Inch, "4", "4")]
    [InlineData(1400, 1000, LengthUnit.Inch, "7", "5")]
    public void A_picture_is_offered_the_print_closest_in_shape(int width, int height, LengthUnit unit, string w, string h) =>
        Assert.Equal(S(w, h), StandardSizes.PrintFor(width, height, unit, []));
}
