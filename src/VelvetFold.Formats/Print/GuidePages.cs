using System.Globalization;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Formats.Print;

/// <summary>Sets a guide on pages.</summary>
public sealed class GuidePages
{
    private readonly Kit _kit;
    private readonly KitAnswer _answer;
    private readonly Words _words;
    private readonly GuideForm _form;
    private readonly Flow _flow;
    private readonly double _size;
    private readonly string _title;
    private readonly IReadOnlySet<string> _changed;

    private GuidePages(
        Kit kit,
        KitAnswer answer,
        string title,
        GuideForm form,
        (double Width, double Height) page,
        IReadOnlySet<string> changed
    )
    {
        (_kit, _answer, _form, _title, _changed, _words) = (kit, answer, form, title, changed, Words.In(kit.Guide.Language));
        var small = form == GuideForm.Booklet;
        _size = form switch
        {
            GuideForm.Large => 17,
            GuideForm.Booklet => 9,
            _ => 11,
        };
        _flow = new(page.Width, page.Height, small ? 28 : 42);
    }

    /// <summary>The pages of a guide in one form on one paper.</summary>
    /// <param name="title">What stands at its head.</param>
    /// <param name="below">A line below the title: its revision.</param>
    /// <param name="changed">The keys of steps that are not as they were when it was last printed; they are marked.</param>
    public static IReadOnlyList<PrintedPage> Of(
        Kit kit,
        KitAnswer answer,
        string title,
        string below,
        GuideForm form,
        PrintPaper paper,
        IReadOnlySet<string>? changed = null
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(answer);
        if (form == GuideForm.Templates)
            return TemplatePages.Of(kit, paper);
        var page = paper.Size();
        var guide = new GuidePages(
            kit,
            answer,
            title,
            form,
            form == GuideForm.Booklet ? (page.Height / 2, page.Width) : page,
            changed ?? new HashSet<string>()
        );
        if (form == GuideForm.Sheets)
            return LayoutSheetPages.Of(kit, answer, title, below, paper, guide.SceneOf, changed ?? new HashSet<string>());
        guide.Write(below);
        var pages = guide._flow.Pages(title);
        return form == GuideForm.Booklet ? Booklet.Impose(pages, page.Height, page.Width) : pages;
    }

    private void Write(string below)
    {
        Cover(below);
        var cutting = _answer.Steps.Where(s => s.Half == GuideHalf.Cutting).ToList();
        var assembly = _answer.Steps.Where(s => s.Half == GuideHalf.Assembly).ToList();
        if (_form == GuideForm.Card)
        {
            Assembly(assembly);
            // The back of a card is its even page.
            if (_flow.Count % 2 == 1 && cutting.Count > 0)
                Heading("print.cutting", newPage: true);
            else if (cutting.Count > 0)
            {
                _flow.NewPage();
                Heading("print.cutting", newPage: true);
            }
            foreach (var step in cutting)
                Step(step);
        }
        else
        {
            if (cutting.Count > 0)
                Heading("print.cutting", newPage: true);
            foreach (var step in cutting)
                Step(step);
            Assembly(assembly);
        }
        if (_form == GuideForm.Wordless)
            Legend();
    }

    private void Assembly(IReadOnlyList<Step> steps)
    {
        string? layout = null;
        foreach (var step in steps)
        {
            if (step.Layout != layout)
                Heading("print.assembly", newPage: true, ("layout", _kit.Layout(step.Layout)?.Name ?? ""));
            layout = step.Layout;
            Step(step);
        }
    }

    private void Heading(string key, bool newPage, params (string, object?)[] blanks)
    {
        if (newPage)
            _flow.NewPage();
        // Without words a heading is its sign.
        if (_form == GuideForm.Wordless)
        {
            _flow.Add(Signs.Draw(key == "print.cutting" ? Symbol.Cut : Symbol.Stick, new(_flow.Left, _flow.Y), 34, Inks.Velvet, ""));
            _flow.Down(46);
            return;
        }
        _flow.Text(_words.Text(key, blanks), Typeface.Serif, _size * 1.7, Inks.Ink, part: Part.Heading);
        _flow.Down(_size * 0.6);
    }

    private void Cover(string below)
    {
        _flow.NewPage();
        _flow.Text(_title, Typeface.Serif, _size * 2.3, part: Part.Title);
        if (_form != GuideForm.Wordless)
        {
            var counts = _words.Text(
                "print.summary",
                ("pieces", N(_answer.Counts.Pieces)),
                ("sheets", N(_answer.EachKit.Plan.SheetsUsed)),
                ("steps", N(_answer.Steps.Count))
            );
            var proof = ProofSaid(_kit, _answer, _answer.Proof, _words);
            _flow.Text(string.Join(" ", new[] { counts, proof, below }.Where(t => t.Length > 0)), Typeface.Sans, _size * 0.95, Inks.Soft);
        }
        _flow.Down(_size);
        foreach (var layout in _answer.Layouts)
        {
            var scale = ScenePainter.ScaleFor(layout.Picture, _flow.Width, _flow.Width * 0.62);
            Picture(layout.Picture, scale, $"{layout.Id}  {_kit.Layout(layout.Id)?.Name}");
        }
        if (_form == GuideForm.Wordless)
            return;
        _flow.Need(_size * 6);
        _flow.Text(_words.Text("print.materials"), Typeface.Serif, _size * 1.4, part: Part.Heading);
        _flow.Down(_size * 0.3);
        foreach (var material in _answer.Materials)
            _flow.Text(
                $"{material.Name}{(material.Amount is { } amount ? $": {amount}" : "")}{(material.Why is { } why ? $". {why}" : "")}",
                Typeface.Sans,
                _size * 0.95,
                indent: 0
            );
    }

    /// <summary>What the head of a guide says of its proof: first that pages do not add up, where they do not.</summary>
    internal static string ProofSaid(Kit kit, KitAnswer answer, ProofResult proof, Words words)
    {
        var wrong = answer
            .Layouts.Where(l => l.Findings.Any(f => f.Gravity == Gravity.Fault))
            .Select(l => kit.Layouts.First(k => k.Id == l.Id).Name)
            .ToList();
        var says =
            wrong.Count > 0 ? words.Text("print.wrong", ("layouts", string.Join(", ", wrong)), ("n", wrong.Count))
            : proof.Holds ? words.Text("print.proof", ("cut", N(proof.Cut)), ("placed", N(proof.Placed)), ("left", N(proof.LeftOver)))
            : "";
        return proof.Unread is { Count: > 0 } unread
            ? $"{says} {words.Text("print.unread", ("n", unread.Count), ("steps", string.Join(", ", unread.Select(N))))}".TrimStart()
            : says;
    }

    private void Picture(Scene scene, int scale, string caption)
    {
        var (_, high) = ScenePainter.SizeAt(scene, scale);
        _flow.Need(high + _size * 2);
        _flow.Add(ScenePainter.Paint(_kit, scene, new(_flow.Left, _flow.Y), scale, Math.Max(6, _size * 0.6)));
        _flow.Down(high + 3);
        var says =
            _form == GuideForm.Wordless
                ? $"{caption.Split("  ")[0]}  1 : {N(scale)}"
                : $"{caption}  {_words.Text("print.scale", ("n", N(scale)))}";
        _flow.Text(says, Typeface.Sans, _size * 0.72, Inks.Soft);
        _flow.Down(_size);
    }

    private void Step(Step step)
    {
        if (_form == GuideForm.Wordless)
            Wordless(step);
        else
            Worded(step);
    }

    // Its number at the left, the words beside it, its picture at the right; in large print the picture below the words.
    private void Worded(Step step)
    {
        var (indent, gap) = (_size * 2.4, _size);
        var large = _form == GuideForm.Large;
        var scene = SceneOf(step);
        var scale = scene is null
            ? 1
            : ScenePainter.ScaleFor(
                scene,
                large ? _flow.Width - indent : _flow.Width * 0.36,
                large ? 330
                    : step.Kind == StepKind.Cut ? 190
                    : 150
            );
        var (pictureWidth, pictureHeight) = scene is null ? (0, 0) : ScenePainter.SizeAt(scene, scale);
        var room = _flow.Width - indent - (scene is null || large ? 0 : pictureWidth + gap);
        var textHeight =
            Flow.HeightOf(step.Text, Typeface.Sans, _size, room)
            + step.Lines.Sum(l => Flow.HeightOf(l, Typeface.Sans, _size * 0.92, room - _size * 1.6));
        var height = (large ? textHeight + pictureHeight + _size : Math.Max(textHeight, pictureHeight + _size)) + _size;
        _flow.Need(Math.Min(height, _flow.Bottom - 60));
        var top = _flow.Y;
        var page = _flow.Count;
        _flow.Add(
            new PartInk(
                Part.Paragraph,
                [new TextInk(new(_flow.Left, top + _size * 1.05), N(step.Number), _size * 1.15, Typeface.Bold, Inks.Velvet)]
            )
        );
        if (_changed.Contains(step.Key))
            _flow.Add(
                new PartInk(
                    Part.Ornament,
                    [
                        new PathInk(
                            [
                                [new(_flow.Left - 8, top), new(_flow.Left - 8, top + height - _size)],
                            ],
                            null,
                            Inks.Brass,
                            2,
                            Closed: false
                        ),
                    ]
                )
            );
        if (scene is not null && !large)
            PictureAt(scene, scale, _flow.Left + _flow.Width - pictureWidth, top + 2);
        _flow.Text(step.Text, Typeface.Sans, _size, indent: indent, room: room);
        foreach (var (line, i) in step.Lines.Select((line, i) => (line, i)))
        {
            if (_flow.Y + _size * 1.3 > _flow.Bottom)
                _flow.NewPage();
            _flow.Add(
                new PartInk(
                    Part.Ornament,
                    [new TextInk(new(_flow.Left + indent, _flow.Y + _size * 0.92), N(i + 1), _size * 0.85, Typeface.Sans, Inks.Soft)]
                )
            );
            _flow.Text(line, Typeface.Sans, _size * 0.92, indent: indent + _size * 1.6, room: room - _size * 1.6);
        }
        if (scene is not null && large)
        {
            _flow.Need(pictureHeight + _size * 2);
            _flow.Down(4);
            PictureAt(scene, scale, _flow.Left + indent, _flow.Y);
            _flow.Down(pictureHeight + _size);
        }
        // Not above the foot of the picture, where both stand on one page.
        else if (page == _flow.Count && _flow.Y < top + pictureHeight + _size)
            _flow.Down(top + pictureHeight + _size - _flow.Y);
        _flow.Down(_size * 0.75);
        if (_flow.Y < _flow.Bottom)
            _flow.Add(
                new PartInk(
                    Part.Ornament,
                    [
                        new PathInk(
                            [
                                [new(_flow.Left, _flow.Y - _size * 0.35), new(_flow.Left + _flow.Width, _flow.Y - _size * 0.35)],
                            ],
                            null,
                            Inks.Line,
                            0.4,
                            Closed: false
                        ),
                    ]
                )
            );
    }

    // What the programme calls an offcut is said in the guide's language; without words only its size is.
    private Scene? SceneOf(Step step)
    {
        if (_answer.SceneOf(step) is not { } scene || step.Kind != StepKind.Cut)
            return _answer.SceneOf(step);
        var names = _answer.EachKit.Plan.For(step.Paper!)?.Patterns[step.Pattern!.Value].Offcuts.Select(o => o.Name).ToList() ?? [];
        return scene with
        {
            Marks =
            [
                .. scene.Marks.Select(m =>
                    m is TextMark { Role: Role.Offcut } text
                    && names.Find(n => text.Text.StartsWith($"{n.Says} ", StringComparison.Ordinal)) is { } name
                        ? text with
                        {
                            Text = Named(name) + text.Text[$"{name.Says} ".Length..],
                        }
                        : m
                ),
            ],
        };

        string Named(PaperPart name) =>
            _form == GuideForm.Wordless
                ? ""
                : (name.Role == PartRole.TearStrip ? _words.Text("part.tear") : _words.Text("part.offcut", ("n", N(name.Number)))) + " ";
    }

    private void PictureAt(Scene scene, int scale, double x, double y)
    {
        var (_, high) = ScenePainter.SizeAt(scene, scale);
        _flow.Add(ScenePainter.Paint(_kit, scene, new(x, y), scale, Math.Max(5.5, _size * 0.58)));
        _flow.Add(new PartInk(Part.Ornament, [new TextInk(new(x, y + high + 7.5), $"1 : {N(scale)}", 6, Typeface.Sans, Inks.Soft)]));
    }

    // The number, its signs with theirs, the picture; the settings of a sheet as edge, number and label.
    private void Wordless(Step step)
    {
        var scene = SceneOf(step);
        var scale = scene is null ? 1 : ScenePainter.ScaleFor(scene, _flow.Width * 0.52, 230);
        var (width, high) = scene is null ? (0, 0) : ScenePainter.SizeAt(scene, scale);
        var cuts =
            step.Kind == StepKind.Cut
                ? _answer.EachKit.Plan.For(step.Paper ?? "")?.Patterns.ElementAtOrDefault(step.Pattern ?? -1)?.Cuts ?? []
                : [];
        var height = Math.Max(Math.Max(48, high + 14), 40 + cuts.Count * 17);
        _flow.Need(Math.Min(height, _flow.Bottom - 60));
        var top = _flow.Y;
        _flow.Add(new PartInk(Part.Paragraph, [new TextInk(new(_flow.Left, top + 20), N(step.Number), 20, Typeface.Bold, Inks.Velvet)]));
        var x = _flow.Left + 40;
        foreach (var sign in step.Signs)
        {
            _flow.Add(Signs.Draw(sign.Symbol, new(x, top), 28, Inks.Ink, _words.Text("sign." + Signs.Name(sign.Symbol))));
            x += 34;
            if (sign.Number is not { } number)
                continue;
            _flow.Add(new PartInk(Part.Paragraph, [new TextInk(new(x, top + 20), number, 16, Typeface.Bold, Inks.Ink)]));
            x += 10 + Typesetter.Width(number, Typeface.Bold, 16);
        }
        if (scene is not null)
            PictureAt(scene, scale, _flow.Left + _flow.Width - width, top);
        var said = string.Join("   ", WordlessNumbers(step));
        if (said.Length > 0)
            _flow.Add(
                new PartInk(
                    Part.Paragraph,
                    [
                        .. Typesetter
                            .Lines(said, Typeface.Bold, 11, _flow.Width - width - 60)
                            .Select((line, i) => new TextInk(new(_flow.Left + 40, top + 44 + i * 15), line, 11, Typeface.Bold, Inks.Ink)),
                    ]
                )
            );
        foreach (var (cut, i) in cuts.Select((cut, i) => (cut, i)))
        {
            var y = top + 42 + i * 17;
            if (y + 17 > _flow.Bottom)
                break;
            _flow.Add(new PartInk(Part.Paragraph, [new TextInk(new(_flow.Left + 40, y + 10), N(cut.Order), 8, Typeface.Sans, Inks.Soft)]));
            _flow.Add(Signs.Fence(cut.Fence, new(_flow.Left + 56, y), 12));
            var setting =
                _kit.GuideReading().Format(cut.Setting)
                + (cut.Plunge is { } run ? $"  ({_kit.GuideReading().Format(run.Start)} – {_kit.GuideReading().Format(run.End)})" : "");
            _flow.Add(
                new PartInk(
                    Part.Paragraph,
                    [
                        new TextInk(new(_flow.Left + 76, y + 10.5), setting, 12, Typeface.Bold, Inks.Brass),
                        new TextInk(new(_flow.Left + 150, y + 10.5), LabelOf(cut.Gives.ElementAtOrDefault(0)), 9, Typeface.Sans, Inks.Ink),
                    ]
                )
            );
        }
        _flow.Down(height + 14);
    }

    // Words of the programme say nothing without words: only labels of pieces and letters of parts do.
    private static string LabelOf(PaperPart? part) => part is { Role: PartRole.Piece or PartRole.Uncut or PartRole.Sheet } ? part.Text : "";

    private IEnumerable<string> WordlessNumbers(Step step)
    {
        var reading = _kit.GuideReading();
        if (step.Kind == StepKind.Trim)
            foreach (
                var same in _answer
                    .Layouts.SelectMany(l => l.Pieces)
                    .Where(p => step.Pieces.Contains(p.Label))
                    .Select(p => p.Placed)
                    .OfType<PlacedPiece>()
                    .GroupBy(p => (p.Piece.Size, p.Stack.Photo))
            )
                yield return $"{string.Join(", ", same.Select(p => p.Label))}: {reading.Format(same.Key.Size)} → {reading.Format(same.Key.Photo)}";
        else if (
            step.Kind
            is StepKind.Lay
                or StepKind.ByHand
                or StepKind.Press
                or StepKind.Write
                or StepKind.Wet
                or StepKind.Dry
                or StepKind.Mat
                or StepKind.Frame
        )
            yield return string.Join(", ", step.Pieces);
        else if (step.Kind == StepKind.Gather)
            foreach (var sheet in _answer.EachKit.Plan.BySheet.Where(s => s.SheetsUsed > 0))
                yield return $"{N(sheet.SheetsUsed)} x {_kit.Paper(sheet.Sheet)?.Name}";
    }

    private void Legend()
    {
        _flow.NewPage();
        _flow.Text($"{Words.English.Text("print.legend")}  ·  {Words.German.Text("print.legend")}", Typeface.Serif, 18, part: Part.Heading);
        _flow.Down(10);
        foreach (var symbol in Enum.GetValues<Symbol>())
        {
            _flow.Need(34);
            _flow.Add(Signs.Draw(symbol, new(_flow.Left, _flow.Y), 24, Inks.Ink, ""));
            _flow.Down(4);
            _flow.Text(
                $"{Words.English.Text("sign." + Signs.Name(symbol))}  ·  {Words.German.Text("sign." + Signs.Name(symbol))}",
                Typeface.Sans,
                11,
                indent: 40
            );
            _flow.Down(12);
        }
    }

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
