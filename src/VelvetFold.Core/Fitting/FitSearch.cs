using System.Globalization;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Why a fit is worth less than the layout as designed: how much, and in words.</summary>
public sealed record FitReason(decimal Points, string Says);

/// <summary>One way to make a guest's photos work on a layout.</summary>
/// <param name="Changes">What is done, in order.</param>
/// <param name="Score">100 for the layout as designed with all of every photo; each reason takes its points off.</param>
/// <param name="Places">Which photo lies where: the label of its opening once the changes are made.</param>
public sealed record Fit(IReadOnlyList<OpeningChange> Changes, decimal Score, IReadOnlyList<FitReason> Reasons, IReadOnlyList<PhotoPlace> Places);

/// <summary>A photo in its opening.</summary>
/// <param name="Lost">The share of it that is cropped away, 0 to 1.</param>
public sealed record PhotoPlace(string Photo, string Opening, decimal Lost);

/// <summary>The best fits that were found.</summary>
/// <param name="IsExact">Whether every combination of the moves was weighed and the page refused none that is cheaper, so that no better one is possible with them.</param>
/// <param name="Why">Where there is none: which rule stands in the way, and what would free it.</param>
public sealed record FitAnswer(IReadOnlyList<Fit> Fits, bool IsExact, string? Why);

/// <summary>
/// Searches the best ways to put a guest's photos on a layout: each opening is kept, turned, split, joined with its neighbour, given up for a card, or bears a pocket; photos are assigned to
/// what then is there at the least loss (exactly, over all sets of photos); what runs into something is refused by the page's own checks.
/// </summary>
public sealed class FitSearch
{
    /// <summary>The most photos one layout is fitted for.</summary>
    public const int MostPhotos = 12;

    /// <summary>The most openings that are split, joined or bear a pocket at once where a layout has more than three; with three or fewer all may. Any number may be given up.</summary>
    private const int MostChanged = 2;

    private const int FewOpenings = 3;

    /// <summary>The most a crop may take of a photo.</summary>
    private const decimal MostLost = 0.4m;

    private readonly Kit _kit;
    private readonly Layout _layout;
    private readonly ResolvedLayout _resolved;
    private readonly IReadOnlyList<GuestPhoto> _photos;
    private readonly List<Place> _places;
    private readonly HashSet<string> _known;
    private bool _turns = true;

    // Whether the page refused something cheaper than the best that was found.
    private bool _refused;

    private FitSearch(Kit kit, Layout layout, IReadOnlyList<GuestPhoto> photos)
    {
        (_kit, _layout, _photos, _resolved) = (kit, layout, photos, Resolver.Resolve(layout, kit));
        _places = [.. layout.Pieces.Where(p => p.HoldsPhoto && _resolved.Piece(p.Id) is not null).Select(p => new Place(p, _resolved.Piece(p.Id)!.Box))];
        _known = [.. Trouble(_kit, _resolved)];
    }

    private sealed record Place(Piece Piece, Box Box);

    // What becomes of an opening: the slots it then offers, and what that costs by itself.
    private sealed record Option(OpeningChange? Change, IReadOnlyList<Slot> Slots, decimal Cost, string? Says, string? Also = null);

    private sealed record Slot(string Piece, Size Size, bool Focal, Box Box, bool Fixed = false, bool IsPocket = false);

    /// <summary>Finds fits for a layout, the best first.</summary>
    /// <param name="count">How many are wanted.</param>
    /// <exception cref="ArgumentException">There are more photos than can be fitted, or the layout is not in the kit.</exception>
    public static FitAnswer Find(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos, int count = 3)
    {
        ArgumentNullException.ThrowIfNull(kit);
        if (photos.Count > MostPhotos) throw new ArgumentException($"{photos.Count} photos are more than the {MostPhotos} that can be fitted on one layout.", nameof(photos));
        var layout = kit.Layout(layoutId) ?? throw new ArgumentException($"There is no layout {layoutId}.", nameof(layoutId));
        return new FitSearch(kit, layout, photos).Run(count);
    }

    /// <summary>The best fit with nothing passed over, every order of the photos tried in turn: to check the search by.</summary>
    internal static Fit? BestByEnumeration(Kit kit, string layoutId, IReadOnlyList<GuestPhoto> photos)
    {
        var search = new FitSearch(kit, kit.Layout(layoutId)!, photos);
        Fit? best = null;
        foreach (var chosen in Combined([.. search._places.Select(search.OptionsOf)], search._places.Count).Where(c => c.Sum(o => o.Slots.Count) == photos.Count))
        {
            var slots = chosen.SelectMany(o => o.Slots).ToList();
            foreach (var order in Orders(photos.Count))
            {
                var given = order.Select((photo, slot) => search.Given(slots[slot])[photo]).ToList();
                if (given.Contains(null)) continue;
                if (search.Made(chosen, new(given.Sum(g => g!.Cost), given!)) is { } fit && (best is null || fit.Score > best.Score)) best = fit;
            }
        }
        return best;

        static IEnumerable<int[]> Orders(int n) => n == 0 ? [[]] : Orders(n - 1).SelectMany(order => Enumerable.Range(0, n).Select(at => (int[])[.. order[..at], n - 1, .. order[at..]]));
    }

    private FitAnswer Run(int count)
    {
        if (_places.Count == 0) return new([], true, $"{_layout.Id} has no opening for a photo.");
        var options = _places.Select(OptionsOf).ToList();
        var exact = _places.Count <= FewOpenings;
        // The dearest a fit may still be to be looked at falls as good ones are found.
        var ranked = Combined(options, exact ? _places.Count : MostChanged)
            .Where(c => c.Sum(o => o.Slots.Count) == _photos.Count)
            .Select(c => (Chosen: c, Own: c.Sum(o => o.Cost)))
            .OrderBy(c => c.Own).ToList();
        // Few are looked at closely first; where the page refuses them, all that the limit allows.
        var (found, complete) = Best(ranked, count, 60);
        if (found.Count < count && !complete) (found, complete) = Best(ranked, count, 600);
        // Where the page refuses what is cheapest, the same without turning anything may still do; what then is best is the best found.
        exact &= (complete || found.Count == count) && !_refused;
        if (found.Count < count)
        {
            _turns = false;
            _given.Clear();
            var known = found.Select(f => string.Join('|', f.Changes)).ToHashSet();
            found = [.. found.Concat(Best(ranked, count, 200).Found.Where(f => known.Add(string.Join('|', f.Changes)))).OrderByDescending(f => f.Score).Take(count)];
        }
        return new(found, exact, found.Count > 0 ? null : Why(options));
    }

    // The cheapest of the combinations by what they cost with their photos, tried on the page from the cheapest on. As costs only rise, no combination dearer by itself than the
    // dearest that is kept needs to be looked at.
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
            if (Assign([.. chosen.SelectMany(o => o.Slots)]) is not { } assigned) continue;
            kept.Enqueue((own + assigned.Cost, chosen, assigned), -(own + assigned.Cost));
            if (kept.Count <= close) continue;
            kept.Dequeue();
            complete = false;
        }
        // Fits of other kinds first; those that do the same elsewhere fill what is left.
        var (found, alike, kinds) = (new List<Fit>(), new List<Fit>(), new HashSet<string>());
        foreach (var ((_, chosen, assigned), _) in kept.UnorderedItems.OrderBy(k => k.Element.Cost))
        {
            if (found.Count == count) break;
            if (alike.Count >= count && kinds.Contains(Kind(chosen))) continue;
            if (Made(chosen, assigned) is not { } fit)
            {
                _refused |= found.Count == 0;
                continue;
            }
            if (kinds.Add(Kind(chosen))) found.Add(fit);
            else alike.Add(fit);
        }
        var enough = complete || found.Count + alike.Count >= count;
        return ([.. found.Concat(alike).Take(count).OrderByDescending(f => f.Score)], enough);
    }

    private static string Kind(IReadOnlyList<Option> chosen) => string.Join(' ', chosen.Where(o => o.Change is not null).Select(o => $"{o.Change!.Move}{o.Change.Rows}{o.Change.Columns}{o.Slots.Count}").Order(StringComparer.Ordinal));

    private string Named(GuestPhoto photo) => $"{photo.Id} ({_kit.Reading().Format(photo.Size)})";

    private static IEnumerable<IReadOnlyList<Option>> Combined(List<IReadOnlyList<Option>> options, int most)
    {
        return From(0, most, []);

        IEnumerable<IReadOnlyList<Option>> From(int at, int left, IReadOnlyList<Option> chosen)
        {
            if (at == options.Count)
            {
                yield return chosen;
                yield break;
            }
            // A neighbour that was joined to one before is gone.
            if (chosen.Any(o => o.Also is { } gone && options[at].Any(p => p.Change?.Piece == gone)))
            {
                foreach (var rest in From(at + 1, left, chosen)) yield return rest;
                yield break;
            }
            foreach (var option in options[at].Where(o => o.Slots.Count == 0 || o.Change is null || left > 0))
                foreach (var rest in From(at + 1, option.Slots.Count == 0 || option.Change is null ? left : left - 1, [.. chosen, option])) yield return rest;
        }
    }

    private IReadOnlyList<Option> OptionsOf(Place place)
    {
        var (piece, box) = (place.Piece, place.Box);
        var label = _layout.Label(piece);
        var gutter = _kit.Unit == LengthUnit.Inch ? Length.Inches(0, 1, 8) : Length.Millimetres(3);
        OpeningChange Change(OpeningMove move) => new(_layout.Id, piece.Id, move);
        List<Option> options = [new(null, [new(piece.Id, piece.Size, piece.Opening!.Focal, box)], 0, null)];
        if (piece.Opening.Mats.Count > 0) options.Add(new(Change(OpeningMove.Card), [], 9, $"{label} becomes a card to write on."));
        else options.Add(new(Change(OpeningMove.LeaveEmpty), [], 14, $"{label} stays empty."));
        foreach (var (rows, columns) in new[] { (1, 2), (2, 1), (1, 3), (3, 1), (2, 2) })
        {
            var change = new OpeningChange(_layout.Id, piece.Id, OpeningMove.Split, rows, columns, gutter);
            if (Made(change) is not [var first, ..] cells) continue;
            var (n, cell) = (rows * columns, first.Size);
            options.Add(new(change, [.. cells.Select(c => new Slot(c.Id, cell, c.Opening!.Focal, box, Fixed: true))], 4 + 2 * n, $"{label} is split into {n.ToString(CultureInfo.InvariantCulture)} of {_kit.Reading().Format(cell)}."));
        }
        foreach (var other in _places.Where(o => o.Piece.Id != piece.Id))
        {
            var change = new OpeningChange(_layout.Id, piece.Id, OpeningMove.Join, With: other.Piece.Id);
            if (Adaptation.Unknown(_kit, [change]).Count > 0) continue;
            var joined = Adaptation.Apply(_kit, [change]).Layout(_layout.Id)!.Piece(piece.Id)!;
            options.Add(new(change, [new(piece.Id, joined.Size, piece.Opening.Focal || other.Piece.Opening!.Focal, box, Fixed: true)], 6, $"{label} and {_layout.Label(other.Piece)} become one.", other.Piece.Id));
        }
        // A pocket holds up to four more; they lie in it whole, so that it is a place for photos no larger than itself.
        var pocket = Made(Change(OpeningMove.Pocket))[0].Id;
        for (var more = 1; more <= 4; more++)
            options.Add(new(Change(OpeningMove.Pocket), [new(piece.Id, piece.Size, piece.Opening.Focal, box), .. Enumerable.Repeat(new Slot(pocket, piece.Size, false, box, Fixed: true, IsPocket: true), more)], 10 + 3 * more, $"A hinged pocket on {label} holds {more.ToString(CultureInfo.InvariantCulture)} more."));
        return options;
    }

    // The pieces that a change brings into being.
    private IReadOnlyList<Piece> Made(OpeningChange change) => Adaptation.Unknown(_kit, [change]).Count > 0
        ? []
        : [.. Adaptation.Apply(_kit, [change]).Layout(_layout.Id)!.Pieces.Where(p => _layout.Piece(p.Id) is null)];

    private sealed record Assigned(decimal Cost, IReadOnlyList<Giving> Given);

    // A photo in a slot: turned with its opening, at the opening's size or its own, and what that costs.
    private sealed record Giving(GuestPhoto Photo, Slot Slot, bool Turn, Size? Resize, decimal Lost, decimal Cost, IReadOnlyList<FitReason> Reasons);

    // Every photo is used once: the cheapest assignment over all sets of photos (Held and Karp's way of counting, 1962).
    private Assigned? Assign(IReadOnlyList<Slot> slots)
    {
        var n = _photos.Count;
        if (n == 0) return new(0, []);
        var given = slots.Select(Given).ToArray();
        var best = new double[1 << n];
        var last = new int[1 << n];
        Array.Fill(best, double.MaxValue);
        best[0] = 0;
        for (var set = 0; set < 1 << n; set++)
        {
            if (best[set] == double.MaxValue) continue;
            var slot = System.Numerics.BitOperations.PopCount((uint)set);
            if (slot == n) break;
            for (var p = 0; p < n; p++)
            {
                if ((set & (1 << p)) != 0 || given[slot][p] is not { } here) continue;
                var next = set | (1 << p);
                if (best[set] + (double)here.Cost >= best[next]) continue;
                (best[next], last[next]) = (best[set] + (double)here.Cost, p);
            }
        }
        if (best[^1] == double.MaxValue) return null;
        var chosen = new Giving[n];
        for (var (set, slot) = ((1 << n) - 1, n - 1); slot >= 0; slot--)
        {
            chosen[slot] = given[slot][last[set]]!;
            set &= ~(1 << last[set]);
        }
        return new(chosen.Sum(c => c.Cost), chosen);
    }

    private readonly Dictionary<Slot, Giving?[]> _given = new(ReferenceEqualityComparer.Instance);

    private Giving?[] Given(Slot slot) => _given.TryGetValue(slot, out var known) ? known : _given[slot] = [.. _photos.Select(p => Give(p, slot))];

    private Giving? Give(GuestPhoto photo, Slot slot)
    {
        if (slot.IsPocket) return photo.Size.FitsIn(slot.Size) || photo.Size.Turned.FitsIn(slot.Size) ? new(photo, slot, false, null, 0, photo.Focal ? 20 : 0, photo.Focal ? [new(20, $"{Named(photo)} would be hidden in a pocket.")] : []) : null;
        Giving? best = null;
        foreach (var turn in slot.Fixed || !_turns ? [false] : new[] { false, true })
        {
            var size = turn ? slot.Size.Turned : slot.Size;
            if (turn && size == slot.Size) continue;
            if (photo.Size == size) Offer(turn, null, 0);
            else if (photo.MayLose && photo.Size.Width >= size.Width && photo.Size.Height >= size.Height && Lost(photo.Size, size) is var lost && lost <= MostLost) Offer(turn, null, lost);
            else if (photo.MayLose && Printed(photo.Size, size) is { } cropped && cropped <= MostLost) Offer(turn, null, cropped);
            // At its own size, where that is no larger than the opening: the mat shrinks with it.
            if (!slot.Fixed && photo.Size.FitsIn(size) && photo.Size != size) Offer(turn, photo.Size, 0);
            // Whole, printed as large as the opening holds it.
            else if (!slot.Fixed && !photo.OneOfAKind && Shrunk(photo.Size, size) is { } whole && whole != size) Offer(turn, whole, 0);
        }
        return best;

        void Offer(bool turn, Size? resize, decimal lost)
        {
            var reasons = new List<FitReason>();
            var label = $"{_layout.Id}-{slot.Piece}";
            if (turn) reasons.Add(new(3, $"{label} is turned."));
            if (resize is { } own)
            {
                var smaller = 1 - (decimal)((double)own.Area / (double)slot.Size.Area);
                reasons.Add(new(Math.Round(4 + 18 * smaller, 1), $"{label} is made {_kit.Reading().Format(own)} for {photo.Id}."));
            }
            if (lost > 0) reasons.Add(new(Math.Round(1 + 45 * lost, 1), $"{Named(photo)} loses {Percent(lost)} to the shape of {label}."));
            var at = resize ?? (turn ? slot.Size.Turned : slot.Size);
            if (at != photo.Size) reasons.Add(new(Math.Round(12 * (1 - (decimal)((double)at.Area / (double)photo.Size.Area)), 1), $"{photo.Id} is printed at {_kit.Reading().Format(at)}."));
            if (photo.Focal && !slot.Focal && _places.Any(p => p.Piece.Opening!.Focal)) reasons.Add(new(8, $"{Named(photo)}, the focal photo, is not in the focal opening."));
            if (FacesOut(photo, slot)) reasons.Add(new(1.5m, $"The people in {Named(photo)} look off the page."));
            var cost = reasons.Sum(r => r.Points);
            if (best is null || cost < best.Cost) best = new(photo, slot, turn, resize, lost, cost, reasons);
        }
    }

    // The whole photo within an opening, to the ruler's step; null where that would leave less than an inch and a half.
    private Size? Shrunk(Size photo, Size size)
    {
        if (photo.FitsIn(size)) return null;
        var byWidth = (Int128)size.Width.Ticks * photo.Height.Ticks <= (Int128)size.Height.Ticks * photo.Width.Ticks;
        var (width, height) = byWidth
            ? (size.Width.Ticks, (long)((Int128)size.Width.Ticks * photo.Height.Ticks / photo.Width.Ticks))
            : ((long)((Int128)size.Height.Ticks * photo.Width.Ticks / photo.Height.Ticks), size.Height.Ticks);
        var step = _kit.Ruler.Ticks;
        var shrunk = new Size(new(width / step * step), new(height / step * step));
        return shrunk.Shorter * 2 >= Length.Inches(3) ? shrunk : null;
    }

    // Cropped to the opening's shape from what it is printed at, no larger than it is.
    private static decimal Lost(Size photo, Size size) => 1 - (decimal)((double)size.Area / (double)photo.Area);

    /// <summary>
    /// The share that is lost where a photo is printed as small as it still covers an opening: the difference of the shapes. Null where it would have to be printed larger than it is brought.
    /// </summary>
    private static decimal? Printed(Size photo, Size size)
    {
        if (size.Longer > photo.Longer || size.Shorter > photo.Shorter) return null;
        var (p, s) = ((double)photo.Width.Ticks / photo.Height.Ticks, (double)size.Width.Ticks / size.Height.Ticks);
        return (decimal)(1 - Math.Min(p, s) / Math.Max(p, s));
    }

    private bool FacesOut(GuestPhoto photo, Slot slot)
    {
        if (photo.Facing == Facing.Straight) return false;
        var middle = slot.Box.X + slot.Box.Width.Half;
        var isLeft = middle * 2 < _layout.Size.Width;
        return photo.Facing == Facing.Left == isLeft;
    }

    private static string Percent(decimal share) => $"{Math.Round(share * 100).ToString(CultureInfo.InvariantCulture)} %";

    // Carried out on the document; refused where the page then has trouble that it did not have as designed.
    private Fit? Made(IReadOnlyList<Option> chosen, Assigned assigned)
    {
        var changes = new List<OpeningChange>();
        foreach (var option in chosen.Where(o => o.Change is not null))
        {
            var own = assigned.Given.Where(g => option.Slots.Contains(g.Slot)).Select(g => g.Photo.Id).ToList();
            changes.Add(option.Change! with { Photos = own.Count > 0 ? own : null });
        }
        foreach (var given in assigned.Given)
            if (given.Turn && given.Resize is null) changes.Add(new(_layout.Id, given.Slot.Piece, OpeningMove.Turn, Photos: [given.Photo.Id]));
            else if (given.Resize is { } size) changes.Add(new(_layout.Id, given.Slot.Piece, OpeningMove.Resize, Size: size, Photos: [given.Photo.Id]));
        if (Adaptation.Unknown(_kit, changes).Count > 0) return null;
        var adapted = Adaptation.Apply(_kit, changes);
        var after = Resolver.Resolve(adapted.Layout(_layout.Id)!, adapted);
        if (Trouble(adapted, after).Any(t => !_known.Contains(t)) || Runs(after)) return null;
        List<FitReason> reasons = [.. chosen.Where(o => o.Says is not null).Select(o => new FitReason(o.Cost, o.Says!)), .. assigned.Given.SelectMany(g => g.Reasons)];
        return new(changes, 100 - reasons.Sum(r => r.Points), reasons,
            [.. assigned.Given.Select(g => new PhotoPlace(g.Photo.Id, $"{_layout.Id}-{g.Slot.Piece}", Math.Round(g.Lost, 3)))]);
    }

    // Whether something now lies on what it lay beside as designed: a piece that leans on a photo and does not give way when it grows is no overlap that the page's checks call
    // unasked, and covers it all the same.
    private bool Runs(ResolvedLayout after)
    {
        for (var i = 0; i < after.Pieces.Count; i++)
            for (var j = i + 1; j < after.Pieces.Count; j++)
            {
                var (under, over) = (after.Pieces[i], after.Pieces[j]);
                if (!under.Box.Overlaps(over.Box) || (over.Piece.Kind == PieceKind.DieCut && _layout.Piece(over.Id) is null)) continue;
                if (!Before(under).Any(u => Before(over).Any(o => u.Overlaps(o)))) return true;
            }
        return false;
    }

    // Where a piece lay as designed; of one that is new, the openings it takes the place of.
    private IEnumerable<Box> Before(PlacedPiece placed) => _resolved.Piece(placed.Id) is { } own ? [own.Box] : _places.Select(p => p.Box).Where(b => b.Overlaps(placed.Box));

    // What must not be: faults, and overlaps that nobody asked for. Told apart by kind and pieces, so that what the design has already is let stand.
    private static IEnumerable<string> Trouble(Kit kit, ResolvedLayout resolved) =>
        PageCheck.Of(kit, resolved).Where(f => f.Gravity == Gravity.Fault || f.Code is "unasked-overlap" or "wholly-hidden").Select(f => $"{f.Code}:{string.Join(',', f.Pieces)}");

    private string Why(List<IReadOnlyList<Option>> options)
    {
        var most = options.Sum(o => o.Max(p => p.Slots.Count));
        var photos = _photos.Count == 1 ? "1 photo" : $"{_photos.Count.ToString(CultureInfo.InvariantCulture)} photos";
        if (_photos.Count > most) return $"{photos} are more than {_layout.Id} can hold, which is {most.ToString(CultureInfo.InvariantCulture)}: use another layout as well.";
        if (_photos.FirstOrDefault(p => !p.MayLose && _places.TrueForAll(o => !p.Size.FitsIn(o.Piece.Size) && !p.Size.Turned.FitsIn(o.Piece.Size))) is { } whole)
            return $"{whole.Id} ({_kit.Reading().Format(whole.Size)}) must not be cropped and is larger than every opening: allow a crop, or print a smaller copy.";
        return $"No way was found to place {photos} on {_layout.Id} without something running into another or losing more than {Percent(MostLost)}: allow crops, bring smaller prints, or use another layout as well.";
    }
}
