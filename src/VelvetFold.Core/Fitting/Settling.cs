using VelvetFold.Core.Kits;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// Finds title, cards and decoration their places once the photos of a page lie: where they were or where their rules put them if that is
/// free, else the nearest free place on the lines of the page. Decoration gives way first, and a card may become smaller before it is lost.
/// </summary>
internal sealed class Settling
{
    /// <summary>How small a card may become: 60 % of its sides.</summary>
    private static readonly double[] Shares = [1, 0.8, 0.6];

    private readonly Design _design;
    private readonly PageSide _side;
    private readonly List<Unit> _units;
    private readonly List<Lying> _fixed;

    // Something with what lies on it: they move together.
    private sealed record Unit(Lying Main, IReadOnlyList<Lying> Attached);

    public Settling(Evaluator evaluator, PageSide side)
    {
        (_design, _side) = (evaluator.Design, side);
        var own = _design
            .Content.Where(t => t.Role is PageRole.Title or PageRole.Card or PageRole.Decor && _design.SideOf(t.Box) == side)
            .ToList();
        _fixed = [.. own.Where(t => t.Piece.Kind == PieceKind.Printed)];
        own = [.. own.Except(_fixed).OrderBy(Rank).ThenByDescending(t => t.Box.Size.Area)];
        _units = [];
        var taken = new HashSet<string>();
        foreach (var main in own)
        {
            if (!taken.Add(main.Id))
                continue;
            var attached = own.Where(o =>
                    o.Role == PageRole.Decor
                    && !taken.Contains(o.Id)
                    && _design.Overlap(o.Id, main.Id) > 0
                    && (main.Role != PageRole.Decor || !_design.Openings.Any(p => _design.Overlap(p.Id, o.Id) > 0))
                )
                .ToList();
            taken.UnionWith(attached.Select(a => a.Id));
            _units.Add(new(main, attached));
        }
        // What leans on another is placed after it.
        _units = [.. _units.OrderBy(u => Rank(u.Main)).ThenBy(u => Depth(u.Main, 0))];
        Obstacles = [.. own.Where(t => t.Role is PageRole.Title or PageRole.Card)];
    }

    /// <summary>Title and cards where they were designed.</summary>
    public IReadOnlyList<Lying> Obstacles { get; }

    private Box Page => _design.Layout.PageBox(_side);

    private static int Rank(Lying thing) =>
        thing.Role switch
        {
            PageRole.Title => 0,
            PageRole.Card => 1,
            _ => 2,
        };

    private int Depth(Lying thing, int so) =>
        so > 8
            ? so
            : new[] { thing.Piece.Across.LeansOn, thing.Piece.Down.LeansOn }
                .OfType<string>()
                .Select(id => _design[id])
                .Where(t => t is { Role: PageRole.Title or PageRole.Card or PageRole.Decor })
                .Select(t => Depth(t!, so + 1))
                .DefaultIfEmpty(so)
                .Max();

    /// <summary>At least what it takes off that photos lie where title, cards and decoration were.</summary>
    public double Disturbed(Box[] photos)
    {
        var cost = 0.0;
        foreach (var unit in _units)
        foreach (var box in photos)
        {
            var share = Boxes.Share(box, unit.Main.Box);
            if (share <= (unit.Main.Role == PageRole.Decor ? Evaluator.MostDecor : 0) + Boxes.Nothing)
                continue;
            cost += unit.Main.Role switch
            {
                PageRole.Title => TitleMoved,
                PageRole.Card => CardMoved,
                _ => ClusterMoved,
            };
            break;
        }
        return cost;
    }

    /// <summary>The page with all that lies on it but its grounds; null where the title finds no place.</summary>
    public List<Lying>? Of(IReadOnlyList<(int Photo, Lying On)> photos)
    {
        var placed = new List<Lying>(photos.Count + _units.Count + 4);
        foreach (var (_, on) in photos)
            placed.Add(on);
        placed.AddRange(_fixed);
        foreach (var unit in _units)
            if (!Settle(unit, placed))
                if (unit.Main.Role == PageRole.Title)
                    return null;
        GiveUp(photos, placed);
        return placed;
    }

    // Openings without a photo: a spare mat stands where it was if that is free, else it is left out.
    private void GiveUp(IReadOnlyList<(int Photo, Lying On)> photos, List<Lying> placed)
    {
        var largest = photos.Select(p => p.On.Box.Size.Area).DefaultIfEmpty(Int128.MaxValue).Max();
        var canWrite = _design.Things.Any(t => t.Role == PageRole.Card);
        foreach (var opening in _design.Openings)
        {
            if (_design.SideOf(opening.Box) != _side || placed.Exists(p => p.Id == opening.Id))
                continue;
            // A card holds its place already: it goes on waiting.
            if (opening.Piece.IsPlaceholder && IsFree(opening, placed))
            {
                placed.Add(opening);
                continue;
            }
            var isFree =
                opening.Piece.Opening!.Mats.Count > 0
                && opening.Box.Size.Area <= largest
                && placed.TrueForAll(p =>
                    Boxes.Share(p.Box, opening.Box) <= Math.Max(_design.Overlap(p.Id, opening.Id), p.IsDecor ? Evaluator.MostDecor : 0)
                )
                && !placed.Exists(p => p.Role == PageRole.Opening && Boxes.Between(p.Box, opening.Box) < _design.Same);
            if (!isFree)
                continue;
            var mat = opening.Piece.Opening!.Mats[^1];
            var card = !canWrite || IsOnItsOwnPaper(opening, mat);
            if (card && (placed.Exists(p => p.Role == PageRole.Card) || IsOnItsOwnPaper(opening, mat)))
                continue;
            placed.Add(
                opening with
                {
                    Role = card ? PageRole.Card : PageRole.Patch,
                    Piece = opening.Piece with
                    {
                        Kind = card ? PieceKind.Journaling : PieceKind.Panel,
                        Paper = mat.Paper,
                        Face = mat.Face,
                        Size = opening.Box.Size,
                        Opening = null,
                    },
                    Print = null,
                }
            );
        }
    }

    private bool IsOnItsOwnPaper(Lying opening, Mat mat) =>
        _design
            .Things.TakeWhile(t => t.Id != opening.Id)
            .LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(opening.Box))
            is { Piece: var ground }
        && (ground.Paper, ground.Face) == (mat.Paper, mat.Face);

    private bool Settle(Unit unit, List<Lying> placed)
    {
        var main = unit.Main;
        var natural = Natural(main, placed);
        if (Fits(unit, main.At(natural), placed))
            return Put(unit, main.At(natural), placed);
        if (natural != main.Box && Fits(unit, main, placed))
            return Put(unit, main, placed);
        if (main.Role == PageRole.Card)
        {
            foreach (var share in Shares)
            foreach (var turned in main.Box.Width == main.Box.Height ? [false] : new[] { false, true })
                if (
                    Resized(main, share, turned) is { } card
                    && Spots(card, placed, unit).FirstOrDefault() is { Width.IsPositive: true } spot
                )
                    return Put(unit, card.At(spot), placed);
            return false;
        }
        return Spots(main, placed, unit).FirstOrDefault() is { Width.IsPositive: true } best && Put(unit, main.At(best), placed);
    }

    private Lying? Resized(Lying card, double share, bool turned)
    {
        var step = _design.Kit.Ruler.Ticks;
        var size =
            share >= 1
                ? card.Box.Size
                : new Size(
                    new((long)(card.Box.Width.Ticks * share) / step * step),
                    new((long)(card.Box.Height.Ticks * share) / step * step)
                );
        if (turned)
            size = size.Turned;
        // Less than an inch and a half is nothing to write on.
        return size.Shorter >= Length.Min(card.Box.Size.Shorter, Length.Inches(1, 1, 2))
            ? card with
            {
                Box = new(card.Box.X, card.Box.Y, size),
            }
            : null;
    }

    // Where its rules put it among what lies there now.
    private Box Natural(Lying thing, List<Lying> placed)
    {
        var x = Leaning.Start(_design, thing.Piece, Axis.Across, thing.Box.Width, placed);
        var y = Leaning.Start(_design, thing.Piece, Axis.Down, thing.Box.Height, placed);
        return new(x ?? thing.Box.X, y ?? thing.Box.Y, thing.Box.Size);
    }

    private static bool Put(Unit unit, Lying main, List<Lying> placed)
    {
        placed.Add(main);
        foreach (var one in unit.Attached)
            placed.Add(one.At(one.Box.Moved(main.Box.X - unit.Main.Box.X, main.Box.Y - unit.Main.Box.Y)));
        return true;
    }

    private bool Fits(Unit? unit, Lying thing, List<Lying> placed)
    {
        if (!IsFree(thing, placed))
            return false;
        if (unit is not null)
            foreach (var one in unit.Attached)
                if (!IsFree(one.At(one.Box.Moved(thing.Box.X - unit.Main.Box.X, thing.Box.Y - unit.Main.Box.Y)), placed))
                    return false;
        return true;
    }

    private bool IsFree(Lying thing, List<Lying> placed)
    {
        var was = _design[thing.Id];
        if (!Page.Contains(thing.Box) && (was is null || Page.Contains(was.Box) || was.Box != thing.Box))
            return false;
        foreach (var other in placed)
        {
            if (!thing.Box.Overlaps(other.Box) || (thing.IsDecor && other.IsDecor))
                continue;
            var before = _design.Overlap(thing.Id, other.Id);
            var allowed = thing.IsDecor || other.IsDecor ? Math.Max(before, Evaluator.MostDecor) : before;
            if (Boxes.Share(thing.Box, other.Box) > allowed + Boxes.Nothing)
                return false;
            if (
                thing.IsDecor
                && other.Print is { } print
                && Boxes.Covered(print, thing.Box) > Math.Max(_design.Hidden(other.Id, thing.Id), Evaluator.MostDecor) + Boxes.Nothing
            )
                return false;
        }
        return true;
    }

    /// <summary>Free places for something, the best first: in line with what lies there, near where it was, near a photo.</summary>
    public IEnumerable<Box> Spots(Lying thing, IReadOnlyList<Lying> placed) => Spots(thing, [.. placed], null);

    private IEnumerable<Box> Spots(Lying thing, List<Lying> placed, Unit? unit)
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
        return found.OrderBy(f => f.Cost).ThenBy(f => f.Box.Y).ThenBy(f => f.Box.X).Select(f => f.Box);
    }

    // What it must not lie on, and how much of it at most: looked up once for all places.
    private List<(Box Box, double Allowed)> Barred(Lying thing, List<Lying> placed) =>
        [
            .. placed
                .Where(other => !thing.IsDecor || !other.IsDecor)
                .Select(other =>
                {
                    var before = _design.Overlap(thing.Id, other.Id);
                    return (other.Box, (thing.IsDecor || other.IsDecor ? Math.Max(before, Evaluator.MostDecor) : before) + Boxes.Nothing);
                }),
        ];

    private bool IsOnGround(Box box)
    {
        if (Boxes.Margin(box, Page) < _design.Margin)
            return false;
        foreach (var ground in _design.Grounds)
            if (Boxes.Straddles(box, ground.Box) && !_design.Straddled.Contains(ground.Id))
                return false;
        return true;
    }

    private (SortedSet<long> Xs, SortedSet<long> Ys) Lines(Lying thing, List<Lying> placed)
    {
        var (xs, ys) = (new SortedSet<long>(), new SortedSet<long>());
        var (w, h) = (thing.Box.Width.Ticks, thing.Box.Height.Ticks);
        var (gap, step) = (_design.Gap.Ticks, _design.Kit.Ruler.Ticks);
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
        if (_design[thing.Id] is { } was)
        {
            Across(was.Box.X.Ticks);
            Down(was.Box.Y.Ticks);
        }
        foreach (var ground in _design.Grounds)
        {
            var inside = Math.Min(gap, _design.Quarter.Ticks);
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
                ? [.. new[] { gap, _design.Quarter.Ticks, _design.Eighth.Ticks }.Where(g => g <= gap).Distinct()]
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
        if (_design[thing.Id] is { } was)
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
            else if (apart < _design.Same * 2)
                cost += 1;
            if (other.Role == PageRole.Opening)
                nearest = Math.Min(nearest, (double)apart.Ticks / Length.TicksPerInch);
            var (across, down) = (
                Boxes.Off(box.X, box.Right, other.Box.X, other.Box.Right),
                Boxes.Off(box.Y, box.Bottom, other.Box.Y, other.Box.Bottom)
            );
            if (Math.Min(across, down) <= _design.Same.Ticks)
                inLine = true;
            // Neighbours that miss each other's line.
            if (thing.Role == PageRole.Opening && other.Role == PageRole.Opening)
            {
                if (
                    (Overlap(box.Y, box.Bottom, other.Box.Y, other.Box.Bottom) && down > _design.Same.Ticks && down < Design.Near.Ticks)
                    || (
                        Overlap(box.X, box.Right, other.Box.X, other.Box.Right) && across > _design.Same.Ticks && across < Design.Near.Ticks
                    )
                )
                    cost += NearMiss;
                if (apart == _design.Gap && (down <= _design.Same.Ticks || across <= _design.Same.Ticks))
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
            foreach (var ground in _design.Grounds)
                if (Boxes.Straddles(box, ground.Box) && !(_design[thing.Id] is { } old && Boxes.Straddles(old.Box, ground.Box)))
                    cost += LineLost;
        foreach (var field in _design.Fields)
            cost += Boxes.Covered(field.Box, box) * 0.5;
        // Things hug the page's edge only where they did.
        if (Boxes.Margin(box, Page) < _design.Margin * 2 && thing.Role != PageRole.Opening)
            cost += 0.5;
        return cost;
    }

    private static bool Overlap(Length a, Length aEnd, Length b, Length bEnd) => a < bEnd && b < aEnd;
}
