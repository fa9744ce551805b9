using System.Globalization;

namespace VelvetFold.Core.Stock;

/// <summary>What can be said of two colours (<c>#rrggbb</c>).</summary>
public static class Colours
{
    /// <summary>From 1, the same lightness, to 21, black on white (WCAG 2.2, contrast ratio and relative luminance).</summary>
    public static double Contrast(string first, string second)
    {
        var (a, b) = (Luminance(first), Luminance(second));
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    /// <summary>Whether it is neither light nor dark, and close to no hue: what a black-and-white photo disappears on (common practice,
    /// no source).</summary>
    public static bool IsGrey(string colour)
    {
        var (r, g, b) = Channels(colour);
        var (most, least) = (Math.Max(r, Math.Max(g, b)), Math.Min(r, Math.Min(g, b)));
        return most - least <= 24 && most is > 70 and < 205;
    }

    private static double Luminance(string colour)
    {
        var (r, g, b) = Channels(colour);
        return 0.2126 * Linear(r) + 0.7152 * Linear(g) + 0.0722 * Linear(b);
    }

    private static double Linear(int channel)
    {
        var c = channel / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
    }

    private static (int R, int G, int B) Channels(string colour)
    {
        int At(int i) => int.Parse(colour.AsSpan(i, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        return (At(1), At(3), At(5));
    }
}
