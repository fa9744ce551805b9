using SkiaSharp;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats;

/// <summary>What was read from a picture file.</summary>
/// <param name="PixelWidth">As it is looked at, after turning; so is the height.</param>
/// <param name="Orientation">The value of its orientation tag, 1 to 8; 1 where it has none.</param>
/// <param name="Small">A small JPEG, upright, without anything else in it.</param>
public sealed record PictureRead(string Format, int PixelWidth, int PixelHeight, int Orientation, byte[] Small);

/// <summary>Reads photos as guests bring them: JPEG, PNG and WebP.</summary>
public static class PictureFile
{
    /// <summary>The largest file that is read.</summary>
    public const int LargestBytes = 25 * 1024 * 1024;

    /// <summary>The most pixels that are read; what says it has more is not unpacked.</summary>
    public const long MostPixels = 120_000_000;

    /// <summary>What a picture may take while it is unpacked, in bytes.</summary>
    public const long MostUnpacked = 200L * 1024 * 1024;

    // Four channels of a byte.
    private const int BytesOfAPixel = 4;

    // Deflate (RFC 1951) makes at most 1032 bytes of one, and a pixel of one bit is an eighth of a byte: no file holds more.
    private const int PngPixelsOfAByte = 1032 * 8;

    private static readonly Lock Unpacking = new();

    /// <summary>The longer side of the small picture, in pixels.</summary>
    public const int SmallSide = 480;

    /// <summary>Reads a file: its size, which way round it is looked at, and a small picture. The file's other data (place, time,
    /// camera) go no further.</summary>
    /// <returns>What was read, or one sentence that says why it cannot be.</returns>
    public static (PictureRead? Picture, Saying? Fault) Read(byte[] bytes)
    {
        ArgumentNullException.ThrowIfNull(bytes);
        if (bytes.Length == 0)
            return (null, Saying.Of("fault.the-file-is-empty"));
        if (bytes.Length > LargestBytes)
            return (null, Saying.Of("fault.the-file-is-larger", ("most", LargestBytes / 1024 / 1024)));
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (
            codec is null
            || codec.EncodedFormat is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png or SKEncodedImageFormat.Webp)
        )
            return (null, Saying.Of("fault.the-file-is-no"));
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if ((long)width * height > MostPixels)
            return (
                null,
                Saying.Of("fault.the-picture-says-it", ("width", width), ("height", height), ("millions", MostPixels / 1_000_000))
            );
        if (width < 16 || height < 16)
            return (null, Saying.Of("fault.the-picture-is-x", ("width", width), ("height", height)));
        if (codec.EncodedFormat == SKEncodedImageFormat.Png && (long)width * height / PngPixelsOfAByte > bytes.Length)
            return (null, Saying.Of("fault.picture-says-more", ("bytes", bytes.Length), ("width", width), ("height", height)));
        // As it unpacks: the codec can make it smaller on the way, which keeps memory low; a PNG cannot.
        var scaled = codec.GetScaledDimensions(Math.Min(1f, 2f * SmallSide / Math.Max(width, height)));
        if (scaled.Width * (long)scaled.Height * BytesOfAPixel is var unpacked && unpacked > MostUnpacked)
            return (
                null,
                Saying.Of("fault.picture-unpacks-too-large", ("width", width), ("height", height), ("megabytes", unpacked / 1024 / 1024))
            );
        // One after the other, so that many at once take no more memory than one.
        lock (Unpacking)
        {
            using var bitmap = new SKBitmap(new SKImageInfo(scaled.Width, scaled.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
            switch (codec.GetPixels(bitmap.Info, bitmap.GetPixels()))
            {
                case SKCodecResult.Success:
                    break;
                case SKCodecResult.IncompleteInput:
                    return (null, Saying.Of("fault.picture-breaks-off"));
                default:
                    return (null, Saying.Of("fault.the-picture-is-damaged"));
            }
            // The values of the tag (CIPA DC-008, Exif 2.3, 4.6.4 A) as the codec has read it; 1 where there is none.
            var orientation = (int)codec.EncodedOrigin;
            var isTurned = orientation >= 5;
            return (
                new(
                    codec.EncodedFormat.ToString().ToUpperInvariant(),
                    isTurned ? height : width,
                    isTurned ? width : height,
                    orientation,
                    Small(bitmap, orientation)
                ),
                null
            );
        }
    }

    /// <summary>The pixels of a small picture that was read (<see cref="PictureRead.Small"/>): its size, and 0xRRGGBB row by row.</summary>
    public static (int Width, int Height, int[] Pixels) PixelsOf(byte[] small)
    {
        using var bitmap = SKBitmap.Decode(small) ?? throw new ArgumentException("This is no picture.", nameof(small));
        return (bitmap.Width, bitmap.Height, [.. bitmap.Pixels.Select(p => (p.Red << 16) | (p.Green << 8) | p.Blue)]);
    }

    private static byte[] Small(SKBitmap bitmap, int orientation)
    {
        var scale = Math.Min(1f, (float)SmallSide / Math.Max(bitmap.Width, bitmap.Height));
        var (width, height) = ((int)Math.Max(1, bitmap.Width * scale), (int)Math.Max(1, bitmap.Height * scale));
        var isTurned = orientation >= 5;
        using var surface = SKSurface.Create(
            new SKImageInfo(isTurned ? height : width, isTurned ? width : height, SKColorType.Rgba8888, SKAlphaType.Opaque)
        );
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        canvas.Concat(Upright(orientation, width, height));
        using var image = SKImage.FromBitmap(bitmap);
        canvas.DrawImage(image, new SKRect(0, 0, width, height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var small = surface.Snapshot();
        using var jpeg = small.Encode(SKEncodedImageFormat.Jpeg, 80);
        return jpeg.ToArray();
    }

    // From the picture as it is stored to the picture as it is looked at.
    private static SKMatrix Upright(int orientation, float w, float h) =>
        orientation switch
        {
            2 => new(-1, 0, w, 0, 1, 0, 0, 0, 1),
            3 => new(-1, 0, w, 0, -1, h, 0, 0, 1),
            4 => new(1, 0, 0, 0, -1, h, 0, 0, 1),
            5 => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
            6 => new(0, -1, h, 1, 0, 0, 0, 0, 1),
            7 => new(0, -1, h, -1, 0, w, 0, 0, 1),
            8 => new(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
}
