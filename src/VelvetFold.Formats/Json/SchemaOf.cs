using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using Json.Schema;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Json;

/// <summary>The JSON Schema (draft 2020-12) of a document type, made from the type itself so that the two cannot drift apart.</summary>
public static class SchemaOf
{
    private static readonly ConcurrentDictionary<Type, JsonSchema> Compiled = [];

    private static readonly JsonSchemaExporterOptions Export = new()
    {
        TreatNullObliviousAsNonNullable = true,
        TransformSchemaNode = Describe,
    };

    static SchemaOf() => global::Json.Schema.Formats.Register(new PredicateFormat("length", IsLength));

    /// <summary>The schema as JSON.</summary>
    public static JsonNode Json(Type type)
    {
        var schema = JsonText.In(LengthUnit.Inch).GetJsonSchemaAsNode(type, Export).AsObject();
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        return schema;
    }

    internal static JsonSchema Compile(Type type) => Compiled.GetOrAdd(type, t => JsonSchema.FromText(Json(t).ToJsonString()));

    private static bool IsLength(JsonNode? node, out string? error)
    {
        error = node is JsonValue value && value.TryGetValue<string>(out var text) ? LengthConverter.WhyNot(text)?.ToString() : null;
        return error is null;
    }

    private static JsonNode Describe(JsonSchemaExporterContext context, JsonNode schema)
    {
        var type = Nullable.GetUnderlyingType(context.TypeInfo.Type) ?? context.TypeInfo.Type;
        var nullable = type != context.TypeInfo.Type;
        if (type == typeof(Length))
            return LengthSchema(nullable);
        if (type == typeof(Money))
            return new JsonObject
            {
                ["type"] = nullable ? new JsonArray("string", "null") : "string",
                ["pattern"] = MoneyConverter.Pattern,
                ["description"] = "An exact amount in the kit's currency: 12.50.",
            };
        if (type != typeof(Size))
            return schema;
        return new JsonObject
        {
            ["type"] = "object",
            ["properties"] = new JsonObject { ["width"] = LengthSchema(false), ["height"] = LengthSchema(false) },
            ["required"] = new JsonArray("width", "height"),
            ["additionalProperties"] = false,
        };
    }

    private static JsonObject LengthSchema(bool nullable) =>
        new()
        {
            ["type"] = nullable ? new JsonArray("string", "null") : "string",
            ["format"] = "length",
            ["description"] = "An exact length with its unit: 3 1/2 in, 3.5 in, 89 mm, 8.9 cm.",
        };
}
