using System.Globalization;
using VelvetFold.Core;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Formats.Print;

/// <summary>The card that goes into a guest's bag: their page, what is cut otherwise and where it comes from, the steps that read otherwise, and what stays in the sleeve.</summary>
public static class SwapCard
{
    /// <summary>The pages of one guest's card; one where it finds room.</summary>
    /// <param name="name">The guest.</param>
    public static IReadOnlyList<PrintedPage> Of(Kit kit, GuestAnswer guest, string name, PrintPaper paper)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(guest);
        var (width, height) = paper.Size();
        var flow = new Flow(width, height, 42);
        flow.NewPage();
        flow.Text($"{kit.Name}, for {name}", Typeface.Serif, 22, part: Part.Title);
        flow.Down(6);
        if (guest.Differences.Count == 0)
        {
            flow.Text($"Nothing changes: {name} makes it as designed.", Typeface.Sans, 12);
            return flow.Pages(kit.Name);
        }
        foreach (var layout in Changed(kit, guest)) Picture(flow, guest, layout);
        List(flow, "On the page", guest, DifferenceIn.Page);
        Cuts(flow, kit, guest);
        List(flow, "Sheets", guest, DifferenceIn.Sheets);
        List(flow, "Steps", guest, DifferenceIn.Steps);
        return flow.Pages(kit.Name);
    }

    // Layouts whose document differs.
    private static IEnumerable<Layout> Changed(Kit kit, GuestAnswer guest) => guest.Kit.Layouts.Where(l => kit.Layout(l.Id) != l);

    private static void Picture(Flow flow, GuestAnswer guest, Layout layout)
    {
        var scene = guest.Answer.Layouts.First(l => l.Id == layout.Id).Picture;
        var scale = ScenePainter.ScaleFor(scene, flow.Width, 300);
        var (_, high) = ScenePainter.SizeAt(scene, scale);
        flow.Need(high + 30);
        flow.Add(ScenePainter.Paint(guest.Kit, scene, new(flow.Left, flow.Y), scale));
        flow.Down(high + 3);
        flow.Text($"{layout.Id} {layout.Name}, scale 1 : {N(scale)}", Typeface.Sans, 8, Inks.Soft);
        flow.Down(8);
    }

    private static void List(Flow flow, string title, GuestAnswer guest, DifferenceIn place)
    {
        var says = guest.Differences.Where(d => d.In == place).Select(d => d.Says).ToList();
        if (says.Count == 0) return;
        Title(flow, title);
        foreach (var line in says) flow.Text(line, Typeface.Sans, 10.5, indent: 10);
    }

    // What is cut otherwise, and out of which sheet or offcut; what is not cut any more stays as paper in the sleeve.
    private static void Cuts(Flow flow, Kit kit, GuestAnswer guest)
    {
        var own = guest.Differences.Where(d => d.In == DifferenceIn.Cuts).ToList();
        if (own.Count == 0) return;
        Title(flow, "Cut otherwise");
        foreach (var difference in own)
        {
            var source = difference.Piece is { } label ? SourceOf(guest, label) : null;
            flow.Text(source is null ? $"{difference.Says} It stays in the sleeve." : $"{difference.Says} It comes out of {source}.", Typeface.Sans, 10.5, indent: 10);
        }

        string? SourceOf(GuestAnswer answer, string label)
        {
            foreach (var sheet in answer.Answer.EachKit.Plan.BySheet)
                foreach (var (pattern, i) in sheet.Patterns.Select((pattern, i) => (pattern, i)))
                    if (pattern.Placements.Any(p => p.Labels.Contains(label))) return $"{kit.Paper(sheet.Sheet)?.Name ?? sheet.Sheet}, {pattern.From ?? $"sheet {N(i + 1)}"}";
            return null;
        }
    }

    private static void Title(Flow flow, string text)
    {
        flow.Need(40);
        flow.Down(6);
        flow.Text(text, Typeface.Serif, 14, part: Part.Heading);
        flow.Down(2);
    }

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
