using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// The layout that a guest's page is compared with, and all that is asked of it again and again: where its pieces lie, which of them lie on
/// each other, which are in line, what its gaps and margins are.
/// </summary>
internal sealed class Design
{
    private readonly Dictionary<string, Lying> _byId;
    private readonly Dictionary<(string, string), double> _overlaps = [];

    /// <param name="brought">Pieces that were taken along from another page and have no place of their own yet.</param>
    public Design(Kit kit, Layout layout, IReadOnlySet<string>? brought = null)
    {
        (Kit, Layout, Resolved, Brought) = (kit, layout, Resolver.Resolve(layout, kit), brought ?? new HashSet<string>());
        Things = [.. Resolved.Pieces.Select(p => Lying.Of(p, layout))];
        _byId = Things.ToDictionary(t => t.Id);
        Openings = [.. Things.Where(t => t.Piece.HoldsPhoto)];
        Content = [.. Things.Where(t => t.IsContent || t.IsDecor)];
        Grounds = [.. Things.Where(t => t.HasAnEdge)];
        Bands =
        [
            .. Things.Where(t =>
                t is { Role: PageRole.Ground, Piece.Kind: PieceKind.Strip or PieceKind.Panel, Piece.Tilt: null }
                && t.Box.Size.Area * 2 <= layout.Page.Area
                && Openings.Any(o => t.Box.Contains(o.Box))
            ),
        ];
        Fields = [.. Things.Where(t => t.Role == PageRole.Field)];
        for (var i = 0; i < Things.Count; i++)
        for (var j = i + 1; j < Things.Count; j++)
            if (
                !Brought.Contains(Things[i].Id)
                && !Brought.Contains(Things[j].Id)
                && Boxes.Share(Things[i].Box, Things[j].Box) is > 0 and var share
            )
                _overlaps[Key(Things[i].Id, Things[j].Id)] = share;
        Straddled = Grounds.Where(g => Openings.Any(o => Boxes.Straddles(o.Box, g.Box))).Select(g => g.Id).ToHashSet();
        Gap = GapOf();
        LeastMargin = Openings.Select(o => Boxes.Margin(o.Box, PageOf(o.Box))).Append(Length.Inches(1)).Min();
        Margin = Length.Max(Length.Zero, Length.Min(Eighth, LeastMargin));
        InLine = Things.Where(t => t.IsContent && !Brought.Contains(t.Id) && Boxes.InLine(t, Things, this)).Select(t => t.Id).ToHashSet();
    }

    public Kit Kit { get; }

    public Layout Layout { get; }

    public ResolvedLayout Resolved { get; }

    public IReadOnlySet<string> Brought { get; }

    /// <summary>All pieces, back to front.</summary>
    public IReadOnlyList<Lying> Things { get; }

    public IReadOnlyList<Lying> Openings { get; }

    public IReadOnlyList<Lying> Content { get; }

    /// <summary>Panels and bases whose edge is seen.</summary>
    public IReadOnlyList<Lying> Grounds { get; }

    /// <summary>Strips that a row of photos stands on, and panels that are laid under some: no more than half a page.</summary>
    public IReadOnlyList<Lying> Bands { get; }

    public IReadOnlyList<Lying> Fields { get; }

    /// <summary>Grounds that a photo lies half on as designed.</summary>
    public IReadOnlySet<string> Straddled { get; }

    /// <summary>What is in line with something.</summary>
    public IReadOnlySet<string> InLine { get; }

    /// <summary>The gap between neighbouring photos, a quarter inch (6 mm) where the design has none.</summary>
    public Length Gap { get; }

    /// <summary>How near to its page's edge a photo lies as designed; no more than an inch.</summary>
    public Length LeastMargin { get; }

    /// <summary>How near to the page's edge a photo may lie.</summary>
    public Length Margin { get; }

    /// <summary>An eighth of an inch, 3 mm: the least usual gap, and the least usual margin.</summary>
    public Length Eighth => Kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);

    /// <summary>A quarter of an inch, 6 mm.</summary>
    public Length Quarter => Eighth * 2;

    /// <summary>Lines within this of each other are one.</summary>
    public Length Same => Kit.Ruler;

    /// <summary>Lines nearer than this, and not one, look like a mistake: 3/8 inch (common practice, no source).</summary>
    public static Length Near { get; } = Length.Inches(0, 3, 8);

    public Lying? this[string id] => _byId.GetValueOrDefault(id);

    /// <summary>The page something lies on.</summary>
    public PageSide SideOf(Box box) =>
        Layout.Kind == LayoutKind.Spread && box.X + box.Right >= Layout.Page.Width * 2 ? PageSide.Right : PageSide.Left;

    public Box PageOf(Box box) => Layout.PageBox(SideOf(box));

    /// <summary>How much of the smaller of two pieces the two share as designed, 0 to 1.</summary>
    public double Overlap(string a, string b) => _overlaps.GetValueOrDefault(Key(a, b));

    /// <summary>Whether one of them is seen to lie on the other as designed.</summary>
    public bool Lap(string a, string b) => Overlap(a, b) > Boxes.Nothing;

    /// <summary>How much of the smaller of two may be shared: decoration lies on a photo's edge, what lay on another goes on doing so, and
    /// what lay apart stays apart, to a hair.</summary>
    public double MayShare(Lying a, Lying b)
    {
        var before = Overlap(a.Id, b.Id);
        return a.IsDecor || b.IsDecor ? Math.Max(before, Evaluator.MostDecor) + Boxes.Nothing
            : before > 0 ? before + Boxes.Nothing
            : 0;
    }

    /// <summary>How much of a photo a piece hides as designed, 0 to 1.</summary>
    public double Hidden(string photo, string by) =>
        this[photo]?.Print is { } print && this[by] is { } over ? Boxes.Covered(print, over.Box) : 0;

    private static (string, string) Key(string a, string b) => string.CompareOrdinal(a, b) < 0 ? (a, b) : (b, a);

    private Length GapOf()
    {
        var gaps = Boxes
            .Neighbours([.. Openings], this)
            .Select(n => n.Gap)
            .Where(g => g >= Kit.Ruler && g <= Length.Inches(0, 3, 4))
            .CountBy(g => g)
            .OrderByDescending(g => g.Value)
            .ThenBy(g => g.Key)
            .ToList();
        return gaps.Count > 0 ? gaps[0].Key : Quarter;
    }
}
