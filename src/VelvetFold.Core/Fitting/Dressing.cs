using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Fitting;

/// <summary>How the photos of a page are matted where there is little room: what mats leave free may keep a photo as large as it was
/// brought, or the title where it was.</summary>
internal enum Dress
{
    AsDesigned,

    /// <summary>Half as much of the outer mat shows.</summary>
    Slim,

    /// <summary>Straight on the page.</summary>
    Bare,
}

/// <summary>Dresses openings.</summary>
internal static class Dressing
{
    /// <summary>What one photo takes off at least in such a dress.</summary>
    public static double Cost(this Dress dress) =>
        dress switch
        {
            Dress.Slim => FitWeights.TrimmedInHand,
            Dress.Bare => FitWeights.WithoutMat,
            _ => 0,
        };

    /// <summary>An opening in a dress; as it is where that would free no room: photos that are trimmed for their mats, frames,
    /// ready-made cards, mats of which next to nothing shows.</summary>
    public static Piece In(this Dress dress, Piece opening, Kit kit)
    {
        if (dress == Dress.AsDesigned || !Making.Grows(kit, opening) || opening.Opening!.Mats is not [.., { Card: null, Frame: null } mat])
            return opening;
        if (dress == Dress.Bare)
            return Making.WithoutMats(opening);
        var half = Making.HalfOf(mat.Reveal, kit);
        return half.IsPositive && Making.Showing(opening, half) is var slim && slim.Stack(kit) is not null ? slim : opening;
    }
}
