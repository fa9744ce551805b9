using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

/// <summary>What it costs to give a photo to a slot, in reasons; and the cheapest way to give all of them.</summary>
internal sealed class PhotoAssignment
{
    /// <summary>The most a crop may take of a photo.</summary>
    public const decimal MostLost = 0.4m;

    private readonly Kit _kit;
    private readonly Layout _layout;
    private readonly ResolvedLayout _resolved;
    private readonly IReadOnlyList<GuestPhoto> _photos;
    private readonly bool _hasFocal;
    private readonly Dictionary<Slot, AssignedPhoto?[]> _given = new(ReferenceEqualityComparer.Instance);

    public PhotoAssignment(Kit kit, ResolvedLayout resolved, IReadOnlyList<GuestPhoto> photos, bool turns = true)
    {
        (_kit, _layout, _resolved, _photos, Turns) = (kit, resolved.Layout, resolved, photos, turns);
        _hasFocal = _layout.Pieces.Any(p => p.HoldsPhoto && p.Opening!.Focal);
    }

    /// <summary>Whether openings may be turned.</summary>
    public bool Turns { get; }

    /// <summary>How each photo does in a slot; null where it cannot go there.</summary>
    public AssignedPhoto?[] Given(Slot slot) =>
        _given.TryGetValue(slot, out var known) ? known : _given[slot] = [.. _photos.Select(p => Give(p, slot))];

    /// <summary>Every photo used once: the cheapest assignment over all sets of photos (Held and Karp's way of counting, 1962). Null
    /// where some photo finds no slot.</summary>
    /// <remarks>Of equally good ones that which keeps the photos in their order from left to right and down.</remarks>
    public Assigned? Assign(IReadOnlyList<Slot> slots)
    {
        var n = _photos.Count;
        if (n == 0)
            return new(0, []);
        var given = slots.Select(Given).ToArray();
        var rank = new int[n];
        foreach (
            var (slot, i) in slots
                .Select((slot, i) => (slot, i))
                .OrderBy(s => s.slot.Box.X + s.slot.Box.Y + s.slot.Box.Y)
                .Select((s, i) => (s.i, i))
        )
            rank[slot] = i;
        var best = new double[1 << n];
        var last = new int[1 << n];
        Array.Fill(best, double.MaxValue);
        best[0] = 0;
        for (var set = 0; set < 1 << n; set++)
        {
            if (best[set] == double.MaxValue)
                continue;
            var slot = System.Numerics.BitOperations.PopCount((uint)set);
            if (slot == n)
                break;
            for (var p = 0; p < n; p++)
            {
                if ((set & (1 << p)) != 0 || given[slot][p] is not { } here)
                    continue;
                var next = set | (1 << p);
                var cost = best[set] + (double)here.Cost + Math.Abs(rank[slot] - p) * 1e-6;
                if (cost >= best[next])
                    continue;
                (best[next], last[next]) = (cost, p);
            }
        }
        if (best[^1] == double.MaxValue)
            return null;
        var chosen = new AssignedPhoto[n];
        for (var (set, slot) = ((1 << n) - 1, n - 1); slot >= 0; slot--)
        {
            chosen[slot] = given[slot][last[set]]!;
            set &= ~(1 << last[set]);
        }
        return new(chosen.Sum(c => c.Cost), chosen);
    }

    /// <summary>The whole photo within an opening, to the ruler's step; null where it is no larger, or that would leave less than an
    /// inch and a half.</summary>
    public Size? Shrunk(Size photo, Size size)
    {
        if (photo.FitsIn(size))
            return null;
        var byWidth = (Int128)size.Width.Ticks * photo.Height.Ticks <= (Int128)size.Height.Ticks * photo.Width.Ticks;
        var (width, height) = byWidth
            ? (size.Width.Ticks, (long)((Int128)size.Width.Ticks * photo.Height.Ticks / photo.Width.Ticks))
            : ((long)((Int128)size.Height.Ticks * photo.Width.Ticks / photo.Height.Ticks), size.Height.Ticks);
        var step = _kit.Ruler.Ticks;
        var shrunk = new Size(new(width / step * step), new(height / step * step));
        return shrunk.Shorter * 2 >= Length.Inches(3) ? shrunk : null;
    }

    private AssignedPhoto? Give(GuestPhoto photo, Slot slot)
    {
        if (slot.IsPocket)
            return photo.Size.FitsIn(slot.Size) || photo.Size.Turned.FitsIn(slot.Size)
                ? new(
                    photo,
                    slot,
                    false,
                    null,
                    0,
                    photo.Focal ? 20 : 0,
                    photo.Focal ? [new(20, Saying.Of("fit.would-be-hidden-in", ("photo", Named(photo))))] : []
                )
                : null;
        AssignedPhoto? best = null;
        foreach (var turn in slot.Fixed || !Turns ? [false] : new[] { false, true })
        {
            var size = turn ? slot.Size.Turned : slot.Size;
            if (turn && size == slot.Size)
                continue;
            if (photo.Size == size)
                Offer(turn, null, 0);
            else if (
                photo.MayLose
                && photo.Size.Width >= size.Width
                && photo.Size.Height >= size.Height
                && Lost(photo.Size, size) is var lost
                && lost <= MostLost
            )
                Offer(turn, null, lost);
            else if (photo.MayLose && Printed(photo.Size, size) is { } cropped && cropped <= MostLost)
                Offer(turn, null, cropped);
            // At its own size, where that is no larger than the opening: the mat shrinks with it.
            if (!slot.Fixed && photo.Size.FitsIn(size) && photo.Size != size)
                Offer(turn, photo.Size, 0);
            // Whole, printed as large as the opening holds it.
            else if (!slot.Fixed && !photo.OneOfAKind && Shrunk(photo.Size, size) is { } whole && whole != size)
                Offer(turn, whole, 0);
        }
        return best;

        void Offer(bool turn, Size? resize, decimal lost)
        {
            var reasons = new List<FitReason>();
            var label = $"{_layout.Id}-{slot.Piece}";
            if (turn)
                reasons.Add(new(3, Saying.Of("fit.is-turned", ("label", label))));
            var at = resize ?? (turn ? slot.Size.Turned : slot.Size);
            var print = at == photo.Size ? null : Smaller(photo, at);
            if (resize is { } own)
            {
                var smaller = 1 - (decimal)((double)own.Area / (double)slot.Size.Area);
                reasons.Add(
                    new(
                        Math.Round(4 + 18 * smaller, 1) + (print?.Points ?? 0),
                        Saying.Of(
                            "fit.is-made-for",
                            ("label", label),
                            ("own", _kit.Reading().Format(own)),
                            ("photo", print is null ? photo.Id : Named(photo)),
                            ("print", print is null ? "" : "own")
                        )
                    )
                );
            }
            else if (lost > 0)
                reasons.Add(
                    new(
                        Math.Round(1 + 45 * lost, 1) + (print?.Points ?? 0),
                        Saying.Of(
                            "fit.loses-to-the-shape",
                            ("photo", Named(photo)),
                            ("lost", Percent(lost)),
                            ("label", label),
                            ("print", print is null ? "none" : _kit.Reading().Format(at))
                        )
                    )
                );
            else if (print is not null)
                reasons.Add(print);
            reasons.AddRange(Looks(photo, slot));
            var cost = reasons.Sum(r => r.Points);
            if (best is null || cost < best.Cost)
                best = new(photo, slot, turn, resize, lost, cost, reasons);
        }
    }

    /// <summary>What a photo loses by being printed smaller than it is brought.</summary>
    public FitReason Smaller(GuestPhoto photo, Size at) =>
        new(
            Math.Round(12 * (1 - (decimal)((double)at.Area / (double)photo.Size.Area)), 1),
            Saying.Of("fit.is-printed-at", ("photo", photo.Id), ("at", _kit.Reading().Format(at)))
        );

    /// <summary>What speaks against a photo in a place, whatever its size: the eye, the faces, what lies on it, the mat under it.</summary>
    public IEnumerable<FitReason> Looks(GuestPhoto photo, Slot slot)
    {
        if (photo.Focal && !slot.Focal && _hasFocal)
            yield return new(8, Saying.Of("fit.the-focal-photo-is", ("photo", Named(photo))));
        if (FacesOut(photo, slot))
            yield return new(1.5m, Saying.Of("fit.the-people-in-look", ("photo", Named(photo))));
        if (photo.Room is { } room && Covering(slot, room) is { } part)
            yield return new(3, Saying.Of("fit.lies-on-where-it", ("part", part), ("photo", photo.Id)));
        if (photo.BlackAndWhite && GreyMat(slot) is { } mat)
            yield return new(2, Saying.Of("fit.is-black-and-white", ("photo", photo.Id), ("mat", mat)));
    }

    private string Named(GuestPhoto photo) => $"{photo.Id} ({_kit.Reading().Format(photo.Size)})";

    // Cropped to the opening's shape from what it is printed at, no larger than it is.
    private static decimal Lost(Size photo, Size size) => 1 - (decimal)((double)size.Area / (double)photo.Area);

    // The share that is lost where a photo is printed as small as it still covers an opening: the difference of the shapes. Null where
    // it would have to be printed larger than it is brought.
    private static decimal? Printed(Size photo, Size size)
    {
        if (size.Longer > photo.Longer || size.Shorter > photo.Shorter)
            return null;
        return ShapeLost(photo, size);
    }

    /// <summary>What the shape of a place takes of a photo that is printed just large enough to cover it: 0 to 1.</summary>
    internal static decimal ShapeLost(Size photo, Size size)
    {
        var (p, s) = ((double)photo.Width.Ticks / photo.Height.Ticks, (double)size.Width.Ticks / size.Height.Ticks);
        return (decimal)(1 - Math.Min(p, s) / Math.Max(p, s));
    }

    private bool FacesOut(GuestPhoto photo, Slot slot)
    {
        if (photo.Facing == Facing.Straight)
            return false;
        var middle = slot.Box.X + slot.Box.Width.Half;
        var isLeft = middle * 2 < _layout.Size.Width;
        return photo.Facing == Facing.Left == isLeft;
    }

    // A piece that lies on the opening and reaches beyond the half of it that is said to be empty.
    private string? Covering(Slot slot, Edge room)
    {
        var box = slot.Box;
        var half = room.Axis() == Axis.Across ? new Size(box.Width.Half, box.Height) : new Size(box.Width, box.Height.Half);
        var empty = new Box(
            room == Edge.Right ? box.X + box.Width.Half : box.X,
            room == Edge.Bottom ? box.Y + box.Height.Half : box.Y,
            half
        );
        return _resolved
            .Pieces.SkipWhile(p => p.Id != slot.Piece)
            .Skip(1)
            .FirstOrDefault(p => p.Box.Intersect(box) is { } shared && !empty.Contains(shared))
            ?.Label;
    }

    private string? GreyMat(Slot slot) =>
        _layout.Piece(slot.Piece)?.Opening?.Mats is [var inner, ..]
        && _kit.Paper(inner.Paper) is { } paper
        && paper[inner.Face] is { } face
        && Colours.IsGrey(face.Colour)
            ? paper.Name
            : null;

    internal static string Percent(decimal share) => $"{Math.Round(share * 100).ToString(CultureInfo.InvariantCulture)} %";
}
