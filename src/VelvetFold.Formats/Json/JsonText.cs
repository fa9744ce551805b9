using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using System.Text.Unicode;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Json;

/// <summary>How Velvet Fold writes and reads JSON: strict, and with lengths as exact texts.</summary>
public static class JsonText
{
    private static readonly JsonSerializerOptions Inches = Make(LengthUnit.Inch);
    private static readonly JsonSerializerOptions Metric = Make(LengthUnit.Millimetre);

    /// <summary>The options that write lengths in a unit where it can say them exactly, and in the other where not.</summary>
    public static JsonSerializerOptions In(LengthUnit unit) => unit == LengthUnit.Inch ? Inches : Metric;

    /// <summary>Sets options up as Velvet Fold writes and reads JSON.</summary>
    public static void Configure(JsonSerializerOptions options, LengthUnit unit)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowDuplicateProperties = false;
        options.AllowOutOfOrderMetadataProperties = true;
        options.MaxDepth = 32;
        options.Encoder = JavaScriptEncoder.Create(UnicodeRanges.All);
        var lengths = new LengthConverter(unit);
        options.Converters.Add(lengths);
        options.Converters.Add(new SizeConverter(lengths));
        options.Converters.Add(new MoneyConverter());
    }

    private static JsonSerializerOptions Make(LengthUnit unit)
    {
        var options = new JsonSerializerOptions { TypeInfoResolver = new DefaultJsonTypeInfoResolver() };
        Configure(options, unit);
        options.MakeReadOnly();
        return options;
    }
}
