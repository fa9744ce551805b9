using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Equal outlines out of one rectangle.</summary>
public class NestedRowTests
{
    private static OutlinePoint[] Points(params (string X, string Y)[] points) => [.. points.Select(p => new OutlinePoint(L(p.X), L(p.Y)))];

    private static readonly OutlinePoint[] RightTriangle = Points(("0", "0"), ("4", "4"), ("0", "4"));

    // Two equal right triangles make a rectangle (Euclid, Elements, book I, proposition 34).
    [Fact]
    public void Two_right_triangles_come_out_of_one_rectangle_where_one_may_be_turned()
    {
        var pair = NestedRow.UpTo(RightTriangle, 2, Length.Sixteenth, mayHalfTurn: true)[0];
        Assert.Equal((S("4", "4"), Length.Zero, true), (pair.Size, pair.Shifts[0], pair.HalfTurned));
        // As they stand the hypotenuse of one lies along the other's side only when moved its whole width.
        Assert.Empty(NestedRow.UpTo(RightTriangle, 2, Length.Sixteenth, mayHalfTurn: false));
    }

    // A band 2 in high whose upper and lower edge rise and fall together by 1 in: the next one lies 2 in lower, whatever its own height
    // of 3 in.
    [Fact]
    public void Two_curves_lie_into_each_other()
    {
        var band = Points(("0", "0"), ("4", "1"), ("8", "0"), ("8", "2"), ("4", "3"), ("0", "2"));
        var pair = NestedRow.UpTo(band, 2, Length.Sixteenth, mayHalfTurn: false)[0];
        Assert.Equal((S("8", "5"), Axis.Down, L("2"), false), (pair.Size, pair.Axis, pair.Shifts[0], pair.HalfTurned));
        Assert.Empty(NestedRow.UpTo(Points(("0", "0"), ("8", "0"), ("8", "2"), ("0", "2")), 2, Length.Sixteenth, mayHalfTurn: true));
    }

    // An equilateral triangle's worth of room: isosceles ones of base b and height h in a row, every second one turned, fill a parallelogram
    // of n b h / 2 but for half a triangle at each end (Euclid, Elements, book I, propositions 34 and 41).
    [Fact]
    public void Six_triangles_in_a_row_take_seven_halves_of_their_base()
    {
        var isosceles = Points(("0", "3"), ("1", "0"), ("2", "3"));
        var row = NestedRow.UpTo(isosceles, 6, Length.Sixteenth, mayHalfTurn: true)[^1];
        Assert.Equal((S("7", "3"), Axis.Across, true), (row.Size, row.Axis, row.HalfTurned));
        Assert.Equal([L("1"), L("2"), L("3"), L("4"), L("5")], row.Shifts);
        // No longer than the paper allows, and of those the ones with the most.
        Assert.Equal(4, NestedRow.UpTo(isosceles, 6, Length.Sixteenth, true, size => size.Width <= L("5"))[^1].Count);
        Assert.Empty(NestedRow.UpTo(isosceles, 6, Length.Sixteenth, mayHalfTurn: true, _ => false));
    }

    [Fact]
    public void None_of_a_row_overlap_and_all_lie_in_their_rectangle() =>
        Gen.Select(Gen.Select(Gen.Int[0, 32], Gen.Int[0, 32]).Array[3], Gen.Int[2, 6])
            .Sample(
                (corners, count) =>
                {
                    var points = corners.Select(c => new OutlinePoint(Length.Sixteenth * c.Item1, Length.Sixteenth * c.Item2)).ToArray();
                    if (
                        Outline.TwiceArea(points) == 0
                        || NestedRow.UpTo(points, count, Length.Sixteenth, mayHalfTurn: true) is not [.., var row]
                    )
                        return;
                    Assert.Equal((count, count), (row.Count, row.Outlines.Count));
                    Assert.Equal(row.Size, Outline.Bounds([.. row.Outlines.SelectMany(o => o)]).Size);
                    Assert.All(row.Outlines, o => Assert.Equal(Outline.TwiceArea(points), Outline.TwiceArea(o)));
                    Assert.True(row.Size.Area < Outline.Bounds(points).Size.Area * count);
                    // Triangles are convex: two that share more than their edges have a point of one strictly inside the other, or sides that cross.
                    for (var i = 0; i < 900; i++)
                    {
                        var (x, y) = (row.Size.Width.Ticks * (i % 30 * 2 + 1) / 60.0, row.Size.Height.Ticks * (i / 30 * 2 + 1) / 60.0);
                        Assert.True(row.Outlines.Count(o => Inside(o, x, y)) <= 1);
                    }
                },
                iter: 150
            );

    private static bool Inside(IReadOnlyList<OutlinePoint> t, double x, double y)
    {
        double Side(OutlinePoint a, OutlinePoint b) =>
            (b.X.Ticks - (double)a.X.Ticks) * (y - a.Y.Ticks) - (b.Y.Ticks - (double)a.Y.Ticks) * (x - a.X.Ticks);
        var sides = new[] { Side(t[0], t[1]), Side(t[1], t[2]), Side(t[2], t[0]) };
        return sides.All(s => s > 1e-6) || sides.All(s => s < -1e-6);
    }

    [Fact]
    public void A_kit_cuts_two_triangles_out_of_one_square_and_the_guide_parts_them()
    {
        var shape = new Outline { Kind = OutlineKind.Template, Points = RightTriangle };
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "4", "4", Left("0"), Top("0")) with
                {
                    Shape = shape,
                },
                Piece("B2", "4", "4", Left("5"), Top("0")) with
                {
                    Shape = shape,
                },
                Piece("B3", "4", "4", Left("0"), Top("5")) with
                {
                    Shape = shape,
                }
            )
        );
        var answer = KitAnswer.For(kit, 1);
        var placements = answer.EachKit.Plan.BySheet[0].Patterns.SelectMany(p => p.Placements).ToList();
        Assert.Equal(["L1-B1 + L1-B2", "L1-B3"], placements.Select(p => p.Piece).Order());
        Assert.All(placements, p => Assert.Equal(S("4", "4"), p.Box.Size));
        var step = answer.Steps.Single(s => s.Kind == Core.Guides.StepKind.Cut);
        Assert.Equal(["L1-B1", "L1-B2", "L1-B3"], step.Pieces.Order());
        Assert.Contains(step.Lines, l => l.EndsWith("turned by a half; cut along it by hand.", StringComparison.Ordinal));
        // Of three kits the odd ones lie into each other too: 9 triangles out of 4 pairs and one.
        Assert.Equal(5, KitAnswer.BatchOf(kit, 3).Plan.BySheet[0].Patterns.Sum(p => p.Times * p.Placements.Count));
        Assert.Equal(9, KitAnswer.BatchOf(kit, 3).Plan.BySheet[0].Patterns.Sum(p => p.Times * p.Placements.Sum(q => q.Labels.Count)));
    }

    // Twelve arches a kit, each 2 x 3 in with shoulders: rows of them, told one after another, and never more sheets than their boxes take.
    [Theory]
    [InlineData(1)]
    [InlineData(5)]
    public void A_kit_cuts_its_templates_in_rows_and_takes_no_more_sheets_than_boxes(int kits)
    {
        var shape = new Outline { Kind = OutlineKind.Template, Points = Points(("0", "3"), ("1", "0"), ("2", "3")) };
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                [
                    .. Enumerable
                        .Range(1, 12)
                        .Select(i =>
                            Piece($"B{i}", "2", "3", Left($"{(i - 1) % 6 * 2}"), Top($"{(i - 1) / 6 * 3}")) with
                            {
                                Shape = shape,
                            }
                        ),
                ]
            )
        );
        var work = new Core.Cutting.KitWork(kit);
        var plan = work.Plan(kits, CutMode.Batch);
        var labels = plan.BySheet[0]
            .Patterns.SelectMany(p => Enumerable.Repeat(p, p.Times))
            .SelectMany(p => p.Placements)
            .SelectMany(p => p.Labels);
        Assert.All(labels.CountBy(l => l), l => Assert.Equal(kits, l.Value));
        var boxes = CutPlanner.Plan(CutPlanner.Plannable(CutList.Order(kit, work.Pieces, kits, CutMode.Batch, inRow: 1)));
        Assert.True(plan.SheetsUsed <= boxes.SheetsUsed);
        // What is laid by hand is what the plan cuts.
        var cut = plan.BySheet[0].Patterns.SelectMany(p => p.Placements).Select(p => p.Piece).Distinct().Order();
        Assert.Equal(work.Order(kits, CutMode.Batch).Pieces.Select(p => p.Id).Distinct().Order(), cut);
        // 60 triangles of 3 sq in, 180 in all, out of sheets of 144.
        if (kits == 5)
            Assert.Equal((2, 3), (plan.SheetsUsed, boxes.SheetsUsed));
    }

    [Fact]
    public void The_guide_says_where_each_of_a_row_lies()
    {
        var shape = new Outline { Kind = OutlineKind.Template, Points = Points(("0", "3"), ("1", "0"), ("2", "3")) };
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                [.. Enumerable.Range(1, 4).Select(i => Piece($"B{i}", "2", "3", Left($"{(i - 1) * 2}"), Top("0")) with { Shape = shape })]
            )
        );
        var answer = KitAnswer.For(kit, 1);
        var step = answer.Steps.Single(s => s.Kind == Core.Guides.StepKind.Cut);
        Assert.Contains(
            "Lay L1-B1 + L1-B2 + L1-B3 + L1-B4 front side up. L1-B1 + L1-B2 + L1-B3 + L1-B4: draw the outline 4 times, at the left end and 1, 2, 3 further right, every second one turned by a half; cut along each by hand.",
            step.Lines.Select(l => l.Replace("\"", "", StringComparison.Ordinal))
        );
        Assert.Equal(["L1-B1", "L1-B2", "L1-B3", "L1-B4"], step.Pieces.Order());
        Assert.Empty(answer.Proof.Faults);
        var picture = Assert.Single(answer.EachKit.Pictures);
        Assert.Equal(4, picture.Picture.Marks.OfType<Core.Drawing.TextMark>().Count(m => m.Role == Core.Drawing.Role.Label));
    }
}
