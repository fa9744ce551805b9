namespace VelvetFold.Core.Measures;

/// <summary>
/// A length along one direction, exact, as a whole number of ticks.
/// </summary>
/// <remarks>
/// <para>1 in = 203,200 ticks and 1 mm = 8,000 ticks, so that 1/64 in (3,175 ticks), 1/100 in (2,032 ticks) and
/// 1/10 mm (800 ticks) are all exact. The inch is the international inch of 25.4 mm (1959 agreement; NIST SP 811, B.8).</para>
/// <para>Range: about plus or minus 45 million million inches; arithmetic that leaves it throws <see cref="OverflowException"/>.
/// A length may be negative (an offset may be); a <see cref="Size"/> may not. Two lengths are equal when their ticks are:
/// <c>25.4 mm</c> equals <c>1 in</c>. To read or write one for a person, use <see cref="LengthPattern"/>.</para>
/// </remarks>
public readonly record struct Length(long Ticks) : IComparable<Length>
{
    /// <summary>Ticks in one international inch.</summary>
    public const long TicksPerInch = 203_200;

    /// <summary>Ticks in one millimetre.</summary>
    public const long TicksPerMillimetre = 8_000;

    /// <summary>No length.</summary>
    public static Length Zero => default;

    /// <summary>The step of a common ruler, 1/16 in.</summary>
    public static Length Sixteenth => new(TicksPerInch / 16);

    /// <summary>A length of <paramref name="whole"/> and <paramref name="numerator"/>/<paramref name="denominator"/> inches.</summary>
    /// <exception cref="ArgumentException">The fraction is not a whole number of ticks, or its denominator is not positive.</exception>
    /// <exception cref="OverflowException">The length is outside the range.</exception>
    public static Length Inches(long whole, long numerator = 0, long denominator = 1)
    {
        if (denominator <= 0)
            throw new ArgumentException("A denominator is a positive number.", nameof(denominator));
        var part = checked(numerator * TicksPerInch);
        if (part % denominator != 0)
            throw new ArgumentException($"{numerator}/{denominator} in is not a whole number of ticks.", nameof(denominator));
        return new(checked(whole * TicksPerInch + part / denominator));
    }

    /// <summary>A length in millimetres.</summary>
    /// <exception cref="ArgumentException">The value is finer than a tick (1/8,000 mm).</exception>
    /// <exception cref="OverflowException">The length is outside the range.</exception>
    public static Length Millimetres(decimal millimetres)
    {
        var ticks = millimetres * TicksPerMillimetre;
        if (ticks != decimal.Truncate(ticks))
            throw new ArgumentException($"{millimetres} mm is not a whole number of ticks.", nameof(millimetres));
        return new(checked((long)ticks));
    }

    /// <summary>Whether this is more than nothing.</summary>
    public bool IsPositive => Ticks > 0;

    /// <summary>The length without its sign.</summary>
    public Length Magnitude => new(Math.Abs(Ticks));

    /// <summary>Half of it, rounded towards the start by at most one tick (1/8,000 mm); the other half is this less that.</summary>
    public Length Half => new(Ticks >> 1);

    /// <summary>The nearest whole number of steps; exactly between two, the one farther from zero.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The step is not positive.</exception>
    public Length SnapTo(Length step)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(step.Ticks, nameof(step));
        var (whole, rest) = Math.DivRem(Math.Abs(Ticks), step.Ticks);
        if (checked(rest * 2) >= step.Ticks)
            whole++;
        return new(checked(Math.Sign(Ticks) * whole * step.Ticks));
    }

    /// <summary>Whether it is a whole number of steps.</summary>
    public bool IsOn(Length step) => Ticks % step.Ticks == 0;

    /// <summary>
    /// Parts that add up to this length exactly, each a whole number of steps where the length is one, none differing from another by more
    /// than a step; the longer parts come first.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">There are no parts to make, or the step is not positive.</exception>
    public Length[] Share(int parts, Length step)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(parts);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(step.Ticks, nameof(step));
        var steps = Math.DivRem(Ticks, step.Ticks, out var rest);
        var each = Math.DivRem(steps, parts, out var extra);
        var shares = new Length[parts];
        for (var i = 0; i < parts; i++)
            shares[i] = new(checked((each + (i < Math.Abs(extra) ? Math.Sign(extra) : 0)) * step.Ticks));
        shares[0] += new Length(rest); // what no ruler step can show stays in the first part, so that nothing is lost
        return shares;
    }

    /// <summary>For the last step to a screen or a printer only: the length in inches, rounded as a <see cref="double"/> is.</summary>
    public double ToInches() => (double)Ticks / TicksPerInch;

    /// <summary>For the last step to a screen or a printer only: the length in millimetres, rounded as a <see cref="double"/> is.</summary>
    public double ToMillimetres() => (double)Ticks / TicksPerMillimetre;

    public static Length operator +(Length a, Length b) => new(checked(a.Ticks + b.Ticks));

    public static Length operator -(Length a, Length b) => new(checked(a.Ticks - b.Ticks));

    public static Length operator -(Length a) => new(checked(-a.Ticks));

    public static Length operator *(Length a, long times) => new(checked(a.Ticks * times));

    public static bool operator <(Length a, Length b) => a.Ticks < b.Ticks;

    public static bool operator >(Length a, Length b) => a.Ticks > b.Ticks;

    public static bool operator <=(Length a, Length b) => a.Ticks <= b.Ticks;

    public static bool operator >=(Length a, Length b) => a.Ticks >= b.Ticks;

    public int CompareTo(Length other) => Ticks.CompareTo(other.Ticks);

    public static Length Min(Length a, Length b) => a < b ? a : b;

    public static Length Max(Length a, Length b) => a > b ? a : b;

    /// <summary>The exact text in inches where that is a fraction a ruler has, otherwise in millimetres.</summary>
    public override string ToString() => LengthPattern.Exact(LengthUnit.Inch).Format(this);
}
