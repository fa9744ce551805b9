using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>Smaller mats, no mats, spare mats of other papers: what there is room for decides.</summary>
public class DressingTests
{
    // Two uprights beside each other, each on a mat that shows an inch or less.
    private static Kit Pair(string page, string reveal, PrintKind ground = PrintKind.Solid)
    {
        var layout = Layout(
            LayoutKind.Single,
            [
                Piece("A1", page, page, Left("0"), Top("0"), kind: PieceKind.Base),
                Photo("P1", "3", "4", Left("1/2"), Top("1/2"), ("other", reveal)),
                Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1/2"), ("other", reveal)),
            ]
        ) with
        {
            Page = new(L(page), L(page)),
        };
        var paper = Paper("plain");
        return Kit(layout) with { Papers = [paper with { FaceA = paper.FaceA with { Print = ground } }, Paper("other")] };
    }

    private static IReadOnlyList<GuestPhoto> Photos(string line) => PhotoLine.Read(line, LengthUnit.Inch).Photos;

    private static (Fit Fit, ResolvedLayout Page) Best(Kit kit, string line)
    {
        var fit = FitSearch.Find(kit, "L1", Photos(line)).Fits[0];
        return (fit, Resolver.Resolve(Adaptation.Apply(kit, fit.Changes).Layouts[0], kit));
    }

    [Fact]
    public void Half_of_a_mat_is_given_up_before_a_photo_is_printed_smaller()
    {
        // 5 + 5 with an inch of mat around each would be 14 and a quarter; with half an inch it is 12 and a quarter.
        var (fit, page) = Best(Pair("12 3/4", "1"), "5 x 7, 5 x 7");
        Assert.All(["P1", "P2"], id => Assert.Equal(new Size(L("5"), L("7")), page.Piece(id)!.Piece.Size));
        Assert.Equal(2, fit.Changes.Count(c => c.Move == OpeningMove.Reveal && c.Gutter == L("1/2")));
        // Where there is room the mats stay as they are.
        Assert.DoesNotContain(Best(Pair("16", "1"), "5 x 7, 5 x 7").Fit.Changes, c => c.Move is OpeningMove.Reveal or OpeningMove.NoMat);
    }

    [Fact]
    public void Straight_on_plain_paper_before_much_smaller_but_not_on_a_busy_print()
    {
        var plain = Best(Pair("10 5/8", "1"), "5 x 7, 5 x 7");
        Assert.Equal(2, plain.Fit.Changes.Count(c => c.Move == OpeningMove.NoMat));
        Assert.All(["P1", "P2"], id => Assert.Equal(new Size(L("5"), L("7")), plain.Page.Piece(id)!.Box.Size));
        Assert.DoesNotContain(Best(Pair("10 5/8", "1", PrintKind.Plaid), "5 x 7, 5 x 7").Fit.Changes, c => c.Move == OpeningMove.NoMat);
        // By hand it can be done, and is told.
        Assert.Contains(
            FitJudge.Of(Pair("12", "1/8", PrintKind.Plaid), "L1", Photos("3 x 4, 3 x 4"), [new("L1", "P1", OpeningMove.NoMat)]).Reasons,
            r => r.Points == 12 && r.Says.ToString() == "L1-P1 lies straight on L1-A1, a busy print."
        );
    }

    [Fact]
    public void An_opening_that_is_over_on_its_own_paper_becomes_a_patch_of_another_mats_paper()
    {
        var layout = Layout(
            LayoutKind.Single,
            [
                Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
                Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
                Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1"), ("plain", "1/8")),
                Piece("J1", "4", "2", Left("1"), Bottom("1"), kind: PieceKind.Journaling, paper: "other"),
            ]
        );
        var (fit, page) = Best(Kit(layout), "4 x 6");
        Assert.Equal("other A", fit.Changes.Single(c => c.Move == OpeningMove.Patch).With);
        Assert.Equal("other", page.Piece("P2")!.Piece.Paper);
    }

    // Two photos change their ways round while a third is held: what is free is laid in a row that fits.
    [Fact]
    public void Beside_what_is_held_the_others_are_laid_in_rows()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                [
                    Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
                    Photo("P1", "4", "6", Left("1"), Top("1"), ("other", "1/8")),
                    Photo("P2", "3", "4", RightOf("P1", "1/4"), Top("1"), ("other", "1/8")),
                    Photo("P3", "3", "4", Left("1"), new Beside(Edge.Bottom, "P1", L("1/4")), ("other", "1/8")),
                ]
            )
        );
        var photos = Photos("4 x 6, 4 x 6, 4 x 6");
        var moved = FitHand.Moved(kit, "L1", [], "P1", new(L("1/4"), L("0")))!;
        var fit = FitJudge.Of(kit, "L1", photos, FitHand.Around(kit, "L1", photos, moved, ["P1"]));
        Assert.All(fit.Places, p => Assert.Equal(0, p.Lost));
        Assert.True(fit.Score > 70, $"{fit.Score}: {string.Join(' ', fit.Reasons.Select(r => r.Says))}");
    }
}
