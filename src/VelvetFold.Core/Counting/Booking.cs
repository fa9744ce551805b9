using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Counting;

/// <summary>Why stock moves.</summary>
[JsonConverter(typeof(TextEnum<BookingKind>))]
public enum BookingKind
{
    /// <summary>What lay there when the ledger began to count it.</summary>
    [JsonStringEnumMemberName("opening")]
    Opening,

    /// <summary>It was counted, and the ledger put right.</summary>
    [JsonStringEnumMemberName("correction")]
    Correction,

    [JsonStringEnumMemberName("purchase")]
    Purchase,

    /// <summary>Kits of a run were cut.</summary>
    [JsonStringEnumMemberName("cut")]
    Cut,

    /// <summary>Single sheets of a run were cut, or are not cut after all.</summary>
    [JsonStringEnumMemberName("sheets-cut")]
    SheetsCut,

    /// <summary>Parts for bags were packed.</summary>
    [JsonStringEnumMemberName("packed")]
    Packed,

    /// <summary>A run was confirmed: what it takes is promised to its kit.</summary>
    [JsonStringEnumMemberName("confirmed")]
    Confirmed,

    /// <summary>A run is not made after all: what was promised is free again.</summary>
    [JsonStringEnumMemberName("released")]
    Released,

    /// <summary>An earlier booking was taken back.</summary>
    [JsonStringEnumMemberName("taken-back")]
    TakenBack,
}

/// <summary>So many sheets were cut as they stand here; negative where they are not cut after all, or are booked with their run.</summary>
public sealed record SheetsCut(KeptSheet Sheet, int Count);

/// <summary>One entry of the ledger: what it moves, what it promises to its kit, and which sheets it marks as cut. Stock changes by
/// bookings and by nothing else.</summary>
/// <param name="Moves">What comes and goes, a pile at most once.</param>
public sealed record Booking(BookingKind Kind, IReadOnlyList<StockMove> Moves)
{
    /// <summary>The smallest offcut that is put back, on its shorter side: 2 in (common practice, no source).</summary>
    public static readonly Length SmallestKept = Length.Inches(2);

    /// <summary>What is promised to the kit from now on, or not any more where negative.</summary>
    public IReadOnlyList<StockMove> Promises { get; init; } = [];

    public IReadOnlyList<SheetsCut> Sheets { get; init; } = [];

    /// <summary>How many kits it is about; none where it is not about kits.</summary>
    public int? Kits { get; init; }

    /// <summary>A run of so many kits is cut: the host's sheets go, remnants that were cut go, offcuts come. What was marked as cut
    /// before is counted once.</summary>
    /// <param name="kit">With its counts.</param>
    /// <param name="plan">How the run is cut.</param>
    public static Booking Cut(Kit kit, CutPlan plan, int kits, KitStock stock)
    {
        var moves = new Tally();
        foreach (var sheet in plan.BySheet)
        {
            if (kit.Paper(sheet.Sheet)?.OnHand is not null)
                moves.Add(Pile.Sheets(sheet.Sheet), -(sheet.SheetsUsed - sheet.Cut));
            foreach (var pattern in sheet.Patterns)
                Cutting(moves, kit, pattern, pattern.Times - pattern.Cut);
        }
        return new(BookingKind.Cut, moves.Moves)
        {
            Promises = Kept(stock, moves),
            Sheets = [.. stock.Cut.Where(c => c.Sheet.Mode == CutMode.Batch).Select(c => c with { Count = -c.Count })],
            Kits = kits,
        };
    }

    /// <summary>So many more sheets of a pattern are cut; fewer where negative, then they are whole again.</summary>
    public static Booking Marked(Kit kit, KeptSheet sheet, CutPattern pattern, int count, KitStock stock)
    {
        var moves = new Tally();
        if (kit.Paper(sheet.Paper)?.OnHand is not null)
            moves.Add(Pile.Sheets(sheet.Paper), -count);
        Cutting(moves, kit, pattern, count);
        return new(BookingKind.SheetsCut, moves.Moves)
        {
            Promises = Kept(stock, moves),
            Sheets = [new(sheet with { Times = 1, Cut = 0, Booked = null }, count)],
        };
    }

    /// <summary>The parts for so many bags are packed.</summary>
    public static Booking Packed(Kit kit, int kits, KitStock stock)
    {
        var moves = new Tally();
        foreach (var count in PartCounts.Of(kit, kits).Where(c => c.OnHand is not null))
            moves.Add(Pile.Parts(count.Sheet), -count.Total);
        return new(BookingKind.Packed, moves.Moves) { Promises = Kept(stock, moves), Kits = kits };
    }

    /// <summary>What was counted, in place of what the ledger says.</summary>
    public static Booking Counted(IEnumerable<(Pile Pile, int Count)> counts, KitStock stock)
    {
        var moves = new Tally();
        foreach (var (pile, count) in counts)
            moves.Add(pile, count - stock.OnHand.GetValueOrDefault(pile));
        return new(BookingKind.Correction, moves.Moves);
    }

    /// <summary>What was bought.</summary>
    public static Booking Bought(IEnumerable<(Pile Pile, int Count)> bought)
    {
        var moves = new Tally();
        foreach (var (pile, count) in bought)
            moves.Add(pile, count);
        return new(BookingKind.Purchase, moves.Moves);
    }

    /// <summary>What a kit's document says is on hand, as the ledger begins with it.</summary>
    public static Booking Opening(Kit kit)
    {
        var moves = new Tally();
        foreach (var paper in kit.Papers)
        {
            moves.Add(Pile.Sheets(paper.Id), paper.OnHand ?? 0);
            foreach (var offcut in paper.Offcuts)
                moves.Add(Pile.Offcuts(paper.Id, offcut.Size, offcut.Face), offcut.Count);
        }
        foreach (var sheet in kit.Parts)
            moves.Add(Pile.Parts(sheet.Id), sheet.OnHand ?? 0);
        return new(BookingKind.Opening, moves.Moves);
    }

    /// <summary>A run is confirmed: what it still takes of limited piles is promised to its kit, in place of what was promised
    /// before.</summary>
    /// <param name="run">How it is cut, spares included.</param>
    public static Booking Confirmed(Kit kit, RunPlan run, int kits, KitStock stock)
    {
        ArgumentNullException.ThrowIfNull(run);
        var plan = run.Host;
        var wanted = new Tally();
        foreach (var paper in kit.Papers.Where(p => p.OnHand is not null))
            wanted.Add(
                Pile.Sheets(paper.Id),
                (plan.For(paper.Id) is { } own ? own.SheetsUsed - own.Cut : 0) + run.Kits * (run.EachGuest?.For(paper.Id)?.SheetsUsed ?? 0)
            );
        foreach (var (pattern, paper) in plan.BySheet.SelectMany(s => s.Patterns.Select(p => (p, kit.Paper(s.Sheet)!))))
            if (OnHand(paper, pattern) is { } pile)
                wanted.Add(pile, pattern.Times);
        foreach (var count in PartCounts.Of(kit, kits, spares: true).Where(c => c.OnHand is not null))
            wanted.Add(Pile.Parts(count.Sheet), count.Total);
        foreach (var (pile, count) in stock.PromisedHere)
            wanted.Add(pile, -count);
        return new(BookingKind.Confirmed, []) { Promises = wanted.Moves, Kits = kits };
    }

    /// <summary>A run is not made after all.</summary>
    public static Booking Released(KitStock stock) =>
        new(BookingKind.Released, [])
        {
            Promises = [.. stock.PromisedHere.Where(p => p.Value != 0).Select(p => new StockMove(p.Key, -p.Value))],
        };

    /// <summary>Whether a booking of a kind may be taken back: what the ledger began with, and what takes back, stand.</summary>
    public static bool MayGoBack(BookingKind kind) => kind is not (BookingKind.Opening or BookingKind.TakenBack);

    /// <summary>The booking that takes this one back: all of it the other way round.</summary>
    /// <param name="kitIsThere">What was promised to a kit that is gone stays released, and nobody marks its sheets any more.</param>
    public Booking Back(bool kitIsThere) =>
        new(BookingKind.TakenBack, Opposite(Moves))
        {
            Promises = kitIsThere ? Opposite(Promises) : [],
            Sheets = kitIsThere ? [.. Sheets.Select(s => s with { Count = -s.Count })] : [],
            Kits = Kits,
        };

    private static StockMove[] Opposite(IReadOnlyList<StockMove> moves) => [.. moves.Select(m => m with { Count = -m.Count })];

    /// <summary>Whether a booking takes away more promises to its kit, or more marks of sheets as cut, than there are: what was booked
    /// since has used them, let them go or counted them with their run.</summary>
    public bool IsOvertaken(KitStock stock)
    {
        ArgumentNullException.ThrowIfNull(stock);
        return Promises.Any(p => p.Count < 0 && stock.PromisedHere.GetValueOrDefault(p.Pile) + p.Count < 0)
            || Sheets.Any(s => s.Count < 0 && stock.CutLike(s.Sheet) + s.Count < 0);
    }

    /// <summary>The first pile of which a booking takes more than there is; null where it takes of none. What is not counted never runs
    /// out.</summary>
    public StockMove? Short(IReadOnlyDictionary<Pile, int> onHand)
    {
        ArgumentNullException.ThrowIfNull(onHand);
        return Moves.FirstOrDefault(m => m.Count < 0 && onHand.GetValueOrDefault(m.Pile) + m.Count < 0);
    }

    private static void Cutting(Tally moves, Kit kit, CutPattern pattern, int times)
    {
        var paper = kit.Paper(pattern.Sheet)!;
        if (OnHand(paper, pattern) is { } used)
            moves.Add(used, -times);
        foreach (var offcut in pattern.Offcuts.Where(o => o.Box.Size.Shorter >= SmallestKept))
            moves.Add(Pile.Offcuts(paper.Id, offcut.Box.Size, offcut.Name.Role == PartRole.TearStrip ? Stock.SheetFace.B : null), times);
    }

    // The pile of the offcut on hand that a pattern is cut from; null where it is cut from something else.
    private static Pile? OnHand(Stock.Paper paper, CutPattern pattern) =>
        pattern.From is { Role: PartRole.OnHand, Number: var number } && paper.Offcuts.ElementAtOrDefault(number - 1) is { } offcut
            ? Pile.Offcuts(paper.Id, offcut.Size, offcut.Face)
            : null;

    // What was promised and is now used is promised no more; what comes back is promised again by nobody.
    private static List<StockMove> Kept(KitStock stock, Tally moves) =>
        [
            .. moves
                .Moves.Where(m => m.Count < 0)
                .Select(m => new StockMove(m.Pile, -Math.Min(-m.Count, stock.PromisedHere.GetValueOrDefault(m.Pile))))
                .Where(m => m.Count < 0),
        ];

    /// <summary>Adds moves up by pile.</summary>
    private sealed class Tally
    {
        private readonly Dictionary<Pile, int> _counts = [];

        public void Add(Pile pile, int count) => _counts[pile] = _counts.GetValueOrDefault(pile) + count;

        public IReadOnlyList<StockMove> Moves => [.. _counts.Where(c => c.Value != 0).Select(c => new StockMove(c.Key, c.Value))];
    }
}
