using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Fitting;

/// <summary>What the host has laid by hand and the search leaves where it lies.</summary>
/// <param name="Whole">What is done to the whole layout first.</param>
/// <param name="Pieces">The pieces as they lie, by their ids.</param>
internal sealed record Held(IReadOnlyList<OpeningChange> Whole, IReadOnlyDictionary<string, Lying> Pieces)
{
    public static Held Nothing { get; } = new([], new Dictionary<string, Lying>());

    public bool IsNothing => Pieces.Count == 0;

    /// <summary>Pieces of a layout as it stands after changes; of those that are no part of the page as designed, or a ground of it,
    /// nothing is held.</summary>
    /// <param name="known">Changes of the layout that can be made.</param>
    public static Held Of(Kit kit, string layoutId, IReadOnlyList<OpeningChange> known, IReadOnlyCollection<string> pieces)
    {
        var frame = Frame.Of(kit, layoutId, [.. known.TakeWhile(c => c.IsWhole)]);
        var adapted = Adaptation.Apply(kit, known);
        return new(
            frame.Before,
            Resolver
                .Resolve(adapted.Layout(layoutId)!, adapted)
                .Pieces.Where(p => pieces.Contains(p.Id))
                .Select(p => Lying.Of(p, frame.Design.Layout))
                .Where(l => frame.Design[l.Id]?.Role == l.Role && l.Role is not (PageRole.Ground or PageRole.Field))
                .ToDictionary(l => l.Id)
        );
    }
}
