using System.Collections.Frozen;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>
/// One kind of change to a layout: whether it can be made, how it is made, what it costs and how it is said. A new kind is one new file
/// here, its name in <see cref="OpeningMove"/> and its sentence in the word files; those here are found by themselves.
/// </summary>
internal abstract class ChangeKind
{
    private static readonly FrozenDictionary<OpeningMove, ChangeKind> All = typeof(ChangeKind)
        .Assembly.GetTypes()
        .Where(t => t.IsSubclassOf(typeof(ChangeKind)) && !t.IsAbstract)
        .Select(t => (ChangeKind)Activator.CreateInstance(t)!)
        .ToFrozenDictionary(k => k.Move);

    /// <summary>What kind a change is of.</summary>
    public static ChangeKind Of(OpeningMove move) => All[move];

    public abstract OpeningMove Move { get; }

    /// <summary>Whether it speaks of the whole layout.</summary>
    public virtual bool IsWhole => false;

    public abstract bool CanApply(Kit kit, Layout layout, OpeningChange change);

    /// <summary>The layout with it made; only where <see cref="CanApply"/> says that it can be.</summary>
    public abstract Layout Apply(Kit kit, Layout layout, OpeningChange change);

    /// <summary>It in a few words.</summary>
    public abstract Saying Says(Kit kit, OpeningChange change);

    protected static string Label(OpeningChange change) => $"{change.Layout}-{change.Piece}";

    protected static string Size(Kit kit, OpeningChange change) => change.Size is { } size ? kit.Reading().Format(size) : "";

    protected static string? Paper(Kit kit, OpeningChange change) => kit.Paper(change.With?.Split(' ')[0])?.Name ?? change.With;
}

/// <summary>A change to a photo opening that is there.</summary>
internal abstract class OpeningKind : ChangeKind
{
    public sealed override bool CanApply(Kit kit, Layout layout, OpeningChange change) =>
        layout.Piece(change.Piece) is { Opening: not null } piece && CanApply(kit, layout, piece, change);

    public sealed override Layout Apply(Kit kit, Layout layout, OpeningChange change) =>
        Apply(kit, layout, layout.Piece(change.Piece)!, change);

    protected virtual bool CanApply(Kit kit, Layout layout, Piece piece, OpeningChange change) => true;

    protected abstract Layout Apply(Kit kit, Layout layout, Piece piece, OpeningChange change);
}
