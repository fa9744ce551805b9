using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;

namespace VelvetFold.Plotter;

/// <summary>
/// SVG as a plotter takes it: <c>width</c> and <c>height</c> in mm, cm, in or pt with a <c>viewBox</c>; groups, of which those named <c>pen</c>,
/// <c>fold</c> and <c>cut</c> say the tool; path, rect, circle, ellipse, line, polyline and polygon, moved, scaled or turned. Anything else is
/// told and left.
/// </summary>
internal sealed partial class SvgPlot
{
    private readonly List<SimulatedPlotter.Line> _lines = [];
    private readonly List<PlotReport> _reports = [];
    private int _points;

    /// <summary>How deep groups may lie in each other.</summary>
    private const int MostDeep = 100;

    private static XmlReader Reader(string text) =>
        XmlReader.Create(
            new StringReader(text),
            new()
            {
                DtdProcessing = DtdProcessing.Ignore,
                XmlResolver = null,
                MaxCharactersInDocument = SimulatedPlotter.LargestFile,
            }
        );

    public static SimulatedPlotter.Page Read(string text)
    {
        XElement root;
        try
        {
            using (var before = Reader(text))
                while (before.Read())
                    if (before.Depth > MostDeep)
                        throw new PlotFileException($"Its groups lie in each other more than {MostDeep} deep.");
            using var reader = Reader(text);
            root = XElement.Load(reader, LoadOptions.SetLineInfo);
        }
        catch (XmlException wrong)
        {
            throw new PlotFileException($"It is no SVG: {wrong.Message}");
        }
        if (root.Name.LocalName != "svg")
            throw new PlotFileException($"It is no SVG: it begins with {root.Name.LocalName}.");
        var (width, height) = (Millimetres(root, "width"), Millimetres(root, "height"));
        var box = Numbers((string?)root.Attribute("viewBox") ?? "");
        var fits = box is [var left, var top, > 0, > 0]
            ? new Turned(width / box[2], 0, 0, height / box[3], -left * width / box[2], -top * height / box[3])
            : new(25.4 / 96, 0, 0, 25.4 / 96, 0, 0);
        var plot = new SvgPlot();
        foreach (var child in root.Elements())
            plot.Element(child, fits, null, null, 0);
        return new(width, height, plot._lines, plot._reports);
    }

    private static double Millimetres(XElement root, string name)
    {
        var match = Measured().Match((string?)root.Attribute(name) ?? "");
        if (!match.Success || !(Number(match.Groups[1].Value) is > 0 and var value))
            throw new PlotFileException($"It has no {name} that can be read: a number with mm, cm, in or pt.");
        var millimetres = match.Groups[2].Value switch
        {
            "mm" => value,
            "cm" => value * 10,
            "in" => value * 25.4,
            "pt" => value * 25.4 / 72,
            _ => value * 25.4 / 96,
        };
        return millimetres <= 5_000 ? millimetres : throw new PlotFileException($"Its {name} is {millimetres:0} mm; 5000 are the most.");
    }

    private void Element(XElement element, Turned by, PlotTool? tool, string? name, int depth)
    {
        var where = ((IXmlLineInfo)element).LineNumber;
        if (depth > 50)
        {
            _reports.Add(new(where, "unknown", "groups within groups, too deep"));
            return;
        }
        var id = (string?)element.Attribute("id");
        if ((string?)element.Attribute("transform") is { } transform)
        {
            if (TurnedBy(transform) is not { } own)
            {
                _reports.Add(new(where, "unknown", transform));
                return;
            }
            by = own.Then(by);
        }
        switch (element.Name.LocalName)
        {
            case "title" or "desc" or "metadata" or "defs":
                return;
            case "g":
                var held = id?.Split('-')[0] switch
                {
                    "pen" => PlotTool.Pen,
                    "fold" => PlotTool.Fold,
                    "cut" => PlotTool.Blade,
                    _ => tool,
                };
                foreach (var child in element.Elements())
                    Element(child, by, held, (string?)element.Attribute("aria-label") ?? name, depth + 1);
                return;
        }
        if (Outline(element) is not { } figures)
        {
            _reports.Add(new(where, "unknown", element.Name.LocalName));
            return;
        }
        name = (string?)element.Attribute("aria-label") ?? name;
        if (tool is not { } taken)
        {
            _reports.Add(new(where, "no-layer", name ?? element.Name.LocalName));
            return;
        }
        foreach (var figure in figures.Where(f => f.Count > 1))
        {
            if ((_points += figure.Count) > SimulatedPlotter.MostPoints)
                throw new PlotFileException($"The file has more than {SimulatedPlotter.MostPoints} points.");
            _lines.Add(new(taken, [.. figure.Select(by.Of)], name, where));
        }
    }

    // In the file's own units; a curve's steps are fine enough for a file in millimetres or larger units.
    private static IReadOnlyList<List<PlotPoint>>? Outline(XElement e)
    {
        double N(string name) => Number((string?)e.Attribute(name) ?? "0") ?? 0;
        List<PlotPoint> Round(double cx, double cy, double rx, double ry)
        {
            var (start, half) = (new PlotPoint(cx - rx, cy), new PlotPoint(cx + rx, cy));
            return [start, .. Curves.Ellipse(start, rx, ry, 0, false, true, half), .. Curves.Ellipse(half, rx, ry, 0, false, true, start)];
        }
        List<PlotPoint> Points(bool closed)
        {
            var n = Numbers((string?)e.Attribute("points") ?? "");
            List<PlotPoint> points = [.. n.Chunk(2).Where(p => p.Length == 2).Select(p => new PlotPoint(p[0], p[1]))];
            return closed && points.Count > 0 ? [.. points, points[0]] : points;
        }
        switch (e.Name.LocalName)
        {
            case "rect":
                var (x, y, w, h) = (N("x"), N("y"), N("width"), N("height"));
                return
                [
                    [new(x, y), new(x + w, y), new(x + w, y + h), new(x, y + h), new(x, y)],
                ];
            case "circle":
                return [Round(N("cx"), N("cy"), N("r"), N("r"))];
            case "ellipse":
                return [Round(N("cx"), N("cy"), N("rx"), N("ry"))];
            case "line":
                return
                [
                    [new(N("x1"), N("y1")), new(N("x2"), N("y2"))],
                ];
            case "polyline":
                return [Points(closed: false)];
            case "polygon":
                return [Points(closed: true)];
            case "path":
                return SvgPath.Read((string?)e.Attribute("d") ?? "");
            default:
                return null;
        }
    }

    // x' = a x + c y + e, y' = b x + d y + f.
    private readonly record struct Turned(double A, double B, double C, double D, double E, double F)
    {
        public PlotPoint Of(PlotPoint p) => new(A * p.X + C * p.Y + E, B * p.X + D * p.Y + F);

        public Turned Then(Turned o) =>
            new(
                o.A * A + o.C * B,
                o.B * A + o.D * B,
                o.A * C + o.C * D,
                o.B * C + o.D * D,
                o.A * E + o.C * F + o.E,
                o.B * E + o.D * F + o.F
            );
    }

    private static Turned? TurnedBy(string transform)
    {
        var (all, end) = (new Turned(1, 0, 0, 1, 0, 0), 0);
        foreach (Match match in Transform().Matches(transform))
        {
            end = match.Index + match.Length;
            var n = Numbers(match.Groups[2].Value);
            Turned? one = (match.Groups[1].Value, n) switch
            {
                ("translate", [var x]) => new Turned(1, 0, 0, 1, x, 0),
                ("translate", [var x, var y]) => new Turned(1, 0, 0, 1, x, y),
                ("scale", [var s]) => new Turned(s, 0, 0, s, 0, 0),
                ("scale", [var x, var y]) => new Turned(x, 0, 0, y, 0, 0),
                ("rotate", [var d]) => Turn(d, 0, 0),
                ("rotate", [var d, var x, var y]) => Turn(d, x, y),
                ("matrix", [var a, var b, var c, var d, var e, var f]) => new Turned(a, b, c, d, e, f),
                _ => null,
            };
            if (one is not { } own)
                return null;
            all = own.Then(all);
        }
        return transform[end..].Trim().Length == 0 ? all : null;
    }

    private static Turned Turn(double degrees, double x, double y)
    {
        var (cos, sin) = (Math.Cos(degrees * Math.PI / 180), Math.Sin(degrees * Math.PI / 180));
        return new(cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y);
    }

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;

    private static double[] Numbers(string text) =>
        [.. text.Split([' ', ',', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries).Select(Number).OfType<double>()];

    [GeneratedRegex(@"^\s*([0-9.eE+-]+?)\s*(mm|cm|in|pt|px)?\s*$")]
    private static partial Regex Measured();

    [GeneratedRegex(@"(translate|scale|rotate|matrix)\s*\(([^)]*)\)")]
    private static partial Regex Transform();
}
