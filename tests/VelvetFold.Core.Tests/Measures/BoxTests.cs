using CsCheck;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Tests.Measures;

public class BoxTests
{
    internal static readonly Gen<Box> SmallBox = Gen.Select(Gen.Int[0, 12], Gen.Int[0, 12], Gen.Int[1, 8], Gen.Int[1, 8])
        .Select((x, y, w, h) => new Box(Length.Inches(x), Length.Inches(y), Length.Inches(w), Length.Inches(h)));

    [Fact]
    public void A_negative_size_is_refused() =>
        Assert.Throws<ArgumentOutOfRangeException>(() => new Size(Length.Inches(-1), Length.Inches(1)));

    [Fact]
    public void Touching_is_not_overlapping()
    {
        var box = new Box(Length.Zero, Length.Zero, Length.Inches(2), Length.Inches(2));
        Assert.False(box.Overlaps(box.Moved(Length.Inches(2), Length.Zero)));
        Assert.Null(box.Intersect(box.Moved(Length.Zero, Length.Inches(2))));
    }

    [Fact]
    public void What_two_boxes_share_lies_in_both() =>
        Gen.Select(SmallBox, SmallBox)
            .Sample(
                (a, b) =>
                {
                    if (a.Intersect(b) is not { } shared)
                        Assert.False(a.Overlaps(b));
                    else
                        Assert.True(a.Contains(shared) && b.Contains(shared) && shared.Size.IsReal);
                }
            );

    // Counted square inch by square inch, independently of the rectangles.
    [Fact]
    public void Uncovered_rectangles_show_exactly_what_no_cover_hides() =>
        Gen.Select(SmallBox, SmallBox.Array[0, 5])
            .Sample(
                (box, covers) =>
                {
                    var seen = Uncovered.Rectangles(box, covers);
                    for (var x = 0; x < 20; x++)
                    for (var y = 0; y < 20; y++)
                    {
                        var cell = new Box(Length.Inches(x), Length.Inches(y), Length.Inches(1), Length.Inches(1));
                        Assert.Equal(box.Contains(cell) && !covers.Any(c => c.Overlaps(cell)), seen.Any(r => r.Contains(cell)));
                    }
                }
            );
}
