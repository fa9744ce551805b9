using System.Globalization;
using System.Text.RegularExpressions;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>
/// Reads the numbers of a sentence back: what stands in names and labels is none, everything else is. It knows nothing of how the
/// sentence was made.
/// </summary>
internal sealed partial class TextNumbers(Kit kit)
{
    private readonly LengthPattern _reading = kit.Reading();

    // The longest names first, so that no name is cut up by a shorter one.
    private readonly string[] _names =
    [
        .. kit
            .Papers.Select(p => p.Name)
            .Concat(kit.Papers.Select(p => p.Id))
            .Concat(kit.Layouts.Select(l => l.Name))
            .Concat(kit.Parts.Select(p => p.Name))
            .Concat(kit.Parts.SelectMany(p => p.Parts.Select(q => q.Id)))
            .Concat(kit.Layouts.SelectMany(l => l.Pieces).SelectMany(p => new[] { p.Part?.Part, p.Wet?.Words }))
            .OfType<string>()
            .Where(n => n.Any(char.IsDigit))
            .Distinct()
            .OrderByDescending(n => n.Length),
    ];

    /// <summary>The numbers of a text, in order, as they stand there.</summary>
    public IReadOnlyList<string> Of(string text)
    {
        foreach (var name in _names)
            text = text.Replace(name, "…", StringComparison.Ordinal);
        text = Labels().Replace(text, "…");
        return [.. Numbers().Matches(text).Select(m => m.Value.Trim())];
    }

    /// <summary>Where a text does not say what is meant: what it says, and what is meant; null where it does.</summary>
    public (Saying Says, Saying Meant)? Differs(string text, IReadOnlyList<StepFact> facts)
    {
        var numbers = Of(text);
        var meant = facts.Where(f => f.IsSaid).Select(Written).ToList();
        for (var i = 0; i < Math.Max(numbers.Count, meant.Count); i++)
            if (numbers.ElementAtOrDefault(i) != meant.ElementAtOrDefault(i))
                return (Number(numbers.ElementAtOrDefault(i)), Number(meant.ElementAtOrDefault(i)));
        return null;
    }

    private static Saying Number(string? said) => said is null ? Saying.Of("proof.nothing-more") : Saying.Plain(said);

    private string Written(StepFact fact) =>
        fact.Number is { } number
            ? number.ToString(CultureInfo.InvariantCulture)
            : _reading
                .Format(fact.Length ?? Length.Zero)
                .Replace("≈ ", "", StringComparison.Ordinal)
                .Replace(" mm", "", StringComparison.Ordinal);

    // L1-B2, with mat 1, part 2, strip 3, left or right, and sums of two; what is numbered by a word before it: offcut 1.
    [GeneratedRegex(
        @"[A-Za-z][A-Za-z0-9]{0,7}-[A-Za-z][A-Za-z0-9]{0,7}(?: mat(?: \d+)?)?(?: (?:part|strip) \d+)*|(?:[Oo]ffcut(?: on hand)?|Rest) \d+"
    )]
    private static partial Regex Labels();

    // 3, 3½, 3 ¹¹⁄₁₆, ½, 3.5; a minus sign counts.
    [GeneratedRegex(@"[−-]?(?:\d+(?:\.\d+)?)?(?:[½¼¾⅛⅜⅝⅞]|(?: ?[⁰¹²³⁴-⁹]+⁄[₀-₉]+))|[−-]?\d+(?:\.\d+)?")]
    private static partial Regex Numbers();
}
