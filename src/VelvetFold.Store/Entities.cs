namespace VelvetFold.Store;

/// <summary>A kit of the studio: the name in its address, and which of its revisions is the newest.</summary>
public sealed class KitRow
{
    public int Id { get; init; }

    /// <summary>The name in its address: kite-weekend.</summary>
    public required string Slug { get; init; }

    public required string Name { get; set; }

    /// <summary>The newest revision's number. Guarded against lost races: a writer must have seen the number it replaces.</summary>
    public int Revision { get; set; }

    public DateTime CreatedAt { get; init; }

    public DateTime SavedAt { get; set; }

    public List<RevisionRow> Revisions { get; } = [];

    public List<GuestRow> Guests { get; } = [];
}

/// <summary>One saved state of a kit's document. Written once and never changed.</summary>
public sealed class RevisionRow
{
    public int KitId { get; init; }

    public int Number { get; init; }

    public DateTime SavedAt { get; init; }

    /// <summary>When its guide was last printed; none where it was not. The document itself never changes.</summary>
    public DateTime? PrintedAt { get; set; }

    /// <summary>The kit document as JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>A guest of a kit, with what is changed for them.</summary>
public sealed class GuestRow
{
    public int Id { get; init; }

    public int KitId { get; init; }

    public required string Name { get; set; }

    /// <summary>The changes to openings, as JSON.</summary>
    public required string Changes { get; set; }

    /// <summary>The photos of each layout in a line of text, as JSON.</summary>
    public string Photos { get; set; } = "{}";

    /// <summary>Rises with every change, so that a lost race is seen.</summary>
    public int Version { get; set; }
}
