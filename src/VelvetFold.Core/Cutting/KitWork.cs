using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Cutting;

/// <summary>
/// A kit on its way from the document to the plan: its pages resolved, its pieces listed, its cuts planned, each once and when it is first
/// asked for. Safe to use from several threads.
/// </summary>
public sealed class KitWork
{
    private readonly PlanTerms _terms;
    private readonly Lazy<IReadOnlyList<ResolvedLayout>> _layouts;
    private readonly Lazy<IReadOnlyList<CutPiece>> _pieces;
    private readonly Lazy<CutPlan> _eachKit;

    public KitWork(Kit kit, PlanTerms? terms = null)
    {
        ArgumentNullException.ThrowIfNull(kit);
        (Kit, _terms) = (kit, terms ?? new());
        _layouts = new(() => [.. kit.Layouts.Select(l => Resolver.Resolve(l, kit))]);
        _pieces = new(() => CutList.Of(kit, Layouts));
        _eachKit = new(() => Plan(1, CutMode.EachKit));
    }

    public Kit Kit { get; }

    public IReadOnlyList<ResolvedLayout> Layouts => _layouts.Value;

    /// <summary>What has to be cut for one kit.</summary>
    public IReadOnlyList<CutPiece> Pieces => _pieces.Value;

    /// <summary>How one kit is cut by its guide.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CutPlan EachKit => _eachKit.Value;

    /// <summary>
    /// What can be cut, for as many sheets as it takes: pieces that fit no sheet are told by a finding and left out, so that the rest
    /// can still be planned.
    /// </summary>
    public CuttingInstance Order(int kits, CutMode mode) => CutPlanner.Plannable(CutList.Order(Kit, Pieces, kits, mode));

    /// <summary>How so many kits are cut: together by the host, or each by itself.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CutPlan Plan(int kits, CutMode mode) => new CanonicalPlan(Kit, Pieces, mode, _terms).For(kits);

    /// <summary>What a longer search finds that is better than the plan as it stands, as plans to choose; and the plan with them.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public (CutPlan Plan, IReadOnlyList<ChosenPlan> Better) Searched(int kits, CutMode mode, PlanTerms longer) =>
        new CanonicalPlan(Kit, Pieces, mode, _terms).Searched(kits, longer);

    /// <summary>What a run of so many kits takes.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public RunPlan Run(int kits)
    {
        IReadOnlyList<CutPiece> guests = [.. Pieces.Where(p => p.By == CutBy.Guest)];
        // One kit that nobody else has a hand in is cut together as by itself.
        var alone =
            kits == 1
            && guests.Count == 0
            && Pieces.All(p => p.By == CutBy.Either)
            && Kit.KeptSheets.Count == 0
            && Kit.Papers.All(p => p.Offcuts.Count == 0);
        return new(
            alone ? EachKit : Plan(kits, CutMode.Batch),
            guests.Count == 0 ? null : new CanonicalPlan(Kit, guests, CutMode.EachKit, _terms).For(1),
            kits
        );
    }

    /// <summary>The same for some of its pieces alone.</summary>
    public KitWork Only(Func<CutPiece, bool> which) => new(this, [.. Pieces.Where(which)], _terms);

    /// <summary>The same where only sheets are counted: plans of as many sheets, found sooner (<see cref="PlanTerms.Polish"/>).</summary>
    public KitWork Counting() => new(this, Pieces, _terms with { Polish = false });

    private KitWork(KitWork whole, IReadOnlyList<CutPiece> pieces, PlanTerms terms)
        : this(whole.Kit, terms) => (_layouts, _pieces) = (whole._layouts, new(pieces));
}
