using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests;

public class KitAnswerTests
{
    private static Kit Sample(params Paper[] papers) =>
        Kit(
            Layout(
                LayoutKind.Spread,
                Piece("A1", "11 1/2", "11", Seam(), new Centred()),
                Piece("S1", "11 1/2", "1", Seam(), Top("2"), paper: "other"),
                Photo("P1", "4", "6", Left("1"), Under("S1", "1/4"), ("other", "1/8")),
                Piece("J1", "4", "3", RightOf("P1", "1/2"), Top("0", "P1"), kind: PieceKind.Journaling),
                Piece("C1", "11 1/2", "11", Seam(), new Centred(), PageSide.Right)
            ),
            papers
        );

    [Fact]
    public void Counts_are_times_the_kits()
    {
        var answer = KitAnswer.For(Sample(), 14);
        Assert.Equal(5, answer.CutList.Count);
        Assert.Equal(70, answer.Counts.TotalPieces);
        Assert.All(answer.Counts.ByPiece, c => Assert.Equal(c.PerKit * 14, c.Total));
        var photo = Assert.Single(answer.Counts.Photos);
        Assert.Equal((1, 14), (photo.PerKit, photo.Total));
        Assert.Equal(answer.Counts.Pieces, answer.EachKit.Plan.BySheet.Sum(s => s.Patterns.Sum(p => p.Times * p.Placements.Count)));
        Assert.Equal(
            answer.Counts.TotalPieces,
            KitAnswer.BatchOf(Sample(), 14).Plan.BySheet.Sum(s => s.Patterns.Sum(p => p.Times * p.Placements.Count))
        );
    }

    [Fact]
    public void Short_stock_says_how_many_kits_it_gives()
    {
        var answer = KitAnswer.For(Sample(Paper("plain", onHand: 9), Paper("other")), 5);
        var finding = Assert.Single(answer.StockFindings);
        Assert.Equal("short-stock", finding.Code);
        var sheets = answer.Counts.Sheets.Single(s => s.Paper == "plain");
        // It suffices for just so many kits as come out of it by the same plans.
        var work = new Core.Cutting.KitWork(Sample(Paper("plain", onHand: 9), Paper("other")));
        Assert.Equal(Enumerable.Range(1, 5).Last(n => work.Run(n).Sheets("plain") <= 9), sheets.KitsPossible);
        Assert.Equal(work.Run(5).Sheets("plain") - 9, sheets.Missing);
        Assert.Equal("plain", answer.Counts.Scarcest);
    }

    [Fact]
    public void Every_piece_is_cut_once_before_it_is_laid_once()
    {
        var steps = KitAnswer.For(Sample(), 1).Steps;
        Assert.Equal(Enumerable.Range(1, steps.Count), steps.Select(s => s.Number));
        Assert.All(steps.SkipWhile(s => s.Half == GuideHalf.Cutting), s => Assert.Equal(GuideHalf.Assembly, s.Half));
        Assert.Equal(["L1-A1", "L1-S1", "L1-P1", "L1-J1", "L1-C1"], steps.Where(s => s.Kind == StepKind.Lay).SelectMany(s => s.Pieces));
        var cut = steps.Where(s => s.Kind == StepKind.Cut).SelectMany(s => s.Pieces).ToList();
        Assert.Equal(["L1-A1", "L1-C1", "L1-J1", "L1-P1 mat", "L1-S1"], cut.Order());
    }

    [Fact]
    public void A_step_is_measured_from_what_is_down_and_from_the_page()
    {
        var text = KitAnswer.For(Sample(), 1).Steps.Single(s => s.Kind == StepKind.Lay && s.Pieces[0] == "L1-P1").Text;
        Assert.Equal(
            "Lay L1-P1, the photo on its mat (4¼ x 6¼) on the left page: its left edge 1 from the left of the page; ¼ below L1-S1 (top edge 3¼ from that of the page).",
            text
        );
    }

    [Fact]
    public void What_is_not_down_yet_is_not_measured_from()
    {
        var layout = Layout(
            LayoutKind.Single,
            Piece("B1", "4", "4", Left("1"), Top("1", "B2")),
            Piece("B2", "4", "4", Left("1"), Top("1"))
        );
        var text = KitAnswer.For(Kit(layout), 1).Steps.First(s => s.Kind == StepKind.Lay).Lines[0];
        Assert.StartsWith("L1-B1 (4 x 4", text, StringComparison.Ordinal);
        Assert.DoesNotContain("L1-B2", text, StringComparison.Ordinal);
        Assert.Contains("2 from the top of the page", text, StringComparison.Ordinal);
    }

    [Fact]
    public void No_step_shows_a_decimal_inch() =>
        Assert.All(KitAnswer.For(Sample(), 1).Steps.SelectMany(s => s.Lines.Append(s.Text)), t => Assert.DoesNotMatch(@"\d\.\d", t));

    [Fact]
    public void A_turned_opening_takes_along_its_mat_and_what_leans_on_it()
    {
        var guest = KitAnswer.ForGuest(Sample(), [new("L1", "P1", OpeningMove.Turn)]);
        var answer = guest.Answer;
        Assert.Equal(B("1", "3 1/4", "6 1/4", "4 1/4"), answer.Layouts[0].Pieces.Single(p => p.Id == "P1").Placed!.Box);
        Assert.Equal(L("7 3/4"), answer.Layouts[0].Pieces.Single(p => p.Id == "J1").Placed!.Box.X);
        Assert.Equal(S("6 1/4", "4 1/4"), answer.CutList.Single(c => c.Label == "L1-P1 mat").Size);
        Assert.Contains(
            guest.Differences,
            d => d is { In: DifferenceIn.Page, Piece: "L1-J1" } && d.Says.ToString() == "L1-J1 moves 2 to the right."
        );
        Assert.Contains(guest.Differences, d => d is { In: DifferenceIn.Cuts, Piece: "L1-P1 mat" });
        Assert.Contains(guest.Differences, d => d is { In: DifferenceIn.Steps, Piece: "L1-J1" });
    }

    [Fact]
    public void An_opening_left_empty_keeps_its_place_and_its_mat_and_loses_its_photo()
    {
        var (whole, guest) = (KitAnswer.For(Sample(), 1), KitAnswer.ForGuest(Sample(), [new("L1", "P1", OpeningMove.LeaveEmpty)]));
        Assert.Equal(whole.CutList, guest.Answer.CutList);
        Assert.Empty(guest.Answer.Counts.Photos);
        Assert.Equal(whole.Layouts[0].Pieces.Select(p => p.Placed?.Box), guest.Answer.Layouts[0].Pieces.Select(p => p.Placed?.Box));
        Assert.Contains("no photo comes on it", guest.Answer.Steps.Single(s => s.Kind == StepKind.Mat).Text, StringComparison.Ordinal);
        Assert.Contains(guest.Answer.Steps, s => s.Text.StartsWith("Lay the mat of L1-P1 without a photo", StringComparison.Ordinal));
        Assert.True(guest.Answer.Proof.Holds);
        Assert.Contains(guest.Differences, d => d.Says.ToString() == "L1-P1 is left empty.");
        Assert.NotNull(guest.Answer.Layouts[0].Pieces.Single(p => p.Id == "J1").Placed);
    }

    [Fact]
    public void Pieces_that_come_to_lie_on_each_other_are_told()
    {
        var kit = Kit(Layout(LayoutKind.Single, Photo("P1", "4", "3", Left("1"), Top("1")), Piece("B1", "4", "3", Left("1"), Top("4"))));
        Assert.Contains(
            KitAnswer.ForGuest(kit, [new("L1", "P1", OpeningMove.Turn)]).Differences,
            d => d.Says.ToString().StartsWith("L1-B1 now covers 3 x 1 of L1-P1", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(
            KitAnswer.ForGuest(kit, [new("L1", "P1", OpeningMove.LeaveEmpty)]).Differences,
            d => d.Says.ToString().Contains("covers", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void No_changes_make_no_difference() => Assert.Empty(KitAnswer.ForGuest(Sample(), []).Differences);

    [Fact]
    public void An_opening_that_is_not_there_is_refused() =>
        Assert.Throws<ArgumentException>(() => Adaptation.Apply(Sample(), [new("L1", "S1", OpeningMove.Turn)]));

    [Fact]
    public void What_runs_off_the_page_says_by_how_much_and_its_mend_works()
    {
        var kit = Kit(Layout(LayoutKind.Single, Piece("B1", "6", "6", Left("7"), Top("1"))));
        var finding = Assert.Single(KitAnswer.For(kit, 1).Layouts[0].Findings);
        Assert.Equal("off-page", finding.Code);
        Assert.Contains("1 off the page at the right", finding.Says.ToString(), StringComparison.Ordinal);
        Assert.Empty(KitAnswer.For(kit.With(kit.Layouts[0].With(finding.Mend!.Piece)), 1).Layouts[0].Findings);
    }

    [Fact]
    public void What_no_sheet_gives_is_found_and_the_rest_is_planned()
    {
        var strip = new TearStrip { Edge = Edge.Bottom, Width = L("1/2") };
        var kit = Kit(
            Layout(LayoutKind.Single, Piece("B1", "12", "12", Left("0"), Top("0")), Piece("B2", "4", "4", Left("0"), Top("0"))),
            Paper("plain", tear: strip)
        );
        var answer = KitAnswer.For(kit, 1);
        Assert.Equal("larger-than-sheet", Assert.Single(answer.Layouts[0].Findings, f => f.Gravity != Gravity.Eye).Code);
        Assert.Equal("L1-B2", Assert.Single(answer.EachKit.Plan.BySheet[0].Patterns[0].Placements).Piece);
    }

    [Fact]
    public void A_one_way_print_is_cut_as_it_stands_unless_meant_to_lie_turned()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("B1", "4", "6", Left("0"), Top("0")),
                Piece("B2", "4", "6", Left("5"), Top("0")) with
                {
                    PrintTurned = true,
                }
            ),
            Paper("plain", PrintDirection.OneWay)
        );
        var cuts = CutList.Of(kit, [Resolver.Resolve(kit.Layouts[0], kit)]);
        Assert.All(cuts, c => Assert.Equal(Turn.None, c.Turn));
        Assert.Equal([S("4", "6"), S("6", "4")], cuts.Select(c => c.Size));
    }
}
