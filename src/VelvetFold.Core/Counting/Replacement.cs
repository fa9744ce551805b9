using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;

namespace VelvetFold.Core.Counting;

/// <summary>What a spoiled or missing piece is replaced from: the pile that another sheet or pack of it is taken off, and
/// the spares.</summary>
/// <param name="From">Where it is counted; none where nobody counts it.</param>
/// <param name="Name">What the pile is of, as the kit calls it.</param>
/// <param name="Spares">How many spares there are for the run: of a piece that is cut its own, of a part those of its sheet.</param>
/// <param name="Shares">The pieces that share these spares, this one among them.</param>
/// <param name="IsPart">Whether it is a ready-made part and not cut from paper.</param>
public sealed record Replacement(Pile? From, string Name, int Spares, IReadOnlyList<string> Shares, bool IsPart)
{
    /// <summary>Of a label of the kit: L1-B2, L1-P1 mat.</summary>
    /// <param name="cuts">What is cut for one kit.</param>
    public static Replacement Of(Kit kit, IEnumerable<CutPiece> cuts, string label)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(cuts);
        if (kit.Paper(cuts.FirstOrDefault(c => c.Label == label || $"{c.Layout}-{c.Piece}" == label)?.Paper) is { } paper)
            return new(paper.OnHand is null ? null : Pile.Sheets(paper.Id), paper.Name, Again.SparePieces(kit), [label], false);
        var used = kit.Layouts.SelectMany(l => l.Pieces.SelectMany(p => p.Takes(l.Label(p)))).ToList();
        if (kit.PartSheet(used.FirstOrDefault(u => u.Label == label).Use?.Sheet) is not { } sheet)
            return new(null, label, Again.SparePieces(kit), [label], false);
        return new(
            sheet.OnHand is null ? null : Pile.Parts(sheet.Id),
            sheet.Name,
            Again.SpareParts(kit, sheet),
            [.. used.Where(u => u.Use.Sheet == sheet.Id).Select(u => u.Label)],
            true
        );
    }
}
