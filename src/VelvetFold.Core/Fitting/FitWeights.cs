namespace VelvetFold.Core.Fitting;

/// <summary>
/// What each difference between the page as designed and the page as a guest makes it takes off 100. The order is that of the trade
/// (common practice, no source): a photo in sight before everything, then what belongs together, then the photo whole and as large as
/// brought, then the eye, then title and card, then the design's own lines; decoration gives way first. The numbers are ours.
/// </summary>
internal static class FitWeights
{
    /// <summary>Somebody brought it to see it.</summary>
    public const double Hidden = 30;

    /// <summary>A flap that a guest said is fine still makes one photo the second.</summary>
    public const double HiddenAsWished = 10;

    /// <summary>Worse than under a flap: it is not on the page at all.</summary>
    public const double LeftOut = 45;

    /// <summary>Before and after, or one story, on two pages.</summary>
    public const double GroupSplit = 15;

    /// <summary>A run of equal photos is a group only by likelihood.</summary>
    public const double RunSplit = 12;

    /// <summary>Two stories on one page of a spread, the other page free for one of them.</summary>
    public const double StoriesOnOnePage = 6;

    /// <summary>Of a photo's area beyond <see cref="CropFree"/>, which is lost to every trimming.</summary>
    public const double Crop = 60;

    public const double CropFree = 0.02;

    /// <summary>More than this nobody crops.</summary>
    public const double CropMost = 0.4;

    /// <summary>Of a photo's area by which it is printed smaller beyond <see cref="SmallerFree"/>.</summary>
    public const double Smaller = 25;

    public const double SmallerFree = 0.1;

    /// <summary>A little smaller is seen by nobody, but the print has to be ordered or cut for it.</summary>
    public const double LittleSmaller = 1;

    /// <summary>A print that does not fill its opening leaves a gap to the mat.</summary>
    public const double DoesNotFill = 12;

    /// <summary>The photo that the eye should meet first is not the largest.</summary>
    public const double Focal = 8;

    /// <summary>A grey mat under a black-and-white photo disappears.</summary>
    public const double Swallowed = 8;

    /// <summary>A ready-made card that is too small for the photo stays in the bag.</summary>
    public const double WithoutItsCard = 2;

    /// <summary>Straight on plain paper a photo stands out, but less than on its mat.</summary>
    public const double WithoutMat = 2;

    /// <summary>Straight on a busy print nobody finds the photo.</summary>
    public const double BareOnPrint = 12;

    /// <summary>People who look off the page take the eye with them.</summary>
    public const double FacingOut = 6;

    /// <summary>For each pair of photos that is told in the wrong order; no more than <see cref="InversionMost"/> together.</summary>
    public const double Inversion = 2;

    public const double InversionMost = 16;

    public const double TitleOtherPage = 5;

    public const double TitleMoved = 1;

    /// <summary>A title has its place; every inch of the way is seen.</summary>
    public const double TitleInch = 0.5;

    public const double CardLost = 8;

    /// <summary>One of several cards of a page.</summary>
    public const double CardLostOfSeveral = 3;

    public const double CardResized = 2;

    public const double CardMoved = 1;

    /// <summary>An opening that holds nothing looks forgotten.</summary>
    public const double Empty = 10;

    public const double CardInPlace = 3;

    /// <summary>The first card of a layout that has none to write on is welcome.</summary>
    public const double FirstCard = 2;

    /// <summary>A second card that takes the place of a photo looks like a gap.</summary>
    public const double MoreCards = 5;

    /// <summary>Spare mats stand up as decoration.</summary>
    public const double PatchInPlace = 2;

    /// <summary>One spare mat decorates; more of them on a page look like gaps.</summary>
    public const double MorePatches = 3;

    /// <summary>A mat that was packed is left over.</summary>
    public const double TakenOut = 3;

    /// <summary>A piece that was in line with another is in line with nothing.</summary>
    public const double LineLost = 2;

    /// <summary>Neighbours that miss each other's line by less than 3/8 look like a mistake.</summary>
    public const double NearMiss = 10;

    /// <summary>Gaps of one direction of a page that are not equal.</summary>
    public const double UnevenGaps = 10;

    /// <summary>A photo nearer to the page's edge than a quarter of an inch (4 mm) and than any as designed.</summary>
    public const double Hugs = 0.3;

    /// <summary>Photo and card, or two photos, without a gap.</summary>
    public const double Touches = 2;

    public const double Turn = 1;

    public const double Grow = 1;

    public const double Add = 2;

    /// <summary>An opening that lies elsewhere; a page laid anew costs no more than <see cref="AnewMost"/>.</summary>
    public const double Moved = 1;

    public const double AnewMost = 4;

    public const double OnePage = 4;

    public const double TwoPages = 6;

    public const double Mirrored = 2;

    /// <summary>A page of a spread that is used and holds no photo.</summary>
    public const double BarePage = 6;

    /// <summary>A photo that leaves the band or the panel that was laid under it.</summary>
    public const double OffBand = 6;

    public const double ClusterMoved = 0.5;

    public const double ClusterLost = 3;

    /// <summary>Decoration on a photo that had none on it, up to 15 % of it.</summary>
    public const double DecorOnPhoto = 1;

    /// <summary>Decoration on the part of a photo that is said not to be empty.</summary>
    public const double OnFaces = 6;

    /// <summary>Of the share of a field of shapes that disappears beyond <see cref="FieldFree"/>.</summary>
    public const double Field = 40;

    public const double FieldFree = 0.1;

    /// <summary>A mat that is in the hand and is only trimmed.</summary>
    public const double TrimmedInHand = 0.5;

    public const double ToBring = 3;

    /// <summary>What must not be: over the seam, over the edge, on something, cut though it is one of a kind.</summary>
    public const double Broken = 60;
}
