using VelvetFold.Core.Counting;
using VelvetFold.Core.Eye;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Workshops;

/// <summary>What guests want to read on their layouts.</summary>
public static class GuestWords
{
    /// <summary>Words as changes, by the ids of their layouts; what says nothing is none.</summary>
    public static IReadOnlyList<OpeningChange> Changes(IReadOnlyDictionary<string, LayoutWords>? words) =>
        [
            .. (words ?? new Dictionary<string, LayoutWords>())
                .Where(w => w.Value.All.Any())
                .OrderBy(w => w.Key, StringComparer.Ordinal)
                .Select(w => new OpeningChange(w.Key, "", OpeningMove.Words, Words: w.Value)),
        ];

    /// <summary>What is wrong with words, each under its path.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyDictionary<string, LayoutWords>? words) =>
        words is { Count: > 100 }
            ? [new("words", Saying.Of("fault.words-for-so-many"))]
            : [.. (words ?? new Dictionary<string, LayoutWords>()).SelectMany(w => w.Value.Faults($"words.{w.Key}"))];

    /// <summary>The letters that a kit with a guest's words takes, counted against the sheets of one bag: a sentence for each sheet that
    /// has too few of one, or none of it, and for each text that is longer than its place. Nothing where the designer's own words take as many.</summary>
    /// <param name="kit">As designed.</param>
    /// <param name="own">With the guest's words.</param>
    public static IReadOnlyList<Saying> Letters(Kit kit, Kit own)
    {
        ArgumentNullException.ThrowIfNull(kit);
        ArgumentNullException.ThrowIfNull(own);
        var says = new List<Saying>();
        foreach (var count in PartCounts.Of(own, 1))
        {
            if (own.PartSheet(count.Sheet) is not { Kind: PartKind.Letters } sheet)
                continue;
            // What goes into every bag as designed is there; a sheet that is shared out holds what one sheet does.
            var sheets = Math.Max(1, PartCounts.Of(kit, 1).First(c => c.Sheet == sheet.Id).PerKit ?? 1);
            says.AddRange(
                count
                    .Needs.Where(n => n.PerKit > n.OnSheet * sheets)
                    .Select(n =>
                        n.OnSheet == 0
                            ? Saying.Of("fit.no-such-letter", ("sheet", sheet.Name), ("letter", n.Part))
                            : Saying.Of(
                                "fit.letters-short",
                                ("sheet", sheet.Name),
                                ("letter", n.Part),
                                ("needed", n.PerKit),
                                ("there", n.OnSheet * sheets)
                            )
                    )
            );
        }
        foreach (var layout in own.Layouts)
        foreach (var piece in layout.Pieces)
            if (
                Titles.Set(own, piece) is var (sheet, text, set)
                && (set.Width > piece.Size.Longer || set.Height > piece.Size.Shorter)
                && kit.Layout(layout.Id)?.Piece(piece.Id)?.Part?.Part != text
            )
                says.Add(
                    Saying.Of(
                        "fit.words-too-long",
                        ("text", text),
                        ("sheet", sheet.Name),
                        ("length", own.Reading().Format(set.Width)),
                        ("label", layout.Label(piece)),
                        ("room", own.Reading().Format(piece.Size.Longer))
                    )
                );
        return says;
    }
}
