using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Where a difference shows.</summary>
[JsonConverter(typeof(TextEnum<DifferenceIn>))]
public enum DifferenceIn
{
    [JsonStringEnumMemberName("page")] Page,
    [JsonStringEnumMemberName("cuts")] Cuts,
    [JsonStringEnumMemberName("sheets")] Sheets,
    [JsonStringEnumMemberName("steps")] Steps,
}

/// <summary>One thing that is not as the designer made it, in a sentence.</summary>
public sealed record Difference(DifferenceIn In, string? Piece, string Says);

/// <summary>Lists what differs between the designer's kit and a guest's.</summary>
public static class Differences
{
    /// <summary>What differs on the pages: pieces that moved, turned, grew or were left empty.</summary>
    public static IEnumerable<Difference> OfPages(Kit kit, IReadOnlyList<ResolvedLayout> before, IReadOnlyList<ResolvedLayout> after)
    {
        var reading = kit.Reading();
        foreach (var (old, now) in before.SelectMany(l => l.Pieces).Join(after.SelectMany(l => l.Pieces), p => p.Label, p => p.Label, (a, b) => (a, b)))
        {
            if (old.Piece.HoldsPhoto && !now.Piece.HoldsPhoto)
            {
                yield return new(DifferenceIn.Page, old.Label, now.Piece.Kind switch
                {
                    PieceKind.Photo => $"{old.Label} is left empty.",
                    PieceKind.Journaling => $"{old.Label} becomes a card to write on, {reading.Format(now.Box.Size)}.",
                    _ => $"{old.Label} becomes a patch of {kit.Paper(now.Piece.Paper)?.Name}, {reading.Format(now.Box.Size)}.",
                });
                continue;
            }
            if (now.Piece.IsPlaceholder && !old.Piece.IsPlaceholder) yield return new(DifferenceIn.Page, old.Label, $"{old.Label} holds a placeholder card, {reading.Format(now.Stack.Photo)}, until its photo is printed.");
            if (old.Box.Size == now.Box.Size.Turned && old.Box.Size != now.Box.Size)
                yield return new(DifferenceIn.Page, old.Label, $"{old.Label} is turned: {reading.Format(now.Box.Size)} instead of {reading.Format(old.Box.Size)}.");
            else if (old.Box.Size != now.Box.Size)
                yield return new(DifferenceIn.Page, old.Label, $"{old.Label} is {reading.Format(now.Box.Size)} instead of {reading.Format(old.Box.Size)}.");
            var moves = Moves(reading, old.Box, now.Box).ToList();
            if (moves.Count > 0) yield return new(DifferenceIn.Page, old.Label, $"{old.Label} moves {string.Join(" and ", moves)}.");
        }
        var (labels, labelsNow) = (before.SelectMany(l => l.Pieces).Select(p => p.Label).ToHashSet(), after.SelectMany(l => l.Pieces).Select(p => p.Label).ToHashSet());
        foreach (var gone in before.SelectMany(l => l.Pieces).Where(p => !labelsNow.Contains(p.Label))) yield return new(DifferenceIn.Page, gone.Label, $"{gone.Label} is not there.");
        foreach (var made in after.SelectMany(l => l.Pieces).Where(p => !labels.Contains(p.Label)))
            yield return new(DifferenceIn.Page, made.Label, $"{made.Label} is new: {reading.Format(made.Box.Size)}, {PlaceWords.Say(made.Piece, reading)}.");
        foreach (var (old, now) in before.Zip(after))
            foreach (var overlap in NewOverlaps(kit, old, now)) yield return overlap;
    }

    /// <summary>What differs in the cut list, by label.</summary>
    public static IEnumerable<Difference> OfCuts(Kit kit, IReadOnlyList<CutPiece> before, IReadOnlyList<CutPiece> after)
    {
        var reading = kit.Reading();
        var (old, now) = (before.ToDictionary(p => p.Label), after.ToDictionary(p => p.Label));
        foreach (var (label, piece) in old)
        {
            if (!now.TryGetValue(label, out var changed))
                yield return new(DifferenceIn.Cuts, label, $"{label} ({reading.Format(piece.Size)}) is not cut.");
            else if (changed.Size != piece.Size)
                yield return new(DifferenceIn.Cuts, label, $"{label} is cut {reading.Format(changed.Size)} instead of {reading.Format(piece.Size)}.");
        }
        foreach (var (label, piece) in now.Where(p => !old.ContainsKey(p.Key)))
            yield return new(DifferenceIn.Cuts, label, $"{label} is cut in addition: {reading.Format(piece.Size)}.");
    }

    /// <summary>What differs in the sheets one kit takes.</summary>
    public static IEnumerable<Difference> OfSheets(Kit kit, CutPlan before, CutPlan after)
    {
        foreach (var paper in kit.Papers)
        {
            var (old, now) = (before.For(paper.Id)?.SheetsUsed ?? 0, after.For(paper.Id)?.SheetsUsed ?? 0);
            if (old != now) yield return new(DifferenceIn.Sheets, null, $"{paper.Name}: {Sheets(now)} instead of {old}.");
        }
    }

    /// <summary>What differs in the steps, matched by what they do to which pieces.</summary>
    public static IEnumerable<Difference> OfSteps(IReadOnlyList<Step> before, IReadOnlyList<Step> after)
    {
        static string Key(Step s) => $"{s.Half} {s.Kind} {s.Layout} {s.Paper} {string.Join(",", s.Pieces)}";
        static string Content(Step s) => string.Join("\n", [s.Text, .. s.Lines]);
        var old = before.GroupBy(Key).ToDictionary(g => g.Key, g => g.First());
        var kept = after.Select(Key).ToHashSet();
        foreach (var step in after)
        {
            if (!old.TryGetValue(Key(step), out var was)) yield return new(DifferenceIn.Steps, step.Pieces.Count == 1 ? step.Pieces[0] : null, $"New step {step.Number}: {step.Text}");
            else if (Content(was) != Content(step)) yield return new(DifferenceIn.Steps, step.Pieces.Count == 1 ? step.Pieces[0] : null, $"Step {was.Number} now reads: {step.Text}");
        }
        foreach (var step in before.Where(s => !kept.Contains(Key(s)))) yield return new(DifferenceIn.Steps, step.Pieces.Count == 1 ? step.Pieces[0] : null, $"Step {step.Number} falls away: {step.Text}");
    }

    // Pieces that lay side by side as designed and now lie on each other: somebody has to see it before it is stuck.
    private static IEnumerable<Difference> NewOverlaps(Kit kit, ResolvedLayout before, ResolvedLayout after)
    {
        for (var i = 0; i < after.Pieces.Count; i++)
            for (var j = i + 1; j < after.Pieces.Count; j++)
            {
                var (under, over) = (after.Pieces[i], after.Pieces[j]);
                if (under.Box.Intersect(over.Box) is not { } shared) continue;
                if (before.Piece(under.Id) is not { } oldUnder || before.Piece(over.Id) is not { } oldOver || oldUnder.Box.Overlaps(oldOver.Box)) continue;
                yield return new(DifferenceIn.Page, over.Label, $"{over.Label} now covers {kit.Reading().Format(shared.Size)} of {under.Label}, which lay beside it: move one of them, or leave one out.");
            }
    }

    private static IEnumerable<string> Moves(LengthPattern reading, Box old, Box now)
    {
        // A turned piece keeps its middle when it is centred; what counts is the edge a ruler finds, left and top.
        var (x, y) = (now.X - old.X, now.Y - old.Y);
        if (x != Length.Zero) yield return $"{reading.Format(x.Magnitude)} to the {(x.IsPositive ? "right" : "left")}";
        if (y != Length.Zero) yield return $"{reading.Format(y.Magnitude)} {(y.IsPositive ? "down" : "up")}";
    }

    private static string Sheets(int n) => n == 1 ? "1 sheet" : $"{n} sheets";
}
