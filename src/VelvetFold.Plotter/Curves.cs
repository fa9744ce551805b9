namespace VelvetFold.Plotter;

/// <summary>Curves as the machine follows them: in straight steps that leave the curve by no more than a hundredth of a
/// millimetre.</summary>
internal static class Curves
{
    private const double Off = 0.01;

    /// <summary>A circle's arc about a centre, from one place to another; its start is left out, its end as it is told.</summary>
    public static IEnumerable<PlotPoint> Arc(double x, double y, double toX, double toY, double cx, double cy, bool clockwise)
    {
        var r = Math.Sqrt((x - cx) * (x - cx) + (y - cy) * (y - cy));
        var (from, to) = (Math.Atan2(y - cy, x - cx), Math.Atan2(toY - cy, toX - cx));
        var sweep = to - from;
        if (clockwise && sweep >= -1e-9)
            sweep -= 2 * Math.PI;
        if (!clockwise && sweep <= 1e-9)
            sweep += 2 * Math.PI;
        var steps = Steps(r, sweep);
        for (var i = 1; i < steps; i++)
            yield return new(cx + r * Math.Cos(from + sweep * i / steps), cy + r * Math.Sin(from + sweep * i / steps));
    }

    /// <summary>So many steps along an arc of that radius.</summary>
    public static int Steps(double radius, double sweep) =>
        radius <= Off ? 1 : Math.Clamp((int)Math.Ceiling(Math.Abs(sweep) / (2 * Math.Acos(1 - Off / radius))), 1, 20_000);

    /// <summary>A cubic curve, its start left out.</summary>
    public static IEnumerable<PlotPoint> Cubic(PlotPoint a, PlotPoint b, PlotPoint c, PlotPoint d)
    {
        // The distance of a curve from its chord is less than an eighth of its second difference (the usual bound for cubics).
        var bend = Math.Max(
            Math.Sqrt(Math.Pow(a.X - 2 * b.X + c.X, 2) + Math.Pow(a.Y - 2 * b.Y + c.Y, 2)),
            Math.Sqrt(Math.Pow(b.X - 2 * c.X + d.X, 2) + Math.Pow(b.Y - 2 * c.Y + d.Y, 2))
        );
        var steps = Math.Clamp((int)Math.Ceiling(Math.Sqrt(6 * bend / (8 * Off))), 1, 5_000);
        for (var i = 1; i <= steps; i++)
        {
            var (t, u) = ((double)i / steps, 1 - (double)i / steps);
            yield return new(
                u * u * u * a.X + 3 * u * u * t * b.X + 3 * u * t * t * c.X + t * t * t * d.X,
                u * u * u * a.Y + 3 * u * u * t * b.Y + 3 * u * t * t * c.Y + t * t * t * d.Y
            );
        }
    }

    /// <summary>An elliptical arc from one place to another, as SVG tells it (SVG 1.1, appendix F.6); its start left out.</summary>
    public static IEnumerable<PlotPoint> Ellipse(PlotPoint a, double rx, double ry, double turn, bool large, bool sweeps, PlotPoint b)
    {
        (rx, ry) = (Math.Abs(rx), Math.Abs(ry));
        if (rx < 1e-9 || ry < 1e-9 || a.To(b) < 1e-9)
        {
            yield return b;
            yield break;
        }
        var (cos, sin) = (Math.Cos(turn * Math.PI / 180), Math.Sin(turn * Math.PI / 180));
        var (hx, hy) = ((a.X - b.X) / 2, (a.Y - b.Y) / 2);
        var (px, py) = (cos * hx + sin * hy, -sin * hx + cos * hy);
        var stretch = px * px / (rx * rx) + py * py / (ry * ry);
        if (stretch > 1)
            (rx, ry) = (rx * Math.Sqrt(stretch), ry * Math.Sqrt(stretch));
        var under = rx * rx * py * py + ry * ry * px * px;
        var root = Math.Sqrt(Math.Max(0, (rx * rx * ry * ry - under) / under)) * (large == sweeps ? -1 : 1);
        var (qx, qy) = (root * rx * py / ry, -root * ry * px / rx);
        var (cx, cy) = (cos * qx - sin * qy + (a.X + b.X) / 2, sin * qx + cos * qy + (a.Y + b.Y) / 2);
        var from = Math.Atan2((py - qy) / ry, (px - qx) / rx);
        var sweep = Math.Atan2((-py - qy) / ry, (-px - qx) / rx) - from;
        if (sweeps && sweep < 0)
            sweep += 2 * Math.PI;
        if (!sweeps && sweep > 0)
            sweep -= 2 * Math.PI;
        var steps = Steps(Math.Max(rx, ry), sweep);
        for (var i = 1; i < steps; i++)
        {
            var at = from + sweep * i / steps;
            var (ex, ey) = (rx * Math.Cos(at), ry * Math.Sin(at));
            yield return new(cos * ex - sin * ey + cx, sin * ex + cos * ey + cy);
        }
        yield return b;
    }
}
