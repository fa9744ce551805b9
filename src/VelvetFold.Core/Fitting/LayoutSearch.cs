using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// Local moves on one layout: each opening is kept, turned, split, joined with its neighbour, given up for a card, or bears a pocket;
/// openings are added where there is room; photos are assigned to what then is there at the least loss; what comes to lie on something
/// moves along its own relations, or the page refuses it.
/// </summary>
internal sealed class LayoutSearch
{
    /// <summary>The most openings that are split, joined, added or bear a pocket at once where a layout has more than three; with three
    /// or fewer all may. Any number may be given up.</summary>
    private const int MostChanged = 2;

    private const int FewOpenings = 3;

    /// <summary>Of so many photos every order is tried where the cheapest is refused.</summary>
    private const int FewPhotos = 4;

    /// <summary>How many of the arrangements that the page refuses as they are get their collisions mended.</summary>
    private const int MostMended = 40;

    private readonly Kit _kit;
    private readonly Layout _layout;
    private readonly ResolvedLayout _resolved;
    private readonly IReadOnlyList<GuestPhoto> _photos;
    private readonly List<Place> _places;
    private readonly Repair _repair;
    private readonly List<IReadOnlyList<Option>> _options;
    private PhotoAssignment _giving;

    // Whether the page refused something cheaper than the best that was found, or something had to move for it.
    private bool _refused;
    private int _mended;

    public LayoutSearch(Kit kit, Layout layout, IReadOnlyList<GuestPhoto> photos)
    {
        (_kit, _layout, _photos, _resolved) = (kit, layout, photos, Resolver.Resolve(layout, kit));
        _places =
        [
            .. layout
                .Pieces.Where(p => p.HoldsPhoto && _resolved.Piece(p.Id) is not null)
                .Select(p => new Place(p, _resolved.Piece(p.Id)!.Box)),
        ];
        _repair = new(kit, layout, _resolved);
        _giving = new(kit, _resolved, photos);
        var options = new OpeningOptions(kit, _resolved, _places);
        _options = [.. _places.Select(options.Of), .. options.Added(photos)];
    }

    public ResolvedLayout Resolved => _resolved;

    public IReadOnlyList<Place> Places => _places;

    public Repair Repair => _repair;

    /// <summary>The most photos that the openings can be made to hold.</summary>
    public int Most => _options.Sum(o => o.Max(p => p.Slots.Count));

    private int Changed => _places.Count <= FewOpenings ? _options.Count : MostChanged;

    /// <summary>The best fit with nothing passed over, every order of the photos tried in turn: to check the search by.</summary>
    public Fit? BestByEnumeration()
    {
        Fit? best = null;
        foreach (var chosen in Combined(Changed).Where(c => c.Sum(o => o.Slots.Count) == _photos.Count))
        foreach (var assigned in Orders(chosen))
            if (best is null || 100 - chosen.Sum(o => o.Cost) - assigned.Cost > best.Score)
                if (Made(chosen, assigned) is { } fit && (best is null || fit.Score > best.Score))
                    best = fit;
        return best;
    }

    // The photos in every order in which all of them can be given.
    private IEnumerable<Assigned> Orders(IReadOnlyList<Option> chosen)
    {
        var slots = chosen.SelectMany(o => o.Slots).ToList();
        return Of(_photos.Count)
            .Select(order => order.Select((photo, slot) => _giving.Given(slots[slot])[photo]).ToList())
            .Where(given => !given.Contains(null))
            .Select(given => new Assigned(given.Sum(g => g!.Cost), given!));

        static IEnumerable<int[]> Of(int n) =>
            n == 0
                ?
                [
                    [],
                ]
                : Of(n - 1).SelectMany(order => Enumerable.Range(0, n).Select(at => (int[])[.. order[..at], n - 1, .. order[at..]]));
    }

    // Where the page refuses the cheapest order of few photos, or something has to move for it, a dearer order may be better.
    private Fit? MadeBest(IReadOnlyList<Option> chosen, Assigned assigned)
    {
        var own = chosen.Sum(o => o.Cost);
        var best = Made(chosen, assigned);
        if (_photos.Count > FewPhotos || best?.Score >= 100 - own - assigned.Cost)
            return best;
        foreach (var other in Orders(chosen).OrderBy(a => a.Cost))
            if (best is not null && 100 - own - other.Cost <= best.Score)
                break;
            else if (Made(chosen, other) is { } fit && (best is null || fit.Score > best.Score))
                best = fit;
        return best;
    }

    /// <summary>The best fits, and whether no better one is possible with these moves.</summary>
    public (IReadOnlyList<Fit> Fits, bool IsExact) Run(int count)
    {
        var exact = _places.Count <= FewOpenings;
        // The dearest a fit may still be to be looked at falls as good ones are found.
        var ranked = Combined(Changed)
            .Where(c => c.Sum(o => o.Slots.Count) == _photos.Count)
            .Select(c => (Chosen: c, Own: c.Sum(o => o.Cost)))
            .OrderBy(c => c.Own)
            .ToList();
        // Few are looked at closely first; where the page refuses them, all that the limit allows.
        var (found, complete) = Best(ranked, count, 60);
        if (found.Count < count && !complete)
            (found, complete) = Best(ranked, count, 600);
        // Where the page refuses what is cheapest, the same without turning anything may still do; what then is best is the best found.
        exact &= (complete || found.Count == count) && !_refused;
        if (found.Count < count)
        {
            _giving = new(_kit, _resolved, _photos, turns: false);
            var known = found.Select(f => string.Join('|', f.Changes)).ToHashSet();
            found =
            [
                .. found
                    .Concat(Best(ranked, count, 200).Found.Where(f => known.Add(string.Join('|', f.Changes))))
                    .OrderByDescending(f => f.Score)
                    .Take(count),
            ];
        }
        return (found, exact);
    }

    // The cheapest of the combinations by what they cost with their photos, tried on the page from the cheapest on. As costs only rise, no
    // combination dearer by itself than the dearest that is kept needs to be looked at.
    private (List<Fit> Found, bool Complete) Best(IReadOnlyList<(IReadOnlyList<Option> Chosen, decimal Own)> ranked, int count, int close)
    {
        var kept = new PriorityQueue<(decimal Cost, IReadOnlyList<Option> Chosen, Assigned Assigned), decimal>();
        var complete = true;
        foreach (var (chosen, own) in ranked)
        {
            if (kept.Count >= close && own >= kept.Peek().Cost)
            {
                complete = false;
                break;
            }
            if (_giving.Assign([.. chosen.SelectMany(o => o.Slots)]) is not { } assigned)
                continue;
            kept.Enqueue((own + assigned.Cost, chosen, assigned), -(own + assigned.Cost));
            if (kept.Count <= close)
                continue;
            kept.Dequeue();
            complete = false;
        }
        // Fits of other kinds first; those that do the same elsewhere fill what is left. What has to move makes a fit dearer than it
        // looked: the next ones are tried as long as they could still be better than the dearest found, or than the one of their kind.
        var (found, alike) = (new Dictionary<string, Fit>(), new List<Fit>());
        foreach (var ((cost, chosen, assigned), _) in kept.UnorderedItems.OrderBy(k => k.Element.Cost))
        {
            if (found.Count >= count && 100 - cost <= found.Values.Min(f => f.Score))
                break;
            var kind = Kind(chosen);
            var known = found.GetValueOrDefault(kind);
            if (alike.Count >= count && known is not null && 100 - cost <= known.Score)
                continue;
            if (MadeBest(chosen, assigned) is not { } fit)
            {
                _refused |= found.Count == 0;
                continue;
            }
            _refused |= found.Count == 0 && fit.Score < 100 - cost;
            if (known is not null)
                alike.Add(fit.Score > known.Score ? known : fit);
            if (known is null || fit.Score > known.Score)
                found[kind] = fit;
        }
        var enough = complete || found.Count + alike.Count >= count;
        var kinds = found.Values.OrderByDescending(f => f.Score).Take(count);
        return ([.. kinds.Concat(alike.OrderByDescending(f => f.Score)).Take(count).OrderByDescending(f => f.Score)], enough);
    }

    private static string Kind(IReadOnlyList<Option> chosen) =>
        string.Join(
            ' ',
            chosen
                .Where(o => o.Change is not null)
                .Select(o => $"{o.Change!.Move}{o.Change.Rows}{o.Change.Columns}{o.Slots.Count}")
                .Order(StringComparer.Ordinal)
        );

    private IEnumerable<IReadOnlyList<Option>> Combined(int most)
    {
        return From(0, most, []);

        IEnumerable<IReadOnlyList<Option>> From(int at, int left, IReadOnlyList<Option> chosen)
        {
            if (at == _options.Count)
            {
                yield return chosen;
                yield break;
            }
            // A neighbour that was joined to one before is gone.
            if (chosen.Any(o => o.Also is { } gone && _options[at].Any(p => p.Change?.Piece == gone)))
            {
                foreach (var rest in From(at + 1, left, chosen))
                    yield return rest;
                yield break;
            }
            foreach (var option in _options[at].Where(o => o.Slots.Count == 0 || o.Change is null || left > 0))
            foreach (var rest in From(at + 1, option.Slots.Count == 0 || option.Change is null ? left : left - 1, [.. chosen, option]))
                yield return rest;
        }
    }

    // Carried out on the document; refused where the page then has trouble that it did not have as designed, and moving something does
    // not help.
    private Fit? Made(IReadOnlyList<Option> chosen, Assigned assigned)
    {
        var changes = new List<OpeningChange>();
        foreach (var option in chosen.Where(o => o.Change is not null))
        {
            var own = assigned.Given.Where(g => option.Slots.Contains(g.Slot)).Select(g => g.Photo.Id).ToList();
            changes.Add(option.Change! with { Photos = own.Count > 0 ? own : null });
        }
        foreach (var given in assigned.Given)
            if (given.Turn && given.Resize is null)
                changes.Add(new(_layout.Id, given.Slot.Piece, OpeningMove.Turn, Photos: [given.Photo.Id]));
            else if (given.Resize is { } size)
                changes.Add(new(_layout.Id, given.Slot.Piece, OpeningMove.Resize, Size: size, Photos: [given.Photo.Id]));
        if (Adaptation.Unknown(_kit, changes).Count > 0)
            return null;
        if (_repair.Mended(Adaptation.Apply(_kit, changes), shifts: _mended < MostMended) is not { } mended)
        {
            _mended++;
            return null;
        }
        List<FitReason> reasons =
        [
            .. chosen.Where(o => o.Says is not null).Select(o => new FitReason(o.Cost, o.Says!) { Of = o.Change }),
            .. assigned.Given.SelectMany(g => g.Reasons),
            .. mended.Select(m => m.Reason),
        ];
        return new(
            [.. changes, .. mended.Select(m => m.Shift)],
            100 - reasons.Sum(r => r.Points),
            reasons,
            [.. assigned.Given.Select(g => new PhotoPlace(g.Photo.Id, $"{_layout.Id}-{g.Slot.Piece}", Math.Round(g.Lost, 3)))]
        );
    }

    /// <summary>Which rule stands in the way where there is no fit, and what would free it.</summary>
    public Saying Why()
    {
        var most = _layout.Kind == LayoutKind.Single ? Most * 2 : Most;
        if (_photos.Count > most)
            return Saying.Of(
                "fit.are-more-than-can",
                ("photos", _photos.Count),
                ("layout", _layout.Id),
                ("most", most),
                ("kind", _layout.Kind == LayoutKind.Single ? "single" : "spread")
            );
        if (
            _photos.FirstOrDefault(p =>
                !p.MayLose && _places.TrueForAll(o => !p.Size.FitsIn(o.Piece.Size) && !p.Size.Turned.FitsIn(o.Piece.Size))
            ) is
            { } whole
        )
            return Saying.Of("fit.must-not-be-cropped", ("whole", whole.Id), ("size", _kit.Reading().Format(whole.Size)));
        return Saying.Of(
            "fit.no-way-was-found",
            ("photos", _photos.Count),
            ("layout", _layout.Id),
            ("mostLost", PhotoAssignment.Percent(PhotoAssignment.MostLost))
        );
    }
}
