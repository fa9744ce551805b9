using PdfSharp.Drawing;
using PdfSharp.Pdf;
using PdfSharp.UniversalAccessibility;

namespace VelvetFold.Formats.Print;

/// <summary>Printed pages as a PDF: at true size, typefaces embedded, text selectable, tagged with title and language.</summary>
public static class PdfFile
{
    /// <summary>Writes a document.</summary>
    /// <param name="language">Its language's code (ISO 639-1).</param>
    public static byte[] Write(IReadOnlyList<PrintedPage> pages, string title, string language)
    {
        ArgumentNullException.ThrowIfNull(pages);
        _ = Typesetter.Width("x", Typeface.Sans, 10);
        using var document = new PdfDocument();
        document.Info.Title = title;
        document.Info.Creator = "Velvet Fold";
        document.Language = language;
        document.ViewerPreferences.DisplayDocTitle = true;
        // Printed at 1:1: a picture is true to the scale it states only if nobody shrinks the page.
        document.ViewerPreferences.Elements.SetName("/PrintScaling", "/None");
        document.Options.CompressContentStreams = true;
        var tags = UAManager.ForDocument(document);
        tags.SetDocumentLanguage(language);
        foreach (var printed in pages)
        {
            var page = document.AddPage();
            (page.Width, page.Height) = (XUnit.FromPoint(printed.Width), XUnit.FromPoint(printed.Height));
            using var graphics = XGraphics.FromPdfPage(page);
            new Pen(graphics, tags.StructureBuilder).Draw(printed.Marks);
        }
        using var stream = new MemoryStream();
        document.Save(stream, closeStream: false);
        return stream.ToArray();
    }

    private sealed class Pen(XGraphics graphics, StructureBuilder tags)
    {
        private bool _open;

        public void Draw(IReadOnlyList<Ink> marks)
        {
            foreach (var mark in marks)
                Draw(mark);
        }

        private void Draw(Ink mark)
        {
            switch (mark)
            {
                case PartInk part:
                    Tagged(part);
                    break;
                case TextInk text:
                    Text(text);
                    break;
                case PathInk path:
                    Path(path);
                    break;
                case CurveInk curve:
                    Curve(curve);
                    break;
                case ClippedInk clipped:
                    Clipped(clipped);
                    break;
                case PageInk page:
                    Scaled(page);
                    break;
                default:
                    throw new InvalidOperationException($"{mark.GetType().Name} cannot be printed.");
            }
        }

        private void Tagged(PartInk part)
        {
            if (_open)
            {
                Draw(part.Marks);
                return;
            }
            _open = true;
            switch (part.Part)
            {
                case Part.Title:
                    tags.BeginElement(PdfBlockLevelElementTag.Heading1);
                    break;
                case Part.Heading:
                    tags.BeginElement(PdfBlockLevelElementTag.Heading2);
                    break;
                case Part.Paragraph:
                    tags.BeginElement(PdfBlockLevelElementTag.Paragraph);
                    break;
                case Part.Picture:
                    var box = Bounds(part.Marks);
                    tags.BeginElement(PdfIllustrationElementTag.Figure, part.Says ?? "", new XRect(box.X, box.Y, box.Width, box.Height));
                    break;
                default:
                    tags.BeginArtifact();
                    break;
            }
            Draw(part.Marks);
            tags.End();
            _open = false;
        }

        private static XRect Bounds(IReadOnlyList<Ink> marks)
        {
            var spots = marks.SelectMany(SpotsOf).ToList();
            return spots.Count == 0
                ? new(0, 0, 1, 1)
                : new(new XPoint(spots.Min(s => s.X), spots.Min(s => s.Y)), new XPoint(spots.Max(s => s.X), spots.Max(s => s.Y)));
        }

        private static IEnumerable<Spot> SpotsOf(Ink mark) =>
            mark switch
            {
                PathInk path => path.Figures.SelectMany(f => f),
                TextInk text => [text.At],
                ClippedInk clipped => clipped.Outline.SelectMany(f => f),
                PartInk part => part.Marks.SelectMany(SpotsOf),
                _ => [],
            };

        private void Text(TextInk text)
        {
            var font = Typesetter.Font(text.Type, text.Size);
            var format = text.Centred ? XStringFormats.BaseLineCenter : XStringFormats.BaseLineLeft;
            if (!text.Turned)
            {
                graphics.DrawString(text.Text, font, Brush(text.Colour), new XPoint(text.At.X, text.At.Y), format);
                return;
            }
            var state = graphics.Save();
            graphics.RotateAtTransform(-90, new XPoint(text.At.X, text.At.Y));
            graphics.DrawString(text.Text, font, Brush(text.Colour), new XPoint(text.At.X, text.At.Y), format);
            graphics.Restore(state);
        }

        private void Path(PathInk path)
        {
            var pen = path.Stroke is null ? null : Line(path.Stroke, path.Width, path.Dash);
            if (!path.Closed && path.Fill is null)
            {
                // One by one: in one path the library joins the end of each line to the start of the next.
                foreach (var line in path.Figures.Where(f => f.Count > 1))
                    graphics.DrawLines(pen!, [.. line.Select(s => new XPoint(s.X, s.Y))]);
                return;
            }
            var brush = path.Fill is null ? null : Brush(path.Fill);
            var shape = Shape(path.Figures, path.Closed);
            if (pen is not null && brush is not null)
                graphics.DrawPath(pen, brush, shape);
            else if (pen is not null)
                graphics.DrawPath(pen, shape);
            else if (brush is not null)
                graphics.DrawPath(brush, shape);
        }

        private void Curve(CurveInk curve)
        {
            foreach (var figure in curve.Figures)
                graphics.DrawBeziers(Line(curve.Stroke, curve.Width, null), [.. figure.Select(s => new XPoint(s.X, s.Y))]);
        }

        private void Clipped(ClippedInk clipped)
        {
            var state = graphics.Save();
            graphics.IntersectClip(Shape(clipped.Outline, closed: true));
            Draw(clipped.Marks);
            graphics.Restore(state);
        }

        private void Scaled(PageInk page)
        {
            var state = graphics.Save();
            graphics.TranslateTransform(page.At.X, page.At.Y);
            graphics.ScaleTransform(page.Scale);
            Draw(page.Marks);
            graphics.Restore(state);
        }

        private static XGraphicsPath Shape(IReadOnlyList<IReadOnlyList<Spot>> figures, bool closed)
        {
            var shape = new XGraphicsPath { FillMode = XFillMode.Alternate };
            foreach (var figure in figures.Where(f => f.Count > 1))
            {
                shape.StartFigure();
                shape.AddLines([.. figure.Select(s => new XPoint(s.X, s.Y))]);
                if (closed)
                    shape.CloseFigure();
            }
            return shape;
        }

        private static XPen Line(string colour, double width, double? dash)
        {
            var pen = new XPen(Colour(colour), width) { LineCap = XLineCap.Round, LineJoin = XLineJoin.Round };
            if (dash is { } d)
                pen.DashPattern = [d / width, d / width];
            return pen;
        }

        private static XSolidBrush Brush(string colour) => new(Colour(colour));

        private static XColor Colour(string colour) => XColor.FromArgb(unchecked((int)(0xFF000000u | Convert.ToUInt32(colour[1..], 16))));
    }
}
