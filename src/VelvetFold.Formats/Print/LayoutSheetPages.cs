using System.Globalization;
using VelvetFold.Core;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;

namespace VelvetFold.Formats.Print;

/// <summary>
/// A guide on one sheet a layout: what is at hand first, then for each layout the finished page with its measures and a short list in
/// front and the cutting at the back. Letters are never smaller than 8 point: what finds no room then goes to a second sheet.
/// </summary>
internal sealed class LayoutSheetPages
{
    private const double Margin = 32;
    private const double Smallest = 8;
    private const double Gap = 16;

    private static readonly double[] Sizes = [10, 9.5, 9, 8.5, Smallest];
    private static readonly int[] Scales = [2, 3, 4, 5, 6, 8];

    private readonly Kit _kit;
    private readonly KitAnswer _answer;
    private readonly LayoutSheets _sheets;
    private readonly Words _words;
    private readonly Func<Step, Scene?> _sceneOf;
    private readonly IReadOnlySet<string> _changed;
    private readonly double _width;
    private readonly double _height;
    private readonly List<List<Ink>> _pages = [];

    /// <summary>A rectangle of a page that text fills from top to bottom.</summary>
    private readonly record struct Room(double X, double Y, double Width, double Height);

    /// <summary>One entry of a list: its number, its sentences, the lines under it, and a picture at its left.</summary>
    /// <param name="Under">A line of a list, set in under its head.</param>
    private sealed record Entry(
        string Number,
        string Text,
        IReadOnlyList<string> Lines,
        Scene? Picture = null,
        bool Changed = false,
        bool Under = false
    );

    private LayoutSheetPages(Kit kit, KitAnswer answer, PrintPaper paper, Func<Step, Scene?> sceneOf, IReadOnlySet<string> changed)
    {
        (_kit, _answer, _sheets, _sceneOf, _changed) = (kit, answer, LayoutSheets.Of(kit, answer), sceneOf, changed);
        _words = Words.In(kit.Guide.Language);
        (_width, _height) = paper.Size();
    }

    /// <summary>The pages; those of a layout begin on an odd one, so that its cutting lies behind its picture.</summary>
    /// <param name="sceneOf">What a step looks like.</param>
    public static IReadOnlyList<PrintedPage> Of(
        Kit kit,
        KitAnswer answer,
        string title,
        string below,
        PrintPaper paper,
        Func<Step, Scene?> sceneOf,
        IReadOnlySet<string> changed
    )
    {
        var pages = new LayoutSheetPages(kit, answer, paper, sceneOf, changed);
        pages.AtHand(title, below);
        foreach (var sheet in pages._sheets.Sheets)
        {
            var before = pages._pages.Count % 2 == 1 ? pages.Before(sheet) : [];
            if (before.Count > 0)
            {
                pages.NewPage();
                pages.FillLargest(before, pages.Title(pages.CuttingHead(sheet), 14), pages.CuttingHead(sheet));
            }
            pages.Front(sheet);
            pages.Back(sheet, before.Count);
        }
        return
        [
            .. pages._pages.Select(
                (marks, i) => new PrintedPage(pages._width, pages._height, [.. marks, Flow.Foot(title, i + 1, pages._width, pages._height)])
            ),
        ];
    }

    private double Inner => _width - 2 * Margin;

    private double Bottom => _height - Margin - 12;

    private void NewPage() => _pages.Add([]);

    // A blank back before it, where there is need of one.
    private void NewFront()
    {
        if (_pages.Count % 2 == 1)
            NewPage();
        NewPage();
    }

    private double Title(string text, double size, Part part = Part.Heading)
    {
        _pages[^1].Add(new PartInk(part, [new TextInk(new(Margin, Margin + size), text, size, Typeface.Serif, Inks.Ink)]));
        return Margin + size * 1.5;
    }

    private void AtHand(string title, string below)
    {
        NewPage();
        var y = Title(title, 22, Part.Title);
        var said = new List<string>
        {
            _words.Text(
                "print.summary",
                ("pieces", N(_answer.Counts.Pieces)),
                ("sheets", N(_answer.EachKit.Plan.SheetsUsed)),
                ("steps", N(_answer.Steps.Count))
            ),
            GuidePages.ProofSaid(_kit, _answer, _sheets.Proof, _words),
            below,
        };
        y = Lines(string.Join(" ", said.Where(s => s.Length > 0)), 10, new(Margin, y, Inner, Bottom - y), Inks.Soft) + 4;
        y = Lines(_words.Text("sheet.how"), 10, new(Margin, y, Inner, Bottom - y), Inks.Ink) + 10;
        foreach (var step in _sheets.First)
            y = Lines(step.Text, 10, new(Margin, y, Inner, Bottom - y), Inks.Ink) + 5;
        y += 8;
        _pages[^1]
            .Add(
                new PartInk(Part.Heading, [new TextInk(new(Margin, y + 14), _words.Text("print.materials"), 14, Typeface.Serif, Inks.Ink)])
            );
        y += 24;
        var entries = _answer
            .Materials.Select(m => new Entry(
                "",
                $"{m.Name}{(m.Amount is { } amount ? $": {amount}" : "")}{(m.Why is { } why ? $". {why}" : "")}",
                []
            ))
            .ToList();
        // Two columns of one height, where one side holds them.
        for (var height = 40.0; height <= Bottom - y; height += 10)
            if (Set(entries, [.. Columns(y).Select(c => c with { Height = height })], 10) is { } marks)
            {
                _pages[^1].AddRange(marks);
                return;
            }
        Fill(entries, y, null, 10, _words.Text("print.materials"));
    }

    // The finished page large, its list beside and below it, in the largest letters and the largest scale at which all of it fits on
    // one side.
    private void Front(LayoutSheet sheet)
    {
        NewFront();
        var layout = _kit.Layouts.First(l => l.Id == sheet.Layout);
        var y = Title($"{layout.Id}  {layout.Name}", 18);
        var scene = _answer.Layouts.First(l => l.Id == sheet.Layout).Picture;
        var entries = sheet.Front.SelectMany(EntriesOf).ToList();
        var tries = Scales
            .SelectMany(scale => Sizes.Select(size => (Scale: scale, Size: size)))
            .OrderBy(t => Math.Max(0, t.Scale - 2) * 0.7 + (Sizes[0] - t.Size))
            .ToList();
        var drawn = Scales.ToDictionary(scale => scale, scale => new DimensionedPage(_kit, scene, sheet.Dimensions, scale, Smallest));
        DimensionedPage? smallest = null;
        foreach (var (scale, size) in tries)
        {
            var page = drawn[scale];
            if (page.Width > Inner || page.Height > (Bottom - y) * 0.68)
                continue;
            smallest = page;
            if (Set(entries, Around(page, y), size) is not { } marks)
                continue;
            Draw(page, y);
            _pages[^1].AddRange(marks);
            return;
        }
        // More than a side holds: the picture, and what follows it on the next sheet.
        var large = smallest ?? drawn[Scales[^1]];
        Draw(large, y);
        Fill(entries, y, Around(large, y), Smallest, $"{layout.Id}  {layout.Name}");
    }

    private void Draw(DimensionedPage page, double y)
    {
        _pages[^1].Add(page.Paint(new(Margin, y)));
        _pages[^1]
            .Add(
                new PartInk(
                    Part.Ornament,
                    [
                        new TextInk(
                            new(Margin, y + page.Height + 9),
                            _words.Text("print.scale", ("n", N(page.Scale))),
                            7,
                            Typeface.Sans,
                            Inks.Soft
                        ),
                    ]
                )
            );
    }

    // Beside the picture where there is room for a column, then below it in two.
    private List<Room> Around(DimensionedPage page, double y)
    {
        var rooms = new List<Room>();
        var below = y + page.Height + 18;
        if (Inner - page.Width - Gap >= 130)
            rooms.Add(new(Margin + page.Width + Gap, y, Inner - page.Width - Gap, page.Height + 10));
        var half = (Inner - Gap) / 2;
        if (Bottom - below > 30)
            rooms.AddRange([new(Margin, below, half, Bottom - below), new(Margin + half + Gap, below, half, Bottom - below)]);
        return rooms;
    }

    // Sheets that take more than one side begin on the empty one before the picture, where there is one.
    private string CuttingHead(LayoutSheet sheet) =>
        _words.Text("sheet.cutting", ("layout", $"{sheet.Layout} {_kit.Layouts.First(l => l.Id == sheet.Layout).Name}"));

    private List<Entry> Cutting(LayoutSheet sheet) =>
        [
            .. sheet.Back.Select(s => new Entry(
                N(s.Number),
                s.Text,
                s.Lines,
                s.Kind == StepKind.Cut ? _sceneOf(s) : null,
                _changed.Contains(s.Key)
            )),
        ];

    // What goes before the picture where one side behind it does not hold all: so much that both sides are set in the largest letters.
    private List<Entry> Before(LayoutSheet sheet)
    {
        var (entries, rooms) = (Cutting(sheet), Columns(Margin + 14 * 1.5));
        if (Place(entries, rooms, Smallest).Taken == entries.Count)
            return [];
        foreach (var size in Sizes)
            for (var first = 1; first < entries.Count; first++)
                if (Set(entries[..first], rooms, size) is not null && Set(entries[first..], rooms, size) is not null)
                    return entries[..first];
        return entries[..Place(entries, rooms, Smallest).Taken];
    }

    private void Back(LayoutSheet sheet, int from)
    {
        NewPage();
        var head = CuttingHead(sheet);
        var y = Title(from > 0 ? _words.Text("sheet.on", ("head", head)) : head, 14);
        var entries = Cutting(sheet)[from..];
        if (entries.Count == 0)
            Lines(_words.Text("sheet.nothing"), 10, new(Margin, y, Inner, 40), Inks.Ink);
        else
            FillLargest(entries, y, head);
    }

    private void FillLargest(List<Entry> entries, double y, string head)
    {
        var rooms = Columns(y);
        foreach (var size in Sizes)
            if (Set(entries, rooms, size) is { } marks)
            {
                _pages[^1].AddRange(marks);
                return;
            }
        Fill(entries, y, rooms, Smallest, head);
    }

    private List<Room> Columns(double y)
    {
        var half = (Inner - Gap) / 2;
        return [new(Margin, y, half, Bottom - y), new(Margin + half + Gap, y, half, Bottom - y)];
    }

    // Each line of a list for itself, so that a list may go on in the next column.
    private IEnumerable<Entry> EntriesOf(Step step)
    {
        var changed = _changed.Contains(step.Key);
        yield return new(N(step.Number), step.Text, [], Changed: changed);
        foreach (var (line, i) in step.Lines.Select((line, i) => (line, i)))
            yield return new(N(i + 1), line, [], Changed: changed, Under: true);
    }

    // As many pages as it takes.
    private void Fill(List<Entry> entries, double y, List<Room>? rooms, double size, string head)
    {
        var left = entries;
        rooms ??= Columns(y);
        while (true)
        {
            var (marks, taken) = Place(left, rooms, size);
            _pages[^1].AddRange(marks);
            left = [.. left.Skip(taken)];
            if (left.Count == 0)
                return;
            NewPage();
            rooms = Columns(Title(_words.Text("sheet.on", ("head", head)), 12));
        }
    }

    // All of it, or null where it finds no room.
    private List<Ink>? Set(List<Entry> entries, List<Room> rooms, double size) =>
        Place(entries, rooms, size) is var (marks, taken) && taken == entries.Count ? marks : null;

    // Entries one after the other; one that does not fit into what is left of a room goes into the next as a whole, so that nobody reads
    // one across two places.
    private (List<Ink> Marks, int Taken) Place(List<Entry> entries, List<Room> rooms, double size)
    {
        var (marks, at, y) = (new List<Ink>(), 0, 0.0);
        for (var i = 0; i < entries.Count; i++)
        {
            while (true)
            {
                if (at >= rooms.Count)
                    return (marks, i);
                var room = rooms[at] with { Y = rooms[at].Y + y, Height = rooms[at].Height - y };
                var (entry, height) = Write(entries[i], room, size);
                // What is higher than a whole empty column is set all the same: nothing is left out.
                if (height <= room.Height || (y == 0 && at == rooms.Count - 1 && i == 0))
                {
                    marks.AddRange(entry);
                    y += height + size * (i + 1 < entries.Count && entries[i + 1].Under ? 0.1 : 0.45);
                    break;
                }
                (at, y) = (at + 1, 0);
            }
        }
        return (marks, entries.Count);
    }

    private (List<Ink> Marks, double Height) Write(Entry entry, Room room, double size)
    {
        var (marks, texts) = (new List<Ink>(), new List<Ink>());
        var under = entry.Under ? size * 1.7 : 0;
        var indent = under + (entry.Number.Length > 0 ? size * (entry.Under ? 1.3 : 1.7) : 0);
        var (pictureWide, pictureHigh) = (0.0, 0.0);
        var scale = 1;
        if (entry.Picture is { } scene)
        {
            scale = ScenePainter.ScaleFor(scene, room.Width * 0.34, 110);
            (pictureWide, pictureHigh) = ScenePainter.SizeAt(scene, scale);
            marks.Add(ScenePainter.Paint(_kit, scene, new(room.X + indent, room.Y + 3), scale, 6.5));
            pictureWide += 8;
            pictureHigh += 8;
        }
        if (indent > 0)
            texts.Add(
                entry.Under
                    ? new TextInk(new(room.X + under, room.Y + size), entry.Number, size * 0.9, Typeface.Sans, Inks.Soft)
                    : new TextInk(new(room.X, room.Y + size), entry.Number, size, Typeface.Bold, Inks.Velvet)
            );
        var y = room.Y;
        // Beside the picture while that lasts, below it over the whole width.
        void Put(string text, double more, double letters)
        {
            foreach (var line in Flowing(text, letters, more))
            {
                texts.Add(new TextInk(new(room.X + line.X, y + letters), line.Text, letters, Typeface.Sans, Inks.Ink));
                y += letters * 1.3;
            }
        }
        IEnumerable<(double X, string Text)> Flowing(string text, double letters, double more)
        {
            var left = text;
            while (left.Length > 0)
            {
                var beside = y < room.Y + pictureHigh;
                var x = indent + more + (beside ? pictureWide : 0);
                var line = Typesetter.Lines(left, Typeface.Sans, letters, room.Width - x)[0];
                yield return (x, line);
                left = left[
                    Math.Min(
                        left.Length,
                        left.IndexOf(line, StringComparison.Ordinal) is var from and >= 0 ? from + line.Length : line.Length
                    )..
                ]
                    .TrimStart();
            }
        }
        Put(entry.Text, 0, size);
        foreach (var (line, n) in entry.Lines.Select((line, n) => (line, n)))
        {
            var x = indent + (y < room.Y + pictureHigh ? pictureWide : 0);
            texts.Add(new TextInk(new(room.X + x, y + size), N(n + 1), size * 0.9, Typeface.Sans, Inks.Soft));
            Put(line, size * 1.3, size);
        }
        var height = Math.Max(y - room.Y, pictureHigh);
        if (entry.Changed)
            marks.Add(
                new PartInk(
                    Part.Ornament,
                    [
                        new PathInk(
                            [
                                [new(room.X - 5, room.Y), new(room.X - 5, room.Y + height)],
                            ],
                            null,
                            Inks.Brass,
                            2,
                            Closed: false
                        ),
                    ]
                )
            );
        marks.Add(new PartInk(Part.Paragraph, texts));
        return (marks, height);
    }

    private double Lines(string text, double size, Room room, string colour)
    {
        var y = room.Y;
        var lines = new List<Ink>();
        foreach (var line in Typesetter.Lines(text, Typeface.Sans, size, room.Width))
        {
            lines.Add(new TextInk(new(room.X, y + size), line, size, Typeface.Sans, colour));
            y += size * 1.32;
        }
        _pages[^1].Add(new PartInk(Part.Paragraph, lines));
        return y;
    }

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
