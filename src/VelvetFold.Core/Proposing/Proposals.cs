using VelvetFold.Core.Cutting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Matting;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Proposing;

/// <summary>So many sheets of a paper.</summary>
public sealed record ProposedSheets(string Paper, int Sheets);

/// <summary>A page out of sizes.</summary>
/// <param name="Layout">Its document; its papers are those of the kit.</param>
/// <param name="Score">100, less what the eye and the arithmetic find.</param>
/// <param name="Says">Why this paper for that piece, and what takes points off.</param>
/// <param name="Sheets">What its pieces are cut from, its base not counted where it was added.</param>
public sealed record Proposal(Layout Layout, decimal Score, IReadOnlyList<Saying> Says, IReadOnlyList<ProposedSheets> Sheets);

/// <summary>The pages that were found, the best first.</summary>
/// <param name="Why">Where there is none: what stands in the way.</param>
public sealed record ProposalAnswer(IReadOnlyList<Proposal> Proposals, Saying? Why);

/// <summary>What is asked.</summary>
/// <param name="Text">The sizes in a line.</param>
/// <param name="Page">The page they lie on.</param>
/// <param name="Papers">The papers that may be used; all of the kit where none are named.</param>
/// <param name="Sheets">How many sheets there are in all; none where that does not matter.</param>
public sealed record ProposalQuestion(string Text, Size Page, IReadOnlyList<string>? Papers = null, int? Sheets = null);

/// <summary>
/// Pages out of nothing but sizes: every way of <see cref="Arranging"/> with the cheapest papers of <see cref="Papering"/>, weighed by the
/// rules of the eye and the arithmetic of the page, cut from the sheets there are; of like pages the best.
/// </summary>
public static class Proposals
{
    /// <summary>The most that are proposed.</summary>
    public const int Most = 6;

    /// <summary>How many ways to give each arrangement its papers are weighed.</summary>
    private const int PapersEach = 5;

    /// <summary>So many pages that do not come out of the paper are enough to say so.</summary>
    private const int MostCut = 60;

    private const decimal Note = 3;

    private const decimal Eye = 4;

    private const decimal NotInLine = 2;

    /// <summary>Proposes pages.</summary>
    /// <param name="cutFrom">What a page is cut from, and null where it does not come out of what there is; sheets of the kit's papers,
    /// as many as are asked for, where left out.</param>
    /// <returns>The faults of the line where it cannot be read.</returns>
    public static (ProposalAnswer? Answer, IReadOnlyList<SizeFault> Faults) Of(
        Kit kit,
        ProposalQuestion question,
        int count = Most,
        Func<Layout, IReadOnlyList<ProposedSheets>?>? cutFrom = null,
        CancellationToken cancel = default
    )
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(question);
        var (sizes, faults) = SizeLine.Read(question.Text, kit.Unit, question.Page);
        if (faults.Count > 0)
            return (null, faults);
        var faces = Faces(kit, question.Papers);
        if (faces.Count == 0)
            return (new([], Saying.Of("proposal.no-papers")), []);
        // Of pages without a base of their own one is made, which is no part of the exercise.
        var added = !sizes.Any(s => s.Role == SizeRole.Base);
        if (added)
            sizes = [new(question.Page, SizeRole.Base), .. sizes];
        var ways = new Arranging(question.Page, sizes, kit.Unit, kit.Ruler).All().ToList();
        if (ways.Count == 0)
            return (new([], Saying.Of("proposal.no-room", ("page", kit.Reading().Format(question.Page)))), []);
        var there = new FacesThere(faces);
        var made = new Made?[ways.Count * PapersEach];
        Parallel.For(
            0,
            ways.Count,
            new() { CancellationToken = cancel },
            i =>
            {
                foreach (var (way, nth) in new Papering(there, ways[i], question.Sheets).Best(PapersEach).Select((w, n) => (w, n)))
                    made[i * PapersEach + nth] = Weighed(kit, question, ways[i], way.Faces, way.Cost);
            }
        );
        var ranked = made.OfType<Made>().OrderByDescending(m => m.Score).ThenBy(m => m.Cost).ToList();
        var chosen = new List<Made>();
        var proposals = new List<Proposal>();
        var dear = 0;
        foreach (var one in ranked)
        {
            cancel.ThrowIfCancellationRequested();
            if (proposals.Count == count || dear == MostCut)
                break;
            if (IsLike(chosen, one))
                continue;
            var layout = one.Resolved.Layout;
            if ((cutFrom is null ? CutFrom(kit, layout, added, question.Sheets) : cutFrom(layout)) is not { } sheets)
            {
                dear++;
                continue;
            }
            chosen.Add(one);
            proposals.Add(
                new(
                    layout,
                    one.Score,
                    [.. Why(kit, one), .. cutFrom is null ? ToBuy(kit, sheets) : [], .. one.Findings.Select(f => f.Says)],
                    sheets
                )
            );
        }
        return (
            new(
                proposals,
                proposals.Count > 0 ? null
                    : dear > 0 && cutFrom is not null ? Saying.Of("proposal.nothing-left")
                    : dear > 0 && question.Sheets is { } sheetsThere ? Saying.Of("proposal.too-few-sheets", ("sheets", sheetsThere))
                    : Saying.Of("proposal.no-papers")
            ),
            []
        );
    }

    /// <summary>A page with its papers, weighed.</summary>
    private sealed record Made(
        Arranged Way,
        IReadOnlyList<SeenFace> Faces,
        ResolvedLayout Resolved,
        IReadOnlyList<Finding> Findings,
        decimal Score,
        double Cost
    );

    // Of papers that look the same on both sides (a studio has the same white in many kits) the one that there is most of: as many
    // ways with each of them would be one way to the eye, and keep the others out of the beam.
    private static List<SeenFace> Faces(Kit kit, IReadOnlyList<string>? papers) =>
        [
            .. kit
                .Papers.Where(p => papers is null || papers.Contains(p.Id))
                .OrderByDescending(AreaThere)
                .DistinctBy(p => (p.FaceA, p.FaceB, p.Size, p.TearStrip, p.Squaring))
                .SelectMany(p => new[] { SheetFace.A, SheetFace.B }.Select(side => SeenPage.FaceOf(kit, p.Id, side)))
                .OfType<SeenFace>(),
        ];

    // Its sheets and scraps; of what can be bought there is no end.
    private static Int128 AreaThere(Paper paper) =>
        paper.OnHand is { } sheets
            ? paper.Offcuts.Aggregate(sheets * (Int128)paper.Size.Area, (sum, o) => sum + o.Count * (Int128)o.Size.Area)
            : Int128.MaxValue;

    private static Made? Weighed(Kit kit, ProposalQuestion question, Arranged way, IReadOnlyList<SeenFace> faces, double cost)
    {
        var layout = Document(kit, question.Page, way, faces);
        // Of its own papers alone: a studio's other hundreds are no part of what is seen on it.
        var own = faces.Select(f => f.Paper).Distinct().ToList();
        var seen = kit with { Papers = own, Layouts = [layout], NoEye = false };
        var resolved = Resolver.Resolve(layout, seen);
        var arithmetic = PageCheck.Of(seen, resolved);
        if (arithmetic.Any(f => f.Gravity == Gravity.Fault))
            return null;
        IReadOnlyList<Finding> findings = [.. arithmetic, .. EyeCheck.Of(seen, resolved)];
        var score = 100 - findings.Sum(f => f.Gravity == Gravity.Eye ? Eye : Note) - way.Slots.Count(s => !IsInLine(way, s)) * NotInLine;
        return new(way, faces, resolved, findings, score, cost);
    }

    // An edge or its middle stands where that of another piece does.
    private static bool IsInLine(Arranged way, Slot slot) =>
        slot.Role is SizeRole.Base or SizeRole.Strip
        || way.Slots.Any(o =>
            o != slot
            && (Meet(slot.Box.Along(Axis.Across), o.Box.Along(Axis.Across)) || Meet(slot.Box.Along(Axis.Down), o.Box.Along(Axis.Down)))
        );

    private static bool Meet(Span a, Span b) => a.Start == b.Start || a.End == b.End || a.Start + a.Extent.Half == b.Start + b.Extent.Half;

    private static Layout Document(Kit kit, Size page, Arranged way, IReadOnlyList<SeenFace> faces)
    {
        var id = Enumerable.Range(1, int.MaxValue).Select(n => $"L{n}").First(l => kit.Layout(l) is null);
        return new()
        {
            Id = id,
            Name = Saying.Of("proposal.name").ToString(),
            Page = page,
            Pieces = [.. way.Slots.Select((s, i) => PieceOf(kit, way, s, faces[i]))],
        };
    }

    private static Piece PieceOf(Kit kit, Arranged way, Slot slot, SeenFace face)
    {
        var (across, down) = (Rule(way, slot, Axis.Across), Rule(way, slot, Axis.Down));
        var piece = new Piece
        {
            Id = slot.Id,
            Kind = slot.Role switch
            {
                SizeRole.Base => PieceKind.Base,
                SizeRole.Strip => PieceKind.Strip,
                SizeRole.Photo => PieceKind.Photo,
                SizeRole.Small => PieceKind.Journaling,
                _ => PieceKind.Panel,
            },
            Size = slot.Box.Size,
            Across = across,
            Down = down,
        };
        return slot.Role != SizeRole.Photo
            ? piece with
            {
                Paper = face.Paper.Id,
                Face = face.Side,
            }
            : piece with
            {
                Opening = new()
                {
                    School = MatSchool.TrimPhoto,
                    Mats =
                    [
                        new()
                        {
                            Paper = face.Paper.Id,
                            Face = face.Side,
                            Reveal = kit.Matting.Reveal,
                        },
                    ],
                },
            };
    }

    // In the middle of what it lies in where it does, else from the edges of what it lies on; grounds and strips from the page.
    private static AxisRule Rule(Arranged way, Slot slot, Axis axis)
    {
        var (box, start) = (slot.Box, axis == Axis.Across ? Edge.Left : Edge.Top);
        var own = box.Along(axis);
        if (slot.Role is SizeRole.Base)
            return new FromEdge(start, Length.Zero);
        var before = way.Slots.TakeWhile(s => s != slot).Where(s => s.Role != SizeRole.Base);
        var under = slot.Role switch
        {
            SizeRole.Ground => null,
            SizeRole.Strip => before.LastOrDefault(s => s.Role == SizeRole.Strip && Holds(s.Box.Along(axis), own)),
            SizeRole.Photo => before.LastOrDefault(s => s.Role is SizeRole.Block or SizeRole.Ground && s.Box.Overlaps(box)),
            _ => before.LastOrDefault(s => s.Box.Contains(box)),
        };
        if (under is null)
            return new FromEdge(start, own.Start);
        var on = under.Box.Along(axis);
        return own.Start - on.Start == on.End - own.End ? new Centred(under.Id) : new FromEdge(start, own.Start - on.Start, under.Id);
    }

    private static bool Holds(Span whole, Span part) => whole.Start <= part.Start && part.End <= whole.End;

    // Of one structure one page is enough, of the same places (or their mirror image) too, and of the same papers three.
    private static bool IsLike(IReadOnlyList<Made> chosen, Made one)
    {
        bool SamePapers(Made other) =>
            other.Faces.Zip(one.Faces).All(p => p.First.Paper.Id == p.Second.Paper.Id && p.First.Side == p.Second.Side);
        bool SamePlaces(Made other) =>
            other.Way.Slots.Zip(one.Way.Slots).All(p => p.First.Box == p.Second.Box)
            || other.Way.Slots.Zip(one.Way.Slots).All(p => Mirrored(p.First.Box) == p.Second.Box);
        Box Mirrored(Box box) => box with { X = one.Resolved.Layout.Page.Width - box.Right };
        return chosen.Any(c => c.Way.Structure == one.Way.Structure || SamePlaces(c)) || chosen.Count(SamePapers) >= 3;
    }

    // What it is cut from; null where that is more than there is, or what does not come out of its paper.
    private static IReadOnlyList<ProposedSheets>? CutFrom(Kit kit, Layout layout, bool added, int? most)
    {
        var own = added ? layout with { Pieces = [.. layout.Pieces.Where(p => p.Kind != PieceKind.Base)] } : layout;
        var plan = new KitWork(
            kit with
            {
                Layouts = [own],
                Kits = 1,
                Spares = [],
                KeptSheets = [],
                ChosenPlans = [],
            },
            new() { BudgetMs = 16, Polish = false }
        ).EachKit;
        return plan.BySheet.Any(s => s.Shortfall.Count > 0) || (most is { } limit && plan.SheetsUsed > limit)
            ? null
            : [.. plan.BySheet.Where(s => s.SheetsUsed > 0).Select(s => new ProposedSheets(s.Sheet, s.SheetsUsed))];
    }

    // What is not free on the shelf, where it is counted.
    private static IEnumerable<Saying> ToBuy(Kit kit, IReadOnlyList<ProposedSheets> sheets) =>
        sheets
            .Select(s => (Paper: kit.Paper(s.Paper)!, s.Sheets))
            .Where(s => s.Paper.Free is { } free && free < s.Sheets)
            .Select(s => Saying.Of("proposal.to-buy", ("n", s.Sheets - Math.Max(0, s.Paper.Free!.Value)), ("paper", s.Paper.Name)));

    private static IEnumerable<Saying> Why(Kit kit, Made made)
    {
        var reading = kit.Reading();
        for (var i = 0; i < made.Way.Slots.Count; i++)
        {
            var (slot, face) = (made.Way.Slots[i], made.Faces[i]);
            // A strip by its width first, whichever way it runs.
            var own = slot.Role == SizeRole.Strip ? new Size(slot.Box.Size.Shorter, slot.Box.Size.Longer) : slot.Box.Size;
            var size = reading.Format(own);
            if (slot.Role == SizeRole.Ground && !face.IsBusy)
                yield return Saying.Of("proposal.calm", ("size", size), ("paper", face.Paper.Name));
            if (slot.Role == SizeRole.Block && face.Face.Motif is { } motif && slot.Box.Size.Shorter >= motif * EyeLimits.MotifTimes)
                yield return Saying.Of("proposal.motif", ("size", size), ("paper", face.Paper.Name));
            if (slot.Role == SizeRole.Strip && Papering.FromTear(slot, face))
                yield return Saying.Of("proposal.tear", ("size", size), ("paper", face.Paper.Name));
            if (slot.Role == SizeRole.Photo)
                yield return Saying.Of("proposal.mat", ("size", size), ("paper", face.Paper.Name));
        }
    }
}
