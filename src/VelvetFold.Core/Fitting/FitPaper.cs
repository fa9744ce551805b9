using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Brings a fit together with the paper in the bag: patches where there is a card already, and where a mat does not come out,
/// what else can be done about it before paper is brought.</summary>
internal sealed class FitPaper(Kit kit, Layout designed, IReadOnlyList<GuestPhoto> photos, Bag bag)
{
    /// <summary>How many missing pieces something else is tried for.</summary>
    private const int MostTried = 3;

    private const decimal ToBring = 3;

    /// <summary>The fit with what its paper costs it.</summary>
    public Fit OutOf(Fit fit)
    {
        fit = Patched(fit);
        var missing = Missing(fit.Changes);
        var repair = missing.Count == 0 ? null : RepairOf(fit);
        foreach (var piece in missing.Take(MostTried))
        {
            if (Instead(fit, piece, missing.Count, repair!) is not { } other)
                continue;
            fit = other;
            missing = Missing(fit.Changes);
        }
        List<FitReason> reasons =
        [
            .. missing
                .GroupBy(m => m.Paper)
                .Select(g => new FitReason(
                    ToBring * g.Count(),
                    Saying.Of("fit.do-not-come-out", ("list", g.Select(m => m.Label)), ("n", g.Count()), ("paper", kit.Paper(g.Key)?.Name))
                )),
        ];
        return reasons.Count == 0 ? fit : With(fit, [], reasons);
    }

    private static Fit With(Fit fit, IReadOnlyList<OpeningChange> changes, IReadOnlyList<FitReason> reasons) =>
        fit with
        {
            Changes = [.. fit.Changes, .. changes],
            Score = fit.Score - reasons.Sum(r => r.Points),
            Reasons = [.. fit.Reasons, .. reasons],
        };

    private IReadOnlyList<MissingPiece> Missing(IReadOnlyList<OpeningChange> changes) => bag.For(Adaptation.Apply(kit, changes)).Missing;

    // What is done to the whole is where the rest starts from, so that mirrored pieces are no collisions.
    private Repair RepairOf(Fit fit)
    {
        var start = Adaptation.Apply(kit, [.. fit.Changes.TakeWhile(c => c.IsWhole)]);
        var from = start.Layout(designed.Id)!;
        return new(start, from, Resolver.Resolve(from, start));
    }

    // One card to write on is enough for a page: where there is one, another opening without a photo becomes a patch of paper that is
    // over. It costs the same.
    private Fit Patched(Fit fit)
    {
        var written = designed.Pieces.Any(p => p.Kind == PieceKind.Journaling);
        var (changes, reasons) = (fit.Changes.ToList(), fit.Reasons.ToList());
        for (var i = 0; i < changes.Count; i++)
        {
            if (changes[i].Move != OpeningMove.Card || designed.Piece(changes[i].Piece) is not { } piece)
                continue;
            var says = reasons.FindIndex(r => r.Of is { Move: OpeningMove.Card } of && of.Piece == piece.Id);
            var mats = piece.Opening!.Mats.Select(m => m.Paper).ToHashSet();
            var patch = Fillings
                .Patches(kit, designed, piece, bag)
                .FirstOrDefault(p => p.Source is not null && !mats.Contains(p.With!.Split(' ')[0]) && p.Contrast > 1.1m);
            if (written && says >= 0 && patch is not null)
            {
                changes[i] = changes[i] with { Move = OpeningMove.Patch, With = patch.With };
                reasons[says] = new(
                    reasons[says].Points,
                    Saying.Of("fit.becomes-a-out-of", ("piece", designed.Label(piece)), ("patch", patch.Says), ("source", patch.Source))
                );
            }
            written = true;
        }
        return Adaptation.Unknown(kit, changes).Count > 0 ? fit : fit with { Changes = changes, Reasons = reasons };
    }

    // A frame of strips, less of the mat, or the photo trimmed on a mat of its own size: what the page bears and the bag gives.
    private Fit? Instead(Fit fit, MissingPiece missing, int before, Repair repair)
    {
        var id = missing.Label.Split(' ')[0][(designed.Id.Length + 1)..];
        var adapted = Adaptation.Apply(kit, fit.Changes);
        if (adapted.Layout(designed.Id)?.Piece(id) is not { HoldsPhoto: true, Opening.Mats: [.., var outer] } piece)
            return null;
        var label = $"{designed.Id}-{id}";
        OpeningChange Change(OpeningMove move) => new(designed.Id, id, move);
        var (half, reading) = (new Length(outer.Reveal.Half.Ticks / kit.Ruler.Ticks * kit.Ruler.Ticks), kit.Reading());
        var grows = (piece.Opening!.School ?? kit.Matting.School) == MatSchool.GrowMat;
        var own = photos.Where(p => fit.Places.Any(f => f.Photo == p.Id && f.Opening == label)).ToList();
        var tries = new List<(OpeningChange Change, FitReason Reason)>();
        if (missing.AsFrame)
            tries.Add((Change(OpeningMove.Frame), new(2, Saying.Of("fit.gets-a-frame-of", ("label", label)))));
        if (half.IsPositive)
            tries.Add(
                (
                    Change(OpeningMove.Reveal) with
                    {
                        Gutter = half,
                    },
                    new(2.2m, Saying.Of("fit.shows-of-its-mat", ("label", label), ("half", reading.Format(half))))
                )
            );
        // Trimming the edges for it is one of the two schools, and so costs little; what it takes of the photo is told.
        if (
            grows
            && own.TrueForAll(p => p.MayLose)
            && (piece with { Opening = piece.Opening with { School = MatSchool.TrimPhoto } }).Stack(kit.Matting)?.Photo is { } trimmed
        )
            tries.Add(
                (
                    Change(OpeningMove.School),
                    new(
                        2.6m,
                        Saying.Of(
                            "fit.the-photo-loses-to",
                            ("label", label),
                            ("area", PhotoAssignment.Percent(1 - (decimal)((double)trimmed.Area / (double)piece.Size.Area)))
                        )
                    )
                )
            );
        foreach (var (change, reason) in tries)
        {
            if (
                Adaptation.Unknown(adapted, [change]).Count > 0
                || repair.Mended(Adaptation.Apply(adapted, [change]), shifts: false) is null
            )
                continue;
            if (Missing([.. fit.Changes, change]).Count < before)
                return With(fit, [change], [reason]);
        }
        return null;
    }
}
