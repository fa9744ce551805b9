using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>Which way the people in a photo look.</summary>
[JsonConverter(typeof(TextEnum<Facing>))]
public enum Facing
{
    [JsonStringEnumMemberName("straight")]
    Straight,

    [JsonStringEnumMemberName("left")]
    Left,

    [JsonStringEnumMemberName("right")]
    Right,
}

/// <summary>How strong a photo's colours are: what it may lie on depends on it.</summary>
[JsonConverter(typeof(TextEnum<PhotoTone>))]
public enum PhotoTone
{
    [JsonStringEnumMemberName("colour")]
    Colour,

    [JsonStringEnumMemberName("black-and-white")]
    BlackAndWhite,

    /// <summary>An old print that has paled.</summary>
    [JsonStringEnumMemberName("faded")]
    Faded,
}
