using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>An opening of the layout as designed.</summary>
internal sealed record Place(Piece Piece, Box Box);

/// <summary>Somewhere a photo may go.</summary>
/// <param name="Fixed">Whether it keeps its size and its way round.</param>
/// <param name="MayWait">Whether a placeholder card lies there until there is a photo.</param>
internal sealed record Slot(string Piece, Size Size, bool Focal, Box Box, bool Fixed = false, bool IsPocket = false, bool MayWait = false)
{
    /// <summary>Whether nothing is missing where no photo goes there.</summary>
    public bool MayBeEmpty => IsPocket || MayWait;
}

/// <summary>What becomes of an opening: the slots it then offers, and what that costs by itself.</summary>
/// <param name="Also">The neighbour that is gone then.</param>
internal sealed record Option(OpeningChange? Change, IReadOnlyList<Slot> Slots, decimal Cost, Saying? Says, string? Also = null);

/// <summary>A photo in a slot: turned with its opening, at the opening's size or its own, and what that costs.</summary>
internal sealed record AssignedPhoto(
    GuestPhoto Photo,
    Slot Slot,
    bool Turn,
    Size? Resize,
    decimal Lost,
    decimal Cost,
    IReadOnlyList<FitReason> Reasons
);

/// <summary>All photos in slots.</summary>
internal sealed record Assigned(decimal Cost, IReadOnlyList<AssignedPhoto> Given);
