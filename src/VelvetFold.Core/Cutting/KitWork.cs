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
    private readonly Lazy<CutPlan?> _eachGuest;

    public KitWork(Kit kit, PlanTerms? terms = null)
    {
        ArgumentNullException.ThrowIfNull(kit);
        (Kit, _terms) = (kit, terms ?? new());
        _layouts = new(() => [.. kit.Layouts.Select(l => Resolver.Resolve(l, kit))]);
        _pieces = new(() => CutList.Of(kit, Layouts));
        _eachKit = new(() => Plan(1, CutMode.EachKit));
        _eachGuest = new(() =>
            Pieces.Any(p => p.By == CutBy.Guest)
                ? new CanonicalPlan(Kit, [.. Pieces.Where(p => p.By == CutBy.Guest)], CutMode.EachKit, _terms).For(1)
                : null
        );
    }

    public Kit Kit { get; }

    public IReadOnlyList<ResolvedLayout> Layouts => _layouts.Value;

    /// <summary>What has to be cut for one kit.</summary>
    public IReadOnlyList<CutPiece> Pieces => _pieces.Value;

    /// <summary>How one kit is cut by its guide.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CutPlan EachKit => _eachKit.Value;

    /// <summary>How a guest cuts what only guests cut; null where there is nothing of the kind. Its sheets lie in every bag.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public CutPlan? EachGuest => _eachGuest.Value;

    /// <summary>One kit of many that are cut one by one: what the host cuts for it, and what its guest cuts. Nothing that is there once
    /// only, an offcut on hand or a sheet laid out for the run, is counted for every kit.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public RunPlan OneByOne =>
        Pieces.All(p => p.By == CutBy.Either)
            ? new(EachKit, null, 1)
            : new KitWork(
                Kit with
                {
                    Papers = [.. Kit.Papers.Select(p => p with { Offcuts = [] })],
                    KeptSheets = [.. Kit.KeptSheets.Where(k => k.Mode == CutMode.EachKit)],
                },
                _terms
            ).Run(1);

    /// <summary>
    /// What can be cut, for as many sheets as it takes: pieces that fit no sheet are told by a finding and left out, so that the rest
    /// can still be planned.
    /// </summary>
    public CuttingInstance Order(int kits, CutMode mode) => new CanonicalPlan(Kit, Pieces, mode, _terms).Order(kits);

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
        // One kit that nobody else has a hand in is cut together as by itself.
        var alone =
            kits == 1
            && EachGuest is null
            && Pieces.All(p => p.By == CutBy.Either)
            && Kit.KeptSheets.Count == 0
            && Kit.Papers.All(p => p.Offcuts.Count == 0);
        return new(alone ? EachKit : Plan(kits, CutMode.Batch), EachGuest, kits);
    }

    /// <summary>The same for some of its pieces alone.</summary>
    public KitWork Only(Func<CutPiece, bool> which) => new(this, [.. Pieces.Where(which)], _terms);

    /// <summary>The same where only sheets are counted: plans of as many sheets, found sooner (<see cref="PlanTerms.Polish"/>).</summary>
    public KitWork Counting() => new(this, Pieces, _terms with { Polish = false });

    private KitWork(KitWork whole, IReadOnlyList<CutPiece> pieces, PlanTerms terms)
        : this(whole.Kit, terms) => (_layouts, _pieces) = (whole._layouts, new(pieces));
}
