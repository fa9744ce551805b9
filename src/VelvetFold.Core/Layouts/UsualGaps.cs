using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>The distances a layout goes by: those its own relations have, and those that are usual.</summary>
internal static class UsualGaps
{
    /// <summary>The step that places are rounded to where a hand lays them: 1/4 in, or 5 mm; common practice, no source.</summary>
    public static Length Step(LengthUnit unit) => unit == LengthUnit.Inch ? Length.Inches(0, 1, 4) : Length.Millimetres(5);

    /// <summary>The gaps between its pieces, the commonest first, and after them the usual step; touching is none of them.</summary>
    public static IReadOnlyList<Length> Of(Layout layout, LengthUnit unit) =>
        [
            .. layout
                .Pieces.SelectMany(p => new[] { p.Across, p.Down })
                .OfType<Beside>()
                .Select(b => b.Gap)
                .Where(g => g.IsPositive)
                .GroupBy(g => g)
                .OrderByDescending(g => g.Count())
                .ThenBy(g => g.Key)
                .Select(g => g.Key)
                .Append(Step(unit))
                .Distinct(),
        ];
}
