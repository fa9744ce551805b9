using System.Text.Json.Serialization;

namespace VelvetFold.Core.Measures;

/// <summary>The unit a person measures in.</summary>
[JsonConverter(typeof(TextEnum<LengthUnit>))]
public enum LengthUnit
{
    [JsonStringEnumMemberName("in")]
    Inch,

    [JsonStringEnumMemberName("mm")]
    Millimetre,
}
