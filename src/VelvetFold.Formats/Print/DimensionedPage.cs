using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Print;

/// <summary>
/// A finished page with all its dimension lines. Each is drawn where its piece lies if its number finds a free place on the line there;
/// otherwise in a lane outside the page, with thin lines that lead to its ends. No number touches another or is left out.
/// </summary>
internal sealed class DimensionedPage
{
    private const double LaneStep = 12;
    private const double Tick = 2.5;

    // Where along a piece a line may stand, the middle first.
    private static readonly double[] Shares = [0.5, 0.3, 0.7, 0.15, 0.85, 0.4, 0.6, 0.08, 0.92];

    private readonly Kit _kit;
    private readonly Scene _scene;
    private readonly double _perTick;
    private readonly double _text;
    private readonly List<Area> _numbers = [];
    private readonly List<Area> _lines = [];
    private readonly List<Ink> _strokes = [];
    private readonly List<Ink> _texts = [];
    private readonly Dictionary<Edge, List<List<(double From, double To)>>> _lanes = Edges.All.ToDictionary(
        e => e,
        _ => new List<List<(double, double)>>()
    );

    private readonly record struct Area(double X, double Y, double Width, double Height)
    {
        public bool Touches(Area other) =>
            X < other.X + other.Width && other.X < X + Width && Y < other.Y + other.Height && other.Y < Y + Height;
    }

    /// <param name="text">The height of its numbers, in points.</param>
    public DimensionedPage(Kit kit, Scene scene, IReadOnlyList<PageDimension> dimensions, int scale, double text)
    {
        (_kit, _scene, Scale, _text) = (kit, scene, scale, text);
        _perTick = 72.0 / Length.TicksPerInch / scale;
        // Labels first: the lines have more places to go to.
        foreach (var label in scene.Marks.OfType<TextMark>())
            Label(label);
        // Long lines first: short ones find a place in a lane more easily.
        foreach (var dimension in dimensions.OrderByDescending(d => d.Mark.To - d.Mark.From))
            if (!Inside(dimension))
                Outside(dimension.Mark);
    }

    public int Scale { get; }

    public double Width => Margin(Edge.Left) + PageWidth + Margin(Edge.Right);

    public double Height => Margin(Edge.Top) + PageHeight + Margin(Edge.Bottom);

    private double PageWidth => _scene.Size.Width.Ticks * _perTick;

    private double PageHeight => _scene.Size.Height.Ticks * _perTick;

    // How far numbers and lines reach beyond the page there.
    private double Margin(Edge edge)
    {
        var areas = _numbers.Concat(_lines).DefaultIfEmpty().ToList();
        var reach = edge switch
        {
            Edge.Left => areas.Max(a => -a.X),
            Edge.Top => areas.Max(a => -a.Y),
            Edge.Right => areas.Max(a => a.X + a.Width - PageWidth),
            _ => areas.Max(a => a.Y + a.Height - PageHeight),
        };
        return Math.Max(0, reach) + 2;
    }

    /// <summary>The page with its top left corner, lanes included, at a spot.</summary>
    public PartInk Paint(Spot at)
    {
        var (x, y) = (at.X + Margin(Edge.Left), at.Y + Margin(Edge.Top));
        var page = ScenePainter.Paint(
            _kit,
            _scene with
            {
                Marks = [.. _scene.Marks.Where(m => m is not TextMark and not DimensionMark)],
            },
            new(x, y),
            Scale,
            _text
        );
        return new(Part.Picture, [.. page.Marks, new PageInk(new(x, y), 1, [.. _strokes, .. _texts])], page.Says);
    }

    // On the line itself, where it is long enough; along its piece wherever nothing stands yet.
    private bool Inside(PageDimension dimension)
    {
        var mark = dimension.Mark;
        var across = mark.Axis == Axis.Across;
        var (from, to) = (mark.From.Ticks * _perTick, mark.To.Ticks * _perTick);
        var (start, extent) = (dimension.Beside.Start.Ticks * _perTick, dimension.Beside.Extent.Ticks * _perTick);
        var (wide, high) = (Typesetter.Width(mark.Text, Typeface.Bold, _text) + 3, _text * 1.2);
        foreach (var turned in across ? new[] { false } : [false, true])
        {
            var (width, height) = turned ? (high, wide) : (wide, high);
            if ((across ? width : height) > to - from - 2 * Tick || (across ? height : width) > extent)
                continue;
            foreach (var share in Shares)
            {
                var at = start + extent * share;
                if (
                    across
                        ? at - height / 2 < start || at + height / 2 > start + extent
                        : at - width / 2 < start || at + width / 2 > start + extent
                )
                    continue;
                var middle = across ? new Spot((from + to) / 2, at) : new Spot(at, (from + to) / 2);
                var area = new Area(middle.X - width / 2, middle.Y - height / 2, width, height);
                var line = across ? new Area(from, at - 1, to - from, 2) : new Area(at - 1, from, 2, to - from);
                if (!IsOnPage(area) || _numbers.Exists(area.Touches) || _lines.Exists(area.Touches) || _numbers.Exists(line.Touches))
                    continue;
                Draw(mark, at, middle, area, line, turned);
                return true;
            }
        }
        return false;
    }

    private bool IsOnPage(Area area) =>
        area.X >= 0 && area.Y >= 0 && area.X + area.Width <= PageWidth && area.Y + area.Height <= PageHeight;

    private void Draw(DimensionMark mark, double at, Spot middle, Area area, Area line, bool turned)
    {
        var (from, to) = (mark.From.Ticks * _perTick, mark.To.Ticks * _perTick);
        Spot On(double along, double off) => mark.Axis == Axis.Across ? new(along, at + off) : new(at + off, along);
        _strokes.Add(
            new PathInk(
                [
                    [On(from, 0), On(to, 0)],
                    [On(from, -Tick), On(from, Tick)],
                    [On(to, -Tick), On(to, Tick)],
                ],
                null,
                Inks.Brass,
                0.6,
                Closed: false
            )
        );
        _lines.Add(line);
        Number(mark.Text, middle, area, turned);
    }

    private void Number(string text, Spot middle, Area area, bool turned) =>
        Write(area, middle, text, _text, Typeface.Bold, Inks.Brass, turned);

    // On white ground, so that no line runs through it.
    private void Write(Area area, Spot middle, string text, double size, Typeface type, string colour, bool turned)
    {
        _numbers.Add(area);
        var (right, bottom) = (area.X + area.Width, area.Y + area.Height);
        _texts.Add(
            new PathInk(
                [
                    [new(area.X, area.Y), new(right, area.Y), new(right, bottom), new(area.X, bottom)],
                ],
                Inks.White,
                null
            )
        );
        var at = turned ? new Spot(middle.X + size * 0.33, middle.Y) : new(middle.X, middle.Y + size * 0.33);
        _texts.Add(new TextInk(at, text, size, type, colour, Centred: true, Turned: turned));
    }

    private static double LaneAt(int lane) => lane * LaneStep + LaneStep / 2 + 4;

    // In the nearest lane beside the page that has room for it; the number beside the line where that is too short.
    private void Outside(DimensionMark mark)
    {
        var across = mark.Axis == Axis.Across;
        var (from, to, at) = (mark.From.Ticks * _perTick, mark.To.Ticks * _perTick, mark.At.Ticks * _perTick);
        var (length, size) = (across ? PageWidth : PageHeight, across ? PageHeight : PageWidth);
        var edge = (across, at < size / 2) switch
        {
            (true, true) => Edge.Top,
            (true, false) => Edge.Bottom,
            (false, true) => Edge.Left,
            _ => Edge.Right,
        };
        var wide = Typesetter.Width(mark.Text, Typeface.Bold, _text) + 3;
        var fits = wide <= to - from - 2 * Tick;
        // Beside a short line towards the middle of the page, so that it stays near it.
        var after = (from + to) / 2 < length / 2;
        var centre =
            fits ? (from + to) / 2
            : after ? to + Tick + wide / 2
            : from - Tick - wide / 2;
        var (start, end) = (Math.Min(from, centre - wide / 2) - 3, Math.Max(to, centre + wide / 2) + 3);
        var (width, height) = across ? (wide, _text * 1.2) : (_text * 1.2, wide);
        Spot On(double along, double off) => across ? new(along, off) : new(off, along);
        double Away(int lane) => edge is Edge.Top or Edge.Left ? -LaneAt(lane) : size + LaneAt(lane);
        Area At(int lane) => On(centre, Away(lane)) is var spot ? new(spot.X - width / 2, spot.Y - height / 2, width, height) : default;
        // Free in its lane, and at a corner of the page clear of the lanes of the other side as well.
        var lanes = _lanes[edge];
        var lane = Enumerable
            .Range(0, int.MaxValue)
            .First(n => (n >= lanes.Count || lanes[n].TrueForAll(t => end <= t.From || start >= t.To)) && !_numbers.Exists(At(n).Touches));
        while (lanes.Count <= lane)
            lanes.Add([]);
        lanes[lane].Add((start, end));
        var y = Away(lane);
        // Thin lines lead from its ends to the edges they measure.
        _strokes.Add(
            new PathInk(
                [
                    [On(from, at), On(from, y)],
                    [On(to, at), On(to, y)],
                ],
                null,
                Inks.Brass,
                0.2,
                Closed: false
            )
        );
        var middle = On(centre, y);
        var line = across ? new Area(from, y - 1, to - from, 2) : new Area(y - 1, from, 2, to - from);
        Draw(mark, y, middle, At(lane), line, turned: !across);
    }

    private void Label(TextMark mark)
    {
        var within = mark.Within;
        var (x, y) = (within.X.Ticks * _perTick, within.Y.Ticks * _perTick);
        var (w, h) = (within.Width.Ticks * _perTick, within.Height.Ticks * _perTick);
        foreach (var size in new[] { _text, _text * 0.85 })
        foreach (var turned in new[] { false, true })
        {
            var (wide, high) = (Typesetter.Width(mark.Text, Typeface.Sans, size) + 3, size * 1.25);
            var (width, height) = turned ? (high, wide) : (wide, high);
            if (width > w || height > h)
                continue;
            foreach (var (down, right) in Shares.Take(5).SelectMany(d => Shares.Take(5).Select(r => (d, r))))
            {
                var area = new Area(x + (w - width) * right, y + (h - height) * down, width, height);
                if (_numbers.Exists(area.Touches) || !IsOnPage(area))
                    continue;
                Write(area, new(area.X + width / 2, area.Y + height / 2), mark.Text, size, Typeface.Sans, Inks.Ink, turned);
                return;
            }
        }
    }
}
