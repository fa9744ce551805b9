using System.Globalization;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Measures;

/// <summary>
/// Reads one length from a text, from left to right: a sign, a decimal or a whole number with a fraction, and a unit. Also serves the
/// measure line, where a length is followed by other words.
/// </summary>
internal sealed class LengthScanner(string text, LengthUnit unit, int start = 0)
{
    private const string Raised = "⁰¹²³⁴⁵⁶⁷⁸⁹";
    private const string Lowered = "₀₁₂₃₄₅₆₇₈₉";

    private static readonly Dictionary<char, (int N, int D)> Vulgar = new()
    {
        ['½'] = (1, 2),
        ['¼'] = (1, 4),
        ['¾'] = (3, 4),
        ['⅛'] = (1, 8),
        ['⅜'] = (3, 8),
        ['⅝'] = (5, 8),
        ['⅞'] = (7, 8),
        ['⅕'] = (1, 5),
        ['⅖'] = (2, 5),
        ['⅗'] = (3, 5),
        ['⅘'] = (4, 5),
        ['⅒'] = (1, 10),
        ['⅓'] = (1, 3),
        ['⅔'] = (2, 3),
        ['⅙'] = (1, 6),
        ['⅚'] = (5, 6),
    };

    // Longest first, so that "inches" is not read as "in" with something after it.
    private static readonly (string Word, decimal Ticks)[] Units =
    [
        ("inches", Length.TicksPerInch),
        ("inch", Length.TicksPerInch),
        ("in.", Length.TicksPerInch),
        ("in", Length.TicksPerInch),
        ("\"", Length.TicksPerInch),
        ("″", Length.TicksPerInch),
        ("”", Length.TicksPerInch),
        ("''", Length.TicksPerInch),
        ("mm", Length.TicksPerMillimetre),
        ("cm", Length.TicksPerMillimetre * 10),
    ];

    /// <summary>Where reading stands, from 0.</summary>
    public int At { get; private set; } = start;

    /// <summary>Reads the whole text as one length.</summary>
    public LengthReading Read()
    {
        var reading = ReadPrefix();
        if (reading.Fault is not null)
            return reading;
        SkipSpace();
        return At == text.Length ? reading : Fault(Saying.Of("fault.the-end-or-a"));
    }

    /// <summary>Reads a length that other words may follow; <see cref="At"/> then stands behind it.</summary>
    public LengthReading ReadPrefix()
    {
        SkipSpace();
        var negative = Take('-') || Take('−');
        var from = At;
        if (!ReadNumber(out var numerator, out var denominator, out var fault))
            return fault;
        var ticksPer = ReadUnit();
        return ToLength(negative, numerator, denominator, ticksPer, from);
    }

    private bool ReadNumber(out decimal numerator, out decimal denominator, out LengthReading fault)
    {
        (numerator, denominator, fault) = (0, 1, default);
        var digits = Digits(char.IsAsciiDigit);
        if (digits.Length > 9)
            return Refuse(Saying.Of("fault.a-number-of-at"), At - digits.Length, out fault);
        if (digits.Length > 0)
            numerator = decimal.Parse(digits, CultureInfo.InvariantCulture);
        if (IsSeparator())
            return ReadDecimals(ref numerator, out fault);
        if (digits.Length > 0 && Peek() is '/' or '⁄')
        {
            if (digits.Length == 0)
                return Refuse(Saying.Of("fault.a-number-before-the"), At, out fault);
            At++;
            return ReadDenominator(numerator, 0, out numerator, out denominator, out fault);
        }
        return ReadFraction(digits.Length > 0, numerator, out numerator, out denominator, out fault);
    }

    private bool IsSeparator() => Peek() is '.' or ',' && At + 1 < text.Length && char.IsAsciiDigit(text[At + 1]);

    private bool ReadDecimals(ref decimal number, out LengthReading fault)
    {
        fault = default;
        At++;
        var decimals = Digits(char.IsAsciiDigit);
        if (decimals.Length > 9)
            return Refuse(Saying.Of("fault.at-most-nine-decimals"), At - decimals.Length, out fault);
        number += decimal.Parse("0." + decimals, CultureInfo.InvariantCulture);
        return true;
    }

    // The fraction of a mixed number: ½, ¹¹⁄₁₆, " 1/2", "-1/2"; or nothing where a whole number stands before it.
    private bool ReadFraction(bool hasWhole, decimal whole, out decimal numerator, out decimal denominator, out LengthReading fault)
    {
        (numerator, denominator, fault) = (whole, 1, default);
        var mark = At;
        SkipSpace();
        if (Peek() is { } c && Vulgar.TryGetValue(c, out var vulgar))
        {
            At++;
            (numerator, denominator) = (whole * vulgar.D + vulgar.N, vulgar.D);
            return true;
        }
        if (hasWhole && (Peek() is '-' or '‐' or '‑'))
            At++;
        var raised = Digits(d => Raised.Contains(d, StringComparison.Ordinal));
        var digits = raised.Length > 0 ? raised : Digits(char.IsAsciiDigit);
        if (digits.Length is > 0 and <= 9 && Peek() is '/' or '⁄' && digits.Length > 0)
        {
            At++;
            return ReadDenominator(ToNumber(digits), whole, out numerator, out denominator, out fault);
        }
        At = mark;
        return hasWhole || Refuse(Saying.Of("fault.a-number-such-as"), SkipSpace(), out fault);
    }

    private bool ReadDenominator(decimal top, decimal whole, out decimal numerator, out decimal denominator, out LengthReading fault)
    {
        (numerator, denominator, fault) = (0, 1, default);
        var from = At;
        var lowered = Digits(d => Lowered.Contains(d, StringComparison.Ordinal));
        var digits = lowered.Length > 0 ? lowered : Digits(char.IsAsciiDigit);
        if (digits.Length is 0 or > 9)
            return Refuse(Saying.Of("fault.the-lower-number-of"), from, out fault);
        denominator = ToNumber(digits);
        if (denominator == 0)
            return Refuse(Saying.Of("fault.a-lower-number-other"), from, out fault);
        numerator = whole * denominator + top;
        return true;
    }

    private decimal ReadUnit()
    {
        var mark = At;
        SkipSpace();
        foreach (var (word, ticks) in Units)
        {
            if (string.Compare(text, At, word, 0, word.Length, StringComparison.OrdinalIgnoreCase) != 0)
                continue;
            var end = At + word.Length;
            if (char.IsLetter(word[^1]) && end < text.Length && char.IsLetter(text[end]))
                continue;
            At = end;
            return ticks;
        }
        At = mark;
        return unit == LengthUnit.Inch ? Length.TicksPerInch : Length.TicksPerMillimetre;
    }

    private LengthReading ToLength(bool negative, decimal numerator, decimal denominator, decimal ticksPer, int from)
    {
        var ticks = numerator * ticksPer / denominator;
        if (ticks > long.MaxValue / 1024)
            return Fault(Saying.Of("fault.a-length-that-fits"), from);
        var whole = decimal.Truncate(ticks);
        if (whole * denominator != numerator * ticksPer)
        {
            var near = LengthPattern
                .ForReading(LengthUnit.Inch, new(Length.TicksPerInch / 64))
                .Format(new Length((long)decimal.Round(ticks)).SnapTo(new(Length.TicksPerInch / 64)));
            var said = text[from..At].Trim();
            return new(null, new(from + 1, said, Saying.Of("fault.is-finer-than-can", ("said", said), ("near", near))));
        }
        return new(new Length((long)(negative ? -whole : whole)), null);
    }

    private string Digits(Func<char, bool> isDigit)
    {
        var from = At;
        while (At < text.Length && isDigit(text[At]))
            At++;
        return text[from..At];
    }

    private static decimal ToNumber(string digits)
    {
        decimal number = 0;
        foreach (var c in digits)
        {
            var value = Raised.IndexOf(c, StringComparison.Ordinal);
            if (value < 0)
                value = Lowered.IndexOf(c, StringComparison.Ordinal);
            number = number * 10 + (value < 0 ? c - '0' : value);
        }
        return number;
    }

    private char? Peek() => At < text.Length ? text[At] : null;

    private bool Take(char c)
    {
        if (Peek() != c)
            return false;
        At++;
        return true;
    }

    private int SkipSpace()
    {
        while (At < text.Length && char.IsWhiteSpace(text[At]))
            At++;
        return At;
    }

    private bool Refuse(Saying expected, int at, out LengthReading fault)
    {
        fault = Fault(expected, at);
        return false;
    }

    private LengthReading Fault(Saying expected, int? at = null)
    {
        var column = at ?? At;
        var found = column < text.Length ? "'" + text[column..Math.Min(text.Length, column + 12)] + "'" : null;
        return new(
            null,
            new(
                column + 1,
                found ?? "",
                Saying.Of(
                    "fault.is-not-a-length",
                    ("text", text),
                    ("column", column + 1),
                    ("found", found is null ? Saying.Of("fault.nothing") : Saying.Plain(found)),
                    ("expected", expected)
                )
            )
        );
    }
}
