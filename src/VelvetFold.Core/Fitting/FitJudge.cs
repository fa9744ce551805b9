using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Fitting;

/// <summary>Weighs what a host has arranged by hand, in the same reasons as the fits that are found.</summary>
public static class FitJudge
{
    private const decimal EmptyOpening = 14;
    private const decimal HomelessPhoto = 20;
    private const decimal Collision = 15;

    /// <summary>The layout as it stands after the changes, its photos given to its openings at the least loss.</summary>
    /// <param name="changes">Those of the layout; what cannot be made is left out.</param>
    /// <exception cref="ArgumentException">There is no such layout, or there are more photos than can be weighed.</exception>
    public static Fit Of(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, IReadOnlyList<OpeningChange> changes)
    {
        var (known, adapted, judged) = Judged(kit, layoutId, photos, changes);
        var reasons = known.Select(c => new FitReason(Cost(c), Says(kit, c)) { Of = c }).ToList();
        reasons.AddRange(judged.Given.SelectMany(g => g.Reasons));
        foreach (var slot in judged.Empty)
            reasons.Add(new(EmptyOpening, $"{layoutId}-{slot.Piece} has no photo."));
        foreach (var photo in judged.Homeless)
            reasons.Add(new(HomelessPhoto, $"{photo.Id} ({kit.Reading().Format(photo.Size)}) finds no opening."));
        if (Collides(kit, layoutId, known, adapted))
            reasons.Add(new(Collision, "Something lies on what it lay beside, or runs off the page."));
        return new(
            known,
            100 - reasons.Sum(r => r.Points),
            reasons,
            [.. judged.Given.Select(g => new PhotoPlace(g.Photo.Id, $"{layoutId}-{g.Slot.Piece}", Math.Round(g.Lost, 3)))]
        );
    }

    /// <summary>Whether it works as it stands: every photo has an opening, every opening a photo or something else, and nothing runs
    /// into anything.</summary>
    /// <exception cref="ArgumentException">There is no such layout, or there are more photos than can be weighed.</exception>
    public static bool Works(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, IReadOnlyList<OpeningChange> changes)
    {
        var (known, adapted, judged) = Judged(kit, layoutId, photos, changes);
        return judged is { Empty: [], Homeless: [] } && (known.Count == 0 || !Collides(kit, layoutId, known, adapted));
    }

    private static (
        IReadOnlyList<OpeningChange> Known,
        Kit Adapted,
        (List<AssignedPhoto> Given, List<Slot> Empty, List<GuestPhoto> Homeless) Judged
    ) Judged(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, IReadOnlyList<OpeningChange> changes)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(photos);
        if (photos.Count > FitSearch.MostPhotos)
            throw new ArgumentException($"{photos.Count} photos are more than {FitSearch.MostPhotos}.", nameof(photos));
        var designed = kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var known = Adaptation.Known(kit, [.. changes.Where(c => c.Layout == layoutId)]);
        var adapted = Adaptation.Apply(kit, known);
        var resolved = Resolver.Resolve(adapted.Layout(layoutId)!, adapted);
        return (known, adapted, Given(new PhotoAssignment(adapted, resolved, photos, turns: false), Slots(designed, resolved), photos));
    }

    // What is done to the whole is where the rest starts from, so that mirrored pieces are no collisions.
    private static bool Collides(Kit kit, string layoutId, IReadOnlyList<OpeningChange> known, Kit adapted)
    {
        var start = Adaptation.Apply(kit, [.. known.TakeWhile(c => c.IsWhole)]);
        var from = start.Layout(layoutId)!;
        return new Repair(start, from, Resolver.Resolve(from, start)).Mended(adapted, shifts: false) is null;
    }

    private static List<Slot> Slots(Layout designed, ResolvedLayout after)
    {
        var slots = new List<Slot>();
        foreach (var placed in after.Pieces)
            if (placed.Piece.HoldsPhoto)
                slots.Add(
                    new(
                        placed.Id,
                        placed.Piece.Size,
                        placed.Piece.Opening!.Focal,
                        placed.Box,
                        Fixed: true,
                        MayWait: placed.Piece.IsPlaceholder
                    )
                );
            else if (placed.Piece.Kind == PieceKind.DieCut && designed.Piece(placed.Id) is null)
                slots.AddRange(
                    Enumerable.Repeat(new Slot(placed.Id, placed.Piece.Size, false, placed.Box, Fixed: true, IsPocket: true), 4)
                );
        return slots;
    }

    // The cheapest way to give photos to openings where either may be too many: slot after slot over all sets of photos, each slot
    // taking one or none.
    private static (List<AssignedPhoto> Given, List<Slot> Empty, List<GuestPhoto> Homeless) Given(
        PhotoAssignment giving,
        List<Slot> slots,
        IReadOnlyList<GuestPhoto> photos
    )
    {
        var sets = 1 << photos.Count;
        var best = new decimal[slots.Count + 1][];
        var took = new int[slots.Count + 1][];
        best[0] = [.. Enumerable.Range(0, sets).Select(s => s == 0 ? 0 : decimal.MaxValue)];
        for (var i = 0; i < slots.Count; i++)
        {
            var costs = giving.Given(slots[i]);
            (best[i + 1], took[i + 1]) = (new decimal[sets], new int[sets]);
            for (var set = 0; set < sets; set++)
            {
                (best[i + 1][set], took[i + 1][set]) = (
                    best[i][set] == decimal.MaxValue ? decimal.MaxValue : best[i][set] + (slots[i].MayBeEmpty ? 0 : EmptyOpening),
                    -1
                );
                for (var p = 0; p < photos.Count; p++)
                    if (
                        (set & (1 << p)) != 0
                        && costs[p] is { } cost
                        && best[i][set ^ (1 << p)] is var before
                        && before != decimal.MaxValue
                        && before + cost.Cost < best[i + 1][set]
                    )
                        (best[i + 1][set], took[i + 1][set]) = (before + cost.Cost, p);
            }
        }
        decimal Total(int set) =>
            best[^1][set] == decimal.MaxValue
                ? decimal.MaxValue
                : best[^1][set] + HomelessPhoto * (photos.Count - System.Numerics.BitOperations.PopCount((uint)set));
        var end = Enumerable.Range(0, sets).MinBy(Total);
        var (given, empty, homeless) = (
            new List<AssignedPhoto>(),
            new List<Slot>(),
            photos.Where((_, p) => (end & (1 << p)) == 0).ToList()
        );
        for (var (i, set) = (slots.Count, end); i > 0; i--)
        {
            var p = took[i][set];
            if (p < 0)
            {
                if (!slots[i - 1].MayBeEmpty)
                    empty.Add(slots[i - 1]);
                continue;
            }
            given.Add(giving.Given(slots[i - 1])[p]!);
            set ^= 1 << p;
        }
        given.Reverse();
        empty.Reverse();
        return (given, empty, homeless);
    }

    // As the search weighs them, where it weighs them alone.
    private static decimal Cost(OpeningChange change) =>
        change.Move switch
        {
            OpeningMove.Turn => 3,
            OpeningMove.Split => 4 + 2 * (change.Rows ?? 1) * (change.Columns ?? 1),
            OpeningMove.Join => 6,
            OpeningMove.Card or OpeningMove.Patch or OpeningMove.Part or OpeningMove.Remove => 9,
            // Asked for by a photo that is not printed yet, or only waiting for one.
            OpeningMove.Placeholder => change.Photos is { Count: > 0 } ? 0 : 11,
            OpeningMove.LeaveEmpty => 14,
            OpeningMove.Pocket => 14,
            OpeningMove.Add => 7,
            OpeningMove.Paper or OpeningMove.Reveal or OpeningMove.School or OpeningMove.Frame or OpeningMove.Shift or OpeningMove.Mirror =>
                2,
            OpeningMove.OnePage => 16,
            OpeningMove.TwoPages => 18,
            _ => 4,
        };

    /// <summary>A change in a few words.</summary>
    public static string Says(Kit kit, OpeningChange change)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(change);
        var (label, reading) = ($"{change.Layout}-{change.Piece}", kit.Reading());
        string? Paper() => kit.Paper(change.With?.Split(' ')[0])?.Name ?? change.With;
        string Size() => change.Size is { } size ? reading.Format(size) : "";
        return change.Move switch
        {
            OpeningMove.Turn => $"{label} is turned.",
            OpeningMove.LeaveEmpty => $"{label} stays empty.",
            OpeningMove.Resize => $"{label} is made {Size()}.",
            OpeningMove.Split =>
                $"{label} is split into {((change.Rows ?? 1) * (change.Columns ?? 1)).ToString(CultureInfo.InvariantCulture)}.",
            OpeningMove.Join => $"{label} and {change.Layout}-{change.With} become one.",
            OpeningMove.Card => $"{label} becomes a card to write on.",
            OpeningMove.Placeholder => $"{label} holds a placeholder card.",
            OpeningMove.Patch => $"{label} becomes a patch of {Paper()}.",
            OpeningMove.Part => $"{label} becomes a patch with {change.With?.Split(' ', 2)[^1]} on it.",
            OpeningMove.Pocket => $"A hinged pocket lies on {label}.",
            OpeningMove.Frame => $"{label} gets a frame of strips in place of its mat.",
            OpeningMove.Paper => $"{label} is cut from {Paper()}.",
            OpeningMove.Reveal => $"{label} shows {(change.Gutter is { } shown ? reading.Format(shown) : "")} of its mat.",
            OpeningMove.School => $"{label} is matted the other way.",
            OpeningMove.Place => $"{label} is laid anew, {Size()}.",
            OpeningMove.Add => $"{label} is added, {Size()}.",
            OpeningMove.Remove => $"{label} is taken out.",
            OpeningMove.Shift => $"{label} moves.",
            OpeningMove.Mirror => change.With is { } page
                ? $"The {page} page of {change.Layout} is mirrored."
                : $"{change.Layout} is mirrored.",
            OpeningMove.OnePage => $"Only the {change.With} page of {change.Layout} is used.",
            _ => $"{change.Layout} is made twice, as a spread.",
        };
    }
}
