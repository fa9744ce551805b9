using System.Text.Json.Serialization;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Workshops;

/// <summary>How it stands with a guest's photos.</summary>
[JsonConverter(typeof(TextEnum<Standing>))]
public enum Standing
{
    /// <summary>They have not said what photos they bring.</summary>
    [JsonStringEnumMemberName("not-heard")]
    NotHeard,

    /// <summary>Their photos go onto the pages as designed.</summary>
    [JsonStringEnumMemberName("as-designed")]
    AsDesigned,

    /// <summary>They go onto the pages as they are changed for them.</summary>
    [JsonStringEnumMemberName("changed")]
    Changed,

    /// <summary>They do not go onto the pages as they stand, or cannot be read.</summary>
    [JsonStringEnumMemberName("needs-a-fit")]
    NeedsAFit,
}

/// <summary>How it stands with a guest, and the layouts that their photos do not go onto yet.</summary>
public sealed record GuestStanding(Standing Stands, IReadOnlyList<string> Open)
{
    /// <summary>Looks at every layout that a guest has said photos for.</summary>
    /// <param name="photos">Their photos in a line, by layout.</param>
    /// <param name="changes">What is changed for them.</param>
    public static GuestStanding Of(Kit kit, IReadOnlyDictionary<string, string> photos, IReadOnlyList<OpeningChange> changes)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(photos);
        var said = kit
            .Layouts.Where(l => !string.IsNullOrWhiteSpace(photos.GetValueOrDefault(l.Id)) && l.Pieces.Any(p => p.Opening is not null))
            .ToList();
        if (said.Count == 0)
            return new(Standing.NotHeard, []);
        IReadOnlyList<string> open = [.. said.Where(l => !Works(kit, l, photos[l.Id], changes)).Select(l => l.Id)];
        return new(
            open.Count > 0 ? Standing.NeedsAFit
                : changes.Count > 0 ? Standing.Changed
                : Standing.AsDesigned,
            open
        );
    }

    private static bool Works(Kit kit, Layout layout, string text, IReadOnlyList<OpeningChange> changes)
    {
        var (photos, faults) = PhotoLine.Read(text, kit.Unit);
        return faults.Count == 0 && photos.Count <= FitSearch.MostPhotos && FitJudge.Works(kit, layout.Id, photos, changes);
    }
}
