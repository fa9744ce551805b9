using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>Who cuts a piece.</summary>
[JsonConverter(typeof(TextEnum<CutBy>))]
public enum CutBy
{
    /// <summary>Either: a guest by the guide, or the host for all kits together.</summary>
    [JsonStringEnumMemberName("either")]
    Either,

    /// <summary>The host, for all kits together; it lies in the bag as it is.</summary>
    [JsonStringEnumMemberName("host")]
    Host,

    /// <summary>The guest, out of the paper in the bag.</summary>
    [JsonStringEnumMemberName("guest")]
    Guest,
}
