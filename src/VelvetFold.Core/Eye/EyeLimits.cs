using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Eye;

/// <summary>From where on the eye says something. Each limit stands with its reason in docs/eye.md; they were fixed before any page was
/// looked at by them.</summary>
public static class EyeLimits
{
    /// <summary>Less difference than this (CIEDE2000), and two papers look like one across a table.</summary>
    public const double Alike = 10;

    /// <summary>A mat that is to stand out differs from its ground by this much at least (CIEDE2000).</summary>
    public const double StandsOut = 20;

    /// <summary>The share of an edge that must lie on a like ground before the piece vanishes.</summary>
    public const double EdgeShare = 0.5;

    /// <summary>A motif at least this large, in inches, is lost in a small piece.</summary>
    public const double LargeMotif = 1;

    /// <summary>A piece shows a motif where it is this many times as large.</summary>
    public const int MotifTimes = 2;

    /// <summary>A colour as far from grey as this (CIELAB chroma) is an accent.</summary>
    public const double Accent = 30;

    /// <summary>A colour of a print that has less of its face than this is not seen as one.</summary>
    public const double SeenShare = 0.03;

    /// <summary>An accent takes no more than this share of the page: more of it is a ground.</summary>
    public const double AccentShare = 0.1;

    /// <summary>Middles within this stand in one line, and straight opposite: half an inch.</summary>
    public static readonly Length OneLine = Length.Inches(0, 1, 2);

    /// <summary>Parts no farther from each other than this are one cluster: an inch.</summary>
    public static readonly Length Together = Length.Inches(1);

    /// <summary>A photo tilted by more degrees than this draws the eye to its tilt.</summary>
    public const decimal Tilt = 10;

    /// <summary>A faded photo is lifted by a mat darker than this (CIELAB lightness); on a lighter one it pales further.</summary>
    public const double Lifts = 60;

    /// <summary>Of a page's area a busy print may show as the largest piece behind: a quarter.</summary>
    public const double BusyBehind = 0.25;

    /// <summary>A motif of which less than this share is cut off is whole to the eye.</summary>
    public const double CutOff = 0.1;

    /// <summary>How far the page's weight may lie from its middle, as a share of its width or height.</summary>
    public const double OffBalance = 1.0 / 6;

    /// <summary>A piece whose sides differ from a photo's by no more than this share looks like a photo that is missing.</summary>
    public const double PhotoSize = 0.1;
}
