using System.Globalization;
using System.Xml.Linq;
using VelvetFold.Core;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;

namespace VelvetFold.Formats.Print;

/// <summary>A guide as one page of HTML that needs nothing else: words as words, pictures as SVG within.</summary>
public static class GuideHtml
{
    private const string Style =
        "body{font:17px/1.5 'Source Sans 3',system-ui,sans-serif;color:#221A20;background:#FBF8F4;max-width:52rem;margin:2rem "
        + "auto;padding:0 1rem;font-variant-numeric:tabular-nums}"
        + "h1,h2{font-family:Fraunces,Georgia,serif;font-weight:600;line-height:1.2}h2{margin-top:2.5rem;border-bottom:1px solid #C9BDB2}"
        + "ol.steps{list-style:none;padding:0}ol.steps>li{display:flex;gap:1rem;padding:.8rem 0;border-bottom:1px solid "
        + "#E4DAD0;break-inside:avoid}"
        + "ol.steps>li>b{min-width:2rem;color:#5B2240;font-size:1.2rem}ol.steps>li>div{flex:1}figure{margin:0}figcaption{font-size:.75rem;color:#6B5F66}"
        + "svg{max-width:100%;height:auto}.bold{font-weight:600}.serif{font-family:Fraunces,Georgia,serif}";

    /// <summary>Writes the document.</summary>
    public static string Write(Kit kit, KitAnswer answer, string title, string below)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(answer);
        var (words, pictures) = (Words.In(kit.Guide.Language), 0);
        var body = new List<object>
        {
            new XElement("h1", title),
            new XElement(
                "p",
                $"{words.Text("print.summary", ("pieces", N(answer.Counts.Pieces)), ("sheets", N(answer.EachKit.Plan.SheetsUsed)), ("steps", N(answer.Steps.Count)))} {below}"
            ),
        };
        body.AddRange(answer.Layouts.Select(l => Figure(l.Picture, $"{l.Id} {kit.Layout(l.Id)?.Name}", 560)));
        body.Add(new XElement("h2", words.Text("print.materials")));
        body.Add(
            new XElement(
                "ul",
                answer.Materials.Select(m => new XElement(
                    "li",
                    $"{m.Name}{(m.Amount is null ? "" : $": {m.Amount}")}{(m.Why is null ? "" : $". {m.Why}")}"
                ))
            )
        );
        foreach (var part in answer.Steps.GroupBy(s => (s.Half, Layout: s.Half == GuideHalf.Cutting ? null : s.Layout)))
        {
            body.Add(
                new XElement(
                    "h2",
                    part.Key.Half == GuideHalf.Cutting
                        ? words.Text("print.cutting")
                        : words.Text("print.assembly", ("layout", kit.Layout(part.Key.Layout)?.Name ?? ""))
                )
            );
            body.Add(new XElement("ol", new XAttribute("class", "steps"), part.Select(Step)));
        }
        return "<!DOCTYPE html>\n"
            + new XElement(
                "html",
                new XAttribute("lang", words.Language),
                new XElement(
                    "head",
                    new XElement("meta", new XAttribute("charset", "utf-8")),
                    new XElement(
                        "meta",
                        new XAttribute("name", "viewport"),
                        new XAttribute("content", "width=device-width, initial-scale=1")
                    ),
                    new XElement("title", title),
                    new XElement("style", Style)
                ),
                new XElement("body", body)
            ).ToString(SaveOptions.DisableFormatting);

        XElement Step(Step step) =>
            new(
                "li",
                new XElement("b", N(step.Number)),
                new XElement(
                    "div",
                    new XElement("p", step.Text),
                    step.Lines.Count > 0 ? new XElement("ol", step.Lines.Select(l => new XElement("li", l))) : null
                ),
                answer.SceneOf(step) is { } scene ? Figure(scene, null, 240) : null
            );

        XElement Figure(Scene scene, string? caption, double width)
        {
            var scale = ScenePainter.ScaleFor(scene, width, width);
            var (w, h) = ScenePainter.SizeAt(scene, scale);
            var svg = SvgPages.Write(
                new(w + 2, h + 2, [ScenePainter.Paint(kit, scene, new(1, 1), scale)]),
                scene.Says.ToString(),
                $"p{N(++pictures)}"
            );
            return new(
                "figure",
                XElement.Parse(svg),
                new XElement("figcaption", $"{caption} {words.Text("print.scale", ("n", N(scale)))}".Trim())
            );
        }
    }

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
