using System.Globalization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>A paper as it lies in the studio: sheets and scraps that are promised to nobody.</summary>
/// <param name="Key">What tells it from others; two kits that use one paper name it alike.</param>
/// <param name="Sheets">How many whole sheets there are; none where as many as needed can be bought.</param>
public sealed record PaperThere(string Key, Paper Paper, int? Sheets, IReadOnlyList<OffcutOnHand> Scraps);

/// <summary>A sheet, pack or roll of parts as it lies in the studio.</summary>
/// <param name="Free">How many there are, promised to nobody; none where as many as needed can be bought.</param>
public sealed record PartsThere(string Key, int? Free);

/// <summary>What lies in the studio, and what the kits call it.</summary>
public sealed record Studio(IReadOnlyDictionary<string, PaperThere> Papers, IReadOnlyDictionary<string, PartsThere> Parts);

/// <summary>Another paper that serves in place of one of a layout.</summary>
/// <param name="For">The paper that the layout is designed with, by the id it has in its kit.</param>
/// <param name="Difference">How far apart their faces look, CIEDE2000, to a tenth.</param>
public sealed record StandIn(string For, string Key, string Name, decimal Difference, Saying Says);

/// <summary>Scraps of one size that are cut.</summary>
public sealed record TakenScraps(Size Size, int Count);

/// <summary>What a layout takes of one paper.</summary>
/// <param name="For">The paper of the layout that it is cut for.</param>
/// <param name="Scraps">The scraps it is cut from.</param>
/// <param name="IsCounted">Whether anybody counts its sheets; of the others as many as needed are taken for granted.</param>
public sealed record TakenPaper(string For, string Key, string Name, int Sheets, IReadOnlyList<TakenScraps> Scraps, bool IsCounted);

/// <summary>A layout that still comes out of what is there.</summary>
/// <param name="Without">Sheets of parts of which there is not enough; the page is made without them.</param>
public sealed record StillMade(
    string Layout,
    IReadOnlyList<StandIn> StandIns,
    IReadOnlyList<TakenPaper> Takes,
    IReadOnlyList<string> Without
)
{
    /// <summary>Whether it comes out as it is designed.</summary>
    public bool IsWhole => StandIns.Count == 0 && Without.Count == 0;

    /// <summary>How far it is from its design: the sum of the differences, and ours for parts that are lacking.</summary>
    public decimal Away => StandIns.Sum(s => s.Difference) + Without.Count * 10;
}

/// <summary>
/// What can still be made of what is there: a layout's pieces are cut out of scraps first, the smallest that serves, then out of whole
/// sheets, paper by paper, the paper with the most to cut first; a paper that does not suffice is stood in for by another one as a whole,
/// so that what was alike stays alike: the same kind of print before another, then the nearest in colour.
/// </summary>
public static class StillMaking
{
    /// <summary>So many other papers are tried in place of one.</summary>
    private const int MostTried = 12;

    /// <summary>The layout, out of what is there; null where one of its papers comes out of nothing there.</summary>
    /// <param name="keyOf">By what key a paper of the kit is known in the studio; null where it is not.</param>
    /// <param name="partsKeyOf">By what key a sheet of parts is.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static StillMade? Of(
        Kit kit,
        Layout layout,
        Studio studio,
        Func<string, string?> keyOf,
        Func<string, string?> partsKeyOf,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(layout);
        ArgumentNullException.ThrowIfNull(studio);
        ArgumentNullException.ThrowIfNull(keyOf);
        ArgumentNullException.ThrowIfNull(partsKeyOf);
        var resolved = Resolver.Resolve(layout, kit);
        var pieces = CutList.Of(kit, [resolved]);
        if (pieces.Count == 0)
            return null;
        var (left, standIns, takes) = (new Left(studio), new List<StandIn>(), new List<TakenPaper>());
        // What lies on the page already would not be told from it.
        HashSet<string?> onThePage = [.. pieces.Select(p => keyOf(p.Paper))];
        bool IsOnThePage(string key) => onThePage.Contains(key) || takes.Exists(t => t.Key == key);
        foreach (var group in pieces.GroupBy(p => p.Paper).OrderByDescending(g => g.Aggregate(Int128.Zero, (sum, p) => sum + p.Size.Area)))
        {
            cancel.ThrowIfCancellationRequested();
            var (paper, own) = (kit.Paper(group.Key)!, keyOf(group.Key));
            List<CutPiece> cut = [.. group];
            TakenPaper? found = null;
            if (own is not null && studio.Papers.TryGetValue(own, out var there))
                found = left.Cut(kit, there, paper.Id, cut);
            if (found is null)
                foreach (
                    var (other, difference) in (cut.Exists(p => p.At is not null) ? [] : Others(studio, paper, cut))
                        .Where(o => !IsOnThePage(o.Paper.Key))
                        .Take(MostTried)
                )
                    if (left.Cut(kit, other, paper.Id, cut) is { } instead)
                    {
                        found = instead;
                        standIns.Add(
                            new(
                                paper.Id,
                                other.Key,
                                other.Paper.Name,
                                difference,
                                Saying.Of("proposal.stands-in", ("paper", other.Paper.Name), ("for", paper.Name))
                            )
                        );
                        break;
                    }
            if (found is null)
                return null;
            takes.Add(found);
        }
        return new(layout.Id, standIns, takes, [.. Lacking(kit, layout, studio, partsKeyOf)]);
    }

    // Papers that could stand in: as many printed faces as are shown, those of the same kind of print first, then the nearest in colour.
    private static IEnumerable<(PaperThere Paper, decimal Difference)> Others(Studio studio, Paper paper, IReadOnlyList<CutPiece> pieces)
    {
        SheetFace[] faces = [.. pieces.Select(p => p.Face).Distinct()];
        return studio
            .Papers.Values.Where(o => !o.Paper.Preprinted && faces.All(f => o.Paper[f] is not null))
            .Select(o =>
                (
                    Paper: o,
                    Difference: Math.Round(
                        (decimal)faces.Max(f => paper[f] is { } was ? Colours.Difference(was.Colour, o.Paper[f]!.Colour) : 0),
                        1
                    ),
                    Alike: faces.All(f => paper[f]?.Print == o.Paper[f]!.Print)
                )
            )
            .OrderBy(o => !o.Alike)
            .ThenBy(o => o.Difference)
            .ThenBy(o => o.Paper.Key, StringComparer.Ordinal)
            .Select(o => (o.Paper, o.Difference));
    }

    // Sheets, packs and rolls that there are not enough of for this one layout.
    private static IEnumerable<string> Lacking(Kit kit, Layout layout, Studio studio, Func<string, string?> keyOf)
    {
        var uses = layout.Pieces.SelectMany(p => p.Takes(layout.Label(p)).Select(t => (t.Label, t.Use, Piece: p))).ToList();
        foreach (var sheet in kit.Parts)
        {
            var own = uses.Where(u => u.Use.Sheet == sheet.Id).ToList();
            if (own.Count == 0)
                continue;
            var free = keyOf(sheet.Id) is { } key && studio.Parts.TryGetValue(key, out var there) ? there.Free : 0;
            if (free is { } hand && Needed(kit, sheet, own) > hand)
                yield return sheet.Name;
        }
    }

    private static long Needed(Kit kit, PartSheet sheet, IReadOnlyList<(string Label, PartUse Use, Piece Piece)> uses)
    {
        if (sheet.Kind == PartKind.ByLength)
        {
            var lengths = RollLength.Of(kit, uses.Select(u => (u.Label, u.Piece, u.Use)));
            return sheet.Length is { IsPositive: true } roll ? RollLength.Rolls(lengths, roll, 1) : 1;
        }
        return PartTally
            .Of(sheet, uses.Select(u => (u.Label, u.Use)))
            .Taken.Select(t => sheet.Part(t.Key) is { Count: > 0 and var on } ? ((long)t.Value + on - 1) / on : 1)
            .DefaultIfEmpty(0)
            .Max();
    }

    /// <summary>How many rectangles of a size come out of a paper that is there, scraps and sheets.</summary>
    /// <param name="face">The face that is to show.</param>
    /// <param name="most">More than this is not counted.</param>
    public static (int Count, int OutOfScraps) Cards(PaperThere there, Size size, SheetFace face, int most = 500)
    {
        ArgumentNullException.ThrowIfNull(there);
        if (there.Paper[face] is not { } print)
            return (0, 0);
        var turn = print.Direction == PrintDirection.Free ? Turn.Free : Turn.None;
        var sheet = new StockSheet(there.Key, there.Paper.Sheet, 0);
        var scraps = Left.Remnants(there.Scraps.Select((s, i) => (s, i)));
        int Out(IReadOnlyList<Remnant> of, int wanted) =>
            wanted - CutPlanner.OutOf(sheet, of, [new("card", there.Key, size, wanted, turn, face)], null).Left.Sum(d => d.Quantity);
        var outOfScraps = Out(scraps, most);
        var each = Out([new(PaperPart.OnHand(0, ""), there.Paper.Usable.Size, 1)], most);
        return ((int)Math.Min(most, outOfScraps + (long)each * (there.Sheets ?? (each > 0 ? most : 0))), outOfScraps);
    }

    // What is left while a layout's papers are cut one after the other.
    private sealed class Left(Studio studio)
    {
        private readonly Dictionary<string, (int? Sheets, List<OffcutOnHand> Scraps)> _there = studio.Papers.ToDictionary(
            p => p.Key,
            p => (p.Value.Sheets, p.Value.Scraps.ToList())
        );

        public static IReadOnlyList<Remnant> Remnants(IEnumerable<(OffcutOnHand Scrap, int At)> scraps) =>
            [
                .. scraps
                    .OrderBy(s => s.Scrap.Size.Area)
                    .Select(s => new Remnant(PaperPart.OnHand(s.At, ""), s.Scrap.Size, s.Scrap.Count, s.Scrap.Face)),
            ];

        // All of the pieces, or none.
        public TakenPaper? Cut(Kit kit, PaperThere there, string paper, IReadOnlyList<CutPiece> pieces)
        {
            var (sheets, scraps) = _there[there.Key];
            if (pieces.Any(p => there.Paper[p.Face] is null))
                return null;
            var printed = Printed(kit, there, [.. pieces.Where(p => p.At is not null)]);
            if (printed is not { } whole || whole > (sheets ?? whole))
                return null;
            sheets -= whole;
            pieces = [.. pieces.Where(p => p.At is null)];
            List<Demand> demands =
            [
                .. pieces.Select(
                    (p, i) =>
                        new Demand(
                            i.ToString(CultureInfo.InvariantCulture),
                            there.Key,
                            p.Size,
                            1,
                            there.Paper[p.Face]!.Direction == PrintDirection.Free ? Turn.Free : Turn.None,
                            p.Face
                        )
                ),
            ];
            var most = Math.Min(sheets ?? pieces.Count, pieces.Count);
            var usable = there.Paper.Usable.Size;
            var area = demands.Aggregate(Int128.Zero, (sum, d) => sum + d.Size.Area);
            if (area > scraps.Aggregate(usable.Area * most, (sum, s) => sum + s.Size.Area * s.Count))
                return null;
            var sheet = new StockSheet(there.Key, there.Paper.Sheet, 0);
            var uncut = new Remnant(PaperPart.OnHand(scraps.Count, ""), usable, most);
            var all = Remnants(scraps.Select((s, i) => (s, i)));
            if (most > 0)
                all = [.. all, uncut];
            var (cut, left) = CutPlanner.OutOf(sheet, all, demands, kit.LongestCut);
            if (left.Count > 0)
                (cut, left) = CutPlanner.OutOf(sheet, [.. all.OrderByDescending(r => r.Size.Area)], demands, kit.LongestCut);
            if (left.Count > 0)
                return null;
            var used = cut.Where(p => p.From!.Number == scraps.Count).Sum(p => p.Times);
            List<TakenScraps> taken =
            [
                .. cut.Where(p => p.From!.Number < scraps.Count)
                    .GroupBy(p => scraps[p.From!.Number].Size)
                    .Select(g => new TakenScraps(g.Key, g.Sum(p => p.Times))),
            ];
            var rest = scraps.Select((s, i) => s with { Count = s.Count - cut.Where(p => p.From!.Number == i).Sum(p => p.Times) });
            _there[there.Key] = (sheets - used, [.. rest.Where(s => s.Count > 0)]);
            return new(paper, there.Key, there.Paper.Name, used + whole, taken, there.Sheets is not null);
        }

        // Sheets for what is printed in a place of its own; null where the sheets that are there do not have that place.
        private static int? Printed(Kit kit, PaperThere there, IReadOnlyList<CutPiece> pieces)
        {
            var room = there.Paper.Usable;
            return pieces.All(p => p.At!.Any(room.Contains))
                ? PlacedPatterns
                    .Ways(
                        new(there.Key, there.Paper.Sheet),
                        [.. pieces.Select(p => new Demand(p.Label, there.Key, p.Size, 1, p.Turn, p.Face) { At = p.At })],
                        kit.LongestCut
                    )[0]
                    .Sheets
                : null;
        }
    }
}
