using System.Globalization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Lays the photo areas of a layout out anew where local moves do not suffice: the openings of a page give way to as many as
/// there are photos, in rows and columns with gutters.</summary>
internal sealed class Retile(Kit kit, LayoutSearch search, IReadOnlyList<GuestPhoto> photos)
{
    private readonly ResolvedLayout _resolved = search.Resolved;
    private readonly Layout _layout = search.Resolved.Layout;
    private readonly PhotoAssignment _giving = new(kit, search.Resolved, photos);

    /// <summary>The best way to share the photos out between the pages, in the order of the story; null where none fits.</summary>
    public Fit? Best()
    {
        var areas = _layout.Sides.Select(Area).OfType<(Box Box, List<Place> Places)>().ToList();
        if (areas.Count == 0 || photos.Count == 0)
            return null;
        Fit? best = null;
        for (var left = areas.Count == 1 ? photos.Count : 0; left <= photos.Count; left++)
            if (Of(areas, left) is { } fit && (best is null || fit.Score > best.Score))
                best = fit;
        return best;
    }

    // The openings of one page and the box around them.
    private (Box Box, List<Place> Places)? Area(PageSide side)
    {
        var own = search.Places.Where(p => p.Piece.Side == side).ToList();
        if (own.Count == 0)
            return null;
        var (x, y) = (own.Min(p => p.Box.X), own.Min(p => p.Box.Y));
        return (new(x, y, own.Max(p => p.Box.Right) - x, own.Max(p => p.Box.Bottom) - y), own);
    }

    private Fit? Of(List<(Box Box, List<Place> Places)> areas, int left)
    {
        var (changes, reasons, given) = (new List<OpeningChange>(), new List<FitReason>(), new List<PhotoPlace>());
        List<IReadOnlyList<GuestPhoto>> shares =
            areas.Count == 1
                ? [photos]
                :
                [
                    [.. photos.Take(left)],
                    [.. photos.Skip(left)],
                ];
        foreach (var (area, own) in areas.Zip(shares))
        {
            if (own.Count == 0)
            {
                foreach (var place in area.Places)
                {
                    changes.Add(
                        new(_layout.Id, place.Piece.Id, place.Piece.Opening!.Mats.Count > 0 ? OpeningMove.Card : OpeningMove.LeaveEmpty)
                    );
                    reasons.Add(
                        new(
                            9,
                            Saying.Of(
                                place.Piece.Opening.Mats.Count > 0 ? "fit.becomes-a-card-to" : "fit.stays-empty",
                                ("label", _layout.Label(place.Piece))
                            )
                        )
                    );
                }
                continue;
            }
            if (!Tiled(area.Box, area.Places, own, changes, reasons, given))
                return null;
        }
        if (Adaptation.Unknown(kit, changes).Count > 0 || search.Repair.Mended(Adaptation.Apply(kit, changes)) is not { } mended)
            return null;
        reasons.AddRange(mended.Select(m => m.Reason));
        return new([.. changes, .. mended.Select(m => m.Shift)], 100 - reasons.Sum(r => r.Points), reasons, given);
    }

    private bool Tiled(
        Box area,
        List<Place> places,
        IReadOnlyList<GuestPhoto> own,
        List<OpeningChange> changes,
        List<FitReason> reasons,
        List<PhotoPlace> given
    )
    {
        var like = places.OrderBy(p => p.Piece.Opening!.Focal).ThenBy(p => p.Piece.Opening!.Mats.Count).First().Piece;
        var around =
            (like.Opening!.School ?? kit.Matting.School) == Matting.MatSchool.GrowMat
                ? like.Opening.Mats.Aggregate(Length.Zero, (sum, m) => sum + m.Reveal)
                : Length.Zero;
        var gutter = kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);
        if (Tiling.Best([.. own.Select(p => p.Size)], area.Size, around, gutter, kit.Ruler) is not { } tiles)
            return false;
        var ids = new Queue<Place>(places.OrderByDescending(p => p.Piece.Opening!.Focal));
        reasons.Add(new(16 + 2 * tiles.Count, Saying.Of("fit.the-photos-of-are", ("list", places.Select(p => _layout.Label(p.Piece))))));
        var made = new HashSet<string>();
        foreach (var tile in tiles.OrderByDescending(t => own[t.Photo].Focal))
        {
            var photo = own[tile.Photo];
            var cell = tile.Box.Inset(around)!.Value.Size;
            // A photo that must stay whole is made as large as the place holds it; the others fill theirs, which is cut to the ruler's
            // step.
            if (
                (
                    photo.Size.FitsIn(cell) ? photo.Size
                    : photo.MayLose ? cell
                    : photo.OneOfAKind ? null
                    : _giving.Shrunk(photo.Size, cell)
                )
                is not { } size
            )
                return false;
            var at = new Offset(area.X + tile.Box.X, area.Y + tile.Box.Y);
            var isOld = ids.TryDequeue(out var old);
            var id = isOld ? old!.Piece.Id : Fresh(like.Id, made);
            changes.Add(
                new(
                    _layout.Id,
                    id,
                    isOld ? OpeningMove.Place : OpeningMove.Add,
                    With: isOld ? null : like.Id,
                    Size: size,
                    Photos: [photo.Id],
                    At: at
                )
            );
            var slot = new Slot(
                isOld ? id : like.Id,
                size,
                isOld && old!.Piece.Opening!.Focal,
                new(at.Across, at.Down, tile.Box.Size),
                Fixed: true
            );
            if (size != photo.Size)
                reasons.Add(_giving.Smaller(photo, size));
            reasons.AddRange(_giving.Looks(photo, slot));
            given.Add(new(photo.Id, $"{_layout.Id}-{id}", photo.MayLose ? Math.Round(PhotoAssignment.ShapeLost(photo.Size, size), 3) : 0));
        }
        while (ids.TryDequeue(out var gone))
            changes.Add(new(_layout.Id, gone.Piece.Id, OpeningMove.Remove));
        return true;
    }

    private string Fresh(string like, HashSet<string> made)
    {
        for (var n = 0; ; n++)
            if (Making.Free(_layout, like, $"N{n.ToString(CultureInfo.InvariantCulture)}") is var name && made.Add(name))
                return name;
    }
}
