using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Kits;

/// <summary>A length of twine, ribbon or thread that is cut off its roll.</summary>
/// <param name="Label">The piece it is for.</param>
public sealed record RollLength(string Label, Length Length)
{
    /// <summary>The lengths that pieces take off their rolls, the longest first.</summary>
    internal static IReadOnlyList<RollLength> Of(Kit kit, IEnumerable<(string Label, Piece Piece, PartUse Use)> uses) =>
        [
            .. uses.SelectMany(u => u.Piece.Lengths(u.Use, kit.Unit).Select(l => new RollLength(u.Label, l)))
                .OrderByDescending(l => l.Length),
        ];

    /// <summary>All of them together.</summary>
    internal static Length Sum(IEnumerable<RollLength> lengths) => lengths.Aggregate(Length.Zero, (sum, l) => sum + l.Length);

    /// <summary>How many rolls lengths take, so many times: each length comes off the first roll that has it left, the longest first (first
    /// fit decreasing). What is longer than a roll takes as many as it fills: it cannot be had in one.</summary>
    internal static long Rolls(IReadOnlyList<RollLength> lengths, Length roll, int times)
    {
        // Rolls with the same left are counted together: there are few kinds of them however many kits.
        var (rolls, left) = (0L, new SortedDictionary<long, long>());
        foreach (var group in lengths.CountBy(l => l.Length).OrderByDescending(g => g.Key))
        {
            var (each, wanted) = (group.Key.Ticks, (long)group.Value * times);
            if (each <= 0)
                continue;
            if (each > roll.Ticks)
            {
                rolls += (each + roll.Ticks - 1) / roll.Ticks * wanted;
                continue;
            }
            foreach (var (rest, count) in left.Where(l => l.Key >= each).ToList())
                Cut(rest, Math.Min(count, (wanted + rest / each - 1) / (rest / each)));
            if (wanted <= 0)
                continue;
            var fresh = (wanted + roll.Ticks / each - 1) / (roll.Ticks / each);
            rolls += fresh;
            left[roll.Ticks] = left.GetValueOrDefault(roll.Ticks) + fresh;
            Cut(roll.Ticks, fresh);

            // Cuts this length off so many rolls that have that much left: each as often as it goes, the last one less.
            void Cut(long rest, long of)
            {
                for (; of > 0 && wanted > 0; )
                {
                    var onEach = Math.Min(rest / each, wanted);
                    var alike = onEach == rest / each ? Math.Min(of, wanted / onEach) : 1;
                    left[rest] -= alike;
                    left[rest - onEach * each] = left.GetValueOrDefault(rest - onEach * each) + alike;
                    wanted -= onEach * alike;
                    of -= alike;
                }
            }
        }
        return rolls;
    }
}
