using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Counting;

/// <summary>Something that goes into a bag: a cut piece, a ready-made part, a card that stands in for a photo.</summary>
/// <param name="Label">What is scanned: L1-B2, or the sheet of parts.</param>
/// <param name="Layout">The page it belongs to; none for what serves all.</param>
/// <param name="Stack">Where it is taken from: the stack of its paper and face, or the parts.</param>
/// <param name="Says">Its size, or how much of it.</param>
public sealed record PackItem(string Label, string? Layout, Saying Stack, Saying Says, int Count);

/// <summary>What goes into a bag, in the order it is packed: page by page, and on each page one pass over the stacks.</summary>
public static class Packing
{
    /// <summary>The bag of one kit. Pieces that a guest cuts from whole sheets go in as those sheets.</summary>
    public static IReadOnlyList<PackItem> Of(Kit kit)
    {
        ArgumentNullException.ThrowIfNull(kit);
        var reading = kit.Reading();
        var work = new KitWork(kit);
        var order = kit.Layouts.Select((l, i) => (l.Id, i)).ToDictionary(l => l.Id, l => l.i);
        var papers = kit.Papers.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i);
        var cut = work
            .Pieces.Where(p => p.By != CutBy.Guest)
            .OrderBy(p => order[p.Layout])
            .ThenBy(p => papers[p.Paper])
            .ThenBy(p => p.Face)
            .ThenByDescending(p => p.Size.Area)
            .ThenBy(p => p.Label, StringComparer.Ordinal)
            .Select(p => new PackItem(
                p.Label,
                p.Layout,
                Saying.Of("pack.stack", ("paper", kit.Paper(p.Paper)!.Name), ("face", p.Face)),
                Saying.Plain(reading.Format(p.Size)),
                1
            ));
        var parts = PartCounts
            .Of(kit, 1)
            .Where(c => c.Total > 0)
            .Select(c => (Count: c, Sheet: kit.PartSheet(c.Sheet)!))
            .SelectMany(c =>
                c.Sheet.IsWhole || c.Count.LengthPerKit is not null
                    ?
                    [
                        new PackItem(
                            c.Sheet.Id,
                            null,
                            Saying.Plain(c.Sheet.Name),
                            c.Count.LengthPerKit is { } length ? Saying.Plain(reading.Format(length)) : Saying.Of("pack.whole-sheet"),
                            c.Count.PerKit ?? 1
                        ),
                    ]
                    : c.Count.Needs.Select(n => new PackItem(
                        $"{c.Sheet.Id} {n.Part}",
                        null,
                        Saying.Plain(c.Sheet.Name),
                        Saying.Plain(n.Part),
                        n.PerKit
                    ))
            );
        var sheets = (work.EachGuest?.BySheet ?? [])
            .Where(s => s.SheetsUsed > 0)
            .Select(s => new PackItem(
                $"{s.Sheet} sheet",
                null,
                Saying.Of("pack.guest-cuts", ("paper", kit.Paper(s.Sheet)!.Name)),
                Saying.Plain(reading.Format(kit.Paper(s.Sheet)!.Size)),
                s.SheetsUsed
            ));
        return [.. cut, .. sheets, .. kit.Layouts.SelectMany(l => l.Pieces.Select(p => Ready(kit, l, p)).OfType<PackItem>()), .. parts];
    }

    /// <summary>What a scan does to a bag.</summary>
    /// <param name="code">The label, in large or small letters.</param>
    /// <param name="number">The bag's number, to say it.</param>
    /// <param name="items">What belongs into it, and <paramref name="before"/> what lies there, by label.</param>
    /// <returns>What came of it (packed, taken-out, not-here, unknown, twice), and what lies there then; null where nothing
    /// changes.</returns>
    public static (string Outcome, string Label, Saying Says, IReadOnlyDictionary<string, int>? Packed) Scanned(
        string code,
        bool takeOut,
        int number,
        IReadOnlyList<PackItem> items,
        IReadOnlyDictionary<string, int> before
    )
    {
        ArgumentNullException.ThrowIfNull(items);
        var packed = new Dictionary<string, int>(before);
        var item = items.FirstOrDefault(i => string.Equals(i.Label, code, StringComparison.OrdinalIgnoreCase));
        var label = item?.Label ?? packed.Keys.FirstOrDefault(k => string.Equals(k, code, StringComparison.OrdinalIgnoreCase)) ?? code;
        var there = packed.GetValueOrDefault(label);
        if (takeOut && there == 0)
            return ("not-here", label, Saying.Of("problem.not-here", ("label", label), ("number", number)), null);
        if (takeOut)
        {
            packed[label] = there - 1;
            return ("taken-out", label, Saying.Of("problem.taken-out", ("label", label)), packed);
        }
        if (item is null)
            return ("unknown", label, Saying.Of("problem.does-not-go-into", ("label", label), ("number", number)), null);
        if (there >= item.Count)
            return (
                "twice",
                label,
                item.Count == 1
                    ? Saying.Of("problem.is-in-the-bag", ("label", label))
                    : Saying.Of("problem.all-of-are-in", ("count", item.Count), ("label", label)),
                null
            );
        packed[label] = there + 1;
        return (
            "packed",
            label,
            item.Count == 1
                ? Saying.Of("problem.put-in", ("label", label), ("says", item.Says))
                : Saying.Of("problem.put-in-of", ("label", label), ("n", there + 1), ("count", item.Count)),
            packed
        );
    }

    // What is neither cut nor on a sheet of parts, and is wanted on the page all the same: a card that stands in for a photo, a hinged
    // pocket.
    private static PackItem? Ready(Kit kit, Layout layout, Piece piece)
    {
        Saying Size(Size size) => Saying.Plain(kit.Reading().Format(size));
        if (piece.IsPlaceholder)
            return new(
                $"{layout.Label(piece)} card",
                layout.Id,
                Saying.Of("pack.placeholder-cards"),
                Size(piece.Stack(kit)?.Photo ?? piece.Size),
                1
            );
        return piece is { Part: null, Paper: null, Kind: PieceKind.DieCut or PieceKind.Sticker or PieceKind.Tie or PieceKind.Raised }
            ? new(
                layout.Label(piece),
                layout.Id,
                Saying.Of("pack.ready-made"),
                piece.Name is { } name
                    ? Saying.Of("pack.named", ("name", name), ("size", Size(piece.Size)))
                    : Saying.Of("pack.as-it-is", ("size", Size(piece.Size))),
                1
            )
            : null;
    }

    /// <summary>How a bag stands against what goes into it.</summary>
    /// <param name="packed">What was scanned, and how often.</param>
    public static BagState State(IReadOnlyList<PackItem> items, IReadOnlyDictionary<string, int> packed)
    {
        ArgumentNullException.ThrowIfNull(packed);
        var wanted = items.ToDictionary(i => i.Label, i => i.Count);
        return new(
            [
                .. items
                    .Where(i => packed.GetValueOrDefault(i.Label) < i.Count)
                    .Select(i => i with { Count = i.Count - packed.GetValueOrDefault(i.Label) }),
            ],
            [
                .. packed
                    .Where(p => p.Value > wanted.GetValueOrDefault(p.Key))
                    .Select(p => new Surplus(p.Key, p.Value - wanted.GetValueOrDefault(p.Key), wanted.ContainsKey(p.Key)))
                    .OrderBy(s => s.Label, StringComparer.Ordinal),
            ]
        );
    }
}

/// <summary>Something that is in a bag and does not belong there, or not so often.</summary>
/// <param name="Belongs">Whether it belongs there at all.</param>
public sealed record Surplus(string Label, int Count, bool Belongs);

/// <summary>What a bag lacks, and what has to come out of it.</summary>
public sealed record BagState(IReadOnlyList<PackItem> Missing, IReadOnlyList<Surplus> TakeOut)
{
    public bool IsComplete => Missing.Count == 0 && TakeOut.Count == 0;
}
