using System.Globalization;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using static VelvetFold.Core.Fitting.FitWeights;

namespace VelvetFold.Core.Fitting;

/// <summary>
/// What a guest's page is worth: a function of the page as designed, the page as it would be, and which photo lies where. How one got from
/// the one to the other counts nothing, so that search, judgement by hand and screen agree.
/// </summary>
internal sealed partial class Evaluator
{
    private readonly Design _design;
    private readonly IReadOnlyList<GuestPhoto> _photos;
    private readonly bool _flapIsFine;
    private readonly List<(List<int> Members, bool IsSaid)> _groups;
    private readonly Dictionary<string, double> _fieldCover;

    public Evaluator(Design design, IReadOnlyList<GuestPhoto> photos, bool flapIsFine = false)
    {
        (_design, _photos, _flapIsFine) = (design, photos, flapIsFine);
        _groups = Groups(photos);
        _fieldCover = design.Fields.ToDictionary(f => f.Id, f => Math.Min(1, design.Openings.Sum(o => Boxes.Covered(f.Box, o.Box))));
    }

    public Design Design => _design;

    public IReadOnlyList<GuestPhoto> Photos => _photos;

    /// <summary>Groups of a story: those that were said; where none was, runs of equal photos, if there is anything besides.</summary>
    public static List<(List<int> Members, bool IsSaid)> Groups(IReadOnlyList<GuestPhoto> photos)
    {
        List<(List<int>, bool)> Of(Func<GuestPhoto, int?> by, bool said) =>
            [
                .. photos
                    .Select((p, i) => (Group: by(p), i))
                    .Where(p => p.Group is not null)
                    .GroupBy(p => p.Group)
                    .Where(g => said || g.Count() > 1)
                    .Select(g => (g.Select(p => p.i).ToList(), said)),
            ];
        var told = Of(p => p.Story, true);
        if (told.Count > 0)
            return told;
        var runs = Of(p => p.Run, false);
        return runs.Count == 1 && runs[0].Item1.Count == photos.Count ? [] : runs;
    }

    /// <summary>All of a layout.</summary>
    /// <param name="things">What lies on it, back to front.</param>
    /// <param name="at">Where each photo lies: an opening or a pocket; null where it is left out.</param>
    /// <param name="isLaid">Whether the order of the layers is that of a document; as searched for, photos lie on top.</param>
    public Tally Of(IReadOnlyList<Lying> things, IReadOnlyList<string?> at, bool tells, bool isLaid = false)
    {
        var tally = new Tally(tells);
        var given = new List<(int Photo, Lying On)>();
        for (var i = 0; i < at.Count; i++)
            if (at[i] is { } id && Find(things, id) is { } on)
                given.Add((i, on));
        Whole(things, given, tally);
        foreach (var side in _design.Layout.Sides)
            Page(things, given, side, tally, isLaid);
        return tally;
    }

    /// <summary>What concerns one page alone.</summary>
    public void Page(IReadOnlyList<Lying> things, IReadOnlyList<(int Photo, Lying On)> all, PageSide side, Tally tally, bool isLaid = false)
    {
        var here = new List<Lying>();
        foreach (var thing in things)
            if (thing.Role is not (PageRole.Ground or PageRole.Field) && _design.SideOf(thing.Box) == side)
                here.Add(thing);
        var given = all.Where(g => g.On.Role == PageRole.Opening && _design.SideOf(g.On.Box) == side).ToList();
        foreach (var (photo, on) in given)
        {
            Shown(_photos[photo], on, tally);
            Looks(_photos[photo], on, side, things, tally);
            Lies(on, side, tally);
            if (isLaid)
                Under(_photos[photo], on, things, tally);
        }
        Openings(things, given, tally);
        GivenUp(things, all, side, tally);
        Overlaps(here, given, tally);
        Order(given, tally);
        Lines(here, given, tally);
        Others(here, things, tally);
        Fields(things, given, side, tally);
    }

    /// <summary>What one photo takes off in a place by itself.</summary>
    public void Alone(GuestPhoto photo, Lying on, IReadOnlyList<Lying> things, Tally tally)
    {
        Shown(photo, on, tally);
        Looks(photo, on, _design.SideOf(on.Box), things, tally);
    }

    /// <summary>What concerns the layout as a whole: what is hidden, which pages are used and in which order, what belongs
    /// together.</summary>
    public void Whole(IReadOnlyList<Lying> things, List<(int Photo, Lying On)> given, Tally tally)
    {
        for (var i = 0; i < _photos.Count; i++)
        {
            var photo = _photos[i];
            var at = given.FindIndex(g => g.Photo == i);
            if (at < 0)
                tally.Take(LeftOut, () => Saying.Of("fit.why.left-out", ("photo", Named(photo))));
            else if (given[at].On.Role == PageRole.Pocket)
                Pocketed(photo, given[at].On, things, tally);
        }
        Pages(given, tally);
        if (_photos.Any(p => p.Focal) && given.Count > 1)
            FocalIs(given, tally);
    }

    private void Pocketed(GuestPhoto photo, Lying pocket, IReadOnlyList<Lying> things, Tally tally)
    {
        if (photo.OneOfAKind)
            tally.Fault(() => Saying.Of("fit.why.original-hidden", ("photo", photo.Id)));
        tally.Take(
            _flapIsFine ? HiddenAsWished : Hidden,
            () => Saying.Of("fit.why.hidden", ("photo", Named(photo)), ("pocket", Label(pocket)))
        );
        if (
            Find(things, pocket.Piece.Across.LeansOn ?? "") is not { } under
            || !under.Box.Contains(pocket.Box)
            || !(photo.Size.FitsIn(pocket.Box.Size) || photo.Size.Turned.FitsIn(pocket.Box.Size))
        )
            tally.Fault(() => Saying.Of("fit.why.pocket", ("photo", Named(photo)), ("pocket", Label(pocket))));
    }

    private void GivenUp(IReadOnlyList<Lying> things, IReadOnlyList<(int Photo, Lying On)> given, PageSide side, Tally tally)
    {
        var largest = given.Where(g => g.On.Role == PageRole.Opening).Select(g => g.On.Box.Size.Area).DefaultIfEmpty(Int128.MaxValue).Max();
        var (cards, patches) = (0, 0);
        var canWrite = _design.Things.Any(t => t.Role == PageRole.Card);
        var (lostCards, keptCards) = (new List<Lying>(), 0);
        foreach (var was in _design.Things)
        {
            if (was.Role is PageRole.Ground or PageRole.Field || _design.SideOf(was.Box) != side)
                continue;
            var now = Find(things, was.Id);
            switch (was.Role)
            {
                case PageRole.Title when now is null:
                    tally.Fault(() => Saying.Of("fit.why.title-lost", ("title", Label(was))));
                    break;
                case PageRole.Card when now is null:
                    lostCards.Add(was);
                    break;
                case PageRole.Card:
                    keptCards++;
                    break;
                case PageRole.Decor when now is null:
                    tally.Take(ClusterLost, () => Saying.Of("fit.why.decor-lost", ("part", Label(was))));
                    break;
                case PageRole.Opening when was.Piece.HoldsPhoto && now is null:
                    tally.Take(TakenOut, () => Saying.Of("fit.why.taken-out", ("opening", Label(was))));
                    break;
                case PageRole.Opening when was.Piece.HoldsPhoto && now is { Role: PageRole.Card or PageRole.Patch }:
                    cards += now.Role == PageRole.Card ? 1 : 0;
                    patches += now.Role == PageRole.Patch ? 1 : 0;
                    InPlace(now, largest, cards, patches, canWrite, things, tally);
                    break;
                case PageRole.Opening
                    when was.Piece.HoldsPhoto
                        && now is { Role: PageRole.Opening, Piece.IsPlaceholder: false }
                        && !given.Any(g => g.On.Id == was.Id):
                    tally.Take(Empty, () => Saying.Of("fit.has-no-photo", ("layout", _design.Layout.Id), ("piece", was.Id)));
                    break;
                default:
                    break;
            }
        }
        foreach (var card in lostCards)
            tally.Take(keptCards + cards > 0 ? CardLostOfSeveral : CardLost, () => Saying.Of("fit.why.card-lost", ("card", Label(card))));
        // An opening that was added and holds nothing.
        foreach (var thing in things)
            if (
                thing is { Role: PageRole.Opening, Piece: { HoldsPhoto: true, IsPlaceholder: false } }
                && _design[thing.Id] is null
                && _design.SideOf(thing.Box) == side
                && !given.Any(g => g.On.Id == thing.Id)
            )
                tally.Take(Empty, () => Saying.Of("fit.has-no-photo", ("layout", _design.Layout.Id), ("piece", thing.Id)));
    }

    private void InPlace(Lying now, Int128 largest, int cards, int patches, bool canWrite, IReadOnlyList<Lying> things, Tally tally)
    {
        if (now.Box.Size.Area > largest)
            tally.Fault(() => Saying.Of("fit.why.largest", ("opening", Label(now))));
        var ground = things
            .TakeWhile(t => t.Id != now.Id)
            .LastOrDefault(t => t.Role == PageRole.Ground && t.Piece.Paper is not null && t.Box.Contains(now.Box));
        if (ground is not null && (ground.Piece.Paper, ground.Piece.Face) == (now.Piece.Paper, now.Piece.Face))
            tally.Take(MoreCards, () => Saying.Of("fit.why.same-paper", ("opening", Label(now))));
        if (now.Role == PageRole.Patch)
            tally.Take(
                patches > 1 ? MorePatches : PatchInPlace,
                () => Saying.Of("fit.becomes-a-patch-of", ("label", Label(now)), ("paper", _design.Kit.Paper(now.Piece.Paper)?.Name ?? ""))
            );
        else
            tally.Take(
                cards > 1 ? MoreCards
                    : canWrite ? CardInPlace
                    : FirstCard,
                () => Saying.Of("fit.becomes-a-card-to", ("label", Label(now)))
            );
    }

    // Which page a photo lies on; in a pocket, that of the pocket.
    private void Pages(List<(int Photo, Lying On)> given, Tally tally)
    {
        if (_design.Layout.Kind == LayoutKind.Single)
            return;
        Pages(given.ToDictionary(g => g.Photo, g => _design.SideOf(g.On.Box)), tally);
    }

    /// <summary>What it takes off that the photos lie on those pages.</summary>
    public void Pages(Dictionary<int, PageSide> sides, Tally tally)
    {
        foreach (var side in _design.Layout.Sides)
            if (sides.Count > 0 && !sides.ContainsValue(side) && _design.Openings.Any(o => _design.SideOf(o.Box) == side))
                tally.Take(BarePage, () => Saying.Of("fit.why.bare", ("side", side == PageSide.Left ? "left" : "right")));
        var wrong = 0;
        foreach (var (a, first) in sides)
        foreach (var (b, second) in sides)
            if (a < b && first == PageSide.Right && second == PageSide.Left)
                wrong++;
        tally.Take(Math.Min(InversionMost, Inversion * wrong), () => Saying.Of("fit.why.page-order", ("n", wrong)));
        var together = new HashSet<PageSide>();
        foreach (var (members, isSaid) in _groups)
        {
            var used = members.Where(sides.ContainsKey).Select(m => sides[m]).Distinct().ToList();
            if (used.Count > 1)
                tally.Take(isSaid ? GroupSplit : RunSplit, () => Saying.Of("fit.why.split", ("list", members.Select(m => _photos[m].Id))));
            else if (used.Count == 1 && !together.Add(used[0]) && _groups.Count == 2)
                tally.Take(
                    isSaid ? StoriesOnOnePage : StoriesOnOnePage / 2,
                    () => Saying.Of("fit.why.one-page", ("list", members.Select(m => _photos[m].Id)))
                );
        }
    }

    private void FocalIs(List<(int Photo, Lying On)> given, Tally tally)
    {
        var seen = given.Where(g => g.On is { Role: PageRole.Opening, Print: not null }).ToList();
        if (seen.Count == 0)
            return;
        var most = seen.Max(g => (double)g.On.Print!.Value.Size.Area);
        foreach (var (photo, on) in seen)
            if (_photos[photo].Focal && _design[on.Id]?.Piece.Opening?.Focal != true && (double)on.Print!.Value.Size.Area < most * 0.99)
                tally.Take(FitWeights.Focal, () => Saying.Of("fit.why.focal", ("photo", Named(_photos[photo]))));
    }

    private static Lying? Find(IReadOnlyList<Lying> things, string id)
    {
        for (var i = 0; i < things.Count; i++)
            if (things[i].Id == id)
                return things[i];
        return null;
    }

    private string Label(Lying thing) => $"{_design.Layout.Id}-{thing.Id}";

    private string Named(GuestPhoto photo) => $"{photo.Id} ({Size(photo.Size)})";

    private string Size(Size size) => _design.Kit.Reading().Format(size);

    private string Length(Measures.Length length) => _design.Kit.Reading().Format(length);

    internal static string Percent(double share) => $"{Math.Round(share * 100).ToString(CultureInfo.InvariantCulture)} %";
}
