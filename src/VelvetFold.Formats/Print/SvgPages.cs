using System.Globalization;
using System.Xml.Linq;

namespace VelvetFold.Formats.Print;

/// <summary>Printed pages and pictures as SVG, mark for mark what the PDF has.</summary>
public static class SvgPages
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <summary>A page at true size: its lengths are in points.</summary>
    /// <param name="id">A name of its own among what stands in one document.</param>
    public static string Write(PrintedPage page, string title, string id)
    {
        ArgumentNullException.ThrowIfNull(page);
        var clips = 0;
        return new XElement(
            Svg + "svg",
            new XAttribute("width", N(page.Width) + "pt"),
            new XAttribute("height", N(page.Height) + "pt"),
            new XAttribute("viewBox", $"0 0 {N(page.Width)} {N(page.Height)}"),
            new XAttribute("role", "img"),
            new XElement(Svg + "title", title),
            page.Marks.SelectMany(m => Of(m, ref clips, id))
        ).ToString(SaveOptions.DisableFormatting);
    }

    private static List<XElement> Of(Ink mark, ref int clips, string name)
    {
        switch (mark)
        {
            case PartInk part:
                var inner = new List<XElement>();
                foreach (var m in part.Marks)
                    inner.AddRange(Of(m, ref clips, name));
                return [new(Svg + "g", part.Says is null ? null : new XAttribute("aria-label", part.Says), inner)];
            case PageInk page:
                var scaled = new List<XElement>();
                foreach (var m in page.Marks)
                    scaled.AddRange(Of(m, ref clips, name));
                return
                [
                    new(Svg + "g", new XAttribute("transform", $"translate({N(page.At.X)} {N(page.At.Y)}) scale({N(page.Scale)})"), scaled),
                ];
            case ClippedInk clipped:
                var id = $"{name}-{(++clips).ToString(CultureInfo.InvariantCulture)}";
                var marks = new List<XElement>();
                foreach (var m in clipped.Marks)
                    marks.AddRange(Of(m, ref clips, name));
                return
                [
                    new(Svg + "clipPath", new XAttribute("id", id), Path(clipped.Outline, true, new XAttribute("clip-rule", "evenodd"))),
                    new(Svg + "g", new XAttribute("clip-path", $"url(#{id})"), marks),
                ];
            case TextInk text:
                return
                [
                    new(
                        Svg + "text",
                        new XAttribute("x", N(text.At.X)),
                        new XAttribute("y", N(text.At.Y)),
                        new XAttribute("font-size", N(text.Size)),
                        new XAttribute("fill", text.Colour),
                        new XAttribute("class", text.Type.ToString().ToLowerInvariant()),
                        text.Centred ? new XAttribute("text-anchor", "middle") : null,
                        text.Turned ? new XAttribute("transform", $"rotate(-90 {N(text.At.X)} {N(text.At.Y)})") : null,
                        text.Text
                    ),
                ];
            case PathInk path:
                return
                [
                    Path(
                        path.Figures,
                        path.Closed,
                        new XAttribute("fill", path.Fill ?? "none"),
                        new XAttribute("fill-rule", "evenodd"),
                        Stroke(path.Stroke, path.Width, path.Dash)
                    ),
                ];
            case CurveInk curve:
                return
                [
                    new(
                        Svg + "path",
                        new XAttribute(
                            "d",
                            string.Join(
                                ' ',
                                curve.Figures.Select(f =>
                                    $"M{P(f[0])}" + string.Concat(f.Skip(1).Chunk(3).Select(c => $"C{string.Join(' ', c.Select(P))}"))
                                )
                            )
                        ),
                        new XAttribute("fill", "none"),
                        Stroke(curve.Stroke, curve.Width, null)
                    ),
                ];
            default:
                throw new InvalidOperationException($"{mark.GetType().Name} cannot be drawn.");
        }
    }

    private static XAttribute[] Stroke(string? colour, double width, double? dash) =>
        colour is null
            ? []
            :
            [
                new("stroke", colour),
                new("stroke-width", N(width)),
                new("stroke-linecap", "round"),
                new("stroke-linejoin", "round"),
                .. dash is { } d ? new[] { new XAttribute("stroke-dasharray", N(d)) } : [],
            ];

    private static XElement Path(IReadOnlyList<IReadOnlyList<Spot>> figures, bool closed, params object?[] more) =>
        new(
            Svg + "path",
            new XAttribute(
                "d",
                string.Concat(figures.Where(f => f.Count > 1).Select(f => $"M{string.Join('L', f.Select(P))}{(closed ? "Z" : "")}"))
            ),
            more
        );

    private static string P(Spot spot) => $"{N(spot.X)} {N(spot.Y)}";

    private static string N(double n) => Math.Round(n, 2).ToString(CultureInfo.InvariantCulture);
}
