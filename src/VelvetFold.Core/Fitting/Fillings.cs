using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>Something an opening without a photo may be filled with.</summary>
/// <param name="With">Which paper and face, or which sheet and part; as in the change that does it.</param>
/// <param name="Says">What it is, without an article: one of a list, found by its first letters.</param>
/// <param name="Source">The paper in the bag it comes out of; none where nothing has to be cut, or paper has to be brought.</param>
/// <param name="Contrast">Of a patch: against the opening's own mat paper, 1 to 21 (WCAG 2.2).</param>
public sealed record Filling(OpeningMove Move, string? With, Saying Says, Saying? Source = null, decimal? Contrast = null);

/// <summary>What the openings of one layout may be filled with.</summary>
public sealed record OpeningFillings(string Opening, IReadOnlyList<Filling> Fillings);

/// <summary>What an opening without a photo may be filled with: a card, a placeholder, a patch of paper, a part that is over.</summary>
public static class Fillings
{
    /// <summary>All that may be done, opening by opening.</summary>
    public static IReadOnlyList<OpeningFillings> Of(Kit kit, Bag bag)
    {
        ArgumentNullException.ThrowIfNull(kit);
        return
        [
            .. kit.Layouts.SelectMany(l =>
                l.Pieces.Where(p => p.Opening is not null).Select(p => new OpeningFillings(l.Label(p), Of(kit, l, p, bag)))
            ),
        ];
    }

    private static List<Filling> Of(Kit kit, Layout layout, Piece piece, Bag bag)
    {
        List<Filling> all = [new(OpeningMove.Placeholder, null, Saying.Of("fit.placeholder-card"))];
        if (piece.Opening!.Mats.Count > 0)
            all.Insert(0, new(OpeningMove.Card, null, Saying.Of("fit.card-to-write-on")));
        all.AddRange(Patches(kit, layout, piece, bag));
        foreach (var (sheet, part) in Spare(kit, layout))
        {
            var with = $"{sheet.Id} {part}";
            if (PartIn(kit, piece, new(layout.Id, piece.Id, OpeningMove.Part, With: with)) is not null)
                all.Add(new(OpeningMove.Part, with, Saying.Of("fit.of-on-its-mat", ("part", part), ("sheet", sheet.Name))));
        }
        return all;
    }

    /// <summary>The papers a patch may be of, those that come out of the bag first.</summary>
    internal static IReadOnlyList<Filling> Patches(Kit kit, Layout layout, Piece piece, Bag bag)
    {
        var size = piece.Stack(kit)?.Outer ?? piece.Size;
        var mat = piece.Opening?.Mats is [.., var outer] ? kit.Paper(outer.Paper)?[outer.Face]?.Colour : null;
        var patches = new List<Filling>();
        foreach (var paper in kit.Papers)
        foreach (var face in new[] { SheetFace.A, SheetFace.B })
            if (paper[face] is { } print)
                patches.Add(
                    new(
                        OpeningMove.Patch,
                        $"{paper.Id} {face}",
                        Saying.Of("fit.patch-of", ("paper", paper.Name), ("face", face)),
                        piece.Opening?.Mats is [.., { Frame: null, Card: null } own] && (own.Paper, own.Face) == (paper.Id, face)
                                ? Saying.Of("fit.its-own-mat")
                            : bag.Source(paper.Id, face, size, (layout.Id, piece.Id)) is { } source ? Saying.Plain(source)
                            : null,
                        mat is null ? null : Math.Round((decimal)Colours.Contrast(mat, print.Colour), 1)
                    )
                );
        return [.. patches.OrderBy(p => p.Source is null)];
    }

    /// <summary>The part that a change names, as a piece of its size: what another piece of the kit that is this part measures, or what
    /// the change says; null where that is not known, or it does not lie within the mats.</summary>
    internal static Piece? PartIn(Kit kit, Piece opening, OpeningChange change)
    {
        if (opening.Opening?.Mats.Count is null or 0 || change.With?.Split(' ', 2) is not [var id, var part])
            return null;
        if (
            kit.PartSheet(id) is not { Kind: PartKind.Stickers or PartKind.DieCuts or PartKind.Loose } sheet
            || sheet.Part(part) is not { } found
        )
            return null;
        var known = kit
            .Layouts.SelectMany(l => l.Pieces)
            .FirstOrDefault(p => p.Part?.Sheet == id && sheet.Part(p.Part.Part)?.Id == found.Id);
        if (
            (change.Size ?? known?.Size ?? found.Size) is not { IsReal: true } size
            || !size.FitsIn(opening.Stack(kit)?.Outer ?? opening.Size)
        )
            return null;
        return new()
        {
            Id = "",
            Name = found.Id,
            Kind = known?.Kind ?? (sheet.Kind == PartKind.Stickers ? PieceKind.Sticker : PieceKind.DieCut),
            Size = size,
            Mount = known?.Mount ?? Mount.Flat,
            Part = new() { Sheet = id, Part = found.Id },
            Across = new Centred(opening.Id),
            Down = new Centred(opening.Id),
        };
    }

    // Of a sheet that goes into a kit whole, what no piece takes; of a pack that is shared out, anything.
    private static IEnumerable<(PartSheet Sheet, string Part)> Spare(Kit kit, Layout layout)
    {
        foreach (var sheet in kit.Parts)
        {
            var taken = kit.TallyOf(sheet).Taken;
            foreach (var part in sheet.Parts.Where(p => p.Layout is null || p.Layout == layout.Id))
                if (!sheet.IsWhole || taken.GetValueOrDefault(part.Id) < part.Count)
                    yield return (sheet, part.Id);
        }
    }
}
