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
        var (_, unknown, adapted) = Sorted(kit, changes);
        return unknown is [var first, ..]
            ? throw new ArgumentException(
                $"There is no photo opening {first.Layout}-{first.Piece}, or it cannot be changed like that.",
                nameof(changes)
            )
            : adapted;
    }

    /// <summary>The kit after one change; null where it cannot be made.</summary>
    public static Kit? Tried(Kit kit, OpeningChange change) => CanApply(kit, change) ? Apply(kit, change) : null;

    /// <summary>The changes that cannot be made: they name no opening of the kit as it then is, or leave nothing of it.</summary>
    public static IReadOnlyList<OpeningChange> Unknown(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Unknown;

    /// <summary>The changes that can be made: what a guest keeps of them when the designer has changed the kit since.</summary>
    public static IReadOnlyList<OpeningChange> Known(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Known;

    // One after the other, as each may speak of what the one before it has made.
    private static (List<OpeningChange> Known, List<OpeningChange> Unknown, Kit Adapted) Sorted(
        Kit kit,
        IReadOnlyList<OpeningChange> changes
    )
    {
        var (known, unknown) = (new List<OpeningChange>(), new List<OpeningChange>());
        foreach (var change in changes)
        {
            if (Tried(kit, change) is { } changed)
            {
                known.Add(change);
                kit = changed;
            }
            else
                unknown.Add(change);
        }
        return (known, unknown, kit);
    }

    private static bool CanApply(Kit kit, OpeningChange change) =>
        kit.Layout(change.Layout) is { } layout && ChangeKind.Of(change.Move).CanApply(kit, layout, change);

    private static Kit Apply(Kit kit, OpeningChange change) =>
        kit.With(ChangeKind.Of(change.Move).Apply(kit, kit.Layout(change.Layout)!, change));
}
