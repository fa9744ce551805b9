using System.Diagnostics;
using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Proposing;
using VelvetFold.Core.Stock;
using VelvetFold.Formats;

namespace VelvetFold.Bench;

/// <summary>Times what can still be made: 200 layouts, those of the demo with their sizes shaken, out of 300 scraps and few sheets; and
/// pages of four sizes out of 400 papers, no two alike.</summary>
internal static class StillBench
{
    private static readonly string[] Demos = ["kite-weekend", "year-of-bread"];

    public static void Run(string folder)
    {
        var random = new Random(17);
        var kits = Demos
            .Select(n => KitFile.Read(File.ReadAllBytes(Path.Combine(folder, "src", "VelvetFold.Web", "Demo", n + ".json"))).Value!)
            .ToList();
        var asked = Enumerable
            .Range(0, 200)
            .Select(i => (Kit: kits[i % 2], Layout: kits[i % 2].Layouts[i / 2 % kits[i % 2].Layouts.Count]))
            .Select(a => (a.Kit, Layout: Shaken(a.Kit, a.Layout, random)))
            .ToList();
        var papers = kits.SelectMany((k, n) => k.Papers.Select(p => (Key: $"{n} {p.Id}", Paper: p))).ToList();
        var studio = new Studio(
            papers.ToDictionary(
                p => p.Key,
                p => new PaperThere(
                    p.Key,
                    p.Paper,
                    random.Next(0, 4),
                    [
                        .. Enumerable
                            .Range(0, 300 / papers.Count)
                            .Select(_ => new OffcutOnHand { Size = new(Some(random), Some(random)), Count = 1 }),
                    ]
                )
            ),
            kits.SelectMany((k, n) => k.Parts.Select(p => $"{n} {p.Id}")).ToDictionary(k => k, k => new PartsThere(k, 2))
        );
        for (var round = 0; round < 3; round++)
        {
            var clock = Stopwatch.StartNew();
            var made = new StillMade?[asked.Count];
            Parallel.For(
                0,
                asked.Count,
                i =>
                    made[i] = StillMaking.Of(
                        asked[i].Kit,
                        asked[i].Layout,
                        studio,
                        id => $"{kits.IndexOf(asked[i].Kit)} {id}",
                        id => $"{kits.IndexOf(asked[i].Kit)} {id}"
                    )
            );
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{asked.Count} layouts, {papers.Count} papers, {studio.Papers.Values.Sum(p => p.Scraps.Count)} scraps: {made.Count(m => m?.IsWhole == true)} whole, {made.Count(m => m is { IsWhole: false })} with changes, {clock.ElapsedMilliseconds} ms"
                )
            );
        }
        Pages(kits[0], random);
    }

    private static void Pages(Kit like, Random random)
    {
        var page = new Size(Length.Inches(12), Length.Inches(12));
        var prints = Enum.GetValues<PrintKind>();
        string Some() => $"#{random.Next(1 << 24):x6}";
        Face Face() =>
            new()
            {
                Colour = Some(),
                Ink = Some(),
                Print = prints[random.Next(prints.Length)],
            };
        var there = Enumerable
            .Range(0, 400)
            .Select(i => new Paper
            {
                Id = $"p{i}",
                Name = $"Paper {i}",
                Size = page,
                FaceA = Face(),
                FaceB = Face(),
            })
            .Select(p => new PaperThere(p.Id, p, 2, []));
        var studio = new Studio(there.ToDictionary(p => p.Key), new Dictionary<string, PartsThere>());
        var kit = LeftPages.KitOf(studio, like);
        for (var round = 0; round < 3; round++)
        {
            var clock = Stopwatch.StartNew();
            var (answer, _) = LeftPages.Of(kit, studio, new("9 x 9, 5 x 7, 4 x 6 photo, 2 of 1 x 12", page));
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{answer?.Proposals.Count} pages out of {kit.Papers.Count} papers: {clock.ElapsedMilliseconds} ms"
                )
            );
        }
    }

    private static Length Some(Random random) => Length.Inches(0, random.Next(16, 160), 16);

    private static Layout Shaken(Kit kit, Layout layout, Random random) =>
        layout with
        {
            Pieces =
            [
                .. layout.Pieces.Select(p =>
                    p.Kind is PieceKind.Strip or PieceKind.Journaling && p.Size.Shorter > kit.Ruler * 8
                        ? p with
                        {
                            Size = new(p.Size.Width - kit.Ruler * random.Next(0, 4), p.Size.Height - kit.Ruler * random.Next(0, 4)),
                        }
                        : p
                ),
            ],
        };
}
