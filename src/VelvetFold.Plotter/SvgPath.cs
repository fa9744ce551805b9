using System.Globalization;
using System.Text.RegularExpressions;

namespace VelvetFold.Plotter;

/// <summary>The path data of SVG as the figures it draws, curves in straight steps (SVG 1.1, chapter 8.3).</summary>
internal static partial class SvgPath
{
    /// <returns>The figures; null where the text is no path.</returns>
    public static IReadOnlyList<List<PlotPoint>>? Read(string d)
    {
        var tokens = Token().Matches(d);
        if (tokens.Sum(t => t.Length) != d.Count(c => !char.IsWhiteSpace(c) && c != ','))
            return null;
        var (figures, figure, i) = (new List<List<PlotPoint>>(), new List<PlotPoint>(), 0);
        var (at, start, bend, command) = (new PlotPoint(0, 0), new PlotPoint(0, 0), (Kind: ' ', At: new PlotPoint(0, 0)), ' ');
        bool Has() => i < tokens.Count && !char.IsLetter(tokens[i].Value[0]);
        double N() =>
            i < tokens.Count && double.TryParse(tokens[i++].Value, NumberStyles.Float, CultureInfo.InvariantCulture, out var v)
                ? v
                : double.NaN;
        PlotPoint P(bool relative)
        {
            var (x, y) = (N(), N());
            return relative ? new(at.X + x, at.Y + y) : new(x, y);
        }
        while (i < tokens.Count)
        {
            if (!Has())
                command = tokens[i++].Value[0];
            else if (command is ' ' or 'Z' or 'z')
                return null;
            var relative = char.IsLower(command);
            var drawn = bend;
            bend = (' ', at);
            switch (char.ToUpperInvariant(command))
            {
                case 'M':
                    at = start = P(relative);
                    figures.Add(figure = [at]);
                    command = relative ? 'l' : 'L';
                    break;
                case 'L':
                    figure.Add(at = P(relative));
                    break;
                case 'H':
                    figure.Add(at = new(relative ? at.X + N() : N(), at.Y));
                    break;
                case 'V':
                    figure.Add(at = new(at.X, relative ? at.Y + N() : N()));
                    break;
                case 'C' or 'S':
                    var first =
                        char.ToUpperInvariant(command) == 'C' ? P(relative)
                        : drawn.Kind == 'C' ? Beyond(at, drawn.At)
                        : at;
                    var second = P(relative);
                    var end = P(relative);
                    figure.AddRange(Curves.Cubic(at, first, second, end));
                    (bend, at) = (('C', second), end);
                    break;
                case 'Q' or 'T':
                    var by =
                        char.ToUpperInvariant(command) == 'Q' ? P(relative)
                        : drawn.Kind == 'Q' ? Beyond(at, drawn.At)
                        : at;
                    var to = P(relative);
                    figure.AddRange(Curves.Cubic(at, Between(at, by), Between(to, by), to));
                    (bend, at) = (('Q', by), to);
                    break;
                case 'A':
                    var (rx, ry, turn, large, sweeps) = (N(), N(), N(), N() != 0, N() != 0);
                    var stop = P(relative);
                    figure.AddRange(Curves.Ellipse(at, rx, ry, turn, large, sweeps, stop));
                    at = stop;
                    break;
                case 'Z':
                    figure.Add(at = start);
                    figures.Add(figure = [at]);
                    break;
                default:
                    return null;
            }
            if (double.IsNaN(at.X) || double.IsNaN(at.Y))
                return null;
        }
        return [.. figures.Where(f => f.Count > 1)];
    }

    private static PlotPoint Beyond(PlotPoint at, PlotPoint before) => new(2 * at.X - before.X, 2 * at.Y - before.Y);

    // A quadratic curve is the cubic one with its handles two thirds of the way (exact).
    private static PlotPoint Between(PlotPoint end, PlotPoint by) => new(end.X + (by.X - end.X) * 2 / 3, end.Y + (by.Y - end.Y) * 2 / 3);

    [GeneratedRegex(@"[MmLlHhVvCcSsQqTtAaZz]|[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?")]
    private static partial Regex Token();
}
