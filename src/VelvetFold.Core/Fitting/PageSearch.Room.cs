using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

// Openings that have taken other sizes find room beside one another: apart, in rows, on their ground, around what is held.
internal sealed partial class PageSearch
{
    // What is held lies where it lies; of the others what it meets, or what followed it off the page, goes to the nearest free place. Null
    // where there is none.
    private List<(int Photo, Lying On)>? Beside(List<(int Photo, Lying On)> laid)
    {
        var (fast, loose) = (laid.Where(l => held.ContainsKey(l.On.Id)), laid.Where(l => !held.ContainsKey(l.On.Id)));
        List<(int Photo, Lying On)> placed = [.. fast.Select(l => (l.Photo, held[l.On.Id]))];
        foreach (var (photo, on) in loose)
        {
            var lying = placed.Select(p => p.On).ToList();
            var home = on.At(new(_design[on.Id]!.Box.X, _design[on.Id]!.Box.Y, on.Box.Size));
            var free = new[] { on, home }.FirstOrDefault(o => _places.IsFree(o, lying));
            if (free is null && _places.Best(home, lying, null) is { } spot)
                free = home.At(spot.Box);
            if (free is null)
                return null;
            placed.Add((photo, free));
        }
        return placed;
    }

    // A photo that comes larger than its opening in the place of a card that is larger: the two change places, and the card settles in what
    // the opening leaves.
    private IEnumerable<List<(int Photo, Lying On)>> Exchanged(List<(int Photo, Lying On)> laid)
    {
        var page = Inner(Page);
        foreach (var card in _design.Content.Where(c => c.Role == PageRole.Card && _design.SideOf(c.Box) == side))
            for (var i = 0; i < laid.Count; i++)
            {
                var (photo, on) = laid[i];
                var was = _design[on.Id]!.Box.Size.Area;
                if (on.Box.Size.Area <= was || card.Box.Size.Area <= was)
                    continue;
                foreach (var x in new[] { card.Box.X, card.Box.Right - on.Box.Width })
                foreach (var y in new[] { card.Box.Y, card.Box.Bottom - on.Box.Height })
                {
                    var box = on.Box with { X = x, Y = y };
                    if (!page.Contains(box) || laid.Where((_, j) => j != i).Any(l => l.On.Box.Overlaps(box)))
                        continue;
                    List<(int Photo, Lying On)> way = [.. laid];
                    way[i] = (photo, on.At(box));
                    yield return way;
                }
            }
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

    // Photos that would lie on each other make room, the later one to the right or down, with the design's gap; in rows what stands level
    // with it goes along.
    private List<(int Photo, Lying On)> Apart(List<(int Photo, Lying On)> laid, bool inRows)
    {
        for (var round = 0; round < 3; round++)
        {
            var met = false;
            for (var i = 0; i < laid.Count; i++)
            for (var j = 0; j < laid.Count; j++)
            {
                var (a, b) = (laid[i].On, laid[j].On);
                if (i == j || !a.Box.Overlaps(b.Box) || _design.Lap(a.Id, b.Id) || !Evaluator.ReadsBefore(_design[a.Id]!, _design[b.Id]!))
                    continue;
                var (was, then) = (_design[a.Id]!.Box, _design[b.Id]!.Box);
                var beside = then.X >= was.Right;
                var gap = beside ? then.X - was.Right : Length.Max(then.Y - was.Bottom, Length.Zero);
                gap = gap.IsPositive ? gap : _design.Gap;
                var box = beside ? b.Box with { X = a.Box.Right + gap } : b.Box with { Y = a.Box.Bottom + gap };
                laid[j] = (laid[j].Photo, b.At(box));
                met = true;
                if (inRows)
                    Along(laid, then, beside, box);
            }
            if (!met)
                break;
        }
        return laid;
    }

    // What was designed level with an opening that moves stays level with it.
    private void Along(List<(int Photo, Lying On)> laid, Box was, bool beside, Box now)
    {
        for (var k = 0; k < laid.Count; k++)
        {
            var (photo, on) = laid[k];
            var designed = _design[on.Id]!.Box;
            if (beside ? designed.X == was.X && on.Box.X < now.X : designed.Y == was.Y && on.Box.Y < now.Y)
                laid[k] = (photo, on.At(beside ? on.Box with { X = now.X } : on.Box with { Y = now.Y }));
        }
    }

    // As a whole onto the ground where the openings lie, or into the page: just so far, or to its middle.
    private List<(int Photo, Lying On)> Drawn(List<(int Photo, Lying On)> laid, bool toMiddle)
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
            Into(new(room.X, room.Width), new(around.X, around.Width), toMiddle),
            Into(new(room.Y, room.Height), new(around.Y, around.Height), toMiddle)
        );
        return [.. laid.Select(l => (l.Photo, l.On.At(l.On.Box.Moved(dx, dy))))];
    }

    private Length Into(Span room, Span block, bool toMiddle)
    {
        var by = Length.Max(room.Start - block.Start, Length.Zero) - Length.Max(block.End - room.End, Length.Zero);
        var step = _design.Kit.Ruler.Ticks;
        return toMiddle && by != Length.Zero ? new((room.Start + (room.Extent - block.Extent).Half - block.Start).Ticks / step * step) : by;
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
}
