using System.Globalization;
using System.Xml.Linq;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Formats.Tests;

/// <summary>The cut sheet as CSV and as SVG, read back by readers that know nothing of how they were written.</summary>
public class CutSheetFilesTests
{
    private static readonly Kit Kit = KitFile.Read(File.ReadAllBytes(Find("src/VelvetFold.Web/Demo/kite-weekend.json"))).Value!;

    private static readonly CutPlan Plan = KitAnswer.For(Kit, 1).EachKit.Plan;

    internal static string Find(string path)
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, path)))
            folder = Path.GetDirectoryName(folder)!;
        return Path.Combine(folder, path);
    }

    // RFC 4180, read by a reader of a dozen lines.
    private static List<string[]> ReadCsv(string text)
    {
        var (rows, row, field, quoted) = (new List<string[]>(), new List<string>(), new System.Text.StringBuilder(), false);
        for (var i = 0; i < text.Length; i++)
        {
            if (quoted && text[i] == '"' && i + 1 < text.Length && text[i + 1] == '"')
                field.Append(text[i++]);
            else if (text[i] == '"')
                quoted = !quoted;
            else if (!quoted && text[i] == ',')
                (_, field) = (row.Count, Next());
            else if (!quoted && text[i] == '\n')
            {
                Next();
                rows.Add([.. row]);
                row.Clear();
            }
            else if (quoted || text[i] != '\r')
                field.Append(text[i]);
        }
        return rows;

        System.Text.StringBuilder Next()
        {
            row.Add(field.ToString());
            return field.Clear();
        }
    }

    [Fact]
    public void Every_cut_is_a_row()
    {
        var rows = ReadCsv(CutSheetFiles.Csv(Kit, Plan));
        Assert.Equal(
            ["Paper", "Sheet", "Times", "Cut", "Part", "Edge at the fence", "Setting", "Comes off", "Stays", "Plunge from", "to"],
            rows[0]
        );
        var cuts = Plan.BySheet.SelectMany(s => s.Patterns).ToList();
        Assert.Equal(cuts.Sum(p => Math.Max(1, p.Cuts.Count)), rows.Count - 1);
        Assert.All(rows, r => Assert.Equal(11, r.Length));
        var first = cuts.First(p => p.Cuts.Count > 0).Cuts[0];
        Assert.Contains(rows, r => r[3] == "1" && r[5] == first.Fence.Word() && r[7] == first.Gives[0].Text);
    }

    [Fact]
    public void A_name_that_looks_like_a_formula_is_written_as_text()
    {
        var kit = Kit with { Papers = [.. Kit.Papers.Select(p => p with { Name = "=2+3, \"big\"" })] };
        var rows = ReadCsv(CutSheetFiles.Csv(kit, Plan));
        Assert.All(rows.Skip(1), r => Assert.Equal("'=2+3, \"big\"", r[0]));
    }

    [Fact]
    public void The_drawing_is_at_true_size_a_layer_a_sheet()
    {
        var svg = XDocument.Parse(CutSheetFiles.TrueSize(Kit, Plan)).Root!;
        XNamespace ns = "http://www.w3.org/2000/svg";
        double Number(XElement e, string name) =>
            double.Parse(e.Attribute(name)!.Value.Replace("mm", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);
        var layers = svg.Elements(ns + "g").ToList();
        var patterns = Plan.BySheet.SelectMany(s => s.Patterns).ToList();
        Assert.Equal(patterns.Count, layers.Count);
        Assert.Equal(304.8, Number(svg, "width")); // 12 in are 304.8 mm (NIST SP 811: an inch is 25.4 mm exactly)
        Assert.Equal(
            $"0 0 304.8 {svg.Attribute("height")!.Value.Replace("mm", "", StringComparison.Ordinal)}",
            svg.Attribute("viewBox")!.Value
        );
        Assert.Equal(patterns.Sum(p => Millimetres(p.Root.Box.Height)) + (layers.Count - 1) * 10, Number(svg, "height"), 1e-6);
        var ids = svg.Descendants().Select(e => (string?)e.Attribute("id")).OfType<string>().ToList();
        Assert.Equal(ids.Count, ids.Distinct().Count());
        foreach (var (pattern, layer) in patterns.Zip(layers))
        {
            var cut = layer.Elements(ns + "g").Single(g => ((string)g.Attribute("id")!).StartsWith("cut-", StringComparison.Ordinal));
            var insides = pattern.Root.All().OfType<PieceNode>().Count(n => n.Piece.Gut is not null);
            Assert.Equal(pattern.Placements.Sum(p => p.Labels.Count) + insides, cut.Elements(ns + "path").Count());
        }
    }

    private static double Millimetres(Length length) => (double)length.Ticks / Length.TicksPerMillimetre;
}
