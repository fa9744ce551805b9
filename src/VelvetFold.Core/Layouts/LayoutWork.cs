using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Layouts;

/// <summary>What is done to a whole layout: mirrored, copied, made a spread or single pages.</summary>
public static class LayoutWork
{
    /// <summary>
    /// The layout as its mirror image: places, tilts, edges and outlines change sides, and so do the pages of a spread. Prints are not
    /// turned over: lettering reads as before.
    /// </summary>
    public static Layout Mirror(Layout layout) =>
        layout with
        {
            Pieces = [.. layout.Pieces.Select(p => Mirror(p, layout.Kind))],
            Arrangements = [.. layout.Arrangements.Select(a => Mirror(a, layout.Kind))],
        };

    /// <summary>One page of a spread as its mirror image; what lies on the other page, or across the seam, stays.</summary>
    public static Layout Mirror(Layout layout, PageSide side) =>
        layout with
        {
            Pieces = [.. layout.Pieces.Select(p => p.Side == side ? Mirror(p, LayoutKind.Single) : p)],
            Arrangements = [.. layout.Arrangements.Select(a => a.Side == side ? Mirror(a, LayoutKind.Single) : a)],
        };

    /// <summary>The layout with its arrangement kept as a variant of that name; one of the same name is replaced.</summary>
    public static Layout Keep(Layout layout, string name)
    {
        ArgumentNullException.ThrowIfNull(layout);
        return layout with
        {
            Variants =
            [
                .. layout.Variants.Where(v => v.Name != name),
                new()
                {
                    Name = name,
                    Pieces = layout.Pieces,
                    Arrangements = layout.Arrangements,
                },
            ],
        };
    }

    /// <summary>The layout as a variant has it; its own arrangement takes that variant's place under another name.</summary>
    /// <param name="keptAs">What its own is called from now on; nothing where it is not kept.</param>
    /// <exception cref="ArgumentException">There is no such variant.</exception>
    public static Layout Choose(Layout layout, string name, string? keptAs)
    {
        ArgumentNullException.ThrowIfNull(layout);
        var chosen = layout.Variant(name) ?? throw new ArgumentException($"{layout.Id} has no variant {name}.", nameof(name));
        var others = (keptAs is null ? layout : Keep(layout, keptAs)).Variants.Where(v => v.Name != name || v.Name == keptAs);
        return layout.As(chosen) with { Variants = [.. others] };
    }

    /// <summary>A copy under another id.</summary>
    public static Layout Duplicate(Layout layout, string id) => layout with { Id = id, Name = $"{layout.Name}, again" };

    /// <summary>Two pieces change places: each takes the other's rules, page and place in an arrangement. What leaned on either goes on
    /// leaning on it.</summary>
    /// <exception cref="ArgumentException">One of them is not there.</exception>
    public static Layout Swap(Layout layout, string first, string second)
    {
        if (layout.Piece(first) is not { } a || layout.Piece(second) is not { } b)
            throw new ArgumentException($"There is no {first} or no {second} in {layout.Id}.", nameof(first));
        // A rule that leaned on the piece that now takes it leans on the other one instead: "right of A" becomes "right of B" for A.
        Piece Taking(Piece piece, Piece other) =>
            piece with
            {
                Side = other.Side,
                Across = other.Across.LeansOn == piece.Id ? other.Across.Leaning(other.Id) : other.Across,
                Down = other.Down.LeansOn == piece.Id ? other.Down.Leaning(other.Id) : other.Down,
            };
        string Exchanged(string id) =>
            id == first ? second
            : id == second ? first
            : id;
        var swapped = layout.With(Taking(a, b)).With(Taking(b, a));
        return swapped with { Arrangements = [.. swapped.Arrangements.Select(g => g with { Members = [.. g.Members.Select(Exchanged)] })] };
    }

    /// <summary>A piece once more on the facing page of a spread, as its mirror image: measured from its own page, as what it leans on does
    /// not lie there.</summary>
    /// <param name="id">The label of the copy.</param>
    /// <returns>Null where it is no spread, or the piece has no place or lies across the seam.</returns>
    public static Layout? OnFacingPage(Layout layout, Kit kit, string piece, string id)
    {
        if (
            layout.Kind != LayoutKind.Spread
            || Resolver.Resolve(layout, kit).Piece(piece) is not { } placed
            || placed.Piece.Side == PageSide.Both
        )
            return null;
        var (box, page) = (placed.Box, layout.PageBox(placed.Piece.Side));
        Length Off(Axis axis) => box.Along(axis).Start - page.Along(axis).Start;
        bool IsByItself(AxisRule rule) => rule.LeansOn is null && rule is not Member;
        var alone = placed.Piece with
        {
            Across = IsByItself(placed.Piece.Across) ? placed.Piece.Across : new FromEdge(Edge.Left, Off(Axis.Across)),
            Down = IsByItself(placed.Piece.Down) ? placed.Piece.Down : new FromEdge(Edge.Top, Off(Axis.Down)),
        };
        var copy = Mirror(alone, layout.Kind) with { Id = id };
        return layout with { Pieces = [.. layout.Pieces.SelectMany(p => p.Id == piece ? new[] { p, FacesFlipped(copy) } : [p])] };
    }

    // Who looks to the left there looks to the right here.
    private static Piece FacesFlipped(Piece piece) =>
        piece.Opening is { } opening
            ? piece with
            {
                Opening = opening with
                {
                    Faces = opening.Faces is { } faces ? Mirror(faces) : null,
                    Looks = opening.Looks switch
                    {
                        Facing.Left => Facing.Right,
                        Facing.Right => Facing.Left,
                        _ => Facing.Straight,
                    },
                },
            }
            : piece;

    /// <summary>A single page as the left page of a spread; places stay where they are.</summary>
    public static Layout ToSpread(Layout layout) =>
        layout.Kind == LayoutKind.Spread
            ? layout
            : layout.WithVariants(ToSpread) with
            {
                Kind = LayoutKind.Spread,
                Pieces = [.. layout.Pieces.Select(p => p with { Across = ByEdge(p.Across, LayoutKind.Single, PageSide.Left) })],
                Arrangements =
                [
                    .. layout.Arrangements.Select(a =>
                        a with
                        {
                            Across = a.Across is { } rule ? ByEdge(rule, LayoutKind.Single, PageSide.Left) : null,
                        }
                    ),
                ],
            };

    /// <summary>The two pages of a spread as single pages. What lies across the seam goes to the left one.</summary>
    public static (Layout Left, Layout Right) ToSinglePages(Layout layout, string rightId) =>
        (Page(layout, PageSide.Left), Page(layout, PageSide.Right) with { Id = rightId, Name = $"{layout.Name}, right" });

    /// <summary>One page of a spread as a single page.</summary>
    internal static Layout Page(Layout layout, PageSide side)
    {
        bool IsHere(PageSide of) => of == side || (of == PageSide.Both && side == PageSide.Left);
        return layout.WithVariants(v => Page(v, side)) with
        {
            Kind = LayoutKind.Single,
            Pieces =
            [
                .. layout
                    .Pieces.Where(p => IsHere(p.Side))
                    .Select(p => p with { Side = PageSide.Left, Across = ByEdge(p.Across, layout.Kind, side) }),
            ],
            Arrangements =
            [
                .. layout
                    .Arrangements.Where(a => IsHere(a.Side))
                    .Select(a => a with { Side = PageSide.Left, Across = a.Across is { } rule ? ByEdge(rule, layout.Kind, side) : null }),
            ],
        };
    }

    // Seam and outer edge mean other edges once the kind of the layout changes: said by the edge, the place stays.
    private static AxisRule ByEdge(AxisRule rule, LayoutKind kind, PageSide side) =>
        rule is Flush flush ? new FromEdge(flush.EdgeOn(kind, side), flush.Distance) : rule;

    private static Piece Mirror(Piece piece, LayoutKind kind) =>
        piece with
        {
            Side = Mirror(piece.Side, kind),
            Across = Mirror(piece.Across, kind, piece.Side),
            Tilt = -piece.Tilt,
            Joins = piece.LongAxis == Axis.Across ? [.. piece.Joins.Reverse().Select(j => piece.Size.Width - j)] : piece.Joins,
            Finishes = [.. piece.Finishes.Select(f => f with { Edge = Mirror(f.Edge) })],
            Shape = piece.Shape is { Kind: OutlineKind.Template } shape
                ? shape with
                {
                    Points = [.. shape.Points.Select(p => p with { X = piece.Size.Width - p.X })],
                }
                : piece.Shape,
        };

    private static Arrangement Mirror(Arrangement arrangement, LayoutKind kind) =>
        arrangement with
        {
            Side = Mirror(arrangement.Side, kind),
            FirstRowIn =
                arrangement.Kind == ArrangementKind.Honeycomb && arrangement.Members.Count > arrangement.InARow
                    ? !arrangement.FirstRowIn
                    : arrangement.FirstRowIn,
            Across = arrangement.Across is { } rule ? Mirror(rule, kind, arrangement.Side) : null,
            Start = arrangement.Axis == Axis.Across ? arrangement.End : arrangement.Start,
            End = arrangement.Axis == Axis.Across ? arrangement.Start : arrangement.End,
            Members =
                arrangement.Kind == ArrangementKind.Evenly && arrangement.Axis == Axis.Down
                    ? arrangement.Members
                    : [.. arrangement.Members.Chunk(arrangement.InARow).SelectMany(row => row.Reverse())],
        };

    private static PageSide Mirror(PageSide side, LayoutKind kind) =>
        (kind, side) switch
        {
            (LayoutKind.Spread, PageSide.Left) => PageSide.Right,
            (LayoutKind.Spread, PageSide.Right) => PageSide.Left,
            _ => side,
        };

    /// <summary>A rule of a piece on that page, as the mirror image has it.</summary>
    internal static AxisRule Mirror(AxisRule rule, LayoutKind kind, PageSide side) =>
        rule switch
        {
            FromEdge inside => inside with { Edge = Mirror(inside.Edge) },
            Beside beside => beside with { Edge = Mirror(beside.Edge) },
            Tucked tucked => tucked with { Edge = Mirror(tucked.Edge) },
            Hanging hanging => hanging with { Edge = Mirror(hanging.Edge) },
            Flush flush when kind == LayoutKind.Single || side == PageSide.Both => flush with
            {
                Flank = flush.Flank == Flank.Seam ? Flank.Outer : Flank.Seam,
            },
            _ => rule,
        };

    private static Edge Mirror(Edge edge) => edge.Axis() == Axis.Across ? edge.Opposite() : edge;
}
