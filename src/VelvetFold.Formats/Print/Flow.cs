namespace VelvetFold.Formats.Print;

/// <summary>Fills pages from top to bottom.</summary>
internal sealed class Flow(double width, double height, double margin)
{
    private readonly List<List<Ink>> _pages = [];

    public double Width => width - 2 * margin;

    public double Left => margin;

    /// <summary>Where the next thing begins, from the page's top.</summary>
    public double Y { get; private set; }

    public double Bottom => height - margin - 14;

    public int Count => _pages.Count;

    public void NewPage()
    {
        _pages.Add([]);
        Y = margin;
    }

    /// <summary>A new page, unless so much room is left; what is higher than a page begins one.</summary>
    public void Need(double room)
    {
        if (_pages.Count == 0 || (Y + room > Bottom && Y > margin))
            NewPage();
    }

    public void Add(Ink mark) => _pages[^1].Add(mark);

    public void Down(double by) => Y += by;

    /// <summary>Sets a text from here on, line by line, and goes on below it; a line that finds no room begins a page.</summary>
    public void Text(
        string text,
        Typeface type,
        double size,
        string colour = Inks.Ink,
        double indent = 0,
        double? room = null,
        Part part = Part.Paragraph
    )
    {
        var lines = Typesetter.Lines(text, type, size, room ?? Width - indent);
        var group = new List<Ink>();
        foreach (var line in lines)
        {
            if (_pages.Count == 0 || Y + size * 1.3 > Bottom)
            {
                Flush();
                NewPage();
            }
            group.Add(new TextInk(new(Left + indent, Y + size), line, size, type, colour));
            Y += size * 1.32;
        }
        Flush();

        void Flush()
        {
            if (group.Count > 0)
                Add(new PartInk(part, [.. group]));
            group.Clear();
        }
    }

    public static double HeightOf(string text, Typeface type, double size, double room) =>
        Typesetter.Lines(text, type, size, room).Count * size * 1.32;

    /// <summary>What stands at the foot of a page: what it belongs to, and its number.</summary>
    public static PartInk Foot(string foot, int page, double width, double height) =>
        new(
            Part.Ornament,
            [
                new TextInk(
                    new(width / 2, height - 26),
                    $"{foot}  ·  {page.ToString(System.Globalization.CultureInfo.InvariantCulture)}",
                    8,
                    Typeface.Sans,
                    Inks.Soft,
                    Centred: true
                ),
            ]
        );

    /// <summary>All pages, numbered at the foot.</summary>
    public IReadOnlyList<PrintedPage> Pages(string foot) =>
        [.. _pages.Select((marks, i) => new PrintedPage(width, height, [.. marks, Foot(foot, i + 1, width, height - margin + 30)]))];
}
