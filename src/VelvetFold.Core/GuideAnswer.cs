using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core;

/// <summary>A guide by itself.</summary>
/// <param name="Pictures">What each step looks like, in order; null for a step without a picture.</param>
/// <param name="Facts">What each step states, in order: of its text, then of its lines.</param>
/// <param name="Changed">The keys of steps that read otherwise than in the kit it was compared with; empty where it was compared with
/// none.</param>
public sealed record GuideAnswer(
    GuideLanguage Language,
    IReadOnlyList<Step> Steps,
    IReadOnlyList<Scene?> Pictures,
    IReadOnlyList<IReadOnlyList<StepFact>> Facts,
    ProofResult Proof,
    IReadOnlyList<Material> Materials,
    IReadOnlyList<string> Changed
)
{
    /// <summary>Writes and proves the guide of a kit.</summary>
    /// <param name="since">The kit as it was when its guide was last printed; none to compare with none.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static GuideAnswer For(Kit kit, Kit? since = null, PlanTerms? terms = null)
    {
        var answer = KitAnswer.For(kit, 1, terms);
        return new(
            kit.Guide.Language,
            answer.Steps,
            [.. answer.Steps.Select(answer.SceneOf)],
            [.. answer.Steps.Select(s => (IReadOnlyList<StepFact>)[.. s.Facts, .. s.LineFacts.SelectMany(f => f)])],
            answer.Proof,
            answer.Materials,
            since is null ? [] : ChangedSince(answer.Steps, KitAnswer.For(since, 1, terms).Steps)
        );
    }

    /// <summary>The keys of steps that are new, or read otherwise than before.</summary>
    public static IReadOnlyList<string> ChangedSince(IReadOnlyList<Step> now, IReadOnlyList<Step> before)
    {
        var old = before.ToDictionary(s => s.Key, s => string.Join('\n', [s.Text, .. s.Lines]));
        return
        [
            .. now.Where(s => !old.TryGetValue(s.Key, out var text) || text != string.Join('\n', [s.Text, .. s.Lines])).Select(s => s.Key),
        ];
    }
}
