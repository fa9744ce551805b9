using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Measures;

/// <summary>Why a text is not a length: where (column from 1), what stands there, and what was expected.</summary>
public sealed record LengthFault(int Column, string Found, Saying Says);

/// <summary>What came of reading a text: a length, or the fault that says why not. Exactly one of the two.</summary>
public readonly record struct LengthReading(Length? Value, LengthFault? Fault)
{
    /// <summary>The length.</summary>
    /// <exception cref="FormatException">The text was not a length; the message says where and why.</exception>
    public Length OrThrow() => Value ?? throw new FormatException(Fault!.Says.In(Lexicon.English));
}

/// <summary>
/// Reads and writes lengths for people: <c>3 1/2</c>, <c>3½"</c>, <c>3-1/2 in</c>, <c>3.5</c>, <c>89 mm</c>, <c>8.9 cm</c>.
/// </summary>
/// <remarks>Reading never rounds: a text finer than a tick is a fault. Writing rounds only to <see cref="Step"/>, and then puts an
/// about sign in front.</remarks>
public sealed partial class LengthPattern
{
    private const string Superscripts = "⁰¹²³⁴⁵⁶⁷⁸⁹";
    private const string Subscripts = "₀₁₂₃₄₅₆₇₈₉";

    private static readonly Dictionary<(long, long), char> Vulgar = new()
    {
        [(1, 2)] = '½',
        [(1, 4)] = '¼',
        [(3, 4)] = '¾',
        [(1, 8)] = '⅛',
        [(3, 8)] = '⅜',
        [(5, 8)] = '⅝',
        [(7, 8)] = '⅞',
    };

    private readonly bool _typographic;
    private readonly bool _comma;

    private LengthPattern(LengthUnit unit, Length? step, bool typographic, bool comma = false)
    {
        Unit = unit;
        Step = step;
        _typographic = typographic;
        _comma = comma;
    }

    /// <summary>The unit a bare number is read in, and lengths are written in.</summary>
    public LengthUnit Unit { get; }

    /// <summary>The ruler's smallest step that writing rounds to; none where writing is exact.</summary>
    public Length? Step { get; }

    /// <summary>For files and the API: plain characters with the unit, never rounded (<c>3 1/2 in</c>). What 1/64 in cannot show is written
    /// in millimetres, which show every tick.</summary>
    public static LengthPattern Exact(LengthUnit unit) => new(unit, null, typographic: false);

    /// <summary>For a person: real fractions (<c>3½</c>, <c>3 ¹¹⁄₁₆</c>), no unit on inches, to the ruler's step.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The step is not positive.</exception>
    public static LengthPattern ForReading(LengthUnit unit, Length step)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(step.Ticks, nameof(step));
        return new(unit, step, typographic: true);
    }

    /// <summary>The same with a comma in decimals, as German writes them.</summary>
    public LengthPattern WithComma() => new(Unit, Step, _typographic, comma: true);

    /// <summary>Writes a length.</summary>
    public string Format(Length length)
    {
        if (Step is not { } step)
            return FormatExact(length);
        var shown = length.SnapTo(step);
        // A ruler of eighths must not hide an exact sixteenth: only what the eye cannot tell is rounded.
        if (shown != length && length.IsOn(new(Length.TicksPerInch / 64)) && Unit == LengthUnit.Inch)
            shown = length;
        var text = Unit == LengthUnit.Inch ? Fraction(shown) : Decimal(shown, Length.TicksPerMillimetre) + " mm";
        return shown == length ? text : "≈ " + text;
    }

    /// <summary>Writes a size: <c>9 x 1½</c>.</summary>
    public string Format(Size size) => $"{Format(size.Width)} x {Format(size.Height)}";

    /// <summary>Reads a length.</summary>
    public LengthReading Parse(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return new LengthScanner(text, Unit).Read();
    }

    /// <summary>Reads one length, or two with what people say between the sides of a size: <c>9 x 1½</c>, <c>9 by 1½</c>.</summary>
    /// <returns>One reading or two; of more than two sides the second has the fault.</returns>
    public IReadOnlyList<LengthReading> ParseSides(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return [.. Between().Split(text, 2).Select(Parse)];
    }

    [GeneratedRegex(@"\s*[x×]\s*|\s+(?:by|mal)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Between();

    private string FormatExact(Length length)
    {
        var inches = length.IsOn(new(Length.TicksPerInch / 64));
        var tenths = length.IsOn(new(Length.TicksPerMillimetre / 10));
        if (Unit == LengthUnit.Inch ? inches : inches && !tenths)
            return Fraction(length) + " in";
        return Decimal(length, Length.TicksPerMillimetre) + " mm";
    }

    private string Decimal(Length length, long per)
    {
        var text = ((decimal)length.Ticks / per).ToString("0.#######", CultureInfo.InvariantCulture);
        return _comma ? text.Replace('.', ',') : text;
    }

    private string Fraction(Length length)
    {
        var (whole, rest) = Math.DivRem(Math.Abs(length.Ticks), Length.TicksPerInch);
        var sign = length.Ticks < 0 ? (_typographic ? "−" : "-") : "";
        if (rest == 0)
            return sign + whole.ToString(CultureInfo.InvariantCulture);
        if (rest % (Length.TicksPerInch / 64) != 0)
            return sign + Decimal(new(whole * Length.TicksPerInch + rest), Length.TicksPerInch);
        var (n, d) = (rest / (Length.TicksPerInch / 64), 64L);
        while (n % 2 == 0)
            (n, d) = (n / 2, d / 2);
        var head = whole == 0 ? "" : whole.ToString(CultureInfo.InvariantCulture);
        if (!_typographic)
            return string.Create(CultureInfo.InvariantCulture, $"{sign}{head}{(head == "" ? "" : " ")}{n}/{d}");
        return sign + head + (Vulgar.TryGetValue((n, d), out var one) ? one.ToString() : (head == "" ? "" : " ") + Raised(n, d));
    }

    private static string Raised(long n, long d)
    {
        var text = new StringBuilder();
        foreach (var c in n.ToString(CultureInfo.InvariantCulture))
            text.Append(Superscripts[c - '0']);
        text.Append('⁄');
        foreach (var c in d.ToString(CultureInfo.InvariantCulture))
            text.Append(Subscripts[c - '0']);
        return text.ToString();
    }
}
