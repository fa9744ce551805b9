using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Json.Schema;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats.Json;

/// <summary>What came of reading a document: its value, or every fault it has.</summary>
public sealed record DocumentReading<T>(T? Value, IReadOnlyList<Fault> Faults)
    where T : class;

/// <summary>Reads JSON documents whole or not at all.</summary>
public static partial class Document
{
    private static readonly (string Type, Saying Words)[] TypeWords =
    [
        ("string", Saying.Of("fault.a-text")),
        ("integer", Saying.Of("fault.a-whole-number")),
        ("boolean", Saying.Of("fault.true-or-false")),
        ("array", Saying.Of("fault.a-list")),
        ("object", Saying.Of("fault.a-group-of-values")),
    ];

    /// <summary>
    /// Reads a document. A good one is read straight; for a bad one its schema is asked, so that all faults are told and not only the
    /// first.
    /// </summary>
    public static DocumentReading<T> Read<T>(ReadOnlySpan<byte> utf8)
        where T : class
    {
        try
        {
            if (NothingIn(utf8) is { } empty)
                return new(null, [new(empty, Saying.Of("fault.nothing-in-list"))]);
            var value = JsonSerializer.Deserialize<T>(utf8, JsonText.In(LengthUnit.Inch));
            return value is null ? new(null, [new("", Saying.Of("fault.the-document-is-empty"))]) : new(value, []);
        }
        catch (JsonException first)
        {
            var faults = AllFaults(typeof(T), utf8);
            return new(null, faults.Count > 0 ? faults : [new(PathOf(first.Path), Saying.Plain(first.Message))]);
        }
    }

    // Where null stands in a list: no list of ours has room for nothing, and no reader of one expects it. Null where there is none.
    private static string? NothingIn(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new() { MaxDepth = 64 });
        // The path down to where the reader is: names of members, and places in lists.
        var path = new Stack<(string? Name, int Place)>();
        while (reader.Read())
        {
            if (
                path.TryPeek(out var at)
                && at.Place >= 0
                && reader.TokenType is not (JsonTokenType.EndArray or JsonTokenType.EndObject or JsonTokenType.PropertyName)
            )
            {
                if (reader.TokenType == JsonTokenType.Null)
                    return Said(path);
                path.Pop();
                path.Push((at.Name, at.Place + 1));
            }
            switch (reader.TokenType)
            {
                case JsonTokenType.StartArray:
                    path.Push((null, 0));
                    break;
                case JsonTokenType.StartObject:
                    path.Push(("", -1));
                    break;
                case JsonTokenType.PropertyName:
                    path.Pop();
                    path.Push((reader.GetString(), -1));
                    break;
                case JsonTokenType.EndArray or JsonTokenType.EndObject:
                    path.Pop();
                    break;
            }
        }
        return null;

        static string Said(Stack<(string? Name, int Place)> path)
        {
            var text = new StringBuilder();
            var places = path.Reverse().ToList();
            foreach (var ((name, place), i) in places.Select((p, i) => (p, i)))
                if (place >= 0)
                    // Those further out are past the one they hold.
                    text.Append(CultureInfo.InvariantCulture, $"[{(i == places.Count - 1 ? place : place - 1)}]");
                else
                    text.Append(text.Length == 0 ? "" : ".").Append(name);
            return text.ToString();
        }
    }

    private static List<Fault> AllFaults(Type type, ReadOnlySpan<byte> utf8)
    {
        JsonNode? node;
        try
        {
            node = JsonNode.Parse(utf8, documentOptions: new() { MaxDepth = 32 });
        }
        catch (JsonException notJson)
        {
            return
            [
                new("", Saying.Of("fault.this-is-not-json", ("line", notJson.LineNumber + 1), ("column", notJson.BytePositionInLine + 1))),
            ];
        }
        var result = SchemaOf.Compile(type).Evaluate(node, new() { OutputFormat = OutputFormat.List, RequireFormatValidation = true });
        var failed = result.Details.Where(d => !d.IsValid && d.Errors is not null).ToList();
        var faults = failed
            .Where(d => !IsOtherBranch(d, failed))
            .SelectMany(d => d.Errors!.Select(e => Word(node, d, e.Key, e.Value)))
            .Where(f => f is not null)
            .Select(f => f!)
            .DistinctBy(f => f.Path)
            .ToList();
        // A parent only repeats what its child says.
        return faults.Where(f => !faults.Any(g => g != f && IsInside(g.Path, f.Path)) || f.Says.Key != "fault.cannot-be-read").ToList();
    }

    private static bool IsInside(string inner, string outer) =>
        inner.StartsWith(outer + ".", StringComparison.Ordinal) || inner.StartsWith(outer + "[", StringComparison.Ordinal);

    // Of the kinds a value may be of (anyOf), only the one it names itself is worth faulting.
    private static bool IsOtherBranch(EvaluationResults detail, List<EvaluationResults> failed)
    {
        var path = detail.EvaluationPath.ToString();
        var match = Branch().Match(path);
        while (match.Success)
        {
            var branch = path[..(match.Index + match.Length)];
            if (failed.Any(f => IsDiscriminator(f, branch)))
                return true;
            match = match.NextMatch();
        }
        return false;
    }

    private static bool IsDiscriminator(EvaluationResults detail, string branch)
    {
        var path = detail.EvaluationPath.ToString();
        return path.StartsWith(branch + "/properties/", StringComparison.Ordinal) && detail.Errors!.ContainsKey("const");
    }

    private static Fault? Word(JsonNode? root, EvaluationResults detail, string keyword, string message)
    {
        var path = PathOf(detail.InstanceLocation.ToString());
        var value = Shown(detail.InstanceLocation.TryEvaluate(root, out var node) ? node : null);
        return keyword switch
        {
            "" => new(path, Saying.Of("fault.is-not-known-here", ("name", path[(path.LastIndexOf('.') + 1)..]))),
            "required" => new(Missing(path, message), Saying.Of("fault.is-missing", ("name", Names().Match(message).Value.Trim('"')))),
            "type" => new(path, Saying.Of("fault.is-not", ("value", value), ("kind", TypeWord(message)))),
            "enum" => new(path, Saying.Of("fault.is-none-of-the", ("value", value))),
            "format" => new(path, LengthConverter.WhyNot(node!.GetValue<string>()) ?? Saying.Plain(message)),
            "const" => new(path, Saying.Of("fault.is-none-of-the", ("value", value))),
            "anyOf" => new(path, Saying.Of("fault.cannot-be-read", ("value", value))),
            _ => new(path, Saying.Of("fault.of-a-value", ("value", value), ("says", Saying.Plain(message)))),
        };
    }

    private static string Missing(string path, string message) => (path == "" ? "" : path + ".") + Names().Match(message).Value.Trim('"');

    // The library says: Value is "array" but should be "object".
    private static Saying TypeWord(string message)
    {
        var wanted = message[(message.IndexOf("should be", StringComparison.Ordinal) is var at and >= 0 ? at : 0)..];
        foreach (var (type, words) in TypeWords)
            if (wanted.Contains($"\"{type}\"", StringComparison.Ordinal))
                return words;
        return Saying.Of("fault.what-may-stand-here");
    }

    private static string Shown(JsonNode? node)
    {
        var text =
            node is null ? "null"
            : node is JsonValue value && value.TryGetValue<string>(out var words) ? $"'{words}'"
            : node.ToJsonString();
        return text.Length > 60 ? text[..57] + "…" : text;
    }

    // Both /papers/0/size of a pointer and $.papers[0].size of a reader become papers[0].size.
    private static string PathOf(string? path)
    {
        if (string.IsNullOrEmpty(path) || path == "$")
            return "";
        if (path.StartsWith("$.", StringComparison.Ordinal))
            return path[2..];
        return string.Concat(
            path.Split('/', StringSplitOptions.RemoveEmptyEntries)
                .Select(
                    (part, i) =>
                        part.All(char.IsAsciiDigit)
                            ? $"[{part}]"
                            : (i == 0 ? "" : ".")
                                + part.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal)
                )
        );
    }

    [GeneratedRegex(@"/anyOf/\d+")]
    private static partial Regex Branch();

    [GeneratedRegex("\"[^\"]+\"")]
    private static partial Regex Names();
}
