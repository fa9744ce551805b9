using System.Collections.Frozen;
using System.Globalization;
using System.Text;

namespace VelvetFold.Store;

/// <summary>Names as they stand in an address.</summary>
internal static class Slug
{
    private const int Longest = 60;

    // Latin letters with marks, as an address has them. The application carries no tables of all languages, so that marks are not
    // parted from their letters for it.
    private static readonly FrozenDictionary<char, string> Plain = new[]
    {
        ("a", "àáâãäåāăą"),
        ("ae", "æ"),
        ("c", "çćčċ"),
        ("d", "ďđð"),
        ("e", "èéêëēėęě"),
        ("g", "ğģġ"),
        ("h", "ħ"),
        ("i", "ìíîïīįı"),
        ("k", "ķ"),
        ("l", "łļľĺ"),
        ("n", "ñńňņ"),
        ("o", "òóôõöøōő"),
        ("oe", "œ"),
        ("r", "řŕ"),
        ("s", "śšşș"),
        ("ss", "ß"),
        ("t", "ťţțŧ"),
        ("th", "þ"),
        ("u", "ùúûüūůűų"),
        ("w", "ŵ"),
        ("y", "ýÿŷ"),
        ("z", "źžż"),
    }
        .SelectMany(row => row.Item2.Select(c => (Letter: c, Text: row.Item1)))
        .ToFrozenDictionary(p => p.Letter, p => p.Text);

    /// <summary>A name in small letters and hyphens: Kite weekend is kite-weekend.</summary>
    public static string Of(string name, string otherwise)
    {
        var slug = new StringBuilder();
        foreach (var c in name.Select(char.ToLowerInvariant))
        {
            if (char.IsAsciiLetterOrDigit(c))
                slug.Append(c);
            else if (Plain.TryGetValue(c, out var letters))
                slug.Append(letters);
            else if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark && slug.Length > 0 && slug[^1] != '-')
                slug.Append('-');
        }
        var text = slug.ToString().Trim('-');
        return text.Length == 0 ? otherwise
            : text.Length > Longest ? text[..Longest].Trim('-')
            : text;
    }

    /// <summary>It, or it with the lowest number from 2 on that is not taken.</summary>
    public static string Free(string slug, IReadOnlySet<string> taken)
    {
        if (!taken.Contains(slug))
            return slug;
        for (var n = 2; ; n++)
            if ($"{slug}-{n.ToString(CultureInfo.InvariantCulture)}" is var numbered && !taken.Contains(numbered))
                return numbered;
    }
}
