using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Workshops;

/// <summary>A photo to be printed: whose it is, the opening it goes into, and the size it ends at.</summary>
/// <param name="Border">The white border printed with it, at its sides and above and below; none where it is printed to its
/// edges.</param>
public sealed record PhotoPrint(string Guest, string Opening, Size Size, (Length Across, Length Down)? Border = null);

/// <summary>A photo on a sheet of photo paper.</summary>
public sealed record GangedPhoto(PhotoPrint Print, Box Box);

/// <summary>Sheets that small prints are printed on together, to be cut apart along crop marks.</summary>
/// <param name="TooLarge">Photos that no sheet of that size holds; they are printed by themselves.</param>
public sealed record GangSheets(
    Size Sheet,
    IReadOnlyList<IReadOnlyList<GangedPhoto>> Sheets,
    int LowerBound,
    IReadOnlyList<PhotoPrint> TooLarge
)
{
    /// <summary>White at the edges of the sheet, which a printer leaves: 1/4 in (common practice, no source).</summary>
    public static readonly Length Margin = Length.Inches(0, 1, 4);

    /// <summary>Between two photos, where their crop marks stand.</summary>
    public static readonly Length Gap = Length.Inches(0, 1, 8);

    /// <summary>Plans the sheets like any other cutting: every cut edge to edge, as few sheets as possible.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static GangSheets Of(IReadOnlyList<PhotoPrint> photos, Size sheet, PlanTerms? terms = null)
    {
        ArgumentNullException.ThrowIfNull(photos);
        // The gap goes with every photo; at the sheet's right and lower edge it may run into the margin.
        var usable = new Size(sheet.Width - Margin * 2 + Gap, sheet.Height - Margin * 2 + Gap);
        Size Cell(Size size) => new(size.Width + Gap, size.Height + Gap);
        bool Fits(Size size) => Cell(size).FitsIn(usable) || Cell(size).Turned.FitsIn(usable);
        var byKind = photos
            .Where(p => Fits(p.Size))
            .GroupBy(p => p.Size.Width > p.Size.Height ? p.Size.Turned : p.Size)
            .ToDictionary(g => $"{g.Key.Width.Ticks} x {g.Key.Height.Ticks}", g => new Queue<PhotoPrint>(g));
        var order = new CuttingInstance(
            [new("photo paper", usable)],
            [.. byKind.Select(k => new Demand(k.Key, "photo paper", Cell(Upright(k.Value.Peek().Size)), k.Value.Count))]
        );
        var plan = CutPlanner.Plan(order, terms);
        var sheets = new List<IReadOnlyList<GangedPhoto>>();
        foreach (var pattern in plan.BySheet.SelectMany(s => s.Patterns))
            for (var n = 0; n < pattern.Times; n++)
                sheets.Add([
                    .. pattern
                        .Placements.Where(p => byKind[p.Piece].Count > 0)
                        .Select(p => new GangedPhoto(
                            byKind[p.Piece].Dequeue(),
                            new(p.Box.X + Margin, p.Box.Y + Margin, p.Box.Width - Gap, p.Box.Height - Gap)
                        )),
                ]);
        return new(sheet, sheets, plan.LowerBound, [.. photos.Where(p => !Fits(p.Size))]);
    }

    private static Size Upright(Size size) => size.Width > size.Height ? size.Turned : size;

    /// <summary>The photos a kit shows, at the size they end at: what one guest has printed.</summary>
    public static IEnumerable<PhotoPrint> Of(Kit kit, string guest) =>
        kit
            .Layouts.Select(l => Resolver.Resolve(l, kit))
            .SelectMany(l => l.Pieces)
            .Where(p => p.Piece.HasPrint)
            .Select(p => new PhotoPrint(guest, p.Label, p.Stack.Photo, p.Piece.BorderLeft(p.Stack)));
}
