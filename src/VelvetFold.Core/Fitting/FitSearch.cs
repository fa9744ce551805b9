using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Why a fit is worth less than the layout as designed: how much, and in words.</summary>
public sealed record FitReason(decimal Points, Saying Says);

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
/// <param name="Fits">The best first; then the best with its photos shared out otherwise between the pages, and the one with the fewest
/// changes.</param>
/// <param name="IsExact">Whether nothing better is possible with any of the moves: the best one reaches <paramref name="Most"/>.</param>
/// <param name="Why">Where there is none: which rule stands in the way, and what would free it.</param>
/// <param name="Most">What no way to lay these photos can exceed: the sizes and ways round of photos and openings alone, whatever else
/// would have to move.</param>
public sealed record FitAnswer(IReadOnlyList<Fit> Fits, bool IsExact, Saying? Why, decimal Most = 100);

/// <summary>
/// Searches the best ways to put a guest's photos on a layout: on its pages as they are, on one of them, mirrored where people would look
/// off the page, made twice where there are more photos. Photos are shared out between the pages by their order, their stories and their
/// sizes; each page is then laid by <see cref="PageSearch"/>, and the best pages are put together.
/// </summary>
public static partial class FitSearch
{
    /// <summary>The most photos one layout is fitted for.</summary>
    public const int MostPhotos = 12;

    /// <summary>How far a fit that shows everything may lie behind one with a flap, and still goes before it.</summary>
    private const decimal FlapLast = 25;

    private const decimal FarBehind = 40;

    /// <summary>Up to so many photos every way to share them out between two pages is looked at that tells no more than
    /// <see cref="MostWrong"/> pairs in the wrong order.</summary>
    private const int FewPhotos = 4;

    private const int MostWrong = 3;

    /// <summary>As far behind the best paper that is not there may put the next one first: three pieces to bring.</summary>
    private const double PaperBehind = 3 * FitWeights.ToBring;

    /// <summary>How many pages put together look for room across the seam.</summary>
    private const int MostAcross = 12;

    /// <summary>For how many ways to share the photos out between two pages other mats are tried.</summary>
    private const int MostDressed = 2;

    /// <summary>How many pages put together are carried out on the document.</summary>
    private const int MostMade = 8;

    /// <summary>Finds fits for a layout, the best first.</summary>
    /// <param name="count">How many are wanted.</param>
    /// <param name="bag">The paper that new pieces have to come out of; none where that does not matter.</param>
    /// <param name="memory">What was searched on the same document of the kit before.</param>
    /// <exception cref="ArgumentException">There are more photos than can be fitted, or the layout is not in the kit.</exception>
    public static FitAnswer Find(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        int count = 3,
        Bag? bag = null,
        FitWishes? wishes = null,
        FitMemory? memory = null
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(photos);
        var layout = Asked(kit, layoutId, photos);
        if (!layout.Pieces.Any(p => p.HoldsPhoto))
            return new([], true, Saying.Of("fit.has-no-opening-for", ("layout", layout.Id)));
        var search = new Work(kit, layout, photos, wishes ?? FitWishes.None, Held.Nothing, memory);
        var paper = bag is null ? null : new FitPaper(kit, layout.Id, photos, bag, wishes ?? FitWishes.None);
        Making OutOf(Making one) => paper is null || one.HasPaper ? one : one with { Fit = paper.OutOf(one.Fit), HasPaper = true };
        var made = search.Made(count, OutOf);
        if (paper is not null)
            // One more than is wanted, as paper that is not there may put it before another.
            made = [.. Offered(BestOutOf(made, OutOf), count + 1, layout).Select(OutOf)];
        var most = (decimal)Math.Round(100 - search.Bound(), 1);
        var offers = Offered(made, count, layout);
        return new(
            [.. offers.Select(o => AsAsked(kit, layoutId, photos, o.Fit))],
            offers.Count > 0 && offers[0].Fit.Score >= most,
            offers.Count > 0 ? null : search.Why(),
            most
        );
    }

    // The best with its paper, as paper that is not there may put another one first; those that cannot become it as they are.
    private static List<Making> BestOutOf(List<Making> made, Func<Making, Making> outOf)
    {
        var (all, best) = (new List<Making>(), decimal.MinValue);
        foreach (var one in made.OrderByDescending(m => m.Fit.Score).ThenBy(m => m.Fit.Changes.Count))
        {
            all.Add(one.Fit.Score > best ? outOf(one) : one);
            if (all[^1].HasPaper)
                best = Math.Max(best, all[^1].Fit.Score);
        }
        return all;
    }

    /// <summary>The changes of the best ways in which some pieces lie where they are held; none where no way was found.</summary>
    /// <exception cref="ArgumentException">There are more photos than can be fitted, or the layout is not in the kit.</exception>
    internal static IReadOnlyList<IReadOnlyList<OpeningChange>> Around(
        Kit kit,
        string layoutId,
        IReadOnlyList<GuestPhoto> photos,
        Held held,
        FitWishes wishes
    )
    {
        var layout = Asked(kit, layoutId, photos);
        return held.IsNothing ? [] : [.. new Work(kit, layout, photos, wishes, held, null).Made(MostMade).Select(m => m.Fit.Changes)];
    }

    private static Layout Asked(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos) =>
        photos.Count > MostPhotos
            ? throw new ArgumentException(
                $"{photos.Count} photos are more than the {MostPhotos} that can be fitted on one layout.",
                nameof(photos)
            )
            : kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));

    /// <summary>A fit, carried out and weighed.</summary>
    /// <param name="Pages">How the photos are shared out between which pages.</param>
    /// <param name="Boxes">Where its photos, titles and cards lie, the same ones in the same place of the list.</param>
    /// <param name="Sizes">What lies on it, wherever it lies.</param>
    /// <param name="HasPaper">Whether it is told how it comes out of the paper that is there.</param>
    /// <param name="IsSound">Whether the page has no trouble that it did not have as designed.</param>
    private sealed record Making(
        Fit Fit,
        string Pages,
        IReadOnlyList<Box> Boxes,
        string Sizes,
        int Hidden,
        bool IsOnePage,
        bool IsSound,
        bool HasPaper = false
    );

    // The best; the best with other pages, one page alone among them; the one with the fewest changes; then what else there is.
    private static List<Making> Offered(IReadOnlyList<Making> made, int count, Layout layout)
    {
        var ranked = made.OrderByDescending(m => m.Fit.Score).ThenBy(m => m.Fit.Changes.Count).ToList();
        // Two that look alike are one: the better.
        ranked = [.. ranked.Where((m, i) => !ranked.Take(i).Any(o => LookAlike(o, m)))];
        // Nobody is shown a flap while everything can be seen.
        if (ranked.Where(m => m.Hidden == 0).Select(m => (decimal?)m.Fit.Score).FirstOrDefault() is { } seen)
            ranked = [.. ranked.Where(m => m.Hidden == 0 || m.Fit.Score > seen + FlapLast)];
        // What is far behind the best is no choice.
        ranked = [.. ranked.Where(m => m.Fit.Score >= ranked[0].Fit.Score - FarBehind)];
        // Nor one that only moves more about, and is no better for it.
        ranked =
        [
            .. ranked.Where(m =>
                !ranked.Exists(o => o != m && o.Sizes == m.Sizes && o.Fit.Score >= m.Fit.Score && o.Fit.Changes.Count < m.Fit.Changes.Count)
            ),
        ];
        if (ranked.Count == 0 || count == 0)
            return [];
        var offers = new List<Making> { ranked[0] };
        void Offer(Making? one)
        {
            if (one is not null && offers.Count < count && !offers.Contains(one))
                offers.Add(one);
        }
        if (layout.Kind == LayoutKind.Spread)
            Offer(ranked.Find(m => m.IsOnePage != ranked[0].IsOnePage));
        Offer(ranked.Find(m => m.Pages != ranked[0].Pages));
        Offer(ranked.Where(m => m.Fit.Score >= ranked[0].Fit.Score - FlapLast).MinBy(m => (m.Fit.Changes.Count, -m.Fit.Score)));
        foreach (var one in ranked)
            Offer(one);
        return [.. offers.OrderByDescending(o => o.Fit.Score)];
    }

    // An inch apart is alike.
    private static bool LookAlike(Making a, Making b) =>
        a.Sizes == b.Sizes
        && a.Boxes.Zip(b.Boxes)
            .All(p => (p.First.X - p.Second.X).Magnitude <= Length.Inches(1) && (p.First.Y - p.Second.Y).Magnitude <= Length.Inches(1));

    // What the photos themselves ask of their openings: a card holds the place of one that is not printed yet (in a pocket nothing has to
    // be held), and nothing is trimmed off where faces are.
    private static Fit AsAsked(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, Fit fit)
    {
        foreach (var place in fit.Places)
        {
            var photo = photos.First(p => p.Id == place.Photo);
            OpeningChange Of(OpeningMove move, string? with = null) =>
                new(layoutId, place.Opening[(layoutId.Length + 1)..], move, With: with, Photos: [photo.Id]);
            if (photo.Faces is { } faces && OpeningOf(kit, fit, Of(OpeningMove.Faces))?.Faces != faces)
                fit = With(kit, fit, Of(OpeningMove.Faces, faces.Word()));
            if (photo.Border is { } border && OpeningOf(kit, fit, Of(OpeningMove.Border))?.Border != border)
                fit = With(kit, fit, Of(OpeningMove.Border) with { Gutter = border });
            if (photo.Later)
                fit = With(
                    kit,
                    fit,
                    Of(OpeningMove.Placeholder),
                    Saying.Of("fit.is-not-printed-yet", ("photo", photo.Id), ("opening", place.Opening))
                );
        }
        return fit;
    }

    private static PhotoOpening? OpeningOf(Kit kit, Fit fit, OpeningChange of) =>
        Adaptation.Apply(kit, fit.Changes).Layout(of.Layout)?.Piece(of.Piece)?.Opening;

    private static Fit With(Kit kit, Fit fit, OpeningChange change, Saying? says = null) =>
        Adaptation.Unknown(kit, [.. fit.Changes, change]).Count > 0
            ? fit
            : fit with
            {
                Changes = [.. fit.Changes, change],
                Reasons = says is null ? fit.Reasons : [.. fit.Reasons, new(0, says)],
            };
}
