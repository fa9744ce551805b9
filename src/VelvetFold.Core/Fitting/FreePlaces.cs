using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>Something with what lies on it: they move together.</summary>
internal sealed record Unit(Lying Main, IReadOnlyList<Lying> Attached);

/// <summary>Where on a page there is room for something among what lies there, and which of these places is the best.</summary>
internal sealed class FreePlaces(Design design, PageSide side)
{
    private Box Page => design.Layout.PageBox(side);

    /// <summary>Whether there is room for something at that place, and for what lies on it.</summary>
    public bool Fits(Unit? unit, Lying thing, Box box, List<Lying> placed)
    {
        if (!IsFree(thing, box, placed))
            return false;
        if (unit is not null)
            foreach (var one in unit.Attached)
                if (!IsFree(one, one.Box.Moved(box.X - unit.Main.Box.X, box.Y - unit.Main.Box.Y), placed))
                    return false;
        return true;
    }

    /// <summary>Whether there is room for something where it lies.</summary>
    public bool IsFree(Lying thing, List<Lying> placed) => IsFree(thing, thing.Box, placed);

    private bool IsFree(Lying thing, Box box, List<Lying> placed)
    {
        var was = design[thing.Id];
        if (!Page.Contains(box) && (was is null || Page.Contains(was.Box) || was.Box != box))
            return false;
        foreach (var other in placed)
        {
            if (!box.Overlaps(other.Box) || (thing.IsDecor && other.IsDecor))
                continue;
            if (Boxes.Share(box, other.Box) > design.MayShare(thing, other))
                return false;
            if (
                thing.IsDecor
                && other.Print is { } print
                && Boxes.Covered(print, box) > Math.Max(design.Hidden(other.Id, thing.Id), Evaluator.MostDecor) + Boxes.Nothing
            )
                return false;
        }
        return true;
    }

    /// <summary>Free places for something, the best first: in line with what lies there, near where it was, near a photo.</summary>
    public IEnumerable<Box> Spots(Lying thing, List<Lying> placed) =>
        Free(thing, placed, null)
            .Select(box => (Box: box, Cost: Dear(thing, box, placed)))
            .OrderBy(f => f.Cost)
            .ThenBy(f => f.Box.Y)
            .ThenBy(f => f.Box.X)
            .Select(f => f.Box);

    /// <summary>The best of the free places, with what speaks against it; null where there is none that costs less.</summary>
    public (Box Box, double Cost)? Best(Lying thing, List<Lying> placed, Unit? unit, double than = double.MaxValue)
    {
        var (best, least) = ((Box?)null, than);
        foreach (var box in Free(thing, placed, unit))
        {
            var cost = Dear(thing, box, placed, least);
            if (cost < least)
                (best, least) = (box, cost);
        }
        return best is { } found ? (found, least) : null;
    }

    // From the top, each row from the left.
    private IEnumerable<Box> Free(Lying thing, List<Lying> placed, Unit? unit)
    {
        var (xs, ys) = Lines(thing, placed);
        var barred = Barred(thing, placed);
        foreach (var y in ys)
        foreach (var x in xs)
        {
            var box = new Box(new(x), new(y), thing.Box.Size);
            if (!IsBarred(box, barred) && Fits(unit, thing, box, placed) && (thing.Role != PageRole.Opening || IsOnGround(box)))
                yield return box;
        }
    }

    private static bool IsBarred(Box box, (Box Box, double Allowed)[] barred)
    {
        foreach (var (other, allowed) in barred)
            if (other.Overlaps(box) && Boxes.Share(other, box) > allowed)
                return true;
        return false;
    }

    // What it must not lie on, and how much of it at most: looked up once for all places.
    private (Box Box, double Allowed)[] Barred(Lying thing, List<Lying> placed) =>
        [.. placed.Where(other => !thing.IsDecor || !other.IsDecor).Select(other => (other.Box, design.MayShare(thing, other)))];

    private bool IsOnGround(Box box)
    {
        if (Boxes.Margin(box, Page) < design.Margin)
            return false;
        foreach (var ground in design.Grounds)
            if (Boxes.Straddles(box, ground.Box) && !design.Straddled.Contains(ground.Id))
                return false;
        return true;
    }

    private (SortedSet<long> Xs, SortedSet<long> Ys) Lines(Lying thing, List<Lying> placed)
    {
        var (xs, ys) = (new SortedSet<long>(), new SortedSet<long>());
        var (w, h) = (thing.Box.Width.Ticks, thing.Box.Height.Ticks);
        var (gap, step) = (design.Gap.Ticks, design.Kit.Ruler.Ticks);
        var page = Page;
        void Across(long x)
        {
            if (x >= page.X.Ticks && x + w <= page.Right.Ticks)
                xs.Add(x);
        }
        void Down(long y)
        {
            if (y >= page.Y.Ticks && y + h <= page.Bottom.Ticks)
                ys.Add(y);
        }
        if (design[thing.Id] is { } was)
        {
            Across(was.Box.X.Ticks);
            Down(was.Box.Y.Ticks);
        }
        foreach (var ground in design.Grounds)
        {
            var inside = Math.Min(gap, design.Quarter.Ticks);
            Across(ground.Box.X.Ticks + inside);
            Across(ground.Box.Right.Ticks - inside - w);
            Down(ground.Box.Y.Ticks + inside);
            Down(ground.Box.Bottom.Ticks - inside - h);
            Across(ground.Box.X.Ticks);
            Across(ground.Box.Right.Ticks - w);
            Across(ground.Box.Right.Ticks + gap);
            Down(ground.Box.Bottom.Ticks + gap);
        }
        long[] gaps =
            thing.Role == PageRole.Opening
                ? [.. new[] { gap, design.Quarter.Ticks, design.Eighth.Ticks }.Where(g => g <= gap).Distinct()]
                : [gap];
        foreach (var other in placed)
        {
            Across(other.Box.X.Ticks);
            Across(other.Box.Right.Ticks - w);
            Down(other.Box.Y.Ticks);
            Down(other.Box.Bottom.Ticks - h);
            foreach (var between in gaps)
            {
                Across(other.Box.Right.Ticks + between);
                Across(other.Box.X.Ticks - between - w);
                Down(other.Box.Bottom.Ticks + between);
                Down(other.Box.Y.Ticks - between - h);
            }
            // On other mats photos stand level by their middles.
            if (
                thing.Role == PageRole.Opening
                && other.Role == PageRole.Opening
                && Math.Abs(other.Box.Height.Ticks - h) < Length.TicksPerInch
            )
                Down((other.Box.Y.Ticks + other.Box.Bottom.Ticks - h) / 2 / step * step);
        }
        return (xs, ys);
    }

    // What speaks against a place: the way there, no line to rest on, far from the photos, close to what is not to be touched. Where it is
    // more than what is known, it is not counted to the end.
    private double Dear(Lying thing, Box box, List<Lying> placed, double most = double.MaxValue)
    {
        var cost = 0.0;
        if (design[thing.Id] is { } was)
        {
            var by = (double)((box.X - was.Box.X).Magnitude + (box.Y - was.Box.Y).Magnitude).Ticks / Length.TicksPerInch;
            cost += by * (thing.Role == PageRole.Title ? TitleInch : 0.05);
        }
        var (nearest, inLine, isEven) = (double.MaxValue, false, false);
        foreach (var other in placed)
        {
            if (cost >= most)
                return cost;
            if (!other.IsContent)
            {
                if (thing.IsContent && box.Overlaps(other.Box))
                    cost += DecorOnPhoto;
                continue;
            }
            var apart = Boxes.Between(box, other.Box);
            if (thing.IsDecor && box.Overlaps(other.Box))
                cost += DecorOnPhoto * 2;
            else if (apart < design.Same * 2)
                cost += thing.IsContent && other.Role == PageRole.Opening ? Touches : 1;
            if (other.Role == PageRole.Opening)
                nearest = Math.Min(nearest, (double)apart.Ticks / Length.TicksPerInch);
            var (across, down) = (
                Boxes.Off(box.X, box.Right, other.Box.X, other.Box.Right),
                Boxes.Off(box.Y, box.Bottom, other.Box.Y, other.Box.Bottom)
            );
            if (Math.Min(across, down) <= design.Same.Ticks)
                inLine = true;
            // Neighbours that miss each other's line.
            if (thing.Role == PageRole.Opening && other.Role == PageRole.Opening)
            {
                if (
                    (Overlap(box.Y, box.Bottom, other.Box.Y, other.Box.Bottom) && down > design.Same.Ticks && down < Design.Near.Ticks)
                    || (Overlap(box.X, box.Right, other.Box.X, other.Box.Right) && across > design.Same.Ticks && across < Design.Near.Ticks)
                )
                    cost += NearMiss;
                if (apart == design.Gap && (down <= design.Same.Ticks || across <= design.Same.Ticks))
                    isEven = true;
            }
        }
        if (nearest < double.MaxValue)
            cost += Math.Min(2, Math.Max(0, nearest - 0.5) * 0.1);
        if (!inLine)
            cost += LineLost;
        if (thing.Role == PageRole.Opening && !isEven)
            cost += 0.5;
        if (thing.Role is PageRole.Title or PageRole.Card)
            foreach (var ground in design.Grounds)
                if (Boxes.Straddles(box, ground.Box) && !(design[thing.Id] is { } old && Boxes.Straddles(old.Box, ground.Box)))
                    cost += LineLost;
        foreach (var field in design.Fields)
            cost += Boxes.Covered(field.Box, box) * 0.5;
        // Things hug the page's edge only where they did.
        if (Boxes.Margin(box, Page) < design.Margin * 2 && thing.Role != PageRole.Opening)
            cost += 0.5;
        return cost;
    }

    private static bool Overlap(Length a, Length aEnd, Length b, Length bEnd) => a < bEnd && b < aEnd;
}
