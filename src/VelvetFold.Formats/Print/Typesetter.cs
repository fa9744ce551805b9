using System.Collections.Concurrent;
using PdfSharp.Drawing;
using PdfSharp.Fonts;
using SkiaSharp;

namespace VelvetFold.Formats.Print;

/// <summary>Measures and breaks lines in the typefaces that ship with the application.</summary>
public static class Typesetter
{
    private static readonly ConcurrentDictionary<(Typeface, double), XFont> Fonts = [];
    private static readonly Lock Measuring = new();
    private static readonly XGraphics Context;

    static Typesetter()
    {
        GlobalFontSettings.FontResolver ??= new Resolver();
        Context = XGraphics.CreateMeasureContext(new(2_000, 2_000), XGraphicsUnit.Point, XPageDirection.Downwards);
    }

    /// <summary>A typeface at a size in points, whole in the PDF.</summary>
    internal static XFont Font(Typeface type, double size) =>
        Fonts.GetOrAdd(
            (type, size),
            key => new(key.Item1.ToString(), key.Item2, XFontStyleEx.Regular, new(PdfSharp.Pdf.PdfFontEncoding.Unicode))
        );

    /// <summary>How wide a text is set, in points.</summary>
    public static double Width(string text, Typeface type, double size)
    {
        // The library's measuring is not made for several threads.
        lock (Measuring)
            return Context.MeasureString(text, Font(type, size)).Width;
    }

    /// <summary>Breaks a text into lines no wider than so many points. A word that is wider by itself is broken where it must be;
    /// nothing is left out.</summary>
    public static IReadOnlyList<string> Lines(string text, Typeface type, double size, double width)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (lines, line) = (new List<string>(), "");
        foreach (var word in Unbroken(text))
        {
            var longer = line == "" ? word : $"{line} {word}";
            if (Width(longer, type, size) <= width)
            {
                line = longer;
                continue;
            }
            if (line != "")
                lines.Add(line);
            line = word;
            while (Width(line, type, size) > width && line.Length > 1)
            {
                var fits = Enumerable.Range(1, line.Length - 1).LastOrDefault(n => Width(line[..n], type, size) <= width, 1);
                lines.Add(line[..fits]);
                line = line[fits..];
            }
        }
        if (line != "")
            lines.Add(line);
        return lines;
    }

    // A size and a mixed number stay on one line: 9 x 1½, 3 ¹¹⁄₁₆.
    private static IEnumerable<string> Unbroken(string text)
    {
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (var i = 0; i < words.Length; i++)
        {
            var word = words[i];
            while (
                i + 1 < words.Length
                && (
                    words[i + 1] == "x"
                    || word.EndsWith(" x", StringComparison.Ordinal)
                    || word is "x" or "≈"
                    || IsRaised(words[i + 1])
                    || (words[i + 1].StartsWith("mm", StringComparison.Ordinal) && char.IsDigit(word[^1]))
                )
            )
                word += " " + words[++i];
            yield return word;
        }
    }

    private static bool IsRaised(string word) => word[0] is '⁰' or '¹' or '²' or '³' or (>= '⁴' and <= '⁹');

    /// <summary>A typeface for drawing; whoever asks for it disposes of it.</summary>
    public static SKTypeface FaceOf(Typeface type)
    {
        using var stream = FontFile(type);
        using var data = SKData.Create(stream);
        return SKTypeface.FromData(data) ?? throw new InvalidOperationException($"The typeface {type} cannot be read.");
    }

    /// <summary>The file of a typeface, as it ships.</summary>
    internal static Stream FontFile(Typeface type)
    {
        var file = type switch
        {
            Typeface.Bold => "SourceSans3_600SemiBold.ttf",
            Typeface.Serif => "Fraunces_600SemiBold.ttf",
            _ => "SourceSans3_400Regular.ttf",
        };
        return typeof(Typesetter).Assembly.GetManifestResourceStream(file)
            ?? throw new InvalidOperationException($"The typeface {file} is missing.");
    }

    // Each typeface is one family with one face.
    private sealed class Resolver : IFontResolver
    {
        public FontResolverInfo ResolveTypeface(string familyName, bool bold, bool italic) => new(familyName);

        public byte[] GetFont(string faceName)
        {
            using var stream = FontFile(Enum.Parse<Typeface>(faceName));
            var bytes = new byte[stream.Length];
            stream.ReadExactly(bytes);
            return bytes;
        }
    }
}
