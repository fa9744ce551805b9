using System.Collections.Concurrent;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Proposing;

/// <summary>Two faces beside one another: whether they look like one, and how far apart their colours are (CIEDE2000).</summary>
internal readonly record struct Beside(bool Like, double Apart);

/// <summary>The faces that pages may be cut from, and how each looks beside each other one: worked out once, for all the ways to lay a
/// page out.</summary>
internal sealed class FacesThere(IReadOnlyList<SeenFace> faces)
{
    private readonly bool[] _busy = [.. faces.Select(f => f.IsBusy)];
    private readonly ConcurrentDictionary<int, Beside[]> _beside = new();

    // By name, so that of ways that cost the same it is always the same one that comes first.
    private readonly int[] _ranks = RanksOf(faces);

    public int Count => faces.Count;

    public SeenFace this[int face] => faces[face];

    public int Rank(int face) => _ranks[face];

    public bool IsBusy(int face) => _busy[face];

    /// <summary>How each face looks beside one.</summary>
    public Beside[] Beside(int one) =>
        _beside.GetOrAdd(one, u => [.. faces.Select(f => new Beside(faces[u].IsLike(f), Colours.Difference(faces[u].Ground, f.Ground)))]);

    private static int[] RanksOf(IReadOnlyList<SeenFace> faces)
    {
        var ranks = new int[faces.Count];
        var ordered = Enumerable.Range(0, faces.Count).OrderBy(i => faces[i].Paper.Id, StringComparer.Ordinal).ThenBy(i => faces[i].Side);
        foreach (var (face, rank) in ordered.Select((f, r) => (f, r)))
            ranks[face] = rank;
        return ranks;
    }
}

/// <summary>Which piece of a page is cut from which paper: the cheapest ways by what lies on what, by a beam search from back to
/// front.</summary>
internal sealed class Papering(FacesThere faces, Arranged arranged, int? sheets)
{
    /// <summary>How many ways are kept after each piece.</summary>
    private const int Beam = 32;

    /// <summary>What is added for each paper beyond two: a page of few papers hangs together, and takes fewer sheets.</summary>
    private const double MorePaper = 0.7;

    private sealed record Way(int[] Given, double Cost);

    /// <summary>The cheapest ways, a face for each piece; the best first.</summary>
    public IReadOnlyList<(IReadOnlyList<SeenFace> Faces, double Cost)> Best(int count)
    {
        List<Way> ways = [new([], 0)];
        for (var i = 0; i < arranged.Slots.Count; i++)
            ways = Longer(ways, i);
        return [.. ways.Take(count).Select(w => ((IReadOnlyList<SeenFace>)[.. w.Given.Select(g => faces[g])], w.Cost))];
    }

    // The cheapest ways that give one more piece its face; the costs of all of them first, as most are never made.
    private List<Way> Longer(List<Way> ways, int at)
    {
        var (slot, around) = (arranged.Slots[at], Around(at));
        var alone = Enumerable.Range(0, faces.Count).Select(f => Alone(slot, f)).ToArray();
        var order = Comparer<(double Cost, int Way, int Face)>.Create(
            (a, b) =>
                a.Cost != b.Cost ? a.Cost.CompareTo(b.Cost)
                : Named(ways[a.Way], ways[b.Way]) is var named and not 0 ? named
                : faces.Rank(a.Face).CompareTo(faces.Rank(b.Face))
        );
        // The dearest of those kept comes out first.
        var kept = new PriorityQueue<(int Way, int Face), (double Cost, int Way, int Face)>(
            Beam + 1,
            Comparer<(double Cost, int Way, int Face)>.Create((a, b) => order.Compare(b, a))
        );
        for (var w = 0; w < ways.Count; w++)
        {
            var costs = Costs(ways[w], slot, around, alone);
            for (var f = 0; f < costs.Length; f++)
            {
                if (
                    kept.Count == Beam
                    && kept.TryPeek(out _, out var dearest)
                    && (costs[f] > dearest.Cost || order.Compare((costs[f], w, f), dearest) >= 0)
                )
                    continue;
                if (sheets is { } most && Least([.. ways[w].Given, f]) > most)
                    continue;
                kept.Enqueue((w, f), (costs[f], w, f));
                if (kept.Count > Beam)
                    kept.Dequeue();
            }
        }
        return
        [
            .. kept
                .UnorderedItems.OrderBy(k => k.Priority, order)
                .Select(k => new Way([.. ways[k.Element.Way].Given, k.Element.Face], k.Priority.Cost)),
        ];
    }

    private int Named(Way a, Way b) => a.Given.Zip(b.Given, (x, y) => faces.Rank(x).CompareTo(faces.Rank(y))).FirstOrDefault(c => c != 0);

    // What a way costs with each face for its next piece: by itself, by what it lies on, by a further paper, by a colour that returns.
    private double[] Costs(Way way, Slot slot, IReadOnlyList<(int On, double Share)> around, double[] alone)
    {
        var costs = new double[faces.Count];
        for (var f = 0; f < costs.Length; f++)
            costs[f] = way.Cost + alone[f];
        foreach (var (on, share) in around)
        {
            var (ground, beside) = (way.Given[on], faces.Beside(way.Given[on]));
            for (var f = 0; f < costs.Length; f++)
            {
                if (beside[f].Like)
                    costs[f] += 12 * share;
                else if (faces.IsBusy(ground) && faces.IsBusy(f))
                    costs[f] += 8 * share;
                if (slot.Role == SizeRole.Photo)
                    costs[f] -= Math.Min(50, beside[f].Apart) / 12 * share;
            }
        }
        var papers = way
            .Given.Where((_, i) => arranged.Slots[i].Role != SizeRole.Base)
            .Select(g => faces[g].Paper.Id)
            .ToHashSet(StringComparer.Ordinal);
        if (papers.Count >= 2 && slot.Role != SizeRole.Base)
            for (var f = 0; f < costs.Length; f++)
                costs[f] += papers.Contains(faces[f].Paper.Id) ? 0 : MorePaper;
        // An accent that returns.
        if (slot.Role is SizeRole.Small or SizeRole.Strip or SizeRole.Photo)
        {
            var given = Array.ConvertAll(way.Given, faces.Beside);
            for (var f = 0; f < costs.Length; f++)
                if (faces[f].Ground.Chroma >= EyeLimits.Accent && Array.Exists(given, g => g[f].Apart < EyeLimits.Alike))
                    costs[f] -= 1;
        }
        return costs;
    }

    // So many sheets it takes at least, by area.
    private int Least(IReadOnlyList<int> given) =>
        given
            .Select((face, i) => (faces[face].Paper, arranged.Slots[i]))
            .Where(g => g.Item2.Role != SizeRole.Base)
            .GroupBy(g => g.Paper.Id)
            .Sum(g =>
                (int)(
                    (g.Aggregate((Int128)0, (sum, p) => sum + p.Item2.Box.Size.Area) + g.First().Paper.Size.Area - 1)
                    / g.First().Paper.Size.Area
                )
            );

    // What a paper is worth for a piece by itself.
    private double Alone(Slot slot, int at)
    {
        var (face, lab) = (faces[at], faces[at].Ground);
        var motif = face.Face.Motif is { } m && (double)m.Ticks / Length.TicksPerInch >= EyeLimits.LargeMotif ? m : (Length?)null;
        var shows = motif is { } large && slot.Box.Size.Shorter >= large * EyeLimits.MotifTimes;
        var cost = motif is not null && !shows ? 6.0 : 0;
        cost += slot.Role switch
        {
            SizeRole.Base => (face.IsSolid ? 0 : 8) + (lab.L < 70 ? 1 : 0) + (lab.Chroma > EyeLimits.Accent ? 2 : 0),
            SizeRole.Ground => (face.IsBusy ? 4 : 0) + (lab.Chroma > EyeLimits.Accent ? 3 : 0),
            SizeRole.Block => (shows ? -4 : 0) + (face.IsSolid ? 2 : 0),
            SizeRole.Photo => face.IsSolid ? 0 : 4,
            SizeRole.Strip => FromTear(slot, face) ? -1 : 0,
            _ => face.IsBusy ? 2 : 0,
        };
        return cost;
    }

    /// <summary>Whether a strip comes from the back of a tear strip, which else is thrown away.</summary>
    public static bool FromTear(Slot slot, SeenFace face) =>
        face is { Side: SheetFace.B, Paper.TearStrip: { } tear } && slot.Box.Size.Shorter <= tear.Width;

    // What is seen just outside a piece's edge: which piece, and how much of the edge it has.
    private List<(int On, double Share)> Around(int at)
    {
        var (box, found) = (arranged.Slots[at].Box, new Dictionary<int, int>());
        const int Places = 8;
        for (var i = 0; i < Places; i++)
        {
            var (x, y) = (
                box.X + new Length(box.Width.Ticks * (2 * i + 1) / (2 * Places)),
                box.Y + new Length(box.Height.Ticks * (2 * i + 1) / (2 * Places))
            );
            var step = new Length(Length.TicksPerInch / 32);
            foreach (var (px, py) in new[] { (x, box.Y - step), (x, box.Bottom + step), (box.X - step, y), (box.Right + step, y) })
                for (var j = at - 1; j >= 0; j--)
                    if (arranged.Slots[j].Box is var other && px >= other.X && px <= other.Right && py >= other.Y && py <= other.Bottom)
                    {
                        found[j] = found.GetValueOrDefault(j) + 1;
                        break;
                    }
        }
        return [.. found.Select(f => (f.Key, f.Value / (4.0 * Places)))];
    }
}
