using QRCoder;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Print;

/// <summary>What stands on one label.</summary>
/// <param name="Head">The short label, set large.</param>
/// <param name="Lines">What it is, where it belongs, how many.</param>
/// <param name="Code">What its code says when it is scanned.</param>
/// <param name="Layout">The page its small picture shows; none where there is no picture.</param>
/// <param name="Piece">The piece that is dark in the picture; none where the page is shown whole.</param>
public sealed record LabelText(string Head, IReadOnlyList<string> Lines, string Code, string? Layout = null, string? Piece = null);

/// <summary>Labels on sheets: large short label, a few words, a small picture, and a code (QR, ISO/IEC 18004).</summary>
public static class LabelPages
{
    private const double Inset = 5;

    // A fifth of an inch.
    private const double SmallestPicture = 14;

    /// <summary>The pages, filled by rows.</summary>
    /// <param name="skip">Labels at the start of the first sheet that are used up already.</param>
    /// <exception cref="ArgumentException">There is no such sheet.</exception>
    public static IReadOnlyList<PrintedPage> Of(Kit kit, LabelSheet sheet, IReadOnlyList<LabelText> labels, int skip = 0)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        if (sheet.WhyNot() is { } why)
            throw new ArgumentException(why.ToString(), nameof(sheet));
        var layouts = kit.Layouts.ToDictionary(l => l.Id, l => Resolver.Resolve(l, kit));
        return
        [
            .. labels
                .Select((label, i) => (label, i: i + skip % sheet.Count))
                .GroupBy(l => l.i / sheet.Count)
                .Select(page => new PrintedPage(
                    Points(sheet.Page.Width),
                    Points(sheet.Page.Height),
                    [
                        .. page.SelectMany(l =>
                            Label(sheet.Place(l.i % sheet.Count), l.label, l.label.Layout is { } id ? layouts.GetValueOrDefault(id) : null)
                        ),
                    ]
                )),
        ];
    }

    private static IEnumerable<Ink> Label(Box box, LabelText label, ResolvedLayout? layout)
    {
        var (x, y, w, h) = (Points(box.X), Points(box.Y), Points(box.Width), Points(box.Height));
        var side = Math.Min(h - 2 * Inset, w * 0.36);
        yield return new PartInk(Part.Picture, [Code(label.Code, x + w - Inset - side, y + (h - side) / 2, side)], label.Code);
        var width = w - side - 3 * Inset;
        var head = Math.Min(Typesetter.Lines(label.Head, Typeface.Bold, 15, width).Count > 1 ? 11 : 15, h / 5);
        var lines = new List<Ink>
        {
            new TextInk(
                new(x + Inset, y + Inset + head),
                Typesetter.Lines(label.Head, Typeface.Bold, head, width)[0],
                head,
                Typeface.Bold,
                Inks.Ink
            ),
        };
        var (size, at) = (Math.Min(8, h / 8), y + Inset + head);
        var texts = label.Lines.SelectMany(l => Typesetter.Lines(l, Typeface.Sans, size, width)).ToList();
        // The words come first: the picture has what they leave, where that is enough to tell one page from another.
        var left = h - 2 * Inset - head - texts.Count * size * 1.25 - 3;
        var picture = layout is null || left < SmallestPicture ? 0 : Math.Min(left, 36);
        foreach (var line in texts)
        {
            if (at + size * 1.25 > y + h - Inset - picture)
                break;
            at += size * 1.25;
            lines.Add(new TextInk(new(x + Inset, at), line, size, Typeface.Sans, Inks.Ink));
        }
        yield return new PartInk(Part.Paragraph, lines);
        if (layout is not null && picture > 0)
            yield return Picture(layout, label.Piece, x + Inset, y + h - Inset - picture + 2, width, picture - 2);
    }

    // The page as a line, all pieces as thin ones, the piece that is meant dark.
    private static PartInk Picture(ResolvedLayout layout, string? piece, double x, double y, double width, double height)
    {
        var page = layout.Layout.Size;
        var scale = Math.Min(width / page.Width.ToInches(), height / page.Height.ToInches());
        IReadOnlyList<Spot> Outline(Box box)
        {
            var (l, t, r, b) = (
                x + box.X.ToInches() * scale,
                y + box.Y.ToInches() * scale,
                x + box.Right.ToInches() * scale,
                y + box.Bottom.ToInches() * scale
            );
            return [new(l, t), new(r, t), new(r, b), new(l, b)];
        }
        var whole = new Box(Length.Zero, Length.Zero, page);
        var inside = layout.Pieces.Select(p => p.Box.Intersect(whole)).OfType<Box>().Select(Outline).ToList();
        var dark = layout.Piece(piece ?? "")?.Box.Intersect(whole) is { } own ? new[] { Outline(own) } : [];
        return new(
            Part.Ornament,
            [
                new PathInk([Outline(whole)], null, Inks.Ink, 0.6),
                new PathInk(inside, null, Inks.Line, 0.3),
                .. dark.Select(d => new PathInk([d], Inks.Velvet, null)),
            ]
        );
    }

    // Dark modules in runs by rows; the quiet zone of four modules is part of the side (ISO/IEC 18004, 6.3.8).
    private static PathInk Code(string text, double x, double y, double side)
    {
        using var data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var rows = data.ModuleMatrix;
        var module = side / rows.Count;
        var runs = new List<IReadOnlyList<Spot>>();
        for (var r = 0; r < rows.Count; r++)
        for (var c = 0; c < rows[r].Count; c++)
        {
            if (!rows[r][c])
                continue;
            var end = c;
            while (end + 1 < rows[r].Count && rows[r][end + 1])
                end++;
            var (left, right, top, bottom) = (x + c * module, x + (end + 1) * module, y + r * module, y + (r + 1) * module);
            runs.Add([new(left, top), new(right, top), new(right, bottom), new(left, bottom)]);
            c = end;
        }
        return new(runs, "#000000", null);
    }

    private static double Points(Length length) => length.ToInches() * 72;
}
