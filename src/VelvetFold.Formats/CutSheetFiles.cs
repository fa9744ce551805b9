using System.Globalization;
using System.Xml.Linq;
using CsvHelper;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Formats.Plots;

namespace VelvetFold.Formats;

/// <summary>The cut sheet for other programs: a row a cut as CSV, and the sheets at true size as SVG.</summary>
public static class CutSheetFiles
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <summary>The gap between sheets in the drawing.</summary>
    private static readonly Length Gap = Length.Millimetres(10);

    /// <summary>Every cut of every sheet in order (RFC 4180, UTF-8): paper, sheet, how often, cut, part in hand, edge at the fence,
    /// setting, what comes off and what stays.</summary>
    public static string Csv(Kit kit, CutPlan plan)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(plan);
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Formats.Csv.Writing);
        foreach (
            var head in new[]
            {
                "Paper",
                "Sheet",
                "Times",
                "Cut",
                "Part",
                "Edge at the fence",
                "Setting",
                "Comes off",
                "Stays",
                "Plunge from",
                "to",
            }
        )
            csv.WriteField(head);
        csv.NextRecord();
        foreach (var (paper, number, pattern) in Sheets(kit, plan))
        {
            // A sheet that is laid down whole has a row of its own, without a cut.
            if (pattern.Cuts.Count == 0)
                Row(
                    paper,
                    pattern.From?.Text ?? (object)number,
                    pattern.Times,
                    null,
                    "the whole sheet",
                    "",
                    "",
                    "",
                    pattern.Placements[0].Piece,
                    "",
                    ""
                );
            foreach (var cut in pattern.Cuts)
                Row(
                    paper,
                    pattern.From?.Text ?? (object)number,
                    pattern.Times,
                    cut.Order,
                    cut.Part.Text,
                    cut.Fence.Word(),
                    LengthPattern.Exact(kit.Unit).Format(cut.Setting),
                    cut.Gives.ElementAtOrDefault(0)?.Text ?? "",
                    (cut.Gives.ElementAtOrDefault(1) ?? cut.Part).Text,
                    cut.Plunge is { } plunge ? LengthPattern.Exact(kit.Unit).Format(plunge.Start) : "",
                    cut.Plunge is { } run ? LengthPattern.Exact(kit.Unit).Format(run.End) : ""
                );
        }
        return text.ToString();

        void Row(params object?[] fields)
        {
            foreach (var field in fields)
                csv.WriteField(field);
            csv.NextRecord();
        }
    }

    /// <summary>
    /// The sheets below each other at true size: <c>width</c>, <c>height</c> and <c>viewBox</c> are in millimetres. Each sheet is a group
    /// with its edge, the outlines of its pieces to cut, what is drawn on them with a pen, and their labels, a group each; a sheet that is
    /// cut several times is drawn once.
    /// </summary>
    public static string TrueSize(Kit kit, CutPlan plan)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(plan);
        var (top, width, layers) = (Length.Zero, Length.Zero, new List<XElement>());
        foreach (var (paper, number, pattern) in Sheets(kit, plan))
        {
            var size = pattern.Root.Box.Size;
            layers.Add(Layer(kit, paper, number, pattern, size, top));
            top += size.Height + Gap;
            width = Length.Max(width, size.Width);
        }
        var height = layers.Count == 0 ? Gap : top - Gap;
        if (!width.IsPositive)
            width = Gap;
        return new XDocument(
            new XElement(
                Svg + "svg",
                new XAttribute("width", Mm(width) + "mm"),
                new XAttribute("height", Mm(height) + "mm"),
                new XAttribute("viewBox", $"0 0 {Mm(width)} {Mm(height)}"),
                new XElement(Svg + "title", $"Cut sheets of {kit.Name}"),
                layers
            )
        ).ToString();
    }

    private static XElement Layer(Kit kit, string paper, int number, CutPattern pattern, Size size, Length top) =>
        new(
            Svg + "g",
            new XAttribute("id", $"sheet-{pattern.Sheet}-{number.ToString(CultureInfo.InvariantCulture)}"),
            new XAttribute("fill", "none"),
            new XAttribute("stroke", "#221A20"),
            new XAttribute("stroke-width", "0.2"),
            new XElement(
                Svg + "title",
                $"{paper}, sheet {number.ToString(CultureInfo.InvariantCulture)}, cut "
                    + $"{pattern.Times.ToString(CultureInfo.InvariantCulture)} times"
            ),
            Rectangle(new(Length.Zero, top, size)),
            PlotFiles.Groups(PlotJob.Of(kit, pattern), $"-{pattern.Sheet}-{number.ToString(CultureInfo.InvariantCulture)}", Plain(top)),
            new XElement(
                Svg + "g",
                new XAttribute("id", $"labels-{pattern.Sheet}-{number.ToString(CultureInfo.InvariantCulture)}"),
                pattern.Placements.Select(p => Label(p, top))
            )
        );

    private static XElement Rectangle(Box box) =>
        new(
            Svg + "rect",
            new XAttribute("x", Mm(box.X)),
            new XAttribute("y", Mm(box.Y)),
            new XAttribute("width", Mm(box.Width)),
            new XAttribute("height", Mm(box.Height))
        );

    private static XElement Label(Placement placed, Length top) =>
        new(
            Svg + "text",
            new XAttribute("x", Mm(placed.Box.X + placed.Box.Width.Half)),
            new XAttribute("y", Mm(placed.Box.Y + placed.Box.Height.Half + top)),
            new XAttribute("fill", "#221A20"),
            new XAttribute("stroke", "none"),
            new XAttribute("text-anchor", "middle"),
            new XAttribute("dominant-baseline", "middle"),
            new XAttribute("font-family", "sans-serif"),
            new XAttribute("font-size", "4"),
            placed.Piece
        );

    private static IEnumerable<(string Paper, int Number, CutPattern Pattern)> Sheets(Kit kit, CutPlan plan) =>
        plan.BySheet.SelectMany(s => s.Patterns.Select((p, i) => (kit.Paper(s.Sheet)?.Name ?? s.Sheet, i + 1, p)));

    private static double Plain(Length length) => (double)length.Ticks / Length.TicksPerMillimetre;

    // A tick is 1/8,000 mm, so four decimals are exact.
    private static string Mm(Length length) =>
        ((decimal)length.Ticks / Length.TicksPerMillimetre).ToString("0.####", CultureInfo.InvariantCulture);
}
