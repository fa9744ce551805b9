using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Proposing;

/// <summary>A piece of a proposal where it lies.</summary>
internal sealed record Slot(string Id, SizeRole Role, Box Box);

/// <summary>The pieces of a page where they lie, back to front.</summary>
/// <param name="Structure">What kind of page it is: which way the strips run, where ground, block and photo are; of a page and its mirror
/// image the same.</param>
internal sealed record Arranged(string Structure, IReadOnlyList<Slot> Slots);

/// <summary>
/// The ways to lay sizes on a page: strips across or down, as a band on one of its thirds; the ground in the middle or off it; the block on
/// one side of the ground; the photo on the block, half on it, or beside it; cards where there is room in line with the rest (common
/// practice, no source).
/// </summary>
internal sealed class Arranging(Size page, IReadOnlyList<SaidSize> sizes, LengthUnit unit, Length ruler)
{
    private enum PhotoAt
    {
        OnIt,
        HalfOn,
        Beside,
    }

    private static readonly bool[] Both = [false, true];

    private static readonly bool[] One = [false];

    private readonly Length _quarter = unit == LengthUnit.Inch ? Length.Inches(0, 1, 4) : Length.Millimetres(6);

    private Box Page => new(Length.Zero, Length.Zero, page);

    private List<Size> Of(SizeRole role) => [.. sizes.Where(s => s.Role == role).Select(s => s.Size)];

    /// <summary>All of them in which everything lies on the page and no card covers the photo.</summary>
    public IEnumerable<Arranged> All() =>
        from down in Of(SizeRole.Strip).Count > 0 ? Both : One
        from aside in Of(SizeRole.Ground).Count > 0 ? Both : One
        from late in Both
        from right in Both
        from photo in Enum.GetValues<PhotoAt>()
        from lies in Of(SizeRole.Block) is [var block, ..] && block.Width != block.Height ? Both : One
        let arranged = Lay(down, aside, late, right, photo, lies)
        where arranged is not null
        select arranged;

    private Arranged? Lay(bool down, bool aside, bool late, bool right, PhotoAt at, bool turned)
    {
        var slots = new List<Slot>();
        slots.AddRange(Of(SizeRole.Base).Select((s, i) => new Slot($"B{i + 1}", SizeRole.Base, new(Length.Zero, Length.Zero, s))));
        var ground = Page;
        foreach (var (size, i) in Of(SizeRole.Ground).Select((s, i) => (s, i)))
        {
            var margin = new Size(page.Width - size.Width, page.Height - size.Height);
            if (margin.Width < Length.Zero || margin.Height < Length.Zero)
                return null;
            // Off the middle its narrow margins are a third of the wide ones.
            var box = new Box(
                On(aside ? (right ? margin.Width.Half.Half : margin.Width - margin.Width.Half.Half) : margin.Width.Half),
                On(aside ? margin.Height.Half.Half : margin.Height.Half),
                size
            );
            slots.Add(new($"A{i + 1}", SizeRole.Ground, box));
            if (i == 0)
                ground = box;
        }
        if (!Strips(slots, down, late))
            return null;
        Box? block = null;
        foreach (var (said, i) in Of(SizeRole.Block).Select((s, i) => (s, i)))
        {
            var size = turned ? said.Turned : said;
            var inner = _quarter * 2;
            if (i > 0 || size.Width > ground.Width || size.Height > ground.Height)
                return null;
            var (roomX, roomY) = (ground.Width - size.Width, ground.Height - size.Height);
            var (offX, offY) = (Length.Min(inner, roomX.Half), Length.Min(inner, roomY.Half));
            block = new(
                On(
                    down
                        ? (late ? ground.X + offX : ground.Right - offX - size.Width)
                        : (right ? ground.Right - offX - size.Width : ground.X + offX)
                ),
                On(down ? ground.Y + roomY.Half : (late ? ground.Y + offY : ground.Bottom - offY - size.Height)),
                size
            );
            slots.Add(new($"C{i + 1}", SizeRole.Block, block.Value));
        }
        if (!Photos(slots, block ?? ground, block is not null, right, at))
            return null;
        foreach (var (size, i) in Of(SizeRole.Small).Select((s, i) => (s, i)))
            if (Free(slots, size) is { } box)
                slots.Add(new($"J{i + 1}", SizeRole.Small, box));
            else
                return null;
        // Mirrored, strips that run down stand on the other third as well.
        var way = down ? (late == right ? "with" : "against") : (late ? "late" : "early");
        return new($"{(down ? "down" : "across")} {(aside ? "aside" : "middle")} {way} {at} {(turned ? "turned" : "")}", slots);
    }

    // As a band on a third of the page: the widest, the narrowest along its middle where it is at most half as wide, the others beside it.
    private bool Strips(List<Slot> slots, bool down, bool late)
    {
        var strips = Of(SizeRole.Strip).Select(s => (Width: s.Shorter, Length: s.Longer)).OrderByDescending(s => s.Width).ToList();
        if (strips.Count == 0)
            return true;
        var (along, across) = down ? (page.Height, page.Width) : (page.Width, page.Height);
        if (strips.Exists(s => s.Length > along))
            return false;
        var layered = strips.Count > 1 && strips[^1].Width * 2 <= strips[0].Width;
        var stacked = layered ? strips.SkipLast(1).ToList() : strips;
        var gap = _quarter.Half;
        var whole = stacked.Aggregate(Length.Zero, (sum, s) => sum + s.Width) + gap * (stacked.Count - 1);
        var third = new Length(across.Ticks * (late ? 2 : 1) / 3);
        var at = Length.Max(Length.Zero, Length.Min((third - whole.Half).SnapTo(_quarter), across - whole));
        var placed = new List<(Length Width, Length Length, Length At)>();
        foreach (var strip in stacked)
        {
            placed.Add((strip.Width, strip.Length, at));
            at += strip.Width + gap;
        }
        if (layered)
            placed.Add((strips[^1].Width, strips[^1].Length, On(placed[0].At + (strips[0].Width - strips[^1].Width).Half)));
        for (var i = 0; i < placed.Count; i++)
        {
            var (width, length, start) = placed[i];
            var middle = On((along - length).Half);
            slots.Add(new($"S{i + 1}", SizeRole.Strip, down ? new(start, middle, width, length) : new(middle, start, length, width)));
        }
        return true;
    }

    // Several beside one another as one, or under one another where they find no room so.
    private bool Photos(List<Slot> slots, Box on, bool isBlock, bool right, PhotoAt at)
    {
        var photos = Of(SizeRole.Photo);
        if (photos.Count == 0)
            return true;
        if (Page.Inset(_quarter) is not { } inner)
            return false;
        foreach (var axis in photos.Count == 1 ? [Axis.Across] : new[] { Axis.Across, Axis.Down })
        {
            var along = photos.Aggregate(_quarter * (photos.Count - 1), (sum, s) => sum + s.Along(axis));
            var across = photos.Max(s => s.Along(axis == Axis.Across ? Axis.Down : Axis.Across));
            var whole = axis == Axis.Across ? new Size(along, across) : new Size(across, along);
            if (Together(whole, on, isBlock, right, at) is not { } box || !inner.Contains(box))
                continue;
            var start = axis == Axis.Across ? box.X : box.Y;
            for (var i = 0; i < photos.Count; i++)
            {
                slots.Add(
                    new($"P{i + 1}", SizeRole.Photo, axis == Axis.Across ? new(start, box.Y, photos[i]) : new(box.X, start, photos[i]))
                );
                start += photos[i].Along(axis) + _quarter;
            }
            return true;
        }
        return false;
    }

    private Box? Together(Size size, Box on, bool isBlock, bool right, PhotoAt at)
    {
        var middle = On(on.Y + (on.Height - size.Height).Half);
        switch (at)
        {
            case PhotoAt.OnIt:
                return size.Width + _quarter * 2 > on.Width || size.Height + _quarter * 2 > on.Height
                    ? null
                    : new(On(on.X + (on.Width - size.Width).Half), middle, size);
            case PhotoAt.HalfOn when isBlock:
                var by = _quarter * 6;
                var box = new Box(right ? on.Right - by - size.Width : on.X + by, middle, size);
                return on.Contains(box) ? null : box;
            case PhotoAt.Beside when isBlock:
                return new(right ? on.X - _quarter - size.Width : on.Right + _quarter, on.Y, size);
            default:
                return null;
        }
    }

    // In line with what lies there, near the photo, on no photo and no other card, across as few edges as can be.
    private Box? Free(List<Slot> slots, Size size)
    {
        if (Page.Inset(_quarter) is not { } inner)
            return null;
        var near =
            slots.FirstOrDefault(s => s.Role == SizeRole.Photo)?.Box ?? slots.FirstOrDefault(s => s.Role != SizeRole.Base)?.Box ?? Page;
        var (best, least) = ((Box?)null, double.MaxValue);
        var others = slots.Where(s => s.Role != SizeRole.Base).Select(s => s.Box).ToList();
        foreach (var wide in size.Width == size.Height ? new[] { size } : [size, size.Turned])
        foreach (
            var x in others.SelectMany(o => new[] { o.X, o.Right - wide.Width, o.Right + _quarter, o.X - _quarter - wide.Width }).Distinct()
        )
        foreach (
            var y in others
                .SelectMany(o => new[] { o.Y, o.Bottom - wide.Height, o.Bottom + _quarter, o.Y - _quarter - wide.Height })
                .Distinct()
        )
        {
            var box = new Box(x, y, wide);
            if (!inner.Contains(box) || slots.Exists(s => s.Role is SizeRole.Photo or SizeRole.Small && s.Box.Overlaps(box)))
                continue;
            var cost = Apart(box, near) + (wide == size ? 0 : 0.5);
            foreach (var slot in slots.Where(s => s.Role != SizeRole.Base))
                if (slot.Box.Overlaps(box) && !slot.Box.Contains(box))
                    cost += slot.Role == SizeRole.Strip ? 0.5 : 1.5;
            if (cost < least)
                (best, least) = (box, cost);
        }
        return best;
    }

    private static double Apart(Box a, Box b)
    {
        var x = Length.Max(Length.Max(a.X - b.Right, b.X - a.Right), Length.Zero);
        var y = Length.Max(Length.Max(a.Y - b.Bottom, b.Y - a.Bottom), Length.Zero);
        return (double)(x + y).Ticks / Length.TicksPerInch;
    }

    private Length On(Length at) => at.SnapTo(ruler);
}
