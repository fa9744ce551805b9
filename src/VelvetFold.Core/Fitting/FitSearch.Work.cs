using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Fitting;

public static partial class FitSearch
{
    /// <summary>One question on its way.</summary>
    private sealed class Work(Kit kit, Layout layout, IReadOnlyList<GuestPhoto> photos, FitWishes wishes, Held held, FitMemory? memory)
    {
        private readonly int _openings = layout.Pieces.Count(p => p.HoldsPhoto);

        // Pages put together, before they are carried out.
        private sealed record Draft(
            Frame Frame,
            IReadOnlyList<Lying> Things,
            IReadOnlyList<string?> At,
            double Cost,
            int Faults,
            string Pages,
            int LeftOut = 0
        );

        /// <param name="count">How many are wanted; where it is one, what cannot be the best is not looked at.</param>
        /// <param name="outOf">A fit as it comes out of the paper that is there.</param>
        public List<Making> Made(int count, Func<Making, Making>? outOf = null)
        {
            var drafts = new List<Draft>();
            // Where one is wanted, what paper may put before the best; where there is a choice, what may be offered at all.
            var behind = count > 1 ? (double)FarBehind : PaperBehind;
            foreach (var frame in Frames())
                if (count > 1 || Best(drafts) > Bound(frame))
                    drafts.AddRange(On(frame, photos, Best(drafts) + behind, behind));
            if (held.IsNothing && photos.Any(p => p.Facing != Facing.Straight) && Best(drafts) > FitWeights.Mirrored)
                drafts.AddRange(All(Mirrors(), photos));
            var made = Carried(drafts, count, outOf ?? (m => m));
            if (held.IsNothing && made.Count == 0)
                made = Fewer();
            else if (
                held.IsNothing
                && wishes.FlapIsFine
                && made.Max(m => m.Fit.Score) < (decimal)(100 - FitWeights.HiddenAsWished) - FlapLast
            )
                made.AddRange(Flapped().Concat(Fewer().Where(m => m.Fit.Places.Count == photos.Count)));
            return made.Exists(m => m.IsSound) ? [.. made.Where(m => m.IsSound)] : [];
        }

        private static double Best(List<Draft> drafts) =>
            drafts.Where(d => d.Faults == 0).Select(d => d.Cost).DefaultIfEmpty(double.MaxValue / 2).Min();

        // Each structure of pages has its best carried out, so that there is something to choose from; where one is wanted, no more than
        // could be it.
        private List<Making> Carried(List<Draft> drafts, int count, Func<Making, Making> outOf)
        {
            var sound = drafts.Where(d => d.Faults == 0).OrderBy(d => d.Cost).DistinctBy(d => Looks(d.Frame, d.Things)).ToList();
            var few = sound
                .Take(MostMade)
                .Concat(sound.GroupBy(d => d.Pages).Take(4).Select(g => g.First()))
                .Concat(sound.Where(d => d.Frame.Before.Count > 0).Take(2))
                .Distinct()
                .ToList();
            if (count > 1)
                return [.. Each(few, Carry).OfType<Making>()];
            var made = new List<Making>();
            foreach (var draft in few.OrderBy(d => d.Cost))
            {
                if (made.Exists(m => m.IsSound && m.Fit.Score >= (decimal)(100 - draft.Cost)))
                    break;
                if (Carry(draft) is { } one)
                    made.Add(outOf(one));
            }
            return made;
        }

        private Making? Carry(Draft draft)
        {
            var changes = FitChanges.To(draft.Frame, draft.Things);
            var weighed = FitJudge.Weighed(kit, layout.Id, photos, changes, wishes, draft.Frame);
            (changes, weighed) = Redressed(draft.Frame, changes, weighed);
            (changes, weighed) = StandingOut(draft.Frame, changes, weighed);
            if (weighed.Tally.Faults > 0 || weighed.At.Count(a => a is null) > draft.LeftOut)
                return null;
            var hidden = weighed.At.Count(a => a is null || weighed.Things.Any(t => t.Id == a && t.Role == PageRole.Pocket));
            var fit = weighed.Fit(layout.Id, photos, changes);
            return new(
                fit,
                draft.Pages,
                [
                    .. weighed
                        .Things.Where(t => t.Role is not (PageRole.Ground or PageRole.Field or PageRole.Decor))
                        .OrderBy(t => (t.Role, t.Box.Width, t.Box.Height, t.Box.X, t.Box.Y))
                        .Select(t => t.Box),
                ],
                Sizes(draft.Frame, weighed.Things),
                hidden,
                draft.Frame.Before.Any(b => b.Move == OpeningMove.OnePage),
                Trouble(weighed.Kit).IsSubsetOf(_trouble.Value)
            );
        }

        // A page is looked at with all of its photos in other mats: those that need not be keep their own.
        private (IReadOnlyList<OpeningChange>, FitJudge.Weighing) Redressed(
            Frame frame,
            IReadOnlyList<OpeningChange> changes,
            FitJudge.Weighing weighed
        )
        {
            foreach (var change in changes.Where(c => c.Move is OpeningMove.Reveal or OpeningMove.NoMat).ToList())
            {
                IReadOnlyList<OpeningChange> own = [.. changes.Where(c => c != change)];
                if (Adaptation.Unknown(kit, own).Count > 0)
                    continue;
                var tried = FitJudge.Weighed(kit, layout.Id, photos, own, wishes, frame);
                if (tried.Tally.Faults <= weighed.Tally.Faults && tried.Points < weighed.Points)
                    (changes, weighed) = (own, tried);
            }
            return (changes, weighed);
        }

        // A black-and-white or faded photo gets the mat of another one where its own would swallow it, or none where the page lets it stand out.
        private (IReadOnlyList<OpeningChange>, FitJudge.Weighing) StandingOut(
            Frame frame,
            IReadOnlyList<OpeningChange> changes,
            FitJudge.Weighing weighed
        )
        {
            if (photos.All(p => p.Tone == PhotoTone.Colour))
                return (changes, weighed);
            var evaluator = new Evaluator(frame.Design, photos, wishes.FlapIsFine);
            var papers = frame
                .Design.Openings.SelectMany(o => o.Piece.Opening!.Mats)
                .Where(m => m.Paper is not null)
                .Select(m => $"{m.Paper} {m.Face}")
                .CountBy(m => m)
                .OrderByDescending(m => m.Value)
                .Select(m => m.Key)
                .ToList();
            for (var i = 0; i < photos.Count; i++)
            {
                if (
                    photos[i].Tone == PhotoTone.Colour
                    || weighed.Things.FirstOrDefault(t => t.Id == weighed.At[i])
                        is not { Role: PageRole.Opening, Piece.Opening.Mats: [_] } on
                    || evaluator.Swallows(photos[i].Tone, on, weighed.Things) is null
                )
                    continue;
                foreach (
                    var other in papers
                        .Select(p => new OpeningChange(layout.Id, on.Id, OpeningMove.Paper, With: p))
                        .Append(new(layout.Id, on.Id, OpeningMove.NoMat))
                )
                {
                    IReadOnlyList<OpeningChange> with = [.. changes, other];
                    if (Adaptation.Unknown(kit, with).Count > 0)
                        continue;
                    var tried = FitJudge.Weighed(kit, layout.Id, photos, with, wishes, frame);
                    if (tried.Points >= weighed.Points)
                        continue;
                    (changes, weighed) = (with, tried);
                    break;
                }
            }
            return (changes, weighed);
        }

        private readonly Lazy<HashSet<string>> _trouble = new(() => Trouble(kit, layout.Id));

        private HashSet<string> Trouble(Kit adapted) => Trouble(adapted, layout.Id);

        // What must not be; what the design has already is let stand. That photos hide strips and panels is no trouble.
        private static HashSet<string> Trouble(Kit kit, string layout) =>
            [
                .. PageCheck
                    .Of(kit, Resolver.Resolve(kit.Layout(layout)!, kit))
                    .Where(f => f.Gravity == Gravity.Fault)
                    .Select(f => $"{f.Code}:{string.Join(',', f.Pieces)}"),
            ];

        private static string Sizes(Frame frame, IReadOnlyList<Lying> things) =>
            string.Join('|', frame.Before.Select(b => $"{b.Move}{b.With}"))
            + string.Join(
                '|',
                things
                    .Where(t => t.Role is not (PageRole.Ground or PageRole.Field or PageRole.Decor))
                    .Select(t => $"{t.Role} {t.Box.Width} {t.Box.Height} {frame.Design.SideOf(t.Box)}")
                    .Order(StringComparer.Ordinal)
            );

        private static string Looks(Frame frame, IReadOnlyList<Lying> things) =>
            string.Join('|', frame.Before.Select(b => $"{b.Move}{b.With}"))
            + string.Join(
                '|',
                things
                    .Where(t => t.Role is not (PageRole.Ground or PageRole.Field or PageRole.Decor))
                    .Select(t => $"{t.Role} {Rough(t.Box.X)} {Rough(t.Box.Y)} {Rough(t.Box.Width)} {Rough(t.Box.Height)}")
                    .Order(StringComparer.Ordinal)
            );

        // Half an inch apart is alike.
        private static long Rough(Length length) => length.Ticks * 2 / Length.TicksPerInch;

        private IEnumerable<Frame> Frames()
        {
            if (!held.IsNothing)
            {
                yield return Frame.Of(kit, layout.Id, held.Whole);
                yield break;
            }
            if (!wishes.OnePage || layout.Kind == LayoutKind.Single)
                yield return Frame.Of(kit, layout.Id, []);
            if (layout.Kind == LayoutKind.Spread && photos.Count > 0)
                foreach (var side in layout.Sides.Where(s => layout.Pieces.Any(p => p.HoldsPhoto && p.Side == s)))
                    if (Can([Frame.OnePage(layout, side)]) is { } frame)
                        yield return frame;
            if (layout.Kind == LayoutKind.Single && photos.Count > _openings && !wishes.OnePage)
                if (Can([new(layout.Id, "", OpeningMove.TwoPages)]) is { } frame)
                    yield return frame;
        }

        private IEnumerable<Frame> Mirrors()
        {
            foreach (var with in layout.Kind == LayoutKind.Spread ? new[] { null, "left", "right" } : [null])
                if (Can([new(layout.Id, "", OpeningMove.Mirror, With: with)]) is { } frame)
                    yield return frame;
        }

        private Frame? Can(IReadOnlyList<OpeningChange> before) =>
            Adaptation.Unknown(kit, before).Count > 0 ? null : Frame.Of(kit, layout.Id, before);

        // Side by side, in their order; whoever asks works along, so that many questions at once do not wait for each other.
        private static TOut[] Each<TIn, TOut>(IReadOnlyList<TIn> all, Func<TIn, TOut> does)
        {
            var done = new TOut[all.Count];
            Parallel.For(0, all.Count, i => done[i] = does(all[i]));
            return done;
        }

        // Structures have nothing to do with each other.
        private List<Draft> All(IEnumerable<Frame> frames, IReadOnlyList<GuestPhoto> given) =>
            [.. Each(frames.ToList(), frame => On(frame, given, double.MaxValue, (double)FarBehind)).SelectMany(d => d)];

        /// <param name="most">What costs more is not looked at, nor what costs more than the best by <paramref name="behind"/>.</param>
        private List<Draft> On(Frame frame, IReadOnlyList<GuestPhoto> given, double most, double behind)
        {
            var evaluator = new Evaluator(frame.Design, given, wishes.FlapIsFine);
            var design = frame.Design;
            var sides = design.Layout.Sides.ToDictionary(s => s, s => new PageSearch(evaluator, s, held.Pieces, memory, Named(frame)));
            var all = Enumerable.Range(0, given.Count).ToList();
            if (design.Layout.Kind == LayoutKind.Single)
                return [.. sides[PageSide.Left].Best(all, dressed: true).Select(page => Whole(frame, evaluator, [page], "all"))];
            // The cheapest by what is known beforehand first, and none that is too far behind the best to be offered.
            var (drafts, shares) = (new List<Draft>(), new List<(List<int> Here, List<int> There, double Cost)>());
            foreach (var share in Shares(evaluator).Select(AtLeast).OrderBy(s => s.Cost))
            {
                if (frame.Cost + share.Cost > most)
                    break;
                Lay(share.Here, share.There, dressed: false);
                shares.Add(share);
            }
            // Other mats are looked at where the best shares are, and one of them could be the best of all then.
            var takes = frame.Cost + Dress.Slim.Cost() * given.Count;
            foreach (
                var (here, there, _) in shares
                    .Where(s => s.Cost + takes < most - behind)
                    .OrderBy(s => drafts.Where(d => d.Pages == Key(s.Here)).Select(d => d.Cost).DefaultIfEmpty(s.Cost).Min())
                    .Take(behind < (double)FarBehind ? 1 : MostDressed)
                    .ToList()
            )
                Lay(here, there, dressed: true);
            drafts = [.. drafts.OrderBy(d => d.Cost).Take(40)];
            return
            [
                .. drafts.Concat(
                    drafts
                        .Where(d => AcrossTheSeam.Lost(design, d.Things).Any())
                        .Take(MostAcross)
                        .Select(d => Across(d, evaluator))
                        .OfType<Draft>()
                ),
            ];

            string Key(List<int> here) => Pages(frame, string.Join(',', here));

            void Lay(List<int> here, List<int> there, bool dressed)
            {
                foreach (var a in sides[PageSide.Left].Best(here, dressed))
                foreach (var b in sides[PageSide.Right].Best(there, dressed))
                {
                    var draft = Whole(frame, evaluator, [a, b], string.Join(',', here));
                    drafts.Add(draft);
                    if (draft.Faults == 0)
                        most = Math.Min(most, draft.Cost + behind);
                }
            }

            (List<int> Here, List<int> There, double Cost) AtLeast(HashSet<int> left)
            {
                List<int> here = [.. all.Where(left.Contains)],
                    there = [.. all.Where(i => !left.Contains(i))];
                var tally = new Tally(false);
                evaluator.Pages(all.ToDictionary(i => i, i => left.Contains(i) ? PageSide.Left : PageSide.Right), tally);
                return (here, there, tally.Points + sides[PageSide.Left].AtLeast(here) + sides[PageSide.Right].AtLeast(there));
            }
        }

        private static string Named(Frame frame) =>
            $"{frame.Design.Layout.Id} {string.Join(' ', frame.Before.Select(b => $"{b.Move}{b.With}"))}";

        // With what found no place on its own page on the other; null where that is no better.
        private static Draft? Across(Draft draft, Evaluator evaluator)
        {
            if (AcrossTheSeam.Of(evaluator.Design, draft.Things) is not { } things)
                return null;
            var tally = evaluator.Of(things, draft.At, tells: false);
            return draft.Frame.Cost + tally.Points < draft.Cost
                ? draft with
                {
                    Things = things,
                    Cost = draft.Frame.Cost + tally.Points,
                    Faults = tally.Faults,
                }
                : null;
        }

        private static Draft Whole(Frame frame, Evaluator evaluator, IReadOnlyList<PageFit> pages, string key)
        {
            IReadOnlyList<Lying> things = [.. pages.SelectMany(p => p.Things)];
            var given = new List<(int Photo, Lying On)>();
            foreach (var page in pages)
            foreach (var (photo, opening) in page.Places)
                given.Add((photo, page.Things.First(t => t.Id == opening)));
            var tally = new Tally(false);
            evaluator.Whole(things, given, tally);
            var at = new string?[evaluator.Photos.Count];
            foreach (var (photo, on) in given)
                at[photo] = on.Id;
            return new(
                frame,
                things,
                at,
                frame.Cost + tally.Points + pages.Sum(p => p.Cost),
                tally.Faults + pages.Sum(p => p.Faults),
                Pages(frame, key)
            );
        }

        private static string Pages(Frame frame, string key) => string.Join('|', frame.Before.Select(b => $"{b.Move}{b.With}")) + key;

        // Which photos lie on the left page: the first so many, a story for each page, those that look to the right, those whose openings
        // are there; of few photos every way.
        private static IEnumerable<HashSet<int>> Shares(Evaluator evaluator)
        {
            var n = evaluator.Photos.Count;
            var shares = new List<HashSet<int>>();
            void Add(IEnumerable<int> left)
            {
                var set = left.ToHashSet();
                if (!shares.Exists(set.SetEquals))
                    shares.Add(set);
            }
            for (var k = 0; k <= n; k++)
                Add(Enumerable.Range(0, k));
            if (n <= FewPhotos)
                for (var mask = 0; mask < 1 << n; mask++)
                {
                    var bits = mask;
                    // Pairs of photos told in the wrong order of the pages cost more than what they could gain.
                    var wrong = 0;
                    for (var i = 0; i < n; i++)
                    for (var j = i + 1; j < n; j++)
                        if ((bits & (1 << i)) == 0 && (bits & (1 << j)) != 0)
                            wrong++;
                    if (wrong > MostWrong)
                        continue;
                    Add(Enumerable.Range(0, n).Where(i => (bits & (1 << i)) != 0));
                }
            foreach (var (members, _) in Evaluator.Groups(evaluator.Photos))
            {
                Add(members);
                Add(Enumerable.Range(0, n).Except(members));
            }
            if (evaluator.Photos.Any(p => p.Facing != Facing.Straight))
                for (var k = 0; k <= n; k++)
                {
                    var share = k;
                    Add(
                        Enumerable
                            .Range(0, n)
                            .Where(i =>
                                evaluator.Photos[i].Facing == Facing.Right || (evaluator.Photos[i].Facing == Facing.Straight && i < share)
                            )
                    );
                }
            var design = evaluator.Design;
            var at = Placing.Best(evaluator, design.Things);
            Add(Enumerable.Range(0, n).Where(i => at[i] is { } id && design.SideOf(design[id]!.Box) == PageSide.Left));
            return shares;
        }

        // There is no room for all: the one that is told last goes under a flap, or is left out and told so.
        private List<Making> Fewer()
        {
            for (var less = 1; less < photos.Count; less++)
            {
                var over = Enumerable
                    .Range(0, photos.Count)
                    .OrderBy(i => photos[i].Focal || photos[i].OneOfAKind)
                    .ThenBy(i => photos[i].Size.Area)
                    .ThenByDescending(i => i)
                    .Take(less)
                    .ToHashSet();
                if (Without(over, mayLeaveOut: true) is { Count: > 0 } made)
                    return made;
            }
            return [];
        }

        // A guest said that a flap is fine: of each kind of photo the one that is told last goes under one.
        private IEnumerable<Making> Flapped() =>
            Enumerable
                .Range(0, photos.Count)
                .Where(i => !photos[i].Focal && !photos[i].OneOfAKind)
                .GroupBy(i => photos[i].Unnamed)
                .SelectMany(alike => Without([alike.Last()], mayLeaveOut: false));

        private List<Making> Without(HashSet<int> over, bool mayLeaveOut) =>
            [
                .. All(Frames(), [.. photos.Where((_, i) => !over.Contains(i))])
                    .Where(d => d.Faults == 0)
                    .OrderBy(d => d.Cost)
                    .Take(4)
                    .SelectMany(d =>
                        new[]
                        {
                            Pocketed(d, [.. photos.Where((_, i) => over.Contains(i))]),
                            mayLeaveOut ? d with { LeftOut = over.Count } : null,
                        }
                    )
                    .OfType<Draft>()
                    .Select(Carry)
                    .OfType<Making>(),
            ];

        // A pocket on the smallest photo that it holds all of them on.
        private static Draft? Pocketed(Draft draft, IReadOnlyList<GuestPhoto> hidden)
        {
            if (hidden.Count > Placing.InAPocket || hidden.Any(p => p.OneOfAKind))
                return null;
            var under = draft
                .Things.Where(t =>
                    t.Role == PageRole.Opening && hidden.All(p => p.Size.FitsIn(t.Piece.Size) || p.Size.Turned.FitsIn(t.Piece.Size))
                )
                .MinBy(t => t.Box.Size.Area);
            if (under is null)
                return null;
            var pocket = new Lying(
                new()
                {
                    Id = $"{under.Id}K",
                    Kind = PieceKind.DieCut,
                    Size = under.Piece.Size,
                    Across = new Centred(under.Id),
                    Down = new Centred(under.Id),
                },
                PageRole.Pocket,
                under.Box.Centred(under.Piece.Size),
                null
            );
            return draft with { Things = [.. draft.Things, pocket] };
        }

        /// <summary>At least what every way takes off: each photo in the best opening for it, or a new one; what is over given up. What
        /// would have to move for it is not counted.</summary>
        public double Bound() =>
            Frames().Concat(photos.Any(p => p.Facing != Facing.Straight) ? Mirrors() : []).Select(Bound).DefaultIfEmpty(0).Min();

        private double Bound(Frame frame) => frame.Cost + PageSearch.AtLeast(photos, frame.Design.Openings);

        /// <summary>Which rule stands in the way where there is no fit, and what would free it.</summary>
        public Saying Why()
        {
            if (photos.FirstOrDefault(p => !p.MayLose && !p.Size.FitsIn(layout.Page) && !p.Size.Turned.FitsIn(layout.Page)) is { } whole)
                return Saying.Of("fit.must-not-be-cropped", ("whole", whole.Id), ("size", kit.Reading().Format(whole.Size)));
            return Saying.Of("fit.no-way-was-found", ("photos", photos.Count), ("layout", layout.Id));
        }
    }
}
