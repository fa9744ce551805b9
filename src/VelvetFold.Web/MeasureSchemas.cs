using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Web;

/// <summary>Tells the OpenAPI document how lengths and sizes look in JSON, and that a value of several kinds always says of which it
/// is.</summary>
internal static class MeasureSchemas
{
    public static void Describe(OpenApiOptions options) =>
        options.AddSchemaTransformer(DescribeMeasures).AddDocumentTransformer(RequireKinds);

    private static Task RequireKinds(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancel)
    {
        var schemas = document.Components?.Schemas ?? new Dictionary<string, IOpenApiSchema>();
        foreach (var schema in schemas.Values)
        {
            if (schema.Discriminator is not { PropertyName: { } property })
                continue;
            foreach (var kind in (schema.AnyOf ?? []).OfType<OpenApiSchemaReference>())
                if (schemas[kind.Reference.Id!] is OpenApiSchema concrete)
                    (concrete.Required ??= new HashSet<string>()).Add(property);
        }
        return Task.CompletedTask;
    }

    private static Task DescribeMeasures(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        // A kind that may also be left out is one of its words or nothing; the kind itself is never nothing.
        if (type.IsEnum && schema.Enum is { } words)
            schema.Enum = [.. words.Where(w => w is not null)];
        RequireComputed(schema, context);
        if (type == typeof(Length))
            Length(schema);
        if (type == typeof(Money))
            (schema.Type, schema.Description) = (
                JsonSchemaType.String | (Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) is null ? 0 : JsonSchemaType.Null),
                "An exact amount in the kit's currency: 12.50."
            );
        // Written as a text by converters of their own.
        if (type == typeof(PaperPart) || type == typeof(Saying))
            (schema.Type, schema.Properties) = (JsonSchemaType.String | ((schema.Type ?? 0) & JsonSchemaType.Null), null);
        if (typeof(IEnumerable<PaperPart>).IsAssignableFrom(type) || typeof(IEnumerable<Saying>).IsAssignableFrom(type))
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
        if (typeof(IEnumerable<Length>).IsAssignableFrom(type))
            schema.Items = Length(new());
        if (type != typeof(Size))
            return Task.CompletedTask;
        schema.Type = JsonSchemaType.Object;
        schema.Properties = new Dictionary<string, IOpenApiSchema> { ["width"] = Length(new()), ["height"] = Length(new()) };
        schema.Required = new HashSet<string> { "width", "height" };
        return Task.CompletedTask;
    }

    // What an answer computes is always there.
    private static void RequireComputed(OpenApiSchema schema, OpenApiSchemaTransformerContext context)
    {
        foreach (var property in context.JsonTypeInfo.Properties.Where(p => p is { Get: not null, Set: null, AssociatedParameter: null }))
        {
            if (schema.Properties is null || !schema.Properties.TryGetValue(property.Name, out var described))
                continue;
            (schema.Required ??= new HashSet<string>()).Add(property.Name);
            if (!property.IsGetNullable && described is OpenApiSchema concrete)
                concrete.Type &= ~JsonSchemaType.Null;
        }
    }

    private static OpenApiSchema Length(OpenApiSchema schema)
    {
        schema.Type = JsonSchemaType.String;
        schema.Format = "length";
        schema.Description = "An exact length with its unit: 3 1/2 in, 89 mm.";
        return schema;
    }
}
