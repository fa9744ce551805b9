using System.Globalization;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Formats.Print;

/// <summary>Draws a scene to scale on a page. No text lies over another or off the picture; what finds no room is left out, and stands
/// in the words beside it.</summary>
public sealed class ScenePainter
{
    private static readonly int[] Scales = [1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 24, 32, 48, 64];

    private readonly Kit _kit;
    private readonly Scene _scene;
    private readonly Spot _at;
    private readonly double _perTick;
    private readonly double _text;

    /// <summary>Where along its line a number stands best.</summary>
    private static readonly double[] Along = [0.5, 0.3, 0.7, 0.12, 0.88];

    private readonly List<Ink> _marks = [];
    private readonly List<(double X, double Y, double Width, double Height)> _taken = [];

    private ScenePainter(Kit kit, Scene scene, Spot at, int scale, double text) =>
        (_kit, _scene, _at, _perTick, _text) = (kit, scene, at, 72.0 / Length.TicksPerInch / scale, text);

    /// <summary>Draws a scene at 1 : <paramref name="scale"/> with its top left corner at a spot.</summary>
    /// <param name="text">The height of its text, in points.</param>
    public static PartInk Paint(Kit kit, Scene scene, Spot at, int scale, double text = 7)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var painter = new ScenePainter(kit, scene, at, scale, text);
        foreach (var mark in scene.Marks.Where(m => m is not TextMark and not DimensionMark))
            painter.Draw(mark);
        // Numbers before names: a measurement must be read. The shortest lines first: they have the least choice.
        foreach (var mark in scene.Marks.OfType<DimensionMark>().OrderBy(d => (d.To - d.From).Magnitude))
            painter.Dimension(mark);
        foreach (var mark in scene.Marks.OfType<TextMark>())
            painter.Label(mark);
        return new(Part.Picture, painter._marks, scene.Says.ToString());
    }

    /// <summary>The size of a scene at that scale, in points.</summary>
    public static (double Width, double Height) SizeAt(Scene scene, int scale) =>
        (scene.Size.Width.ToInches() * 72 / scale, scene.Size.Height.ToInches() * 72 / scale);

    /// <summary>The largest scale of the usual ones at which a scene is no larger than so many points.</summary>
    public static int ScaleFor(Scene scene, double width, double height) =>
        Scales.FirstOrDefault(n => SizeAt(scene, n) is var (w, h) && w <= width && h <= height, 128);

    private double X(Length x) => _at.X + x.Ticks * _perTick;

    private double Y(Length y) => _at.Y + y.Ticks * _perTick;

    private void Draw(Mark mark)
    {
        switch (mark)
        {
            case BoxMark box:
                Box(box);
                break;
            case LineMark line:
                Line(line);
                break;
            default:
                break;
        }
    }

    private void Box(BoxMark mark)
    {
        var outline = Outline(mark);
        IReadOnlyList<IReadOnlyList<Spot>> figures = mark.Hole is { } hole ? [outline, Corners(hole)] : [outline];
        switch (mark.Role)
        {
            case Role.Page or Role.Sheet:
                _marks.Add(new PathInk(figures, Inks.White, Inks.Soft, 0.6));
                break;
            case Role.Paper or Role.Mat:
                Paper(mark, figures);
                break;
            case Role.Photo:
                Photo(mark, figures);
                break;
            case Role.Empty:
                _marks.Add(new PathInk(figures, Inks.White, Inks.Soft, 0.6, Dash: 2.5));
                break;
            case Role.New:
                _marks.Add(new PathInk(figures, null, Inks.Velvet, 1.8));
                break;
            case Role.Offcut:
                _marks.Add(new PathInk(figures, "#F3EEE8", Inks.Line, 0.4, Dash: 2));
                break;
            case Role.TearStrip:
                _marks.Add(new PathInk(figures, "#E4D8C6", Inks.Line, 0.4, Dash: 2));
                break;
            case Role.Ghost:
                _marks.Add(new PathInk(figures, null, Inks.Velvet, 0.8, Dash: 2.5));
                break;
            default:
                _marks.Add(new PathInk(figures, null, Inks.Soft, 0.4));
                break;
        }
    }

    private void Paper(BoxMark mark, IReadOnlyList<IReadOnlyList<Spot>> figures)
    {
        var face =
            mark.Fill is { } fill && _kit.Paper(fill.Paper) is { } paper
                ? paper[fill.Face == nameof(SheetFace.B) ? SheetFace.B : SheetFace.A]
                : null;
        _marks.Add(new PathInk(figures, face?.Colour ?? mark.Colour ?? Inks.White, null));
        if (face is { Print: not PrintKind.Solid, Ink: { } ink } && Print(face.Print, ink, mark, figures) is { Count: > 0 } print)
            _marks.Add(new ClippedInk(figures, print));
        _marks.Add(new PathInk(figures, null, Inks.Ink, 0.35));
    }

    // A few strokes that show kind and direction, never finer than can be printed.
    private List<Ink> Print(PrintKind kind, string ink, BoxMark mark, IReadOnlyList<IReadOnlyList<Spot>> figures)
    {
        var (left, top) = (figures[0].Min(s => s.X), figures[0].Min(s => s.Y));
        var (right, bottom) = (figures[0].Max(s => s.X), figures[0].Max(s => s.Y));
        var step = Math.Max(5, Length.Inches(0, 1, 2).Ticks * _perTick);
        var turned = mark.Fill?.Turned ?? false;
        var strokes = new List<IReadOnlyList<Spot>>();
        void Stripes(bool upright)
        {
            for (var at = (upright ? left : top) + step / 2; at < (upright ? right : bottom); at += step)
                strokes.Add(upright ? [new(at, top), new(at, bottom)] : [new(left, at), new(right, at)]);
        }
        if (kind is PrintKind.Stripe or PrintKind.Plaid)
            Stripes(!turned);
        if (kind == PrintKind.Plaid)
            Stripes(turned);
        if (strokes.Count > 0)
            return [new PathInk(strokes, null, ink, Math.Max(0.4, step / 8), Closed: false)];
        // Spots on every other place; of what has one way up, small arrow heads that point up.
        var spots = new List<IReadOnlyList<Spot>>();
        var r = Math.Max(0.5, step / 7);
        for (var (y, row) = (top + step / 2, 0); y < bottom; y += step, row++)
        for (var x = left + (row % 2 == 0 ? step / 2 : step); x < right; x += step)
            spots.Add(
                kind is PrintKind.Figures or PrintKind.Lettering
                    ? turned
                        ? [new(x - r, y - r), new(x + r, y), new(x - r, y + r)]
                        : [new(x - r, y + r), new(x, y - r), new(x + r, y + r)]
                    : [new(x - r, y), new(x, y - r), new(x + r, y), new(x, y + r)]
            );
        return [new PathInk(spots, ink, null)];
    }

    // A ground, a horizon and a hill: a photo of nothing in particular.
    private void Photo(BoxMark mark, IReadOnlyList<IReadOnlyList<Spot>> figures)
    {
        _marks.Add(new PathInk(figures, "#D3DADD", null));
        var (x, y, w, h) = (X(mark.Box.X), Y(mark.Box.Y), mark.Box.Width.Ticks * _perTick, mark.Box.Height.Ticks * _perTick);
        _marks.Add(
            new ClippedInk(
                figures,
                [
                    new PathInk(
                        [
                            [
                                new(x, y + h),
                                new(x, y + h * 0.7),
                                new(x + w * 0.35, y + h * 0.5),
                                new(x + w * 0.6, y + h * 0.72),
                                new(x + w * 0.75, y + h * 0.62),
                                new(x + w, y + h * 0.8),
                                new(x + w, y + h),
                            ],
                        ],
                        "#A9B3A8",
                        null
                    ),
                ]
            )
        );
        _marks.Add(new PathInk(figures, null, Inks.Ink, 0.35));
    }

    private List<Spot> Corners(Core.Measures.Box box) =>
        [new(X(box.X), Y(box.Y)), new(X(box.Right), Y(box.Y)), new(X(box.Right), Y(box.Bottom)), new(X(box.X), Y(box.Bottom))];

    private List<Spot> Outline(BoxMark mark)
    {
        var (x, y, w, h) = (X(mark.Box.X), Y(mark.Box.Y), mark.Box.Width.Ticks * _perTick, mark.Box.Height.Ticks * _perTick);
        List<Spot> spots = mark.Shape switch
        {
            "circle" or "oval" =>
            [
                .. Enumerable
                    .Range(0, 64)
                    .Select(i => new Spot(x + w / 2 * (1 + Math.Cos(i * Math.PI / 32)), y + h / 2 * (1 + Math.Sin(i * Math.PI / 32)))),
            ],
            "hexagon" =>
            [
                new(x + w / 2, y),
                new(x + w, y + h / 4),
                new(x + w, y + h * 3 / 4),
                new(x + w / 2, y + h),
                new(x, y + h * 3 / 4),
                new(x, y + h / 4),
            ],
            "template" when mark.Points is { Count: >= 3 } points =>
            [
                .. points.Select(p => new Spot(x + p.X.Ticks * _perTick, y + p.Y.Ticks * _perTick)),
            ],
            _ when mark.Edges is { Count: > 0 } edges => WorkedEdges.Outline(x, y, w, h, edges, _perTick),
            _ => Corners(mark.Box),
        };
        if (mark.Tilt is not { } degrees || degrees == 0)
            return spots;
        var (turn, cx, cy) = ((double)degrees * Math.PI / 180, x + w / 2, y + h / 2);
        return
        [
            .. spots.Select(s => new Spot(
                cx + (s.X - cx) * Math.Cos(turn) - (s.Y - cy) * Math.Sin(turn),
                cy + (s.X - cx) * Math.Sin(turn) + (s.Y - cy) * Math.Cos(turn)
            )),
        ];
    }

    private void Line(LineMark line)
    {
        var (start, end) = (new Spot(X(line.X1), Y(line.Y1)), new Spot(X(line.X2), Y(line.Y2)));
        _marks.Add(
            new PathInk(
                [
                    [start, end],
                ],
                null,
                line.Role == Role.Cut ? Inks.Ink : Inks.Soft,
                line.Role switch
                {
                    Role.Cut => 1,
                    Role.Ruled => 0.3,
                    _ => 0.6,
                },
                Closed: false,
                Dash: line.Role == Role.Seam ? 3 : null
            )
        );
        if (line.Number is not { } number)
            return;
        // Its number near its start, moved along the line while another lies there.
        var (text, r) = (number.ToString(CultureInfo.InvariantCulture), _text * 0.75);
        var length = Math.Max(1e-9, Math.Sqrt(Math.Pow(end.X - start.X, 2) + Math.Pow(end.Y - start.Y, 2)));
        for (var along = Math.Min(length / 2, r * 1.6); along <= Math.Max(length - r, length / 2); along += r * 2.2)
        {
            var at = new Spot(start.X + (end.X - start.X) * along / length, start.Y + (end.Y - start.Y) * along / length);
            if (!Take(at.X - r, at.Y - r, 2 * r, 2 * r))
                continue;
            _marks.Add(
                new PathInk(
                    [
                        [
                            .. Enumerable
                                .Range(0, 20)
                                .Select(i => new Spot(at.X + r * Math.Cos(i * Math.PI / 10), at.Y + r * Math.Sin(i * Math.PI / 10))),
                        ],
                    ],
                    Inks.White,
                    Inks.Ink,
                    0.6
                )
            );
            _marks.Add(new TextInk(new(at.X, at.Y + _text * 0.32), text, _text * 0.9, Typeface.Bold, Inks.Ink, Centred: true));
            return;
        }
    }

    private void Dimension(DimensionMark mark)
    {
        var across = mark.Axis == Axis.Across;
        var (from, to, at) = across ? (X(mark.From), X(mark.To), Y(mark.At)) : (Y(mark.From), Y(mark.To), X(mark.At));
        Spot On(double along, double off) => across ? new(along, at + off) : new(at + off, along);
        var tick = _text * 0.35;
        _marks.Add(
            new PathInk(
                [
                    [On(from, 0), On(to, 0)],
                    [On(from, -tick), On(from, tick)],
                    [On(to, -tick), On(to, tick)],
                ],
                null,
                Inks.Brass,
                0.7,
                Closed: false
            )
        );
        var (width, height) = (Typesetter.Width(mark.Text, Typeface.Bold, _text) + 2, _text * 1.15);
        // Never over another text, never off the picture; where even the nearest free place is away from its line, a thin line leads there.
        var line = On((from + to) / 2, 0);
        foreach (var spot in Near().Concat(Around(line)))
        {
            if (!Take(spot.X - width / 2, spot.Y - height / 2, width, height))
                continue;
            var (along, off) = across
                ? (Math.Abs(spot.X - line.X), Math.Abs(spot.Y - line.Y))
                : (Math.Abs(spot.Y - line.Y), Math.Abs(spot.X - line.X) - width / 2);
            if (off + Math.Max(0, along - (to - from) / 2) > 2 * height)
                _marks.Add(
                    new PathInk(
                        [
                            [line, spot],
                        ],
                        null,
                        Inks.Brass,
                        0.4,
                        Closed: false
                    )
                );
            Halo(spot, width, height);
            _marks.Add(new TextInk(new(spot.X, spot.Y + _text * 0.33), mark.Text, _text, Typeface.Bold, Inks.Brass, Centred: true));
            return;
        }

        // On the line where it is long enough, else beside it.
        IEnumerable<Spot> Near() =>
            new[] { 0, -height * 0.9, height * 0.9, -height * 1.9, height * 1.9 }.SelectMany(
                _ => Along,
                (by, share) =>
                    On(
                        from + (to - from) * share,
                        across ? by
                            : by == 0 ? 0
                            : Math.Sign(by) * width * 0.6
                    )
            );
    }

    // Ever wider rings, as far as the picture goes.
    private IEnumerable<Spot> Around(Spot middle)
    {
        var most = Math.Max(_scene.Size.Width.Ticks, _scene.Size.Height.Ticks) * _perTick;
        for (var r = _text; r < most; r += _text * 0.6)
        for (var i = 0; i < 16; i++)
            yield return new(middle.X + r * Math.Cos(i * Math.PI / 8), middle.Y + r * Math.Sin(i * Math.PI / 8));
    }

    private void Label(TextMark mark)
    {
        if (mark.Text.Length == 0)
            return;
        var (x, y, w, h) = (X(mark.Within.X), Y(mark.Within.Y), mark.Within.Width.Ticks * _perTick, mark.Within.Height.Ticks * _perTick);
        foreach (var size in new[] { _text, _text * 0.8 })
        {
            var (width, height) = (Typesetter.Width(mark.Text, Typeface.Sans, size) + 2, size * 1.2);
            foreach (var turned in new[] { false, true })
            {
                var (needW, needH) = turned ? (height, width) : (width, height);
                if (needW > w || needH > h)
                    continue;
                foreach (var share in new[] { 0.5, 0.25, 0.75, 0.1, 0.9 })
                {
                    var middle = turned
                        ? new Spot(x + w / 2, y + needH / 2 + (h - needH) * share)
                        : new Spot(x + needW / 2 + (w - needW) * share, y + h / 2);
                    if (!Take(middle.X - needW / 2, middle.Y - needH / 2, needW, needH))
                        continue;
                    Halo(middle, needW, needH);
                    _marks.Add(
                        new TextInk(
                            turned ? new(middle.X + size * 0.33, middle.Y) : new(middle.X, middle.Y + size * 0.33),
                            mark.Text,
                            size,
                            Typeface.Sans,
                            Inks.Ink,
                            Centred: true,
                            Turned: turned
                        )
                    );
                    return;
                }
            }
        }
    }

    private void Halo(Spot middle, double width, double height) =>
        _marks.Add(
            new PathInk(
                [
                    [
                        new(middle.X - width / 2, middle.Y - height / 2),
                        new(middle.X + width / 2, middle.Y - height / 2),
                        new(middle.X + width / 2, middle.Y + height / 2),
                        new(middle.X - width / 2, middle.Y + height / 2),
                    ],
                ],
                Inks.White,
                null
            )
        );

    private bool Take(double x, double y, double width, double height)
    {
        var (right, bottom) = (_at.X + _scene.Size.Width.Ticks * _perTick, _at.Y + _scene.Size.Height.Ticks * _perTick);
        if (x < _at.X - 1 || y < _at.Y - 1 || x + width > right + 1 || y + height > bottom + 1)
            return false;
        if (_taken.Exists(t => x < t.X + t.Width && t.X < x + width && y < t.Y + t.Height && t.Y < y + height))
            return false;
        _taken.Add((x, y, width, height));
        return true;
    }
}
