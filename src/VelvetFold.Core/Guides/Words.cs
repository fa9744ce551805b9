using System.Collections.Frozen;
using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Guides;

/// <summary>The sentences of a guide in one language, from the resource files Words.LANGUAGE.json.</summary>
public sealed class Words
{
    private readonly FrozenDictionary<string, string> _templates;

    private Words(string language, FrozenDictionary<string, string> templates) => (Language, _templates) = (language, templates);

    /// <summary>English.</summary>
    public static Words English { get; } = Load("en");

    /// <summary>German.</summary>
    public static Words German { get; } = Load("de");

    /// <summary>The words of a guide's language.</summary>
    public static Words In(GuideLanguage language) => language == GuideLanguage.German ? German : English;

    /// <summary>Its code, as documents name it: en, de (ISO 639-1).</summary>
    public string Language { get; }

    /// <summary>The keys of its sentences.</summary>
    public IEnumerable<string> Keys => _templates.Keys;

    /// <summary>The sentence of that key, blanks and all.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    public string Template(string key) => _templates[key];

    /// <summary>The sentence of that key with its blanks filled, as plain text.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    public string Text(string key, params ReadOnlySpan<(string Blank, string With)> blanks)
    {
        var text = _templates[key];
        foreach (var (blank, with) in blanks)
            text = text.Replace("{" + blank + "}", with, StringComparison.Ordinal);
        return text;
    }

    /// <summary>The sentence of that key with its blanks filled; what they state comes in the order they stand in.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    internal Phrase Say(string key, params ReadOnlySpan<(string Blank, Phrase With)> blanks)
    {
        var template = _templates[key];
        var facts = new List<(int At, IReadOnlyList<StepFact> Facts)>();
        var text = template;
        foreach (var (blank, with) in blanks)
        {
            var name = "{" + blank + "}";
            for (
                var at = template.IndexOf(name, StringComparison.Ordinal);
                at >= 0;
                at = template.IndexOf(name, at + 1, StringComparison.Ordinal)
            )
                facts.Add((at, with.Facts));
            text = text.Replace(name, with.Text, StringComparison.Ordinal);
        }
        return new(text, [.. facts.OrderBy(f => f.At).SelectMany(f => f.Facts)]);
    }

    /// <summary>One of two sentences, by number: of KEY.one and KEY.many.</summary>
    internal Phrase Many(string key, int number, params ReadOnlySpan<(string Blank, Phrase With)> blanks) =>
        Say(number == 1 ? key + ".one" : key + ".many", [.. blanks, ("n", Number(number))]);

    /// <summary>A whole number as a count that is stated.</summary>
    internal static Phrase Number(int n) => new(n.ToString(CultureInfo.InvariantCulture), [new(FactKind.Count, null, null, n)]);

    private static Words Load(string language)
    {
        using var stream =
            typeof(Words).Assembly.GetManifestResourceStream($"VelvetFold.Core.Guides.Words.{language}.json")
            ?? throw new InvalidOperationException($"No guide words for {language}.");
        return new(language, JsonSerializer.Deserialize<Dictionary<string, string>>(stream)!.ToFrozenDictionary());
    }
}
