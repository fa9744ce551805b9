using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>What was taken off, why, and how many rules without exception are broken.</summary>
internal sealed class Tally(bool tells)
{
    private readonly List<FitReason> _reasons = [];

    public double Points { get; private set; }

    public int Faults { get; private set; }

    public IReadOnlyList<FitReason> Reasons => _reasons;

    public void Take(double points, Func<Saying> says)
    {
        points = Math.Round(points, 1, MidpointRounding.AwayFromZero);
        if (points <= 0)
            return;
        Points += points;
        if (tells)
            _reasons.Add(new((decimal)points, says()));
    }

    public void Fault(Func<Saying> says)
    {
        Faults++;
        Take(FitWeights.Broken, says);
    }

    /// <summary>Told, though it takes nothing off.</summary>
    public void Tell(Func<Saying> says)
    {
        if (tells)
            _reasons.Add(new(0, says()));
    }
}

/// <summary>
/// What a guest's page is worth: a function of the page as designed, the page as it would be, and which photo lies where. How one got from
/// the one to the other counts nothing, so that search, judgement by hand and screen agree.
/// </summary>
internal sealed class Evaluator
{
    private readonly Design _design;
    private readonly IReadOnlyList<GuestPhoto> _photos;
    private readonly bool _flapIsFine;
    private readonly List<(List<int> Members, bool IsSaid)> _groups;
    private readonly Dictionary<string, double> _fieldCover;

    public Evaluator(Design design, IReadOnlyList<GuestPhoto> photos, bool flapIsFine = false)
    {
        (_design, _photos, _flapIsFine) = (design, photos, flapIsFine);
        _groups = Groups(photos);
        _fieldCover = design.Fields.ToDictionary(f => f.Id, f => Math.Min(1, design.Openings.Sum(o => Boxes.Covered(f.Box, o.Box))));
    }

    public Design Design => _design;

    public IReadOnlyList<GuestPhoto> Photos => _photos;

    /// <summary>Groups of a story: those that were said; where none was, runs of equal photos, if there is anything besides.</summary>
    public static List<(List<int> Members, bool IsSaid)> Groups(IReadOnlyList<GuestPhoto> photos)
    {
        List<(List<int>, bool)> Of(Func<GuestPhoto, int?> by, bool said) =>
            [
                .. photos
                    .Select((p, i) => (Group: by(p), i))
                    .Where(p => p.Group is not null)
                    .GroupBy(p => p.Group)
                    .Where(g => said || g.Count() > 1)
                    .Select(g => (g.Select(p => p.i).ToList(), said)),
            ];
        var told = Of(p => p.Story, true);
        if (told.Count > 0)
            return told;
        var runs = Of(p => p.Run, false);
        return runs.Count == 1 && runs[0].Item1.Count == photos.Count ? [] : runs;
    }

    /// <summary>All of a layout.</summary>
    /// <param name="things">What lies on it, back to front.</param>
    /// <param name="at">Where each photo lies: an opening or a pocket; null where it is left out.</param>
    /// <param name="isLaid">Whether the order of the layers is that of a document; as searched for, photos lie on top.</param>
    public Tally Of(IReadOnlyList<Lying> things, IReadOnlyList<string?> at, bool tells, bool isLaid = false)
    {
        var tally = new Tally(tells);
        var given = new List<(int Photo, Lying On)>();
        for (var i = 0; i < at.Count; i++)
            if (at[i] is { } id && Find(things, id) is { } on)
                given.Add((i, on));
        Whole(things, given, tally);
        foreach (var side in _design.Layout.Sides)
            Page(things, given, side, tally, isLaid);
        return tally;
    }

    /// <summary>What concerns one page alone.</summary>
    public void Page(IReadOnlyList<Lying> things, IReadOnlyList<(int Photo, Lying On)> all, PageSide side, Tally tally, bool isLaid = false)
    {
        var here = new List<Lying>();
        foreach (var thing in things)
            if (thing.Role is not (PageRole.Ground or PageRole.Field) && _design.SideOf(thing.Box) == side)
                here.Add(thing);
        var given = all.Where(g => g.On.Role == PageRole.Opening && _design.SideOf(g.On.Box) == side).ToList();
        foreach (var (photo, on) in given)
        {
            Shown(_photos[photo], on, tally);
            Looks(_photos[photo], on, side, things, tally);
            Lies(on, side, tally);
            if (isLaid)
                Under(_photos[photo], on, things, tally);
        }
        Openings(things, given, tally);
        GivenUp(things, all, side, tally);
        Overlaps(here, given, tally);
        Order(given, tally);
        Lines(here, given, tally);
        Others(here, things, tally);
        Fields(things, given, side, tally);
    }

    /// <summary>What one photo takes off in a place by itself.</summary>
    public void Alone(GuestPhoto photo, Lying on, IReadOnlyList<Lying> things, Tally tally)
    {
        Shown(photo, on, tally);
        Looks(photo, on, _design.SideOf(on.Box), things, tally);
    }

    // How much of a photo is seen, and how large.
    private void Shown(GuestPhoto photo, Lying on, Tally tally)
    {
        var (brought, stock) = (photo.Size, on.Piece.Size);
        var seen = photo.MayLose ? stock : on.Print?.Size ?? stock;
        if (photo.OneOfAKind && seen != brought)
        {
            tally.Fault(() => Saying.Of("fit.why.original", ("photo", photo.Id), ("opening", Label(on)), ("size", Size(seen))));
            return;
        }
        var (crop, smaller) = Loss(brought, seen);
        if (crop > CropMost || (!photo.MayLose && crop > CropFree))
            tally.Fault(() => Saying.Of("fit.why.no-crop", ("photo", photo.Id), ("opening", Label(on)), ("share", Percent(crop))));
        else if (crop > CropFree)
            tally.Take(
                Crop * (crop - CropFree),
                () => Saying.Of("fit.why.crop", ("photo", photo.Id), ("opening", Label(on)), ("share", Percent(crop)))
            );
        if (seen.Width > brought.Width && seen.Height > brought.Height || (crop <= CropFree && smaller < -0.02))
            tally.Take(DoesNotFill, () => Saying.Of("fit.why.too-small", ("photo", Named(photo)), ("opening", Label(on))));
        else if (smaller > SmallerFree)
            tally.Take(
                LittleSmaller + Smaller * (smaller - SmallerFree),
                () => Saying.Of("fit.why.printed", ("photo", photo.Id), ("size", Size(seen)))
            );
        else if (smaller > 0.01)
            tally.Take(LittleSmaller, () => Saying.Of("fit.why.printed", ("photo", photo.Id), ("size", Size(seen))));
    }

    /// <summary>The share of a photo that the shape of a place takes, and by how much of its area it is printed smaller.</summary>
    public static (double Crop, double Smaller) Loss(Size brought, Size seen)
    {
        var (a, b) = ((double)brought.Width.Ticks / brought.Height.Ticks, (double)seen.Width.Ticks / seen.Height.Ticks);
        var crop = 1 - Math.Min(a, b) / Math.Max(a, b);
        var printed = (double)seen.Area / (1 - crop);
        return (crop, 1 - printed / (double)brought.Area);
    }

    // The eye: who looks where, what disappears.
    private void Looks(GuestPhoto photo, Lying on, PageSide side, IReadOnlyList<Lying> things, Tally tally)
    {
        if (FacesOut(photo, on, side))
            tally.Take(FacingOut, () => Saying.Of("fit.the-people-in-look", ("photo", Named(photo))));
        if (photo.BlackAndWhite && Swallows(on, things) is { } mat)
            tally.Take(Swallowed, () => Saying.Of("fit.is-black-and-white", ("photo", photo.Id), ("mat", mat)));
    }

    public bool FacesOut(GuestPhoto photo, Lying on, PageSide side)
    {
        if (photo.Facing == Facing.Straight)
            return false;
        var twice = on.Box.X.Ticks + on.Box.Right.Ticks;
        var page = _design.Layout.PageBox(side);
        if (_design.Layout.Kind == LayoutKind.Spread)
            return photo.Facing == Facing.Left ? side == PageSide.Left : side == PageSide.Right;
        var middle = page.X.Ticks + page.Right.Ticks;
        return photo.Facing == Facing.Left ? twice < middle : twice > middle;
    }

    /// <summary>The paper that a black-and-white photo disappears on: its grey mat, or the grey paper under it where it has none.</summary>
    public string? Swallows(Lying on, IReadOnlyList<Lying> things)
    {
        if (on.Piece.Opening!.Mats is [var inner, ..])
            return Grey(inner.Paper, inner.Face);
        var ground = things.LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(on.Box));
        return ground is null ? null : Grey(ground.Piece.Paper, ground.Piece.Face);
    }

    private string? Grey(string? paper, SheetFace face) =>
        _design.Kit.Paper(paper) is { } found && found[face] is { } print && Colours.IsGrey(print.Colour) ? found.Name : null;

    // Inside its page, off the seam, not half on a panel, on the band where the others stand.
    private void Lies(Lying on, PageSide side, Tally tally)
    {
        var page = _design.Layout.PageBox(side);
        var (margin, was) = (Boxes.Margin(on.Box, page), _design[on.Id]);
        if (margin < _design.Margin && (was is null || margin < Boxes.Margin(was.Box, _design.PageOf(was.Box))))
            tally.Fault(() => Saying.Of("fit.why.edge", ("opening", Label(on))));
        else if (margin < _design.Kit.Ruler * 4 && margin < _design.LeastMargin)
            tally.Take(Hugs, () => Saying.Of("fit.why.hugs", ("opening", Label(on)), ("by", Length(margin))));
        foreach (var ground in _design.Grounds)
            if (Boxes.Straddles(on.Box, ground.Box) && !_design.Straddled.Contains(ground.Id))
                tally.Fault(() => Saying.Of("fit.why.half-on", ("opening", Label(on)), ("ground", Label(ground))));
        if (was is not null)
            foreach (var band in _design.Bands)
                if (band.Box.Contains(was.Box) && !band.Box.Contains(on.Box))
                {
                    tally.Take(OffBand, () => Saying.Of("fit.why.off-band", ("opening", Label(on)), ("ground", Label(band))));
                    break;
                }
    }

    // Paper that lies over a photo and did not as designed.
    private void Under(GuestPhoto photo, Lying on, IReadOnlyList<Lying> things, Tally tally)
    {
        var over = false;
        foreach (var thing in things)
        {
            if (thing.Id == on.Id)
                over = true;
            else if (
                over
                && thing.Role is PageRole.Ground or PageRole.Field
                && Boxes.Share(on.Box, thing.Box) > _design.Overlap(on.Id, thing.Id) + Boxes.Nothing
            )
                tally.Fault(() => Saying.Of("fit.why.covered", ("photo", photo.Id), ("over", Label(thing))));
        }
    }

    // Each opening against what it was: turned, another size, elsewhere, new; its mats.
    private void Openings(IReadOnlyList<Lying> things, List<(int Photo, Lying On)> given, Tally tally)
    {
        var moved = new List<Lying>();
        foreach (var (photo, on) in given)
        {
            var size = on.Piece.Size;
            if (_design[on.Id] is not { Role: PageRole.Opening } was)
            {
                tally.Take(Add, () => Saying.Of("fit.why.added", ("opening", Label(on)), ("photo", Named(_photos[photo]))));
                continue;
            }
            if (size == was.Piece.Size.Turned && size != was.Piece.Size)
                tally.Take(Turn, () => Saying.Of("fit.is-turned", ("label", Label(on))));
            else if (size != was.Piece.Size)
                tally.Take(
                    Grow,
                    () => Saying.Of("fit.why.made", ("opening", Label(on)), ("size", Size(size)), ("photo", Named(_photos[photo])))
                );
            if (!IsKept(on, was, things))
                moved.Add(on);
            Mat(on, was, tally);
        }
        if (moved.Count > 0)
            tally.Take(
                Math.Min(AnewMost, Moved * moved.Count),
                () => Saying.Of("fit.why.moved", ("list", moved.Select(Label)), ("n", moved.Count))
            );
    }

    private void Mat(Lying on, Lying was, Tally tally)
    {
        var (now, old) = (on.Piece.Opening!, was.Piece.Opening!);
        if (now.Mats.Count != old.Mats.Count || now.Mats is not [.., var mat] || old.Mats is not [.., var designed])
            return;
        if (mat.Frame is not null && designed.Frame is null)
            tally.Take(TrimmedInHand * 2, () => Saying.Of("fit.gets-a-frame-of-2", ("label", Label(on))));
        if (mat.Reveal != designed.Reveal)
            tally.Take(TrimmedInHand, () => Saying.Of("fit.shows-of-its-mat-2", ("label", Label(on)), ("shown", Length(mat.Reveal))));
        if ((mat.Paper, mat.Face) != (designed.Paper, designed.Face))
            tally.Take(
                TrimmedInHand,
                () => Saying.Of("fit.is-cut-from", ("label", Label(on)), ("paper", _design.Kit.Paper(mat.Paper)?.Name ?? mat.Paper))
            );
    }

    /// <summary>Whether a piece lies where it was, or still lies to what it leans on as it did.</summary>
    public bool IsKept(Lying now, Lying was, IReadOnlyList<Lying> things) =>
        IsKept(now, was, Axis.Across, things) && IsKept(now, was, Axis.Down, things);

    private bool IsKept(Lying now, Lying was, Axis axis, IReadOnlyList<Lying> things)
    {
        var (a, b) = (now.Box.Along(axis), was.Box.Along(axis));
        return a.Start == b.Start
            || a.End == b.End
            || Math.Abs(a.Start.Ticks + a.End.Ticks - b.Start.Ticks - b.End.Ticks) <= 2
            || (Leaning.Start(_design, was.Piece, axis, a.Extent, things) is { } start && start == a.Start);
    }

    // What lies on what must be free.
    private void Overlaps(List<Lying> here, List<(int Photo, Lying On)> given, Tally tally)
    {
        for (var i = 0; i < here.Count; i++)
        for (var j = i + 1; j < here.Count; j++)
        {
            var (a, b) = (here[i], here[j]);
            if (a.IsDecor && b.IsDecor)
                continue;
            if (!a.Box.Overlaps(b.Box))
            {
                Touching(a, b, tally);
                continue;
            }
            var share = Boxes.Share(a.Box, b.Box);
            if (share <= 0)
                continue;
            var before = _design.Overlap(a.Id, b.Id);
            if (a.Role == PageRole.Pocket || b.Role == PageRole.Pocket)
            {
                var (pocket, other) = a.Role == PageRole.Pocket ? (a, b) : (b, a);
                if (pocket.Piece.Across.LeansOn != other.Id)
                    tally.Fault(() => Saying.Of("fit.why.on", ("piece", Label(pocket)), ("other", Label(other))));
            }
            else if (!a.IsDecor && !b.IsDecor)
            {
                if (share > before + Boxes.Nothing)
                    tally.Fault(() => Saying.Of("fit.why.on", ("piece", Label(b)), ("other", Label(a))));
            }
            else if (share > Math.Max(before, MostDecor) + Boxes.Nothing || Covers(a, b))
                tally.Fault(() => Saying.Of("fit.why.on", ("piece", Label(a.IsDecor ? a : b)), ("other", Label(a.IsDecor ? b : a))));
            else
                DecorOn(a.IsDecor ? a : b, a.IsDecor ? b : a, share, before, given, tally);
        }
    }

    // A photo and what stands beside it without a gap, where there was one.
    private void Touching(Lying a, Lying b, Tally tally)
    {
        if (
            a.IsContent
            && b.IsContent
            && (a.Role == PageRole.Opening || b.Role == PageRole.Opening)
            && Boxes.Between(a.Box, b.Box) < _design.Same
            && !(_design[a.Id] is { } first && _design[b.Id] is { } second && Boxes.Between(first.Box, second.Box) < _design.Same)
        )
            tally.Take(Touches, () => Saying.Of("fit.why.touches", ("piece", Label(a)), ("other", Label(b))));
    }

    // Of what is seen of a photo.
    private bool Covers(Lying a, Lying b)
    {
        var (decor, on) = a.IsDecor ? (a, b) : (b, a);
        return on.Print is { } print
            && Boxes.Covered(print, decor.Box) > Math.Max(_design.Hidden(on.Id, decor.Id), MostDecor) + Boxes.Nothing;
    }

    /// <summary>The most of a photo, or of itself, that decoration may share (common practice, no source).</summary>
    public const double MostDecor = 0.15;

    private void DecorOn(Lying decor, Lying on, double share, double before, List<(int Photo, Lying On)> given, Tally tally)
    {
        if (on.Role != PageRole.Opening)
            return;
        var at = given.FindIndex(g => g.On.Id == on.Id);
        if (at < 0)
            return;
        var photo = _photos[given[at].Photo];
        if (
            photo.Room is { } room
            && on.Print is { } print
            && decor.Box.Intersect(print) is { } shared
            && !Half(print, room).Contains(shared)
        )
            tally.Take(OnFaces, () => Saying.Of("fit.lies-on-where-it", ("part", Label(decor)), ("photo", photo.Id)));
        else if (share > before + Boxes.Nothing && photo.Room is null)
            tally.Take(DecorOnPhoto, () => Saying.Of("fit.why.decor-on", ("part", Label(decor)), ("photo", photo.Id)));
    }

    private static Box Half(Box print, Edge room) =>
        room switch
        {
            Edge.Left => print with { Width = print.Width.Half },
            Edge.Right => new(print.X + print.Width.Half, print.Y, print.Width - print.Width.Half, print.Height),
            Edge.Top => print with { Height = print.Height.Half },
            _ => new(print.X, print.Y + print.Height.Half, print.Width, print.Height - print.Height.Half),
        };

    // In rows from the top, each from the left.
    private static void Order(List<(int Photo, Lying On)> given, Tally tally)
    {
        var wrong = 0;
        foreach (var (a, first) in given)
        foreach (var (b, second) in given)
            if (a < b && ReadsBefore(second, first))
                wrong++;
        tally.Take(Math.Min(InversionMost, Inversion * wrong), () => Saying.Of("fit.why.order", ("n", wrong)));
    }

    /// <summary>Whether one is met before another: in a row above, or in the same row further left.</summary>
    public static bool ReadsBefore(Lying a, Lying b) => ReadsBefore(a.Box, b.Box);

    public static bool ReadsBefore(Box a, Box b)
    {
        var down = (a.Y.Ticks + a.Bottom.Ticks - b.Y.Ticks - b.Bottom.Ticks) / 2;
        return Math.Abs(down) > Row ? down < 0 : a.X < b.X;
    }

    // Middles nearer than this stand in one row: 1 1/2 inch.
    private const long Row = Measures.Length.TicksPerInch * 3 / 2;

    private void Lines(List<Lying> here, List<(int Photo, Lying On)> given, Tally tally)
    {
        var own = given.Select(g => g.On).ToList();
        if (own.Count > 1)
        {
            var even = Evenness.Of(own, _design);
            if (even.Uneven > 0)
                tally.Take(UnevenGaps * even.Uneven, () => Saying.Of("fit.why.gaps", ("list", own.Select(Label))));
            if (even.Missed > 0)
                tally.Take(NearMiss * even.Missed, () => Saying.Of("fit.why.near", ("list", own.Select(Label))));
        }
        foreach (var thing in here)
        {
            if (!thing.IsContent || Boxes.InLine(thing, here, _design))
                continue;
            var isPhoto = own.Contains(thing);
            if (
                isPhoto
                    ? own.Count > 1 && (_design[thing.Id]?.Box != thing.Box || _design.InLine.Contains(thing.Id))
                    : _design.InLine.Contains(thing.Id) && own.Count > 0
            )
                tally.Take(LineLost, () => Saying.Of("fit.why.line", ("piece", Label(thing))));
        }
    }

    // Title, cards and decoration against where they were.
    private void Others(List<Lying> here, IReadOnlyList<Lying> things, Tally tally)
    {
        foreach (var thing in here)
        {
            if (
                thing.Role is PageRole.Opening or PageRole.Patch or PageRole.Pocket
                || _design[thing.Id] is not { } was
                || was.Role != thing.Role
            )
                continue;
            var page = _design.PageOf(thing.Box);
            if (!page.Contains(thing.Box) && _design.PageOf(was.Box).Contains(was.Box))
                tally.Fault(() => Saying.Of("fit.why.edge", ("opening", Label(thing))));
            if (_design.Brought.Contains(thing.Id))
            {
                if (thing.Role == PageRole.Card)
                    tally.Take(CardMoved, () => Saying.Of("fit.why.brought", ("piece", Label(thing))));
                continue;
            }
            var resized = thing.Box.Size != was.Box.Size;
            var isThere = !resized && thing.Box == was.Box;
            var kept = isThere || IsKept(thing, was, things);
            var by =
                (double)((thing.Box.X - was.Box.X).Magnitude + (thing.Box.Y - was.Box.Y).Magnitude).Ticks / Measures.Length.TicksPerInch;
            switch (thing.Role)
            {
                case PageRole.Title when _design.SideOf(was.Box) != _design.SideOf(thing.Box):
                    tally.Take(TitleOtherPage, () => Saying.Of("fit.why.title-page", ("title", Label(thing))));
                    break;
                case PageRole.Title when !kept:
                    tally.Take(TitleMoved + TitleInch * by, () => Moves(thing, was));
                    break;
                case PageRole.Card when resized:
                    tally.Take(CardResized, () => Saying.Of("fit.why.card-size", ("card", Label(thing)), ("size", Size(thing.Box.Size))));
                    break;
                case PageRole.Card when !kept:
                    tally.Take(CardMoved, () => Moves(thing, was));
                    break;
                case PageRole.Decor when !kept:
                    tally.Take(ClusterMoved, () => Moves(thing, was));
                    break;
                default:
                    if (!isThere)
                        tally.Tell(() => Moves(thing, was));
                    break;
            }
            if (thing.Role is PageRole.Title or PageRole.Card)
                foreach (var ground in _design.Grounds)
                    if (Boxes.Straddles(thing.Box, ground.Box) && !Boxes.Straddles(was.Box, ground.Box))
                        tally.Take(LineLost, () => Saying.Of("fit.why.half-on", ("opening", Label(thing)), ("ground", Label(ground))));
        }
    }

    private Saying Moves(Lying now, Lying was)
    {
        var (across, down) = (now.Box.X - was.Box.X, now.Box.Y - was.Box.Y);
        var (right, below) = (across.IsPositive ? "right" : "left", down.IsPositive ? "down" : "up");
        return across == Measures.Length.Zero && down == Measures.Length.Zero ? Saying.Of("fit.why.follows", ("piece", Label(now)))
            : down == Measures.Length.Zero
                ? Saying.Of("fit.why.across", ("piece", Label(now)), ("by", Length(across.Magnitude)), ("way", right))
            : across == Measures.Length.Zero
                ? Saying.Of("fit.why.down", ("piece", Label(now)), ("by", Length(down.Magnitude)), ("way", below))
            : Saying.Of(
                "fit.why.both",
                ("piece", Label(now)),
                ("by", Length(across.Magnitude)),
                ("way", right),
                ("and", Length(down.Magnitude)),
                ("also", below)
            );
    }

    private void Fields(IReadOnlyList<Lying> things, List<(int Photo, Lying On)> given, PageSide side, Tally tally)
    {
        if (_design.Fields.Count == 0)
            return;
        var (whole, hidden) = (0.0, 0.0);
        foreach (var thing in things)
        {
            if (thing.Role != PageRole.Field || _design.SideOf(thing.Box) != side)
                continue;
            var area = (double)thing.Box.Size.Area;
            whole += area;
            hidden +=
                area
                * Math.Max(0, Math.Min(1, given.Sum(g => Boxes.Covered(thing.Box, g.On.Box))) - _fieldCover.GetValueOrDefault(thing.Id));
        }
        if (whole > 0 && hidden / whole > FieldFree)
            tally.Take(Field * (hidden / whole - FieldFree), () => Saying.Of("fit.why.field", ("share", Percent(hidden / whole))));
    }

    /// <summary>What concerns the layout as a whole: what is hidden, which pages are used and in which order, what belongs
    /// together.</summary>
    public void Whole(IReadOnlyList<Lying> things, List<(int Photo, Lying On)> given, Tally tally)
    {
        for (var i = 0; i < _photos.Count; i++)
        {
            var photo = _photos[i];
            var at = given.FindIndex(g => g.Photo == i);
            if (at < 0)
                tally.Take(LeftOut, () => Saying.Of("fit.why.left-out", ("photo", Named(photo))));
            else if (given[at].On.Role == PageRole.Pocket)
                Pocketed(photo, given[at].On, things, tally);
        }
        Pages(given, tally);
        if (_photos.Any(p => p.Focal) && given.Count > 1)
            FocalIs(given, tally);
    }

    private void Pocketed(GuestPhoto photo, Lying pocket, IReadOnlyList<Lying> things, Tally tally)
    {
        if (photo.OneOfAKind)
            tally.Fault(() => Saying.Of("fit.why.original-hidden", ("photo", photo.Id)));
        tally.Take(
            _flapIsFine ? HiddenAsWished : Hidden,
            () => Saying.Of("fit.why.hidden", ("photo", Named(photo)), ("pocket", Label(pocket)))
        );
        if (
            Find(things, pocket.Piece.Across.LeansOn ?? "") is not { } under
            || !under.Box.Contains(pocket.Box)
            || !(photo.Size.FitsIn(pocket.Box.Size) || photo.Size.Turned.FitsIn(pocket.Box.Size))
        )
            tally.Fault(() => Saying.Of("fit.why.pocket", ("photo", Named(photo)), ("pocket", Label(pocket))));
    }

    private void GivenUp(IReadOnlyList<Lying> things, IReadOnlyList<(int Photo, Lying On)> given, PageSide side, Tally tally)
    {
        var largest = given.Where(g => g.On.Role == PageRole.Opening).Select(g => g.On.Box.Size.Area).DefaultIfEmpty(Int128.MaxValue).Max();
        var (cards, patches) = (0, 0);
        var canWrite = _design.Things.Any(t => t.Role == PageRole.Card);
        var (lostCards, keptCards) = (new List<Lying>(), 0);
        foreach (var was in _design.Things)
        {
            if (was.Role is PageRole.Ground or PageRole.Field || _design.SideOf(was.Box) != side)
                continue;
            var now = Find(things, was.Id);
            switch (was.Role)
            {
                case PageRole.Title when now is null:
                    tally.Fault(() => Saying.Of("fit.why.title-lost", ("title", Label(was))));
                    break;
                case PageRole.Card when now is null:
                    lostCards.Add(was);
                    break;
                case PageRole.Card:
                    keptCards++;
                    break;
                case PageRole.Decor when now is null:
                    tally.Take(ClusterLost, () => Saying.Of("fit.why.decor-lost", ("part", Label(was))));
                    break;
                case PageRole.Opening when was.Piece.HoldsPhoto && now is null:
                    tally.Take(TakenOut, () => Saying.Of("fit.why.taken-out", ("opening", Label(was))));
                    break;
                case PageRole.Opening when was.Piece.HoldsPhoto && now is { Role: PageRole.Card or PageRole.Patch }:
                    cards += now.Role == PageRole.Card ? 1 : 0;
                    patches += now.Role == PageRole.Patch ? 1 : 0;
                    InPlace(now, largest, cards, patches, canWrite, things, tally);
                    break;
                case PageRole.Opening
                    when was.Piece.HoldsPhoto
                        && now is { Role: PageRole.Opening, Piece.IsPlaceholder: false }
                        && !given.Any(g => g.On.Id == was.Id):
                    tally.Take(Empty, () => Saying.Of("fit.has-no-photo", ("layout", _design.Layout.Id), ("piece", was.Id)));
                    break;
                default:
                    break;
            }
        }
        foreach (var card in lostCards)
            tally.Take(keptCards + cards > 0 ? CardLostOfSeveral : CardLost, () => Saying.Of("fit.why.card-lost", ("card", Label(card))));
        // An opening that was added and holds nothing.
        foreach (var thing in things)
            if (
                thing is { Role: PageRole.Opening, Piece: { HoldsPhoto: true, IsPlaceholder: false } }
                && _design[thing.Id] is null
                && _design.SideOf(thing.Box) == side
                && !given.Any(g => g.On.Id == thing.Id)
            )
                tally.Take(Empty, () => Saying.Of("fit.has-no-photo", ("layout", _design.Layout.Id), ("piece", thing.Id)));
    }

    private void InPlace(Lying now, Int128 largest, int cards, int patches, bool canWrite, IReadOnlyList<Lying> things, Tally tally)
    {
        if (now.Box.Size.Area > largest)
            tally.Fault(() => Saying.Of("fit.why.largest", ("opening", Label(now))));
        var ground = things
            .TakeWhile(t => t.Id != now.Id)
            .LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(now.Box));
        if (ground is not null && (ground.Piece.Paper, ground.Piece.Face) == (now.Piece.Paper, now.Piece.Face))
            tally.Take(MoreCards, () => Saying.Of("fit.why.same-paper", ("opening", Label(now))));
        if (now.Role == PageRole.Patch)
            tally.Take(
                patches > 1 ? MorePatches : PatchInPlace,
                () => Saying.Of("fit.becomes-a-patch-of", ("label", Label(now)), ("paper", _design.Kit.Paper(now.Piece.Paper)?.Name ?? ""))
            );
        else
            tally.Take(
                cards > 1 ? MoreCards
                    : canWrite ? CardInPlace
                    : FirstCard,
                () => Saying.Of("fit.becomes-a-card-to", ("label", Label(now)))
            );
    }

    // Which page a photo lies on; in a pocket, that of the pocket.
    private void Pages(List<(int Photo, Lying On)> given, Tally tally)
    {
        if (_design.Layout.Kind == LayoutKind.Single)
            return;
        var sides = given.ToDictionary(g => g.Photo, g => _design.SideOf(g.On.Box));
        foreach (var side in _design.Layout.Sides)
            if (given.Count > 0 && !sides.ContainsValue(side) && _design.Openings.Any(o => _design.SideOf(o.Box) == side))
                tally.Take(BarePage, () => Saying.Of("fit.why.bare", ("side", side == PageSide.Left ? "left" : "right")));
        var wrong = 0;
        foreach (var (a, first) in sides)
        foreach (var (b, second) in sides)
            if (a < b && first == PageSide.Right && second == PageSide.Left)
                wrong++;
        tally.Take(Math.Min(InversionMost, Inversion * wrong), () => Saying.Of("fit.why.page-order", ("n", wrong)));
        var together = new HashSet<PageSide>();
        foreach (var (members, isSaid) in _groups)
        {
            var used = members.Where(sides.ContainsKey).Select(m => sides[m]).Distinct().ToList();
            if (used.Count > 1)
                tally.Take(isSaid ? GroupSplit : RunSplit, () => Saying.Of("fit.why.split", ("list", members.Select(m => _photos[m].Id))));
            else if (used.Count == 1 && !together.Add(used[0]) && _groups.Count == 2)
                tally.Take(
                    isSaid ? StoriesOnOnePage : StoriesOnOnePage / 2,
                    () => Saying.Of("fit.why.one-page", ("list", members.Select(m => _photos[m].Id)))
                );
        }
    }

    private void FocalIs(List<(int Photo, Lying On)> given, Tally tally)
    {
        var seen = given.Where(g => g.On is { Role: PageRole.Opening, Print: not null }).ToList();
        if (seen.Count == 0)
            return;
        var most = seen.Max(g => (double)g.On.Print!.Value.Size.Area);
        foreach (var (photo, on) in seen)
            if (_photos[photo].Focal && _design[on.Id]?.Piece.Opening?.Focal != true && (double)on.Print!.Value.Size.Area < most * 0.99)
                tally.Take(FitWeights.Focal, () => Saying.Of("fit.why.focal", ("photo", Named(_photos[photo]))));
    }

    private static Lying? Find(IReadOnlyList<Lying> things, string id)
    {
        for (var i = 0; i < things.Count; i++)
            if (things[i].Id == id)
                return things[i];
        return null;
    }

    private string Label(Lying thing) => $"{_design.Layout.Id}-{thing.Id}";

    private string Named(GuestPhoto photo) => $"{photo.Id} ({Size(photo.Size)})";

    private string Size(Size size) => _design.Kit.Reading().Format(size);

    private string Length(Measures.Length length) => _design.Kit.Reading().Format(length);

    internal static string Percent(double share) => $"{Math.Round(share * 100).ToString(CultureInfo.InvariantCulture)} %";
}
