using System.Globalization;
using VelvetFold.Core.Fitting.Changes;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What may be done with each opening of a layout, and where another may be added.</summary>
internal sealed class OpeningOptions(Kit kit, ResolvedLayout resolved, IReadOnlyList<Place> places)
{
    /// <summary>How many sizes of photos are looked for room for.</summary>
    private const int MostAdded = 2;

    private readonly Layout _layout = resolved.Layout;

    /// <summary>What may become of an opening, itself first.</summary>
    public IReadOnlyList<Option> Of(Place place)
    {
        var (piece, box) = (place.Piece, place.Box);
        var label = _layout.Label(piece);
        var gutter = kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);
        OpeningChange Change(OpeningMove move) => new(_layout.Id, piece.Id, move);
        List<Option> options = [new(null, [new(piece.Id, piece.Size, piece.Opening!.Focal, box)], 0, null)];
        if (piece.Opening.Mats.Count > 0)
            options.Add(
                new(Change(OpeningMove.Card), [], Cost(Change(OpeningMove.Card)), Saying.Of("fit.becomes-a-card-to", ("label", label)))
            );
        else
            options.Add(
                new(
                    Change(OpeningMove.LeaveEmpty),
                    [],
                    Cost(Change(OpeningMove.LeaveEmpty)),
                    Saying.Of("fit.stays-empty", ("label", label))
                )
            );
        foreach (var (rows, columns) in new[] { (1, 2), (2, 1), (1, 3), (3, 1), (2, 2) })
        {
            var change = new OpeningChange(_layout.Id, piece.Id, OpeningMove.Split, rows, columns, gutter);
            if (Made(change) is not [var first, ..] cells)
                continue;
            var (n, cell) = (rows * columns, first.Size);
            options.Add(
                new(
                    change,
                    [.. cells.Select(c => new Slot(c.Id, cell, c.Opening!.Focal, box, Fixed: true))],
                    Cost(change),
                    Saying.Of("fit.is-split-into-of", ("label", label), ("n", n), ("cell", kit.Reading().Format(cell)))
                )
            );
        }
        foreach (var other in places.Where(o => o.Piece.Id != piece.Id))
        {
            var change = new OpeningChange(_layout.Id, piece.Id, OpeningMove.Join, With: other.Piece.Id);
            if (Adaptation.Unknown(kit, [change]).Count > 0)
                continue;
            var joined = Adaptation.Apply(kit, [change]).Layout(_layout.Id)!.Piece(piece.Id)!;
            options.Add(
                new(
                    change,
                    [new(piece.Id, joined.Size, piece.Opening.Focal || other.Piece.Opening!.Focal, box, Fixed: true)],
                    Cost(change),
                    Saying.Of("fit.joined", ("label", label), ("with", _layout.Label(other.Piece))),
                    other.Piece.Id
                )
            );
        }
        // A pocket holds up to four more; they lie in it whole, so that it is a place for photos no larger than itself.
        var pocket = Made(Change(OpeningMove.Pocket))[0].Id;
        for (var more = 1; more <= 4; more++)
            options.Add(
                new(
                    Change(OpeningMove.Pocket),
                    [
                        new(piece.Id, piece.Size, piece.Opening.Focal, box),
                        .. Enumerable.Repeat(new Slot(pocket, piece.Size, false, box, Fixed: true, IsPocket: true), more),
                    ],
                    8 + 6 * more,
                    Saying.Of("fit.a-hinged-pocket-on", ("label", label), ("more", more))
                )
            );
        return options;
    }

    /// <summary>Openings that may be added where there is room, one for a size of photo; only where there are more photos than
    /// openings.</summary>
    public IEnumerable<IReadOnlyList<Option>> Added(IReadOnlyList<GuestPhoto> photos)
    {
        if (places.Count == 0 || photos.Count <= places.Count)
            yield break;
        var names = new HashSet<string>();
        foreach (var size in photos.Select(p => p.Size).Distinct().OrderByDescending(s => s.Area).Take(MostAdded))
        {
            if (Room(size) is not { } room)
                continue;
            var name = Making.Free(_layout, room.Like.Id, "N");
            while (!names.Add(name))
                name = Making.Free(_layout, room.Like.Id, $"N{names.Count.ToString(CultureInfo.InvariantCulture)}");
            var change = new OpeningChange(
                _layout.Id,
                name,
                OpeningMove.Add,
                With: room.Like.Id,
                Size: size,
                At: new(room.Box.X, room.Box.Y)
            );
            yield return
            [
                new(null, [], 0, null),
                new(
                    change,
                    [new(name, size, false, room.Box, Fixed: true)],
                    Cost(change),
                    Saying.Of("fit.is-added-where-there", ("layout", _layout.Id), ("name", name), ("size", kit.Reading().Format(size)))
                ),
            ];
        }
    }

    // The first place, from the top left, where a photo on its mats lies on calm paper and clear of everything else: against the page's
    // margin, or against something with a gap.
    private (Piece Like, Box Box)? Room(Size size)
    {
        var gap = kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 4) : Length.Millimetres(6);
        var like = places.FirstOrDefault(p => !p.Piece.Opening!.Focal)?.Piece ?? places[0].Piece;
        if ((like with { Size = size }).Stack(kit.Matting)?.Outer is not { } outer)
            return null;
        var calm = resolved.Pieces.Where(p => p.Piece.Kind is PieceKind.Base or PieceKind.Panel).Select(p => p.Box).ToList();
        foreach (var side in _layout.Sides)
        {
            if (_layout.PageBox(side).Inset(gap) is not { } page)
                continue;
            bool IsFree(Box box) =>
                page.Contains(box)
                && calm.Any(c => c.Contains(box))
                && resolved.Pieces.All(p =>
                    !p.Box.Overlaps(box.Inset(-gap)!.Value) || (p.Piece.Kind is PieceKind.Base or PieceKind.Panel && p.Box.Contains(box))
                );
            var xs = resolved
                .Pieces.SelectMany(p => new[] { p.Box.Right + gap, p.Box.X - gap - outer.Width, p.Box.X })
                .Append(page.X)
                .Append(page.Right - outer.Width)
                .Distinct()
                .Order()
                .ToList();
            var ys = resolved
                .Pieces.SelectMany(p => new[] { p.Box.Bottom + gap, p.Box.Y - gap - outer.Height, p.Box.Y })
                .Append(page.Y)
                .Append(page.Bottom - outer.Height)
                .Distinct()
                .Order()
                .ToList();
            foreach (var y in ys)
            foreach (var x in xs)
                if (new Box(x, y, outer) is var box && IsFree(box))
                    return (like, box);
        }
        return null;
    }

    private static decimal Cost(OpeningChange change) => ChangeKind.Of(change.Move).Cost(change);

    // The pieces that a change brings into being.
    private IReadOnlyList<Piece> Made(OpeningChange change) =>
        Adaptation.Unknown(kit, [change]).Count > 0
            ? []
            : [.. Adaptation.Apply(kit, [change]).Layout(_layout.Id)!.Pieces.Where(p => _layout.Piece(p.Id) is null)];
}
