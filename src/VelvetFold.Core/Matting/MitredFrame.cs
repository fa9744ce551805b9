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

    /// <summary>The strips: size and how many, long edge across. A strip's short edge is shorter by twice its width.</summary>
    public IReadOnlyList<(Size Size, int Count)> Strips =>
        Outer.Width == Outer.Height ? [(new(Outer.Width, Width), 4)] : [(new(Outer.Width, Width), 2), (new(Outer.Height, Width), 2)];

    /// <summary>The paper of the strips as they are cut, corners included, in square ticks.</summary>
    public Int128 StripArea => Strips.Aggregate(Int128.Zero, (sum, s) => sum + s.Size.Area * s.Count);

    /// <summary>The paper saved against a whole mat, in square ticks; negative where strips take more.</summary>
    public Int128 Saved => Outer.Area - StripArea;
}
