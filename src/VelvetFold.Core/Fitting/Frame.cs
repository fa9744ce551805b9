using VelvetFold.Core.Kits;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What is done to the whole layout first: nothing, one page alone, mirrored, made twice; and what that takes off.</summary>
/// <param name="Before">The changes that do it.</param>
/// <param name="Reasons">What it takes off by itself.</param>
/// <param name="Design">The layout as it is then, which the rest is compared with.</param>
internal sealed record Frame(IReadOnlyList<OpeningChange> Before, IReadOnlyList<FitReason> Reasons, Design Design)
{
    public double Cost => (double)Reasons.Sum(r => r.Points);

    /// <summary>The layout after changes to all of it.</summary>
    /// <param name="before">Whole changes that can be made.</param>
    public static Frame Of(Kit kit, string layoutId, IReadOnlyList<OpeningChange> before)
    {
        var reasons = new List<FitReason>();
        var brought = new HashSet<string>();
        var now = kit;
        foreach (var change in before)
        {
            var layout = now.Layout(layoutId)!;
            brought.UnionWith(change.Take ?? []);
            switch (change.Move)
            {
                case OpeningMove.OnePage:
                    reasons.AddRange(OnePage(now, layout, change));
                    break;
                case OpeningMove.TwoPages:
                    reasons.Add(new((decimal)FitWeights.TwoPages, Saying.Of("fit.is-made-twice-as", ("layout", layoutId))));
                    break;
                default:
                    reasons.Add(new((decimal)FitWeights.Mirrored, change.Says(now)));
                    break;
            }
            now = Adaptation.Apply(now, [change]);
        }
        return new(before, reasons, new(now, now.Layout(layoutId)!, brought));
    }

    // What lay on the other page: its title comes along or is lost, and so does what can be written on.
    private static IEnumerable<FitReason> OnePage(Kit kit, Layout layout, OpeningChange change)
    {
        yield return new((decimal)FitWeights.OnePage, Saying.Of("fit.only-the-page-of", ("name", change.With), ("layout", layout.Id)));
        var (side, take) = (change.With == "left" ? PageSide.Left : PageSide.Right, change.Take ?? []);
        var canWrite = layout.Pieces.Any(p => p.Kind == PieceKind.Journaling && (p.Side == side || take.Contains(p.Id)));
        foreach (var piece in layout.Pieces.Where(p => p.Side != side && p.Side != PageSide.Both))
            if (piece.Kind == PieceKind.Title)
                yield return take.Contains(piece.Id)
                    ? new((decimal)FitWeights.TitleOtherPage, Saying.Of("fit.why.title-page", ("title", layout.Label(piece))))
                    : new((decimal)FitWeights.Broken, Saying.Of("fit.why.title-lost", ("title", layout.Label(piece))));
            else if (piece.Kind == PieceKind.Journaling && !take.Contains(piece.Id))
                yield return new(
                    (decimal)(canWrite ? FitWeights.CardLostOfSeveral : FitWeights.CardLost),
                    Saying.Of("fit.why.card-lost", ("card", layout.Label(piece)))
                );
    }

    /// <summary>One page of a spread, with the title of the other one, and its card where this one has none.</summary>
    public static OpeningChange OnePage(Layout layout, PageSide side)
    {
        var canWrite = layout.Pieces.Any(p => p.Kind == PieceKind.Journaling && p.Side == side);
        var take = layout
            .Pieces.Where(p => p.Side != side && p.Side != PageSide.Both && p.Part is null)
            .Where(p => p.Kind == PieceKind.Title || (p.Kind == PieceKind.Journaling && !canWrite))
            .Select(p => p.Id)
            .ToList();
        return new(layout.Id, "", OpeningMove.OnePage, With: side == PageSide.Left ? "left" : "right", Take: take.Count > 0 ? take : null);
    }
}
