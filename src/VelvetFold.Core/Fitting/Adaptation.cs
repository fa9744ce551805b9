using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Fitting;

/// <summary>Adapts a kit to one guest.</summary>
public static class Adaptation
{
    /// <summary>The kit as that guest will make it.</summary>
    /// <exception cref="ArgumentException">A change names an opening that is not there; <see cref="Unknown"/> tells beforehand.</exception>
    public static Kit Apply(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        if (Unknown(kit, changes) is [var unknown, ..])
            throw new ArgumentException(
                $"There is no photo opening {unknown.Layout}-{unknown.Piece}, or it cannot be changed like that.",
                nameof(changes)
            );
        return changes.Aggregate(kit, Apply);
    }

    /// <summary>The changes that cannot be made: they name no opening of the kit as it then is, or leave nothing of it.</summary>
    public static IReadOnlyList<OpeningChange> Unknown(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Unknown;

    /// <summary>The changes that can be made: what a guest keeps of them when the designer has changed the kit since.</summary>
    public static IReadOnlyList<OpeningChange> Known(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Known;

    // One after the other, as each may speak of what the one before it has made.
    private static (List<OpeningChange> Known, List<OpeningChange> Unknown) Sorted(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        var (known, unknown) = (new List<OpeningChange>(), new List<OpeningChange>());
        foreach (var change in changes)
        {
            if (!CanApply(kit, change))
                unknown.Add(change);
            else
            {
                known.Add(change);
                kit = Apply(kit, change);
            }
        }
        return (known, unknown);
    }

    private static bool CanApply(Kit kit, OpeningChange change) =>
        kit.Layout(change.Layout) is { } layout && ChangeKind.Of(change.Move).CanApply(kit, layout, change);

    private static Kit Apply(Kit kit, OpeningChange change) =>
        kit.With(ChangeKind.Of(change.Move).Apply(kit, kit.Layout(change.Layout)!, change));
}
