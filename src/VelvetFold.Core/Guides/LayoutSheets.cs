using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Guides;

/// <summary>The sheet one layout is made from: in front the finished page with its measures and how it is put together, at the back what
/// is cut for it.</summary>
/// <param name="Front">The layout's own steps, numbered from 1.</param>
/// <param name="Back">The sheets that first feed this layout, numbered from 1, with what falls off them for others.</param>
/// <param name="Dimensions">Every size and place of the finished page that cannot be read from another.</param>
public sealed record LayoutSheet(
    string Layout,
    IReadOnlyList<Step> Front,
    IReadOnlyList<Step> Back,
    IReadOnlyList<PageDimension> Dimensions
);

/// <summary>A guide told layout by layout, one sheet each.</summary>
/// <param name="First">What is done before any of them: everything is gathered.</param>
/// <param name="Proof">What comes of following these sheets, one after the other, each from its back to its front, and of reading their
/// dimensions back.</param>
public sealed record LayoutSheets(IReadOnlyList<Step> First, IReadOnlyList<LayoutSheet> Sheets, ProofResult Proof)
{
    /// <summary>The sheets of a kit, of the steps of its guide.</summary>
    public static LayoutSheets Of(Kits.Kit kit, KitAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(answer);
        var words = Words.In(kit.Guide.Language);
        var layouts = kit.Layouts.Select(l => Resolver.Resolve(l, kit)).Where(l => l.Pieces.Count > 0).ToList();
        var order = layouts.Select(l => l.Layout.Id).ToList();
        var first = answer.Steps.Where(s => s.Kind is StepKind.Gather or StepKind.Caution && s.Layout is null).ToList();
        var cutting = answer.Steps.Where(s => s.Half == GuideHalf.Cutting).Except(first).ToList();
        var feeds = Feeds(cutting, order);
        var sheets = layouts
            .Select(
                (layout, i) =>
                    new LayoutSheet(
                        layout.Layout.Id,
                        Numbered(answer.Steps.Where(s => s.Half == GuideHalf.Assembly && s.Layout == layout.Layout.Id)),
                        Numbered(cutting.Where((_, s) => feeds[s] == i).Select(s => Also(s, layout.Layout.Id, words))),
                        PageDimensions.Of(kit, layout)
                    )
            )
            .ToList();
        var proof = GuideProof.Replay(
            kit,
            layouts,
            answer.CutList,
            answer.EachKit.Plan,
            [.. first, .. sheets.SelectMany(s => s.Back.Concat(s.Front))]
        );
        return new(first, sheets, proof with { Faults = [.. proof.Faults, .. Misread(kit, layouts, sheets)] });
    }

    private static IReadOnlyList<Step> Numbered(IEnumerable<Step> steps) => [.. steps.Select((s, i) => s with { Number = i + 1 })];

    // The first layout a cutting step feeds. Sheets of a paper are counted, and its tear strips and insides come from sheets that are cut
    // before: no step of a paper comes after a later one of the same paper. What is kept is told at the end.
    private static int[] Feeds(IReadOnlyList<Step> cutting, List<string> order)
    {
        var feeds = cutting
            .Select(s =>
                s.Kind == StepKind.Cut
                    ? s.Pieces.Select(p => order.IndexOf(LayoutOf(p))).Where(i => i >= 0).DefaultIfEmpty(0).Min()
                    : order.Count - 1
            )
            .ToArray();
        for (var i = cutting.Count - 2; i >= 0; i--)
        for (var later = i + 1; later < cutting.Count; later++)
            if (cutting[later].Kind == StepKind.Cut && (cutting[i].Paper is null || cutting[i].Paper == cutting[later].Paper))
                feeds[i] = Math.Min(feeds[i], feeds[later]);
        return feeds;
    }

    private static string LayoutOf(string label) => label.Split('-')[0];

    // What falls off a sheet for other layouts goes to their piles. The designer's own words after a sentence stay the last.
    private static Step Also(Step step, string layout, Words words)
    {
        var others = step.Pieces.Where(p => LayoutOf(p) != layout).Distinct().ToList();
        if (step.Kind != StepKind.Cut || others.Count == 0)
            return step;
        var also = words.Text("cut.also", ("pieces", string.Join(", ", others)));
        return step with
        {
            Text = step.Note is { Instead: false } note ? $"{step.Computed} {also} {note.Words}" : $"{step.Text} {also}",
            Computed = step.Note is null ? "" : $"{step.Computed} {also}",
        };
    }

    // Each edge of a page has to be found by the numbers that are printed on it.
    private static IEnumerable<ProofFault> Misread(Kits.Kit kit, IEnumerable<ResolvedLayout> layouts, IReadOnlyList<LayoutSheet> sheets)
    {
        var reading = kit.GuideReading();
        foreach (var layout in layouts)
        {
            var marks = sheets.Single(s => s.Layout == layout.Layout.Id).Dimensions.Select(d => d.Mark).ToList();
            // What the ruler has no mark for is written as about so much; each such number on the way may be half a step off.
            var about = (reading.Step ?? Length.Zero) * marks.Count(m => m.Text.StartsWith('≈'));
            var places = PageDimensions.Read(layout.Layout, marks, text => reading.Parse(text.TrimStart('≈', ' ')).Value);
            foreach (var (axis, at) in PageDimensions.Edges(layout).Distinct())
                if (!places.TryGetValue((axis, at), out var said))
                    yield return new(
                        null,
                        "dimension-missing",
                        Saying.Of("proof.dimension-missing", ("layout", layout.Layout.Id), ("at", reading.Format(at)))
                    );
                else if ((said - at).Magnitude > about)
                    yield return new(
                        null,
                        "dimension-wrong",
                        Saying.Of(
                            "proof.dimension-wrong",
                            ("layout", layout.Layout.Id),
                            ("at", reading.Format(at)),
                            ("said", reading.Format(said))
                        )
                    );
        }
    }
}
