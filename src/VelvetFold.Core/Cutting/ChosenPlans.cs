using System.Security.Cryptography;
using System.Text;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Cutting;

/// <summary>Writes plans into a kit's document as its chosen ones, and reads them back where they still hold.</summary>
internal static class ChosenPlans
{
    private static readonly LengthPattern Exact = LengthPattern.Exact(LengthUnit.Inch);

    /// <summary>What a plan of one paper depends on, in one short text.</summary>
    public static string Instance(CuttingInstance order) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(PlanMemory.Key(order.Sheets[0], order.Pieces, order))))[..32];

    public static ChosenPlan Write(SheetPlan plan, CuttingInstance order, CutMode mode, int kits) =>
        new()
        {
            Paper = plan.Sheet,
            Mode = mode,
            Kits = kits,
            Instance = Instance(order),
            Sheets =
            [
                .. plan.Patterns.Select(p => new ChosenSheet
                {
                    Times = p.Times,
                    From = p.From?.Text,
                    Cuts = [.. Cuts(p.Root)],
                }),
            ],
        };

    private static IEnumerable<string> Cuts(CutNode root) =>
        root.All()
            .Select(node =>
                node switch
                {
                    SplitNode split => $"{split.Fence.Word()} {Exact.Format(split.Setting)}",
                    PieceNode piece => $"{(piece.Turned ? "turned" : "piece")} {piece.Piece.Id}",
                    OffcutNode { IsTearStrip: true } => "tear strip",
                    _ => "offcut",
                }
            );

    /// <summary>The chosen plan, where it is one of this order and cuts all of it; null where it is not.</summary>
    /// <param name="canonical">The plan whose bound and kept sheets stand.</param>
    public static SheetPlan? Read(ChosenPlan chosen, CuttingInstance order, SheetPlan canonical)
    {
        if (chosen.Instance != Instance(order))
            return null;
        var sheet = order.Sheets[0];
        var demands = order.Pieces.ToDictionary(p => p.Id);
        var extras = sheet.Remnants.ToDictionary(e => e.Source.Text);
        var whole = canonical.Patterns.FirstOrDefault(p => p.From is null)?.Root.Box ?? new Box(Length.Zero, Length.Zero, sheet.Size);
        var patterns = new List<CutPattern>();
        foreach (var written in chosen.Sheets)
        {
            var (from, box) = Source(written.From);
            if (box is not { } paper || written.Times < 1)
                return null;
            var at = 0;
            if (Node(written.Cuts, ref at, paper) is not { } root || at != written.Cuts.Count)
                return null;
            patterns.Add(
                new(sheet.Id, written.Times, root)
                {
                    From = from,
                    LongestCut = order.LongestCut,
                    AtOnce = Math.Clamp(sheet.AtOnce, 1, written.Times),
                }
            );
        }
        var sheets = patterns.Where(p => p.From is null).Sum(p => p.Times);
        var cut = patterns
            .SelectMany(p => p.Root.All().OfType<PieceNode>().Select(n => (n.Piece.Id, p.Times)))
            .GroupBy(p => p.Id)
            .ToDictionary(g => g.Key, g => g.Sum(p => p.Times));
        var isWhole = demands.Values.All(d => cut.GetValueOrDefault(d.Id) == d.Quantity) && PlanSums.AreThere(patterns, sheet, sheets);
        return isWhole ? canonical with { SheetsUsed = sheets, Patterns = patterns, IsChosen = true, CutShort = false } : null;

        (PaperPart? From, Box? Box) Source(string? from)
        {
            if (from is null)
                return (null, whole);
            if (extras.TryGetValue(from, out var extra))
                return (extra.Source, new(Length.Zero, Length.Zero, extra.Size));
            if (from != PaperPart.TearStrip.Text || sheet.Trims.TearStrip is not { } tear)
                return (null, null);
            var along = tear.Edge.Axis() == Axis.Across;
            return (
                PaperPart.TearStrip,
                new(Length.Zero, Length.Zero, along ? tear.Width : sheet.Size.Width, along ? sheet.Size.Height : tear.Width)
            );
        }

        CutNode? Node(IReadOnlyList<string> cuts, ref int at, Box box)
        {
            if (at >= cuts.Count)
                return null;
            var text = cuts[at++];
            if (text == "offcut")
                return new OffcutNode(box);
            if (text == "tear strip")
                return new OffcutNode(box, true);
            if (text.Split(' ', 2) is not [var word, var rest])
                return null;
            if (word is "piece" or "turned")
            {
                if (!demands.TryGetValue(rest, out var demand) || (word == "turned" && demand.Turn != Turn.Free))
                    return null;
                return
                    box.Size == (word == "turned" ? demand.Size.Turned : demand.Size)
                    && (demand.At is not { } places || places.Contains(box))
                    ? new PieceNode(box, demand, word == "turned")
                    : null;
            }
            if (Edges.All.FirstOrDefault(e => e.Word() == word) is var fence && fence.Word() != word)
                return null;
            if (
                Exact.Parse(rest) is not { Fault: null } setting
                || setting.OrThrow() is var by && (!by.IsPositive || by >= box.Along(fence.Axis()).Extent)
            )
                return null;
            var (off, left) = SplitNode.Halve(box, fence, by);
            return Node(cuts, ref at, off) is { } first && Node(cuts, ref at, left) is { } second
                ? new SplitNode(box, fence, first, second)
                : null;
        }
    }
}
