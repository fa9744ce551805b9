using System.Globalization;

namespace VelvetFold.Core.Stock;

/// <summary>A colour as the eye parts them: lightness 0 to 100, and two axes from green to red and from blue to yellow (CIELAB 1976,
/// white point D65).</summary>
public readonly record struct Lab(double L, double A, double B)
{
    /// <summary>How far it is from grey.</summary>
    public double Chroma => Math.Sqrt(A * A + B * B);
}

/// <summary>What can be said of two colours (<c>#rrggbb</c>): all arithmetic of colours stands here.</summary>
public static class Colours
{
    /// <summary>A colour in CIELAB (IEC 61966-2-1 for sRGB; CIE 15 for CIELAB; D65).</summary>
    public static Lab LabOf(string colour)
    {
        var (r, g, b) = Channels(colour);
        return LabOf(r, g, b);
    }

    /// <summary>A colour by its sRGB channels, 0 to 255 each, in CIELAB.</summary>
    public static Lab LabOf(int red, int green, int blue)
    {
        var (r, g, b) = (Linear(red), Linear(green), Linear(blue));
        var x = Cube((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047);
        var y = Cube(0.2126729 * r + 0.7151522 * g + 0.0721750 * b);
        var z = Cube((0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / 1.08883);
        return new(116 * y - 16, 500 * (x - y), 200 * (y - z));

        static double Cube(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
    }

    /// <summary>How different two colours look: about 1 is just seen side by side, 10 is the same colour in another light, 50 is as
    /// black to grey (CIEDE2000: Sharma, Wu, Dalal, The CIEDE2000 Color-Difference Formula, 2005).</summary>
    public static double Difference(string first, string second) => Difference(LabOf(first), LabOf(second));

    /// <summary>The same of colours in CIELAB, by the steps and the numbers of equations of that paper.</summary>
    public static double Difference(Lab first, Lab second)
    {
        static double Seventh(double c) => Math.Sqrt(Math.Pow(c, 7) / (Math.Pow(c, 7) + Math.Pow(25, 7)));
        static double Hue(double b, double a) => a == 0 && b == 0 ? 0 : (Math.Atan2(b, a) * 180 / Math.PI + 360) % 360;
        static double Radians(double degrees) => degrees * Math.PI / 180;

        // (2) to (7)
        var g = 0.5 * (1 - Seventh((first.Chroma + second.Chroma) / 2));
        var (a1, a2) = ((1 + g) * first.A, (1 + g) * second.A);
        var (c1, c2) = (Math.Sqrt(a1 * a1 + first.B * first.B), Math.Sqrt(a2 * a2 + second.B * second.B));
        var (h1, h2) = (Hue(first.B, a1), Hue(second.B, a2));
        // (8) to (11)
        var (lightness, chroma) = (second.L - first.L, c2 - c1);
        var turn =
            c1 * c2 == 0 ? 0
            : h2 - h1 > 180 ? h2 - h1 - 360
            : h2 - h1 < -180 ? h2 - h1 + 360
            : h2 - h1;
        var hue = 2 * Math.Sqrt(c1 * c2) * Math.Sin(Radians(turn / 2));
        // (12) to (14)
        var (meanL, meanC) = ((first.L + second.L) / 2, (c1 + c2) / 2);
        var meanH =
            c1 * c2 == 0 ? h1 + h2
            : Math.Abs(h1 - h2) <= 180 ? (h1 + h2) / 2
            : h1 + h2 < 360 ? (h1 + h2 + 360) / 2
            : (h1 + h2 - 360) / 2;
        // (15) to (22)
        var t =
            1
            - 0.17 * Math.Cos(Radians(meanH - 30))
            + 0.24 * Math.Cos(Radians(2 * meanH))
            + 0.32 * Math.Cos(Radians(3 * meanH + 6))
            - 0.20 * Math.Cos(Radians(4 * meanH - 63));
        var light = meanL - 50;
        var sl = 1 + 0.015 * light * light / Math.Sqrt(20 + light * light);
        var sc = 1 + 0.045 * meanC;
        var sh = 1 + 0.015 * meanC * t;
        var tilt = Math.Exp(-Math.Pow((meanH - 275) / 25, 2));
        var rt = -Math.Sin(Radians(60 * tilt)) * 2 * Seventh(meanC);
        var (dl, dc, dh) = (lightness / sl, chroma / sc, hue / sh);
        return Math.Sqrt(dl * dl + dc * dc + dh * dh + rt * dc * dh);
    }

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
