using System.Globalization;
using VelvetFold.Core;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;

namespace VelvetFold.Formats.Print;

/// <summary>The card that goes into a guest's bag: their page, what is cut otherwise and where it comes from, the steps that read
/// otherwise, and what stays in the sleeve.</summary>
public static class SwapCard
{
    /// <summary>The pages of one guest's card, in the guide's language; one where it finds room.</summary>
    /// <param name="guest">What differs for them, told in that language.</param>
    /// <param name="name">The guest's name.</param>
    public static IReadOnlyList<PrintedPage> Of(Kit kit, GuestAnswer guest, string name, PrintPaper paper)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(guest);
        var (width, height) = paper.Size();
        var flow = new Flow(width, height, 42);
        flow.NewPage();
        var words = Words.In(kit.Guide.Language);
        flow.Text(words.Text("print.for", ("kit", kit.Name), ("guest", name)), Typeface.Serif, 22, part: Part.Title);
        flow.Down(6);
        if (guest.Differences.Count == 0)
        {
            flow.Text(words.Text("card.same", ("guest", name)), Typeface.Sans, 12);
            return flow.Pages(kit.Name);
        }
        foreach (var layout in Changed(kit, guest))
            Picture(flow, guest, layout, words);
        List(flow, words.Text("card.page"), guest, DifferenceIn.Page);
        Cuts(flow, kit, guest, words);
        List(flow, words.Text("card.sheets"), guest, DifferenceIn.Sheets);
        List(flow, words.Text("card.steps"), guest, DifferenceIn.Steps);
        return flow.Pages(kit.Name);
    }

    // Layouts whose document differs.
    private static IEnumerable<Layout> Changed(Kit kit, GuestAnswer guest) => guest.Kit.Layouts.Where(l => kit.Layout(l.Id) != l);

    private static void Picture(Flow flow, GuestAnswer guest, Layout layout, Words words)
    {
        var scene = guest.Answer.Layouts.First(l => l.Id == layout.Id).Picture;
        var scale = ScenePainter.ScaleFor(scene, flow.Width, 300);
        var (_, high) = ScenePainter.SizeAt(scene, scale);
        flow.Need(high + 30);
        flow.Add(ScenePainter.Paint(guest.Kit, scene, new(flow.Left, flow.Y), scale));
        flow.Down(high + 3);
        flow.Text(words.Text("card.scale", ("layout", layout.Id), ("name", layout.Name), ("scale", N(scale))), Typeface.Sans, 8, Inks.Soft);
        flow.Down(8);
    }

    private static void List(Flow flow, string title, GuestAnswer guest, DifferenceIn place)
    {
        // What comes out of the bag is said above, and no sheet is cut for it.
        var isInBag = guest.Bag.Missing.Count == 0;
        var says = guest.Differences.Where(d => d.In == place && !(d.IsCutting && isInBag)).Select(d => d.Says).ToList();
        if (says.Count == 0)
            return;
        Title(flow, title);
        foreach (var line in says)
            flow.Text(line, Typeface.Sans, 10.5, indent: 10);
    }

    // What is cut otherwise, and out of which sheet or offcut; what is not cut any more stays as paper in the sleeve.
    private static void Cuts(Flow flow, Kit kit, GuestAnswer guest, Words words)
    {
        var own = guest.Differences.Where(d => d.In == DifferenceIn.Cuts).ToList();
        if (own.Count == 0)
            return;
        Title(flow, words.Text("card.cuts"));
        foreach (var difference in own)
            flow.Text(
                difference.Piece is { } label && From(label) is { } from
                    ? $"{difference.Says} {from}"
                    : $"{difference.Says} {words.Text("card.sleeve")}",
                Typeface.Sans,
                10.5,
                indent: 10
            );

        // Out of the bag where it comes out of it; else the host brings paper.
        string? From(string label)
        {
            if (guest.Bag.Cut.FirstOrDefault(c => c.Label == label) is { } cut)
                return words.Text("card.from", ("source", cut.Source));
            if (guest.Bag.Missing.FirstOrDefault(m => m.Label == label) is not { } missing)
                return null;
            return words.Text("card.bring", ("paper", kit.Paper(missing.Paper)?.Name ?? missing.Paper));
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
