using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Counting;

/// <summary>Equal pieces of one paper and face: how many for one kit and for all, and which they are.</summary>
/// <param name="Total">For the run, spares included.</param>
/// <param name="Spare">Of these spare.</param>
public sealed record PieceCount(string Paper, SheetFace Face, Size Size, int PerKit, int Total, int Spare, IReadOnlyList<string> Labels);

/// <summary>Photos of one size, as they are brought.</summary>
/// <param name="Border">The white border printed with them; none where they are printed to their edges.</param>
/// <param name="Order">The size they are ordered at: their own, or the smallest that prints come in and they can be trimmed from; none
/// where none is as large.</param>
public sealed record PhotoCount(Size Size, int PerKit, int Total, Length? Border, Size? Order);

/// <summary>Sheets of one paper: needed, on hand (none where that is not limited), and how many are missing.</summary>
/// <param name="KitsPossible">How many kits the free sheets give: exactly, by the plans of fewer kits, where they are short; else at
/// least so many. None where sheets are not limited.</param>
/// <param name="Cut">How many of the run's sheets are cut already; they are not on hand any more.</param>
public sealed record SheetCount(string Paper, int PerKit, int Total, int? OnHand, int Missing, int? KitsPossible, int Cut);

/// <summary>All counts of a kit, for one and for the run.</summary>
/// <param name="SpareKits">Kits' worth of pieces that are cut beyond the run.</param>
public sealed record Counts(
    int Kits,
    int SpareKits,
    int Pieces,
    IReadOnlyList<PieceCount> ByPiece,
    IReadOnlyList<PhotoCount> Photos,
    IReadOnlyList<SheetCount> Sheets,
    IReadOnlyList<PartCount> Parts
)
{
    /// <summary>Pieces for all kits together, spares included.</summary>
    public long TotalPieces => (long)Pieces * (Kits + SpareKits);

    /// <summary>How many kits the scarcest paper gives; none where nothing is limited.</summary>
    public int? KitsPossible => Sheets.Select(s => s.KitsPossible).Concat(Parts.Select(p => p.KitsPossible)).Min();

    /// <summary>The paper that runs out first, where one is short of the run.</summary>
    public string? Scarcest => Sheets.Where(s => s.Missing > 0).MinBy(s => s.KitsPossible)?.Paper;
}

/// <summary>Counts what a run of kits needs.</summary>
public static class PieceCounts
{
    /// <summary>
    /// Counts pieces, photos and sheets. Sheets for the run are those of the batch plan, which may share a sheet between kits.
    /// </summary>
    /// <param name="run">Planned for the kits, and for their spares where those are counted.</param>
    /// <param name="spares">Whether spares are counted: of a run they are, of one guest's kit they are not.</param>
    public static Counts Of(KitWork work, RunPlan run, int kits, bool spares)
    {
        ArgumentNullException.ThrowIfNull(work);
        ArgumentNullException.ThrowIfNull(run);
        var (kit, layouts, pieces, each) = (work.Kit, work.Layouts, work.Pieces, work.EachKit);
        var spare = run.Kits - kits;
        var byPiece = pieces
            .GroupBy(p => (p.Paper, p.Face, p.Size))
            .Select(g => new PieceCount(
                g.Key.Paper,
                g.Key.Face,
                g.Key.Size,
                g.Count(),
                g.Count() * run.Kits,
                g.Count() * spare,
                [.. g.Select(p => p.Label)]
            ));
        var photos = layouts
            .SelectMany(l => l.Pieces)
            .Where(p => p.Piece.HasPrint)
            .GroupBy(p => (p.Piece.Size, p.Piece.Opening!.Border))
            .Select(g => new PhotoCount(
                g.Key.Size,
                g.Count(),
                g.Count() * kits,
                g.Key.Border,
                StandardSizes.OrderFor(g.Key.Size, kit.Unit, kit.Prints)
            ));
        var sheets = kit
            .Papers.Where(p => each.For(p.Id) is not null || run.Sheets(p.Id) > 0)
            .Select(p => Sheets(work, p, each.For(p.Id)?.SheetsUsed ?? 0, run));
        return new(kits, spare, pieces.Count, [.. byPiece], [.. photos], [.. sheets], PartCounts.Of(kit, kits, spares));
    }

    private static SheetCount Sheets(KitWork work, Paper paper, int perKit, RunPlan run)
    {
        var (needed, cut) = (run.Sheets(paper.Id), run.Cut(paper.Id));
        if (paper.Free is not { } free)
            return new(paper.Id, perKit, needed, paper.OnHand, 0, null, cut);
        var missing = Math.Max(0, needed - cut - free);
        // A short paper's kits are counted in the plans that call it short; of one that suffices, cut kit by kit it may give even more
        // than the run.
        int? possible =
            missing > 0 ? StockReach.Most(work.Counting().Only(p => p.Paper == paper.Id), paper.Id, Math.Max(0, free), 0, run.Kits)
            : needed > 0 ? Math.Max(run.Kits, perKit > 0 ? (free + cut) / perKit : 0)
            : null;
        return new(paper.Id, perKit, needed, paper.OnHand, missing, possible, cut);
    }
}
