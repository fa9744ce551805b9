using VelvetFold.Core.Eye;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

// A photo by itself: how much of it is seen, where it lies, what its opening has become.
internal sealed partial class Evaluator
{
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
        var (crop, smaller) = Loss(photo, seen);
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

    /// <summary>The share of a photo that the shape of a place takes, and by how much of its area it is printed smaller. Its white border
    /// is as wide at any size, and nothing of it counts as lost.</summary>
    public static (double Crop, double Smaller) Loss(GuestPhoto photo, Size seen) =>
        photo.Border is not { } border ? Loss(photo.Size, seen)
        : photo.Size.Grown(-border) is { } brought && seen.Grown(-border) is { } left ? Loss(brought, left)
        : (1, 0);

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
        if (PhotosSeen.LooksOut(_design.Layout, on.Box, side, photo.Facing))
            tally.Take(FacingOut, () => Saying.Of("fit.the-people-in-look", ("photo", Named(photo))));
        if (photo is { Tone: not PhotoTone.Colour, Border: null } && Swallows(photo.Tone, on, things) is { } mat)
            tally.Take(
                Swallowed,
                () => Saying.Of(photo.BlackAndWhite ? "fit.is-black-and-white" : "fit.is-faded", ("photo", photo.Id), ("mat", mat))
            );
    }

    /// <summary>The paper that a photo of that tone disappears on: its mat, or the paper under it where it has none.</summary>
    public string? Swallows(PhotoTone tone, Lying on, IReadOnlyList<Lying> things)
    {
        var face =
            on.Piece.Opening!.Mats is [var inner, ..] ? SeenPage.FaceOf(_design.Kit, inner)
            : GroundOf(on, things) is { } ground ? SeenPage.FaceOf(_design.Kit, ground.Piece.Paper, ground.Piece.Face)
            : null;
        return face is not null && PhotosSeen.Swallows(tone, face) ? face.Paper.Name : null;
    }

    // The paper that a photo lies on; while a page is searched for, its grounds lie as designed.
    private Lying? GroundOf(Lying on, IReadOnlyList<Lying> things) => GroundAmong(things, on) ?? GroundAmong(_design.Things, on);

    private static Lying? GroundAmong(IReadOnlyList<Lying> things, Lying on) =>
        things.LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(on.Box));

    private bool IsBusy(Lying ground) => SeenPage.FaceOf(_design.Kit, ground.Piece.Paper, ground.Piece.Face) is { IsBusy: true };

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
            Made(_photos[photo], on, things, tally);
            if (_design[on.Id] is { Role: PageRole.Opening } was && !IsKept(on, was, things))
                moved.Add(on);
        }
        if (moved.Count > 0)
            tally.Take(
                Math.Min(AnewMost, Moved * moved.Count),
                () => Saying.Of("fit.why.moved", ("list", moved.Select(Label)), ("n", moved.Count))
            );
    }

    private void Made(GuestPhoto photo, Lying on, IReadOnlyList<Lying> things, Tally tally)
    {
        var size = on.Piece.Size;
        if (_design[on.Id] is not { Role: PageRole.Opening } was)
        {
            tally.Take(Add, () => Saying.Of("fit.why.added", ("opening", Label(on)), ("photo", Named(photo))));
            if (Nearest(on) is { } like)
                Mat(on, like, things, tally);
            return;
        }
        if (size == was.Piece.Size.Turned && size != was.Piece.Size)
            tally.Take(Turn, () => Saying.Of("fit.is-turned", ("label", Label(on))));
        else if (size != was.Piece.Size)
            tally.Take(Grow, () => Saying.Of("fit.why.made", ("opening", Label(on)), ("size", Size(size)), ("photo", Named(photo))));
        Mat(on, was, things, tally);
    }

    // What a new opening is matted like: one of the design with the same mats, else with the same papers, else any.
    private Lying? Nearest(Lying added)
    {
        var mats = added.Piece.Opening!.Mats;
        // While a page is searched for it has the very mats of one.
        foreach (var opening in _design.Openings)
            if (ReferenceEquals(opening.Piece.Opening!.Mats, mats))
                return opening;
        return _design.Openings.FirstOrDefault(o => Making.WithoutCards(o.Piece).Opening!.Mats.SequenceEqual(mats))
            ?? _design.Openings.FirstOrDefault(o =>
                !Making.HasCards(o.Piece)
                && o.Piece.Opening!.Mats.Select(m => (m.Paper, m.Face)).SequenceEqual(mats.Select(m => (m.Paper, m.Face)))
            )
            ?? _design.Openings.FirstOrDefault(o => mats.Count == 0 && !Making.HasCards(o.Piece));
    }

    private void Mat(Lying on, Lying was, IReadOnlyList<Lying> things, Tally tally)
    {
        var (now, old) = (on.Piece.Opening!, was.Piece.Opening!);
        if (ReferenceEquals(now.Mats, old.Mats))
            return;
        if (now.Mats.Count == 0 && old.Mats.Any(m => m.Card is null))
        {
            tally.Take(WithoutMat, () => Saying.Of("fit.lies-without-its-mat", ("label", Label(on))));
            if (GroundOf(on, things) is { } ground && IsBusy(ground))
                tally.Take(BareOnPrint, () => Saying.Of("fit.why.bare-on-print", ("label", Label(on)), ("ground", Label(ground))));
            return;
        }
        if (_design[on.Id] is not null && now.Mats.Count < old.Mats.Count)
            tally.Take(WithoutItsCard, () => Saying.Of("fit.lies-without-its-card", ("label", Label(on))));
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
}
