using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Fitting;

/// <summary>Adapts a kit to one guest.</summary>
public static class Adaptation
{
    /// <summary>The most openings one is split into along a side.</summary>
    public const int MostLanes = 4;

    /// <summary>The kit as that guest will make it.</summary>
    /// <exception cref="ArgumentException">A change names an opening that is not there; <see cref="Unknown"/> tells beforehand.</exception>
    public static Kit Apply(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        if (Unknown(kit, changes) is [var unknown, ..])
            throw new ArgumentException(
                $"There is no photo opening {unknown.Layout}-{unknown.Piece}, or it cannot be changed like that.",
                nameof(changes)
            );
        return changes.Aggregate(kit, Apply);
    }

    /// <summary>The changes that cannot be made: they name no opening of the kit as it then is, or leave nothing of it.</summary>
    public static IReadOnlyList<OpeningChange> Unknown(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Unknown;

    /// <summary>The changes that can be made: what a guest keeps of them when the designer has changed the kit since.</summary>
    public static IReadOnlyList<OpeningChange> Known(Kit kit, IReadOnlyList<OpeningChange> changes) => Sorted(kit, changes).Known;

    // One after the other, as each may speak of what the one before it has made.
    private static (List<OpeningChange> Known, List<OpeningChange> Unknown) Sorted(Kit kit, IReadOnlyList<OpeningChange> changes)
    {
        var (known, unknown) = (new List<OpeningChange>(), new List<OpeningChange>());
        foreach (var change in changes)
        {
            if (!CanApply(kit, change))
                unknown.Add(change);
            else
            {
                known.Add(change);
                kit = Apply(kit, change);
            }
        }
        return (known, unknown);
    }

    private static bool CanApply(Kit kit, OpeningChange change)
    {
        if (kit.Layout(change.Layout) is not { } layout)
            return false;
        if (change.IsWhole)
            return CanRemake(layout, change);
        if (change.Move == OpeningMove.Add)
            return change is { Size.IsReal: true, At: not null }
                && IsFree(layout, change.Piece)
                && layout.Piece(change.With) is { Opening: not null };
        if (layout.Piece(change.Piece) is not { } piece)
            return false;
        // Pulled out from under what it is tucked under, it would be no tuck any more.
        if (change.Move == OpeningMove.Shift)
            return change.At is not null && !IsMember(piece) && piece is not ({ Across: Tucked } or { Down: Tucked });
        if (change.Move == OpeningMove.Paper && piece is { Opening: null, Kind: PieceKind.Journaling })
            return PaperIn(kit, change) is not null;
        if (piece.Opening is null)
            return false;
        return change.Move switch
        {
            OpeningMove.Paper => piece.Opening.Mats.Count > 0 && PaperIn(kit, change) is not null,
            OpeningMove.Reveal => piece.Opening.Mats.Count > 0
                && change.Gutter is { IsPositive: true }
                && Shows(piece, change.Gutter.Value).Stack(kit.Matting) is not null,
            OpeningMove.School => piece.Opening.Mats.Count > 0 && OtherSchool(kit, piece).Stack(kit.Matting) is not null,
            OpeningMove.Place => change is { Size: { IsReal: true } size, At: not null }
                && (piece with { Size = size }).Stack(kit.Matting) is not null,
            OpeningMove.Frame => piece.Opening.Mats is [.., { Frame: null }] && Framed(kit, piece) is not null,
            OpeningMove.Resize => change.Size is { IsReal: true } size && (piece with { Size = size }).Stack(kit.Matting) is not null,
            OpeningMove.Split => change is { Rows: > 0 and <= MostLanes, Columns: > 0 and <= MostLanes }
                && change.Rows * change.Columns > 1
                && change.Gutter is not { IsPositive: false } and not null
                && Cell(kit, piece, change.Rows.Value, change.Columns.Value, change.Gutter.Value) is not null
                && !IsMember(piece),
            OpeningMove.Join => layout.Piece(change.With) is { Opening: not null } other
                && other.Id != piece.Id
                && Joined(kit, layout, piece, other) is not null,
            OpeningMove.Card => CardPaper(piece) is not null,
            OpeningMove.Patch => PaperIn(kit, change) is not null,
            OpeningMove.Part => Fillings.PartIn(kit, piece, change) is not null,
            _ => true,
        };
    }

    private static Kit Apply(Kit kit, OpeningChange change)
    {
        var layout = kit.Layout(change.Layout)!;
        if (change.IsWhole)
            return kit.With(Remade(layout, change));
        if (change.Move == OpeningMove.Add)
            return kit.With(Added(layout, change));
        var piece = layout.Piece(change.Piece)!;
        return change.Move switch
        {
            OpeningMove.Shift => kit.With(Nudge.Move(layout, kit, piece, change.At!.Across, change.At.Down)),
            OpeningMove.Place => kit.With(Placed(layout, piece, change)),
            OpeningMove.Remove => kit.With(Removed(kit, layout, piece)),
            OpeningMove.Frame => kit.With(layout.With(Framed(kit, piece)!)),
            OpeningMove.Paper => kit.With(layout.With(InPaper(piece, PaperIn(kit, change)!.Value))),
            OpeningMove.Reveal => kit.With(layout.With(Shows(piece, change.Gutter!.Value))),
            OpeningMove.School => kit.With(layout.With(OtherSchool(kit, piece))),
            OpeningMove.Turn => kit.With(layout.With(piece with { Size = piece.Size.Turned })),
            OpeningMove.Resize => kit.With(layout.With(piece with { Size = change.Size!.Value })),
            OpeningMove.Split => kit.With(Split(kit, layout, piece, change.Rows!.Value, change.Columns!.Value, change.Gutter!.Value)),
            OpeningMove.Join => kit.With(Join(kit, layout, piece, layout.Piece(change.With)!)),
            OpeningMove.Card => kit.With(layout.With(Card(kit, piece))),
            OpeningMove.Pocket => kit.With(Pocket(layout, piece)),
            OpeningMove.Placeholder => kit.With(layout.With(piece with { Opening = piece.Opening! with { Use = OpeningUse.Placeholder } })),
            OpeningMove.Patch => kit.With(layout.With(InPaper(Patch(kit, piece), PaperIn(kit, change)!.Value))),
            OpeningMove.Part => kit.With(WithPart(kit, layout, piece, Fillings.PartIn(kit, piece, change)!)),
            _ => kit.With(layout.With(piece with { Opening = piece.Opening! with { Use = OpeningUse.Empty } })),
        };
    }

    private static bool IsMember(Piece piece) => piece.Across is Member || piece.Down is Member;

    private static Length Shown(Piece piece) => piece.Opening!.Mats.Aggregate(Length.Zero, (sum, mat) => sum + mat.Reveal);

    private static bool Grows(Kit kit, Piece piece) => (piece.Opening!.School ?? kit.Matting.School) == MatSchool.GrowMat;

    /// <summary>The size of one photo of those that a split opening holds, to the ruler's step downwards; null where mats and gutters
    /// leave nothing of it.</summary>
    public static Size? Cell(Kit kit, Piece piece, int rows, int columns, Length gutter)
    {
        if (piece.Stack(kit.Matting) is not { } stack)
            return null;
        var around = Grows(kit, piece) ? Shown(piece) * 2 : Length.Zero;
        Length Share(Length whole, int n) => new((whole - gutter * (n - 1)).Ticks / n / kit.Ruler.Ticks * kit.Ruler.Ticks);
        var (width, height) = (Share(stack.Outer.Width, columns) - around, Share(stack.Outer.Height, rows) - around);
        if (width < Length.Inches(1) || height < Length.Inches(1))
            return null;
        var size = new Size(width, height);
        return (piece with { Size = size }).Stack(kit.Matting) is not null ? size : null;
    }

    // The new openings stand in a grid where the old one stood; what leaned on it leans on the grid.
    private static Layout Split(Kit kit, Layout layout, Piece piece, int rows, int columns, Length gutter)
    {
        var size = Cell(kit, piece, rows, columns, gutter)!.Value;
        var names = Enumerable.Range(0, rows * columns).Select(i => Free(layout, piece.Id, ((char)('a' + i)).ToString())).ToList();
        var group = Free(layout, piece.Id, "G");
        var cells = names.Select(
            (name, i) =>
                piece with
                {
                    Id = name,
                    Name = null,
                    Size = size,
                    Across = new Member(group),
                    Down = new Member(group),
                    Opening = piece.Opening! with { Focal = piece.Opening.Focal && i == 0 },
                }
        );
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        List<Piece> pieces = [.. layout.Pieces.Take(at), .. cells, .. layout.Pieces.Skip(at + 1)];
        var arrangement = new Arrangement
        {
            Id = group,
            Kind = ArrangementKind.Grid,
            Members = names,
            Columns = columns,
            Gutter = gutter,
            Side = piece.Side,
            Across = piece.Across,
            Down = piece.Down,
        };
        return Leaning(layout with { Pieces = pieces, Arrangements = [.. layout.Arrangements, arrangement] }, piece.Id, group);
    }

    // What is made anew is called by the first letters of what it comes from, and letters that say why.
    internal static string Free(Layout layout, string from, string letters)
    {
        var wish = $"{from[..Math.Min(6, from.Length)]}{letters}";
        for (var n = 0; ; n++)
        {
            var name = n == 0 ? wish : $"{wish}{n.ToString(CultureInfo.InvariantCulture)}";
            if (IsFree(layout, name))
                return name;
        }
    }

    private static bool IsFree(Layout layout, string name) =>
        name.Length > 0 && layout.Piece(name) is null && layout.Arrangement(name) is null;

    // Strips twice as wide as they show: half of them lies under the photo (common practice, no source).
    private static Piece? Framed(Kit kit, Piece piece)
    {
        var outer = piece.Opening!.Mats[^1];
        var framed = piece with
        {
            Opening = piece.Opening with
            {
                Mats = [.. piece.Opening.Mats.SkipLast(1), outer with { Frame = outer.Reveal * 2, Gut = null }],
            },
        };
        return
            outer.Reveal.IsPositive
            && framed.Stack(kit.Matting) is { } stack
            && new MitredFrame(stack.Outer, outer.Reveal * 2).Opening is not null
            ? framed
            : null;
    }

    // sand, or sand B.
    private static (string Paper, SheetFace Face)? PaperIn(Kit kit, OpeningChange change)
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

    private static Piece InPaper(Piece piece, (string Paper, SheetFace Face) to) =>
        piece.Opening is { Mats.Count: > 0 } opening
            ? piece with
            {
                Opening = opening with { Mats = [.. opening.Mats.SkipLast(1), opening.Mats[^1] with { Paper = to.Paper, Face = to.Face }] },
            }
            : piece with
            {
                Paper = to.Paper,
                Face = to.Face,
            };

    private static Piece Shows(Piece piece, Length reveal) =>
        piece with
        {
            Opening = piece.Opening! with
            {
                Mats = [.. piece.Opening.Mats.SkipLast(1), piece.Opening.Mats[^1] with { Reveal = reveal, Frame = null, Gut = null }],
            },
        };

    private static Piece OtherSchool(Kit kit, Piece piece) =>
        piece with
        {
            Opening = piece.Opening! with { School = Grows(kit, piece) ? MatSchool.TrimPhoto : MatSchool.GrowMat },
        };

    private static (FromEdge Across, FromEdge Down, PageSide Side) OnPage(Layout layout, Offset at)
    {
        var side = layout.Kind == LayoutKind.Spread && at.Across >= layout.Page.Width ? PageSide.Right : PageSide.Left;
        return (new(Edge.Left, at.Across - layout.PageBox(side).X), new(Edge.Top, at.Down), side);
    }

    private static Layout Placed(Layout layout, Piece piece, OpeningChange change)
    {
        var (across, down, side) = OnPage(layout, change.At!);
        return Without(
            layout.With(piece with { Size = change.Size!.Value, Across = across, Down = down, Side = side, Tilt = null }),
            piece.Id
        );
    }

    private static Layout Added(Layout layout, OpeningChange change)
    {
        var like = layout.Piece(change.With)!;
        var (across, down, side) = OnPage(layout, change.At!);
        var piece = like with
        {
            Id = change.Piece,
            Name = null,
            Size = change.Size!.Value,
            Across = across,
            Down = down,
            Side = side,
            Tilt = null,
            Opening = like.Opening! with { Focal = false, Use = OpeningUse.Photo },
        };
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == like.Id);
        return layout with { Pieces = [.. layout.Pieces.Take(at + 1), piece, .. layout.Pieces.Skip(at + 1)] };
    }

    // Out of the arrangement it belonged to; one that is left without members goes.
    private static Layout Without(Layout layout, string id) =>
        layout with
        {
            Arrangements =
            [
                .. layout.Arrangements.Select(a => a with { Members = [.. a.Members.Where(m => m != id)] }).Where(a => a.Members.Count > 0),
            ],
        };

    private static Layout Removed(Kit kit, Layout layout, Piece piece)
    {
        var resolved = Resolver.Resolve(layout, kit);
        AxisRule Kept(Piece p, Axis axis)
        {
            var rule = p.Rule(axis);
            if (rule.LeansOn != piece.Id || resolved.Piece(p.Id) is not { } placed)
                return rule;
            var start = placed.Box.Along(axis).Start - layout.PageBox(p.Side).Along(axis).Start;
            return new FromEdge(axis == Axis.Across ? Edge.Left : Edge.Top, start);
        }
        return Without(
            layout with
            {
                Pieces =
                [
                    .. layout
                        .Pieces.Where(p => p.Id != piece.Id)
                        .Select(p => p with { Across = Kept(p, Axis.Across), Down = Kept(p, Axis.Down) }),
                ],
            },
            piece.Id
        );
    }

    private static bool CanRemake(Layout layout, OpeningChange change) =>
        change.Move switch
        {
            OpeningMove.OnePage => layout.Kind == LayoutKind.Spread && change.With is "left" or "right",
            OpeningMove.TwoPages => layout.Kind == LayoutKind.Single,
            _ => change.With is null || (layout.Kind == LayoutKind.Spread && change.With is "left" or "right"),
        };

    private static Layout Remade(Layout layout, OpeningChange change)
    {
        if (change.Move == OpeningMove.Mirror)
            return change.With is { } page
                ? LayoutWork.Mirror(layout, page == "left" ? PageSide.Left : PageSide.Right)
                : LayoutWork.Mirror(layout);
        if (change.Move == OpeningMove.TwoPages)
            return Doubled(layout);
        var (left, right) = LayoutWork.ToSinglePages(layout, layout.Id);
        return (change.With == "left" ? left : right) with { Name = layout.Name };
    }

    // There are only as many ready-made parts as were packed: the second page has none of them, unless something leans on one.
    private static Layout Doubled(Layout single)
    {
        var left = LayoutWork.ToSpread(single);
        bool IsLeantOn(string id) => left.Pieces.Any(p => p.Across.LeansOn == id || p.Down.LeansOn == id);
        var again = left.Pieces.Where(p => p.Part is null || IsLeantOn(p.Id)).ToList();
        var names = new Dictionary<string, string>();
        foreach (var id in again.Select(p => p.Id).Concat(left.Arrangements.Select(a => a.Id)))
            names[id] = Free(left, id, "R");
        AxisRule Leaning(AxisRule rule) => rule.LeansOn is { } on && names.TryGetValue(on, out var name) ? rule.Leaning(name) : rule;
        Piece Copy(Piece p) =>
            p with
            {
                Id = names[p.Id],
                Side = PageSide.Right,
                Across = Leaning(p.Across),
                Down = Leaning(p.Down),
                Kind = p.Kind == PieceKind.Title ? PieceKind.Journaling : p.Kind,
                Name = p.Kind == PieceKind.Title ? "Card in place of the title" : p.Name,
                Opening = p.Opening is { } opening ? opening with { Focal = false } : null,
            };
        Arrangement Again(Arrangement a) =>
            a with
            {
                Id = names[a.Id],
                Side = PageSide.Right,
                Members = [.. a.Members.Where(names.ContainsKey).Select(m => names[m])],
                Over = a.Over is { } over ? names.GetValueOrDefault(over, over) : null,
                Across = a.Across is { } across ? Leaning(across) : null,
                Down = a.Down is { } down ? Leaning(down) : null,
            };
        return left with
        {
            Pieces = [.. left.Pieces, .. again.Select(Copy)],
            Arrangements = [.. left.Arrangements, .. left.Arrangements.Select(Again)],
        };
    }

    private static Layout Leaning(Layout layout, string from, string to) =>
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

    // One opening over both and the gap between them; only of two that stand beside or under each other, equally long where they meet.
    private static Size? Joined(Kit kit, Layout layout, Piece first, Piece second)
    {
        if (
            IsMember(first)
            || IsMember(second)
            || first.Side != second.Side
            || first.Across.LeansOn == second.Id
            || first.Down.LeansOn == second.Id
        )
            return null;
        var resolved = Resolver.Resolve(layout, kit);
        if (resolved.Piece(first.Id)?.Box is not { } a || resolved.Piece(second.Id)?.Box is not { } b)
            return null;
        var beside = a.Y == b.Y && a.Height == b.Height && b.X >= a.Right;
        var under = a.X == b.X && a.Width == b.Width && b.Y >= a.Bottom;
        if (!beside && !under)
            return null;
        // Nothing else may lie in the gap, and the first has to keep its place while it grows.
        var whole = new Box(a.X, a.Y, b.Right - a.X, b.Bottom - a.Y);
        var grows = beside ? first.Across : first.Down;
        if (
            grows
            is not (FromEdge { Edge: Edge.Left or Edge.Top } or Beside { Edge: Edge.Right or Edge.Bottom } or Flush { Flank: Flank.Seam })
        )
            return null;
        if (grows is Flush flush && flush.EdgeOn(layout.Kind, first.Side) != Edge.Left)
            return null;
        if (whole.Width - a.Width > Length.Inches(12))
            return null;
        var around = Grows(kit, first) ? -Shown(first) : Length.Zero;
        return whole.Size.Grown(around);
    }

    private static Layout Join(Kit kit, Layout layout, Piece first, Piece second)
    {
        var joined = layout.With(first with { Size = Joined(kit, layout, first, second)!.Value });
        return Leaning(joined with { Pieces = [.. joined.Pieces.Where(p => p.Id != second.Id)] }, second.Id, first.Id);
    }

    private static string? CardPaper(Piece piece) => piece.Opening?.Mats is [.., var outer] ? outer.Paper : null;

    private static Piece Card(Kit kit, Piece piece) =>
        piece with
        {
            Kind = PieceKind.Journaling,
            Name = "Card",
            Size = piece.Stack(kit.Matting)?.Outer ?? piece.Size,
            Paper = CardPaper(piece),
            Face = piece.Opening!.Mats[^1].Face,
            Opening = null,
        };

    // As large as its mats; in their paper until another is said.
    private static Piece Patch(Kit kit, Piece piece) =>
        piece with
        {
            Kind = PieceKind.Panel,
            Name = "Patch",
            Size = piece.Stack(kit.Matting)?.Outer ?? piece.Size,
            Paper = CardPaper(piece),
            Face = piece.Opening!.Mats is [.., var outer] ? outer.Face : SheetFace.A,
            Opening = null,
        };

    private static Layout WithPart(Kit kit, Layout layout, Piece piece, Piece part)
    {
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        var laid = part with
        {
            Id = Free(layout, piece.Id, "S"),
            Side = piece.Side,
            Across = new Centred(piece.Id),
            Down = new Centred(piece.Id),
        };
        return layout with { Pieces = [.. layout.Pieces.Take(at), Patch(kit, piece), laid, .. layout.Pieces.Skip(at + 1)] };
    }

    // As large as the photo it lies on, hinged along its upper edge; it is bought, not cut.
    private static Layout Pocket(Layout layout, Piece piece)
    {
        var pocket = new Piece
        {
            Id = Free(layout, piece.Id, "K"),
            Name = "Hinged pocket",
            Kind = PieceKind.DieCut,
            Side = piece.Side,
            Size = piece.Size,
            Across = new Centred(piece.Id),
            Down = new Centred(piece.Id),
        };
        var at = layout.Pieces.ToList().FindIndex(p => p.Id == piece.Id);
        return layout with { Pieces = [.. layout.Pieces.Take(at + 1), pocket, .. layout.Pieces.Skip(at + 1)] };
    }
}
