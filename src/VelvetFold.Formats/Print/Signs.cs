using System.Globalization;
using System.Text.Json;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Print;

/// <summary>The signs of the wordless guide as marks on a page.</summary>
internal static class Signs
{
    /// <summary>The field a sign is drawn in.</summary>
    private const double Field = 24;

    /// <summary>Its name, as its words go by.</summary>
    public static string Name(Symbol symbol) => JsonNamingPolicy.KebabCaseLower.ConvertName(symbol.ToString());

    /// <summary>A sign as high as so many points.</summary>
    public static PartInk Draw(Symbol symbol, Spot at, double high, string colour, string says)
    {
        var scale = high / Field;
        Spot On(double x, double y) => new(at.X + x * scale, at.Y + y * scale);
        var (lines, curves, current) = (new List<(List<Spot> Figure, bool Closed)>(), new List<IReadOnlyList<Spot>>(), new List<Spot>());
        var words = Symbols.Path(symbol).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (var i = 0; i < words.Length; )
        {
            var word = words[i];
            double Number(int n) => double.Parse(words[i + n].TrimStart('M', 'L', 'C'), CultureInfo.InvariantCulture);
            switch (word[0])
            {
                case 'M':
                    if (current.Count > 1)
                        lines.Add((current, false));
                    current = [On(Number(0), Number(1))];
                    i += 2;
                    break;
                case 'L':
                    current.Add(On(Number(0), Number(1)));
                    i += 2;
                    break;
                case 'C':
                    curves.Add([current[^1], On(Number(0), Number(1)), On(Number(2), Number(3)), On(Number(4), Number(5))]);
                    if (current.Count > 1)
                        lines.Add((current, false));
                    current = [On(Number(4), Number(5))];
                    i += 6;
                    break;
                default:
                    if (current.Count > 1)
                        lines.Add((current, true));
                    current = [current[0]];
                    i++;
                    break;
            }
        }
        if (current.Count > 1)
            lines.Add((current, false));
        var width = 1.6 * scale;
        List<Ink> marks = [.. lines.Select(l => new PathInk([l.Figure], null, colour, width, l.Closed))];
        if (curves.Count > 0)
            marks.Add(new CurveInk(curves, colour, width));
        return new(says == "" ? Part.Ornament : Part.Picture, marks, says == "" ? null : says);
    }

    /// <summary>A part in hand with the edge that lies at the fence in strong.</summary>
    public static PartInk Fence(Edge fence, Spot at, double high)
    {
        Spot[] corners = [at, new(at.X + high, at.Y), new(at.X + high, at.Y + high), new(at.X, at.Y + high)];
        var side = fence switch
        {
            Edge.Top => (0, 1),
            Edge.Right => (1, 2),
            Edge.Bottom => (2, 3),
            _ => (3, 0),
        };
        return new(
            Part.Ornament,
            [
                new PathInk([corners], null, Inks.Soft, 0.6),
                new PathInk(
                    [
                        [corners[side.Item1], corners[side.Item2]],
                    ],
                    null,
                    Inks.Ink,
                    2.2,
                    Closed: false
                ),
            ]
        );
    }
}
