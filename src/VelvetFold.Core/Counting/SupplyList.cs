using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>A supply the host has to have for a run.</summary>
/// <param name="Count">How many of it, where that follows from the guests: one each, or one for so many; none where the designer says an
/// amount for the table, or none is counted.</param>
/// <param name="Amount">What the designer says of the amount: for the table, else for one.</param>
/// <param name="Take">What is taken instead where it can no longer be had.</param>
public sealed record SupplyNeed(string Name, SupplyKind Kind, int? Count, string? Amount, string? Number, bool Gone, string? Take);

/// <summary>Supplies got at one place.</summary>
/// <param name="Source">None where it is not known.</param>
public sealed record SupplySource(string? Source, IReadOnlyList<SupplyNeed> Supplies);

/// <summary>What the host gets besides papers and parts, and what guests bring.</summary>
public static class SupplyList
{
    /// <summary>The host's supplies for so many guests, by where they are got, those of unknown place last.</summary>
    public static IReadOnlyList<SupplySource> ForHost(Kit kit, int guests)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return
        [
            .. kit
                .Supplies.Where(s => s.From != SupplyFrom.Guest)
                .GroupBy(s => s.Source)
                .OrderBy(g => g.Key is null)
                .ThenBy(g => g.Key, StringComparer.OrdinalIgnoreCase)
                .Select(g => new SupplySource(g.Key, [.. g.Select(s => Need(kit, s, guests))])),
        ];
    }

    /// <summary>What each guest brings, as it is called with its amount.</summary>
    public static IReadOnlyList<string> ForGuest(Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return
        [
            .. kit
                .Supplies.Where(s => s.From == SupplyFrom.Guest)
                .Select(s => s.ForOne is { } amount ? $"{s.Called(kit.Reading())}, {amount}" : s.Called(kit.Reading())),
        ];
    }

    private static SupplyNeed Need(Kit kit, Supply supply, int guests)
    {
        var count =
            supply.ForTable is not null ? (int?)null
            : supply.From == SupplyFrom.Shared && supply.SharedBy is { } by ? (guests + by - 1) / by
            : supply.ForOne is null ? guests
            : null;
        return new(
            supply.Called(kit.Reading()),
            supply.Kind,
            count,
            supply.ForTable ?? supply.ForOne,
            supply.Number,
            supply.Gone,
            supply.Gone ? supply.Substitute : null
        );
    }
}
