using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Kits;

/// <summary>A part that is cut in half.</summary>
/// <param name="First">The piece that is its one half, and which; it is where it is cut.</param>
/// <param name="Second">The piece that is the other one; none where that is left.</param>
public sealed record HalvedPart(string Sheet, string Part, (string Label, Edge Half) First, string? Second)
{
    /// <summary>The half that is left; none where both are used.</summary>
    public Edge? Left => Second is null ? First.Half.Opposite() : null;
}

/// <summary>What pieces take of a sheet or pack of parts: how many of each, where two halves make one.</summary>
/// <param name="Taken">How many of each part, by its id.</param>
/// <param name="Halved">Those that are cut in half, in the order in which they are laid.</param>
public sealed record PartTally(IReadOnlyDictionary<string, int> Taken, IReadOnlyList<HalvedPart> Halved)
{
    /// <summary>Counts what is taken: a half goes with the first opposite half of the same part before it that is left.</summary>
    public static PartTally Of(PartSheet sheet, IEnumerable<(string Label, PartUse Use)> uses)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(uses);
        var (taken, halved) = (new Dictionary<string, int>(), new List<HalvedPart>());
        foreach (var (label, use) in uses.Where(u => u.Use.Sheet == sheet.Id))
        {
            var ids = use.Takes(sheet).ToList();
            if (use.Half is { } half && ids is [var part])
            {
                var open = halved.FindIndex(h => h.Part == part && h.Left == half);
                if (open >= 0)
                {
                    halved[open] = halved[open] with { Second = label };
                    continue;
                }
                halved.Add(new(sheet.Id, part, (label, half), null));
            }
            foreach (var id in ids)
                taken[id] = taken.GetValueOrDefault(id) + 1;
        }
        return new(taken, halved);
    }
}
