using CsCheck;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Matting;

public class MatStackTests
{
    private static Mat Of(string reveal) => new() { Paper = "plain", Reveal = L(reveal) };

    // Common practice, no source: 3 x 4 trimmed by 1/4 is 2 3/4 x 3 3/4 on a 3 x 4 mat and shows 1/8; 2 7/8 x 3 7/8 shows 1/16.
    [Theory]
    [InlineData("1/8", "2 3/4", "3 3/4")]
    [InlineData("1/16", "2 7/8", "3 7/8")]
    public void Trimming_keeps_the_mat_at_the_photos_size(string reveal, string width, string height)
    {
        var stack = MatStack.Build(S("3", "4"), MatSchool.TrimPhoto, [Of(reveal)])!;
        Assert.Equal((S(width, height), S("3", "4")), (stack.Photo, stack.Outer));
    }

    // Common practice, no source: a 4 x 4 photo on a 4 1/2 x 4 1/2 mat shows 1/4.
    [Fact]
    public void A_growing_mat_leaves_the_photo_whole()
    {
        var stack = MatStack.Build(S("4", "4"), MatSchool.GrowMat, [Of("1/4")])!;
        Assert.Equal((S("4", "4"), S("4 1/2", "4 1/2")), (stack.Photo, stack.Outer));
    }

    [Fact]
    public void Nothing_is_left_of_a_photo_that_is_all_mat() => Assert.Null(MatStack.Build(S("1", "4"), MatSchool.TrimPhoto, [Of("1/2")]));

    [Fact]
    public void Reveals_and_photo_add_up_to_the_stack() =>
        Gen.Select(Gen.Int[1, 8], Gen.Int[1, 8], Gen.Int[1, 7].Array[0, 3], Gen.Bool)
            .Sample(
                (w, h, reveals, trim) =>
                {
                    var mats = reveals.Select(r => new Mat { Paper = "plain", Reveal = Length.Sixteenth * r }).ToList();
                    var size = new Size(Length.Inches(w), Length.Inches(h));
                    if (MatStack.Build(size, trim ? MatSchool.TrimPhoto : MatSchool.GrowMat, mats) is not { } stack)
                        return;
                    var shown = Length.Sixteenth * reveals.Sum();
                    Assert.Equal(stack.Outer.Width, stack.Photo.Width + shown * 2);
                    Assert.Equal(stack.Outer.Height, stack.Photo.Height + shown * 2);
                    Assert.Equal(size, trim && mats.Count > 0 ? stack.Outer : stack.Photo);
                }
            );
}
