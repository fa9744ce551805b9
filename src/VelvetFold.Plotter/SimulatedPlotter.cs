namespace VelvetFold.Plotter;

/// <summary>
/// A plotter that is not there: it takes a plot file as a machine would, knows nothing but what stands in it, and draws it stroke by stroke
/// on a virtual sheet.
/// </summary>
/// <remarks>It reads SVG (layers named <c>pen</c>, <c>fold</c> and <c>cut</c>) and a plain subset of G-code.</remarks>
public static class SimulatedPlotter
{
    /// <summary>Millimetres a second: travelling lifted, and with each tool (ours; no machine is meant).</summary>
    private const double Travel = 250;

    /// <summary>Seconds that lifting or setting down takes, and that changing the tool takes.</summary>
    private const double Lift = 0.1;

    private const double Change = 3;

    /// <summary>The largest file that is read, in characters.</summary>
    public const int LargestFile = 5_000_000;

    /// <summary>The most points of all lines together.</summary>
    public const int MostPoints = 500_000;

    /// <summary>Draws a file on a sheet.</summary>
    /// <param name="file">SVG where it begins with a tag, else G-code.</param>
    /// <param name="width">The sheet's, in millimetres; of an SVG file the file says it, and this is not looked at.</param>
    /// <exception cref="PlotFileException">It is neither, or larger than a plotter's memory.</exception>
    public static Plotted Draw(string file, double width = 304.8, double height = 304.8)
    {
        ArgumentNullException.ThrowIfNull(file);
        if (file.Length > LargestFile)
            throw new PlotFileException($"The file has {file.Length} characters; {LargestFile} are the most.");
        var page = file.TrimStart('\uFEFF', ' ', '\t', '\r', '\n').StartsWith('<')
            ? SvgPlot.Read(file)
            : GCodePlot.Read(file, width, height);
        return Timed(page);
    }

    internal sealed record Line(PlotTool Tool, IReadOnlyList<PlotPoint> Points, string? Name, int Where);

    internal sealed record Page(double Width, double Height, IReadOnlyList<Line> Lines, List<PlotReport> Reports);

    // As a machine does it: what is off the sheet is not drawn, one tool after the other as the file has them.
    private static Plotted Timed(Page page)
    {
        var (strokes, clock, at, tool) = (new List<Stroke>(), 0.0, new PlotPoint(0, 0), (PlotTool?)null);
        foreach (var line in page.Lines)
        {
            if (line.Points.Any(p => p.X < -0.01 || p.Y < -0.01 || p.X > page.Width + 0.01 || p.Y > page.Height + 0.01))
            {
                page.Reports.Add(new(line.Where, "off-sheet", line.Name ?? ""));
                continue;
            }
            var length = line.Points.Zip(line.Points.Skip(1)).Sum(p => p.First.To(p.Second));
            if (length < 0.2)
            {
                page.Reports.Add(new(line.Where, "too-small", line.Name ?? ""));
                continue;
            }
            if (tool != line.Tool)
                clock += Change;
            tool = line.Tool;
            var begins = clock + at.To(line.Points[0]) / Travel + Lift;
            var ends = begins + length / Speed(line.Tool);
            var stroke = new Stroke(line.Tool, line.Points, Round(begins), Round(ends), line.Name);
            if (line.Tool == PlotTool.Blade && !stroke.IsClosed)
                page.Reports.Add(new(line.Where, "open-cut", line.Name ?? ""));
            strokes.Add(stroke);
            (clock, at) = (ends + Lift, line.Points[^1]);
        }
        return new(page.Width, page.Height, strokes, page.Reports, Round(clock));
    }

    private static double Speed(PlotTool tool) =>
        tool switch
        {
            PlotTool.Pen => 120,
            PlotTool.Fold => 80,
            _ => 50,
        };

    private static double Round(double seconds) => Math.Round(seconds, 3);
}
