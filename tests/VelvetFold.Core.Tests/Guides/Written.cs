using CsCheck;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Tests.Guides;

/// <summary>A kit with its plan and its guide, as written, and what comes of following it.</summary>
internal sealed record Written(
    Kit Kit,
    IReadOnlyList<ResolvedLayout> Layouts,
    IReadOnlyList<CutPiece> Pieces,
    CutPlan Plan,
    IReadOnlyList<Step> Steps
)
{
    public static Written Of(Kit kit)
    {
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
        var pieces = CutList.Of(kit, layouts);
        var plan = CutPlanner.Plan(CutPlanner.Plannable(CutList.Order(kit, pieces, 1, CutMode.EachKit)));
        return new(kit, layouts, pieces, plan, Guide.Write(kit, layouts, pieces, plan, Words.In(kit.Guide.Language)));
    }

    public ProofResult Proof(IReadOnlyList<Step>? steps = null) => GuideProof.Replay(Kit, Layouts, Pieces, Plan, steps ?? Steps);

    /// <summary>The faults of a proof and the steps, for the message of a test.</summary>
    public string Told(ProofResult proof) =>
        string.Join("\n", proof.Faults.Select(f => f.Says.ToString()).Concat(Steps.Select(s => $"{s.Number} {s.Text}")));
}
