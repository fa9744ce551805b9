using System.Globalization;
using System.Text;
using System.Text.Json;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats.Json;

/// <summary>Looks a document through before it is read, once from its beginning to its end: what no reader of it expects is told with its
/// path.</summary>
internal static class DocumentText
{
    /// <summary>Faults told of one document at most.</summary>
    private const int Most = 20;

    // What the reader is in: a group with the names that it has had, or a list with its place.
    private sealed class Inside(bool isList)
    {
        public bool IsList { get; } = isList;

        public int Place { get; set; } = -1;

        public string Name { get; set; } = "";

        public HashSet<string> Names { get; } = [];
    }

    /// <summary>
    /// A value that is missing in a list, a name that stands twice in one group, a text that is none (half of a surrogate pair), signs in
    /// it that no page can show and no other format takes, and a number that nothing can hold. Empty where there is none of this; what is
    /// no JSON at all is left to its reader.
    /// </summary>
    /// <exception cref="JsonException">It is no JSON.</exception>
    public static IReadOnlyList<Fault> Faults(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new() { MaxDepth = 64 });
        var (path, faults) = (new Stack<Inside>(), new List<Fault>());
        while (faults.Count < Most && reader.Read())
        {
            if (
                path.TryPeek(out var list)
                && list.IsList
                && reader.TokenType is not (JsonTokenType.EndArray or JsonTokenType.EndObject or JsonTokenType.PropertyName)
            )
                list.Place++;
            switch (reader.TokenType)
            {
                case JsonTokenType.StartArray or JsonTokenType.StartObject:
                    path.Push(new(reader.TokenType == JsonTokenType.StartArray));
                    break;
                case JsonTokenType.EndArray or JsonTokenType.EndObject:
                    path.Pop();
                    break;
                case JsonTokenType.PropertyName:
                    var group = path.Peek();
                    group.Name = Text(ref reader) ?? "?";
                    if (!group.Names.Add(group.Name))
                        faults.Add(new(PathOf(path), Saying.Of("fault.stands-twice", ("name", group.Name))));
                    break;
                case JsonTokenType.Null when path.TryPeek(out var at) && at.IsList:
                    faults.Add(new(PathOf(path), Saying.Of("fault.nothing-in-list")));
                    break;
                case JsonTokenType.Number when !reader.TryGetDecimal(out _):
                    faults.Add(new(PathOf(path), Saying.Of("fault.no-such-number")));
                    break;
                case JsonTokenType.String:
                    if (Text(ref reader) is not { } text)
                        faults.Add(new(PathOf(path), Saying.Of("fault.half-a-sign")));
                    else if (text.Any(IsUnprintable))
                        faults.Add(new(PathOf(path), Saying.Of("fault.unprintable")));
                    break;
            }
        }
        return faults;
    }

    // What XML 1.0 (2.2, Char) has no place for; line ends and tabs are text.
    private static bool IsUnprintable(char c) => c is (< ' ' and not ('\n' or '\r' or '\t')) or '\u007F' or '\uFFFE' or '\uFFFF';

    private static string? Text(ref Utf8JsonReader reader)
    {
        try
        {
            return reader.GetString();
        }
        catch (InvalidOperationException)
        {
            return null; // half of a surrogate pair, or bytes that are no UTF-8
        }
    }

    private static string PathOf(Stack<Inside> path)
    {
        var text = new StringBuilder();
        foreach (var inside in path.Reverse())
            if (inside.IsList)
                text.Append(CultureInfo.InvariantCulture, $"[{inside.Place}]");
            else
                text.Append(text.Length == 0 ? "" : ".").Append(inside.Name);
        return text.ToString();
    }
}
