using CsCheck;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Where a piece comes to rest that a hand lets go about where it is to lie.</summary>
public class RestingTests
{
    private static readonly Length Near = L("1/4");

    private static readonly Layout Spread = Layout(
        LayoutKind.Spread,
        Piece("B1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base),
        Piece("B2", "5", "7", Left("1"), Top("3")),
        Piece("S1", "11 1/2", "1", Seam(), Top("1"), kind: PieceKind.Strip),
        Photo("P1", "4", "3", RightOf("B2", "1/2"), Top("0", "B2"), ("plain", "1/8")),
        Piece("J1", "3", "2", new Centred(), new Centred(), kind: PieceKind.Journaling)
    );

    // What a host says when laying by hand; each is let go an eighth off on both axes.
    [Theory]
    [InlineData("1 1/8", "3 1/8", "0 from left of B2", "0 from top of B2")]
    [InlineData("2 1/8", "5 5/8", "centred B2", "centred B2")]
    [InlineData("6 5/8", "6 5/8", "0 from left of P1", "beside bottom of P1 by 1/2")]
    [InlineData("7 1/8", "2 1/8", "centred P1", "beside bottom of S1 by 0")]
    [InlineData("8 7/8", "9 7/8", "flush seam 0", "0 from bottom")]
    [InlineData("4 5/8", "8 1/16", "centred", "0 from bottom of B2")]
    public void A_piece_rests_in_the_relation_that_was_meant(string x, string y, string across, string down)
    {
        var from = Resolve(Spread).Piece("J1")!.Box;
        var rested = Resting.Near(Spread, Kit(Spread), "J1", L(x) - from.X, L(y) - from.Y, Near)!;
        Assert.Equal((across, down), (Said(rested.Piece("J1")!.Across), Said(rested.Piece("J1")!.Down)));
    }

    [Fact]
    public void Let_go_over_the_facing_page_it_lies_there()
    {
        var rested = Resting.Near(Spread, Kit(Spread), "J1", L("12"), L("0"), Near)!;
        Assert.Equal(PageSide.Right, rested.Piece("J1")!.Side);
        Assert.Equal(L("16 1/2"), Resolve(rested).Piece("J1")!.Box.X);
        Assert.Equal(new Centred(), rested.Piece("J1")!.Across);
    }

    [Fact]
    public void What_leans_on_it_is_nothing_it_could_lean_on()
    {
        // P1 leans on B2: B2 never comes to lean on P1, wherever it is let go.
        for (var x = -2; x < 8; x++)
        {
            var rested = Resting.Near(Spread, Kit(Spread), "B2", L("1/2") * x, L("1/4") * x, Near)!;
            Assert.NotEqual("P1", rested.Piece("B2")!.Across.LeansOn);
            Assert.NotEqual("P1", rested.Piece("B2")!.Down.LeansOn);
        }
    }

    // S1 and S2 are spread evenly; J1 hangs under both together, and so on either.
    [Fact]
    public void What_leans_on_its_arrangement_is_nothing_it_could_lean_on()
    {
        var page = Layout(
            LayoutKind.Single,
            Piece("S1", "2", "1", new Member("G1"), Top("2"), kind: PieceKind.Strip),
            Piece("S2", "2", "1", new Member("G1"), Top("2"), kind: PieceKind.Strip),
            Piece("J1", "3", "2", Left("1"), Under("G1", "1/4"), kind: PieceKind.Journaling)
        ) with
        {
            Arrangements =
            [
                new()
                {
                    Id = "G1",
                    Kind = ArrangementKind.Evenly,
                    Members = ["S1", "S2"],
                    Axis = Axis.Across,
                },
            ],
        };
        for (var y = -2; y < 12; y++)
        {
            var rested = Resting.Near(page, Kit(page), "S1", L("0"), L("1/4") * y, Near)!;
            Assert.NotEqual("J1", rested.Piece("S1")!.Down.LeansOn);
            Assert.Equal(new Member("G1"), rested.Piece("S1")!.Across);
            Assert.Empty(Resolve(rested).Findings);
        }
    }

    [Fact]
    public void Whatever_is_let_go_rests_near_there_and_moves_nothing_else_but_what_leans_on_it() =>
        Gen.Select(Gen.Int[1, 4], Gen.Int[-900, 900], Gen.Int[-500, 500], Gen.Int[0, 40])
            .Sample(
                (piece, across, down, reach) =>
                {
                    var hundredth = new Length(Length.TicksPerInch / 100);
                    var (id, near) = (Spread.Pieces[piece].Id, hundredth * reach);
                    var before = Resolve(Spread);
                    var rested = Resting.Near(Spread, Kit(Spread), id, hundredth * across, hundredth * down, near)!;
                    var after = Resolve(rested);
                    var (hand, box) = (before.Piece(id)!.Box.Moved(hundredth * across, hundredth * down), after.Piece(id)!.Box);
                    // Half a step of the ruler where nothing drew it.
                    var most = Length.Max(near, L("1/32"));
                    Assert.True((box.X - hand.X).Magnitude <= most, $"{id} across {box.X} for {hand.X}");
                    Assert.True((box.Y - hand.Y).Magnitude <= most, $"{id} down {box.Y} for {hand.Y}");
                    Assert.Equal(Spread.Pieces.Where(p => p.Id != id), rested.Pieces.Where(p => p.Id != id));
                    Assert.DoesNotContain(after.Findings, f => !before.Findings.Any(b => b.Code == f.Code));
                    // A piece that is not held stays in its relation to the letter.
                    Assert.Same(Spread.Piece(id)!.Across, across == 0 ? rested.Piece(id)!.Across : Spread.Piece(id)!.Across);
                }
            );

    // Held freely it goes on leaning on what it was centred in.
    [Fact]
    public void What_was_centred_in_a_piece_is_measured_from_it_when_it_goes_freely()
    {
        var page = Spread.With(Spread.Piece("J1")! with { Across = new Centred("B2"), Down = new Centred("B2") });
        var rested = Resting.Near(page, Kit(page), "J1", L("3/16"), L("0"), Length.Zero)!;
        Assert.Equal((Left("1 3/16", "B2"), new Centred("B2")), (rested.Piece("J1")!.Across, rested.Piece("J1")!.Down));
    }

    [Fact]
    public void What_lies_across_the_seam_is_no_model_for_a_page()
    {
        var seam = Layout(LayoutKind.Spread, Piece("S1", "20", "1", Left("2"), Top("1"), PageSide.Both, PieceKind.Strip));
        var (added, id) = NewPiece.Lay(seam, Kit(seam), PieceKind.Strip, PageSide.Right);
        Assert.Equal(S("9", "1 1/2"), added.Piece(id)!.Size);
        Assert.True(added.PageBox(PageSide.Right).Contains(Resolve(added).Piece(id)!.Box));
    }

    [Fact]
    public void What_is_not_there_does_not_rest() => Assert.Null(Resting.Near(Spread, Kit(Spread), "P9", Near, Near, Near));

    [Fact]
    public void A_first_piece_has_a_usual_size_and_a_next_one_begins_like_the_last()
    {
        var empty = Layout(LayoutKind.Spread);
        var (first, photo) = NewPiece.Lay(empty, Kit(empty), PieceKind.Photo, PageSide.Left);
        Assert.Equal(("P1", S("4", "6")), (photo, first.Piece(photo)!.Size));
        var own = first.With(
            first.Piece(photo)! with
            {
                Size = S("3", "4"),
                Name = "Gull",
                Across = Left("1/2"),
                Down = Top("2"),
                Opening = new() { Mats = [new() { Paper = "other", Reveal = L("1/4") }], Focal = true },
            }
        );
        var (second, next) = NewPiece.Lay(own, Kit(own), PieceKind.Photo, PageSide.Left);
        var made = second.Piece(next)!;
        Assert.Equal(("P2", S("3", "4"), null), (next, made.Size, made.Name));
        Assert.Equal(("other", L("1/4"), false), (made.Opening!.Mats[0].Paper, made.Opening.Mats[0].Reveal, made.Opening.Focal));
        Assert.Equal(RightOf("P1", "1/4"), made.Across);
        Assert.Equal(Top("0", "P1"), made.Down);
        // 1/2 + 3 photos of 3 1/2 + 2 gaps: a fourth would end beyond 12 in and begins the next row.
        var (third, _) = NewPiece.Lay(second, Kit(second), PieceKind.Photo, PageSide.Left);
        var (fourth, last) = NewPiece.Lay(third, Kit(third), PieceKind.Photo, PageSide.Left);
        Assert.Equal(Left("0", "P1"), fourth.Piece(last)!.Across);
        Assert.Equal(Under("P1", "1/4"), fourth.Piece(last)!.Down);
    }

    [Fact]
    public void A_next_strip_lies_along_the_last_and_one_on_the_facing_page_as_its_image()
    {
        var band = Layout(LayoutKind.Spread, Spread.Pieces[0], Spread.Pieces[2]);
        var (two, under) = NewPiece.Lay(band, Kit(band), PieceKind.Strip, PageSide.Left);
        Assert.Equal((Seam(), Under("S1")), (two.Piece(under)!.Across, two.Piece(under)!.Down));
        var (facing, across) = NewPiece.Lay(band, Kit(band), PieceKind.Strip, PageSide.Right);
        Assert.Equal((Seam(), Top("1")), (facing.Piece(across)!.Across, facing.Piece(across)!.Down));
        var (based, right) = NewPiece.Lay(band, Kit(band), PieceKind.Base, PageSide.Right);
        Assert.Equal(B("12", "0", "12", "12"), Resolve(based).Piece(right)!.Box);
    }

    // As often as anybody presses, of any kind on either page: it is there, on its page, with a label of its own.
    [Fact]
    public void Whatever_is_added_has_a_place_on_its_page() =>
        Gen.Select(Gen.Enum<PieceKind>(), Gen.Bool)
            .Array[1, 12]
            .Sample(pressed =>
            {
                var layout = Layout(LayoutKind.Spread);
                foreach (var (kind, right) in pressed)
                {
                    var side = right ? PageSide.Right : PageSide.Left;
                    (layout, var id) = NewPiece.Lay(layout, Kit(layout), kind, side);
                    var resolved = Resolve(layout);
                    Assert.Empty(resolved.Findings);
                    Assert.True(layout.PageBox(side).Contains(resolved.Piece(id)!.Box), $"{id} at {resolved.Piece(id)!.Box}");
                }
                Assert.Equal(pressed.Length, layout.Pieces.Select(p => p.Id).Distinct().Count());
            });

    private static string Said(AxisRule rule)
    {
        static string By(Length length) => LengthPattern.Exact(LengthUnit.Inch).Format(length).Replace(" in", "", StringComparison.Ordinal);
        return rule switch
        {
            FromEdge { Of: null } from => $"{By(from.Distance)} from {from.Edge.Word()}",
            FromEdge from => $"{By(from.Distance)} from {from.Edge.Word()} of {from.Of}",
            Centred { In: { } on } => $"centred {on}",
            Centred => "centred",
            Flush flush => $"flush {(flush.Flank == Flank.Seam ? "seam" : "outer")} {By(flush.Distance)}",
            Beside beside => $"beside {beside.Edge.Word()} of {beside.Of} by {By(beside.Gap)}",
            _ => rule.ToString(),
        };
    }
}
