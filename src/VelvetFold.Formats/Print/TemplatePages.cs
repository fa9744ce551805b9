using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Print;

/// <summary>The outlines of pieces that are no rectangles, at true size, on pages with a line to check the printer by.</summary>
internal static class TemplatePages
{
    private const double Margin = 36;

    public static IReadOnlyList<PrintedPage> Of(Kit kit, PrintPaper paper)
    {
        var (words, reading) = (Words.In(kit.Guide.Language), kit.Reading());
        var (width, height) = paper.Size();
        var shapes = kit
            .Layouts.SelectMany(l =>
                l.Pieces.Where(p => p.Shape is not null and not { Kind: OutlineKind.Rectangle } && p.Part is null)
                    .Select(p => (Label: l.Label(p), Piece: p))
            )
            .GroupBy(p => (p.Piece.Size, p.Piece.Shape!.Kind, string.Join(' ', p.Piece.Shape.Points)))
            .Select(g => (Labels: string.Join(", ", g.Select(p => p.Label)), g.First().Piece))
            .ToList();
        var pages = new List<PrintedPage>();
        if (shapes.Count == 0)
            pages.Add(Page([], words.Text("print.notemplates")));
        foreach (var (labels, piece) in shapes)
        {
            var (w, h) = (piece.Size.Width.ToInches() * 72, piece.Size.Height.ToInches() * 72);
            var turned = w > width - 2 * Margin || h > height - 2 * Margin - 90;
            if (turned)
                (w, h) = (h, w);
            var fits = w <= width - 2 * Margin && h <= height - 2 * Margin - 90;
            var says = $"{labels}: {reading.Format(piece.Size)}";
            pages.Add(
                fits
                    ? Page([Outline(piece, turned)], says)
                    : Page([], words.Text("print.toolarge", ("piece", labels), ("size", reading.Format(piece.Size))))
            );
        }
        return pages;

        PrintedPage Page(IReadOnlyList<Ink> marks, string says)
        {
            var metric = kit.Unit == LengthUnit.Millimetre;
            var (length, name) = metric ? (100 / 25.4 * 72, "100 mm") : (4 * 72.0, "4 in");
            var y = height - Margin - 22;
            return new(
                width,
                height,
                [
                    new PartInk(
                        Part.Title,
                        [new TextInk(new(Margin, Margin + 14), words.Text("print.templates"), 18, Typeface.Serif, Inks.Ink)]
                    ),
                    new PartInk(
                        Part.Paragraph,
                        [
                            .. Typesetter
                                .Lines(says, Typeface.Sans, 11, width - 2 * Margin)
                                .Select((line, i) => new TextInk(new(Margin, Margin + 34 + i * 14), line, 11, Typeface.Sans, Inks.Ink)),
                        ]
                    ),
                    .. marks,
                    new PartInk(
                        Part.Ornament,
                        [
                            new PathInk(
                                [
                                    [new(Margin, y), new(Margin + length, y)],
                                    [new(Margin, y - 6), new(Margin, y + 6)],
                                    [new(Margin + length, y - 6), new(Margin + length, y + 6)],
                                ],
                                null,
                                Inks.Brass,
                                0.8,
                                Closed: false
                            ),
                        ]
                    ),
                    new PartInk(
                        Part.Paragraph,
                        [
                            .. Typesetter
                                .Lines(words.Text("print.check", ("length", name)), Typeface.Sans, 9, width - 2 * Margin)
                                .Select((line, i) => new TextInk(new(Margin, y + 18 + i * 11), line, 9, Typeface.Sans, Inks.Soft)),
                        ]
                    ),
                ]
            );
        }

        static PartInk Outline(Piece piece, bool turned)
        {
            var box = new Box(Length.Zero, Length.Zero, piece.Size);
            var (w, h) = (box.Width.ToInches() * 72, box.Height.ToInches() * 72);
            IEnumerable<Spot> spots = piece.Shape!.Kind switch
            {
                OutlineKind.Hexagon => [new(w / 2, 0), new(w, h / 4), new(w, h * 3 / 4), new(w / 2, h), new(0, h * 3 / 4), new(0, h / 4)],
                OutlineKind.Template => piece.Shape.Points.Select(p => new Spot(p.X.ToInches() * 72, p.Y.ToInches() * 72)),
                _ => Enumerable
                    .Range(0, 180)
                    .Select(i => new Spot(w / 2 * (1 + Math.Cos(i * Math.PI / 90)), h / 2 * (1 + Math.Sin(i * Math.PI / 90)))),
            };
            return new(
                Part.Picture,
                [
                    new PathInk(
                        [
                            [
                                .. spots.Select(s =>
                                    turned ? new Spot(Margin + h - s.Y, Margin + 56 + s.X) : new Spot(Margin + s.X, Margin + 56 + s.Y)
                                ),
                            ],
                        ],
                        null,
                        Inks.Ink,
                        0.7
                    ),
                ],
                piece.Id
            );
        }
    }
}
