using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

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
        var reasons = known.Select(c => new FitReason(ChangeKind.Of(c.Move).Cost(c), c.Says(kit)) { Of = c }).ToList();
        reasons.AddRange(judged.Given.SelectMany(g => g.Reasons));
        foreach (var slot in judged.Empty)
            reasons.Add(new(EmptyOpening, Saying.Of("fit.has-no-photo", ("layout", layoutId), ("piece", slot.Piece))));
        foreach (var photo in judged.Homeless)
            reasons.Add(
                new(HomelessPhoto, Saying.Of("fit.finds-no-opening", ("photo", photo.Id), ("size", kit.Reading().Format(photo.Size))))
            );
        if (Collides(kit, layoutId, known, adapted))
            reasons.Add(new(Collision, Saying.Of("fit.something-lies-on-what")));
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
}
