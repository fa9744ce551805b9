using System.Diagnostics;
using System.Text;
using System.Text.Json;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Tests.Fitting;
using VelvetFold.Formats;

namespace VelvetFold.Bench;

/// <summary>Fits, held against an independent judge: the cases, the same with sizes and photos shuffled, questions by chance.</summary>
internal static class FitBench
{
    private sealed record Case(string Id, Kit Kit, string Layout, string Photos);

    public static void Run(string folder, int shuffles, int questions, bool tells)
    {
        var cases = Cases(Path.Combine(folder, "bench", "fits", "cases")).ToList();
        var own = Cases(Path.Combine(folder, "bench", "fits", "own")).ToList();
        // What is measured is an application that has been asked before.
        foreach (var one in cases.Concat(own))
            FitSearch.Find(one.Kit, one.Layout, PhotoLine.Read(one.Photos, one.Kit.Unit).Photos, 3, Bag.Of(one.Kit));
        Judged("cases", cases, tells);
        Judged("layouts of our own", own, tells);
        Judged(
            "cases, photos trimmed for their mats",
            [.. cases.Select(c => c with { Kit = c.Kit with { Matting = c.Kit.Matting with { School = MatSchool.TrimPhoto } } })],
            tells
        );
        var chance = new Random(7);
        Judged("shuffled", [.. Enumerable.Range(0, shuffles).Select(i => Shuffled(cases[i % cases.Count], chance))], tells);
        Judged("by chance", [.. Enumerable.Range(0, questions).Select(i => ByChance(cases[i % cases.Count], chance))], tells);
    }

    private static IEnumerable<Case> Cases(string folder)
    {
        foreach (var file in Directory.GetFiles(folder, "*.json").Order(StringComparer.Ordinal))
        {
            using var document = JsonDocument.Parse(File.ReadAllText(file));
            var root = document.RootElement;
            var kit = KitFile.Read(
                Encoding.UTF8.GetBytes($$"""{"format":"velvet-fold-kit","version":1,"kit":{{root.GetProperty("kit").GetRawText()}}}""")
            );
            yield return new(
                Path.GetFileNameWithoutExtension(file),
                kit.Value ?? throw new InvalidDataException($"{file}: {kit.Faults[0].Says}"),
                root.GetProperty("layout").GetString()!,
                root.GetProperty("photos").GetString()!
            );
        }
    }

    private static void Judged(string what, IReadOnlyList<Case> cases, bool tells)
    {
        var (good, any, differ, exact, times, kinds) = (0, 0, 0, 0, new List<double>(), new Dictionary<string, int>());
        foreach (var one in cases)
        {
            var photos = PhotoLine.Read(one.Photos, one.Kit.Unit);
            var bag = Bag.Of(one.Kit);
            var began = Stopwatch.GetTimestamp();
            var answer = FitSearch.Find(one.Kit, one.Layout, photos.Photos, 3, bag, photos.Wishes);
            times.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
            var judge = new PageJudge(one.Kit, one.Layout, photos.Photos);
            var faults = answer.Fits.Select(judge.Faults).ToList();
            good += faults is [{ Count: 0 }, ..] ? 1 : 0;
            any += faults.Exists(f => f.Count == 0) ? 1 : 0;
            exact += answer.IsExact ? 1 : 0;
            if (answer.Fits is [var first, ..])
                differ += FitJudge.Of(one.Kit, one.Layout, photos.Photos, first.Changes, photos.Wishes, bag).Score == first.Score ? 0 : 1;
            var own = faults.Count == 0 ? [$"none"] : faults[0];
            foreach (var kind in own.Select(f => f.Split(' ')[0]).Distinct())
                kinds[kind] = kinds.GetValueOrDefault(kind) + 1;
            if (tells && own.Count > 0)
                Console.WriteLine(
                    $"    {one.Id} [{one.Photos}] {(answer.Fits.Count > 0 ? answer.Fits[0].Score : 0)}: {string.Join("; ", own.Take(6))}"
                );
        }
        times.Sort();
        Console.WriteLine(
            $"  {what}: {good} of {cases.Count} first offers without fault, {any} with one among three; found is not judged in {differ}; "
                + $"{exact} at their bound; median {times[times.Count / 2]:0} ms, 95 % {times[(int)(times.Count * 0.95)]:0} ms, longest {times[^1]:0} ms"
        );
        Console.WriteLine($"    {string.Join(", ", kinds.OrderByDescending(k => k.Value).Select(k => $"{k.Key} {k.Value}"))}");
    }

    // Openings, cards and titles a little larger or smaller, photos in another order or the other way round, one more or one fewer.
    private static Case Shuffled(Case one, Random chance)
    {
        var layout = one.Kit.Layout(one.Layout)!;
        var step = one.Kit.Ruler.Ticks * 4;
        Size Changed(Size size) =>
            new(
                new(Math.Max(step * 4, size.Width.Ticks + step * chance.Next(-1, 2))),
                new(Math.Max(step * 2, size.Height.Ticks + step * chance.Next(-1, 2)))
            );
        var pieces = layout.Pieces.Select(p =>
            p.Kind is PieceKind.Title or PieceKind.Journaling or PieceKind.DieCut && chance.Next(2) == 0 ? p with { Size = Changed(p.Size) }
            : p.Kind == PieceKind.Photo && chance.Next(3) == 0 ? p with { Size = p.Size.Turned }
            : p
        );
        return one with { Kit = one.Kit.With(layout with { Pieces = [.. pieces] }), Photos = Photos(one.Photos, chance) };
    }

    private static string Photos(string line, Random chance)
    {
        var photos = PhotoLine.Read(line, LengthUnit.Inch).Photos.Select(p => (p.Size, Words: Words(p))).ToList();
        for (var i = 0; i < photos.Count; i++)
            if (chance.Next(3) == 0)
                photos[i] = (photos[i].Size.Turned, photos[i].Words);
        return string.Join(", ", photos.Select(p => $"{new LengthReading(p.Size)}{p.Words}"));
    }

    private readonly record struct LengthReading(Size Size)
    {
        public override string ToString() =>
            $"{(decimal)Size.Width.Ticks / Length.TicksPerInch:0.####} x {(decimal)Size.Height.Ticks / Length.TicksPerInch:0.####}";
    }

    private static string Words(GuestPhoto p) => (p.MayCrop ? "" : " whole") + (p.OneOfAKind ? " once" : "") + (p.Focal ? " focal" : "");

    private static Case ByChance(Case one, Random chance)
    {
        string[] sizes = ["3 x 4", "4 x 3", "4 x 6", "6 x 4", "4 x 4", "3.5 x 5", "5 x 3.5", "2 x 3", "5 x 7"];
        var openings = one.Kit.Layout(one.Layout)!.Pieces.Count(p => p.HoldsPhoto);
        var n = Math.Max(1, openings + chance.Next(-2, 4));
        return one with
        {
            Photos = string.Join(
                ", ",
                Enumerable
                    .Range(0, n)
                    .Select(_ =>
                        sizes[chance.Next(sizes.Length)]
                        + (
                            chance.Next(12) == 0 ? " whole"
                            : chance.Next(15) == 0 ? " once"
                            : ""
                        )
                    )
            ),
        };
    }
}
