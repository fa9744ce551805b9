using System.Globalization;
using System.Text.Json.Serialization;
using Google.OrTools.Sat;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Days;

/// <summary>What a spare is.</summary>
[JsonConverter(typeof(TextEnum<SpareKind>))]
public enum SpareKind
{
    [JsonStringEnumMemberName("paper")]
    Paper,

    /// <summary>A sheet or pack of ready-made parts, ready-made mats among them.</summary>
    [JsonStringEnumMemberName("parts")]
    Parts,

    /// <summary>Photo paper of a size: a photo is printed anew on it.</summary>
    [JsonStringEnumMemberName("print")]
    Print,
}

/// <summary>So many spare sheets of a paper, packs of parts, or sheets of photo paper.</summary>
/// <param name="Id">The paper's or the sheet's; of prints the size.</param>
/// <param name="Cost">What they cost, in the kit's money; none where no price is known.</param>
public sealed record Spares(string Id, string Name, SpareKind Kind, int Sheets, decimal? Cost);

/// <summary>A ready-made part of a kit of the day.</summary>
internal readonly record struct DayPart(int Kit, string Sheet, string Part);

/// <summary>What a day can need in place of what went wrong: sheets of papers, sheets and packs of parts, prints.</summary>
internal sealed class SpareItems
{
    private readonly IReadOnlyList<Item> _items;
    private readonly IReadOnlyList<IReadOnlyList<DayPart>> _parts;

    private sealed record Item(int Kit, Spares One, Paper? Paper, PartSheet? Sheet, Size? Print);

    public SpareItems(DayAsked asked)
    {
        _items =
        [
            .. asked.Kits.SelectMany(
                (k, i) =>
                    k
                        .Kit.Papers.Select(p => new Item(i, new(p.Id, p.Name, SpareKind.Paper, 1, Price(p.Pack)), p, null, null))
                        .Concat(k.Kit.Parts.Select(s => new Item(i, new(s.Id, s.Name, SpareKind.Parts, 1, Price(s.Pack)), null, s, null)))
            ),
            .. asked
                .Kits.SelectMany(k => k.Prints.Select(p => (p.Size, k.Kit)))
                .DistinctBy(p => p.Size)
                .OrderByDescending(p => p.Size.Area)
                .Select(p => (p.Size, Text: p.Kit.Reading().Format(p.Size)))
                .Select(p => new Item(0, new(p.Text, p.Text, SpareKind.Print, 1, null), null, null, p.Size)),
        ];
        _parts =
        [
            .. asked.Guests.Select(g =>
                asked
                    .Kits[g.Kit]
                    .Kit.Parts.SelectMany(s =>
                        asked
                            .Kits[g.Kit]
                            .Kit.TakenOf(s)
                            .Where(t => g.Layouts is not { } own || own.Any(l => t.Label.StartsWith(l + "-", StringComparison.Ordinal)))
                            .SelectMany(t => t.Use.Takes(s))
                            .Select(part => new DayPart(g.Kit, s.Id, part))
                    )
                    .ToList()
            ),
        ];
    }

    public int Count => _items.Count;

    /// <summary>The ready-made parts a guest takes, each as often as they take it.</summary>
    public IReadOnlyList<DayPart> PartsOf(int guest) => _parts[guest];

    /// <summary>The place of a paper among the items.</summary>
    internal int Of(int kit, string paper) => _items.ToList().FindIndex(i => i.Kit == kit && i.Paper?.Id == paper);

    /// <summary>How many of each are needed: pieces are cut again from whole sheets, largest first, in rows across the sheet.</summary>
    public int[] Needed(
        IReadOnlyList<(int Kit, CutPiece Piece)> pieces,
        IReadOnlyDictionary<DayPart, int> parts,
        IReadOnlyList<DayPrint> prints
    )
    {
        var needed = new int[Count];
        for (var i = 0; i < Count; i++)
            needed[i] = _items[i] switch
            {
                { Paper: { } paper } item when pieces.Count > 0 => Sheets(
                    paper.Size,
                    [.. pieces.Where(p => p.Kit == item.Kit && p.Piece.Paper == paper.Id).Select(p => p.Piece.Size)]
                ),
                { Sheet: { } sheet } item when parts.Count > 0 => sheet
                    .Parts.Select(p => (Of: p.Count, Wanted: parts.GetValueOrDefault(new(item.Kit, sheet.Id, p.Id))))
                    .Select(p => (p.Wanted + p.Of - 1) / Math.Max(1, p.Of))
                    .DefaultIfEmpty(0)
                    .Max(),
                { Print: { } size } => prints.Count(p => p.Size == size),
                _ => 0,
            };
        return needed;
    }

    /// <summary>How many sheets suffice for pieces cut in rows, first fit by height (Coffman, Garey, Johnson and Tarjan, "Performance
    /// bounds for level-oriented two-dimensional packing algorithms", 1980).</summary>
    internal static int Sheets(Size sheet, IReadOnlyList<Size> pieces)
    {
        var rows = new List<(int Sheet, Length Height, Length Left)>();
        var left = new List<Length>();
        foreach (var piece in pieces.OrderByDescending(p => p.Height).ThenByDescending(p => p.Width))
        {
            var row = rows.FindIndex(r => r.Height >= piece.Height && r.Left >= piece.Width);
            if (row >= 0)
            {
                rows[row] = rows[row] with { Left = rows[row].Left - piece.Width };
                continue;
            }
            var at = left.FindIndex(l => l >= piece.Height);
            if (at < 0)
            {
                at = left.Count;
                left.Add(sheet.Height);
            }
            left[at] -= piece.Height;
            rows.Add((at, piece.Height, sheet.Width - piece.Width));
        }
        return left.Count;
    }

    /// <summary>The least-cost spares with which nobody lacks anything on that share of the days played.</summary>
    /// <returns>How many sheets of each, and whether it is proved that nothing costs less.</returns>
    public (int[] Spares, bool Proved) Choose(IReadOnlyList<DayPlayed> days, double share, CancellationToken cancel)
    {
        var kinds = days.GroupBy(d => string.Join(',', d.Needed)).Select(g => (Needed: g.First().Needed, Days: g.Count())).ToList();
        var most = Enumerable.Range(0, Count).Select(i => kinds.Max(k => k.Needed[i])).ToArray();
        var model = new CpModel();
        var spares = most.Select(m => model.NewIntVar(0, m, "")).ToArray();
        var covered = new List<LinearExpr>();
        foreach (var (needed, times) in kinds)
        {
            var suffices = model.NewBoolVar("");
            for (var i = 0; i < Count; i++)
                if (needed[i] > 0)
                    model.Add(spares[i] >= needed[i] * suffices);
            covered.Add(times * suffices);
            model.AddHint(suffices, 1);
        }
        model.Add(LinearExpr.Sum(covered) >= (long)Math.Ceiling(share * days.Count));
        model.Minimize(LinearExpr.WeightedSum(spares, Enumerable.Range(0, Count).Select(i => Weight(i))));
        using var solver = new CpSolver
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"num_workers:1,random_seed:1,max_deterministic_time:1,max_time_in_seconds:10"
            ),
        };
        using var stop = cancel.Register(solver.StopSearch);
        var status = solver.Solve(model);
        cancel.ThrowIfCancellationRequested();
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? ([.. spares.Select(s => (int)solver.Value(s))], status == CpSolverStatus.Optimal)
            : (most, false);
    }

    /// <summary>Whether spares suffice for a day.</summary>
    public static bool Suffice(int[] spares, DayPlayed day) => !spares.Where((s, i) => s < day.Needed[i]).Any();

    /// <summary>The spares by name, those of which none is needed left out.</summary>
    public IReadOnlyList<Spares> Named(int[] spares) =>
        [.. spares.Select((count, i) => _items[i].One with { Sheets = count, Cost = _items[i].One.Cost * count }).Where(s => s.Sheets > 0)];

    // A sheet without a price counts as much as the dearest with one, or as one; photo paper as little as can be.
    private long Weight(int item) =>
        _items[item].Print is not null ? 1 : (long)Math.Ceiling(100 * (_items[item].One.Cost ?? _items.Max(i => i.One.Cost) ?? 1m));

    private static decimal? Price(Pack? pack) => pack is { Price: { } price, Of: > 0 and var of } ? price.Amount / of : null;
}
