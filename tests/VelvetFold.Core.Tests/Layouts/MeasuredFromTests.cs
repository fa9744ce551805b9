using CsCheck;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Layouts;

/// <summary>Measuring from another edge, mirrored honeycombs, and what the measure line says of joins, parts and shapes.</summary>
public class MeasuredFromTests
{
    private static readonly Layout Page = Layout(
        LayoutKind.Single,
        Piece("B1", "8", "8", Left("1"), Top("1")),
        Piece("S1", "2", "1", Left("2"), Top("10")),
        Piece("S2", "2", "1", RightOf("S1", "1/2"), Top("0", "S1"))
    );

    [Fact]
    public void Measured_from_any_edge_a_piece_stays_where_it_is() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 3], Gen.Int[0, 3], Gen.Int[0, 8])
            .Sample(
                (piece, edge, of, at) =>
                {
                    var layout = Page.With(Page.Pieces[0] with { Across = Left($"{at}/2") });
                    var (id, on) = (layout.Pieces[piece].Id, of == 3 ? null : layout.Pieces[of].Id);
                    var changed = MeasuredFrom.Edge(layout, Kit(layout), id, (Edge)edge, on);
                    if (changed is null)
                        return;
                    Assert.Equal(Resolve(layout).Piece(id)!.Box, Resolve(changed).Piece(id)!.Box);
                    Assert.Equal(on, changed.Piece(id)!.Rule(((Edge)edge).Axis()).LeansOn);
                }
            );

    // Whatever it leans on: the copy's box is the image of the piece's own in the seam.
    [Fact]
    public void Once_more_on_the_facing_page_a_piece_lies_as_its_mirror_image() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 8], Gen.Bool)
            .Sample(
                (piece, at, right) =>
                {
                    var side = right ? PageSide.Right : PageSide.Left;
                    var spread = Page with { Kind = LayoutKind.Spread, Pieces = [.. Page.Pieces.Select(p => p with { Side = side })] };
                    spread = spread.With(spread.Pieces[0] with { Across = Left($"{at}/2") });
                    var id = spread.Pieces[piece].Id;
                    var faced = LayoutWork.OnFacingPage(spread, Kit(spread), id, "N9")!;
                    var (own, copy) = (Resolve(faced).Piece(id)!.Box, Resolve(faced).Piece("N9")!.Box);
                    var whole =
                        spread.PageBox(PageSide.Left).Along(Axis.Across).Start + spread.PageBox(PageSide.Right).Along(Axis.Across).End;
                    Assert.Equal(whole - own.Along(Axis.Across).End, copy.Along(Axis.Across).Start);
                    Assert.Equal(whole - own.Along(Axis.Across).Start, copy.Along(Axis.Across).End);
                    Assert.Equal(own.Along(Axis.Down), copy.Along(Axis.Down));
                    Assert.Null(faced.Piece("N9")!.Across.LeansOn);
                    // Nothing else moves, and it lies right over what it is a copy of.
                    Assert.Equal(spread.Pieces, faced.Pieces.Where(p => p.Id != "N9"));
                    Assert.Equal(piece + 1, faced.Pieces.ToList().FindIndex(p => p.Id == "N9"));
                    Assert.Null(LayoutWork.OnFacingPage(Page, Kit(Page), id, "N9"));
                }
            );

    [Fact]
    public void Beyond_the_edge_it_is_a_gap_and_inside_a_distance()
    {
        Assert.Equal(Under("B1", "1"), MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Bottom, "B1")!.Piece("S1")!.Down);
        Assert.Equal(Left("1", "B1"), MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Left, "B1")!.Piece("S1")!.Across);
        Assert.Equal(Bottom("1"), MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Bottom, null)!.Piece("S1")!.Down);
    }

    [Fact]
    public void Nothing_is_measured_from_what_leans_on_it()
    {
        Assert.Null(MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Left, "S2"));
        Assert.Null(MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Left, "S1"));
        Assert.Null(MeasuredFrom.Edge(Page, Kit(Page), "S1", Edge.Left, "Z9"));
    }

    [Fact]
    public void A_mirrored_honeycomb_is_the_mirror_image() =>
        Gen.Select(Gen.Int[1, 5], Gen.Int[1, 17], Gen.Bool)
            .Sample(
                (columns, count, firstIn) =>
                {
                    var made = MeasureLines.Read(
                        $"{count} panels 1 wide plain A, hexagon, in a honeycomb of {columns} gap 1/8{(firstIn ? " first row in" : "")}, 1 from left, 1 from top",
                        Kit(Layout(LayoutKind.Single)),
                        "L1"
                    );
                    Assert.Empty(made.Faults);
                    var (before, after) = (Resolve(made.Layout), Resolve(LayoutWork.Mirror(made.Layout)));
                    if (count % columns != 0)
                        return; // a last row that is not full stands at its start either way
                    Assert.Equal(
                        before.Pieces.Select(p => (Length.Inches(12) - p.Box.Right, p.Box.Y)).Order(),
                        after.Pieces.Select(p => (p.Box.X, p.Box.Y)).Order()
                    );
                    var twice = LayoutWork.Mirror(LayoutWork.Mirror(made.Layout));
                    Assert.Equal(MeasureLines.Write(Kit(made.Layout), made.Layout), MeasureLines.Write(Kit(twice), twice));
                }
            );

    [Fact]
    public void A_hexagon_is_said_by_its_width_alone_and_a_strip_is_not()
    {
        var kit = Kit(Layout(LayoutKind.Single));
        Assert.Equal(
            Outline.HexagonHeight(L("2")),
            MeasureLines.Read("panel 2 wide plain A, hexagon", kit, "L1").Layout.Pieces[0].Size.Height
        );
        Assert.Equal(L("2"), MeasureLines.Read("panel 2 wide plain A, circle", kit, "L1").Layout.Pieces[0].Size.Height);
        var fault = Assert.Single(MeasureLines.Read("strip 2 wide plain A", kit, "L1").Faults);
        Assert.Contains("by its width alone", fault.Says.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void Joins_and_parts_are_read_out_and_read_in_the_same()
    {
        var kit = Kit(
            Layout(
                LayoutKind.Single,
                Piece("S1", "11", "1", Left("0"), Top("2")) with
                {
                    Joins = [L("3"), L("7 1/2")],
                },
                Piece("Y1", "8", "1/8", Left("0"), Top("5"), kind: PieceKind.Tie, paper: null) with
                {
                    Part = new() { Sheet = "twine", More = L("6") },
                },
                Piece("D1", "1", "1", Left("0"), Top("7"), kind: PieceKind.Sticker, paper: null) with
                {
                    Part = new() { Sheet = "weather", Part = "small kite" },
                }
            )
        ) with
        {
            Parts = [new() { Id = "twine", Name = "Twine" }, new() { Id = "weather", Name = "Weather stickers" }],
        };
        var text = MeasureLines.Write(kit, kit.Layouts[0]);
        Assert.Contains("joined at 3 and 7 1/2", text, StringComparison.Ordinal);
        Assert.Contains("part \"twine\" with 6 more", text, StringComparison.Ordinal);
        var read = MeasureLines.Read(text, kit with { Layouts = [kit.Layouts[0] with { Pieces = [] }] }, "L1");
        Assert.Empty(read.Faults);
        Assert.Equal(text, MeasureLines.Write(read.Kit, read.Layout));
        Assert.Contains(
            "There are: Twine, Weather stickers.",
            Assert.Single(MeasureLines.Read("sticker 1 x 1, part \"gone\" \"sun\"", kit, "L1").Faults).Says.ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "joins lie inside it",
            Assert.Single(MeasureLines.Read("S1 joined at 12", kit, "L1").Faults).Says.ToString(),
            StringComparison.Ordinal
        );
    }
}
