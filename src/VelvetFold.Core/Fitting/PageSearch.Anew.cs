using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

// Photos are laid anew in rows and columns.
internal sealed partial class PageSearch
{
    private List<Laid> Anew(IReadOnlyList<int> photos, double limit)
    {
        if (photos.Count == 0 || _design.Openings.Count == 0)
            return [];
        // Of every size of the photos the cheapest, so that many places for one do not crowd out another.
        var all = new List<Laid>();
        foreach (var sequence in Sequences(photos))
        foreach (var stocks in Stocks(sequence))
        {
            var found = new Cheapest(MostOfOneSize, limit);
            Anew(sequence, stocks, found);
            all.AddRange(found.All);
        }
        return all;
    }

    // All but what is held: its photos stay on it, the others are laid in rows and columns beside it.
    private IEnumerable<Laid> Anew(IReadOnlyList<int> photos, IReadOnlyList<(int Photo, string Opening)> places)
    {
        List<(int Photo, Lying On)> fast = [.. places.Where(p => held.ContainsKey(p.Opening)).Select(p => (p.Photo, held[p.Opening]))];
        var rest = new PageSearch(evaluator, side, held, dress: dress, loose: true);
        return rest.Anew([.. photos.Except(fast.Select(f => f.Photo))], double.MaxValue)
            .Select(l => l with { Photos = () => [.. fast, .. l.Photos()] });
    }

    private const int MostOfOneSize = 24;

    private static readonly double[] SmallerShares = [0.9, 0.8, 0.65, 0.5];

    // The cheapest of many, by what they will take off at least; nothing that takes off as much as the limit.
    private sealed class Cheapest(int most, double limit)
    {
        private readonly PriorityQueue<Laid, double> _kept = new();

        public IEnumerable<Laid> All => _kept.UnorderedItems.Select(i => i.Element);

        public bool Takes(double bound) => bound < limit && (_kept.Count < most || bound < _kept.Peek().Bound);

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
        // What mats leave free is for photos nearly as large as they were brought.
        foreach (var share in dress == Dress.AsDesigned ? SmallerShares : [0.9, 0.8])
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
            block.Place(0, 0, gap.Ticks, cells, _design.Kit.Ruler.Ticks);
            Lay(0, 0);
            // In which order they read is the same wherever the block lies.
            var wherever = own + (gap == gaps[0] ? 0 : 0.1) + OutOfOrder(photos, boxes);
            if (!found.Takes(wherever))
                continue;
            var (xs, ys) = Corners(region, block, gap);
            foreach (var x in xs)
            foreach (var y in ys)
            {
                if (!found.Takes(wherever))
                    break;
                Lay(x, y);
                if (Slipped(boxes))
                    continue;
                var bound = wherever + _settling.Disturbed(boxes) + OffTheirBand(boxes);
                if (!found.Takes(bound))
                    continue;
                Box[] at = [.. boxes];
                found.Add(new(() => Matched(photos, pieces, at), bound));
            }
        }

        void Lay(long x, long y)
        {
            for (var i = 0; i < n; i++)
                boxes[i] = new(new(x + cells[i].X), new(y + cells[i].Y), outer[i]);
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
        foreach (var fast in held.Values)
            if (fast.Role != PageRole.Decor && Array.Exists(boxes, b => Boxes.Share(b, fast.Box) > 0))
                return true;
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
    private (List<long> Xs, List<long> Ys) Corners(Box region, Block block, Length gap)
    {
        var (xs, ys) = (new List<long>(), new List<long>());
        var step = _design.Kit.Ruler.Ticks;
        void Across(long x)
        {
            if (x >= region.X.Ticks && x + block.Width <= region.Right.Ticks && !xs.Contains(x))
                xs.Add(x);
        }
        void Down(long y)
        {
            if (y >= region.Y.Ticks && y + block.Height <= region.Bottom.Ticks && !ys.Contains(y))
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
        return (xs, ys);
    }
}
