using System.Globalization;
using System.Text;
using System.Xml.Linq;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Plots;

/// <summary>Plot files of a sheet: SVG at true size, and G-code.</summary>
public static class PlotFiles
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private static readonly (PlotLayer Layer, string Id, string Colour)[] Layers =
    [
        (PlotLayer.Pen, "pen", "#3D4F63"),
        (PlotLayer.Fold, "fold", "#6B6B6B"),
        (PlotLayer.Cut, "cut", "#221A20"),
    ];

    /// <summary>SVG (1.1) in millimetres: a group each for what is drawn with the pen, folded and cut, in that order.</summary>
    public static string ToSvg(PlotJob job)
    {
        ArgumentNullException.ThrowIfNull(job);
        return new XDocument(
            new XElement(
                Svg + "svg",
                new XAttribute("width", N(Mm(job.Size.Width)) + "mm"),
                new XAttribute("height", N(Mm(job.Size.Height)) + "mm"),
                new XAttribute("viewBox", $"0 0 {N(Mm(job.Size.Width))} {N(Mm(job.Size.Height))}"),
                new XElement(Svg + "title", job.Name),
                Groups(job, "", 0)
            )
        ).ToString();
    }

    /// <summary>The groups of a sheet that lies so far down in a drawing of several.</summary>
    internal static IEnumerable<XElement> Groups(PlotJob job, string suffix, double down) =>
        from layer in Layers
        let figures = job.Figures.Where(f => f.Layer == layer.Layer).ToList()
        where figures.Count > 0
        select new XElement(
            Svg + "g",
            new XAttribute("id", layer.Id + suffix),
            new XAttribute("fill", "none"),
            new XAttribute("stroke", layer.Colour),
            new XAttribute("stroke-width", "0.2"),
            figures.Select(f => new XElement(Svg + "path", new XAttribute("aria-label", f.Label), new XAttribute("d", PathOf(f, down))))
        );

    private static string PathOf(PlotFigure figure, double down)
    {
        var closed = figure.Spots.Count > 2 && figure.Spots[0] == figure.Spots[^1];
        var spots = closed ? figure.Spots.SkipLast(1) : figure.Spots;
        return "M" + string.Join("L", spots.Select(s => $"{N(s.X)} {N(s.Y + down)}")) + (closed ? "Z" : "");
    }

    /// <summary>
    /// G-code, words as ISO 6983 has them (from memory), in millimetres, Y up from the lower left corner: T1 the pen, T2 the folding point, T3
    /// the blade; Z2 lifted, Z-1 down. A line in brackets names what follows.
    /// </summary>
    public static string ToGCode(PlotJob job)
    {
        ArgumentNullException.ThrowIfNull(job);
        var (code, height, tool) = (new StringBuilder(), Mm(job.Size.Height), (PlotLayer?)null);
        code.Append("%\n").Append(CultureInfo.InvariantCulture, $"({Plain(job.Name)})\n").Append("G21 G90 G17\nG00 Z2\n");
        foreach (var figure in job.Figures)
        {
            if (figure.Layer != tool)
                code.Append(CultureInfo.InvariantCulture, $"T{(int)figure.Layer + 1} M06\n");
            tool = figure.Layer;
            code.Append(CultureInfo.InvariantCulture, $"({Plain(figure.Label)})\n");
            code.Append(CultureInfo.InvariantCulture, $"G00 X{N(figure.Spots[0].X)} Y{N(height - figure.Spots[0].Y)}\nG01 Z-1 F600\n");
            foreach (var spot in figure.Spots.Skip(1))
                code.Append(CultureInfo.InvariantCulture, $"G01 X{N(spot.X)} Y{N(height - spot.Y)} F3000\n");
            code.Append("G00 Z2\n");
        }
        return code.Append("G00 X0 Y0\nM30\n%\n").ToString();
    }

    // A bracket would end the comment it stands in.
    private static string Plain(string text) => new([.. text.Where(c => c is not ('(' or ')') && !char.IsControl(c))]);

    private static double Mm(Length length) => (double)length.Ticks / Length.TicksPerMillimetre;

    private static string N(double millimetres) => millimetres.ToString("0.####", CultureInfo.InvariantCulture);
}
