using System.Globalization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

// Openings stay where they are and take the sizes of the photos; what is over is added, or given up.
internal sealed partial class PageSearch
{
    private sealed record Choice(Size Stock, double Cost);

    // The sizes an opening may take for a photo: as brought; as designed, one way round or the other; whole within that.
    private List<Choice> Choices(GuestPhoto photo, Lying opening)
    {
        var designed = opening.Piece.Size;
        if (held.GetValueOrDefault(opening.Id) is { } fast)
            return [new(fast.Piece.Size, SizeCost(photo, fast.Piece.Size, designed))];
        var choices = new List<Choice> { new(photo.Size, SizeCost(photo, photo.Size, designed)) };
        if (photo.OneOfAKind)
            return choices;
        foreach (var frame in designed == designed.Turned ? [designed] : new[] { designed, designed.Turned })
        {
            if (photo.MayLose && frame != photo.Size && frame.FitsIn(photo.Size))
                choices.Add(new(frame, SizeCost(photo, frame, designed)));
            if (Shrunk(photo.Size, frame) is { } whole && whole != frame)
                choices.Add(new(whole, SizeCost(photo, whole, designed)));
        }
        return [.. choices.Where(c => c.Cost < Broken).OrderBy(c => c.Cost).Take(3)];
    }

    /// <summary>What a photo takes off in an opening of that stock size, which was designed for another; as the evaluator counts
    /// it.</summary>
    public static double SizeCost(GuestPhoto photo, Size stock, Size? designed)
    {
        if (photo.OneOfAKind && stock != photo.Size)
            return Broken;
        var (crop, smaller) = Evaluator.Loss(photo, stock);
        var cost =
            crop > CropMost || (!photo.MayLose && crop > CropFree) ? Broken
            : crop > CropFree ? Crop * (crop - CropFree)
            : 0;
        cost +=
            smaller > SmallerFree ? LittleSmaller + Smaller * (smaller - SmallerFree)
            : smaller > 0.01 ? LittleSmaller
            : 0;
        return cost
            + (
                designed is not { } was ? Add
                : stock == was ? 0
                : stock == was.Turned ? Turn
                : Grow
            );
    }

    /// <summary>The least that a photo takes off in an opening designed for another size, whatever it is made.</summary>
    public static double Least(GuestPhoto photo, Size designed) =>
        Math.Min(
            SizeCost(photo, photo.Size, designed),
            photo.OneOfAKind ? Broken : Math.Min(SizeCost(photo, designed, designed), SizeCost(photo, designed.Turned, designed))
        );

    /// <summary>The least that photos take off on so many openings: each in the best for it, or a new one; what is over given up.</summary>
    public static double AtLeast(IReadOnlyList<GuestPhoto> photos, IReadOnlyList<Lying> openings)
    {
        var (n, m) = (photos.Count, openings.Count);
        var size = n + m;
        var costs = new double[size, size];
        for (var i = 0; i < size; i++)
        for (var j = 0; j < size; j++)
            costs[i, j] =
                i < n && j < m ? Least(photos[i], openings[j].Piece.Size)
                : i < n ? Add
                : j < m ? (openings[j].Piece.IsPlaceholder ? 0 : PatchInPlace)
                : 0;
        var given = Placing.Assign(costs, size);
        var cost = 0.0;
        for (var i = 0; i < size; i++)
            cost += costs[i, given[i]];
        return cost;
    }

    /// <summary>The whole photo within a frame, to the ruler's step; null where it is no larger, or that would leave less than an inch and
    /// a half.</summary>
    public Size? Shrunk(Size photo, Size frame)
    {
        if (photo.FitsIn(frame))
            return null;
        var byWidth = (Int128)frame.Width.Ticks * photo.Height.Ticks <= (Int128)frame.Height.Ticks * photo.Width.Ticks;
        return byWidth
            ? Scaled(photo, (double)frame.Width.Ticks / photo.Width.Ticks)
            : Scaled(photo, (double)frame.Height.Ticks / photo.Height.Ticks);
    }

    // The photo printed at that share of its sides, in quarters of an inch (5 mm) where that keeps its shape, else to the ruler's step.
    private Size? Scaled(Size photo, double share)
    {
        var step = _design.Kit.Ruler.Ticks;
        var rough = _design.Kit.Unit == LengthUnit.Inch ? Length.TicksPerInch / 4 : Length.TicksPerMillimetre * 5;
        foreach (var to in new[] { rough, rough / 2 / step * step, step })
        {
            if (to <= 0)
                continue;
            Size size = new(
                new((long)(photo.Width.Ticks * share / to + 0.001) * to),
                new((long)(photo.Height.Ticks * share / to + 0.001) * to)
            );
            if (size.Shorter * 2 >= Length.Inches(3) && (to == step || Evaluator.Loss(photo, size).Crop <= CropFree / 2))
                return size;
        }
        return null;
    }

    // The cheapest ways to give the photos to the openings of the page; what is over is added, or given up.
    private List<Laid> Local(IReadOnlyList<int> photos)
    {
        var laid = new List<Laid>();
        if (_openings.Count == 0)
            return laid;
        var (n, m) = (photos.Count, _openings.Count);
        var choices = photos.Select(p => _openings.Select(o => Choices(evaluator.Photos[p], o)).ToList()).ToList();
        var alike = photos.Select(p => evaluator.Photos[p].Unnamed).ToList();
        var (given, worst) = (new List<((int Photo, Size Stock)?[] Openings, double Cost)>(), double.MaxValue);
        var slots = new (int Photo, Size Stock)?[m];
        Give(0, 0, 0);
        foreach (var (openings, cost) in given)
            laid.AddRange(Carried(photos, openings, cost));
        return laid;

        void Give(int at, int used, double cost)
        {
            if (cost >= worst)
                return;
            if (at == m)
            {
                var left = n - System.Numerics.BitOperations.PopCount((uint)used);
                cost += left * Add;
                if (cost >= worst || left > Math.Max(0, n - m))
                    return;
                given.Add((((int, Size)?[])slots.Clone(), cost));
                if (given.Count > MostLocal)
                {
                    given.Remove(given.MaxBy(g => g.Cost));
                    worst = given.Max(g => g.Cost);
                }
                return;
            }
            for (var p = 0; p < n; p++)
            {
                if ((used & (1 << p)) != 0 || Earlier(p, used))
                    continue;
                // Pairs that are told in the wrong order.
                var wrong = 0;
                for (var before = 0; before < at; before++)
                    if (slots[before] is { } was && was.Photo > p)
                        wrong++;
                foreach (var choice in choices[p][at])
                {
                    slots[at] = (p, choice.Stock);
                    Give(at + 1, used | (1 << p), cost + choice.Cost + wrong * Inversion);
                }
            }
            slots[at] = null;
            if (held.ContainsKey(_openings[at].Id))
                return;
            if (m - at > n - System.Numerics.BitOperations.PopCount((uint)used) || n < m)
                Give(at + 1, used, cost + PatchInPlace);
        }

        // Of photos that are alike in everything the one that is told first comes first.
        bool Earlier(int p, int used)
        {
            for (var q = 0; q < p; q++)
                if ((used & (1 << q)) == 0 && alike[q] == alike[p])
                    return true;
            return false;
        }
    }

    // On the document: what leans on an opening follows it.
    private IEnumerable<Laid> Carried(IReadOnlyList<int> photos, (int Photo, Size Stock)?[] openings, double cost)
    {
        var pieces = _design.Layout.Pieces.ToList();
        var taken = new HashSet<int>();
        for (var i = 0; i < openings.Length; i++)
            if (openings[i] is { } one)
            {
                taken.Add(one.Photo);
                var at = pieces.FindIndex(p => p.Id == _openings[i].Id);
                pieces[at] = Whole(pieces[at] with { Size = one.Stock }, evaluator.Photos[photos[one.Photo]]);
            }
        var resolved = Resolver.Resolve(_design.Layout with { Pieces = pieces }, _design.Kit);
        var laid = new List<(int Photo, Lying On)>();
        for (var i = 0; i < openings.Length; i++)
            if (openings[i] is { } one && resolved.Piece(_openings[i].Id) is { } placed)
                laid.Add((photos[one.Photo], Lying.Of(placed, _design.Layout)));
        var ways = new List<List<(int Photo, Lying On)>>();
        if (held.Count == 0)
            Arrange();
        else if (Beside(laid) is { } beside)
            Way(beside);
        void Arrange()
        {
            foreach (var apart in new[] { Apart([.. laid], inRows: false), Apart([.. laid], inRows: true) })
            foreach (var drawn in new[] { Drawn(apart, toMiddle: false), Drawn(apart, toMiddle: true) })
            {
                Way(drawn);
                if (Evened(drawn) is { } even)
                    Way(even);
            }
            foreach (var exchanged in Exchanged(Drawn(Apart([.. laid], inRows: false), toMiddle: false)))
                Way(exchanged);
        }
        void Way(List<(int Photo, Lying On)> way)
        {
            if (!ways.Exists(w => w.Zip(way).All(p => p.First.On.Box == p.Second.On.Box)))
                ways.Add(way);
        }
        var extras = Enumerable.Range(0, photos.Count).Where(i => !taken.Contains(i)).Select(i => photos[i]).ToList();
        return ways.SelectMany(way => extras.Count == 0 ? [new(() => way, cost)] : Added(way, extras, cost));
    }

    /// <summary>An original, and what must stay whole, is never trimmed for its mat: the mat grows around it in kits of both schools. A
    /// ready-made card that is too small for it stays in the bag.</summary>
    private Piece Whole(Piece opening, GuestPhoto photo) =>
        Mats.Serving(
            dress.In(
                photo.MayLose || Making.Grows(_design.Kit, opening)
                    ? opening
                    : opening with
                    {
                        Opening = opening.Opening! with { School = MatSchool.GrowMat },
                    },
                _design.Kit
            ),
            _design.Kit
        );

    // More photos than openings: each where there is room, in line with what is there.
    private IEnumerable<Laid> Added(List<(int Photo, Lying On)> laid, List<int> extras, double cost)
    {
        foreach (var first in Spots(laid, extras[0], 0).Take(3))
        {
            var (all, failed) = ((List<(int, Lying)>)[.. laid, (extras[0], first)], false);
            for (var i = 1; i < extras.Count && !failed; i++)
                if (Spots(all, extras[i], i).FirstOrDefault() is { } spot)
                    all.Add((extras[i], spot));
                else
                    failed = true;
            if (!failed)
                yield return new(() => all, cost);
        }
    }

    private IEnumerable<Lying> Spots(List<(int Photo, Lying On)> laid, int photo, int nth)
    {
        var brought = evaluator.Photos[photo];
        var (like, name) = New(nth);
        var piece = Whole(like with { Id = name, Name = null, Tilt = null, Opening = like.Opening! with { Focal = false } }, brought);
        if (Mats.Lay(piece, _design.Kit, brought.Size, Page.X, Page.Y) is not { } lying)
            return [];
        var photos = laid.Select(l => l.On).ToList();
        return _places.Spots(lying, photos).Select(lying.At);
    }

    // What a new opening is matted like, and what it is called.
    private (Piece Like, string Name) New(int nth)
    {
        var own = _openings.Count > 0 ? _openings : [.. _design.Openings];
        var usual = own.GroupBy(o => Making.Shown(o.Piece))
            .OrderByDescending(g => g.Count(o => !o.Piece.Opening!.Focal))
            .ThenBy(g => g.Key)
            .First()
            .ToList();
        var like = Making.WithoutCards(usual[nth % usual.Count].Piece);
        // No name is given on both pages.
        var letter = side == PageSide.Right ? 'M' : 'N';
        var name = $"{like.Id[..Math.Min(6, like.Id.Length)]}{letter}{(nth + 1).ToString(CultureInfo.InvariantCulture)}";
        while (!Making.IsFree(_design.Layout, name))
            name += "N";
        return (like, name);
    }
}
