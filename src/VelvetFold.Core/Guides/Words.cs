using System.Collections.Frozen;
using System.Text.Json;

namespace VelvetFold.Core.Guides;

/// <summary>The sentences of a guide in one language, from the resource files Words.LANGUAGE.json.</summary>
public sealed class Words
{
    private readonly FrozenDictionary<string, string> _templates;

    private Words(FrozenDictionary<string, string> templates) => _templates = templates;

    /// <summary>English.</summary>
    public static Words English { get; } = Load("en");

    /// <summary>The sentence of that key with its blanks filled.</summary>
    /// <exception cref="KeyNotFoundException">There is no such sentence.</exception>
    public string Say(string key, params ReadOnlySpan<(string Blank, string Text)> blanks)
    {
        var text = _templates[key];
        foreach (var (blank, with) in blanks) text = text.Replace("{" + blank + "}", with, StringComparison.Ordinal);
        return text;
    }

    private static Words Load(string language)
    {
        using var stream = typeof(Words).Assembly.GetManifestResourceStream($"VelvetFold.Core.Guides.Words.{language}.json")
            ?? throw new InvalidOperationException($"No guide words for {language}.");
        return new(JsonSerializer.Deserialize<Dictionary<string, string>>(stream)!.ToFrozenDictionary());
    }
}
