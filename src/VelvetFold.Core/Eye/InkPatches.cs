using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Eye;

/// <summary>A patch of print in a picture that hangs together, in pixels.</summary>
/// <param name="Filled">The share of its box that is print.</param>
internal readonly record struct InkPatch(int X, int Y, int Width, int Height, double Filled);

/// <summary>Finds what hangs together in the print of a picture.</summary>
internal static class InkPatches
{
    /// <summary>Smaller patches, in pixels, are grain.</summary>
    private const int Grain = 12;

    /// <summary>More motifs than this are one all-over print.</summary>
    private const int MostMotifs = 40;

    /// <summary>A motif is at least half an inch wide and high, and no more than half of its sheet.</summary>
    private static readonly Length Least = Length.Inches(0, 1, 2);

    /// <summary>The patches that do not touch the picture's edge, where they may be cut off.</summary>
    public static IEnumerable<InkPatch> Of(int width, int height, bool[] ink)
    {
        var (seen, stack) = (new bool[ink.Length], new Stack<int>());
        for (var start = 0; start < ink.Length; start++)
        {
            if (!ink[start] || seen[start])
                continue;
            var (count, left, right, top, bottom) = (0, width, 0, height, 0);
            seen[start] = true;
            stack.Push(start);
            while (stack.TryPop(out var at))
            {
                var (x, y) = (at % width, at / width);
                (left, right, top, bottom) = (Math.Min(left, x), Math.Max(right, x), Math.Min(top, y), Math.Max(bottom, y));
                count++;
                foreach (var (nx, ny) in new[] { (x - 1, y), (x + 1, y), (x, y - 1), (x, y + 1) })
                    if (nx >= 0 && ny >= 0 && nx < width && ny < height && ink[ny * width + nx] && !seen[ny * width + nx])
                    {
                        seen[ny * width + nx] = true;
                        stack.Push(ny * width + nx);
                    }
            }
            var (w, h) = (right - left + 1, bottom - top + 1);
            if (count >= Grain && left > 0 && top > 0 && right < width - 1 && bottom < height - 1)
                yield return new(left, top, w, h, (double)count / (w * h));
        }
    }

    /// <summary>Where motifs stand on a sheet: patches whose boxes meet, with a sixteenth of an inch about them, are one; each is taken
    /// outwards to a sixteenth (of a metric sheet to a millimetre). From above to below.</summary>
    public static IReadOnlyList<Box> Motifs(int width, int height, bool[] ink, Size sheet)
    {
        var sixteenth = new Length(Length.TicksPerInch / 16);
        var step =
            sheet.Width.Ticks % sixteenth.Ticks == 0 && sheet.Height.Ticks % sixteenth.Ticks == 0 ? sixteenth : Length.Millimetres(1);
        Length Down(double ticks) => new((long)Math.Floor(ticks / step.Ticks) * step.Ticks);
        Length Up(double ticks) => new((long)Math.Ceiling(ticks / step.Ticks) * step.Ticks);
        var (across, down) = ((double)sheet.Width.Ticks / width, (double)sheet.Height.Ticks / height);
        var boxes = new List<Box>();
        foreach (var patch in Of(width, height, ink))
        {
            var (x, y) = (Down(patch.X * across), Down(patch.Y * down));
            var box = new Box(x, y, Up((patch.X + patch.Width) * across) - x, Up((patch.Y + patch.Height) * down) - y);
            // What it meets may in turn meet others.
            while (boxes.FindIndex(b => b.Overlaps(box)) is >= 0 and var at)
            {
                box = Around(boxes[at], box);
                boxes.RemoveAt(at);
            }
            boxes.Add(box);
        }
        boxes.RemoveAll(b => b.Size.Shorter < Least || b.Width > sheet.Width.Half || b.Height > sheet.Height.Half);
        return boxes.Count > MostMotifs ? [] : [.. boxes.OrderBy(b => b.Y).ThenBy(b => b.X)];
    }

    private static Box Around(Box a, Box b)
    {
        var (x, y) = (Length.Min(a.X, b.X), Length.Min(a.Y, b.Y));
        return new(x, y, Length.Max(a.Right, b.Right) - x, Length.Max(a.Bottom, b.Bottom) - y);
    }
}
