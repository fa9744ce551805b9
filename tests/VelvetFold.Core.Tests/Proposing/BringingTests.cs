using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Proposing;

/// <summary>A layout of one kit in another.</summary>
public class BringingTests
{
    private static Paper Of(string id, string name, string colour, bool isPrintedBehind = false) =>
        Paper(id, onHand: 4) with
        {
            Name = name,
            FaceA = new() { Colour = colour },
            FaceB = isPrintedBehind ? new() { Colour = "#ffffff" } : null,
        };

    private static readonly Kit From = Kit(
        Layout(
            LayoutKind.Single,
            Piece("A1", "12", "12", Left("0"), Top("0"), kind: PieceKind.Base, paper: "sky"),
            Piece("S1", "10", "2", Left("1"), Top("1"), kind: PieceKind.Strip, paper: "rust"),
            Photo("P1", "4", "6", Left("2"), Top("4"), ("gold", "1/8"))
        ),
        Of("sky", "Sky", "#88aacc"),
        Of("rust", "Rust", "#b4532e"),
        Of("gold", "Gold", "#d9a521", isPrintedBehind: true)
    ) with
    {
        Matting = new() { School = MatSchool.TrimPhoto, Reveal = L("1/8") },
    };

    private static readonly Kit Into = Kit(
        Layout(LayoutKind.Single),
        Of("blue", "SKY", "#0000ff"),
        Of("brick", "Brick", "#b2502f"),
        Of("gold", "Straw", "#eeeecc")
    );

    [Fact]
    public void Papers_of_the_same_name_stand_then_like_ones_and_the_others_come_along()
    {
        var brought = Bringing.Of(Into, From, "L1");
        Assert.Equal(
            [("sky", "blue", false), ("rust", "brick", false), ("gold", "gold-2", true)],
            brought.Papers.Select(p => (p.From, p.To, p.Added))
        );
        Assert.Equal(
            ["SKY is here as well.", "Brick is like Rust and stands for it.", "Gold comes along: nothing here is like it."],
            brought.Papers.Select(p => p.Says.ToString())
        );
        // What comes along has no stock here.
        Assert.Null(brought.Kit.Paper("gold-2")!.OnHand);
        Assert.Equal(4, brought.Kit.Paper("blue")!.OnHand);
        Assert.Equal(["L1", "L2"], brought.Kit.Layouts.Select(l => l.Id));
        Assert.Equal("L2", brought.Layout);
    }

    // What the other kit takes for granted is said where this one takes something else for granted: the photo's mat is as large as there.
    [Fact]
    public void Everything_is_as_large_and_where_it_was()
    {
        var brought = Bringing.Of(Into, From, "L1");
        var here = Resolver.Resolve(brought.Kit.Layout("L2")!, brought.Kit);
        Assert.Equal(Resolver.Resolve(From.Layouts[0], From).Pieces.Select(p => (p.Id, p.Box)), here.Pieces.Select(p => (p.Id, p.Box)));
        Assert.DoesNotContain(PageCheck.Of(brought.Kit, here), f => f.Gravity == Gravity.Fault);
    }

    [Fact]
    public void What_is_said_stands_and_what_is_not_here_is_refused()
    {
        var brought = Bringing.Of(Into, From, "L1", new Dictionary<string, string> { ["gold"] = "gold", ["rust"] = "" });
        Assert.Equal(
            [("sky", "blue", false), ("rust", "rust", true), ("gold", "gold", false)],
            brought.Papers.Select(p => (p.From, p.To, p.Added))
        );
        Assert.Equal("gold", brought.Kit.Layout("L2")!.Piece("P1")!.Opening!.Mats[0].Paper);
        Assert.Throws<ArgumentException>(() => Bringing.Of(Into, From, "L1", new Dictionary<string, string> { ["gold"] = "moon" }));
        Assert.Throws<ArgumentException>(() => Bringing.Of(Into, From, "L9"));
    }

    [Fact]
    public void Parts_come_along_or_stand_for_those_of_their_name()
    {
        var star = Piece("D1", "1", "1", Left("1"), Top("9"), kind: PieceKind.Sticker, paper: null) with
        {
            Part = new() { Sheet = "st", Part = "star" },
        };
        PartSheet Sheet(string id) =>
            new()
            {
                Id = id,
                Name = "Stars",
                Parts = [new() { Id = "star" }],
                OnHand = 3,
            };
        var from = From with { Parts = [Sheet("st")], Layouts = [From.Layouts[0] with { Pieces = [.. From.Layouts[0].Pieces, star] }] };
        var along = Bringing.Of(Into, from, "L1").Kit;
        Assert.Null(Assert.Single(along.Parts).OnHand);
        var there = Bringing.Of(Into with { Parts = [Sheet("own")] }, from, "L1").Kit;
        Assert.Equal("own", there.Layout("L2")!.Piece("D1")!.Part!.Sheet);
        Assert.Single(there.Parts);
    }

    [Fact]
    public void A_page_and_a_cluster_come_alone_with_the_papers_they_take()
    {
        var spread = From.With(
            From.Layouts[0] with
            {
                Kind = LayoutKind.Spread,
                Pieces =
                [
                    .. From.Layouts[0].Pieces,
                    Piece("B1", "4", "4", Left("1"), Top("1"), paper: "gold") with
                    {
                        Side = PageSide.Right,
                    },
                ],
            }
        );
        var page = Bringing.Of(Into, spread, "L1", part: new(Page: PageSide.Right));
        Assert.Equal((LayoutKind.Single, "L2"), (page.Kit.Layout("L2")!.Kind, page.Layout));
        Assert.Equal(["B1"], page.Kit.Layout("L2")!.Pieces.Select(p => p.Id));
        Assert.Equal(["gold"], page.Papers.Select(p => p.From));
        var cluster = Bringing.Of(Into, spread, "L1", part: new(Pieces: ["S1", "P1"], Onto: "L1"));
        Assert.Equal(["L1"], cluster.Kit.Layouts.Select(l => l.Id));
        Assert.Equal(["S1", "P1"], cluster.Kit.Layouts[0].Pieces.Select(p => p.Id));
        Assert.Equal("brick", cluster.Kit.Layouts[0].Piece("S1")!.Paper);
        Assert.Throws<ArgumentException>(() => Bringing.Of(Into, spread, "L1", part: new(Pieces: ["S9"])));
        Assert.Throws<ArgumentException>(() => Bringing.Of(Into, spread, "L1", part: new(Onto: "L9")));
    }
}
