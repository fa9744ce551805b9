using System.Globalization;
using System.Text;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>The sentences of a guide in one language (the word files guide.LANGUAGE.json), with the facts that they state.</summary>
public sealed class Words
{
    private readonly Lexicon _lexicon;

    private Words(Lexicon lexicon) => _lexicon = lexicon;

    /// <summary>English.</summary>
    public static Words English { get; } = new(Lexicon.English);

    /// <summary>German.</summary>
    public static Words German { get; } = new(Lexicon.German);

    /// <summary>Those of the request being answered.</summary>
    public static Words Current => new(Lexicon.Current);

    /// <summary>The words of a guide's language.</summary>
    public static Words In(GuideLanguage language) => language == GuideLanguage.German ? German : English;

    /// <summary>Its code, as documents name it: en, de (ISO 639-1).</summary>
    public string Language => _lexicon.Language;

    /// <summary>The sentence of that key with its blanks filled, as plain text.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    public string Text(string key, params IReadOnlyList<(string Blank, object? With)> blanks) =>
        Saying.Of("guide." + key, blanks).In(_lexicon);

    /// <summary>The sentence of that key with its blanks filled; what they state comes in the order they stand in.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    internal Phrase Say(string key, params ReadOnlySpan<(string Blank, Phrase With)> blanks)
    {
        var (text, facts) = (new StringBuilder(), new List<StepFact>());
        foreach (var part in _lexicon.Template("guide." + key).Parts)
        {
            if (part is Wording.Template.Literal literal)
            {
                text.Append(literal.Text);
                continue;
            }
            var phrase = With(blanks, ((Wording.Template.Blank)part).Name, key);
            text.Append(phrase.Text);
            facts.AddRange(phrase.Facts);
        }
        return new(text.ToString(), facts);
    }

    /// <summary>The sentence of that key, to be read back by.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    internal Template Template(string key) => _lexicon.Template("guide." + key);

    private static Phrase With(ReadOnlySpan<(string Blank, Phrase With)> blanks, string name, string key)
    {
        foreach (var (blank, with) in blanks)
            if (blank == name)
                return with;
        throw new KeyNotFoundException($"Nothing fills the blank {name} of guide.{key}.");
    }

    /// <summary>One of two sentences, by number: of KEY.one and KEY.many.</summary>
    internal Phrase Many(string key, int number, params ReadOnlySpan<(string Blank, Phrase With)> blanks) =>
        Say(number == 1 ? key + ".one" : key + ".many", [.. blanks, ("n", Number(number))]);

    /// <summary>A whole number as a count that is stated.</summary>
    internal static Phrase Number(int n) => new(n.ToString(CultureInfo.InvariantCulture), [new(FactKind.Count, null, null, n)]);
}
