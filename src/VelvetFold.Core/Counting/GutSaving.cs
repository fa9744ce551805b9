using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Counting;

/// <summary>A piece as it would be with its hidden middle cut out.</summary>
public sealed record GutPiece(string Layout, Piece Piece);

/// <summary>Sheets of one paper that a run of kits does not take, where hidden middles of that paper are cut out for other
/// pieces.</summary>
public sealed record GutSaving(string Paper, int Sheets, IReadOnlyList<GutPiece> Pieces)
{
    /// <summary>Tries it paper by paper: first with every hidden middle, and where that saves a sheet, with as few of them as save as
    /// many, the largest first.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static IReadOnlyList<GutSaving> Of(Kit kit, int kits, PlanTerms? terms = null)
    {
        var middles = new KitWork(kit)
            .Layouts.SelectMany(l => l.Pieces.SelectMany(p => CutOut.Of(kit, l, p)))
            .OrderByDescending(m => m.Inside.Area)
            .ToList();
        var savings = new List<GutSaving>();
        foreach (var paper in middles.Select(m => m.Paper).Distinct())
        {
            IReadOnlyList<CutOut> own = [.. middles.Where(m => m.Paper == paper)];
            var (without, with) = (Needed(kit, paper, kits, terms), Needed(Gutted(kit, own), paper, kits, terms));
            if (with >= without)
                continue;
            var few = own.Take(1).ToList();
            while (few.Count < own.Count && Needed(Gutted(kit, few), paper, kits, terms) > with)
                few.Add(own[few.Count]);
            savings.Add(new(paper, without - with, [.. Changed(kit, few)]));
        }
        return savings;
    }

    private static IEnumerable<GutPiece> Changed(Kit kit, IEnumerable<CutOut> middles) =>
        middles
            .GroupBy(m => (m.Layout, m.Piece))
            .Select(g => new GutPiece(
                g.Key.Layout,
                g.Aggregate(kit.Layout(g.Key.Layout)!.Piece(g.Key.Piece)!, (piece, middle) => middle.From(piece))
            ));

    private static Kit Gutted(Kit kit, IEnumerable<CutOut> middles) =>
        Changed(kit, middles).Aggregate(kit, (k, gut) => k.With(k.Layout(gut.Layout)!.With(gut.Piece)));

    private static int Needed(Kit kit, string paper, int kits, PlanTerms? terms) =>
        new KitWork(kit, terms).Counting().Only(p => p.Paper == paper).Run(kits).Sheets(paper);
}
