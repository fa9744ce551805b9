using VelvetFold.Core.Drawing;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Print;

/// <summary>The outline of a box whose edges are torn, scalloped, punched, rounded, mitred or dovetailed; drawn, not measured.</summary>
public static class WorkedEdges
{
    /// <summary>How far a worked edge goes in and out, in ticks: 1/12 in, which is drawn and never measured.</summary>
    private const double Depth = Length.TicksPerInch / 12.0;

    /// <summary>The corners of the outline, in the box's own direction from its top left corner.</summary>
    /// <param name="perTick">Points for each tick of length.</param>
    public static List<Spot> Outline(double x, double y, double width, double height, IReadOnlyList<SceneEdge> edges, double perTick)
    {
        var depth = Depth * perTick;
        string? Work(Edge edge) => edges.FirstOrDefault(e => e.Edge == edge)?.Work;
        IEnumerable<(double T, double In)> Walk(Edge edge) =>
            WalkAlong(Work(edge), edge is Edge.Top or Edge.Bottom ? width : height, depth);
        List<Spot> spots =
        [
            .. Walk(Edge.Top).Select(p => new Spot(x + p.T, y + p.In)),
            .. Walk(Edge.Right).Select(p => new Spot(x + width - p.In, y + p.T)),
            .. Walk(Edge.Bottom).Select(p => new Spot(x + width - p.T, y + height - p.In)),
            .. Walk(Edge.Left).Select(p => new Spot(x + p.In, y + height - p.T)),
        ];
        if (!edges.Any(e => e.Work == "mitred"))
            return spots;
        // A mitred end runs off at 45 degrees, as far as the strip is wide.
        var lean = Math.Min(width, height);
        double Mitre(Edge edge, double by) => Work(edge) == "mitred" ? by : 0;
        return
        [
            .. spots.Select(s => new Spot(
                s.X
                    + (
                        s.Y > y + height / 2 ? 0
                        : s.X < x + width / 2 ? Mitre(Edge.Left, lean)
                        : -Mitre(Edge.Right, lean)
                    ),
                s.Y
                    + (
                        s.X > x + width / 2 ? 0
                        : s.Y < y + height / 2 ? Mitre(Edge.Top, lean)
                        : -Mitre(Edge.Bottom, lean)
                    )
            )),
        ];
    }

    // How far along an edge, and how far into the piece.
    private static IEnumerable<(double T, double In)> WalkAlong(string? work, double length, double depth)
    {
        switch (work)
        {
            case "torn":
                var teeth = Math.Max(6, (int)Math.Round(length / (depth * 1.4)));
                return Enumerable.Range(0, teeth + 1).Select(i => (length * i / teeth, depth * (0.1 + 0.9 * Rough(i + length))));
            case "scalloped" or "punched":
                const int fine = 6;
                var bows = Math.Max(2, (int)Math.Round(length / (depth * 3))) * fine;
                double In(int i) => depth * (1 - Math.Abs(Math.Sin((double)i / fine * Math.PI)));
                return Enumerable.Range(0, bows + 1).Select(i => (length * i / bows, work == "scalloped" ? In(i) : depth - In(i)));
            case "dovetailed":
                return [(0, 0), (length / 2, Math.Min(length / 2, depth * 6)), (length, 0)];
            case "rounded":
                var r = Math.Min(depth * 2.5, length / 2);
                double[] bend = [0, 0.07, 0.29, 0.62, 1];
                return
                [
                    .. bend.Select((b, i) => (r * (1 - bend[4 - i]), r * (1 - b))),
                    .. bend.Select((b, i) => (length - r * (1 - b), r * (1 - bend[4 - i]))),
                ];
            default:
                return [(0, 0), (length, 0)];
        }
    }

    // A number between 0 and 1 that is the same for the same place, so that a torn edge prints the same every time.
    private static double Rough(double n)
    {
        var x = Math.Sin(n * 12.9898) * 43758.5453;
        return x - Math.Floor(x);
    }
}
