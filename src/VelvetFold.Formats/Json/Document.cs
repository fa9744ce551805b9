using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Json.Schema;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Json;

/// <summary>What came of reading a document: its value, or every fault it has.</summary>
public sealed record DocumentReading<T>(T? Value, IReadOnlyList<Fault> Faults)
    where T : class;

/// <summary>Reads JSON documents whole or not at all.</summary>
public static partial class Document
{
    private static readonly (string Type, string Words)[] TypeWords =
    [
        ("string", "a text"),
        ("integer", "a whole number"),
        ("boolean", "true or false"),
        ("array", "a list"),
        ("object", "a group of values"),
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
            var value = JsonSerializer.Deserialize<T>(utf8, JsonText.In(LengthUnit.Inch));
            return value is null ? new(null, [new("", "The document is empty.")]) : new(value, []);
        }
        catch (JsonException first)
        {
            var faults = AllFaults(typeof(T), utf8);
            return new(null, faults.Count > 0 ? faults : [new(PathOf(first.Path), first.Message)]);
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
            return [new("", $"This is not JSON: line {notJson.LineNumber + 1}, column {notJson.BytePositionInLine + 1}.")];
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
        return faults
            .Where(f =>
                !faults.Any(g => g != f && IsInside(g.Path, f.Path)) || !f.Says.EndsWith("cannot be read.", StringComparison.Ordinal)
            )
            .ToList();
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
            "" => new(path, $"'{path[(path.LastIndexOf('.') + 1)..]}' is not known here."),
            "required" => new(Missing(path, message), $"{Names().Match(message).Value.Trim('"')} is missing."),
            "type" => new(path, $"{value} is not {TypeWord(message)}."),
            "enum" => new(path, $"{value} is none of the words that may stand here."),
            "format" => new(path, LengthConverter.WhyNot(node!.GetValue<string>()) ?? message),
            "const" => new(path, $"{value} is none of the words that may stand here."),
            "anyOf" => new(path, $"{value} cannot be read."),
            _ => new(path, $"{value}: {message}"),
        };
    }

    private static string Missing(string path, string message) => (path == "" ? "" : path + ".") + Names().Match(message).Value.Trim('"');

    // The library says: Value is "array" but should be "object".
    private static string TypeWord(string message)
    {
        var wanted = message[(message.IndexOf("should be", StringComparison.Ordinal) is var at and >= 0 ? at : 0)..];
        foreach (var (type, words) in TypeWords)
            if (wanted.Contains($"\"{type}\"", StringComparison.Ordinal))
                return words;
        return "what may stand here";
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
