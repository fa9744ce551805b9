using System.Globalization;
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
            if (DocumentText.Faults(utf8) is { Count: > 0 } unreadable)
                return new(null, unreadable);
            var value = JsonSerializer.Deserialize<T>(utf8, JsonText.In(LengthUnit.Inch));
            return value is null ? new(null, [new("", Saying.Of("fault.the-document-is-empty"))]) : new(value, []);
        }
        // A rule that does not say which it is, is not supported by the reader; its schema says what is missing.
        catch (Exception first) when (first is JsonException or NotSupportedException)
        {
            var faults = AllFaults(typeof(T), utf8);
            return new(null, faults.Count > 0 ? faults : [new(PathOf((first as JsonException)?.Path), Saying.Plain(first.Message))]);
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
        // Of the kinds a value may be of (anyOf), only the one it names itself is worth faulting: of the others, what tells them apart
        // fails.
        var other = failed
            .Where(d => d.Errors!.ContainsKey("const"))
            .SelectMany(d =>
                BranchesOf(d)
                    .Where(b => d.EvaluationPath.ToString().StartsWith(b.Branch + "/properties/", StringComparison.Ordinal))
                    .Where(b => b.Instance == Parent(d.InstanceLocation.ToString()))
            )
            .ToHashSet();
        var faults = failed
            .Where(d => !BranchesOf(d).Any(other.Contains))
            .SelectMany(d => d.Errors!.Select(e => Word(node, d, e.Key, e.Value)))
            .Where(f => f is not null)
            .Select(f => f!)
            .DistinctBy(f => f.Path)
            .ToList();
        // A parent only repeats what its child says.
        var parents = faults.SelectMany(f => Outside(f.Path)).ToHashSet(StringComparer.Ordinal);
        return faults.Where(f => !parents.Contains(f.Path) || f.Says.Key != "fault.cannot-be-read").ToList();
    }

    // The paths of what a path lies in: of papers[0].size, papers[0] and papers.
    private static IEnumerable<string> Outside(string path)
    {
        for (var at = path.LastIndexOfAny(['.', '[']); at >= 0; at = at == 0 ? -1 : path.LastIndexOfAny(['.', '['], at - 1))
            yield return path[..at];
    }

    // Every kind (branch of an anyOf) that it was found in, each with every value that could be the one of that kind: itself, and what it
    // lies in.
    private static IEnumerable<(string Branch, string Instance)> BranchesOf(EvaluationResults detail)
    {
        var (path, own) = (detail.EvaluationPath.ToString(), detail.InstanceLocation.ToString());
        for (var match = Branch().Match(path); match.Success; match = match.NextMatch())
        {
            var branch = path[..(match.Index + match.Length)];
            for (var instance = own; ; instance = Parent(instance))
            {
                yield return (branch, instance);
                if (instance.Length == 0)
                    break;
            }
        }
    }

    private static string Parent(string pointer) => pointer[..Math.Max(0, pointer.LastIndexOf('/'))];

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
            "format" when message.Contains("\"time\"", StringComparison.Ordinal) => IsTime(node!)
                ? null
                : new(path, Saying.Of("fault.no-time", ("value", value))),
            "format" when message.Contains("\"date\"", StringComparison.Ordinal) => new(path, Saying.Of("fault.no-date", ("value", value))),
            "format" => new(path, LengthConverter.WhyNot(node!.GetValue<string>()) ?? Saying.Plain(message)),
            "const" => new(path, Saying.Of("fault.is-none-of-the", ("value", value))),
            "anyOf" => new(path, Saying.Of("fault.cannot-be-read", ("value", value))),
            _ => new(path, Saying.Of("fault.of-a-value", ("value", value), ("says", Saying.Plain(message)))),
        };
    }

    // The schema means a time with its zone; a clock on the wall has none.
    private static bool IsTime(JsonNode node) =>
        TimeOnly.TryParseExact(node.GetValue<string>(), ["HH:mm", "HH:mm:ss"], CultureInfo.InvariantCulture, DateTimeStyles.None, out _);

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
