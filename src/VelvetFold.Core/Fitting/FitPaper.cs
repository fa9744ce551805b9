using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Brings a fit together with the paper in the bag: where a mat does not come out, what else can be done about it before paper is
/// brought.</summary>
internal sealed class FitPaper(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, Bag bag, FitWishes wishes)
{
    /// <summary>How many missing pieces something else is tried for.</summary>
    private const int MostTried = 3;

    /// <summary>Less contrast than this to what it lies on, and a mat is not seen (WCAG 2.2 measure, the limit is ours).</summary>
    private const decimal LeastContrast = 1.15m;

    private readonly Dictionary<string, IReadOnlyList<MissingPiece>> _missing = [];

    /// <summary>What paper is to be brought for a layout as it stands, as reasons.</summary>
    public IReadOnlyList<FitReason> ToBring(IReadOnlyList<OpeningChange> changes) =>
        [
            .. Missing(changes)
                .GroupBy(m => m.Paper)
                .Select(g => new FitReason(
                    (decimal)FitWeights.ToBring * g.Count(),
                    Saying.Of("fit.do-not-come-out", ("list", g.Select(m => m.Label)), ("n", g.Count()), ("paper", kit.Paper(g.Key)?.Name))
                )),
        ];

    /// <summary>The fit as it comes out of the bag, as far as it does.</summary>
    public Fit OutOf(Fit fit)
    {
        var missing = Missing(fit.Changes);
        foreach (var piece in missing.Take(MostTried).ToList())
        {
            if (Instead(fit, piece, missing.Count) is not { } other)
                continue;
            fit = other;
            missing = Missing(fit.Changes);
        }
        var reasons = ToBring(fit.Changes);
        return reasons.Count == 0
            ? fit
            : fit with
            {
                Score = fit.Score - reasons.Sum(r => r.Points),
                Reasons = [.. fit.Reasons, .. reasons],
            };
    }

    // Pages are the same whichever photo lies where.
    private IReadOnlyList<MissingPiece> Missing(IReadOnlyList<OpeningChange> changes)
    {
        var key = string.Join('|', changes.Select(c => c with { Photos = null, Take = null }));
        return _missing.TryGetValue(key, out var known)
            ? known
            : _missing[key] = [
                .. bag.For(Adaptation.Apply(kit, changes)).Missing.Where(m => m.Label.StartsWith($"{layoutId}-", StringComparison.Ordinal)),
            ];
    }

    // Another paper that stands out, less of the mat, a frame of strips, or the photo trimmed on a mat of its own size: what the page
    // bears and the bag gives.
    private Fit? Instead(Fit fit, MissingPiece missing, int before)
    {
        var id = missing.Label.Split(' ')[0][(layoutId.Length + 1)..];
        var adapted = Adaptation.Apply(kit, fit.Changes);
        // A patch that there is no paper for is left out.
        if (fit.Changes.Any(c => c.Piece == id && c.Move == OpeningMove.Patch))
            return Taken([.. fit.Changes.Where(c => c.Piece != id), new(layoutId, id, OpeningMove.Remove)], before);
        if (adapted.Layout(layoutId)?.Piece(id) is not { HoldsPhoto: true, Opening.Mats: [.., { Card: null } outer] } piece)
            return null;
        OpeningChange Change(OpeningMove move) => new(layoutId, id, move);
        var half = Making.HalfOf(outer.Reveal, kit);
        var own = photos.Where(p => fit.Places.Any(f => f.Photo == p.Id && f.Opening == $"{layoutId}-{id}")).ToList();
        var tries = new List<OpeningChange>();
        if (missing.Instead.FirstOrDefault(o => o.Contrast >= LeastContrast) is { } paper)
            tries.Add(Change(OpeningMove.Paper) with { With = $"{paper.Paper} {paper.Face}" });
        if (half.IsPositive)
            tries.Add(Change(OpeningMove.Reveal) with { Gutter = half });
        if (missing.AsFrame)
            tries.Add(Change(OpeningMove.Frame));
        if (Making.Grows(kit, piece) && own.TrueForAll(p => p.MayLose))
            tries.Add(Change(OpeningMove.School));
        return tries.Select(t => Taken([.. fit.Changes, t], before)).FirstOrDefault(f => f is not null);
    }

    // With those changes, where fewer pieces are missing then and nothing is wrong with it.
    private Fit? Taken(IReadOnlyList<OpeningChange> changes, int before)
    {
        if (Adaptation.Unknown(kit, changes).Count > 0 || Missing(changes).Count >= before)
            return null;
        var weighed = FitJudge.Weighed(kit, layoutId, photos, changes, wishes, null);
        return weighed.Tally.Faults == 0 ? weighed.Fit(layoutId, photos, changes) : null;
    }
}
