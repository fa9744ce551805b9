using System.Globalization;

namespace VelvetFold.Core.Measures;

/// <summary>An amount of money, exact: a decimal number, never a floating one. The currency is said once for a kit.</summary>
public readonly record struct Money(decimal Amount) : IComparable<Money>
{
    public static readonly Money Zero = new(0);

    /// <summary>To hundredths, halves away from zero, as prices are rounded.</summary>
    public Money Rounded => new(Math.Round(Amount, 2, MidpointRounding.AwayFromZero));

    /// <summary>To hundredths, upwards: what each of several has to bear so that together they bear it all.</summary>
    public Money RoundedUp => new(Math.Ceiling(Amount * 100) / 100);

    public static Money operator +(Money a, Money b) => new(a.Amount + b.Amount);

    public static Money operator *(Money a, decimal times) => new(a.Amount * times);

    public static Money operator /(Money a, decimal by) => new(a.Amount / by);

    public int CompareTo(Money other) => Amount.CompareTo(other.Amount);

    /// <summary>Reads digits with a point and at most two decimals: 12.50.</summary>
    public static bool TryParse(string? text, out Money money)
    {
        var isOne =
            decimal.TryParse(
                text,
                NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
                CultureInfo.InvariantCulture,
                out var amount
            )
            && decimal.Round(amount, 2) == amount;
        money = isOne ? new(amount) : Zero;
        return isOne;
    }

    /// <summary>With two decimals: 12.50.</summary>
    public override string ToString() => Amount.ToString("0.00", CultureInfo.InvariantCulture);

    public static bool operator <(Money a, Money b) => a.Amount < b.Amount;

    public static bool operator >(Money a, Money b) => a.Amount > b.Amount;

    public static bool operator <=(Money a, Money b) => a.Amount <= b.Amount;

    public static bool operator >=(Money a, Money b) => a.Amount >= b.Amount;
}
