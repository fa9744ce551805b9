using System.Globalization;
using System.Text.RegularExpressions;

namespace VelvetFold.Plotter;

/// <summary>
/// The plain subset of G-code, words as ISO 6983 has them (from memory): G00 and G01 moves, G02 and G03 arcs by I and J, G20/G70 inches,
/// G21/G71 millimetres, G90 and G91, tool change by T and M06 (T1 pen, T2 fold, T3 blade), Z above nothing lifted and else down, M02 and M30
/// the end, F and S read and left. Y points up from the sheet's lower left corner, as on a machine.
/// </summary>
internal static partial class GCodePlot
{
    public static SimulatedPlotter.Page Read(string text, double width, double height)
    {
        if (width is not (> 0 and <= 5_000) || height is not (> 0 and <= 5_000))
            throw new PlotFileException("A sheet is from 1 to 5000 mm wide and high.");
        var (lines, reports) = (new List<SimulatedPlotter.Line>(), new List<PlotReport>());
        var (x, y, down, tool, wanted) = (0.0, 0.0, false, (PlotTool?)null, (PlotTool?)null);
        var (unit, absolute, motion, points, name, known, total) = (1.0, true, 0, new List<PlotPoint>(), (string?)null, 0, 0);
        PlotPoint Here() => new(x, height - y);
        void End(int where)
        {
            if (points.Count > 1 && tool is { } held)
                lines.Add(new(held, [.. points], name, where));
            points.Clear();
        }
        var rows = text.Split('\n');
        for (var row = 0; row < rows.Length; row++)
        {
            var where = row + 1;
            var plain = rows[row].Trim();
            if (Comment().Match(plain) is { Success: true } comment)
                name = comment.Groups[1].Value.Trim() is { Length: > 0 } said ? said : name;
            plain = Comment().Replace(plain, " ").Split(';')[0].Trim().ToUpperInvariant();
            if (plain.Length == 0 || plain == "%")
                continue;
            var words = Word().Matches(plain);
            if (words.Sum(w => w.Length) != plain.Count(c => !char.IsWhiteSpace(c)))
            {
                reports.Add(new(where, "unknown", plain.Length > 60 ? plain[..60] : plain));
                continue;
            }
            var (to, centre, moves, lifted) = ((X: x, Y: y), (I: 0.0, J: 0.0), false, (double?)null);
            foreach (Match word in words)
            {
                var value = double.Parse(word.Groups[2].Value, CultureInfo.InvariantCulture);
                var code = (int)value;
                switch (word.Groups[1].Value)
                {
                    case "G" when code is 0 or 1 or 2 or 3:
                        (motion, known) = (code, known + 1);
                        break;
                    case "G" when code is 20 or 70:
                        unit = 25.4;
                        break;
                    case "G" when code is 21 or 71:
                        unit = 1;
                        break;
                    case "G" when code is 90 or 91:
                        absolute = code == 90;
                        break;
                    case "G" when code is 17:
                    case "N" or "F" or "S":
                        break;
                    case "T" when code is >= 1 and <= 3:
                        wanted = (PlotTool)(code - 1);
                        break;
                    case "M" when code is 6 && wanted is { } next:
                        End(where);
                        (tool, down) = (next, false);
                        break;
                    case "M" when code is 2 or 30:
                        End(where);
                        return new(width, height, lines, reports);
                    case "X":
                        (to.X, moves) = (absolute ? value * unit : x + value * unit, true);
                        break;
                    case "Y":
                        (to.Y, moves) = (absolute ? value * unit : y + value * unit, true);
                        break;
                    case "Z":
                        lifted = value;
                        break;
                    case "I":
                        centre.I = value * unit;
                        break;
                    case "J":
                        centre.J = value * unit;
                        break;
                    default:
                        reports.Add(new(where, "unknown", word.Value));
                        break;
                }
            }
            if (lifted is { } z && z > 0)
            {
                End(where);
                down = false;
            }
            if (moves)
            {
                if (down && motion == 0)
                    reports.Add(new(where, "unknown", "G00 with the tool down"));
                if (down && motion is 2 or 3)
                    foreach (var at in Curves.Arc(x, y, to.X, to.Y, x + centre.I, y + centre.J, clockwise: motion == 2))
                        points.Add(new(at.X, height - at.Y));
                (x, y) = to;
                if (down)
                    points.Add(Here());
                if ((total += points.Count > 0 ? 1 : 0) > SimulatedPlotter.MostPoints)
                    throw new PlotFileException($"The file has more than {SimulatedPlotter.MostPoints} points.");
            }
            if (lifted is { } low && low <= 0 && !down)
            {
                if (tool is null)
                    reports.Add(new(where, "unknown", "down without a tool"));
                down = true;
                points.Add(Here());
            }
        }
        End(rows.Length);
        return known == 0 && lines.Count == 0
            ? throw new PlotFileException("It is neither SVG nor G-code: no line of it is a move.")
            : new(width, height, lines, reports);
    }

    [GeneratedRegex(@"\(([^)]*)\)")]
    private static partial Regex Comment();

    [GeneratedRegex(@"([A-Z])([+-]?(?:\d+\.?\d*|\.\d+))")]
    private static partial Regex Word();
}
