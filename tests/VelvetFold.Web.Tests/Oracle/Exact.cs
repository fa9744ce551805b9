using System.Globalization;
using System.Numerics;
using System.Text.RegularExpressions;

namespace VelvetFold.Web.Tests.Oracle;

/// <summary>An exact fraction of an inch.</summary>
internal readonly partial struct Exact : IComparable<Exact>, IEquatable<Exact>
{
    private const string Vulgar = "½¼¾⅛⅜⅝⅞";
    private static readonly (int, int)[] VulgarParts = [(1, 2), (1, 4), (3, 4), (1, 8), (3, 8), (5, 8), (7, 8)];
    private static readonly Exact Inch = new(254, 10);

    private readonly BigInteger _down;

    public Exact(BigInteger up, BigInteger down)
    {
        var common = BigInteger.GreatestCommonDivisor(up, down);
        (Up, _down) = down.Sign < 0 ? (-up / common, -down / common) : (up / common, down / common);
    }

    private BigInteger Up { get; }

    private BigInteger Down => _down.IsZero ? 1 : _down;

    public static Exact Zero => new(0, 1);

    public bool IsZero => Up.IsZero;

    public bool IsPositive => Up.Sign > 0;

    public static Exact Of(long up, long down = 1) => new(up, down);

    public static Exact Millimetres(long n) => new Exact(n, 1) / Inch;

    /// <summary>As files have it: "3 1/2 in", "-1/8 in", "89.5 mm".</summary>
    public static Exact Parse(string text)
    {
        var match = Written().Match(text);
        if (!match.Success)
            throw new FormatException($"'{text}' is no length as files have it.");
        var value = Whole(match.Groups["whole"].Value);
        if (match.Groups["up"].Success)
            value += new Exact(
                BigInteger.Parse(match.Groups["up"].Value, CultureInfo.InvariantCulture),
                BigInteger.Parse(match.Groups["down"].Value, CultureInfo.InvariantCulture)
            );
        if (match.Groups["unit"].Value == "mm")
            value /= Inch;
        return match.Groups["minus"].Length > 0 ? Zero - value : value;
    }

    /// <summary>As sentences have it: 3½, 8 ¹¹⁄₁₆, 89; null where it is something else or only about so long.</summary>
    public static Exact? Said(string text, bool metric)
    {
        var plain = text.Trim().Replace(" mm", "", StringComparison.Ordinal);
        foreach (var (sign, (up, down)) in Vulgar.Zip(VulgarParts))
            plain = plain.Replace(sign.ToString(), $" {up}/{down}", StringComparison.Ordinal);
        plain = string.Concat(plain.Select(Levelled)).Replace('⁄', '/').Trim();
        return Written().IsMatch(plain + (metric ? " mm" : " in")) ? Parse(plain + (metric ? " mm" : " in")) : null;
    }

    private static char Levelled(char c) =>
        "⁰¹²³⁴⁵⁶⁷⁸⁹".IndexOf(c, StringComparison.Ordinal) is var high and >= 0 ? (char)('0' + high)
        : "₀₁₂₃₄₅₆₇₈₉".IndexOf(c, StringComparison.Ordinal) is var low and >= 0 ? (char)('0' + low)
        : c;

    private static Exact Whole(string text)
    {
        if (text.Length == 0)
            return Zero;
        var point = text.IndexOf('.', StringComparison.Ordinal);
        return point < 0
            ? new(BigInteger.Parse(text, CultureInfo.InvariantCulture), 1)
            : new(BigInteger.Parse(text.Remove(point, 1), CultureInfo.InvariantCulture), BigInteger.Pow(10, text.Length - point - 1));
    }

    public static Exact operator +(Exact a, Exact b) => new(a.Up * b.Down + b.Up * a.Down, a.Down * b.Down);

    public static Exact operator -(Exact a, Exact b) => new(a.Up * b.Down - b.Up * a.Down, a.Down * b.Down);

    public static Exact operator *(Exact a, Exact b) => new(a.Up * b.Up, a.Down * b.Down);

    public static Exact operator /(Exact a, Exact b) => new(a.Up * b.Down, a.Down * b.Up);

    public static bool operator <(Exact a, Exact b) => a.CompareTo(b) < 0;

    public static bool operator >(Exact a, Exact b) => a.CompareTo(b) > 0;

    public static bool operator <=(Exact a, Exact b) => a.CompareTo(b) <= 0;

    public static bool operator >=(Exact a, Exact b) => a.CompareTo(b) >= 0;

    public static bool operator ==(Exact a, Exact b) => a.Equals(b);

    public static bool operator !=(Exact a, Exact b) => !a.Equals(b);

    public int CompareTo(Exact other) => (Up * other.Down).CompareTo(other.Up * Down);

    public bool Equals(Exact other) => CompareTo(other) == 0;

    public override bool Equals(object? obj) => obj is Exact other && Equals(other);

    public override int GetHashCode() => HashCode.Combine(Up, Down);

    public BigInteger Floor() => BigInteger.Divide(Up - (((Up % Down) + Down) % Down), Down);

    public double ToDouble() => (double)Up / (double)Down;

    public override string ToString() => ToDouble().ToString("0.####", CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(?<minus>-?)(?:(?<whole>\d+(?:\.\d+)?)(?: (?<up>\d+)/(?<down>\d+))?|(?<up>\d+)/(?<down>\d+)) (?<unit>in|mm)$")]
    private static partial Regex Written();
}

/// <summary>A rectangle; y down.</summary>
internal readonly record struct Rect(Exact X, Exact Y, Exact W, Exact H)
{
    private static readonly Exact Hair = Exact.Millimetres(1) * Exact.Of(1, 1000);

    public Exact Right => X + W;

    public Exact Bottom => Y + H;

    /// <summary>Whether two rectangles are the same but for what halving in whole ticks may leave, 1/1000 mm.</summary>
    public bool Is(Rect other) => Near(X, other.X) && Near(Y, other.Y) && Near(W, other.W) && Near(H, other.H);

    public static bool Near(Exact a, Exact b) => a - b <= Hair && b - a <= Hair;

    public Rect Middle(Exact w, Exact h) => new(X + (W - w) / Exact.Of(2), Y + (H - h) / Exact.Of(2), w, h);

    public bool Contains(Rect other) => other.X >= X && other.Y >= Y && other.Right <= Right && other.Bottom <= Bottom;

    public override string ToString() => $"{W} x {H} at {X}, {Y}";
}
