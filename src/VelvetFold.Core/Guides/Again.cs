using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>
/// What to do about a piece that is spoiled or missing at the table, in the order in which a host would try it: cut it again from what the
/// kit leaves over, ask for a spare or another sheet, cover the spot with a part nobody uses (common practice, no source).
/// </summary>
public static class Again
{
    private const int MostParts = 3;

    /// <summary>The ways for every label that is cut or is a ready-made part; never none for one of them.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<Saying>> All(Kit kit, KitAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(answer);
        var parts = answer
            .Layouts.SelectMany(l => l.Pieces)
            .Select(p => p.Placed)
            .OfType<PlacedPiece>()
            .SelectMany(p => p.Piece.Takes(p.Label))
            .Select(t => (t.Label, Ways: OfPart(kit, answer, t.Use)));
        return answer
            .CutList.Select(c => (c.Label, Ways: OfCut(kit, answer, c)))
            .Concat(parts)
            .DistinctBy(w => w.Label)
            .ToDictionary(w => w.Label, w => w.Ways);
    }

    private static IReadOnlyList<Saying> OfCut(Kit kit, KitAnswer answer, CutPiece piece)
    {
        var (ways, reading) = (new List<Saying>(), kit.Reading());
        var paper = kit.Paper(piece.Paper)!;
        var face = FaceWords.Of(paper, piece.Face, Words.Current) ?? "";
        if (piece.At is null && FromKept(answer.EachKit.Plan, paper, piece) is var (kept, size))
            ways.Add(
                Saying.Of(
                    kept.Size == size ? "pack.again-as-it-is"
                        : kept.Size.Height == size.Height ? "pack.again-across"
                        : kept.Size.Width == size.Width ? "pack.again-down"
                        : "pack.again-both",
                    ("paper", paper.Name),
                    ("kept", reading.Format(kept.Size)),
                    ("width", reading.Format(size.Width)),
                    ("height", reading.Format(size.Height)),
                    ("sides", face.Length > 0 ? "two" : ""),
                    ("side", face)
                )
            );
        if (SparePieces(kit) is > 0 and var spares)
            ways.Add(Saying.Of("pack.again-spare", ("piece", piece.Label), ("n", spares)));
        if (paper.Free is not <= 0)
            ways.Add(
                Saying.Of(
                    "pack.again-sheet",
                    ("paper", paper.Name),
                    ("size", reading.Format(piece.Size)),
                    ("sides", face.Length > 0 ? "two" : ""),
                    ("side", face)
                )
            );
        ways.AddRange(Covers(kit, answer));
        if (ways.Count == 0)
            ways.Add(Saying.Of("pack.again-without", ("paper", paper.Name)));
        return ways;
    }

    // The smallest part that is kept and from which it can be cut; a print the right way round, and of a tear strip its back alone.
    private static (KeptPart Kept, Size Size)? FromKept(CutPlan plan, Paper paper, CutPiece piece) =>
        plan
            .Kept.Where(k => k.Paper == paper.Id && (k.Part.Role != PartRole.TearStrip || piece.Face == SheetFace.B))
            .Select(k =>
                (
                    Kept: k,
                    Size: piece.Size.FitsIn(k.Size) ? piece.Size
                    : piece.Turn == Turn.Free && piece.Size.Turned.FitsIn(k.Size) ? piece.Size.Turned
                    : (Size?)null
                )
            )
            .Where(k => k.Size is not null)
            .OrderBy(k => k.Kept.Size.Area)
            .Select(k => ((KeptPart, Size)?)(k.Kept, k.Size!.Value))
            .FirstOrDefault();

    /// <summary>The spares of each piece that is cut, for the run.</summary>
    public static int SparePieces(Kit kit) => kit.WithSpares(kit.Kits) - kit.Kits;

    /// <summary>The spare parts of a sheet, for the run.</summary>
    public static int SpareParts(Kit kit, PartSheet sheet) =>
        kit.Spares.FirstOrDefault(s => s.Of == SpareRule.Kind(sheet.Kind))?.For(kit.Kits) ?? 0;

    private static IReadOnlyList<Saying> OfPart(Kit kit, KitAnswer answer, PartUse use)
    {
        var ways = new List<Saying>();
        if (kit.PartSheet(use.Sheet) is { } sheet)
        {
            var left = Unused(answer, sheet);
            var wanted = sheet.Kind == PartKind.ByLength ? [] : use.Takes(sheet).ToList();
            if (wanted.Count > 0 && wanted.CountBy(w => w).All(w => left.GetValueOrDefault(w.Key) >= w.Value))
                ways.Add(Saying.Of("pack.again-another", ("part", use.Part ?? wanted[0]), ("sheet", sheet.Name)));
            if (SpareParts(kit, sheet) is > 0 and var spares)
                ways.Add(Saying.Of("pack.again-spare", ("piece", sheet.Name), ("n", spares)));
            if (ways.Count == 0 && sheet.Free is not <= 0)
                ways.Add(Saying.Of("pack.again-pack", ("sheet", sheet.Name)));
        }
        ways.AddRange(Covers(kit, answer));
        if (ways.Count == 0)
            ways.Add(Saying.Of("pack.again-no-part"));
        return ways;
    }

    private static IEnumerable<Saying> Covers(Kit kit, KitAnswer answer) =>
        kit
            .Parts.Where(s => s.Kind is PartKind.Stickers or PartKind.DieCuts)
            .Select(s => (Sheet: s, Left: Unused(answer, s).Where(l => l.Value > 0).Select(l => l.Key).Take(MostParts).ToList()))
            .Where(s => s.Left.Count > 0)
            .Take(1)
            .Select(s => Saying.Of("pack.again-cover", ("parts", s.Left), ("n", s.Left.Count), ("sheet", s.Sheet.Name)));

    // How many of each part of a sheet no page takes.
    private static Dictionary<string, int> Unused(KitAnswer answer, PartSheet sheet)
    {
        var taken = answer
            .Layouts.SelectMany(l => l.Pieces)
            .Select(p => p.Placed)
            .OfType<PlacedPiece>()
            .SelectMany(p => p.Piece.Takes(p.Label));
        var tally = PartTally.Of(sheet, taken).Taken;
        return sheet.Parts.ToDictionary(p => p.Id, p => p.Count - tally.GetValueOrDefault(p.Id));
    }
}
