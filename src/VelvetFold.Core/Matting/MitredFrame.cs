using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Matting;

/// <summary>
/// A frame of four strips with mitred corners in place of a whole mat: two strips as long as the mat is wide, two as long as it is high,
/// each cut at 45 degrees at both ends.
/// </summary>
public sealed record MitredFrame(Size Outer, Length Width)
{
    /// <summary>The angle of the cut at each end, in degrees from the strip's long edge.</summary>
    public const int CutAngle = 45;

    /// <summary>The opening it leaves; null where the strips meet in the middle.</summary>
    public Size? Opening => Outer.Grown(-Width);

    /// <summary>Where the strips lie within the frame: the upper, the lower, the left and the right one. Each is as long as its side,
    /// corners included; its short edge is shorter by twice its width.</summary>
    public IReadOnlyList<Box> Strips
    {
        get
        {
            var (lying, upright) = (new Size(Outer.Width, Width), new Size(Width, Outer.Height));
            return
            [
                new(Length.Zero, Length.Zero, lying),
                new(Length.Zero, Outer.Height - Width, lying),
                new(Length.Zero, Length.Zero, upright),
                new(Outer.Width - Width, Length.Zero, upright),
            ];
        }
    }

    /// <summary>The paper of the strips as they are cut, corners included, in square ticks.</summary>
    public Int128 StripArea => Strips.Aggregate(Int128.Zero, (sum, s) => sum + s.Size.Area);

    /// <summary>The paper saved against a whole mat, in square ticks; negative where strips take more.</summary>
    public Int128 Saved => Outer.Area - StripArea;
}
