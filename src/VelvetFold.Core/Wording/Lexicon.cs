using System.Collections.Frozen;
using System.Globalization;
using System.Text;
using System.Text.Json;

namespace VelvetFold.Core.Wording;

/// <summary>All sentences of one language, from the word files FILE.LANGUAGE.json of this room; a sentence's key is FILE.NAME.</summary>
public sealed class Lexicon
{
    private readonly FrozenDictionary<string, Template> _templates;

    private Lexicon(string language, FrozenDictionary<string, Template> templates) => (Language, _templates) = (language, templates);

    /// <summary>The name of the language that no word of behaviour may depend on: English with every sentence worded anew.</summary>
    public const string PseudoLanguage = "qps-ploc";

    /// <summary>English.</summary>
    public static Lexicon English { get; } = Load("en");

    /// <summary>German.</summary>
    public static Lexicon German { get; } = Load("de");

    /// <summary>The pseudo-language, for tests and for those who look for words that are in no file.</summary>
    public static Lexicon Pseudo { get; } =
        new(PseudoLanguage, English._templates.ToFrozenDictionary(t => t.Key, t => t.Value.Reworded(Strange)));

    /// <summary>All there are.</summary>
    public static IReadOnlyList<Lexicon> All { get; } = [English, German, Pseudo];

    /// <summary>That of the request being answered; English where its language is not among them.</summary>
    public static Lexicon Current => For(CultureInfo.CurrentUICulture.Name) ?? English;

    /// <summary>The one for a language tag (BCP 47): de for de-AT as well; null where there is none.</summary>
    public static Lexicon? For(string tag) =>
        All.FirstOrDefault(l => string.Equals(l.Language, tag, StringComparison.OrdinalIgnoreCase))
        ?? All.FirstOrDefault(l => tag.StartsWith(l.Language + "-", StringComparison.OrdinalIgnoreCase));

    /// <summary>Its code: en, de (ISO 639-1), or that of the pseudo-language.</summary>
    public string Language { get; }

    /// <summary>The keys of its sentences.</summary>
    public IEnumerable<string> Keys => _templates.Keys;

    /// <summary>The names of a sentence's blanks.</summary>
    public IReadOnlySet<string> Blanks(string key) => _templates[key].Blanks.ToHashSet();

    /// <summary>Whether there is such a sentence.</summary>
    public bool Has(string key) => _templates.ContainsKey(key);

    /// <summary>The sentence's parts.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    internal Template Template(string key) => _templates[key];

    /// <summary>The sentence of that key, its blanks filled from the saying.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence, or nothing for one of its blanks.</exception>
    internal string Fill(string key, Saying saying)
    {
        var text = new StringBuilder();
        _templates[key].Fill(text, saying, this);
        return text.ToString();
    }

    /// <summary>What fills a blank, as text; a saying in the form asked for, where the word files have it.</summary>
    internal string Word(object value, string? form) =>
        form == "^"
            ? Start(Word(value, null))
            : value switch
            {
                Saying { Key: not "" } saying => Fill(
                    form is not null && Has($"{saying.Key}.{form}") ? $"{saying.Key}.{form}" : saying.Key,
                    saying
                ),
                Saying plain => plain.In(this),
                object[] list => string.Join(", ", list.Select(v => Word(v, form))),
                long number => number.ToString(CultureInfo.InvariantCulture),
                _ => (string)value,
            };

    private static string Start(string text) =>
        text.Split(' ')[0] is { Length: > 1 } first && first.All(char.IsAsciiLetterLower)
            ? char.ToUpperInvariant(text[0]) + text[1..]
            : text;

    private static Lexicon Load(string language)
    {
        var assembly = typeof(Lexicon).Assembly;
        var ending = $".{language}.json";
        var sentences = assembly
            .GetManifestResourceNames()
            .Where(n => n.EndsWith(ending, StringComparison.Ordinal))
            .SelectMany(name =>
            {
                using var stream = assembly.GetManifestResourceStream(name)!;
                return JsonSerializer
                    .Deserialize<Dictionary<string, string>>(stream)!
                    .Select(s => (Key: $"{name[..^ending.Length]}.{s.Key}", Template: Wording.Template.Read(s.Value)));
            });
        return new(language, sentences.ToFrozenDictionary(s => s.Key, s => s.Template));
    }

    // Letters with strokes on them, in brackets: readable, and equal to no sentence that anybody wrote down.
    private static string Strange(string text) =>
        text.Trim().Length == 0
            ? text
            : "‹" + string.Concat(text.Select(c => "aeiouAEIOU".IndexOf(c) is var at and >= 0 ? "âêîôûÂÊÎÔÛ"[at] : c)) + "›";
}
