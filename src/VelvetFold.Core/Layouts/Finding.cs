using System.Text.Json.Serialization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Layouts;

/// <summary>How much a finding matters.</summary>
[JsonConverter(typeof(TextEnum<Gravity>))]
public enum Gravity
{
    /// <summary>Worth a look; the kit can be made.</summary>
    [JsonStringEnumMemberName("note")]
    Note,

    /// <summary>As it stands, it cannot be made.</summary>
    [JsonStringEnumMemberName("fault")]
    Fault,

    /// <summary>What the eye says of it: advice, never in the way.</summary>
    [JsonStringEnumMemberName("eye")]
    Eye,
}

/// <summary>
/// What one press does about a finding: the words on it, the piece as it would then be, and the piece it is to lie behind where its
/// layer changes.
/// </summary>
public sealed record Mend(Saying Says, Piece Piece, string? Behind = null);

/// <summary>Something about a kit that does not add up: what kind it is, where, and a sentence that says why and what to do.</summary>
/// <param name="Code">The kind, in small words joined by dashes; stable, for programs.</param>
/// <param name="Layout">The layout's id; null where it is about the kit's stock.</param>
/// <param name="Pieces">The ids of the pieces it is about, the one to change first.</param>
public sealed record Finding(string Code, Gravity Gravity, string? Layout, IReadOnlyList<string> Pieces, Saying Says, Mend? Mend = null)
{
    /// <summary>What else one press could do about it.</summary>
    public IReadOnlyList<Mend> OtherMends { get; init; } = [];

    /// <summary>Why the designer lets it stand; null where nobody has said so.</summary>
    public string? Accepted { get; init; }
}
