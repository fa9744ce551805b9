namespace VelvetFold.Core.Cutting;

/// <summary>The sheets a run of kits takes: those the host cuts for all kits together, and for every kit those that only a guest may
/// cut.</summary>
/// <remarks>Pieces that either may cut are counted with the host's, which takes the fewest sheets.</remarks>
public sealed record RunPlan(CutPlan Host, CutPlan? EachGuest, int Kits)
{
    /// <summary>Sheets of one paper for the whole run.</summary>
    public int Sheets(string paper) => (Host.For(paper)?.SheetsUsed ?? 0) + Kits * (EachGuest?.For(paper)?.SheetsUsed ?? 0);

    /// <summary>How many of them are cut already, and no longer lie among the sheets on hand.</summary>
    public int Cut(string paper) => Host.For(paper)?.Cut ?? 0;

    /// <summary>Its plans, each with how often it is made.</summary>
    public IEnumerable<(CutPlan Plan, int Times)> Plans => EachGuest is { } guest ? [(Host, 1), (guest, Kits)] : [(Host, 1)];
}
