using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Workshops;

namespace VelvetFold.Formats.Print;

/// <summary>Sheets of photos at true size: where each goes, whose it is, and the crop marks it is cut out along.</summary>
public static class GangPages
{
    // Crop marks stand clear of the photo and end in the middle of the gap, so that neighbours' marks do not meet.
    private const double Clear = 1;
    private const double Mark = 3.5;

    /// <summary>A page for each sheet; a last one names what is printed by itself.</summary>
    public static IReadOnlyList<PrintedPage> Of(Kit kit, GangSheets sheets, PrintPaper paper)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(sheets);
        var (width, height) = paper.Size();
        var pages = sheets
            .Sheets.Select(
                (sheet, i) =>
                    new PrintedPage(
                        width,
                        height,
                        [
                            .. sheet.Select(p => Photo(kit, p)),
                            new PartInk(
                                Part.Paragraph,
                                [
                                    new TextInk(
                                        new(width / 2, height - 5),
                                        $"{kit.Name}: photos, sheet {N(i + 1)} of {N(sheets.Sheets.Count)}. Print at 100 %.",
                                        7,
                                        Typeface.Sans,
                                        Inks.Soft,
                                        Centred: true
                                    ),
                                ]
                            ),
                        ]
                    )
            )
            .ToList();
        if (sheets.TooLarge.Count > 0)
            pages.Add(Alone(kit, sheets, width, height));
        return pages;
    }

    private static PartInk Photo(Kit kit, GangedPhoto photo)
    {
        var (x, y, w, h) = (Points(photo.Box.X), Points(photo.Box.Y), Points(photo.Box.Width), Points(photo.Box.Height));
        var says = $"{photo.Print.Guest}, {photo.Print.Opening}, {kit.Reading().Format(photo.Print.Size)}";
        var marks = new List<IReadOnlyList<Spot>>();
        foreach (var (cx, dx) in new[] { (x, -1), (x + w, 1) })
        foreach (var (cy, dy) in new[] { (y, -1), (y + h, 1) })
        {
            marks.Add([new(cx + dx * Clear, cy), new(cx + dx * (Clear + Mark), cy)]);
            marks.Add([new(cx, cy + dy * Clear), new(cx, cy + dy * (Clear + Mark))]);
        }
        var lines = Typesetter.Lines(says, Typeface.Sans, 9, w - 12);
        return new(
            Part.Picture,
            [
                new PathInk(
                    [
                        [new(x, y), new(x + w, y), new(x + w, y + h), new(x, y + h)],
                    ],
                    Inks.Linen,
                    null
                ),
                .. White(photo, x, y, w, h),
                new PathInk(marks, null, Inks.Ink, 0.4, Closed: false),
                .. lines.Select(
                    (line, i) => new TextInk(new(x + w / 2, y + h / 2 + i * 11), line, 9, Typeface.Sans, Inks.Ink, Centred: true)
                ),
            ],
            says
        );
    }

    // A white border is left white within the size it is cut to.
    private static IEnumerable<Ink> White(GangedPhoto photo, double x, double y, double w, double h)
    {
        if (photo.Print.Border is not { Across.IsPositive: true, Down.IsPositive: true } border)
            yield break;
        var turned = photo.Box.Size != photo.Print.Size;
        var (dx, dy) = (Points(turned ? border.Down : border.Across), Points(turned ? border.Across : border.Down));
        IReadOnlyList<Spot> Box(double inX, double inY) =>
            [new(x + inX, y + inY), new(x + w - inX, y + inY), new(x + w - inX, y + h - inY), new(x + inX, y + h - inY)];
        yield return new PathInk([Box(0, 0)], Inks.White, null);
        yield return new PathInk([Box(dx, dy)], Inks.Linen, null);
    }

    private static PrintedPage Alone(Kit kit, GangSheets sheets, double width, double height)
    {
        var flow = new Flow(width, height, 42);
        flow.NewPage();
        flow.Text("Printed by themselves", Typeface.Serif, 18, part: Part.Title);
        foreach (var photo in sheets.TooLarge)
            flow.Text($"{photo.Guest}, {photo.Opening}: {kit.Reading().Format(photo.Size)}", Typeface.Sans, 11);
        return flow.Pages(kit.Name)[0];
    }

    private static double Points(Length length) => length.ToInches() * 72;

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
