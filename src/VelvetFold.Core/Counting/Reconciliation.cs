using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;

namespace VelvetFold.Core.Counting;

/// <summary>A piece of which three counts for a run do not agree.</summary>
/// <param name="Listed">By the layouts.</param>
/// <param name="Planned">By the cut plans.</param>
/// <param name="Guided">By the guide's proof: cut by its steps, or said to come cut in the bag.</param>
public sealed record CountMismatch(string Label, long Listed, long Planned, long Guided);

/// <summary>The same pieces counted three ways for a run: from the layouts, from the cut plans, from what whoever follows the guide has
/// in hand.</summary>
public sealed record Reconciliation(long Listed, long Planned, long Guided, IReadOnlyList<CountMismatch> Differences)
{
    /// <summary>Whether the three agree, piece by piece.</summary>
    public bool Agrees => Differences.Count == 0;

    /// <summary>Counts a run.</summary>
    /// <param name="kits">Kits, spares included.</param>
    public static Reconciliation Of(IReadOnlyList<CutPiece> pieces, RunPlan run, ProofResult proof, int kits)
    {
        var listed = pieces.CountBy(p => p.Label).ToDictionary(p => p.Key, p => (long)p.Value * kits);
        var planned = new Dictionary<string, long>();
        foreach (var (plan, times) in new[] { (run.Host, 1), (run.EachGuest, kits) })
        foreach (var pattern in plan?.BySheet.SelectMany(s => s.Patterns) ?? [])
        foreach (var label in pattern.Placements.SelectMany(p => p.Labels))
            planned[label] = planned.GetValueOrDefault(label) + (long)pattern.Times * times;
        var guided = proof.CutOff.ToDictionary(p => p.Key, p => (long)p.Value * kits);
        var labels = listed.Keys.Union(planned.Keys).Union(guided.Keys).Order(StringComparer.Ordinal);
        return new(
            listed.Values.Sum(),
            planned.Values.Sum(),
            guided.Values.Sum(),
            [
                .. labels
                    .Select(l => new CountMismatch(
                        l,
                        listed.GetValueOrDefault(l),
                        planned.GetValueOrDefault(l),
                        guided.GetValueOrDefault(l)
                    ))
                    .Where(m => m.Listed != m.Planned || m.Listed != m.Guided),
            ]
        );
    }
}
