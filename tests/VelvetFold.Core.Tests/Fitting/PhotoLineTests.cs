using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

public class PhotoLineTests
{
    [Fact]
    public void A_line_says_sizes_counts_and_wishes()
    {
        var (photos, faults) = PhotoLine.Read("2 of 4 x 6, 3½ x 5 whole; 5x7 once focal\n4 x 3 left", LengthUnit.Inch);
        Assert.Empty(faults);
        Assert.Equal([S("4", "6"), S("4", "6"), S("3 1/2", "5"), S("5", "7"), S("4", "3")], photos.Select(p => p.Size));
        Assert.Equal([true, true, false, true, true], photos.Select(p => p.MayCrop));
        Assert.Equal((true, true, false), (photos[3].OneOfAKind, photos[3].Focal, photos[3].MayLose));
        Assert.Equal(Facing.Left, photos[4].Facing);
        Assert.Equal(5, photos.Select(p => p.Id).Distinct().Count());
        Assert.Equal(
            new Size(Length.Millimetres(100), Length.Millimetres(150)),
            Assert.Single(PhotoLine.Read("100 mm x 15 cm", LengthUnit.Millimetre).Photos).Size
        );
        Assert.Empty(PhotoLine.Read("  ", LengthUnit.Inch).Photos);
    }

    [Theory]
    [InlineData("4 x 6 faces left", Edge.Left, null)]
    [InlineData("4 x 6 faces right bw", Edge.Right, null)]
    [InlineData("4 x 6 room below Faces Above", Edge.Top, Edge.Bottom)]
    [InlineData("4 x 6 left faces below", Edge.Bottom, null)]
    [InlineData("4 x 6", null, null)]
    public void A_photo_says_where_its_faces_are_and_where_there_is_room(string text, Edge? faces, Edge? room)
    {
        var photo = Assert.Single(PhotoLine.Read(text, LengthUnit.Inch).Photos);
        Assert.Equal((faces, room), (photo.Faces, photo.Room));
    }

    [Theory]
    [InlineData("-4 x 6")]
    [InlineData("4 x -6")]
    [InlineData("0 x 6")]
    public void A_size_of_less_than_something_is_told_and_breaks_nothing(string text)
    {
        var (photos, faults) = PhotoLine.Read($"4 x 6, {text}", LengthUnit.Inch);
        Assert.Empty(photos);
        Assert.Equal(2, Assert.Single(faults).Entry);
    }

    [Fact]
    public void What_cannot_be_read_is_told_entry_by_entry_and_nothing_is_taken()
    {
        var (photos, faults) = PhotoLine.Read("4 x 6, four by six, 4 x six, 0 of 3 x 4", LengthUnit.Inch);
        Assert.Empty(photos);
        Assert.Equal([2, 3, 4], faults.Select(f => f.Entry));
        Assert.StartsWith("'four by six' is no photo", faults[0].Says.ToString(), StringComparison.Ordinal);
    }
}
