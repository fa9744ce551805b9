using System.Text.Json.Serialization;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>How a kit's pieces are cut.</summary>
[JsonConverter(typeof(TextEnum<CutMode>))]
public enum CutMode
{
    /// <summary>Each kit by itself, by the guest.</summary>
    [JsonStringEnumMemberName("each-kit")]
    EachKit,

    /// <summary>All kits together, by the host.</summary>
    [JsonStringEnumMemberName("batch")]
    Batch,
}

/// <summary>A piece with its place on a kept sheet.</summary>
/// <param name="Piece">Its label: L1-B2.</param>
/// <param name="Box">Where it lies, from the sheet's top left corner, width and height as it lies.</param>
/// <param name="Turned">Whether it lies a quarter turned.</param>
public sealed record KeptPiece(string Piece, Box Box, bool Turned = false);

/// <summary>A sheet that is cut as it stands here, whatever the planner would do; the planner lays out the rest.</summary>
public sealed record KeptSheet
{
    /// <summary>The id of its paper.</summary>
    public required string Paper { get; init; }

    /// <summary>The way of cutting it belongs to.</summary>
    public CutMode Mode { get; init; }

    /// <summary>How many sheets are cut like this, 1 or more.</summary>
    public int Times { get; init; } = 1;

    /// <summary>How many of them are cut already; a count, no part of the kit's document.</summary>
    public int Cut { get; init; }

    /// <summary>Whether it stands here only because sheets were cut like this, and the document does not keep it.</summary>
    public bool? Booked { get; init; }

    public IReadOnlyList<KeptPiece> Pieces { get; init; } = [];

    /// <summary>Whether the other is the same sheet: the same pieces in the same places on the same paper, cut in the same way; however
    /// often.</summary>
    public bool IsLike(KeptSheet other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return Paper == other.Paper
            && Mode == other.Mode
            && Pieces.Count == other.Pieces.Count
            && Pieces.ToHashSet().SetEquals(other.Pieces);
    }
}
