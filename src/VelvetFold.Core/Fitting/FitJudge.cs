using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Fitting;

/// <summary>Weighs a layout as it stands after changes, found or made by hand: one and the same measure.</summary>
public static class FitJudge
{
    /// <summary>The layout as it stands after the changes, its photos given to its openings at the least loss.</summary>
    /// <param name="changes">Those of the layout; what cannot be made is left out.</param>
    /// <param name="bag">The paper that it has to come out of; none where that does not matter.</param>
    /// <exception cref="ArgumentException">There is no such layout, or there are more photos than can be weighed.</exception>
    public static Fit Of(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        IReadOnlyList<OpeningChange> changes,
        FitWishes? wishes = null,
        Bag? bag = null
    )
    {
        var (known, weighed) = Weighed(kit, layoutId, photos, changes, wishes ?? FitWishes.None);
        var fit = weighed.Fit(layoutId, photos, known);
        if (bag is null)
            return fit;
        var missing = new FitPaper(kit, layoutId, photos, bag, wishes ?? FitWishes.None).ToBring(known);
        return fit with { Score = fit.Score - missing.Sum(r => r.Points), Reasons = [.. fit.Reasons, .. missing] };
    }

    /// <summary>Whether it works as it stands: every photo has an opening, every opening a photo or something else, nothing runs into
    /// anything, and nothing is lost that must not be.</summary>
    /// <exception cref="ArgumentException">There is no such layout, or there are more photos than can be weighed.</exception>
    public static bool Works(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, IReadOnlyList<OpeningChange> changes)
    {
        var (_, weighed) = Weighed(kit, layoutId, photos, changes, FitWishes.None);
        return weighed.Tally.Faults == 0
            && !weighed.At.Contains(null)
            && weighed
                .Things.Where(t => t.Role == PageRole.Opening)
                .All(t => !t.Piece.HoldsPhoto || t.Piece.IsPlaceholder || weighed.At.Contains(t.Id));
    }

    /// <summary>A page with its photos, weighed.</summary>
    /// <param name="Kit">The kit with that page.</param>
    internal sealed record Weighing(Kit Kit, Frame Frame, IReadOnlyList<Lying> Things, string?[] At, Tally Tally)
    {
        public double Points => Frame.Cost + Tally.Points;

        public Fit Fit(string layoutId, IReadOnlyList<GuestPhoto> photos, IReadOnlyList<OpeningChange> changes)
        {
            List<FitReason> reasons = [.. Frame.Reasons, .. Tally.Reasons];
            var places = new List<PhotoPlace>();
            for (var i = 0; i < At.Length; i++)
                if (At[i] is { } id && Things.First(t => t.Id == id) is var on)
                    places.Add(new(photos[i].Id, $"{layoutId}-{id}", Lost(photos[i], on)));
            var held = places
                .GroupBy(p => p.Opening[(layoutId.Length + 1)..])
                .ToDictionary(g => g.Key, g => g.Select(p => p.Photo).ToList());
            return new([.. changes.Select(c => c with { Photos = Holds(c, held) })], 100 - reasons.Sum(r => r.Points), reasons, places);
        }

        // Of a pocket those within.
        private List<string>? Holds(OpeningChange change, Dictionary<string, List<string>> held)
        {
            if (change.Move == OpeningMove.Placeholder)
                return change.Photos is null ? null : [.. change.Photos];
            var id =
                change.Move == OpeningMove.Pocket
                    ? Things.FirstOrDefault(t => t.Role == PageRole.Pocket && t.Piece.Across.LeansOn == change.Piece)?.Id ?? ""
                    : change.Piece;
            return held.GetValueOrDefault(id);
        }

        private static decimal Lost(GuestPhoto photo, Lying on) =>
            on.Role == PageRole.Pocket
                ? 0
                : Math.Round(
                    (decimal)Math.Max(0, Evaluator.Loss(photo, photo.MayLose ? on.Piece.Size : on.Print?.Size ?? on.Piece.Size).Crop),
                    3
                );
    }

    private static (IReadOnlyList<OpeningChange> Known, Weighing Weighed) Weighed(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        IReadOnlyList<OpeningChange> changes,
        FitWishes wishes
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(photos);
        if (photos.Count > FitSearch.MostPhotos)
            throw new ArgumentException($"{photos.Count} photos are more than {FitSearch.MostPhotos}.", nameof(photos));
        if (kit.Layout(layoutId) is null)
            throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var known = Adaptation.Known(kit, [.. changes.Where(c => c.Layout == layoutId)]);
        return (known, Weighed(kit, layoutId, photos, known, wishes, null));
    }

    /// <summary>Weighs changes that can be made.</summary>
    /// <param name="frame">What is done to the whole first, where that is known.</param>
    internal static Weighing Weighed(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        IReadOnlyList<OpeningChange> known,
        FitWishes wishes,
        Frame? frame
    )
    {
        frame ??= Frame.Of(kit, layoutId, [.. known.TakeWhile(c => c.IsWhole)]);
        var adapted = Adaptation.Apply(frame.Design.Kit, [.. known.Skip(frame.Before.Count)]);
        var resolved = Resolver.Resolve(adapted.Layout(layoutId)!, adapted);
        IReadOnlyList<Lying> things = [.. resolved.Pieces.Select(p => Lying.Of(p, frame.Design.Layout))];
        var evaluator = new Evaluator(frame.Design, photos, wishes.FlapIsFine);
        var at = Placing.Best(evaluator, things);
        return new(adapted, frame, things, at, evaluator.Of(things, at, tells: true, isLaid: true));
    }
}
