using System.Globalization;
using System.Text;

namespace VelvetFold.Store;

/// <summary>Names as they stand in an address.</summary>
internal static class Slug
{
    private const int Longest = 60;

    /// <summary>A name in small letters and hyphens: Kite weekend is kite-weekend.</summary>
    public static string Of(string name, string otherwise)
    {
        var slug = new StringBuilder();
        foreach (var c in name.Normalize(NormalizationForm.FormD))
        {
            if (char.IsAsciiLetterOrDigit(c)) slug.Append(char.ToLowerInvariant(c));
            else if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark && slug.Length > 0 && slug[^1] != '-') slug.Append('-');
        }
        var text = slug.ToString().Trim('-');
        return text.Length == 0 ? otherwise : text.Length > Longest ? text[..Longest].Trim('-') : text;
    }

    /// <summary>It, or it with the lowest number from 2 on that is not taken.</summary>
    public static string Free(string slug, IReadOnlySet<string> taken)
    {
        if (!taken.Contains(slug)) return slug;
        for (var n = 2; ; n++)
            if ($"{slug}-{n.ToString(CultureInfo.InvariantCulture)}" is var numbered && !taken.Contains(numbered)) return numbered;
    }
}
