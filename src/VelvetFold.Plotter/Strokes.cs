using System.Text.Json.Serialization;

namespace VelvetFold.Plotter;

/// <summary>What the carriage holds.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PlotTool>))]
public enum PlotTool
{
    [JsonStringEnumMemberName("pen")]
    Pen,

    /// <summary>A blunt point that scores a fold.</summary>
    [JsonStringEnumMemberName("fold")]
    Fold,

    [JsonStringEnumMemberName("blade")]
    Blade,
}

/// <summary>A place on the sheet in millimetres, from its top left corner, down as on a screen.</summary>
[method: JsonConstructor]
public readonly record struct PlotPoint(double X, double Y)
{
    internal double To(PlotPoint other) => Math.Sqrt((other.X - X) * (other.X - X) + (other.Y - Y) * (other.Y - Y));
}

/// <summary>One line that a tool draws without being lifted.</summary>
/// <param name="Begins">When it is set down, in seconds from the start.</param>
/// <param name="Ends">When it is lifted.</param>
/// <param name="Name">What the file calls it; none where it calls it nothing.</param>
public sealed record Stroke(PlotTool Tool, IReadOnlyList<PlotPoint> Points, double Begins, double Ends, string? Name)
{
    /// <summary>Whether it ends where it began, within a twentieth of a millimetre: only then what is cut comes free.</summary>
    public bool IsClosed => Points.Count > 2 && Points[0].To(Points[^1]) <= 0.05;

    /// <summary>How long it is, in millimetres.</summary>
    public double Length => Points.Zip(Points.Skip(1)).Sum(p => p.First.To(p.Second));
}

/// <summary>Something that was not drawn, or not as the file has it.</summary>
/// <param name="Where">The line of the file, from 1; 0 where no line is to be named.</param>
/// <param name="Code">What kind of thing it is: <c>unknown</c>, <c>off-sheet</c>, <c>open-cut</c>, <c>too-small</c>,
/// <c>no-layer</c>.</param>
/// <param name="What">What stands there: the word, the element, the name of the line.</param>
public sealed record PlotReport(int Where, string Code, string What);

/// <summary>What the plotter made of a file.</summary>
/// <param name="Width">The sheet's, in millimetres.</param>
/// <param name="Seconds">From the start to the last line, travelling included.</param>
public sealed record Plotted(double Width, double Height, IReadOnlyList<Stroke> Strokes, IReadOnlyList<PlotReport> Reports, double Seconds);

/// <summary>The file is no plot file at all.</summary>
public sealed class PlotFileException(string message) : Exception(message);
