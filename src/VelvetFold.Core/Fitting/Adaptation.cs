using System.Text.Json.Serialization;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>What is done with an opening for one guest.</summary>
[JsonConverter(typeof(TextEnum<OpeningMove>))]
public enum OpeningMove
{
    /// <summary>Upright becomes lying, lying upright; mats and whatever leans on it follow.</summary>
    [JsonStringEnumMemberName("turn")] Turn,

    /// <summary>No photo, no mats; its place stays.</summary>
    [JsonStringEnumMemberName("leave-empty")] LeaveEmpty,
}

/// <summary>One change to one opening.</summary>
public sealed record OpeningChange(string Layout, string Piece, OpeningMove Move);

/// <summary>Adapts a kit to one guest.</summary>
public static class Adaptation
{
    /// <summary>The kit as that guest will make it.</summary>
    /// <exception cref="ArgumentException">A change names an opening that is not there; <see cref="Unknown"/> tells beforehand.</exception>
    public static Kit Apply(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        if (Unknown(kit, changes) is [var unknown, ..])
            throw new ArgumentException($"There is no photo opening {unknown.Layout}-{unknown.Piece}.", nameof(changes));
        return changes.Aggregate(kit, Apply);
    }

    /// <summary>The changes that name no opening of this kit.</summary>
    public static IReadOnlyList<OpeningChange> Unknown(Kit kit, IReadOnlyList<OpeningChange> changes) =>
        [.. changes.Where(c => kit.Layout(c.Layout)?.Piece(c.Piece)?.Opening is null)];

    private static Kit Apply(Kit kit, OpeningChange change)
    {
        var layout = kit.Layout(change.Layout)!;
        var piece = layout.Piece(change.Piece)!;
        var changed = change.Move switch
        {
            OpeningMove.Turn => piece with { Size = piece.Size.Turned },
            _ => piece with { Opening = piece.Opening! with { Use = OpeningUse.Empty } },
        };
        return kit.With(layout.With(changed));
    }
}
