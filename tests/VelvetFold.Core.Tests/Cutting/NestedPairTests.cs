using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Cutting;

/// <summary>Two equal outlines out of one rectangle.</summary>
public class NestedPairTests
{
    private static OutlinePoint[] Points(params (string X, string Y)[] points) => [.. points.Select(p => new OutlinePoint(L(p.X), L(p.Y)))];

    private static readonly OutlinePoint[] RightTriangle = Points(("0", "0"), ("4", "4"), ("0", "4"));

    // Two equal right triangles make a rectangle (Euclid, Elements, book I, proposition 34).
    [Fact]
    public void Two_right_triangles_come_out_of_one_rectangle_where_one_may_be_turned()
    {
        var pair = NestedPair.Of(RightTriangle, Length.Sixteenth, mayHalfTurn: true)!;
        Assert.Equal((S("4", "4"), Length.Zero, true), (pair.Size, pair.Shift, pair.HalfTurned));
        // As they stand the hypotenuse of one lies along the other's side only when moved its whole width.
        Assert.Null(NestedPair.Of(RightTriangle, Length.Sixteenth, mayHalfTurn: false));
    }

    // A band 2 in high whose upper and lower edge rise and fall together by 1 in: the next one lies 2 in lower, whatever its own height
    // of 3 in.
    [Fact]
    public void Two_curves_lie_into_each_other()
    {
        var band = Points(("0", "0"), ("4", "1"), ("8", "0"), ("8", "2"), ("4", "3"), ("0", "2"));
        var pair = NestedPair.Of(band, Length.Sixteenth, mayHalfTurn: false)!;
        Assert.Equal((S("8", "5"), Axis.Down, L("2"), false), (pair.Size, pair.Axis, pair.Shift, pair.HalfTurned));
        Assert.Null(NestedPair.Of(Points(("0", "0"), ("8", "0"), ("8", "2"), ("0", "2")), Length.Sixteenth, mayHalfTurn: true));
    }

    [Fact]
    public void The_two_never_overlap_and_lie_in_their_rectangle() =>
        Gen.Select(Gen.Int[0, 32], Gen.Int[0, 32])
            .Array[3, 3]
            .Sample(
                corners =>
                {
                    var points = corners.Select(c => new OutlinePoint(Length.Sixteenth * c.Item1, Length.Sixteenth * c.Item2)).ToArray();
                    if (Outline.TwiceArea(points) == 0 || NestedPair.Of(points, Length.Sixteenth, mayHalfTurn: true) is not { } pair)
                        return;
                    var box = Outline.Bounds([.. pair.Points, .. pair.Second]);
                    Assert.Equal(pair.Size, box.Size);
                    Assert.Equal(Outline.TwiceArea(points), Outline.TwiceArea(pair.Second));
                    // Triangles are convex: two that share more than their edges have a point of one strictly inside the other, or sides that cross.
                    for (var i = 0; i < 400; i++)
                    {
                        var (x, y) = (
                            (pair.Size.Width.Ticks * (i % 20 * 2 + 1)) / 40.0,
                            (pair.Size.Height.Ticks * (i / 20 * 2 + 1)) / 40.0
                        );
                        Assert.False(Inside(pair.Points, x, y) && Inside(pair.Second, x, y));
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
}
