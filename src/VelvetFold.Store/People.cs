using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Identity;

namespace VelvetFold.Store;

/// <summary>What somebody may do in a studio; each may do what those before it may.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StudioRole>))]
public enum StudioRole
{
    /// <summary>Packs, works at the bench and leads a day: reads kits and changes none, sees no guest's address.</summary>
    [JsonStringEnumMemberName("helper")]
    Helper,

    /// <summary>Makes and changes kits, guests and stock.</summary>
    [JsonStringEnumMemberName("designer")]
    Designer,

    /// <summary>Invites people, saves the whole studio, erases what is kept of guests.</summary>
    [JsonStringEnumMemberName("owner")]
    Owner,
}

/// <summary>Somebody of the studio, who signs in by name.</summary>
public sealed class Person : IdentityUser
{
    public StudioRole Role { get; set; }

    public DateTime JoinedAt { get; init; }
}

/// <summary>A link that lets somebody in once: a new person, or one who needs a new password.</summary>
public sealed class WelcomeRow
{
    public int Id { get; init; }

    /// <summary>SHA-256 of the link's secret, which is kept nowhere.</summary>
    public required string SecretHash { get; init; }

    public StudioRole Role { get; init; }

    /// <summary>Whom it gives a new password; none where it is for somebody new.</summary>
    public string? PersonId { get; init; }

    /// <summary>For whom it was made, as the owner wrote it.</summary>
    public string? For { get; init; }

    public DateTime CreatedAt { get; init; }

    public DateTime EndsAt { get; init; }

    /// <summary>When it was used or withdrawn; it opens nothing any more.</summary>
    public DateTime? ClosedAt { get; set; }
}

/// <summary>What somebody did in the studio.</summary>
public sealed class DeedRow
{
    public long Id { get; init; }

    /// <summary>Who did it, by the name they had then.</summary>
    public required string Who { get; init; }

    /// <summary>What it was, by the key of its sentence.</summary>
    public required string What { get; init; }

    /// <summary>What it was done to: a kit, a workshop, a guest; empty where it was the studio.</summary>
    public required string On { get; init; }

    public DateTime FirstAt { get; init; }

    public DateTime LastAt { get; set; }

    /// <summary>How often, from the first to the last: saves follow each other by seconds.</summary>
    public int Times { get; set; }
}

/// <summary>How a studio keeps what it keeps: one row.</summary>
public sealed class SettingsRow
{
    public const int Only = 1;

    public int Id { get; init; } = Only;

    /// <summary>So many days after their workshop what was kept of guests is erased; none where it stays.</summary>
    public int? ErasedAfterDays { get; set; }
}
