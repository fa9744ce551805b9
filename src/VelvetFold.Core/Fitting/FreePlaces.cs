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

    public bool Fits(Unit? unit, Lying thing, List<Lying> placed)
    {
        if (!IsFree(thing, placed))
            return false;
        if (unit is not null)
            foreach (var one in unit.Attached)
                if (!IsFree(one.At(one.Box.Moved(thing.Box.X - unit.Main.Box.X, thing.Box.Y - unit.Main.Box.Y)), placed))
                    return false;
        return true;
    }

    public bool IsFree(Lying thing, List<Lying> placed)
    {
        var was = design[thing.Id];
        if (!Page.Contains(thing.Box) && (was is null || Page.Contains(was.Box) || was.Box != thing.Box))
            return false;
        foreach (var other in placed)
        {
            if (!thing.Box.Overlaps(other.Box) || (thing.IsDecor && other.IsDecor))
                continue;
            var before = design.Overlap(thing.Id, other.Id);
            var allowed = thing.IsDecor || other.IsDecor ? Math.Max(before, Evaluator.MostDecor) : before;
            if (Boxes.Share(thing.Box, other.Box) > allowed + Boxes.Nothing)
                return false;
            if (
                thing.IsDecor
                && other.Print is { } print
                && Boxes.Covered(print, thing.Box) > Math.Max(design.Hidden(other.Id, thing.Id), Evaluator.MostDecor) + Boxes.Nothing
            )
                return false;
        }
        return true;
    }

    /// <summary>Free places for something, the best first: in line with what lies there, near where it was, near a photo.</summary>
    public IEnumerable<Box> Spots(Lying thing, IReadOnlyList<Lying> placed) => Spots(thing, [.. placed], null);

    public IEnumerable<Box> Spots(Lying thing, List<Lying> placed, Unit? unit) => Weighed(thing, placed, unit).Select(f => f.Box);

    /// <summary>Free places with what speaks against each, the best first.</summary>
    public IEnumerable<(Box Box, double Cost)> Weighed(Lying thing, List<Lying> placed, Unit? unit)
    {
        var (xs, ys) = Lines(thing, placed);
        var found = new List<(Box Box, double Cost)>();
        var barred = Barred(thing, placed);
        foreach (var y in ys)
        foreach (var x in xs)
        {
            var box = new Box(new(x), new(y), thing.Box.Size);
            if (barred.Exists(b => b.Box.Overlaps(box) && Boxes.Share(b.Box, box) > b.Allowed))
                continue;
            var lying = thing.At(box);
            if (!Fits(unit, lying, placed) || (thing.Role == PageRole.Opening && !IsOnGround(box)))
                continue;
            found.Add((box, Dear(lying, placed)));
        }
        return found.OrderBy(f => f.Cost).ThenBy(f => f.Box.Y).ThenBy(f => f.Box.X);
    }

    // What it must not lie on, and how much of it at most: looked up once for all places.
    private List<(Box Box, double Allowed)> Barred(Lying thing, List<Lying> placed) =>
        [
            .. placed
                .Where(other => !thing.IsDecor || !other.IsDecor)
                .Select(other =>
                {
                    var before = design.Overlap(thing.Id, other.Id);
                    return (other.Box, (thing.IsDecor || other.IsDecor ? Math.Max(before, Evaluator.MostDecor) : before) + Boxes.Nothing);
                }),
        ];

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

    // What speaks against a place: the way there, no line to rest on, far from the photos, close to what is not to be touched.
    private double Dear(Lying thing, List<Lying> placed)
    {
        var cost = 0.0;
        var box = thing.Box;
        if (design[thing.Id] is { } was)
        {
            var by = (double)((box.X - was.Box.X).Magnitude + (box.Y - was.Box.Y).Magnitude).Ticks / Length.TicksPerInch;
            cost += by * (thing.Role == PageRole.Title ? TitleInch : 0.05);
        }
        var (nearest, inLine, isEven) = (double.MaxValue, false, false);
        foreach (var other in placed)
        {
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
