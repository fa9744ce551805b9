using VelvetFold.Core.Eye;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Proposing;

/// <summary>Which piece of a page is cut from which paper: the cheapest ways by what lies on what, by a beam search from back to
/// front.</summary>
internal sealed class Papering(IReadOnlyList<SeenFace> faces, Arranged arranged, int? sheets)
{
    /// <summary>How many ways are kept after each piece.</summary>
    private const int Beam = 32;

    /// <summary>What is added for each paper beyond two: a page of few papers hangs together, and takes fewer sheets.</summary>
    private const double MorePaper = 0.7;

    private sealed record Way(IReadOnlyList<SeenFace> Given, double Cost);

    /// <summary>The cheapest ways, a face for each piece; the best first.</summary>
    public IReadOnlyList<(IReadOnlyList<SeenFace> Faces, double Cost)> Best(int count)
    {
        List<Way> ways = [new([], 0)];
        for (var i = 0; i < arranged.Slots.Count; i++)
        {
            var (slot, on) = (arranged.Slots[i], Around(i));
            ways =
            [
                .. ways.SelectMany(w => faces.Select(f => With(w, slot, on, f)))
                    .OfType<Way>()
                    .OrderBy(w => w.Cost)
                    .ThenBy(w => string.Join(' ', w.Given.Select(g => $"{g.Paper.Id} {g.Side}")), StringComparer.Ordinal)
                    .Take(Beam),
            ];
        }
        return [.. ways.Take(count).Select(w => (w.Given, w.Cost))];
    }

    private Way? With(Way way, Slot slot, IReadOnlyList<(int On, double Share)> on, SeenFace face)
    {
        var papers = way.Given.Where((_, i) => arranged.Slots[i].Role != SizeRole.Base).Select(f => f.Paper.Id).Distinct().ToList();
        var isNew = slot.Role != SizeRole.Base && !papers.Contains(face.Paper.Id);
        if (sheets is { } most && Least([.. way.Given, face]) > most)
            return null;
        var cost = way.Cost + Alone(slot, face) + (isNew && papers.Count >= 2 ? MorePaper : 0);
        foreach (var (under, share) in on)
        {
            var ground = way.Given[under];
            if (ground.IsLike(face))
                cost += 12 * share;
            else if (ground.IsBusy && face.IsBusy)
                cost += 8 * share;
            if (slot.Role == SizeRole.Photo)
                cost -= Math.Min(50, Colours.Difference(ground.Face.Colour, face.Face.Colour)) / 12 * share;
        }
        // An accent that returns.
        if (
            slot.Role is SizeRole.Small or SizeRole.Strip or SizeRole.Photo
            && Colours.LabOf(face.Face.Colour).Chroma >= EyeLimits.Accent
            && way.Given.Any(g => Colours.Difference(g.Face.Colour, face.Face.Colour) < EyeLimits.Alike)
        )
            cost -= 1;
        return new([.. way.Given, face], cost);
    }

    // So many sheets it takes at least, by area.
    private int Least(IReadOnlyList<SeenFace> given) =>
        given
            .Select((face, i) => (face.Paper, arranged.Slots[i]))
            .Where(g => g.Item2.Role != SizeRole.Base)
            .GroupBy(g => g.Paper.Id)
            .Sum(g =>
                (int)(
                    (g.Aggregate((Int128)0, (sum, p) => sum + p.Item2.Box.Size.Area) + g.First().Paper.Size.Area - 1)
                    / g.First().Paper.Size.Area
                )
            );

    // What a paper is worth for a piece by itself.
    private static double Alone(Slot slot, SeenFace face)
    {
        var motif = face.Face.Motif is { } m && (double)m.Ticks / Length.TicksPerInch >= EyeLimits.LargeMotif ? m : (Length?)null;
        var shows = motif is { } large && slot.Box.Size.Shorter >= large * EyeLimits.MotifTimes;
        var cost = motif is not null && !shows ? 6.0 : 0;
        var lab = Colours.LabOf(face.Face.Colour);
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
