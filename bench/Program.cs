using System.Diagnostics;
using VelvetFold.Bench;
using VelvetFold.Core;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Lines;
using VelvetFold.Formats;
using VelvetFold.Formats.Json;
using VelvetFold.Formats.Print;

// Times the parts of one answer in Core: ./velvet bench core. Medians over many runs, after a warm-up.
var folder = AppContext.BaseDirectory;
while (!File.Exists(Path.Combine(folder, "VelvetFold.slnx")))
    folder = Path.GetDirectoryName(folder)!;
if (args is ["cuts", ..])
{
    // cuts [budget in ms] [part of an instance's name] [folder for the plans]
    CutBench.Run(
        Path.Combine(folder, "bench", "cuts"),
        args.ElementAtOrDefault(3),
        int.Parse(args.ElementAtOrDefault(1) ?? "1800", System.Globalization.CultureInfo.InvariantCulture),
        args.ElementAtOrDefault(2) ?? ""
    );
    return;
}
if (args is ["fits", ..])
{
    // fits [shuffled cases] [questions by chance] [tell]
    int Number(int at, int usual) =>
        args.ElementAtOrDefault(at) is { } text ? int.Parse(text, System.Globalization.CultureInfo.InvariantCulture) : usual;
    FitBench.Run(folder, Number(1, 200), Number(2, 500), args.Contains("tell"));
    return;
}
if (args is ["nests", ..])
{
    NestBench.Run(folder);
    return;
}
if (args is ["still", ..])
{
    StillBench.Run(folder);
    return;
}
foreach (var name in new[] { "kite-weekend", "year-of-bread" })
{
    var text = File.ReadAllBytes(Path.Combine(folder, "src", "VelvetFold.Web", "Demo", name + ".json"));
    var kit = KitFile.Read(text).Value!;
    var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList();
    var pieces = CutList.Of(kit, layouts);
    var answer = KitAnswer.For(kit, kit.Kits);
    Console.WriteLine(name);
    Time("read the document", () => KitFile.Read(text));
    Time("checks", () => layouts.Select(l => PageCheck.Of(kit, l)).ToList());
    Time("hidden", () => layouts.SelectMany(l => l.Pieces.SelectMany(p => Hidden.Of(l, p, Hidden.Lap(kit.Unit)))).ToList());
    Time("pictures", () => layouts.Select(l => LayoutPicture.Draw(kit, l)).ToList());
    Time("resolve", () => kit.Layouts.Select(l => Resolver.Resolve(l, kit)).ToList());
    Time("pages: resolve, check, draw", () => KitAnswer.Pages(kit));
    Time("plan one kit", () => CutPlanner.Plan(CutList.Order(kit, pieces, 1, CutMode.EachKit)));
    Time($"plan {kit.Kits} kits", () => CutPlanner.Plan(CutList.Order(kit, pieces, kit.Kits, CutMode.Batch)));
    Time("complete answer", () => KitAnswer.For(kit, kit.Kits));
    Time("write the answer", () => System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(answer, JsonText.In(kit.Unit)));
    Console.WriteLine($"  answer {System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(answer, JsonText.In(kit.Unit)).Length / 1000} kB");
}

var large = Large();
Console.WriteLine($"13 pages, {large.Layouts.Sum(l => l.Pieces.Count)} pieces");
Time("resolve", () => large.Layouts.Select(l => Resolver.Resolve(l, large)).ToList());
Time("resolve with all checks", () => large.Layouts.Select(l => PageCheck.Of(large, Resolver.Resolve(l, large))).ToList());
Time("pages: resolve, check, hidden, draw", () => KitAnswer.Pages(large));
var eyeless = large with { NoEye = true };

// In turn, so that a slower minute of the machine slows both.
for (var turn = 0; turn < 3; turn++)
{
    Time("pages with the eye", () => KitAnswer.Pages(large));
    Time("pages without it", () => KitAnswer.Pages(eyeless));
    Time("complete answer with the eye", () => KitAnswer.For(large, 1));
    Time("complete answer without it", () => KitAnswer.For(eyeless, 1));
}
var resolved = large.Layouts.Select(l => Resolver.Resolve(l, large)).ToList();
var cut = CutList.Of(large, resolved);
var order = CutPlanner.Plannable(CutList.Order(large, cut, 1, CutMode.EachKit));
var plan = CutPlanner.Plan(order);
var whole = KitAnswer.For(large, 1);
Time(
    "guide: steps, words, pictures, proof",
    () =>
    {
        var steps = Guide.Write(large, resolved, cut, plan, Words.English);
        return (steps.Select(whole.SceneOf).ToList(), GuideProof.Replay(large, resolved, cut, plan, steps));
    }
);
Console.WriteLine($"  {whole.Steps.Count} steps; proof {(whole.Proof.Holds ? "holds" : whole.Proof.Faults[0].Says)}");
var kite = KitFile.Read(File.ReadAllBytes(Path.Combine(folder, "src", "VelvetFold.Web", "Demo", "kite-weekend.json"))).Value!;
var chance = new Random(1);
var usual = new[] { "3 x 4", "4 x 6", "4 x 3", "6 x 4", "2 x 3" };
IReadOnlyList<GuestPhoto> Brought(int n) =>
    PhotoLine.Read(string.Join(", ", Enumerable.Range(0, n).Select(_ => usual[chance.Next(5)])), kite.Unit).Photos;
var bag = Bag.Of(kite);
for (var n = 1; n <= 10; n++)
{
    var photos = Brought(n);
    Time($"fits: 6 openings, {n} photos", () => FitSearch.Find(kite, "L1", photos, 3, bag), 8);
}
var roster = Enumerable.Range(0, 200).Select(_ => kite.Layouts.Select(l => (l.Id, Photos: Brought(chance.Next(1, 8)))).ToList()).ToList();
var began = Stopwatch.GetTimestamp();
var memory = new FitMemory();
Parallel.ForEach(roster, guest => guest.ForEach(l => FitSearch.Find(kite, l.Id, l.Photos, 1, bag, memory: memory)));
Console.WriteLine($"  fits: a roster of 200 guests, three layouts each  {Stopwatch.GetElapsedTime(began).TotalSeconds:0.0} s");
Time("counts, shopping, cost: 200 kits", () => CountsAnswer.For(large, 200), 10);
await LedgerBench.RunAsync();
byte[] pdf = [];
Time(
    "guide: PDF",
    () => pdf = PdfFile.Write(GuidePages.Of(large, whole, large.Name, "", GuideForm.Guide, PrintPaper.Letter), large.Name, "en"),
    3
);
Console.WriteLine($"  PDF {pdf.Length / 1000} kB");

// Thirteen single pages of some thirty pieces, each measured from the one before it.
static Kit Large()
{
    var lines =
        string.Join(
            "\n",
            Enumerable.Range(0, 10).Select(n => $"panel 3 x 1 Paper, {(n == 0 ? "1/4 from top" : $"under B{n} gap 1/8")}, 1/4 from left")
        )
        + "\n"
        + string.Join(
            "\n",
            Enumerable
                .Range(0, 11)
                .Select(n =>
                    $"photo 2 x 2 on mat 1/16 Paper, {(n % 3 == 0 ? "4 from left" : $"right of P{n} gap 1/8")}, {1 + n / 3 * 5 / 2} from top"
                )
        )
        + "\n10 strips 1/2 x 1 Paper, 1/4 from bottom, evenly 1/2 from sides";
    var page = MeasureLines.Read(lines, MeasureLines.Blank(), "L1", newPapers: true);
    return page.Kit with { Layouts = [.. Enumerable.Range(1, 13).Select(n => page.Layout with { Id = $"L{n}" })] };
}

static void Time(string what, Func<object?> work, int runs = 60)
{
    for (var i = 0; i < runs; i++)
        work();
    var times = new List<double>();
    for (var i = 0; i < runs; i++)
    {
        var began = Stopwatch.GetTimestamp();
        work();
        times.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
    }
    times.Sort();
    Console.WriteLine($"  {what, -40} {times[times.Count / 2], 8:0.00} ms");
}
