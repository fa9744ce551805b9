using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

// What lies beside the photos and on them: overlaps, order, lines, title, cards and decoration.
internal sealed partial class Evaluator
{
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
            var (share, before) = (Boxes.Share(a.Box, b.Box), _design.Overlap(a.Id, b.Id));
            if (a.Role == PageRole.Pocket || b.Role == PageRole.Pocket)
            {
                var (pocket, other) = a.Role == PageRole.Pocket ? (a, b) : (b, a);
                if (pocket.Piece.Across.LeansOn != other.Id)
                    tally.Fault(() => Saying.Of("fit.why.on", ("piece", Label(pocket)), ("other", Label(other))));
            }
            else if (share > _design.MayShare(a, b) || (a.IsDecor != b.IsDecor && Covers(a, b)))
                tally.Fault(() => Saying.Of("fit.why.on", ("piece", Label(a.IsDecor ? a : b)), ("other", Label(a.IsDecor ? b : a))));
            else if (a.IsDecor != b.IsDecor && share > Boxes.Nothing)
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

    private void Even(List<Lying> own, Tally tally)
    {
        if (own.Count < 2)
            return;
        var even = Evenness.Of(own, _design);
        if (even.Uneven > 0)
            tally.Take(UnevenGaps * even.Uneven, () => Saying.Of("fit.why.gaps", ("list", own.Select(Label))));
        if (even.Missed > 0)
            tally.Take(NearMiss * even.Missed, () => Saying.Of("fit.why.near", ("list", own.Select(Label))));
    }

    private void Lines(List<Lying> here, List<(int Photo, Lying On)> given, Tally tally)
    {
        var own = given.Select(g => g.On).ToList();
        Even(own, tally);
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
}
