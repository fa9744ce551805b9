using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>One page with its photos and all else laid.</summary>
/// <param name="Things">What lies on it, without its grounds.</param>
/// <param name="Places">Which photo lies on which opening.</param>
/// <param name="Cost">What it takes off by itself.</param>
internal sealed record PageFit(IReadOnlyList<Lying> Things, IReadOnlyList<(int Photo, string Opening)> Places, double Cost, int Faults);

/// <summary>
/// The best ways to lay given photos on one page of a layout. Two kinds of ways are looked at: the openings stay where they are and take
/// the photos' sizes, more being added where there is room; or the photos are laid anew in rows and columns in the order of the story. Then
/// title, cards and decoration find their places in what is left. The cheapest by what is known beforehand are carried out first, and no
/// other one once the best that are kept cannot be bettered.
/// </summary>
/// <param name="memory">Pages that were searched before; none where pieces are held.</param>
/// <param name="name">What tells the page from others of the kit.</param>
/// <param name="dress">How its photos are matted.</param>
/// <param name="loose">Whether only openings that are not held are laid.</param>
internal sealed partial class PageSearch(
    Evaluator evaluator,
    PageSide side,
    IReadOnlyDictionary<string, Lying> held,
    FitMemory? memory = null,
    string name = "",
    Dress dress = Dress.AsDesigned,
    bool loose = false
)
{
    /// <summary>How many ways of a page are kept.</summary>
    private const int Kept = 5;

    /// <summary>How many of each kind are carried out at most.</summary>
    private const int MostSettled = 30;

    private const int MostDressed = 12;

    private const int MostLocal = 16;

    /// <summary>What other mats have to be able to win, to be looked at.</summary>
    private const double LeastGain = 4;

    private readonly Design _design = evaluator.Design;
    private readonly Settling _settling = new(evaluator.Design, side, held);
    private readonly FreePlaces _places = new(evaluator.Design, side);
    private readonly List<Lying> _openings =
    [
        .. evaluator
            .Design.Openings.Where(o => evaluator.Design.SideOf((held.GetValueOrDefault(o.Id) ?? o).Box) == side)
            .Where(o => !loose || !held.ContainsKey(o.Id))
            .OrderBy(o => o, Reading.Order),
    ];
    private readonly Dictionary<string, IReadOnlyList<PageFit>> _known = [];

    /// <summary>A way to lay the photos, before the rest finds its place; with a bound of what it will take off.</summary>
    internal sealed record Laid(Func<IReadOnlyList<(int Photo, Lying On)>> Photos, double Bound);

    private Box Page => _design.Layout.PageBox(side);

    /// <summary>The best ways for these photos, which are told in that order; the best first.</summary>
    /// <param name="dressed">Whether other mats than those of the design are tried as well.</param>
    public IReadOnlyList<PageFit> Best(IReadOnlyList<int> photos, bool dressed)
    {
        var key = (dressed ? "dressed " : "") + string.Join(',', photos.Select(p => p.ToString(CultureInfo.InvariantCulture)));
        return _known.TryGetValue(key, out var known) ? known
            : memory is null || held.Count > 0 ? _known[key] = Find(photos, dressed)
            : _known[key] = Recalled(memory, photos, dressed);
    }

    // To the tick: as text two lengths may look the same.
    private string Kind(int photo)
    {
        var (kind, size) = (evaluator.Photos[photo].Unnamed, evaluator.Photos[photo].Size);
        return string.Create(CultureInfo.InvariantCulture, $"{kind} {size.Width.Ticks} {size.Height.Ticks}");
    }

    // Which photo it is of its kind, and of the layout, makes no difference to a page.
    private IReadOnlyList<PageFit> Recalled(FitMemory memory, IReadOnlyList<int> photos, bool dressed)
    {
        var at = photos.Index().ToDictionary(p => p.Item, p => p.Index);
        var found = memory.Of(
            $"{name} {side} {dressed}: {string.Join('|', photos.Select(Kind))}",
            () => [.. Find(photos, dressed).Select(f => f with { Places = [.. f.Places.Select(p => (at[p.Photo], p.Opening))] })]
        );
        return [.. found.Select(f => f with { Places = [.. f.Places.Select(p => (photos[p.Photo], p.Opening))] })];
    }

    /// <summary>The least that these photos take off on the page, whatever would have to move for them.</summary>
    public double AtLeast(IReadOnlyList<int> photos)
    {
        // A spare mat and a card are welcome, more of them look like gaps.
        var gaps = _openings.Count(o => !o.Piece.IsPlaceholder) - photos.Count - 2;
        return AtLeast([.. photos.Select(p => evaluator.Photos[p])], _openings) + (Math.Max(0, gaps) * (MorePatches - PatchInPlace));
    }

    private List<PageFit> Find(IReadOnlyList<int> photos, bool dressed)
    {
        if (dressed)
            return Dressed([.. Best(photos, dressed: false)], photos);
        // What stays where it is first; then what is laid anew and could still be better.
        var best = new List<PageFit>();
        Settle(best, Local(photos));
        if (held.Count == 0)
            Settle(best, Anew(photos, best.Count == Kept ? best[^1].Cost : double.MaxValue));
        else if (best.Count > 0)
            Settle(best, [.. Anew(photos, best[0].Places)]);
        return best;
    }

    // Smaller mats, or none, where too little room takes off more than they would.
    private List<PageFit> Dressed(List<PageFit> best, IReadOnlyList<int> photos)
    {
        foreach (var other in new[] { Dress.Slim, Dress.Bare })
        {
            var takes = other.Cost() * photos.Count;
            if (held.Count == 0 && (best.Count == 0 || Tightness(best[0]) > takes + LeastGain))
                Settle(best, Otherwise(other).Ways(photos, best.Count == Kept ? best[^1].Cost : double.MaxValue, takes), MostDressed);
        }
        return best;
    }

    // What it takes off that there is little room: photos smaller than brought, title and cards not where they were, gaps that differ.
    private double Tightness(PageFit page)
    {
        var on = page.Things.ToDictionary(t => t.Id);
        var even = Evenness.Of([.. page.Places.Select(p => on[p.Opening])], _design);
        return page.Faults * Broken
            + page.Places.Sum(p => SizeCost(evaluator.Photos[p.Photo], on[p.Opening].Piece.Size, null) - Add)
            + _settling.Obstacles.Sum(o =>
                !on.TryGetValue(o.Id, out var now) ? CardLost
                : now.Box.Size != o.Box.Size ? CardResized
                : now.Box != o.Box ? TitleMoved + TitleInch
                : 0
            )
            + UnevenGaps * even.Uneven
            + NearMiss * even.Missed;
    }

    private List<Laid> Ways(IReadOnlyList<int> photos, double limit, double takes) =>
        [.. Local(photos).Concat(Anew(photos, limit - takes)).Select(l => l with { Bound = l.Bound + takes })];

    private PageSearch Otherwise(Dress other) => new(evaluator, side, held, dress: other);

    // The cheapest by their bounds first, until none can better what is kept.
    private void Settle(List<PageFit> best, List<Laid> ways, int most = MostSettled)
    {
        foreach (var laid in ways.OrderBy(l => l.Bound).Take(most))
            if (best.Count == Kept && laid.Bound >= best[^1].Cost)
                break;
            else
                Keep(best, InOrder(laid.Photos()));
    }

    private void Keep(List<PageFit> best, IReadOnlyList<(int Photo, Lying On)> given)
    {
        if (_settling.Of(given) is not { } things)
            return;
        var tally = new Tally(false);
        evaluator.Page(things, given, side, tally);
        if (best.Count == Kept && tally.Points >= best[^1].Cost)
            return;
        var at = best.FindIndex(b => b.Cost > tally.Points);
        best.Insert(at < 0 ? best.Count : at, new(things, [.. given.Select(p => (p.Photo, p.On.Id))], tally.Points, tally.Faults));
        if (best.Count > Kept)
            best.RemoveAt(Kept);
    }

    // Photos that are alike in everything are told in their order, wherever their openings came to lie.
    private List<(int Photo, Lying On)> InOrder(IReadOnlyList<(int Photo, Lying On)> laid)
    {
        var ordered = new List<(int Photo, Lying On)>(laid.Count);
        foreach (var alike in laid.GroupBy(l => evaluator.Photos[l.Photo].Unnamed))
            ordered.AddRange(
                alike.Select(l => l.Photo).Order().Zip(alike.Select(l => l.On).OrderBy(o => o, Reading.Order), (photo, on) => (photo, on))
            );
        return ordered;
    }
}

/// <summary>In rows from the top, each from the left.</summary>
internal sealed class Reading : IComparer<Lying>
{
    public static Reading Order { get; } = new();

    public int Compare(Lying? x, Lying? y) =>
        ReferenceEquals(x, y) ? 0
        : Evaluator.ReadsBefore(x!, y!) ? -1
        : Evaluator.ReadsBefore(y!, x!) ? 1
        : 0;
}
