using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;
using SkiaSharp;

namespace VelvetFold.Formats.Tests;

/// <summary>Photos as files: their size as looked at, and nothing private in what is kept.</summary>
public class PictureFileTests
{
    // 60 x 40, its upper left quarter red, so that it can be told how it was turned.
    private static SKBitmap Drawn()
    {
        var bitmap = new SKBitmap(60, 40);
        bitmap.Erase(SKColors.White);
        for (var x = 0; x < 30; x++)
        for (var y = 0; y < 20; y++)
            bitmap.SetPixel(x, y, SKColors.Red);
        return bitmap;
    }

    private static byte[] Encoded(SKEncodedImageFormat format)
    {
        using var bitmap = Drawn();
        using var data = bitmap.Encode(format, 95);
        return data.ToArray();
    }

    // A JPEG with an Exif segment: one IFD with Orientation (tag 0x0112, SHORT) and a maker's name (0x010F, ASCII); little-endian TIFF
    // as CIPA DC-008 (Exif 2.3), 4.5 and 4.6 have it.
    private static byte[] WithOrientation(int value)
    {
        byte[] tiff =
        [
            (byte)'I',
            (byte)'I',
            42,
            0,
            8,
            0,
            0,
            0,
            2,
            0,
            0x0F,
            0x01,
            2,
            0,
            7,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0x12,
            0x01,
            3,
            0,
            1,
            0,
            0,
            0,
            (byte)value,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
            .. "SECRET\0"u8,
        ];
        byte[] body = [.. "Exif\0\0"u8, .. tiff];
        var jpeg = Encoded(SKEncodedImageFormat.Jpeg);
        return [.. jpeg[..2], 0xFF, 0xE1, (byte)((body.Length + 2) >> 8), (byte)(body.Length + 2), .. body, .. jpeg[2..]];
    }

    // Where the red quarter is seen, by the table of the Orientation tag: value 1, row 0 at the top and column 0 at the left; 2, top right;
    // 3, bottom right; 4, bottom left; 5, left top; 6, right top; 7, right bottom; 8, left bottom (CIPA DC-008, 4.6.4 A).
    [Theory]
    [InlineData(1, false, false, false)]
    [InlineData(2, false, true, false)]
    [InlineData(3, false, true, true)]
    [InlineData(4, false, false, true)]
    [InlineData(5, true, false, false)]
    [InlineData(6, true, true, false)]
    [InlineData(7, true, true, true)]
    [InlineData(8, true, false, true)]
    public void Every_orientation_is_turned_upright(int value, bool turned, bool right, bool bottom)
    {
        var (picture, fault) = PictureFile.Read(WithOrientation(value));
        Assert.Null(fault);
        Assert.Equal((value, turned ? 40 : 60, turned ? 60 : 40), (picture!.Orientation, picture.PixelWidth, picture.PixelHeight));
        using var small = SKBitmap.Decode(picture.Small);
        Assert.Equal((picture.PixelWidth, picture.PixelHeight), (small.Width, small.Height));
        var seen = small.GetPixel(right ? small.Width - 5 : 4, bottom ? small.Height - 5 : 4);
        Assert.True(seen is { Red: > 200, Green: < 80 }, $"{value}: {seen}");
        Assert.DoesNotContain("SECRET", System.Text.Encoding.Latin1.GetString(picture.Small), StringComparison.Ordinal);
        Assert.DoesNotContain("Exif", System.Text.Encoding.Latin1.GetString(picture.Small), StringComparison.Ordinal);
    }

    // ISO 3309, as PNG has it.
    private static uint Crc(ReadOnlySpan<byte> bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var k = 0; k < 8; k++)
                crc = (crc & 1) != 0 ? 0xEDB88320 ^ (crc >> 1) : crc >> 1;
        }
        return ~crc;
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg, "JPEG")]
    [InlineData(SKEncodedImageFormat.Png, "PNG")]
    [InlineData(SKEncodedImageFormat.Webp, "WEBP")]
    public void The_three_formats_are_read(SKEncodedImageFormat format, string name) =>
        Assert.Equal(
            (name, 60),
            (PictureFile.Read(Encoded(format)).Picture!.Format, PictureFile.Read(Encoded(format)).Picture!.PixelWidth)
        );

    // A PNG of its head alone: what it says of its size is all it has.
    private static byte[] PngOf(uint width, uint height, byte[] data, params (string Kind, byte[] Data)[] more)
    {
        static byte[] Chunk(string kind, byte[] data)
        {
            byte[] body = [.. Encoding.ASCII.GetBytes(kind), .. data];
            var (length, crc) = (new byte[4], new byte[4]);
            BinaryPrimitives.WriteUInt32BigEndian(length, (uint)data.Length);
            BinaryPrimitives.WriteUInt32BigEndian(crc, Crc(body));
            return [.. length, .. body, .. crc];
        }

        var head = new byte[13];
        BinaryPrimitives.WriteUInt32BigEndian(head, width);
        BinaryPrimitives.WriteUInt32BigEndian(head.AsSpan(4), height);
        (head[8], head[9]) = (8, 2);
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.Optimal, true))
            zlib.Write(data);
        return
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            0x0D,
            0x0A,
            0x1A,
            0x0A,
            .. Chunk("IHDR", head),
            .. more.SelectMany(m => Chunk(m.Kind, m.Data)),
            .. Chunk("IDAT", packed.ToArray()),
            .. Chunk("IEND", []),
        ];
    }

    [Fact]
    public void A_picture_that_claims_more_than_it_can_hold_is_not_unpacked()
    {
        var file = PngOf(10_900, 10_900, []);
        Assert.InRange(file.Length, 1, 89);
        Assert.Contains("which so few cannot hold", PictureFile.Read(file).Fault?.ToString(), StringComparison.Ordinal);
    }

    // 7,500 x 7,500 pixels of one colour take 225 MB unpacked and little packed.
    [Fact]
    public void A_picture_that_unpacks_too_large_is_told() =>
        Assert.Contains(
            "Save it as a JPEG",
            PictureFile.Read(PngOf(7_500, 7_500, new byte[7_500 * (7_500 * 3 + 1)])).Fault?.ToString(),
            StringComparison.Ordinal
        );

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Png)]
    public void A_picture_that_breaks_off_is_told(SKEncodedImageFormat format)
    {
        var file = Encoded(format);
        Assert.NotNull(PictureFile.Read(file[..(file.Length * 3 / 4)]).Fault);
    }

    // A compressed text of 64 MB beside the pixels (PNG 11.3.4.3, zTXt): nobody reads it.
    [Fact]
    public void Compressed_text_is_not_unpacked()
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.SmallestSize, true))
            zlib.Write(new byte[64 * 1024 * 1024]);
        var file = PngOf(100, 100, new byte[100 * 301], ("zTXt", [.. "Comment\0\0"u8, .. packed.ToArray()]));
        var before = GC.GetTotalAllocatedBytes(true);
        Assert.NotNull(PictureFile.Read(file).Picture);
        Assert.InRange(GC.GetTotalAllocatedBytes(true) - before, 0, 8 * 1024 * 1024);
    }

    [Fact]
    public void What_is_no_picture_or_too_much_of_one_is_refused_in_a_sentence()
    {
        Assert.Equal("The file is empty.", PictureFile.Read([]).Fault?.ToString());
        Assert.StartsWith(
            "The file is no JPEG, PNG or WebP",
            PictureFile.Read("<svg onload='x'/>"u8.ToArray()).Fault?.ToString(),
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "The file is no JPEG",
            PictureFile.Read(Encoded(SKEncodedImageFormat.Png)[..20]).Fault?.ToString(),
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "The file is larger than 25 MB",
            PictureFile.Read(new byte[PictureFile.LargestBytes + 1]).Fault?.ToString(),
            StringComparison.Ordinal
        );
        // A PNG that says it has 40,000 x 40,000 pixels in a few bytes (IHDR, ISO/IEC 15948): refused before anything is unpacked.
        var bomb = Encoded(SKEncodedImageFormat.Png);
        (bomb[18], bomb[19], bomb[22], bomb[23]) = (0x9C, 0x40, 0x9C, 0x40);
        var crc = Crc(bomb.AsSpan(12, 17));
        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(bomb.AsSpan(29), crc);
        Assert.Contains("40000 x 40000 pixels", PictureFile.Read(bomb).Fault?.ToString(), StringComparison.Ordinal);
    }
}
