using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Measures;

/// <summary>So many of a size, as an entry of a line says it: <c>2 of 4 x 6</c>.</summary>
/// <param name="Fault">What cannot be read of it; then nothing else of it holds.</param>
internal readonly record struct CountedSize(int Count, Size? Size, Saying? Fault)
{
    /// <summary>How it is written, in a regular expression: groups count (optional), width and height.</summary>
    public const string Written = @"(?:(?<count>\d{1,3})\s+of\s+)?(?<width>.+?)\s*[x×]\s*(?<height>.+?)";

    /// <summary>Of an entry that is written so; its size is none where a side is negative.</summary>
    public static CountedSize Of(Match entry, LengthPattern pattern)
    {
        var (width, height) = (pattern.Parse(entry.Groups["width"].Value.Trim()), pattern.Parse(entry.Groups["height"].Value.Trim()));
        if ((width.Fault ?? height.Fault) is { } fault)
            return new(0, null, Saying.Of("fit.in-entry", ("entry", entry.Value), ("says", fault.Says)));
        var count = entry.Groups["count"].Success ? int.Parse(entry.Groups["count"].Value, CultureInfo.InvariantCulture) : 1;
        return new(count, Measures.Size.Of(width.OrThrow(), height.OrThrow()), null);
    }
}
