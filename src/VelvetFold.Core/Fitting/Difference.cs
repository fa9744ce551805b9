using System.Globalization;
using System.Text.Json.Serialization;
using VelvetFold.Core.Cutting;
using VelvetFold.Core.Guides;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;

namespace VelvetFold.Core.Fitting;

/// <summary>Where a difference shows.</summary>
[JsonConverter(typeof(TextEnum<DifferenceIn>))]
public enum DifferenceIn
{
    [JsonStringEnumMemberName("page")]
    Page,

    [JsonStringEnumMemberName("cuts")]
    Cuts,

    [JsonStringEnumMemberName("sheets")]
    Sheets,

    [JsonStringEnumMemberName("steps")]
    Steps,
}

/// <summary>One thing that is not as the designer made it, in a sentence.</summary>
/// <param name="IsCutting">Whether it is a step in which a sheet is cut: of no concern to whom finds all of it in their bag.</param>
public sealed record Difference(DifferenceIn In, string? Piece, string Says, bool IsCutting = false);

/// <summary>Lists what differs between the designer's kit and a guest's, in the words of a language.</summary>
public sealed class Differences(Kit kit, Words words)
{
    private readonly LengthPattern _reading = kit.Reading();

    /// <summary>What differs on the pages: pieces that moved, turned, grew or hold something else.</summary>
    public IEnumerable<Difference> OfPages(IReadOnlyList<ResolvedLayout> before, IReadOnlyList<ResolvedLayout> after)
    {
        foreach (
            var (old, now) in before
                .SelectMany(l => l.Pieces)
                .Join(after.SelectMany(l => l.Pieces), p => p.Label, p => p.Label, (a, b) => (a, b))
        )
        {
            Difference Says(string key, params ReadOnlySpan<(string, string)> blanks) =>
                new(DifferenceIn.Page, old.Label, words.Text(key, [.. blanks, ("piece", old.Label)]));
            var (size, was) = (_reading.Format(now.Box.Size), _reading.Format(old.Box.Size));
            if (old.Piece.HoldsPhoto && !now.Piece.HoldsPhoto)
            {
                yield return now.Piece.Kind switch
                {
                    PieceKind.Photo => Says("differs.empty"),
                    PieceKind.Journaling => Says("differs.card", ("size", size)),
                    _ => Says("differs.patch", ("paper", kit.Paper(now.Piece.Paper)?.Name ?? ""), ("size", size)),
                };
                continue;
            }
            if (now.Piece.IsPlaceholder && !old.Piece.IsPlaceholder)
                yield return Says("differs.placeholder", ("size", _reading.Format(now.Stack.Photo)));
            if (old.Box.Size != now.Box.Size)
                yield return Says(old.Box.Size == now.Box.Size.Turned ? "differs.turned" : "differs.size", ("size", size), ("was", was));
            switch (Moves(old.Box, now.Box).ToList())
            {
                case [var by]:
                    yield return Says("differs.moves", ("by", by));
                    break;
                case [var by, var also]:
                    yield return Says("differs.moves.two", ("by", by), ("also", also));
                    break;
                default:
                    break;
            }
        }
        var (labels, labelsNow) = (
            before.SelectMany(l => l.Pieces).Select(p => p.Label).ToHashSet(),
            after.SelectMany(l => l.Pieces).Select(p => p.Label).ToHashSet()
        );
        foreach (var gone in before.SelectMany(l => l.Pieces).Where(p => !labelsNow.Contains(p.Label)))
            yield return new(DifferenceIn.Page, gone.Label, words.Text("differs.gone", ("piece", gone.Label)));
        foreach (var layout in after)
        {
            var (sentence, down) = (new PlaceSentence(kit, layout, words), layout.Pieces.Select(p => p.Label).ToList());
            foreach (var made in layout.Pieces.Where(p => !labels.Contains(p.Label)))
                yield return new(
                    DifferenceIn.Page,
                    made.Label,
                    words.Text(
                        "differs.new",
                        ("piece", made.Label),
                        ("size", _reading.Format(made.Box.Size)),
                        ("across", sentence.Say(made, Axis.Across, down).Text),
                        ("down", sentence.Say(made, Axis.Down, down).Text)
                    )
                );
        }
        foreach (var (old, now) in before.Zip(after))
            if (now.Layout.Words is { } own && own != old.Layout.Words)
                yield return new(
                    DifferenceIn.Page,
                    null,
                    words.Text(
                        "differs.words",
                        ("layout", now.Layout.Id),
                        (
                            "words",
                            string.Join(
                                " ",
                                own.All.Where(w => !(old.Layout.Words?.All.Contains(w) ?? false))
                                    .Select(w => words.Text("words." + w.Member, ("own", w.Text)))
                            )
                        )
                    )
                );
        foreach (var (old, now) in before.Zip(after))
        foreach (var overlap in NewOverlaps(old, now))
            yield return overlap;
    }

    /// <summary>What differs in the cut list, by label.</summary>
    public IEnumerable<Difference> OfCuts(IReadOnlyList<CutPiece> before, IReadOnlyList<CutPiece> after)
    {
        var (old, now) = (before.ToDictionary(p => p.Label), after.ToDictionary(p => p.Label));
        Difference Says(string key, string label, params ReadOnlySpan<(string, string)> blanks) =>
            new(DifferenceIn.Cuts, label, words.Text(key, [.. blanks, ("piece", label)]));
        foreach (var (label, piece) in old)
        {
            if (!now.TryGetValue(label, out var changed))
                yield return Says("differs.notcut", label, ("size", _reading.Format(piece.Size)));
            else if (changed.Size != piece.Size)
                yield return Says("differs.cut", label, ("size", _reading.Format(changed.Size)), ("was", _reading.Format(piece.Size)));
        }
        foreach (var (label, piece) in now.Where(p => !old.ContainsKey(p.Key)))
            yield return Says("differs.cut.more", label, ("size", _reading.Format(piece.Size)));
    }

    /// <summary>What differs in the sheets one kit takes.</summary>
    public IEnumerable<Difference> OfSheets(CutPlan before, CutPlan after)
    {
        foreach (var paper in kit.Papers)
        {
            var (old, now) = (before.For(paper.Id)?.SheetsUsed ?? 0, after.For(paper.Id)?.SheetsUsed ?? 0);
            if (old != now)
                yield return new(
                    DifferenceIn.Sheets,
                    null,
                    words.Text("differs.sheets", ("paper", paper.Name), ("now", words.Many("amount.sheets", now).Text), ("was", N(old)))
                );
        }
    }

    /// <summary>What differs in the steps, matched by what they do to which pieces; a sheet that gives other pieces is still that sheet, and
    /// of pieces laid in one step each is compared by itself. Of a sheet the marks are told as well.</summary>
    public IEnumerable<Difference> OfSteps(IReadOnlyList<Step> before, IReadOnlyList<Step> after)
    {
        Difference Says(string key, Doing doing, int number, string text) =>
            new(DifferenceIn.Steps, doing.Piece, words.Text(key, ("n", N(number)), ("text", text)), doing.IsCutting);
        var (old, now) = (Keyed(before), Keyed(after));
        foreach (var (key, doing) in now)
        {
            if (!old.TryGetValue(key, out var was))
                yield return Says("differs.step.new", doing, doing.Number, doing.Text);
            else if (was.Text != doing.Text)
                yield return Says("differs.step.now", doing, was.Number, doing.Text);
        }
        foreach (var (_, doing) in old.Where(s => !now.ContainsKey(s.Key)))
            yield return Says("differs.step.gone", doing, doing.Number, doing.Short);
    }

    /// <summary>What is done in a step, or to one piece of it.</summary>
    private sealed record Doing(string Key, string? Piece, int Number, string Text, string Short, bool IsCutting = false);

    // Cut sheets by their number within their paper, all else by the first of its pieces; what is done twice alike by its number too.
    private static Dictionary<string, Doing> Keyed(IReadOnlyList<Step> steps) =>
        steps
            .SelectMany(s =>
                s.Kind == StepKind.Lay && s.Lines.Count > 0
                    ? s.Lines.Zip(
                        s.Pieces,
                        (line, piece) => new Doing($"{s.Half} {s.Kind} {s.Layout} {piece}", piece, s.Number, line, line)
                    )
                    :
                    [
                        new Doing(
                            s.Half == GuideHalf.Cutting
                                ? $"{s.Kind} {s.Paper}"
                                : $"{s.Half} {s.Kind} {s.Layout} {(s.Pieces.Count > 0 ? s.Pieces[0] : "")}",
                            s.Pieces.Count == 1 ? s.Pieces[0] : null,
                            s.Number,
                            string.Join(' ', [s.Text, .. s.Lines]),
                            s.Text,
                            s.Half == GuideHalf.Cutting
                        ),
                    ]
            )
            .GroupBy(d => d.Key)
            .SelectMany(g => g.Select((doing, i) => (Key: $"{g.Key} {N(i)}", doing)))
            .OrderBy(s => s.doing.Number)
            .ToDictionary(s => s.Key, s => s.doing);

    // Pieces that lay side by side as designed and now lie on each other: somebody has to see it before it is stuck.
    private IEnumerable<Difference> NewOverlaps(ResolvedLayout before, ResolvedLayout after)
    {
        for (var i = 0; i < after.Pieces.Count; i++)
        for (var j = i + 1; j < after.Pieces.Count; j++)
        {
            var (under, over) = (after.Pieces[i], after.Pieces[j]);
            if (under.Box.Intersect(over.Box) is not { } shared)
                continue;
            if (
                before.Piece(under.Id) is not { } oldUnder
                || before.Piece(over.Id) is not { } oldOver
                || oldUnder.Box.Overlaps(oldOver.Box)
            )
                continue;
            yield return new(
                DifferenceIn.Page,
                over.Label,
                words.Text("differs.covers", ("piece", over.Label), ("size", _reading.Format(shared.Size)), ("other", under.Label))
            );
        }
    }

    // A turned piece keeps its middle when it is centred; what counts is the edge a ruler finds, left and top.
    private IEnumerable<string> Moves(Box old, Box now)
    {
        var (x, y) = (now.X - old.X, now.Y - old.Y);
        if (x != Length.Zero)
            yield return words.Text(x.IsPositive ? "differs.right" : "differs.left", ("by", _reading.Format(x.Magnitude)));
        if (y != Length.Zero)
            yield return words.Text(y.IsPositive ? "differs.down" : "differs.up", ("by", _reading.Format(y.Magnitude)));
    }

    private static string N(int n) => n.ToString(CultureInfo.InvariantCulture);
}
