using System.Globalization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>One page with its photos and all else laid.</summary>
/// <param name="Things">What lies on it, without its grounds.</param>
/// <param name="Places">Which photo lies on which opening.</param>
/// <param name="Cost">What it takes off by itself.</param>
internal sealed record PageFit(IReadOnlyList<Lying> Things, IReadOnlyList<(int Photo, string Opening)> Places, double Cost, int Faults);

/// <summary>
/// The best ways to lay given photos on one page of a layout. Two kinds of ways are looked at: the openings stay where they are and take
/// the photos' sizes, more being added where there is room; or the photos are laid anew in rows and columns in the order of the story. Then
/// title, cards and decoration find their places in what is left. The cheapest by what is known beforehand are carried out first, and no
/// other one once the best that are kept cannot be bettered.
/// </summary>
internal sealed class PageSearch(Evaluator evaluator, PageSide side)
{
    /// <summary>How many ways of a page are kept.</summary>
    private const int Kept = 5;

    /// <summary>How many of each kind are carried out at most.</summary>
    private const int MostSettled = 40;

    private const int MostLocal = 24;

    private readonly Design _design = evaluator.Design;
    private readonly Settling _settling = new(evaluator, side);
    private readonly List<Lying> _openings =
    [
        .. evaluator.Design.Openings.Where(o => evaluator.Design.SideOf(o.Box) == side).OrderBy(o => o, Reading.Order),
    ];
    private readonly Dictionary<string, IReadOnlyList<PageFit>> _known = [];

    /// <summary>A way to lay the photos, before the rest finds its place; with a bound of what it will take off.</summary>
    internal sealed record Laid(Func<IReadOnlyList<(int Photo, Lying On)>> Photos, double Bound);

    private Box Page => _design.Layout.PageBox(side);

    /// <summary>The best ways for these photos, which are told in that order; the best first.</summary>
    public IReadOnlyList<PageFit> Best(IReadOnlyList<int> photos)
    {
        var key = string.Join(',', photos.Select(p => p.ToString(CultureInfo.InvariantCulture)));
        return _known.TryGetValue(key, out var known) ? known : _known[key] = Find(photos);
    }

    private List<PageFit> Find(IReadOnlyList<int> photos)
    {
        // What stays where it is first; then what is laid anew.
        var best = new List<PageFit>();
        foreach (var ways in new[] { Local(photos), Anew(photos) })
        {
            var settled = 0;
            foreach (var laid in ways.OrderBy(l => l.Bound))
            {
                if (settled >= MostSettled || (best.Count == Kept && laid.Bound >= best[^1].Cost))
                    break;
                settled++;
                Keep(best, InOrder(laid.Photos()));
            }
        }
        return best;
    }

    private void Keep(List<PageFit> best, IReadOnlyList<(int Photo, Lying On)> given)
    {
        if (_settling.Of(given) is not { } things)
            return;
        var tally = new Tally(false);
        evaluator.Page(things, given, side, tally);
        if (best.Count == Kept && tally.Points >= best[^1].Cost)
            return;
        var at = best.FindIndex(b => b.Cost > tally.Points);
        best.Insert(at < 0 ? best.Count : at, new(things, [.. given.Select(p => (p.Photo, p.On.Id))], tally.Points, tally.Faults));
        if (best.Count > Kept)
            best.RemoveAt(Kept);
    }

    // Photos that are alike in everything are told in their order, wherever their openings came to lie.
    private List<(int Photo, Lying On)> InOrder(IReadOnlyList<(int Photo, Lying On)> laid)
    {
        var ordered = new List<(int Photo, Lying On)>(laid.Count);
        foreach (var alike in laid.GroupBy(l => evaluator.Photos[l.Photo] with { Id = "", Story = null, Run = null }))
            ordered.AddRange(
                alike.Select(l => l.Photo).Order().Zip(alike.Select(l => l.On).OrderBy(o => o, Reading.Order), (photo, on) => (photo, on))
            );
        return ordered;
    }

    // ---- openings where they are

    private sealed record Choice(Size Stock, double Cost);

    // The sizes an opening may take for a photo: as brought; as designed, one way round or the other; whole within that.
    private List<Choice> Choices(GuestPhoto photo, Lying opening)
    {
        var designed = opening.Piece.Size;
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

    /// <summary>What a photo takes off in an opening of that stock size, which was designed for another; as the evaluator counts it.</summary>
    public static double SizeCost(GuestPhoto photo, Size stock, Size? designed)
    {
        if (photo.OneOfAKind && stock != photo.Size)
            return Broken;
        var (crop, smaller) = Evaluator.Loss(photo.Size, stock);
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
        var alike = photos.Select(p => evaluator.Photos[p] with { Id = "" }).ToList();
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
        laid = Drawn(Apart(laid));
        List<List<(int Photo, Lying On)>> ways = Evened(laid) is { } even ? [laid, even] : [laid];
        var extras = Enumerable.Range(0, photos.Count).Where(i => !taken.Contains(i)).Select(i => photos[i]).ToList();
        return ways.SelectMany(way => extras.Count == 0 ? [new(() => way, cost)] : Added(way, extras, cost));
    }

    // Rows with the design's usual gap, from the left; null where that is what they have.
    private List<(int Photo, Lying On)>? Evened(List<(int Photo, Lying On)> laid)
    {
        var boxes = laid.ToDictionary(l => l.On.Id, l => l.On);
        var moved = false;
        for (var round = 0; round < laid.Count; round++)
        {
            var wrong = Boxes
                .Neighbours([.. boxes.Values], _design)
                .Where(n => n.Axis == Axis.Across && n.Gap != _design.Gap && n.Gap <= Length.Inches(1))
                .OrderBy(n => n.First.Box.X)
                .Select(n => (Neighbour?)n)
                .FirstOrDefault();
            if (wrong is not { } pair)
                break;
            boxes[pair.Second.Id] = pair.Second.At(pair.Second.Box with { X = pair.First.Box.Right + _design.Gap });
            moved = true;
        }
        return moved ? [.. laid.Select(l => (l.Photo, boxes[l.On.Id]))] : null;
    }

    /// <summary>An original, and what must stay whole, is never trimmed for its mat: the mat grows around it in kits of both
    /// schools.</summary>
    private Piece Whole(Piece opening, GuestPhoto photo) =>
        photo.MayLose || Mats.Grows(opening, _design.Kit)
            ? opening
            : opening with
            {
                Opening = opening.Opening! with { School = MatSchool.GrowMat },
            };

    // Photos that would lie on each other make room, the later one to the right or down, with the design's gap.
    private List<(int Photo, Lying On)> Apart(List<(int Photo, Lying On)> laid)
    {
        for (var round = 0; round < 3; round++)
        {
            var met = false;
            for (var i = 0; i < laid.Count; i++)
            for (var j = 0; j < laid.Count; j++)
            {
                var (a, b) = (laid[i].On, laid[j].On);
                if (
                    i == j
                    || !a.Box.Overlaps(b.Box)
                    || _design.Overlap(a.Id, b.Id) > 0
                    || !Evaluator.ReadsBefore(_design[a.Id]!, _design[b.Id]!)
                )
                    continue;
                var (was, then) = (_design[a.Id]!.Box, _design[b.Id]!.Box);
                var beside = then.X >= was.Right;
                var gap = beside ? then.X - was.Right : Length.Max(then.Y - was.Bottom, Length.Zero);
                gap = gap.IsPositive ? gap : _design.Gap;
                var box = beside ? b.Box with { X = a.Box.Right + gap } : b.Box with { Y = a.Box.Bottom + gap };
                laid[j] = (laid[j].Photo, b.At(box));
                met = true;
            }
            if (!met)
                break;
        }
        return laid;
    }

    // As a whole onto the ground where the openings lie, or into the page.
    private List<(int Photo, Lying On)> Drawn(List<(int Photo, Lying On)> laid)
    {
        if (laid.Count == 0)
            return laid;
        Box around = Around(laid.Select(l => l.On.Box));
        var ground = _design
            .Grounds.Where(g => laid.TrueForAll(l => _design[l.On.Id] is { } was && g.Box.Contains(was.Box)))
            .Select(g => g.Box)
            .OrderBy(b => b.Size.Area)
            .FirstOrDefault(Page);
        var room = Inner(ground);
        if (room.Contains(around) || around.Width > room.Width || around.Height > room.Height)
            return laid;
        var (dx, dy) = (
            Length.Max(room.X - around.X, Length.Zero) - Length.Max(around.Right - room.Right, Length.Zero),
            Length.Max(room.Y - around.Y, Length.Zero) - Length.Max(around.Bottom - room.Bottom, Length.Zero)
        );
        return [.. laid.Select(l => (l.Photo, l.On.At(l.On.Box.Moved(dx, dy))))];
    }

    private static Box Around(IEnumerable<Box> boxes)
    {
        var (x, y, right, bottom) = (Length.Inches(10_000), Length.Inches(10_000), Length.Inches(-10_000), Length.Inches(-10_000));
        foreach (var box in boxes)
            (x, y, right, bottom) = (
                Length.Min(x, box.X),
                Length.Min(y, box.Y),
                Length.Max(right, box.Right),
                Length.Max(bottom, box.Bottom)
            );
        return new(x, y, right - x, bottom - y);
    }

    // What of a ground photos may lie on: off the page's edge by the design's margin.
    private Box Inner(Box ground)
    {
        var page = Page.Inset(_design.Margin) ?? Page;
        return ground.Intersect(page) ?? page;
    }

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
        return _settling.Spots(lying, photos).Select(lying.At);
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
        var like = usual[nth % usual.Count].Piece;
        // No name is given on both pages.
        var letter = side == PageSide.Right ? 'M' : 'N';
        var name = $"{like.Id[..Math.Min(6, like.Id.Length)]}{letter}{(nth + 1).ToString(CultureInfo.InvariantCulture)}";
        while (!Making.IsFree(_design.Layout, name))
            name += "N";
        return (like, name);
    }

    // ---- laid anew

    private List<Laid> Anew(IReadOnlyList<int> photos)
    {
        if (photos.Count == 0 || _design.Openings.Count == 0)
            return [];
        // Of every size of the photos the cheapest, so that many places for one do not crowd out another.
        var all = new List<Laid>();
        foreach (var sequence in Sequences(photos))
        foreach (var stocks in Stocks(sequence))
        {
            var found = new Cheapest(MostOfOneSize);
            Anew(sequence, stocks, found);
            all.AddRange(found.All);
        }
        return all;
    }

    private const int MostOfOneSize = 30;

    // The cheapest of many, by what they will take off at least.
    private sealed class Cheapest(int most)
    {
        private readonly PriorityQueue<Laid, double> _kept = new();

        public IEnumerable<Laid> All => _kept.UnorderedItems.Select(i => i.Element);

        public bool Takes(double bound) => _kept.Count < most || bound < _kept.Peek().Bound;

        public void Add(Laid laid)
        {
            _kept.Enqueue(laid, -laid.Bound);
            if (_kept.Count > most)
                _kept.Dequeue();
        }
    }

    // The order of the story first; of few photos every other one that looks otherwise.
    private IEnumerable<IReadOnlyList<int>> Sequences(IReadOnlyList<int> photos)
    {
        yield return photos;
        var sizes = photos.Select(p => evaluator.Photos[p].Size).ToList();
        if (sizes.Distinct().Count() < 2)
            yield break;
        yield return [.. photos.OrderByDescending(p => evaluator.Photos[p].Size.Area).ThenBy(p => p)];
        if (photos.Count <= 4)
            yield return [.. photos.OrderBy(p => evaluator.Photos[p].Size.Area).ThenBy(p => p)];
    }

    // As brought; all equally high or wide, as on a band; all smaller by the same share.
    private IEnumerable<Size[]> Stocks(IReadOnlyList<int> photos)
    {
        var brought = photos.Select(p => evaluator.Photos[p]).ToList();
        yield return [.. brought.Select(p => p.Size)];
        var heights = _openings.Select(o => o.Piece.Size.Height).Append(brought.Min(p => p.Size.Height)).Distinct().Take(3).ToList();
        foreach (var height in heights)
            if (Each(p => p.Size.Height > height ? (double)height.Ticks / p.Size.Height.Ticks : 1) is { } level)
                yield return level;
        foreach (var share in new[] { 0.9, 0.8, 0.7, 0.6, 0.5 })
            if (Each(_ => share) is { } smaller)
                yield return smaller;

        Size[]? Each(Func<GuestPhoto, double> share)
        {
            var (sizes, any) = (new Size[brought.Count], false);
            for (var i = 0; i < brought.Count; i++)
            {
                var by = brought[i].OneOfAKind ? 1 : share(brought[i]);
                if (by >= 0.999)
                    sizes[i] = brought[i].Size;
                else if (Scaled(brought[i].Size, by) is { } scaled)
                    (sizes[i], any) = (scaled, true);
                else
                    return null;
            }
            return any ? sizes : null;
        }
    }

    private void Anew(IReadOnlyList<int> photos, Size[] stocks, Cheapest found)
    {
        var n = photos.Count;
        var pieces = new Piece[n];
        for (var i = 0; i < n; i++)
        {
            var photo = evaluator.Photos[photos[i]];
            if (i < _openings.Count)
                pieces[i] = Whole(_openings[i].Piece with { Tilt = null, Size = stocks[i] }, photo);
            else
            {
                var (like, name) = New(i - _openings.Count);
                pieces[i] = Whole(
                    like with
                    {
                        Id = name,
                        Name = null,
                        Tilt = null,
                        Size = stocks[i],
                        Opening = like.Opening! with { Focal = false },
                    },
                    photo
                );
            }
        }
        var own = Math.Max(0, _openings.Count - n) * PatchInPlace;
        for (var i = 0; i < n; i++)
            own += i < _openings.Count ? _openings.Min(o => SizeCost(evaluator.Photos[photos[i]], stocks[i], o.Piece.Size)) : Add;
        if (own >= Broken || !found.Takes(own))
            return;
        var outer = pieces.Select((p, i) => Mats.Outer(p, _design.Kit, stocks[i])).ToArray();
        var gaps = new[] { _design.Gap, Length.Min(_design.Gap, _design.Eighth) }.Distinct().ToList();
        var cells = new (long X, long Y)[n];
        var boxes = new Box[n];
        foreach (var region in Regions())
        foreach (var gap in gaps)
        foreach (var block in Blocks.Of(outer, region.Width.Ticks, region.Height.Ticks, gap.Ticks, n > 8 ? 14 : 24).Take(20))
        {
            block.Place(0, 0, gap.Ticks, cells);
            foreach (var (x, y) in Corners(region, block, gap))
            {
                for (var i = 0; i < n; i++)
                    boxes[i] = new(new(x + cells[i].X), new(y + cells[i].Y), outer[i]);
                var bound = own + (gap == gaps[0] ? 0 : 0.1) + _settling.Disturbed(boxes) + OffTheirBand(boxes) + OutOfOrder(photos, boxes);
                if (!found.Takes(bound) || Slipped(boxes))
                    continue;
                Box[] at = [.. boxes];
                found.Add(new(() => Matched(photos, pieces, at), bound));
            }
        }
    }

    // Which opening lies in which box: those whose sizes and lines are nearest, where their mats show alike; else in reading order.
    private List<(int Photo, Lying On)> Matched(IReadOnlyList<int> photos, Piece[] pieces, Box[] boxes)
    {
        var n = photos.Count;
        var own = pieces.ToArray();
        if (_openings.Select(o => Making.Shown(o.Piece)).Distinct().Count() == 1)
        {
            // Those that are over, and those that are new, have partners of their own.
            var candidates = _openings.Select(o => o.Piece).Concat(pieces.Skip(_openings.Count)).ToList();
            var size = candidates.Count;
            var costs = new double[size, size];
            for (var i = 0; i < size; i++)
            for (var k = 0; k < size; k++)
                costs[i, k] = i < n ? Cost(evaluator.Photos[photos[i]], pieces[i].Size, boxes[i], k) : 0;
            var given = Placing.Assign(costs, size);
            for (var i = 0; i < n; i++)
                own[i] = Whole(candidates[given[i]] with { Tilt = null, Size = pieces[i].Size }, evaluator.Photos[photos[i]]);
        }
        return [.. photos.Select((p, i) => (p, Mats.Lay(own[i], _design.Kit, own[i].Size, boxes[i].X, boxes[i].Y)!))];
    }

    private double Cost(GuestPhoto photo, Size stock, Box box, int opening)
    {
        if (opening >= _openings.Count)
            return SizeCost(photo, stock, null);
        var was = _openings[opening];
        var off = _design.Bands.Any(b => b.Box.Contains(was.Box) && !b.Box.Contains(box));
        return SizeCost(photo, stock, was.Piece.Size)
            + (off ? OffBand : 0)
            + (IsOnALine(box, was.Box, Axis.Across) && IsOnALine(box, was.Box, Axis.Down) ? 0 : Moved);
    }

    private static bool IsOnALine(Box now, Box was, Axis axis)
    {
        var (a, b) = (now.Along(axis), was.Along(axis));
        return a.Start == b.Start || a.End == b.End || Math.Abs(a.Start.Ticks + a.End.Ticks - b.Start.Ticks - b.End.Ticks) <= 2;
    }

    private static double OutOfOrder(IReadOnlyList<int> photos, Box[] boxes)
    {
        var wrong = 0;
        for (var i = 0; i < boxes.Length; i++)
        for (var j = 0; j < boxes.Length; j++)
            if (photos[i] < photos[j] && Evaluator.ReadsBefore(boxes[j], boxes[i]))
                wrong++;
        return Math.Min(InversionMost, Inversion * wrong);
    }

    // The nth opening on a band carries the nth photo.
    private double OffTheirBand(Box[] boxes)
    {
        var off = 0;
        foreach (var band in _design.Bands)
            for (var i = 0; i < boxes.Length && i < _openings.Count; i++)
                if (band.Box.Contains(_openings[i].Box) && !band.Box.Contains(boxes[i]))
                    off++;
        return off * OffBand;
    }

    private bool Slipped(Box[] boxes)
    {
        foreach (var ground in _design.Grounds)
            if (!_design.Straddled.Contains(ground.Id))
                foreach (var box in boxes)
                    if (Boxes.Straddles(box, ground.Box))
                        return true;
        return false;
    }

    // Panels that are large enough to carry photos, and the page.
    private IEnumerable<Box> Regions() =>
        _design
            .Grounds.Where(g => _design.SideOf(g.Box) == side)
            .Select(g => Inner(g.Box.Inset(_design.Margin) ?? g.Box))
            .Append(Inner(Page))
            .Distinct();

    // Where a block may begin: on the lines of the design, beside what stays, in the middle.
    private HashSet<(long X, long Y)> Corners(Box region, Block block, Length gap)
    {
        var (xs, ys) = (new HashSet<long>(), new HashSet<long>());
        var step = _design.Kit.Ruler.Ticks;
        void Across(long x)
        {
            if (x >= region.X.Ticks && x + block.Width <= region.Right.Ticks)
                xs.Add(x);
        }
        void Down(long y)
        {
            if (y >= region.Y.Ticks && y + block.Height <= region.Bottom.Ticks)
                ys.Add(y);
        }
        Across(region.X.Ticks);
        Across(region.Right.Ticks - block.Width);
        Across((region.X.Ticks + (region.Width.Ticks - block.Width) / 2) / step * step);
        Down(region.Y.Ticks);
        Down(region.Bottom.Ticks - block.Height);
        Down((region.Y.Ticks + (region.Height.Ticks - block.Height) / 2) / step * step);
        foreach (var opening in _openings)
        {
            Across(opening.Box.X.Ticks);
            Across(opening.Box.Right.Ticks - block.Width);
            Down(opening.Box.Y.Ticks);
            Down(opening.Box.Bottom.Ticks - block.Height);
        }
        foreach (var thing in _settling.Obstacles)
        {
            Across(thing.Box.X.Ticks);
            Across(thing.Box.Right.Ticks + gap.Ticks);
            Across(thing.Box.X.Ticks - gap.Ticks - block.Width);
            Down(thing.Box.Bottom.Ticks + gap.Ticks);
            Down(thing.Box.Y.Ticks - gap.Ticks - block.Height);
        }
        return [.. xs.SelectMany(x => ys.Select(y => (x, y)))];
    }
}

/// <summary>In rows from the top, each from the left.</summary>
internal sealed class Reading : IComparer<Lying>
{
    public static Reading Order { get; } = new();

    public int Compare(Lying? x, Lying? y) =>
        ReferenceEquals(x, y) ? 0
        : Evaluator.ReadsBefore(x!, y!) ? -1
        : Evaluator.ReadsBefore(y!, x!) ? 1
        : 0;
}
