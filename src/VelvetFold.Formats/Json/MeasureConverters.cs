using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Formats.Json;

/// <summary>Writes lengths as exact texts in one unit (<c>"3 1/2 in"</c>, <c>"89 mm"</c>), and reads them in any; a text that says no
/// unit is read in inches.</summary>
internal sealed class LengthConverter(LengthUnit unit) : JsonConverter<Length>
{
    private const int MostKnown = 4096;

    private readonly LengthPattern _pattern = LengthPattern.Exact(unit);

    // An answer says the same few lengths thousands of times.
    private readonly ConcurrentDictionary<Length, JsonEncodedText> _known = [];

    public override Length Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.String)
            throw new JsonException(Saying.Of("fault.a-length-is-a").ToString());
        var text = reader.GetString()!;
        return WhyNot(text) is { } why ? throw new JsonException(why.ToString()) : _pattern.Parse(text).OrThrow();
    }

    public override void Write(Utf8JsonWriter writer, Length value, JsonSerializerOptions options) =>
        writer.WriteStringValue(TextOf(value));

    private JsonEncodedText TextOf(Length value)
    {
        if (_known.TryGetValue(value, out var text))
            return text;
        if (_known.Count > MostKnown)
            _known.Clear();
        return _known[value] = JsonEncodedText.Encode(_pattern.Format(value));
    }

    /// <summary>Why a text is not a length, or null where it is one.</summary>
    public static Saying? WhyNot(string text) => LengthPattern.Exact(LengthUnit.Inch).Parse(text).Fault?.Says;
}

/// <summary>Writes money as a text with two decimals, <c>"12.50"</c>: a number would be read as a floating one by many programs.</summary>
internal sealed class MoneyConverter : JsonConverter<Money>
{
    public const string Pattern = @"^-?\d{1,12}(\.\d{1,2})?$";

    public override Money Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && Money.TryParse(reader.GetString(), out var money)
            ? money
            : throw new JsonException(Saying.Of("fault.money-is-a-text").ToString());

    public override void Write(Utf8JsonWriter writer, Money value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}

/// <summary>Writes a size as its width and height.</summary>
internal sealed class SizeConverter(LengthConverter lengths) : JsonConverter<Size>
{
    public override Size Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (JsonSerializer.Deserialize<WidthAndHeight>(ref reader, options) is not { } both)
            throw new JsonException(
                Saying.Of("fault.is-not", ("value", "null"), ("kind", Saying.Of("fault.a-group-of-values"))).ToString()
            );
        if (both.Width < Length.Zero || both.Height < Length.Zero)
            throw new JsonException(Saying.Of("fault.x-is-no-size", ("width", both.Width), ("height", both.Height)).ToString());
        return new(both.Width, both.Height);
    }

    public override void Write(Utf8JsonWriter writer, Size value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        writer.WritePropertyName("width");
        lengths.Write(writer, value.Width, options);
        writer.WritePropertyName("height");
        lengths.Write(writer, value.Height, options);
        writer.WriteEndObject();
    }

    internal sealed record WidthAndHeight(Length Width, Length Height);
}
