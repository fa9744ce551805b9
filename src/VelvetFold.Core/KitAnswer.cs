using VelvetFold.Core.Counting;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Drawing;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;
using VelvetFold.Core.Workshops;

namespace VelvetFold.Core;

/// <summary>A layout as computed: its pieces in place, their words and dimension lines, the picture, and what does not add up.</summary>
/// <param name="Gaps">The gaps of pieces spread evenly.</param>
public sealed record LayoutAnswer(
    string Id,
    Saying Summary,
    IReadOnlyList<PieceAnswer> Pieces,
    IReadOnlyList<SpreadGaps> Gaps,
    Scene Picture,
    IReadOnlyList<Finding> Findings
)
{
    /// <summary>Where accent colours return.</summary>
    public IReadOnlyList<ColourReturn> Returns { get; init; } = [];

    /// <summary>Where its focal photos lie.</summary>
    public IReadOnlyList<FocalPlace> Focal { get; init; } = [];

    /// <summary>What its area shows; null where nothing lies on it, or the eye is switched off for the kit.</summary>
    public PageShares? Shares { get; init; }
}

/// <summary>A piece as computed.</summary>
/// <param name="Place">Where it lies, in words.</param>
/// <param name="Placed">Null where its place cannot be found; a finding says why.</param>
/// <param name="Hidden">Its hidden middles, which may be cut out for other pieces.</param>
public sealed record PieceAnswer(
    string Id,
    string Label,
    Saying Place,
    PlacedPiece? Placed,
    IReadOnlyList<Mark> Dimensions,
    IReadOnlyList<HiddenMiddle> Hidden
)
{
    /// <summary>How much can be written on it; null where it is no card.</summary>
    public CardRoom? Writing { get; init; }
}

/// <summary>One arrangement of a layout beside others.</summary>
/// <param name="Name">Null for the layout as it is.</param>
/// <param name="Page">All that follows from it.</param>
/// <param name="Sheets">The sheets that one kit takes with it.</param>
/// <param name="Moved">The labels of the pieces that lie elsewhere, are another size or of another paper than in the layout as it is, or are
/// in one of the two only.</param>
public sealed record VariantAnswer(string? Name, LayoutAnswer Page, int Sheets, IReadOnlyList<string> Moved);

/// <summary>A sheet's picture, by paper and place of its pattern in the plan.</summary>
public sealed record SheetPicture(string Paper, int Pattern, Scene Picture);

/// <summary>A sheet as laid by hand.</summary>
/// <param name="Pieces">What lies on it now.</param>
/// <param name="NoRoom">The labels that lay there before and find no room any more.</param>
/// <param name="Times">How many sheets can be cut like this before one of its pieces is no longer wanted.</param>
public sealed record LaidSheet(IReadOnlyList<KeptPiece> Pieces, IReadOnlyList<string> NoRoom, int Times);

/// <summary>A plan with its pictures.</summary>
/// <param name="Better">After a longer search: what it found that is better than the kit's plan, to be kept with the kit as its chosen
/// plans.</param>
public sealed record PlanAnswer(CutPlan Plan, IReadOnlyList<SheetPicture> Pictures, IReadOnlyList<ChosenPlan>? Better = null);

/// <summary>
/// All that follows from a kit document: places, findings, cuts, counts and steps. Computed on demand and stored nowhere.
/// </summary>
/// <param name="EachKit">How a guest cuts one kit.</param>
/// <param name="Proof">What comes of following the steps on a virtual table.</param>
/// <param name="Materials">What a guest has at hand for one kit.</param>
/// <param name="Sides">What the two sides of its two-sided papers are called.</param>
/// <remarks>How the host cuts all kits together is asked for by itself (<see cref="BatchOf"/>): its pictures are many times the rest of
/// the answer.</remarks>
public sealed record KitAnswer(
    IReadOnlyList<LayoutAnswer> Layouts,
    IReadOnlyList<Finding> StockFindings,
    IReadOnlyList<CutPiece> CutList,
    PlanAnswer EachKit,
    Counts Counts,
    IReadOnlyList<Step> Steps,
    ProofResult Proof,
    IReadOnlyList<Material> Materials,
    IReadOnlyList<PaperSides> Sides
)
{
    /// <summary>
    /// What a step looks like: the sheet it cuts; the page so far with the new piece in strong outline and its dimension lines, and nothing
    /// else; the mat stack taken apart. Null for a step without a picture.
    /// </summary>
    public Scene? SceneOf(Step step)
    {
        if (step.Kind == StepKind.Cut)
            return EachKit.Pictures.FirstOrDefault(p => p.Paper == step.Paper && p.Pattern == step.Pattern)?.Picture;
        if (step.Apart is { } apart)
            return apart;
        if (Layouts.FirstOrDefault(l => l.Id == step.Layout)?.Picture is not { } page)
            return null;
        if (step.Kind == StepKind.DryLayout)
            return page;
        if (step.Picture is not { } picture)
            return null;
        var shown = picture.Down.Concat(picture.New).ToHashSet();
        var fresh = picture.New.ToHashSet();
        var marks = page
            .Marks.Where(m => m.Piece is null || (shown.Contains(m.Piece) && (m is not TextMark || fresh.Contains(m.Piece))))
            .ToList();
        var outlines = marks
            .OfType<BoxMark>()
            .Where(m => m.Piece is { } piece && fresh.Contains(piece))
            .Select(m => m with { Role = Role.New, Fill = null });
        return page with { Says = Saying.Plain(step.Text), Marks = [.. marks, .. outlines.ToList(), .. picture.Dimensions] };
    }

    /// <summary>Computes a kit for so many kits and their spares.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static KitAnswer For(Kit kit, int kits, PlanTerms? terms = null) => Computation.Run(kit, kits, terms, spares: true).Answer;

    /// <summary>How so many kits are cut together, patterns shared between them.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static PlanAnswer BatchOf(Kit kit, int kits, PlanTerms? terms = null) => PlanOf(kit, CutMode.Batch, kits, terms);

    /// <summary>How a kit is cut in one way of cutting or the other.</summary>
    /// <param name="kits">How many kits are cut together; without meaning where each is cut by itself.</param>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static PlanAnswer PlanOf(Kit kit, CutMode mode, int kits, PlanTerms? terms = null) =>
        Computation.Pictures(kit, new KitWork(kit, terms).Plan(mode == CutMode.Batch ? kits : 1, mode));

    /// <summary>What a longer search for the same finds.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static PlanAnswer SearchedPlanOf(Kit kit, CutMode mode, int kits, PlanTerms longer)
    {
        var (plan, better) = new KitWork(kit, new() { Memory = longer.Memory, Cancel = longer.Cancel }).Searched(
            mode == CutMode.Batch ? kits : 1,
            mode,
            longer with
            {
                BudgetMs = PlanTerms.Thorough,
            }
        );
        return Computation.Pictures(kit, plan) with { Better = better };
    }

    /// <summary>
    /// A sheet as it is once a piece is laid on it by hand, with what lies there already; what finds no room any more is named, and the
    /// planner lays it elsewhere.
    /// </summary>
    /// <param name="kits">How many kits are cut together.</param>
    /// <param name="there">The labels on the sheet, so often as each lies there.</param>
    /// <returns>Null where the piece cannot be cut from such a sheet.</returns>
    /// <exception cref="ArgumentException">The kit does not cut the piece, or one that lies there, from that paper.</exception>
    public static LaidSheet? Lay(Kit kit, CutMode mode, int kits, string paper, IReadOnlyList<string> there, string piece)
    {
        var order = new KitWork(kit).Order(kits, mode);
        if (CutPlanner.Lay(order, paper, there, piece) is not { } laid)
            return null;
        var left = there.ToList();
        foreach (var label in laid.Select(p => p.Piece))
            left.Remove(label);
        return new(laid, left, laid.CountBy(p => p.Piece).Min(c => order.Pieces.First(d => d.Id == c.Key).Quantity / c.Value));
    }

    /// <summary>Computes the pages alone: places, pictures and findings.</summary>
    public static IReadOnlyList<LayoutAnswer> Pages(Kit kit) =>
        [.. kit.Layouts.Select(l => Computation.Layout(kit, Resolver.Resolve(l, kit)))];

    /// <summary>Computes one page or spread alone.</summary>
    public static LayoutAnswer Page(Kit kit, Layout layout) => Computation.Layout(kit, Resolver.Resolve(layout, kit));

    /// <summary>Computes a layout as it is and each of its variants, to be compared.</summary>
    /// <exception cref="OperationCanceledException">The work was cancelled.</exception>
    public static IReadOnlyList<VariantAnswer> Variants(Kit kit, Layout layout, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(layout);
        var own = Resolver.Resolve(layout, kit);
        return
        [
            .. layout
                .Variants.Select(v => (Name: (string?)v.Name, Layout: layout.As(v)))
                .Prepend((null, layout))
                .Select(v =>
                {
                    var with = kit.With(v.Layout);
                    var resolved = Resolver.Resolve(v.Layout, with);
                    var sheets = new KitWork(with, new() { Polish = false, Cancel = cancel }).EachKit.SheetsUsed;
                    return new VariantAnswer(v.Name, Computation.Layout(with, resolved), sheets, Moved(own, resolved));
                }),
        ];
    }

    private static List<string> Moved(ResolvedLayout own, ResolvedLayout other) =>
        [
            .. own
                .Pieces.Concat(other.Pieces)
                .Select(p => p.Id)
                .Distinct()
                .Where(id => Look(own.Piece(id)) != Look(other.Piece(id)))
                .Select(id => $"{own.Layout.Id}-{id}"),
        ];

    private static (Box?, string?, Stock.SheetFace?, decimal?) Look(PlacedPiece? placed) =>
        (placed?.Box, placed?.Piece.Paper, placed?.Piece.Face, placed?.Piece.Tilt);

    /// <summary>Computes a kit as one guest will make it, and what differs from the designer's.</summary>
    /// <exception cref="ArgumentException">A change names an opening that is not there.</exception>
    /// <param name="told">The language that the differences are told in; that of the request where none is said.</param>
    public static GuestAnswer ForGuest(Kit kit, IReadOnlyList<OpeningChange> changes, PlanTerms? terms = null, Words? told = null)
    {
        var words = told ?? Words.Current;
        var differences = new Differences(kit, words);
        var changed = Adaptation.Apply(kit, changes);
        var before = Computation.Run(kit, 1, terms);
        var bag = Bag.Of(kit, before.Layouts, before.Answer.CutList, before.Answer.EachKit.Plan, words);
        var (adapted, paper) = bag.Cut(changed);
        var after = ReferenceEquals(adapted, kit) ? before : Computation.Run(adapted, 1, terms);
        return new(
            adapted,
            after.Answer,
            [
                .. differences.OfPages(before.Layouts, after.Layouts),
                .. differences.OfCuts(before.Answer.CutList, after.Answer.CutList),
                .. differences.OfSheets(before.Answer.EachKit.Plan, after.Answer.EachKit.Plan),
                .. differences.OfSteps(before.Answer.Steps, after.Answer.Steps),
            ],
            paper,
            Fillings.Of(kit, bag)
        )
        {
            Letters = GuestWords.Letters(kit, adapted),
        };
    }

    private sealed record Computation(IReadOnlyList<ResolvedLayout> Layouts, KitAnswer Answer)
    {
        public static Computation Run(Kit kit, int kits, PlanTerms? terms, bool spares = false)
        {
            var work = new KitWork(kit, terms);
            var (layouts, pieces) = (work.Layouts, work.Pieces);
            // The run is planned while one kit is, and its guide written: neither waits for the other.
            var (demand, (each, steps, proof, drawn)) = AtOnce.Run(
                () => work.Counting().Run(spares ? kit.WithSpares(kits) : kits),
                () =>
                {
                    var guided = work.EachKit;
                    var written = Guide.Write(kit, layouts, pieces, guided, Words.In(kit.Guide.Language));
                    return (
                        guided,
                        written,
                        GuideProof.Replay(kit, layouts, pieces, guided, written),
                        layouts.Select(l => Layout(kit, l)).ToList()
                    );
                }
            );
            var counts = PieceCounts.Of(work, demand, kits, spares);
            return new(
                layouts,
                new(
                    drawn,
                    StockCheck.Of(kit, counts),
                    pieces,
                    Pictures(kit, each),
                    counts,
                    steps,
                    proof,
                    Guides.Materials.Of(kit, layouts, each, Words.In(kit.Guide.Language)),
                    PaperSides.Of(kit, Words.Current)
                )
            );
        }

        public static PlanAnswer Pictures(Kit kit, CutPlan plan) =>
            new(
                plan,
                [
                    .. plan.BySheet.SelectMany(s =>
                        s.Patterns.Select((p, i) => new SheetPicture(s.Sheet, i, CutPicture.Draw(kit, kit.Paper(s.Sheet)!, p)))
                    ),
                ]
            );

        public static LayoutAnswer Layout(Kit kit, ResolvedLayout resolved)
        {
            var reading = kit.Reading();
            var eye = EyeCheck.Look(kit, resolved);
            IReadOnlyList<Finding> findings = [.. PageCheck.Of(kit, resolved), .. eye.Says];
            var pieces = resolved
                .Layout.Pieces.DistinctBy(p => p.Id)
                .Select(piece =>
                    resolved.Piece(piece.Id) is { } placed
                        ? new PieceAnswer(
                            piece.Id,
                            placed.Label,
                            PlaceWords.Say(piece, reading),
                            placed,
                            LayoutPicture.Dimensions(reading, resolved, placed),
                            Hidden.Of(resolved, placed, Hidden.Lap(kit.Unit))
                        )
                        {
                            Writing = CardRoom.Of(kit, piece, placed.Box.Size),
                        }
                        : new PieceAnswer(piece.Id, resolved.Layout.Label(piece), PlaceWords.Say(piece, reading), null, [], [])
                );
            return new(
                resolved.Layout.Id,
                Summary(resolved.Layout, findings),
                [.. pieces],
                resolved.Gaps,
                LayoutPicture.Draw(kit, resolved),
                findings
            )
            {
                Returns = eye.Returns,
                Focal = eye.Focal,
                Shares = eye.Shares,
            };
        }

        private static Saying Summary(Layout layout, IReadOnlyList<Finding> findings)
        {
            var photos = layout.Pieces.Count(p => p.HasPrint);
            var faults = findings.Count(f => f.Gravity == Gravity.Fault);
            return Saying.Of(
                "summary.layout",
                ("pages", layout.Kind == LayoutKind.Spread ? 2 : 1),
                ("pieces", layout.Pieces.Count),
                ("photos", photos),
                ("faults", faults)
            );
        }
    }
}

/// <summary>A guest's kit: the adapted document, all that follows from it, what differs, and what paper in the bag it is cut
/// from.</summary>
/// <param name="Fillings">What each opening as designed may be filled with where it has no photo.</param>
public sealed record GuestAnswer(
    Kit Kit,
    KitAnswer Answer,
    IReadOnlyList<Difference> Differences,
    BagPaper Bag,
    IReadOnlyList<OpeningFillings> Fillings
)
{
    /// <summary>Changes that speak of what is not in the kit any more, and were left out.</summary>
    public IReadOnlyList<OpeningChange> SetAside { get; init; } = [];

    /// <summary>Letters that the guest's words take and the sheets of their bag have too few of, a sentence each.</summary>
    public IReadOnlyList<Saying> Letters { get; init; } = [];
}
