using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What a fit does, in one plain sentence.</summary>
public static class FitHeadline
{
    public static Saying Of(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, Fit fit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(fit);
        var layout = kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        var clauses = Clauses(layout, fit).ToList();
        if (clauses.Count == 0)
            return Saying.Of("fit.head.as-designed");
        var pockets = fit.Changes.Where(c => c.Move == OpeningMove.Pocket).Sum(c => c.Photos?.Count ?? 1);
        var gone = photos.Count - fit.Places.Count;
        return Saying.Of(
            gone > 0 ? "fit.head.left-out"
                : pockets > 0 ? "fit.head.hidden"
                : "fit.head.seen",
            ("n", gone > 0 ? gone : Math.Max(1, pockets)),
            ("what", clauses)
        );
    }

    private static IEnumerable<Saying> Clauses(Layout layout, Fit fit)
    {
        bool IsOpening(OpeningChange c) => layout.Piece(c.Piece) is { Opening: not null };
        foreach (var whole in fit.Changes.Where(c => c.IsWhole))
            yield return Saying.Of("fit.head.whole", ("how", How(whole)));
        var turned = fit.Changes.Where(c => c.Move == OpeningMove.Turn).ToList();
        if (turned.Count > 0)
            yield return turned.TrueForAll(t => t.Photos is { Count: > 0 })
                ? Saying.Of("fit.head.turned-for", ("photos", turned.SelectMany(t => t.Photos!)), ("n", turned.Count))
                : Saying.Of("fit.head.turned", ("list", turned.Select(t => t.Piece)), ("n", turned.Count));
        foreach (var clause in Listed("fit.head.made", fit.Changes.Where(c => c.Move == OpeningMove.Resize)))
            yield return clause;
        var added = fit.Changes.Count(c => c.Move == OpeningMove.Add);
        if (added > 0)
            yield return Saying.Of("fit.head.added", ("n", added));
        var moved = fit.Changes.Where(c => c.Move is OpeningMove.Place or OpeningMove.Shift).ToList();
        foreach (var clause in Listed("fit.head.laid", moved.Where(IsOpening)))
            yield return clause;
        foreach (var clause in Listed("fit.head.moves", moved.Where(c => !IsOpening(c))))
            yield return clause;
        foreach (
            var clause in Listed(
                "fit.head.filled",
                fit.Changes.Where(c => c.Move is OpeningMove.Card or OpeningMove.Patch or OpeningMove.Part or OpeningMove.LeaveEmpty)
            )
        )
            yield return clause;
        foreach (var clause in Listed("fit.head.out", fit.Changes.Where(c => c.Move == OpeningMove.Remove)))
            yield return clause;
    }

    private static string How(OpeningChange whole) =>
        whole switch
        {
            { Move: OpeningMove.TwoPages } => "two-pages",
            { Move: OpeningMove.OnePage, With: var page } => $"one-page-{page}",
            { With: { } page } => $"mirror-{page}",
            _ => "mirror",
        };

    private static IEnumerable<Saying> Listed(string key, IEnumerable<OpeningChange> changes)
    {
        var pieces = changes.Select(c => c.Piece).Distinct().ToList();
        if (pieces.Count > 0)
            yield return Saying.Of(key, ("list", pieces), ("n", pieces.Count));
    }
}
