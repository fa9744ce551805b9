using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Stock;

/// <summary>How something is bought: so many to a pack, and what a pack costs.</summary>
public sealed record Pack
{
    /// <summary>Sheets, packs of parts or rolls in one pack; papers come in packs of 12 (common practice, no source).</summary>
    public required int Of { get; init; }

    /// <summary>The price of one pack; none where it is not known.</summary>
    public Money? Price { get; init; }
}
