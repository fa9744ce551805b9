using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace VelvetFold.Core.Wording;

/// <summary>
/// Something said to people, as a value: which sentence of the word files, and what fills its blanks. It becomes text where it leaves
/// the application, in the language asked for there, so that no rule can depend on how it is worded.
/// </summary>
[JsonConverter(typeof(SayingConverter))]
public sealed class Saying : IEquatable<Saying>
{
    private readonly IReadOnlyList<(string Blank, object With)> _blanks;

    private Saying(string key, IReadOnlyList<(string, object)> blanks) => (Key, _blanks) = (key, blanks);

    /// <summary>Which sentence: FILE.NAME of the word files; empty for words that somebody wrote.</summary>
    public string Key { get; }

    /// <summary>The sentence of that key.</summary>
    /// <param name="blanks">What fills its blanks: texts and names as they stand, whole numbers, sayings, lists of texts or sayings;
    /// anything else by its invariant text.</param>
    public static Saying Of(string key, params IReadOnlyList<(string Blank, object? With)> blanks) =>
        new(key, [.. blanks.Select(b => (b.Blank, Value(b.With)))]);

    /// <summary>Words that stand as they are in every language: those of the user, or of another program.</summary>
    public static Saying Plain(string text) => new("", [("", text)]);

    /// <summary>Its text in that language.</summary>
    public string In(Lexicon lexicon)
    {
        ArgumentNullException.ThrowIfNull(lexicon);
        return Key == "" ? (string)_blanks[0].With : lexicon.Fill(Key, this);
    }

    /// <summary>What fills a blank.</summary>
    /// <exception cref="KeyNotFoundException">Nothing does.</exception>
    internal object this[string blank]
    {
        get
        {
            foreach (var (name, with) in _blanks)
                if (name == blank)
                    return with;
            throw new KeyNotFoundException($"Nothing fills the blank {blank} of {Key}.");
        }
    }

    /// <summary>Its text in the language of the request that is answered (<see cref="CultureInfo.CurrentUICulture"/>); English where
    /// nobody asks.</summary>
    public override string ToString() => In(Lexicon.Current);

    public bool Equals(Saying? other) =>
        other is not null
        && Key == other.Key
        && _blanks.Count == other._blanks.Count
        && _blanks.Zip(other._blanks).All(p => p.First.Blank == p.Second.Blank && Same(p.First.With, p.Second.With));

    public override bool Equals(object? obj) => Equals(obj as Saying);

    public override int GetHashCode() => HashCode.Combine(Key, _blanks.Count > 0 && _blanks[0].With is not object[] ? _blanks[0].With : 0);

    private static bool Same(object a, object b) => a is object[] x && b is object[] y ? x.SequenceEqual(y) : a.Equals(b);

    private static object Value(object? with) =>
        with switch
        {
            null => "",
            string or Saying => with,
            int n => (long)n,
            long => with,
            IEnumerable<object?> list => list.Select(Value).ToArray(),
            IFormattable other => other.ToString(null, CultureInfo.InvariantCulture),
            _ => with.ToString() ?? "",
        };
}

/// <summary>Writes a saying as its text in the language that is asked for.</summary>
internal sealed class SayingConverter : JsonConverter<Saying>
{
    public override Saying? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.GetString() is { } text ? Saying.Plain(text) : null;

    public override void Write(Utf8JsonWriter writer, Saying value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}
