using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Fitting.Changes;

/// <summary>What several kinds of change have in common.</summary>
internal static class Making
{
    public static bool IsMember(Piece piece) => piece.Across is Member || piece.Down is Member;

    public static Length Shown(Piece piece) => piece.Opening!.Mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);

    public static bool Grows(Kit kit, Piece piece) => (piece.Opening!.School ?? kit.Matting.School) == MatSchool.GrowMat;

    // What is made anew is called by the first letters of what it comes from, and letters that say why.
    public static string Free(Layout layout, string from, string letters)
    {
        var wish = $"{from[..Math.Min(6, from.Length)]}{letters}";
        for (var n = 0; ; n++)
        {
            var name = n == 0 ? wish : $"{wish}{n.ToString(CultureInfo.InvariantCulture)}";
            if (IsFree(layout, name))
                return name;
        }
    }

    public static bool IsFree(Layout layout, string name) =>
        name.Length > 0 && layout.Piece(name) is null && layout.Arrangement(name) is null;

    // sand, or sand B.
    public static (string Paper, SheetFace Face)? PaperIn(Kit kit, OpeningChange change)
    {
        if (change.With?.Split(' ') is not { } words || kit.Paper(words[0]) is not { } paper)
            return null;
        SheetFace? face = words switch
        {
            [_] or [_, "A"] => SheetFace.A,
            [_, "B"] => SheetFace.B,
            _ => null,
        };
        return face is { } one && paper[one] is not null ? (paper.Id, one) : null;
    }

    public static Piece InPaper(Piece piece, (string Paper, SheetFace Face) to) =>
        piece.Opening is { Mats.Count: > 0 } opening
            ? piece with
            {
                Opening = opening with
                {
                    Mats = [.. opening.Mats.SkipLast(1), opening.Mats[^1] with { Paper = to.Paper, Face = to.Face, Card = null }],
                },
            }
            : piece with
            {
                Paper = to.Paper,
                Face = to.Face,
                Part = null,
                CutFrom = null,
            };

    /// <summary>A mat as a part of its own: the card that it is; none where it is cut.</summary>
    public static PartUse? PartOf(Mat mat) => mat.Card is { } card ? new() { Sheet = card.Sheet, Part = card.Part } : null;

    /// <summary>An opening without the ready-made cards among its mats.</summary>
    public static Piece WithoutCards(Piece piece) =>
        HasCards(piece)
            ? piece with
            {
                Opening = piece.Opening! with { Mats = [.. piece.Opening.Mats.Where(m => m.Card is null)] },
            }
            : piece;

    /// <summary>An opening straight on the page.</summary>
    public static Piece WithoutMats(Piece piece) => piece with { Opening = piece.Opening! with { Mats = [] } };

    /// <summary>An opening with so much of its outer mat on every side.</summary>
    public static Piece Showing(Piece piece, Length reveal) =>
        piece with
        {
            Opening = piece.Opening! with
            {
                Mats = [.. piece.Opening.Mats.SkipLast(1), piece.Opening.Mats[^1] with { Reveal = reveal, Frame = null, Gut = null }],
            },
        };

    /// <summary>Half of what shows of a mat, to the ruler's step.</summary>
    public static Length HalfOf(Length reveal, Kit kit) => new(reveal.Half.Ticks / kit.Ruler.Ticks * kit.Ruler.Ticks);

    public static bool HasCards(Piece piece)
    {
        var mats = piece.Opening!.Mats;
        for (var i = 0; i < mats.Count; i++)
            if (mats[i].Card is not null)
                return true;
        return false;
    }

    public static (FromEdge Across, FromEdge Down, PageSide Side) OnPage(Layout layout, Offset at)
    {
        var side = layout.Kind == LayoutKind.Spread && at.Across >= layout.Page.Width ? PageSide.Right : PageSide.Left;
        return (new(Edge.Left, at.Across - layout.PageBox(side).X), new(Edge.Top, at.Down), side);
    }

    // A photo that comes to lie over paper lies on it: behind nothing that it was not behind before.
    public static Layout AboveGround(Kit kit, Layout before, Layout after, string id)
    {
        var (was, now) = (Resolver.Resolve(before, kit), Resolver.Resolve(after, kit));
        if (now.Piece(id) is not { } placed)
            return after;
        var own = after.Pieces.ToList();
        var at = own.FindIndex(p => p.Id == id);
        var last = own.FindLastIndex(p =>
            p.Id != id
            && p.Kind is PieceKind.Base or PieceKind.Panel or PieceKind.Strip or PieceKind.Printed
            && now.Piece(p.Id) is { } ground
            && ground.Box.Overlaps(placed.Box)
            && !(was.Piece(p.Id) is { } old && was.Piece(id) is { } former && old.Box.Overlaps(former.Box))
        );
        if (last < at)
            return after;
        var piece = own[at];
        own.Insert(last + 1, piece);
        own.RemoveAt(at);
        return after with { Pieces = own };
    }

    // Out of the arrangement it belonged to; one that is left without members goes.
    public static Layout Without(Layout layout, string id) =>
        layout with
        {
            Arrangements =
            [
                .. layout.Arrangements.Select(a => a with { Members = [.. a.Members.Where(m => m != id)] }).Where(a => a.Members.Count > 0),
            ],
        };

    public static Layout Leaning(Layout layout, string from, string to) =>
        layout with
        {
            Pieces =
            [
                .. layout.Pieces.Select(p =>
                    p.Id == to
                        ? p
                        : p with
                        {
                            Across = p.Across.LeansOn == from ? p.Across.Leaning(to) : p.Across,
                            Down = p.Down.LeansOn == from ? p.Down.Leaning(to) : p.Down,
                        }
                ),
            ],
            Arrangements =
            [
                .. layout.Arrangements.Select(a =>
                    a.Id == to
                        ? a
                        : a with
                        {
                            Over = a.Over == from ? to : a.Over,
                            Across = a.Across?.LeansOn == from ? a.Across.Leaning(to) : a.Across,
                            Down = a.Down?.LeansOn == from ? a.Down.Leaning(to) : a.Down,
                        }
                ),
            ],
        };

    // As large as its mats; in their paper until another is said.
    public static Piece Patch(Kit kit, Piece piece) =>
        piece with
        {
            Kind = PieceKind.Panel,
            Name = "Patch",
            Size = piece.Stack(kit)?.Outer ?? piece.Size,
            Paper = piece.Opening!.Mats is [.., var mat] ? mat.Paper : null,
            Face = piece.Opening.Mats is [.., var outer] ? outer.Face : SheetFace.A,
            Part = piece.Opening.Mats is [.., var last] ? PartOf(last) : null,
            Opening = null,
        };
}
