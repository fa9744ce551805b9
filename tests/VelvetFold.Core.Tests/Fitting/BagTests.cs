using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>The paper in the bag: what is cut first, and that it can be cut; what was searched before.</summary>
public sealed class BagTests
{
    private static readonly Kit Single = Read();

    private static Kit Read() =>
        Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "ground"),
                Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
                Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1"), ("other", "1/8"))
            ),
            Paper("plain"),
            Paper("other"),
            Paper("ground")
        );

    // A mat in the hand is trimmed before an offcut is cut (common practice, no source).
    [Fact]
    public void A_mat_in_the_hand_is_cut_before_an_offcut_that_is_smaller()
    {
        var adapted = Adaptation.Apply(Single, [new("L1", "P1", OpeningMove.Resize, Size: S("3", "3"))]);
        string Source(params Leftover[] left) => Assert.Single(Bag.With(Single, left).For(adapted).Cut).Source;
        // The mat of P1 was 4 1/4 x 6 1/4 and becomes 3 1/4 x 3 1/4.
        Assert.Contains("L1-P1", Source(new Leftover("other", S("3 1/4", "3 1/4"))), StringComparison.Ordinal);
        // Where the mat in the hand is too small, the offcut that leaves the larger one whole.
        adapted = Adaptation.Apply(Single, [new("L1", "P2", OpeningMove.Resize, Size: S("4", "4"))]);
        Assert.Contains(
            "leftover 2",
            Source(new Leftover("other", S("11", "11")), new Leftover("other", S("4 1/4", "5"))),
            StringComparison.Ordinal
        );
    }

    // What comes out of paper that lies there is really cut out of it: inside it, apart, and parted by cuts from edge to edge.
    [Fact]
    public void Pieces_out_of_paper_that_is_there_can_be_cut_out_of_it()
    {
        var chance = new Random(15);
        Size Any(int least, int most) => new(new(Quarter() * chance.Next(least, most)), new(Quarter() * chance.Next(least, most)));
        static long Quarter() => Length.TicksPerInch / 4;
        for (var round = 0; round < 200; round++)
        {
            List<Remnant> paper =
            [
                .. Enumerable.Range(0, chance.Next(1, 4)).Select(i => new Remnant(PaperPart.OnHand(i, ""), Any(8, 48), chance.Next(1, 3))),
            ];
            // Few sizes, so that some are the same.
            Size[] sizes = [Any(2, 24), Any(2, 24), Any(2, 12)];
            List<Demand> pieces =
            [
                .. Enumerable
                    .Range(0, chance.Next(1, 9))
                    .Select(i => new Demand($"P{i}", "plain", sizes[chance.Next(3)], 1, chance.Next(2) == 0 ? Turn.Free : Turn.None)),
            ];
            var (cut, left) = CutPlanner.OutOf(new("plain", S("12", "12")), paper, pieces, null);
            foreach (var pattern in cut)
            {
                var from = paper[pattern.From!.Number];
                var boxes = pattern.Placements.Select(p => p.Box).ToList();
                Assert.All(boxes, b => Assert.True(new Box(Length.Zero, Length.Zero, from.Size).Contains(b)));
                Assert.True(Parted(boxes), string.Join(", ", boxes));
                foreach (var placed in pattern.Placements)
                {
                    var piece = pieces.Single(p => p.Id == placed.Piece);
                    Assert.True(placed.Box.Size == piece.Size || (piece.Turn == Turn.Free && placed.Box.Size == piece.Size.Turned));
                }
            }
            Assert.All(cut.GroupBy(c => c.From!.Number), g => Assert.True(g.Sum(c => c.Times) <= paper[g.Key].Count));
            // Each piece once: out of it, or left.
            Assert.Equal(
                pieces.Select(p => p.Id).Order(StringComparer.Ordinal),
                cut.SelectMany(c => c.Placements.Select(p => p.Piece)).Concat(left.Select(l => l.Id)).Order(StringComparer.Ordinal)
            );
        }
    }

    // A straight cut from edge to edge that meets none of them parts them; then each part likewise.
    private static bool Parted(List<Box> boxes)
    {
        if (boxes.Count < 2)
            return true;
        foreach (var axis in new[] { Axis.Across, Axis.Down })
        foreach (var at in boxes.Select(b => b.Along(axis).End))
        {
            var (before, after) = (
                boxes.Where(b => b.Along(axis).End <= at).ToList(),
                boxes.Where(b => b.Along(axis).Start >= at).ToList()
            );
            if (after.Count > 0 && before.Count + after.Count == boxes.Count && Parted(before) && Parted(after))
                return true;
        }
        return false;
    }

    [Fact]
    public void What_was_searched_before_changes_no_answer()
    {
        var (chance, memory, bag) = (new Random(200), new FitMemory(), Bag.Of(Single));
        string[] sizes = ["3 x 4", "4 x 6", "4 x 3", "6 x 4 looks left", "2 x 3 bw"];
        for (var guest = 0; guest < 40; guest++)
        {
            var line = string.Join(", ", Enumerable.Range(0, chance.Next(1, 5)).Select(_ => sizes[chance.Next(sizes.Length)]));
            var photos = PhotoLine.Read(line, LengthUnit.Inch).Photos;
            // Each time another reading of the same document, as at the API.
            FitAnswer Find(FitMemory? known) => FitSearch.Find(Read(), "L1", photos, 3, bag, memory: known);
            var (anew, known) = (Find(null), Find(memory));
            Assert.Equal(anew.Fits.Select(f => f.Score), known.Fits.Select(f => f.Score));
            Assert.Equal(anew.Fits.SelectMany(f => f.Places), known.Fits.SelectMany(f => f.Places));
        }
    }
}
