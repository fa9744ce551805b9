using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>The sheets a run of kits takes: those the host cuts for all kits together, and for every kit those that only a guest may cut.</summary>
/// <remarks>Pieces that either may cut are counted with the host's, which takes the fewest sheets.</remarks>
public sealed record RunDemand(CutPlan Host, CutPlan? EachGuest, int Kits)
{
    /// <summary>Plans a run.</summary>
    /// <param name="known">The plan for the host, where it is known already and nobody is named for any piece.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static RunDemand Of(Kit kit, IReadOnlyList<CutPiece> pieces, int kits, PlanTerms? terms = null, CutPlan? known = null)
    {
        var mixed = pieces.Any(p => p.By != CutBy.Either) || kit.KeptSheets.Count > 0;
        IReadOnlyList<CutPiece> guests = [.. pieces.Where(p => p.By == CutBy.Guest)];
        return new(
            known is not null && !mixed ? known : CutPlanner.Plan(CutPlanner.Plannable(CutList.Order(kit, pieces, kits, CutMode.Batch)), terms),
            guests.Count == 0 ? null : CutPlanner.Plan(CutPlanner.Plannable(CutList.Order(kit, guests, 1, CutMode.EachKit)), terms), kits);
    }

    /// <summary>Sheets of one paper for the whole run.</summary>
    public int Sheets(string paper) => (Host.For(paper)?.SheetsUsed ?? 0) + Kits * (EachGuest?.For(paper)?.SheetsUsed ?? 0);

    /// <summary>How many of them are cut already, and no longer lie among the sheets on hand.</summary>
    public int Cut(string paper) => Host.For(paper)?.Cut ?? 0;
}
