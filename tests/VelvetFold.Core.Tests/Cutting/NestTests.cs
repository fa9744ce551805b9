using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Outlines nested into sheets, checked by counting on a fine grid that knows nothing of how they were laid.</summary>
public class NestTests
{
    private static readonly Length Raster = L("1/16");

    private static NestTemplate Template(string name, Size size, Outline? shape, int count, NestTurn turn = NestTurn.Any) =>
        new(name, Nest.PointsOf(shape, size), count, turn);

    // Whether a point lies within corners (the even-odd rule).
    private static bool Holds(IReadOnlyList<OutlinePoint> ring, long x, long y)
    {
        var inside = false;
        for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
            if (
                ring[i].Y.Ticks > y != ring[j].Y.Ticks > y
                && x
                    < (double)(ring[j].X.Ticks - ring[i].X.Ticks) * (y - ring[i].Y.Ticks) / (ring[j].Y.Ticks - ring[i].Y.Ticks)
                        + ring[i].X.Ticks
            )
                inside = !inside;
        return inside;
    }

    private static void NothingOverlaps(Nest nest, Size sheet)
    {
        var cell = Length.TicksPerInch / 48;
        foreach (var places in nest.Places.GroupBy(p => p.Sheet))
        {
            var taken = new HashSet<(long, long)>();
            foreach (var place in places)
            {
                var box = Outline.Bounds(place.Points);
                Assert.True(new Box(Length.Zero, Length.Zero, sheet).Contains(box), $"{place.Template} runs off the sheet");
                for (var x = box.X.Ticks / cell * cell + cell / 2; x < box.Right.Ticks; x += cell)
                for (var y = box.Y.Ticks / cell * cell + cell / 2; y < box.Bottom.Ticks; y += cell)
                    if (Holds(place.Points, x, y))
                        Assert.True(taken.Add((x, y)), $"{place.Template} lies on another");
            }
        }
    }

    [Fact]
    public void Nothing_overlaps_and_no_more_sheets_are_taken_than_boxes_take()
    {
        var shape = Gen.OneOf(
            Gen.Const((Outline?)null),
            Gen.Enum<OutlineKind>()
                .Where(k => k is OutlineKind.Oval or OutlineKind.Hexagon)
                .Select(k => (Outline?)new Outline { Kind = k }),
            Gen.Const(
                (Outline?)
                    new Outline { Kind = OutlineKind.Template, Points = [new(L("0"), L("0")), new(L("1"), L("0")), new(L("0"), L("2"))] }
            )
        );
        Gen.Select(shape, Gen.Int[6, 20], Gen.Int[6, 20], Gen.Int[1, 14], Gen.Enum<NestTurn>())
            .Array[1, 2]
            .Sample(
                said =>
                {
                    var sheet = S("8", "8");
                    var templates = said.Select(
                            (s, i) =>
                                Template(
                                    $"T{i}",
                                    s.Item1?.Kind == OutlineKind.Template ? S("1", "2") : new(L("1/4") * s.Item2, L("1/4") * s.Item3),
                                    s.Item1,
                                    s.Item4,
                                    s.Item5
                                )
                        )
                        .ToList();
                    var nest = Nest.Of(sheet, templates, L("1/16"), Raster);
                    Assert.True(nest.Whole);
                    Assert.True(nest.LowerBound <= nest.Sheets && nest.Sheets <= nest.ByBoxes);
                    foreach (var template in templates)
                    {
                        Assert.Equal(template.Count, nest.Places.Count(p => p.Template == template.Name));
                        Assert.All(
                            nest.Places.Where(p => p.Template == template.Name),
                            p => Assert.Equal(Outline.TwiceArea(template.Points), Outline.TwiceArea(p.Points))
                        );
                    }
                    NothingOverlaps(nest, sheet);
                },
                iter: 40
            );
    }

    // Rows of circles that lie into each other: 11 of 3 1/4 in on 12 x 12, of which boxes hold 9 (three by three, arithmetic).
    [Fact]
    public void Circles_lie_into_each_other()
    {
        var nest = Nest.Of(S("12", "12"), [Template("C", S("3 1/4", "3 1/4"), new() { Kind = OutlineKind.Circle }, 20)], L("1/16"), Raster);
        Assert.Equal((2, 3), (nest.Sheets, nest.ByBoxes));
        NothingOverlaps(nest, S("12", "12"));
    }

    private static Outline Drawn(params (string X, string Y)[] points) =>
        new() { Kind = OutlineKind.Template, Points = [.. points.Select(p => new OutlinePoint(L(p.X), L(p.Y)))] };

    // A V that opens 1 3/16 in wide and is 29/32 in wide at its foot: every second one upside down five lie in 12 in, where boxes have four,
    // and a foot reaches into the one below, so that three rows of 4 in find room with a pencil's width between them (arithmetic).
    [Fact]
    public void Letters_lie_into_each_other_in_rows_of_which_every_second_one_is_turned()
    {
        var v = Drawn(("0", "0"), ("29/32", "0"), ("1 1/2", "2 59/64"), ("2 3/32", "0"), ("3", "0"), ("1 61/64", "4"), ("1 3/64", "4"));
        var nest = Nest.Of(S("12", "12"), [Template("V", S("3", "4"), v, 30)], L("1/16"), L("1/32"));
        Assert.Equal((2, 3), (nest.Sheets, nest.ByBoxes));
        Assert.All(nest.Places.GroupBy(p => p.Sheet), s => Assert.Equal(15, s.Count()));
        NothingOverlaps(nest, S("12", "12"));
    }

    // A chevron whose arms are 1 in high: each lies an inch and a pencil's width under the one before, ten of them in 12 in (2 + 9 x 1 and
    // what nine widths take at its slope), where boxes have six (arithmetic).
    [Fact]
    public void What_lies_under_one_another_is_moved_by_less_than_its_height()
    {
        var chevron = Drawn(("0", "1"), ("5", "0"), ("10", "1"), ("10", "2"), ("5", "1"), ("0", "2"));
        var nest = Nest.Of(S("12", "12"), [Template("C", S("10", "2"), chevron, 10, NestTurn.None)], L("1/16"), L("1/32"));
        Assert.Equal((1, 2), (nest.Sheets, nest.ByBoxes));
        NothingOverlaps(nest, S("12", "12"));
    }

    // Seven of 20 square inches have the area of 12 x 12, which eight have not: 15 of them take three sheets, though two and a half are
    // their area (arithmetic).
    [Fact]
    public void A_sheet_holds_whole_ones_and_the_bound_knows_it()
    {
        var nest = Nest.Of(S("12", "12"), [Template("P", S("4", "5"), null, 15)], L("0"), Raster);
        Assert.Equal((3, 3), (nest.LowerBound, nest.Sheets));
    }

    // A print with one way up is never turned.
    [Theory]
    [InlineData(NestTurn.None, new[] { 0 })]
    [InlineData(NestTurn.Half, new[] { 0, 2 })]
    public void What_may_not_be_turned_is_not(NestTurn turn, int[] allowed)
    {
        Outline triangle = new() { Kind = OutlineKind.Template, Points = [new(L("0"), L("0")), new(L("3"), L("0")), new(L("0"), L("2"))] };
        var nest = Nest.Of(S("8", "8"), [Template("T", S("3", "2"), triangle, 16, turn)], L("0"), Raster);
        Assert.True(nest.Whole);
        Assert.All(nest.Places, p => Assert.Contains(p.Quarters, allowed));
    }

    [Fact]
    public void What_is_larger_than_the_sheet_finds_no_room()
    {
        var nest = Nest.Of(S("4", "4"), [Template("T", S("5", "2"), null, 1), Template("U", S("2", "2"), null, 1)], L("0"), Raster);
        Assert.False(nest.Whole);
        Assert.Equal(["U"], nest.Places.Select(p => p.Template));
    }

    // Twice the area of what a round outline is taken for is a little more than that of the ellipse (pi a b), never less.
    [Fact]
    public void A_round_outline_is_taken_for_no_less_than_it_is()
    {
        var points = Nest.PointsOf(new() { Kind = OutlineKind.Oval }, S("4", "2"));
        var inches = (double)Outline.TwiceArea(points) / 2 / Length.TicksPerInch / Length.TicksPerInch;
        Assert.InRange(inches, Math.PI * 2, Math.PI * 2 * 1.005);
    }
}
