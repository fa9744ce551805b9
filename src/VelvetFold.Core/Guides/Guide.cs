using VelvetFold.Core.Cutting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;

namespace VelvetFold.Core.Guides;

/// <summary>
/// Writes the steps of a kit: everything is cut before anything is stuck, what is wet comes early and once, and every page is built
/// from the back layer forward.
/// </summary>
public static class Guide
{
    /// <summary>The steps for one kit, numbered from 1.</summary>
    /// <param name="pieces">All that is cut for one kit, by whomever.</param>
    /// <param name="plan">The plan by which a guest cuts one kit.</param>
    public static IReadOnlyList<Step> Write(
        Kit kit,
        IReadOnlyList<ResolvedLayout> layouts,
        IReadOnlyList<CutPiece> pieces,
        CutPlan plan,
        Words words
    )
    {
        var draft = new Draft(kit, words);
        new CuttingHalf(draft, layouts, pieces, plan).Write();
        var inRows = plan.InRows;
        var taken = layouts.SelectMany(l => l.Pieces.Concat(l.Extras)).SelectMany(p => p.Piece.Takes(p.Label)).ToList();
        var halved = kit.Parts.SelectMany(s => PartTally.Of(s, taken).Halved).ToList();
        foreach (var layout in layouts.Where(l => l.Pieces.Count > 0))
            new AssemblyHalf(draft, layout, inRows, halved).Write();
        return Wished(kit, draft.Steps);
    }

    // The designer's moves and words last: they find their steps by key, and what they no longer find is left alone.
    private static IReadOnlyList<Step> Wished(Kit kit, IReadOnlyList<Step> steps)
    {
        var order = steps.ToList();
        foreach (var move in kit.Guide.Moves)
        {
            var at = order.FindIndex(s => s.Key == move.Step);
            if (at < 0 || (move.After is { } gone && order.All(s => s.Key != gone)))
                continue;
            var step = order[at] with { IsMoved = true };
            order.RemoveAt(at);
            // Without a step to follow it comes first of its half and layout.
            var to = move.After is { } after
                ? order.FindIndex(s => s.Key == after) + 1
                : order.FindIndex(s => s.Half == step.Half && s.Layout == step.Layout);
            order.Insert(Math.Max(0, to), step);
        }
        var notes = kit.Guide.Notes.GroupBy(n => n.Step).ToDictionary(g => g.Key, g => g.Last());
        return [.. order.Select((step, i) => Noted(step with { Number = i + 1 }, notes.GetValueOrDefault(step.Key)))];
    }

    private static Step Noted(Step step, StepNote? note)
    {
        if (note is null)
            return step;
        var noted = step with { Note = note, Computed = step.Text };
        if (note.Instead)
            // What the designer writes is the designer's: its numbers are not read back.
            return noted with { Text = note.Words, Facts = [.. step.Facts.Select(f => f with { IsSaid = false })] };
        // After the lines of a run, not between its head and them.
        return step is { Kind: StepKind.Lay, Lines.Count: > 0 }
            ? noted with
            {
                Lines = [.. step.Lines, note.Words],
                LineFacts = [.. step.LineFacts, []],
            }
            : noted with
            {
                Text = $"{step.Text} {note.Words}",
            };
    }
}
