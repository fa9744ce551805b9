using System.Collections.Concurrent;
using System.Globalization;
using System.Text;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;

namespace VelvetFold.Core.Fitting;

/// <summary>Paper that lies about: a rectangle left over, with the faces it has.</summary>
/// <param name="Face">The face that may be used; both where none is named.</param>
public sealed record Leftover(string Paper, Size Size, int Count = 1, SheetFace? Face = null);

/// <summary>A piece that a changed kit cuts otherwise, and the paper in the bag that it comes out of.</summary>
public sealed record FromBag(string Label, string Paper, SheetFace Face, Size Size, string Source);

/// <summary>Another paper that a missing piece comes out of.</summary>
/// <param name="Contrast">Against what it lies on, 1 to 21 (WCAG 2.2).</param>
public sealed record OtherPaper(string Paper, SheetFace Face, string Source, decimal Contrast);

/// <summary>A piece that no paper in the bag is large enough for: the host brings paper for it, or one of these is done.</summary>
/// <param name="Instead">Other papers it comes out of, the one that stands out most first.</param>
/// <param name="AsFrame">Whether four strips in place of the whole mat come out of what is there.</param>
public sealed record MissingPiece(string Label, string Paper, SheetFace Face, Size Size, IReadOnlyList<OtherPaper> Instead, bool AsFrame);

/// <summary>Where the paper of a changed kit comes from.</summary>
public sealed record BagPaper(IReadOnlyList<FromBag> Cut, IReadOnlyList<MissingPiece> Missing);

/// <summary>
/// The paper in a kit's bag once it is cut as designed: the offcuts of its own cut plan, offcuts on hand, hidden middles, and pieces
/// that a changed kit does not need any more.
/// </summary>
public sealed class Bag
{
    private readonly Kit _kit;
    private readonly IReadOnlyList<CutPiece> _designed;
    private readonly IReadOnlyList<Named> _left;

    // Hidden middles of the kit as designed; none where it is said what lies in the bag.
    private readonly IReadOnlyList<Named>? _middles;

    private sealed record Named(string Paper, Remnant Extra, CutOut? Middle = null, bool IsFreed = false)
    {
        // A mat in the hand is trimmed before an offcut is cut, that before a middle is cut out (common practice, no source).
        public int Rank =>
            IsFreed ? 0
            : Middle is null ? 1
            : 2;
    }

    // What came out of the same paper for the same sizes: guests ask for the same again and again.
    private readonly ConcurrentDictionary<string, (IReadOnlyList<CutPattern> Cut, IReadOnlyList<Demand> Left)> _known = [];

    // In what language its paper is named.
    private readonly Words _words;

    private Bag(Kit kit, IReadOnlyList<CutPiece> designed, IReadOnlyList<Named> left, IReadOnlyList<Named>? middles, Words words) =>
        (_kit, _designed, _left, _middles, _words) = (kit, designed, left, middles, words);

    /// <summary>What is in the bag of a kit that is cut by its own plan.</summary>
    /// <param name="plan">How one kit is cut.</param>
    /// <param name="words">The language that its paper is named in; that of the request where none is said.</param>
    public static Bag Of(Kit kit, IReadOnlyList<ResolvedLayout> layouts, IReadOnlyList<CutPiece> pieces, CutPlan plan, Words? words = null)
    {
        words ??= Words.Current;
        var left = new List<Named>();
        foreach (var sheet in plan.BySheet)
        foreach (var (pattern, i) in sheet.Patterns.Select((pattern, i) => (pattern, i)))
            left.AddRange(
                pattern.Offcuts.Select(o => new Named(
                    sheet.Sheet,
                    new(
                        PaperPart.InBag(
                            words.Text(
                                "bag.of",
                                ("part", CuttingHalf.PartName(words, o.Name).Text),
                                ("paper", kit.Paper(sheet.Sheet)!.Name),
                                (
                                    "from",
                                    pattern.From is { } from
                                        ? CuttingHalf.PartName(words, from).Text
                                        : words.Text("bag.sheet", ("n", N(i + 1)))
                                )
                            )
                        ),
                        o.Box.Size,
                        pattern.Times
                    )
                ))
            );
        return new(kit, pieces, left, [.. Middles(kit, layouts, words)], words);
    }

    /// <summary>What is in the bag, planned quickly.</summary>
    public static Bag Of(Kit kit, PlanTerms? terms = null)
    {
        var work = new KitWork(kit, terms);
        return Of(kit, work.Layouts, work.Pieces, work.EachKit);
    }

    /// <summary>A bag with what is said to lie in it, in place of what the kit's own plan leaves.</summary>
    public static Bag With(Kit kit, IReadOnlyList<Leftover> leftovers)
    {
        return new(
            kit,
            new KitWork(kit).Pieces,
            [
                .. leftovers.Select(
                    (l, i) =>
                        new Named(
                            l.Paper,
                            new(
                                PaperPart.InBag(
                                    Words.Current.Text("bag.leftover", ("n", N(i + 1)), ("size", kit.Reading().Format(l.Size)))
                                ),
                                l.Size,
                                l.Count,
                                l.Face
                            )
                        )
                ),
            ],
            null,
            Words.Current
        );
    }

    /// <summary>What is in it, by paper.</summary>
    public IReadOnlyList<Leftover> Leftovers => [.. All.Select(l => new Leftover(l.Paper, l.Extra.Size, l.Extra.Count, l.Extra.Face))];

    private IEnumerable<Named> All => _left.Concat(_middles ?? []);

    /// <summary>The smallest paper in it that a piece comes out of, or null.</summary>
    /// <param name="instead">The opening that it takes the place of, whose own mats hide nothing then.</param>
    public string? Source(string paper, SheetFace face, Size size, (string Layout, string Piece) instead) =>
        All.Where(l =>
                l.Paper == paper && (l.Extra.Face ?? face) == face && (l.Middle is null || (l.Middle.Layout, l.Middle.Piece) != instead)
            )
            .Where(l =>
                size.FitsIn(l.Extra.Size)
                || (_kit.Paper(paper)?[face]?.Direction == PrintDirection.Free && size.Turned.FitsIn(l.Extra.Size))
            )
            .MinBy(l => l.Extra.Size.Area)
            ?.Extra.Source.Text;

    /// <summary>How an adapted kit's new pieces come out of the bag: planned like any other cutting, with no new sheet.</summary>
    public BagPaper For(Kit adapted) => Laid(adapted).Paper;

    /// <summary>An adapted kit as it is cut, with the hidden middles cut out that its new pieces come from; and their paper.</summary>
    public (Kit Kit, BagPaper Paper) Cut(Kit adapted)
    {
        if (ReferenceEquals(adapted, _kit))
            return (adapted, new([], []));
        var (paper, middles) = Laid(adapted);
        return (
            middles.Aggregate(
                adapted,
                (kit, middle) =>
                    kit.Layout(middle.Layout) is { } layout ? kit.With(layout.With(middle.From(layout.Piece(middle.Piece)!))) : kit
            ),
            paper
        );
    }

    /// <summary>The kit as one guest cuts and makes it; changes that name nothing in it any more are left aside.</summary>
    public static Kit Adapted(Kit kit, IReadOnlyList<OpeningChange> changes, PlanTerms? terms = null)
    {
        var known = Adaptation.Known(kit, changes);
        return known.Count == 0 ? kit : Of(kit, terms).Cut(Adaptation.Apply(kit, known)).Kit;
    }

    private (BagPaper Paper, HashSet<CutOut> Middles) Laid(Kit adapted)
    {
        ArgumentNullException.ThrowIfNull(adapted);
        var work = new KitWork(adapted);
        var (layouts, now) = (work.Layouts, work.Pieces);
        static (string, SheetFace, Size) Kind(CutPiece p) => (p.Paper, p.Face, p.Size);
        var old = _designed.ToDictionary(p => p.Label);
        var needed = now.Where(p => !old.TryGetValue(p.Label, out var was) || Kind(was) != Kind(p)).ToList();
        var kept = now.Except(needed).Select(p => p.Label).ToHashSet();
        var freed = _designed.Where(p => !kept.Contains(p.Label)).ToList();
        var cut = new List<FromBag>();
        // A piece that is not needed any more may be just what is.
        foreach (var piece in needed.ToList())
            if (
                freed.Find(f =>
                    Kind(f) == Kind(piece) || (piece.Turn == Turn.Free && Kind(f with { Size = f.Size.Turned }) == Kind(piece))
                ) is
                { } same
            )
            {
                freed.Remove(same);
                needed.Remove(piece);
                cut.Add(new(piece.Label, piece.Paper, piece.Face, piece.Size, _words.Text("bag.same", ("piece", same.Label))));
            }
        // What is hidden is what the changed pages hide.
        var whole = _middles is null ? [] : Middles(adapted, layouts, _words).Where(m => kept.Contains(m.Middle!.Label));
        var extras = _left
            .Concat(whole)
            .Concat(
                freed.Select(f => new Named(
                    f.Paper,
                    new(PaperPart.InBag(_words.Text("bag.freed", ("piece", f.Label))), f.Size, 1),
                    null,
                    true
                ))
            )
            .ToList();
        var (came, missing, rest, middles) = Planned(adapted, needed, extras);
        cut.AddRange(came);
        return (
            new([.. cut.OrderBy(c => c.Label, StringComparer.Ordinal)], [.. missing.Select(m => Missing(adapted, layouts, m, rest))]),
            middles
        );
    }

    private (List<FromBag> Cut, List<CutPiece> Missing, List<Named> Over, HashSet<CutOut> Middles) Planned(
        Kit kit,
        IReadOnlyList<CutPiece> needed,
        IReadOnlyList<Named> extras
    )
    {
        var (cut, missing, rest, middles) = (new List<FromBag>(), new List<CutPiece>(), extras.ToList(), new HashSet<CutOut>());
        foreach (var group in needed.GroupBy(p => p.Paper))
        {
            var paper = kit.Paper(group.Key)!;
            // The smallest that serves first: what is large serves others.
            var there = extras.Where(e => e.Paper == paper.Id).OrderBy(e => e.Rank).ThenBy(e => e.Extra.Size.Area).ToList();
            var pieces = group.OrderBy(p => p.Size.Area).ThenBy(p => p.Label, StringComparer.Ordinal).ToList();
            var sources = new Dictionary<string, Named>();
            foreach (var pattern in CutFrom(kit, paper, pieces, there))
            {
                var used = there[pattern.From!.Number];
                foreach (var placement in pattern.Placements)
                    sources[pieces[int.Parse(placement.Piece, CultureInfo.InvariantCulture)].Label] = used;
                if (rest.IndexOf(used) is >= 0 and var at)
                {
                    rest.RemoveAt(at);
                    if (used.Extra.Count > pattern.Times)
                        rest.Add(used with { Extra = used.Extra with { Count = used.Extra.Count - pattern.Times } });
                    rest.AddRange(
                        pattern.Offcuts.Select(o => new Named(paper.Id, used.Extra with { Size = o.Box.Size, Count = pattern.Times }))
                    );
                }
            }
            foreach (var piece in group)
                if (sources.TryGetValue(piece.Label, out var source))
                {
                    cut.Add(new(piece.Label, piece.Paper, piece.Face, piece.Size, source.Extra.Source.Text));
                    if (source.Middle is { } middle)
                        middles.Add(middle);
                }
                else
                    missing.Add(piece);
        }
        return (cut, missing, rest, middles);
    }

    // How the pieces come out of the paper that is there, both told by their place in their lists: in the order of that list, or the
    // largest paper first where more comes out so.
    private IReadOnlyList<CutPattern> CutFrom(Kit kit, Paper paper, List<CutPiece> pieces, List<Named> there)
    {
        var key = new StringBuilder(paper.Id);
        foreach (var p in pieces)
            key.Append(
                CultureInfo.InvariantCulture,
                $"|{p.Size.Width.Ticks}x{p.Size.Height.Ticks}{p.Turn}{p.Face}{(p.At is null ? "" : "@")}"
            );
        foreach (var e in there)
            key.Append(
                CultureInfo.InvariantCulture,
                $"|+{e.Extra.Size.Width.Ticks}x{e.Extra.Size.Height.Ticks}*{e.Extra.Count}{e.Extra.Face}"
            );
        return _known
            .GetOrAdd(
                key.ToString(),
                _ =>
                {
                    var sheet = new StockSheet(paper.Id, paper.Sheet, 0);
                    List<Demand> demands = [.. pieces.Select((p, i) => new Demand(N(i), p.Paper, p.Size, 1, p.Turn, p.Face) { At = p.At })];
                    List<Remnant> remnants = [.. there.Select((e, i) => e.Extra with { Source = PaperPart.OnHand(i, "") })];
                    var first = CutPlanner.OutOf(sheet, remnants, demands, kit.LongestCut);
                    if (first.Left.Count == 0)
                        return first;
                    var other = CutPlanner.OutOf(sheet, [.. remnants.OrderByDescending(r => r.Size.Area)], demands, kit.LongestCut);
                    return other.Left.Count < first.Left.Count ? other : first;
                }
            )
            .Cut;
    }

    // Another paper that is there in that size, told apart from what it lies on; or strips, where a whole mat does not come out.
    private MissingPiece Missing(Kit adapted, IReadOnlyList<ResolvedLayout> layouts, CutPiece piece, IReadOnlyList<Named> rest)
    {
        var layout = layouts.First(l => l.Layout.Id == piece.Layout);
        var others = new List<OtherPaper>();
        foreach (
            var left in rest.Where(r =>
                r.Paper != piece.Paper && piece.Size.FitsIn(r.Extra.Size)
                || piece.Size.Turned.FitsIn(r.Extra.Size) && r.Paper != piece.Paper
            )
        )
        foreach (var face in new[] { SheetFace.A, SheetFace.B })
            if (
                (left.Extra.Face ?? face) == face
                && adapted.Paper(left.Paper)?[face] is { } print
                && !others.Exists(o => o.Paper == left.Paper && o.Face == face)
                && MayBe(adapted, piece, left.Paper, face)
            )
                others.Add(
                    new(
                        left.Paper,
                        face,
                        left.Extra.Source.Text,
                        Ground(adapted, layout, piece) is { } ground ? Math.Round((decimal)Colours.Contrast(ground, print.Colour), 1) : 1
                    )
                );
        return new(
            piece.Label,
            piece.Paper,
            piece.Face,
            piece.Size,
            [.. others.OrderByDescending(o => o.Contrast).Take(3)],
            AsFrame(adapted, layout, piece, rest)
        );
    }

    // Whether it is a mat or a card that may be cut from another paper: the change makes just this piece another.
    private static bool MayBe(Kit adapted, CutPiece piece, string paper, SheetFace face)
    {
        var change = new OpeningChange(piece.Layout, piece.Piece, OpeningMove.Paper, With: $"{paper} {face}");
        return Adaptation.Tried(adapted, change) is { } changed
            && CutList
                .Of(changed, [Resolver.Resolve(changed.Layout(piece.Layout)!, changed)])
                .Any(p => p.Label == piece.Label && p.Paper == paper && p.Face == face);
    }

    // The colour of what lies under the piece.
    private static string? Ground(Kit kit, ResolvedLayout layout, CutPiece piece)
    {
        if (layout.Piece(piece.Piece) is not { } placed)
            return null;
        var under = layout
            .Pieces.TakeWhile(p => p.Id != piece.Piece)
            .LastOrDefault(p => p.Piece.Paper is not null && p.Box.Contains(placed.Box))
            ?.Piece;
        return under is null ? null : kit.Paper(under.Paper)?[under.Face]?.Colour;
    }

    private bool AsFrame(Kit adapted, ResolvedLayout layout, CutPiece piece, IReadOnlyList<Named> rest)
    {
        var change = new OpeningChange(layout.Layout.Id, piece.Piece, OpeningMove.Frame);
        if (layout.Piece(piece.Piece)?.Piece.HoldsPhoto != true || Adaptation.Tried(adapted, change) is not { } framed)
            return false;
        var strips = CutList
            .Of(framed, [Resolver.Resolve(framed.Layout(layout.Layout.Id)!, framed)])
            .Where(p => p.Piece == piece.Piece && p.Label.Contains(" strip ", StringComparison.Ordinal))
            .ToList();
        return strips.Count > 0 && Planned(framed, strips, rest).Missing.Count == 0;
    }

    // The middles that nobody sees, of pieces and of mats, where the design does not cut them out already.
    private static IEnumerable<Named> Middles(Kit kit, IReadOnlyList<ResolvedLayout> layouts, Words words) =>
        layouts
            .SelectMany(l => l.Pieces.SelectMany(p => CutOut.Of(kit, l, p)))
            .Select(m => new Named(m.Paper, new(PaperPart.InBag(words.Text("bag.middle", ("piece", m.Label))), m.Inside, 1), m));

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
