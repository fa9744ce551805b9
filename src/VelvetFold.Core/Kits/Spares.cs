using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>What spares are kept of.</summary>
[JsonConverter(typeof(TextEnum<SpareOf>))]
public enum SpareOf
{
    /// <summary>All pieces cut from paper: whole kits' worth.</summary>
    [JsonStringEnumMemberName("pieces")]
    Pieces,

    [JsonStringEnumMemberName("stickers")]
    Stickers,

    [JsonStringEnumMemberName("die-cuts")]
    DieCuts,

    [JsonStringEnumMemberName("letters")]
    Letters,

    [JsonStringEnumMemberName("loose")]
    Loose,

    [JsonStringEnumMemberName("by-length")]
    ByLength,
}

/// <summary>How many spares are made or bought: a share of the run, rounded up, or so many.</summary>
public sealed record SpareRule
{
    public required SpareOf Of { get; init; }

    /// <summary>In hundredths of the run, 0 to 100; none where a number is said.</summary>
    public int? Percent { get; init; }

    /// <summary>So many, whatever the run.</summary>
    public int? Count { get; init; }

    /// <summary>The spares for a run.</summary>
    public int For(int run) => Count ?? (int)(((long)run * (Percent ?? 0) + 99) / 100);

    /// <summary>What a kind of parts is called here.</summary>
    public static SpareOf Kind(PartKind kind) =>
        kind switch
        {
            PartKind.Stickers => SpareOf.Stickers,
            PartKind.DieCuts => SpareOf.DieCuts,
            PartKind.Letters => SpareOf.Letters,
            PartKind.Loose => SpareOf.Loose,
            _ => SpareOf.ByLength,
        };
}

/// <summary>What work costs, and what is added to the costs.</summary>
public sealed record KitCosts
{
    /// <summary>The currency of all prices of the kit, as ISO 4217 names it.</summary>
    public string Currency { get; init; } = "EUR";

    /// <summary>What an hour of work costs.</summary>
    public Money? Hour { get; init; }

    /// <summary>Seconds a cut takes, the setting included.</summary>
    public int SecondsPerCut { get; init; } = 20;

    /// <summary>Minutes a bag takes to pack.</summary>
    public int MinutesPerBag { get; init; } = 6;

    /// <summary>What is added to the costs of a kit for its price, in hundredths.</summary>
    public int MarginPercent { get; init; }
}
