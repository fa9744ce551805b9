using System.Text.Json.Serialization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Why a fit is worth less than the layout as designed: how much, and in words.</summary>
public sealed record FitReason(decimal Points, Saying Says)
{
    /// <summary>The change that it is the reason of; none where it is about something else.</summary>
    [JsonIgnore]
    public OpeningChange? Of { get; init; }
}

/// <summary>One way to make a guest's photos work on a layout.</summary>
/// <param name="Changes">What is done, in order.</param>
/// <param name="Score">100 for the layout as designed with all of every photo; each reason takes its points off.</param>
/// <param name="Places">Which photo lies where: the label of its opening once the changes are made.</param>
public sealed record Fit(
    IReadOnlyList<OpeningChange> Changes,
    decimal Score,
    IReadOnlyList<FitReason> Reasons,
    IReadOnlyList<PhotoPlace> Places
);

/// <summary>A photo in its opening.</summary>
/// <param name="Lost">The share of it that is cropped away, 0 to 1.</param>
public sealed record PhotoPlace(string Photo, string Opening, decimal Lost);

/// <summary>The best fits that were found.</summary>
/// <param name="IsExact">Whether every combination of the moves on the openings was weighed and the page refused none that is cheaper,
/// so that no better one is possible with them.</param>
/// <param name="Why">Where there is none: which rule stands in the way, and what would free it.</param>
public sealed record FitAnswer(IReadOnlyList<Fit> Fits, bool IsExact, Saying? Why);

/// <summary>
/// Searches the best ways to put a guest's photos on a layout: local moves on the openings first, on the layout as it is and, where the
/// photos ask for it, on its mirror image, on one page of the spread, on the page doubled, on photos a quarter inch smaller; and where
/// these do not suffice, its photo areas laid out anew.
/// </summary>
public static class FitSearch
{
    /// <summary>The most photos one layout is fitted for.</summary>
    public const int MostPhotos = 12;

    // From here down the photo areas are laid out anew as well.
    private const decimal Poor = 75;

    // The layout as something is done to all of it first.
    private sealed record Variant(IReadOnlyList<OpeningChange> Before, FitReason Reason);

    /// <summary>Finds fits for a layout, the best first.</summary>
    /// <param name="count">How many are wanted.</param>
    /// <param name="bag">The paper that new pieces have to come out of; none where that does not matter.</param>
    /// <exception cref="ArgumentException">There are more photos than can be fitted, or the layout is not in the kit.</exception>
    public static FitAnswer Find(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, int count = 3, Bag? bag = null)
    {
        // A few more are looked at than are wanted, as paper that is not there may put the next one first.
        var answer = Weighed(kit, layoutId, photos, bag is null ? count : count + Math.Min(count, MoreForPaper), count);
        answer = answer with { Fits = [.. answer.Fits.Select(f => Waiting(kit, layoutId, photos, f))] };
        if (bag is null)
            return answer;
        var paper = new FitPaper(kit, kit.Layout(layoutId)!, photos, bag);
        var fits = Distinct(answer.Fits.Select(paper.OutOf), count);
        return answer with { Fits = fits, IsExact = answer.IsExact && (fits.Count == 0 || fits[0].Score == answer.Fits[0].Score) };
    }

    private const int MoreForPaper = 3;

    // The best of each kind, then the next best of those already there: two pockets on two openings are one idea, not two.
    private static List<Fit> Distinct(IEnumerable<Fit> fits, int count)
    {
        var ranked = fits.OrderByDescending(f => f.Score).ToList();
        var kinds = ranked.DistinctBy(Kind).Take(count).ToList();
        return [.. kinds.Concat(ranked.Except(kinds).Take(count - kinds.Count)).OrderByDescending(f => f.Score)];
    }

    // What is done, wherever it is done.
    private static string Kind(Fit fit) =>
        string.Join(
            ' ',
            fit.Changes.Where(c => !ChangeKind.Of(c.Move).OnlyFollows)
                .Select(c =>
                    $"{c.Move}{c.Rows}{c.Columns}{(c.IsWhole ? c.With : "")}{(c.Move == OpeningMove.Pocket ? c.Photos?.Count : null)}"
                )
                .Order(StringComparer.Ordinal)
        );

    // Photos that are not printed yet have their openings, and a card holds these; in a pocket nothing has to be held.
    private static Fit Waiting(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, Fit fit)
    {
        foreach (
            var (photo, opening) in fit.Places.Join(
                photos.Where(p => p.Later),
                p => p.Photo,
                p => p.Id,
                (place, photo) => (photo.Id, place.Opening)
            )
        )
        {
            var change = new OpeningChange(layoutId, opening[(layoutId.Length + 1)..], OpeningMove.Placeholder, Photos: [photo]);
            if (Adaptation.Unknown(kit, [.. fit.Changes, change]).Count > 0)
                continue;
            fit = fit with
            {
                Changes = [.. fit.Changes, change],
                Reasons = [.. fit.Reasons, new(0, Saying.Of("fit.is-not-printed-yet", ("photo", photo), ("opening", opening)))],
            };
        }
        return fit;
    }

    private static FitAnswer Weighed(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, int count, int wanted)
    {
        ArgumentNullException.ThrowIfNull(kit);
        if (photos.Count > MostPhotos)
            throw new ArgumentException(
                $"{photos.Count} photos are more than the {MostPhotos} that can be fitted on one layout.",
                nameof(photos)
            );
        var layout = kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var search = new LayoutSearch(kit, layout, photos);
        if (search.Places.Count == 0)
            return new([], true, Saying.Of("fit.has-no-opening-for", ("layout", layout.Id)));
        var (found, exact) = search.Run(count);
        var all = found.ToList();
        bool Few() => all.Count < count || all.DistinctBy(Kind).Count() < wanted;
        foreach (var variant in Variants(kit, layout, search, photos).Concat(Few() ? Smaller(kit, layout, search) : []))
            if (Few() || 100 - variant.Reason.Points > all.Min(f => f.Score))
                all.AddRange(On(kit, search, photos, variant, count));
        if ((Few() || all.Max(f => f.Score) < Poor) && new Retile(kit, search, photos).Best() is { } anew)
            all.Add(anew);
        // A fit of the whole layout is no part of what was weighed exactly unless it is worse than what was.
        exact &= all.Count == found.Count || (found.Count > 0 && all.Max(f => f.Score) == found[0].Score);
        var best = Distinct(all.DistinctBy(f => string.Join('|', f.Changes)), count);
        return new(best, exact, best.Count > 0 ? null : search.Why());
    }

    /// <summary>The best of the local moves on the layout as it is, with nothing passed over: to check the search by.</summary>
    internal static Fit? BestByEnumeration(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos) =>
        new LayoutSearch(kit, kit.Layout(layoutId)!, photos).BestByEnumeration();

    private static IEnumerable<Variant> Variants(Kit kit, Layout layout, LayoutSearch search, IReadOnlyList<GuestPhoto> photos)
    {
        OpeningChange Whole(OpeningMove move, string? with = null) => new(layout.Id, "", move, With: with);
        if (photos.Any(p => p.Facing != Facing.Straight))
        {
            yield return new([Whole(OpeningMove.Mirror)], new(2, Saying.Of("fit.is-mirrored-so-that", ("layout", layout.Id))));
            if (layout.Kind == LayoutKind.Spread)
                foreach (var name in new[] { "left", "right" })
                    yield return new(
                        [Whole(OpeningMove.Mirror, name)],
                        new(2, Saying.Of("fit.the-page-of-is", ("name", name), ("layout", layout.Id)))
                    );
        }
        if (layout.Kind == LayoutKind.Spread && photos.Count > 0)
            foreach (var side in layout.Sides.Where(s => search.Places.Any(p => p.Piece.Side == s)))
            {
                var name = side == PageSide.Left ? "left" : "right";
                if (photos.Count < search.Places.Count)
                    yield return new(
                        [Whole(OpeningMove.OnePage, name)],
                        new(16, Saying.Of("fit.only-the-page-of", ("name", name), ("layout", layout.Id)))
                    );
            }
        if (layout.Kind == LayoutKind.Single && photos.Count > search.Places.Count)
            yield return new([Whole(OpeningMove.TwoPages)], new(18, Saying.Of("fit.is-made-twice-as", ("layout", layout.Id))));
    }

    // All photos and their mats a quarter inch smaller.
    private static IEnumerable<Variant> Smaller(Kit kit, Layout layout, LayoutSearch search)
    {
        var by = kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 4) : Length.Millimetres(6);
        var changes = new List<OpeningChange>();
        foreach (var place in search.Places)
            if (place.Piece.Size.Shorter > by * 8)
                changes.Add(
                    new(layout.Id, place.Piece.Id, OpeningMove.Resize, Size: new(place.Piece.Size.Width - by, place.Piece.Size.Height - by))
                );
        if (changes.Count > 0)
            yield return new(
                changes,
                new(5, Saying.Of("fit.all-photos-and-mats", ("layout", layout.Id), ("by", kit.Reading().Format(by))))
            );
    }

    private static IEnumerable<Fit> On(Kit kit, LayoutSearch designed, IReadOnlyList<GuestPhoto> photos, Variant variant, int count)
    {
        if (Adaptation.Unknown(kit, variant.Before).Count > 0)
            return [];
        var changed = Adaptation.Apply(kit, variant.Before);
        var search = new LayoutSearch(changed, changed.Layout(designed.Resolved.Layout.Id)!, photos);
        // What only the change of the whole brings about (something leans on what is gone) is no design to start from.
        if (!search.Repair.IsNoWorseThan(designed.Repair))
            return [];
        return search
            .Run(count)
            .Fits.Select(f =>
                f with
                {
                    Changes = [.. variant.Before, .. f.Changes],
                    Score = f.Score - variant.Reason.Points,
                    Reasons = [variant.Reason, .. f.Reasons],
                }
            );
    }
}
